/** What people narrow boards to for themselves: an address each; kept under a name, offered as the board's new sentence, decided on. */
import { and, desc, eq, isNotNull, isNull, or } from 'drizzle-orm';
import { same } from '@zud/core/reading/schema';
import { notFound } from '@zud/core/contract/problem';
import { changed, type Transaction } from './board-changes';
import type { Store } from './database';
import { boards, people, refinements, type Scope } from './schema';

export async function keepRefinement(store: Store, boardId: string, personId: string, scope: Scope): Promise<string> {
  const [row] = await store.insert(refinements).values({ boardId, personId, scope }).returning({ id: refinements.id });
  return (row as { id: string }).id;
}

export type Refinement = typeof refinements.$inferSelect;

/** @throws Problem 404 where the board has no such refinement */
export async function refinementOf(store: Store, boardId: string, id: string): Promise<Refinement> {
  const [row] = await store
    .select()
    .from(refinements)
    .where(and(eq(refinements.id, id), eq(refinements.boardId, boardId)));
  if (!row) throw notFound('refinement');
  return row;
}

/** A person's own that have a name, and those that are offered and not decided on; the latest first. */
export async function refinementsFor(store: Store, boardId: string, personId: string) {
  const open = and(isNotNull(refinements.offeredAt), isNull(refinements.decidedAt));
  return store
    .select({
      id: refinements.id,
      name: refinements.name,
      scope: refinements.scope,
      byId: refinements.personId,
      by: people.name,
      offeredAt: refinements.offeredAt,
      decidedAt: refinements.decidedAt,
    })
    .from(refinements)
    .innerJoin(people, eq(people.id, refinements.personId))
    .where(
      and(
        eq(refinements.boardId, boardId),
        or(and(eq(refinements.personId, personId), isNotNull(refinements.name)), open),
      ),
    )
    .orderBy(desc(refinements.createdAt));
}

/** Names a refinement of one's own (null: it is only an address again), or offers it. @throws Problem 404 where it is not one's own */
export async function changeRefinement(
  store: Store,
  boardId: string,
  id: string,
  personId: string,
  change: { name?: string | null; offered?: boolean },
): Promise<void> {
  const set = {
    ...(change.name === undefined ? {} : { name: change.name }),
    ...(change.offered === undefined ? {} : { offeredAt: change.offered ? new Date() : null, decidedAt: null }),
  };
  const rows = await store
    .update(refinements)
    .set(set)
    .where(and(eq(refinements.id, id), eq(refinements.boardId, boardId), eq(refinements.personId, personId)))
    .returning({ id: refinements.id });
  if (rows.length === 0) throw notFound('refinement');
}

/** Marks an offer as decided on. @throws Problem 404 where it is not offered */
async function decided(transaction: Transaction | Store, boardId: string, id: string): Promise<Refinement> {
  const [row] = await transaction
    .update(refinements)
    .set({ decidedAt: new Date() })
    .where(
      and(
        eq(refinements.id, id),
        eq(refinements.boardId, boardId),
        isNotNull(refinements.offeredAt),
        isNull(refinements.decidedAt),
      ),
    )
    .returning();
  if (!row) throw notFound('offer');
  return row;
}

/** What an offer narrows becomes part of the board's sentence as it then is; both or neither. @throws Problem 404 where it is not offered */
export async function takeOffer(store: Store, boardId: string, id: string, personId: string): Promise<void> {
  await store.transaction(async (transaction) => {
    const [board] = await transaction
      .select({ scope: boards.scope })
      .from(boards)
      .where(eq(boards.id, boardId))
      .for('update');
    if (!board) throw notFound('board');
    const offer = await decided(transaction, boardId, id);
    await transaction
      .update(boards)
      .set({ scope: joined(board.scope, offer.scope) })
      .where(eq(boards.id, boardId));
    await changed(transaction, boardId, { kind: 'scope', by: personId }, 'took an offer into the sentence');
  });
}

/** @throws Problem 404 where it is not offered */
export async function declineOffer(store: Store, boardId: string, id: string): Promise<void> {
  await decided(store, boardId, id);
}

/** A board's sentence with what a refinement narrows put into it. */
function joined(board: Scope, refinement: Scope): Scope {
  return {
    where: [...board.where.filter((one) => !refinement.where.some((other) => same(other, one))), ...refinement.where],
    when: refinement.when ?? board.when,
    against: refinement.against ?? board.against,
  };
}
