/** The trail as rows: a step that goes on from the last one stays in its column, a branch moves one to the right. */
import type { Step } from '../app/api';

export interface TrailRow {
  readonly step: Step;
  readonly depth: number;
}

/** Steps in the order of reading a tree: the first follower continues the line after all branches are drawn beside it. */
export function trailRows(steps: readonly Step[]): TrailRow[] {
  const followers = new Map<string | null, Step[]>();
  const known = new Set(steps.map((step) => step.id));
  for (const step of steps) {
    const parent = step.after !== null && known.has(step.after) ? step.after : null;
    followers.set(parent, [...(followers.get(parent) ?? []), step]);
  }
  const rows: TrailRow[] = [];
  const walk = (step: Step, depth: number) => {
    rows.push({ step, depth });
    const [first, ...branches] = followers.get(step.id) ?? [];
    for (const branch of branches) walk(branch, depth + 1);
    if (first) walk(first, depth);
  };
  for (const root of followers.get(null) ?? []) walk(root, 0);
  return rows;
}
