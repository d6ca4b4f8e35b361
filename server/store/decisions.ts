/** What was decided on boards: comments with who does it, by when, and what became of it. */
import { alias } from 'drizzle-orm/pg-core';
import { and, asc, desc, eq, gte, or, sql } from 'drizzle-orm';
import type { DecisionState, Followed } from '@zud/core/contract/decisions';
import { notFound } from '@zud/core/contract/problem';
import { tellComment } from './board-changes';
import { mayBeSeenBy } from './board-rights';
import type { Store } from './database';
import { audit, boards, comments, decisions, people, roomBoards } from './schema';

const who = alias(people, 'who');

export interface DecisionRow {
  readonly comment: typeof comments.$inferSelect;
  readonly decision: typeof decisions.$inferSelect;
  readonly board: typeof boards.$inferSelect;
  readonly by: string;
  readonly who: string | null;
}

const rowsOf = (store: Pick<Store, 'select'>) =>
  store
    .select({ comment: comments, decision: decisions, board: boards, by: people.name, who: who.name })
    .from(decisions)
    .innerJoin(comments, eq(comments.id, decisions.commentId))
    .innerJoin(boards, eq(boards.id, comments.boardId))
    .innerJoin(people, eq(people.id, comments.personId))
    .leftJoin(who, eq(who.id, decisions.whoId));

/** Those of a board: the open ones first, in the order in which they are due. */
export async function decisionsOf(store: Store, boardId: string): Promise<DecisionRow[]> {
  return rowsOf(store)
    .where(eq(comments.boardId, boardId))
    .orderBy(desc(sql`${decisions.state} = 'open'`), sql`${decisions.due} asc nulls last`, asc(comments.createdAt));
}

/** Open ones that a person does or decided, on boards that they may see. */
export async function openDecisionsOf(store: Store, personId: string): Promise<DecisionRow[]> {
  return rowsOf(store)
    .where(
      and(
        eq(decisions.state, 'open'),
        or(eq(decisions.whoId, personId), eq(comments.personId, personId)),
        mayBeSeenBy(personId),
      ),
    )
    .orderBy(sql`${decisions.due} asc nulls last`, asc(comments.createdAt))
    .limit(40);
}

/** Those of the boards that a room is told of, which a person may see: made since, or still open. */
export async function decisionsOfRoom(
  store: Store,
  roomId: string,
  personId: string,
  since: Date,
): Promise<DecisionRow[]> {
  return rowsOf(store)
    .innerJoin(roomBoards, and(eq(roomBoards.boardId, comments.boardId), eq(roomBoards.roomId, roomId)))
    .where(and(or(gte(comments.createdAt, since), eq(decisions.state, 'open')), mayBeSeenBy(personId)))
    .orderBy(asc(comments.createdAt))
    .limit(20);
}

/** @throws Problem 404 */
export async function decisionOf(store: Store, boardId: string, id: string): Promise<DecisionRow> {
  const [row] = await rowsOf(store).where(and(eq(comments.boardId, boardId), eq(comments.id, id)));
  if (row === undefined) throw notFound('decision');
  return row;
}

/** It is a comment too, so that it is answered and read where comments are; who is to do it is told as one who is mentioned. */
export async function decide(
  store: Store,
  boardId: string,
  personId: string,
  said: { text: string; tile: string | null; whoId: string; due: string | null; followed: Followed | null },
): Promise<string> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .insert(comments)
      .values({ boardId, personId, text: said.text, tileId: said.tile, mentions: [said.whoId] })
      .returning({ id: comments.id });
    if (row === undefined) throw new TypeError('A decision was not kept.');
    await kept
      .insert(decisions)
      .values({ commentId: row.id, whoId: said.whoId, due: said.due, followed: said.followed });
    await kept.insert(audit).values({
      personId,
      action: 'decision made',
      subject: boardId,
      detail: { decision: row.id, who: said.whoId, due: said.due },
    });
    await tellComment(kept, boardId, personId, said.tile);
    return row.id;
  });
}

/** The thread of a decision is closed with it. */
export async function changeDecision(
  store: Store,
  { comment }: DecisionRow,
  personId: string,
  change: { readonly state?: DecisionState; readonly whoId?: string; readonly due?: string | null },
  now: Date,
): Promise<void> {
  const { state } = change;
  await store.transaction(async (kept) => {
    await kept
      .update(decisions)
      .set({ ...change, ...(state === undefined ? {} : { endedAt: state === 'open' ? null : now }) })
      .where(eq(decisions.commentId, comment.id));
    if (state !== undefined)
      await kept
        .update(comments)
        .set(state === 'open' ? { resolvedAt: null, resolvedBy: null } : { resolvedAt: now, resolvedBy: personId })
        .where(eq(comments.id, comment.id));
    if (change.whoId !== undefined)
      await kept
        .update(comments)
        .set({ mentions: [change.whoId] })
        .where(eq(comments.id, comment.id));
    await kept.insert(audit).values({
      personId,
      action: 'decision changed',
      subject: comment.boardId,
      detail: { decision: comment.id, ...change },
    });
    await tellComment(kept, comment.boardId, personId, comment.tileId);
  });
}
