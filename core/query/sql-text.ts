/** Pieces of query text that all parts of it are written with, and what engines write differently. */
import { sql, type SQL } from 'drizzle-orm';
import type { ColumnRef } from '../model/model';
import type { Grain } from '../time/grain';
import type { Shift } from './plan';

/** What engines write differently. */
export interface Dialect {
  /** So many months or days, to be added to a date or a moment. */
  interval(shift: Shift): SQL;
  /** The value below which a fraction of the values lie, between two of them in proportion. */
  percentile(column: SQL, fraction: number, filter: SQL): SQL;
  /** The period of a grain as what is quick to group by, and that as the first day of the period; null where the engine groups by days as quickly. */
  period(grain: Grain, value: SQL, weekStart: number): { readonly group: SQL; readonly start: SQL } | null;
  /** A date or a moment, for its parts to be taken. */
  moment(value: SQL): SQL;
  /** A value as the text that members are named by. */
  text(value: SQL): SQL;
  /** The lower end of the range of a width that holds a value. */
  rangeStart(value: SQL, width: number): SQL;
  /** Is a text like a pattern in which `\\` makes signs plain, whatever the case? */
  like(value: SQL, pattern: string): SQL;
  /** Are these values together among the rows of a query of as many columns? */
  among(values: readonly SQL[], query: (columns: (names: readonly SQL[]) => SQL) => SQL): SQL;
}

export const name = (text: string): SQL => sql.identifier(text) as unknown as SQL;
export const list = (parts: readonly SQL[]): SQL => sql.join([...parts], sql`, `);
/** All of these hold. */
export const all = (parts: readonly SQL[]): SQL => (parts.length === 0 ? sql`true` : sql.join([...parts], sql` and `));
export const columnSql = (column: ColumnRef): SQL => sql`${name(column.table)}.${name(column.column)}`;
