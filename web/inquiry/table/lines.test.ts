/** What is drawn behind figures of a table can be compared with the eye: one scale for figures of one unit, whatever the width of a column. */
import fc from 'fast-check';
import type { AnswerColumn } from '@zud/core/query/plan';
import { cellSize, linesOf, sizesOf } from './lines';

const measure = (key: string, extra: Partial<AnswerColumn> = {}): AnswerColumn => ({
  key,
  label: key,
  role: 'measure',
  as: 'value',
  of: key,
  ...extra,
});
const PERCENT = { format: { style: 'percent' as const, decimals: 1 } };
const length = (cell: number, most: number | null) => parseFloat(cellSize(cell, most, 'bars')?.backgroundSize ?? '');

test('of two figures of one unit the greater has the longer bar, in whatever columns they stand', () => {
  const figures = fc.array(fc.tuple(fc.integer({ min: 1, max: 999 }), fc.integer({ min: 1, max: 999 })), {
    minLength: 2,
  });
  fc.assert(
    fc.property(figures, (rows) => {
      const columns = [measure('a', PERCENT), measure('b', PERCENT)];
      const sizes = sizesOf({ columns, rows });
      const cells = rows.flatMap((row) => row.map((cell, at) => ({ cell, drawn: length(cell, sizes[at] ?? null) })));
      for (const one of cells)
        for (const other of cells) if (one.cell > other.cell) expect(one.drawn).toBeGreaterThanOrEqual(other.drawn);
    }),
  );
});

test('figures of another unit have a scale of their own, and texts none', () => {
  const columns = [
    { key: 'port', label: 'Port', role: 'level' as const },
    measure('kg', { unit: 'kg' }),
    measure('share', PERCENT),
  ];
  expect(
    sizesOf({
      columns,
      rows: [
        ['Ambry', 4000, 0.5],
        ['Cove', -8000, 0.25],
      ],
    }),
  ).toEqual([null, 8000, 0.5]);
  expect(cellSize('Ambry', null, 'bars')).toBeUndefined();
  expect(cellSize(0, 0, 'shades')).toBeUndefined();
});

test('a subtotal follows the last row of each outer member, where its rows stand together', () => {
  const columns = [
    { key: 'coast', label: 'Coast', role: 'level' as const },
    { key: 'port', label: 'Port', role: 'level' as const },
    measure('n'),
  ];
  const rows = [
    ['N', 'a', 1],
    ['N', 'b', 2],
    ['S', 'c', 3],
  ];
  const kinds = (given: typeof rows) => linesOf({ columns, rows: given }, true).map((line) => line.kind);
  expect(kinds(rows)).toEqual(['row', 'row', 'subtotal', 'row', 'subtotal']);
  expect(kinds([rows[0], rows[2], rows[1]] as typeof rows)).toEqual(['row', 'row', 'row']);
});
