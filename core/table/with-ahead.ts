/** An answer with its forecast as further rows and columns, for whoever reads it as a table. */
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';

/** Figures of a forecast: what is expected, and the ends of its range. */
export const isExpected = ({ as }: AnswerColumn): boolean => as === 'expected' || as === 'low' || as === 'high';

/**
 * A period that the data have begun keeps its row, with what is expected of the whole of it; those to come follow after all rows.
 * @returns the answer itself where it has no forecast
 */
export function withAhead<A extends Pick<Answer, 'columns' | 'rows' | 'ahead'>>(answer: A): A {
  const { columns, rows, ahead } = answer;
  if (ahead === undefined) return answer;
  const keys = ahead.columns.flatMap((column, at) =>
    isExpected(column) ? [] : [{ at, there: columns.findIndex((one) => one.key === column.key) }],
  );
  const figures = ahead.columns.flatMap((column, at) => (isExpected(column) ? [at] : []));
  const keyOf = (cells: readonly Cell[]) => JSON.stringify(cells);
  const expected = new Map(ahead.rows.map((row) => [keyOf(keys.map(({ at }) => row[at] ?? null)), row]));
  const begun = new Set<string>();
  const continued = rows.map((row) => {
    const key = keyOf(keys.map(({ there }) => row[there] ?? null));
    const known = expected.get(key);
    if (known !== undefined) begun.add(key);
    return [...row, ...figures.map((at) => known?.[at] ?? null)];
  });
  const toCome = [...expected].flatMap(([key, row]) => {
    if (begun.has(key)) return [];
    const own = columns.map((_column, place): Cell => {
      const from = keys.find(({ there }) => there === place);
      return from === undefined ? null : (row[from.at] ?? null);
    });
    return [[...own, ...figures.map((at) => row[at] ?? null)]];
  });
  return {
    ...answer,
    columns: [...columns, ...figures.flatMap((at) => ahead.columns[at] ?? [])],
    rows: [...continued, ...toCome],
    ahead: undefined,
  };
}
