/** An answer as CSV (RFC 4180): full precision, ISO dates, absent values empty; after an empty line what the figures are. */
import { stringify } from 'csv-stringify/sync';
import type { Answer, Cell } from '@zud/core/query/answer';
import { withAhead } from '@zud/core/table/with-ahead';
import { clean } from './remarks';

/** Cells that a spreadsheet would take for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/** A text that no spreadsheet takes for a formula. */
const neutral = (text: string) => (FORMULA.test(text) ? `'${text}` : text);

/** @param about lines that follow the figures and say what they are; programs that read the file do without */
export function csvOf(given: Answer, about: readonly string[] = []): string {
  const answer = withAhead(given);
  const rows = answer.rows.map((row) => row.map(cellOf));
  const wide = (text: string) => [neutral(text), ...Array.from({ length: answer.columns.length - 1 }, () => '')];
  // the head holds names that people gave
  return stringify(
    [
      answer.columns.map((column) => neutral(headOf(column))),
      ...rows,
      ...(about.length === 0 ? [] : [wide(''), ...about.map(wide)]),
    ],
    { record_delimiter: 'windows', bom: true },
  );
}

const cellOf = (cell: Cell) =>
  typeof cell === 'string' ? neutral(cell) : typeof cell === 'number' ? clean(cell) : cell;

/** @example 'Average delay (min)' */
export function headOf({ label, unit }: Answer['columns'][number]): string {
  return unit === undefined || label.endsWith(unit) ? label : `${label} (${unit})`;
}
