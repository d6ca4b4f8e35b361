/** Which members of an alert's lines are to be told in which period: one pure function for the trial over the past and for the day itself. */
import { reaching } from '../analysis/explain/reaching';
import { expectationOf } from '../analysis/explain/unusual';
import { qValues } from '../analysis/many-looks';
import { SEASON } from '../analysis/seasonal';
import { dayNumber, type Day } from '../time/day';
import type { Grain } from '../time/grain';
import type { AlertWhen } from './alert';

/** The figures of one member, period by period; null where there are none. */
export interface AlertLine {
  /** Its name; empty for the whole. */
  readonly member: string;
  readonly values: readonly (number | null)[];
  /** What is planned for each period, where that is asked about. */
  readonly plan?: readonly (number | null)[];
}

export interface AlertLines {
  readonly grain: Grain;
  /** First days of whole periods, without a gap. */
  readonly periods: readonly Day[];
  readonly lines: readonly AlertLine[];
  /** Where there are no records, is the figure nought? */
  readonly addsUp: boolean;
  /** What chance alone does to a usual value, for counts. */
  readonly error?: (usual: number) => number;
}

export interface Passing {
  readonly member: string;
  readonly value: number;
  /** What it was set beside: the period before, the plan, what was expected. */
  readonly beside?: number;
  /** Between which values it was to be expected; or how likely a forecast passes. */
  readonly low?: number;
  readonly high?: number;
  readonly chance?: number;
}

/** The tail beyond which a figure is told as unusual. As the spread is itself estimated from the past, noise passes it about once in a hundred periods. */
const SELDOM = 0.002;
/** As likely as not. */
const LIKELY = 0.5;
/** Periods of a year; of days and weeks so many that the same day of the week is met. */
export const OF_A_YEAR: Readonly<Record<Grain, number>> = {
  day: 364,
  week: 52,
  month: 12,
  quarter: 4,
  half: 2,
  year: 1,
};

/** Who is to be told in one period, in the order of the lines. */
export function passingAt(lines: AlertLines, when: AlertWhen, at: number): Passing[] {
  if (when.kind === 'unusual') return unusual(lines, when.side, at);
  return lines.lines.flatMap((line): Passing[] => {
    const found = passes(line, lines, when, at);
    return found === null ? [] : [{ member: line.member, ...found }];
  });
}

type Found = Omit<Passing, 'member'>;

function passes(
  line: AlertLine,
  lines: AlertLines,
  when: Exclude<AlertWhen, { kind: 'unusual' }>,
  at: number,
): Found | null {
  switch (when.kind) {
    case 'late':
      return late(line, lines, when.days, at);
    case 'fault': {
      const broken = line.values[at] ?? 0;
      return broken > 0 ? { value: broken } : null;
    }
    case 'new':
      return isNew(line, at);
    case 'forecast':
      return likely(line, lines, when, at);
    default: {
      const value = valueAt(line, lines, at);
      return value === null ? null : beside(value, line, lines, when, at);
    }
  }
}

/** A member without records has nought of what adds up, from its first records on. */
function valueAt({ values }: AlertLine, { addsUp }: AlertLines, at: number): number | null {
  const value = values[at] ?? null;
  if (value !== null || !addsUp) return value;
  return values.slice(0, at).some((one) => one !== null) ? 0 : null;
}

function beside(
  value: number,
  line: AlertLine,
  lines: AlertLines,
  when: Extract<AlertWhen, { kind: 'value' | 'change' | 'plan' }>,
  at: number,
): Found | null {
  if (when.kind === 'value') return holds(value, when) ? { value } : null;
  if (when.kind === 'plan') {
    const plan = line.plan?.[at] ?? null;
    if (plan === null) return null;
    const off = value - plan;
    const margin = Math.abs(plan) * when.by;
    return (when.side === 'below' ? off < -margin : off > margin) ? { value, beside: plan } : null;
  }
  const before = valueAt(line, lines, at - (when.basis === 'previous' ? 1 : OF_A_YEAR[lines.grain]));
  if (before === null || (when.as === 'percent' && before === 0)) return null;
  const change = when.as === 'percent' ? (value - before) / Math.abs(before) : value - before;
  const size = when.direction === 'up' ? change : when.direction === 'down' ? -change : Math.abs(change);
  // a tenth of 300 is not the number 0.1 times 300: what is as much as was said is not more
  const rest = size - when.by;
  const equal = Math.abs(rest) < 1e-9 * Math.max(1, Math.abs(when.by));
  return (equal ? !when.strict : rest > 0) ? { value, beside: before } : null;
}

function holds(value: number, { test, value: first, upper }: Extract<AlertWhen, { kind: 'value' }>): boolean {
  switch (test) {
    case 'over':
      return value > first;
    case 'under':
      return value < first;
    case 'atLeast':
      return value >= first;
    case 'atMost':
      return value <= first;
    case 'between':
      return value >= first && value <= (upper ?? first);
  }
}

/** Members whose figure is farther from what was to be expected than chance takes it, all members together. */
function unusual(lines: AlertLines, side: 'high' | 'low' | 'either', at: number): Passing[] {
  const expected = lines.lines.flatMap((line) => {
    const past = pastOf(line, lines, at);
    const found = past === null ? null : expectationOf(past, SEASON[lines.grain], lines.error);
    return found === null ? [] : [{ member: line.member, ...found }];
  });
  const chances = qValues(expected.map(({ tail }) => tail));
  return expected.flatMap(({ member, value, expected: beside, low, high, verdict }, index) =>
    (chances[index] ?? 1) <= SELDOM &&
    verdict !== 'within' &&
    (side === 'either' || (side === 'high') === (verdict === 'above'))
      ? [{ member, value, beside, low, high }]
      : [],
  );
}

function likely(
  line: AlertLine,
  lines: AlertLines,
  { side, value, within }: Extract<AlertWhen, { kind: 'forecast' }>,
  at: number,
): Found | null {
  const past = pastOf(line, lines, at);
  const now = past?.at(-1);
  if (past === null || now === undefined) return null;
  const reached = reaching(past, SEASON[lines.grain], within, { value, side, added: null });
  const chance = reached?.chance.at(-1) ?? 0;
  return chance < LIKELY ? null : { value: now, chance };
}

/** The line up to a period, from its first records or its last gap on; null where it has none at the period itself. */
function pastOf(line: AlertLine, lines: AlertLines, at: number): number[] | null {
  const values = line.values.slice(0, at + 1).map((_value, index) => valueAt(line, lines, index));
  const begin = values.lastIndexOf(null) + 1;
  const past = values.slice(begin).filter((one) => one !== null);
  return past.length === 0 ? null : past;
}

/** Days since the last records, on a day. */
function late({ values }: AlertLine, { periods }: AlertLines, days: number, at: number): Found | null {
  const last = values.slice(0, at + 1).findLastIndex((one) => one !== null);
  const [day, since] = [periods[at], periods[last]];
  if (day === undefined || since === undefined) return null;
  const value = dayNumber(day) - dayNumber(since);
  return value > days ? { value } : null;
}

/** The first period of the lines is not news. */
function isNew({ values }: AlertLine, at: number): Found | null {
  const first = values.findIndex((one) => one !== null);
  return at > 0 && first === at ? { value: values[at] ?? 0 } : null;
}
