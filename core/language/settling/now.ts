/** Settling "right now". */
import { isMeasure } from '../../model/calculation';
import type { Model } from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import type { Reading } from '../../reading/schema';
import { CannotSettle } from './situation';

/** What is known by its last value is shown as of now when no period is chosen; what adds up over days has no value of a moment. */
export function nowEdits(edits: readonly Edit[], base: Reading, asFollowUp: boolean, model: Model): Edit[] {
  const said = edits.flatMap((edit) => (edit.do === 'show' ? edit.shown : []));
  const shown = said.length > 0 ? said : asFollowUp ? base.shown : [];
  const last = shown.length > 0 && shown.every(({ calculation }) => isMeasure(calculation) && model.measures.get(calculation.measure)?.kind === 'last');
  if (!last) throw new CannotSettle('What is shown adds up over days, so it has no value of this moment; say “today”, “this week” or “this month”.');
  return [{ do: 'period', period: null }];
}
