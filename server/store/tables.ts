/** Loaded tables: CSV or rows in, by COPY, into the data schema; and their catalogue. */
import { parse } from 'csv-parse';
import { eq, inArray, sql } from 'drizzle-orm';
import { once } from 'node:events';
import type { Readable } from 'node:stream';
import { finished } from 'node:stream/promises';
import type pg from 'pg';
import copyStreams from 'pg-copy-streams';
import type { Catalogue } from '@zud/core/model/check';
import { CHANGES, DATA_SCHEMA, type Database, type DataChange } from './database';
import { loadedTables, type LoadedColumn } from './schema';

export type ColumnType = LoadedColumn['type'];

const SQL_TYPE: Record<ColumnType, string> = { text: 'text', integer: 'bigint', number: 'double precision', date: 'date', timestamp: 'timestamp', boolean: 'boolean' };

export interface Loaded {
  readonly name: string;
  readonly rows: number;
  readonly columns: readonly LoadedColumn[];
  readonly rejected: readonly { readonly line: number; readonly reason: string }[];
}

export class TableFault extends Error {}

const TABLE_NAME = /^[a-z][a-z0-9_]{0,59}$/;
/** Rows looked at to infer types. */
const SAMPLE = 2000;
const MOST_REJECTED = 1000;

const quoted = (name: string) => `"${name.replace(/"/g, '""')}"`;

/** A cell as PostgreSQL's COPY text format writes it. */
export function copyCell(value: string | number | boolean | null): string {
  if (value === null) return '\\N';
  if (typeof value === 'string') return value.replace(/[\\\n\r\t]/g, (sign) => ({ '\\': '\\\\', '\n': '\\n', '\r': '\\r', '\t': '\\t' })[sign] ?? sign);
  return String(value);
}

/**
 * Loads rows into a new table that replaces one of that name, in one transaction.
 * @returns the number of rows
 */
export async function loadRows(
  database: Database, name: string, columns: readonly LoadedColumn[],
  rows: AsyncIterable<readonly (string | number | boolean | null)[]> | Iterable<readonly (string | number | boolean | null)[]>,
  progress: (rows: number) => void = () => undefined,
): Promise<number> {
  if (!TABLE_NAME.test(name)) throw new TableFault(`“${name}” cannot name a table: use small letters, digits and _, beginning with a letter.`);
  const [there] = await database.store.select({ external: loadedTables.external }).from(loadedTables).where(eq(loadedTables.name, name));
  if (there?.external === true) throw new TableFault(`“${name}” is kept by somebody else; it is not replaced. Load under another name.`);
  const client = await database.pool.connect();
  const fresh = `${name}__loading`;
  let count = 0;
  try {
    await client.query('begin');
    await client.query(`drop table if exists ${DATA_SCHEMA}.${quoted(fresh)}`);
    await client.query(`create table ${DATA_SCHEMA}.${quoted(fresh)} (${columns.map((column) => `${quoted(column.name)} ${SQL_TYPE[column.type]}`).join(', ')})`);
    const stream = client.query(copyStreams.from(`copy ${DATA_SCHEMA}.${quoted(fresh)} from stdin`));
    const ended = finished(stream);
    ended.catch(() => undefined);
    let chunk = '';
    for await (const row of rows) {
      chunk += `${row.map(copyCell).join('\t')}\n`;
      count += 1;
      if (chunk.length > 1 << 18) {
        if (!stream.write(chunk)) await Promise.race([once(stream, 'drain'), ended]);
        chunk = '';
        progress(count);
      }
    }
    stream.end(chunk);
    await ended;
    await client.query(`drop table if exists ${DATA_SCHEMA}.${quoted(name)} cascade`);
    await client.query(`alter table ${DATA_SCHEMA}.${quoted(fresh)} rename to ${quoted(name)}`);
    await indexDates(client, name, columns, count);
    await client.query(`analyze ${DATA_SCHEMA}.${quoted(name)}`);
    await client.query(
      `insert into loaded_tables (name, columns, rows, version, loaded_at) values ($1, $2, $3, 1, now())
       on conflict (name) do update set columns = excluded.columns, rows = excluded.rows, version = loaded_tables.version + 1, loaded_at = now()`,
      [name, JSON.stringify(columns), count],
    );
    await client.query('select pg_notify($1, $2)', [CHANGES, JSON.stringify({ kind: 'data', table: name } satisfies DataChange)]);
    await client.query('commit');
    return count;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/** What the types of PostgreSQL are called here; columns of others are left out. */
const KNOWN_TYPES: Readonly<Record<string, ColumnType>> = {
  text: 'text', 'character varying': 'text', character: 'text', uuid: 'text', bigint: 'integer', integer: 'integer', smallint: 'integer', 'double precision': 'number', real: 'number', numeric: 'number', date: 'date', 'timestamp without time zone': 'timestamp', boolean: 'boolean',
};

/**
 * Takes up a table that somebody else keeps in the data schema (a view, a foreign or a partitioned table), or notes that its data changed.
 * @throws TableFault where there is no such table, or it was loaded here
 */
export async function registerTable(database: Database, name: string): Promise<Loaded> {
  if (!TABLE_NAME.test(name)) throw new TableFault(`“${name}” cannot name a table: use small letters, digits and _, beginning with a letter.`);
  const [there] = await database.store.select({ external: loadedTables.external }).from(loadedTables).where(eq(loadedTables.name, name));
  if (there?.external === false) throw new TableFault(`“${name}” was loaded here; load it again to change it.`);
  const { rows: found } = await database.pool.query<{ name: string; type: string }>('select column_name as name, data_type as type from information_schema.columns where table_schema = $1 and table_name = $2 order by ordinal_position', [DATA_SCHEMA, name]);
  if (found.length === 0) throw new TableFault(`There is no table or view “${name}” in the schema ${DATA_SCHEMA} of the database.`);
  const columns = found.flatMap((column): LoadedColumn[] => { const type = KNOWN_TYPES[column.type]; return type === undefined ? [] : [{ name: column.name, type }]; });
  // read as questions will read it, so that a right that is wanting is told now
  const { rows: [counted] } = await database.readers.query<{ rows: number }>(`select count(*) as rows from ${DATA_SCHEMA}.${quoted(name)}`).catch((error: unknown) => {
    throw new TableFault(`Questions cannot read “${name}”: ${error instanceof Error ? error.message : 'the database refuses'}.`);
  });
  const rows = counted?.rows ?? 0;
  await database.store.transaction(async (transaction) => {
    await transaction.insert(loadedTables).values({ name, columns, rows, external: true }).onConflictDoUpdate({ target: loadedTables.name, set: { columns, rows, version: sql`${loadedTables.version} + 1`, loadedAt: sql`now()` } });
    await transaction.execute(sql`select pg_notify(${CHANGES}, ${JSON.stringify({ kind: 'data', table: name } satisfies DataChange)})`);
  });
  return { name, rows, columns, rejected: [] };
}

/** Date columns of large tables get an index, so that a period reads only its part. */
async function indexDates(client: pg.PoolClient, name: string, columns: readonly LoadedColumn[], rows: number): Promise<void> {
  if (rows < 20_000) return;
  for (const column of columns)
    if (column.type === 'date' || column.type === 'timestamp') await client.query(`create index on ${DATA_SCHEMA}.${quoted(name)} using brin (${quoted(column.name)})`);
}

const TRUTH: Readonly<Record<string, boolean>> = { true: true, t: true, yes: true, false: false, f: false, no: false };

const FITS: Record<Exclude<ColumnType, 'text'>, (text: string) => boolean> = {
  integer: (text) => /^[+-]?\d{1,15}$/.test(text),
  number: (text) => /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text),
  date: (text) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`)) && new Date(`${text}T00:00:00Z`).toISOString().startsWith(text),
  timestamp: (text) => /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?Z?$/.test(text) && !Number.isNaN(Date.parse(text.replace(' ', 'T').replace(/Z?$/, 'Z'))),
  boolean: (text) => text.toLowerCase() in TRUTH,
};

/** The narrowest type that all given texts have; empty texts are missing values. */
export function inferType(texts: readonly string[]): ColumnType {
  const given = texts.filter((text) => text !== '');
  if (given.length === 0) return 'text';
  for (const type of ['boolean', 'integer', 'number', 'date', 'timestamp'] as const) if (given.every(FITS[type])) return type;
  return given.every((text) => FITS.date(text) || FITS.timestamp(text)) ? 'timestamp' : 'text';
}

/**
 * Loads a CSV with a header line. Lines that do not fit the types are left out and reported.
 * @param types column → type, for columns not to be inferred
 * @throws TableFault where the file has no header or a column name can't be used
 */
export async function loadCsv(database: Database, name: string, csv: Readable, types: ReadonlyMap<string, ColumnType>): Promise<Loaded> {
  if (!TABLE_NAME.test(name)) throw new TableFault(`“${name}” cannot name a table: use small letters, digits and _, beginning with a letter.`);
  const parser = csv.pipe(parse({ bom: true, relax_column_count: true, skip_empty_lines: true, info: true }));
  csv.on('error', (error) => parser.destroy(error));
  const records = parser[Symbol.asyncIterator]() as AsyncIterator<{ record: string[]; info: { lines: number } }>;
  const head = await records.next().catch((error: unknown) => Promise.reject(new TableFault(`The file is not CSV: ${error instanceof Error ? error.message : ''}`)));
  if (head.done) throw new TableFault('The file is empty; its first line should name the columns.');
  const names = head.value.record.map(columnName);
  const faulty = names.findIndex((one, index) => one === '' || names.indexOf(one) !== index);
  if (faulty >= 0) throw new TableFault(`Column ${faulty + 1} of the first line has no name of its own; each column needs one.`);
  for (const one of types.keys()) if (!names.includes(one)) throw new TableFault(`?types names the column “${one}”, which the file does not have.`);

  const sample: { record: string[]; info: { lines: number } }[] = [];
  while (sample.length < SAMPLE) {
    const next = await records.next();
    if (next.done) break;
    sample.push(next.value);
  }
  const columns = names.map((column, index): LoadedColumn => ({ name: column, type: types.get(column) ?? inferType(sample.map(({ record }) => (record[index] ?? '').trim())) }));
  const rejected: { line: number; reason: string }[] = [];

  async function* rows(): AsyncGenerator<(string | number | boolean | null)[]> {
    let buffered = 0;
    for (;;) {
      const next = buffered < sample.length ? { done: false as const, value: sample[buffered++] as (typeof sample)[number] } : await records.next();
      if (next.done) return;
      const { record, info } = next.value;
      const fault = faultOf(record, columns);
      if (fault === null) yield columns.map((column, index) => cellOf((record[index] ?? '').trim(), column.type));
      else if (rejected.length < MOST_REJECTED) rejected.push({ line: info.lines, reason: fault });
    }
  }
  const count = await loadRows(database, name, columns, rows());
  return { name, rows: count, columns, rejected };
}

function columnName(header: string): string {
  const name = header.trim().toLowerCase().normalize('NFKD').replace(/\p{M}/gu, '').replace(/[^a-z0-9]+/g, '_').replace(/^_+|_+$/g, '');
  return /^\d/.test(name) ? `c_${name}` : name;
}

function faultOf(record: readonly string[], columns: readonly LoadedColumn[]): string | null {
  if (record.length !== columns.length) return `It has ${record.length} values where ${columns.length} are expected.`;
  for (const [index, column] of columns.entries()) {
    const text = (record[index] ?? '').trim();
    if (text !== '' && column.type !== 'text' && !FITS[column.type](text)) return `“${text.slice(0, 40)}” in ${column.name} is not a ${column.type}.`;
  }
  return null;
}

function cellOf(text: string, type: ColumnType): string | number | boolean | null {
  if (text === '') return null;
  return type === 'boolean' ? (TRUTH[text.toLowerCase()] ?? null) : text;
}

export async function catalogueOf(database: Database): Promise<Catalogue> {
  const rows = await database.store.select().from(loadedTables);
  return new Map(rows.map((table) => [table.name, new Map(table.columns.map((column) => [column.name, column.type]))]));
}

/** Which load of each table there is: changes with each load, and with a database made anew. */
export type TableVersions = ReadonlyMap<string, string>;

export async function tableVersions(database: Database): Promise<TableVersions> {
  const rows = await database.store.select({ name: loadedTables.name, version: loadedTables.version, loaded: loadedTables.loadedAt }).from(loadedTables);
  return new Map(rows.map(({ name, version, loaded }) => [name, versionText(version, loaded)]));
}

const versionText = (version: number, loaded: Date) => `${version}-${loaded.getTime()}`;

/** The version of the loaded tables a model reads: changes with each load. */
export async function dataVersionOf(database: Database, sources: readonly string[]): Promise<{ version: string; tables: TableVersions }> {
  if (sources.length === 0) return { version: '0', tables: new Map() };
  const rows = await database.store.select({ name: loadedTables.name, version: loadedTables.version, loaded: loadedTables.loadedAt }).from(loadedTables).where(inArray(loadedTables.name, [...sources]));
  const latest = Math.max(0, ...rows.map((row) => row.loaded.getTime()));
  return { version: `${rows.reduce((sum, row) => sum + row.version, 0)}@${rows.length > 0 ? new Date(latest).toISOString() : ''}`, tables: new Map(rows.map(({ name, version, loaded }) => [name, versionText(version, loaded)])) };
}
