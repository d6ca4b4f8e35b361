/** A measure that takes the place of another is shown as that one was: “share of passengers by coast”, then “revenue instead”. */
import type { Model } from '../../model/model';
import type { Reading, Transform } from '../../reading/schema';
import { transformFault } from '../../reading/transform-fault';
import type { SaidEdit } from '../intent';

/** What is said besides, that says itself how the answer is to be shown. */
const SHOWN_ANEW: ReadonlySet<SaidEdit['do']> = new Set([
  'saidTransform',
  'transform',
  'compare',
  'saidComparison',
  'unitBefore',
  'rowFunction',
  'insteadOfIt',
  'averagePer',
]);

/** @returns how the only measure before was shown, where the only one that is said can be shown so; null otherwise */
export function transformKept(
  { inItsPlace, shown }: Extract<SaidEdit, { do: 'show' }>,
  said: readonly SaidEdit[],
  base: Reading,
  model: Model,
): Transform | null {
  const [measure, ...more] = shown;
  const [before, ...others] = base.shown;
  if (inItsPlace !== true || measure === undefined || before === undefined || more.length + others.length > 0)
    return null;
  if (measure.calculation.kind !== 'measure' || before.transform === null || said.some((one) => SHOWN_ANEW.has(one.do)))
    return null;
  const after = { calculation: measure.calculation, transform: before.transform };
  return transformFault(after, { ...base, shown: [after] }, model) === null ? before.transform : null;
}
