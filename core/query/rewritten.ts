/** Plans with nodes of them made anew: what all rewritings of plans share. */
import { node, type Key, type PlanNode, type RowCondition } from './plan';

/**
 * A plan in which each node, once those within it are rewritten, is what a function makes of it. Nodes used twice stay one node.
 * @param change given a node and what it was before; gives the node itself where nothing is to be changed
 */
export function rewritten(root: PlanNode, change: (one: PlanNode, before: PlanNode) => PlanNode): PlanNode {
  const made = new Map<PlanNode, PlanNode>();
  const again = <N extends PlanNode>(one: N): N => {
    const there = made.get(one);
    if (there !== undefined) return there as N;
    const fresh = change(within(one, again), one);
    made.set(one, fresh);
    return fresh as N;
  };
  return again(root);
}

/** A node with all nodes in it rewritten. */
function within(one: PlanNode, again: <N extends PlanNode>(node: N) => N): PlanNode {
  const condition = (of: RowCondition): RowCondition =>
    of.test === 'among' || of.test === 'mean' ? { ...of, input: again(of.input) } : of;
  const key = (of: Key): Key =>
    of.kind === 'level' && of.others !== undefined ? { ...of, others: again(of.others) } : of;
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
      return node({
        ...one,
        input: again(one.input),
        number: 'whole' in one.number ? { ...one.number, whole: again(one.number.whole) } : one.number,
      });
    case 'semijoin':
      return node({ ...one, input: again(one.input), among: again(one.among) });
    default:
      return node({ ...one, input: again(one.input) });
  }
}
