/** Whether words are a follow-up of the reading before, or a question of their own. */
import { same, type Reading } from '../../reading/schema';
import type { Intent, SaidEdit } from '../intent';
import { joinedUp, ranksAnother } from './joint-edits';

/** Does a question stand on its own: with a measure and something that measure is broken down or narrowed by? */
function isComplete(unjoined: readonly SaidEdit[]): boolean {
  const said = unjoined.some((edit) => ranksAnother(edit, unjoined)) ? joinedUp(unjoined) : unjoined;
  const shows = said.some(
    (edit) =>
      edit.do === 'show' ||
      edit.do === 'mention' ||
      (edit.do === 'memberShare' && edit.calculation !== null) ||
      (edit.do === 'saidChangeRank' && edit.calculation !== null) ||
      edit.do === 'distribution' ||
      ((edit.do === 'saidRank' || edit.do === 'kindRank') &&
        (edit.do === 'saidRank' ? edit.rank.by : edit.by) !== null) ||
      (edit.do === 'saidMeasureTest' && ((edit.calculation !== null && !edit.narrows) || edit.count)),
  );
  const about = said.some(
    (edit) =>
      [
        'breakdown',
        'condition',
        'saidRank',
        'saidChangeRank',
        'kindRank',
        'saidMeasureTest',
        'saidRowTest',
        'saidLengthTest',
        'overTime',
        'kindOfLevel',
        'change',
        'distribution',
        'memberShare',
      ].includes(edit.do) ||
      (edit.do === 'compare' && edit.against?.kind === 'members'),
  );
  return shows && about;
}

/** Is the cover read as a follow-up of the reading before? */
export function readsAsFollowUp(intents: readonly Intent[], before: Reading | null): boolean {
  if (before === null) return false;
  if (intents.some((one) => one.fresh)) return false;
  // “group bookings only”, of bookings that are shown already, names nothing new
  const isShown = (edit: SaidEdit) =>
    edit.do === 'mention' &&
    before.shown.some((one) => same(one.calculation, { kind: 'measure', measure: edit.measure }));
  // “revenue by route, only those above average” narrows what it names itself
  const narrows = (one: Intent) =>
    one.edits.length > 0 &&
    one.edits.every(
      (edit) =>
        (edit.do === 'saidMeasureTest' && edit.ofSaid === true) ||
        (edit.do === 'saidRank' && edit.rank.of === null && edit.who === undefined),
    );
  const edits = intents.filter((one) => !narrows(one)).flatMap((one) => one.edits);
  const namesBoth = edits.some((edit) => edit.do === 'show') && edits.some((edit) => edit.do === 'breakdown');
  const said = intents.flatMap((one) => one.edits);
  const followsUp = intents.some(
    (one) => one.followUp && !(namesBoth && narrows(one)) && !one.edits.some((edit) => ranksAnother(edit, said)),
  );
  // “which titles are below target”, of titles that stand beside their plan already
  const besidePlan =
    before.against?.kind === 'plan' &&
    edits.some(
      (edit) =>
        edit.do === 'saidMeasureTest' &&
        edit.besidePlan === true &&
        (edit.usualPlan === true || before.by.some((one) => same(one, edit.at))),
    ) &&
    !edits.some((edit) => edit.do === 'show');
  const narrowsOnly = said.every(
    (edit) => edit.do === 'condition' || edit.do === 'mention' || edit.do === 'saidPeriod',
  );
  return followsUp || besidePlan || !isComplete(narrowsOnly ? said.filter((edit) => !isShown(edit)) : said);
}
