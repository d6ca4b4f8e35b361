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

/** What somebody was shown before, and when; notes what they are shown now. */
export async function lookAt(
  store: Store,
  personId: string,
  modelId: string,
  seen: readonly string[],
): Promise<{ readonly seen: readonly string[]; readonly at: Date } | null> {
  const [before] = await store
    .select({ seen: findingLooks.seen, at: findingLooks.at })
    .from(findingLooks)
    .where(and(eq(findingLooks.personId, personId), eq(findingLooks.modelId, modelId)));
  const all = [...new Set([...seen, ...(before?.seen ?? [])])].slice(0, MOST_SEEN);
  await store
    .insert(findingLooks)
    .values({ personId, modelId, seen: all })
    .onConflictDoUpdate({
      target: [findingLooks.personId, findingLooks.modelId],
      // what was shown a moment ago is still what was seen last
      set: {
        seen: all,
        at: sql`case when finding_looks.at < now() - interval '1 hour' then now() else finding_looks.at end`,
      },
    });
  return before ?? null;
}

/** Findings of long ago are forgotten. */
const MOST_SEEN = 500;
