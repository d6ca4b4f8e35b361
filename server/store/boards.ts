/** Boards, their tiles, shares and refinements. Every change counts the board's version up and is told to all servers. */
import { and, asc, desc, eq, lte, or, sql } from 'drizzle-orm';
import type { Reading } from '@zud/core/reading/schema';
import { forbidden, notFound, Problem } from '../http/problem';
import { CHANGES, type Store } from './database';
import { audit, boards, boardVersions, people, refinements, shares, tiles, type Scope } from './schema';

export type Board = typeof boards.$inferSelect;
export type Tile = typeof tiles.$inferSelect;
export type Right = 'owner' | 'edit' | 'comment' | 'see';
/** A tile that shows an answer. */
export type AnswerTile = Tile & { readonly modelId: string; readonly reading: Reading };
export const isAnswer = (tile: Tile): tile is AnswerTile => tile.kind === 'answer' && tile.modelId !== null && tile.reading !== null;

/** All that a board shows, at one of its versions. */
interface BoardState {
  readonly title: string;
  readonly scope: Scope;
  readonly tiles: readonly Tile[];
}

export const EMPTY_SCOPE: Scope = { where: [], when: null, against: null };

/** What a change of a board says to those who have it open. */
export interface BoardChange {
  readonly board: string;
  readonly kind: 'board' | 'tile' | 'scope' | 'shares' | 'comment' | 'deleted';
  readonly tile?: string;
  readonly by: string;
  readonly version: number;
}


type Transaction = Parameters<Parameters<Store['transaction']>[0]>[0];

/** Versions of a board that are kept. */
const KEPT_VERSIONS = 200;

/** @param what what was done, for the history; absent where what the board shows did not change */
async function changed(transaction: Transaction, boardId: string, change: Omit<BoardChange, 'board' | 'version'>, what?: string): Promise<number> {
  const [row] = await transaction.update(boards).set({ version: sql`${boards.version} + 1`, updatedAt: new Date() }).where(eq(boards.id, boardId)).returning();
  const version = row?.version ?? 0;
  if (row !== undefined && what !== undefined) {
    const state: BoardState = { title: row.title, scope: row.scope, tiles: await transaction.select().from(tiles).where(eq(tiles.boardId, boardId)) };
    await transaction.insert(boardVersions).values({ boardId, version, personId: change.by, what, state });
    await transaction.delete(boardVersions).where(and(eq(boardVersions.boardId, boardId), lte(boardVersions.version, version - KEPT_VERSIONS)));
  }
  await transaction.execute(sql`select pg_notify(${CHANGES}, ${JSON.stringify({ ...change, board: boardId, version } satisfies BoardChange)})`);
  return version;
}

export async function createBoard(store: Store, ownerId: string, title: string): Promise<Board> {
  const [row] = await store.insert(boards).values({ ownerId, title, scope: EMPTY_SCOPE }).returning();
  return row as Board;
}

export async function boardsOf(store: Store, personId: string) {
  return store
    .selectDistinct({
      id: boards.id, title: boards.title, updatedAt: boards.updatedAt, ownerId: boards.ownerId, owner: people.name,
      tiles: sql<number>`(select count(*)::int from tiles where tiles.board_id = boards.id)`,
      right: sql<Right>`case when ${boards.ownerId} = ${personId} then 'owner' else ${shares.right} end`,
    })
    .from(boards)
    .innerJoin(people, eq(people.id, boards.ownerId))
    .leftJoin(shares, and(eq(shares.boardId, boards.id), eq(shares.personId, personId)))
    .where(or(eq(boards.ownerId, personId), eq(shares.personId, personId)))
    .orderBy(desc(boards.updatedAt));
}

/** @throws Problem 404 where the board is not there or not shared with the person; 403 where the right does not suffice */
export async function boardFor(store: Store, id: string, personId: string, needed: Right): Promise<{ board: Board; right: Right }> {
  const [board] = await store.select().from(boards).where(eq(boards.id, id));
  if (!board) throw notFound('board');
  const [share] = await store.select().from(shares).where(and(eq(shares.boardId, id), eq(shares.personId, personId)));
  const right: Right | null = board.ownerId === personId ? 'owner' : (share?.right ?? null);
  if (right === null) throw notFound('board');
  const rank = { see: 0, comment: 1, edit: 2, owner: 3 };
  if (rank[right] < rank[needed]) throw forbidden(needed === 'owner' ? 'Only the owner of the board can do this.' : needed === 'comment' ? 'This board is shared with you to see, not to comment on. Ask its owner for the right to comment.' : 'This board is shared with you to see, not to change. Refine it for yourself, or ask its owner for the right to edit.');
  return { board, right };
}

export async function tilesOf(store: Store, boardId: string) {
  return store
    .select({ tile: tiles, byName: people.name })
    .from(tiles)
    .innerJoin(people, eq(people.id, tiles.by))
    .where(eq(tiles.boardId, boardId))
    .orderBy(asc(tiles.y), asc(tiles.x), asc(tiles.createdAt));
}

/** Columns of the grid, and the size a new tile has. */
export const GRID_COLUMNS = 12;
const TILE = { width: 6, height: 4 };
const NUMBER_TILE = { width: 3, height: 1 };
const WORDS_TILE = { text: { width: 4, height: 2 }, commentary: { width: 6, height: 4 }, section: { width: GRID_COLUMNS, height: 1 } } as const;

export interface TilePlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The first free place of the grid, row by row. */
export function freePlace(taken: readonly TilePlace[], size: { readonly width: number; readonly height: number }): TilePlace {
  for (let y = 0; ; y += 1)
    for (let x = 0; x + size.width <= GRID_COLUMNS; x += 1) {
      const free = taken.every((one) => x + size.width <= one.x || one.x + one.width <= x || y + size.height <= one.y || one.y + one.height <= y);
      if (free) return { x, y, ...size };
    }
}

export async function pinTile(store: Store, boardId: string, personId: string, pin: { modelId: string; reading: Reading; title: string | null; number: boolean; place?: TilePlace }): Promise<Tile> {
  return store.transaction(async (transaction) => {
    await transaction.select({ id: boards.id }).from(boards).where(eq(boards.id, boardId)).for('update');
    const taken = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const place = pin.place ?? freePlace(taken, pin.number ? NUMBER_TILE : TILE);
    const [row] = await transaction.insert(tiles).values({ boardId, modelId: pin.modelId, reading: pin.reading, title: pin.title, by: personId, ...place }).returning();
    await changed(transaction, boardId, { kind: 'tile', tile: (row as Tile).id, by: personId }, 'pinned a tile');
    return row as Tile;
  });
}

/** Adds a tile of words: a text, a heading, or a commentary computed from the answers. */
export async function addWords(store: Store, boardId: string, personId: string, made: { kind: keyof typeof WORDS_TILE; words: string; title: string | null; place?: TilePlace }): Promise<Tile> {
  return store.transaction(async (transaction) => {
    await transaction.select({ id: boards.id }).from(boards).where(eq(boards.id, boardId)).for('update');
    const taken = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const place = made.place ?? freePlace(taken, WORDS_TILE[made.kind]);
    const [row] = await transaction.insert(tiles).values({ boardId, kind: made.kind, words: made.words, title: made.title, by: personId, ...place }).returning();
    await changed(transaction, boardId, { kind: 'tile', tile: (row as Tile).id, by: personId }, `added a ${made.kind}`);
    return row as Tile;
  });
}

/** @param version the tile's version that the change was made on; a later one is told to the person, and nothing is overwritten */
export async function changeTile(store: Store, boardId: string, tileId: string, personId: string, change: Partial<TilePlace> & { title?: string | null; words?: string | null }, version: number | undefined): Promise<Tile> {
  return store.transaction(async (transaction) => {
    const [there] = await transaction.select().from(tiles).where(and(eq(tiles.id, tileId), eq(tiles.boardId, boardId))).for('update');
    if (!there) throw notFound('tile');
    if (version !== undefined && version !== there.version) throw new Problem(409, 'Changed meanwhile', 'Someone changed this tile at the same time. Theirs is kept; look at it and make your change again.', { version: there.version });
    const [row] = await transaction.update(tiles).set({ ...change, version: there.version + 1 }).where(eq(tiles.id, tileId)).returning();
    await changed(transaction, boardId, { kind: 'tile', tile: tileId, by: personId }, 'words' in change || 'title' in change ? 'changed the words of a tile' : 'moved a tile');
    return row as Tile;
  });
}

export async function removeTile(store: Store, boardId: string, tileId: string, personId: string): Promise<void> {
  await store.transaction(async (transaction) => {
    const gone = await transaction.delete(tiles).where(and(eq(tiles.id, tileId), eq(tiles.boardId, boardId))).returning({ id: tiles.id });
    if (gone.length === 0) throw notFound('tile');
    await changed(transaction, boardId, { kind: 'tile', tile: tileId, by: personId }, 'took a tile off');
  });
}

export async function renameBoard(store: Store, boardId: string, personId: string, title: string): Promise<void> {
  await store.transaction(async (transaction) => {
    await transaction.update(boards).set({ title }).where(eq(boards.id, boardId));
    await changed(transaction, boardId, { kind: 'board', by: personId }, 'renamed the board');
  });
}

/** Sets what applies to all tiles, for everyone. */
export async function setScope(store: Store, boardId: string, personId: string, scope: Scope): Promise<void> {
  await store.transaction(async (transaction) => {
    await transaction.update(boards).set({ scope }).where(eq(boards.id, boardId));
    await changed(transaction, boardId, { kind: 'scope', by: personId }, 'changed the sentence');
  });
}

export async function deleteBoard(store: Store, boardId: string, personId: string): Promise<void> {
  await store.transaction(async (transaction) => {
    await changed(transaction, boardId, { kind: 'deleted', by: personId });
    await transaction.delete(boards).where(eq(boards.id, boardId));
    await transaction.insert(audit).values({ personId, action: 'board deleted', subject: boardId });
  });
}

export async function sharesOf(store: Store, boardId: string) {
  return store.select({ personId: shares.personId, right: shares.right, name: people.name, email: people.email }).from(shares).innerJoin(people, eq(people.id, shares.personId)).where(eq(shares.boardId, boardId)).orderBy(people.name);
}

/** Shares a board with a person, or takes the share back where the right is null. */
export async function setShare(store: Store, boardId: string, byId: string, personId: string, right: 'see' | 'comment' | 'edit' | null): Promise<void> {
  await store.transaction(async (transaction) => {
    if (right === null) await transaction.delete(shares).where(and(eq(shares.boardId, boardId), eq(shares.personId, personId)));
    else await transaction.insert(shares).values({ boardId, personId, right }).onConflictDoUpdate({ target: [shares.boardId, shares.personId], set: { right } });
    await transaction.insert(audit).values({ personId: byId, action: 'board shared', subject: boardId, detail: { with: personId, right } });
    await changed(transaction, boardId, { kind: 'shares', by: byId });
  });
}

export async function keepRefinement(store: Store, boardId: string, personId: string, scope: Scope): Promise<string> {
  const [row] = await store.insert(refinements).values({ boardId, personId, scope }).returning({ id: refinements.id });
  return (row as { id: string }).id;
}

/** @throws Problem 404 where the board has no such refinement */
export async function refinementOf(store: Store, boardId: string, id: string): Promise<{ scope: Scope; personId: string }> {
  const [row] = await store.select().from(refinements).where(and(eq(refinements.id, id), eq(refinements.boardId, boardId)));
  if (!row) throw notFound('refinement');
  return { scope: row.scope, personId: row.personId };
}

/** The changes of a board, the latest first. */
export async function historyOf(store: Store, boardId: string) {
  return store
    .select({ version: boardVersions.version, at: boardVersions.at, what: boardVersions.what, by: people.name })
    .from(boardVersions)
    .innerJoin(people, eq(people.id, boardVersions.personId))
    .where(eq(boardVersions.boardId, boardId))
    .orderBy(desc(boardVersions.version));
}

/**
 * Shows a board as it was after one of its changes; what it was until now stays in the history.
 * @throws Problem 404 where that version is not kept
 */
export async function restoreVersion(store: Store, boardId: string, personId: string, version: number): Promise<void> {
  await store.transaction(async (transaction) => {
    await transaction.select({ id: boards.id }).from(boards).where(eq(boards.id, boardId)).for('update');
    const [kept] = await transaction.select().from(boardVersions).where(and(eq(boardVersions.boardId, boardId), eq(boardVersions.version, version)));
    if (!kept) throw notFound('version of the board');
    const state = kept.state as BoardState;
    const before = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const wanted = new Set(state.tiles.map((tile) => tile.id));
    for (const tile of before) if (!wanted.has(tile.id)) await transaction.delete(tiles).where(eq(tiles.id, tile.id));
    for (const tile of state.tiles) {
      const there = before.find((one) => one.id === tile.id);
      const row = { ...tile, createdAt: new Date(tile.createdAt), version: (there?.version ?? tile.version) + 1 };
      if (there) await transaction.update(tiles).set(row).where(eq(tiles.id, tile.id));
      else await transaction.insert(tiles).values(row);
    }
    await transaction.update(boards).set({ title: state.title, scope: state.scope }).where(eq(boards.id, boardId));
    await changed(transaction, boardId, { kind: 'board', by: personId }, `went back to version ${version}`);
  });
}

/** Tells those who have the board open that comments changed. */
export async function tellComment(transaction: Transaction, boardId: string, by: string, tile: string | null): Promise<void> {
  await changed(transaction, boardId, { kind: 'comment', by, ...(tile === null ? {} : { tile }) });
}
