/** What people said of findings, and which they were shown. */
import { and, eq, sql } from 'drizzle-orm';
import type { Store } from './database';
import { findingLooks, findingMarks } from './schema';

export type FindingMark = 'less' | 'hidden';

export async function marksOf(
  store: Store,
  personId: string,
  modelId: string,
): Promise<{ finding: string; mark: FindingMark; title: string }[]> {
  return store
    .select({ finding: findingMarks.finding, mark: findingMarks.mark, title: findingMarks.title })
    .from(findingMarks)
    .where(and(eq(findingMarks.personId, personId), eq(findingMarks.modelId, modelId)))
    .orderBy(findingMarks.at);
}

/** @param mark null takes it back */
export async function markFinding(
  store: Store,
  personId: string,
  modelId: string,
  finding: string,
  mark: FindingMark | null,
  title: string,
): Promise<void> {
  if (mark === null)
    await store
      .delete(findingMarks)
      .where(
        and(eq(findingMarks.personId, personId), eq(findingMarks.modelId, modelId), eq(findingMarks.finding, finding)),
      );
  else
    await store
      .insert(findingMarks)
      .values({ personId, modelId, finding, mark, title })
      .onConflictDoUpdate({
        target: [findingMarks.personId, findingMarks.modelId, findingMarks.finding],
        set: { mark, title, at: sql`now()` },
      });
}

/** After so long somebody looks anew; until then what is new stays new. */
const A_LOOK = 3_600_000;
/** Findings of long ago are forgotten. */
const MOST_SEEN = 500;

/**
 * Notes what somebody is shown now.
 * @returns what they were shown before this look, and when they looked last; null where they never did
 */
export async function lookAt(
  store: Store,
  personId: string,
  modelId: string,
  shown: readonly string[],
  now: Date,
): Promise<{ readonly seen: readonly string[]; readonly at: Date } | null> {
  const whose = and(eq(findingLooks.personId, personId), eq(findingLooks.modelId, modelId));
  const [there] = await store.select().from(findingLooks).where(whose);
  const together = (...lists: (readonly string[])[]) => [...new Set(lists.flat())].slice(0, MOST_SEEN);
  const anew = there === undefined || now.getTime() - there.at.getTime() > A_LOOK;
  const look = anew
    ? { seen: together(there?.shown ?? [], there?.seen ?? []), shown: [...shown], at: now, before: there?.at ?? null }
    : { seen: there.seen, shown: together(shown, there.shown), at: there.at, before: there.before };
  await store
    .insert(findingLooks)
    .values({ personId, modelId, ...look })
    .onConflictDoUpdate({ target: [findingLooks.personId, findingLooks.modelId], set: look });
  return look.before === null ? null : { seen: look.seen, at: look.before };
}
