/**
 * Checks an answer by a second way: numbers of it are computed again one at a time, each from its own records only, without
 * breakdown, rank, order or comparison, so that a fault in how rows are grouped, joined, ranked or set side by side would show.
 */
import { formatCell } from '@zud/core/format/format';
import type { Answer, Cell, Check } from '@zud/core/query/answer';
import type { AnswerColumn } from '@zud/core/query/plan';
import { ALL, OTHERS, REST } from '@zud/core/query/parts';
import { unexplained } from '@zud/core/reading/edit';
import { cycleCondition } from '@zud/core/reading/cycle-condition';
import { same, type Breakdown, type Condition, type Reading, type Shown } from '@zud/core/reading/schema';
import { endOf } from '@zud/core/time/grain';
import type { Day } from '@zud/core/time/day';
import { type Answering, type AskOptions } from './answering';
import { Unanswerable } from './unanswerable';
import type { ReadyModel } from './ready-model';

const MOST_CHECKED = 24;
const CLOSE = 1e-9;

/** @throws Unanswerable, TimeLimitReached, Stopped */
export async function checked(
  reading: Reading,
  ready: ReadyModel,
  answering: Answering,
  options: AskOptions,
): Promise<Check> {
  const started = performance.now();
  const left = new Set<string>();
  // of an explanation the total that is explained; its parts are readings of their own, each with its own check
  const plain: Reading = { ...unexplained(reading), shown: reading.shown.map((one) => ({ ...one, transform: null })) };
  if (!same(plain.shown, reading.shown))
    left.add('Shares, changes, running and moving figures follow from the figures checked here.');
  if (reading.rows !== null)
    return { checked: 0, agree: 0, of: 0, differences: [], left: ['A listing shows the records themselves.'], ms: 0 };
  const { answer } = await answering.answer(plain, ready, options);
  const numbers = numbersOf(answer, plain);
  const differences: Check['differences'][number][] = [];
  let done = 0;
  for (const number of spreadOver(numbers)) {
    const alone = aloneReading(plain, answer, number);
    if (typeof alone === 'string') {
      left.add(alone);
      continue;
    }
    const again = await answering.answer(alone, ready, options).catch((error: unknown) => {
      if (!(error instanceof Unanswerable)) throw error;
      left.add(error.message);
      return null;
    });
    if (again === null) continue;
    done += 1;
    const beside = again.answer.columns.findIndex((column) => column.as === number.column.as);
    // alone, what stood beside a value is a value of its own
    const value = again.answer.rows[0]?.[Math.max(0, beside)] ?? null;
    const there = answer.rows[number.row]?.[number.at] ?? null;
    if (!agrees(there, value))
      differences.push({
        row: labelOf(answer, number.row),
        column: number.column.label,
        answer: asNumber(there),
        again: asNumber(value),
      });
  }
  return {
    checked: done,
    agree: done - differences.length,
    of: numbers.length,
    differences,
    left: [...left],
    ms: Math.round(performance.now() - started),
  };
}

interface OneNumber {
  readonly row: number;
  readonly at: number;
  readonly column: AnswerColumn;
  readonly shown: Shown;
}

const asNumber = (cell: Cell) => (typeof cell === 'number' ? cell : null);

function agrees(a: Cell, b: Cell): boolean {
  if (typeof a !== 'number' || typeof b !== 'number') return (a ?? 0) === (b ?? 0);
  return Math.abs(a - b) <= CLOSE * Math.max(1, Math.abs(a), Math.abs(b));
}

/** The values and other values of an answer; differences follow from them. */
function numbersOf(answer: Answer, reading: Reading): OneNumber[] {
  return answer.rows.flatMap((_row, row) =>
    answer.columns.flatMap((column, at): OneNumber[] => {
      const shown = reading.shown.find(
        (one, index) =>
          column.of === (one.calculation.kind === 'measure' ? one.calculation.measure : `calculation${index + 1}`),
      );
      return shown && (column.as === 'value' || column.as === 'other') ? [{ row, at, column, shown }] : [];
    }),
  );
}

/** Some of them, from the first to the last. */
function spreadOver<T>(all: readonly T[]): T[] {
  if (all.length <= MOST_CHECKED) return [...all];
  return Array.from(
    { length: MOST_CHECKED },
    (_unused, index) => all[Math.round((index * (all.length - 1)) / (MOST_CHECKED - 1))] as T,
  );
}

/** The reading of one number alone; or why there is none. */
function aloneReading(reading: Reading, answer: Answer, { row, column, shown }: OneNumber): Reading | string {
  const cells = answer.rows[row] ?? [];
  const planned = reading.against?.kind === 'plan';
  const compares = reading.against !== null && reading.against.kind !== 'members';
  const dated = reading.by.some((by) => by.kind === 'time');
  if (column.as === 'other' && !planned && (dated || answer.other === null))
    return 'Values beside a time line are those of another time line, which can be asked for and checked by itself.';
  const conditions: Condition[] = [];
  let when = reading.when;
  for (const [index, by] of reading.by.entries()) {
    const key = keyCondition(by, cells[index] ?? null, reading);
    if (key === null || typeof key === 'string') {
      if (key !== null) return key;
      continue;
    }
    if ('from' in key)
      when = {
        period: { kind: 'days', ...clipped(key, answer) },
        ...(by.kind === 'time' && by.role !== undefined ? { role: by.role } : {}),
      };
    else conditions.push(key);
  }
  const where = reading.where.filter((one) => !(one.kind === 'measure' && reading.by.some((by) => same(by, one.at))));
  if (
    where.some(
      (one) =>
        one.kind === 'measure' || (one.kind === 'rows' && (one.test === 'aboveAverage' || one.test === 'belowAverage')),
    )
  )
    return 'A condition on a result holds over the whole answer, not over one number.';
  const whole = reading.against?.kind === 'plan' && reading.against.whole === true;
  if (!dated && compares && !whole) {
    const days = column.as === 'other' && answer.other !== null ? answer.other : answer.window;
    when =
      days.from === undefined || days.to === undefined
        ? when
        : {
            period: { kind: 'days', from: days.from, to: days.to },
            ...(reading.when?.role === undefined ? {} : { role: reading.when.role }),
          };
  }
  return {
    ...reading,
    shown: [{ calculation: shown.calculation, transform: null }],
    by: [],
    where: [...where, ...conditions],
    when,
    // what both sides of a plan cover is part of what either number says
    against: planned ? reading.against : null,
    ahead: null,
    rank: null,
    order: null,
    view: null,
  };
}

interface KeyDays {
  readonly from: Day;
  readonly to: Day;
}

/** What one cell of a breakdown says of its records: a condition, days, nothing (all of them), or why it cannot be said. */
function keyCondition(by: Breakdown, cell: Cell, reading: Reading): Condition | KeyDays | string | null {
  const besides = reading.against?.kind === 'members' ? reading.against : null;
  switch (by.kind) {
    case 'level':
      if (typeof cell !== 'string' || cell === OTHERS)
        return 'The rest that a rank put together is no member of its own.';
      if (besides?.level === by.level && cell === ALL) return null;
      if (besides?.level === by.level && cell === REST)
        return { kind: 'members', level: by.level, is: false, members: besides.members };
      return { kind: 'members', level: by.level, is: true, members: [cell] };
    case 'time':
      return typeof cell === 'string'
        ? { from: cell, to: endOf(by.grain, cell) }
        : 'Records without a date are in no period.';
    case 'cycle':
      if (typeof cell !== 'number') return 'Records without a date are in no part of the calendar.';
      return cycleCondition(by.cycle, [cell]);
    case 'bins':
      return 'A range is no condition of its own.';
    case 'sets':
      return 'Named sets side by side are checked one by one, each as a condition.';
  }
}

/** The days of a period that lie within those of the answer. */
function clipped({ from, to }: KeyDays, { window }: Answer): KeyDays {
  return {
    from: window.from !== undefined && window.from > from ? window.from : from,
    to: window.to !== undefined && window.to < to ? window.to : to,
  };
}

function labelOf(answer: Answer, row: number): string {
  return answer.columns
    .flatMap((column, at) =>
      column.role === 'level' || column.role === 'time' ? [formatCell(answer.rows[row]?.[at] ?? null, column)] : [],
    )
    .join(', ');
}
