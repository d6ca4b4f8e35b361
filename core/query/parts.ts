/** The parts of a breakdown: what stands for several members, and whether the parts add up to the whole. */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import type { Model } from '../model/model';
import type { Breakdown } from '../reading/schema';

/** Rows that stand for all members, for those not named, and for those a rank leaves out. */
export const ALL = 'All';
export const REST = 'Rest';
export const OTHERS = 'Others';

/** Do the parts of these breakdowns add up? Those of a sum do, but not named sets, which may overlap. */
export function partsAddUp(by: readonly Breakdown[], calculation: Calculation, model: Model): boolean {
  return addsUp(calculation, model) && !by.some((one) => one.kind === 'sets');
}
