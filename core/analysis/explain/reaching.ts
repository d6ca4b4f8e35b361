/**
 * When a line passes a value, and how likely it is by then: from ways in which it may go on, drawn from the forecast's own model
 * (first-passage times by simulation; Hyndman and others, “Forecasting with Exponential Smoothing”, 2008, chapter 6.2). The numbers
 * that are drawn are the same each time, so that the same question has the same answer.
 */
import { normalQuantile } from '../distributions';
import { forecast, RANGE, type Forecast } from '../forecast';

export interface Reaching {
  /** How likely it is to have passed by each step to come. */
  readonly chance: readonly number[];
  /** The first step by which it is as likely as not; null where it is not, as far as is looked. */
  readonly step: number | null;
  /** Eight of ten ways that pass do so between these steps; null where fewer than half pass. */
  readonly between: readonly [early: number, late: number] | null;
  /** What is expected of each step, or of all so far where they are added up. */
  readonly expected: readonly number[];
  /** Where it lies at the last step, eight times of ten. */
  readonly last: readonly [low: number, high: number];
  readonly made: Forecast;
}

const WAYS = 2000;
const SEED = 20_260_101;

/**
 * @param values of the line, whole periods in the order of time, none missing
 * @param period how many of them make a season
 * @param steps how far is looked
 * @param aim to be passed; `added` to what is known already, of all steps so far together, of which some may not count
 * @param least what there is of a step already
 * @returns null where the line is too short to tell how it goes on
 */
export function reaching(
  values: readonly number[],
  period: number,
  steps: number,
  aim: {
    readonly value: number;
    readonly side: 'over' | 'under';
    readonly added: number | null;
    readonly counts?: readonly boolean[];
  },
  least: readonly number[] = [],
): Reaching | null {
  const made = forecast(values, period, steps);
  if (made === null) return null;
  const summed = (path: readonly number[]): readonly number[] => {
    const kept = path.map((value, step) => Math.max(value, least[step] ?? -Infinity));
    if (aim.added === null) return kept;
    let sum = aim.added;
    return kept.map((value, step) => (sum += aim.counts?.[step] === false ? 0 : value));
  };
  const paths = made.paths(deviates(WAYS, steps)).map(summed);
  // a sum that grows lies under a value until it has passed it, so that only its end tells
  const onlyEnd = aim.added !== null && aim.side === 'under';
  const passes = (value: number, step: number) =>
    (aim.side === 'over' ? value > aim.value : value < aim.value) && (!onlyEnd || step === steps - 1);
  const first = paths.map((path) => path.findIndex(passes)).filter((step) => step >= 0);
  const chance = Array.from({ length: steps }, (_one, step) => first.filter((one) => one <= step).length / WAYS);
  const sorted = first.sort((a, b) => a - b);
  const at = (part: number) => sorted[Math.min(sorted.length - 1, Math.floor(part * sorted.length))] ?? 0;
  const step = chance.findIndex((one) => one >= 0.5);
  const ends = paths.map((path) => path[steps - 1] ?? 0).sort((a, b) => a - b);
  const end = (part: number) => ends[Math.min(WAYS - 1, Math.floor(part * WAYS))] ?? 0;
  const out = (1 - RANGE) / 2;
  return {
    chance,
    step: step < 0 ? null : step,
    between: step < 0 ? null : [at(out), at(1 - out)],
    expected: summed(made.points.map((point) => point.value)),
    last: [end(out), end(1 - out)],
    made,
  };
}

/** Standard normal numbers, the same each time: in pairs with opposite signs, so that their mean is nought. */
function deviates(ways: number, steps: number): readonly (readonly number[])[] {
  const next = uniform(SEED);
  const half = Array.from({ length: ways / 2 }, () => Array.from({ length: steps }, () => normalQuantile(next())));
  return [...half, ...half.map((one) => one.map((deviate) => -deviate))];
}

/** Numbers between nought and one from a seed (mulberry32, T. Ettinger 2017, public domain). */
function uniform(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return (((mixed ^ (mixed >>> 14)) >>> 0) + 0.5) / 4_294_967_296;
  };
}
