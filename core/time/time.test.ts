import fc from 'fast-check';
import { addDays, addMonths, dayFromParts, dayNumber, weekday } from './day';
import { addGrains, countGrains, endOf, GRAINS, startOf } from './grain';
import { exactGrain, fiscalYearOf, latestBegun, resolvePeriod, type Calendar, type Period } from './period';

const day = fc
  .integer({ min: 10_000, max: 25_000 })
  .map((number) => new Date(number * 86_400_000).toISOString().slice(0, 10));
const calendar: Calendar = {
  asOf: '2026-10-17',
  weekStart: 1,
  fiscalStartMonth: 4,
  fiscalNamedBy: 'end',
  seasons: [
    { id: 'winter', name: 'Winter', from: { month: 11, day: 1 }, to: { month: 3, day: 15 } },
    { id: 'fair', name: 'Fair', dates: [{ from: '2025-05-12', to: '2025-05-14' }] },
  ],
};
const days = (period: Period) => {
  const { from, to } = resolvePeriod(period, calendar);
  return [from, to];
};

describe('days and grains', () => {
  test('a period of a grain holds its day, and the next begins the day after it ends', () => {
    fc.assert(
      fc.property(day, fc.constantFrom(...GRAINS), fc.constantFrom(1, 6, 7), (one, grain, weekStart) => {
        const start = startOf(grain, one, weekStart);
        const end = endOf(grain, one, weekStart);
        expect(start <= one && one <= end).toBe(true);
        expect(addGrains(grain, start, 1)).toBe(addDays(end, 1));
        expect(startOf(grain, end, weekStart)).toBe(start);
        expect(countGrains(grain, start, end, weekStart)).toBe(1);
      }),
    );
  });
  test('months are clipped to their ends', () => {
    expect(addMonths('2025-01-31', 1)).toBe('2025-02-28');
    expect(addMonths('2024-02-29', 12)).toBe('2025-02-28');
    expect(addMonths('2025-03-15', -15)).toBe('2023-12-15');
  });
  test('the calendar has no 31 June, and knows its Mondays', () => {
    expect(dayFromParts({ year: 2026, month: 6, day: 31 })).toBeNull();
    expect(weekday('2026-10-17')).toBe(6);
    expect(dayNumber('1970-01-02')).toBe(1);
  });
});

describe('periods, on 17 October 2026', () => {
  test.each<[string, Period, (string | undefined)[]]>([
    ['this month', { kind: 'this', grain: 'month' }, ['2026-10-01', '2026-10-17']],
    ['this week', { kind: 'this', grain: 'week' }, ['2026-10-12', '2026-10-17']],
    ['last week', { kind: 'last', grain: 'week' }, ['2026-10-05', '2026-10-11']],
    ['last quarter', { kind: 'last', grain: 'quarter' }, ['2026-07-01', '2026-09-30']],
    ['yesterday', { kind: 'last', grain: 'day' }, ['2026-10-16', '2026-10-16']],
    ['last 7 days', { kind: 'latest', grain: 'day', count: 7 }, ['2026-10-11', '2026-10-17']],
    ['last 12 months', { kind: 'latest', grain: 'month', count: 12 }, ['2025-10-01', '2026-09-30']],
    ['last 2 years', { kind: 'latest', grain: 'year', count: 2 }, ['2024-01-01', '2025-12-31']],
    ['since March', { kind: 'since', from: '2026-03-01' }, ['2026-03-01', '2026-10-17']],
    ['winter 2025', { kind: 'season', season: 'winter', year: 2025 }, ['2025-11-01', '2026-03-15']],
    ['fair 2025', { kind: 'season', season: 'fair', year: 2025 }, ['2025-05-12', '2025-05-14']],
    ['FY25', { kind: 'fiscal', year: 2025 }, ['2024-04-01', '2025-03-31']],
    ['fiscal Q1 of FY27', { kind: 'fiscal', year: 2027, quarter: 1 }, ['2026-04-01', '2026-06-30']],
    [
      '2026, cut at the reference day',
      { kind: 'days', from: '2026-01-01', to: '2026-12-31' },
      ['2026-01-01', '2026-10-17'],
    ],
  ])('%s', (_name, period, expected) => expect(days(period)).toEqual(expected));
  test('the latest complete periods count the one that the reference day ends', () => {
    expect(
      resolvePeriod({ kind: 'latest', grain: 'month', count: 1 }, { ...calendar, asOf: '2026-10-31' }),
    ).toMatchObject({ from: '2026-10-01', to: '2026-10-31' });
    expect(
      resolvePeriod({ kind: 'latest', grain: 'week', count: 1 }, { ...calendar, asOf: '2026-10-18' }),
    ).toMatchObject({ from: '2026-10-12', to: '2026-10-18' });
  });
  test('a bare month is the latest that has begun', () => {
    expect(latestBegun('month', 10, calendar.asOf).from).toBe('2026-10-01');
    expect(latestBegun('month', 11, calendar.asOf).from).toBe('2025-11-01');
    expect(latestBegun('quarter', 4, calendar.asOf)).toEqual({ from: '2026-10-01', to: '2026-12-31' });
  });
  test('days that are exactly one period are named as it', () => {
    expect(exactGrain('2025-07-01', '2025-09-30')).toBe('quarter');
    expect(exactGrain('2025-02-01', '2025-03-31')).toBeNull();
    expect(fiscalYearOf('2026-03-31', calendar)).toBe(2026);
    expect(() => resolvePeriod({ kind: 'season', season: 'fair', year: 2031 }, calendar)).toThrow(RangeError);
  });
});
