/** Law: bookings spread over three servers give the answers of the same bookings in one, and only groups travel. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { parse as parseYaml } from 'yaml';
import { postgresqlQuery } from '@zud/core/query/postgresql';
import { read } from '@zud/core/language/read';
import type { ModelFile } from '@zud/core/model/schema';
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';
import { difference, planned, readingsOf } from '../../tests/engines';
import { someOf } from '../../tests/some-of';
import { spreadTable, type Shards } from '../../tests/several-servers';
import { DATA_SCHEMA } from '../store/database';
import { PostgresqlEngine } from './postgresql';

let demo: DemoServer;
let shards: Shards;
let stellan: Caller;

beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  shards = await spreadTable(demo.databaseUrl, 'bookings', 'bookings_spread', 'sailing_id');
  stellan = await demo.as('Stellan');
  expect((await stellan('PUT', '/tables/bookings_spread')).status).toBe(200);
  const file = parseYaml(readFileSync(path.join(__dirname, '../../demo/model.yaml'), 'utf8')) as ModelFile;
  const spread = {
    ...file,
    id: 'spread',
    name: 'Spread ferries',
    tables: file.tables.map((table) =>
      table.id === 'bookings' ? { ...table, source: 'bookings_spread', spread: 'shard' } : table,
    ),
  };
  const made = await stellan<{ detail?: string }>('POST', '/models', JSON.stringify(spread), {
    'content-type': 'application/yaml',
  });
  if (made.status !== 201) throw new Error(made.body.detail);
}, 120_000);
afterAll(async () => {
  await demo.close();
  await shards.close();
});

test.each([[[] as string[]], [['Outer Isles team']]])(
  'every reading of the corpus has the same rows from three servers as from one, for %j',
  async (groups) => {
    const { library, database } = demo.running.context;
    const [one, three] = [await library.get('ferries', { groups }), await library.get('spread', { groups })];
    const engine = new PostgresqlEngine(database);
    const limits = { signal: null, limits: { time: 60_000 } };
    const wrong: string[] = [];
    let tried = 0;
    for (const { about, reading } of someOf(readingsOf('ferries'), groups.length === 0 ? 10 : 20)) {
      const [here, there] = [planned(reading, one), planned(reading, three)];
      if (here === null || there === null) continue;
      tried += 1;
      const [expected, actual] = [
        await engine.run(here, limits),
        await engine.run(there, limits).catch((error: unknown) => String(error)),
      ];
      const differs = typeof actual === 'string' ? actual : difference(actual, expected);
      if (differs !== null) wrong.push(`${about}: ${differs}`);
    }
    expect(tried).toBeGreaterThan(15);
    if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried} disagree:\n${wrong.slice(0, 12).join('\n')}`);
  },
  300_000,
);

test.each([
  'passengers by month in 2025',
  'revenue per passenger by fare family',
  'customers by segment',
  'passengers by channel and day of week',
  'passengers by fare for Web or App this year',
])('each server adds up its own for “%s”', async (question) => {
  const ready = await demo.running.context.library.get('spread', { groups: [] });
  const { reading } = read(question, { names: ready.names, calendar: ready.calendar, before: null });
  const plan = reading === null ? null : planned(reading, ready);
  if (plan === null) throw new Error('It has no plan.');
  const { text, parameters } = postgresqlQuery(plan, DATA_SCHEMA);
  const client = new pg.Client({ connectionString: demo.databaseUrl });
  await client.connect();
  await client.query('set enable_partitionwise_aggregate = on');
  const { rows } = await client.query<{ 'QUERY PLAN': string }>(`explain (verbose, costs off) ${text}`, [
    ...parameters,
  ]);
  await client.end();
  const remote = rows.map((row) => row['QUERY PLAN']).filter((line) => line.includes('Remote SQL'));
  expect(remote).toHaveLength(3);
  for (const line of remote) expect(line).toContain('GROUP BY');
});

test('a table that somebody else keeps is taken up as it is, told of anew, and neither replaced nor copied', async () => {
  const taken = await stellan<{ rows: number; columns: { name: string }[] }>('PUT', '/tables/bookings_spread');
  expect(taken.body.columns.map((column) => column.name)).toContain('shard');
  expect((await stellan('POST', '/tables?name=bookings_spread', 'a\n1\n', { 'content-type': 'text/csv' })).status).toBe(
    422,
  );
  expect((await stellan('PUT', '/tables/bookings')).status).toBe(422);
  expect((await stellan('PUT', '/tables/nothing_there')).status).toBe(422);
  expect((await (await demo.as('Mira'))('PUT', '/tables/bookings_spread')).status).toBe(403);
  const { wantedCopies } = await import('./columnar/wanted');
  expect((await wantedCopies(demo.running.context.database)).map((one) => one.name)).not.toContain('bookings_spread');
});
