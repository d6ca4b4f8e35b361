/** What stands beside a period moves along with it, whether the period is said or chosen by hand. */
import { addDays, weekday, type Day } from '../time/day';
import { addGrains, type Grain } from '../time/grain';
import { exactGrain, resolvePeriod, type Calendar, type Period } from '../time/period';
import type { Edit } from './edit-schema';
import type { Reading } from './schema';

/** After how many units the same comes again: a year, for days the same weekday. */
const ROUND: Readonly<Record<Grain, number>> = { year: 1, half: 2, quarter: 4, month: 12, week: 52, day: 7 };

/** "April vs March", then "what about July": where one period stood beside the one before it, or that of a year before, the next stands beside its own. */
export function movedAlong(edits: readonly Edit[], { when, against }: Reading, calendar: Calendar): Edit[] {
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
