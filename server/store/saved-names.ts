/** Names that people saved for a model: calculations and lists of members. */
import { and, asc, eq } from 'drizzle-orm';
import { randomUUID } from 'node:crypto';
import type { Saved, SavedName } from '@zud/core/model/saved';
import { forbidden, notFound } from '@zud/core/contract/problem';
import type { Store } from './database';
import { audit, people, savedNames } from './schema';

export async function savedOf(store: Store, modelId: string): Promise<Saved[]> {
  const rows = await store
    .select({ saved: savedNames, by: people.name })
    .from(savedNames)
    .innerJoin(people, eq(people.id, savedNames.by))
    .where(eq(savedNames.modelId, modelId))
    .orderBy(asc(savedNames.at), asc(savedNames.id));
  return rows.map(({ saved, by }) => ({ id: saved.id, by, withdrawn: saved.withdrawnAt !== null, what: saved.what }));
}

/** @returns its id, which readings hold */
export async function saveName(store: Store, modelId: string, personId: string, what: SavedName): Promise<string> {
  const id = `saved_${randomUUID().replaceAll('-', '').slice(0, 16)}`;
  await store.insert(savedNames).values({ id, modelId, by: personId, what });
  await store
    .insert(audit)
    .values({ personId, action: `${what.kind} saved`, subject: `${modelId}/${id}`, detail: { name: what.name } });
  return id;
}

/**
 * Takes a saved name back: readings that use it keep working, but it is not offered any more.
 * @throws Problem 404 where there is none of that id, 403 where it is another's
 */
export async function withdrawName(
  store: Store,
  modelId: string,
  id: string,
  person: { readonly id: string; readonly steward: boolean },
): Promise<void> {
  const [row] = await store
    .select()
    .from(savedNames)
    .where(and(eq(savedNames.id, id), eq(savedNames.modelId, modelId)));
  if (!row) throw notFound('saved name');
  if (row.by !== person.id && !person.steward)
    throw forbidden('Only who saved this name, or a steward, can take it back.');
  await store.update(savedNames).set({ withdrawnAt: new Date() }).where(eq(savedNames.id, id));
  await store
    .insert(audit)
    .values({ personId: person.id, action: 'saved name withdrawn', subject: `${modelId}/${id}` });
}
