/**
 * Aggregation in two stages: first by the keys of the fact itself and the foreign keys that lead to its parents, then, once the
 * parents are joined to these few groups, by the parents' levels. The values are the same; the many rows of the fact meet no join.
 * Where a fact is spread over servers, the first stage is what each of them does alone, and only groups travel.
 */
import type { ColumnRef, Join } from '../model/model';
import { conditionColumns, keptRows, valueColumns } from './nodes';
import { rewritten } from './rewritten';
import {
  GROUPS,
  node,
  type Aggregation,
  type Key,
  type PlanNode,
  type RegroupKey,
  type RegroupValue,
  type RowCondition,
} from './plan';

type Aggregate = Extract<PlanNode, { node: 'aggregate' }>;
type Scan = Extract<PlanNode, { node: 'scan' }>;
type Keep = Extract<PlanNode, { node: 'keep' }>;
type Level = Extract<Key, { kind: 'level' }>;

/**
 * Which aggregations are taken in two stages: those that are quicker so on one engine (few groups, no condition on a parent), or
 * those over facts that are spread over servers.
 */
export type Staging = 'quicker' | 'spread';

/** The plan with each aggregation in two stages that is to be and can be. */
export const inTwoStages = (root: PlanNode, staging: Staging): PlanNode =>
  rewritten(root, (one) => staged(one, staging));

/** The aggregation in two stages; as it is where that would change what it gives, or gain nothing. */
function staged(one: PlanNode, staging: Staging): PlanNode {
  const kept = one.node === 'aggregate' ? keptRows(one.input) : null;
  if (one.node !== 'aggregate' || one.input.node !== 'keep' || kept === null) return one;
  const { joins, scan } = kept;
  if (scan.summary !== undefined || (staging === 'spread' && scan.spread === undefined)) return one;
  const leads = joins.filter((join) => join.from === scan.table);
  const ofFact = (column: ColumnRef) => column.table === scan.table;
  const parents = one.keys.filter((key): key is Level => key.kind === 'level' && !ofFact(key.column));
  const own = one.keys.filter((key) => !parents.includes(key as Level));
  const conditions = [...scan.rules, ...one.input.conditions];
  const ofParents = conditions.filter((condition) => !conditionColumns(condition).every(ofFact));
  const whole =
    own.every((key) => key.kind === 'constant' || ofFact(key.column)) &&
    ofParents.every((condition) => !conditionColumns(condition).some(ofFact)) &&
    one.values.every((value) => canBeRegrouped(value, staging) && valueColumns(value).every(ofFact));
  if (!whole) return one;
  // a condition on a parent leaves few rows, and two foreign keys many groups: joining is then as quick as adding up first
  if (staging === 'quicker' && (parents.length === 0 || leads.length !== 1 || ofParents.length > 0)) return one;
  return twoStages({
    one,
    keep: one.input,
    scan,
    joins,
    leads,
    own: own.map((key) =>
      staging === 'spread' ? plainly(key, scan.table) : { first: [key], last: { name: key.name, kind: 'carried' } },
    ),
    ofParents,
  });
}

interface Parts {
  readonly one: Aggregate;
  readonly keep: Keep;
  readonly scan: Scan;
  readonly joins: readonly Join[];
  /** The joins from the fact itself. */
  readonly leads: readonly Join[];
  readonly own: readonly OwnKey[];
  /** Conditions, rules among them, that look at parents: they wait for these to be joined. */
  readonly ofParents: readonly RowCondition[];
}

function twoStages({ one, keep, scan, joins, leads, own, ofParents }: Parts): PlanNode {
  const atFirst = (conditions: readonly RowCondition[]) =>
    conditions.filter((condition) => !ofParents.includes(condition));
  const raw = (name: string, column: string): Key => ({ name, kind: 'column', column: { table: scan.table, column } });
  const parts = one.values.map((value) => ({ value, parts: partsOf(value) }));
  const first = node({
    node: 'aggregate',
    input: node({
      ...keep,
      input: node({ node: 'join', input: node({ ...scan, rules: atFirst(scan.rules) }), joins: [] }),
      conditions: atFirst(keep.conditions),
    }),
    keys: [
      ...own.flatMap((key) => key.first),
      ...leads.map((join, index) => raw(leadName(index), join.column)),
      // servers add up alone what they hold of one value of the column that facts are spread by
      ...(scan.spread === undefined ? [] : [raw('shard', scan.spread)]),
      ...parts.flatMap(({ value }) =>
        value.function === 'distinct' && value.column !== null ? [raw(value.name, value.column.column)] : [],
      ),
    ],
    values: parts.flatMap((made) => made.parts),
  });
  return node({
    node: 'regroup',
    input: first,
    leads: leads.map((join, index) => ({ ...join, column: leadName(index) })),
    joins: joins.filter((join) => !leads.includes(join)),
    sources: scan.sources,
    conditions: ofParents,
    keys: one.keys.map((key): RegroupKey => own.find(({ last }) => last.name === key.name)?.last ?? key),
    values: parts.map(({ value, parts: of }): RegroupValue => ({
      name: value.name,
      function: value.function as RegroupValue['function'],
      parts: value.function === 'distinct' ? [value.name] : of.map((part) => part.name),
    })),
  });
}

/** A key of the fact itself: what the first stage groups by for it, and what it is in the second. */
interface OwnKey {
  readonly first: readonly Key[];
  readonly last: RegroupKey;
}

/**
 * A key as other servers take it: the column itself, and the day of a moment. What PostgreSQL would not send to them (a name for
 * the missing, the parts of a date, a case) is then told from these.
 */
function plainly(key: Key, table: string): OwnKey {
  const at = { table: GROUPS, column: key.name };
  switch (key.kind) {
    case 'constant':
      return { first: [], last: key };
    case 'time':
      return {
        first: [
          { name: key.name, kind: 'time', grain: 'day', column: key.column, weekStart: key.weekStart, shift: null },
        ],
        last: { ...key, column: at },
      };
    case 'level':
    case 'cycle':
      return {
        first: [{ name: key.name, kind: 'column', column: { table, column: key.column.column } }],
        last: { ...key, column: at },
      };
    default:
      return { first: [key], last: { name: key.name, kind: 'carried' } };
  }
}

/** The name of a foreign key among the groups of the first stage. */
const leadName = (index: number): string => `lead${index}`;

/** What is added up first, so that the value can be told from it; nothing for what is only listed. */
function partsOf(value: Aggregation): readonly Aggregation[] {
  const { column, only } = value;
  if (value.function === 'distinct') return [];
  if (value.function !== 'average' || column === null) return [value];
  // rows with no value are in no mean
  const given = { column: column.column, present: true, at: column };
  return [
    { ...value, name: `${value.name}_sum`, function: 'sum' },
    { ...value, name: `${value.name}_count`, function: 'count', column: null, only: [...only, given] },
  ];
}

/** Can the value of a whole be told from those of its parts? Different members are listed by the first stage, where only groups travel. */
function canBeRegrouped({ function: name, of, column, only }: Aggregation, staging: Staging): boolean {
  if (name === 'distinct') return staging === 'spread' && of === undefined && column !== null && only.length === 0;
  return ['sum', 'count', 'average', 'minimum', 'maximum'].includes(name);
}
