/** Comments on boards and their tiles, in threads; who is mentioned in them. */
import { and, asc, desc, eq, isNull, ne, or, sql } from 'drizzle-orm';
import { forbidden, notFound } from '@zud/core/contract/problem';
import { mayBeSeenBy } from './board-rights';
import { tellComment } from './board-changes';
import type { Store } from './database';
import { boards, comments, decisions, people } from './schema';

export interface Comment {
  readonly id: string;
  readonly tile: string | null;
  /** The mark of the tile's chart that it is about. */
  readonly mark: string | null;
  readonly replyTo: string | null;
  readonly text: string;
  readonly byId: string;
  readonly by: string;
  readonly at: Date;
  readonly resolved: boolean;
}

export async function commentsOf(store: Store, boardId: string): Promise<Comment[]> {
  const rows = await store
    .select({ comment: comments, by: people.name })
    .from(comments)
    .innerJoin(people, eq(people.id, comments.personId))
    .where(eq(comments.boardId, boardId))
    .orderBy(asc(comments.createdAt));
  return rows.map(({ comment, by }) => ({
    id: comment.id,
    tile: comment.tileId,
    mark: comment.mark,
    replyTo: comment.replyTo,
    text: comment.text,
    byId: comment.personId,
    by,
    at: comment.createdAt,
    resolved: comment.resolvedAt !== null,
  }));
}

export interface Mentions {
  readonly told: readonly string[];
  /** What was said after an @ that told nobody, and why, in words. */
  readonly notTold: readonly string[];
}

/**
 * People named after an @ in a text, by their whole name or, where only one is called so, their first.
 * @param all those who may see the board
 */
export function mentioned(text: string, all: readonly { readonly id: string; readonly name: string }[]): Mentions {
  const told = new Set<string>();
  const notTold: string[] = [];
  // an address of mail is no mention
  for (const found of text.matchAll(/(?<![\p{L}\p{N}._-])@([\p{L}][\p{L}'’-]*)/gu)) {
    const from = text.slice(found.index + 1).toLowerCase();
    const named = all.filter(
      ({ name }) => from.startsWith(name.toLowerCase()) && !/^[\p{L}\p{N}'’-]/u.test(from.slice(name.length)),
    );
    const [longest] = [...named].sort((a, b) => b.name.length - a.name.length);
    const word = found[1] ?? '';
    const called =
      longest === undefined
        ? all.filter(({ name }) => name.split(/\s+/)[0]?.toLowerCase() === word.toLowerCase())
        : [longest];
    const [one] = called;
    if (one !== undefined && called.length === 1) told.add(one.id);
    else
      notTold.push(
        one === undefined
          ? `Nobody who may see this board is called “${word}”, so nobody was told.`
          : `${called.length} people here are called “${word}”; write the whole name of the one you mean.`,
      );
  }
  return { told: [...told], notTold: [...new Set(notTold)] };
}

/** @throws Problem 404 where the comment answered is not of this board */
export async function addComment(
  store: Store,
  boardId: string,
  personId: string,
  said: { text: string; tile: string | null; mark: string | null; replyTo: string | null; mentions: readonly string[] },
): Promise<{ id: string }> {
  return store.transaction(async (transaction) => {
    if (said.replyTo !== null) {
      const [first] = await transaction
        .select()
        .from(comments)
        .where(and(eq(comments.id, said.replyTo), eq(comments.boardId, boardId), isNull(comments.replyTo)));
      if (!first) throw notFound('comment');
    }
    const [row] = await transaction
      .insert(comments)
      .values({
        boardId,
        personId,
        text: said.text,
        tileId: said.tile,
        mark: said.mark,
        replyTo: said.replyTo,
        mentions: said.mentions,
      })
      .returning({ id: comments.id });
    await tellComment(transaction, boardId, personId, said.tile);
    return row as { id: string };
  });
}

/** Closes a thread, or opens it again; that of a decision with the decision. */
export async function resolveComment(
  store: Store,
  boardId: string,
  id: string,
  personId: string,
  resolved: boolean,
): Promise<void> {
  await store.transaction(async (transaction) => {
    const [row] = await transaction
      .update(comments)
      .set(resolved ? { resolvedAt: new Date(), resolvedBy: personId } : { resolvedAt: null, resolvedBy: null })
      .where(and(eq(comments.id, id), eq(comments.boardId, boardId), isNull(comments.replyTo)))
      .returning({ tile: comments.tileId });
    if (!row) throw notFound('comment');
    await transaction
      .update(decisions)
      .set(resolved ? { state: 'done', endedAt: new Date() } : { state: 'open', endedAt: null })
      .where(eq(decisions.commentId, id));
    await tellComment(transaction, boardId, personId, row.tile);
  });
}

/** Takes back a comment of one's own, with the answers to it. */
export async function removeComment(store: Store, boardId: string, id: string, personId: string): Promise<void> {
  await store.transaction(async (transaction) => {
    const [there] = await transaction
      .select()
      .from(comments)
      .where(and(eq(comments.id, id), eq(comments.boardId, boardId)));
    if (!there) throw notFound('comment');
    if (there.personId !== personId) throw forbidden('A comment is taken back by the person who wrote it.');
    await transaction.delete(comments).where(or(eq(comments.id, id), eq(comments.replyTo, id)));
    await tellComment(transaction, boardId, personId, there.tileId);
  });
}

/** Open comments of others that mention a person, on boards that the person may see. */
export async function mentionsOf(store: Store, personId: string) {
  return store
    .select({
      id: comments.id,
      boardId: boards.id,
      board: boards.title,
      by: people.name,
      text: comments.text,
      at: comments.createdAt,
    })
    .from(comments)
    .innerJoin(boards, eq(boards.id, comments.boardId))
    .innerJoin(people, eq(people.id, comments.personId))
    .where(
      and(
        sql`${comments.mentions} ? ${personId}`,
        ne(comments.personId, personId),
        isNull(comments.resolvedAt),
        // what one is to do stands among the decisions
        sql`not exists (select 1 from decisions where decisions.comment_id = ${comments.id})`,
        mayBeSeenBy(personId),
      ),
    )
    .orderBy(desc(comments.createdAt))
    .limit(20);
}
