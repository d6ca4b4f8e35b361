import { demoNames } from '../../tests/demo-names';
import { measureOf } from '../model/calculation';
import { EMPTY_READING, type Reading, type Transform } from '../reading/schema';
import type { Cell } from './answer';
import { transformFault } from '../reading/transform-fault';
import { derived, sourcesOf, type Table } from './derive';
import type { AnswerColumn } from './plan';

const { names, calendar } = demoNames();
const MONTH: AnswerColumn = { key: 'month', label: 'Month', role: 'time', grain: 'month' };
const COAST: AnswerColumn = { key: 'coast', label: 'Coast', role: 'level', level: 'coast' };
const VALUE: AnswerColumn = {
  key: 'passengers',
  label: 'Passengers',
  role: 'measure',
  of: 'passengers',
  as: 'value',
  additive: true,
};

const reading = (transform: Transform, more: Partial<Reading> = {}): Reading => ({
  ...EMPTY_READING,
  shown: [{ calculation: measureOf('passengers'), transform }],
  by: [{ kind: 'time', grain: 'month' }],
  ...more,
});
const table = (columns: AnswerColumn[], rows: Cell[][]): Table => ({ columns, rows });
const MONTHS = table(
  [MONTH, VALUE],
  [
    ['2026-01-01', 10],
    ['2026-02-01', 30],
    ['2026-03-01', null],
    ['2026-04-01', 20],
  ],
);
const values = (transform: Transform, main = MONTHS, whole: Table | null = null) =>
  derived(reading(transform), main, whole, null).rows.map((row) => row.at(-1));

test('running totals go on over a gap, index begins with 100, ranks start at the greatest', () => {
  expect(values({ kind: 'running' })).toEqual([10, 40, 40, 60]);
  expect(values({ kind: 'index' })).toEqual([100, 300, null, 200]);
  const coasts = table(
    [COAST, VALUE],
    [
      ['A', 5],
      ['B', 9],
      ['C', 9],
      ['D', null],
    ],
  );
  expect(
    derived(reading({ kind: 'rank' }, { by: [{ kind: 'level', level: 'coast' }] }), coasts, null, null).rows.map(
      (row) => row[1],
    ),
  ).toEqual([3, 1, 1, null]);
});

test('a moving figure has no value where a point is missing', () => {
  expect(values({ kind: 'moving', count: 2 })).toEqual([null, 20, null, null]);
  expect(values({ kind: 'movingTotal', count: 2 })).toEqual([null, 40, null, null]);
});

test('a share is of the whole, not of what is shown', () => {
  const whole = table([VALUE], [[200]]);
  expect(values({ kind: 'share', within: 'all' }, MONTHS, whole)).toEqual([0.05, 0.15, null, 0.1]);
});

test('a share is named as one, and only it still adds up', () => {
  const share = derived(reading({ kind: 'share', within: 'all' }), MONTHS, table([VALUE], [[60]]), null).columns[1];
  expect([share?.label, share?.additive, share?.format?.style]).toEqual(['Share of passengers', true, 'percent']);
  expect(derived(reading({ kind: 'running' }), MONTHS, null, null).columns[1]?.additive).toBeUndefined();
});

test('series are transformed each on its own', () => {
  const two = table(
    [MONTH, COAST, VALUE],
    [
      ['2026-02-01', 'A', 2],
      ['2026-01-01', 'A', 1],
      ['2026-01-01', 'B', 10],
      ['2026-02-01', 'B', 5],
    ],
  );
  const rows = derived(
    reading(
      { kind: 'running' },
      {
        by: [
          { kind: 'time', grain: 'month' },
          { kind: 'level', level: 'coast' },
        ],
      },
    ),
    two,
    null,
    null,
  ).rows;
  expect(rows).toEqual([
    ['2026-02-01', 'A', 3],
    ['2026-01-01', 'A', 1],
    ['2026-01-01', 'B', 10],
    ['2026-02-01', 'B', 15],
  ]);
});

test('the first points of a moving figure look at the days before the window, and those are not shown', () => {
  const sources = sourcesOf(
    reading({ kind: 'moving', count: 3 }, { when: { period: { kind: 'days', from: '2026-03-01', to: '2026-04-30' } } }),
    calendar,
  );
  expect(sources?.main.when?.period).toEqual({ kind: 'days', from: '2026-01-01', to: '2026-04-30' });
  expect(
    derived(reading({ kind: 'moving', count: 3 }), MONTHS, null, sources?.keepFrom ?? null).rows.map((row) => row[0]),
  ).toEqual(['2026-03-01', '2026-04-01']);
});

test('a reading without transforms needs no further sources', () =>
  expect(
    sourcesOf({ ...EMPTY_READING, shown: [{ calculation: measureOf('passengers'), transform: null }] }, calendar),
  ).toBeNull());

test.each<[string, string, Transform, Partial<Reading>, boolean]>([
  ['a share of a ratio', 'load_factor', { kind: 'share', within: 'all' }, {}, false],
  ['a share of a sum', 'passengers', { kind: 'share', within: 'all' }, {}, true],
  ['a share of a formula of sums', 'margin', { kind: 'share', within: 'all' }, {}, true],
  ['a share with no breakdown', 'passengers', { kind: 'share', within: 'all' }, { by: [] }, false],
  [
    'a share of different things',
    'customers',
    { kind: 'share', within: 'all' },
    { by: [{ kind: 'level', level: 'coast' }] },
    true,
  ],
  [
    'a running total without time',
    'passengers',
    { kind: 'running' },
    { by: [{ kind: 'level', level: 'coast' }] },
    false,
  ],
  ['a running total of an average', 'average_delay', { kind: 'running' }, {}, false],
  ['a moving total of an average', 'average_delay', { kind: 'movingTotal', count: 3 }, {}, false],
  ['a moving average of an average', 'average_delay', { kind: 'moving', count: 3 }, {}, true],
  ['a moving total of a sum', 'passengers', { kind: 'movingTotal', count: 3 }, {}, true],
  [
    'a change beside a comparison',
    'passengers',
    { kind: 'change', basis: 'year', as: 'percent' },
    { against: { kind: 'year' } },
    false,
  ],
])('%s', (_name, measure, transform, more, possible) => {
  const shown = { calculation: measureOf(measure), transform };
  expect(transformFault(shown, reading(transform, { ...more, shown: [shown] }), names.model) === null).toBe(possible);
});

test('beside another period both sides are transformed, and the difference is that of the transformed', () => {
  const side = (as: AnswerColumn['as']): AnswerColumn => ({
    ...VALUE,
    key: `passengers_${as ?? ''}`,
    as: as ?? 'other',
  });
  const columns = [COAST, VALUE, side('other'), side('difference'), side('change')];
  const main = table(columns, [
    ['A', 30, 10, 20, 2],
    ['B', 70, 30, 40, 4 / 3],
  ]);
  const whole = table(columns.slice(1), [[100, 40, 60, 1.5]]);
  const by: Partial<Reading> = { by: [{ kind: 'level', level: 'coast' }], against: { kind: 'year' } };
  const shares = derived(reading({ kind: 'share', within: 'all' }, by), main, whole, null);
  expect(shares.rows[0]?.slice(1).map((cell) => Number(Number(cell).toFixed(6)))).toEqual([0.3, 0.25, 0.05, 0.2]);
  expect(shares.columns.slice(1, 4).map((column) => column.format?.style)).toEqual(['percent', 'percent', 'percent']);
  expect(shares.columns[2]?.label).toMatch(/^Share of /);
  expect(derived(reading({ kind: 'rank' }, by), main, null, null).rows.map((row) => row.slice(1))).toEqual([
    [2, 2, 0, null],
    [1, 1, 0, null],
  ]);
});

test('shares of periods beside another period are refused with words', () => {
  const { model } = names;
  expect(
    transformFault(
      { calculation: measureOf('passengers'), transform: { kind: 'share', within: 'all' } },
      reading({ kind: 'share', within: 'all' }, { against: { kind: 'year' } }),
      model,
    ),
  ).toContain('no whole');
});
