/** Puts the parts together into a running server. */
import { createServer, type Server } from 'node:http';
import { pino, type Logger } from 'pino';
import { Answering } from '../asking/answering';
import { ModelLibrary } from '../asking/model-library';
import { Asking } from '../asking/steps';
import { PostgresqlEngine } from '../engines/postgresql';
import { createApp } from '../http/app';
import type { Context } from '../http/context';
import { Feed } from '../live/feed';
import { openDatabase } from '../store/database';
import { allPeople } from '../store/people';
import { models } from '../store/schema';
import { LaunchError } from './cluster';

export interface Running {
  readonly address: string;
  readonly context: Context;
  close(): Promise<void>;
}

export interface ServerOptions {
  readonly databaseUrl: string;
  readonly port: number;
  readonly webFolder: string | null;
  readonly logLevel?: string;
  /** Milliseconds a question may take. */
  readonly timeLimit?: number;
}

const TIME_LIMIT = 30_000;

export async function startServer(options: ServerOptions): Promise<Running> {
  const log: Logger = pino({ level: options.logLevel ?? 'info', redact: ['req.headers.cookie', 'req.headers.authorization', 'password', '*.password'] });
  const database = await openDatabase(options.databaseUrl, (error) => log.warn({ reason: error.message }, 'a database connection was lost'));
  const now = () => new Date();
  const library = new ModelLibrary(database, () => now().toISOString().slice(0, 10));
  const answering = new Answering(new PostgresqlEngine(database));
  const feed = new Feed(options.databaseUrl, log);
  await feed.start();
  const context: Context = { database, library, answering, asking: new Asking(database.store, library, answering), feed, log, now, timeLimit: options.timeLimit ?? TIME_LIMIT };
  const server = createServer(createApp(context, options.webFolder));
  await listen(server, options.port).catch(async (error: unknown) => {
    await feed.close();
    await database.close();
    throw error;
  });
  return {
    address: `http://127.0.0.1:${(server.address() as { port: number }).port}`,
    context,
    async close() {
      await feed.close();
      server.closeAllConnections();
      await new Promise((resolve) => server.close(resolve));
      await database.close();
    },
  };
}

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'EADDRINUSE' ? new LaunchError(`Port ${port} is taken by another program. Stop that one, or choose another port: PORT=${port + 1} bin/start`) : error),
    );
    server.listen(port, '127.0.0.1', () => resolve());
  });
}

/** Lists what people under row rules may see, in the background: it takes a look through the facts the first time after a load. */
export async function warmUpLimited({ database, library, log }: Context): Promise<void> {
  const ids = await database.store.select({ id: models.id }).from(models);
  const groups = new Map((await allPeople(database.store)).filter((person) => person.groups.length > 0).map((person) => [person.groups.join('\u0000'), person.groups]));
  for (const { id } of ids) for (const of of groups.values()) await library.get(id, { groups: of }).catch((error: unknown) => log.warn({ model: id, err: error }, 'a model could not be prepared'));
}

/** Builds the name indexes that all people share, so that the first question is as quick as the next. */
export async function warmUp({ database, library, log }: Context): Promise<void> {
  for (const { id } of await database.store.select({ id: models.id }).from(models)) await library.get(id, { groups: [] }).catch((error: unknown) => log.warn({ model: id, err: error }, 'a model could not be prepared'));
}
