/** A change of a board: counted as a version, kept in its history, told to all servers. */
import { and, eq, lte, sql } from 'drizzle-orm';
import { z } from 'zod';
import type { Tile } from './schema';
import { CHANGES, type Store } from './database';
import { boards, boardVersions, tiles, type Looks, type Scope } from './schema';

/** All that a board shows, at one of its versions. */
export interface BoardState {
  readonly title: string;
  readonly scope: Scope;
  /** Absent in versions kept before boards had looks. */
  readonly looks?: Looks;
  readonly tiles: readonly Tile[];
}

/** What a change of a board says to those who have it open. */
export const boardChangeSchema = z.object({
  board: z.string(),
  kind: z.enum(['board', 'tile', 'scope', 'shares', 'comment', 'deleted']),
  tile: z.string().optional(),
  by: z.string(),
  version: z.number(),
});
export type BoardChange = z.infer<typeof boardChangeSchema>;

export type Transaction = Parameters<Parameters<Store['transaction']>[0]>[0];

/** Versions of a board that are kept. */
const KEPT_VERSIONS = 200;

/** @param what what was done, for the history; absent where what the board shows did not change */
export async function changed(
  transaction: Transaction,
  boardId: string,
  change: Omit<BoardChange, 'board' | 'version'>,
  what?: string,
): Promise<number> {
  const [row] = await transaction
    .update(boards)
    .set({ version: sql`${boards.version} + 1`, updatedAt: new Date() })
    .where(eq(boards.id, boardId))
    .returning();
  const version = row?.version ?? 0;
  if (row !== undefined && what !== undefined) {
    const state: BoardState = {
      title: row.title,
      scope: row.scope,
      looks: row.looks,
      tiles: await transaction.select().from(tiles).where(eq(tiles.boardId, boardId)),
    };
    await transaction.insert(boardVersions).values({ boardId, version, personId: change.by, what, state });
    await transaction
      .delete(boardVersions)
      .where(and(eq(boardVersions.boardId, boardId), lte(boardVersions.version, version - KEPT_VERSIONS)));
  }
  await transaction.execute(
    sql`select pg_notify(${CHANGES}, ${JSON.stringify({ ...change, board: boardId, version } satisfies BoardChange)})`,
  );
  return version;
}

/** Tells those who have the board open that comments changed. */
export async function tellComment(
  transaction: Transaction,
  boardId: string,
  by: string,
  tile: string | null,
): Promise<void> {
  await changed(transaction, boardId, { kind: 'comment', by, ...(tile === null ? {} : { tile }) });
}
