/** Rows into loaded tables, by COPY: whole tables, rows that are added, days that are replaced. Each load is one transaction. */
import { eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import type { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import type pg from 'pg';
import copyStreams from 'pg-copy-streams';
import { isDay } from '@zud/core/data/days';
import type { TableRule } from '@zud/core/data/column-rules';
import type { ColumnType } from '@zud/core/data/proof';
import { readCsv, TableFault, type LoadedValue } from './csv-rows';
import { listWords } from '@zud/core/reading/words';
import { tableFaults } from '@zud/core/model/table-faults';
import { DATA_SCHEMA, PARTS_SCHEMA, QUERIER, type Loading } from './database';
import { modelsThere, readersOf } from './models';
import { mustBeWithinQuota } from './ownership';
import { loadedTables, type Derived, type LoadedColumn, type Part, type Parts } from './schema';
import {
  addToParts,
  dateInOrder,
  indexDates,
  isDate,
  moveToData,
  PARTED_FROM,
  partitioned,
  partText,
  quoted,
} from './table-parts';
import { catalogueOf, checkTableName, tellLoad, type Loaded } from './tables';
import { brokenRules } from './table-rules';
import { copyAside, forgetLoads, keptLoad, moveAside, noteLoad, type Origin, type Standing } from './table-versions';
import { usualDates } from './usual-dates';

const SQL_TYPE: Record<ColumnType, string> = {
  text: 'text',
  integer: 'bigint',
  number: 'double precision',
  date: 'date',
  timestamp: 'timestamp',
  boolean: 'boolean',
};

/** What a load into a table that is there already did. */
export interface Added extends Loaded {
  readonly added: number;
  /** Rows of before that made way. */
  readonly removed: number;
}

/** Days, both included. */
export interface Days {
  readonly from: string;
  readonly to: string;
}

export type Rows = AsyncIterable<readonly LoadedValue[]> | Iterable<readonly LoadedValue[]>;

interface LoadOptions {
  /** The date by which a table is partitioned, and whose days are replaced; absent: the one that models read it by, else the one that its rows follow. */
  readonly by?: string | undefined;
  /** From how many rows on a table is partitioned. */
  readonly partedFrom?: number;
  readonly origin?: Origin;
  /** The query whose rows these are. */
  readonly derived?: Derived;
  /** Whose own a table is that was not there before; of one that is there it stays. */
  readonly ownerId?: string;
}

/** A cell as PostgreSQL's COPY text format writes it. */
export function copyCell(value: LoadedValue): string {
  if (value === null) return '\\N';
  if (typeof value === 'string')
    return value.replace(
      /[\\\n\r\t]/g,
      (sign) => ({ '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' })[sign] ?? sign,
    );
  return String(value);
}

/**
 * Loads rows into a new table that replaces one of that name.
 * @returns the number of rows
 * @throws TableFault
 */
export async function loadRows(
  database: Loading,
  name: string,
  columns: readonly LoadedColumn[],
  rows: Rows,
  {
    by,
    partedFrom = PARTED_FROM,
    progress,
    origin = {},
    derived,
    ownerId,
  }: LoadOptions & { readonly progress?: (rows: number) => void } = {},
): Promise<number> {
  checkTableName(name);
  const [there] = await database.store
    .select({ external: loadedTables.external, derived: loadedTables.derived })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  if (there?.external === true)
    throw new TableFault(`“${name}” is kept by somebody else; it is not replaced. Load under another name.`);
  if (derived === undefined && (there?.derived ?? null) !== null) throw madeOfQuery(name);
  if (by !== undefined) checkDate(by, name, columns);
  const usual = by ?? (await usualDate(database, name, columns));
  return inTransaction(database, async (client) => {
    await lockLoads(client, name);
    const fresh = `${PARTS_SCHEMA}.${quoted(`loading_${randomUUID()}`)}`;
    await client.query(
      `create table ${fresh} (${columns.map((column) => `${quoted(column.name)} ${SQL_TYPE[column.type]}`).join(', ')})`,
    );
    const rowCount = await copyInto(client, fresh, rows, progress);
    await checkModels(database, name, columns, rowCount);
    const before = await standing(client, name);
    if (before === null) await client.query(`drop table if exists ${DATA_SCHEMA}.${quoted(name)} cascade`);
    else await moveAside(client, name, before);
    await moveToData(client, fresh, name);
    const version = (before?.version ?? 0) + 1;
    const parting = await settle(client, name, columns, { by: usual, count: rowCount, version, partedFrom });
    await enter(client, name, { columns, rows: rowCount, version, ...partingOf(parting) }, ownerId);
    await noteLoad(client, name, { version, how: 'whole', rows: rowCount, columns, origin });
    if (derived !== undefined)
      await client.query('update loaded_tables set derived = $2 where name = $1', [name, JSON.stringify(derived)]);
    await tellLoad(client, name);
    return rowCount;
  });
}

/**
 * Puts a load of before in the place of what a table holds now, which is kept aside in turn. It is a load as any other: models
 * that are whole have to stay so.
 * @returns how many rows there are now, and the version that it is
 * @throws TableFault where it is not kept, or would break a model
 */
export async function goBack(
  database: Loading,
  name: string,
  version: number,
  origin: Origin = {},
): Promise<{ rows: number; version: number }> {
  checkTableName(name);
  return inTransaction(database, async (client) => {
    await lockLoads(client, name);
    const now = await standing(client, name);
    if (now === null) throw new TableFault(`There is no table “${name}”.`);
    if (now.isDerived) throw madeOfQuery(name);
    if (now.version === version) throw new TableFault(`Load ${version} of “${name}” is what is there now.`);
    const kept = await keptLoad(database, name, version);
    await checkModels(database, name, kept.columns, kept.rows);
    await moveAside(client, name, now);
    await moveToData(client, `${PARTS_SCHEMA}.${quoted(kept.keptAs)}`, name);
    await client.query('update table_loads set kept_as = null, parts = null where table_name = $1 and version = $2', [
      name,
      version,
    ]);
    const next = now.version + 1;
    // every part of it may differ from what is there: none is told as unchanged
    const parts =
      kept.parts === null
        ? null
        : Object.fromEntries(Object.entries(kept.parts).map(([part, { rows }]) => [part, { rows, version: next }]));
    const { columns, rows } = kept;
    if (parts === null) await dropIndexes(client, name);
    const parting =
      kept.partedBy === null || parts === null
        ? await settle(client, name, columns, {
            by: await usualDate(database, name, columns),
            count: rows,
            version: next,
            partedFrom: PARTED_FROM,
          })
        : { by: kept.partedBy, parts };
    await enter(client, name, { columns, rows, version: next, ...partingOf(parting) });
    await noteLoad(client, name, { version: next, how: 'back', rows, columns, origin, backTo: version });
    await tellLoad(client, name);
    return { rows, version: next };
  });
}

const madeOfQuery = (name: string) =>
  new TableFault(`“${name}” is made of a query over other tables; change the query, or load under another name.`);

/** Loads of one table come one after the other. */
const lockLoads = (client: pg.ClientBase, name: string) =>
  client.query('select pg_advisory_xact_lock(hashtext($1))', [`load ${name}`]);

/** What a table holds now; null where there is none, or where somebody else keeps it. */
async function standing(
  client: pg.ClientBase,
  name: string,
): Promise<(Standing & { readonly isDerived: boolean }) | null> {
  const {
    rows: [there],
  } = await client.query<Standing & { readonly isDerived: boolean }>(
    'select columns, rows, version, derived is not null as "isDerived", parted_by as "partedBy", parts from loaded_tables where name = $1 and not external for update',
    [name],
  );
  return there ?? null;
}

/** Those that a table brought along are made anew. */
async function dropIndexes(client: pg.ClientBase, name: string): Promise<void> {
  const { rows } = await client.query<{ indexname: string }>(
    'select indexname from pg_indexes where schemaname = $1 and tablename = $2',
    [DATA_SCHEMA, name],
  );
  for (const { indexname } of rows) await client.query(`drop index ${DATA_SCHEMA}.${quoted(indexname)}`);
}

const partingOf = (parting: Parting | null) => ({ partedBy: parting?.by ?? null, parts: parting?.parts ?? null });

/** Enters what a table holds into the catalogue, and which of its rules its rows break. */
async function enter(client: pg.ClientBase, name: string, now: Standing, ownerId?: string): Promise<void> {
  const {
    rows: [there],
  } = await client.query<{ rules: readonly TableRule[] }>('select rules from loaded_tables where name = $1', [name]);
  const broken = await brokenRules(client, name, now.columns, there?.rules ?? []);
  const {
    rows: [entered],
  } = await client.query<{ owner: string | null }>(
    `insert into loaded_tables (name, columns, rows, version, loaded_at, parted_by, parts, broken, owner_id) values ($1, $2, $3, $4, now(), $5, $6, $7, $8)
     on conflict (name) do update set columns = excluded.columns, rows = excluded.rows, version = excluded.version, loaded_at = now(), parted_by = excluded.parted_by, parts = excluded.parts, broken = excluded.broken
     returning owner_id as owner`,
    [
      name,
      JSON.stringify(now.columns),
      now.rows,
      now.version,
      now.partedBy,
      now.parts === null ? null : JSON.stringify(now.parts),
      JSON.stringify(broken),
      ownerId ?? null,
    ],
  );
  const owner = entered?.owner ?? null;
  // somebody else took the name between being asked for it and loading
  if (ownerId !== undefined && owner !== ownerId)
    throw new TableFault(`The name “${name}” was taken meanwhile; load it under another name.`);
  if (owner === null) return;
  await client.query(`revoke select on ${DATA_SCHEMA}.${quoted(name)} from ${QUERIER}`);
  await mustBeWithinQuota(client, owner);
}

/** What breaks a model that is whole now is not loaded. @throws TableFault with the models concerned */
async function checkModels(
  database: Loading,
  name: string,
  columns: readonly LoadedColumn[],
  rows: number,
): Promise<void> {
  const catalogue = await catalogueOf(database);
  const [there] = await database.store
    .select({ rows: loadedTables.rows })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  if (there === undefined) return;
  const after = new Map([...catalogue, [name, new Map(columns.map((column) => [column.name, column.type]))]]);
  const readers = await readersOf(database.store, name);
  // a head alone says nothing of the types of its columns
  if (rows === 0 && there.rows > 0 && readers.length > 0)
    throw new TableFault(
      `The file has no rows, and ${listWords(
        readers.slice(0, 5).map(({ file }) => `“${file.name}”`),
        'and',
      )} ${readers.length === 1 ? 'reads' : 'read'} the ${there.rows} that are there. To empty the table, load it under another name and change the model.`,
    );
  const broken = readers.flatMap(({ file }) => {
    const before = new Set(tableFaults(file, catalogue).map((fault) => fault.reason));
    const fresh = tableFaults(file, after).find((fault) => !before.has(fault.reason));
    return fresh === undefined ? [] : [`“${file.name}” (${fresh.reason})`];
  });
  if (broken.length > 0)
    throw new TableFault(
      `This would break ${broken.length === 1 ? 'the model' : `${broken.length} models`} ${listWords(broken.slice(0, 5), 'and')}. Load it under another name, or change ${broken.length === 1 ? 'that model' : 'these models'} first.`,
    );
}

interface There extends Standing {
  readonly external: boolean;
  readonly derived: Derived | null;
}

/**
 * Adds rows to a table that was loaded before, or puts them in the place of those of some days. Who asks meanwhile reads the table
 * as it was.
 * @param columns those of each row, all of them columns of the table; the table's others stay empty
 * @param days absent: rows are added; else the rows of these days go, and those that come have to be of them
 * @returns how many rows there are now, came and went
 * @throws TableFault
 */
export async function addRows(
  database: Loading,
  name: string,
  columns: readonly LoadedColumn[],
  rows: Rows,
  { by, partedFrom = PARTED_FROM, days, origin = {} }: LoadOptions & { readonly days?: Days | undefined } = {},
): Promise<{ rows: number; added: number; removed: number }> {
  return inTransaction(database, async (client) => {
    await lockLoads(client, name);
    const {
      rows: [there],
    } = await client.query<There>(
      'select columns, rows, version, external, derived, parted_by as "partedBy", parts from loaded_tables where name = $1 for update',
      [name],
    );
    if (there === undefined) throw new TableFault(`There is no table “${name}” to add to; load it whole first.`);
    if (there.external) throw new TableFault(`“${name}” is kept by somebody else; nothing is added to it here.`);
    if (there.derived !== null) throw madeOfQuery(name);
    if (by !== undefined) checkDate(by, name, there.columns);
    const date = by ?? there.partedBy ?? (await usualDate(database, name, there.columns));
    const table = `${DATA_SCHEMA}.${quoted(name)}`;
    await copyAside(client, name, there);
    await client.query(`create temp table loading (like ${table}) on commit drop`);
    const added = await copyInto(client, `loading (${columns.map((column) => quoted(column.name)).join(', ')})`, rows);
    const removed =
      days === undefined ? new Map<string, number>() : await removeDays(client, name, date, days, there.partedBy);
    const gone = [...removed.values()].reduce((sum, one) => sum + one, 0);
    const next = { rows: there.rows + added - gone, version: there.version + 1 };
    let parting: Parting | null;
    if (there.partedBy !== null && there.parts !== null) {
      const came = await addToParts(client, name, there.partedBy, 'loading', there.parts);
      parting = { by: there.partedBy, parts: changedParts(there.parts, came, removed, next.version) };
    } else {
      await client.query(`insert into ${table} select * from loading`);
      parting = await settle(client, name, there.columns, {
        by: date,
        count: next.rows,
        version: next.version,
        partedFrom,
      });
    }
    await enter(client, name, { ...there, ...next, ...partingOf(parting) });
    await noteLoad(client, name, {
      ...next,
      how: days === undefined ? 'add' : 'days',
      columns: there.columns,
      origin,
      added,
      removed: gone,
    });
    await tellLoad(client, name);
    return { rows: next.rows, added, removed: gone };
  });
}

/**
 * Loads a CSV with a header line as a whole table. Lines that do not fit the types are left out and reported.
 * @param types column → type, for columns not to be inferred
 * @throws TableFault where the file has no header or a column name can't be used
 */
export async function loadCsv(
  database: Loading,
  name: string,
  csv: Readable,
  types: ReadonlyMap<string, ColumnType>,
  { by, origin }: LoadOptions = {},
): Promise<Loaded> {
  checkTableName(name);
  const { columns, rows, rejected } = await readCsv(csv, (column) => types.get(column));
  for (const one of types.keys())
    if (!columns.some((column) => column.name === one))
      throw new TableFault(`?types names the column “${one}”, which the file does not have.`);
  const count = await loadRows(database, name, columns, noneLeftOut(rows, rejected), {
    by,
    ...(origin === undefined ? {} : { origin }),
  });
  return { name, rows: count, columns, rejected };
}

/** The rows of a file; one of which not a single line fits is no table. @throws TableFault at its end */
async function* noneLeftOut(
  rows: AsyncIterable<readonly LoadedValue[]>,
  rejected: readonly { readonly line: number; readonly reason: string }[],
): AsyncGenerator<readonly LoadedValue[]> {
  let any = false;
  for await (const row of rows) {
    any = true;
    yield row;
  }
  const [first] = rejected;
  if (!any && first !== undefined)
    throw new TableFault(`None of its lines fits the first one. Line ${first.line}: ${first.reason}`);
}

/**
 * Adds the rows of a CSV to a table that is there, or puts them in the place of those of some days. Its header names columns of the
 * table, in any order.
 * @throws TableFault
 */
export async function addCsv(
  database: Loading,
  name: string,
  csv: Readable,
  options: LoadOptions & { readonly days?: Days | undefined } = {},
): Promise<Added> {
  const [there] = await database.store
    .select({ columns: loadedTables.columns })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  const types = new Map((there?.columns ?? []).map((column) => [column.name, column.type] as const));
  const { columns, rows, rejected } = await readCsv(csv, (column) => types.get(column));
  const unknown = columns.find((column) => !types.has(column.name));
  if (there !== undefined && unknown !== undefined)
    throw new TableFault(`“${name}” has no column “${unknown.name}”; its columns are ${[...types.keys()].join(', ')}.`);
  return { name, ...(await addRows(database, name, columns, rows, options)), columns: there?.columns ?? [], rejected };
}

/** Takes a loaded table away. @returns false where there is none */
export async function dropTable(database: Loading, name: string): Promise<boolean> {
  checkTableName(name);
  return inTransaction(database, async (client) => {
    const {
      rows: [gone],
    } = await client.query<{ external: boolean }>('delete from loaded_tables where name = $1 returning external', [
      name,
    ]);
    if (gone === undefined) return false;
    // what somebody else keeps is only no longer read
    await forgetLoads(client, name);
    if (!gone.external) await client.query(`drop table if exists ${DATA_SCHEMA}.${quoted(name)} cascade`);
    await tellLoad(client, name);
    return true;
  });
}

interface Parting {
  readonly by: string;
  readonly parts: Parts;
}

/** Analyses a table that has new rows and is not partitioned, partitions it where it is large enough, and indexes its dates. */
async function settle(
  client: pg.ClientBase,
  name: string,
  columns: readonly LoadedColumn[],
  { by, count, version, partedFrom }: { by: string | null; count: number; version: number; partedFrom: number },
): Promise<Parting | null> {
  const table = `${DATA_SCHEMA}.${quoted(name)}`;
  await client.query(`analyze ${table}`);
  const date = count < partedFrom ? null : (by ?? (await dateInOrder(client, name, columns)));
  const parts = date === null ? null : await partitioned(client, name, date, version);
  await indexDates(client, name, columns, count);
  if (parts === null || date === null) return null;
  await client.query(`analyze ${table}`);
  return { by: date, parts };
}

function changedParts(
  there: Parts,
  came: ReadonlyMap<string, number>,
  gone: ReadonlyMap<string, number>,
  version: number,
): Parts {
  const changed = [...new Set([...came.keys(), ...gone.keys()])].map((part): [string, Part] => [
    part,
    { version, rows: (there[part]?.rows ?? 0) + (came.get(part) ?? 0) - (gone.get(part) ?? 0) },
  ]);
  return { ...there, ...Object.fromEntries(changed) };
}

/**
 * Takes the rows of some days out of a table.
 * @returns how many went, by part of the table; under one key where it has none
 * @throws TableFault where rows that come are of other days
 */
async function removeDays(
  client: pg.ClientBase,
  name: string,
  date: string | null,
  { from, to }: Days,
  partedBy: string | null,
): Promise<ReadonlyMap<string, number>> {
  if (date === null)
    throw new TableFault(
      `It is not known which date of “${name}” the days are of; say &by= and the name of a date column.`,
    );
  if (!isDay(from) || !isDay(to) || from > to)
    throw new TableFault('The days to be replaced are said as &from=YYYY-MM-DD&to=YYYY-MM-DD, the earlier first.');
  const within = `${quoted(date)} >= $1::date and ${quoted(date)} < $2::date + 1`;
  const {
    rows: [other],
  } = await client.query<{ rows: number; day: string | null }>(
    `select count(*) as rows, min(${quoted(date)})::date::text as day from loading where (${within}) is not true`,
    [from, to],
  );
  if (other !== undefined && other.rows > 0)
    throw new TableFault(
      `${other.rows} of the rows are ${other.day === null ? `without ${date}` : `of other days, such as ${other.day}`}; all have to be from ${from} to ${to}.`,
    );
  const { rows } = await client.query<{ part: string; rows: number }>(
    `with gone as (delete from ${DATA_SCHEMA}.${quoted(name)} where ${within} returning ${partedBy === null ? `'' as part` : `${partText(partedBy)} as part`}) select part, count(*) as rows from gone group by part`,
    [from, to],
  );
  return new Map(rows.map(({ part, rows: count }) => [part, count]));
}

function checkDate(by: string, name: string, columns: readonly LoadedColumn[]): void {
  const column = columns.find((one) => one.name === by);
  if (column === undefined || !isDate(column))
    throw new TableFault(
      `&by= should name a date column of “${name}”; ${column === undefined ? `“${by}” is none of its columns` : `${by} is of type ${column.type}`}.`,
    );
}

/** The date by which the models that read a table mostly do; null where none does. */
async function usualDate(database: Loading, name: string, columns: readonly LoadedColumn[]): Promise<string | null> {
  const files = await modelsThere(database.store);
  const found = usualDates(files.map(({ file }) => file)).get(name);
  return columns.some((column) => column.name === found && isDate(column)) ? (found ?? null) : null;
}

/** @param into a table, or one with some of its columns, as SQL */
async function copyInto(
  client: pg.ClientBase,
  into: string,
  rows: Rows,
  progress: (rows: number) => void = () => undefined,
): Promise<number> {
  let count = 0;
  const stream = client.query(copyStreams.from(`copy ${into} from stdin`));
  const ended = finished(stream);
  ended.catch(() => undefined);
  let chunk = '';
  try {
    for await (const row of rows) {
      chunk += `${row.map(copyCell).join('\t')}\n`;
      count += 1;
      if (chunk.length > 1 << 18) {
        if (!stream.write(chunk)) await Promise.race([once(stream, 'drain'), ended]);
        chunk = '';
        progress(count);
      }
    }
  } catch (error) {
    stream.destroy();
    throw error;
  }
  stream.end(chunk);
  await ended;
  return count;
}

async function inTransaction<T>(database: Loading, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await database.pool.connect();
  try {
    await client.query('begin');
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    // what PostgreSQL cannot hold is a fault of the file: values out of range, rows that are too wide
    if (/^(22|54)/.test((error as { code?: string }).code ?? ''))
      throw new TableFault(
        `The database cannot hold it: ${error instanceof Error ? error.message : 'a value is out of range'}.`,
      );
    throw error;
  } finally {
    client.release();
  }
}
