/**
 * Civil days as ISO text (`2026-10-17`) and arithmetic on them.
 *
 * A day carries no hour and no zone, so that a period means the same to every reader.
 * Conversions use UTC throughout (proleptic Gregorian calendar, ISO 8601).
 */

const MILLISECONDS_A_DAY = 86_400_000;

/** A civil day, `YYYY-MM-DD`. */
export type Day = string;

/** The parts of a day; `month` is 1–12. */
export interface DayParts {
  readonly year: number;
  readonly month: number;
  readonly day: number;
}

/** Days since 1970-01-01. */
export function dayNumber(day: Day): number {
  return Date.parse(`${day}T00:00:00Z`) / MILLISECONDS_A_DAY;
}

/** The day that is `number` days after 1970-01-01. */
export function dayOf(number: number): Day {
  return new Date(number * MILLISECONDS_A_DAY).toISOString().slice(0, 10);
}

export function dayParts(day: Day): DayParts {
  const [year, month, date] = day.split('-').map(Number);
  return { year: year ?? 0, month: month ?? 1, day: date ?? 1 };
}

/**
 * The day with these parts, or null where the calendar has no such day (31 June, 29 February 2025).
 * @example dayFromParts({ year: 2025, month: 2, day: 29 }) // null
 */
export function dayFromParts({ year, month, day }: DayParts): Day | null {
  const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const time = Date.parse(`${text}T00:00:00Z`);
  if (Number.isNaN(time)) return null;
  return new Date(time).toISOString().slice(0, 10) === text ? text : null;
}

export function addDays(day: Day, days: number): Day {
  return dayOf(dayNumber(day) + days);
}

export function daysInMonth(year: number, month: number): number {
  return new Date(Date.UTC(year, month, 0)).getUTCDate();
}

/**
 * The same day of the month `months` later, clipped to that month's end.
 * @example addMonths('2025-01-31', 1) // '2025-02-28'
 */
export function addMonths(day: Day, months: number): Day {
  const parts = dayParts(day);
  const index = parts.year * 12 + (parts.month - 1) + months;
  const year = Math.floor(index / 12);
  const month = (((index % 12) + 12) % 12) + 1;
  const clipped = Math.min(parts.day, daysInMonth(year, month));
  return `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(clipped).padStart(2, '0')}`;
}

/** Day of the week by ISO 8601: Monday is 1, Sunday 7. */
export function weekday(day: Day): number {
  return ((((dayNumber(day) + 3) % 7) + 7) % 7) + 1;
}

export function isLastOfMonth(day: Day): boolean {
  const { year, month, day: date } = dayParts(day);
  return date === daysInMonth(year, month);
}

export function earlierOf(a: Day, b: Day): Day {
  return a < b ? a : b;
}

export function laterOf(a: Day, b: Day): Day {
  return a > b ? a : b;
}
