/** Robust statistics of short lists of numbers. */

/** NaN for an empty list. */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length === 0
    ? NaN
    : sorted.length % 2 === 1
      ? (sorted[middle] as number)
      : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}

/** The median of the size of a standard normal variable. */
export const MIDDLE_SIZE = 0.6745;
const FAR = 3.5;

/** The places of values whose modified z score is beyond 3.5 (Iglewicz and Hoaglin 1993); none where most values are equal. */
export function outliers(values: readonly number[]): number[] {
  const middle = medianOf(values);
  const deviation = medianOf(values.map((value) => Math.abs(value - middle)));
  if (!(deviation > 0)) return [];
  return values.flatMap((value, index) => ((MIDDLE_SIZE * Math.abs(value - middle)) / deviation > FAR ? [index] : []));
}

/**
 * The Kendall test for a trend over seasons (Hirsch, Slack and Smith 1982): each list is one season in the order of time.
 * @returns the standard normal deviate, positive for a rise; 0 where there is too little to say
 */
export function kendall(seasons: readonly (readonly number[])[]): number {
  let score = 0;
  let variance = 0;
  for (const values of seasons) {
    values.forEach((value, index) =>
      values.slice(index + 1).forEach((later) => {
        score += Math.sign(later - value);
      }),
    );
    const n = values.length;
    const ties = [
      ...new Map(values.map((value) => [value, values.filter((other) => other === value).length])).values(),
    ];
    variance +=
      (n * (n - 1) * (2 * n + 5) - ties.reduce((sum, count) => sum + count * (count - 1) * (2 * count + 5), 0)) / 18;
  }
  return variance <= 0 || score === 0 ? 0 : (score - Math.sign(score)) / Math.sqrt(variance);
}

/** The median slope between points of the same season (Sen 1968). @returns per unit of `at`; 0 where there are no two points of a season */
export function seasonalSlope(
  seasons: readonly (readonly { readonly at: number; readonly value: number }[])[],
): number {
  const slopes = seasons.flatMap((points) =>
    points.flatMap((point, index) =>
      points
        .slice(index + 1)
        .flatMap((later) => (later.at === point.at ? [] : [(later.value - point.value) / (later.at - point.at)])),
    ),
  );
  return slopes.length === 0 ? 0 : medianOf(slopes);
}
