/** The words are understood, but what they ask for does not fit the situation; the message says why. */
export class CannotSettle extends Error {
  /** @param final the words are understood and ask for what cannot be, so no other reading of them may stand in */
  constructor(
    message: string,
    readonly final = false,
  ) {
    super(message);
  }
}

/**
 * What is said does not fit where it is said: there is no answer before that it could be about, or not one of that kind. A plainer
 * way of saying it may fit, where the words have one.
 */
export class OutOfPlace extends CannotSettle {}
