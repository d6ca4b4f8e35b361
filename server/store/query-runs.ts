/**
 * Queries in SQL, as stewards write them: over the loaded tables alone, under a role of their own that may read and nothing else,
 * each on a connection of its own that ends with it, and for a limited time.
 */
import pg from 'pg';
import type { QueryColumn } from '@zud/core/contract/queries';
import type { ColumnType } from '@zud/core/data/proof';
import { DATA_SCHEMA, PARTS_SCHEMA, type Database } from './database';
import { quoted } from './table-parts';
import { randomUUID } from 'node:crypto';
import type { LoadedValue } from './csv-rows';

/** Why a query was not run to its end, in words, and where in it, counted in letters from 0. */
export class QueryFault extends Error {
  constructor(
    message: string,
    readonly position: number | null = null,
  ) {
    super(message);
  }
}

export type QueryRow = readonly LoadedValue[];

interface QueryOptions {
  /** Milliseconds. */
  readonly time: number;
  readonly signal?: AbortSignal;
}

/** Rows that are fetched at once. */
const BATCH = 5_000;
const CURSOR = 'declare wanted no scroll cursor for ';
const EXPLAIN = 'explain (costs off) ';

const { builtins } = pg.types;
const TYPES: ReadonlyMap<number, ColumnType> = new Map([
  [builtins.INT2, 'integer'],
  [builtins.INT4, 'integer'],
  [builtins.INT8, 'integer'],
  [builtins.FLOAT4, 'number'],
  [builtins.FLOAT8, 'number'],
  [builtins.NUMERIC, 'number'],
  [builtins.DATE, 'date'],
  [builtins.TIMESTAMP, 'timestamp'],
  [builtins.BOOL, 'boolean'],
]);

/**
 * What a query gives, batch by batch. Only what gives rows can be one: a cursor takes nothing else.
 * @throws QueryFault
 */
export async function* runQuery(
  { queryUrl }: Pick<Database, 'queryUrl'>,
  sql: string,
  options: QueryOptions,
): AsyncGenerator<{ readonly columns: readonly QueryColumn[]; readonly rows: readonly QueryRow[] }> {
  const { client, end } = await connected(queryUrl, options);
  try {
    await client.query('begin read only');
    await asWritten(client, CURSOR, sql, options);
    for (;;) {
      const batch = await fetched(client, options);
      const columns = batch.fields.map(({ name, dataTypeID }): QueryColumn => ({
        name,
        type: TYPES.get(dataTypeID) ?? 'text',
      }));
      yield { columns, rows: batch.rows.map((row) => row.map((value, at) => valueOf(value, columns[at]?.type))) };
      if (batch.rows.length < BATCH) return;
    }
  } finally {
    await end();
  }
}

/** How PostgreSQL would run a query, a line a step. @throws QueryFault */
export async function explainQuery(
  { queryUrl }: Pick<Database, 'queryUrl'>,
  sql: string,
  options: QueryOptions,
): Promise<string[]> {
  const { client, end } = await connected(queryUrl, options);
  try {
    await client.query('begin read only');
    // what is no query of rows is told here already
    await asWritten(client, CURSOR, sql, options);
    const { rows } = await asWritten(client, EXPLAIN, sql, options);
    return rows.map((row) => String((row as readonly unknown[])[0]));
  } finally {
    await end();
  }
}

/**
 * The loaded tables that a query reads, by name. Nothing is run: the query is taken as the definition of a view that is not kept.
 * @throws QueryFault where it reads something else
 */
export async function tablesReadBy({ pool }: Pick<Database, 'pool'>, sql: string): Promise<string[]> {
  const client = await pool.connect();
  const view = `${PARTS_SCHEMA}.${quoted(`looked_${randomUUID()}`)}`;
  try {
    await client.query('begin');
    await client.query(`set local search_path = ${DATA_SCHEMA}`);
    await asWritten(client, `create view ${view} as `, sql, { time: 0 });
    const { rows } = await client.query<{ schema: string; name: string }>(
      `select distinct n.nspname as schema, c.relname as name
       from pg_depend d join pg_rewrite r on r.oid = d.objid join pg_class c on c.oid = d.refobjid join pg_namespace n on n.oid = c.relnamespace
       where d.classid = 'pg_rewrite'::regclass and d.refclassid = 'pg_class'::regclass and r.ev_class = $1::regclass and c.oid <> r.ev_class
       order by 2`,
      [view],
    );
    const other = rows.find(({ schema }) => schema !== DATA_SCHEMA);
    if (other !== undefined)
      throw new QueryFault(
        `It reads “${other.schema}.${other.name}”, which is no loaded table; a table is made of those alone.`,
      );
    return rows.map(({ name }) => name);
  } finally {
    await client.query('rollback').catch(() => undefined);
    client.release();
  }
}

async function connected(
  queryUrl: string,
  { time, signal }: QueryOptions,
): Promise<{ readonly client: pg.Client; end(): Promise<void> }> {
  const client = new pg.Client({
    connectionString: queryUrl,
    application_name: 'zud query',
    options: `-c default_transaction_read_only=on -c timezone=UTC -c jit=off -c search_path=${DATA_SCHEMA} -c statement_timeout=${time}`,
  });
  client.on('error', () => undefined);
  await client.connect().catch((error: unknown) => {
    throw error instanceof pg.DatabaseError && error.code === '53300'
      ? new QueryFault('Too many queries run just now; try again in a moment.')
      : error;
  });
  const { rows } = await client.query<{ pid: number }>('select pg_backend_pid() as pid');
  const cancel = () => void cancelled(queryUrl, rows[0]?.pid ?? 0);
  if (signal?.aborted === true) cancel();
  signal?.addEventListener('abort', cancel, { once: true });
  return {
    client,
    async end() {
      signal?.removeEventListener('abort', cancel);
      await client.end();
    },
  };
}

/** Stops what a connection of the same role does. */
async function cancelled(queryUrl: string, pid: number): Promise<void> {
  const client = new pg.Client({ connectionString: queryUrl });
  client.on('error', () => undefined);
  try {
    await client.connect();
    await client.query('select pg_cancel_backend($1)', [pid]);
  } catch {
    // it is over already, or its time will be
  } finally {
    await client.end().catch(() => undefined);
  }
}

/** One statement, whatever it holds: the extended protocol takes no second one. @throws QueryFault with the place in what was written */
async function asWritten(client: pg.ClientBase, before: string, sql: string, options: QueryOptions) {
  const written = sql.trim().replace(/;+\s*$/, '');
  try {
    return await client.query({
      text: before + written,
      rowMode: 'array',
      queryMode: 'extended',
    } as pg.QueryArrayConfig);
  } catch (error) {
    throw faultOf(error, before.length + 1, options);
  }
}

async function fetched(client: pg.ClientBase, options: QueryOptions): Promise<pg.QueryArrayResult<unknown[]>> {
  try {
    return await client.query<unknown[]>({ text: `fetch ${BATCH} from wanted`, rowMode: 'array' });
  } catch (error) {
    throw faultOf(error, null, options);
  }
}

/** @param at the place of the first letter of what was written, counted from 1; null where places say nothing */
function faultOf(error: unknown, at: number | null, { time, signal }: QueryOptions): QueryFault {
  if (!(error instanceof pg.DatabaseError)) return new QueryFault('The database could not be reached; try again.');
  const position = error.position === undefined || at === null ? null : Math.max(0, Number(error.position) - at);
  if (error.code === '57014')
    return new QueryFault(
      signal?.aborted === true ? 'It was stopped.' : `It ran longer than ${time / 1000} seconds, and was stopped.`,
    );
  if (error.code === '42501')
    return new QueryFault(`${capital(error.message)}: only loaded tables can be read.`, position);
  if (
    error.code === '25006' ||
    (error.code === '42601' && position === 0) ||
    /must not contain data-modifying|INTO is not allowed/.test(error.message)
  )
    return new QueryFault('Only queries that give rows are run here: select …, with … select, or values.', position);
  if (/multiple commands/.test(error.message))
    return new QueryFault('One query at a time: take out what follows the first “;”.');
  return new QueryFault(`${capital(error.message)}.${error.hint === undefined ? '' : ` ${error.hint}`}`, position);
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/** Numbers that are none, and values of types of their own, as text or nothing. */
function valueOf(value: unknown, type: ColumnType | undefined): LoadedValue {
  if (value === null || value === undefined) return null;
  if (type === 'integer' || type === 'number') return Number.isFinite(Number(value)) ? Number(value) : null;
  if (type === 'boolean') return value === true;
  if (value instanceof Date) return value.toISOString();
  return typeof value === 'string' ? value : JSON.stringify(value);
}
