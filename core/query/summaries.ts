/**
 * Aggregations answered from summaries: tables kept beside a large one, in which rows with the same values of some columns are one
 * row, with how many they are and, for some numbers, their sum, how many are given, the least and the greatest. Values that can be
 * told from these parts are the same as those of the rows; all else reads the rows.
 */
import type { ColumnRef } from '../model/model';
import { conditionColumns, keptRows, keyColumns, valueColumns } from './nodes';
import { node, type Aggregation, type PlanNode } from './plan';
import { rewritten } from './rewritten';

export interface Summary {
  /** As it is written in a query. */
  readonly name: string;
  /** The columns whose values tell its rows apart. */
  readonly keys: readonly string[];
  /** The columns that it has parts of. */
  readonly numbers: readonly string[];
  readonly rows: number;
}

/** What a summary holds of a number. */
export type SummaryPart = 'sum' | 'given' | 'least' | 'greatest';

/** The column of a summary that says how many rows one of its rows stands for. */
export const SUMMARISED = ':rows';

/** The column of a summary with a part of a number. @example partColumn('fuel_cost', 'sum') // 'fuel_cost:sum' */
export const partColumn = (column: string, part: SummaryPart): string => `${column}:${part}`;

/**
 * The plan with each aggregation read from the smallest summary that has all it needs, and from the rows where none has.
 * @param of the summaries of a loaded table
 */
export function withSummaries(root: PlanNode, of: (table: string) => readonly Summary[]): PlanNode {
  return rewritten(root, (one) => {
    const kept = one.node === 'aggregate' ? keptRows(one.input) : null;
    if (one.node !== 'aggregate' || one.input.node !== 'keep' || one.input.input.node !== 'join' || kept === null) return one;
    const { scan, joins, conditions } = kept;
    const looked = [...one.keys.flatMap(keyColumns), ...[...scan.rules, ...conditions].flatMap(conditionColumns), ...joins.map((join): ColumnRef => ({ table: join.from, column: join.column })), ...one.values.flatMap(chosenBy)];
    const own = looked.filter((column) => column.table === scan.table).map(({ column }) => column);
    const numbers = one.values.flatMap((value) => numberOf(value) ?? []);
    // a number of a parent would count once for many rows
    if (!one.values.every(canBeTold) || numbers.some(({ table }) => table !== scan.table)) return one;
    const [summary] = of(scan.source)
      .filter((each) => own.every((column) => each.keys.includes(column)) && numbers.every(({ column }) => each.numbers.includes(column)))
      .sort((a, b) => a.rows - b.rows);
    return summary === undefined ? one : node({ ...one, input: node({ ...one.input, input: node({ ...one.input.input, input: node({ ...scan, summary: summary.name }) }) }) });
  });
}

const canBeTold = ({ function: name }: Aggregation): boolean => ['sum', 'count', 'distinct', 'average', 'minimum', 'maximum'].includes(name);

/** The number whose parts a value is told from; null where rows or different values are counted. */
const numberOf = ({ function: name, column }: Aggregation): ColumnRef | null => (name === 'count' || name === 'distinct' ? null : column);

/** The columns that have to be keys of a summary for a value to be told from it. */
const chosenBy = (value: Aggregation): readonly ColumnRef[] => valueColumns(numberOf(value) === null ? value : { ...value, column: null });
