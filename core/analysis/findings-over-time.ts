/** What a line over time has that is worth a look: an outlier, a shift of level, a trend, a record, a streak. Each with its own test. */
import { normalTail, studentTail } from './distributions';
import { takenApart, type TakenApart } from './seasonal';
import { kendall, medianOf } from './statistics';

export type LineFindingKind = 'outlier' | 'shift' | 'trend' | 'record' | 'streak';

export interface LineFinding {
  readonly kind: LineFindingKind;
  /** Where it is seen: from one place of the line to another. */
  readonly from: number;
  readonly to: number;
  /** Two-sided, corrected for the places of the line that were looked at. */
  readonly tail: number;
  /** In units of the measure: how far from what is usual, by how much the level moved, or by how much it rises a year. */
  readonly effect: number;
  /** The same as a fraction of what is usual. */
  readonly size: number;
  readonly usual: number;
  readonly value: number;
}

/** Only what is seen in so many last values is told: what is long past was told before. */
const RECENT = 3;
/** Values on each side of a shift. */
const LEAST_SIDE = 4;
/** A shift is looked for among so many last values. */
const SHIFT_WITHIN = 24;
const LEAST_STREAK = 8;
const FEWEST_FOR_RECORD = 24;
/** A spread that is less than this part of the level is rounding. */
const LEAST_SPREAD = 1e-6;

/** A shift that is surer than this is why values after it lie otherwise. */
const SURE = 1e-3;

/**
 * @param values whole periods in the order of time, none missing
 * @param period how many of them make a season
 * @param error what chance alone does to a value that is usual, in its own units: that of counting so many records
 */
export function lineFindings(
  values: readonly number[],
  period: number,
  error: (usual: number) => number = () => 0,
): LineFinding[] {
  const apart = takenApart(values, period);
  if (apart === null) return [];
  const moved = shift(values, apart, error);
  // what follows from another level is told by it
  if (moved.some(({ tail, from }) => tail < SURE && from >= values.length - SHIFT_WITHIN / 2)) return moved;
  return [
    ...outlier(values, apart, error),
    ...moved,
    ...trend(values, period),
    ...record(values),
    ...streak(values, period),
  ];
}

function outlier(values: readonly number[], apart: TakenApart, error: (usual: number) => number): LineFinding[] {
  const least = LEAST_SPREAD * Math.max(1e-12, Math.abs(medianOf(apart.level)));
  const places = values.map((_value, index) => index).slice(-RECENT);
  const found = places.map((index) => {
    // the point itself is no part of what is expected of it
    const level = medianOf(apart.level.slice(Math.max(0, index - period_(apart)), index));
    const expected = (Number.isNaN(level) ? (apart.level[index] ?? 0) : level) + (apart.season[index] ?? 0);
    const value = values[index] ?? 0;
    const usual = apart.proportional ? Math.exp(expected) : expected;
    const counted = apart.proportional ? error(usual) / Math.max(1e-12, usual) : error(usual);
    const spread = Math.max(apart.spread, least, counted);
    const z = ((apart.proportional ? Math.log(value) : value) - expected) / spread;
    return { index, z, usual, value };
  });
  const most = found.reduce((best, one) => (Math.abs(one.z) > Math.abs(best.z) ? one : best));
  // robust spreads of short lines vary themselves, so tails are those of Student's distribution
  const tail = Math.min(1, studentTail(most.z, Math.max(4, values.length / 3)) * places.length);
  return [
    {
      kind: 'outlier',
      from: most.index,
      to: most.index,
      tail,
      effect: most.value - most.usual,
      size: most.usual === 0 ? 0 : (most.value - most.usual) / Math.abs(most.usual),
      usual: most.usual,
      value: most.value,
    },
  ];
}

const period_ = ({ season }: TakenApart): number => Math.min(6, season.length);

/** The split that sets two levels furthest apart, of values without their season; corrected for all splits (Bonferroni). */
function shift(values: readonly number[], apart: TakenApart, error: (usual: number) => number): LineFinding[] {
  const plain = values.map(
    (value, index) => (apart.proportional ? Math.log(value) : value) - (apart.season[index] ?? 0),
  );
  const first = Math.max(0, plain.length - SHIFT_WITHIN);
  const window = plain.slice(first);
  if (window.length < 2 * LEAST_SIDE) return [];
  const splits = Array.from({ length: window.length - 2 * LEAST_SIDE + 1 }, (_one, index) => index + LEAST_SIDE);
  const best = splits
    .map((at) => ({ at, ...welch(window.slice(0, at), window.slice(at)) }))
    .reduce((most, one) => (Math.abs(one.t) > Math.abs(most.t) ? one : most));
  const alike = likeness([window.slice(0, best.at), window.slice(best.at)]);
  const tail = Math.min(1, studentTail(best.t / Math.sqrt(alike), Math.max(2, best.freedom / alike)) * splits.length);
  const [before, after] = [medianOf(window.slice(0, best.at)), medianOf(window.slice(best.at))];
  const [was, is] = apart.proportional ? [Math.exp(before), Math.exp(after)] : [before, after];
  // a move that counting so few records makes by chance is none
  if (Math.abs(is - was) < 2 * error(Math.max(was, is))) return [];
  return [
    {
      kind: 'shift',
      from: first + best.at,
      to: values.length - 1,
      tail,
      effect: is - was,
      size: was === 0 ? 0 : (is - was) / Math.abs(was),
      usual: was,
      value: is,
    },
  ];
}

/** How many neighbouring values count for one, as they are alike: (1 + ρ) / (1 − ρ) of the correlation with the next around each mean (Bartlett 1946). */
function likeness(parts: readonly (readonly number[])[]): number {
  let [products, squares] = [0, 0];
  for (const part of parts) {
    const middle = part.reduce((sum, one) => sum + one, 0) / part.length;
    part.forEach((value, index) => {
      squares += (value - middle) ** 2;
      const next = part[index + 1];
      if (next !== undefined) products += (value - middle) * (next - middle);
    });
  }
  const rho = squares <= 0 ? 0 : Math.max(0, Math.min(0.7, products / squares));
  return (1 + rho) / (1 - rho);
}

/** Welch's test of two means (Welch 1947). */
function welch(a: readonly number[], b: readonly number[]): { readonly t: number; readonly freedom: number } {
  const mean = (of: readonly number[]) => of.reduce((sum, one) => sum + one, 0) / of.length;
  const [ma, mb] = [mean(a), mean(b)];
  const error = (of: readonly number[], middle: number) =>
    of.reduce((sum, one) => sum + (one - middle) ** 2, 0) / (of.length - 1) / of.length;
  const [va, vb] = [error(a, ma), error(b, mb)];
  const both = va + vb;
  if (both <= 0) return { t: ma === mb ? 0 : Infinity, freedom: a.length + b.length - 2 };
  return {
    t: (mb - ma) / Math.sqrt(both),
    freedom: (both * both) / ((va * va) / (a.length - 1) + (vb * vb) / (b.length - 1)),
  };
}

/** A lasting rise or fall over the seasons of three years and more (seasonal Kendall test, Hirsch, Slack and Smith 1982). */
function trend(values: readonly number[], period: number): LineFinding[] {
  if (values.length < 3 * period || values.length < 12) return [];
  const seasons = Array.from({ length: period }, (_one, place) =>
    values.filter((_value, index) => index % period === place),
  );
  const z = kendall(seasons);
  const rises = seasons.flatMap((season) => season.slice(1).map((value, index) => value - (season[index] ?? 0)));
  const a = medianOf(rises);
  const usual = medianOf(values.slice(0, period));
  return [
    {
      kind: 'trend',
      from: 0,
      to: values.length - 1,
      tail: normalTail(z),
      effect: a,
      size: usual === 0 ? 0 : a / Math.abs(usual),
      usual,
      value: medianOf(values.slice(-period)),
    },
  ];
}

/** The last value is the highest or lowest of all: of so many it would be by chance once in so many. */
function record(values: readonly number[]): LineFinding[] {
  const last = values.at(-1);
  if (last === undefined || values.length < FEWEST_FOR_RECORD) return [];
  const others = values.slice(0, -1);
  const [low, high] = [Math.min(...others), Math.max(...others)];
  if (last <= high && last >= low) return [];
  const usual = last > high ? high : low;
  return [
    {
      kind: 'record',
      from: values.length - 1,
      to: values.length - 1,
      tail: 2 / values.length,
      effect: last - usual,
      size: usual === 0 ? 0 : (last - usual) / Math.abs(usual),
      usual,
      value: last,
    },
  ];
}

/** So many periods in a row above, or below, the same period a year before. */
function streak(values: readonly number[], period: number): LineFinding[] {
  const signs = values.slice(period).map((value, index) => Math.sign(value - (values[index] ?? 0)));
  const last = signs.at(-1) ?? 0;
  if (last === 0) return [];
  let length = 0;
  while (length < signs.length && signs[signs.length - 1 - length] === last) length += 1;
  if (length < LEAST_STREAK || length === signs.length) return [];
  const value = values.at(-1) ?? 0;
  const usual = values.at(-1 - period) ?? 0;
  return [
    {
      kind: 'streak',
      from: values.length - length,
      to: values.length - 1,
      // as often as a coin falls on the same side, from any place of the line on
      tail: Math.min(1, signs.length * 2 ** -(length - 1)),
      effect: value - usual,
      size: usual === 0 ? 0 : (value - usual) / Math.abs(usual),
      usual,
      value,
    },
  ];
}
