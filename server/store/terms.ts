/** Terms as they are kept: who taught them, for whom, and whether a steward took them. */
import { and, asc, eq, inArray, sql } from 'drizzle-orm';
import type { Store } from './database';
import { audit, people, terms, termUses } from './schema';

export type TermRow = typeof terms.$inferSelect;
export type TermState = TermRow['state'];

export interface KeptTerm extends TermRow {
  /** Who taught it. */
  readonly author: string;
  readonly times: number;
  readonly users: number;
}

/** All terms of a model that were not withdrawn, the oldest first. */
export async function termsOf(store: Store, modelId: string): Promise<KeptTerm[]> {
  const rows = await store
    .select({
      term: terms,
      author: people.name,
      times: sql<number>`coalesce(sum(${termUses.times}), 0)::int`,
      users: sql<number>`count(${termUses.personId})::int`,
    })
    .from(terms)
    .innerJoin(people, eq(people.id, terms.by))
    .leftJoin(termUses, eq(termUses.termId, terms.id))
    .where(and(eq(terms.modelId, modelId), sql`${terms.state} <> 'withdrawn'`))
    .groupBy(terms.id, people.name)
    .orderBy(asc(terms.at), asc(terms.id));
  return rows.map(({ term, ...rest }) => ({ ...term, ...rest }));
}

/** Is a term true for somebody: their own, or one that was accepted for everyone or for a group of theirs. */
export const holdsFor = (
  term: Pick<TermRow, 'by' | 'state' | 'forGroup'>,
  person: { readonly id?: string; readonly groups: readonly string[] },
): boolean =>
  term.state !== 'withdrawn' &&
  (term.by === person.id ||
    (term.state === 'accepted' &&
      term.forGroup !== null &&
      (term.forGroup === '' || person.groups.includes(term.forGroup))));

export async function addTerm(
  store: Store,
  term: Pick<TermRow, 'modelId' | 'term' | 'means' | 'kind' | 'forGroup' | 'by' | 'state'>,
  now: Date,
): Promise<TermRow> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .insert(terms)
      .values({ ...term, at: now, ...(term.state === 'accepted' ? { decidedBy: term.by, decidedAt: now } : {}) })
      .returning();
    if (row === undefined) throw new TypeError('A term was not kept.');
    await kept.insert(audit).values({
      personId: term.by,
      action: 'term taught',
      subject: `${term.modelId}/${row.id}`,
      detail: { name: term.term },
    });
    return row;
  });
}

/** @returns the term as it is now; null where it was decided otherwise meanwhile */
export async function decideTerm(
  store: Store,
  id: string,
  state: TermState,
  personId: string,
  now: Date,
): Promise<TermRow | null> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .update(terms)
      .set({ state, decidedBy: personId, decidedAt: now })
      .where(and(eq(terms.id, id), sql`${terms.state} <> 'withdrawn'`))
      .returning();
    if (row === undefined) return null;
    await kept
      .insert(audit)
      .values({ personId, action: `term ${state}`, subject: `${row.modelId}/${id}`, detail: { name: row.term } });
    return row;
  });
}

export async function countTermUses(store: Store, ids: readonly string[], personId: string): Promise<void> {
  if (ids.length === 0) return;
  const there = await store
    .select({ id: terms.id })
    .from(terms)
    .where(inArray(terms.id, [...ids]));
  if (there.length === 0) return;
  await store
    .insert(termUses)
    .values(there.map(({ id }) => ({ termId: id, personId })))
    .onConflictDoUpdate({
      target: [termUses.termId, termUses.personId],
      set: { times: sql`${termUses.times} + 1` },
    });
}
