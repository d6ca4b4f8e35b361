/** Paying for many looks: Benjamini and Hochberg, “Controlling the false discovery rate”, J. R. Stat. Soc. B 57 (1995). */

/**
 * @param tails p-values of all that was looked at
 * @returns q-values in the same order: the least rate of false discoveries at which each would be told
 * @example qValues([0.01, 0.04, 0.5]) // [0.03, 0.06, 0.5]
 */
export function qValues(tails: readonly number[]): number[] {
  const order = tails.map((tail, index) => ({ tail, index })).sort((a, b) => b.tail - a.tail);
  const all = tails.length;
  const found: number[] = Array.from({ length: all }, () => 1);
  let least = 1;
  order.forEach(({ tail, index }, place) => {
    least = Math.min(least, (tail * all) / (all - place));
    found[index] = least;
  });
  return found;
}
