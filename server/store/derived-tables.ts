/** Tables that are made of a query over other loaded tables, and made anew whenever one of these is loaded. */
import { eq, isNotNull, sql as sqlText } from 'drizzle-orm';
import pg from 'pg';
import type { Logger } from 'pino';
import type { DerivedTable, QueryColumn } from '@zud/core/contract/queries';
import { TableFault, type LoadedValue } from './csv-rows';
import { CHANGES, type Database, type DataChange } from './database';
import { QueryFault, runQuery, tablesReadBy } from './query-runs';
import { loadedTables, type Derived } from './schema';
import { loadRows } from './table-loads';
import { checkTableName, tableVersions, type TableVersions } from './tables';
import type { Origin } from './table-versions';

const COLUMN_NAME = /^[A-Za-z][A-Za-z0-9_]{0,62}$/;
/** Milliseconds that a query of a table may run: longer than one that is looked at. */
export const DERIVED_TIME = 120_000;

/**
 * Makes a table of a query, or makes one anew by another. Of one table, one is made at a time.
 * @throws QueryFault, TableFault
 */
export async function makeDerived(
  database: Database,
  name: string,
  sql: string,
  origin: Origin,
  signal?: AbortSignal,
): Promise<DerivedTable> {
  checkTableName(name);
  const table = await alone(database, name, async () => {
    if ((await derivedOf(database, name)) === null)
      throw new TableFault(`There is a table “${name}” already that was loaded; keep the query under another name.`);
    return made(database, name, sql, origin, signal);
  });
  if (table === undefined) throw new TableFault(`“${name}” is being made just now; try again in a moment.`);
  return table;
}

/** The query that a table is made of; null where it is made of none, and nothing where there is no table. */
async function derivedOf({ store }: Database, name: string): Promise<Derived | null | undefined> {
  const [there] = await store
    .select({ derived: loadedTables.derived })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  return there?.derived;
}

async function made(...[database, name, sql, origin, signal]: Parameters<typeof makeDerived>): Promise<DerivedTable> {
  const reads = await tablesReadBy(database, sql);
  if (reads.length === 0) throw new TableFault('It reads no loaded table, so that there is nothing it could follow.');
  if (await readsItself(database, name, reads))
    throw new TableFault(`It reads “${name}” itself, by itself or by another table; a table is not made of itself.`);
  const versions = await tableVersions(database);
  const batches = runQuery(database, sql, { time: DERIVED_TIME, ...(signal === undefined ? {} : { signal }) });
  try {
    const first = await batches.next();
    const columns = first.done === true ? [] : first.value.columns;
    checkColumns(columns);
    const derived: Derived = {
      sql,
      sources: Object.fromEntries(reads.map((table) => [table, versions.get(table) ?? ''])),
      fault: null,
    };
    async function* rows(): AsyncGenerator<readonly LoadedValue[]> {
      if (first.done !== true) yield* first.value.rows;
      for await (const batch of batches) yield* batch.rows;
    }
    const count = await loadRows(database, name, columns, rows(), { origin, derived });
    return { name, rows: count, columns, reads };
  } finally {
    // also where what it gives was refused before it was read to its end
    await batches.return(undefined);
  }
}

/**
 * Does something with a table that nobody else makes meanwhile, on any server. What holds others back is a connection of its own:
 * the work needs those of the pool.
 * @returns nothing where somebody makes it just now
 */
async function alone<T>(database: Database, name: string, work: () => Promise<T>): Promise<T | undefined> {
  const holder = new pg.Client({ connectionString: database.url, application_name: 'zud derived' });
  holder.on('error', () => undefined);
  await holder.connect();
  try {
    const { rows } = await holder.query<{ mine: boolean }>('select pg_try_advisory_lock(hashtext($1)) as mine', [
      `derived ${name}`,
    ]);
    return rows[0]?.mine === true ? await work() : undefined;
  } finally {
    await holder.end();
  }
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
  let count = 0;
  const tried = new Set<string>();
  for (;;) {
    const versions = await tableVersions(database);
    const all = await database.store
      .select({ name: loadedTables.name, derived: loadedTables.derived })
      .from(loadedTables)
      .where(isNotNull(loadedTables.derived));
    const stale = all.filter(({ name, derived }) => derived !== null && !tried.has(name) && isStale(derived, versions));
    // what is made of one that is stale itself waits for it
    const next = stale.find(({ derived }) => !stale.some(({ name }) => name in (derived?.sources ?? {}))) ?? stale[0];
    if (next === undefined) return count;
    tried.add(next.name);
    if (await madeAnew(database, next.name, log)) count += 1;
  }
}

const isStale = ({ sources }: Derived, versions: TableVersions): boolean =>
  Object.entries(sources).some(([table, version]) => (versions.get(table) ?? '') !== version);

/** @returns whether it was made; not where somebody else has made it meanwhile, or where it cannot be */
async function madeAnew(database: Database, name: string, log: Pick<Logger, 'warn'>): Promise<boolean> {
  const isMade = await alone(database, name, async () => {
    // it may have been made, changed or taken away since it was looked at
    const [derived, versions] = await Promise.all([derivedOf(database, name), tableVersions(database)]);
    if (derived === undefined || derived === null || !isStale(derived, versions)) return false;
    try {
      await made(database, name, derived.sql, {});
      return true;
    } catch (error) {
      if (!(error instanceof QueryFault) && !(error instanceof TableFault)) throw error;
      log.warn({ table: name, fault: error.message }, 'a table could not be made anew');
      const sources = Object.fromEntries(
        Object.keys(derived.sources).map((table) => [table, versions.get(table) ?? '']),
      );
      await database.store.transaction(async (transaction) => {
        await transaction
          .update(loadedTables)
          .set({ derived: { ...derived, sources, fault: error.message } })
          .where(eq(loadedTables.name, name));
        await transaction.execute(
          sqlText`select pg_notify(${CHANGES}, ${JSON.stringify({ kind: 'data', table: name } satisfies DataChange)})`,
        );
      });
      return false;
    }
  });
  return isMade ?? false;
}
