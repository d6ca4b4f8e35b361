/**
 * Aggregation in two stages: first by the keys of the fact itself and the foreign key that leads to the parents, then, once the
 * parents are joined to these few groups, by the parents' levels. The sums are the same; the many rows of the fact meet no join.
 * Where a fact is spread over servers, the first stage is what each of them does alone.
 */
import type { ColumnRef, Join } from '../model/model';
import { node, type Aggregation, type Key, type PlanNode, type RegroupKey, type RowCondition } from './plan';

type Aggregate = Extract<PlanNode, { node: 'aggregate' }>;
type Level = Extract<Key, { kind: 'level' }>;

/** The plan with each aggregation in two stages that can be. Nodes used twice stay one node. */
export function inTwoStages(root: PlanNode): PlanNode {
  const made = new Map<PlanNode, PlanNode>();
  const again = <N extends PlanNode>(one: N): N => {
    const there = made.get(one);
    if (there !== undefined) return there as N;
    const rewritten = staged(within(one, again));
    made.set(one, rewritten);
    return rewritten as N;
  };
  return again(root);
}

/** A node with all nodes in it rewritten. */
function within(one: PlanNode, again: <N extends PlanNode>(node: N) => N): PlanNode {
  const condition = (of: RowCondition): RowCondition => (of.test === 'among' || of.test === 'mean' ? { ...of, input: again(of.input) } : of);
  const key = (of: Key): Key => (of.kind === 'level' && of.others !== undefined ? { ...of, others: again(of.others) } : of);
  switch (one.node) {
    case 'scan':
      return one;
    case 'keep':
      return node({ ...one, input: again(one.input), conditions: one.conditions.map(condition) });
    case 'aggregate':
      return node({ ...one, input: again(one.input), keys: one.keys.map(key) });
    case 'combine':
      return node({ ...one, inputs: one.inputs.map(again) });
    case 'test':
      return node({ ...one, input: again(one.input), number: 'whole' in one.number ? { ...one.number, whole: again(one.number.whole) } : one.number });
    default:
      return node({ ...one, input: again(one.input) });
  }
}

/** The aggregation in two stages; as it is where that changes what it gives, or gains nothing. */
function staged(one: PlanNode): PlanNode {
  if (one.node !== 'aggregate' || one.input.node !== 'keep' || one.input.input.node !== 'join' || one.input.input.input.node !== 'scan') return one;
  const { joins, input: scan } = one.input.input;
  const [lead, ...others] = joins.filter((join) => join.from === scan.table);
  if (lead === undefined || others.length > 0) return one;
  const ofFact = (column: ColumnRef) => column.table === scan.table;
  const parents = one.keys.filter((key): key is Level => key.kind === 'level' && !ofFact(key.column));
  const own = one.keys.filter((key) => !parents.includes(key as Level));
  const conditions = [...scan.rules, ...one.input.conditions];
  // a condition on a parent leaves few rows: joining is then quicker than adding up all first
  if (parents.length === 0 || !own.every((key) => key.kind === 'constant' || ofFact(key.column)) || !conditions.every((condition) => columnsOf(condition).every(ofFact)) || !one.values.every((value) => isDecomposable(value) && columnsIn(value).every(ofFact))) return one;
  return twoStages(one, one.input, scan, joins, lead, parents, own);
}

function twoStages(one: Aggregate, keep: Extract<PlanNode, { node: 'keep' }>, scan: Extract<PlanNode, { node: 'scan' }>, joins: readonly Join[], lead: Join, parents: readonly Level[], own: readonly Key[]): PlanNode {
  const parts = new Map(one.values.map((value) => [value, partsOf(value)] as const));
  const first = node({
    node: 'aggregate',
    input: node({ ...keep, input: node({ node: 'join', input: scan, joins: [] }) }),
    keys: [...own, { name: LEAD, kind: 'column', column: { table: scan.table, column: lead.column } }],
    values: [...parts.values()].flat(),
  });
  return node({
    node: 'regroup',
    input: first,
    lead: { ...lead, column: LEAD },
    joins: joins.filter((join) => join !== lead),
    sources: scan.sources,
    keys: one.keys.map((key): RegroupKey => (parents.includes(key as Level) ? (key as Level) : { name: key.name, kind: 'carried' })),
    values: one.values.map((value) => ({ name: value.name, function: value.function as 'sum', parts: (parts.get(value) ?? []).map((part) => part.name) })),
  });
}

/** The name of the foreign key among the groups of the first stage. */
const LEAD = 'lead';

/** What is added up first, so that the value can be told from it. */
function partsOf(value: Aggregation): readonly Aggregation[] {
  const { column, only } = value;
  if (value.function !== 'average' || column === null) return [value];
  // rows with no value are in no mean
  const given = { column: column.column, present: true, at: column };
  return [{ ...value, name: `${value.name}_sum`, function: 'sum' }, { ...value, name: `${value.name}_count`, function: 'count', column: null, only: [...only, given] }];
}

/** Can the value of a whole be told from those of its parts? */
const isDecomposable = ({ function: name, of }: Aggregation): boolean => of === undefined && ['sum', 'count', 'average', 'minimum', 'maximum'].includes(name);

const columnsIn = (value: Aggregation): ColumnRef[] => [...(value.column === null ? [] : [value.column]), ...(value.within === undefined ? [] : [value.within.column]), ...value.only.map((test) => test.at)];

const columnsOf = (condition: RowCondition): ColumnRef[] => (condition.test === 'among' ? condition.keys.flatMap(({ key }) => (key.kind === 'constant' ? [] : [key.column])) : [condition.column]);
