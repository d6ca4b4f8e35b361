/**
 * Plans that read the rows of a fact fewer times: members are chosen among the groups rather than row by row where the groups are of
 * these members, what is computed twice is computed once, and values of the same groups are aggregated together. The values are the
 * same.
 */
import { canonical } from '../reading/schema';
import { nodesOf } from './nodes';
import { node, type Aggregation, type Key, type PlanNode, type RowCondition } from './plan';
import { rewritten } from './rewritten';

type Among = Extract<RowCondition, { test: 'among' }>;
type Aggregate = Extract<PlanNode, { node: 'aggregate' }>;

export const withFewerScans = (root: PlanNode): PlanNode =>
  aggregatedTogether(sharing(rewritten(root, (one) => (one.node === 'aggregate' ? choosingGroups(one) : one))));

/** “routes with over 10,000 passengers”, by route: all routes are added up once, and those that pass are kept of them. */
function choosingGroups(one: Aggregate): PlanNode {
  if (one.input.node !== 'keep') return one;
  const lifted = one.input.conditions.flatMap((condition) => {
    const keys = condition.test === 'among' ? groupKeys(condition, one.keys) : null;
    return condition.test === 'among' && keys !== null ? [{ condition, keys }] : [];
  });
  if (lifted.length === 0) return one;
  const left = one.input.conditions.filter((condition) => !lifted.some((other) => other.condition === condition));
  const all: PlanNode = node({ ...one, input: node({ ...one.input, conditions: left }) });
  return lifted.reduce<PlanNode>(
    (input, { condition, keys }) => node({ node: 'semijoin', input, is: condition.is, keys, among: condition.input }),
    all,
  );
}

/** The keys of an aggregation that a condition looks at; null where it looks at others, or groups by more, which could be many. */
function groupKeys({ keys }: Among, of: readonly Key[]): { own: string; other: string }[] | null {
  const groups = of.filter((key) => key.kind !== 'constant');
  const found = keys.flatMap(({ key, name }) =>
    groups.filter((own) => alike(own, key)).map((own) => ({ own: own.name, other: name })),
  );
  return found.length === keys.length && new Set(found.map(({ own }) => own)).size === groups.length ? found : null;
}

/** Do two keys group rows in the same way, whatever they are called? */
function alike(one: Key, other: Key): boolean {
  return !hasOthers(one) && !hasOthers(other) && canonical({ ...one, name: '' }) === canonical({ ...other, name: '' });
}

const hasOthers = (key: Key) => key.kind === 'level' && key.others !== undefined;

/** A plan in which equal nodes are one, so that a query computes them once. */
function sharing(root: PlanNode): PlanNode {
  const known = new Map<string, PlanNode>();
  return rewritten(root, (one) => {
    const text = canonical(one);
    const there = known.get(text);
    if (there === undefined) known.set(text, one);
    return there ?? one;
  });
}

/** A plan in which aggregations of the same rows by the same keys are one, from which each takes its values. */
function aggregatedTogether(root: PlanNode): PlanNode {
  const alikes = new Map<string, Set<Aggregate>>();
  for (const one of nodesOf(root)) {
    if (one.node !== 'aggregate') continue;
    const text = canonical([one.input, one.keys, wayOf(one)]);
    alikes.set(text, (alikes.get(text) ?? new Set()).add(one));
  }
  const taken = new Map<PlanNode, PlanNode>();
  for (const set of alikes.values())
    if (set.size > 1) for (const [one, from] of together([...set])) taken.set(one, from);
  return taken.size === 0 ? root : rewritten(root, (one, before) => taken.get(before) ?? one);
}

/** How values are aggregated: last ones on their own; those told from parts, so that groups may be taken in two stages, apart from those that are not. */
function wayOf({ values }: Aggregate): 'last' | 'parts' | 'whole' {
  if (values.some(({ function: name }) => name === 'last')) return 'last';
  return values.some(({ function: name }) => name === 'distinct' || name === 'median' || name === 'percentile')
    ? 'whole'
    : 'parts';
}

/** Each of some aggregations, as columns of one that has all their values. */
function together(all: readonly Aggregate[]): [Aggregate, PlanNode][] {
  const [first] = all;
  if (first === undefined) return [];
  const names = new Map<string, Aggregation>();
  for (const value of all.flatMap((one) => one.values)) {
    const text = textOf(value);
    if (!names.has(text)) names.set(text, { ...value, name: `v${names.size}` });
  }
  const whole = node({ ...first, values: [...names.values()] });
  return all.map((one) => [
    one,
    node({
      node: 'calculate',
      input: whole,
      keys: one.keys.map((key) => key.name),
      columns: one.values.map((value) => ({
        name: value.name,
        expression: { kind: 'column', name: names.get(textOf(value))?.name ?? '' },
      })),
    }),
  ]);
}

/** What a value is, whatever it is called. */
const textOf = (value: Aggregation) => canonical({ ...value, name: '', label: '' });
