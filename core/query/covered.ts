/** A comparison with plan in the query: what both sides cover, as conditions on their records, and a plan as far as days reach into its period. */
import { measuresIn, type Calculation } from '../model/calculation';
import { factHasLevel, type Model } from '../model/model';
import { breakdownWords, type Naming } from '../reading/words';
import type { Key } from '../reading/schema';
import type { FactScope } from './fact-scope';
import type { Expression, PlanCover, PlanNode, RowCondition } from './plan';

/** What both sides of a comparison with plan count: periods and members that a plan was made for, of periods that have records. */
export interface Covered {
  readonly cover: PlanCover;
  /** Each plan by the cover's keys, and each fact that is set beside it by the plan's own periods. */
  readonly planned: readonly PlanNode[];
  readonly recorded: readonly PlanNode[];
  readonly factsOfPlans: ReadonlySet<string>;
  /** The measures that are set beside each other. */
  readonly measures: ReadonlySet<string>;
}

/** Is a calculation of what is set beside each other? What else members are tested or ranked by counts as it stands. */
export const bears = ({ measures }: Covered, calculation: Calculation): boolean =>
  measuresIn(calculation).some((measure) => measures.has(measure));

/** Only what the plan was made for; of the plan itself, only periods that have records of what it is beside. */
export function coverConditions(
  { cover, planned, recorded, factsOfPlans }: Covered,
  scope: FactScope,
  model: Model,
  naming: Naming,
): RowCondition[] {
  if (cover.keys.some((key) => key.kind === 'level' && !factHasLevel(model, scope.fact, key.level))) return [];
  const among = (keys: readonly Key[], input: PlanNode, what: string): RowCondition => ({
    test: 'among',
    is: true,
    keys: keys.map((key, index) => ({ key: scope.key(key, `k${index}`, null), name: `k${index}` })),
    input,
    about: `${keys.map((key) => breakdownWords(naming, key)).join(' and ')} that have ${what}`,
  });
  return [
    ...planned.map((input) => among(cover.keys, input, 'a plan')),
    ...(factsOfPlans.has(scope.fact) ? recorded : []).map((input) => among(cover.keys.slice(0, 1), input, 'records')),
  ];
}

/** A plan as far as the days asked about reach into its one period. */
export function asShare(share: PlanCover['share'], plan: Expression): Expression {
  if (share === null || share.days === share.of) return plan;
  return {
    kind: 'arithmetic',
    operator: 'divide',
    left: { kind: 'arithmetic', operator: 'multiply', left: plan, right: { kind: 'number', value: share.days } },
    right: { kind: 'number', value: share.of },
  };
}
