/** An answer as CSV (RFC 4180): full precision, ISO dates, absent values empty. */
import { stringify } from 'csv-stringify/sync';
import type { Answer } from '@zud/core/query/answer';
import { withAhead } from '@zud/core/table/with-ahead';

/** Cells that a spreadsheet would take for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/** A text that no spreadsheet takes for a formula. */
const neutral = (text: string) => (FORMULA.test(text) ? `'${text}` : text);

export function csvOf(given: Answer): string {
  const answer = withAhead(given);
  const rows = answer.rows.map((row) => row.map((cell) => (typeof cell === 'string' ? neutral(cell) : cell)));
  // the head holds names that people gave
  return stringify([answer.columns.map((column) => neutral(headOf(column))), ...rows], {
    record_delimiter: 'windows',
    bom: true,
  });
}

/** @example 'Average delay (min)' */
export function headOf({ label, unit }: Answer['columns'][number]): string {
  return unit === undefined || label.endsWith(unit) ? label : `${label} (${unit})`;
}
