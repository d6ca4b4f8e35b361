/** The joins that lead from a table to others. */
import type { Join, Model } from '../model/model';
import { CannotPlan } from './cannot-plan';

/**
 * The joins from one table to all of some, each once, nearer ones first.
 * @throws CannotPlan where no path of many-to-one joins leads to one of them
 */
export function joinsFrom(from: string, tables: ReadonlySet<string>, model: Model): Join[] {
  const joins = new Map<string, Join>();
  for (const table of tables) {
    const path = model.joinsTo(from, table);
    if (path === null) throw new CannotPlan(`No join leads from ${from} to ${table}.`);
    for (const join of path) joins.set(join.to, join);
  }
  const depth = (join: Join) => model.joinsTo(from, join.to)?.length ?? 0;
  return [...joins.values()].sort((a, b) => depth(a) - depth(b));
}
