/** The demo world of a benchmark: a server of its own over a cluster of its own, with somebody signed in. */
import { DuckDBInstance } from '@duckdb/node-api';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { loadDemo, DEMO_PEOPLE } from '../../demo/load';
import { SUMMARIES_FROM } from '../../server/engines/columnar/messages';
import { startCluster } from '../../server/launch/cluster';
import { startServer, type Running } from '../../server/launch/server';
import { say, whenCopied } from './figures';

export interface DemoRun {
  readonly running: Running;
  /** What the cluster and the copies are kept in. */
  readonly folder: string;
  readonly databaseUrl: string;
  /** Of somebody who is signed in. */
  readonly headers: Readonly<Record<string, string>>;
  call<T = Record<string, unknown>>(method: string, route: string, body?: object): Promise<T>;
  close(): Promise<void>;
}

/**
 * @param scale 1 for 1.2 million booking lines
 * @param copy is there a columnar copy?
 * @param webFolder where the pages are that it serves, if any
 */
export async function startDemoRun(
  scale: number,
  { copy = true, webFolder = null }: { readonly copy?: boolean; readonly webFolder?: string | null } = {},
): Promise<DemoRun> {
  const folder = mkdtempSync(path.join('/tmp', 'zud-bench-'));
  const cluster = await startCluster(folder, { throwaway: true });
  const columnar = {
    program: path.join(import.meta.dirname, 'columnar.js'),
    folder: path.join(folder, 'columnar'),
    memory: '2GB',
    threads: 2,
    quota: 20e9,
    summariesFrom: SUMMARIES_FROM,
  };
  const running = await startServer({
    databaseUrl: cluster.url,
    port: 0,
    webFolder,
    logLevel: 'silent',
    timeLimit: 120_000,
    columnar: copy ? columnar : null,
  });
  await loadDemo(running.context, scale, { tell: () => undefined });
  const [mira] = DEMO_PEOPLE;
  const session = await fetch(`${running.address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: mira?.email, password: mira?.password }),
  });
  const headers = {
    'content-type': 'application/json',
    'cookie': (session.headers.get('set-cookie') ?? '').split(';')[0] ?? '',
  };
  return {
    running,
    folder,
    databaseUrl: cluster.url,
    headers,
    call: async <T>(method: string, route: string, body?: object) =>
      (
        await fetch(`${running.address}/api${route}`, {
          method,
          headers,
          ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        })
      ).json() as Promise<T>,
    close: async () => {
      await running.close();
      await cluster.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Hand-written SQL on the columnar engine alone: the copies that the server made, read by an engine of our own. */
export async function columnarAlone({ running, folder: home }: DemoRun): Promise<(sql: string) => Promise<unknown>> {
  const folder = path.join(home, 'columnar');
  const seconds = await whenCopied(running);
  const files = readdirSync(folder).filter((file) => file.endsWith('.duckdb'));
  const bytes = files.reduce((sum, file) => sum + statSync(path.join(folder, file)).size, 0);
  say(`\nThe columnar copy was ready ${seconds.toFixed(1)} s after the load; ${(bytes / 1e6).toFixed(0)} MB on disk`);
  const instance = await DuckDBInstance.create(':memory:', { memory_limit: '2GB', threads: '2' });
  const connection = await instance.connect();
  await connection.run('create schema data');
  for (const [index, file] of files.entries()) {
    await connection.run(`attach '${path.join(folder, file)}' as c${index} (read_only)`);
    await connection.run(`create view data."${file.split('@')[0] ?? ''}" as select * from c${index}.main.rows`);
  }
  return async (sql) => (await connection.runAndReadAll(sql)).getRows();
}
