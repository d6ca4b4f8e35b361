/** Which amounts of a model are the plan of which: told by their names, where both are dated alike. */

const PLAN_WORDS = new Set([
  ...['plan', 'plans', 'planned', 'budget', 'budgets', 'budgeted'],
  ...['target', 'targets', 'goal', 'goals'],
]);

interface Amount {
  readonly id: string;
  readonly name: string;
  readonly kind: string;
  readonly fact?: string;
  readonly column?: string;
  readonly only?: readonly unknown[];
  readonly plan?: string | undefined;
}
interface Dated {
  /** By the id of a fact: the column that it is dated by. */
  readonly columns: Readonly<Record<string, string>>;
}

const wordsIn = (name: string): string[] => name.toLowerCase().split(/[_ ]+/);
const saysPlan = (name: string): boolean => wordsIn(name).some((word) => PLAN_WORDS.has(word));
const bare = (name: string): string =>
  wordsIn(name)
    .filter((word) => !PLAN_WORDS.has(word))
    .join('_');

/**
 * The plan of each measure that has one: an amount of a table, or of a column, that is called a plan, where the column is called as that
 * of one other amount. Both are dated alike, so that they meet over time.
 * @returns the ids of plans by those of what they plan; of two plans of one measure neither
 */
export function plansIn(measures: readonly Amount[], dates: readonly Dated[]): ReadonlyMap<string, string> {
  const amounts = measures.filter(({ kind, only = [] }) => kind === 'sum' && only.length === 0);
  const isPlan = ({ fact = '', column = '' }: Amount) => saysPlan(fact) || saysPlan(column);
  const meet = ({ fact: one = '' }: Amount, { fact: other = '' }: Amount) =>
    dates.some(({ columns }) => one in columns && other in columns);
  const found = new Map<string, string[]>();
  for (const plan of amounts.filter(isPlan)) {
    const fitting = amounts.filter((one) => !isPlan(one) && one.column === bare(plan.column ?? '') && meet(one, plan));
    const [planned] = fitting;
    if (planned !== undefined && fitting.length === 1)
      found.set(planned.id, [...(found.get(planned.id) ?? []), plan.id]);
  }
  return new Map([...found].flatMap(([of, plans]) => (plans.length === 1 ? [[of, plans[0] ?? ''] as const] : [])));
}

/**
 * The measures with their plans, which are called after what they plan. What has a plan keeps it.
 * @param added the ids of those that are new: of what was there before, no name is changed, and what has no plan gets none of before
 * @example withPlans([takings, planOfTakings], dates) // Takings, with its plan; Planned takings
 */
export function withPlans<Measure extends Amount>(
  measures: readonly Measure[],
  dates: readonly Dated[],
  added: ReadonlySet<string> = new Set(measures.map(({ id }) => id)),
): Measure[] {
  const byId = new Map(measures.map((measure) => [measure.id, measure]));
  const plans = new Map(
    [...plansIn(measures, dates)].filter(
      ([of, plan]) => byId.get(of)?.plan === undefined && (added.has(of) || added.has(plan)),
    ),
  );
  const names = new Set(measures.map(({ name }) => name.toLowerCase()));
  const named = new Map<string, string>();
  for (const [of, plan] of plans) {
    const [its, planned] = [byId.get(plan)?.name ?? '', byId.get(of)?.name ?? ''];
    if (saysPlan(byId.get(plan)?.column ?? '') || !added.has(plan)) continue;
    // where both wanted the same name, what is planned has it
    const bareName = added.has(of) && planned.startsWith(`${its} of `) ? its : planned;
    const name = `Planned ${bareName.charAt(0).toLowerCase()}${bareName.slice(1)}`;
    if (names.has(name.toLowerCase())) continue;
    names.add(name.toLowerCase());
    named.set(plan, name).set(of, bareName);
  }
  return measures.map((measure) => {
    const plan = plans.get(measure.id);
    const name = named.get(measure.id) ?? measure.name;
    return plan === undefined ? { ...measure, name } : { ...measure, name, plan };
  });
}
