import { currentReading, currentScope } from './migrate';
import { READING_VERSION } from './schema';

const FIRST = {
  version: 1,
  shown: [{ calculation: { kind: 'measure', measure: 'sales' }, transform: null }],
  by: [
    { kind: 'level', level: 'region' },
    { kind: 'level', level: 'shop' },
  ],
  where: [
    { kind: 'measure', level: 'shop', calculation: { kind: 'measure', measure: 'sales' }, test: 'over', value: 10 },
    { kind: 'members', level: 'region', is: true, members: ['North'] },
  ],
  when: { period: { kind: 'this', grain: 'year' } },
  against: null,
  order: null,
  view: { chart: 'bars' },
  rank: { direction: 'top', count: 3, percent: false, level: 'shop', by: null, within: 'region', others: false },
};

test('a reading of the first version keeps its meaning', () => {
  const reading = currentReading(FIRST);
  expect(reading.version).toBe(READING_VERSION);
  expect(reading.rank).toEqual({
    direction: 'top',
    count: 3,
    percent: false,
    of: { kind: 'level', level: 'shop' },
    by: null,
    within: { kind: 'level', level: 'region' },
    others: false,
    marked: false,
  });
  expect(reading.where[0]).toEqual({
    kind: 'measure',
    at: { kind: 'level', level: 'shop' },
    calculation: { kind: 'measure', measure: 'sales' },
    test: 'over',
    value: 10,
  });
  expect(reading.rows).toBeNull();
});

test('today’s readings stay as they are', () => {
  const reading = currentReading(FIRST);
  expect(currentReading(JSON.parse(JSON.stringify(reading)))).toEqual(reading);
});

test('the conditions of a board come out in today’s form, whichever they were stored in', () => {
  const scope = currentScope({ where: FIRST.where, when: null, against: { kind: 'year' } });
  expect(scope.where[0]).toMatchObject({ at: { kind: 'level', level: 'shop' } });
  expect(currentScope(scope)).toEqual(scope);
});

test('what is no reading is refused', () =>
  expect(() => currentReading({ version: 1, shown: 'everything' })).toThrow());
