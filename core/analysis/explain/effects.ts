/** What one member gives to a change, exactly: over any cut into members the effects add up to the whole change. */
import { rateOf, type Cell, type Make } from './world';

export interface Effect {
  /** In units of the measure. */
  readonly effect: number;
  /** Of a rate: what came of its own rate, and of its weight among all. */
  readonly rate?: number;
  readonly mix?: number;
}

/**
 * Of an amount its own change. Of a rate R = Σ wₘ·rₘ (w: share of the denominator) with means of both periods: w̄·Δr for its rate, and
 * (r̄ − R̄)·Δw for its weight; no residual is left, as Σ Δw = 0 (Bennet, “The theory of measurement of changes in cost of living”, 1920).
 * @param whole both sides of all members together
 * @example effectOf('rate', { now: [30, 100], before: [10, 50] }, { now: [60, 200], before: [40, 200] }) // rate 0.0375, mix 0
 */
export function effectOf(make: Make, cell: Omit<Cell, 'member'>, whole: Omit<Cell, 'member'>): Effect {
  if (make === 'amount') return { effect: cell.now[0] - cell.before[0] };
  const weight = (own: number, all: number) => (all === 0 ? 0 : own / all);
  const now = weight(cell.now[1] ?? 0, whole.now[1] ?? 0);
  const before = weight(cell.before[1] ?? 0, whole.before[1] ?? 0);
  const whole_ = (rateOf(whole.now) + rateOf(whole.before)) / 2;
  // a member that is new or gone has no rate on one side; it is taken to have had the one it has
  const rateNow = (cell.now[1] ?? 0) === 0 ? rateOf(cell.before) : rateOf(cell.now);
  const rateBefore = (cell.before[1] ?? 0) === 0 ? rateOf(cell.now) : rateOf(cell.before);
  const rate = ((now + before) / 2) * (rateNow - rateBefore);
  const mix = ((rateNow + rateBefore) / 2 - whole_) * (now - before);
  return { effect: rate + mix, rate, mix };
}
