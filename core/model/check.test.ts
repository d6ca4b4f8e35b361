import { checkModel, readModelFile } from './check';
import { FormulaError, parseFormula } from './calculation';

const base = {
  zud: 1,
  id: 'm',
  name: 'M',
  tables: [
    { id: 'f', key: 'id', joins: [{ to: 'd', column: 'd_id' }] },
    { id: 'd', key: 'd_id' },
  ],
  facts: [{ id: 'f', name: 'fact', table: 'f' }],
  dimensions: [{ id: 'dim', name: 'Dim', levels: [{ id: 'l', name: 'Level', column: 'd.name' }] }],
  measures: [{ id: 'a', name: 'A', kind: 'sum', fact: 'f', column: 'x' }],
};
const places = (raw: unknown) => {
  const checked = checkModel(raw);
  return checked.ok ? [] : checked.faults.map((fault) => fault.place);
};

describe('a model file is checked', () => {
  test('a right one passes, and text that is no YAML does not', () => {
    expect(places(base)).toEqual([]);
    expect(readModelFile('a: [').ok).toBe(false);
  });
  test.each<[string, object, string]>([
    [
      'a join to a table that is not there',
      {
        tables: [
          { id: 'f', key: 'id', joins: [{ to: 'x', column: 'c' }] },
          { id: 'd', key: 'd_id' },
        ],
      },
      'tables[0].joins[0].to',
    ],
    [
      'a table reached in two ways',
      {
        tables: [
          {
            id: 'f',
            key: 'id',
            joins: [
              { to: 'd', column: 'a' },
              { to: 'd', column: 'b' },
            ],
          },
          { id: 'd', key: 'd_id' },
        ],
      },
      'facts[0]',
    ],
    [
      'a level that no fact reaches',
      {
        tables: [
          { id: 'f', key: 'id' },
          { id: 'd', key: 'd_id' },
        ],
      },
      'dimensions[0].levels[0].column',
    ],
    [
      'a ratio of a measure that is not there',
      { measures: [...base.measures, { id: 'r', name: 'R', kind: 'ratio', of: 'a', per: 'zz' }] },
      'measures[1].per',
    ],
    [
      'a formula that does not end',
      { measures: [...base.measures, { id: 'r', name: 'R', kind: 'formula', formula: 'a +' }] },
      'measures[1].formula',
    ],
    [
      'a measure defined by itself',
      { measures: [...base.measures, { id: 'r', name: 'R', kind: 'formula', formula: 'a + r' }] },
      'measures',
    ],
    ['two of the same id', { measures: [...base.measures, ...base.measures] }, 'measures'],
    ['an id with a capital', { id: 'M' }, 'id'],
    ['a default that is not there', { defaults: { measure: 'zz' } }, 'defaults.measure'],
    ['a term that means nothing', { glossary: [{ term: 't', means: 'zz' }] }, 'glossary[0].means'],
  ])('%s', (_name, change, place) => expect(places({ ...base, ...change })).toContain(place));
  test('columns are checked against the loaded tables', () => {
    const catalogue = new Map([
      [
        'f',
        new Map([
          ['id', 'integer'],
          ['d_id', 'integer'],
          ['x', 'number'],
        ]),
      ],
      ['d', new Map([['d_id', 'integer']])],
    ]);
    const checked = checkModel(base, catalogue);
    expect(checked.ok ? [] : checked.faults.map((fault) => fault.reason)).toEqual(['Table “d” has no column “name”.']);
  });
});

test('formulas keep the usual precedence', () => {
  expect(parseFormula('a - b * 2 - c')).toEqual(parseFormula('(a - (b * 2)) - c'));
  expect(parseFormula('a / b / c')).toEqual(parseFormula('(a / b) / c'));
  expect(() => parseFormula('a b')).toThrow(FormulaError);
  expect(() => parseFormula('(a')).toThrow(FormulaError);
});
