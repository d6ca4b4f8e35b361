import fc from 'fast-check';
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { EMPTY_READING, plain, type Reading } from '../reading/schema';
import { findingsOf } from './findings';
import { kendall, medianOf, outliers, seasonalSlope } from './statistics';

const SHOP: AnswerColumn = { key: 'shop', label: 'Shop', role: 'level', level: 'shop' };
const MONTH: AnswerColumn = { key: 'month', label: 'Month', role: 'time', grain: 'month' };
const SALES: AnswerColumn = { key: 'sales', label: 'Sales', role: 'measure', of: 'sales', as: 'value', additive: true };
const DIFFERENCE: AnswerColumn = {
  key: 'sales_difference',
  label: 'Difference',
  role: 'measure',
  of: 'sales',
  as: 'difference',
  additive: true,
};
const answer = (columns: AnswerColumn[], rows: Cell[][], incomplete: string | null = null): Answer => ({
  columns,
  rows,
  rowCount: rows.length,
  truncated: false,
  dataVersion: '1',
  asOf: '2026-10-17',
  engine: 'x',
  ms: 1,
  support: rows.map(() => 10),
  window: {},
  other: null,
  incomplete,
});
const reading: Reading = { ...EMPTY_READING, shown: [plain('sales')] };
const kinds = (given: Answer, of = reading) => findingsOf(given, of).map((finding) => finding.kind);
const months = (from: number, to: number, value: (year: number, month: number) => number): Cell[][] =>
  Array.from({ length: to - from + 1 }, (_unused, index) => from + index).flatMap((year) =>
    Array.from({ length: 12 }, (_other, month): Cell[] => [
      `${year}-${String(month + 1).padStart(2, '0')}-01`,
      value(year, month),
    ]),
  );

test('who makes up most of a change is named with its share, and not where others pull the other way', () => {
  const [finding] = findingsOf(
    answer(
      [SHOP, SALES, DIFFERENCE],
      [
        ['Quay', 10, -60],
        ['Mill', 5, -20],
        ['Lane', 5, -20],
      ],
    ),
    { ...reading, against: { kind: 'year' } },
  );
  expect(finding).toMatchObject({ kind: 'mover', rows: [0], act: { label: 'Only Quay' } });
  expect(finding?.text).toMatch(/Quay makes up 60.% of the change/);
  expect(
    kinds(
      answer(
        [SHOP, SALES, DIFFERENCE],
        [
          ['Quay', 10, 60],
          ['Mill', 5, -50],
          ['Lane', 5, 5],
        ],
      ),
      { ...reading, against: { kind: 'year' } },
    ),
  ).toEqual([]);
});

test('few that make up half are told, and are the fewest that do', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.integer({ min: 0, max: 1000 }).map((value) => (value > 900 ? value * 100 : value % 4)),
        { minLength: 10, maxLength: 40 },
      ),
      (values) => {
        const [finding] = findingsOf(
          answer(
            [SHOP, SALES],
            values.map((value, index): Cell[] => [`Shop ${index}`, value]),
          ),
          reading,
        ).filter((one) => one.kind === 'concentration');
        if (!finding) return;
        const total = values.reduce((sum, value) => sum + value, 0);
        const chosen = finding.rows.map((row) => values[row] ?? 0).sort((a, b) => b - a);
        const sum = chosen.reduce((all, value) => all + value, 0);
        expect(sum).toBeGreaterThanOrEqual(total / 2);
        expect(sum - (chosen.at(-1) ?? 0)).toBeLessThan(total / 2);
        expect(chosen.length).toBeLessThanOrEqual(values.length / 5);
        const rest = values.filter((_value, row) => !finding.rows.includes(row));
        expect(chosen.at(-1)).toBeGreaterThan(Math.max(...rest));
      },
    ),
  );
});

test('one far from the others is told; of even values none, and of a rate too', () => {
  const rows = (last: number): Cell[][] => [
    ...[10, 11, 12, 10, 11, 13].map((value, index): Cell[] => [`Shop ${index}`, value]),
    ['Far', last],
  ];
  const rate = { ...SALES, additive: false };
  expect(findingsOf(answer([SHOP, rate], rows(60)), reading)[0]).toMatchObject({
    kind: 'outlier',
    rows: [6],
    act: { label: 'Leave out Far' },
  });
  expect(kinds(answer([SHOP, rate], rows(12)))).toEqual([]);
});

test('a season is no trend; a lasting rise is, with its size a year', () => {
  const wave = (month: number) => Math.round(100 + 50 * Math.sin((month / 12) * 2 * Math.PI));
  expect(
    kinds(
      answer(
        [MONTH, SALES],
        months(2022, 2025, (_year, month) => wave(month)),
      ),
    ),
  ).toEqual([]);
  const [finding] = findingsOf(
    answer(
      [MONTH, SALES],
      months(2022, 2025, (year, month) => wave(month) + 10 * (year - 2022)),
    ),
    reading,
  );
  expect(finding).toMatchObject({ kind: 'trend' });
  expect(finding?.text).toMatch(/up by about 10 a year/);
  expect(
    kinds(
      answer(
        [MONTH, SALES],
        months(2025, 2025, (_year, month) => month),
      ),
    ),
  ).toEqual([]);
});

test('a line that passes another and stays ahead is told with its period; one that goes back is not', () => {
  const lines = (values: readonly [number, number][]) =>
    values.flatMap(([a, b], index): Cell[][] => [
      [`2026-0${index + 1}-01`, 'App', a],
      [`2026-0${index + 1}-01`, 'Desk', b],
    ]);
  const [finding] = findingsOf(
    answer(
      [MONTH, SHOP, SALES],
      lines([
        [1, 5],
        [2, 5],
        [3, 5],
        [4, 5],
        [6, 5],
        [7, 5],
        [8, 5],
      ]),
    ),
    reading,
  );
  expect(finding?.text).toBe('App passes Desk in May 2026, and stays ahead.');
  expect(
    kinds(
      answer(
        [MONTH, SHOP, SALES],
        lines([
          [1, 5],
          [6, 5],
          [3, 5],
          [6, 5],
          [4, 5],
          [7, 5],
          [4, 5],
        ]),
      ),
    ),
  ).toEqual([]);
});

test('the statistics: a median splits its list, a trend turns with its direction, a slope is that of a line', () => {
  const list = fc.array(fc.integer({ min: -1000, max: 1000 }), { minLength: 3, maxLength: 30 });
  fc.assert(
    fc.property(list, (values) => {
      const middle = medianOf(values);
      expect(values.filter((value) => value < middle).length).toBeLessThanOrEqual(values.length / 2);
      expect(kendall([values])).toBeCloseTo(-kendall([[...values].reverse()]), 9);
      expect(outliers(values.map((value) => 2 * value + 7))).toEqual(outliers(values));
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: -50, max: 50 }), fc.integer({ min: 3, max: 12 }), (slope, length) => {
      expect(seasonalSlope([Array.from({ length }, (_unused, at) => ({ at, value: 3 + slope * at }))])).toBeCloseTo(
        slope,
        9,
      );
    }),
  );
});
