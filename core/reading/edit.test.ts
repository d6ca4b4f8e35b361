/** Edits that find nothing to act on yet, and those that other parts of a reading answer to. */
import { demoNames } from '../../tests/demo-names';
import { applyEdits } from './edit';
import type { Edit } from './edit-schema';
import { movedAlong } from './moved-along';
import { addDays } from '../time/day';
import { addGrains } from '../time/grain';
import { byLevel, EMPTY_READING, plain, type Reading } from './schema';

const {
  names: { model },
  calendar,
} = demoNames();
const edited = (reading: Reading, ...edits: readonly Edit[]): Reading => {
  const made = applyEdits(reading, edits, model);
  if (!made.ok) throw new Error(made.reason);
  return made.reading;
};
const month = { kind: 'time', grain: 'month' } as const;

test.each([
  { kind: 'running' },
  { kind: 'moving', count: 4 },
  { kind: 'index' },
  { kind: 'share', within: 'all' },
] as const)('with no measure named, $kind is of the usual one', (transform) => {
  expect(
    edited(EMPTY_READING, { do: 'breakdown', how: 'join', by: [month] }, { do: 'transform', transform }).shown,
  ).toEqual([{ ...plain('passengers'), transform }]);
});

describe('the share of one member', () => {
  const part = {
    calculation: { kind: 'part', measure: 'bookings', level: 'channel', member: 'Web' },
    transform: null,
  } as const;
  const before: Reading = { ...EMPTY_READING, shown: [part], by: [month] };
  const only = (...members: string[]): Edit => ({
    do: 'condition',
    how: 'only',
    condition: { kind: 'members', level: 'channel', is: true, members },
  });

  test('gives way to that of another member', () => {
    expect(edited(before, only('App'))).toEqual({
      ...before,
      shown: [{ ...part, calculation: { ...part.calculation, member: 'App' } }],
    });
  });
  test('becomes the shares of all, where several are chosen, left out, compared or shown', () => {
    const shares = {
      shown: [{ calculation: { kind: 'measure', measure: 'bookings' }, transform: { kind: 'share', within: 'outer' } }],
      by: [month, byLevel('channel')],
    };
    expect(edited(before, only('App', 'Web'))).toMatchObject(shares);
    expect(
      edited(before, {
        do: 'condition',
        how: 'exclude',
        condition: { kind: 'members', level: 'channel', is: false, members: ['Kiosk'] },
      }),
    ).toMatchObject(shares);
    expect(
      edited(before, {
        do: 'compare',
        against: { kind: 'members', level: 'channel', members: ['Web', 'App'], beside: 'none' },
      }),
    ).toMatchObject(shares);
    expect(edited(before, { do: 'breakdown', how: 'add', by: [byLevel('channel')] })).toMatchObject(shares);
  });
  test('is of all where nothing else is broken down by', () => {
    expect(
      edited({ ...before, by: [] }, { do: 'breakdown', how: 'join', by: [byLevel('channel')] }).shown[0]?.transform,
    ).toEqual({ kind: 'share', within: 'all' });
  });
  test('keeps what other levels say', () => {
    const coast: Edit = {
      do: 'condition',
      how: 'only',
      condition: { kind: 'members', level: 'coast', is: true, members: ['Mid Sound'] },
    };
    expect(edited(before, coast).shown).toEqual([part]);
  });
});

test('what stood beside a period does not stand beside another', () => {
  const april = { kind: 'days', from: '2026-04-01', to: '2026-04-30' } as const;
  const before: Reading = {
    ...EMPTY_READING,
    shown: [plain('passengers')],
    when: { period: april },
    against: { kind: 'period', period: { kind: 'days', from: '2026-03-01', to: '2026-03-31' } },
  };
  expect(
    edited(before, { do: 'period', period: { kind: 'days', from: '2026-07-01', to: '2026-07-31' } }).against,
  ).toBeNull();
  expect(edited(before, { do: 'period', period: april })).toEqual(before);
  expect(
    edited({ ...before, against: { kind: 'year' } }, { do: 'period', period: { kind: 'this', grain: 'year' } }).against,
  ).toEqual({ kind: 'year' });
});

test.each<[string, string, string, string | null]>([
  // the month before, the month of a year before, and two months of which neither is
  ['2026-04-01', '2026-03-01', '2026-07-01', '2026-06-01'],
  ['2026-06-01', '2025-06-01', '2026-05-01', '2025-05-01'],
  ['2026-07-01', '2026-01-01', '2026-08-01', null],
])('what stands beside %s, %s, moves along to %s', (was, beside, now, then) => {
  const monthOf = (from: string) => ({ kind: 'days' as const, from, to: addDays(addGrains('month', from, 1), -1) });
  const before: Reading = {
    ...EMPTY_READING,
    shown: [plain('passengers')],
    when: { period: monthOf(was) },
    against: { kind: 'period', period: monthOf(beside) },
  };
  const edits: Edit[] = [{ do: 'period', period: monthOf(now) }];
  expect(edited(before, ...edits, ...movedAlong(edits, before, calendar)).against).toEqual(
    then === null ? null : { kind: 'period', period: monthOf(then) },
  );
});
