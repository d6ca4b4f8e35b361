/**
 * How a line goes on, with the range in which it is likely to lie. Each way of carrying it on is tried on the end of the line, which it
 * has not seen; the one that was least off there is used. Nothing but the line's own past is looked at.
 */
import { expected, goesOn, smoothed, spreadAfter, type Smoothed, type Weights } from './smoothing';

/** What a way of carrying a line on follows. */
export type Way =
  'last value' | 'last season' | 'level' | 'level and trend' | 'level and season' | 'level, trend and season';

export interface ForecastPoint {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** How far off it was on the end of the line. */
export interface Trial {
  /** How many last values were held back. */
  readonly values: number;
  /** Mean absolute error. */
  readonly error: number;
  /** That of the plainest way: the last season again where there are seasons, else the last value again. */
  readonly plainest: number;
  /** Mean size of what was held back. */
  readonly size: number;
}

export interface Forecast {
  readonly way: Way;
  /** Followed as a multiple of what it was, rather than as a difference from it: what grows by a tenth has seasons that grow by a tenth. */
  readonly proportional: boolean;
  readonly weights: Weights;
  readonly points: readonly ForecastPoint[];
  readonly trial: Trial;
  /**
   * Ways in which the line may go on, as likely as what it was followed by says.
   * @param deviates standard normal numbers: of each way one for each step
   */
  readonly paths: (deviates: readonly (readonly number[])[]) => readonly (readonly number[])[];
  /** Were seasons looked for? It takes two whole ones and some more. */
  readonly seasonal: boolean;
}

/** Fewer values than this say nothing of how a line goes on. */
export const FEWEST_VALUES = 8;
/** Values longer ago than this are not looked at. */
const MOST_VALUES = 1_000;
/** So many last values are held back at most, and at least. */
const MOST_HELD = 12;
const FEWEST_HELD = 3;
/** The part of outcomes that the range should hold, and how many standard deviations of a normal distribution that takes. */
export const RANGE = 0.8;
const DEVIATIONS = 1.2816;

const WEIGHTS = [0.02, 0.1, 0.2, 0.35, 0.5, 0.7, 0.9];
const DAMPINGS = [0.8, 0.9, 0.98];
const NONE = { level: 0, trend: 0, season: 0, damping: 1 };

/** The weights that are tried for each way. The trend takes up less than the level, the season at most what the level leaves. */
const TRIED: Readonly<Record<Way, readonly Weights[]>> = {
  'last value': [{ ...NONE, level: 1 }],
  'last season': [{ ...NONE, season: 1 }],
  'level': WEIGHTS.map((level) => ({ ...NONE, level })),
  'level and trend': WEIGHTS.flatMap((level) =>
    [0.05, 0.2, 0.5].flatMap((part) => DAMPINGS.map((damping) => ({ ...NONE, level, trend: level * part, damping }))),
  ),
  'level and season': WEIGHTS.flatMap((level) =>
    [0.05, 0.2, 0.5, 0.9].map((part) => ({ ...NONE, level, season: (1 - level) * part })),
  ),
  'level, trend and season': WEIGHTS.flatMap((level) =>
    [0.05, 0.2, 0.5].flatMap((up) =>
      [0.05, 0.3, 0.7].flatMap((part) =>
        DAMPINGS.map((damping) => ({ level, trend: level * up, season: (1 - level) * part, damping })),
      ),
    ),
  ),
};
const WITHOUT_SEASONS: readonly Way[] = ['last value', 'level', 'level and trend'];
const WITH_SEASONS: readonly Way[] = ['last season', 'level and season', 'level, trend and season'];

/**
 * @param all the values of a line in the order of time, none missing
 * @param period how many of them make a season; 1 where there are none
 * @param steps how many more are asked for
 * @returns null where there are fewer than FEWEST_VALUES
 */
export function forecast(all: readonly number[], period: number, steps: number): Forecast | null {
  const values = all.slice(-MOST_VALUES);
  if (values.length < FEWEST_VALUES) return null;
  const seasonal = period > 1 && values.length >= 2 * period + FEWEST_HELD;
  const held = Math.min(MOST_HELD, seasonal ? values.length - 2 * period : Math.floor(values.length / 3));
  const ways = seasonal ? [...WITHOUT_SEASONS, ...WITH_SEASONS] : WITHOUT_SEASONS;
  const scales = values.every((value) => value > 0) ? [PROPORTIONS, AMOUNTS] : [AMOUNTS];
  const tried = scales.flatMap((scale) =>
    ways.map((way) => ({ way, scale, error: errorOnTheEnd(values, way, scale, seasonsOf(way, period), held, steps) })),
  );
  const { way, scale, error } = tried.reduce((best, one) => (isLess(one.error, best.error) ? one : best));
  const plainest = tried.find((one) => one.way === (seasonal ? 'last season' : 'last value'))?.error ?? error;
  const line = fitted(values.map(scale.to), way, seasonsOf(way, period));
  const deviation = Math.sqrt(varianceOf(line));
  // what was never below nothing is not expected to be
  const floor = values.every((value) => value >= 0) ? 0 : -Infinity;
  const points = Array.from({ length: steps }, (_one, index): ForecastPoint => {
    const value = expected(line, index + 1);
    const reach = DEVIATIONS * deviation * Math.sqrt(spreadAfter(line, index + 1));
    const [at, low, high] = [value, value - reach, value + reach].map((one) => Math.max(floor, scale.from(one))) as [
      number,
      number,
      number,
    ];
    return { value: at, low, high };
  });
  const end = values.slice(-held);
  return {
    way,
    proportional: scale === PROPORTIONS,
    weights: line.weights,
    points,
    paths: (deviates) =>
      deviates.map((one) =>
        goesOn(
          line,
          one.map((deviate) => deviate * deviation),
        ).map((value) => Math.max(floor, scale.from(value))),
      ),
    trial: { values: held, error, plainest, size: end.reduce((sum, one) => sum + Math.abs(one), 0) / held },
    seasonal,
  };
}

/** What a line is followed in, and back. */
interface Scale {
  readonly to: (value: number) => number;
  readonly from: (value: number) => number;
}
const AMOUNTS: Scale = { to: (value) => value, from: (value) => value };
const PROPORTIONS: Scale = { to: Math.log, from: Math.exp };

/** Less by more than the rounding of numbers, so that the first of equals is taken in every unit. */
const isLess = (one: number, other: number): boolean => one < other * (1 - 1e-9);

const seasonsOf = (way: Way, period: number): number => (WITH_SEASONS.includes(way) ? period : 1);

/** The line followed with the weights that would have been least off from one step to the next. */
function fitted(values: readonly number[], way: Way, period: number): Smoothed {
  const lines = TRIED[way].map((weights) => smoothed(values, weights, period));
  return lines.reduce((best, one) => (isLess(squared(one), squared(best)) ? one : best));
}

/** Errors of the first season, or the first value, come from how the line begins. */
const ownErrors = ({ errors, period }: Smoothed): readonly number[] => errors.slice(period);
const squared = (line: Smoothed): number => ownErrors(line).reduce((sum, error) => sum + error * error, 0);

function varianceOf(line: Smoothed): number {
  const weights = Object.values(line.weights).filter((weight) => weight > 0 && weight < 1).length;
  return squared(line) / Math.max(1, ownErrors(line).length - weights);
}

/** The mean absolute error of up to so many steps ahead from each place in the end of a line, with weights that were chosen without it. */
function errorOnTheEnd(
  values: readonly number[],
  way: Way,
  scale: Scale,
  period: number,
  held: number,
  steps: number,
): number {
  const scaled = values.map(scale.to);
  const { weights } = fitted(scaled.slice(0, -held), way, period);
  let sum = 0;
  let count = 0;
  for (let known = values.length - held; known < values.length; known += 1) {
    const line = smoothed(scaled.slice(0, known), weights, period);
    for (let ahead = 1; ahead <= Math.min(steps, values.length - known); ahead += 1) {
      sum += Math.abs((values[known + ahead - 1] ?? 0) - scale.from(expected(line, ahead)));
      count += 1;
    }
  }
  return sum / Math.max(1, count);
}
