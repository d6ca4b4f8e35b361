/** Settling "right now" and "at the end of August": what is known by its last value. */
import { isMeasure } from '../../model/calculation';
import type { Model } from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import type { Reading } from '../../reading/schema';
import { CannotSettle } from './cannot-settle';

/** What is known by its last value is shown as of now when no period is chosen; what adds up over days has no value of a moment. */
export function nowEdits(edits: readonly Edit[], base: Reading, asFollowUp: boolean, model: Model): Edit[] {
  if (!hasMoment(edits, base, asFollowUp, model))
    throw new CannotSettle(
      'What is shown adds up over days, so it has no value of this moment; say “today”, “this week” or “this month”.',
    );
  return [{ do: 'period', period: null }];
}

/** @throws CannotSettle where what is shown has no value at the end of a period */
export function checkAtEnd(edits: readonly Edit[], base: Reading, asFollowUp: boolean, model: Model): readonly Edit[] {
  if (!hasMoment(edits, base, asFollowUp, model))
    throw new CannotSettle(
      'What is shown adds up over days, so it has no value at the end of a period; say “in” that period.',
      true,
    );
  return [];
}

/** Has all that is shown a value of a moment? */
function hasMoment(edits: readonly Edit[], base: Reading, asFollowUp: boolean, model: Model): boolean {
  const said = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []));
  const shown = (said.length > 0 ? said : asFollowUp ? base.shown : []).map((one) => one.calculation);
  // members that pass a test are counted as of then where what is tested is
  const tested = edits.flatMap((edit) =>
    edit.do === 'condition' && edit.condition.kind === 'measure' ? [edit.condition.calculation] : [],
  );
  const all = [...shown.filter((one) => one.kind !== 'members'), ...tested];
  return (
    all.length > 0 &&
    all.every((calculation) => isMeasure(calculation) && model.measures.get(calculation.measure)?.kind === 'last')
  );
}
