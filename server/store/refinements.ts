/** What people narrow boards to for themselves: an address each; kept under a name, offered as the board's new sentence, decided on. */
import { and, desc, eq, isNotNull, isNull, or } from 'drizzle-orm';
import { notFound } from '../http/problem';
import type { Store } from './database';
import { people, refinements, type Scope } from './schema';

export async function keepRefinement(store: Store, boardId: string, personId: string, scope: Scope): Promise<string> {
  const [row] = await store.insert(refinements).values({ boardId, personId, scope }).returning({ id: refinements.id });
  return (row as { id: string }).id;
}

export type Refinement = typeof refinements.$inferSelect;

/** @throws Problem 404 where the board has no such refinement */
export async function refinementOf(store: Store, boardId: string, id: string): Promise<Refinement> {
  const [row] = await store.select().from(refinements).where(and(eq(refinements.id, id), eq(refinements.boardId, boardId)));
  if (!row) throw notFound('refinement');
  return row;
}

/** A person's own that have a name, and those that are offered and not decided on; the latest first. */
export async function refinementsFor(store: Store, boardId: string, personId: string) {
  const open = and(isNotNull(refinements.offeredAt), isNull(refinements.decidedAt));
  return store
    .select({ id: refinements.id, name: refinements.name, scope: refinements.scope, byId: refinements.personId, by: people.name, offeredAt: refinements.offeredAt, decidedAt: refinements.decidedAt })
    .from(refinements)
    .innerJoin(people, eq(people.id, refinements.personId))
    .where(and(eq(refinements.boardId, boardId), or(and(eq(refinements.personId, personId), isNotNull(refinements.name)), open)))
    .orderBy(desc(refinements.createdAt));
}

/** Names a refinement of one's own (null: it is only an address again), or offers it. @throws Problem 404 where it is not one's own */
export async function changeRefinement(store: Store, boardId: string, id: string, personId: string, change: { name?: string | null; offered?: boolean }): Promise<void> {
  const set = { ...(change.name === undefined ? {} : { name: change.name }), ...(change.offered === undefined ? {} : { offeredAt: change.offered ? new Date() : null, decidedAt: null }) };
  const rows = await store.update(refinements).set(set).where(and(eq(refinements.id, id), eq(refinements.boardId, boardId), eq(refinements.personId, personId))).returning({ id: refinements.id });
  if (rows.length === 0) throw notFound('refinement');
}

/** Marks an offer as taken or declined. @throws Problem 404 where it is not offered */
export async function decideRefinement(store: Store, boardId: string, id: string): Promise<Refinement> {
  const [row] = await store.update(refinements).set({ decidedAt: new Date() }).where(and(eq(refinements.id, id), eq(refinements.boardId, boardId), isNotNull(refinements.offeredAt), isNull(refinements.decidedAt))).returning();
  if (!row) throw notFound('offer');
  return row;
}
