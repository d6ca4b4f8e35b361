/** Where the head of a file is, and which of its lines are no data: titles, sums, notes, the head said again. */
import { readDate } from './dates';
import { readNumber } from './numbers';
import type { RawRow } from './proof';
import { isSumWord } from './words';

export interface Head {
  /** The line that names the columns; null where none does. */
  readonly line: number | null;
  readonly names: readonly string[];
  /** Columns of a line. */
  readonly width: number;
}

const textOf = (cell: string): string => cell.trim();
export const filled = ({ cells }: RawRow): string[] => cells.map(textOf).filter((cell) => cell !== '');
const widthOf = ({ cells }: RawRow): number => cells.findLastIndex((cell) => cell.trim() !== '') + 1;
const isNumber = (cell: string): boolean => readNumber(cell, 'point') !== null || readNumber(cell, 'comma') !== null;
/** Years and months stand in the head of a table that lays periods side by side. */
export const isPeriodHead = (cell: string): boolean => {
  const found = readDate(cell, 'dmy');
  return /^(19|20)\d\d$/.test(cell.trim()) || (found !== null && found.kind !== 'time');
};

/** Part of the columns that a head names. */
const NAMED = 0.6;

/**
 * @param rows the first lines of a file
 * @param said the line that a person says is the head; “none” where there is none
 */
export function headOf(rows: readonly RawRow[], said?: string): Head {
  const widths = new Map<number, number>();
  for (const row of rows) {
    const width = widthOf(row);
    if (width > 0) widths.set(width, (widths.get(width) ?? 0) + 1);
  }
  // as most lines have it, the wider where as many have each
  const [usual = 0] = [...widths].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [];
  const at =
    said === undefined
      ? rows.findIndex((row) => filled(row).length >= Math.max(1, Math.ceil(NAMED * usual)))
      : rows.findIndex(({ line }) => String(line) === said);
  const row = said === 'none' ? undefined : rows[at];
  const width = Math.max(usual, row === undefined ? 0 : widthOf(row));
  return row === undefined || (said === undefined && !standsOut(row, rows.slice(at + 1), width))
    ? { line: null, names: Array.from({ length: width }, () => ''), width }
    : { line: row.line, names: Array.from({ length: width }, (_, index) => textOf(row.cells[index] ?? '')), width };
}

/** Is a line told from those below it by its words? */
function standsOut(row: RawRow, below: readonly RawRow[], width: number): boolean {
  const cells = filled(row);
  const words = cells.filter((cell) => !isNumber(cell) && (readDate(cell, 'dmy') === null || isPeriodHead(cell)));
  const periods = cells.filter(isPeriodHead);
  if (words.length + periods.filter(isNumber).length < cells.length || words.length === 0) return false;
  if (new Set(cells.map((cell) => cell.toLowerCase())).size < cells.length && cells.length === width) return false;
  // words over words: none of them is a value of its own column
  return !row.cells.some(
    (cell, at) =>
      textOf(cell) !== '' &&
      below.some(
        (other) =>
          textOf(other.cells[at] ?? '') === textOf(cell) &&
          other.cells.some((one, index) => textOf(one) !== textOf(row.cells[index] ?? '')),
      ),
  );
}

export type NoData = 'empty' | 'title' | 'head again' | 'sum' | 'note' | 'ragged';

/** Why a line is left out, in words. */
export const REASONS: Readonly<Record<NoData, string>> = {
  'empty': 'It is empty.',
  'title': 'It stands above the head.',
  'head again': 'It says the head again.',
  'sum': 'It adds up others.',
  'note': 'It is a note.',
  'ragged': 'It has more values than there are columns.',
};

const NOTE =
  /^(source|note|notes|page|printed|report|generated|created|exported|copyright|©|\*|as of|data as of|end of|confidential)\b|^(©|\*|--)/i;

/** Why a line other than the head is no data; null where it is. */
export function noData(row: RawRow, head: Head): NoData | null {
  const cells = filled(row);
  const { width, names } = head;
  if (cells.length === 0) return 'empty';
  if (head.line !== null && row.line < head.line) return 'title';
  if (head.line !== null && cells.length > 1 && names.every((name, index) => name === textOf(row.cells[index] ?? '')))
    return 'head again';
  const [first = ''] = cells;
  const hasGap = cells.length < width;
  if (width > 1 && hasGap && row.cells.slice(0, width).some((cell) => isSumWord(textOf(cell)))) return 'sum';
  if (width >= 3 && cells.length === 1 && !isNumber(first) && readDate(first, 'dmy') === null) return 'note';
  if (width >= 3 && cells.length <= 2 && hasGap && NOTE.test(first)) return 'note';
  return widthOf(row) > width ? 'ragged' : null;
}
