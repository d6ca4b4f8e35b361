/** DuckDB: how it writes what SQL engines write differently. Its tables are named with their version, so that a query reads one state of the data. */
import { sql, type SQL } from 'drizzle-orm';
import type { Grain } from '../time/grain';
import type { Plan } from './plan';
import { withFewerScans } from './fewer-scans';
import { summariesRead, withSummaries, type Summary } from './summaries';
import { inTwoStages } from './two-stages';
import { sqlQuery, type QueryText } from './sql';
import { list, name, type Dialect } from './sql-text';

const DUCKDB: Dialect = {
  interval: (shift) =>
    'months' in shift ? sql`to_months(${shift.months}::integer)` : sql`to_days(${shift.days}::integer)`,
  // The fraction has to be a constant there; it is a number of ours, not a text.
  percentile: (column, fraction, filter) =>
    sql`(quantile_cont(${column}::double, ${sql.raw(String(fraction))})${filter})::double`,
  period,
  moment: (value) => value,
  text: (value) => sql`${value}::varchar`,
  // Decimal fractions have no exact doubles: 0.3 ÷ 0.1 has to be 3.
  rangeStart: (value, width) => sql`(floor(round(${value}::double / ${width}::double, 9)) * ${width}::double)`,
  like: (value, pattern) => sql`${value} ilike ${pattern} escape '\\'`,
  among: (values, query) => {
    if (values.length === 1) return sql`(${list(values)} in (${query(list)}))`;
    // Rows are compared with their missing values there, where SQL leaves it unknown.
    const unknown = sql.join(
      values.map((value) => sql`${value} is null`),
      sql` or `,
    );
    return sql`(case when ${unknown} then null else row(${list(values)}) in (${query((names) => sql`row(${list(names)})`)}) end)`;
  },
};

/** Whole numbers are grouped by several times as quickly as what `date_trunc` gives. */
function period(grain: Grain, value: SQL, weekStart: number): { group: SQL; start: SQL } | null {
  const of = (perYear: number, part: SQL) => {
    const group = sql`(year(${value}) * ${sql.raw(String(perYear))} + ${part})`;
    const months = sql.raw(String(12 / perYear));
    return {
      group,
      start: sql`make_date((${group} // ${sql.raw(String(perYear))})::bigint, (${group} % ${sql.raw(String(perYear))} * ${months} + 1)::bigint, 1::bigint)`,
    };
  };
  switch (grain) {
    case 'day':
      return null;
    case 'week': {
      // days since a day on which a week began
      const first = sql.raw(`date '1970-01-${String(4 + weekStart).padStart(2, '0')}'`);
      const group = sql`((${value}::date - ${first} + 700000) // 7)`;
      return { group, start: sql`(${first} + ((${group} - 100000) * 7)::integer)` };
    }
    case 'month':
      return of(12, sql`month(${value}) - 1`);
    case 'quarter':
      return of(4, sql`quarter(${value}) - 1`);
    case 'half':
      return of(2, sql`(case when month(${value}) > 6 then 1 else 0 end)`);
    case 'year':
      return of(1, sql`0`);
  }
}

/** The name of a table of some version. */
export const copyName = (table: string, version: string): string => `${table}@${version}`;

/**
 * @param versions the version of each loaded table that the plan reads
 * @param summaries those of a loaded table of that version
 * @returns the query, with the summaries that it reads
 */
export function duckdbQuery(
  plan: Plan,
  versions: ReadonlyMap<string, string>,
  summaries: (table: string) => readonly Summary[],
): QueryText & { readonly summaries: readonly string[] } {
  const root = inTwoStages(withSummaries(withFewerScans(plan.root), summaries), 'quicker');
  return {
    ...sqlQuery({ ...plan, root }, DUCKDB, (table): SQL => name(copyName(table, versions.get(table) ?? ''))),
    summaries: summariesRead(root),
  };
}
