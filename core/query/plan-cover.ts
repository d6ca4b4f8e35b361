/**
 * What an actual and its plan are compared over: the same days and the same members on both sides. A plan is made for whole
 * periods of its own (months, say) and for members of some levels; where it was made for fewer of them than there are records
 * of, or the period is still running, the two sides would otherwise be of different things.
 */
import { addsUp } from '../model/additivity';
import { measureOf as measureCalculation, type Calculation } from '../model/calculation';
import { factHasLevel, factsOf, planMeasureOf, type Model } from '../model/model';
import { byLevel, type Key, type Reading } from '../reading/schema';
import { addDays, dayNumber, earlierOf, laterOf, type Day } from '../time/day';
import { endOf, startOf, type Grain } from '../time/grain';
import { resolvePeriod, type Calendar } from '../time/period';
import { CannotPlan } from './cannot-plan';
import type { PlanCover } from './plan';
import { timeGrain } from './windows';

/** From fine to coarse; weeks do not add up to months, which nothing here relies on. */
const COARSER: readonly Grain[] = ['day', 'week', 'month', 'quarter', 'half', 'year'];

/** The facts that plans are kept in. */
const factsOfPlans = (plans: readonly string[], model: Model) => [
  ...new Set(plans.flatMap((plan) => factsOf(model, measureCalculation(plan)))),
];

/** The finest period that all plans are made for. */
function planGrain(plans: readonly string[], model: Model): Grain {
  const grains = factsOfPlans(plans, model).map((fact) => model.facts.get(fact)?.grain ?? 'day');
  return COARSER.reduce<Grain>((coarsest, grain) => (grains.some((one) => one === grain) ? grain : coarsest), 'day');
}

/**
 * @param plans the plans of the measures shown
 * @throws CannotPlan where parts of two periods of the plan are asked about and no whole one
 * @example for 1 January to 17 October 2026 and a plan by month: 1 January to 30 September, leaving out 1 to 17 October
 */
export function planCover(reading: Reading, plans: readonly string[], model: Model, calendar: Calendar): PlanCover {
  const { asOf, weekStart } = calendar;
  const grain = planGrain(plans, model);
  const shown = timeGrain(reading.by);
  const unit = shown !== null && COARSER.indexOf(shown) > COARSER.indexOf(grain) ? shown : grain;
  const asked = reading.when ? resolvePeriod(reading.when.period, calendar) : {};
  const keys = coverKeys(reading, plans, grain, model);
  const whole = { ...(asked.from === undefined ? {} : { from: asked.from }), to: asked.cutFrom ?? asked.to ?? asOf };
  if (asked.from !== undefined && asked.from > asOf) return { window: whole, share: null, leftOut: [], keys };
  const to = earlierOf(asked.to ?? asOf, asOf);
  const end = endOf(unit, to, weekStart) === to ? to : addDays(startOf(unit, to, weekStart), -1);
  // the first of what is shown may begin within one of its periods, as the plan's own periods may not
  const start =
    asked.from === undefined || startOf(grain, asked.from, weekStart) === asked.from
      ? asked.from
      : addDays(endOf(grain, asked.from, weekStart), 1);
  if (start !== undefined && start > end)
    return { ...within(asked.from ?? to, to, grain, plans, model, weekStart), leftOut: [], keys };
  const leftOut = [
    ...(asked.from !== undefined && start !== undefined && start > asked.from
      ? [{ from: asked.from, to: addDays(start, -1) }]
      : []),
    ...(end < to ? [{ from: addDays(end, 1), to }] : []),
  ];
  return { window: { ...(start === undefined ? {} : { from: start }), to: end }, share: null, leftOut, keys };
}

/** Days that lie within one period of the plan: as much of its plan counts as lies in them. */
function within(
  from: Day,
  to: Day,
  grain: Grain,
  plans: readonly string[],
  model: Model,
  weekStart: number,
): Pick<PlanCover, 'window' | 'share'> {
  const first = startOf(grain, from, weekStart);
  const last = endOf(grain, to, weekStart);
  if (endOf(grain, from, weekStart) !== last)
    throw new CannotPlan(`The plan is made by ${grain}; name whole ${grain}s, or a part of one.`);
  const length = (a: Day, b: Day) => dayNumber(b) - dayNumber(a) + 1;
  const adds = plans.every((plan) => addsUp(measureCalculation(plan), model));
  return {
    window: { from, to },
    share: adds ? { days: length(laterOf(from, first), earlierOf(to, last)), of: length(first, last), grain } : null,
  };
}

/** The plan's own periods, and the finest level of each hierarchy that the facts of both sides know. */
function coverKeys(reading: Reading, plans: readonly string[], grain: Grain, model: Model): Key[] {
  const facts = [
    ...new Set([...factsOfPlans(plans, model), ...reading.shown.flatMap((one) => factsOf(model, one.calculation))]),
  ];
  const finest = model.hierarchies.flatMap((levels) => {
    const known = levels.filter((level) => facts.every((fact) => factHasLevel(model, fact, level)));
    return known.slice(-1);
  });
  const role = reading.when?.role;
  return [
    { kind: 'time', grain, ...(role === undefined ? {} : { role }) },
    ...[...new Set(finest)].map((level) => byLevel(level)),
  ];
}

/**
 * Values beside their plans by what plans are made for, to see which of these have only one of the two.
 * @returns shown: each measure, then its plan
 */
export function coverageReading(reading: Reading, cover: PlanCover, model: Model): Reading {
  const plain = (calculation: Calculation) => ({ calculation, transform: null });
  const { from, to } = cover.window;
  const role = reading.when?.role === undefined ? {} : { role: reading.when.role };
  return {
    ...reading,
    shown: reading.shown.flatMap(({ calculation }) => {
      const plan = planMeasureOf(model, calculation);
      return plan === null ? [] : [plain(calculation), plain(measureCalculation(plan))];
    }),
    by: [...cover.keys],
    where: reading.where.filter((one) => one.kind !== 'measure'),
    when:
      to === undefined
        ? reading.when
        : { period: from === undefined ? { kind: 'until', to } : { kind: 'days', from, to }, ...role },
    against: null,
    rank: null,
    order: null,
    ahead: null,
    view: null,
  };
}
