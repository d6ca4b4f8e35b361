/** The condition that keeps certain parts of the week, the year or the day. */
import { WEEK_PARTS, type Cycle } from '../time/grain';
import type { Condition } from './schema';

/**
 * @param values ISO days of the week, parts of the week (1 its working days, 2 its end), months (1 to 12) or hours (0 to 23)
 * @example cycleCondition('weekPart', [2]) // { kind: 'weekdays', days: [6, 7] }
 */
export function cycleCondition(cycle: Cycle, values: readonly number[]): Condition {
  if (cycle === 'hour' || cycle === 'monthOfYear') return { kind: 'cycle', cycle, values: [...values] };
  return {
    kind: 'weekdays',
    days: cycle === 'dayOfWeek' ? [...values] : values.flatMap((part) => [...(WEEK_PARTS[part - 1]?.days ?? [])]),
  };
}
