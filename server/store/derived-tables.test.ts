import { newDatabase } from '../../tests/demo-server';
import { openDatabase, type Database } from './database';
import { makeDerived, makeStaleAnew } from './derived-tables';
import { explainQuery, QueryFault, runQuery, tablesReadBy } from './query-runs';
import { loadedTables, type LoadedColumn } from './schema';
import { addRows, dropTable, goBack, loadRows } from './table-loads';

let database: Database;
const COLUMNS: readonly LoadedColumn[] = [
  { name: 'day', type: 'date' },
  { name: 'shop', type: 'text' },
  { name: 'amount', type: 'integer' },
];
const SALES = [
  ['2026-01-01', 'Kiln Row', 5],
  ['2026-01-01', 'Quay', 7],
  ['2026-01-02', 'Quay', 8],
] as const;
beforeAll(async () => {
  database = await openDatabase(await newDatabase(), () => undefined);
});
beforeEach(async () => {
  for (const name of ['best', 'daily', 'sales']) await dropTable(database, name);
  await loadRows(database, 'sales', COLUMNS, SALES);
});
afterAll(() => database.close());

const log = { warn: () => undefined };
const OPTIONS = { time: 5_000 };
async function all(sql: string, options = OPTIONS) {
  const rows: unknown[] = [];
  let columns: readonly unknown[] = [];
  for await (const batch of runQuery(database, sql, options)) {
    columns = batch.columns;
    rows.push(...batch.rows);
  }
  return { columns, rows };
}
const held = async (table: string) =>
  (await database.pool.query<unknown[]>({ text: `select * from data.${table} order by 1, 2`, rowMode: 'array' })).rows;
const derivedOf = async (name: string) =>
  (await database.store.select().from(loadedTables)).find((table) => table.name === name)?.derived ?? null;

test('a query gives its rows, with the types of their columns', async () => {
  expect(
    await all(
      `select day, day::timestamp + interval '1 hour' as at, shop, amount, amount / 2.0 as half, amount > 6 as many, null::text as none, array[1, 2] as several, 'NaN'::float as odd from sales order by amount limit 1 ; `,
    ),
  ).toEqual({
    columns: [
      ['day', 'date'],
      ['at', 'timestamp'],
      ['shop', 'text'],
      ['amount', 'integer'],
      ['half', 'number'],
      ['many', 'boolean'],
      ['none', 'text'],
      ['several', 'text'],
      ['odd', 'number'],
    ].map(([name, type]) => ({ name, type })),
    rows: [['2026-01-01', '2026-01-01 01:00:00', 'Kiln Row', 5, 2.5, false, null, '[1,2]', null]],
  });
  expect((await all('select n from generate_series(1, 12000) as n')).rows).toHaveLength(12_000);
});

test.each<[string, string, string, number | null]>([
  ['a name that is not there', 'select amuont from sales', 'Column "amuont" does not exist', 7],
  ['a fault of writing', 'select day from\nwhere', 'Syntax error at or near "where"', 16],
  ['a change', 'delete from sales', 'Only queries that give rows', 0],
  [
    'a change inside a query',
    'with gone as (delete from sales returning *) select * from gone',
    'Only queries that give rows',
    null,
  ],
  ['two statements', 'select 1 as a; drop table data.sales', 'One query at a time', null],
  ['what is not of the loaded tables', 'select * from public.people', 'only loaded tables can be read', null],
  ['files of the server', `select pg_read_file('/etc/passwd')`, 'only loaded tables can be read', null],
  ['a table made on the way', 'select 1 as a into temp mine', 'Only queries that give rows', null],
])('%s is refused in words, at its place', async (_what, sql, said, place) => {
  const fault = await all(sql).then(
    () => null,
    (error: unknown) => error,
  );
  expect(fault).toBeInstanceOf(QueryFault);
  expect((fault as QueryFault).message).toContain(said);
  if (place !== null) expect((fault as QueryFault).position).toBe(place);
  expect(await held('sales')).toHaveLength(3);
});

test('a query that runs too long is stopped, and one that is given up as well', async () => {
  await expect(all('select pg_sleep(20)', { time: 300 })).rejects.toThrow('ran longer than 0.3 seconds');
  const stop = new AbortController();
  const given = all('select pg_sleep(20)', { ...OPTIONS, signal: stop.signal } as typeof OPTIONS);
  setTimeout(() => stop.abort(), 200);
  const begun = Date.now();
  await expect(given).rejects.toThrow('It was stopped');
  expect(Date.now() - begun).toBeLessThan(4_000);
});

test('no query changes what it may: neither its role nor that it only reads', async () => {
  await expect(all(`select set_config('role', 'postgres', false)`)).rejects.toThrow(QueryFault);
  await expect(all(`select set_config('transaction_read_only', 'off', false)`)).rejects.toThrow(QueryFault);
});

test('it is told how a query would be run; what cannot be run is told as such', async () => {
  expect((await explainQuery(database, 'select sum(amount) as total from sales', OPTIONS)).join(' ')).toContain(
    'Aggregate',
  );
  await expect(explainQuery(database, 'drop table sales', OPTIONS)).rejects.toThrow('Only queries that give rows');
});

test('which tables a query reads is known without running it', async () => {
  await loadRows(database, 'daily', COLUMNS, []);
  expect(
    await tablesReadBy(database, 'select s.shop from sales s where amount > (select avg(amount) from data.daily)'),
  ).toEqual(['daily', 'sales']);
  await expect(tablesReadBy(database, 'select name from public.people')).rejects.toThrow('no loaded table');
});

describe('a table that is made of a query', () => {
  const DAILY = 'select day, sum(amount)::bigint as total, count(*) as lines from sales group by day';
  test('holds what the query gives, and follows the tables that it reads, one after the other', async () => {
    expect(await makeDerived(database, 'daily', DAILY, {})).toMatchObject({ name: 'daily', rows: 2, reads: ['sales'] });
    await makeDerived(database, 'best', 'select max(total) as most, sum(lines)::bigint as lines from data.daily', {});
    expect(await held('daily')).toEqual([
      ['2026-01-01', 12, 2],
      ['2026-01-02', 8, 1],
    ]);
    expect(await makeStaleAnew(database, log)).toBe(0);
    await addRows(database, 'sales', COLUMNS, [['2026-01-02', 'Kiln Row', 100]]);
    expect(await makeStaleAnew(database, log)).toBe(2);
    expect(await held('daily')).toEqual(
      (
        await database.pool.query<unknown[]>({
          text: `${DAILY.replace('from sales', 'from data.sales')} order by 1`,
          rowMode: 'array',
        })
      ).rows,
    );
    expect(await held('best')).toEqual([[108, 4]]);
    expect(await makeStaleAnew(database, log)).toBe(0);
  });
  test('nothing is left open where what a query gives is refused, and the query of before stays', async () => {
    await makeDerived(database, 'daily', DAILY, {});
    const open = async () =>
      (await database.pool.query(`select 1 from pg_stat_activity where application_name = 'zud query'`)).rowCount;
    const odd = 'select n, n as "odd name" from sales, generate_series(1, 20000) as n';
    for (let time = 0; time < 15; time += 1)
      await expect(makeDerived(database, 'daily', odd, {})).rejects.toThrow('cannot be named so');
    expect(await open()).toBe(0);
    expect((await derivedOf('daily'))?.sql).toBe(DAILY);
  });
  test('while one makes it, another is told so; what was changed meanwhile is not made of the query of before', async () => {
    const slow = `${DAILY} having pg_sleep(0.4) is not null`;
    await makeDerived(database, 'daily', DAILY, {});
    await addRows(database, 'sales', COLUMNS, [['2026-01-09', 'Quay', 1]]);
    const [first, second] = await Promise.allSettled([
      makeDerived(database, 'daily', slow, {}),
      new Promise((resolve) => setTimeout(resolve, 150)).then(() => makeDerived(database, 'daily', DAILY, {})),
    ]);
    expect(first.status).toBe('fulfilled');
    expect(second).toMatchObject({
      status: 'rejected',
      reason: { message: expect.stringContaining('being made') as string },
    });
    expect(await makeStaleAnew(database, log)).toBe(0);
    expect((await derivedOf('daily'))?.sql).toBe(slow);
  });
  test('two servers make it once', async () => {
    await makeDerived(database, 'daily', DAILY, {});
    await addRows(database, 'sales', COLUMNS, [['2026-01-03', 'Quay', 1]]);
    const made = await Promise.all([makeStaleAnew(database, log), makeStaleAnew(database, log)]);
    expect(made.reduce((sum, one) => sum + one, 0)).toBe(1);
    expect(await held('daily')).toHaveLength(3);
  });
  test('keeps its rows where it cannot be made anew, and says why until it can', async () => {
    await makeDerived(database, 'daily', DAILY, {});
    await loadRows(database, 'sales', [COLUMNS[0] as LoadedColumn], [['2026-02-01']]);
    expect(await makeStaleAnew(database, log)).toBe(0);
    expect((await derivedOf('daily'))?.fault).toContain('amount');
    expect(await held('daily')).toHaveLength(2);
    await loadRows(database, 'sales', COLUMNS, SALES.slice(0, 1));
    expect(await makeStaleAnew(database, log)).toBe(1);
    expect((await derivedOf('daily'))?.fault).toBeNull();
    expect(await held('daily')).toEqual([['2026-01-01', 5, 1]]);
  });
  test('is not loaded, added to or gone back in; is not made of itself; has a name for each column', async () => {
    await makeDerived(database, 'daily', DAILY, {});
    await makeDerived(database, 'daily', `${DAILY} having sum(amount) > 10`, {});
    expect(await held('daily')).toHaveLength(1);
    await expect(loadRows(database, 'daily', COLUMNS, [])).rejects.toThrow('is made of a query');
    await expect(addRows(database, 'daily', COLUMNS, [])).rejects.toThrow('is made of a query');
    await expect(goBack(database, 'daily', 1)).rejects.toThrow('is made of a query');
    await expect(makeDerived(database, 'sales', 'select 1 as one from data.daily', {})).rejects.toThrow('was loaded');
    await expect(makeDerived(database, 'daily', 'select * from data.daily', {})).rejects.toThrow('not made of itself');
    await expect(
      makeDerived(database, 'best', 'select sum(amount) from data.sales, generate_series(1, 1) as "a b"', {}),
    ).resolves.toMatchObject({ rows: 1 });
    await expect(makeDerived(database, 'best', 'select amount * 2 from data.sales', {})).rejects.toThrow('?column?');
    await expect(makeDerived(database, 'best', 'select shop, shop from data.sales', {})).rejects.toThrow(
      'specified more than once',
    );
    await expect(makeDerived(database, 'best', 'select 1 as one', {})).rejects.toThrow('no loaded table');
    expect((await database.pool.query('select * from data.best')).rowCount).toBe(1);
  });
});
