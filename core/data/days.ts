/** A day written YYYY-MM-DD that there is, of the years 1 to 9999. */
export function isDay(text: string): boolean {
  const found = /^(\d{4})-(\d{2})-(\d{2})$/.exec(text);
  if (found === null) return false;
  const [year, month, date] = [Number(found[1]), Number(found[2]), Number(found[3])];
  return year > 0 && date > 0 && date <= daysIn(month, year);
}

const DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
/** Days of a month of the Gregorian calendar; none of one that there is not. */
const daysIn = (month: number, year: number): number =>
  month === 2 && year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : (DAYS[month - 1] ?? 0);
