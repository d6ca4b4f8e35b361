/** Shades of one colour that stand for values, on which text stays readable. */

/** As deep as ink keeps a contrast of 4.5 on it, in the light theme and in the dark one. */
export const DEEPEST_SHADE = 0.5;
const FAINTEST_SHADE = 0.05;

/**
 * How much of the colour lies over the paper, between the least and the greatest value.
 * @returns a fraction from 0.05 to 0.5; where all values are the same, the middle
 * @example shadeOf(10, 0, 10) // 0.5
 */
export function shadeOf(value: number, low: number, high: number): number {
  const place = high === low ? 0.5 : (value - low) / (high - low);
  return FAINTEST_SHADE + (DEEPEST_SHADE - FAINTEST_SHADE) * place;
}
