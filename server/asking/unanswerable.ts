/** A reading that cannot be computed, with the reason in words. */
export class Unanswerable extends Error {}

/** For readings that are passed over where they cannot be computed. @throws whatever else went wrong */
export function passedOver(error: unknown): null {
  if (error instanceof Unanswerable) return null;
  throw error;
}
