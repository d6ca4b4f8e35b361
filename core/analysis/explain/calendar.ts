/** What the calendar and the data themselves would have moved: days without rows, and another number of Saturdays. */
import { dayNumber, weekday as weekdayOf, type Day } from '../../time/day';
import type { Side } from './world';

/** A day of a window; null where it has no rows. */
export interface DayAmount {
  readonly day: Day;
  readonly side: Side | null;
}

export interface CalendarPart {
  /** In units of the amount. */
  readonly effect: number;
  /** ISO numbers of weekdays of which there are more now, or fewer, with by how many. */
  readonly weekdays: readonly { readonly weekday: number; readonly more: number }[];
}

export interface MissingPart {
  readonly effect: number;
  readonly days: readonly Day[];
  readonly side: 'now' | 'before';
}

/** A weekday has rows as a rule where so many of its days have. */
const USUALLY = 0.8;
/** Days of a weekday that tell what it is worth. */
const FEWEST_DAYS = 3;
/** An effect that is less than so many of its own errors is chance. */
const ERRORS = 2.6;

const amountOf = ({ side }: DayAmount): number => side?.[0] ?? 0;
const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length;

/** Days by their weekday, 1 to 7. */
function byWeekday(days: readonly DayAmount[]): ReadonlyMap<number, readonly DayAmount[]> {
  const of = new Map<number, DayAmount[]>();
  for (const day of days) {
    const weekday = weekdayOf(day.day);
    const there = of.get(weekday);
    if (there === undefined) of.set(weekday, [day]);
    else there.push(day);
  }
  return of;
}

const amountsIn = (days: readonly DayAmount[] = []): number[] => days.filter(({ side }) => side !== null).map(amountOf);

/**
 * Days without rows on weekdays that usually have some, with what such a day is worth on its side.
 * @returns at most one part a side
 */
export function missingDays(now: readonly DayAmount[], before: readonly DayAmount[]): MissingPart[] {
  const all = byWeekday([...now, ...before]);
  const usual = new Set(
    [...all].flatMap(([weekday, days]) =>
      days.length >= FEWEST_DAYS && amountsIn(days).length >= USUALLY * days.length ? [weekday] : [],
    ),
  );
  return (['now', 'before'] as const).flatMap((side) => {
    const window = side === 'now' ? now : before;
    const missing = window
      .filter((one) => one.side === null)
      .map(({ day }) => ({ day, weekday: weekdayOf(day) }))
      .filter(({ weekday }) => usual.has(weekday));
    if (missing.length === 0) return [];
    // what a day of a weekday is worth on a side, or, where that side has none, on both
    const own = byWeekday(window);
    const worthOf = (weekday: number) => {
      const amounts = amountsIn(own.get(weekday));
      return mean(amounts.length > 0 ? amounts : amountsIn(all.get(weekday)));
    };
    const worth = new Map([...usual].map((weekday) => [weekday, worthOf(weekday)]));
    const lost = missing.reduce((sum, { weekday }) => sum + (worth.get(weekday) ?? 0), 0);
    return [{ effect: side === 'now' ? -lost : lost, days: missing.map(({ day }) => day), side }];
  });
}

/** Days in a row, as a gap that is no chance. */
const LEAST_GAP = 2;

/** Stretches of days in a row without any records, of a part that has some on most days: the longest of each side. */
export function gapsIn(now: readonly DayAmount[], before: readonly DayAmount[]): MissingPart[] {
  return missingDays(now, before).flatMap((one) => {
    const runs: Day[][] = [];
    for (const day of one.days) {
      const last = runs.at(-1);
      if (last !== undefined && dayNumber(day) === dayNumber(last.at(-1) ?? day) + 1) last.push(day);
      else runs.push([day]);
    }
    const longest = runs.reduce<Day[]>((best, run) => (run.length > best.length ? run : best), []);
    return longest.length < LEAST_GAP ? [] : [{ ...one, days: longest }];
  });
}

/**
 * What another number of each weekday would have moved at the earlier pace.
 * @returns null where the windows hold the same days of the week, or where weekdays differ by chance only
 */
export function calendarPart(now: readonly DayAmount[], before: readonly DayAmount[]): CalendarPart | null {
  let effect = 0;
  let variance = 0;
  const weekdays: { weekday: number; more: number }[] = [];
  for (let weekday = 1; weekday <= 7; weekday += 1) {
    const count = (days: readonly DayAmount[]) => days.filter(({ day }) => weekdayOf(day) === weekday).length;
    const more = count(now) - count(before);
    if (more === 0) continue;
    const values = before.filter((one) => one.side !== null && weekdayOf(one.day) === weekday).map(amountOf);
    if (values.length < FEWEST_DAYS) return null;
    const middle = mean(values);
    const spread = values.reduce((sum, one) => sum + (one - middle) ** 2, 0) / (values.length - 1);
    weekdays.push({ weekday, more });
    effect += more * middle;
    variance += (more * more * spread) / values.length;
  }
  if (weekdays.length === 0 || Math.abs(effect) <= ERRORS * Math.sqrt(variance)) return null;
  return { effect, weekdays };
}
