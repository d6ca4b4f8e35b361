/**
 * Periods: a stretch of days as a person means it. Relative ones ("last quarter") stay relative,
 * so that a pinned chart moves with its data; `resolvePeriod` turns each into days.
 */
import { z } from 'zod';
import { addDays, addMonths, dayParts, daysInMonth, isLastOfMonth, type Day } from './day';
import { addGrains, endOf, GRAINS, startOf, type Grain } from './grain';

/** A day of the years 1 to 9999. */
export const daySchema = z.iso.date().refine((day) => day > '0001', { message: 'years begin with 0001' });
const yearSchema = z.number().int().min(1).max(9998);
export const grainSchema = z.enum(GRAINS);

export const periodSchema = z.discriminatedUnion('kind', [
  /** Fixed days, both inclusive. */
  z.object({ kind: z.literal('days'), from: daySchema, to: daySchema }),
  /** From a day to the reference day. */
  z.object({ kind: z.literal('since'), from: daySchema }),
  /** All data up to a day, inclusive. */
  z.object({ kind: z.literal('until'), to: daySchema }),
  /** The calendar period that holds the reference day, up to that day. */
  z.object({ kind: z.literal('this'), grain: grainSchema }),
  /** The calendar period just before the one that holds the reference day. */
  z.object({ kind: z.literal('last'), grain: grainSchema }),
  /** The n latest complete periods; for days, the n days that end on the reference day. */
  z.object({ kind: z.literal('latest'), grain: grainSchema, count: z.number().int().min(1).max(5000) }),
  /** A named season of the model; the year is the one in which it begins. */
  z.object({ kind: z.literal('season'), season: z.string(), year: yearSchema }),
  /** A fiscal year or one of its quarters. */
  z.object({ kind: z.literal('fiscal'), year: yearSchema, quarter: z.number().int().min(1).max(4).optional() }),
]);
export type Period = z.infer<typeof periodSchema>;

export interface Season {
  readonly id: string;
  readonly name: string;
  /** `--MM-DD` for a season that comes each year, or one range a year for feasts that move. */
  readonly from?: { readonly month: number; readonly day: number };
  readonly to?: { readonly month: number; readonly day: number };
  readonly dates?: readonly { readonly from: Day; readonly to: Day }[];
}

/** What a model says about time, and the day on which it is asked. */
export interface Calendar {
  readonly asOf: Day;
  /** ISO number of the day on which weeks start. */
  readonly weekStart: number;
  readonly fiscalStartMonth: number;
  readonly fiscalNamedBy: 'end' | 'start';
  readonly seasons: readonly Season[];
  /** First and last day with data, where known. */
  readonly firstData?: Day;
  readonly lastData?: Day;
}

/** A period as days, both inclusive; a missing end is open. */
export interface DayRange {
  readonly from?: Day;
  readonly to?: Day;
  /** The end the words name, where the reference day cuts the period short. */
  readonly cutFrom?: Day;
}

/**
 * The days a period means on the reference day of a calendar. The end of a period that the reference day
 * lies in is that day, with the whole end in `cutFrom`; a period wholly after it is kept as it is.
 * @throws RangeError where the model has no such season or the season no dates in that year
 */
export function resolvePeriod(period: Period, calendar: Calendar): DayRange {
  const { asOf, weekStart } = calendar;
  switch (period.kind) {
    case 'days':
      return cutAtReference({ from: period.from, to: period.to }, asOf);
    case 'since':
      return { from: period.from, to: asOf };
    case 'until':
      return { to: period.to };
    case 'this':
      return cutAtReference(
        { from: startOf(period.grain, asOf, weekStart), to: endOf(period.grain, asOf, weekStart) },
        asOf,
      );
    case 'last': {
      const start = addGrains(period.grain, startOf(period.grain, asOf, weekStart), -1);
      return { from: start, to: endOf(period.grain, start, weekStart) };
    }
    case 'latest': {
      const complete = endOf(period.grain, asOf, weekStart) === asOf;
      const last = complete ? asOf : addDays(startOf(period.grain, asOf, weekStart), -1);
      return { from: addGrains(period.grain, startOf(period.grain, last, weekStart), 1 - period.count), to: last };
    }
    case 'season':
      return cutAtReference(seasonRange(period.season, period.year, calendar), asOf);
    case 'fiscal':
      return cutAtReference(fiscalRange(period.year, period.quarter, calendar), asOf);
  }
}

function cutAtReference(range: { from: Day; to: Day }, asOf: Day): DayRange {
  return range.from <= asOf && range.to > asOf ? { from: range.from, to: asOf, cutFrom: range.to } : range;
}

function seasonRange(id: string, year: number, calendar: Calendar): { from: Day; to: Day } {
  const season = calendar.seasons.find((one) => one.id === id);
  if (!season) throw new RangeError(`The model has no season “${id}”.`);
  const dated = season.dates?.find((range) => dayParts(range.from).year === year);
  if (dated) return { from: dated.from, to: dated.to };
  if (!season.from || !season.to) throw new RangeError(`${season.name} has no dates in ${year}.`);
  const crosses =
    season.to.month < season.from.month || (season.to.month === season.from.month && season.to.day < season.from.day);
  return { from: dayInYear(year, season.from), to: dayInYear(crosses ? year + 1 : year, season.to) };
}

function dayInYear(year: number, { month, day }: { month: number; day: number }): Day {
  const clipped = Math.min(day, daysInMonth(year, month));
  return `${year}-${String(month).padStart(2, '0')}-${String(clipped).padStart(2, '0')}`;
}

function fiscalRange(year: number, quarter: number | undefined, calendar: Calendar): { from: Day; to: Day } {
  const startYear = calendar.fiscalNamedBy === 'end' && calendar.fiscalStartMonth > 1 ? year - 1 : year;
  const start = dayInYear(startYear, { month: calendar.fiscalStartMonth, day: 1 });
  const from = addMonths(start, quarter === undefined ? 0 : (quarter - 1) * 3);
  return { from, to: addDays(addMonths(from, quarter === undefined ? 12 : 3), -1) };
}

/** The fiscal year, by the model's naming, that holds the day. */
export function fiscalYearOf(day: Day, calendar: Calendar): number {
  const { year, month } = dayParts(day);
  const startYear = month >= calendar.fiscalStartMonth ? year : year - 1;
  return calendar.fiscalNamedBy === 'end' && calendar.fiscalStartMonth > 1 ? startYear + 1 : startYear;
}

/** The coarsest calendar grain of which the days are exactly one period, if any. */
export function exactGrain(from: Day, to: Day): Grain | null {
  const { month, day, year } = dayParts(from);
  if (day === 1 && isLastOfMonth(to)) {
    const end = dayParts(to);
    const months = (end.year - year) * 12 + end.month - month + 1;
    if (months === 12 && month === 1) return 'year';
    if (months === 6 && (month === 1 || month === 7)) return 'half';
    if (months === 3 && month % 3 === 1) return 'quarter';
    if (months === 1) return 'month';
  }
  return from === to ? 'day' : null;
}

/** The latest period of the calendar (month of the year, quarter, half) that has begun by the reference day. */
export function latestBegun(grain: 'month' | 'quarter' | 'half', ordinal: number, asOf: Day): { from: Day; to: Day } {
  const months = { month: 1, quarter: 3, half: 6 }[grain];
  const thisYear = dayParts(asOf).year;
  const start = (year: number) => `${year}-${String((ordinal - 1) * months + 1).padStart(2, '0')}-01`;
  const from = start(thisYear) <= asOf ? start(thisYear) : start(thisYear - 1);
  return { from, to: addDays(addMonths(from, months), -1) };
}
