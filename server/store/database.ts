/** Connections to PostgreSQL: the application's own, and those that questions run on. */
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { randomBytes } from 'node:crypto';
import { existsSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { z } from 'zod';
import * as schema from './schema';

/** The database schema of loaded tables. */
export const DATA_SCHEMA = 'data';
/** That of the partitions of large ones, which questions read through their table only. */
export const PARTS_SCHEMA = 'data_parts';
/** The role that may only read loaded tables. Who reads signs in as a role of this database's own, which is a member of it and nothing else. */
export const READER = 'zud_reader';
/** The role of queries in SQL: it reads the tables of everyone only. */
export const QUERIER = 'zud_querier';

/** The channel on which changes are told to all servers: of boards, and of loaded tables. */
export const CHANGES = 'zud_changes';

/** What a load of a table says to those who have a board open. */
export const dataChangeSchema = z.object({ kind: z.literal('data'), table: z.string() });
export type DataChange = z.infer<typeof dataChangeSchema>;

export type Store = NodePgDatabase<typeof schema>;

export interface Database {
  readonly store: Store;
  readonly pool: pg.Pool;
  /** Connections that can only read loaded tables. */
  readonly readers: pg.Pool;
  readonly url: string;
  /** Where those sign in who may only read loaded tables, and the list of them. */
  readonly readerUrl: string;
  /** Where those sign in who run queries of their own over the loaded tables. */
  readonly queryUrl: string;
  close(): Promise<void>;
}

pg.types.setTypeParser(pg.types.builtins.DATE, (text) => text);
pg.types.setTypeParser(pg.types.builtins.TIMESTAMP, (text) => text);
pg.types.setTypeParser(pg.types.builtins.INT8, Number);
pg.types.setTypeParser(pg.types.builtins.NUMERIC, Number);

/** The part of a database that loads need. */
export type Loading = Pick<Database, 'store' | 'pool'>;

/** Connections of their own for a load; the database is open elsewhere, and its schema is up to date. */
export function connectTo(url: string): Loading {
  const pool = new pg.Pool({ connectionString: url, max: 3, application_name: 'zud load' });
  onConnectionLost(pool, () => undefined);
  return { pool, store: drizzle(pool, { schema }) };
}

/** Opens the database, brings its schema up to date and makes the reader role. */
export async function openDatabase(url: string, onIdleError: (error: Error) => void): Promise<Database> {
  const pool = new pg.Pool({ connectionString: url, max: 10, application_name: 'zud' });
  onConnectionLost(pool, onIdleError);
  const store = drizzle(pool, { schema });
  await migrate(store, { migrationsFolder: migrationsFolder(), migrationsSchema: 'public' });
  const { readerUrl, queryUrl } = await prepareReaders(pool, url);
  const readers = new pg.Pool({
    connectionString: readerUrl,
    max: 6,
    application_name: 'zud questions',
    options: `-c role=${READER} -c default_transaction_read_only=on -c timezone=UTC -c jit=off -c work_mem=64MB -c enable_partitionwise_aggregate=on`,
  });
  onConnectionLost(readers, onIdleError);
  return {
    store,
    pool,
    readers,
    url,
    readerUrl,
    queryUrl,
    async close() {
      await Promise.all([pool.end(), readers.end()]);
    },
  };
}

/** A connection may be lost while it is idle, or held by a transaction between two of its statements; unheard, either would end the server. */
function onConnectionLost(pool: pg.Pool, lost: (error: Error) => void): void {
  pool.on('error', lost);
  pool.on('connect', (client) => {
    client.on('error', lost);
    letGoWhereNoneBegins(client);
  });
}

/** Drizzle keeps hold of a connection on which a transaction could not begin; enough of these, and none would be left. */
function letGoWhereNoneBegins(client: pg.PoolClient): void {
  const query = client.query.bind(client) as (...parts: unknown[]) => unknown;
  const watched = (...parts: unknown[]): unknown => {
    const made = query(...parts);
    // Drizzle asks with an object; who asks with a text holds the connection in a way of their own
    const text = (parts[0] as { text?: string } | undefined)?.text;
    if (text?.startsWith('begin') && made instanceof Promise) made.catch(() => client.release(true));
    return made;
  };
  client.query = watched as typeof client.query;
}

/** Next to the bundle when built, next to this file when run from source. */
function migrationsFolder(): string {
  const here = path.dirname(fileURLToPath(import.meta.url));
  const candidates = [path.join(here, 'migrations'), path.join(here, '..', 'store', 'migrations')];
  return candidates.find((folder) => existsSync(path.join(folder, 'meta'))) ?? candidates[0] ?? here;
}

/** Makes the roles that read. @returns the addresses at which they sign in */
async function prepareReaders(
  pool: pg.Pool,
  url: string,
): Promise<{ readonly readerUrl: string; readonly queryUrl: string }> {
  const client = await pool.connect();
  try {
    await client.query(`select pg_advisory_lock(4600)`);
    const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [READER]);
    if (rowCount === 0) await client.query(`create role ${READER} nologin`).catch(unlessMadeMeanwhile);
    await client.query(`grant ${READER} to current_user`);
    await client.query(`create schema if not exists ${DATA_SCHEMA}`);
    await client.query(`create schema if not exists ${PARTS_SCHEMA}`);
    await client.query(`grant usage on schema ${DATA_SCHEMA} to ${READER}`);
    await client.query(`grant select on all tables in schema ${DATA_SCHEMA} to ${READER}`);
    await client.query(`alter default privileges in schema ${DATA_SCHEMA} grant select on tables to ${READER}`);
    await client.query(`grant select on loaded_tables to ${READER}`);
    await prepareQueriers(client);
    return {
      readerUrl: await signInOf(client, url, {
        login: 'zud_reads',
        member: READER,
        setting: 'reader password',
        rights: 'noinherit',
        most: 40,
      }),
      // of its own, so that no query can end those of others; few at once
      queryUrl: await signInOf(client, url, {
        login: 'zud_queries',
        member: QUERIER,
        setting: 'query password',
        rights: 'inherit',
        most: 12,
      }),
    };
  } finally {
    await client.query(`select pg_advisory_unlock(4600)`).catch(() => undefined);
    client.release();
  }
}

/** What queries in SQL may read: the tables of everyone. One that is somebody's own is taken from them where it is entered. */
async function prepareQueriers(client: pg.PoolClient): Promise<void> {
  const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [QUERIER]);
  if (rowCount === 0) await client.query(`create role ${QUERIER} nologin`).catch(unlessMadeMeanwhile);
  await client.query(`grant usage on schema ${DATA_SCHEMA} to ${QUERIER}`);
  await client.query(`alter default privileges in schema ${DATA_SCHEMA} grant select on tables to ${QUERIER}`);
  await client.query('begin');
  await client.query(`grant select on all tables in schema ${DATA_SCHEMA} to ${QUERIER}`);
  const { rows } = await client.query<{ name: string }>('select name from loaded_tables where owner_id is not null');
  for (const { name } of rows)
    await client.query(`revoke select on ${DATA_SCHEMA}.${client.escapeIdentifier(name)} from ${QUERIER}`);
  await client.query('commit');
}

/** The password is made once and kept in the database itself, where every server that uses it finds it. */
async function signInOf(
  client: pg.PoolClient,
  url: string,
  role: {
    readonly login: string;
    /** The role whose rights it has. */ readonly member: string;
    readonly setting: string;
    readonly rights: 'inherit' | 'noinherit';
    /** Connections at once. */ readonly most: number;
  },
): Promise<string> {
  const {
    rows: [kept],
  } = await client.query<{ value: string }>(
    `insert into settings (name, value) values ($2, $1) on conflict (name) do update set value = settings.value returning value`,
    [randomBytes(24).toString('base64url'), role.setting],
  );
  const {
    rows: [here],
  } = await client.query<{ name: string }>('select current_database() as name');
  const login = `${role.login}_${here?.name ?? ''}`.slice(0, 63);
  const password = kept?.value ?? '';
  const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [login]);
  if (rowCount === 0) await client.query(`create role ${client.escapeIdentifier(login)}`).catch(unlessMadeMeanwhile);
  await client.query(
    `alter role ${client.escapeIdentifier(login)} with login nosuperuser nocreatedb nocreaterole ${role.rights} connection limit ${role.most} password ${client.escapeLiteral(password)}`,
  );
  const other = role.member === READER ? QUERIER : READER;
  await client.query(`grant ${role.member} to ${client.escapeIdentifier(login)}`);
  await client.query(`revoke ${other} from ${client.escapeIdentifier(login)}`);
  const address = new URL(url);
  address.username = encodeURIComponent(login);
  address.password = password;
  return address.href;
}

/** Roles belong to the whole server, advisory locks to one database: a start on another database may have made the role since. */
function unlessMadeMeanwhile(error: unknown): void {
  const code = error instanceof Error && 'code' in error ? error.code : undefined;
  if (code !== '42710' && code !== '23505') throw error;
}
