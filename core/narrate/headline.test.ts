/** Headlines say only what is true of the numbers shown. */
import fc from 'fast-check';
import { byLevel, EMPTY_READING, plain, type Condition, type Reading } from '../reading/schema';
import type { Answer, Cell } from '../query/answer';
import { headlineOf } from './headline';
import { aboveOrBelow } from './headline-parts';

const reading = (by: Reading['by'], where: readonly Condition[] = []): Reading => ({
  ...EMPTY_READING,
  shown: [plain('m')],
  by,
  where: [...where],
});

function answerOf(key: object, rows: readonly (readonly Cell[])[], incomplete: string | null = null): Answer {
  const columns = [
    { id: 'k', label: 'Year', ...key },
    {
      id: 'v',
      label: 'Passengers',
      role: 'measure',
      as: 'value',
      of: 0,
      additive: true,
      format: { style: 'number', decimals: 0 },
    },
  ];
  return {
    columns: columns as unknown as Answer['columns'],
    rows,
    rowCount: rows.length,
    truncated: false,
    dataVersion: '1',
    asOf: '2026-10-17',
    engine: 'none',
    ms: 0,
    support: [],
    window: {},
    other: null,
    incomplete,
  };
}

const overYears = (values: readonly number[], open: boolean) => {
  const rows = values.map((value, index) => [`${2010 + index}-01-01`, value] as const);
  return headlineOf(
    answerOf({ role: 'time', grain: 'year' }, rows, open ? (rows.at(-1)?.[0] ?? null) : null),
    reading([{ kind: 'time', grain: 'year' }]),
    { scope: '', beside: '' },
  );
};
const different = fc.uniqueArray(fc.integer({ min: 1, max: 900 }), { minLength: 4, maxLength: 12 });

test('the period that is said to be highest has the highest value, ended or not', () => {
  fc.assert(
    fc.property(different, fc.boolean(), (values, open) => {
      const text = overYears(values, open);
      const highest = 2010 + values.indexOf(Math.max(...values));
      expect(/ in (\d{4})/.exec(text)?.[1]).toBe(String(highest));
    }),
  );
});

test('what is lowest is told of periods that have ended', () => {
  fc.assert(
    fc.property(different, (values) => {
      const ended = values.slice(0, -1);
      const text = overYears(values, true);
      if (text.includes('the lowest was'))
        expect(text).toContain(`the lowest was ${2010 + ended.indexOf(Math.min(...ended))} `);
    }),
  );
});

describe('the share of the first among members', () => {
  const rows = [
    ['Eskvik', 30],
    ['Tolmar', 10],
  ] as const;
  const text = (where: readonly Condition[]) =>
    headlineOf(answerOf({ role: 'level', level: 'port', label: 'Port' }, rows), reading([byLevel('port')], where), {
      scope: '',
      beside: '',
    }).replace(/\s%/u, '%');

  test('is of all where all are shown', () => expect(text([])).toBe('Eskvik has the most passengers, 30, 75% of all'));
  test.each<[string, Condition]>([
    ['named', { kind: 'members', level: 'port', is: true, members: ['Eskvik', 'Tolmar'] }],
    ['left out', { kind: 'members', level: 'port', is: false, members: ['Pellin'] }],
    ['found by their names', { kind: 'text', level: 'port', test: 'contains', text: 'k' }],
  ])('is of these where some are %s', (_how, condition) =>
    expect(text([condition])).toBe('Eskvik has the most passengers, 30, 75% of these'),
  );
  test('is of all that another level narrows, as the sentence says', () =>
    expect(text([{ kind: 'members', level: 'fare', is: true, members: ['Saver'] }])).toContain('75% of all'));
});

test.each([
  [0.12, 'plan', 'size above plan'],
  [-0.12, '', 'size below'],
  [0, 'plan', 'level with plan'],
  [0.0001, '', 'level'],
])('%s beside “%s” is %s', (by, beside, text) => expect(aboveOrBelow(() => 'size', by, beside)).toBe(text));
