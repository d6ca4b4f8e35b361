/**
 * Averages per day, week, month …: the measure added up over the complete units of the scope, divided by how many there are.
 * Days count from the first to the last data; longer units only where the scope holds them whole.
 */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import { calculationWords } from '../reading/words';
import type { Reading } from '../reading/schema';
import { dayNumber, earlierOf, laterOf, type Day } from '../time/day';
import { endOf, MONTHS_IN, startsBetween, type Grain } from '../time/grain';
import { CannotPlan } from './cannot-plan';
import type { DayWindow, Expression, Shift } from './plan';
import type { PlanContext } from './planner';
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
export function unitScope(leaf: PerPeriod, window: DayWindow | null, { model, calendar, naming }: PlanContext): UnitScope {
  const name = calculationWords(naming, { kind: 'measure', measure: leaf.measure });
  if (!addsUp({ kind: 'measure', measure: leaf.measure }, model)) throw new CannotPlan(`An average for each ${leaf.grain} needs a measure that adds up, and ${name} does not.`);
  const first = calendar.firstData ?? window?.from ?? calendar.asOf;
  const last = calendar.lastData ?? calendar.asOf;
  const from = laterOf(window?.from ?? first, first);
  const to = earlierOf(window?.to ?? last, last);
  if (leaf.grain === 'day') return { from, to, units: Math.max(0, dayNumber(to) - dayNumber(from) + 1) };
  const whole = startsBetween(leaf.grain, from, to, calendar.weekStart).filter((start) => start >= from && endOf(leaf.grain, start, calendar.weekStart) <= to);
  const [begin] = whole;
  const end = whole.at(-1);
  if (begin === undefined || end === undefined) throw new CannotPlan(`The period holds no whole ${leaf.grain}, so there is no average for each ${leaf.grain}.`);
  return { from: begin, to: endOf(leaf.grain, end, calendar.weekStart), units: whole.length };
}

/** How many units there are behind each row of the answer. */
export function periodCount(leaf: PerPeriod, reading: Reading, scope: UnitScope, shift: Shift | null, { naming }: PlanContext): Expression {
  if (reading.by.some((one) => one.kind === 'cycle')) throw new CannotPlan('An average for each day or month cannot be broken down by parts of the week, the year or the day.');
  const grain = timeGrain(reading.by);
  if (grain === null) return { kind: 'number', value: scope.units };
  const months = MONTHS_IN[leaf.grain];
  if (leaf.grain !== 'day' && !coarser(grain, leaf.grain)) throw new CannotPlan(`An average for each ${leaf.grain} cannot be broken down by ${grain}; ask for ${calculationWords(naming, { kind: 'measure', measure: leaf.measure })} by ${grain}.`);
  const key = `k${reading.by.findIndex((one) => one.kind === 'time')}`;
  return { kind: 'unitsOf', key, grain, unit: months === undefined ? 'day' : 'month', per: months ?? 1, shift, from: scope.from, to: scope.to };
}

/** Does a period of the coarse grain consist of whole periods of the fine one? */
function coarser(coarse: Grain, fine: Grain): boolean {
  const [many, few] = [MONTHS_IN[coarse], MONTHS_IN[fine]];
  return many !== undefined && few !== undefined && many > few && many % few === 0;
}
