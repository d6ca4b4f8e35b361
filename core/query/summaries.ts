/**
 * Aggregations answered from summaries: tables kept beside a large one, in which rows with the same values of some columns are one
 * row, with how many they are and, for some numbers, their sum, how many are given, the least and the greatest. Some of the columns
 * may be those of parents, which are then not joined any more. Values that can be told from these parts are the same as those of the
 * rows; all else reads the rows.
 */
import { LOCALE } from '../format/format';
import type { ColumnRef, Join } from '../model/model';
import { listWords } from '../reading/words';
import { conditionColumns, keptRows, keyColumns, nodesOf, valueColumns } from './nodes';
import { node, type Aggregation, type Key, type PlanNode, type RowCondition } from './plan';
import { rewritten } from './rewritten';

export interface Summary {
  /** As it is written in a query. */
  readonly name: string;
  /** The columns whose values tell its rows apart, as `summaryKey` calls them. */
  readonly keys: readonly string[];
  /** The columns that it has parts of. */
  readonly numbers: readonly string[];
  readonly rows: number;
}

/** One step to a parent: a foreign key, the loaded table it leads to, and that one's key. */
export interface Step {
  readonly column: string;
  readonly table: string;
  readonly key: string;
}

/** What a summary holds of a number. */
export type SummaryPart = 'sum' | 'given' | 'least' | 'greatest';

/** The column of a summary that says how many rows one of its rows stands for. */
export const SUMMARISED = ':rows';

/** The column of a summary with a part of a number. @example partColumn('fuel_cost', 'sum') // 'fuel_cost:sum' */
export const partColumn = (column: string, part: SummaryPart): string => `${column}:${part}`;

/** What the column of a table, or of a parent of it, is called in a summary. @example 'channel', 'sailing_id>sailings.sailing_id>route_id' */
export const summaryKey = (steps: readonly Step[], column: string): string =>
  [...steps.map((step) => `${step.column}>${step.table}.${step.key}`), column].join('>');

type Aggregate = Extract<PlanNode, { node: 'aggregate' }>;

/**
 * The plan with each aggregation read from the smallest summary that has all it needs, and from the rows where none has.
 * @param of the summaries of a loaded table
 */
export function withSummaries(root: PlanNode, of: (table: string) => readonly Summary[]): PlanNode {
  return rewritten(root, (one) => (one.node === 'aggregate' ? fromSummary(one, of) : one));
}

/** The names of the summaries that a plan is read from. */
export const summariesRead = (root: PlanNode): string[] => [
  ...new Set(nodesOf(root).flatMap((one) => (one.node === 'scan' && one.summary !== undefined ? [one.summary] : []))),
];

/** A summary in words. @example 'Read from a summary of bookings: one row for each sailed on, channel (12,345 rows).' */
export function summaryWords(table: string, { keys, rows }: Summary): string {
  const words = keys.map((key) => (key.split('>').at(-1) ?? key).replace(/_/g, ' '));
  return `Read from a summary of ${table.replace(/_/g, ' ')}, with one row for each ${listWords(words, 'and')} (${new Intl.NumberFormat(LOCALE).format(rows)} rows).`;
}

function fromSummary(one: Aggregate, of: (table: string) => readonly Summary[]): PlanNode {
  const kept = keptRows(one.input);
  if (kept === null) return one;
  const { scan, joins, conditions } = kept;
  const numbers = one.values.flatMap((value) => numberOf(value) ?? []);
  // a number of a parent would count once for many rows
  if (!one.values.every(canBeTold) || numbers.some(({ table }) => table !== scan.table)) return one;
  const looked = [
    ...one.keys.flatMap(keyColumns),
    ...[...scan.rules, ...conditions].flatMap(conditionColumns),
    ...one.values.flatMap(chosenBy),
  ];
  const fitting = of(scan.source)
    .filter((summary) => numbers.every(({ column }) => summary.numbers.includes(column)))
    .sort((a, b) => a.rows - b.rows);
  for (const summary of fitting) {
    const way = new WayThrough(summary, scan, joins);
    const joined = way.joinsFor(looked);
    if (joined === null) continue;
    const at = (column: ColumnRef) => way.at(column);
    return node({
      ...one,
      keys: one.keys.map((key) => keyAt(key, at)),
      values: one.values.map((value) => valueAt(value, at)),
      input: node({
        node: 'keep',
        conditions: conditions.map((condition) => conditionAt(condition, at)),
        input: node({
          node: 'join',
          joins: joined,
          input: node({ ...scan, summary: summary.name, rules: scan.rules.map((rule) => conditionAt(rule, at)) }),
        }),
      }),
    });
  }
  return one;
}

/** How the columns that a plan looks at are reached from a summary. */
class WayThrough {
  constructor(
    private readonly summary: Summary,
    private readonly scan: Extract<PlanNode, { node: 'scan' }>,
    private readonly joins: readonly Join[],
  ) {}

  /** The column of the summary that stands for a column; the column itself where that is of a parent still joined. */
  at(column: ColumnRef): ColumnRef {
    const name = this.nameOf(column);
    return this.summary.keys.includes(name) ? { table: this.scan.table, column: name } : column;
  }

  /** The joins that are left to be made; null where some column cannot be reached. */
  joinsFor(columns: readonly ColumnRef[]): Join[] | null {
    const made = new Map<string, Join>();
    for (const column of columns) if (!this.reach(column, made)) return null;
    return [...made.values()];
  }

  private reach(column: ColumnRef, made: Map<string, Join>): boolean {
    if (this.summary.keys.includes(this.nameOf(column)) || made.has(column.table)) return true;
    const join = this.joinTo(column.table);
    if (join === undefined) return false;
    const lead = { table: join.from, column: join.column };
    if (!this.reach(lead, made)) return false;
    const { table, column: from } = this.at(lead);
    made.set(join.to, { ...join, from: table, column: from });
    return true;
  }

  private nameOf({ table, column }: ColumnRef): string {
    const steps: Step[] = [];
    for (let join = this.joinTo(table); join !== undefined; join = this.joinTo(join.from))
      steps.unshift({ column: join.column, table: this.scan.sources[join.to] ?? join.to, key: join.key });
    return summaryKey(steps, column);
  }

  private joinTo(table: string): Join | undefined {
    return table === this.scan.table ? undefined : this.joins.find((join) => join.to === table);
  }
}

const canBeTold = ({ function: name }: Aggregation): boolean =>
  ['sum', 'count', 'distinct', 'average', 'minimum', 'maximum'].includes(name);

/** The number whose parts a value is told from; null where rows or different values are counted. */
const numberOf = ({ function: name, column }: Aggregation): ColumnRef | null =>
  name === 'count' || name === 'distinct' ? null : column;

/** The columns that have to be keys of a summary for a value to be told from it. */
const chosenBy = (value: Aggregation): readonly ColumnRef[] =>
  valueColumns(numberOf(value) === null ? value : { ...value, column: null });

type At = (column: ColumnRef) => ColumnRef;

const keyAt = (key: Key, at: At): Key => (key.kind === 'constant' ? key : { ...key, column: at(key.column) });

const conditionAt = (condition: RowCondition, at: At): RowCondition =>
  condition.test === 'among'
    ? { ...condition, keys: condition.keys.map((one) => ({ ...one, key: keyAt(one.key, at) })) }
    : { ...condition, column: at(condition.column) };

const valueAt = (value: Aggregation, at: At): Aggregation => ({
  ...value,
  ...(numberOf(value) === null && value.column !== null ? { column: at(value.column) } : {}),
  ...(value.of === undefined ? {} : { of: keyAt(value.of, at) }),
  ...(value.within === undefined ? {} : { within: { ...value.within, column: at(value.within.column) } }),
  only: value.only.map((test) => ({ ...test, at: at(test.at) })),
  ...(value.members === undefined ? {} : { members: { ...value.members, column: at(value.members.column) } }),
});
