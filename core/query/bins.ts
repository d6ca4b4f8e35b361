/** Ranges of a numeric column: their width, and their labels in an answer. */
import { formatValue } from '../format/format';
import type { Cell } from './answer';
import type { AnswerColumn } from './plan';

const WANTED = 12;

/**
 * A round width (1, 2 or 5 times a power of ten) that cuts a stretch into some twelve ranges.
 * @example niceWidth(0, 117) // 10
 */
export function niceWidth(least: number, most: number): number {
  const raw = (most - least) / WANTED;
  if (!(raw > 0)) return 1;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = [1, 2, 5, 10].find((one) => one * power >= raw) ?? 10;
  return Number((step * power).toPrecision(6));
}

/** A range as a label. @example binLabel(10, 10, column) // '10 – 20' */
export function binLabel(from: number, width: number, column: AnswerColumn): string {
  const plain: AnswerColumn = {
    key: column.key,
    label: column.label,
    role: 'measure',
    ...(column.format === undefined
      ? {}
      : { format: { ...column.format, decimals: Math.max(0, Math.min(4, -Math.floor(Math.log10(width)))) } }),
  };
  return `${formatValue(from, plain)} – ${formatValue(Number((from + width).toPrecision(12)), plain)}`;
}

/** The table with each column of ranges as its label, followed by the lower end. */
export function withBinLabels(
  columns: readonly AnswerColumn[],
  rows: readonly (readonly Cell[])[],
): { columns: AnswerColumn[]; rows: Cell[][] } {
  const bins = columns.map((column) => column.width !== undefined);
  return {
    columns: columns.flatMap((column): AnswerColumn[] => {
      if (column.width === undefined) return [column];
      const { width: _width, format: _format, unit: _unit, ...plain } = column;
      return [
        {
          ...plain,
          key: `${column.key}_range`,
          label: column.unit === undefined ? column.label : `${column.label}, ${column.unit}`,
        },
        {
          key: `${column.key}_from`,
          label: `${column.label}, from`,
          role: 'detail',
          ...(column.unit === undefined ? {} : { unit: column.unit }),
        },
      ];
    }),
    rows: rows.map((row) =>
      row.flatMap((cell, at): Cell[] => {
        const column = columns[at];
        if (!bins[at] || column?.width === undefined) return [cell];
        return [typeof cell === 'number' ? binLabel(cell, column.width, column) : null, cell];
      }),
    ),
  };
}
