/** How many days or months an average daily or monthly figure is divided by: those of the scope between the first and last data. */
import { addsUp } from '../model/additivity';
import type { Calculation } from '../model/calculation';
import { calculationWords } from '../reading/words';
import type { Reading } from '../reading/schema';
import { dayNumber, earlierOf, laterOf } from '../time/day';
import { endOf, startsBetween } from '../time/grain';
import { CannotPlan } from './cannot-plan';
import type { DayWindow, Expression } from './plan';
import type { PlanContext } from './planner';
import { timeGrain } from './windows';

/**
 * @param window the days asked about, or those they are set beside
 * @throws CannotPlan where the period does not consist of whole units, or the measure does not add up
 */
export function periodCount(leaf: Extract<Calculation, { kind: 'perPeriod' }>, reading: Reading, window: DayWindow | null, { model, calendar, naming }: PlanContext): Expression {
  const name = calculationWords(naming, { kind: 'measure', measure: leaf.measure });
  if (!addsUp({ kind: 'measure', measure: leaf.measure }, model)) throw new CannotPlan(`An average for each ${leaf.grain} needs a measure that adds up, and ${name} does not.`);
  if (reading.by.some((one) => one.kind === 'cycle')) throw new CannotPlan('An average per day or month cannot be broken down by parts of the week, the year or the day.');
  const first = calendar.firstData ?? window?.from ?? calendar.asOf;
  const last = calendar.lastData ?? calendar.asOf;
  const from = laterOf(window?.from ?? first, first);
  const to = earlierOf(window?.to ?? last, last);
  const grain = timeGrain(reading.by);
  if (grain !== null) {
    if (leaf.grain !== 'day' || reading.against !== null) throw new CannotPlan(`Ask for the average without the breakdown by ${grain}, or for ${name} by ${leaf.grain}.`);
    return { kind: 'daysOf', key: `k${reading.by.findIndex((one) => one.kind === 'time')}`, grain, from, to };
  }
  if (leaf.grain === 'day') return { kind: 'number', value: dayNumber(to) - dayNumber(from) + 1 };
  const complete = startsBetween(leaf.grain, from, to, calendar.weekStart).filter((start) => start >= from && endOf(leaf.grain, start, calendar.weekStart) <= to);
  const end = complete.at(-1);
  if (complete[0] !== from || end === undefined || endOf(leaf.grain, end, calendar.weekStart) !== to)
    throw new CannotPlan(`The period does not consist of whole ${leaf.grain}s; name one that does, such as “the last 12 months”.`);
  return { kind: 'number', value: complete.length };
}
