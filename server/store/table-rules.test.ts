import fc from 'fast-check';
import { newDatabase } from '../../tests/demo-server';
import type { ColumnRule } from '@zud/core/data/column-rules';
import { openDatabase, type Database } from './database';
import { loadedTables, type LoadedColumn } from './schema';
import { addRows, loadRows } from './table-loads';
import { setRules } from './table-rules';

let database: Database;
beforeAll(async () => {
  database = await openDatabase(await newDatabase(), () => undefined);
});
afterAll(() => database.close());

const COLUMNS: readonly LoadedColumn[] = [
  { name: 'label', type: 'text' },
  { name: 'price', type: 'number' },
  { name: 'day', type: 'date' },
];
type Row = readonly [string | null, number | null, string | null];
const LABELS = ['North', 'South', 'Nord', ''];
const DAYS = ['2026-01-01', '2026-01-15', '2026-02-01'];

/** How many rows, or values, break a rule, by the plain meaning of it. */
function breaches(rows: readonly Row[], column: string, rule: ColumnRule): number {
  const at = COLUMNS.findIndex(({ name }) => name === column);
  const values = rows.map((row) => row[at] ?? null);
  const there = values.filter((value) => value !== null);
  switch (rule.kind) {
    case 'present':
      return values.filter((value) => value === null || value === '').length;
    case 'unique':
      return new Set(there.filter((value, index) => there.indexOf(value) !== index)).size;
    case 'oneOf':
      return there.filter((value) => !rule.values.includes(String(value))).length;
    case 'between': {
      const { min, max } = rule;
      const below = (value: string | number, end: string | number) =>
        typeof value === 'number' ? value < Number(end) : value < String(end);
      return there.filter((value) => (min !== null && below(value, min)) || (max !== null && below(max, value))).length;
    }
  }
}

const aRow = fc
  .tuple(
    fc.option(fc.constantFrom(...LABELS)),
    fc.option(fc.integer({ min: -5, max: 5 }).map((value) => value / 2)),
    fc.option(fc.constantFrom(...DAYS)),
  )
  .map((row): Row => row);
const end = <T>(value: fc.Arbitrary<T>) => fc.option(value);
const aRule = fc.oneof(
  fc.record({
    column: fc.constantFrom(...COLUMNS.map(({ name }) => name)),
    rule: fc.constantFrom<ColumnRule>({ kind: 'present' }, { kind: 'unique' }),
  }),
  fc.record({
    column: fc.constant('label'),
    rule: fc
      .uniqueArray(fc.constantFrom(...LABELS), { minLength: 1 })
      .map((values): ColumnRule => ({ kind: 'oneOf', values })),
  }),
  fc.record({
    column: fc.constant('price'),
    rule: fc
      .tuple(end(fc.integer({ min: -3, max: 3 })), end(fc.integer({ min: -3, max: 3 })))
      .filter(([min, max]) => min !== null || max !== null)
      .map(([min, max]): ColumnRule => ({ kind: 'between', min, max })),
  }),
  fc.record({
    column: fc.constant('day'),
    rule: fc.constantFrom(...DAYS).map((min): ColumnRule => ({ kind: 'between', min, max: null })),
  }),
);

const brokenNow = async () =>
  (await database.store.select().from(loadedTables)).find(({ name }) => name === 'ruled')?.broken ?? [];

test('a rule is told as broken exactly where rows break it, with how many, when it is set and after each load', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(aRow, { maxLength: 12 }),
      fc.array(aRow, { maxLength: 8 }),
      fc.array(aRule, { maxLength: 4 }),
      async (first, more, rules) => {
        const expected = (rows: readonly Row[]) =>
          rules.map(({ column, rule }) => breaches(rows, column, rule)).filter((count) => count > 0);
        await loadRows(database, 'ruled', COLUMNS, first);
        const told = await setRules(database, 'ruled', rules);
        expect((told ?? []).map(({ count }) => count)).toEqual(expected(first));
        await addRows(database, 'ruled', COLUMNS, more);
        expect((await brokenNow()).map(({ count }) => count)).toEqual(expected([...first, ...more]));
        await loadRows(database, 'ruled', COLUMNS, more);
        expect((await brokenNow()).map(({ count }) => count)).toEqual(expected(more));
      },
    ),
    { numRuns: 40 },
  );
}, 60_000);

test.each<[string, string, ColumnRule]>([
  ['There is no column “colour”', 'colour', { kind: 'present' }],
  ['it holds text, not numbers or days', 'label', { kind: 'between', min: 1, max: 2 }],
  ['“soon” is no day', 'day', { kind: 'between', min: 'soon', max: null }],
  ['“2026-02-30” is no day', 'day', { kind: 'between', min: '2026-02-30', max: null }],
  ['“dear” is no number', 'price', { kind: 'between', min: null, max: 'dear' }],
  ['one end at least', 'price', { kind: 'between', min: null, max: null }],
])('a rule that does not fit its column is refused: %s', async (said, column, rule) => {
  await loadRows(database, 'ruled', COLUMNS, []);
  await setRules(database, 'ruled', []);
  await expect(setRules(database, 'ruled', [{ column, rule }])).rejects.toThrow(said);
  expect((await database.store.select().from(loadedTables)).find(({ name }) => name === 'ruled')?.rules).toEqual([]);
});

test('of a table that is not there nothing is set', async () =>
  expect(await setRules(database, 'unheard', [])).toBeNull());
