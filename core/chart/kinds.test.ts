/** The kinds that are more than axes: their descriptions hold the numbers of the answer. */
import fc from 'fast-check';
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { EMPTY_READING, plain, type ChartKind, type Reading } from '../reading/schema';
import { boxCalculations } from './box';
import { describeChart } from './describe';
import { projected } from './projection';
import { squarified } from './treemap';

const level = (id: string, more: Partial<AnswerColumn> = {}): AnswerColumn => ({
  key: id,
  label: id,
  role: 'level',
  level: id,
  ...more,
});
const figure = (id: string, more: Partial<AnswerColumn> = {}): AnswerColumn => ({
  key: id,
  label: id,
  role: 'measure',
  of: id,
  as: 'value',
  additive: true,
  ...more,
});
const MONTH: AnswerColumn = { key: 'month', label: 'Month', role: 'time', grain: 'month' };
const answer = (columns: AnswerColumn[], rows: Cell[][]): Answer => ({
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
  incomplete: null,
});
const reading = (chart: ChartKind | null, more: Partial<Reading> = {}): Reading => ({
  ...EMPTY_READING,
  shown: [plain('Sales')],
  by: [{ kind: 'level', level: 'Shop' }],
  view: chart === null ? null : { chart },
  ...more,
});
const byShop = answer(
  [level('Shop'), figure('Sales')],
  [
    ['Quay', 50],
    ['Mill', 30],
    ['Lane', 20],
  ],
);
const compared = answer(
  [
    level('Shop'),
    figure('Sales'),
    figure('Sales_other', { of: 'Sales', as: 'other', label: 'Sales, year before' }),
    figure('Sales_difference', { of: 'Sales', as: 'difference' }),
  ],
  [
    ['Quay', 70, 50, 20],
    ['Mill', 25, 40, -15],
  ],
);

test('a bridge leads from the earlier total to the later, each step from where the one before ends', () => {
  const chart = describeChart(compared, reading('bridge', { against: { kind: 'year' } }));
  expect(chart.categories).toEqual(['Year before', 'Quay', 'Mill', 'Sales']);
  const steps = chart.categories.map(
    (_name, x) =>
      chart.series.flatMap((series) => series.points.filter((point) => point.x === x && point.y !== null))[0],
  );
  expect(steps.map((step) => [step?.base, step?.y, step?.row])).toEqual([
    [0, 90, undefined],
    [90, 110, 0],
    [110, 95, 1],
    [0, 95, undefined],
  ]);
  expect(chart.series.map((series) => series.style)).toEqual(['rest', 'value', 'fall']);
});

test('a bridge of small steps begins its axis below them, and says so; one of large steps at zero', () => {
  const rows: Cell[][] = [
    ['Quay', 1010, 1000, 10],
    ['Mill', 995, 1000, -5],
  ];
  const chart = describeChart({ ...compared, rows }, reading('bridge', { against: { kind: 'year' } }));
  expect(chart.axisFrom).toBeGreaterThan(0);
  expect(chart.axisFrom).toBeLessThan(2000);
  expect(chart.omitted).toContain('not at zero');
  expect(describeChart(compared, reading('bridge', { against: { kind: 'year' } })).axisFrom).toBeUndefined();
  const still: Cell[][] = rows.map(([shop = null, , before = null]) => [shop, before, before, 0]);
  expect(
    describeChart({ ...compared, rows: still }, reading('bridge', { against: { kind: 'year' } })).axisFrom,
  ).toBeUndefined();
});

test('a Pareto chart goes from large to small and its line ends at all', () => {
  const chart = describeChart(byShop, reading('pareto'));
  expect(chart.categories).toEqual(['Quay', 'Mill', 'Lane']);
  expect(chart.series.map((series) => [series.axis, series.points.map((point) => point.y)])).toEqual([
    ['left', [50, 30, 20]],
    ['right', [0.5, 0.8, 1]],
  ]);
});

test('a line over bars is the second measure, on an axis of its own', () => {
  const chart = describeChart(
    answer(
      [level('Shop'), figure('Sales'), figure('Margin')],
      [
        ['Quay', 5, 1],
        ['Mill', 3, 2],
      ],
    ),
    reading('bars with line'),
  );
  expect(chart.series.map((series) => [series.mark, series.axis])).toEqual([
    [undefined, 'left'],
    ['line', 'right'],
  ]);
});

test('bubbles have the third measure as their size, and leave out what has no place', () => {
  const chart = describeChart(
    answer(
      [level('Shop'), figure('Sales'), figure('Margin'), figure('Staff')],
      [
        ['Quay', 5, 1, 7],
        ['Mill', 3, null, 2],
      ],
    ),
    reading('bubble'),
  );
  expect(chart.series[0]?.points).toEqual([{ x: 5, y: 1, size: 7, label: 'Quay', row: 0 }]);
});

test('small multiples are one chart a member, with all its points', () => {
  const chart = describeChart(
    answer(
      [MONTH, level('Shop'), figure('Sales')],
      [
        ['2026-01-01', 'Quay', 1],
        ['2026-02-01', 'Quay', 2],
        ['2026-03-01', 'Quay', 2],
        ['2026-01-01', 'Mill', 3],
      ],
    ),
    reading('multiples', {
      by: [
        { kind: 'time', grain: 'month' },
        { kind: 'level', level: 'Shop' },
      ],
    }),
  );
  expect(chart.panels?.map((panel) => [panel.title, panel.series[0]?.points.map((point) => point.y)])).toEqual([
    ['Quay', [1, 2, 2]],
    ['Mill', [3, null, null]],
  ]);
});

test('boxes are drawn of the five figures only, with their ends', () => {
  const five = boxCalculations('delay');
  const columns = [level('Shop'), ...five.map((_one, index) => figure(`calculation${index + 1}`, { additive: false }))];
  const chart = describeChart(
    answer(columns, [['Quay', 0, 2, 4, 7, 30]]),
    reading(null, { shown: five.map((calculation) => ({ calculation, transform: null })) }),
  );
  expect(chart.kind).toBe('box');
  expect(chart.series[0]?.points).toEqual([{ x: 0, y: 7, base: 2, row: 0 }]);
  expect(chart.boxes).toEqual([{ low: 0, middle: 4, high: 30 }]);
  expect(describeChart(byShop, reading('box')).unfit.box).toMatch(/box plot of/);
});

test('a map places the members that have coordinates and says how many have none', () => {
  const places = new Map([
    ['Quay', [-9, 60] as const],
    ['Mill', [-8, 61] as const],
  ]);
  const chart = describeChart(byShop, reading('map'), 1, places);
  expect(chart.kind).toBe('map');
  expect(chart.series[0]?.points.map((point) => [point.label, point.x, point.y, point.size])).toEqual([
    ['Quay', -9, 60, 50],
    ['Mill', -8, 61, 30],
  ]);
  expect(chart.omitted).toContain('1 of 3');
  expect(describeChart(byShop, reading('map')).unfit.map).toMatch(/coordinates/);
});

test('each kind that does not fit says why, and another is drawn in its place', () => {
  const rates = answer(
    [level('Shop'), figure('Rate', { additive: false })],
    [
      ['Quay', 0.5],
      ['Mill', 0.4],
    ],
  );
  for (const kind of [
    'pareto',
    'treemap',
    'bridge',
    'pie',
    'stacked',
    'bubble',
    'multiples',
    'map',
    'box',
    'histogram',
    'bars with line',
  ] as const) {
    const chart = describeChart(rates, reading(kind));
    expect([kind, chart.kind, chart.reason.length > 20]).toEqual([kind, 'columns', true]);
  }
});

describe('a treemap', () => {
  const sizes = fc.array(fc.integer({ min: 1, max: 10_000 }), { minLength: 1, maxLength: 60 });
  test('gives each part an area of its size, within the whole, none over another', () => {
    fc.assert(
      fc.property(
        sizes,
        fc.integer({ min: 20, max: 400 }),
        fc.integer({ min: 20, max: 400 }),
        (parts, width, height) => {
          const rooms = squarified(parts, { x: 0, y: 0, width, height });
          const total = parts.reduce((sum, size) => sum + size, 0);
          rooms.forEach((room, index) => {
            expect(room.width * room.height).toBeCloseTo(((parts[index] ?? 0) * width * height) / total, 4);
            expect(
              room.x >= -1e-6 &&
                room.y >= -1e-6 &&
                room.x + room.width <= width + 1e-6 &&
                room.y + room.height <= height + 1e-6,
            ).toBe(true);
          });
          for (const [index, a] of rooms.entries())
            for (const b of rooms.slice(index + 1)) {
              const over =
                Math.max(0, Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)) *
                Math.max(0, Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y));
              expect(over).toBeLessThan(1e-4);
            }
        },
      ),
    );
  });
  test('of two levels keeps the parts of a member together, and each part tells its row', () => {
    const chart = describeChart(
      answer(
        [level('Town'), level('Shop'), figure('Sales')],
        [
          ['A', 'Quay', 5],
          ['B', 'Mill', 4],
          ['A', 'Lane', 1],
        ],
      ),
      reading('treemap', {
        by: [
          { kind: 'level', level: 'Town' },
          { kind: 'level', level: 'Shop' },
        ],
      }),
    );
    expect(chart.tree?.map((part) => [part.group, part.label, part.value, part.row])).toEqual([
      ['A', 'Quay', 5, 0],
      ['A', 'Lane', 1, 2],
      ['B', 'Mill', 4, 1],
    ]);
  });
});

test('places keep their order from west to east and from south to north, within the box', () => {
  const place = fc.record({
    longitude: fc.double({ min: -170, max: 170, noNaN: true }),
    latitude: fc.double({ min: -70, max: 70, noNaN: true }),
  });
  fc.assert(
    fc.property(fc.array(place, { minLength: 2, maxLength: 12 }), (places) => {
      const { points } = projected(places, { width: 800, height: 500 }, 50);
      places.forEach((a, index) =>
        places.forEach((b, other) => {
          const [p, q] = [points[index], points[other]];
          if (!p || !q) return;
          if (a.longitude < b.longitude) expect(p.x).toBeLessThanOrEqual(q.x);
          if (a.latitude < b.latitude) expect(p.y).toBeGreaterThanOrEqual(q.y);
          expect(p.x >= 49.9 && p.x <= 750.1 && p.y >= 49.9 && p.y <= 450.1).toBe(true);
        }),
      );
    }),
  );
});
