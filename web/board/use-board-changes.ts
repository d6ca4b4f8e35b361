/** The changes a person makes to a board, each of which can be taken back and done again. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { same } from '@zud/core/reading/schema';
import { api, ProblemError, type Board, type BoardTile, type Looks, type Scope, type WordsTile } from '../app/api';
import { arranged } from '@zud/core/board/arrange';
import type { PlaceChange } from './tile-acts';
import { useUndo } from './use-undo';
import { showTile } from './WordsFace';

const placeOf = ({ x, y, width, height }: BoardTile) => ({ x, y, width, height });
const samePlace = (a: BoardTile, b: BoardTile) => same(placeOf(a), placeOf(b));

/** What is taken back has been changed by a colleague since it was done. */
class ChangedSince extends ProblemError {
  constructor() {
    super(
      409,
      'Changed meanwhile',
      'A colleague has changed this since. Theirs is kept; the history of the board holds both.',
    );
  }
}

type TileChange = Parameters<typeof api.changeTile>[2];

/** Changes tiles back (or again), if each is still as this person left it. @throws ChangedSince, before anything is changed */
async function changeAgain(
  boardId: string,
  changes: readonly { readonly id: string; readonly left: TileChange; readonly to: TileChange }[],
): Promise<void> {
  const { tiles } = await api.board(boardId, null);
  const there = changes.map((one) => ({ ...one, tile: tiles.find((tile) => tile.id === one.id) }));
  for (const { tile, left } of there) if (tile && !same({ ...tile, ...left }, tile)) throw new ChangedSince();
  for (const { id, to, tile } of there) if (tile) await api.changeTile(boardId, id, { ...to, version: tile.version });
}

/** Puts tiles to where they stood, or stand again, if each is still where it was left. @throws ChangedSince, before anything is changed */
async function placeAgain(
  boardId: string,
  changes: readonly {
    readonly id: string;
    readonly before: Required<PlaceChange>;
    readonly after: Required<PlaceChange>;
  }[],
  to: 'before' | 'after',
): Promise<void> {
  const { tiles } = await api.board(boardId, null);
  const there = changes.filter(({ id }) => tiles.some((tile) => tile.id === id));
  for (const one of there) {
    const tile = tiles.find(({ id }) => id === one.id);
    if (tile && !same(placeOf(tile), one[to === 'before' ? 'after' : 'before'])) throw new ChangedSince();
  }
  if (there.length > 0)
    await api.placeTiles(
      boardId,
      there.map((one) => ({ id: one.id, ...one[to] })),
    );
}

interface Moved {
  readonly tile: BoardTile;
  readonly change: PlaceChange;
}

export function useBoardChanges(boardId: string, board: Board | undefined) {
  const client = useQueryClient();
  const refresh = () => {
    void client.invalidateQueries({ queryKey: ['board', boardId] });
    void client.invalidateQueries({ queryKey: ['tile', boardId] });
  };
  const history = useUndo(refresh);
  const settled = { onSettled: refresh };
  const tiles = board?.tiles ?? [];
  const shownAgain = async (id: string) => {
    await client.invalidateQueries({ queryKey: ['board', boardId] });
    window.requestAnimationFrame(() => showTile(id));
  };
  /** An act that makes a tile: made again, it has another id. */
  const making = async (label: string, make: () => Promise<{ id: string }>) => {
    let made = await make();
    history.did({
      label,
      undo: () => api.removeTile(boardId, made.id),
      redo: async () => {
        made = await make();
      },
    });
    await shownAgain(made.id);
  };

  const boardKey = ['board', boardId];
  const withChange = (all: readonly BoardTile[], { tile, change }: Moved) =>
    arranged(
      all.map((one) => (one.id === tile.id ? { ...one, ...change } : one)),
      tile.id,
    );
  const move = useMutation({
    // one after the other: the next act is of what this one leaves
    scope: { id: `board ${boardId}` },
    mutationFn: ({ tile, change }: Moved) => api.changeTile(boardId, tile.id, change),
    onMutate: async (moved: Moved) => {
      await client.cancelQueries({ queryKey: boardKey });
      const after = withChange(tiles, moved);
      client.setQueriesData<Board>({ queryKey: boardKey }, (there) =>
        // what else is kept of the board has no tiles
        there?.tiles === undefined ? there : { ...there, tiles: withChange(there.tiles, moved) },
      );
      return { before: tiles, after };
    },
    onSuccess: (_tile, moved, { before, after }) => {
      const changes = before.flatMap((one) => {
        const other = after.find(({ id }) => id === one.id);
        return other && !samePlace(one, other) ? [{ id: one.id, before: placeOf(one), after: placeOf(other) }] : [];
      });
      const put = (to: 'before' | 'after') => () => placeAgain(boardId, changes, to);
      history.did({
        label: moved.change.width === undefined && moved.change.height === undefined ? 'Moved' : 'Sized',
        undo: put('before'),
        redo: put('after'),
      });
    },
    ...settled,
  });
  const remove = useMutation({
    mutationFn: async (tile: BoardTile) => {
      let id = tile.id;
      await api.removeTile(boardId, id);
      history.did({
        label: 'Taken off',
        undo: async () => {
          id = (await api.pinAt(boardId, tile)).id;
        },
        redo: () => api.removeTile(boardId, id),
      });
    },
    ...settled,
  });
  const add = useMutation({
    mutationFn: ({ kind, words }: { kind: WordsTile['kind']; words: string }) =>
      making('Added', () => api.addWords(boardId, kind, words)),
    ...settled,
  });
  const duplicate = useMutation({
    mutationFn: (tile: BoardTile) =>
      making('Duplicated', () =>
        api.pinAt(boardId, { ...tile, y: Math.max(0, ...tiles.map((one) => one.y + one.height)) }),
      ),
    ...settled,
  });
  const write = useMutation({
    mutationFn: async ({ tile, words }: { tile: WordsTile; words: string }) => {
      await api.changeTile(boardId, tile.id, { words, version: tile.version });
      const [before, after] = [{ words: tile.words ?? '' }, { words }];
      history.did({
        label: 'Rewritten',
        undo: () => changeAgain(boardId, [{ id: tile.id, left: after, to: before }]),
        redo: () => changeAgain(boardId, [{ id: tile.id, left: before, to: after }]),
      });
    },
    ...settled,
  });
  const keepOwn = useMutation({
    mutationFn: async (tile: BoardTile) => {
      const put = (ownScope: boolean) => api.changeTile(boardId, tile.id, { ownScope });
      await put(!tile.ownScope);
      history.did({
        label: tile.ownScope ? 'Put under the sentence' : 'Left to its own',
        undo: () => put(tile.ownScope),
        redo: () => put(!tile.ownScope),
      });
    },
    ...settled,
  });
  /** Pins the tile on another board and takes it off this one. */
  const moveTo = useMutation({
    mutationFn: async ({ tile, to }: { tile: BoardTile; to: string }) => {
      let [here, there] = [tile.id, (await api.pinFree(to, tile)).id];
      await api.removeTile(boardId, here);
      history.did({
        label: 'Moved to another board',
        undo: async () => {
          here = (await api.pinAt(boardId, tile)).id;
          await api.removeTile(to, there);
        },
        redo: async () => {
          there = (await api.pinFree(to, tile)).id;
          await api.removeTile(boardId, here);
        },
      });
    },
    ...settled,
  });
  const look = useMutation({
    mutationFn: async (change: { title?: string; looks?: Looks; like?: string }) => {
      if (!board) return;
      const [title, looks] = [board.title, board.looks];
      const put = async () => {
        if (change.title !== undefined) await api.renameBoard(boardId, change.title);
        if (change.like !== undefined) await api.setLooks(boardId, { looksLike: change.like });
        else if (change.looks !== undefined) await api.setLooks(boardId, { looks: change.looks });
      };
      await put();
      history.did({
        label: 'Changed',
        undo: async () => {
          await api.renameBoard(boardId, title);
          await api.setLooks(boardId, { looks });
        },
        redo: put,
      });
    },
    ...settled,
  });
  /** Notes that the board's sentence was changed for everyone. */
  const changedScope = (before: Scope, after: Scope) => {
    const put = async (left: Scope, to: Scope) => {
      if (!same((await api.board(boardId, null)).scope, left)) throw new ChangedSince();
      await api.setScope(boardId, to);
    };
    history.did({ label: 'Changed for everyone', undo: () => put(after, before), redo: () => put(before, after) });
  };

  const all = [move, remove, add, duplicate, write, keepOwn, moveTo, look];
  return {
    move,
    remove,
    add,
    duplicate,
    write,
    keepOwn,
    moveTo,
    look,
    changedScope,
    refresh,
    history,
    error:
      [...all.map((one) => one.error), history.error].find((error) => error !== null && error !== undefined) ?? null,
    reset: () => {
      all.forEach((one) => one.reset());
      history.reset();
    },
  };
}
