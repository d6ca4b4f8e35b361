import { describeChart } from '@zud/core/chart/describe';
import type { ChartDescription } from '@zud/core/chart/description';
import { EMPTY_READING, plain } from '@zud/core/reading/schema';
import type { Answer, Cell } from '@zud/core/query/answer';
import { TOKENS } from '../app/theme';
import { configurationOf, tooltipLine } from './configuration';
import { beginningOfAxis } from './plugins';

const measure = { key: 'v', label: 'Sales', role: 'measure' as const, of: 'v', as: 'value' as const, additive: true };
const answer = (rows: Cell[][], incomplete: string | null = null): Answer => ({
  columns: [{ key: 'month', label: 'Month', role: 'time', grain: 'month' }, measure],
  rows,
  rowCount: rows.length,
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
const describe_ = (rows: Cell[][], chart?: ChartDescription['kind'], incomplete: string | null = null) =>
  describeChart(answer(rows, incomplete), {
    ...EMPTY_READING,
    shown: [plain('v')],
    by: [{ kind: 'time', grain: 'month' }],
    view: chart ? { chart } : null,
  });
const options = { tokens: TOKENS.light, animated: false, small: false };
const ROWS: Cell[][] = [
  ['2026-08-01', 900],
  ['2026-09-01', 950],
  ['2026-10-01', 980],
];

type Axis = Readonly<
  Record<string, { beginAtZero?: boolean; ticks: { callback: (this: object, tick: number, index: number) => unknown } }>
>;
const axes = (chart: ChartDescription) =>
  (configurationOf(chart, options).options as unknown as { scales: Axis }).scales;

test('bars begin at zero, lines may leave it out only where the values are far from it', () => {
  expect(axes(describe_(ROWS, 'columns'))['left']?.beginAtZero).toBe(true);
  expect(axes(describe_(ROWS))['left']?.beginAtZero).toBe(false);
  expect(
    axes(
      describe_([
        ['2026-08-01', 100],
        ['2026-09-01', 950],
        ['2026-10-01', 980],
      ]),
    )['left']?.beginAtZero,
  ).toBe(true);
});

test('days are written as months are: the year once, and some left out where there is no room', () => {
  const axis = axes({ ...describe_(ROWS), categories: ['1 Oct 2026', '2 Oct 2026', '3 Oct 2026'] })['x'];
  expect([axis?.ticks.callback.call({}, 0, 0), axis?.ticks.callback.call({}, 1, 1)]).toEqual([
    ['1 Oct', '2026'],
    '2 Oct',
  ]);
  expect(axis?.ticks).toMatchObject({ autoSkip: true });
});

test('the line to an incomplete period is dashed, the others are not', () => {
  const [dataset] = configurationOf(describe_(ROWS, undefined, '2026-10-01'), options).data.datasets as unknown as {
    segment: { borderDash: (context: { p1DataIndex: number }) => unknown };
  }[];
  expect(dataset?.segment.borderDash({ p1DataIndex: 1 })).toBeUndefined();
  expect(dataset?.segment.borderDash({ p1DataIndex: 2 })).toEqual([3, 4]);
});

test('the year stands once below the months, and a mark says its value', () => {
  const chart = describe_(ROWS);
  const label = axes(chart)['x']?.ticks.callback;
  expect([label?.call({}, 0, 0), label?.call({}, 1, 1)]).toEqual([['Aug', '2026'], 'Sep']);
  expect(tooltipLine(chart, 0, 1)).toBe('Sales: 950');
});

test('choosing a mark tells its row of the answer, and whether it is one more', () => {
  const chosen: [number, boolean][] = [];
  const { onClick } = configurationOf(describe_(ROWS), {
    ...options,
    onChoose: (row, more) => chosen.push([row, more]),
  }).options as unknown as { onClick: (event: unknown, elements: { datasetIndex: number; index: number }[]) => void };
  onClick({ native: {} }, [{ datasetIndex: 0, index: 2 }]);
  onClick({ native: {} }, []);
  onClick({ native: { shiftKey: true } }, [{ datasetIndex: 0, index: 1 }]);
  expect(chosen).toEqual([
    [2, false],
    [1, true],
  ]);
});

test('the value axis reaches the lines that cross it, and begins where it is asked to', () => {
  const view = (more: object) =>
    describeChart(answer(ROWS), {
      ...EMPTY_READING,
      shown: [plain('v')],
      by: [{ kind: 'time', grain: 'month' }],
      view: { chart: 'line', ...more },
    });
  const left = (chart: ChartDescription) =>
    axes(chart)['left'] as unknown as { suggestedMax?: number; suggestedMin?: number; beginAtZero: boolean };
  expect([
    left(view({ lines: [{ at: 2000 }] })).suggestedMax,
    left(view({ lines: [{ at: 12 }] })).suggestedMin,
  ]).toEqual([2000, 12]);
  expect([left(view({ axis: 'zero' })).beginAtZero, left(view({ axis: 'fitted' })).beginAtZero]).toEqual([true, false]);
});

test('an axis that leaves out zero says where it begins, one that has it says nothing', () => {
  expect(beginningOfAxis(24_000, 31_000, {})).toBe('axis from 24k');
  expect(beginningOfAxis(-31_000, -24_000, {})).toBe('axis from −24k');
  expect(beginningOfAxis(0, 31_000, {})).toBeNull();
  expect(beginningOfAxis(-5, 31_000, {})).toBeNull();
});
