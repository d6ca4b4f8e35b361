/** How far a line is carried on: said in units of the calendar, kept in periods of the line. */
import type { Edit } from '../../reading/edit-schema';
import { EMPTY_READING, MOST_AHEAD, type Reading } from '../../reading/schema';
import { addDays, dayParts, earlierOf, type Day } from '../../time/day';
import { addGrains, countGrains, endOf, GRAINS, startOf, type Grain } from '../../time/grain';
import { latestBegun, resolvePeriod, type Calendar, type Period } from '../../time/period';
import type { SaidEdit, SaidPeriod } from '../intent';
import { settledPeriod, wholeRange } from './periods';
import { CannotSettle } from './cannot-settle';

/** Periods that a line is carried on where nothing is said of it. */
const USUAL: Readonly<Record<Grain, number>> = { day: 14, week: 8, month: 6, quarter: 4, half: 2, year: 2 };
/** The line that is carried on to the end of a period that has begun. */
const WITHIN: Readonly<Record<Grain, Grain>> = {
  day: 'day',
  week: 'day',
  month: 'day',
  quarter: 'month',
  half: 'month',
  year: 'month',
};

/** Do these words ask for a forecast? A time to come alone does not. */
const forecasts = (said: readonly SaidEdit[], base: Reading): boolean =>
  base.ahead !== null || said.some((edit) => edit.do === 'saidAhead' && edit.bare !== true);

/** Does a period that is said with a forecast say how far to go, rather than where to look? "December" is the next one then. Not where that is said in units. */
export function saysHowFar(period: SaidPeriod, said: readonly SaidEdit[], calendar: Calendar): boolean {
  if (!forecasts(said, EMPTY_READING) || said.some((edit) => edit.do === 'saidAhead' && edit.unit !== undefined))
    return false;
  if (period.kind === 'bound') return period.side === 'until' && saysHowFar(period.period, said, calendar);
  // “for August and September” goes as far as the latter
  if (period.kind === 'spread') return period.from.kind === 'bareUnit' && saysHowFar(period.to, said, calendar);
  return period.kind === 'bareUnit' || (period.kind === 'days' && period.to > calendar.asOf);
}

/** Is another measure to be forecast than the one shown, over a period that is over? What was shown of that one says nothing of what is to come of this. */
export function isOfThePast(said: readonly SaidEdit[], base: Reading, calendar: Calendar): boolean {
  const to = base.when === null ? undefined : resolvePeriod(base.when.period, calendar).to;
  return (
    to !== undefined &&
    addDays(to, 1) < startOf('month', calendar.asOf) &&
    said.some((edit) => edit.do === 'show') &&
    !said.some((edit) => edit.do === 'saidPeriod')
  );
}

/** @throws CannotSettle where the words name no time to come */
export function forecastEdits(
  said: readonly SaidEdit[],
  done: readonly Edit[],
  when: Period | null,
  base: Reading,
  calendar: Calendar,
): Edit[] {
  if (!forecasts(said, base))
    throw new CannotSettle(
      'The data end before that. “Forecast” carries a measure on, for example “forecast it for the next 6 months”.',
      true,
    );
  const named = said.flatMap((edit) =>
    edit.do === 'saidAhead' && edit.unit !== undefined
      ? [{ unit: edit.unit, count: edit.count ?? 1, calendar: edit.calendar === true }]
      : [],
  )[0];
  const until = said.flatMap((edit) =>
    edit.do === 'saidPeriod' && saysHowFar(edit.period, said, calendar) ? [edit.period] : [],
  )[0];
  const newLine = done.flatMap((edit) => (edit.do === 'breakdown' ? edit.by : [])).find((one) => one.kind === 'time');
  const line = newLine ?? base.by.find((one) => one.kind === 'time');
  const end = earlierOf((when === null ? undefined : resolvePeriod(when, calendar).to) ?? calendar.asOf, calendar.asOf);
  const target =
    until !== undefined
      ? lastDayAhead(until, end, calendar)
      : named === undefined
        ? null
        : named.calendar
          ? endOf(
              named.unit,
              addGrains(named.unit, startOf(named.unit, end, calendar.weekStart), named.count),
              calendar.weekStart,
            )
          : addGrains(named.unit, end, named.count);
  const grain = grainOfLine(line?.grain ?? null, newLine !== undefined, named ?? null);
  const periods = target === null ? USUAL[grain] : countGrains(grain, end, target, calendar.weekStart) - 1;
  if (target !== null && target <= end)
    throw new CannotSettle('The data reach as far as that already; name a time to come.', true);
  if (periods < 1)
    throw new CannotSettle(
      `That lies in the ${grain} that the data end in, which is forecast as a whole; name a later one, or a finer line such as “by day”.`,
      true,
    );
  if (periods > MOST_AHEAD)
    throw new CannotSettle(
      `At most ${MOST_AHEAD} ${grain}s are forecast; name a nearer time, or a coarser line.`,
      true,
    );
  return [
    ...(line?.grain === grain
      ? []
      : [{ do: 'breakdown' as const, how: 'join' as const, by: [{ ...line, kind: 'time' as const, grain }] }]),
    { do: 'ahead', periods },
  ];
}

/** The grain of the line that is carried on: the one there is, unless what is said is finer; months where there is none and none is said. */
function grainOfLine(
  there: Grain | null,
  saidWithIt: boolean,
  named: { readonly unit: Grain; readonly count: number } | null,
): Grain {
  if (there !== null && (saidWithIt || named === null)) return there;
  const wanted = named === null ? 'month' : named.count === 0 ? WITHIN[named.unit] : named.unit;
  if (there === null) return wanted === 'year' ? 'month' : wanted;
  return GRAINS.indexOf(wanted) < GRAINS.indexOf(there) ? wanted : there;
}

/** The last day of a period to come. */
function lastDayAhead(said: SaidPeriod, end: Day, calendar: Calendar): Day {
  const { year } = dayParts(end);
  const period = said.kind === 'bound' ? said.period : said.kind === 'spread' ? said.to : said;
  const lastOf = (one: number) =>
    period.kind === 'bareUnit'
      ? latestBegun(period.grain, period.ordinal, `${one}-12-31`).to
      : wholeRange(settledPeriod(period, calendar, one), calendar).to;
  return [year, year + 1].map((one) => lastOf(one) ?? end).find((day) => day > end) ?? end;
}
