/** Briefings, their editions, and these as people see them. */
import { and, desc, eq, isNull, lt, sql } from 'drizzle-orm';
import type { BriefingPage, EditionPage } from '@zud/core/contract/briefings';
import { notFound, Problem } from '@zud/core/contract/problem';
import { currentReading } from '@zud/core/reading/migrate';
import type { Store } from './database';
import { audit, briefings, editions, editionViews, people } from './schema';

export type BriefingRow = typeof briefings.$inferSelect;
export type EditionRow = typeof editions.$inferSelect;
type Writing = Pick<Store, 'select' | 'insert' | 'update' | 'delete' | 'execute'>;
interface Reader {
  readonly id: string;
  readonly groups: readonly string[];
}

export async function addBriefing(store: Store, values: typeof briefings.$inferInsert): Promise<BriefingRow> {
  return store.transaction(async (kept) => {
    const [row] = await kept.insert(briefings).values(values).returning();
    if (row === undefined) throw new TypeError('A briefing was not kept.');
    await kept
      .insert(audit)
      .values({ personId: row.ownerId, action: 'briefing made', subject: row.id, detail: { title: row.title } });
    return row;
  });
}

const goesTo = (person: Reader) =>
  sql`exists (select 1 from jsonb_array_elements(${briefings.receivers}) as one where one->>'id' = ${person.id} or one->>'group' = any(${sql.param([...person.groups])}::text[]))`;

/** One's own briefings and those that go to one, the one changed last first. */
export async function briefingsOf(store: Store, person: Reader) {
  return store
    .select({ briefing: briefings, owner: people.name })
    .from(briefings)
    .innerJoin(people, eq(people.id, briefings.ownerId))
    .where(sql`${briefings.ownerId} = ${person.id} or ${goesTo(person)}`)
    .orderBy(desc(briefings.updatedAt));
}

/** @throws Problem 404 where it is not there, or is nothing to this person */
export async function briefingFor(
  store: Store,
  id: string,
  person: Reader,
): Promise<{ readonly briefing: BriefingRow; readonly owner: string }> {
  const [row] = await store
    .select({ briefing: briefings, owner: people.name })
    .from(briefings)
    .innerJoin(people, eq(people.id, briefings.ownerId))
    .where(and(eq(briefings.id, id), sql`(${briefings.ownerId} = ${person.id} or ${goesTo(person)})`));
  if (row === undefined) throw notFound('briefing');
  return row;
}

export async function briefingById(store: Store, id: string): Promise<BriefingRow | null> {
  const [row] = await store.select().from(briefings).where(eq(briefings.id, id));
  return row ?? null;
}

/** @param version the version that is changed. @throws Problem 409 where it is another by now */
export async function changeBriefing(
  store: Store,
  id: string,
  by: string,
  version: number | undefined,
  set: Partial<typeof briefings.$inferInsert>,
): Promise<void> {
  await store.transaction(async (kept) => {
    const rows = await kept
      .update(briefings)
      .set({ ...set, version: sql`${briefings.version} + 1` })
      .where(and(eq(briefings.id, id), version === undefined ? undefined : eq(briefings.version, version)))
      .returning({ id: briefings.id });
    if (rows.length === 0)
      throw new Problem(
        409,
        'Changed meanwhile',
        'This briefing was changed in another window meanwhile. Nothing was changed now; look at it as it is and change it again.',
      );
    await kept
      .insert(audit)
      .values({ personId: by, action: 'briefing changed', subject: id, detail: { fields: Object.keys(set) } });
  });
}

/** Pages that a routine came to. */
export async function setPages(store: Store, id: string, pages: readonly BriefingPage[]): Promise<void> {
  await store.update(briefings).set({ pages }).where(eq(briefings.id, id));
}

export async function removeBriefing(store: Store, id: string, by: string): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.delete(briefings).where(eq(briefings.id, id));
    await kept.insert(audit).values({ personId: by, action: 'briefing removed', subject: id });
  });
}

export async function pauseBriefing(store: Store, id: string, why: string, now: Date): Promise<void> {
  await store
    .update(briefings)
    .set({ paused: why, updatedAt: now })
    .where(and(eq(briefings.id, id), isNull(briefings.paused)));
}

/** @returns its number; null where this run came out already */
export async function addEdition(
  kept: Writing,
  briefing: BriefingRow,
  run: string,
  by: string | null,
  views: ReadonlyMap<string, readonly EditionPage[]>,
  now: Date,
): Promise<number | null> {
  const [there] = await kept
    .select({ number: editions.number })
    .from(editions)
    .where(and(eq(editions.briefingId, briefing.id), eq(editions.run, run)));
  if (there !== undefined) return null;
  const [row] = await kept
    .update(briefings)
    .set({ editionsMade: sql`${briefings.editionsMade} + 1` })
    .where(eq(briefings.id, briefing.id))
    .returning({ number: briefings.editionsMade });
  if (row === undefined) return null;
  await kept
    .insert(editions)
    .values({ briefingId: briefing.id, number: row.number, at: now, by, pages: briefing.pages, run });
  for (const [access, pages] of views)
    await kept.insert(editionViews).values({ briefingId: briefing.id, number: row.number, access, pages, at: now });
  return row.number;
}

/** The numbers and times of editions, the latest first. */
export async function editionsOf(store: Store, briefingId: string, most: number) {
  return store
    .select({ number: editions.number, at: editions.at, by: people.name })
    .from(editions)
    .leftJoin(people, eq(people.id, editions.by))
    .where(eq(editions.briefingId, briefingId))
    .orderBy(desc(editions.number))
    .limit(most);
}

/** @throws Problem 404 */
export async function editionOf(
  store: Store,
  briefingId: string,
  number: number,
): Promise<EditionRow & { readonly runBy: string | null }> {
  const [row] = await store
    .select({ edition: editions, runBy: people.name })
    .from(editions)
    .leftJoin(people, eq(people.id, editions.by))
    .where(and(eq(editions.briefingId, briefingId), eq(editions.number, number)));
  if (row === undefined) throw notFound('edition');
  return { ...row.edition, runBy: row.runBy };
}

/** An edition as it was computed for people who see the same; null where it was not. */
export async function viewOf(
  store: Pick<Store, 'select'>,
  briefingId: string,
  number: number,
  access: string,
): Promise<readonly EditionPage[] | null> {
  const [row] = await store
    .select({ pages: editionViews.pages })
    .from(editionViews)
    .where(
      and(eq(editionViews.briefingId, briefingId), eq(editionViews.number, number), eq(editionViews.access, access)),
    );
  return row?.pages ?? null;
}

/** The edition before another that was computed for people who see the same. */
export async function viewBefore(
  store: Pick<Store, 'select'>,
  briefingId: string,
  number: number,
  access: string,
): Promise<readonly EditionPage[] | null> {
  const [row] = await store
    .select({ pages: editionViews.pages })
    .from(editionViews)
    .where(
      and(eq(editionViews.briefingId, briefingId), lt(editionViews.number, number), eq(editionViews.access, access)),
    )
    .orderBy(desc(editionViews.number))
    .limit(1);
  return row?.pages ?? null;
}

export async function keepView(
  store: Store,
  briefingId: string,
  number: number,
  access: string,
  pages: readonly EditionPage[],
  now: Date,
): Promise<void> {
  await store.insert(editionViews).values({ briefingId, number, access, pages, at: now }).onConflictDoNothing();
}

/** Pages as they are stored, with their readings as today's; one whose reading cannot be read any more has none. */
export function readablePages(pages: readonly BriefingPage[]): BriefingPage[] {
  return pages.map((page) => {
    if (page.reading === null) return page;
    try {
      return { ...page, reading: currentReading(page.reading) };
    } catch {
      return { ...page, reading: null };
    }
  });
}
