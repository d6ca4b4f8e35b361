/** How often the rows of facts are read: by questions whose members pass a test, and by any plan before and after. */
import fc from 'fast-check';
import { read } from '../language/read';
import { namingOf } from '../language/naming';
import { demoNames } from '../../tests/demo-names';
import { readingOf, world, type World } from '../../tests/laws/generated-models';
import { CannotPlan } from './cannot-plan';
import { withFewerScans } from './fewer-scans';
import { nodesOf } from './nodes';
import type { PlanNode } from './plan';
import { planOf } from './planner';

/** Nodes used twice are computed once. */
const readsOf = (root: PlanNode) => new Set(nodesOf(root).filter((node) => 'input' in node && node.input.node === 'keep')).size;

const { names, calendar } = demoNames();
function planned(question: string): PlanNode {
  const { reading } = read(question, { names, calendar, before: null });
  if (reading === null) throw new Error(question);
  return planOf(reading, { model: names.model, calendar, naming: namingOf(names), rules: [], hasHours: () => true, rowLimit: 100 }).root;
}

test.each<[string, number]>([
  ['routes with over 10,000 passengers in 2025', 1],
  ['routes with over 10,000 passengers and revenue above average in 2025', 1],
  ['for the 5 routes with the most revenue, passengers in 2025', 1],
  ['top 5 routes by revenue in 2025, with passengers and load factor', 2],
  // what was and what is
  ['months where revenue fell', 2],
  ['which routes have more passengers this year than last year', 2],
  // the groups are of more than the members that are chosen, so that these are chosen row by row
  ['routes with over 10,000 passengers in 2025 by month', 2],
  // nothing is grouped by them
  ['how many routes had over 10,000 passengers in 2025', 2],
  ['revenue by coast for routes with over 10,000 passengers in 2025', 2],
])('“%s” reads rows %d times', (question, times) => {
  const plan = planned(question);
  expect(readsOf(withFewerScans(plan))).toBe(times);
  expect(readsOf(plan)).toBeGreaterThanOrEqual(times);
});

test('no plan reads more rows than before', () => {
  fc.assert(
    fc.property(world.chain((made) => readingOf(made).map((reading) => ({ made, reading }))), ({ made, reading }: { made: World; reading: Parameters<typeof planOf>[0] }) => {
      try {
        const { root } = planOf(reading, { model: made.model, calendar: made.calendar, naming: namingOf(made.names), rules: [], hasHours: () => true, rowLimit: 100 });
        expect(readsOf(withFewerScans(root))).toBeLessThanOrEqual(readsOf(root));
      } catch (error) {
        if (!(error instanceof CannotPlan)) throw error;
      }
    }),
    { numRuns: 300 },
  );
});
