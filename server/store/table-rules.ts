/** Rules of the columns of a table: kept with it, and looked at in each load. */
import { eq } from 'drizzle-orm';
import type pg from 'pg';
import { ruleWords, type BrokenRule, type TableRule } from '@zud/core/data/column-rules';
import { TableFault } from './csv-rows';
import { DATA_SCHEMA, type Database } from './database';
import { loadedTables, type LoadedColumn } from './schema';
import { quoted } from './table-parts';
import { tellLoad } from './tables';

/**
 * Sets the rules of a table, and looks at once whether its rows keep to them.
 * @throws TableFault where a rule does not fit its column
 */
export async function setRules(
  database: Database,
  name: string,
  rules: readonly TableRule[],
): Promise<readonly BrokenRule[] | null> {
  const [table] = await database.store.select().from(loadedTables).where(eq(loadedTables.name, name));
  if (table === undefined) return null;
  for (const one of rules) checkRule(one, table.columns);
  const client = await database.pool.connect();
  try {
    await client.query('begin');
    const broken = await brokenRules(client, name, table.columns, rules);
    await client.query('update loaded_tables set rules = $2, broken = $3 where name = $1', [
      name,
      JSON.stringify(rules),
      JSON.stringify(broken),
    ]);
    await tellLoad(client, name);
    await client.query('commit');
    return broken;
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
}

/** @throws TableFault */
function checkRule(one: TableRule, columns: readonly LoadedColumn[]): void {
  const column = columns.find(({ name }) => name === one.column);
  if (column === undefined)
    throw new TableFault(
      `There is no column “${one.column}”; its columns are ${columns.map(({ name }) => name).join(', ')}.`,
    );
  const { rule } = one;
  if (rule.kind !== 'between') return;
  if (rule.min === null && rule.max === null)
    throw new TableFault(`Between needs one end at least, for ${column.name}.`);
  const type = BOUND_TYPE[column.type];
  if (type === undefined)
    throw new TableFault(
      `“${ruleWords(one)}” is no rule for ${column.name}: it holds ${column.type}, not numbers or days.`,
    );
  for (const end of [rule.min, rule.max])
    if (end !== null && (type === 'double precision' ? !Number.isFinite(Number(end)) : !isDayText(String(end))))
      throw new TableFault(
        `“${String(end)}” is no ${type === 'double precision' ? 'number' : 'day (YYYY-MM-DD)'}, as the values of ${column.name} are.`,
      );
}

const isDayText = (text: string) =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) && new Date(text).toISOString().startsWith(text);

const BOUND_TYPE: Partial<Record<LoadedColumn['type'], string>> = {
  integer: 'double precision',
  number: 'double precision',
  date: 'date',
  timestamp: 'date',
};

/** The rules that the rows of a table do not keep to; those of columns that are gone say nothing. */
export async function brokenRules(
  client: pg.ClientBase | pg.Pool,
  name: string,
  columns: readonly LoadedColumn[],
  rules: readonly TableRule[],
): Promise<BrokenRule[]> {
  const broken: BrokenRule[] = [];
  for (const { column, rule } of rules) {
    const type = columns.find((one) => one.name === column)?.type;
    if (type === undefined) continue;
    const { sql, values } = queryOf(`${DATA_SCHEMA}.${quoted(name)}`, quoted(column), type, rule);
    const { rows } = await client.query<{ count: number; example: string | null }>(sql, [...values]);
    const found = rows[0];
    if (found !== undefined && Number(found.count) > 0)
      broken.push({ table: name, column, rule, count: Number(found.count), example: found.example });
  }
  return broken;
}

function queryOf(
  table: string,
  column: string,
  type: LoadedColumn['type'],
  rule: TableRule['rule'],
): { readonly sql: string; readonly values: readonly unknown[] } {
  const counted = (condition: string, example = `min(${column}::text)`) =>
    `select count(*) as count, ${example} as example from ${table} where ${condition}`;
  switch (rule.kind) {
    case 'present':
      return {
        sql: counted(type === 'text' ? `${column} is null or btrim(${column}) = ''` : `${column} is null`, 'null'),
        values: [],
      };
    case 'unique':
      return {
        sql: `select count(*) as count, min(value::text) as example from (select ${column} as value from ${table} where ${column} is not null group by ${column} having count(*) > 1) as repeated`,
        values: [],
      };
    case 'oneOf':
      return { sql: counted(`${column} is not null and ${column}::text <> all($1::text[])`), values: [rule.values] };
    case 'between': {
      const of = type === 'timestamp' ? `${column}::date` : column;
      const as = BOUND_TYPE[type] ?? 'text';
      return {
        sql: counted(`${of} < $1::${as} or ${of} > $2::${as}`),
        values: [rule.min, rule.max].map((end) => (end === null ? null : String(end))),
      };
    }
  }
}
