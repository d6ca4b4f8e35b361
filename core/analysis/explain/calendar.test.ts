import { addDays, weekday } from '../../time/day';
import { calendarPart, gapsIn, missingDays, type DayAmount } from './calendar';

/** So many days from one on; Saturdays are worth 100, other days 10, and some have no rows. */
const days = (from: string, count: number, missing: readonly string[] = []): DayAmount[] =>
  Array.from({ length: count }, (_one, index) => {
    const day = addDays(from, index);
    return { day, side: missing.includes(day) ? null : [weekday(day) === 6 ? 100 : 10] };
  });

test('a Monday more and a Friday fewer, of days that are worth the same, move nothing', () => {
  expect(calendarPart(days('2026-08-01', 31), days('2025-08-01', 31))?.effect ?? 0).toBe(0);
});

test('a Saturday fewer costs what Saturdays were worth before, less the day that takes its place', () => {
  // June 2024 had five Saturdays and Sundays, June 2026 has five Mondays and Tuesdays: 10 + 10 − 100 − 10
  const part = calendarPart(days('2026-06-01', 30), days('2024-06-01', 30));
  expect(part?.effect).toBe(-90);
  expect(part?.weekdays).toEqual(expect.arrayContaining([{ weekday: 6, more: -1 }]));
});

test('days without rows are worth what such days were worth, on the side that lacks them', () => {
  const [now, before] = [days('2026-06-01', 30, ['2026-06-09', '2026-06-10']), days('2026-05-01', 31)];
  expect(missingDays(now, before)).toEqual([{ effect: -20, days: ['2026-06-09', '2026-06-10'], side: 'now' }]);
});

test('a weekday on which there are never rows is not missing', () => {
  const sundays = (list: DayAmount[]) => list.map((one) => (weekday(one.day) === 7 ? { ...one, side: null } : one));
  expect(missingDays(sundays(days('2026-06-01', 30)), sundays(days('2026-05-01', 31)))).toEqual([]);
});

test('of a part only days in a row are a gap', () => {
  const now = days('2026-06-01', 30, ['2026-06-06', '2026-06-09', '2026-06-10', '2026-06-11']);
  expect(gapsIn(now, days('2026-05-01', 31)).map((one) => one.days)).toEqual([
    ['2026-06-09', '2026-06-10', '2026-06-11'],
  ]);
});
