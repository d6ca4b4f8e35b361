/**
 * Large loaded tables are partitioned by the quarters of one of their dates, so that a period reads only its part, and so that
 * each load can say which parts it changed. A part is named by the first day of its quarter.
 */
import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import { TableFault } from './csv-rows';
import { DATA_SCHEMA, PARTS_SCHEMA, QUERIER, READER } from './database';
import type { LoadedColumn, Parts } from './schema';

/** The part of the rows that have no date. */
export const UNDATED = 'undated';

/** Tables of fewer rows are read whole as quickly. */
export const PARTED_FROM = 200_000;
/** A century; dates that far apart are something else, or faults. */
const MOST_PARTS = 400;
/** How well the order of the rows has to follow a date for the table to be taken as one of days by that date. */
const IN_ORDER = 0.9;

export const quoted = (name: string): string => `"${name.replace(/"/g, '""')}"`;

export const isDate = ({ type }: LoadedColumn) => type === 'date' || type === 'timestamp';
/** The part of a row, as SQL. */
export const partText = (by: string) =>
  `coalesce(to_char(date_trunc('quarter', ${quoted(by)}), 'YYYY-MM-DD'), '${UNDATED}')`;

/**
 * The first day of a part, and the first after it.
 * @example partDays('2026-10-01') // { from: '2026-10-01', before: '2027-01-01' }
 */
export function partDays(part: string): { readonly from: string; readonly before: string } {
  const next = new Date(`${part}T00:00:00Z`);
  next.setUTCMonth(next.getUTCMonth() + 3);
  return { from: part, before: next.toISOString().slice(0, 10) };
}

/** The condition under which a row is of a part. Parts are texts of our own making, never somebody's words. */
export function inPart(part: string, by: string): string {
  if (part === UNDATED) return `${quoted(by)} is null`;
  const { from, before } = partDays(part);
  return `(${quoted(by)} >= '${from}' and ${quoted(by)} < '${before}')`;
}

/** Puts a table that was made aside in its place, where questions may read it. @param from its name as SQL */
export async function moveToData(client: pg.ClientBase, from: string, name: string): Promise<void> {
  const moved = /"([^"]+)"$/.exec(from)?.[1] ?? '';
  await client.query(`alter table ${from} set schema ${DATA_SCHEMA}`);
  await client.query(`alter table ${DATA_SCHEMA}.${quoted(moved)} rename to ${quoted(name)}`);
  await client.query(`grant select on ${DATA_SCHEMA}.${quoted(name)} to ${READER}, ${QUERIER}`);
}

/** How many rows of each part a table has, its name given as SQL. */
export async function rowsOfParts(
  client: pg.ClientBase,
  table: string,
  by: string,
): Promise<ReadonlyMap<string, number>> {
  const { rows } = await client.query<{ part: string; rows: number }>(
    `select ${partText(by)} as part, count(*) as rows from ${table} group by 1 order by 1`,
  );
  return new Map(rows.map(({ part, rows: count }) => [part, count] as const));
}

/** The date that the rows of an analysed table follow; null where they follow none. */
export async function dateInOrder(
  client: pg.ClientBase,
  table: string,
  columns: readonly LoadedColumn[],
): Promise<string | null> {
  const dates = columns.filter(isDate).map(({ name }) => name);
  const { rows } = await client.query<{ name: string }>(
    'select attname as name from pg_stats where schemaname = $1 and tablename = $2 and attname = any($3::text[]) and abs(correlation) >= $4 order by abs(correlation) desc, array_position($3::text[], attname::text) limit 1',
    [DATA_SCHEMA, table, dates, IN_ORDER],
  );
  return rows[0]?.name ?? null;
}

/**
 * Makes a partitioned table in the place of a plain one.
 * @returns its parts, all of the version given; null where it stays as it is, its dates being too far apart
 */
export async function partitioned(
  client: pg.ClientBase,
  table: string,
  by: string,
  version: number,
): Promise<Parts | null> {
  const plain = `${DATA_SCHEMA}.${quoted(table)}`;
  const parts = await rowsOfParts(client, plain, by);
  if (parts.size > MOST_PARTS) return null;
  const parted = `${PARTS_SCHEMA}.${quoted(`parted_${randomUUID()}`)}`;
  await client.query(`create table ${parted} (like ${plain}) partition by range (${quoted(by)})`);
  const id = await idOf(client, parted);
  await client.query(`create table ${partName(id, UNDATED)} partition of ${parted} default`);
  for (const part of parts.keys())
    if (part !== UNDATED)
      await client.query(`create table ${partName(id, part)} partition of ${parted} ${bounds(part)}`);
  const inOrder = (await dateInOrder(client, table, [{ name: by, type: 'date' }])) === by;
  await client.query(`insert into ${parted} select * from ${plain} ${inOrder ? '' : `order by ${quoted(by)}`}`);
  await client.query(`drop table ${plain} cascade`);
  await moveToData(client, parted, table);
  return Object.fromEntries([...parts].map(([part, rows]) => [part, { version, rows }]));
}

/**
 * Adds the rows of another table of the same columns to a partitioned one. New partitions are filled before they are attached, so
 * that those who read are kept out for a moment only.
 * @param from the other table's name as SQL
 * @param there the parts it has
 * @returns how many rows came to each part
 * @throws TableFault where they would be of too many quarters
 */
export async function addToParts(
  client: pg.ClientBase,
  table: string,
  by: string,
  from: string,
  there: Parts,
): Promise<ReadonlyMap<string, number>> {
  const parted = `${DATA_SCHEMA}.${quoted(table)}`;
  const added = await rowsOfParts(client, from, by);
  const fresh = [...added.keys()].filter((part) => part !== UNDATED && there[part] === undefined);
  if (Object.keys(there).length + fresh.length > MOST_PARTS)
    throw new TableFault(
      `With these rows, ${by} would lie in more than ${MOST_PARTS} quarters, of ${fresh[0] ?? ''} among others; is a date wrong?`,
    );
  const id = await idOf(client, parted);
  for (const part of fresh) {
    await client.query(`create table ${partName(id, part)} (like ${parted})`);
    await client.query(
      `insert into ${partName(id, part)} select * from ${from} where ${inPart(part, by)} order by ${quoted(by)}`,
    );
  }
  const others = fresh.map((part) => `not ${inPart(part, by)}`);
  if (added.size > fresh.length)
    await client.query(
      `insert into ${parted} select * from ${from} ${others.length > 0 ? `where ${quoted(by)} is null or (${others.join(' and ')})` : ''} order by ${quoted(by)}`,
    );
  for (const part of fresh)
    await client.query(`alter table ${parted} attach partition ${partName(id, part)} ${bounds(part)}`);
  for (const part of added.keys()) await client.query(`analyze ${partName(id, part)}`);
  return added;
}

/** Date columns of large tables get an index, so that a period reads only its part. */
export async function indexDates(
  client: pg.ClientBase,
  table: string,
  columns: readonly LoadedColumn[],
  rows: number,
): Promise<void> {
  if (rows < 20_000) return;
  for (const column of columns.filter(isDate))
    await client.query(`create index on ${DATA_SCHEMA}.${quoted(table)} using brin (${quoted(column.name)})`);
}

async function idOf(client: pg.ClientBase, table: string): Promise<number> {
  const { rows } = await client.query<{ id: number }>('select $1::regclass::oid::int8 as id', [table]);
  return rows[0]?.id ?? 0;
}

/** Partitions are named after the number of their table: names of tables may be as long as names can be. */
const partName = (id: number, part: string) => `${PARTS_SCHEMA}.${quoted(`t${id}_${part}`)}`;

function bounds(part: string): string {
  const { from, before } = partDays(part);
  return `for values from ('${from}') to ('${before}')`;
}
