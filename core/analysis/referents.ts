/** The points of an answer that words can point at: its members in order, its highest and lowest period. */
import { resolvePeriod, type Calendar, type Period } from '../time/period';
import { endOf, type Grain } from '../time/grain';
import type { Answer } from '../query/answer';
import type { Reading } from '../reading/schema';
import { ALL, OTHERS, REST } from '../query/parts';

export interface Points {
  /** Members of the finest level shown, in the order of the rows, each once. */
  readonly members: { readonly level: string; readonly names: readonly string[] } | null;
  /** The members with the highest and the lowest value, where each has one row; of equal ones none. */
  readonly highest: string | null;
  readonly lowest: string | null;
  readonly high: Period | null;
  readonly low: Period | null;
  readonly grain: Grain | null;
}

/** @example pointsOf(…).high // { kind: 'days', from: '2025-08-01', to: '2025-08-31' } */
export function pointsOf(answer: Answer, reading: Reading, calendar: Calendar): Points {
  const level = answer.columns.findLastIndex((column) => column.level !== undefined);
  const id = answer.columns[level]?.level;
  const together = [ALL, REST, OTHERS];
  const names =
    id === undefined
      ? []
      : [
          ...new Set(
            answer.rows.flatMap((row) =>
              typeof row[level] === 'string' && !together.includes(row[level]) ? [row[level]] : [],
            ),
          ),
        ];
  const time = answer.columns.findIndex((column) => column.role === 'time');
  const value = answer.columns.findIndex((column) => column.as === 'value');
  const by = reading.by.find((one) => one.kind === 'time');
  const grain = by?.kind === 'time' ? by.grain : null;
  const dated =
    grain === null
      ? []
      : answer.rows.flatMap((row) =>
          typeof row[time] === 'string' && typeof row[value] === 'number' && row[time] !== answer.incomplete
            ? [{ day: row[time], value: row[value] }]
            : [],
        );
  const period = (day: string | undefined): Period | null => {
    if (day === undefined || grain === null) return null;
    return { kind: 'days', from: day, to: endOf(grain, day, calendar.weekStart) };
  };
  const valued = answer.rows.flatMap((row) =>
    typeof row[level] === 'string' && !together.includes(row[level]) && typeof row[value] === 'number'
      ? [{ name: row[level], value: row[value] }]
      : [],
  );
  const extreme = (of: (...values: number[]) => number): string | null => {
    if (
      id === undefined ||
      valued.length === 0 ||
      names.length !== answer.rows.filter((row) => names.includes(String(row[level]))).length
    )
      return null;
    const bound = valued.map((one) => one.value).reduce((a, b) => of(a, b));
    const found = valued.filter((one) => one.value === bound);
    return found.length === 1 ? (found[0]?.name ?? null) : null;
  };
  const best = (better: (a: number, b: number) => boolean) =>
    dated.reduce<{ day: string; value: number } | null>(
      (found, one) => (found === null || better(one.value, found.value) ? one : found),
      null,
    )?.day;
  return {
    members: id === undefined || names.length === 0 ? null : { level: id, names },
    highest: extreme(Math.max),
    lowest: extreme(Math.min),
    high: period(best((a, b) => a > b)),
    low: period(best((a, b) => a < b)),
    grain,
  };
}

/** The reading's own period, where it is one whole unit of a grain. */
export function unitOf(reading: Reading, grain: Grain, calendar: Calendar): Period | null {
  if (reading.when === null) return null;
  const { from, to, cutFrom } = resolvePeriod(reading.when.period, calendar);
  return from !== undefined && endOf(grain, from, calendar.weekStart) === (cutFrom ?? to) ? reading.when.period : null;
}
