/** What is explained: a total beside another. */
import type { Calculation } from '@zud/core/model/calculation';
import { unexplained } from '@zud/core/reading/edit';
import { resolvePeriod } from '@zud/core/time/period';
import type { Note } from '@zud/core/language/read';
import { windowsOf } from '@zud/core/query/windows';
import { hasDifference, type Condition, type Reading } from '@zud/core/reading/schema';
import { listWords } from '@zud/core/reading/words';
import { endOf } from '@zud/core/time/grain';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import type { Looks } from './looks';

/**
 * With what it stands beside; else the last whole period of a time line beside the one before; else its period beside the year before.
 * @throws Unanswerable where there is no whole period
 */
export async function comparedReading(
  reading: Reading,
  { calendar }: ReadyModel,
  looks: Looks,
): Promise<{ compared: Reading; notes: Note[] }> {
  const total: Reading = { ...reading, by: [], ahead: null, rank: null, order: null, view: null };
  const time = reading.by.find((one) => one.kind === 'time');
  if (hasDifference(reading) && (time === undefined || reading.against?.kind !== 'previous'))
    return { compared: total, notes: [] };
  if (time?.kind === 'time') {
    const line = await looks.answer({ ...reading, by: [time], ahead: null, rank: null, order: null, view: null });
    const at = line.answer.columns.findIndex((column) => column.role === 'time');
    const day = line.answer.rows
      .map((row) => row[at])
      .findLast((cell): cell is string => typeof cell === 'string' && cell !== line.answer.incomplete);
    if (day === undefined) throw new Unanswerable('There is no whole period to look at yet.');
    const role = time.role ?? reading.when?.role;
    return {
      compared: {
        ...total,
        when: {
          period: { kind: 'days', from: day, to: endOf(time.grain, day, calendar.weekStart) },
          ...(role === undefined ? {} : { role }),
        },
        against: { kind: 'previous' },
      },
      notes: [{ kind: 'assumed', text: `Looks at the last whole ${time.grain} beside the one before.` }],
    };
  }
  if (reading.when !== null)
    return {
      compared: { ...total, against: { kind: 'year' } },
      notes: [{ kind: 'assumed', text: 'Nothing stood beside it, so it is set beside the year before.' }],
    };
  return {
    compared: { ...total, when: { period: { kind: 'this', grain: 'year' } }, against: { kind: 'year' } },
    notes: [{ kind: 'assumed', text: 'No period was said, so this year is set beside the same days of last year.' }],
  };
}

/** What of a question an explanation leaves out, in words: it is of one plain figure of all members. */
export function leftOut({ shown, rank }: Reading, name: string, more: readonly string[] = []): Note[] {
  const left = [
    ...more,
    ...(shown.length > 1 ? ['the other measures'] : []),
    ...(shown[0]?.transform ? ['the way it was shown'] : []),
    ...(rank === null ? [] : ['the choice of some members']),
  ];
  return left.length === 0
    ? []
    : [
        {
          kind: 'assumed',
          text: `Is of ${name} as a whole; ${listWords(left, 'and')} ${left.length > 1 || shown.length > 1 ? 'are' : 'is'} left out.`,
        },
      ];
}

/** One figure of all that a reading is of: without breakdown, comparison, and whatever shows it in another way. */
export const plainTotal = (reading: Reading, calculation: Calculation): Reading => ({
  ...unexplained(reading),
  shown: [{ calculation, transform: null }],
  by: [],
  against: null,
  ahead: null,
  rank: null,
  order: null,
  view: null,
});

/** A total with conditions more. */
export const within = (reading: Reading, conditions: readonly Condition[]): Reading => ({
  ...reading,
  where: [...reading.where, ...conditions],
});

export interface TwoWindows {
  readonly now: { readonly from: string; readonly to: string };
  readonly before: { readonly from: string; readonly to: string };
}

/** The days on both sides, where both are stretches of days; null beside a plan or where an end is open. */
export function windowsFor(reading: Reading, { calendar }: ReadyModel): TwoWindows | null {
  if (reading.against === null || reading.against.kind === 'plan' || reading.when === null) return null;
  const { window, other } = windowsOf(reading, calendar);
  const { from } = resolvePeriod(reading.when.period, calendar);
  const last = calendar.lastData ?? calendar.asOf;
  const to = window.to !== undefined && window.to < last ? window.to : last;
  if (from === undefined || window.from === undefined || other?.from === undefined || other.to === undefined)
    return null;
  return { now: { from: window.from, to }, before: { from: other.from, to: other.to } };
}
