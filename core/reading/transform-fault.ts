/** Which ways of showing a calculation have a meaning in a reading. */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import type { Model } from '../model/model';
import type { Breakdown, Reading, Shown } from './schema';

/** Is it the number of different things, or a stock, of which parts can be told as shares of the whole though they may not add up to it? */
function isPartOfWhole(calculation: Calculation, parts: readonly Breakdown[], model: Model): boolean {
  if (calculation.kind === 'members') return true;
  const kind = calculation.kind === 'measure' ? model.measures.get(calculation.measure)?.kind : undefined;
  // the stocks of several days have no whole
  return kind === 'distinct' || (kind === 'last' && parts.every((one) => one.kind !== 'time' && one.kind !== 'cycle'));
}

/** Why a transform has no meaning for a calculation; null where it has. */
/** Members that are counted by themselves. */
const isOneOfEach = (calculation: Calculation, { by }: Reading): boolean =>
  calculation.kind === 'members' && by.some((one) => one.kind === 'level' && one.level === calculation.level);

export function transformFault(shown: Shown, reading: Reading, model: Model): string | null {
  const { transform } = shown;
  if (transform === null) return null;
  const additive = addsUp(shown.calculation, model);
  const time = reading.by.some((one) => one.kind === 'time');
  const beside = reading.against !== null && reading.against.kind !== 'members';
  switch (transform.kind) {
    case 'share':
      if (isOneOfEach(shown.calculation, reading))
        return 'Each of them is one, so their shares say nothing. What share of them passes a test is not told at once; ask how many pass it, and how many there are.';
      if (beside && time) return 'Shares of periods have no whole to stand beside; show the shares, or the comparison.';
      if (
        !additive &&
        !isPartOfWhole(shown.calculation, transform.within === 'outer' ? reading.by.slice(1) : reading.by, model)
      )
        return 'A share needs a measure whose parts add up to the whole.';
      return transform.within === 'outer' && reading.by.length < 2
        ? 'A share within needs two breakdowns.'
        : reading.by.length === 0
          ? 'A share needs a breakdown: say by what.'
          : null;
    case 'running':
      return !additive
        ? 'A running total needs a measure whose parts add up.'
        : time
          ? null
          : 'A running total needs a breakdown by time.';
    case 'movingTotal':
      return !additive
        ? 'A moving total needs a measure whose parts add up.'
        : time
          ? null
          : 'A moving total needs a breakdown by time.';
    case 'moving':
    case 'index':
      return time ? null : 'This needs a breakdown by time.';
    case 'change':
      if (reading.against !== null) return 'Show either the change or the comparison beside it.';
      return transform.basis === 'previous' && !time && reading.when === null
        ? 'A change on the period before needs a period or a breakdown by time.'
        : null;
    case 'fromAverage':
      if (beside && !additive)
        return 'This difference from the average cannot stand beside another; show the one or the other.';
      return reading.by.length === 0 ? 'This needs a breakdown: say by what.' : null;
    case 'rank':
      return reading.by.length === 0 ? 'This needs a breakdown: say by what.' : null;
  }
}
