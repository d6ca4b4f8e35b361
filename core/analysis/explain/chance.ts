/**
 * What chance alone would do to the members of a level when all of them move together: the yardstick against which a member stands out.
 * Amounts vary in proportion to their size and rates in inverse proportion to theirs (quasi-likelihood, Wedderburn 1974), with a
 * dispersion taken robustly from the members themselves.
 */
import { medianOf } from '../statistics';
import { rateOf, type Cell, type Make } from './world';

/** The median of the square of a standard normal variable. */
const MIDDLE_SQUARE = 0.45494;

/** How a member moved from what all of them together would make of it. */
export interface Deviation {
  readonly cell: Cell;
  /** In units of the amount, or of the member's own rate. */
  readonly by: number;
  /** The variance it has by chance, but for the dispersion. */
  readonly scale: number;
}

/** The value in the middle, each counted by its weight. */
export function weightedMedian(values: readonly { readonly value: number; readonly weight: number }[]): number {
  const sorted = [...values].sort((a, b) => a.value - b.value);
  const half = sorted.reduce((sum, one) => sum + one.weight, 0) / 2;
  let reached = 0;
  for (const [index, one] of sorted.entries()) {
    reached += one.weight;
    if (reached > half) return one.value;
    if (reached === half) return (one.value + (sorted[index + 1]?.value ?? one.value)) / 2;
  }
  return 0;
}

/**
 * What most members did: the factor by which amounts grew, or by how much rates moved. Large members count more than small ones, but
 * less than they are larger: one that is more than half of all may be the very one that moved.
 */
export function commonMove(make: Make, cells: readonly Cell[]): number {
  if (make === 'amount')
    return weightedMedian(
      cells.flatMap(({ now, before }) =>
        before[0] > 0 && now[0] >= 0 ? [{ value: now[0] / before[0], weight: Math.sqrt(before[0]) }] : [],
      ),
    );
  return weightedMedian(
    cells.flatMap(({ now, before }) => {
      const weight = harmonic(now[1] ?? 0, before[1] ?? 0);
      return weight > 0 ? [{ value: rateOf(now) - rateOf(before), weight: Math.sqrt(weight) }] : [];
    }),
  );
}

const harmonic = (a: number, b: number): number => (a > 0 && b > 0 ? 1 / (1 / a + 1 / b) : 0);

/** @param common what the members would have done together */
export function deviationOf(make: Make, cell: Cell, common: number): Deviation {
  const { now, before } = cell;
  if (make === 'amount')
    return {
      cell,
      by: now[0] - before[0] * common,
      scale: Math.abs(now[0]) + Math.abs(before[0]) * common * common,
    };
  const weight = harmonic(now[1] ?? 0, before[1] ?? 0);
  // a member of one side only has no rate that moved
  return weight === 0
    ? { cell, by: 0, scale: 0 }
    : { cell, by: rateOf(now) - rateOf(before) - common, scale: 1 / weight };
}

/** How far the members of a level lie from what they did together, each as a multiple of what its size lets one expect; squared. */
export function squaresOf(deviations: readonly Deviation[]): number[] {
  const given = deviations.filter(({ scale }) => scale > 0);
  // one of them lies in the middle, by which the others are measured
  const squares = given.map(({ by, scale }) => (by * by) / scale).sort((a, b) => a - b);
  const freedom = given.length - 1;
  return freedom < 1 ? [] : squares.slice(1).map((square) => (square * given.length) / freedom);
}

/** How much more members vary than their size alone tells, from the middle of them, so that a few that stand out do not count; 0 for none. */
export function dispersionOf(squares: readonly number[]): number {
  return squares.length === 0 ? 0 : medianOf(squares) / MIDDLE_SQUARE;
}
