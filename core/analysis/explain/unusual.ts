/** Is the last value of a line what was to be expected from its own past: its level, its season and how far it usually strays. */
import { medianOf } from '../statistics';
import { normalQuantile, studentTail } from '../distributions';
import { takenApart } from '../seasonal';

export interface Expectation {
  readonly value: number;
  readonly expected: number;
  /** Nineteen of twenty values lie within. */
  readonly low: number;
  readonly high: number;
  readonly verdict: 'within' | 'above' | 'below';
  /** How often a value lies as far from what is expected. */
  readonly tail: number;
  /** Periods that it was learnt from. */
  readonly periods: number;
}

const LEVEL_OF = 6;
const FEWEST = 8;
/** A spread that is less than this part of the level is rounding. */
const LEAST_SPREAD = 1e-6;

/**
 * @param values in the order of time, the last of them the one in question, none missing
 * @param period how many of them make a season
 * @param error what chance alone does to a usual value, in its own units
 * @returns null where the past is too short to tell
 */
export function expectationOf(
  values: readonly number[],
  period: number,
  error: (usual: number) => number = () => 0,
): Expectation | null {
  const value = values.at(-1);
  const past = values.slice(0, -1);
  const apart = past.length < FEWEST ? null : takenApart(past, period);
  if (value === undefined || apart === null) return null;
  const seasonal = past.length >= 2 * period && period > 1;
  const season = seasonal ? (apart.season[past.length - period] ?? 0) : 0;
  const middle = medianOf(apart.level.slice(-LEVEL_OF)) + season;
  const back = (one: number) => (apart.proportional ? Math.exp(one) : one);
  const usual = back(middle);
  const counted = apart.proportional ? error(usual) / Math.max(1e-12, usual) : error(usual);
  const spread = Math.max(apart.spread, LEAST_SPREAD * Math.max(1e-12, Math.abs(middle)), counted);
  // a season is known from as many values as it came round, the level from the last few
  const known = 1 + 1 / LEVEL_OF + (seasonal ? period / past.length : 0);
  const reach = normalQuantile(0.975) * spread * Math.sqrt(known);
  const scaled = apart.proportional ? (value > 0 ? Math.log(value) : -Infinity) : value;
  const tail = studentTail((scaled - middle) / (spread * Math.sqrt(known)), Math.max(4, past.length / 3));
  const [low, high] = [back(middle - reach), back(middle + reach)];
  return {
    value,
    expected: usual,
    low,
    high,
    verdict: value > high ? 'above' : value < low ? 'below' : 'within',
    tail,
    periods: past.length,
  };
}
