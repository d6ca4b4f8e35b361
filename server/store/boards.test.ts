import type { TilePlace } from '@zud/core/contract/boards';
import fc from 'fast-check';
import { freePlace } from './boards';

const place: fc.Arbitrary<TilePlace> = fc.record({
  x: fc.integer({ min: 0, max: 9 }),
  y: fc.integer({ min: 0, max: 12 }),
  width: fc.integer({ min: 2, max: 3 }),
  height: fc.integer({ min: 1, max: 4 }),
});
const overlap = (a: TilePlace, b: TilePlace) =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

test('a new tile covers none that is there, and ends within the grid', () => {
  fc.assert(
    fc.property(fc.array(place, { maxLength: 12 }), (taken) => {
      const free = freePlace(taken, { width: 6, height: 4 });
      expect(taken.some((one) => overlap(free, one))).toBe(false);
      expect(free.x + free.width).toBeLessThanOrEqual(12);
    }),
  );
});
