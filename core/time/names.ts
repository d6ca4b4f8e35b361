/** Names of the days of the week and of the months, with their ISO numbers. */
export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
export const MONTHS = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
] as const;

/** ISO number (Monday 1 … Sunday 7) of a weekday's English name, in any case. */
export function weekdayNumber(name: string): number {
  return WEEKDAYS.findIndex((day) => day.toLowerCase() === name.toLowerCase()) + 1;
}
