/** A reading that has a meaning but cannot be computed; the message says why. */
export class CannotPlan extends Error {}
