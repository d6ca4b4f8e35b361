/** What the columns of a loaded table hold, which of them tell others, and how tables join; by SQL. */
import { eq, sql, type SQL } from 'drizzle-orm';
import type { TableProfile } from '@zud/core/contract/imports';
import type { FoundJoin, TableFacts } from '@zud/core/data/draft-model';
import { editDistance, toleratedErrors } from '@zud/core/language/names/distance';
import { plainLetters, singular } from '@zud/core/language/tokens';
import { DATA_SCHEMA, type Database } from '../store/database';
import { imports, loadedTables } from '../store/schema';

const TOP = 8;
/** Rows in which one column is looked for that tells another. */
const LOOKED_AT = 200_000;
/** Distinct pairs beyond those that a hierarchy has, for faults in the data. */
const FAULTS = 1.02;
/** Part of the rows that have to find their parent. */
const MATCHING = 0.9;
const MOST_LEVELS = 16;
const MOST_UNMATCHED = 20;

const at = (table: string): SQL => sql`${sql.identifier(DATA_SCHEMA)}.${sql.identifier(table)}`;
const column = (name: string): SQL => sql`${sql.identifier(name)}`;

/** @returns null where there is no such table */
export async function profileOf({ store }: Database, table: string): Promise<TableProfile | null> {
  const [there] = await store.select().from(loadedTables).where(eq(loadedTables.name, table));
  if (there === undefined) return null;
  const columns = [];
  for (const one of there.columns) {
    const name = column(one.name);
    const isNumeric = one.type === 'integer' || one.type === 'number';
    const hasEnds = isNumeric || one.type === 'date' || one.type === 'timestamp';
    const { rows } = await store.execute<{
      given: string;
      distinct: string;
      min: string | null;
      max: string | null;
      sum: number | null;
    }>(sql`
      select count(${name}) as given, count(distinct ${name}) as distinct,
        ${hasEnds ? sql`min(${name})::text` : sql`null`} as min, ${hasEnds ? sql`max(${name})::text` : sql`null`} as max,
        ${isNumeric ? sql`sum(${name})::double precision` : sql`null`} as sum from ${at(table)}`);
    const { rows: top } = await store.execute<{ value: string; count: string }>(sql`
      select ${name}::text as value, count(*) as count from ${at(table)} where ${name} is not null group by 1 order by 2 desc, 1 limit ${TOP}`);
    const [found] = rows;
    const end = (value: string | null | undefined): { value?: string | number } =>
      value === null || value === undefined ? {} : { value: isNumeric ? Number(value) : value };
    const [min, max] = [end(found?.min).value, end(found?.max).value];
    columns.push({
      name: one.name,
      type: one.type,
      missing: there.rows - Number(found?.given ?? 0),
      distinct: Number(found?.distinct ?? 0),
      ...(found?.sum === null || found?.sum === undefined ? {} : { sum: Number(found.sum) }),
      ...(min === undefined ? {} : { min }),
      ...(max === undefined ? {} : { max }),
      top: top.map(({ value, count }) => ({ value: value.slice(0, 200), count: Number(count) })),
    });
  }
  return { rows: there.rows, columns };
}

/** What a draft has to know of a table. @returns null where there is none */
export async function factsOfTable(database: Database, table: string): Promise<TableFacts | null> {
  const { store } = database;
  const profile = await profileOf(database, table);
  if (profile === null) return null;
  // units were told by the file that was brought last
  const [brought] = await store
    .select({ proof: imports.proof })
    .from(imports)
    .where(eq(imports.tableName, table))
    .limit(1);
  const units = new Map(
    (brought?.proof?.table.columns ?? []).flatMap(({ name, unit }) =>
      unit === undefined ? [] : [[name, unit] as const],
    ),
  );
  const levels = profile.columns
    .filter(({ type, distinct }) => type === 'text' && distinct > 1 && distinct <= 20_000)
    .slice(0, MOST_LEVELS);
  const determines: (readonly [string, string])[] = [];
  for (const [index, a] of levels.entries())
    for (const b of levels.slice(index + 1)) {
      const [fine, coarse] = a.distinct >= b.distinct ? [a, b] : [b, a];
      const { rows } = await store.execute<{ pairs: string; members: string }>(sql`
        select count(*) as pairs, count(distinct f) as members from (
          select distinct ${column(fine.name)} as f, ${column(coarse.name)} as c from (select * from ${at(table)} limit ${LOOKED_AT}) as looked
          where ${column(fine.name)} is not null and ${column(coarse.name)} is not null) as pairs`);
      const [pairs, members] = [Number(rows[0]?.pairs), Number(rows[0]?.members)];
      if (members > 0 && pairs <= members * FAULTS && fine.distinct > coarse.distinct)
        determines.push([fine.name, coarse.name]);
    }
  return {
    name: table,
    rows: profile.rows,
    columns: profile.columns.map(({ name, type, missing, distinct, top, min, max }) => {
      const unit = units.get(name);
      return {
        name,
        type,
        missing,
        distinct,
        top: top.map(({ value }) => value),
        ...(unit === undefined ? {} : { unit }),
        ...(min === undefined ? {} : { min }),
        ...(max === undefined ? {} : { max }),
      };
    }),
    determines,
  };
}

export interface Joined extends FoundJoin {
  readonly missing: readonly { readonly value: string; readonly rows: number }[];
}

/**
 * Joins of many rows to one, by a column that is found in a unique one of another table and is named alike.
 * @param only the tables whose joins are looked for; all where they are not said
 */
export async function joinsAmong(
  { store }: Database,
  tables: readonly TableFacts[],
  only: readonly string[] = tables.map(({ name }) => name),
): Promise<Joined[]> {
  const found: Joined[] = [];
  for (const from of tables.filter(({ name }) => only.includes(name)))
    for (const to of tables) {
      if (from.name === to.name) continue;
      for (const key of to.columns) {
        // a parent has each of its keys once: otherwise rows would be counted several times
        if (key.distinct < to.rows || key.missing > 0 || key.type === 'date' || key.type === 'timestamp') continue;
        const own = from.columns.find(
          (one) =>
            one.type === key.type &&
            isNamedAlike(one.name, key.name, to.name) &&
            !(one.distinct >= from.rows && from.rows >= to.rows),
        );
        if (own === undefined || found.some((one) => one.from.table === from.name && one.to.table === to.name))
          continue;
        const { rows } = await store.execute<{ matched: string; given: string }>(sql`
          select count(parent.${column(key.name)}) as matched, count(child.${column(own.name)}) as given
          from ${at(from.name)} as child left join ${at(to.name)} as parent on parent.${column(key.name)} = child.${column(own.name)}`);
        const [matched, given] = [Number(rows[0]?.matched), Number(rows[0]?.given)];
        if (given === 0 || matched < MATCHING * given) continue;
        const { rows: missing } = await store.execute<{ value: string; rows: string }>(sql`
          select child.${column(own.name)}::text as value, count(*) as rows from ${at(from.name)} as child
          where child.${column(own.name)} is not null and not exists (select 1 from ${at(to.name)} as parent where parent.${column(key.name)} = child.${column(own.name)})
          group by 1 order by 2 desc, 1 limit ${MOST_UNMATCHED}`);
        found.push({
          from: { table: from.name, column: own.name },
          to: { table: to.name, column: key.name },
          matched,
          unmatched: given - matched,
          missing: missing.map((one) => ({ value: one.value, rows: Number(one.rows) })),
        });
      }
    }
  return found;
}

/** port_id and port_id, port and port, port_id and the id of ports. */
function isNamedAlike(child: string, key: string, table: string): boolean {
  if (child === key) return !BARE_KEYS.has(child);
  const one = singular(table);
  return BARE_KEYS.has(key) && (child === `${one}_${key}` || child === one);
}
/** Keys that say nothing of whose they are. */
const BARE_KEYS: ReadonlySet<string> = new Set(['id', 'name', 'code']);

const MOST_NEAR = 5000;

/** For values that are not in a column, the one that is there with the fewest letters other, within what a slip of the hand makes. */
export async function nearIn(
  { store }: Database,
  to: FoundJoin['to'],
  values: readonly string[],
): Promise<ReadonlyMap<string, string>> {
  const texts = values.filter((value) => /\p{L}{3}/u.test(value));
  if (texts.length === 0) return new Map();
  const { rows } = await store.execute<{ value: string }>(
    sql`select distinct ${column(to.column)}::text as value from ${at(to.table)} where ${column(to.column)} is not null order by 1 limit ${MOST_NEAR}`,
  );
  const there = rows.map(({ value }) => ({ value, plain: plainLetters(value) }));
  return new Map(
    texts.flatMap((text): [string, string][] => {
      const plain = plainLetters(text);
      const limit = toleratedErrors(plain.length);
      const [best] = there
        .map((one) => ({ ...one, distance: editDistance(plain, one.plain, limit) }))
        .filter(({ distance }) => distance <= limit)
        .sort((a, b) => a.distance - b.distance);
      return best === undefined ? [] : [[text, best.value]];
    }),
  );
}
