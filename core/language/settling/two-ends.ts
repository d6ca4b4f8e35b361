/**
 * "Fell from 2024 to 2025": a change between the two ends of a stretch is the later end beside the earlier, not the whole stretch
 * beside the one before it.
 */
import type { Reading } from '../../reading/schema';
import type { Calendar } from '../../time/period';
import type { SaidEdit } from '../intent';
import { CannotSettle } from './cannot-settle';
import { basisBetween, saidComparison, showsChange, twoEnds, type Basis } from './comparisons';

/** What is said, with the two ends of its only stretch beside each other where a change between them is asked for. */
export function betweenEnds(
  said: readonly SaidEdit[],
  base: Reading,
  asFollowUp: boolean,
  calendar: Calendar,
): readonly SaidEdit[] {
  const ends = twoEnds(said, base, asFollowUp);
  if (ends === null || !said.some(asksForChange) || said.some(compares) || said.some(isOverTime)) return said;
  const beside = saidComparison(ends, calendar, null);
  const [now, then] = [
    beside.flatMap((edit) => (edit.do === 'period' && edit.period !== null ? [edit.period] : []))[0],
    beside.flatMap((edit) =>
      edit.do === 'compare' && edit.against?.kind === 'period' ? [edit.against.period] : [],
    )[0],
  ];
  const basis = now === undefined || then === undefined ? null : basisBetween(then, now, calendar);
  if (basis === null && said.some(testsOrShowsChange))
    throw new CannotSettle(
      'A change can be tested or shown from the period before or from the year before. For two other periods, compare them and rank by the difference.',
      true,
    );
  const edits: readonly SaidEdit[] =
    basis === null || now === undefined
      ? beside
      : [
          { do: 'period', period: now },
          { do: 'compare', against: { kind: basis } },
        ];
  const shown = said.some(showsChange);
  return said.flatMap((edit) => {
    if (edit.do === 'saidPeriod' && edit.how === 'set')
      return shown ? edits.filter((one) => one.do !== 'compare') : edits;
    return [shown && basis !== null ? changeOn(edit, basis) : edit];
  });
}

/** A change that is shown, with what it is from, where that was not said. */
function changeOn(edit: SaidEdit, basis: Basis): SaidEdit {
  if (edit.do === 'saidTransform' && edit.transform.kind === 'change' && edit.transform.basis === 'implied')
    return { ...edit, transform: { ...edit.transform, basis } };
  if (edit.do !== 'show') return edit;
  const shown = edit.shown.map((one) =>
    one.transform?.kind === 'change' && one.transform.basis === 'implied'
      ? { ...one, transform: { ...one.transform, basis } }
      : one,
  );
  return { ...edit, shown };
}

const compares = ({ do: what }: SaidEdit): boolean =>
  what === 'compare' || what === 'saidComparison' || what === 'unitBefore';
/** Of which it is not said what the change is from. */
const testsOrShowsChange = (edit: SaidEdit): boolean =>
  (edit.do === 'saidMeasureTest' && edit.change?.basis === 'implied') ||
  (edit.do === 'saidTransform' && edit.transform.kind === 'change' && edit.transform.basis === 'implied') ||
  (edit.do === 'show' &&
    edit.shown.some(({ transform }) => transform?.kind === 'change' && transform.basis === 'implied'));
const asksForChange = (edit: SaidEdit): boolean =>
  edit.do === 'saidChangeRank' ||
  edit.do === 'saidChangeOrder' ||
  (edit.do === 'saidRank' && edit.on !== undefined) ||
  testsOrShowsChange(edit);
/** "Which month fell most between January and June" is of the months between them. */
const isOverTime = (edit: SaidEdit): boolean =>
  (edit.do === 'saidChangeRank' && edit.of?.kind === 'time') ||
  (edit.do === 'saidRank' && edit.rank.of?.kind === 'time') ||
  (edit.do === 'saidMeasureTest' && edit.at?.kind === 'time');
