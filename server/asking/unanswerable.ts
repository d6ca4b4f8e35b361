/** A reading that cannot be computed, with the reason in words. */
export class Unanswerable extends Error {}
