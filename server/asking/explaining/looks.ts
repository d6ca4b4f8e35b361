/** How an explanation looks at the data: by readings like any other, so that rights, plans and engines are those of every answer. */
import type { Cell as Value } from '@zud/core/query/answer';
import type { CodedRows } from '@zud/core/query/coded';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Reading } from '@zud/core/reading/schema';
import type { Answered } from '../answered';

export interface Figures {
  readonly columns: readonly AnswerColumn[];
  readonly rows: readonly (readonly Value[])[];
}

export interface Looks {
  /** A whole answer, for what is told and shown. */
  answer(reading: Reading): Promise<Answered>;
  /** The bare figures of a reading, for what is only looked at; so many rows and one more at most. */
  figures(reading: Reading, most?: number): Promise<Figures>;
  /** The same in columns, for very many rows: breakdowns as texts, measures as numbers. */
  codedFigures(reading: Reading, most: number): Promise<CodedRows>;
}

/** Where the values of each measure shown stand, and what they stand beside. */
export function placesOf({ columns }: Figures): {
  readonly value: readonly number[];
  readonly other: readonly number[];
} {
  const of = (as: AnswerColumn['as']) => columns.flatMap((column, index) => (column.as === as ? [index] : []));
  return { value: of('value'), other: of('other') };
}

export const amountAt = (row: readonly Value[], at: number | undefined): number => {
  const value = at === undefined ? null : (row[at] ?? null);
  return typeof value === 'number' ? value : 0;
};
