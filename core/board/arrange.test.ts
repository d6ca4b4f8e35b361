import fc from 'fast-check';
import { arranged, settled, type Placed } from './arrange';

const tile = fc.record({
  x: fc.integer({ min: 0, max: 9 }),
  y: fc.integer({ min: 0, max: 12 }),
  width: fc.integer({ min: 2, max: 3 }),
  height: fc.integer({ min: 1, max: 4 }),
});
const tiles = fc
  .array(tile, { minLength: 1, maxLength: 12 })
  .map((list) => list.map((one, index): Placed => ({ ...one, id: String(index) })));
const overlap = (a: Placed, b: Placed) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

test('whatever was moved where, no tile covers another, and none is lost', () => {
  fc.assert(
    fc.property(tiles, fc.nat(11), (list, first) => {
      const placed = arranged(list, String(first % list.length));
      expect(placed.map((one) => one.id).sort()).toEqual(list.map((one) => one.id).sort());
      placed.forEach((one, index) =>
        placed.slice(0, index).forEach((other) => expect(overlap(one, other)).toBe(false)),
      );
    }),
  );
});

test('an arranged board stays as it is', () => {
  fc.assert(
    fc.property(tiles, (list) => {
      const once = arranged(list);
      const byId = (placed: Placed[]) => [...placed].sort((a, b) => Number(a.id) - Number(b.id));
      expect(byId(arranged(once))).toEqual(byId(once));
    }),
  );
});

test('tiles in places of their own stay there, gaps and all; others are arranged', () => {
  fc.assert(
    fc.property(tiles, fc.nat(5), (list, gap) => {
      const apart = arranged(list).map((one) => ({ ...one, y: one.y + gap }));
      expect(settled(apart)).toEqual(apart);
      const placed = settled(list);
      placed.forEach((one, index) =>
        placed.slice(0, index).forEach((other) => expect(overlap(one, other)).toBe(false)),
      );
    }),
  );
});
