import fc from 'fast-check';
import type { BoardTile } from '../app/api';
import { actOfKey, placeAfter, placeDrawn, tileEntries } from './tile-acts';

const tileAt = (x: number, y: number, width: number, height: number): BoardTile => ({
  id: 't',
  kind: 'text',
  words: 'x',
  modelId: null,
  reading: null,
  title: null,
  version: 1,
  by: 'Mira',
  ownScope: false,
  x,
  y,
  width,
  height,
});
const tiles = fc
  .tuple(
    fc.integer({ min: 0, max: 10 }),
    fc.integer({ min: 0, max: 30 }),
    fc.integer({ min: 2, max: 12 }),
    fc.integer({ min: 1, max: 9 }),
  )
  .filter(([x, , width]) => x + width <= 12)
  .map((place) => tileAt(...place));

test('wherever a tile is drawn, it stays whole within the twelve columns', () => {
  fc.assert(
    fc.property(
      tiles,
      fc.constantFrom<'move' | 'size'>('move', 'size'),
      fc.integer({ min: -20, max: 20 }),
      fc.integer({ min: -20, max: 20 }),
      (tile, how, columns, rows) => {
        const after = { ...tile, ...placeDrawn(tile, how, columns, rows) };
        expect(
          after.x >= 0 && after.y >= 0 && after.width >= 2 && after.height >= 1 && after.x + after.width <= 12,
        ).toBe(true);
        expect(how === 'move' ? [after.width, after.height] : [after.x, after.y]).toEqual(
          how === 'move' ? [tile.width, tile.height] : [tile.x, tile.y],
        );
      },
    ),
  );
});

test('the arrow keys with Alt do what the menu does, and nothing off the grid', () => {
  const tile = tileAt(0, 0, 12, 1);
  expect(actOfKey({ key: 'ArrowDown', altKey: true, shiftKey: false })).toBe('down');
  expect(actOfKey({ key: 'ArrowLeft', altKey: true, shiftKey: true })).toBe('narrower');
  expect(actOfKey({ key: 'ArrowLeft', altKey: false, shiftKey: false })).toBeNull();
  expect(placeAfter('narrower', tile)).toEqual({ width: 11 });
  for (const act of ['left', 'right', 'up', 'wider', 'shorter'])
    expect([act, placeAfter(act, tile)]).toEqual([act, null]);
});

test('the menu offers what the rights allow', () => {
  const ids = (rights: Parameters<typeof tileEntries>[1]) =>
    tileEntries(tileAt(0, 0, 4, 2), rights, 1).map((entry) => entry.id);
  expect(ids({ canAsk: true, canComment: false, canEdit: false })).toEqual([]);
  expect(ids({ canAsk: true, canComment: true, canEdit: false })).toEqual(['comment']);
  expect(ids({ canAsk: true, canComment: true, canEdit: true })).toEqual(
    expect.arrayContaining(['words', 'duplicate', 'remove']),
  );
});
