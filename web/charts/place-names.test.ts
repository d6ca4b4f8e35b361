import fc from 'fast-check';
import { NAME_HEIGHT, placedNames, type NamedPoint } from './place-names';

const AREA = { left: 0, top: 0, right: 600, bottom: 400 };
const point = fc.record({
  x: fc.integer({ min: 0, max: 600 }),
  y: fc.integer({ min: 0, max: 400 }),
  radius: fc.integer({ min: 3, max: 20 }),
  name: fc.string({ minLength: 1, maxLength: 12 }),
  width: fc.integer({ min: 10, max: 120 }),
});

test('no name covers another name or any mark, and each stands within the chart', () => {
  fc.assert(
    fc.property(fc.array(point, { maxLength: 40 }), (points) => {
      const named = points.map((one, at): NamedPoint => ({ ...one, name: `${at}` }));
      const boxes = placedNames(named, AREA).map(({ name, left, top }) => ({
        left,
        top,
        right: left + (named[Number(name)]?.width ?? 0),
        bottom: top + NAME_HEIGHT,
      }));
      for (const [at, box] of boxes.entries()) {
        expect(box.left >= 0 && box.top >= 0 && box.right <= 600 && box.bottom <= 400).toBe(true);
        for (const other of boxes.slice(at + 1))
          expect(
            box.right <= other.left || other.right <= box.left || box.bottom <= other.top || other.bottom <= box.top,
          ).toBe(true);
        for (const { x, y, radius } of named)
          expect(
            box.right <= x - radius || box.left >= x + radius || box.bottom <= y - radius || box.top >= y + radius,
          ).toBe(true);
      }
    }),
  );
});

test('a point that stands alone is named to its right; at the right edge, to its left', () => {
  const one = { y: 100, radius: 5, name: 'Tolmar', width: 50 };
  expect(placedNames([{ ...one, x: 100 }], AREA)).toEqual([{ name: 'Tolmar', left: 110, top: 93 }]);
  expect(placedNames([{ ...one, x: 590 }], AREA)).toEqual([{ name: 'Tolmar', left: 530, top: 93 }]);
});
