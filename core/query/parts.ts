/** The parts of a breakdown: what stands for several members, and whether the parts add up to the whole. */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import type { Model } from '../model/model';
import type { Breakdown } from '../reading/schema';

/** Rows that stand for all members, for those not named, and for those a rank leaves out. */
export const ALL = 'All';
export const REST = 'Rest';
export const OTHERS = 'Others';

/**
 * Do the parts of these breakdowns add up? Those of a sum do; named sets only where no member is in two of them, and
 * where no row for all stands among them.
 */
export function partsAddUp(by: readonly Breakdown[], calculation: Calculation, model: Model): boolean {
  return addsUp(calculation, model) && by.every((one) => one.kind !== 'sets' || isDisjoint(one, model));
}

function isDisjoint({ sets, beside }: Extract<Breakdown, { kind: 'sets' }>, model: Model): boolean {
  const members = sets.flatMap((id) => model.sets.get(id)?.members ?? []);
  return beside !== 'all' && new Set(members).size === members.length;
}
