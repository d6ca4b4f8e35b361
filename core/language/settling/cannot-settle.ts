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
