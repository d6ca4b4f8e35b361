/** Walks over plans. */
import type { ColumnRef, Join } from '../model/model';
import type { Aggregation, Key, OrderTerm, PlanNode, RowCondition } from './plan';

/** The columns that a key looks at. */
export const keyColumns = (key: Key): readonly ColumnRef[] => (key.kind === 'constant' ? [] : [key.column]);

/** The columns that a condition on rows looks at. */
export const conditionColumns = (condition: RowCondition): readonly ColumnRef[] =>
  condition.test === 'among' ? condition.keys.flatMap(({ key }) => keyColumns(key)) : [condition.column];

/** The columns that an aggregation looks at. */
export const valueColumns = (value: Aggregation): readonly ColumnRef[] => [
  ...[value.column, value.date].filter((column): column is ColumnRef => column !== null && column !== undefined),
  ...(value.of === undefined ? [] : keyColumns(value.of)),
  ...(value.each ?? []),
  ...(value.within === undefined ? [] : [value.within.column]),
  ...value.only.map((test) => test.at),
  ...(value.members === undefined ? [] : [value.members.column]),
];

/** The rows of a fact that a node keeps: its scan, what is joined to it, and the conditions; null for a node of another kind. */
export function keptRows(keep: PlanNode): {
  readonly scan: Extract<PlanNode, { node: 'scan' }>;
  readonly joins: readonly Join[];
  readonly conditions: readonly RowCondition[];
} | null {
  if (keep.node !== 'keep' || keep.input.node !== 'join' || keep.input.input.node !== 'scan') return null;
  return { scan: keep.input.input, joins: keep.input.joins, conditions: keep.conditions };
}

/** All nodes of a plan, those inside conditions, keys and tests too. */
export function nodesOf(node: PlanNode): PlanNode[] {
  const inner: PlanNode[] = [];
  if ('input' in node) inner.push(node.input);
  if (node.node === 'semijoin') inner.push(node.among);
  if ('inputs' in node) inner.push(...node.inputs);
  if (node.node === 'keep')
    for (const condition of node.conditions)
      if (condition.test === 'among' || condition.test === 'mean') inner.push(condition.input);
  if (node.node === 'aggregate')
    for (const key of node.keys) if (key.kind === 'level' && key.others) inner.push(key.others);
  if (node.node === 'test' && 'whole' in node.number) inner.push(node.number.whole);
  return [node, ...inner.flatMap(nodesOf)];
}

/** The loaded tables that a plan reads: those of its scans, of what they join, and of the order of members. */
export function tablesOf(root: PlanNode): ReadonlySet<string> {
  const ordered = (terms: readonly OrderTerm[]) =>
    terms.flatMap((term) => (term.kind === 'memberOrder' ? [term.source] : []));
  return new Set(
    nodesOf(root).flatMap((node) => {
      if (node.node === 'scan') return [node.source];
      if (node.node === 'join' && node.input.node === 'scan')
        return node.joins.map((join) =>
          node.input.node === 'scan' ? (node.input.sources[join.to] ?? join.to) : join.to,
        );
      return node.node === 'order' ? ordered(node.by) : [];
    }),
  );
}

/** The columns (`table.column`, of loaded tables) whose values name members in a plan. */
export function memberColumnsOf(root: PlanNode): string[] {
  const nodes = nodesOf(root);
  const sources = sourcesIn(nodes);
  const named = ({ table, column }: ColumnRef) => `${sources.get(table) ?? table}.${column}`;
  return nodes.flatMap((node) => {
    if (node.node === 'scan' || node.node === 'keep')
      return (node.node === 'scan' ? node.rules : node.conditions).flatMap((one) =>
        one.test === 'members' || one.test === 'text' ? [named(one.column)] : [],
      );
    if (node.node === 'aggregate') return node.keys.flatMap((key) => (key.kind === 'level' ? [named(key.column)] : []));
    return node.node === 'list' ? node.columns.flatMap((one) => (one.as === 'member' ? [named(one.column)] : [])) : [];
  });
}

/** The columns (`table.column`, of loaded tables) whose values a plan looks at: keys, values, conditions, joins and what is listed. */
export function columnsReadBy(root: PlanNode): ReadonlySet<string> {
  const nodes = nodesOf(root);
  const sources = sourcesIn(nodes);
  const named = ({ table, column }: ColumnRef) => `${sources.get(table) ?? table}.${column}`;
  return new Set(
    nodes.flatMap((node): string[] => {
      switch (node.node) {
        case 'scan':
          return node.rules.flatMap(conditionColumns).map(named);
        case 'keep':
          return node.conditions.flatMap(conditionColumns).map(named);
        case 'join':
          return node.joins.flatMap(({ from, column, to, key }) => [
            named({ table: from, column }),
            named({ table: to, column: key }),
          ]);
        case 'aggregate':
          return [...node.keys.flatMap(keyColumns), ...node.values.flatMap(valueColumns)].map(named);
        case 'list':
          return node.columns.map(({ column }) => named(column));
        default:
          return [];
      }
    }),
  );
}

/** The loaded tables behind the tables of a model that a plan reads. */
const sourcesIn = (nodes: readonly PlanNode[]): ReadonlyMap<string, string> =>
  new Map(
    nodes.flatMap((node) =>
      node.node === 'scan' ? [[node.table, node.source] as const, ...Object.entries(node.sources)] : [],
    ),
  );

/** The columns a node gives, in order. */
export function outputOf(node: PlanNode): string[] {
  switch (node.node) {
    case 'aggregate':
    case 'regroup':
      return [...node.keys.map((key) => key.name), ...node.values.map((value) => value.name)];
    case 'list':
      return node.columns.map((column) => column.name);
    case 'combine':
      return [...node.keys, ...node.values];
    case 'calculate':
      return [...node.keys, ...node.columns.map((column) => column.name)];
    default:
      return 'input' in node ? outputOf(node.input) : [];
  }
}
