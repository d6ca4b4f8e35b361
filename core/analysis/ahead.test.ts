/** The forecast of an answer: what it is learnt from, which periods it is of, and when there is none; as a table and on a chart. */
import type { Answer, Cell } from '../query/answer';
import type { Table } from '../query/derive';
import { describeChart } from '../chart/describe';
import { forecastCaveats, forecastHeadline } from '../narrate/ahead';
import { byLevel, EMPTY_READING, plain, type Reading } from '../reading/schema';
import { withAhead } from '../table/with-ahead';
import { addMonths } from '../time/day';
import { demoNames } from '../../tests/demo-names';
import { aheadOf, learntFrom } from './ahead';

const { model } = demoNames().names;
const calendar = { asOf: '2026-10-17', weekStart: 1, fiscalStartMonth: 1, fiscalNamedBy: 'end' as const, seasons: [] };
const BY_MONTH: Reading = {
  ...EMPTY_READING,
  shown: [plain('passengers')],
  by: [{ kind: 'time', grain: 'month' }],
  ahead: { periods: 3 },
};
const COLUMNS: Table['columns'] = [
  { key: 'month', label: 'Month', role: 'time', grain: 'month' },
  { key: 'v', label: 'Passengers', role: 'measure', of: 'v', as: 'value', additive: true },
];
const WITH_COAST: Table['columns'] = [
  COLUMNS[0] as Table['columns'][number],
  { key: 'coast', label: 'Coast', role: 'level', level: 'coast' },
  COLUMNS[1] as Table['columns'][number],
];
const months = (count: number, from = '2023-01-01') =>
  Array.from({ length: count }, (_one, index) => addMonths(from, index));
/** 45 whole months to September 2026, and the first half of October. */
const ROWS: Cell[][] = [
  ...months(45).map((month, index): Cell[] => [month, 1000 + 300 * Math.sin((Math.PI * index) / 6)]),
  ['2026-10-01', 400],
];
const made = (rows: readonly (readonly Cell[])[] = ROWS, reading = BY_MONTH, columns = COLUMNS) =>
  aheadOf({ columns, rows }, reading, model, calendar);
const forecastOf = (...given: Parameters<typeof made>) => {
  const ahead = made(...given);
  if ('reason' in ahead) throw new Error(ahead.reason);
  return ahead;
};
const reasonOf = (...given: Parameters<typeof made>) => {
  const ahead = made(...given);
  return 'reason' in ahead ? ahead.reason : 'none';
};

test('the month that runs is forecast as a whole, and so many whole months after it; nothing of its first days is looked at', () => {
  const ahead = forecastOf();
  expect(ahead.rows.map(([month]) => month)).toEqual(['2026-10-01', '2026-11-01', '2026-12-01', '2027-01-01']);
  expect(ahead.from).toBe('2026-11-01');
  expect(ahead.basis).toEqual({ grain: 'month', periods: 45, from: '2023-01-01', to: '2026-09-01' });
  expect(forecastOf([...ROWS.slice(0, -1), ['2026-10-01', 9_999]]).rows).toEqual(ahead.rows);
});

test('a period that ended is carried on from its end: what came after it is not looked at', () => {
  const reading: Reading = { ...BY_MONTH, when: { period: { kind: 'days', from: '2025-01-01', to: '2025-12-31' } } };
  expect(learntFrom(reading, calendar).when).toEqual({ period: { kind: 'until', to: '2025-12-31' } });
  const ahead = forecastOf(ROWS, reading);
  expect(ahead.rows.map(([month]) => month)).toEqual(['2026-01-01', '2026-02-01', '2026-03-01']);
  expect(
    forecastOf(
      ROWS.map((row) => (String(row[0]) > '2025-12-31' ? [row[0] ?? null, 7] : row)),
      reading,
    ).rows,
  ).toEqual(ahead.rows);
});

test('members that are chosen within the period are learnt from within it', () => {
  const when: Reading['when'] = { period: { kind: 'this', grain: 'year' } };
  const rank: Reading['rank'] = {
    direction: 'top',
    count: 3,
    percent: false,
    of: byLevel('coast'),
    by: null,
    within: null,
    others: false,
    marked: false,
  };
  expect(learntFrom({ ...BY_MONTH, by: [...BY_MONTH.by, byLevel('coast')], when, rank }, calendar).when).toEqual(when);
  expect(learntFrom({ ...BY_MONTH, when }, calendar).when).toEqual({ period: { kind: 'until', to: '2026-10-17' } });
});

test('a month without rows is nothing of a sum, and a gap of a rate, which then has no forecast', () => {
  const gap = ROWS.filter((_row, index) => index !== 20);
  expect(forecastOf(gap).basis.periods).toBe(45);
  expect(reasonOf(gap, { ...BY_MONTH, shown: [plain('load_factor')] })).toMatch(/no value in 1 of 45 months/);
});

test('too short a line, too many lines, and data that ended long ago are said', () => {
  expect(reasonOf(ROWS.slice(-6))).toMatch(/at least 8 whole months .* there are 5/);
  const coasts = Array.from({ length: 13 }, (_one, index) => `Coast ${index}`);
  expect(
    reasonOf(
      ROWS.flatMap(([month, value]) => coasts.map((coast): Cell[] => [month ?? null, coast, value ?? null])),
      { ...BY_MONTH, by: [...BY_MONTH.by, byLevel('coast')] },
      WITH_COAST,
    ),
  ).toMatch(/13 lines are too many/);
  expect(reasonOf(months(45, '2010-01-01').map((month): Cell[] => [month, 5]))).toMatch(/too long before/);
});

test('each of several lines is carried on by itself, from its own beginning; one too short is left out and said', () => {
  const rows = ROWS.flatMap(([month, value], index): Cell[][] => [
    [month ?? null, 'North', value ?? null],
    ...(index < 30 ? [] : [[month ?? null, 'South', 50]]),
    ...(index < 41 ? [] : [[month ?? null, 'New', 9]]),
  ]);
  const ahead = forecastOf(rows, { ...BY_MONTH, by: [...BY_MONTH.by, byLevel('coast')] }, WITH_COAST);
  expect(ahead.lines.map((line) => line.cells)).toEqual([['North'], ['South']]);
  expect(ahead.left).toBe(1);
  const south = ahead.rows.filter((row) => row[1] === 'South').map((row) => row[2]);
  expect(south).toHaveLength(4);
  for (const value of south) expect(value).toBeCloseTo(50, 6);
  expect(forecastHeadline(ahead, COLUMNS[1] as never)).toBeNull();
  expect(
    forecastCaveats(ahead, COLUMNS[1] as never)
      .map((one) => one.text)
      .join(' '),
  ).toMatch(/1 line is too short/);
});

test('the headline adds up the months asked for beside those a year before; of a rate it names the last', () => {
  const ahead = forecastOf();
  const asked = ahead.rows.slice(1).reduce((sum, row) => sum + Number(row[1]), 0);
  const before = ['2025-11-01', '2025-12-01', '2026-01-01'].reduce(
    (sum, month) => sum + Number(ROWS.find((row) => row[0] === month)?.[1]),
    0,
  );
  expect(ahead.together?.expected).toBeCloseTo(asked, 9);
  expect(ahead.together?.yearBefore).toBeCloseTo(before, 9);
  expect(forecastHeadline(ahead, COLUMNS[1] as never)).toMatch(
    /^Passengers: [\d,]+ expected in all from Nov 2026 to Jan 2027, as much as a year before$/,
  );
  const rate: Table['columns'] = [COLUMNS[0] as never, { ...(COLUMNS[1] as object), additive: false } as never];
  expect(
    forecastHeadline(forecastOf(ROWS, { ...BY_MONTH, shown: [plain('load_factor')] }, rate), rate[1] as never),
  ).toMatch(/expected in Jan 2027, between .* and .*/);
});

const ANSWER: Answer = {
  columns: COLUMNS,
  rows: ROWS.slice(-10),
  rowCount: 10,
  truncated: false,
  dataVersion: '1',
  asOf: calendar.asOf,
  engine: 'none',
  ms: 0,
  support: [],
  window: {},
  other: null,
  incomplete: '2026-10-01',
};

test('as a table, the month that runs keeps its row and what is expected stands beside it; months to come follow', () => {
  const table = withAhead({ ...ANSWER, ahead: forecastOf() });
  expect(table.columns.map((column) => column.label)).toEqual([
    'Month',
    'Passengers',
    'Passengers, forecast',
    'Low',
    'High',
  ]);
  expect(table.rows).toHaveLength(13);
  expect(table.rows[8]?.slice(2)).toEqual([null, null, null]);
  expect(table.rows[9]?.slice(0, 2)).toEqual(['2026-10-01', 400]);
  expect(table.rows[9]?.slice(2).every((cell) => typeof cell === 'number')).toBe(true);
  expect(table.rows[10]?.slice(0, 2)).toEqual(['2026-11-01', null]);
  expect(withAhead(ANSWER)).toBe(ANSWER);
});

test('on the chart it starts from the last whole month, is dashed beside a range, and no other kind would draw it', () => {
  const chart = describeChart({ ...ANSWER, ahead: forecastOf() }, { ...BY_MONTH, view: { chart: 'columns' } });
  expect(chart.kind).toBe('line');
  expect(chart.unfit.columns).toMatch(/drawn as a line/);
  expect(chart.categories.slice(-4)).toEqual(['Oct 2026', 'Nov 2026', 'Dec 2026', 'Jan 2027']);
  const [value, ahead] = chart.series;
  expect(ahead?.style).toBe('ahead');
  expect(ahead?.points.map((point) => point.y !== null)).toEqual([
    ...Array.from({ length: 8 }, () => false),
    true,
    true,
    true,
    true,
    true,
  ]);
  expect(ahead?.points[8]?.y).toBe(value?.points[8]?.y);
  expect(
    ahead?.points.slice(9).every((point) => (point.range?.[0] ?? 1) <= (point.y ?? 0) && point.row === undefined),
  ).toBe(true);
});
