/** Tables and models that are somebody's own: whose they are, who else is let in, and how much one may keep. */
import { and, eq, inArray, isNotNull, isNull, or, type SQL } from 'drizzle-orm';
import type pg from 'pg';
import { QUOTA } from '@zud/core/data/quota';
import type { Catalogue } from '@zud/core/model/table-faults';
import { TableFault } from './csv-rows';
import { DATA_SCHEMA, QUERIER, type Database, type Store } from './database';
import { modelsThere, tablesOf, type ModelRow } from './models';
import { roleCovers, type Person } from './people';
import { audit, loadedTables, models, people } from './schema';
import { quoted } from './table-parts';
import { catalogueOf } from './tables';

/** May somebody ask a model? One of everyone, their own, or one that was shared with them. */
export const maySee = ({ ownerId, sharedWith }: Pick<ModelRow, 'ownerId' | 'sharedWith'>, personId?: string): boolean =>
  ownerId === null || (personId !== undefined && (ownerId === personId || sharedWith.includes(personId)));

/** The models that somebody may ask. */
export async function modelsFor(store: Store, personId: string): Promise<ModelRow[]> {
  return (await modelsThere(store)).filter((model) => maySee(model, personId));
}

/** @returns null where there is no such model, or none that somebody may ask */
export async function modelFor(store: Store, personId: string, id: string): Promise<ModelRow | null> {
  const [model] = await store
    .select()
    .from(models)
    .where(and(eq(models.id, id), isNull(models.deletedAt)));
  return model !== undefined && maySee(model, personId) ? model : null;
}

/**
 * The loaded tables that a model may read: those of whoever keeps it, as the rows of others are governed by their models; and what it
 * reads already, though it may have been given to everyone since.
 * @param model one that is there; of a new one only whose it is to be
 */
export async function catalogueFor(
  database: Pick<Database, 'store'>,
  { ownerId, file }: { readonly ownerId: string | null; readonly file?: ModelRow['file'] },
): Promise<Catalogue> {
  const owned = ownerId === null ? isNull(loadedTables.ownerId) : eq(loadedTables.ownerId, ownerId);
  return catalogueOf(database, file === undefined ? owned : or(owned, inArray(loadedTables.name, tablesOf(file))));
}

/** Of which tables it holds that somebody may change them: their own, and those of everyone where they are a steward. */
export const tablesKeptBy = ({ id, role }: Pick<Person, 'id' | 'role'>): SQL | undefined =>
  or(eq(loadedTables.ownerId, id), roleCovers(role, 'steward') ? isNull(loadedTables.ownerId) : undefined);

/** Whose own a loaded table is: null where it is everyone's, nothing where there is none of that name. */
export async function ownerOfTable(store: Store, name: string): Promise<string | null | undefined> {
  const [there] = await store
    .select({ ownerId: loadedTables.ownerId })
    .from(loadedTables)
    .where(eq(loadedTables.name, name));
  return there?.ownerId;
}

/** What somebody keeps with the load that is being made stays within what they may. @throws TableFault */
export async function mustBeWithinQuota(client: pg.ClientBase, ownerId: string): Promise<void> {
  // loads of one person one after the other, so that two together are not more than they may be
  await client.query('select 1 from people where id = $1 for update', [ownerId]);
  const {
    rows: [kept],
  } = await client.query<{ tables: number; rows: number }>(
    'select count(*)::int as tables, coalesce(sum(rows), 0)::float8 as rows from loaded_tables where owner_id = $1',
    [ownerId],
  );
  if (kept === undefined || (kept.tables <= QUOTA.tables && kept.rows <= QUOTA.rows)) return;
  const many = (count: number) => count.toLocaleString('en-GB');
  throw new TableFault(
    `${QUOTA.tables} tables with ${many(QUOTA.rows)} rows in all may be kept as one’s own; with this there would be ${kept.tables} with ${many(kept.rows)}. Take one away, or ask a steward to bring the file for everyone.`,
  );
}

/** The people that a model is shared with, by their names. */
export async function sharedPeople(
  store: Store,
  ids: readonly string[],
): Promise<{ personId: string; name: string; email: string }[]> {
  return store
    .select({ personId: people.id, name: people.name, email: people.email })
    .from(people)
    .where(inArray(people.id, [...ids]))
    .orderBy(people.name);
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
    for (const name of tablesOf(file)) {
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
