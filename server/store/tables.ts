/** The catalogue of loaded tables, and which load of each there is. */
import { inArray, type SQL } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type pg from 'pg';
import type { BrokenRule } from '@zud/core/data/column-rules';
import type { Catalogue } from '@zud/core/model/table-faults';
import { TableFault } from './csv-rows';
import { CHANGES, type Database, type DataChange } from './database';
import { loadedTables, type LoadedColumn } from './schema';

export interface Loaded {
  readonly name: string;
  /** How many it holds now. */
  readonly rows: number;
  readonly columns: readonly LoadedColumn[];
  readonly rejected: readonly { readonly line: number; readonly reason: string }[];
}

const TABLE_NAME = /^[a-z][a-z0-9_]{0,59}$/;

/** @throws TableFault where a text cannot name a table */
export function checkTableName(name: string): void {
  if (!TABLE_NAME.test(name))
    throw new TableFault(`“${name}” cannot name a table: use small letters, digits and _, beginning with a letter.`);
}

/** Tells all servers, once the transaction is done, that the rows of a table changed. */
export async function tellLoad(client: pg.ClientBase, table: string): Promise<void> {
  await client.query('select pg_notify($1, $2)', [
    CHANGES,
    JSON.stringify({ kind: 'data', table } satisfies DataChange),
  ]);
}

/** The columns of the loaded tables. @param among those of which it holds; absent: all */
export async function catalogueOf({ store }: Pick<Database, 'store'>, among?: SQL): Promise<Catalogue> {
  const rows = await store.select().from(loadedTables).where(among);
  return new Map(rows.map((table) => [table.name, new Map(table.columns.map((column) => [column.name, column.type]))]));
}

/** Which load of each table there is: changes with each load, and with a database made anew. */
export type TableVersions = ReadonlyMap<string, string>;

export async function tableVersions(database: Database): Promise<TableVersions> {
  const rows = await database.store
    .select({ name: loadedTables.name, version: loadedTables.version, loaded: loadedTables.loadedAt })
    .from(loadedTables);
  return new Map(rows.map(({ name, version, loaded }) => [name, versionText(version, loaded)]));
}

/** How a load of a table is named. */
export const versionText = (version: number, loaded: Date) => `${version}-${loaded.getTime()}`;

/** The version of the loaded tables a model reads: changes with each load, and with what of their rules they break. */
export async function dataVersionOf(
  database: Database,
  sources: readonly string[],
): Promise<{ version: string; tables: TableVersions; broken: readonly BrokenRule[] }> {
  if (sources.length === 0) return { version: '0', tables: new Map(), broken: [] };
  const rows = await database.store
    .select({
      name: loadedTables.name,
      version: loadedTables.version,
      loaded: loadedTables.loadedAt,
      broken: loadedTables.broken,
    })
    .from(loadedTables)
    .where(inArray(loadedTables.name, [...sources]));
  const latest = Math.max(0, ...rows.map((row) => row.loaded.getTime()));
  const broken = rows.flatMap((row) => row.broken);
  return {
    version: `${rows.reduce((sum, row) => sum + row.version, 0)}@${rows.length > 0 ? new Date(latest).toISOString() : ''}${broken.length > 0 ? `!${digest(broken)}` : ''}`,
    tables: new Map(rows.map(({ name, version, loaded }) => [name, versionText(version, loaded)])),
    broken,
  };
}

const digest = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 8);
