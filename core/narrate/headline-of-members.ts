/** Headlines of members side by side: which has most, which moved most, how far two lie apart. */
import { formatCell, formatPoints, formatSize, formatValue } from '../format/format';
import type { Answer } from '../query/answer';
import { ALL, OTHERS, REST } from '../query/parts';
import type { AnswerColumn } from '../query/plan';
import { pluralWord } from '../model/model';
import { listWords } from '../reading/words';
import type { Reading } from '../reading/schema';
import { aboveOrBelow, extremeOf, has, lower, numberIn, type Figures, type Row } from './headline-parts';

/** More members than this that share a place are counted, not named. */
const MOST_NAMED = 3;

export function byMembers(answer: Answer, figures: Figures, reading: Reading): string {
  const { value, change, keys } = figures;
  const [key] = keys;
  if (!key) return value.column.label;
  const name = (row: Row) => formatCell(row[key.at] ?? null, key.column);
  if (reading.rank?.on !== undefined) return rankedByChange(answer, figures, reading, name);
  const compared = change < 0 ? [] : answer.rows.filter((row) => has(row, change));
  if (compared.length > 0) return movedMost(compared, figures, reading, name);
  const own = answer.rows.filter((row) => ![OTHERS, ALL, REST].includes(String(row[key.at])) && has(row, value.at));
  if (reading.against?.kind === 'members') {
    const [first, second] = reading.against.members.map((member) => own.find((row) => row[key.at] === member));
    if (own.length === 2 && first !== undefined && second !== undefined) return apart(first, second, value, name);
    const rest = answer.rows.find((row) => [ALL, REST].includes(String(row[key.at])) && has(row, value.at));
    if (own.length === 1 && own[0] !== undefined && rest !== undefined && String(rest[key.at]) === REST)
      return apart(own[0], rest, value, (row) => (row === rest ? 'the rest' : name(row)));
  }
  return mostOf(own, answer, figures, reading, name);
}

/** What rose and fell most, or lies furthest from plan: for members, on days of the week. */
export function movedMost(
  rows: readonly Row[],
  { value, change, size, beside }: Figures,
  reading: Reading,
  name: (row: Row) => string,
  at: 'for' | 'on' | 'in' | 'at' = 'for',
): string {
  const high = extremeOf(rows, change, 'highest') ?? [];
  const low = extremeOf(rows, change, 'lowest') ?? [];
  const [top, bottom] = [numberIn(high, change) ?? 0, numberIn(low, change) ?? 0];
  const { label } = value.column;
  if (reading.against?.kind === 'plan')
    return rows.length === 1
      ? `${label} ${at} ${name(high)} lay ${aboveOrBelow(size, top, beside)}`
      : `${label} lay ${aboveOrBelow(size, top, beside)} ${at} ${name(high)}, ${aboveOrBelow(size, bottom, '')} ${at} ${name(low)}`;
  const on = ` on ${beside}`;
  if (rows.length === 1) return `${label} ${at} ${name(high)} ${top >= 0 ? 'rose' : 'fell'} ${size(top)}${on}`;
  if (bottom > 0)
    return `${label} rose most ${at} ${name(high)}, ${size(top)}${on}; least ${at} ${name(low)}, ${size(bottom)}`;
  if (top < 0)
    return `${label} fell most ${at} ${name(low)}, ${size(bottom)}${on}; least ${at} ${name(high)}, ${size(top)}`;
  if (top === 0 && bottom === 0) return `${label} did not change${on} for any`;
  if (top === 0) return `${label} fell most ${at} ${name(low)}, ${size(bottom)}${on}; it rose for none`;
  if (bottom === 0) return `${label} rose most ${at} ${name(high)}, ${size(top)}${on}; it fell for none`;
  return `${label} rose most ${at} ${name(high)}, ${size(top)}${on}, and fell most ${at} ${name(low)}, ${size(bottom)}`;
}

/** Of a rank by the difference the first is told: how far it lies from what it stands beside. */
function rankedByChange(
  answer: Answer,
  { value, beside }: Figures,
  reading: Reading,
  name: (row: Row) => string,
): string {
  const columnOf = (as: AnswerColumn['as']) =>
    answer.columns.findIndex((one) => one.of === value.column.of && one.as === as);
  const [difference, change] = [columnOf('difference'), columnOf('change')];
  const [first] = answer.rows;
  const by = first === undefined ? null : numberIn(first, difference);
  if (first === undefined || by === null) return value.column.label;
  const told = (at: number) => formatCell(first[at] ?? null, answer.columns[at] as AnswerColumn);
  const size = `${told(difference)}${has(first, change) ? ` (${told(change)})` : ''}`;
  const { label } = value.column;
  if (reading.against?.kind === 'plan')
    return `${label} lay furthest ${by < 0 ? 'below' : 'above'} plan for ${name(first)}, ${size}`;
  const least = reading.rank?.direction === 'bottom' ? by > 0 : by < 0;
  return `${label} ${by < 0 ? 'fell' : 'rose'} ${least ? 'least' : 'most'} for ${name(first)} on ${beside}, ${size}`;
}

/** How far the first of two lies from the second. */
function apart(first: Row, second: Row, { at, column }: Figures['value'], name: (row: Row) => string): string {
  const [left, right] = [numberIn(first, at) ?? 0, numberIn(second, at) ?? 0];
  const far = Math.abs(left - right);
  if (far === 0) return `${column.label}: ${name(first)} and ${name(second)} are level at ${formatValue(left, column)}`;
  const size =
    column.format?.style === 'percent'
      ? formatPoints(far)
      : `${formatValue(far, column)}${right === 0 ? '' : ` (${formatSize((left - right) / Math.abs(right))})`}`;
  return `${column.label}: ${name(first)} lies ${size} ${left >= right ? 'above' : 'below'} ${name(second)}`;
}

/** Who has most, or least of a bottom rank, and how much of all that is, or who comes next. */
function mostOf(
  own: readonly Row[],
  answer: Answer,
  { value, keys }: Figures,
  reading: Reading,
  name: (row: Row) => string,
): string {
  const { at, column } = value;
  const valueOf = (row: Row) => formatValue(row[at] ?? null, column);
  const highest = extremeOf(own, at, 'highest');
  const lowest = extremeOf(own, at, 'lowest');
  if (highest === null || lowest === null) return column.label;
  if (own.length === 1) return `${column.label} for ${name(highest)}: ${valueOf(highest)}`;
  const bottom = reading.rank?.direction === 'bottom';
  const told = bottom ? lowest : highest;
  const level = own.filter((row) => row[at] === told[at]);
  if (level.length === own.length) return `${column.label}: all ${own.length} are level at ${valueOf(told)}`;
  const names =
    level.length > MOST_NAMED
      ? `${level.length} ${lower(pluralWord(keys[0]?.column.label ?? 'member'))}`
      : listWords(level.map(name), 'and');
  const one = level.length === 1;
  const most = bottom ? leastWord(column) : mostWord(column);
  const first = `${names} ${one ? 'has' : 'have'} the ${most} ${lower(column.label)}, ${valueOf(told)}${one ? '' : ' each'}`;
  if (bottom || !one) return first;
  if (reading.rank?.direction === 'top') {
    const next = extremeOf(
      own.filter((row) => row !== highest),
      at,
      'highest',
    );
    return `${first}${next === null ? '' : `; next is ${name(next)} with ${valueOf(next)}`}`;
  }
  const total = own.reduce((sum, row) => sum + (numberIn(row, at) ?? 0), 0);
  const makesWhole =
    column.additive === true &&
    column.format?.style !== 'percent' &&
    reading.rank === null &&
    !answer.truncated &&
    total > 0 &&
    own.every((row) => (numberIn(row, at) ?? 0) >= 0);
  return makesWhole
    ? `${first}, ${formatSize((numberIn(highest, at) ?? 0) / total)} of ${isNarrowed(reading, keys[0]?.column) ? 'these' : 'all'}`
    : `${first}; the lowest is ${name(lowest)} with ${valueOf(lowest)}`;
}

/** Are only some members of a level shown, so that their sum is not that of all? */
function isNarrowed(reading: Reading, column: AnswerColumn | undefined): boolean {
  const level = column?.level;
  return reading.where.some(
    (one) =>
      ((one.kind === 'members' || one.kind === 'text') && one.level === level) ||
      one.kind === 'set' ||
      (one.kind === 'measure' && one.at.kind === 'level' && one.at.level === level),
  );
}

/** What adds up is had most of; what does not is highest. */
const mostWord = (column: AnswerColumn) =>
  column.additive === true && column.format?.style !== 'percent' ? 'most' : 'highest';

/** Things that are counted are fewest; all else is lowest. */
const leastWord = (column: AnswerColumn) =>
  mostWord(column) === 'most' && column.format?.style !== 'currency' && /[^s]s$/.test(column.label)
    ? 'fewest'
    : 'lowest';
