/** Tables that are made of a query over other loaded tables, and made anew whenever one of these is loaded. */
import { eq, isNotNull } from 'drizzle-orm';
import type { Logger } from 'pino';
import { TableFault, type LoadedValue } from './csv-rows';
import type { Database } from './database';
import { QueryFault, runQuery, tablesReadBy, type QueryColumn } from './query-runs';
import { loadedTables, type Derived } from './schema';
import { loadRows } from './table-loads';
import { checkTableName, tableVersions, tellLoad } from './tables';
import type { Origin } from './table-versions';

const COLUMN_NAME = /^[A-Za-z][A-Za-z0-9_]{0,62}$/;
/** Milliseconds that a query of a table may run: longer than one that is looked at. */
export const DERIVED_TIME = 120_000;

export interface Made {
  readonly name: string;
  readonly rows: number;
  readonly columns: readonly QueryColumn[];
  readonly reads: readonly string[];
}

/**
 * Makes a table of a query, or makes one anew by another.
 * @throws QueryFault, TableFault
 */
export async function makeDerived(database: Database, name: string, sql: string, origin: Origin): Promise<Made> {
  checkTableName(name);
  const [there] = await database.store
    .select({ derived: loadedTables.derived })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  if (there !== undefined && there.derived === null)
    throw new TableFault(`There is a table “${name}” already that was loaded; keep the query under another name.`);
  const reads = await tablesReadBy(database, sql);
  if (reads.length === 0) throw new TableFault('It reads no loaded table, so that there is nothing it could follow.');
  const circle = await readsItself(database, name, reads);
  if (circle)
    throw new TableFault(`It reads “${name}” itself, by itself or by another table; a table is not made of itself.`);
  const versions = await tableVersions(database);
  const batches = runQuery(database, sql, { time: DERIVED_TIME });
  const first = await batches.next();
  const columns = first.done === true ? [] : first.value.columns;
  checkColumns(columns);
  const derived: Derived = {
    sql,
    sources: Object.fromEntries(reads.map((table) => [table, versions.get(table) ?? ''])),
    fault: null,
  };
  async function* rows(): AsyncGenerator<readonly (readonly LoadedValue[])[]> {
    if (first.done !== true) yield first.value.rows;
    for await (const batch of batches) yield batch.rows;
  }
  const count = await loadRows(database, name, columns, flat(rows()), { origin, derived });
  return { name, rows: count, columns, reads };
}

async function* flat(
  batches: AsyncIterable<readonly (readonly LoadedValue[])[]>,
): AsyncGenerator<readonly LoadedValue[]> {
  for await (const batch of batches) yield* batch;
}

/** @throws TableFault where a column has no name by which a model could know it */
function checkColumns(columns: readonly QueryColumn[]): void {
  const odd = columns.find(({ name }) => !COLUMN_NAME.test(name));
  if (odd !== undefined)
    throw new TableFault(
      `The column “${odd.name}” cannot be named so in a table; give it a name of letters, digits and _: “… as total”.`,
    );
  const twice = columns.find(({ name }, at) => columns.findIndex((one) => one.name === name) < at);
  if (twice !== undefined)
    throw new TableFault(
      `Two columns are called “${twice.name}”; name one of them otherwise: “… as other_${twice.name}”.`,
    );
}

async function readsItself({ store }: Database, name: string, reads: readonly string[]): Promise<boolean> {
  const derived = await store
    .select({ name: loadedTables.name, derived: loadedTables.derived })
    .from(loadedTables)
    .where(isNotNull(loadedTables.derived));
  const sources = new Map(derived.map((one) => [one.name, Object.keys(one.derived?.sources ?? {})]));
  const seen = new Set<string>();
  const reaches = (table: string): boolean => {
    if (table === name) return true;
    if (seen.has(table)) return false;
    seen.add(table);
    return (sources.get(table) ?? []).some(reaches);
  };
  return reads.some(reaches);
}

/**
 * Makes those anew of whose tables another load is there than they were made of; what cannot be made keeps its rows, and says why.
 * Several servers may do so at once: each table is made by one of them.
 * @returns how many were made
 */
export async function makeStaleAnew(database: Database, log: Pick<Logger, 'warn'>): Promise<number> {
  let made = 0;
  const tried = new Set<string>();
  for (;;) {
    const versions = await tableVersions(database);
    const all = await database.store
      .select({ name: loadedTables.name, derived: loadedTables.derived })
      .from(loadedTables)
      .where(isNotNull(loadedTables.derived));
    const stale = all.filter(
      ({ name, derived }) =>
        derived !== null &&
        !tried.has(name) &&
        Object.entries(derived.sources).some(([table, version]) => (versions.get(table) ?? '') !== version),
    );
    // what is made of one that is stale itself waits for it
    const next = stale.find(({ derived }) => !stale.some(({ name }) => name in (derived?.sources ?? {}))) ?? stale[0];
    if (next === undefined || next.derived === null) return made;
    tried.add(next.name);
    if (await madeAnew(database, next.name, next.derived, log)) made += 1;
  }
}

async function madeAnew(
  database: Database,
  name: string,
  derived: Derived,
  log: Pick<Logger, 'warn'>,
): Promise<boolean> {
  const holder = await database.pool.connect();
  try {
    const {
      rows: [lock],
    } = await holder.query<{ mine: boolean }>('select pg_try_advisory_lock(hashtext($1)) as mine', [`derived ${name}`]);
    if (lock?.mine !== true) return false;
    try {
      await makeDerived(database, name, derived.sql, {});
      return true;
    } catch (error) {
      if (!(error instanceof QueryFault) && !(error instanceof TableFault)) throw error;
      log.warn({ table: name, fault: error.message }, 'a table could not be made anew');
      const versions = await tableVersions(database);
      const sources = Object.fromEntries(
        Object.keys(derived.sources).map((table) => [table, versions.get(table) ?? '']),
      );
      await database.store
        .update(loadedTables)
        .set({ derived: { ...derived, sources, fault: error.message } })
        .where(eq(loadedTables.name, name));
      await tellLoad(holder, name);
      return false;
    } finally {
      await holder.query('select pg_advisory_unlock(hashtext($1))', [`derived ${name}`]);
    }
  } finally {
    holder.release();
  }
}
