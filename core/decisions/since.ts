/**
 * What a measure has done since a decision: the days since, beside as many days right before it that fall on the same weekdays; and, so that a
 * season is not taken for an effect, the same two stretches a year (52 weeks) earlier.
 */
import { formatPoints, formatSize, formatValue } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import { rangeWords } from '../reading/words';
import { addDays, dayNumber, type Day } from '../time/day';

type Written = Pick<AnswerColumn, 'format' | 'unit'>;

export interface Stretch {
  readonly from: Day;
  readonly to: Day;
}

export interface Stretches {
  readonly since: Stretch;
  readonly before: Stretch;
  readonly sinceLastYear: Stretch;
  readonly beforeLastYear: Stretch;
  readonly days: number;
}

const WEEK = 7;
/** 52 weeks: a year later on the same weekday. */
const YEAR = 52 * WEEK;
/** Fewer days tell more of the days than of the decision. */
const ENOUGH = 14;

/** @param decided the day of the decision. @param last the last day with data. Null where no data came since. */
export function stretchesSince(decided: Day, last: Day): Stretches | null {
  const days = dayNumber(last) - dayNumber(decided);
  if (days < 1) return null;
  const since = { from: addDays(decided, 1), to: last };
  const back = Math.ceil(days / WEEK) * WEEK;
  const earlier = ({ from, to }: Stretch, by: number): Stretch => ({ from: addDays(from, -by), to: addDays(to, -by) });
  const before = earlier(since, back);
  return { since, before, sinceLastYear: earlier(since, YEAR), beforeLastYear: earlier(before, YEAR), days };
}

/** The values of the four stretches; null where there are no data. */
export type StretchValues = Readonly<Record<'since' | 'before' | 'sinceLastYear' | 'beforeLastYear', number | null>>;

/**
 * @param figure what the measure is called
 * @returns sentences: what it was, how it moved, how it moved a year earlier, and that it is early where it is
 */
export function sinceSentences(
  figure: string,
  { since, before, days }: Stretches,
  values: StretchValues,
  column: Written,
): string[] {
  if (values.since === null) return [`No data of ${figure} came since.`];
  const written = (value: number) => formatValue(value, column);
  const now = `${figure} ${written(values.since)} ${inWords(since)}`;
  const moved = movedWords(values.since, values.before, column);
  const lastYear = movedWords(values.sinceLastYear, values.beforeLastYear, column);
  const sentences =
    moved === null || values.before === null
      ? [`${now}; there are no data of before to set it beside.`]
      : [`${now}, ${moved} on ${written(values.before)} ${inWords(before)}.`];
  if (moved !== null && lastYear !== null) sentences.push(`A year earlier, between the same weeks: ${lastYear}.`);
  if (days < ENOUGH) sentences.push(`That is ${days} ${days === 1 ? 'day' : 'days'} only.`);
  return sentences;
}

function movedWords(now: number | null, before: number | null, column: Written): string | null {
  if (now === null || before === null) return null;
  if (now === before) return 'unchanged';
  const sign = now < before ? '−' : '+';
  if (column.format?.style === 'percent') return `${sign}${formatPoints(Math.abs(now - before))}`;
  if (before <= 0) return `${sign}${formatValue(Math.abs(now - before), column)}`;
  return `${sign}${formatSize(Math.abs((now - before) / before))}`;
}

/** @example inWords({ from: '2026-10-01', to: '2026-10-17' }) // 'from 1 October to 17 October 2026' */
function inWords({ from, to }: Stretch): string {
  const words = rangeWords(from, to);
  return words.startsWith('from ')
    ? words
    : from === to
      ? `on ${words}`
      : `in ${words.startsWith('week') ? 'the ' : ''}${words}`;
}
