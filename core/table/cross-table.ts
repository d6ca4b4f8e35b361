/** An answer of several breakdowns as a cross table: the members of the last one side by side, the others at the side. */
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';

export interface PlacedColumn {
  readonly column: AnswerColumn;
  /** Its place in the rows of the answer. */
  readonly at: number;
}

export interface CrossTable {
  readonly side: readonly PlacedColumn[];
  readonly across: PlacedColumn;
  /** The members across, in the order in which the answer has them; periods in the order of time. */
  readonly heads: readonly Cell[];
  readonly figures: readonly PlacedColumn[];
  /** A line for each combination at the side; `rows` has the answer's row for each head, null where there is none. */
  readonly lines: readonly { readonly keys: readonly Cell[]; readonly rows: readonly (number | null)[] }[];
}

export const isKey = (column: AnswerColumn) => column.role === 'level' || column.role === 'time';

/** Null for an answer of fewer than two breakdowns. A time breakdown goes across, else the last breakdown. */
export function crossTable({ columns, rows }: Pick<Answer, 'columns' | 'rows'>): CrossTable | null {
  const placed = columns.map((column, at): PlacedColumn => ({ column, at }));
  const keys = placed.filter(({ column }) => isKey(column));
  const across = keys.find(({ column }) => column.role === 'time') ?? keys.at(-1);
  if (keys.length < 2 || across === undefined) return null;
  const side = keys.filter((one) => one !== across);
  const heads = [...new Set(rows.map((row) => row[across.at] ?? null))];
  if (across.column.role === 'time') heads.sort(byTime);
  const placeOf = new Map(heads.map((head, index) => [head, index]));
  const lines = new Map<string, { keys: Cell[]; rows: (number | null)[] }>();
  rows.forEach((row, index) => {
    const at = side.map((one) => row[one.at] ?? null);
    const key = JSON.stringify(at);
    const line = lines.get(key) ?? { keys: at, rows: heads.map(() => null) };
    line.rows[placeOf.get(row[across.at] ?? null) ?? 0] = index;
    lines.set(key, line);
  });
  return { side, across, heads, figures: placed.filter(({ column }) => !isKey(column)), lines: [...lines.values()] };
}

function byTime(a: Cell, b: Cell): number {
  if (a === null || b === null) return a === b ? 0 : a === null ? 1 : -1;
  return a < b ? -1 : a > b ? 1 : 0;
}
