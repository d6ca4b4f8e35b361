/** What an edit takes along, whether it is said or made by hand: what stands beside a period moves with it, a rank of which nothing is left goes. */
import { addDays, weekday, type Day } from '../time/day';
import { addGrains, type Grain } from '../time/grain';
import { exactGrain, resolvePeriod, type Calendar, type Period } from '../time/period';
import type { Edit } from './edit-schema';
import { byLevel, same, type Reading } from './schema';

/** After how many units the same comes again: a year, for days the same weekday. */
const ROUND: Readonly<Record<Grain, number>> = { year: 1, half: 2, quarter: 4, month: 12, week: 52, day: 7 };

/** What an edit takes along. "April vs March", then "what about July": where one period stood beside the one before it, or that of a year before, the next stands beside its own. */
export function movedAlong(edits: readonly Edit[], reading: Reading, calendar: Calendar): Edit[] {
  return [...periodMoved(edits, reading, calendar), ...rankLeft(edits, reading)];
}

/** Narrowed to no more members than a rank chooses, nothing is ranked any more. */
function rankLeft(edits: readonly Edit[], { rank }: Reading): Edit[] {
  if (rank === null || rank.percent || edits.some((edit) => edit.do === 'rank' || edit.do === 'rerank')) return [];
  const keepsAll = edits.some(
    (edit) =>
      edit.do === 'condition' &&
      edit.how === 'only' &&
      edit.condition.kind === 'members' &&
      same(rank.of, byLevel(edit.condition.level)) &&
      edit.condition.members.length <= rank.count,
  );
  return keepsAll ? [{ do: 'rank', rank: null }] : [];
}

function periodMoved(edits: readonly Edit[], { when, against }: Reading, calendar: Calendar): Edit[] {
  const next = edits.findLast((edit) => edit.do === 'period');
  if (
    when === null ||
    against?.kind !== 'period' ||
    next?.do !== 'period' ||
    next.period === null ||
    edits.some((edit) => edit.do === 'compare')
  )
    return [];
  const [was, beside, now] = [when.period, against.period, next.period].map((one) => unitIn(one, calendar));
  if (!was || !beside || !now || was.grain !== beside.grain || was.grain !== now.grain) return [];
  const back = [1, ROUND[was.grain]].find((units) => addGrains(was.grain, was.from, -units) === beside.from);
  if (back === undefined) return [];
  const from = addGrains(now.grain, now.from, -back);
  return [
    {
      do: 'compare',
      against: { kind: 'period', period: { kind: 'days', from, to: addDays(addGrains(now.grain, from, 1), -1) } },
    },
  ];
}

/** The one unit of the calendar that a period is, running or not. */
export function unitIn(period: Period, calendar: Calendar): { readonly grain: Grain; readonly from: Day } | null {
  const { from, to: end, cutFrom } = resolvePeriod(period, calendar);
  const to = cutFrom ?? end;
  const grain =
    from === undefined || to === undefined
      ? null
      : to === addDays(from, 6) && weekday(from) === calendar.weekStart
        ? ('week' as const)
        : exactGrain(from, to);
  return grain === null || from === undefined ? null : { grain, from };
}
