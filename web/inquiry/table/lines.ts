/** The lines of a table: the rows of the answer, with a line of subtotals after each group where totals are shown. */
import type { Answer, Cell } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
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

/** The greatest size of each column, for bars and shades: of measures only. */
export function sizesOf({ columns, rows }: Pick<Answer, 'columns' | 'rows'>): (number | null)[] {
  return columns.map((column, at) =>
    column.role === 'measure' ? rows.reduce((most, row) => Math.max(most, Math.abs(Number(row[at] ?? 0))), 0) : null,
  );
}
