/** PostgreSQL: how it writes what SQL engines write differently. */
import { sql, type SQL } from 'drizzle-orm';
import type { Plan } from './plan';
import { withFewerScans } from './fewer-scans';
import { inTwoStages } from './two-stages';
import { sqlQuery, type QueryText } from './sql';
import { list, name, type Dialect } from './sql-text';

const POSTGRESQL: Dialect = {
  interval: (shift) =>
    'months' in shift
      ? sql`make_interval(months => ${shift.months}::integer)`
      : sql`make_interval(days => ${shift.days}::integer)`,
  percentile: (column, fraction, filter) =>
    sql`(percentile_cont(${fraction}::double precision) within group (order by ${column})${filter})::double precision`,
  period: () => null,
  // as a date it would be taken for a moment of some time zone
  moment: (value) => sql`${value}::timestamp`,
  text: (value) => sql`${value}::text`,
  rangeStart: (value, width) =>
    sql`(floor(${value}::numeric / ${width}::numeric) * ${width}::numeric)::double precision`,
  like: (value, pattern) => sql`${value} ilike ${pattern}`,
  among: (values, query) => sql`((${list(values)}) in (${query(list)}))`,
};

/** @param schema the database schema that holds the loaded tables */
export function postgresqlQuery(plan: Plan, schema: string): QueryText {
  return sqlQuery(
    { ...plan, root: inTwoStages(withFewerScans(plan.root), 'spread') },
    POSTGRESQL,
    (table): SQL => sql`${name(schema)}.${name(table)}`,
  );
}
