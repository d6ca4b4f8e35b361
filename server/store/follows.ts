/** Boards that people follow, and what changed on them since they last looked. */
import { and, desc, eq, gt, ne, sql } from 'drizzle-orm';
import { mayBeSeenBy } from './board-rights';
import type { Store } from './database';
import { boards, boardVersions, follows, people } from './schema';

export async function follow(store: Store, boardId: string, personId: string, seenVersion: number): Promise<void> {
  await store
    .insert(follows)
    .values({ boardId, personId, seenVersion })
    .onConflictDoUpdate({ target: [follows.boardId, follows.personId], set: { seenVersion } });
}

export async function unfollow(store: Store, boardId: string, personId: string): Promise<void> {
  await store.delete(follows).where(and(eq(follows.boardId, boardId), eq(follows.personId, personId)));
}

export async function isFollowed(store: Store, boardId: string, personId: string): Promise<boolean> {
  return (
    (
      await store
        .select({ boardId: follows.boardId })
        .from(follows)
        .where(and(eq(follows.boardId, boardId), eq(follows.personId, personId)))
    ).length > 0
  );
}

/** Notes that a follower has seen a board as it is now; nothing where they do not follow it. */
export async function seen(store: Store, boardId: string, personId: string, version: number): Promise<void> {
  await store
    .update(follows)
    .set({ seenVersion: sql`greatest(${follows.seenVersion}, ${version})` })
    .where(and(eq(follows.boardId, boardId), eq(follows.personId, personId)));
}

/** What colleagues changed on followed boards since a person last looked, a board a line: how often, and what was last. */
export async function newsFor(store: Store, personId: string) {
  const rows = await store
    .select({
      boardId: boards.id,
      board: boards.title,
      by: people.name,
      what: boardVersions.what,
      at: boardVersions.at,
    })
    .from(follows)
    .innerJoin(boards, eq(boards.id, follows.boardId))
    .innerJoin(
      boardVersions,
      and(
        eq(boardVersions.boardId, follows.boardId),
        gt(boardVersions.version, follows.seenVersion),
        ne(boardVersions.personId, personId),
      ),
    )
    .innerJoin(people, eq(people.id, boardVersions.personId))
    .where(and(eq(follows.personId, personId), mayBeSeenBy(personId)))
    .orderBy(desc(boardVersions.at))
    .limit(200);
  const boardsWithNews = [...new Set(rows.map((row) => row.boardId))];
  return boardsWithNews.map((id) => {
    const changes = rows.filter((row) => row.boardId === id);
    return { ...(changes[0] as (typeof rows)[number]), changes: changes.length };
  });
}
