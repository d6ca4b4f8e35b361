/** PostgreSQL is restarted while people ask: no wrong answer, no lost step, a clear word, and all is well again by itself. */
import { execFileSync, spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import path from 'node:path';
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';
import { temporaryFolder } from '../../tests/temporary-folder';
import { postgresqlBinaries, startCluster, type Cluster } from '../launch/cluster';

const folder = temporaryFolder('restart');
let cluster: Cluster;
let demo: DemoServer;
let mira: Caller;

beforeAll(async () => {
  cluster = await startCluster(folder, { throwaway: true });
  demo = await startDemoServer({ scale: 0.03, databaseUrl: cluster.url });
  mira = await demo.as('Mira');
}, 120_000);
afterAll(async () => {
  await demo.close();
  await cluster.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** Restarts the cluster on its port, with its settings, as the user it runs as. */
function restart(): void {
  const root = process.getuid?.() === 0;
  const id = (flag: string) => Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout);
  execFileSync(
    path.join(postgresqlBinaries(), 'pg_ctl'),
    ['-D', path.join(folder, 'pgdata'), '-l', path.join(folder, 'postgresql.log'), '-m', 'fast', '-w', 'restart'],
    { cwd: '/', stdio: 'ignore', ...(root ? { uid: id('-u'), gid: id('-g') } : {}) },
  );
}

interface Told {
  readonly id: string;
  readonly title?: string;
  readonly detail?: string;
  readonly answer?: { readonly rows: unknown };
}
const QUESTIONS = [
  'passengers by coast',
  'ticket revenue by month in 2025',
  'average delay by vessel',
  'customers by segment',
  'top 5 routes by revenue',
];

test('under load', async () => {
  const inquiry = (await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' })).body.id;
  const ask = (text: string) => mira<Told>('POST', `/inquiries/${inquiry}/steps`, { text, after: null });
  const expected = new Map<string, unknown>();
  for (const text of QUESTIONS) expected.set(text, (await ask(text)).body.answer?.rows);
  const kept: string[] = [];
  const told: string[] = [];
  let under = true;
  const asking = QUESTIONS.map(async (text) => {
    while (under) {
      demo.running.context.answering.forget();
      const reply = await ask(text);
      if (reply.status === 201) {
        kept.push(reply.body.id);
        expect(reply.body.answer?.rows).toEqual(expected.get(text));
      } else if (reply.status !== 409)
        told.push(`${reply.status} ${reply.body.title ?? ''}: ${reply.body.detail ?? ''}`);
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  });
  await new Promise((resolve) => setTimeout(resolve, 300));
  restart();
  await new Promise((resolve) => setTimeout(resolve, 700));
  under = false;
  await Promise.all(asking);
  expect(told.filter((one) => !/^503 The database is away: .*Nothing is lost/.test(one))).toEqual([]);
  for (const text of QUESTIONS) {
    const reply = await ask(text);
    expect([reply.status, reply.body.answer?.rows]).toEqual([201, expected.get(text)]);
  }
  const { body } = await mira<{ steps: { id: string }[] }>('GET', `/inquiries/${inquiry}`);
  const there = new Set(body.steps.map((step) => step.id));
  expect(kept.length).toBeGreaterThan(0);
  expect(kept.filter((id) => !there.has(id))).toEqual([]);
}, 60_000);
