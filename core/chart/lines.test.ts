/** Lines across a chart stand where they say, and what a kind cannot show is said. */
import fc from 'fast-check';
import type { Answer } from '../query/answer';
import { EMPTY_READING, plain, type ChartKind, type View } from '../reading/schema';
import { describeChart } from './describe';
import { TOKENS } from './tokens';
import { svgOf } from './svg/draw';

const byMonth = (values: readonly number[], incomplete: string | null = null): Answer => ({
  columns: [
    { key: 'month', label: 'Month', role: 'time', grain: 'month' },
    { key: 'v', label: 'Sales', role: 'measure', of: 'v', as: 'value', additive: true },
  ],
  rows: values.map((value, index) => [`2025-${String(index + 1).padStart(2, '0')}-01`, value]),
  rowCount: values.length,
  truncated: false,
  dataVersion: '',
  asOf: '2026-10-17',
  engine: '',
  ms: 0,
  support: [],
  window: {},
  other: null,
  incomplete,
});
const described = (answer: Answer, view: View) =>
  describeChart(answer, { ...EMPTY_READING, shown: [plain('v')], by: [{ kind: 'time', grain: 'month' }], view });

test('the average lies between the least and the most, with half of the values on either side of the median', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 0, max: 10_000 }), { minLength: 3, maxLength: 12 }),
      fc.constantFrom<ChartKind>('line', 'columns', 'bars'),
      (values, chart) => {
        const [average, median] = described(byMonth(values), {
          chart,
          lines: [{ at: 'average' }, { at: 'median' }],
        }).lines.map((one) => one.value);
        expect(average).toBeCloseTo(values.reduce((sum, one) => sum + one, 0) / values.length, 6);
        expect(values.filter((one) => one < (median ?? 0)).length).toBeLessThanOrEqual(values.length / 2);
        expect(values.filter((one) => one > (median ?? 0)).length).toBeLessThanOrEqual(values.length / 2);
      },
    ),
  );
});

test('an incomplete period is not part of the average', () => {
  expect(
    described(byMonth([100, 200, 3], '2025-03-01'), { chart: 'line', lines: [{ at: 'average' }] }).lines[0]?.value,
  ).toBe(150);
});

test('of bars on each other, the average is of what they come to together', () => {
  const answer = byMonth([]);
  const stacked: Answer = {
    ...answer,
    columns: [
      answer.columns[0] as never,
      { key: 'shop', label: 'Shop', role: 'level', level: 'shop' },
      answer.columns[1] as never,
    ],
    rows: [
      ['2025-01-01', 'Quay', 10],
      ['2025-01-01', 'Mill', 30],
      ['2025-02-01', 'Quay', 20],
      ['2025-02-01', 'Mill', 40],
    ],
  };
  const lines = describeChart(stacked, {
    ...EMPTY_READING,
    shown: [plain('v')],
    by: [
      { kind: 'time', grain: 'month' },
      { kind: 'level', level: 'shop' },
    ],
    view: { chart: 'stacked', lines: [{ at: 'average' }] },
  }).lines;
  expect(lines[0]?.value).toBe(50);
});

test('a target is named with its value, on the picture too', () => {
  const chart = described(byMonth([100, 200, 150]), { chart: 'columns', lines: [{ at: 260, target: true }] });
  expect(chart.lines).toEqual([{ value: 260, label: 'target 260', target: true }]);
  const picture = svgOf(
    chart,
    byMonth([100, 200, 150]),
    { headline: 'Sales', sentence: 'Sales by month' },
    { width: 800, height: 500, tokens: TOKENS.light },
  );
  expect(picture).toContain('target 260');
  expect(picture).toContain(TOKENS.light.signal);
});

test('what a kind cannot show is said beside it, and nothing is drawn in its place', () => {
  const ring = described(byMonth([100, 200, 150]), { chart: 'pie', lines: [{ at: 120 }] });
  expect([ring.lines, ring.omitted]).toEqual([[], 'Lines across it are not drawn on this kind of chart.']);
  const bars = described(byMonth([100, 200, 150]), { chart: 'columns', axis: 'fitted' });
  expect([bars.axis, bars.omitted]).toEqual([null, 'Bars and areas stand on zero.']);
  expect(described(byMonth([100, 200, 150]), { chart: 'line', axis: 'fitted' }).axis).toBe('fitted');
});

test('colours begin where they are asked to, and go round the palette', () => {
  expect(described(byMonth([1, 2, 3]), { chart: 'line', colour: 10 }).series.map((one) => one.colour)).toEqual([9]);
  expect(described(byMonth([1, 2, 3]), { chart: 'line' }).series.map((one) => one.colour)).toEqual([0]);
});
