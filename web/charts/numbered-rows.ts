/** Which notes have a number, and where it stands on the chart. */
import type { ChartDescription } from '@zud/core/chart/description';
import type { Note } from '@zud/core/language/read';

export interface NumberedRow {
  readonly row: number;
  readonly number: number;
}

/** The number of each note that points at a row of the answer, counted from 1; null for the others. */
export function numbersOfNotes(notes: readonly Pick<Note, 'rows'>[]): (number | null)[] {
  let last = 0;
  return notes.map((note) => (note.rows === undefined || note.rows.length === 0 ? null : (last += 1)));
}

/** The first row of each note that points at any: one number a note. */
export function numberedRows(notes: readonly Pick<Note, 'rows'>[]): NumberedRow[] {
  return numbersOfNotes(notes).flatMap((number, at) => {
    const row = notes[at]?.rows?.[0];
    return number === null || row === undefined ? [] : [{ row, number }];
  });
}

/** The mark of a chart that stands for a row: of its own figure, not of what it stands beside. */
export function markOfRow(
  { series }: Pick<ChartDescription, 'series'>,
  row: number,
): { readonly series: number; readonly index: number } | null {
  for (const [at, { points, style }] of series.entries()) {
    if (style === 'other' || style === 'plan') continue;
    const index = points.findIndex((point) => point.row === row && point.y !== null);
    if (index >= 0) return { series: at, index };
  }
  return null;
}
