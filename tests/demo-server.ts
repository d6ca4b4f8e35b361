/** A server of its own over a database of its own, with the demo world at a tenth of its size. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
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

/** A new, empty database on the cluster of this test run. */
export async function newDatabase(): Promise<string> {
  const cluster = process.env['ZUD_TEST_DATABASE'] ?? '';
  const name = `t${randomUUID().replaceAll('-', '')}`;
  const client = new pg.Client({ connectionString: cluster });
  await client.connect();
  await client.query(`create database ${name}`);
  await client.end();
  return cluster.replace(/\/[^/]*$/, `/${name}`);
}

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
  const databaseUrl = options.databaseUrl ?? (await newDatabase());
  const running = await startServer({
    databaseUrl,
    port: 0,
    webFolder: null,
    logLevel: 'silent',
    ...(options.columnar === undefined ? {} : { columnar: options.columnar }),
    ...(options.sharing === undefined ? {} : { sharing: options.sharing }),
    ...(options.timeLimit === undefined ? {} : { timeLimit: options.timeLimit }),
  });
  await loadDemo(running.context, options.scale ?? 0.1, { tell: () => undefined });
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
