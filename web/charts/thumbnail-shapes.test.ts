import fc from 'fast-check';
import { CHART_KINDS } from '@zud/core/reading/schema';
import { HEIGHT, shapesOf, WIDTH, type Shape } from './thumbnail-shapes';

const kinds = (shapes: readonly Shape[]) => [...new Set(shapes.map((shape) => shape.kind))];

test('whatever the chart and its numbers, nothing is drawn outside the picture', () => {
  const line = fc.array(fc.option(fc.integer({ min: -900, max: 900 })), { minLength: 1, maxLength: 20 });
  fc.assert(
    fc.property(fc.constantFrom(...CHART_KINDS), fc.array(line, { minLength: 1, maxLength: 5 }), (kind, series) => {
      const ends = shapesOf({ kind, series }).flatMap((shape) => {
        if (shape.kind === 'box')
          return [
            [shape.x, shape.y],
            [shape.x + shape.width, shape.y + shape.height],
          ];
        if (shape.kind === 'dot') return [[shape.x, shape.y]];
        if (shape.kind === 'line')
          return shape.points
            .split(' ')
            .filter(Boolean)
            .map((point) => point.split(',').map(Number));
        return [];
      });
      for (const [x = 0, y = 0] of ends) {
        expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(WIDTH + 1);
        expect(y).toBeGreaterThanOrEqual(-0.5);
        expect(y).toBeLessThanOrEqual(HEIGHT + 1);
      }
    }),
  );
});

test.each([
  ['line', ['line']],
  ['bars', ['box']],
  ['pie', ['arc']],
  ['map', ['dot']],
  ['treemap', ['box']],
])('a %s looks like one', (kind, expected) =>
  expect(
    kinds(
      shapesOf({
        kind,
        series: [
          [3, 2, 1],
          [1, 2, 3],
        ],
      }),
    ),
  ).toEqual(expected),
);

test('parts of a ring go all the way round, those of a treemap fill it, the largest first', () => {
  const arcs = shapesOf({ kind: 'pie', series: [[1, 3, 4]] });
  expect(arcs.at(-1)).toMatchObject({ kind: 'arc', to: 1 });
  const parts = shapesOf({ kind: 'treemap', series: [[1, 3, 4]] });
  expect(parts).toHaveLength(3);
  const areas = parts.flatMap((part) => (part.kind === 'box' ? [part.width * part.height] : []));
  expect(areas).toEqual([...areas].sort((a, b) => b - a));
});

test('nothing is drawn of nothing', () => expect(shapesOf({ kind: 'line', series: [[null, null]] })).toEqual([]));
