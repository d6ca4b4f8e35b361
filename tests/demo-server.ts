/** A server of its own over a database of its own, with the demo world at a tenth of its size. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { OPERATIONS } from '../core/contract/operations';
import { loadDemo, DEMO_PEOPLE } from '../demo/load';
import { startServer, type Running, type ServerOptions } from '../server/launch/server';

export interface DemoServer {
  readonly running: Running;
  readonly databaseUrl: string;
  /** Signs a demo person in. @returns calls in their name */
  as(name: string): Promise<Caller>;
  /** The session cookie of a demo person. */
  cookie(name: string): Promise<string>;
  close(): Promise<void>;
}

export interface Reply<T = Record<string, unknown>> {
  readonly status: number;
  readonly body: T;
}

export type Caller = <T = Record<string, unknown>>(
  method: string,
  path: string,
  body?: unknown,
  headers?: Readonly<Record<string, string>>,
) => Promise<Reply<T>>;

/** The last of some questions in an inquiry of its own, each after the one before. */
export async function askedOf<Step>(who: Caller, ...questions: readonly string[]): Promise<Step> {
  const inquiry = await who<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  let last: Step | null = null;
  for (const text of questions) last = (await who<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, { text })).body;
  if (last === null) throw new Error('Nothing was asked.');
  return last;
}

const cluster = () => process.env['ZUD_TEST_DATABASE'] ?? '';
const databaseUrlOf = (name: string) => cluster().replace(/\/[^/]*$/, `/${name}`);

async function onCluster<T>(work: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: cluster() });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** A new database on the cluster of this test run: empty, or with what another holds. */
export async function newDatabase(like?: string): Promise<string> {
  const name = `t${randomUUID().replaceAll('-', '')}`;
  await onCluster((client) => client.query(`create database ${name}${like === undefined ? '' : ` template ${like}`}`));
  return databaseUrlOf(name);
}

/** Any number that nothing else locks. */
const MAKING = 71_002;

/** A database with the demo world, loaded once a run whatever suite asks first; others are copied from it. @returns its name */
function demoTemplate(scale: number): Promise<string> {
  const name = `demo_${Math.round(scale * 10_000)}`;
  return onCluster(async (client) => {
    await client.query('select pg_advisory_lock($1)', [MAKING]);
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
    if (rowCount === 0) {
      const making = `${name}_making`;
      await client.query(`drop database if exists ${making}`);
      await client.query(`create database ${making}`);
      const running = await startServer({
        databaseUrl: databaseUrlOf(making),
        port: 0,
        webFolder: null,
        logLevel: 'silent',
      });
      await loadDemo(running.context, scale, { tell: () => undefined });
      await running.close();
      await client.query(`alter database ${making} rename to ${name}`);
    }
    return name;
  });
}

/** A database of its own with the demo world, to start a server over more than once. @returns its URL */
export async function newDemoDatabase(scale: number): Promise<string> {
  return newDatabase(await demoTemplate(scale));
}

/** Whatever a test asks for, what comes back is as the contract says. @throws Error where it is not */
function keepsContract(method: string, path: string, text: string): void {
  const [bare = ''] = path.split('?');
  const found = OPERATIONS.find(
    (one) =>
      one.method === method.toLowerCase() &&
      pattern(one.path).test(bare) &&
      !OPERATIONS.some((other) => other !== one && other.method === one.method && other.path === bare),
  );
  if (found?.answers === undefined || typeof found.answers === 'string' || text === '') return;
  const result = found.answers.safeParse(JSON.parse(text));
  if (!result.success)
    throw new Error(
      `${method} ${path} is not as the contract says: ${JSON.stringify(result.error.issues.slice(0, 3))}`,
    );
}
const pattern = (path: string) => new RegExp(`^${path.replace(/\{\w+\}/g, '[^/]+')}$`);

export function callerOf(address: string, cookie: string): Caller {
  return async (method, path, body, headers = {}) => {
    const raw = typeof body === 'string';
    const response = await fetch(`${address}/api${path}`, {
      method,
      headers: {
        ...(cookie === '' ? {} : { cookie }),
        ...(body === undefined || raw ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: raw ? body : JSON.stringify(body) }),
    });
    const text = await response.text();
    if (response.ok) keepsContract(method, path, text);
    return { status: response.status, body: (text === '' ? {} : JSON.parse(text)) as never };
  };
}

export async function startDemoServer(
  options: {
    scale?: number;
    timeLimit?: number;
    databaseUrl?: string;
    columnar?: ServerOptions['columnar'];
    sharing?: ServerOptions['sharing'];
  } = {},
): Promise<DemoServer> {
  const scale = options.scale ?? 0.1;
  const databaseUrl = options.databaseUrl ?? (await newDemoDatabase(scale));
  const running = await startServer({
    databaseUrl,
    port: 0,
    webFolder: null,
    logLevel: 'silent',
    ...(options.columnar === undefined ? {} : { columnar: options.columnar }),
    ...(options.sharing === undefined ? {} : { sharing: options.sharing }),
    ...(options.timeLimit === undefined ? {} : { timeLimit: options.timeLimit }),
  });
  // of a database that is given: nothing where the demo is there already
  await loadDemo(running.context, scale, { tell: () => undefined });
  return {
    running,
    databaseUrl,
    as: async (name) => callerOf(running.address, await cookieOf(name)),
    cookie: (name) => cookieOf(name),
    close: () => running.close(),
  };
  async function cookieOf(name: string): Promise<string> {
    const person = DEMO_PEOPLE.find((one) => one.name.startsWith(name));
    const response = await fetch(`${running.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: person?.email, password: person?.password }),
    });
    return (response.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
  }
}
