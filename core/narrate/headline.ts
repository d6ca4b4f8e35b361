/** The headline: one sentence computed from the numbers shown, that can be quoted by itself. */
import { capitalised } from '../reading/words';
import { showsBoxes } from '../chart/box';
import { formatCell, formatSize, formatValue } from '../format/format';
import { forecastHeadline } from './ahead';
import { movementOf } from '../format/movement';
import type { Answer } from '../query/answer';
import { choosesPeriods, type Reading } from '../reading/schema';
import { isCycle, type Cycle, type Grain } from '../time/grain';
import { relatedIn, relationHeadline } from './relation';
import { byMembers, movedMost } from './headline-of-members';
import { aboveOrBelow, extremeOf, has, lower, moved, numberIn, type Figures, type Row } from './headline-parts';

/** What a headline says besides the numbers, in words of the model. */
export interface HeadlineWords {
  /** Conditions and period. @example 'Outer Isles, in August 2025' */
  readonly scope: string;
  /** What the values stand beside. @example 'July 2025', 'the year before', 'plan' */
  readonly beside: string;
}

export function headlineOf(answer: Answer, reading: Reading, { scope, beside }: HeadlineWords): string {
  const within = scope === '' ? '' : `, ${scope}`;
  if (reading.rows !== null)
    return `${answer.truncated ? 'The first ' : ''}${formatValue(answer.rowCount, {})} ${answer.rowCount === 1 ? 'record' : 'records'}${within}`;
  // of the five figures of a box, the middle one tells most
  const values = answer.columns.flatMap((column, index) => (column.as === 'value' ? [index] : []));
  const at = values[showsBoxes(reading) ? 2 : 0] ?? -1;
  const column = answer.columns[at];
  if (!column) return '';
  if (answer.rows.length === 0) return `${noneOf(answer, reading, column.label)}${within}`;
  const movement = movementOf(answer.columns, column);
  const figures: Figures = {
    value: { at, column },
    other: answer.columns.findIndex((one) => one.of === column.of && one.as === 'other'),
    change: movement.at,
    size: movement.size,
    beside,
    keys: answer.columns
      .map((one, index) => ({ at: index, column: one }))
      .filter((one) => one.column.role === 'level' || one.column.role === 'time'),
    ended: answer.rows.filter((row) =>
      answer.columns.every((one, index) => one.role !== 'time' || row[index] !== answer.incomplete),
    ),
  };
  const forecast = answer.ahead === undefined ? null : forecastHeadline(answer.ahead, column);
  const related = relatedIn(answer, reading);
  if (related !== null) return `${relationHeadline(related)}${within}`;
  const text = forecast ?? textOf(answer, reading, figures);
  const several = values.length > 1 && !lower(text).includes(lower(column.label));
  return `${several ? `${column.label}: ${text}` : capitalised(text)}${within}`;
}

/** Where members were tested and none passed, that is what there is to say, not that there is nothing of the measure. */
function noneOf({ columns }: Answer, reading: Reading, label: string): string {
  if (!reading.where.some((one) => one.kind === 'measure')) return `No ${lower(label)}`;
  const tested = columns.find((column) => column.role === 'level' || column.role === 'time');
  return `${tested === undefined ? 'Nothing' : `No ${lower(tested.label)}`} fits`;
}

function textOf(answer: Answer, reading: Reading, figures: Figures): string {
  const { keys } = figures;
  if (keys.length === 0) return single(answer, figures, reading);
  if (reading.by.length === 1 && reading.by[0]?.kind === 'bins') return byRanges(answer, figures);
  if (keys.length > 1) return bySeveral(figures, reading);
  return keys[0]?.column.role === 'time' ? overTime(answer, figures, reading) : byMembers(answer, figures, reading);
}

function single(answer: Answer, figures: Figures, reading: Reading): string {
  const { value, other, change, size, beside } = figures;
  const row = answer.rows[0] ?? [];
  const now = numberIn(row, value.at);
  const by = numberIn(row, change);
  if (now === null) return `${value.column.label}: no value`;
  if (reading.shown.length > 1)
    return answer.columns
      .flatMap((column, at) =>
        column.as === 'value' ? [`${column.label} ${formatValue(row[at] ?? null, column)}`] : [],
      )
      .join(', ');
  const text = formatValue(now, value.column);
  if (other < 0 || by === null) return `${value.column.label}: ${text}`;
  return reading.against?.kind === 'plan'
    ? `${value.column.label} lay ${aboveOrBelow(size, by, beside)}, at ${text}`
    : `${value.column.label} ${moved(size, by)} on ${beside}, to ${text}`;
}

function overTime(answer: Answer, figures: Figures, reading: Reading): string {
  const { value, other, change, size, keys, beside, ended } = figures;
  const [key] = keys;
  if (!key) return value.column.label;
  const complete = ended.filter((row) => has(row, value.at));
  const label = (row: Row) => formatCell(row[key.at] ?? null, key.column);
  const valueOf = (row: Row) => formatValue(row[value.at] ?? null, value.column);
  const at = key.column.grain === 'hour' ? 'at' : 'in';
  const on = key.column.grain === 'dayOfWeek' || key.column.grain === 'day' ? 'on' : at;
  const periods = PERIODS[key.column.grain ?? 'month'];
  const compared = other < 0 ? [] : complete.filter((row) => has(row, change));
  const latest = compared.at(-1);
  if (latest !== undefined && isCycle(key.column.grain)) return movedMost(compared, figures, reading, label, on);
  if (latest !== undefined) {
    const by = numberIn(latest, change) ?? 0;
    const ups = compared.filter((row) => (numberIn(row, change) ?? 0) > 0).length;
    const [how, up] =
      reading.against?.kind === 'plan'
        ? [`lay ${aboveOrBelow(size, by, beside)}`, 'above']
        : [`${moved(size, by)} on ${beside}`, 'up'];
    // of periods that were chosen because they fell, none rose
    const others =
      compared.length < 2
        ? ''
        : choosesPeriods(reading)
          ? `, the latest of ${compared.length} such ${periods}`
          : `; ${up} in ${ups} of ${compared.length} ${periods}`;
    return `${value.column.label} ${how} ${on} ${label(latest)}${others}`;
  }
  const highest = extremeOf(complete, value.at, 'highest');
  const lowest = extremeOf(complete, value.at, 'lowest');
  if (highest === null || lowest === null)
    return `${value.column.label}: no ${key.column.label.toLowerCase()} has ended`;
  if (complete.length < 3)
    return `${value.column.label}: ${complete.map((row) => `${valueOf(row)} ${on} ${label(row)}`).join(', ')}`;
  // what has not ended yet may be higher already
  const open = answer.rows.find((row) => answer.incomplete !== null && row[key.at] === answer.incomplete);
  const soFar = open === undefined ? null : numberIn(open, value.at);
  if (open !== undefined && soFar !== null && soFar > (numberIn(highest, value.at) ?? 0))
    return `${value.column.label} came to ${formatValue(soFar, value.column)} ${on} ${label(open)} so far, above every ${key.column.label.toLowerCase()} before; the highest of these was ${label(highest)} with ${valueOf(highest)}`;
  if (numberIn(highest, value.at) === numberIn(lowest, value.at))
    return `${value.column.label} came to ${valueOf(highest)} in each of ${complete.length} ${periods}`;
  return `${value.column.label} peaked ${on} ${label(highest)} with ${valueOf(highest)}; the lowest was ${label(lowest)} with ${valueOf(lowest)}`;
}

const PERIODS: Readonly<Record<Grain | Cycle, string>> = {
  day: 'days',
  week: 'weeks',
  month: 'months',
  quarter: 'quarters',
  half: 'half years',
  year: 'years',
  dayOfWeek: 'days of the week',
  weekPart: 'parts of the week',
  monthOfYear: 'months of the year',
  hour: 'hours of the day',
};

/** Where most of the values lie: the fullest range, with its part of all. */
function byRanges(answer: Answer, { value, keys }: Figures): string {
  const [key] = keys;
  const rows = answer.rows.filter((row) => has(row, value.at));
  const fullest = extremeOf(rows, value.at, 'highest');
  if (fullest === null || key === undefined) return value.column.label;
  const total = rows.reduce((sum, row) => sum + (numberIn(row, value.at) ?? 0), 0);
  const size = numberIn(fullest, value.at) ?? 0;
  const share = value.column.additive === true && total > 0 ? `, ${formatSize(size / total)} of all` : '';
  return `Most ${lower(value.column.label)} lie in ${key.column.label.toLowerCase()} ${String(fullest[key.at] ?? '')}: ${formatValue(size, value.column)}${share}`;
}

/** Of several breakdowns the one cell that stands out, named by all of them; a period that another is part of goes without saying. */
function bySeveral({ value, keys, change, size, beside, ended }: Figures, reading: Reading): string {
  const own = ended.filter((row) => has(row, value.at));
  const said = keys.filter(
    (key, index) =>
      key.column.role !== 'time' ||
      !keys.slice(index + 1).some((later) => FINER.has(`${later.column.grain} ${key.column.grain}`)),
  );
  const named = (row: Row) =>
    said
      .map((key) => formatCell(row[key.at] ?? null, key.column))
      .reverse()
      .join(', ');
  const compared = change < 0 ? [] : own.filter((row) => has(row, change));
  const [first] = compared;
  if (first !== undefined) {
    const far = (row: Row) => Math.abs(numberIn(row, change) ?? 0);
    const furthest = compared.reduce((best, row) => (far(row) > far(best) ? row : best), first);
    const by = numberIn(furthest, change) ?? 0;
    return reading.against?.kind === 'plan'
      ? `${value.column.label} lay furthest from plan in ${named(furthest)}: ${aboveOrBelow(size, by, '')}`
      : `${value.column.label} moved most in ${named(furthest)}: ${by >= 0 ? 'up' : 'down'} ${size(by)} on ${beside}`;
  }
  const highest = extremeOf(own, value.at, 'highest');
  return highest === null
    ? `${value.column.label}: no value of an ended period`
    : `${value.column.label}: highest in ${named(highest)}, ${formatValue(highest[value.at] ?? null, value.column)}`;
}

/** Grains that lie wholly within another, so that naming the finer names the coarser. A week may lie in two months. */
const FINER: ReadonlySet<string> = new Set(
  (
    [
      ['day', ['week', 'month', 'quarter', 'half', 'year']],
      ['month', ['quarter', 'half', 'year']],
      ['quarter', ['half', 'year']],
      ['half', ['year']],
    ] as const
  ).flatMap(([finer, coarser]) => coarser.map((one) => `${finer} ${one}`)),
);
