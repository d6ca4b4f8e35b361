/** Periods that no calendar has: seasons without dates in a year, and stretches that lead out of the years 1 to 9999. */
import type { Reading } from '../reading/schema';
import { resolvePeriod, type Calendar, type Period } from '../time/period';
import { windowsOf } from './windows';

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** Why a period of a reading cannot be told in days, in words; null where all can. */
export function periodFault(reading: Reading, calendar: Calendar): string | null {
  const left = reading.where.flatMap((one) => (one.kind === 'notPeriod' ? [one.period] : []));
  const named: Period[] = [
    ...(reading.when === null ? [] : [reading.when.period]),
    ...(reading.against?.kind === 'period' ? [reading.against.period] : []),
    ...left,
  ];
  try {
    for (const period of named) {
      const { from, to } = resolvePeriod(period, calendar);
      if ([from, to].some((day) => day !== undefined && !isDay(day)))
        return 'This period leads further back or on than calendars do; choose a nearer one.';
    }
    const { window, other } = windowsOf(reading, calendar);
    const days = [window.from, window.to, other?.from, other?.to];
    return days.some((day) => day !== undefined && !isDay(day))
      ? 'What it is compared with leads further back or on than calendars do; choose a nearer period.'
      : null;
  } catch (error) {
    if (error instanceof RangeError)
      return error.message.startsWith('Invalid')
        ? 'This period leads further back or on than calendars do; choose a nearer one.'
        : error.message;
    throw error;
  }
}

const isDay = (text: string) => DAY.test(text) && text > '0001';
