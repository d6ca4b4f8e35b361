/** What can be done with a tile of a board, by its menu. */
import type { BoardTile } from '../app/api';
import type { MenuEntry } from '../parts/controls';

export interface TileRights {
  readonly canAsk: boolean;
  readonly canComment: boolean;
  readonly canEdit: boolean;
}

const WIDEST = 12;

/** The entries of a tile's menu. */
export function tileEntries(tile: BoardTile, { canAsk, canComment, canEdit }: TileRights, lowest: number): MenuEntry[] {
  return [
    ...(canAsk && tile.kind === 'answer' ? [{ id: 'ask', label: 'Ask from here' }] : []),
    ...(canAsk && tile.kind === 'answer' ? [{ id: 'look', label: 'What is worth a look in it' }] : []),
    ...(canAsk && tile.kind === 'answer' ? [{ id: 'alert', label: 'Tell me when …' }] : []),
    ...(canComment ? [{ id: 'comment', label: 'Comment' }] : []),
    ...(canAsk && tile.kind === 'answer' ? [{ id: 'draft', label: 'Draft a board from it' }] : []),
    ...(canEdit && tile.kind !== 'answer' ? [{ id: 'words', label: 'Change the words' }] : []),
    ...(canEdit
      ? [
          { id: 'duplicate', label: 'Duplicate' },
          { id: 'elsewhere', label: 'Move to another board …' },
          ...(tile.kind === 'answer'
            ? [
                {
                  id: 'own',
                  label: tile.ownScope ? 'Follow the board’s sentence' : 'Keep its own conditions',
                  note: tile.ownScope ? 'Narrowed like the others again' : 'Narrowed by no sentence and no refinement',
                },
              ]
            : []),
          { id: 'left', label: 'Move left', note: 'Alt ←', disabled: tile.x === 0 },
          { id: 'right', label: 'Move right', note: 'Alt →', disabled: tile.x + tile.width >= WIDEST },
          { id: 'up', label: 'Move up', note: 'Alt ↑', disabled: tile.y === 0 },
          { id: 'down', label: 'Move down', note: 'Alt ↓' },
          { id: 'wider', label: 'Wider', note: 'Alt Shift →', disabled: tile.x + tile.width >= WIDEST },
          { id: 'narrower', label: 'Narrower', note: 'Alt Shift ←', disabled: tile.width <= 2 },
          { id: 'taller', label: 'Taller', note: 'Alt Shift ↓' },
          { id: 'shorter', label: 'Shorter', note: 'Alt Shift ↑', disabled: tile.height <= lowest },
          { id: 'remove', label: 'Take off the board' },
        ]
      : []),
  ];
}

export type PlaceChange = Partial<Pick<BoardTile, 'x' | 'y' | 'width' | 'height'>>;

const MOVES: Readonly<Record<string, (tile: BoardTile) => PlaceChange>> = {
  left: (tile) => ({ x: tile.x - 1 }),
  right: (tile) => ({ x: tile.x + 1 }),
  up: (tile) => ({ y: tile.y - 1 }),
  down: (tile) => ({ y: tile.y + 1 }),
  wider: (tile) => ({ width: tile.width + 1 }),
  narrower: (tile) => ({ width: tile.width - 1 }),
  taller: (tile) => ({ height: tile.height + 1 }),
  shorter: (tile) => ({ height: tile.height - 1 }),
};

/** What an act does to the place of a tile; null where it is no move, or leads off the grid. */
export function placeAfter(act: string, tile: BoardTile): PlaceChange | null {
  return withinGrid(MOVES[act]?.(tile) ?? {}, tile);
}

const ARROWS: Readonly<Record<string, readonly [move: string, size: string]>> = {
  ArrowLeft: ['left', 'narrower'],
  ArrowRight: ['right', 'wider'],
  ArrowUp: ['up', 'shorter'],
  ArrowDown: ['down', 'taller'],
};

/** The act that an arrow key with Alt stands for. */
export function actOfKey(event: {
  readonly key: string;
  readonly altKey: boolean;
  readonly shiftKey: boolean;
}): string | null {
  const act = event.altKey ? ARROWS[event.key] : undefined;
  return act === undefined ? null : act[event.shiftKey ? 1 : 0];
}

/** A place by how far a tile was drawn, in columns and rows; null where it stays as it is. */
export function placeDrawn(tile: BoardTile, how: 'move' | 'size', columns: number, rows: number): PlaceChange | null {
  const change =
    how === 'move'
      ? { x: Math.min(WIDEST - tile.width, Math.max(0, tile.x + columns)), y: Math.max(0, tile.y + rows) }
      : {
          width: Math.min(WIDEST - tile.x, Math.max(2, tile.width + columns)),
          height: Math.max(1, tile.height + rows),
        };
  return withinGrid(change, tile);
}

function withinGrid(change: PlaceChange, tile: BoardTile): PlaceChange | null {
  const after = { ...tile, ...change };
  const same = after.x === tile.x && after.y === tile.y && after.width === tile.width && after.height === tile.height;
  return same || after.x < 0 || after.y < 0 || after.width < 2 || after.height < 1 || after.x + after.width > WIDEST
    ? null
    : change;
}
