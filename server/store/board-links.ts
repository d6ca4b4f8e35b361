/** Links by which a board is seen without signing in: limited in time, withdrawable, under conditions that stay. */
import { and, desc, eq, gt, isNull } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { notFound } from '@zud/core/contract/problem';
import { changed } from './board-changes';
import type { Board } from './schema';
import type { Store } from './database';
import { audit, boardLinks, boards, people, type Scope } from './schema';

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');

export interface NewLink {
  readonly name: string;
  readonly embedIn: string | null;
  readonly scope: Scope;
  readonly expiresAt: Date;
}

/** @returns the link's token, shown this once; only its hash is kept */
export async function makeLink(
  store: Store,
  boardId: string,
  personId: string,
  link: NewLink,
): Promise<{ id: string; token: string }> {
  const token = randomBytes(24).toString('base64url');
  return store.transaction(async (transaction) => {
    const [row] = await transaction
      .insert(boardLinks)
      .values({ boardId, personId, tokenHash: sha256(token), ...link })
      .returning({ id: boardLinks.id });
    const id = (row as { id: string }).id;
    await transaction.insert(audit).values({
      personId,
      action: link.embedIn === null ? 'link made' : 'embedding allowed',
      subject: boardId,
      detail: {
        link: id,
        name: link.name,
        until: link.expiresAt.toISOString(),
        ...(link.embedIn === null ? {} : { in: link.embedIn }),
      },
    });
    return { id, token };
  });
}

export async function linksOf(store: Store, boardId: string) {
  return store
    .select({
      id: boardLinks.id,
      name: boardLinks.name,
      embedIn: boardLinks.embedIn,
      scope: boardLinks.scope,
      expiresAt: boardLinks.expiresAt,
      withdrawnAt: boardLinks.withdrawnAt,
      createdAt: boardLinks.createdAt,
      lastUsedAt: boardLinks.lastUsedAt,
      by: people.name,
    })
    .from(boardLinks)
    .innerJoin(people, eq(people.id, boardLinks.personId))
    .where(eq(boardLinks.boardId, boardId))
    .orderBy(desc(boardLinks.createdAt));
}

/** @throws Problem 404 where the board has no such link, or it is withdrawn already */
export async function withdrawLink(store: Store, boardId: string, id: string, personId: string): Promise<void> {
  await store.transaction(async (transaction) => {
    const rows = await transaction
      .update(boardLinks)
      .set({ withdrawnAt: new Date() })
      .where(and(eq(boardLinks.id, id), eq(boardLinks.boardId, boardId), isNull(boardLinks.withdrawnAt)))
      .returning({ name: boardLinks.name });
    if (rows.length === 0) throw notFound('link');
    await transaction
      .insert(audit)
      .values({ personId, action: 'link withdrawn', subject: boardId, detail: { link: id, name: rows[0]?.name } });
    await changed(transaction, boardId, { kind: 'shares', by: personId });
  });
}

export interface OpenLink {
  readonly board: Board;
  readonly scope: Scope;
  readonly embedIn: string | null;
  /** Who made it: what they may see is what it shows. */
  readonly personId: string;
}

/** The board of a link that is in force. @throws Problem 404 for one that is unknown, over or withdrawn, without saying which */
export async function openLink(store: Store, token: string, now: Date): Promise<OpenLink> {
  const [row] = await store
    .select()
    .from(boardLinks)
    .innerJoin(boards, eq(boards.id, boardLinks.boardId))
    .where(and(eq(boardLinks.tokenHash, sha256(token)), isNull(boardLinks.withdrawnAt), gt(boardLinks.expiresAt, now)));
  if (!row) throw notFound('shared board; the link may be over or withdrawn. Ask who sent it for a new one');
  await store.update(boardLinks).set({ lastUsedAt: now }).where(eq(boardLinks.id, row.board_links.id));
  return {
    board: row.boards,
    scope: row.board_links.scope,
    embedIn: row.board_links.embedIn,
    personId: row.board_links.personId,
  };
}
