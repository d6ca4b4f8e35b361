/** The headline: one sentence computed from the numbers shown. */
import { capitalised } from '../reading/words';
import { showsBoxes } from '../chart/box';
import { formatCell, formatPoints, formatSize, formatValue } from '../format/format';
import { forecastHeadline } from './ahead';
import { movementOf, type Movement } from '../format/movement';
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { choosesPeriods, type Reading } from '../reading/schema';

interface Columns {
  readonly value: { readonly at: number; readonly column: AnswerColumn };
  readonly other: number;
  readonly change: Movement['at'];
  readonly size: Movement['size'];
  readonly keys: readonly { readonly at: number; readonly column: AnswerColumn }[];
}
const lower = (text: string) => (/^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text);
const number = (cell: Cell | undefined): number | null => (typeof cell === 'number' ? cell : null);

/** Where members were tested and none passed, that is what there is to say, not that there is nothing of the measure. */
function noneOf({ columns }: Answer): string {
  const tested = columns.find((column) => column.role === 'level' || column.role === 'time');
  return tested === undefined ? 'Nothing' : `No ${lower(tested.label)}`;
}

/** @param where a short text for the scope ("Outer Isles, in August 2025"), or an empty one */
export function headlineOf(answer: Answer, reading: Reading, where: string): string {
  if (reading.rows !== null)
    return `${answer.truncated ? 'The first ' : ''}${formatValue(answer.rowCount, {})} ${answer.rowCount === 1 ? 'record' : 'records'}${where === '' ? '' : `, ${where}`}`;
  // of the five figures of a box, the middle one tells most
  const at =
    answer.columns.flatMap((column, index) => (column.as === 'value' ? [index] : []))[showsBoxes(reading) ? 2 : 0] ??
    -1;
  const column = answer.columns[at];
  if (!column) return '';
  const scope = where === '' ? '' : `, ${where}`;
  if (answer.rows.length === 0)
    return reading.where.some((one) => one.kind === 'measure')
      ? `${noneOf(answer)} fits${scope}`
      : `There are no ${lower(column.label)}${scope}`;
  const moved = movementOf(answer.columns, column);
  const columns: Columns = {
    value: { at, column },
    other: answer.columns.findIndex((one) => one.of === column.of && one.as === 'other'),
    change: moved.at,
    size: moved.size,
    keys: answer.columns
      .map((one, index) => ({ at: index, column: one }))
      .filter((one) => one.column.role === 'level' || one.column.role === 'time'),
  };
  const forecast = answer.ahead === undefined ? null : forecastHeadline(answer.ahead, column);
  if (forecast !== null) return `${forecast}${scope}`;
  const text =
    columns.keys.length === 0
      ? single(answer, columns, reading)
      : reading.by.length === 1 && reading.by[0]?.kind === 'bins'
        ? byRanges(answer, columns)
        : columns.keys.length === 1 && columns.keys[0]?.column.role === 'time' && reading.rank === null
          ? overTime(answer, columns, reading)
          : columns.keys.length === 1
            ? byMembers(answer, columns, reading)
            : byTwo(answer, columns);
  const several = answer.columns.filter((one) => one.as === 'value').length > 1;
  const named = several && !lower(text).includes(lower(column.label)) ? `${column.label}: ${text}` : capitalised(text);
  return `${named}${scope}`;
}

function besideWhat(reading: Reading): string {
  return {
    year: 'on the year before',
    previous: 'on the period before',
    period: 'on the other period',
    plan: 'on plan',
    members: '',
  }[reading.against?.kind ?? 'members'];
}

function single(answer: Answer, { value, other, change, size }: Columns, reading: Reading): string {
  const row = answer.rows[0] ?? [];
  const now = number(row[value.at]);
  const text = formatValue(now, value.column);
  const moved = number(row[change]);
  if (now === null) return `${value.column.label}: no value`;
  if (reading.shown.length > 1)
    return answer.columns
      .filter((column) => column.as === 'value')
      .map((column) => `${column.label} ${formatValue(row[answer.columns.indexOf(column)] ?? null, column)}`)
      .join(', ');
  if (other < 0 || moved === null) return `${value.column.label}: ${text}`;
  if (reading.against?.kind === 'plan')
    return `${value.column.label} ${verb(size, moved, 'stands', 'above', 'below', 'level with')} plan, at ${text}`;
  return `${value.column.label} ${movedWords(size, moved)} ${besideWhat(reading)}, to ${text}`;
}

function verb(size: Columns['size'], moved: number, is: string, above: string, below: string, level: string): string {
  return Math.abs(moved) < 0.0005 ? `${is} ${level}` : `${is} ${size(moved)} ${moved > 0 ? above : below}`;
}

/** A change that is written as 0 % is none. */
const movedWords = (size: Columns['size'], moved: number) =>
  moved > 0.0005 ? `rose ${size(moved)}` : moved < -0.0005 ? `fell ${size(moved)}` : 'did not change';

function overTime(answer: Answer, { value, other, change, size, keys }: Columns, reading: Reading): string {
  const [key] = keys;
  if (!key) return value.column.label;
  const complete = answer.rows.filter((row) => row[key.at] !== answer.incomplete && number(row[value.at]) !== null);
  const label = (row: readonly Cell[]) => formatCell(row[key.at] ?? null, key.column);
  if (
    other >= 0 &&
    (reading.against?.kind === 'year' || reading.against?.kind === 'previous' || reading.against?.kind === 'plan')
  ) {
    const moved = complete.filter((row) => number(row[change]) !== null);
    const latest = moved.at(-1);
    if (latest) {
      const by = number(latest[change]) ?? 0;
      const ups = moved.filter((row) => (number(row[change]) ?? 0) > 0).length;
      const where =
        reading.against.kind === 'plan'
          ? verb(size, by, 'was', 'above', 'below', 'level with') + ' plan'
          : `${movedWords(size, by)} ${besideWhat(reading)}`;
      const periods = `${key.column.label.toLowerCase()}s`;
      // of periods that were chosen because they fell, none rose
      const others =
        moved.length < 2
          ? ''
          : choosesPeriods(reading)
            ? `, the latest of ${moved.length} such ${periods}`
            : `; up in ${ups} of ${moved.length} ${periods}`;
      return `${value.column.label} ${where} in ${label(latest)}${others}`;
    }
  }
  if (complete.length === 0) return value.column.label;
  const highest = complete.reduce((best, row) =>
    (number(row[value.at]) ?? 0) > (number(best[value.at]) ?? 0) ? row : best,
  );
  const lowest = complete.reduce((best, row) =>
    (number(row[value.at]) ?? 0) < (number(best[value.at]) ?? 0) ? row : best,
  );
  if (complete.length < 3)
    return complete.map((row) => `${label(row)}: ${formatValue(row[value.at] ?? null, value.column)}`).join('; ');
  const on =
    key.column.grain === 'dayOfWeek' || key.column.grain === 'day' ? 'on' : key.column.grain === 'hour' ? 'at' : 'in';
  // what has not ended yet may be higher already
  const open = answer.rows.find((row) => answer.incomplete !== null && row[key.at] === answer.incomplete);
  const soFar = number(open?.[value.at]);
  if (open !== undefined && soFar !== null && soFar > (number(highest[value.at]) ?? 0))
    return `${value.column.label} stands at ${formatValue(soFar, value.column)} ${on} ${label(open)} so far, above every ${key.column.label.toLowerCase()} before; the highest of these was ${label(highest)} with ${formatValue(highest[value.at] ?? null, value.column)}`;
  return `${value.column.label} peaked ${on} ${label(highest)} with ${formatValue(highest[value.at] ?? null, value.column)}; the lowest was ${label(lowest)} with ${formatValue(lowest[value.at] ?? null, value.column)}`;
}

/** Where most of the values lie: the fullest range, and what lies below half of the way. */
function byRanges(answer: Answer, { value, keys }: Columns): string {
  const [key] = keys;
  const rows = answer.rows.filter((row) => number(row[value.at]) !== null);
  const total = rows.reduce((sum, row) => sum + (number(row[value.at]) ?? 0), 0);
  const fullest = rows.reduce<readonly Cell[]>(
    (best, row) => ((number(row[value.at]) ?? 0) > (number(best[value.at]) ?? -1) ? row : best),
    [],
  );
  const size = number(fullest[value.at]) ?? 0;
  const share = value.column.additive === true && total > 0 ? `, ${formatSize(size / total)} of all` : '';
  return `Most ${lower(value.column.label)} lie in ${String(fullest[key?.at ?? 0] ?? '')}: ${formatValue(size, value.column)}${share}`;
}

/** Of a rank by the difference the first is told: how far it lies from what it stands beside. */
function rankedByChange(
  answer: Answer,
  { value }: Columns,
  reading: Reading,
  name: (row: readonly Cell[]) => string,
): string {
  const [difference, change] = (['difference', 'change'] as const).map((as) =>
    answer.columns.findIndex((one) => one.of === value.column.of && one.as === as),
  ) as [number, number];
  const [first] = answer.rows;
  const by = number(first?.[difference]);
  const moved = number(first?.[change]);
  if (!first || by === null) return value.column.label;
  const size = `${formatCell(by, answer.columns[difference] as AnswerColumn)}${moved === null ? '' : ` (${formatCell(moved, answer.columns[change] as AnswerColumn)})`}`;
  if (reading.against?.kind === 'plan')
    return `${name(first)} lies furthest ${by < 0 ? 'below' : 'above'} plan, ${size}`;
  const least = reading.rank?.direction === 'bottom' ? by > 0 : by < 0;
  return `${name(first)} ${by < 0 ? 'fell' : 'rose'} ${least ? 'least' : 'most'} ${besideWhat(reading)}, ${size}`;
}

function byMembers(answer: Answer, columns: Columns, reading: Reading): string {
  const { value, change, size, keys } = columns;
  const [key] = keys;
  if (!key) return value.column.label;
  const name = (row: readonly Cell[]) => formatCell(row[key.at] ?? null, key.column);
  if (reading.rank?.on !== undefined) return rankedByChange(answer, columns, reading, name);
  if (change >= 0) {
    const moved = answer.rows.filter((row) => number(row[change]) !== null);
    if (moved.length >= 2) {
      const low = moved.reduce((best, row) => ((number(row[change]) ?? 0) < (number(best[change]) ?? 0) ? row : best));
      const high = moved.reduce((best, row) => ((number(row[change]) ?? 0) > (number(best[change]) ?? 0) ? row : best));
      const phrase = (row: readonly Cell[]) => {
        const by = number(row[change]) ?? 0;
        if (reading.against?.kind === 'plan') return `${name(row)} is ${size(by)} ${by >= 0 ? 'above' : 'below'} plan`;
        return `${name(row)} ${by >= 0 ? 'rose' : 'fell'} ${size(by)}`;
      };
      const [top, bottom] = [number(high[change]) ?? 0, number(low[change]) ?? 0];
      if (reading.against?.kind !== 'plan' && bottom > 0)
        return `${name(high)} rose most ${besideWhat(reading)}, ${size(top)}; ${name(low)} least, ${size(bottom)}`;
      if (reading.against?.kind !== 'plan' && top < 0)
        return `${name(low)} fell most ${besideWhat(reading)}, ${size(bottom)}; ${name(high)} least, ${size(top)}`;
      return `${phrase(high)}, ${phrase(low)} ${reading.against?.kind === 'plan' ? '' : besideWhat(reading)}`.trim();
    }
  }
  const own = answer.rows.filter(
    (row) => !['Others', 'All', 'Rest'].includes(String(row[key.at])) && number(row[value.at]) !== null,
  );
  if (reading.against?.kind === 'members' && own.length === 2) {
    const [a, b] = reading.against.members.map((member) => own.find((row) => row[key.at] === member)) as [
      readonly Cell[] | undefined,
      readonly Cell[] | undefined,
    ];
    const first = a ?? own[0] ?? [];
    const second = b ?? own[1] ?? [];
    const left = number(first[value.at]) ?? 0;
    const right = number(second[value.at]) ?? 0;
    const apart = Math.abs(left - right);
    const far =
      value.column.format?.style === 'percent'
        ? formatPoints(apart)
        : `${formatValue(apart, value.column)}${right === 0 ? '' : ` (${formatSize((left - right) / Math.abs(right))})`}`;
    return `${value.column.label}: ${name(first)} lies ${far} ${left >= right ? 'above' : 'below'} ${name(second)}`;
  }
  if (own.length === 0) return value.column.label;
  const highest = own.reduce((best, row) =>
    (number(row[value.at]) ?? 0) > (number(best[value.at]) ?? 0) ? row : best,
  );
  const ends = own.reduce((best, row) => ((number(row[value.at]) ?? 0) < (number(best[value.at]) ?? 0) ? row : best));
  const total = own.reduce((sum, row) => sum + (number(row[value.at]) ?? 0), 0);
  const whole =
    value.column.additive === true &&
    value.column.format?.style !== 'percent' &&
    reading.rank === null &&
    !answer.truncated &&
    total > 0 &&
    own.length > 1 &&
    own.every((row) => (number(row[value.at]) ?? 0) >= 0);
  if (reading.rank?.direction === 'bottom')
    return `${name(ends)} has the lowest ${lower(value.column.label)}, ${formatValue(ends[value.at] ?? null, value.column)}`;
  if (own.length === 1)
    return `${value.column.label} for ${name(highest)}: ${formatValue(highest[value.at] ?? null, value.column)}`;
  if (reading.rank?.direction === 'top') {
    const next = own
      .filter((row) => row !== highest)
      .reduce<readonly Cell[] | null>(
        (best, row) => (best === null || (number(row[value.at]) ?? 0) > (number(best[value.at]) ?? 0) ? row : best),
        null,
      );
    const after =
      next === null ? '' : `; next is ${name(next)} with ${formatValue(next[value.at] ?? null, value.column)}`;
    return `${name(highest)} has the ${mostWord(value.column)} ${lower(value.column.label)}, ${formatValue(highest[value.at] ?? null, value.column)}${after}`;
  }
  const part = whole
    ? `, ${formatSize((number(highest[value.at]) ?? 0) / total)} of ${isNarrowed(reading, key.column) ? 'these' : 'all'}`
    : `; the lowest is ${name(ends)} with ${formatValue(ends[value.at] ?? null, value.column)}`;
  return `${name(highest)} has the ${mostWord(value.column)} ${lower(value.column.label)}, ${formatValue(highest[value.at] ?? null, value.column)}${part}`;
}

/** Are only some members of a level shown, so that their sum is not that of all? */
function isNarrowed(reading: Reading, { level }: AnswerColumn): boolean {
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

function byTwo(answer: Answer, { value, keys, change, size }: Columns): string {
  const own = answer.rows.filter((row) => number(row[value.at]) !== null);
  const finest = keys.filter(
    (key, index) => key.column.role !== 'time' || !keys.slice(index + 1).some((later) => later.column.role === 'time'),
  );
  const named = (row: readonly Cell[]) =>
    finest
      .map((key) => formatCell(row[key.at] ?? null, key.column))
      .reverse()
      .join(', ');
  if (change >= 0) {
    const moved = own.filter((row) => number(row[change]) !== null && row[keys[0]?.at ?? 0] !== answer.incomplete);
    const [first] = moved;
    if (first) {
      const extreme = moved.reduce(
        (best, row) => (Math.abs(number(row[change]) ?? 0) > Math.abs(number(best[change]) ?? 0) ? row : best),
        first,
      );
      const by = number(extreme[change]) ?? 0;
      return `${value.column.label} moved most in ${named(extreme)}: ${by >= 0 ? 'up' : 'down'} ${size(by)}`;
    }
  }
  const [first] = own;
  if (!first) return value.column.label;
  const highest = own.reduce(
    (best, row) => ((number(row[value.at]) ?? 0) > (number(best[value.at]) ?? 0) ? row : best),
    first,
  );
  return `${value.column.label}: highest in ${named(highest)}, ${formatValue(highest[value.at] ?? null, value.column)}`;
}
