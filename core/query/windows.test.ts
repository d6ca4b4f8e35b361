import fc from 'fast-check';
import { EMPTY_READING, plain, type Breakdown, type Comparison, type Reading } from '../reading/schema';
import type { Calendar, Period } from '../time/period';
import { dayNumber } from '../time/day';
import { incompleteKey, windowsOf } from './windows';

const calendar: Calendar = { asOf: '2026-08-14', weekStart: 1, fiscalStartMonth: 1, fiscalNamedBy: 'end', seasons: [] };
const reading = (period: Period | null, against: Comparison | null, by: Breakdown[] = []): Reading => ({
  ...EMPTY_READING,
  shown: [plain('m')],
  by,
  against,
  when: period ? { period } : null,
});
const other = (period: Period | null, against: Comparison, by: Breakdown[] = []) =>
  windowsOf(reading(period, against, by), calendar).other;

describe('like is compared with like', () => {
  test('cut at the same day keeps the offset in months and the day of the month', () => {
    expect(other({ kind: 'this', grain: 'quarter' }, { kind: 'previous' })).toEqual({
      from: '2026-04-01',
      to: '2026-05-14',
    });
    expect(other({ kind: 'this', grain: 'year' }, { kind: 'year' })).toEqual({ from: '2025-01-01', to: '2025-08-14' });
    expect(
      other({ kind: 'this', grain: 'quarter' }, { kind: 'period', period: { kind: 'last', grain: 'quarter' } }),
    ).toEqual({ from: '2026-04-01', to: '2026-05-14' });
  });
  test('the end of a month stays the end of a month', () => {
    expect(other({ kind: 'days', from: '2025-06-01', to: '2025-06-30' }, { kind: 'previous' })).toEqual({
      from: '2025-05-01',
      to: '2025-05-31',
    });
    expect(other({ kind: 'days', from: '2024-02-01', to: '2024-02-29' }, { kind: 'year' })).toEqual({
      from: '2023-02-01',
      to: '2023-02-28',
    });
  });
  test('a stretch of days is set beside as many days before it', () => {
    expect(other({ kind: 'days', from: '2025-03-10', to: '2025-03-19' }, { kind: 'previous' })).toEqual({
      from: '2025-02-28',
      to: '2025-03-09',
    });
  });
  test('periods that are not equally long are said to be so', () => {
    const note = (period: Period, beside: Period) =>
      windowsOf(reading(period, { kind: 'period', period: beside }), calendar).note;
    expect(
      note(
        { kind: 'days', from: '2025-01-01', to: '2025-12-31' },
        { kind: 'days', from: '2025-06-01', to: '2025-06-30' },
      ),
    ).toBe('The periods are not equally long: 365 days beside 30 days.');
    expect(
      note(
        { kind: 'days', from: '2025-02-01', to: '2025-02-28' },
        { kind: 'days', from: '2025-01-01', to: '2025-01-31' },
      ),
    ).toBeNull();
    expect(note({ kind: 'days', from: '2024-01-01', to: '2024-12-31' }, { kind: 'this', grain: 'year' })).toBe(
      'The periods are not equally long: 366 days beside 226 days.',
    );
  });
  test('with a grain, each period is set beside the one just before, and weeks beside the same week', () => {
    expect(other({ kind: 'this', grain: 'year' }, { kind: 'previous' }, [{ kind: 'time', grain: 'month' }])).toEqual({
      from: '2025-12-01',
      to: '2026-07-14',
    });
    expect(
      windowsOf(reading({ kind: 'this', grain: 'year' }, { kind: 'year' }, [{ kind: 'time', grain: 'week' }]), calendar)
        .shift,
    ).toEqual({ days: 364 });
  });
  test('a feast that moves is set beside its own days of the year before, cut as far into it', () => {
    const feasts: Calendar = {
      ...calendar,
      seasons: [
        {
          id: 'fair',
          name: 'Fair',
          dates: [
            { from: '2024-08-05', to: '2024-08-09' },
            { from: '2025-08-18', to: '2025-08-22' },
            { from: '2026-08-11', to: '2026-08-17' },
          ],
        },
      ],
    };
    const beside = (year: number, kind: 'year' | 'previous') =>
      windowsOf(reading({ kind: 'season', season: 'fair', year }, { kind }), feasts);
    expect(beside(2025, 'year')).toMatchObject({
      other: { from: '2024-08-05', to: '2024-08-09' },
      note: 'The days of Fair move from year to year; those of 2024 stand beside it.',
    });
    // the fourth of seven days beside the fourth of five
    expect(beside(2026, 'year').other).toEqual({ from: '2025-08-18', to: '2025-08-21' });
    expect(beside(2025, 'previous').other).toEqual({ from: '2025-08-13', to: '2025-08-17' });
    // where the days of the year before are not known, the same days are taken
    expect(beside(2024, 'year').other).toEqual({ from: '2023-08-05', to: '2023-08-09' });
  });
  test('whole earlier years are set beside each other day for day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1990, max: 2025 }), (year) => {
        const window = other({ kind: 'days', from: `${year}-01-01`, to: `${year}-12-31` }, { kind: 'year' });
        expect(window).toEqual({ from: `${year - 1}-01-01`, to: `${year - 1}-12-31` });
        expect(dayNumber(window?.to ?? '') - dayNumber(window?.from ?? '')).toBeGreaterThanOrEqual(364);
      }),
    );
  });
  test('only the last period of a series is incomplete', () => {
    const monthly = reading({ kind: 'this', grain: 'year' }, null, [{ kind: 'time', grain: 'month' }]);
    expect(incompleteKey(monthly, windowsOf(monthly, calendar).window, calendar)).toBe('2026-08-01');
    const past = reading({ kind: 'days', from: '2025-01-01', to: '2025-12-31' }, null, [
      { kind: 'time', grain: 'month' },
    ]);
    expect(incompleteKey(past, windowsOf(past, calendar).window, calendar)).toBeNull();
  });
  test('a year of which only certain months count is complete when these are', () => {
    const ofMonths = (...values: number[]) => {
      const yearly = {
        ...reading(null, null, [{ kind: 'time', grain: 'year' }]),
        where: [{ kind: 'cycle' as const, cycle: 'monthOfYear' as const, values }],
      };
      return incompleteKey(yearly, windowsOf(yearly, calendar).window, calendar);
    };
    expect(ofMonths(3)).toBeNull();
    expect(ofMonths(8)).toBe('2026-01-01');
    expect(ofMonths(3, 12)).toBe('2026-01-01');
  });
});
