/** Models as they are kept: each file told from all others by its content; taken away without what was asked of it. */
import { and, asc, eq, isNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { ModelFile } from '@zud/core/model/schema';
import { canonical } from '@zud/core/reading/schema';
import type { Store } from './database';
import { audit, models, modelVersions } from './schema';

export type ModelRow = typeof models.$inferSelect;

/** The identity of a model file: its content, whatever its id and however often it was changed. */
export const digestOf = (file: ModelFile): string => createHash('sha256').update(canonical(file)).digest('base64url');

/** The models that there are, without those that were taken away. */
export async function modelsThere(store: Store): Promise<ModelRow[]> {
  return store.select().from(models).where(isNull(models.deletedAt)).orderBy(asc(models.id));
}

/** The ids that a new model of somebody cannot have: one that was taken away makes way for another of the same keeper. */
export async function takenIds(store: Store, ownerId: string | null): Promise<Set<string>> {
  const rows = await store.select({ id: models.id, gone: models.deletedAt, ownerId: models.ownerId }).from(models);
  return new Set(rows.filter((one) => one.gone === null || one.ownerId !== ownerId).map(({ id }) => id));
}

/** The loaded tables that a model reads. */
export const tablesOf = (file: Pick<ModelFile, 'tables'>): string[] => [
  ...new Set(file.tables.map((table) => table.source ?? table.id)),
];

/** Does a model read a loaded table? */
export const readsTable = ({ file }: Pick<ModelRow, 'file'>, table: string): boolean => tablesOf(file).includes(table);

/** The models that read a loaded table. */
export async function readersOf(store: Store, table: string): Promise<ModelRow[]> {
  return (await modelsThere(store)).filter((model) => readsTable(model, table));
}

/** The models in which people of these groups see a part only. */
export async function modelsThatLimit(store: Store, groups: readonly string[]): Promise<string[]> {
  const among = sql.join([sql`''`, ...groups.map((group) => sql`${group}`)], sql`, `);
  const { rows } = await store.execute<{ id: string }>(sql`
    select id from models where deleted_at is null and (jsonb_array_length(file->'sensitive') > 0 or exists (select 1 from jsonb_array_elements(file->'rowRules') as rule where rule->>'group' in (${among}))) order by id`);
  return rows.map(({ id }) => id);
}

/**
 * @returns the model's version; null where there is one of that id already. One that was taken away makes way, and is counted on, if it was
 * kept by the same: what was asked of it is read by whoever may ask of this one.
 */
export async function addModel(
  store: Store,
  file: ModelFile,
  personId: string | null,
  /** Whose own it is; null for one of everyone. */ ownerId: string | null = null,
): Promise<number | null> {
  const kept = { file, digest: digestOf(file), updatedAt: new Date(), deletedAt: null, ownerId, sharedWith: [] };
  const [made] = await store
    .insert(models)
    .values({ id: file.id, ...kept })
    .onConflictDoUpdate({
      target: models.id,
      set: { ...kept, version: sql`${models.version} + 1` },
      setWhere: sql`${models.deletedAt} is not null and ${models.ownerId} is not distinct from ${ownerId}`,
    })
    .returning({ version: models.version });
  if (made === undefined) return null;
  await store.insert(modelVersions).values({ modelId: file.id, version: made.version, file, by: personId });
  await store.insert(audit).values({ personId, action: 'model made', subject: file.id });
  return made.version;
}

/** @returns the model's new version; null where there is no such model */
export async function changeModel(store: Store, file: ModelFile, personId: string): Promise<number | null> {
  const [changed] = await store
    .update(models)
    .set({ file, digest: digestOf(file), version: sql`${models.version} + 1`, updatedAt: new Date() })
    .where(and(eq(models.id, file.id), isNull(models.deletedAt)))
    .returning({ version: models.version });
  if (changed === undefined) return null;
  await store.insert(modelVersions).values({ modelId: file.id, version: changed.version, file, by: personId });
  await store.insert(audit).values({ personId, action: 'model changed', subject: file.id });
  return changed.version;
}

/** Takes a model away; what was asked of it stays readable. @returns false where there is no such model */
export async function removeModel(store: Store, id: string, personId: string): Promise<boolean> {
  const gone = await store
    .update(models)
    .set({ deletedAt: new Date() })
    .where(and(eq(models.id, id), isNull(models.deletedAt)))
    .returning({ id: models.id });
  if (gone.length === 0) return false;
  await store.insert(audit).values({ personId, action: 'model deleted', subject: id });
  return true;
}

/** How much hangs on something, for it to be said before it is taken away. */
export interface Uses {
  readonly inquiries: number;
  readonly steps: number;
  readonly tiles: number;
  readonly boards: number;
  readonly people: number;
}

/** What hangs on a model: what was asked of it, what is pinned, and how many people made these. */
export async function usesOfModel(store: Store, id: string): Promise<Uses> {
  const {
    rows: [found],
  } = await store.execute<{ inquiries: number; steps: number; tiles: number; boards: number; people: number }>(sql`
    select (select count(*)::int from inquiries where model_id = ${id}) as inquiries,
           (select count(*)::int from steps join inquiries on inquiries.id = steps.inquiry_id where model_id = ${id} and steps.deleted_at is null) as steps,
           (select count(*)::int from tiles where model_id = ${id}) as tiles,
           (select count(distinct board_id)::int from tiles where model_id = ${id}) as boards,
           (select count(*)::int from (select owner_id from inquiries where model_id = ${id} union select boards.owner_id from boards join tiles on tiles.board_id = boards.id where tiles.model_id = ${id}) as owners) as people`);
  return found ?? { inquiries: 0, steps: 0, tiles: 0, boards: 0, people: 0 };
}

/** @example usesWords(uses) // '3 inquiries with 12 steps, and 4 tiles on 2 boards, of 2 people'; null where nothing hangs on it */
export function usesWords({ inquiries, steps, tiles, boards, people }: Uses): string | null {
  const many = (count: number, one: string, several: string) => `${count} ${count === 1 ? one : several}`;
  const parts = [
    ...(inquiries > 0 ? [`${many(inquiries, 'inquiry', 'inquiries')} with ${many(steps, 'step', 'steps')}`] : []),
    ...(tiles > 0 ? [`${many(tiles, 'tile', 'tiles')} on ${many(boards, 'board', 'boards')}`] : []),
  ];
  return parts.length === 0 ? null : `${parts.join(' and ')}, of ${many(people, 'person', 'people')}`;
}
