/** Drafts of models, one of each, that stewards change together; and the versions that were published. */
import { and, desc, eq } from 'drizzle-orm';
import type { ModelFile } from '@zud/core/model/schema';
import type { Store } from './database';
import { digestOf } from './models';
import { audit, modelDrafts, models, modelVersions, people } from './schema';

export interface DraftRow {
  readonly file: ModelFile;
  readonly base: number;
  readonly revision: number;
  readonly begunBy: string | null;
  readonly begunAt: Date;
  readonly changedBy: string | null;
  readonly changedAt: Date;
}

export async function draftOf(store: Store, modelId: string): Promise<DraftRow | null> {
  const [row] = await store.select().from(modelDrafts).where(eq(modelDrafts.modelId, modelId));
  return row ?? null;
}

/** The model with its draft, for one at a time: the model's row is held, as there may be no draft yet. */
async function locked(kept: Pick<Store, 'select'>, modelId: string) {
  const [model] = await kept
    .select({ version: models.version })
    .from(models)
    .where(eq(models.id, modelId))
    .for('update');
  const [draft] = await kept.select().from(modelDrafts).where(eq(modelDrafts.modelId, modelId));
  return { model, draft };
}

/**
 * Keeps a draft as it is now.
 * @param revision the one that was changed; null begins a draft
 * @returns null where somebody else changed it meanwhile, so that nothing of theirs is lost
 */
export async function keepDraft(
  store: Store,
  modelId: string,
  file: ModelFile,
  revision: number | null,
  personId: string,
  now: Date,
): Promise<DraftRow | null> {
  return store.transaction(async (kept) => {
    const { model, draft: there } = await locked(kept, modelId);
    if (model === undefined || (there?.revision ?? null) !== revision) return null;
    const changed = { file, changedBy: personId, changedAt: now };
    if (there === undefined) {
      const [row] = await kept
        .insert(modelDrafts)
        .values({ modelId, base: model.version, begunBy: personId, begunAt: now, ...changed })
        .returning();
      return row ?? null;
    }
    const [row] = await kept
      .update(modelDrafts)
      .set({ ...changed, revision: there.revision + 1 })
      .where(eq(modelDrafts.modelId, modelId))
      .returning();
    return row ?? null;
  });
}

/** @returns false where there was none */
export async function dropDraft(store: Store, modelId: string, personId: string): Promise<boolean> {
  const gone = await store
    .delete(modelDrafts)
    .where(eq(modelDrafts.modelId, modelId))
    .returning({ id: modelDrafts.modelId });
  if (gone.length === 0) return false;
  await store.insert(audit).values({ personId, action: 'draft dropped', subject: modelId });
  return true;
}

/** @returns the new version; `changed` where the draft or what is published is another one than was looked at */
export async function publishDraft(
  store: Store,
  modelId: string,
  revision: number,
  personId: string,
  now: Date,
): Promise<number | 'changed'> {
  return store.transaction(async (kept) => {
    const { model, draft } = await locked(kept, modelId);
    if (model === undefined || draft === undefined || draft.revision !== revision || draft.base !== model.version)
      return 'changed';
    const version = model.version + 1;
    await kept
      .update(models)
      .set({ file: draft.file, digest: digestOf(draft.file), version, updatedAt: now })
      .where(eq(models.id, modelId));
    await kept.insert(modelVersions).values({ modelId, version, file: draft.file, by: personId, at: now });
    await kept.delete(modelDrafts).where(eq(modelDrafts.modelId, modelId));
    await kept.insert(audit).values({ personId, action: 'model published', subject: modelId, detail: { version } });
    return version;
  });
}

export interface VersionRow {
  readonly version: number;
  readonly file: ModelFile;
  readonly by: string | null;
  readonly at: Date;
}

/** The latest first. */
export async function versionsOf(store: Store, modelId: string): Promise<VersionRow[]> {
  return store
    .select({ version: modelVersions.version, file: modelVersions.file, by: people.name, at: modelVersions.at })
    .from(modelVersions)
    .leftJoin(people, eq(people.id, modelVersions.by))
    .where(eq(modelVersions.modelId, modelId))
    .orderBy(desc(modelVersions.version));
}

export async function versionOf(store: Store, modelId: string, version: number): Promise<ModelFile | null> {
  const [row] = await store
    .select({ file: modelVersions.file })
    .from(modelVersions)
    .where(and(eq(modelVersions.modelId, modelId), eq(modelVersions.version, version)));
  return row?.file ?? null;
}
