/** Laws of plans over generated readings: the rules on what a person may see are in every scan, and no value is in the query text. */
import fc from 'fast-check';
import { namingOf } from '@zud/core/language/naming';
import { explain } from '@zud/core/query/explain';
import { NO_NAME } from '@zud/core/model/model';
import { CannotPlan } from '@zud/core/query/cannot-plan';
import { planOf } from '@zud/core/query/planner';
import { ruleOn, type RowRule } from '@zud/core/query/scan';
import type { Plan } from '@zud/core/query/plan';
import type { Reading } from '@zud/core/reading/schema';
import { nodesOf, outputOf } from '@zud/core/query/nodes';
import { postgresqlQuery } from '@zud/core/query/postgresql';
import { readingOf, world, type World } from './generated-models';

const RUNS = Number(process.env['LAW_RUNS'] ?? 1000) / 2;
const cases = world.chain((made) => readingOf(made).map((reading) => ({ made, reading })));

/** The plan of a reading; null where it has none, which the person is told in words. */
function planned(made: World, reading: Reading, rules: readonly RowRule[] = []): Plan | null {
  try {
    return planOf(reading, {
      model: made.model,
      calendar: made.calendar,
      naming: namingOf(made.names),
      rules,
      hidden: new Set(),
      hasHours: () => true,
      rowLimit: 100,
    });
  } catch (error) {
    if (error instanceof CannotPlan) return null;
    throw error;
  }
}

test('a person’s row rule is in every scan of every plan, with its members as parameters', () => {
  fc.assert(
    fc.property(cases, ({ made, reading }) => {
      const rules = [ruleOn(made.model, 'd0l0', ['Only this one'])];
      const plan = planned(made, reading, rules);
      fc.pre(plan !== null);
      const scans = nodesOf(plan.root).filter((node) => node.node === 'scan');
      expect(scans.length).toBeGreaterThan(0);
      for (const scan of scans)
        expect(scan.node === 'scan' && scan.rules.map((rule) => rule.test === 'members' && rule.members)).toEqual([
          ['Only this one'],
        ]);
      const { text, parameters } = postgresqlQuery(plan, 'data');
      expect(parameters.filter((value) => value === 'Only this one').length).toBe(
        (text.match(/from "data"."(fact|other)"/g) ?? []).length,
      );
    }),
    { numRuns: RUNS },
  );
});

test('where facts are spread over servers, a rule is still in force on all that is read of them', () => {
  fc.assert(
    fc.property(cases, ({ made, reading }) => {
      const spread = {
        ...made,
        model: {
          ...made.model,
          tables: new Map([...made.model.tables].map(([id, table]) => [id, { ...table, spread: 'shard' }] as const)),
        },
      };
      const plan = planned(spread, reading, [ruleOn(made.model, 'd0l0', ['Only this one'])]);
      fc.pre(plan !== null);
      const { text, parameters } = postgresqlQuery(plan, 'data');
      expect(parameters.filter((value) => value === 'Only this one').length).toBe(
        (text.match(/from "data"."(fact|other)"/g) ?? []).length,
      );
    }),
    { numRuns: RUNS / 2 },
  );
});

test('no member, number or day of a reading is in the query text: each is a parameter', () => {
  fc.assert(
    fc.property(cases, ({ made, reading }) => {
      const plan = planned(made, reading);
      fc.pre(plan !== null);
      const { text, parameters } = postgresqlQuery(plan, 'data');
      for (const condition of reading.where)
        if (condition.kind === 'members')
          for (const member of condition.members) if (member !== NO_NAME) expect(text).not.toContain(member);
      expect(text).not.toMatch(/\d{4}-\d{2}-\d{2}/);
      const places = [...text.matchAll(/\$(\d+)/g)].map(([, place]) => Number(place));
      expect(Math.max(0, ...places)).toBe(parameters.length);
    }),
    { numRuns: RUNS },
  );
});

test('a rule on a level that the records do not know refuses, rather than showing all', () => {
  fc.assert(
    fc.property(cases, ({ made, reading }) => {
      const rules = [ruleOn(made.model, 'd0l0', ['x'])];
      const target = {
        ...reading,
        shown: [{ calculation: { kind: 'measure' as const, measure: 'm4' }, transform: null }],
        by: [],
        where: [],
        rank: null,
        against: null,
        order: null,
        rows: null,
      };
      expect(() =>
        planOf(target, {
          model: made.model,
          calendar: made.calendar,
          naming: namingOf(made.names),
          rules,
          hidden: new Set(),
          hasHours: () => true,
          rowLimit: 100,
        }),
      ).toThrow(CannotPlan);
    }),
    { numRuns: 50 },
  );
});

test('every plan is told in words: what is added up, from which table', () => {
  fc.assert(
    fc.property(cases, ({ made, reading }) => {
      const plan = planned(made, reading);
      fc.pre(plan !== null);
      const told = explain(plan, made.model);
      expect(told.plan.some((line) => line.startsWith('From fact'))).toBe(true);
      expect(told.conditions.length).toBeGreaterThanOrEqual(reading.where.length > 0 || reading.when !== null ? 1 : 0);
    }),
    { numRuns: RUNS / 2 },
  );
});

test('the columns of an answer stand in the order of the columns that its plan puts out', () => {
  fc.assert(
    fc.property(cases, ({ made, reading }) => {
      const plan = planned(made, { ...reading, rows: null });
      fc.pre(plan !== null);
      const described = plan.columns.map((column, index) => (column.role === 'measure' ? column.key : `k${index}`));
      expect(outputOf(plan.root).slice(0, described.length)).toEqual(described);
    }),
    { numRuns: RUNS },
  );
});
