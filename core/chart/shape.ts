/** The shape of an answer: which of its columns are breakdowns, which are figures. */
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';

export interface Shape {
  readonly keys: readonly number[];
  readonly values: readonly number[];
  readonly time: number | null;
  readonly levels: readonly number[];
}

export function shapeOf(answer: Answer): Shape {
  const index = answer.columns.map((column, at) => ({ column, at }));
  return {
    keys: index.filter(({ column }) => column.role === 'level' || column.role === 'time').map(({ at }) => at),
    values: index.filter(({ column }) => column.as === 'value').map(({ at }) => at),
    time: index.find(({ column }) => column.role === 'time')?.at ?? null,
    levels: index.filter(({ column }) => column.role === 'level').map(({ at }) => at),
  };
}

export const numeric = (cell: Cell | undefined): number | null => (typeof cell === 'number' ? cell : null);
export const keyOf = (cell: Cell): string => (cell === null ? '' : String(cell));

/** The figures of an answer that are no comparison's, each with its place in the rows. */
export const figuresOf = (answer: Answer, shape: Shape) =>
  shape.values.map((at) => ({ at, column: answer.columns[at] as AnswerColumn }));
