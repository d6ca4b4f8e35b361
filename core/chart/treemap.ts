/** Treemaps: parts of a whole as rectangles of their size, squarified (Bruls, Huizing and van Wijk 2000). */
import type { Answer } from '../query/answer';
import { formatCell } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import type { Content } from './along-axis';
import { NOTHING } from './along-axis';
import type { TreePart } from './description';
import { numeric, type Shape } from './shape';

interface Rectangle {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Rectangles within one, with areas in the proportion of the sizes, as near to squares as the order from large to small allows.
 * @param sizes positive numbers, in any order; the rectangles come in the same order
 */
export function squarified(sizes: readonly number[], within: Rectangle): Rectangle[] {
  const total = sizes.reduce((sum, size) => sum + size, 0);
  const scale = total === 0 ? 0 : (within.width * within.height) / total;
  const ordered = sizes.map((size, index) => ({ area: size * scale, index })).sort((a, b) => b.area - a.area);
  const placed: Rectangle[] = sizes.map(() => ({ x: within.x, y: within.y, width: 0, height: 0 }));
  let left = within;
  for (let at = 0; at < ordered.length;) {
    const side = Math.min(left.width, left.height);
    let row = [ordered[at] as (typeof ordered)[number]];
    while (at + row.length < ordered.length) {
      const longer = [...row, ordered[at + row.length] as (typeof ordered)[number]];
      if (worst(longer, side) > worst(row, side)) break;
      row = longer;
    }
    const area = row.reduce((sum, one) => sum + one.area, 0);
    const depth = side === 0 ? 0 : area / side;
    let along = 0;
    for (const one of row) {
      const length = depth === 0 ? 0 : one.area / depth;
      placed[one.index] =
        left.width >= left.height
          ? { x: left.x, y: left.y + along, width: depth, height: length }
          : { x: left.x + along, y: left.y, width: length, height: depth };
      along += length;
    }
    left =
      left.width >= left.height
        ? { x: left.x + depth, y: left.y, width: left.width - depth, height: left.height }
        : { x: left.x, y: left.y + depth, width: left.width, height: left.height - depth };
    at += row.length;
  }
  return placed;
}

/** The greatest ratio of sides in a row of rectangles along a side. */
function worst(row: readonly { readonly area: number }[], side: number): number {
  const sum = row.reduce((total, one) => total + one.area, 0);
  if (sum === 0 || side === 0) return Infinity;
  const areas = row.map((one) => one.area);
  return Math.max((side * side * Math.max(...areas)) / (sum * sum), (sum * sum) / (side * side * Math.min(...areas)));
}

const MOST_PARTS = 200;

export function treeContent(answer: Answer, shape: Shape): Content {
  const [value = 0] = shape.values;
  const column = answer.columns[value] as AnswerColumn;
  const [outer, inner] = shape.levels;
  const cell = (row: number, at: number | undefined) =>
    at === undefined ? null : formatCell(answer.rows[row]?.[at] ?? null, answer.columns[at] as AnswerColumn);
  const all = answer.rows
    .map((row, index) => ({
      row: index,
      value: numeric(row[value]) ?? 0,
      group: inner === undefined ? null : cell(index, outer),
      label: cell(index, inner ?? outer) ?? '',
    }))
    .filter((one) => one.value > 0)
    .sort((a, b) => b.value - a.value);
  const drawn = all.slice(0, MOST_PARTS);
  const groups = [...new Set(drawn.map((one) => one.group))];
  const outerRooms = squarified(
    groups.map((group) => drawn.filter((one) => one.group === group).reduce((sum, one) => sum + one.value, 0)),
    { x: 0, y: 0, width: 1, height: 1 },
  );
  const tree = groups.flatMap((group, index): TreePart[] => {
    const parts = drawn.filter((one) => one.group === group);
    const rooms = squarified(
      parts.map((one) => one.value),
      outerRooms[index] ?? { x: 0, y: 0, width: 0, height: 0 },
    );
    return parts.map((one, at) => ({ ...one, colour: inner === undefined ? 0 : index, ...(rooms[at] as Rectangle) }));
  });
  return {
    ...NOTHING,
    categories: tree.map((part) => part.label),
    categoryLabel: answer.columns[inner ?? outer ?? 0]?.label ?? '',
    tree,
    series: [
      {
        label: column.label,
        colour: 0,
        style: 'value',
        axis: 'left',
        column,
        points: tree.map((part, index) => ({ x: index, y: part.value, row: part.row })),
      },
    ],
    omitted:
      all.length > drawn.length ? `The ${drawn.length} largest of ${all.length} are drawn; the table has all.` : null,
  };
}
