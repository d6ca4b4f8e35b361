/** The forecast of an answer: the line of each of its members, carried on from the whole periods before its end. */
import { addsUp } from '../model/additivity';
import type { Model } from '../model/model';
import type { Ahead, Cell } from '../query/answer';
import type { Table } from '../query/derive';
import type { AnswerColumn } from '../query/plan';
import { timeGrain } from '../query/windows';
import { MOST_AHEAD, type Reading } from '../reading/schema';
import { addMonths, earlierOf, type Day } from '../time/day';
import { addGrains, countGrains, endOf, MONTHS_IN, startOf, startsBetween, type Grain } from '../time/grain';
import { resolvePeriod, type Calendar } from '../time/period';
import { FEWEST_VALUES, forecast, type Forecast } from './forecast';
import { SEASON } from './seasonal';

/** Lines that can be told apart. */
const MOST_LINES = 12;
/** Periods between the last data and what is asked for that are bridged. */
const LONGEST_GAP = 12;

/** The last day that a forecast may look at: that of the period, or the reference day. */
function lastDay({ when }: Reading, calendar: Calendar): Day {
  return earlierOf(
    (when === null ? undefined : resolvePeriod(when.period, calendar).to) ?? calendar.asOf,
    calendar.asOf,
  );
}

/**
 * The reading whose rows a forecast learns from: all that came before the end of the period. Members that are chosen within the period,
 * by a rank or a test, would be others over a longer one; then the period stays.
 */
export function learntFrom(reading: Reading, calendar: Calendar): Reading {
  const chosen = reading.rank !== null || reading.where.some((one) => one.kind === 'measure');
  const to = lastDay(reading, calendar);
  const when: Reading['when'] =
    reading.when === null || chosen ? reading.when : { ...reading.when, period: { kind: 'until', to } };
  return { ...reading, ahead: null, order: null, view: null, when };
}

interface Line {
  /** The members it is of, as cells of the other breakdowns. */
  readonly cells: readonly Cell[];
  readonly values: readonly number[];
}

/**
 * @param learnt rows of the reading that the forecast learns from
 * @returns the forecast, or why there is none
 */
export function aheadOf(
  learnt: Table,
  reading: Reading,
  model: Model,
  calendar: Calendar,
): Ahead | { readonly reason: string } {
  const grain = timeGrain(reading.by);
  const [shown] = reading.shown;
  const at = learnt.columns.findIndex((column) => column.role === 'time');
  const valueAt = learnt.columns.findIndex((column) => column.as === 'value');
  const value = learnt.columns[valueAt];
  if (grain === null || shown === undefined || reading.ahead === null || value === undefined)
    return { reason: 'A forecast carries a line over time on; break it down by time first.' };
  const end = lastDay(reading, calendar);
  const days = learnt.rows
    .map((row) => row[at])
    .filter((cell): cell is string => typeof cell === 'string' && endOf(grain, cell, calendar.weekStart) <= end)
    .sort();
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return { reason: `There is no whole ${grain} to learn from.` };
  const target = addGrains(grain, startOf(grain, end, calendar.weekStart), reading.ahead.periods);
  const steps = countGrains(grain, last, target, calendar.weekStart) - 1;
  if (steps > MOST_AHEAD + LONGEST_GAP)
    return { reason: `The data end too long before ${end} for a forecast from there.` };
  const starts = startsBetween(grain, first, last, calendar.weekStart);
  const lines = linesOf(learnt, at, valueAt, starts, addsUp(shown.calculation, model));
  if (lines.length > MOST_LINES)
    return {
      reason: `${lines.length} lines are too many to forecast side by side; choose up to ${MOST_LINES} members, or leave the breakdown out.`,
    };
  const gaps = lines.find((line) => line.values.some(Number.isNaN));
  if (gaps !== undefined)
    return {
      reason: `${nameOf(gaps.cells)}has no value in ${gaps.values.filter(Number.isNaN).length} of ${gaps.values.length} ${grain}s, and what a line with gaps goes on to cannot be told from it.`,
    };
  const carried = lines.flatMap((line) => {
    const made = forecast(line.values, SEASON[grain], steps);
    return made === null ? [] : [{ line, made }];
  });
  if (carried.length === 0)
    return {
      reason: `A forecast needs at least ${FEWEST_VALUES} whole ${grain}s to learn from; there ${starts.length === 1 ? 'is one' : `are ${starts.length}`}. A longer period or a finer line has more.`,
    };
  const keys = learnt.columns.filter((column) => column.role === 'time' || column.role === 'level');
  const { as: _as, key: _key, label: _label, ...like } = value;
  const figures = (['expected', 'low', 'high'] as const).map((as): AnswerColumn => ({
    ...like,
    key: `${value.key} ${as}`,
    label: LABELS[as](value.label),
    as,
  }));
  const ahead = startsBetween(grain, addGrains(grain, last, 1), target, calendar.weekStart);
  const from = addGrains(grain, startOf(grain, end, calendar.weekStart), 1);
  const rowOf = ({ line, made }: (typeof carried)[number], day: Day, step: number): Cell[] => {
    const others = [...line.cells];
    const point = made.points[step];
    return [
      ...keys.map((key) => (key.role === 'time' ? day : (others.shift() ?? null))),
      point?.value ?? null,
      point?.low ?? null,
      point?.high ?? null,
    ];
  };
  const [only] = carried;
  return {
    columns: [...keys, ...figures],
    rows: ahead.flatMap((day, step) => carried.map((one) => rowOf(one, day, step))),
    from,
    basis: { grain, periods: starts.length, from: first, to: last },
    lines: carried.map(({ line, made }) => ({
      cells: line.cells,
      way: made.way,
      proportional: made.proportional,
      weights: made.weights,
      trial: made.trial,
      seasonal: made.seasonal,
    })),
    left: lines.length - carried.length,
    together:
      only === undefined || carried.length > 1 || value.additive !== true
        ? null
        : together(only, ahead, starts, from, grain),
  };
}

const LABELS = { expected: (label: string) => `${label}, forecast`, low: () => 'Low', high: () => 'High' };

const nameOf = (cells: readonly Cell[]): string =>
  cells.length === 0 ? 'It ' : `${cells.map((cell) => cell ?? '(none)').join(', ')} `;

/**
 * The lines of an answer, each from its first value on.
 * @param additive whether a period without rows comes to nothing; else it has no value, which is NaN
 */
function linesOf(
  { columns, rows }: Table,
  at: number,
  valueAt: number,
  starts: readonly Day[],
  additive: boolean,
): Line[] {
  const others = columns.flatMap((column, index) =>
    column.role === 'level' || (column.role === 'time' && index !== at) ? [index] : [],
  );
  const lines = new Map<string, { cells: readonly Cell[]; values: Map<Cell, number> }>();
  for (const row of rows) {
    const cells = others.map((index) => row[index] ?? null);
    const key = JSON.stringify(cells);
    const line = lines.get(key) ?? { cells, values: new Map<Cell, number>() };
    lines.set(key, line);
    const value = row[valueAt];
    if (typeof value === 'number') line.values.set(row[at] ?? null, value);
  }
  return [...lines.values()].map(({ cells, values }) => {
    const begun = starts.findIndex((day) => values.has(day));
    return {
      cells,
      values: begun < 0 ? [] : starts.slice(begun).map((day) => values.get(day) ?? (additive ? 0 : NaN)),
    };
  });
}

/** What a line comes to over the periods asked for, and came to a year before them where that is known. */
function together(
  { line, made }: { readonly line: Line; readonly made: Forecast },
  ahead: readonly Day[],
  starts: readonly Day[],
  from: Day,
  grain: Grain,
): NonNullable<Ahead['together']> {
  const known = new Map(
    starts.slice(starts.length - line.values.length).map((day, index) => [day, line.values[index] ?? 0]),
  );
  const asked = ahead.flatMap((day, step) => (day >= from ? [{ day, value: made.points[step]?.value ?? 0 }] : []));
  const before = MONTHS_IN[grain] === undefined ? [] : asked.map(({ day }) => known.get(addMonths(day, -12)));
  const whole = before.length > 0 && before.every((value) => value !== undefined);
  return {
    expected: asked.reduce((sum, one) => sum + one.value, 0),
    yearBefore: whole ? before.reduce<number>((sum, value) => sum + (value ?? 0), 0) : null,
  };
}
