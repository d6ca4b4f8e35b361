import fc from 'fast-check';
import { Readable } from 'node:stream';
import { newDatabase } from '../../tests/demo-server';
import { openDatabase, DATA_SCHEMA, type Database } from './database';
import { inferType, TableFault } from './csv-rows';
import type { LoadedColumn, Parts } from './schema';
import { addCsv, addRows, copyCell, dropTable, goBack, loadCsv, loadRows } from './table-loads';
import { partDays, UNDATED } from './table-parts';
import { KEPT_LOADS, loadsOf } from './table-versions';
import { dataVersionOf } from './tables';

let database: Database;
beforeAll(async () => {
  database = await openDatabase(await newDatabase(), () => undefined);
});
afterAll(() => database.close());

test.each<[string[], string]>([
  [['1', '-2', ''], 'integer'],
  [['1', '2.5'], 'number'],
  [['2026-01-31', '2024-02-29'], 'date'],
  [['2026-02-30'], 'text'],
  [['2026-01-01 10:00', '2026-01-01'], 'timestamp'],
  [['yes', 'no'], 'boolean'],
  [['1', 'x'], 'text'],
  [['', ''], 'text'],
  [['1234567890123456789'], 'number'],
])('%j is %s', (texts, type) => expect(inferType(texts)).toBe(type));

test('whatever text is loaded comes back the same', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        fc
          .string({ maxLength: 20 })
          .filter((text) => text.trim() !== '' && !text.includes('\u0000') && text.trim() === text),
        { minLength: 1, maxLength: 8 },
      ),
      async (texts) => {
        const csv = `id,text\n${texts.map((text, index) => `${index},"${text.replace(/"/g, '""')}"`).join('\n')}\n`;
        const loaded = await loadCsv(database, 'texts', Readable.from([csv]), new Map([['text', 'text']]));
        expect(loaded.rejected).toEqual([]);
        const { rows } = await database.readers.query<{ text: string }>(
          `select text from ${DATA_SCHEMA}.texts order by id`,
        );
        expect(rows.map((row) => row.text)).toEqual(texts.map((text) => text));
      },
    ),
    { numRuns: 30 },
  );
});

test('a faulty load leaves the table and its version as they were; a good one changes the version', async () => {
  await loadCsv(database, 'kept', Readable.from(['a\n1\n']), new Map());
  const before = await dataVersionOf(database, ['kept']);
  await expect(loadCsv(database, 'kept', Readable.from(['a,a\n1,2\n']), new Map())).rejects.toThrow(TableFault);
  await expect(loadCsv(database, 'kept', Readable.from(['a\n1\n']), new Map([['zz', 'text']]))).rejects.toThrow(
    TableFault,
  );
  expect(await dataVersionOf(database, ['kept'])).toEqual(before);
  await loadCsv(database, 'kept', Readable.from(['a\n1\n2\n']), new Map());
  expect(await dataVersionOf(database, ['kept'])).not.toEqual(before);
});

test('the reader may read loaded tables, and nothing else', async () => {
  await expect(database.readers.query('insert into data.kept values (9)')).rejects.toThrow();
  await expect(database.readers.query('select * from people')).rejects.toThrow(/permission denied/);
  await expect(database.readers.query('create table data.mine (a int)')).rejects.toThrow();
});

test('what is kept aside of earlier loads can be gone back to, is not read by anyone, and goes with the table', async () => {
  const load = (csv: string) => loadCsv(database, 'again', Readable.from([csv]), new Map());
  await load('a\n1\n');
  await load('a,b\n1,x\n2,y\n');
  const aside = async () =>
    (
      await database.pool.query<{ name: string }>(
        `select kept_as as name from table_loads where table_name = 'again' and kept_as is not null`,
      )
    ).rows.map(({ name }) => name);
  const [first = ''] = await aside();
  await expect(database.readers.query(`select * from data_parts."${first}"`)).rejects.toThrow(/permission denied/);
  expect(await goBack(database, 'again', 1)).toEqual({ rows: 1, version: 3 });
  expect((await database.readers.query('select * from data.again')).rows).toEqual([{ a: 1 }]);
  expect(await goBack(database, 'again', 2)).toEqual({ rows: 2, version: 4 });
  expect((await database.readers.query('select * from data.again order by a')).rows).toEqual([
    { a: 1, b: 'x' },
    { a: 2, b: 'y' },
  ]);
  expect((await loadsOf(database, 'again', 4)).map(({ how, backTo, state }) => [how, backTo, state])).toEqual([
    ['back', 2, 'current'],
    ['back', 1, 'kept'],
    ['whole', null, 'gone'],
    ['whole', null, 'gone'],
  ]);
  await expect(goBack(database, 'again', 1)).rejects.toThrow('is not kept');
  await expect(goBack(database, 'again', 4)).rejects.toThrow('is what is there now');
  await dropTable(database, 'again');
  expect(await aside()).toEqual([]);
  expect(
    (await database.pool.query(`select 1 from pg_tables where schemaname = 'data_parts' and tablename = $1`, [first]))
      .rowCount,
  ).toBe(0);
});

test('a table large enough for its dates to be indexed can be loaded as often as one likes, and gone back to', async () => {
  const rows = Array.from(
    { length: 20_000 },
    (_, index) => `2025-01-${String(1 + (index % 28)).padStart(2, '0')},${index}`,
  );
  const load = (last: number) =>
    loadCsv(database, 'often', Readable.from([`day,a\n${rows.join('\n')}\n2025-02-01,${last}\n`]), new Map());
  for (const last of [1, 2, 3, 4]) await load(last);
  await goBack(database, 'often', 2);
  await load(5);
  await goBack(database, 'often', 5);
  const { rows: there } = await database.readers.query(`select a from data.often where day = '2025-02-01'`);
  expect(there).toEqual([{ a: 2 }]);
  await dropTable(database, 'often');
});

test('cells are written so that COPY reads them back', () =>
  expect([copyCell('a\tb\\c\nd'), copyCell(null), copyCell(true)]).toEqual(['a\\tb\\\\c\\nd', '\\N', 'true']));

const COLUMNS: readonly LoadedColumn[] = [
  { name: 'id', type: 'integer' },
  { name: 'day', type: 'date' },
  { name: 'booked', type: 'timestamp' },
];
type Row = readonly [number, string | null, string | null];

const aDay = fc
  .date({ min: new Date('2024-01-01'), max: new Date('2026-12-31'), noInvalidDate: true })
  .map((date) => date.toISOString().slice(0, 10));
const aRow = fc
  .tuple(
    fc.integer({ min: 0, max: 1e6 }),
    fc.option(aDay, { freq: 8 }),
    fc.option(aDay.map((day) => `${day} 10:00:00`)),
  )
  .map((row): Row => row);
const aLoad = fc.oneof(
  { weight: 3, arbitrary: fc.record({ do: fc.constant('add' as const), rows: fc.array(aRow, { maxLength: 40 }) }) },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('days' as const),
      ends: fc.tuple(aDay, aDay),
      rows: fc.array(aRow, { maxLength: 40 }),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ do: fc.constant('whole' as const), rows: fc.array(aRow, { minLength: 1, maxLength: 80 }) }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('back' as const), nth: fc.nat(KEPT_LOADS - 1) }) },
);

const held = async () =>
  (
    await database.readers.query<{ id: number; day: string | null; booked: string | null }>(
      `select id, day, booked from ${DATA_SCHEMA}.days`,
    )
  ).rows.map((row): Row => [row.id, row.day, row.booked]);
const sorted = (rows: readonly Row[]) => rows.map((row) => JSON.stringify(row)).sort();
const catalogued = async () =>
  (
    await database.pool.query<{ rows: number; version: number; partedBy: string | null; parts: Parts | null }>(
      'select rows, version, parted_by as "partedBy", parts from loaded_tables where name = $1',
      ['days'],
    )
  ).rows[0];

test('after any loads, whole, added and by days, and ways back to them, a table holds what it should, partitioned or not; its parts say which of them changed', async () => {
  const contents = new Map<number, readonly Row[]>();
  await fc.assert(
    fc.asyncProperty(
      fc.array(aLoad, { minLength: 1, maxLength: 6 }),
      fc.constantFrom(1, 60, 10_000),
      async (loads, partedFrom) => {
        const options = { by: 'day', partedFrom };
        await loadRows(database, 'days', COLUMNS, [], options);
        let expected: readonly Row[] = [];
        contents.set((await catalogued())?.version ?? 0, expected);
        for (const load of loads) {
          const before = await catalogued();
          const kept = (await loadsOf(database, 'days', before?.version ?? 0)).filter(({ state }) => state === 'kept');
          expect(kept.length).toBeLessThanOrEqual(KEPT_LOADS);
          if (load.do === 'back') {
            const to = kept[load.nth];
            if (to === undefined) continue;
            expected = contents.get(to.version) ?? [];
            expect(to.rows).toBe(expected.length);
            await goBack(database, 'days', to.version);
          } else if (load.do === 'whole') {
            expected = load.rows;
            await loadRows(database, 'days', COLUMNS, load.rows, options);
          } else if (load.do === 'add') {
            expected = [...expected, ...load.rows];
            expect((await addRows(database, 'days', COLUMNS, load.rows, options)).added).toBe(load.rows.length);
          } else {
            const [from = '', to = ''] = [...load.ends].sort();
            const within = ([, day]: Row) => day !== null && day >= from && day <= to;
            const rows = load.rows.filter(within);
            const left = expected.filter((row) => !within(row));
            expect(await addRows(database, 'days', COLUMNS, rows, { ...options, days: { from, to } })).toEqual({
              rows: left.length + rows.length,
              added: rows.length,
              removed: expected.length - left.length,
            });
            expected = [...left, ...rows];
          }
          const now = await catalogued();
          contents.set(now?.version ?? 0, expected);
          expect(sorted(await held())).toEqual(sorted(expected));
          expect(now?.rows).toBe(expected.length);
          expect(now?.version).toBe((before?.version ?? 0) + 1);
          if (now?.parts) {
            const partOf = ([, day]: Row) =>
              day === null
                ? UNDATED
                : Object.keys(now.parts ?? {}).find(
                    (part) => part !== UNDATED && day >= partDays(part).from && day < partDays(part).before,
                  );
            for (const [part, { rows, version }] of Object.entries(now.parts)) {
              expect(expected.filter((row) => partOf(row) === part)).toHaveLength(rows);
              if (before?.parts?.[part]?.version === version) expect(before.parts[part]).toEqual({ rows, version });
            }
            expect(expected.every((row) => partOf(row) !== undefined)).toBe(true);
          }
        }
      },
    ),
    { numRuns: 25 },
  );
}, 120_000);

test('rows of a partitioned table that come in the order of a date are partitioned by it, and a period reads its quarter only', async () => {
  const rows = Array.from({ length: 400 }, (_, index): Row => [
    index,
    new Date(Date.UTC(2025, 0, 1 + index)).toISOString().slice(0, 10),
    `${new Date(Date.UTC(2025, 0, 1 + ((index * 97) % 400))).toISOString().slice(0, 10)} 08:00:00`,
  ]);
  await loadRows(database, 'days', COLUMNS, rows, { partedFrom: 100 });
  expect((await catalogued())?.partedBy).toBe('day');
  const { rows: plan } = await database.readers.query<{ 'QUERY PLAN': string }>(
    `explain (costs off) select count(*) from ${DATA_SCHEMA}.days where day >= '2025-05-01' and day < '2025-06-01'`,
  );
  const scans = plan.filter((line) => line['QUERY PLAN'].includes('Scan on'));
  expect(scans).toHaveLength(1);
  expect(scans[0]?.['QUERY PLAN']).toContain('2025-04-01');
});

test('dates of too many quarters are refused where the table is partitioned by them', async () => {
  await loadRows(
    database,
    'days',
    COLUMNS,
    [
      [1, '2025-01-01', null],
      [2, '2025-05-01', null],
    ],
    { by: 'day', partedFrom: 1 },
  );
  const far = Array.from({ length: 400 }, (_, index): Row => [
    index,
    `${1900 + Math.floor(index / 4)}-0${1 + 3 * (index % 3)}-01`,
    null,
  ]);
  const spread = [...far, ...Array.from({ length: 100 }, (_, index): Row => [index, `${1900 + index}-10-01`, null])];
  await expect(addRows(database, 'days', COLUMNS, spread)).rejects.toThrow('is a date wrong?');
  expect(await held()).toHaveLength(2);
});

test('what does not fit is told, and changes nothing', async () => {
  await loadCsv(database, 'kept', Readable.from(['day,a\n2026-01-01,1\n2026-01-02,2\n']), new Map());
  const before = await dataVersionOf(database, ['kept']);
  const add = (text: string, options = {}) => addCsv(database, 'kept', Readable.from([text]), options);
  await expect(add('day,b\n2026-01-03,3\n')).rejects.toThrow('no column “b”; its columns are day, a');
  await expect(add('a\n3\n', { days: { from: '2026-01-01', to: '2026-01-31' } })).rejects.toThrow('say &by=');
  await expect(
    add('day,a\n2026-02-03,3\n', { by: 'day', days: { from: '2026-01-01', to: '2026-01-31' } }),
  ).rejects.toThrow('of other days, such as 2026-02-03');
  await expect(add('a\n3\n', { by: 'day', days: { from: '2026-01-01', to: '2026-01-31' } })).rejects.toThrow(
    'without day',
  );
  await expect(add('a\n3\n', { by: 'day', days: { from: '2026-02-01', to: '2026-01-31' } })).rejects.toThrow(
    'the earlier first',
  );
  await expect(add('a\n3\n', { by: 'a', days: { from: '2026-01-01', to: '2026-01-31' } })).rejects.toThrow(
    'a is of type integer',
  );
  await expect(addCsv(database, 'unheard', Readable.from(['a\n3\n']))).rejects.toThrow('load it whole first');
  expect(await dataVersionOf(database, ['kept'])).toEqual(before);
  expect(await add('a\n7\nx\n')).toMatchObject({
    rows: 3,
    added: 1,
    removed: 0,
    rejected: [{ line: 3, reason: '“x” in a is not an integer.' }],
  });
});
