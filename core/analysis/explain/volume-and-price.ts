/**
 * What of a change came of how many, and what of how much each: an amount that is a number times a ratio (revenue = passengers × revenue per
 * passenger). By the logarithmic mean Divisia index (B. W. Ang, “Decomposition analysis for policymaking in energy”, Energy Policy 32, 2004):
 * both parts add up to the change, and which of the two is taken first makes no difference.
 */

/** An amount with the number that it is taken per, on one side. */
export interface Amounts {
  readonly amount: number;
  readonly number: number;
}

export interface VolumeAndPrice {
  /** In units of the amount. */
  readonly volume: number;
  readonly price: number;
}

/** The logarithmic mean of two positive numbers. @example logarithmicMean(1, Math.E) // 1.718… */
export const logarithmicMean = (a: number, b: number): number =>
  // where they are as good as equal, the quotient of two small differences says nothing
  Math.abs(a - b) <= 1e-9 * Math.max(a, b) ? (a + b) / 2 : (a - b) / Math.log(a / b);

/** @returns null where one of the four is not above nought, of which there is no logarithm */
export function volumeAndPrice(before: Amounts, now: Amounts): VolumeAndPrice | null {
  if ([before.amount, before.number, now.amount, now.number].some((one) => !(one > 0))) return null;
  const weight = logarithmicMean(now.amount, before.amount);
  const volume = weight * Math.log(now.number / before.number);
  return { volume, price: now.amount - before.amount - volume };
}
