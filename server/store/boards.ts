/** Boards, their tiles, shares and refinements. Every change counts the board's version up and is told to all servers. */
import { GRID_COLUMNS, type TilePlace } from '@zud/core/contract/boards';
import { arranged, settled, type Placed } from '@zud/core/board/arrange';
import { and, asc, desc, eq, gt, lte, sql } from 'drizzle-orm';
import type { Reading } from '@zud/core/reading/schema';
import { notFound, Problem } from '@zud/core/contract/problem';
import { readingOf } from './reading-columns';
import { mayBeSeenBy, rightOf, sharedRank } from './board-rights';
import { changed, type BoardState, type Transaction } from './board-changes';
import type { Store } from './database';
import { audit, boards, boardVersions, people, tiles, type Board, type Looks, type Scope, type Tile } from './schema';
import { openedBy } from './visits';

/** A tile that shows an answer. */
export type AnswerTile = Tile & { readonly modelId: string; readonly reading: Reading };
export const isAnswer = (tile: Tile): tile is AnswerTile =>
  tile.kind === 'answer' && tile.modelId !== null && tile.reading !== null;

export const EMPTY_SCOPE: Scope = { where: [], when: null, against: null };

export async function createBoard(store: Store, ownerId: string, title: string, looks: Looks = {}): Promise<Board> {
  const [row] = await store.insert(boards).values({ ownerId, title, scope: EMPTY_SCOPE, looks }).returning();
  return row as Board;
}

export async function boardsOf(store: Store, personId: string) {
  const rows = await store
    .select({
      id: boards.id,
      title: boards.title,
      updatedAt: boards.updatedAt,
      ownerId: boards.ownerId,
      owner: people.name,
      tiles: sql<number>`(select count(*)::int from tiles where tiles.board_id = boards.id)`,
      followers: sql<number>`(select count(*)::int from follows where follows.board_id = boards.id)`,
      openedBy: openedBy(),
      rank: sharedRank(personId),
    })
    .from(boards)
    .innerJoin(people, eq(people.id, boards.ownerId))
    .where(mayBeSeenBy(personId))
    .orderBy(desc(boards.updatedAt));
  return rows.map(({ rank, ...row }) => ({ ...row, right: rightOf(row, rank, personId) }));
}

/** The tiles of a board in the order of reading, each with the name of who made it. */
export async function tilesOf(store: Store, boardId: string) {
  return store
    .select({ tile: tiles, byName: people.name })
    .from(tiles)
    .innerJoin(people, eq(people.id, tiles.by))
    .where(eq(tiles.boardId, boardId))
    .orderBy(asc(tiles.y), asc(tiles.x), asc(tiles.createdAt));
}

/** @throws Problem 404 where the board has no such tile */
export async function tileOf(store: Store | Transaction, boardId: string, id: string): Promise<Tile> {
  const [row] = await store
    .select()
    .from(tiles)
    .where(and(eq(tiles.id, id), eq(tiles.boardId, boardId)));
  if (!row) throw notFound('tile');
  return row;
}

/** The size a new tile has. */
const TILE = { width: 6, height: 4 };
const NUMBER_TILE = { width: 3, height: 1 };
const WORDS_TILE = {
  text: { width: 4, height: 2 },
  commentary: { width: 6, height: 4 },
  section: { width: GRID_COLUMNS, height: 1 },
} as const;

/** The first free place of the grid, row by row. */
export function freePlace(
  taken: readonly TilePlace[],
  size: { readonly width: number; readonly height: number },
): TilePlace {
  for (let y = 0; ; y += 1)
    for (let x = 0; x + size.width <= GRID_COLUMNS; x += 1) {
      const free = taken.every(
        (one) =>
          x + size.width <= one.x || one.x + one.width <= x || y + size.height <= one.y || one.y + one.height <= y,
      );
      if (free) return { x, y, ...size };
    }
}

export async function pinTile(
  store: Store,
  boardId: string,
  personId: string,
  pin: {
    modelId: string;
    reading: Reading;
    title: string | null;
    /** What the history calls it. */
    name: string;
    number: boolean;
    ownScope?: boolean;
    place?: TilePlace;
  },
): Promise<Tile> {
  return store.transaction(async (transaction) => {
    await locked(transaction, boardId);
    const taken = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const place = pin.place ?? freePlace(taken, pin.number ? NUMBER_TILE : TILE);
    const [row] = await transaction
      .insert(tiles)
      .values({
        boardId,
        modelId: pin.modelId,
        reading: pin.reading,
        title: pin.title,
        ownScope: pin.ownScope ?? false,
        by: personId,
        ...place,
      })
      .returning();
    if (pin.place) await makeRoom(transaction, boardId, (row as Tile).id, settled);
    await changed(transaction, boardId, { kind: 'tile', tile: (row as Tile).id, by: personId }, `pinned ${pin.name}`);
    return row as Tile;
  });
}

/** Adds a tile of words: a text, a heading, or a commentary computed from the answers. */
export async function addWords(
  store: Store,
  boardId: string,
  personId: string,
  made: { kind: keyof typeof WORDS_TILE; words: string; title: string | null; place?: TilePlace },
): Promise<Tile> {
  return store.transaction(async (transaction) => {
    await locked(transaction, boardId);
    const taken = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const place = made.place ?? freePlace(taken, WORDS_TILE[made.kind]);
    const [row] = await transaction
      .insert(tiles)
      .values({ boardId, kind: made.kind, words: made.words, title: made.title, by: personId, ...place })
      .returning();
    if (made.place) await makeRoom(transaction, boardId, (row as Tile).id, settled);
    await changed(transaction, boardId, { kind: 'tile', tile: (row as Tile).id, by: personId }, `added a ${made.kind}`);
    return row as Tile;
  });
}

/**
 * One act: the tile is changed, and those that it would cover make room.
 * @param name what the history calls the tile
 * @param version the tile's version that the change was made on; a later one is told to the person, and nothing is overwritten
 */
export async function changeTile(
  store: Store,
  boardId: string,
  tileId: string,
  personId: string,
  name: string,
  change: Partial<TilePlace> & { title?: string | null; words?: string | null; ownScope?: boolean },
  version: number | undefined,
): Promise<Tile> {
  return store.transaction(async (transaction) => {
    await locked(transaction, boardId);
    const [there] = await transaction
      .select()
      .from(tiles)
      .where(and(eq(tiles.id, tileId), eq(tiles.boardId, boardId)))
      .for('update');
    if (!there) throw notFound('tile');
    if (version !== undefined && version !== there.version)
      throw new Problem(
        409,
        'Changed meanwhile',
        'Someone changed this tile at the same time. Theirs is kept; look at it and make your change again.',
        { version: there.version },
      );
    if (change.words === '' && there.kind !== 'commentary')
      throw new Problem(
        400,
        'No words',
        'A text or a heading needs words; what it says now is kept. To be rid of it, take it off the board.',
      );
    const [row] = await transaction
      .update(tiles)
      .set({ ...change, version: there.version + 1 })
      .where(eq(tiles.id, tileId))
      .returning();
    const placed = PLACE.some((one) => change[one] !== undefined);
    if (placed) await makeRoom(transaction, boardId, tileId, arranged);
    const what = changeWords(change, name);
    await changed(transaction, boardId, { kind: 'tile', tile: tileId, by: personId }, what);
    return placed ? tileOf(transaction, boardId, tileId) : (row as Tile);
  });
}

const PLACE = ['x', 'y', 'width', 'height'] as const;

/** What the history says of a change. */
function changeWords(change: Partial<Tile>, name: string): string {
  if ('title' in change) return `renamed ${name}`;
  if ('words' in change) return `changed the words of ${name}`;
  if ('ownScope' in change)
    return change.ownScope === true ? `let ${name} keep its own conditions` : `put ${name} under the board’s sentence`;
  return change.width !== undefined || change.height !== undefined ? `sized ${name}` : `moved ${name}`;
}

/** Acts on one board wait for one another; each takes the board before its tiles. */
async function locked(transaction: Transaction, boardId: string): Promise<void> {
  await transaction.select({ id: boards.id }).from(boards).where(eq(boards.id, boardId)).for('update');
}

/** Tiles that one covers go down, within the same act. */
async function makeRoom(
  transaction: Transaction,
  boardId: string,
  first: string,
  order: typeof arranged<Tile>,
): Promise<void> {
  const all = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
  await putInPlace(transaction, all, order(all, first));
}

/** Writes down the places that have changed. */
async function putInPlace(transaction: Transaction, before: readonly Tile[], after: readonly Placed[]): Promise<void> {
  for (const { id, x, y, width, height } of after) {
    const there = before.find((one) => one.id === id);
    if (there && (there.x !== x || there.y !== y || there.width !== width || there.height !== height))
      await transaction
        .update(tiles)
        .set({ x, y, width, height, version: there.version + 1 })
        .where(eq(tiles.id, id));
  }
}

/**
 * Puts several tiles into places at once, as one act; tiles that are gone meanwhile are passed over.
 * @throws Problem 404 where none of them is on the board
 */
export async function placeTiles(
  store: Store,
  boardId: string,
  personId: string,
  places: readonly Placed[],
): Promise<void> {
  await store.transaction(async (transaction) => {
    await locked(transaction, boardId);
    const all = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const wanted = all.map((tile) => ({ ...tile, ...places.find((one) => one.id === tile.id) }));
    if (!all.some((tile) => places.some((one) => one.id === tile.id))) throw notFound('tile');
    await putInPlace(transaction, all, settled(wanted));
    await changed(transaction, boardId, { kind: 'board', by: personId }, 'put tiles back in their places');
  });
}

/** @param name what the history calls the tile */
export async function removeTile(
  store: Store,
  boardId: string,
  tileId: string,
  personId: string,
  name: string,
): Promise<void> {
  await store.transaction(async (transaction) => {
    // the board first, as every act does, so that no two wait for each other
    await locked(transaction, boardId);
    const gone = await transaction
      .delete(tiles)
      .where(and(eq(tiles.id, tileId), eq(tiles.boardId, boardId)))
      .returning({ id: tiles.id });
    if (gone.length === 0) throw notFound('tile');
    await changed(transaction, boardId, { kind: 'tile', tile: tileId, by: personId }, `took ${name} off`);
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

export async function setLooks(store: Store, boardId: string, personId: string, looks: Looks): Promise<void> {
  await store.transaction(async (transaction) => {
    await transaction.update(boards).set({ looks }).where(eq(boards.id, boardId));
    await changed(transaction, boardId, { kind: 'board', by: personId }, 'changed the looks');
  });
}

export async function deleteBoard(store: Store, boardId: string, personId: string): Promise<void> {
  await store.transaction(async (transaction) => {
    await changed(transaction, boardId, { kind: 'deleted', by: personId });
    await transaction.delete(boards).where(eq(boards.id, boardId));
    await transaction.insert(audit).values({ personId, action: 'board deleted', subject: boardId });
  });
}

/** The changes of a board, the latest first; after a version and up to another, where these are named. */
export async function historyOf(
  store: Store,
  boardId: string,
  { after = 0, upTo }: { readonly after?: number; readonly upTo?: number } = {},
) {
  return store
    .select({
      version: boardVersions.version,
      at: boardVersions.at,
      what: boardVersions.what,
      by: people.name,
      byId: people.id,
    })
    .from(boardVersions)
    .innerJoin(people, eq(people.id, boardVersions.personId))
    .where(
      and(
        eq(boardVersions.boardId, boardId),
        gt(boardVersions.version, after),
        upTo === undefined ? undefined : lte(boardVersions.version, upTo),
      ),
    )
    .orderBy(desc(boardVersions.version));
}

/**
 * Shows a board as it was after one of its changes; what it was until now stays in the history.
 * @returns how many tiles of it could not be read any more, and are left out
 * @throws Problem 404 where that version is not kept
 */
export async function restoreVersion(
  store: Store,
  boardId: string,
  personId: string,
  version: number,
): Promise<number> {
  return store.transaction(async (transaction) => {
    await locked(transaction, boardId);
    const [kept] = await transaction
      .select()
      .from(boardVersions)
      .where(and(eq(boardVersions.boardId, boardId), eq(boardVersions.version, version)));
    if (!kept) throw notFound('version of the board');
    const state = kept.state as BoardState;
    // what was kept long ago is brought up to date; a tile that cannot be read any more does not keep the others from coming back
    const readable = state.tiles.flatMap((tile): Tile[] => {
      const reading = tile.reading === null ? null : readingOf(tile.reading);
      return tile.reading !== null && reading === null ? [] : [{ ...tile, reading }];
    });
    const before = await transaction.select().from(tiles).where(eq(tiles.boardId, boardId));
    const wanted = new Set(readable.map((tile) => tile.id));
    for (const tile of before) if (!wanted.has(tile.id)) await transaction.delete(tiles).where(eq(tiles.id, tile.id));
    // states that were kept before tiles made room for one another may have some that cover others
    for (const tile of settled(readable)) {
      const there = before.find((one) => one.id === tile.id);
      const row = { ...tile, createdAt: new Date(tile.createdAt), version: (there?.version ?? tile.version) + 1 };
      if (there) await transaction.update(tiles).set(row).where(eq(tiles.id, tile.id));
      else await transaction.insert(tiles).values(row);
    }
    await transaction
      .update(boards)
      .set({ title: state.title, scope: state.scope, ...(state.looks === undefined ? {} : { looks: state.looks }) })
      .where(eq(boards.id, boardId));
    await changed(transaction, boardId, { kind: 'board', by: personId }, `went back to version ${version}`);
    return state.tiles.length - readable.length;
  });
}
