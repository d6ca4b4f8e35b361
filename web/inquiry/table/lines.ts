/** The lines of a table: the rows of the answer, with a line of subtotals after each group where totals are shown. */
import type { Answer, Cell } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import { DEEPEST_SHADE } from '@zud/core/chart/shade';
import type { View } from '@zud/core/reading/schema';
import { isKey } from '@zud/core/table/cross-table';

export type Line =
  | { readonly kind: 'row'; readonly row: number }
  | { readonly kind: 'subtotal'; readonly column: AnswerColumn; readonly cell: Cell };

/** A subtotal follows the last row of each member of the outermost breakdown, where its rows stand together. */
export function linesOf({ columns, rows }: Pick<Answer, 'columns' | 'rows'>, subtotals: boolean): Line[] {
  const keys = columns.map((column, at) => ({ column, at })).filter(({ column }) => isKey(column));
  const [outer] = keys;
  const lines: Line[] = [];
  const together =
    outer !== undefined && keys.length > 1 && subtotals && standTogether(rows.map((row) => row[outer.at] ?? null));
  rows.forEach((row, index) => {
    lines.push({ kind: 'row', row: index });
    if (together && row[outer.at] !== rows[index + 1]?.[outer.at])
      lines.push({ kind: 'subtotal', column: outer.column, cell: row[outer.at] ?? null });
  });
  return lines;
}

function standTogether(cells: readonly Cell[]): boolean {
  const changes = cells.filter((cell, index) => index === 0 || cell !== cells[index - 1]).length;
  return changes === new Set(cells).size;
}

/** Figures that can be set against one another: of the same unit, written alike. */
const scaleOf = ({ format, unit }: AnswerColumn) =>
  `${format?.style ?? 'number'} ${format?.currency ?? ''} ${unit ?? ''}`;

/** The greatest size on the scale of each column, for bars and shades: columns of one unit have one scale. Of measures only. */
export function sizesOf({ columns, rows }: Pick<Answer, 'columns' | 'rows'>): (number | null)[] {
  const most = new Map<string, number>();
  columns.forEach((column, at) => {
    if (column.role !== 'measure') return;
    const scale = scaleOf(column);
    for (const row of rows) most.set(scale, Math.max(most.get(scale) ?? 0, Math.abs(Number(row[at] ?? 0))));
  });
  return columns.map((column) => (column.role === 'measure' ? (most.get(scaleOf(column)) ?? 0) : null));
}

/** The longest bar, in pixels, whatever the width of its column, so that bars of different columns can be compared. */
const LONGEST_BAR = 72;

/** A bar under a figure, or a shade behind it, in the proportion of the greatest on its scale. */
export function cellSize(cell: Cell, most: number | null, as: View['cells']): CellStyle | undefined {
  if (as === undefined || most === null || most === 0 || typeof cell !== 'number') return undefined;
  const part = Math.abs(cell) / most;
  const colour = cell < 0 ? 'var(--signal)' : 'var(--first)';
  if (as === 'shades')
    return { background: `color-mix(in srgb, ${colour} ${Math.round(part * DEEPEST_SHADE * 100)}%, transparent)` };
  return {
    backgroundImage: `linear-gradient(${colour}, ${colour})`,
    backgroundSize: `${(part * LONGEST_BAR).toFixed(1)}px 3px`,
    minWidth: LONGEST_BAR,
  };
}

export interface CellStyle {
  readonly background?: string;
  readonly backgroundImage?: string;
  readonly backgroundSize?: string;
  readonly minWidth?: number;
}
