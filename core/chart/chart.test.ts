/** What is drawn for which shape of answer, and the sentences computed from it. */
import { caveatsOf } from '../narrate/caveats';
import { headlineOf as headline } from '../narrate/headline';
import { formatCell, formatChange, formatShort, formatTime, formatValue } from '../format/format';
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { EMPTY_READING, plain, type Breakdown, type Reading } from '../reading/schema';
import { describeChart } from './describe';

const BESIDE = {
  year: 'the year before',
  previous: 'the month before',
  period: 'July 2025',
  plan: 'plan',
  members: '',
};
const headlineOf = (of: Answer, reading: Reading, scope: string) =>
  headline(of, reading, { scope, beside: BESIDE[reading.against?.kind ?? 'members'] });

const level = (id: string): AnswerColumn => ({ key: id, label: id, role: 'level', level: id });
const month: AnswerColumn = { key: 'month', label: 'Month', role: 'time', grain: 'month' };
const value = (id: string, more: Partial<AnswerColumn> = {}): AnswerColumn => ({
  key: id,
  label: id,
  role: 'measure',
  of: id,
  as: 'value',
  additive: true,
  ...more,
});
const answer = (columns: AnswerColumn[], rows: Cell[][], more: Partial<Answer> = {}): Answer => ({
  columns,
  rows,
  rowCount: rows.length,
  truncated: false,
  dataVersion: '1',
  asOf: '2026-10-17',
  engine: 'x',
  ms: 1,
  support: rows.map(() => 100),
  window: {},
  other: null,
  incomplete: null,
  ...more,
});
const by = (...parts: Breakdown[]): Reading => ({ ...EMPTY_READING, shown: [plain('Sales')], by: parts });
const LEVEL: Breakdown = { kind: 'level', level: 'Shop' };
const MONTH: Breakdown = { kind: 'time', grain: 'month' };
const months: Cell[][] = [
  ['2026-07-01', 10],
  ['2026-08-01', 30],
  ['2026-10-01', 5],
];

describe('the chart suits the shape', () => {
  test.each<[string, Answer, Reading, string]>([
    ['one number', answer([value('Sales')], [[4]]), by(), 'number'],
    ['a development', answer([month, value('Sales')], months), by(MONTH), 'line'],
    [
      'few members with short names',
      answer(
        [level('Shop'), value('Sales')],
        [
          ['A', 3],
          ['B', 1],
        ],
      ),
      by(LEVEL),
      'columns',
    ],
    [
      'many members',
      answer(
        [level('Shop'), value('Sales')],
        Array.from({ length: 20 }, (_, index) => [`Shop ${index}`, index]),
      ),
      by(LEVEL),
      'bars',
    ],
    [
      'parts that add up',
      answer(
        [level('Shop'), level('Kind'), value('Sales')],
        [
          ['A', 'x', 3],
          ['A', 'y', 1],
          ['B', 'x', 2],
        ],
      ),
      by(LEVEL, { kind: 'level', level: 'Kind' }),
      'stacked',
    ],
    [
      'parts that do not',
      answer(
        [level('Shop'), level('Kind'), value('Sales', { additive: false })],
        [
          ['A', 'x', 3],
          ['A', 'y', 1],
          ['B', 'x', 2],
        ],
      ),
      by(LEVEL, { kind: 'level', level: 'Kind' }),
      'columns',
    ],
    [
      'two measures of many members',
      answer(
        [level('Shop'), value('Sales'), value('Cost')],
        Array.from({ length: 20 }, (_, index) => [`Shop ${index}`, index, 2 * index]),
      ),
      by(LEVEL),
      'scatter',
    ],
    [
      'two measures beside an earlier period',
      answer(
        [level('Shop'), value('Sales'), value('Sales_other', { of: 'Sales', as: 'other' }), value('Cost')],
        Array.from({ length: 20 }, (_, index) => [`Shop ${index}`, index, index + 1, 2 * index]),
      ),
      by(LEVEL),
      'table',
    ],
    [
      'three breakdowns',
      answer([month, level('Shop'), level('Kind'), value('Sales')], [['2026-07-01', 'A', 'x', 3]]),
      by(MONTH, LEVEL, { kind: 'level', level: 'Kind' }),
      'table',
    ],
  ])('%s', (_name, given, reading, kind) => expect(describeChart(given, reading).kind).toBe(kind));

  test('missing periods are gaps, not steps; the incomplete one is marked', () => {
    const chart = describeChart(answer([month, value('Sales')], months, { incomplete: '2026-10-01' }), by(MONTH));
    expect(chart.categories).toEqual(['Jul 2026', 'Aug 2026', 'Sep 2026', 'Oct 2026']);
    expect(chart.series[0]?.points.map((point) => point.y)).toEqual([10, 30, null, 5]);
    expect(chart.incompleteAt).toBe(3);
  });
  test('the earlier period has the colour of its value; a kind that does not fit says why and is not drawn', () => {
    const compared = answer(
      [level('Shop'), value('Sales'), value('Sales_other', { of: 'Sales', as: 'other' })],
      [['A', 3, 2]],
    );
    const chart = describeChart(compared, { ...by(LEVEL), view: { chart: 'line' } });
    expect(chart.series.map((series) => [series.colour, series.style])).toEqual([
      [0, 'value'],
      [0, 'other'],
    ]);
    expect([chart.kind, chart.unfit.line]).toEqual(['columns', 'A line needs time or another order to run along.']);
  });
  test('two measures of different kinds get an axis each', () => {
    const chart = describeChart(
      answer(
        [month, value('Sales'), value('Rate', { format: { style: 'percent' } })],
        [
          ['2026-07-01', 1, 0.5],
          ['2026-08-01', 2, 0.4],
          ['2026-09-01', 2, 0.4],
        ],
      ),
      by(MONTH),
    );
    expect(chart.series.map((series) => series.axis)).toEqual(['left', 'right']);
  });
  test('what is left out of a chart is said', () => {
    const rows = Array.from({ length: 15 }, (_, index): Cell[] => ['2026-07-01', `S${index}`, 100 - index]).concat([
      ['2026-08-01', 'S0', 1],
      ['2026-09-01', 'S0', 1],
    ]);
    expect(describeChart(answer([month, level('Shop'), value('Sales')], rows), by(MONTH, LEVEL)).omitted).toContain(
      '10 largest of 15',
    );
  });
});

describe('headlines and caveats follow from the numbers', () => {
  test('of a rank by the change the first is told, with how far it moved', () => {
    const columns = [
      level('Shop'),
      value('Sales'),
      value('Sales_other', { of: 'Sales', as: 'other' }),
      value('Sales_difference', { of: 'Sales', as: 'difference' }),
      value('Sales_change', { of: 'Sales', as: 'change', format: { style: 'percent', decimals: 1 } }),
    ];
    const ranked = (direction: 'top' | 'bottom') => ({
      ...by(LEVEL),
      against: { kind: 'year' as const },
      rank: {
        direction,
        count: 3,
        percent: false,
        of: { kind: 'level' as const, level: 'Shop' },
        by: null,
        on: 'difference' as const,
        within: null,
        others: false,
        marked: true,
      },
    });
    expect(
      headlineOf(
        answer(columns, [
          ['A', 80, 100, -20, -0.2],
          ['B', 95, 100, -5, -0.05],
        ]),
        ranked('bottom'),
        '',
      ),
    ).toMatch(/^Sales fell most for A on the year before, −20 \(−20.%\)$/);
    expect(
      headlineOf(
        answer(columns, [
          ['A', 105, 100, 5, 0.05],
          ['B', 110, 100, 10, 0.1],
        ]),
        ranked('bottom'),
        '',
      ),
    ).toMatch(/^Sales rose least for A/);
    expect(
      headlineOf(answer(columns, [['B', 110, 100, 10, 0.1]]), { ...ranked('top'), against: { kind: 'plan' } }, ''),
    ).toMatch(/^Sales lay furthest above plan for B, \+10/);
  });
  test('of periods that were chosen, it is told how many there are, not how many rose', () => {
    const columns = [
      month,
      value('Sales'),
      value('Sales_other', { of: 'Sales', as: 'other' }),
      value('Sales_difference', { of: 'Sales', as: 'difference' }),
      value('Sales_change', { of: 'Sales', as: 'change', format: { style: 'percent', decimals: 1 } }),
    ];
    const rows: Cell[][] = [
      ['2026-07-01', 80, 100, -20, -0.2],
      ['2026-09-01', 90, 100, -10, -0.1],
    ];
    const reading: Reading = { ...by(MONTH), against: { kind: 'previous' } };
    expect(headlineOf(answer(columns, rows), reading, '')).toMatch(
      /^Sales fell 10.% on the month before in Sep 2026; up in 0 of 2 months$/,
    );
    const fell: Reading = {
      ...reading,
      where: [
        {
          kind: 'measure',
          at: { kind: 'time', grain: 'month' },
          calculation: { kind: 'measure', measure: 'Sales' },
          change: { basis: 'previous', as: 'difference' },
          test: 'under',
          value: 0,
        },
      ],
    };
    expect(headlineOf(answer(columns, rows), fell, '')).toMatch(
      /^Sales fell 10.% on the month before in Sep 2026, the latest of 2 such months$/,
    );
  });
  test('a change that is written as 0 % is none', () => {
    const columns = [
      month,
      value('Sales'),
      value('Sales_other', { of: 'Sales', as: 'other' }),
      value('Sales_change', { of: 'Sales', as: 'change' }),
    ];
    const headline = (last: number) =>
      headlineOf(
        answer(columns, [
          ['2026-07-01', 3, 2, 0.5],
          ['2026-08-01', 3, 3, last],
        ]),
        { ...by(MONTH), against: { kind: 'year' } },
        '',
      );
    expect([0, 0.0002, -0.0001].map(headline)).toEqual(
      Array.from({ length: 3 }, () => expect.stringContaining('did not change on the year before')),
    );
    expect(headline(0.02)).toContain('rose 2');
  });
  test('a rate moves by points, not by per cent of itself', () => {
    const format = { style: 'percent' as const };
    const rate = [
      value('Rate', { format }),
      value('o', { of: 'Rate', as: 'other', format }),
      value('d', { of: 'Rate', as: 'difference', format }),
      value('c', { of: 'Rate', as: 'change', format }),
    ];
    const beside = (kind: 'year' | 'plan', ...levels: Reading['by']): Reading => ({
      ...by(...levels),
      against: { kind },
    });
    expect(headlineOf(answer(rate, [[0.47, 0.45, 0.02, 0.0444]]), beside('year'), '')).toBe(
      'Rate rose 2\u00a0points on the year before, to 47.0\u202f%',
    );
    expect(headlineOf(answer(rate, [[0.47, 0.5, -0.03, -0.06]]), beside('plan'), '')).toBe(
      'Rate lay 3\u00a0points below plan, at 47.0\u202f%',
    );
    // from 1 % to 2 % doubles and is still the smaller move
    expect(
      headlineOf(
        answer(
          [level('Shop'), ...rate],
          [
            ['A', 0.02, 0.01, 0.01, 1],
            ['B', 0.6, 0.5, 0.1, 0.2],
          ],
        ),
        beside('year', LEVEL),
        '',
      ),
    ).toBe('Rate rose most for B, 10\u00a0points on the year before; least for A, 1\u00a0point');
    expect(formatCell(-0.013, rate[2] as AnswerColumn)).toBe('−1.3\u00a0points');
    expect(formatCell(0.0444, rate[3] as AnswerColumn)).toBe('+4.4\u202f%');
  });
  test('of several measures, the one that the headline speaks of is named', () => {
    const columns = [
      level('Shop'),
      value('Sales'),
      value('Sales_other', { of: 'Sales', as: 'other' }),
      value('Sales_change', { of: 'Sales', as: 'change' }),
      value('Cost'),
    ];
    const rows: Cell[][] = [
      ['A', 3, 2, 0.5, 9],
      ['B', 3, 1, 2, 9],
    ];
    const reading: Reading = { ...by(LEVEL), against: { kind: 'year' } };
    expect(headlineOf(answer(columns, rows), reading, '')).toMatch(/^Sales rose most for B/);
    expect(
      headlineOf(
        answer(
          columns.slice(0, -1),
          rows.map((row) => row.slice(0, -1)),
        ),
        reading,
        '',
      ),
    ).toMatch(/^Sales rose most for B/);
  });
  test('of members, of time, of a comparison', () => {
    expect(
      headlineOf(
        answer(
          [level('Shop'), value('Sales')],
          [
            ['A', 3],
            ['B', 1],
          ],
        ),
        by(LEVEL),
        '',
      ),
    ).toBe('A has the most sales, 3, 75\u202f% of all');
    expect(
      headlineOf(
        answer(
          [level('Shop'), value('Sales')],
          [
            ['A', 3],
            ['B', -1],
          ],
        ),
        by(LEVEL),
        '',
      ),
    ).toBe('A has the most sales, 3; the lowest is B with −1');
    expect(headlineOf(answer([month, value('Sales')], months, { incomplete: '2026-10-01' }), by(MONTH), '')).toContain(
      'Sales: 10 in Jul 2026, 30 in Aug 2026',
    );
    const compared = answer(
      [
        value('Sales'),
        value('o', { of: 'Sales', as: 'other' }),
        value('d', { of: 'Sales', as: 'difference' }),
        value('c', { of: 'Sales', as: 'change' }),
      ],
      [[90, 100, -10, -0.1]],
    );
    expect(headlineOf(compared, { ...by(), against: { kind: 'year' } }, '')).toBe(
      'Sales fell 10\u202f% on the year before, to 90',
    );
    expect(headlineOf(answer([value('Sales')], []), by(), '')).toBe('No sales');
    const tested = {
      ...by(),
      where: [
        {
          kind: 'measure' as const,
          at: { kind: 'level' as const, level: 'shop' },
          calculation: { kind: 'measure' as const, measure: 'sales' },
          test: 'under' as const,
          value: 0,
        },
      ],
    };
    expect(
      headlineOf(answer([{ key: 'k0', label: 'Shop', role: 'level' }, value('Sales')], []), tested, 'this year'),
    ).toBe('No shop fits, this year');
  });
  test('an incomplete period, a missing one and few rows are named', () => {
    const texts = caveatsOf(
      answer([month, value('Sales', { additive: false })], months, {
        incomplete: '2026-10-01',
        support: [3, 100, 100],
      }),
      by(MONTH),
      null,
    ).map((caveat) => caveat.text);
    expect(texts).toEqual([
      expect.stringContaining('Oct 2026 runs only to 17 October 2026'),
      'No period was named, so all data count.',
      expect.stringContaining('1 of 3 values'),
      'There are no data for Sep 2026.',
      expect.stringContaining('does not add up'),
    ]);
  });
});

test('formats', () => {
  expect(formatValue(0.7123, { format: { style: 'percent' } })).toBe('71.2\u202f%');
  expect(formatValue(1234.5, { format: { style: 'currency', currency: 'EUR', decimals: 0 } })).toBe('€1,235');
  expect([formatShort(1_412_380, {}), formatShort(59_883, {}), formatShort(0, {}), formatShort(-12, {})]).toEqual([
    '1.41m',
    '59.9k',
    '0',
    '−12',
  ]);
  expect([formatTime('2026-07-01', 'quarter'), formatTime(1, 'dayOfWeek'), formatTime('2026-10-12', 'week')]).toEqual([
    'Q3 2026',
    'Monday',
    '12 Oct – 18 Oct 2026',
  ]);
  expect([formatChange(0.034), formatChange(-0.18), formatChange(0)]).toEqual([
    '+3.4\u202f%',
    '−18\u202f%',
    '0\u202f%',
  ]);
});
