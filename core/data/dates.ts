/** Days, months, quarters and weeks as people write them. */
import { addDays } from '../time/day';
import { isDay } from './days';

/** Which comes first where only the data can tell: 03/04/2026. */
export type DateOrder = 'dmy' | 'mdy';

export interface ReadDate {
  /** ISO: YYYY-MM-DD, or with T and a time. */
  readonly text: string;
  readonly kind: 'day' | 'time' | 'month' | 'quarter' | 'week';
}

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];
const two = (value: number): string => String(value).padStart(2, '0');
const monthOf = (word: string): number => MONTHS.indexOf(word.slice(0, 3).toLowerCase()) + 1;
const isMonthWord = (word: string): boolean =>
  /^(jan(uary)?|feb(ruary)?|mar(ch)?|apr(il)?|may|june?|july?|aug(ust)?|sept?(ember)?|oct(ober)?|nov(ember)?|dec(ember)?)\.?$/i.test(
    word,
  );
/** Two digits are of this century up to 68, as POSIX has it. */
const yearOf = (text: string): number =>
  text.length === 2 ? Number(text) + (Number(text) < 69 ? 2000 : 1900) : Number(text);

function day(year: number, month: number, date: number): string | null {
  const text = `${String(year).padStart(4, '0')}-${two(month)}-${two(date)}`;
  return isDay(text) ? text : null;
}

const TIME = /[T ,]+(\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d+)?)?\s*(am|pm)?(?:\s*(?:Z|[+-]00:?00))?$/i;

/** A number, which is no day unless it looks like a month: 2026.10, 10.2026. */
const NUMBER = /^\d+(\.\d+)?$/;
const MONTH_LIKE = /^(\d{4}\.\d{2}|\d{1,2}\.\d{4})$/;

/**
 * A text as a day or a period; null where it is none.
 * @example readDate('01.10.26', 'dmy') // { text: '2026-10-01', kind: 'day' }
 */
export function readDate(text: string, order: DateOrder): ReadDate | null {
  const said = text.trim();
  if (said.length < 6 || said.length > 40 || !/\d/.test(said)) return null;
  if (NUMBER.test(said) && !MONTH_LIKE.test(said)) return null;
  const time = TIME.exec(said);
  if (time !== null) {
    const [hour, minute, second] = [Number(time[1]), Number(time[2]), Number(time[3] ?? 0)];
    const half = time[4]?.toLowerCase();
    const hours = half === undefined ? hour : (hour % 12) + (half === 'pm' ? 12 : 0);
    const found = readDate(said.slice(0, time.index), order);
    return found === null || found.kind !== 'day' || hours > 23 || minute > 59 || second > 59
      ? null
      : { text: `${found.text}T${two(hours)}:${two(minute)}:${two(second)}`, kind: 'time' };
  }
  const made = (value: string | null, kind: ReadDate['kind']): ReadDate | null =>
    value === null ? null : { text: value, kind };
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(said);
  if (iso) return made(day(Number(iso[1]), Number(iso[2]), Number(iso[3])), 'day');
  const numeric = /^(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})$/.exec(said);
  if (numeric) {
    const [first, second] = [Number(numeric[1]), Number(numeric[3])];
    return made(
      day(yearOf(numeric[4] ?? ''), order === 'dmy' ? second : first, order === 'dmy' ? first : second),
      'day',
    );
  }
  const worded = /^(?:[a-z]{2,9},?\s+)?(\d{1,2})(?:st|nd|rd|th)?[\s.-]+([a-z]{3,9}\.?)[\s,.-]+(\d{4}|\d{2})$/i.exec(
    said,
  );
  if (worded && isMonthWord(worded[2] ?? ''))
    return made(day(yearOf(worded[3] ?? ''), monthOf(worded[2] ?? ''), Number(worded[1])), 'day');
  const american = /^(?:[a-z]{2,9},\s+)?([a-z]{3,9}\.?)\s+(\d{1,2})(?:st|nd|rd|th)?,?\s+(\d{4})$/i.exec(said);
  if (american && isMonthWord(american[1] ?? ''))
    return made(day(Number(american[3]), monthOf(american[1] ?? ''), Number(american[2])), 'day');
  return readPeriod(said);
}

/** A month, a quarter or a week as its first day. */
function readPeriod(said: string): ReadDate | null {
  const first = (year: number, month: number, kind: ReadDate['kind']): ReadDate | null =>
    month >= 1 && month <= 12 && year > 1800 ? { text: `${year}-${two(month)}-01`, kind } : null;
  const month = /^([a-z]{3,9})\.?[\s\-/']+(\d{4}|\d{2})$/i.exec(said);
  if (month && isMonthWord(month[1] ?? '')) return first(yearOf(month[2] ?? ''), monthOf(month[1] ?? ''), 'month');
  const yearMonth = /^(\d{4})[-/.](\d{2})$/.exec(said);
  if (yearMonth) return first(Number(yearMonth[1]), Number(yearMonth[2]), 'month');
  const monthYear = /^(\d{1,2})[-/.](\d{4})$/.exec(said);
  if (monthYear) return first(Number(monthYear[2]), Number(monthYear[1]), 'month');
  const quarter = /^Q([1-4])[\s\-/']*(\d{4})$/i.exec(said) ?? /^(\d{4})[\s\-/]*Q([1-4])$/i.exec(said);
  if (quarter) {
    const turned = (quarter[1] ?? '').length === 4;
    return first(Number(quarter[turned ? 1 : 2]), 3 * Number(quarter[turned ? 2 : 1]) - 2, 'quarter');
  }
  const week = /^(\d{4})-?W(\d{2})$/i.exec(said);
  if (week && Number(week[2]) >= 1 && Number(week[2]) <= 53) {
    const fourth = `${week[1] ?? ''}-01-04`;
    const monday = addDays(fourth, -((new Date(`${fourth}T00:00:00Z`).getUTCDay() + 6) % 7));
    return { text: addDays(monday, 7 * (Number(week[2]) - 1)), kind: 'week' };
  }
  return null;
}
