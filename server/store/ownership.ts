/** Tables and models that are somebody's own: whose they are, who else is let in, and how much one may keep. */
import { and, count, eq, isNotNull, isNull, or, sql, sum } from 'drizzle-orm';
import type { Catalogue } from '@zud/core/model/table-faults';
import { DATA_SCHEMA, QUERIER, type Database, type Store } from './database';
import { modelsThere, type ModelRow } from './models';
import { audit, loadedTables, models, people } from './schema';
import { quoted } from './table-parts';

/** What an analyst may keep as their own; stewards bring for everyone, without such limits. */
export const QUOTA = { tables: 10, rows: 2_000_000, bytes: 100_000_000 } as const;

/** May somebody ask a model? One of everyone, their own, or one that was shared with them. */
export const maySee = ({ ownerId, sharedWith }: Pick<ModelRow, 'ownerId' | 'sharedWith'>, personId?: string): boolean =>
  ownerId === null || (personId !== undefined && (ownerId === personId || sharedWith.includes(personId)));

/** The models that somebody may ask. */
export async function modelsFor(store: Store, personId: string): Promise<ModelRow[]> {
  return (await modelsThere(store)).filter((model) => maySee(model, personId));
}

/** The loaded tables that somebody may build on: those of everyone, and their own. */
export async function catalogueFor({ store }: Pick<Database, 'store'>, personId: string): Promise<Catalogue> {
  const rows = await store
    .select()
    .from(loadedTables)
    .where(or(isNull(loadedTables.ownerId), eq(loadedTables.ownerId, personId)));
  return new Map(rows.map((table) => [table.name, new Map(table.columns.map((column) => [column.name, column.type]))]));
}

/** Whose own a loaded table is: null where it is everyone's, nothing where there is none of that name. */
export async function ownerOfTable(store: Store, name: string): Promise<string | null | undefined> {
  const [there] = await store
    .select({ ownerId: loadedTables.ownerId })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  return there?.ownerId;
}

/** How many tables of their own somebody keeps, and with how many rows, without the one that is to be loaded. */
export async function keptBy(store: Store, personId: string, but: string): Promise<{ tables: number; rows: number }> {
  const [found] = await store
    .select({ tables: count(), rows: sum(loadedTables.rows).mapWith(Number) })
    .from(loadedTables)
    .where(and(eq(loadedTables.ownerId, personId), sql`${loadedTables.name} <> ${but}`));
  return { tables: found?.tables ?? 0, rows: found?.rows ?? 0 };
}

/** The names and addresses of whoever a model is shared with. */
export async function sharedPeople(store: Store, ids: readonly string[]): Promise<{ name: string; email: string }[]> {
  const all = await store.select({ id: people.id, name: people.name, email: people.email }).from(people);
  return all.filter(({ id }) => ids.includes(id)).map(({ name, email }) => ({ name, email }));
}

/** Lets these people in, and no others. */
export async function shareModel(store: Store, id: string, with_: readonly string[], by: string): Promise<void> {
  await store
    .update(models)
    .set({ sharedWith: [...new Set(with_)] })
    .where(and(eq(models.id, id), isNotNull(models.ownerId)));
  await store
    .insert(audit)
    .values({ personId: by, action: 'model shared', subject: id, detail: { with: [...new Set(with_)] } });
}

/** Makes a model, and the tables of its owner that it reads, those of everyone. They are then kept by stewards. */
export async function giveToEveryone({ pool, store }: Database, { id, file }: ModelRow, by: string): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query('begin');
    await client.query(`update models set owner_id = null, shared_with = '[]' where id = $1`, [id]);
    for (const name of new Set(file.tables.map((table) => table.source ?? table.id))) {
      const { rowCount } = await client.query(
        'update loaded_tables set owner_id = null where name = $1 and owner_id is not null',
        [name],
      );
      if (rowCount !== 0) await client.query(`grant select on ${DATA_SCHEMA}.${quoted(name)} to ${QUERIER}`);
    }
    await client.query('commit');
  } catch (error) {
    await client.query('rollback').catch(() => undefined);
    throw error;
  } finally {
    client.release();
  }
  await store.insert(audit).values({ personId: by, action: 'model given to everyone', subject: id });
}
