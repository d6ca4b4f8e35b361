/** Calendar grains: the units in which time is broken down, and arithmetic on their first days. */
import { addDays, addMonths, dayParts, weekday, type Day } from './day';

/** Grains that cut the time line into periods, fine to coarse. */
export const GRAINS = ['day', 'week', 'month', 'quarter', 'half', 'year'] as const;
export type Grain = (typeof GRAINS)[number];

/** Grains that fold the time line: the same value comes back every week, year or day. */
export const CYCLES = ['dayOfWeek', 'weekPart', 'monthOfYear', 'hour'] as const;
export type Cycle = (typeof CYCLES)[number];
/** Does this grain fold the time line? */
export const isCycle = (grain: string | undefined): grain is Cycle =>
  (CYCLES as readonly (string | undefined)[]).includes(grain);

/** The parts of a week: its working days (ISO 1 to 5) and its end (6 and 7). */
export const WEEK_PARTS: readonly { readonly name: string; readonly days: readonly number[] }[] = [
  { name: 'Weekdays', days: [1, 2, 3, 4, 5] },
  { name: 'Weekends', days: [6, 7] },
];

export const MONTHS_IN: Partial<Record<Grain, number>> = { month: 1, quarter: 3, half: 6, year: 12 };

/**
 * First day of the period of this grain that holds the day.
 * @param weekStart ISO number of the day on which weeks start (1 Monday … 7 Sunday)
 */
export function startOf(grain: Grain, day: Day, weekStart = 1): Day {
  if (grain === 'day') return day;
  if (grain === 'week') return addDays(day, -((weekday(day) - weekStart + 7) % 7));
  const months = MONTHS_IN[grain] ?? 1;
  const { year, month } = dayParts(day);
  const first = month - ((month - 1) % months);
  return `${String(year).padStart(4, '0')}-${String(first).padStart(2, '0')}-01`;
}

/** The day moved by `count` periods of the grain; months keep the day of the month, clipped to the month's end. */
export function addGrains(grain: Grain, day: Day, count: number): Day {
  if (grain === 'day') return addDays(day, count);
  if (grain === 'week') return addDays(day, 7 * count);
  return addMonths(day, count * (MONTHS_IN[grain] ?? 1));
}

/** Last day of the period of this grain that holds the day. */
export function endOf(grain: Grain, day: Day, weekStart = 1): Day {
  return addDays(addGrains(grain, startOf(grain, day, weekStart), 1), -1);
}

/** How many periods of the grain the days from `from` to `to` touch. */
export function countGrains(grain: Grain, from: Day, to: Day, weekStart = 1): number {
  let count = 0;
  for (let start = startOf(grain, from, weekStart); start <= to; start = addGrains(grain, start, 1)) count += 1;
  return count;
}

/** First days of all periods of the grain that the days from `from` to `to` touch, in order. */
export function startsBetween(grain: Grain, from: Day, to: Day, weekStart = 1): Day[] {
  const starts: Day[] = [];
  for (let start = startOf(grain, from, weekStart); start <= to; start = addGrains(grain, start, 1)) starts.push(start);
  return starts;
}
