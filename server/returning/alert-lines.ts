/** The lines of an alert, computed with somebody's rights: whole periods without a gap, for the whole or for each member. */
import { OF_A_YEAR, type AlertLine, type AlertLines } from '@zud/core/alerts/passing';
import { grainOf, isOfLoads, levelOf, type AlertWhen } from '@zud/core/alerts/alert';
import { addsUp } from '@zud/core/model/additivity';
import { isMeasure } from '@zud/core/model/calculation';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Reading } from '@zud/core/reading/schema';
import { addGrains, endOf, startOf, startsBetween, type Grain } from '@zud/core/time/grain';
import type { Day } from '@zud/core/time/day';
import { missingFrom } from '@zud/core/reading/references';
import type { ReadyModel } from '../asking/ready-model';
import { Unanswerable } from '../asking/unanswerable';
import type { Looks } from '../asking/explaining/looks';

export interface LookedAt extends AlertLines {
  /** How a value of it is written. */
  readonly column: AnswerColumn;
}

/** Members that an alert looks at; a level with more is too fine to be told of one by one. */
const MOST_MEMBERS = 2000;
/** Periods before those that are looked at, to learn what is usual. */
const PAST: Readonly<Record<Grain, number>> = { day: 180, week: 110, month: 48, quarter: 24, half: 16, year: 12 };

/**
 * @param count whole periods to be looked at, up to the latest
 * @param today up to which data may be late
 * @throws Unanswerable where the reading cannot be computed any more, or has too many members
 */
export async function alertLines(
  reading: Reading,
  when: AlertWhen,
  count: number,
  today: Day,
  ready: ReadyModel,
  looks: Looks,
): Promise<LookedAt> {
  const { calendar, model } = ready;
  const missing = missingFrom(reading, model);
  if (missing !== null) throw new Unanswerable(missing);
  const grain = grainOf(reading);
  const time = reading.by.find((one) => one.kind === 'time');
  if (grain === null || time === undefined) throw new Unanswerable('An alert goes from period to period.');
  const last = calendar.lastData ?? calendar.asOf;
  const whole = lastWhole(grain, last, calendar.weekStart);
  const first = addGrains(grain, startOf(grain, whole, calendar.weekStart), 1 - count - pastOf(when, grain));
  const role = time.kind === 'time' ? time.role : undefined;
  const base: Reading = {
    ...reading,
    when: {
      period: { kind: 'days', from: first, to: endOf(grain, whole, calendar.weekStart) },
      ...(role === undefined ? {} : { role }),
    },
  };
  const figures = await looks.figures(base);
  const at = placesOf(
    figures.columns,
    (column) => column.as === 'value' || (column.role === 'measure' && column.as === undefined),
  );
  const column = figures.columns[at.value];
  if (column === undefined || at.time < 0) throw new Unanswerable('There is no figure to look at.');
  const end = isOfLoads(when) ? today : whole;
  const periods = startsBetween(grain, first, end, calendar.weekStart);
  const placeOf = new Map(periods.map((day, index) => [day, index]));
  const lines = new Map<string, { values: (number | null)[]; plan: (number | null)[] }>();
  const lineOf = (member: string) => {
    const there = lines.get(member) ?? { values: periods.map(() => null), plan: periods.map(() => null) };
    lines.set(member, there);
    return there;
  };
  if (levelOf(reading) === null) lineOf('');
  const spread = (rows: typeof figures.rows, places: Columns, into: 'values' | 'plan') => {
    for (const row of rows) {
      const place = placeOf.get(String(row[places.time]));
      const member = places.member < 0 ? '' : row[places.member];
      const value = row[places.value];
      if (place === undefined || member === null || member === undefined || typeof value !== 'number') continue;
      lineOf(String(member))[into][place] = value;
    }
  };
  spread(figures.rows, at, 'values');
  if (when.kind === 'plan') {
    const { answer } = await looks.answer({ ...base, against: { kind: 'plan' } });
    spread(
      answer.rows,
      placesOf(answer.columns, (column) => column.as === 'other'),
      'plan',
    );
  }
  if (when.kind === 'fault') {
    lines.clear();
    lineOf('').values[periods.length - 1] = ready.broken.length;
  }
  if (lines.size > MOST_MEMBERS)
    throw new Unanswerable(
      `There are ${lines.size.toLocaleString('en-GB')} members, too many to be told of one by one; name a coarser level, or narrow it.`,
    );
  const [shown] = reading.shown;
  const counted =
    shown !== undefined &&
    isMeasure(shown.calculation) &&
    model.measures.get(shown.calculation.measure)?.kind === 'count';
  return {
    grain,
    periods,
    lines: [...lines]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([member, { values, plan }]): AlertLine => ({ member, values, ...(when.kind === 'plan' ? { plan } : {}) })),
    addsUp: shown !== undefined && addsUp(shown.calculation, model),
    ...(counted ? { error: (usual: number) => Math.sqrt(Math.max(1, usual)) } : {}),
    column,
  };
}

interface Columns {
  readonly time: number;
  /** −1 where it is of the whole. */
  readonly member: number;
  readonly value: number;
}
const placesOf = (columns: readonly AnswerColumn[], isValue: (column: AnswerColumn) => boolean): Columns => ({
  time: columns.findIndex(({ role }) => role === 'time'),
  member: columns.findIndex(({ role }) => role === 'level'),
  value: columns.findIndex(isValue),
});

function pastOf(when: AlertWhen, grain: Grain): number {
  if (when.kind === 'change') return when.basis === 'year' ? OF_A_YEAR[grain] : 1;
  if (when.kind === 'new') return 3660;
  return when.kind === 'unusual' || when.kind === 'forecast' || isOfLoads(when) ? PAST[grain] : 1;
}

/** The last day of the last period that is whole. */
function lastWhole(grain: Grain, last: Day, weekStart: number): Day {
  const start = startOf(grain, last, weekStart);
  return endOf(grain, start, weekStart) === last ? last : endOf(grain, addGrains(grain, start, -1), weekStart);
}
