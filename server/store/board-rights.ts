/** Who may do what with a board: its owner, people and groups it is shared with. */
import { and, eq, isNull, or, type SQL, sql } from 'drizzle-orm';
import { forbidden, notFound } from '@zud/core/contract/problem';
import { changed } from './board-changes';
import type { Board } from './schema';
import type { Store } from './database';
import { audit, boards, groupShares, people, shares } from './schema';

export type SharedRight = 'see' | 'comment' | 'edit';
export type Right = 'owner' | SharedRight;

const RANK: Readonly<Record<Right, number>> = { see: 0, comment: 1, edit: 2, owner: 3 };
const REFUSALS: Readonly<Record<Exclude<Right, 'see'>, string>> = {
  owner: 'Only the owner of the board can do this.',
  edit: 'This board is shared with you to see, not to change. Refine it for yourself, or ask its owner for the right to edit.',
  comment: 'This board is shared with you to see, not to comment on. Ask its owner for the right to comment.',
};

export const covers = (right: Right, needed: Right): boolean => RANK[right] >= RANK[needed];

/** The rank of the best share that a person has of a board of the query around it: of their own or of one of their groups; null where there is none. */
export function sharedRank(personId: string): SQL<number | null> {
  const rank = (column: SQL) => sql`array_position(array['see', 'comment', 'edit'], ${column}) - 1`;
  return sql<number | null>`(select max(rank) from (
    select ${rank(sql`s."right"`)} as rank from shares s where s.board_id = boards.id and s.person_id = ${personId}
    union all
    select ${rank(sql`g."right"`)} from group_shares g join people p on g."group" = any(p.groups) where g.board_id = boards.id and p.id = ${personId}
  ) given)`;
}

const RIGHTS: readonly SharedRight[] = ['see', 'comment', 'edit'];

export function rightOf(board: Pick<Board, 'ownerId'>, rank: number | null, personId: string): Right | null {
  if (board.ownerId === personId) return 'owner';
  return rank === null ? null : (RIGHTS[rank] ?? null);
}

/** Boards that a person may see. */
export const mayBeSeenBy = (personId: string): SQL | undefined =>
  or(eq(boards.ownerId, personId), sql`${sharedRank(personId)} is not null`);

/** @throws Problem 404 where the board is not there or not shared with the person; 403 where the right does not suffice */
export async function boardFor(
  store: Store,
  id: string,
  personId: string,
  needed: Right,
): Promise<{ board: Board; right: Right }> {
  const [row] = await store
    .select({ board: boards, rank: sharedRank(personId) })
    .from(boards)
    .where(eq(boards.id, id));
  const right = row ? rightOf(row.board, row.rank, personId) : null;
  if (!row || right === null) throw notFound('board');
  if (!covers(right, needed)) throw forbidden(REFUSALS[needed as Exclude<Right, 'see'>]);
  return { board: row.board, right };
}

export async function sharesOf(store: Store, boardId: string) {
  return store
    .select({ personId: shares.personId, right: shares.right, name: people.name, email: people.email })
    .from(shares)
    .innerJoin(people, eq(people.id, shares.personId))
    .where(eq(shares.boardId, boardId))
    .orderBy(people.name);
}

/** Groups with their right on a board, and how many people are in each. */
export async function groupSharesOf(store: Store, boardId: string): Promise<{ group: string; right: SharedRight }[]> {
  return store
    .select({ group: groupShares.group, right: groupShares.right })
    .from(groupShares)
    .where(eq(groupShares.boardId, boardId))
    .orderBy(groupShares.group);
}

/** All groups that people are in. */
export async function groupsOf(store: Store): Promise<{ group: string; people: number }[]> {
  const { rows } = await store.execute<{ group: string; people: number }>(
    sql`select g as "group", count(*)::int as people from people, unnest(groups) as g group by g order by g`,
  );
  return rows;
}

/** Everyone who may see a board: its owner, those it is shared with, those in a group it is shared with. */
export async function audienceOf(store: Store, board: Board): Promise<{ id: string; name: string }[]> {
  return store
    .select({ id: people.id, name: people.name })
    .from(people)
    .where(
      and(
        isNull(people.deactivatedAt),
        or(
          eq(people.id, board.ownerId),
          sql`${people.id} in (select person_id from shares where board_id = ${board.id})`,
          sql`${people.groups} && array(select "group" from group_shares where board_id = ${board.id})`,
        ),
      ),
    );
}

/** Shares a board with a person, or takes the share back where the right is null. */
export async function setShare(
  store: Store,
  boardId: string,
  byId: string,
  personId: string,
  right: SharedRight | null,
): Promise<void> {
  await store.transaction(async (transaction) => {
    if (right === null)
      await transaction.delete(shares).where(and(eq(shares.boardId, boardId), eq(shares.personId, personId)));
    else
      await transaction
        .insert(shares)
        .values({ boardId, personId, right })
        .onConflictDoUpdate({ target: [shares.boardId, shares.personId], set: { right } });
    await transaction.insert(audit).values({
      personId: byId,
      action: right === null ? 'board unshared' : 'board shared',
      subject: boardId,
      detail: { with: personId, right },
    });
    await changed(transaction, boardId, { kind: 'shares', by: byId });
  });
}

/** Shares a board with a group of people, or takes the share back where the right is null. */
export async function setGroupShare(
  store: Store,
  boardId: string,
  byId: string,
  group: string,
  right: SharedRight | null,
): Promise<void> {
  await store.transaction(async (transaction) => {
    if (right === null)
      await transaction.delete(groupShares).where(and(eq(groupShares.boardId, boardId), eq(groupShares.group, group)));
    else
      await transaction
        .insert(groupShares)
        .values({ boardId, group, right })
        .onConflictDoUpdate({ target: [groupShares.boardId, groupShares.group], set: { right } });
    await transaction.insert(audit).values({
      personId: byId,
      action: right === null ? 'board unshared' : 'board shared',
      subject: boardId,
      detail: { group, right },
    });
    await changed(transaction, boardId, { kind: 'shares', by: byId });
  });
}
