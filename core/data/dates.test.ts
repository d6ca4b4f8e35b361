import fc from 'fast-check';
import { addDays } from '../time/day';
import { readDate } from './dates';

test.each([
  ['2026-10-01', 'dmy', '2026-10-01', 'day'],
  ['2026/10/1', 'mdy', '2026-10-01', 'day'],
  ['01.10.26', 'dmy', '2026-10-01', 'day'],
  ['01/10/2026', 'mdy', '2026-01-10', 'day'],
  ['31-12-1999', 'dmy', '1999-12-31', 'day'],
  ['1 Oct 2026', 'dmy', '2026-10-01', 'day'],
  ['Thursday, 1st October 2026', 'dmy', '2026-10-01', 'day'],
  ['October 1, 2026', 'dmy', '2026-10-01', 'day'],
  ['1-Oct-68', 'dmy', '2068-10-01', 'day'],
  ['1-Oct-69', 'dmy', '1969-10-01', 'day'],
  ['Oct 2026', 'dmy', '2026-10-01', 'month'],
  ['2026-10', 'dmy', '2026-10-01', 'month'],
  ['10/2026', 'dmy', '2026-10-01', 'month'],
  ['Q4 2026', 'dmy', '2026-10-01', 'quarter'],
  ['2026-Q2', 'dmy', '2026-04-01', 'quarter'],
  // the first ISO week of 2026 begins in December
  ['2026-W01', 'dmy', '2025-12-29', 'week'],
  ['2026-10-01T07:05:09Z', 'dmy', '2026-10-01T07:05:09', 'time'],
  ['01.10.2026 7:05 pm', 'dmy', '2026-10-01T19:05:00', 'time'],
  ['01.10.2026 12:05 am', 'dmy', '2026-10-01T00:05:00', 'time'],
] as const)('%s (%s) is %s', (text, order, day, kind) => {
  expect(readDate(text, order)).toEqual({ text: day, kind });
});

test.each([
  '',
  'soon',
  '31.02.2026',
  '13/13/2026',
  '2026-13-01',
  'Q5 2026',
  '2026-W54',
  '12.5',
  '1234.56',
  'May be 2026',
  '01.10.2026 25:00',
])('“%s” is no date', (text) => {
  expect([readDate(text, 'dmy'), readDate(text, 'mdy')]).toEqual([null, null]);
});

test('law: each day of two centuries is read from every way to write it', () => {
  const two = (value: number) => String(value).padStart(2, '0');
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 73_000 }), (days) => {
      const day = addDays('1900-01-01', days);
      const [year = 0, month = 0, date = 0] = day.split('-').map(Number);
      const words = new Date(`${day}T00:00:00Z`).toLocaleDateString('en-GB', {
        day: 'numeric',
        month: 'long',
        year: 'numeric',
        timeZone: 'UTC',
      });
      for (const text of [`${two(date)}.${two(month)}.${year}`, `${date}/${month}/${year}`, words])
        expect(readDate(text, 'dmy')?.text).toBe(day);
      expect(readDate(`${month}/${date}/${year}`, 'mdy')?.text).toBe(day);
    }),
  );
});
