/**
 * Averages per day, week, month …: the measure added up over the complete units of the scope, divided by how many there are.
 * Days count from the first to the last data; longer units only where the scope holds them whole.
 */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import { calculationWords } from '../reading/words';
import type { Breakdown, Condition, Reading } from '../reading/schema';
import { addDays, addMonths, dayNumber, dayParts, earlierOf, laterOf, weekday, type Day } from '../time/day';
import { endOf, MONTHS_IN, startOf, startsBetween, type Grain } from '../time/grain';
import { resolvePeriod, type Calendar } from '../time/period';
import { CannotPlan } from './cannot-plan';
import type { DayWindow, Expression, Shift } from './plan';
import type { PlanContext } from './plan-context';
import { timeGrain } from './windows';

type PerPeriod = Extract<Calculation, { kind: 'perPeriod' }>;

/** The days that an average per period is over: first day of the first whole unit to last day of the last one. */
export interface UnitScope {
  readonly from: Day;
  readonly to: Day;
  readonly units: number;
}

/**
 * @param window the days asked about, or those they are set beside
 * @throws CannotPlan where the measure does not add up or the scope holds no whole unit
 */
export function unitScope(
  leaf: PerPeriod,
  window: DayWindow | null,
  { model, calendar, naming }: PlanContext,
): UnitScope {
  const name = calculationWords(naming, { kind: 'measure', measure: leaf.measure });
  if (!addsUp({ kind: 'measure', measure: leaf.measure }, model))
    throw new CannotPlan(`An average for each ${leaf.grain} needs a measure that adds up, and ${name} does not.`);
  const first = calendar.firstData ?? window?.from ?? calendar.asOf;
  const last = calendar.lastData ?? calendar.asOf;
  const from = laterOf(window?.from ?? first, first);
  const to = earlierOf(window?.to ?? last, last);
  if (leaf.grain === 'day') return { from, to, units: Math.max(0, dayNumber(to) - dayNumber(from) + 1) };
  const whole = startsBetween(leaf.grain, from, to, calendar.weekStart).filter(
    (start) => start >= from && endOf(leaf.grain, start, calendar.weekStart) <= to,
  );
  const [begin] = whole;
  const end = whole.at(-1);
  if (begin === undefined || end === undefined)
    throw new CannotPlan(`The period holds no whole ${leaf.grain}, so there is no average for each ${leaf.grain}.`);
  return { from: begin, to: endOf(leaf.grain, end, calendar.weekStart), units: whole.length };
}

/** How many units there are behind each row of the answer: those of the scope that hold a day on which its records may lie. */
export function periodCount(
  leaf: PerPeriod,
  reading: Reading,
  scope: UnitScope,
  shift: Shift | null,
  { naming, calendar }: PlanContext,
): Expression {
  const grain = timeGrain(reading.by);
  if (grain !== null && leaf.grain !== 'day' && !coarser(grain, leaf.grain))
    throw new CannotPlan(
      `An average for each ${leaf.grain} cannot be broken down by ${grain}; ask for ${calculationWords(naming, { kind: 'measure', measure: leaf.measure })} by ${grain}.`,
    );
  if (reading.where.some((one) => one.kind === 'measure' && one.at.kind !== 'level'))
    throw new CannotPlan(
      `An average for each ${leaf.grain} cannot be narrowed to periods that are chosen by what they come to.`,
    );
  const cycles = reading.by.filter((one) => one.kind === 'cycle').some((one) => one.cycle !== 'hour');
  if (cycles || reading.where.some(choosesDays)) return countedUnits(leaf, reading, scope, shift, calendar);
  if (grain === null) return { kind: 'number', value: scope.units };
  const months = MONTHS_IN[leaf.grain];
  const key = `k${reading.by.findIndex((one) => one.kind === 'time')}`;
  return {
    kind: 'unitsOf',
    key,
    grain,
    unit: months === undefined ? 'day' : 'month',
    per: months ?? 1,
    shift,
    from: scope.from,
    to: scope.to,
  };
}

const choosesDays = (one: Condition): boolean =>
  one.kind === 'weekdays' || one.kind === 'notPeriod' || (one.kind === 'cycle' && one.cycle !== 'hour');

/** Most rows for which units are counted beforehand. */
const MOST_COUNTED = 2000;

/** Units by the values of the keys that tell one day from another, where the days are not simply those of a period. */
function countedUnits(
  leaf: PerPeriod,
  reading: Reading,
  scope: UnitScope,
  shift: Shift | null,
  calendar: Calendar,
): Expression {
  const keys = reading.by.flatMap((by, index) =>
    by.kind === 'time' || (by.kind === 'cycle' && by.cycle !== 'hour') ? [{ by, name: `k${index}` }] : [],
  );
  if (keys.some(({ by }) => by.role !== reading.when?.role) && reading.where.some(choosesDays))
    throw new CannotPlan('An average for each day or month cannot be broken down by one date and narrowed by another.');
  const monthly = [...reading.by, ...reading.where].some((one) => one.kind === 'cycle' && one.cycle === 'monthOfYear');
  if (leaf.grain === 'week' && monthly)
    throw new CannotPlan('Weeks do not add up to months, so there is no average for each week of a month of the year.');
  const passes = dayTest(reading.where, calendar);
  const units = new Map<string, { values: (number | Day)[]; starts: Set<Day> }>();
  for (let day = scope.from; day <= scope.to; day = addDays(day, 1)) {
    if (!passes(day)) continue;
    const values = keys.map(({ by }) =>
      by.kind === 'time' ? moved(startOf(by.grain, day, calendar.weekStart), shift) : cycleValue(by, day),
    );
    const group = units.get(values.join(' ')) ?? { values, starts: new Set<Day>() };
    units.set(values.join(' '), group);
    group.starts.add(startOf(leaf.grain, day, calendar.weekStart));
  }
  if (keys.length === 0) return { kind: 'number', value: units.get('')?.starts.size ?? 0 };
  if (units.size > MOST_COUNTED)
    throw new CannotPlan(
      `That has over ${MOST_COUNTED} rows to average for; choose a shorter period or a coarser time line.`,
    );
  return {
    kind: 'counted',
    keys: keys.map(({ name }) => name),
    counts: [...units.values()].map(({ values, starts }) => ({ values, count: starts.size })),
  };
}

const moved = (day: Day, shift: Shift | null): Day =>
  shift === null ? day : 'days' in shift ? addDays(day, shift.days) : addMonths(day, shift.months);

function cycleValue(by: Extract<Breakdown, { kind: 'cycle' }>, day: Day): number {
  if (by.cycle === 'monthOfYear') return dayParts(day).month;
  return by.cycle === 'weekPart' ? (weekday(day) < 6 ? 1 : 2) : weekday(day);
}

/** May records of a day pass the conditions on the calendar? */
function dayTest(where: readonly Condition[], calendar: Calendar): (day: Day) => boolean {
  const tests = where.flatMap((one): ((day: Day) => boolean)[] => {
    if (one.kind === 'weekdays') return [(day) => one.days.includes(weekday(day))];
    if (one.kind === 'cycle' && one.cycle === 'monthOfYear') return [(day) => one.values.includes(dayParts(day).month)];
    if (one.kind !== 'notPeriod') return [];
    const { from, to } = resolvePeriod(one.period, calendar);
    return [(day) => (from !== undefined && day < from) || (to !== undefined && day > to)];
  });
  return (day) => tests.every((test) => test(day));
}

/** Does a period of the coarse grain consist of whole periods of the fine one? */
function coarser(coarse: Grain, fine: Grain): boolean {
  const [many, few] = [MONTHS_IN[coarse], MONTHS_IN[fine]];
  return many !== undefined && few !== undefined && many > few && many % few === 0;
}
