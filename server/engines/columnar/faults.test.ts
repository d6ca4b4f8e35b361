/** Faults of the columnar copy: killed while it builds and while it answers, out of disk, data loaded while asking. No wrong answer, no lost question. */
import { DuckDBInstance } from '@duckdb/node-api';
import { readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { addDays } from '@zud/core/time/day';
import { columnarForTests, until, whenReady } from '../../../tests/columnar';
import { addRows, loadRows } from '../../store/table-loads';
import { newDemoDatabase, startDemoServer, type Caller, type DemoServer } from '../../../tests/demo-server';

const QUESTION = 'passengers by coast';

interface Told {
  readonly answer?: { readonly engine: string; readonly rows: readonly (readonly (string | number | null)[])[] };
}

async function asker(demo: DemoServer): Promise<(question?: string) => Promise<NonNullable<Told['answer']>>> {
  const mira: Caller = await demo.as('Mira');
  return async (question = QUESTION) => {
    // each in an inquiry of its own: a newer question after the same step would stop the older
    const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
    demo.running.context.answering.forget();
    const { status, body } = await mira<Told>('POST', `/inquiries/${inquiry.body.id}/steps`, {
      text: question,
      after: null,
    });
    if (body.answer === undefined) throw new Error(`${status} ${JSON.stringify(body).slice(0, 300)}`);
    return body.answer;
  };
}

/** The process of the copy, to be killed. */
const processOf = (demo: DemoServer) => demo.running.context.copy?.pid ?? 0;
const copyOf = (demo: DemoServer) => {
  const { copy } = demo.running.context;
  if (copy === null) throw new Error('There is no copy.');
  return copy;
};

test('killed while it answers, PostgreSQL answers the same; it comes back by itself and answers again', async () => {
  const demo = await startDemoServer({ scale: 0.03, columnar: columnarForTests() });
  try {
    await whenReady(demo);
    const ask = await asker(demo);
    const before = await ask();
    expect(before.engine).toBe('DuckDB');
    for (let round = 0; round < 3; round += 1) {
      const asked = Promise.all(
        Array.from({ length: 6 }, (_, index) =>
          ask(`passengers by ${['coast', 'port', 'month', 'route', 'channel', 'vessel'][index] ?? 'coast'}`),
        ),
      );
      await new Promise((resolve) => setTimeout(resolve, 15 * round));
      process.kill(processOf(demo), 'SIGKILL');
      expect((await asked).every((answer) => answer.rows.length > 3)).toBe(true);
      const meanwhile = await ask();
      expect(meanwhile.rows).toEqual(before.rows);
      await whenReady(demo);
    }
    expect((await ask()).engine).toBe('DuckDB');
  } finally {
    await demo.close();
  }
}, 120_000);

test('a process that hangs holds no question: PostgreSQL answers, and another process takes its place', async () => {
  const demo = await startDemoServer({ scale: 0.03, columnar: columnarForTests() });
  try {
    await whenReady(demo);
    const ask = await asker(demo);
    expect((await ask()).engine).toBe('DuckDB');
    const hung = processOf(demo);
    process.kill(hung, 'SIGSTOP');
    const began = performance.now();
    const meanwhile = await ask('passengers by vessel class');
    expect(meanwhile.engine).toBe('PostgreSQL');
    expect(performance.now() - began).toBeLessThan(10_000);
    await whenReady(demo);
    expect(processOf(demo)).not.toBe(hung);
    expect((await ask('passengers by port')).engine).toBe('DuckDB');
  } finally {
    await demo.close();
  }
}, 120_000);

test('killed while it builds, the next start finds no half copy and makes it whole', async () => {
  const columnar = columnarForTests();
  const databaseUrl = await newDemoDatabase(0.1);
  const first = await startDemoServer({ columnar, databaseUrl });
  await until(copyOf(first), ({ ready }) => ready > 0);
  expect(copyOf(first).state.ready).toBeLessThan(copyOf(first).state.of);
  process.kill(processOf(first), 'SIGKILL');
  await first.close();
  writeFileSync(path.join(columnar.folder, 'bookings@1-1.building'), 'half a copy');
  writeFileSync(path.join(columnar.folder, 'ports@9-9.duckdb'), 'no database at all');
  const second = await startDemoServer({ columnar, databaseUrl });
  try {
    await whenReady(second);
    expect(
      readdirSync(columnar.folder).filter(
        (file) => file.startsWith('bookings@1-1.') || file.startsWith('ports@9-9.') || file.endsWith('.csv'),
      ),
    ).toEqual([]);
    const ask = await asker(second);
    const answer = await ask();
    expect(answer.engine).toBe('DuckDB');
    const { rows } = await second.running.context.database.pool.query<{ n: string }>(
      'select sum(passengers) as n from data.bookings',
    );
    expect(answer.rows.reduce((sum, row) => sum + Number(row[1]), 0)).toBe(Number(rows[0]?.n));
  } finally {
    await second.close();
  }
}, 120_000);

test('a second start finds the copies of the first and makes none anew', async () => {
  const columnar = columnarForTests();
  const databaseUrl = await newDemoDatabase(0.03);
  const first = await startDemoServer({ columnar, databaseUrl });
  await whenReady(first);
  const made = readdirSync(columnar.folder).sort();
  await first.close();
  const second = await startDemoServer({ columnar, databaseUrl });
  await whenReady(second);
  expect(readdirSync(columnar.folder).sort()).toEqual(made);
  await second.close();
}, 120_000);

/** Puts a database that holds nothing in the place of a file. */
async function emptyDatabase(file: string): Promise<void> {
  rmSync(file);
  const instance = await DuckDBInstance.create(file);
  instance.closeSync();
}

test('copies and summaries that cannot be read are made anew, and those of a parent that is loaded again are of the new one', async () => {
  const columnar = columnarForTests();
  const databaseUrl = await newDemoDatabase(0.03);
  const first = await startDemoServer({ columnar, databaseUrl });
  await whenReady(first);
  await first.close();
  const summaries = () =>
    readdirSync(columnar.folder).filter((file) => file.startsWith('bookings@') && file.endsWith('.summaries'));
  expect(summaries()).toHaveLength(1);
  await emptyDatabase(path.join(columnar.folder, summaries()[0] ?? ''));
  await emptyDatabase(
    path.join(columnar.folder, readdirSync(columnar.folder).find((file) => file.startsWith('vessels@')) ?? ''),
  );
  writeFileSync(path.join(columnar.folder, 'bookings@9-9.summaries.building'), 'half of them');
  const second = await startDemoServer({ columnar, databaseUrl });
  try {
    await whenReady(second);
    const ask = await asker(second);
    const { pool } = second.running.context.database;
    const byHand = async () =>
      new Map(
        (
          await pool.query<{ vessel: string; n: string }>(
            'select v.vessel, sum(b.passengers) as n from data.bookings b join data.sailings s using (sailing_id) join data.vessels v using (vessel_id) group by 1',
          )
        ).rows.map((row) => [row.vessel, Number(row.n)]),
      );
    const read = async () => {
      const answer = await ask('passengers by vessel');
      return { engine: answer.engine, rows: new Map(answer.rows.map((row) => [String(row[0]), Number(row[1])])) };
    };
    expect(await read()).toEqual({ engine: 'DuckDB', rows: await byHand() });
    // all sailings are of another vessel: what bookings by vessel are read from has to follow
    const { rows } = await pool.query<Record<string, unknown>>('select * from data.sailings');
    const [vessel] = (await pool.query<{ id: unknown }>('select vessel_id as id from data.vessels order by 1')).rows;
    const fields = Object.keys(rows[0] ?? {});
    const cell = (value: unknown) =>
      value === null
        ? ''
        : value instanceof Date
          ? new Date(value.getTime() - value.getTimezoneOffset() * 60_000)
              .toISOString()
              .slice(0, 19)
              .replace('T00:00:00', '')
              .replace('T', ' ')
          : String(value);
    const csv = [
      fields.join(','),
      ...rows.map((row) => fields.map((field) => cell(field === 'vessel_id' ? vessel?.id : row[field])).join(',')),
    ].join('\n');
    const stellan = await second.as('Stellan');
    const loaded = await stellan<{ detail?: string }>('POST', '/tables?name=sailings', csv, {
      'content-type': 'text/csv',
    });
    if (loaded.status >= 300) throw new Error(loaded.body.detail);
    expect((await read()).rows).toEqual(await byHand());
    await whenReady(second);
    expect(await read()).toEqual({ engine: 'DuckDB', rows: await byHand() });
    expect((await byHand()).size).toBe(1);
  } finally {
    await second.close();
  }
}, 180_000);

test('with less disk than the copies need, PostgreSQL answers what is not held', async () => {
  const demo = await startDemoServer({ columnar: columnarForTests(1e6) });
  try {
    await until(copyOf(demo), ({ ready, failed }) => ready > 0 && failed > 0);
    const ask = await asker(demo);
    expect((await ask()).engine).toBe('PostgreSQL');
    expect((await ask('plan revenue by month')).rows.length).toBeGreaterThan(10);
  } finally {
    await demo.close();
  }
}, 120_000);

/** Asks for the weight of all parcels. */
async function weigher(caller: Caller): Promise<() => Promise<{ value: unknown; engine: string | undefined }>> {
  const inquiry = await caller<{ id: string }>('POST', '/inquiries', { modelId: 'parcels' });
  return async () => {
    const { body } = await caller<Told>('POST', `/inquiries/${inquiry.body.id}/steps`, { text: 'weight', after: null });
    return { value: body.answer?.rows[0]?.[0], engine: body.answer?.engine };
  };
}

/** Until the copy answers. */
async function untilCopied(demo: DemoServer, total: () => Promise<{ engine: string | undefined }>): Promise<void> {
  for (let tries = 0; tries < 100 && (await total()).engine !== 'DuckDB'; tries += 1) {
    demo.running.context.answering.forget();
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  demo.running.context.answering.forget();
}

/** A model over a table that tests load. */
const PARCELS =
  'zud: 1\nid: parcels\nname: Parcels\nasOf: 2026-10-17\ntables:\n  - { id: parcels, key: id }\nfacts:\n  - { id: parcels, name: parcel, table: parcels }\ndates:\n  - { id: day, name: date, default: true, columns: { parcels: day } }\ndimensions:\n  - { id: kind, name: Kind, levels: [{ id: kind, name: Kind, column: parcels.kind }] }\nmeasures:\n  - { id: weight, name: Weight, kind: sum, fact: parcels, column: weight }\n';

test('a table loaded while people ask: each answer is of one load or the other, the copy follows', async () => {
  const demo = await startDemoServer({ scale: 0.03, columnar: columnarForTests() });
  try {
    const stellan = await demo.as('Stellan');
    const load = (factor: number) =>
      stellan(
        'POST',
        '/tables?name=parcels&types=weight:number,day:date',
        `id,day,kind,weight\n${Array.from({ length: 400 }, (_, index) => `${index},2026-0${1 + (index % 9)}-1${index % 10},${index % 3 === 0 ? 'big' : 'small'},${factor}`).join('\n')}`,
        { 'content-type': 'text/csv' },
      );
    expect((await load(1)).status).toBeLessThan(300);
    const made = await stellan('POST', '/models', PARCELS, { 'content-type': 'application/yaml' });
    expect(made.status).toBeLessThan(300);
    const total = await weigher(stellan);
    const seen: unknown[] = [];
    for (let factor = 2; factor <= 4; factor += 1) {
      const loading = load(factor);
      for (let index = 0; index < 8; index += 1) seen.push((await total()).value);
      await loading;
      expect((await total()).value).toBe(400 * factor);
    }
    expect(seen.every((value) => [400, 800, 1200, 1600].includes(Number(value)))).toBe(true);
    await untilCopied(demo, total);
    expect(await total()).toEqual({ value: 1600, engine: 'DuckDB' });
  } finally {
    await demo.close();
  }
}, 120_000);

test('rows added and days replaced while people ask: each answer is of before or after, and the copy reads only what changed', async () => {
  const columnar = columnarForTests();
  const demo = await startDemoServer({ scale: 0.03, columnar });
  try {
    const { database } = demo.running.context;
    const stellan = await demo.as('Stellan');
    const columns = [
      { name: 'id', type: 'integer' },
      { name: 'day', type: 'date' },
      { name: 'kind', type: 'text' },
      { name: 'weight', type: 'number' },
    ] as const;
    const rows = (from: string, days: number, weight: number) =>
      Array.from(
        { length: days },
        (_, index) => [index, addDays(from, index), index % 2 === 0 ? 'big' : 'small', weight] as const,
      );
    await loadRows(database, 'parcels', columns, rows('2025-01-01', 500, 1), { partedFrom: 100 });
    expect((await stellan('POST', '/models', PARCELS, { 'content-type': 'application/yaml' })).status).toBeLessThan(
      300,
    );
    const total = await weigher(stellan);
    await untilCopied(demo, total);
    const changes = [
      // into a quarter that is there, into one that is not, in the place of others, away
      { value: 510, load: () => addRows(database, 'parcels', columns, rows('2026-05-15', 10, 1)) },
      { value: 530, load: () => addRows(database, 'parcels', columns, rows('2026-09-01', 20, 1)) },
      {
        value: 590,
        load: () =>
          addRows(database, 'parcels', columns, rows('2025-02-01', 20, 4), {
            days: { from: '2025-02-01', to: '2025-02-20' },
          }),
      },
      {
        value: 570,
        load: () => addRows(database, 'parcels', columns, [], { days: { from: '2026-09-01', to: '2026-09-30' } }),
      },
    ];
    let before = 500;
    for (const { value, load } of changes) {
      const loading = load();
      const seen: unknown[] = [];
      for (let index = 0; index < 6; index += 1) seen.push((await total()).value);
      await loading;
      expect(seen.filter((one) => one !== before && one !== value)).toEqual([]);
      expect((await total()).value).toBe(value);
      await untilCopied(demo, total);
      expect(await total()).toEqual({ value, engine: 'DuckDB' });
      before = value;
    }
    const files = readdirSync(columnar.folder).filter((file) => file.startsWith('parcels@'));
    expect(files).toHaveLength(1);
    const copy = await (
      await DuckDBInstance.create(path.join(columnar.folder, files[0] ?? ''), { access_mode: 'READ_ONLY' })
    ).connect();
    const [[contents] = []] = (await copy.runAndReadAll('select contents from contents')).getRows();
    expect(JSON.parse(String(contents))).toMatchObject({ refreshes: changes.length, partedBy: 'day' });
    copy.closeSync();
  } finally {
    await demo.close();
  }
}, 120_000);
