/**
 * How far two sides of a level lie apart, each measure and each make-up on one scale: in standard deviations, with the interval and with
 * how often chance alone would set them so far apart.
 */
import { relationOf } from '../relation';
import { normalQuantile, normalTail, studentTail } from '../distributions';

export interface Apart {
  /** First less second, in standard deviations. */
  readonly standardised: number;
  /** Where that lies, nineteen times of twenty. */
  readonly low: number;
  readonly high: number;
  /** Two-sided. */
  readonly tail: number;
}

const REACH = normalQuantile(0.975);
/** Fewer values on one side say nothing of how much they vary. */
export const LEAST_MEMBERS = 3;
/** Fewer periods say nothing of how much both sides move together. */
export const LEAST_PERIODS = 8;

/**
 * Members of one side beside those of the other: Hedges’ g (1981) with the interval of Hedges and Olkin (1985); how often by chance after
 * Welch (1947), as the sides vary in their own ways.
 * @param first a value for each member of the first side @returns null with fewer than three on a side, or where none varies
 * @example membersApart([5, 6, 7], [1, 2, 3])?.standardised // 3.2: four units where each side varies by one, less a little as they are few
 */
export function membersApart(first: readonly number[], second: readonly number[]): Apart | null {
  const [n, m] = [first.length, second.length];
  if (n < LEAST_MEMBERS || m < LEAST_MEMBERS) return null;
  const [a, b] = [varianceOf(first), varianceOf(second)];
  const pooled = Math.sqrt(((n - 1) * a + (m - 1) * b) / (n + m - 2));
  if (!(pooled > 0)) return null;
  const difference = meanOf(first) - meanOf(second);
  const g = (difference / pooled) * (1 - 3 / (4 * (n + m) - 9));
  const reach = REACH * Math.sqrt((n + m) / (n * m) + (g * g) / (2 * (n + m)));
  const [ea, eb] = [a / n, b / m];
  const freedom = (ea + eb) ** 2 / (ea ** 2 / (n - 1) + eb ** 2 / (m - 1));
  return {
    standardised: g,
    low: g - reach,
    high: g + reach,
    tail: studentTail(difference / Math.sqrt(ea + eb), freedom),
  };
}

/** The same periods of both sides, one beside the other. */
export interface Steady {
  /** The mean of their differences, with its standard error. */
  readonly mean: number;
  readonly error: number;
  /** The spread of either side from one period to the next: the mean of both standard deviations (Cumming 2012). */
  readonly spread: number;
  readonly tail: number;
}

/**
 * Whether two sides differ from one period to the next. Differences that go on count as fewer (Bayley and Hammersley 1946, for a
 * first-order series).
 * @param pairs both sides in each period, in the order of time @returns null with fewer than eight, or where neither side varies
 */
export function steadyOver(pairs: readonly (readonly [number, number])[]): Steady | null {
  if (pairs.length < LEAST_PERIODS) return null;
  const spread = Math.sqrt((varianceOf(pairs.map(([a]) => a)) + varianceOf(pairs.map(([, b]) => b))) / 2);
  if (!(spread > 0)) return null;
  const differences = pairs.map(([a, b]) => a - b);
  const mean = meanOf(differences);
  const variance = varianceOf(differences);
  // it is known to one in the root of their number only, and taken at the upper end of that
  const echo = Math.max(0, Math.min(0.95, echoOf(differences, mean, variance) + 1 / Math.sqrt(pairs.length)));
  const count = Math.max(2, (pairs.length * (1 - echo)) / (1 + echo));
  const error = Math.sqrt(variance / count);
  return { mean, error, spread, tail: error > 0 ? studentTail(mean / error, pairs.length - 1) : mean === 0 ? 1 : 0 };
}

/**
 * A difference that is steady over periods, on the scale of how much the members of the level vary among themselves; of a level with
 * fewer than three, of how much they vary over time.
 * @param difference of the figures that are told; null is returned where it is not on the same side as it is over the periods
 * @param members the figure of each member of the level
 */
export function periodsApart(steady: Steady, difference: number, members: readonly number[]): Apart | null {
  const { mean, error, spread, tail } = steady;
  if (Math.sign(mean) !== Math.sign(difference) || mean === 0) return null;
  const among = members.length < LEAST_MEMBERS ? 0 : Math.sqrt(varianceOf(members));
  const standardised = among > 0 ? difference / among : mean / spread;
  const reach = Math.abs(standardised) * REACH * (error / Math.abs(mean));
  return { standardised, low: standardised - reach, high: standardised + reach, tail };
}

/**
 * Shares of records: Cohen’s h (1988), a difference of angles whose spread is the same for every share.
 * @param first how many of how many
 * @example sharesApart([50, 100], [20, 100])?.standardised // 0.64
 */
export function sharesApart(
  first: readonly [hits: number, of: number],
  second: readonly [hits: number, of: number],
): Apart | null {
  if (!(first[1] > 0) || !(second[1] > 0)) return null;
  const h = angleOf(first) - angleOf(second);
  const error = Math.sqrt(1 / first[1] + 1 / second[1]);
  return { standardised: h, low: h - REACH * error, high: h + REACH * error, tail: normalTail(h / error) };
}

const angleOf = ([hits, of]: readonly [number, number]): number =>
  2 * Math.asin(Math.sqrt(Math.max(0, Math.min(1, hits / of))));

const meanOf = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

function varianceOf(values: readonly number[]): number {
  const mean = meanOf(values);
  return values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (values.length - 1);
}

/** At least this close together, two measures tell the same of the sides. */
export const SAME_STORY = 0.95;

/**
 * How closely two measures go together over the members or periods that both are known of: the correlation of their values.
 * @returns 0 with fewer than six
 */
export function togetherness(first: ReadonlyMap<string, number>, second: ReadonlyMap<string, number>): number {
  const pairs = [...first].flatMap(([key, a]) => {
    const b = second.get(key);
    return b === undefined ? [] : [[a, b] as const];
  });
  return pairs.length < 6 ? 0 : (relationOf(pairs)?.r ?? 0);
}

/** How much of a difference goes on to the next: the correlation of neighbours, which is found too small in short series (Kendall 1954). */
function echoOf(values: readonly number[], mean: number, variance: number): number {
  if (!(variance > 0)) return 0;
  const together = values.slice(1).reduce((sum, one, index) => sum + (one - mean) * ((values[index] ?? 0) - mean), 0);
  const found = together / ((values.length - 1) * variance);
  return (found + 1 / values.length) / (1 - 3 / values.length);
}
