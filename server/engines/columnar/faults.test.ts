/** Faults of the columnar copy: killed while it builds and while it answers, out of disk, data loaded while asking. No wrong answer, no lost question. */
import { readdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { columnarForTests, whenReady } from '../../../tests/columnar';
import { newDatabase, startDemoServer, type Caller, type DemoServer } from '../../../tests/demo-server';

const QUESTION = 'passengers by coast';

interface Told { readonly answer?: { readonly engine: string; readonly rows: readonly (readonly (string | number | null)[])[] } }

async function asker(demo: DemoServer): Promise<(question?: string) => Promise<NonNullable<Told['answer']>>> {
  const mira: Caller = await demo.as('Mira');
  return async (question = QUESTION) => {
    // each in an inquiry of its own: a newer question after the same step would stop the older
    const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
    demo.running.context.answering.forget();
    const { status, body } = await mira<Told>('POST', `/inquiries/${inquiry.body.id}/steps`, { text: question, after: null });
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
    await whenReady(copyOf(demo));
    const ask = await asker(demo);
    const before = await ask();
    expect(before.engine).toBe('DuckDB');
    for (let round = 0; round < 3; round += 1) {
      const asked = Promise.all(Array.from({ length: 6 }, (_, index) => ask(`passengers by ${['coast', 'port', 'month', 'route', 'channel', 'vessel'][index] ?? 'coast'}`)));
      await new Promise((resolve) => setTimeout(resolve, 15 * round));
      process.kill(processOf(demo), 'SIGKILL');
      expect((await asked).every((answer) => answer.rows.length > 3)).toBe(true);
      const meanwhile = await ask();
      expect(meanwhile.rows).toEqual(before.rows);
      await whenReady(copyOf(demo));
    }
    expect((await ask()).engine).toBe('DuckDB');
  } finally {
    await demo.close();
  }
}, 120_000);

test('killed while it builds, the next start finds no half copy and makes it whole', async () => {
  const columnar = columnarForTests();
  const databaseUrl = await newDatabase();
  const first = await startDemoServer({ scale: 0.3, columnar, databaseUrl });
  await whenReady(copyOf(first), ({ ready }) => ready > 0);
  process.kill(processOf(first), 'SIGKILL');
  await first.close();
  writeFileSync(path.join(columnar.folder, 'bookings@1-1.building'), 'half a copy');
  writeFileSync(path.join(columnar.folder, 'ports@9-9.duckdb'), 'no database at all');
  const second = await startDemoServer({ scale: 0.3, columnar, databaseUrl });
  try {
    await whenReady(copyOf(second));
    expect(readdirSync(columnar.folder).filter((file) => file.startsWith('bookings@1-1.') || file.startsWith('ports@9-9.') || file.endsWith('.csv'))).toEqual([]);
    const ask = await asker(second);
    const answer = await ask();
    expect(answer.engine).toBe('DuckDB');
    const { rows } = await second.running.context.database.pool.query<{ n: string }>('select sum(passengers) as n from data.bookings');
    expect(answer.rows.reduce((sum, row) => sum + Number(row[1]), 0)).toBe(Number(rows[0]?.n));
  } finally {
    await second.close();
  }
}, 120_000);

test('a second start finds the copies of the first and makes none anew', async () => {
  const columnar = columnarForTests();
  const databaseUrl = await newDatabase();
  const first = await startDemoServer({ scale: 0.03, columnar, databaseUrl });
  const { rows } = await first.running.context.database.pool.query('select from loaded_tables');
  await whenReady(copyOf(first), ({ ready }) => ready === rows.length);
  const made = readdirSync(columnar.folder).sort();
  await first.close();
  const second = await startDemoServer({ scale: 0.03, columnar, databaseUrl });
  await whenReady(copyOf(second));
  expect(readdirSync(columnar.folder).sort()).toEqual(made);
  await second.close();
}, 120_000);

test('with less disk than the copies need, PostgreSQL answers what is not held', async () => {
  const demo = await startDemoServer({ scale: 0.3, columnar: columnarForTests(3e6) });
  try {
    await whenReady(copyOf(demo), ({ ready, failed }) => ready > 0 && failed > 0);
    const ask = await asker(demo);
    expect((await ask()).engine).toBe('PostgreSQL');
    expect((await ask('plan revenue by month')).rows.length).toBeGreaterThan(10);
  } finally {
    await demo.close();
  }
}, 120_000);

test('a table loaded while people ask: each answer is of one load or the other, the copy follows', async () => {
  const demo = await startDemoServer({ scale: 0.03, columnar: columnarForTests() });
  try {
    const stellan = await demo.as('Stellan');
    const load = (factor: number) => stellan('POST', '/tables?name=parcels&types=weight:number,day:date', `id,day,kind,weight\n${Array.from({ length: 400 }, (_, index) => `${index},2026-0${1 + (index % 9)}-1${index % 10},${index % 3 === 0 ? 'big' : 'small'},${factor}`).join('\n')}`, { 'content-type': 'text/csv' });
    expect((await load(1)).status).toBeLessThan(300);
    const made = await stellan('POST', '/models', 'zud: 1\nid: parcels\nname: Parcels\nasOf: 2026-10-17\ntables:\n  - { id: parcels, key: id }\nfacts:\n  - { id: parcels, name: parcel, table: parcels }\ndates:\n  - { id: day, name: date, default: true, columns: { parcels: day } }\ndimensions:\n  - { id: kind, name: Kind, levels: [{ id: kind, name: Kind, column: parcels.kind }] }\nmeasures:\n  - { id: weight, name: Weight, kind: sum, fact: parcels, column: weight }\n', { 'content-type': 'application/yaml' });
    expect(made.status).toBeLessThan(300);
    const inquiry = await stellan<{ id: string }>('POST', '/inquiries', { modelId: 'parcels' });
    const total = async () => {
      const { body } = await stellan<Told>('POST', `/inquiries/${inquiry.body.id}/steps`, { text: 'weight', after: null });
      return { value: body.answer?.rows[0]?.[0], engine: body.answer?.engine };
    };
    const seen: unknown[] = [];
    for (let factor = 2; factor <= 4; factor += 1) {
      const loading = load(factor);
      for (let index = 0; index < 8; index += 1) seen.push((await total()).value);
      await loading;
      expect((await total()).value).toBe(400 * factor);
    }
    expect(seen.every((value) => [400, 800, 1200, 1600].includes(Number(value)))).toBe(true);
    await whenReady(copyOf(demo));
    for (let tries = 0; tries < 100 && (await total()).engine !== 'DuckDB'; tries += 1) {
      demo.running.context.answering.forget();
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    demo.running.context.answering.forget();
    expect(await total()).toEqual({ value: 1600, engine: 'DuckDB' });
  } finally {
    await demo.close();
  }
}, 120_000);
