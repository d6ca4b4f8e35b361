/** Tables that somebody else keeps in the data schema: views, foreign and partitioned tables. */
import { eq, sql } from 'drizzle-orm';
import type { ColumnType } from '@zud/core/data/proof';
import { TableFault } from './csv-rows';
import { CHANGES, DATA_SCHEMA, type Database, type DataChange } from './database';
import { loadedTables, type LoadedColumn } from './schema';
import { quoted } from './table-parts';
import { brokenRules } from './table-rules';
import { checkTableName, type Loaded } from './tables';

/** What the types of PostgreSQL are called here; columns of others are left out. */
const KNOWN_TYPES: Readonly<Record<string, ColumnType>> = {
  'text': 'text',
  'character varying': 'text',
  'character': 'text',
  'uuid': 'text',
  'bigint': 'integer',
  'integer': 'integer',
  'smallint': 'integer',
  'double precision': 'number',
  'real': 'number',
  'numeric': 'number',
  'date': 'date',
  'timestamp without time zone': 'timestamp',
  'boolean': 'boolean',
};

/**
 * Takes up a table that somebody else keeps in the data schema (a view, a foreign or a partitioned table), or notes that its data changed.
 * @throws TableFault where there is no such table, or it was loaded here
 */
export async function registerTable(database: Database, name: string): Promise<Loaded> {
  checkTableName(name);
  const [there] = await database.store
    .select({ external: loadedTables.external, rules: loadedTables.rules })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  if (there?.external === false) throw new TableFault(`“${name}” was loaded here; load it again to change it.`);
  const { rows: found } = await database.pool.query<{ name: string; type: string }>(
    'select column_name as name, data_type as type from information_schema.columns where table_schema = $1 and table_name = $2 order by ordinal_position',
    [DATA_SCHEMA, name],
  );
  if (found.length === 0)
    throw new TableFault(`There is no table or view “${name}” in the schema ${DATA_SCHEMA} of the database.`);
  const columns = found.flatMap((column): LoadedColumn[] => {
    const type = KNOWN_TYPES[column.type];
    return type === undefined ? [] : [{ name: column.name, type }];
  });
  // read as questions will read it, so that a right that is wanting is told now
  const {
    rows: [counted],
  } = await database.readers
    .query<{ rows: number }>(`select count(*) as rows from ${DATA_SCHEMA}.${quoted(name)}`)
    .catch((error: unknown) => {
      throw new TableFault(
        `Questions cannot read “${name}”: ${error instanceof Error ? error.message : 'the database refuses'}.`,
      );
    });
  const rows = counted?.rows ?? 0;
  const rules = there?.rules ?? [];
  const broken = await brokenRules(database.pool, name, columns, rules);
  await database.store.transaction(async (transaction) => {
    await transaction
      .insert(loadedTables)
      .values({ name, columns, rows, external: true })
      .onConflictDoUpdate({
        target: loadedTables.name,
        set: { columns, rows, broken, version: sql`${loadedTables.version} + 1`, loadedAt: sql`now()` },
      });
    await transaction.execute(
      sql`select pg_notify(${CHANGES}, ${JSON.stringify({ kind: 'data', table: name } satisfies DataChange)})`,
    );
  });
  return { name, rows, columns, rejected: [] };
}
