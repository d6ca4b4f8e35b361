/** A server over an empty database of its own, with people of the test's choosing. */
import path from 'node:path';
import { startServer, type Running, type ServerOptions } from '../server/launch/server';
import { addPerson, type Role } from '../server/store/people';
import { callerOf, newDatabase, type Caller } from './demo-server';

export interface PlainServer {
  readonly running: Running;
  readonly databaseUrl: string;
  /** Adds a person and signs them in. */
  person(name: string, role: Role, groups?: readonly string[]): Promise<Caller>;
  /** The raw bytes that a person is answered with. */
  raw(
    name: string,
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ status: number; type: string; bytes: Buffer }>;
  cookie(name: string): string;
  close(): Promise<void>;
}

/** Where the programs of worker threads are, as bin/test builds them. */
const THREADS = path.join(__dirname, '../server/dist');

export const PASSWORD = 'a-long-password-9';

export async function startPlainServer(options: Partial<ServerOptions> = {}): Promise<PlainServer> {
  const databaseUrl = options.databaseUrl ?? (await newDatabase());
  const running = await startServer({
    databaseUrl,
    port: 0,
    webFolder: null,
    logLevel: process.env['TEST_LOG'] ?? 'silent',
    threads: THREADS,
    ...options,
  });
  const cookies = new Map<string, string>();
  const emailOf = (name: string) => `${name.toLowerCase()}@people.example`;
  return {
    running,
    databaseUrl,
    async person(name, role, groups = []) {
      await addPerson(running.context.database.store, { name, email: emailOf(name), role, groups, password: PASSWORD });
      const response = await fetch(`${running.address}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: emailOf(name), password: PASSWORD }),
      });
      const cookie = (response.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
      cookies.set(name, cookie);
      return callerOf(running.address, cookie);
    },
    async raw(name, method, path, body) {
      const response = await fetch(`${running.address}/api${path}`, {
        method,
        headers: {
          cookie: cookies.get(name) ?? '',
          ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      return {
        status: response.status,
        type: response.headers.get('content-type') ?? '',
        bytes: Buffer.from(await response.arrayBuffer()),
      };
    },
    cookie: (name) => cookies.get(name) ?? '',
    close: () => running.close(),
  };
}
