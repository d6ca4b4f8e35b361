/** The trail as rows: a step that goes on from the last one stays in its column, a branch moves one to the right. */
import type { Step } from '../app/api';

export interface TrailRow {
  readonly step: Step;
  readonly depth: number;
  /** How many steps are folded away behind it. */
  readonly hidden: number;
  /** Does more than one step go on from it? */
  readonly branches: boolean;
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
  const countOf = (step: Step): number =>
    1 + (followers.get(step.id) ?? []).reduce((sum, one) => sum + countOf(one), 0);
  const walk = (step: Step, depth: number) => {
    const [first, ...branches] = followers.get(step.id) ?? [];
    rows.push({
      step,
      depth,
      hidden: step.folded ? branches.reduce((sum, branch) => sum + countOf(branch), 0) : 0,
      branches: branches.length > 0,
    });
    if (!step.folded) for (const branch of branches) walk(branch, depth + 1);
    if (first) walk(first, depth);
  };
  for (const root of followers.get(null) ?? []) walk(root, 0);
  return rows;
}

/** Where one is: "Step 3 of 7". */
export function placeInTrail(steps: readonly Pick<Step, 'id'>[], current: string | null): string {
  if (steps.length === 0) return 'No steps yet';
  const at = steps.findIndex((step) => step.id === current);
  return at < 0 ? `${steps.length} step${steps.length === 1 ? '' : 's'}` : `Step ${at + 1} of ${steps.length}`;
}
