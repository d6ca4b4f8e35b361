/** The recipe of a proof, line by line: what becomes of each cell, what is changed, what is left out. */
import type { ColumnPlan } from './columns';
import { readDate } from './dates';
import { hashOf, type Plan } from './examine';
import { noData, REASONS } from './head';
import { readNumber } from './numbers';
import type { ColumnType, RawRow } from './proof';
import { freeName } from './table-names';
import { copyOf } from './words';

export interface Mark {
  /** Place of the cell in its line. */
  readonly at: number;
  readonly before: string;
  /** Null: missing. */
  readonly after: string | null;
}

export type AppliedRow =
  | {
      readonly line: number;
      readonly kept: true;
      readonly values: readonly (readonly (string | null)[])[];
      readonly marks: readonly Mark[];
    }
  | { readonly line: number; readonly kept: false; readonly reason: string };

export interface Column {
  readonly name: string;
  readonly type: ColumnType;
}

/** The columns that come of a plan. */
export function columnsOf({ columns, periods }: Plan): Column[] {
  const laidDown = new Set(periods.map(({ at }) => at));
  const kept = columns
    .filter((column, at) => column.hide !== 'drop' && !laidDown.has(at))
    .map(({ name, type }) => ({ name, type }));
  if (periods.length === 0) return kept;
  const types = new Set(periods.map(({ at }) => columns[at]?.type));
  const type = types.size === 1 ? [...types][0] : types.has('text') ? 'text' : 'number';
  const taken = new Set(kept.map(({ name }) => name));
  return [
    ...kept,
    { name: freeName(taken, 'period'), type: 'date' },
    { name: freeName(taken, 'value'), type: type ?? 'text' },
  ];
}

/**
 * @param pseudonym the same word for the same text, wherever it is used
 * @returns what becomes of each line, in the order of the file
 */
export function recipe(plan: Plan, pseudonym: (text: string) => string): (row: RawRow) => AppliedRow | null {
  const { head, columns, periods } = plan;
  const laidDown = new Set(periods.map(({ at }) => at));
  const seen = new Set<number>();
  const written = columns.map((column) => remembered(column, pseudonym));
  return (row) => {
    if (row.line === head.line) return null;
    const reason = noData(row, head);
    if (reason === 'empty') return null;
    if (reason !== null && !plan.keeps.has(reason)) return left(row, REASONS[reason]);
    if (plan.dropDoubles) {
      const key = hashOf(row.cells.slice(0, head.width));
      if (seen.has(key)) return left(row, 'It is the same as one before.');
      seen.add(key);
    }
    const marks: Mark[] = [];
    const cells = columns.map((_column, at) => {
      const before = row.cells[at] ?? '';
      const after = written[at]?.(before) ?? null;
      if (before.trim() !== '' && after !== before) marks.push({ at, before, after });
      return after;
    });
    const kept = cells.filter((_cell, at) => columns[at]?.hide !== 'drop' && !laidDown.has(at));
    const values =
      periods.length === 0
        ? [kept]
        : periods.flatMap(({ at, period }) => {
            const value = cells[at] ?? null;
            return value === null ? [] : [[...kept, period, value]];
          });
    return { line: row.line, kept: true, values, marks };
  };
}

const left = (row: RawRow, reason: string): AppliedRow => ({ line: row.line, kept: false, reason });

/** Values that are remembered of a column with what becomes of them. */
const MOST_REMEMBERED = 5000;

/** What becomes of the cells of a column; of those that come again and again it is told once. */
function remembered(column: ColumnPlan, pseudonym: (text: string) => string): (cell: string) => string | null {
  const known = new Map<string, string | null>();
  return (cell) => {
    const there = known.get(cell);
    if (there !== undefined) return there;
    const made = cellOf(cell, column, pseudonym);
    if (known.size < MOST_REMEMBERED) known.set(copyOf(cell), made === null ? null : copyOf(made));
    return made;
  };
}

function cellOf(cell: string, column: ColumnPlan, pseudonym: (text: string) => string): string | null {
  const text = cell.trim();
  if (text === '' || column.missing.has(text)) return null;
  switch (column.type) {
    case 'integer':
    case 'number': {
      const found = readNumber(text, column.style);
      if (found === null) return null;
      return column.times === 1 ? found.text : String(Number(found.text) * column.times);
    }
    case 'date':
    case 'timestamp': {
      const found = readDate(text, column.order);
      return found === null
        ? null
        : column.type === 'timestamp' && found.kind !== 'time'
          ? `${found.text}T00:00:00`
          : found.text;
    }
    case 'boolean':
      return column.truth?.[0] === text.toLowerCase() ? 'true' : 'false';
    case 'text':
      return column.hide === 'pseudonym'
        ? pseudonym(text)
        : column.hide === 'mask'
          ? `${text.slice(0, 1)}•••`
          : (column.labels.get(text) ?? text);
  }
}
