/** What a line over time has that is worth a look: an outlier, a shift of level, a trend, a streak. Each with its own test. */
import { normalTail, studentTail } from './distributions';
import { expectationOf } from './explain/unusual';
import { takenApart, type TakenApart } from './seasonal';
import { kendall, medianOf } from './statistics';

export type LineFindingKind = 'outlier' | 'shift' | 'trend' | 'streak';

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
  return [...outlier(values, period, error), ...moved, ...trend(values, period), ...streak(values, period)];
}

/** The one of the last values that lies furthest from what was to be expected of it from those before. */
function outlier(values: readonly number[], period: number, error: (usual: number) => number): LineFinding[] {
  const found = values
    .map((_value, index) => index)
    .slice(-RECENT)
    .flatMap((index) => {
      const expectation = expectationOf(values.slice(0, index + 1), period, error);
      return expectation === null ? [] : [{ index, ...expectation }];
    });
  if (found.length === 0) return [];
  const { index, value, expected, tail } = found.reduce((best, one) => (one.tail < best.tail ? one : best));
  return [
    {
      kind: 'outlier',
      from: index,
      to: index,
      tail: Math.min(1, tail * found.length),
      effect: value - expected,
      size: expected === 0 ? 0 : (value - expected) / Math.abs(expected),
      usual: expected,
      value,
    },
  ];
}

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
