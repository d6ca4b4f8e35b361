/** How often the rows of facts are read: by questions whose members pass a test, and by any plan before and after. */
import fc from 'fast-check';
import { read } from '../language/read';
import { namingOf } from '../language/naming';
import { corpusNames, demoNames, type Known } from '../../tests/demo-names';
import { readingOf, world, type World } from '../../tests/laws/generated-models';
import { CannotPlan } from './cannot-plan';
import { withFewerScans } from './fewer-scans';
import { nodesOf } from './nodes';
import type { PlanNode } from './plan';
import { planOf } from './planner';
import { postgresqlQuery } from './postgresql';

/** Nodes used twice are computed once. */
const readsOf = (root: PlanNode) =>
  new Set(nodesOf(root).filter((node) => 'input' in node && node.input.node === 'keep')).size;

const demo = demoNames();
function planned(question: string, { names, calendar }: Known = demo): PlanNode {
  const { reading } = read(question, { names, calendar, before: null });
  if (reading === null) throw new Error(question);
  return planOf(reading, {
    model: names.model,
    calendar,
    naming: namingOf(names),
    rules: [],
    hidden: new Set(),
    hasHours: () => true,
    rowLimit: 100,
  }).root;
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

test('last values are aggregated on their own, beside sums of the same groups', () => {
  const root = planned('joiners by club for clubs with over 50 members in April', corpusNames('clubs'));
  const aggregates = new Set(
    nodesOf(withFewerScans(root)).flatMap((node) => (node.node === 'aggregate' ? [node] : [])),
  );
  expect(
    [...aggregates].map((one) => one.values.map((value) => value.function).filter((name) => name !== 'count')).sort(),
  ).toEqual([['last'], ['sum']]);
  expect(() => postgresqlQuery({ root, columns: [], window: {}, other: null, cover: null }, 'data')).not.toThrow();
});

test('no plan reads more rows than before', () => {
  fc.assert(
    fc.property(
      world.chain((made) => readingOf(made).map((reading) => ({ made, reading }))),
      ({ made, reading }: { made: World; reading: Parameters<typeof planOf>[0] }) => {
        try {
          const { root } = planOf(reading, {
            model: made.model,
            calendar: made.calendar,
            naming: namingOf(made.names),
            rules: [],
            hidden: new Set(),
            hasHours: () => true,
            rowLimit: 100,
          });
          expect(readsOf(withFewerScans(root))).toBeLessThanOrEqual(readsOf(root));
        } catch (error) {
          if (!(error instanceof CannotPlan)) throw error;
        }
      },
    ),
    { numRuns: 300 },
  );
});
