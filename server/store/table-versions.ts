/** The loads of a table, and the way back to one of the last of them. What a load replaces is kept aside for a while. */
import { and, desc, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import type { LoadWay, TableLoad } from '@zud/core/contract/models';
import { TableFault } from './csv-rows';
import { DATA_SCHEMA, PARTS_SCHEMA, type Database } from './database';
import { people, tableLoads, type LoadedColumn, type Parts } from './schema';
import { quoted } from './table-parts';

/** So many loads of before can be gone back to. */
export const KEPT_LOADS = 5;
/** Of larger tables what was there before rows were added is not copied; what a whole load replaces is moved, and kept at any size. */
export const MOST_COPIED = 2_000_000;
/** So many loads are listed. */
const LISTED = 50;

/** From whom and what a load came. */
export interface Origin {
  readonly personId?: string | undefined;
  readonly file?: string | undefined;
  readonly hash?: string | undefined;
}

/** A table as it stands in the catalogue. */
export interface Standing {
  readonly columns: readonly LoadedColumn[];
  readonly rows: number;
  readonly version: number;
  readonly partedBy: string | null;
  readonly parts: Parts | null;
}

/** The loads of a table, the latest first. @param current the version that is there */
export async function loadsOf({ store }: Pick<Database, 'store'>, name: string, current: number): Promise<TableLoad[]> {
  const rows = await store
    .select({ load: tableLoads, by: people.name })
    .from(tableLoads)
    .leftJoin(people, eq(people.id, tableLoads.personId))
    .where(eq(tableLoads.tableName, name))
    .orderBy(desc(tableLoads.version))
    .limit(LISTED);
  return rows.map(({ load, by }) => ({
    version: load.version,
    how: load.how,
    at: load.at.toISOString(),
    by,
    file: load.file,
    hash: load.hash,
    rows: load.rows,
    added: load.added,
    removed: load.removed,
    backTo: load.backTo,
    state: load.version === current ? 'current' : load.keptAs === null ? 'gone' : 'kept',
  }));
}

/** A load that is kept aside. @throws TableFault where it is not */
export async function keptLoad(
  { store }: Pick<Database, 'store'>,
  name: string,
  version: number,
): Promise<Standing & { readonly keptAs: string }> {
  const [load] = await store
    .select()
    .from(tableLoads)
    .where(and(eq(tableLoads.tableName, name), eq(tableLoads.version, version)));
  if (load === undefined || load.keptAs === null)
    throw new TableFault(
      `Load ${version} of “${name}” is not kept${load === undefined ? '' : `: the last ${KEPT_LOADS} are`}; nothing was changed.`,
    );
  return { ...load, keptAs: load.keptAs };
}

/** Moves what a table holds aside, before something else takes its place. */
export async function moveAside(client: pg.ClientBase, name: string, there: Standing): Promise<void> {
  const aside = `kept_${randomUUID()}`;
  await client.query(`alter table ${DATA_SCHEMA}.${quoted(name)} rename to ${quoted(aside)}`);
  // indexes move with their table, and those of several loads are called alike
  const { rows: indexes } = await client.query<{ name: string }>(
    'select relname as name from pg_class join pg_index on indexrelid = pg_class.oid where indrelid = $1::regclass order by 1',
    [`${DATA_SCHEMA}.${quoted(aside)}`],
  );
  for (const [at, index] of indexes.entries())
    await client.query(`alter index ${DATA_SCHEMA}.${quoted(index.name)} rename to ${quoted(`${aside}_${at}`)}`);
  await client.query(`alter table ${DATA_SCHEMA}.${quoted(aside)} set schema ${PARTS_SCHEMA}`);
  await noteKept(client, name, there, aside);
}

/** Copies what a table holds aside, before it is changed in place; not where it is large. */
export async function copyAside(client: pg.ClientBase, name: string, there: Standing): Promise<void> {
  if (there.rows > MOST_COPIED) {
    await noteKept(client, name, there, null);
    return;
  }
  const aside = `kept_${randomUUID()}`;
  await client.query(`create table ${PARTS_SCHEMA}.${quoted(aside)} as table ${DATA_SCHEMA}.${quoted(name)}`);
  await noteKept(client, name, { ...there, partedBy: null, parts: null }, aside);
}

/** A load that was there before loads were listed is listed now. */
async function noteKept(client: pg.ClientBase, name: string, there: Standing, keptAs: string | null): Promise<void> {
  await client.query(
    `insert into table_loads (table_name, version, how, at, rows, columns, parted_by, parts, kept_as)
     select $1, $2, 'whole', loaded_at, $3, $4, $5, $6, $7 from loaded_tables where name = $1
     on conflict (table_name, version) do update set parted_by = excluded.parted_by, parts = excluded.parts, kept_as = excluded.kept_as`,
    [
      name,
      there.version,
      there.rows,
      JSON.stringify(there.columns),
      there.partedBy,
      there.parts === null ? null : JSON.stringify(there.parts),
      keptAs,
    ],
  );
}

/** Lists a load that was just made, and lets go of what is kept of the oldest. */
export async function noteLoad(
  client: pg.ClientBase,
  name: string,
  load: {
    readonly version: number;
    readonly how: LoadWay;
    readonly rows: number;
    readonly columns: readonly LoadedColumn[];
    readonly origin: Origin;
    readonly added?: number;
    readonly removed?: number;
    readonly backTo?: number;
  },
): Promise<void> {
  await client.query(
    `insert into table_loads (table_name, version, how, person_id, file, hash, rows, added, removed, back_to, columns)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)
     on conflict (table_name, version) do update set how = excluded.how, at = now(), person_id = excluded.person_id, file = excluded.file, hash = excluded.hash, rows = excluded.rows, added = excluded.added, removed = excluded.removed, back_to = excluded.back_to, columns = excluded.columns, kept_as = null`,
    [
      name,
      load.version,
      load.how,
      load.origin.personId ?? null,
      load.origin.file ?? null,
      load.origin.hash ?? null,
      load.rows,
      load.added ?? null,
      load.removed ?? null,
      load.backTo ?? null,
      JSON.stringify(load.columns),
    ],
  );
  const { rows: old } = await client.query<{ version: number; kept_as: string }>(
    'select version, kept_as from table_loads where table_name = $1 and kept_as is not null order by version desc offset $2',
    [name, KEPT_LOADS],
  );
  for (const { version, kept_as: aside } of old) {
    await client.query(`drop table if exists ${PARTS_SCHEMA}.${quoted(aside)} cascade`);
    await client.query('update table_loads set kept_as = null, parts = null where table_name = $1 and version = $2', [
      name,
      version,
    ]);
  }
}

/** Lets go of all that is kept of a table that is taken away. */
export async function forgetLoads(client: pg.ClientBase, name: string): Promise<void> {
  const { rows } = await client.query<{ kept_as: string | null }>(
    'delete from table_loads where table_name = $1 returning kept_as',
    [name],
  );
  for (const { kept_as: aside } of rows)
    if (aside !== null) await client.query(`drop table if exists ${PARTS_SCHEMA}.${quoted(aside)} cascade`);
}
