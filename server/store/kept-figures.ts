/** Figures that people keep an eye on, in their own order. */
import { and, asc, eq, sql } from 'drizzle-orm';
import type { SeenFigure } from '@zud/core/contract/kept-figures';
import type { Reading } from '@zud/core/reading/schema';
import { notFound } from '@zud/core/contract/problem';
import type { Store } from './database';
import { keptFigures } from './schema';

export type KeptFigure = typeof keptFigures.$inferSelect;

export async function keptFiguresOf(store: Store, personId: string): Promise<KeptFigure[]> {
  return store
    .select()
    .from(keptFigures)
    .where(eq(keptFigures.personId, personId))
    .orderBy(asc(keptFigures.place), asc(keptFigures.createdAt));
}

export async function keepFigure(
  store: Store,
  personId: string,
  figure: { readonly modelId: string; readonly reading: Reading; readonly title: string | null },
  now: Date,
): Promise<KeptFigure> {
  const [row] = await store
    .insert(keptFigures)
    .values({
      ...figure,
      personId,
      createdAt: now,
      place: sql`(select coalesce(max(place), 0) + 1 from kept_figures where person_id = ${personId})`,
    })
    .returning();
  if (row === undefined) throw new TypeError('A figure was not kept.');
  return row;
}

/** Puts a figure at a place among the others of its person. @throws Problem 404 */
export async function placeFigure(store: Store, personId: string, id: string, place: number): Promise<void> {
  await store.transaction(async (kept) => {
    const rows = await kept
      .select({ id: keptFigures.id })
      .from(keptFigures)
      .where(eq(keptFigures.personId, personId))
      .orderBy(asc(keptFigures.place), asc(keptFigures.createdAt))
      .for('update');
    const others = rows.map((row) => row.id).filter((one) => one !== id);
    if (others.length === rows.length) throw notFound('figure');
    others.splice(Math.min(place, others.length), 0, id);
    for (const [index, one] of others.entries())
      await kept.update(keptFigures).set({ place: index }).where(eq(keptFigures.id, one));
  });
}

/** @throws Problem 404 */
export async function dropFigure(store: Store, personId: string, id: string): Promise<void> {
  const rows = await store
    .delete(keptFigures)
    .where(and(eq(keptFigures.personId, personId), eq(keptFigures.id, id)))
    .returning({ id: keptFigures.id });
  if (rows.length === 0) throw notFound('figure');
}

export async function noteSeen(store: Store, id: string, seen: SeenFigure): Promise<void> {
  await store.update(keptFigures).set({ seen }).where(eq(keptFigures.id, id));
}
