/** Said periods → periods: gives bare months, days and seasons their year, and joins and bounds stretches. */
import { addDays, dayFromParts, dayParts, weekday, type Day } from '../../time/day';
import { addGrains, countGrains, endOf, startOf, type Grain } from '../../time/grain';
import { fiscalYearOf, latestBegun, resolvePeriod, type Calendar, type Period } from '../../time/period';
import type { SaidPeriod } from '../intent';
import type { Edit } from '../../reading/edit-schema';
import { listWords } from '../../reading/words';
import { CannotSettle } from './cannot-settle';

/** A period that can't be: the day does not exist, or the stretch is empty. */
export class ImpossiblePeriod extends Error {}

/**
 * @param year the year of the reading before, in a follow-up; a fresh question takes the latest begun
 * @throws ImpossiblePeriod with the reason
 */
export function settledPeriod(said: SaidPeriod, calendar: Calendar, year: number | null): Period {
  switch (said.kind) {
    case 'bareUnit': {
      if (year === null) return { kind: 'days', ...latestBegun(said.grain, said.ordinal, calendar.asOf) };
      const { from, to } = latestBegun(said.grain, said.ordinal, `${year}-12-31`);
      return { kind: 'days', from, to };
    }
    case 'bareDay': {
      const inYear = (one: number) => dayFromParts({ year: one, month: said.month, day: said.day });
      const thisYear = dayParts(calendar.asOf).year;
      const candidates = year === null ? [thisYear, thisYear - 1, thisYear - 2, thisYear - 3, thisYear - 4] : [year];
      const day = candidates.map(inYear).find((one) => one !== null && (year !== null || one <= calendar.asOf));
      if (!day) throw new ImpossiblePeriod(`There is no such day in ${String(year ?? thisYear)}.`);
      return { kind: 'days', from: day, to: day };
    }
    case 'bareSeason': {
      const thisYear = year ?? dayParts(calendar.asOf).year;
      let passed = 0;
      for (const one of year === null || said.back > 0 ? [0, 1, 2, 3, 4].map((back) => thisYear - back) : [thisYear]) {
        const period: Period = { kind: 'season', season: said.season, year: one };
        const range = settledRange(period, calendar);
        if (range === null || ((year === null || said.back > 0) && (range.from ?? '') > calendar.asOf)) continue;
        const running = said.back > 0 && (wholeRange(period, calendar).to ?? '') > calendar.asOf;
        if (!running) passed += 1;
        if (said.back === 0 || passed === said.back) return period;
      }
      throw new ImpossiblePeriod(noDates(said.season, year, calendar));
    }
    case 'oneOfSeasons': {
      const thisYear = dayParts(calendar.asOf).year;
      const begun = said.seasons
        .flatMap((season) => [0, 1, 2, 3].map((back): Period => ({ kind: 'season', season, year: thisYear - back })))
        .flatMap((period) => {
          const from = settledRange(period, calendar)?.from;
          return from === undefined || from > calendar.asOf ? [] : [{ period, from }];
        })
        .sort((a, b) => (a.from < b.from ? 1 : -1));
      const found = begun[said.back]?.period;
      if (found === undefined) throw new ImpossiblePeriod('The model gives no dates for it.');
      return found;
    }
    case 'thisFiscal': {
      const current = fiscalYearOf(calendar.asOf, calendar) - said.back;
      if (said.quarter === undefined) return { kind: 'fiscal', year: current };
      const period: Period = { kind: 'fiscal', year: current, quarter: said.quarter };
      return (resolvePeriod(period, calendar).from ?? '') <= calendar.asOf ? period : { ...period, year: current - 1 };
    }
    case 'fiscalQuarter': {
      const start = addGrains('quarter', fiscalQuarterStart(calendar), -said.back);
      const year = fiscalYearOf(start, calendar);
      const first = resolvePeriod({ kind: 'fiscal', year }, calendar).from ?? start;
      return { kind: 'fiscal', year, quarter: Math.floor(monthsBetween(first, start) / 3) + 1 };
    }
    case 'ago': {
      const start = addGrains(said.grain, startOf(said.grain, calendar.asOf, calendar.weekStart), -said.count);
      return { kind: 'days', from: start, to: endOf(said.grain, start, calendar.weekStart) };
    }
    case 'spread':
      return spread(said.from, said.to, calendar, year);
    case 'bound': {
      const inner = settledPeriod(said.period, calendar, year);
      const range = wholeRange(inner, calendar);
      if (range.from === undefined || range.to === undefined)
        throw new ImpossiblePeriod('That period has no such end.');
      if (said.side === 'since') return { kind: 'since', from: range.from };
      if (said.side === 'until') return { kind: 'until', to: range.to };
      return said.side === 'before'
        ? { kind: 'until', to: addDays(range.from, -1) }
        : { kind: 'since', from: addDays(range.to, 1) };
    }
    case 'endOf': {
      const { from, to } = wholeRange(settledPeriod(said.period, calendar, year), calendar);
      if (from === undefined || to === undefined) throw new ImpossiblePeriod('That period has no such end.');
      const part =
        said.side === 'first'
          ? { from, to: addDays(addGrains(said.grain, from, said.count), -1) }
          : { from: addDays(addGrains(said.grain, addDays(to, 1), -said.count), 0), to };
      if (part.from < from || part.to > to)
        throw new ImpossiblePeriod(
          `That period is shorter than ${said.count === 1 ? `a ${said.grain}` : `${said.count} ${said.grain}s`}.`,
        );
      return { kind: 'days', ...part };
    }
    case 'monthHalf': {
      const { from = '', to = '' } = wholeRange(settledPeriod(said.month, calendar, year), calendar);
      return said.half === 'first'
        ? { kind: 'days', from, to: addDays(from, 14) }
        : { kind: 'days', from: addDays(from, 15), to };
    }
    case 'partOfYear':
      return settledPeriod(said.part, calendar, dayParts(calendar.asOf).year - said.back);
    case 'toDate': {
      const period = settledPeriod(said.period, calendar, year);
      const { from, to } = wholeRange(period, calendar);
      if (from === undefined || from > calendar.asOf) throw new ImpossiblePeriod('That period has not begun.');
      return to === undefined || to <= calendar.asOf ? period : { kind: 'days', from, to: calendar.asOf };
    }
    case 'unitOf': {
      const { from, to } = settledPeriod(said.period, calendar, year) as { from?: Day; to?: Day };
      if (from === undefined || from !== to)
        throw new ImpossiblePeriod(`Name the day of which the ${said.grain} is meant.`);
      return {
        kind: 'days',
        from: startOf(said.grain, from, calendar.weekStart),
        to: endOf(said.grain, from, calendar.weekStart),
      };
    }
    case 'week': {
      const thisYear = said.year ?? year ?? dayParts(calendar.asOf).year;
      const found =
        (said.year ?? year) === null
          ? [thisYear, thisYear - 1]
              .map((one) => isoWeek(one, said.week))
              .find((one) => one !== null && one.from <= calendar.asOf)
          : isoWeek(thisYear, said.week);
      if (!found) throw new ImpossiblePeriod(`There is no week ${said.week} in ${thisYear}.`);
      return { kind: 'days', ...found };
    }
    case 'lastMonth':
      return { kind: 'days', ...latestBegun('month', said.ordinal, addDays(startOf('month', calendar.asOf), -1)) };
    case 'lastWeekday': {
      const [day] = [1, 2, 3, 4, 5, 6, 7]
        .map((back) => addDays(calendar.asOf, -back))
        .filter((one) => weekday(one) === said.day);
      return { kind: 'days', from: day ?? calendar.asOf, to: day ?? calendar.asOf };
    }
    case 'impossible':
      throw new ImpossiblePeriod(`There is no ${said.text}.`);
    default:
      if (settledRange(said, calendar) === null)
        throw new ImpossiblePeriod(
          said.kind === 'season' ? noDates(said.season, said.year, calendar) : 'The model gives no dates for it.',
        );
      return said;
  }
}

/** What to say where a season has no dates in a year, with the years that it has. */
function noDates(id: string, year: number | null, { seasons }: Calendar): string {
  const season = seasons.find((one) => one.id === id);
  const years = [...new Set(season?.dates?.map(({ from }) => dayParts(from).year) ?? [])];
  const name = season?.name ?? 'the season';
  return `The model gives no dates for ${name}${year === null ? '' : ` in ${year}`}.${years.length > 0 && year !== null ? ` Say which year is meant: ${listWords(years.map(String), 'or')}.` : ''}`;
}

/**
 * "2024 = 100": the line begins there, as an index has its first point at 100.
 * @param when the period in force; where it is said as well, the two have to begin together
 * @throws CannotSettle where the first point would be another
 */
export function indexPeriod(
  said: SaidPeriod,
  when: Period | null,
  whenIsSaid: boolean,
  calendar: Calendar,
  year: number | null,
): Edit {
  const range = when === null ? {} : wholeRange(when, calendar);
  const own = whenIsSaid && range.from !== undefined ? dayParts(range.from).year : year;
  const { from, to } = wholeRange(settledPeriod(said, calendar, isBare(said) ? own : null), calendar);
  if (from === undefined)
    throw new ImpossiblePeriod('That period has no beginning, so it can’t be the first point of an index.');
  if (!whenIsSaid)
    return {
      do: 'period',
      period:
        range.to !== undefined && to !== undefined && range.to > to
          ? { kind: 'days', from, to: range.to }
          : { kind: 'since', from },
    };
  if (range.from !== from || when === null)
    throw new CannotSettle(
      'An index has its first point at 100, so the period it is shown over has to begin there.',
      true,
    );
  return { do: 'period', period: when };
}

/** A week of ISO 8601: week 1 holds the 4th of January, weeks begin on Monday. Null where the year has no such week. */
function isoWeek(year: number, week: number): { from: Day; to: Day } | null {
  const from = addDays(startOf('week', `${year}-01-04`, 1), 7 * (week - 1));
  return week >= 1 && dayParts(addDays(from, 3)).year === year ? { from, to: addDays(from, 6) } : null;
}

const monthsBetween = (from: Day, to: Day) =>
  (dayParts(to).year - dayParts(from).year) * 12 + dayParts(to).month - dayParts(from).month;

/** First day of the fiscal quarter that holds the reference day. */
function fiscalQuarterStart(calendar: Calendar): Day {
  const start =
    resolvePeriod({ kind: 'fiscal', year: fiscalYearOf(calendar.asOf, calendar) }, calendar).from ?? calendar.asOf;
  return addGrains('quarter', start, Math.floor(monthsBetween(start, calendar.asOf) / 3));
}

export function settledRange(period: Period, calendar: Calendar): { from?: Day; to?: Day } | null {
  try {
    return resolvePeriod(period, calendar);
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

/** The year that a bare month or quarter takes from the reading before; none where it has not begun in it: “what about December?” after January is the one that has been. */
export function yearFor(said: SaidPeriod, calendar: Calendar, year: number | null): number | null {
  if (said.kind !== 'bareUnit' || year === null) return year;
  return latestBegun(said.grain, said.ordinal, `${year}-12-31`).from > calendar.asOf ? null : year;
}

/** The days of a period with its whole end, even where the reference day cuts it. */
export function wholeRange(period: Period, calendar: Calendar): { from?: Day; to?: Day } {
  const { from, to, cutFrom } = resolvePeriod(period, calendar);
  return {
    ...(from === undefined ? {} : { from }),
    ...((cutFrom ?? to) === undefined ? {} : { to: cutFrom ?? to }),
  } as { from?: Day; to?: Day };
}

export const isBare = (said: SaidPeriod) =>
  (said.kind === 'week' && said.year === undefined) ||
  said.kind === 'bareUnit' ||
  said.kind === 'bareDay' ||
  said.kind === 'bareSeason';

/** "from March to May 2025": a bare end takes its year from the other one. */
function spread(from: SaidPeriod, to: SaidPeriod, calendar: Calendar, year: number | null): Period {
  const rangeOf = (said: SaidPeriod, inYear: number | null) =>
    wholeRange(settledPeriod(said, calendar, inYear), calendar);
  let start = rangeOf(from, year);
  let end = rangeOf(to, year);
  if (isBare(from) && !isBare(to)) {
    const endYear = dayParts(end.to ?? calendar.asOf).year;
    start = rangeOf(from, endYear);
    if ((start.from ?? '') > (end.to ?? '')) start = rangeOf(from, endYear - 1);
  } else if (isBare(to)) {
    const startYear = dayParts(start.from ?? calendar.asOf).year;
    end = rangeOf(to, startYear);
    if ((start.from ?? '') > (end.to ?? '')) end = rangeOf(to, startYear + 1);
  }
  if (start.from === undefined || end.to === undefined) throw new ImpossiblePeriod('That period has no such end.');
  if (start.from > end.to) throw new ImpossiblePeriod('It ends before it begins.');
  return { kind: 'days', from: start.from, to: end.to };
}

const READABLE = { least: 8, most: 60 };

/** "Over time": months if they give 8 to 60 points, else the coarsest other grain that does, else the finest. */
export function readableGrain(from: Day, to: Day, weekStart: number, finest: Grain = 'day'): Grain {
  const order: readonly Grain[] = ['year', 'half', 'quarter', 'month', 'week', 'day'];
  const allowed = order.slice(0, order.indexOf(finest) + 1);
  const fits = (grain: Grain) => {
    const count = countGrains(grain, from, to, weekStart);
    return count >= READABLE.least && count <= READABLE.most;
  };
  if (allowed.includes('month') && fits('month')) return 'month';
  return allowed.find(fits) ?? finest;
}
