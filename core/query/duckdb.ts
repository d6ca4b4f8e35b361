/** DuckDB: how it writes what SQL engines write differently. Its tables are named with their version, so that a query reads one state of the data. */
import { sql, type SQL } from 'drizzle-orm';
import type { Plan } from './plan';
import { list, name, sqlQuery, type Dialect, type QueryText } from './sql';

const DUCKDB: Dialect = {
  interval: (shift) => ('months' in shift ? sql`to_months(${shift.months}::integer)` : sql`to_days(${shift.days}::integer)`),
  // The fraction has to be a constant there; it is a number of ours, not a text.
  percentile: (column, fraction, filter) => sql`(quantile_cont(${column}::double, ${sql.raw(String(fraction))})${filter})::double`,
  text: (value) => sql`${value}::varchar`,
  // Decimal fractions have no exact doubles: 0.3 ÷ 0.1 has to be 3.
  rangeStart: (value, width) => sql`(floor(round(${value}::double / ${width}::double, 9)) * ${width}::double)`,
  like: (value, pattern) => sql`${value} ilike ${pattern} escape '\\'`,
  among: (values, query) => {
    if (values.length === 1) return sql`(${list(values)} in (${query(list)}))`;
    // Rows are compared with their missing values there, where SQL leaves it unknown.
    const unknown = sql.join(values.map((value) => sql`${value} is null`), sql` or `);
    return sql`(case when ${unknown} then null else row(${list(values)}) in (${query((names) => sql`row(${list(names)})`)}) end)`;
  },
};

/** The name of a table of some version. */
export const copyName = (table: string, version: string): string => `${table}@${version}`;

/** @param versions the version of each loaded table that the plan reads */
export function duckdbQuery(plan: Plan, versions: ReadonlyMap<string, string>): QueryText {
  return sqlQuery(plan, DUCKDB, (table): SQL => name(copyName(table, versions.get(table) ?? '')));
}
