/**
 * Answer → chart description: what is drawn, in plain data, for any drawing library. The kind follows from the shape of
 * the answer unless the reading names one; each kind says why it does not fit where it does not.
 */
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { choosesPeriods, type ChartKind, type Reading } from '../reading/schema';
import { startsBetween, type Grain } from '../time/grain';
import { formatCell } from '../format/format';

export interface ChartPoint {
  readonly x: number;
  readonly y: number | null;
  /** Second coordinate's label for scatters. */
  readonly label?: string;
  readonly incomplete?: boolean;
  /** The row of the answer it stands for. */
  readonly row?: number;
}

export interface ChartSeries {
  readonly label: string;
  /** Place in the palette; the earlier period and the plan share their value's. */
  readonly colour: number;
  readonly style: 'value' | 'other' | 'plan' | 'rest';
  readonly axis: 'left' | 'right';
  readonly column: AnswerColumn;
  readonly points: readonly ChartPoint[];
}

export interface ChartDescription {
  readonly kind: ChartKind;
  readonly reason: string;
  readonly categories: readonly string[];
  readonly categoryLabel: string;
  readonly series: readonly ChartSeries[];
  /** The category from which on the period is incomplete. */
  readonly incompleteAt: number | null;
  readonly labels: boolean;
  /** What the chart leaves out, to be said beside it. */
  readonly omitted: string | null;
  /** Kinds that do not fit this answer, each with the reason. */
  readonly unfit: Readonly<Partial<Record<ChartKind, string>>>;
  /** The mark to look at: the one outlier or the rank of one. */
  readonly emphasis: number | null;
}

/** Lines and bars beyond this many are left to the table. */
const MOST_SERIES = 10;
const MOST_BARS = 40;
const UPRIGHT_BARS = 8;

interface Shape {
  readonly keys: readonly number[];
  readonly values: readonly number[];
  readonly time: number | null;
  readonly levels: readonly number[];
}

function shapeOf(answer: Answer): Shape {
  const index = answer.columns.map((column, at) => ({ column, at }));
  return {
    keys: index.filter(({ column }) => column.role === 'level' || column.role === 'time').map(({ at }) => at),
    values: index.filter(({ column }) => column.as === 'value').map(({ at }) => at),
    time: index.find(({ column }) => column.role === 'time')?.at ?? null,
    levels: index.filter(({ column }) => column.role === 'level').map(({ at }) => at),
  };
}

export function describeChart(answer: Answer, reading: Reading, weekStart = 1): ChartDescription {
  const shape = shapeOf(answer);
  const unfit = unfitKinds(answer, shape);
  const usual = usualKind(answer, shape, reading);
  const asked = reading.view?.chart ?? undefined;
  const [kind, reason] = asked === undefined ? usual : unfit[asked] === undefined ? [asked, 'as asked'] : [usual[0], `${unfit[asked] ?? ''} ${usual[1]}`.trim()];
  return { kind, reason, unfit, labels: reading.view?.labels === true, ...contentOf(kind as ChartKind, answer, reading, shape, weekStart) };
}

type Chosen = readonly [ChartKind, string];

function usualKind(answer: Answer, shape: Shape, reading: Reading): Chosen {
  const { rows } = answer;
  const [first] = shape.values;
  if (shape.values.length === 0) return ['table', 'records read best as a table'];
  const distinct = (at: number) => new Set(rows.map((row) => row[at])).size;
  if (shape.keys.length === 0) return shape.values.length > 3 ? ['table', 'several numbers read best as a table'] : ['number', 'one number'];
  if (rows.length === 0) return ['table', 'there is nothing to draw'];
  if (shape.keys.length > 2) return ['table', 'three breakdowns read best as a table'];
  if (shape.time !== null) {
    const grain = answer.columns[shape.time]?.grain;
    const folded = grain === 'dayOfWeek' || grain === 'monthOfYear' || grain === 'hour';
    if (folded && shape.levels.length === 0) return ['columns', 'parts of a week, a year or a day stand side by side'];
    if (choosesPeriods(reading) && distinct(shape.time) <= MOST_BARS) return shape.levels.length > 0 ? ['columns', 'chosen periods stand side by side'] : reading.rank !== null ? ['bars', 'chosen periods, in the order of their rank'] : ['columns', 'chosen periods stand side by side'];
    if (distinct(shape.time) <= 2) return shape.levels.length > 0 ? ['columns', 'few periods stand side by side'] : ['columns', 'few periods'];
    return ['line', 'a development over time'];
  }
  if (reading.by.length === 1 && reading.by[0]?.kind === 'bins') return ['columns', 'ranges stand side by side, in their order'];
  const compared = answer.columns.some((column) => column.as === 'other');
  if (shape.values.length >= 2 && compared && rows.length > 12) return ['table', 'several measures beside what they are compared with read best as a table'];
  if (shape.values.length >= 2 && shape.levels.length === 1 && rows.length > 12) return ['scatter', 'two measures of many members'];
  if (shape.levels.length === 1) return rows.length <= UPRIGHT_BARS && shortLabels(answer, shape.levels[0] ?? 0) ? ['columns', 'few members side by side'] : ['bars', 'names are easiest to read beside lying bars'];
  const additive = first !== undefined && answer.columns[first]?.additive === true && rows.every((row) => Number(row[first] ?? 0) >= 0);
  if (distinct(shape.levels[0] ?? 0) > 30) return ['table', 'too many members for a chart of two breakdowns'];
  return additive ? ['stacked', 'parts that add up to their whole'] : ['columns', 'values of two breakdowns side by side'];
}

const shortLabels = (answer: Answer, at: number) => answer.rows.every((row) => String(row[at] ?? '').length <= 14);

function unfitKinds(answer: Answer, shape: Shape): Partial<Record<ChartKind, string>> {
  const unfit: Partial<Record<ChartKind, string>> = {};
  const [first] = shape.values;
  const column = first === undefined ? undefined : answer.columns[first];
  const negative = first !== undefined && answer.rows.some((row) => Number(row[first] ?? 0) < 0);
  if (shape.keys.length > 0) unfit.number = 'A single number needs an answer without a breakdown.';
  else for (const kind of ['line', 'area', 'bars', 'columns', 'stacked', 'share bars', 'scatter', 'pie', 'heat'] as const) unfit[kind] = 'A chart needs a breakdown.';
  if (shape.keys.length > 2) for (const kind of ['line', 'area', 'bars', 'columns', 'stacked', 'share bars', 'scatter', 'pie', 'heat'] as const) unfit[kind] = 'With three breakdowns only a table shows all.';
  if (shape.keys.length > 0 && shape.time === null) for (const kind of ['line', 'area'] as const) unfit[kind] = 'A line needs time or another order to run along.';
  if (shape.keys.length === 1 || column?.additive !== true) {
    unfit.stacked ??= column?.additive === true ? 'Stacking needs a second breakdown.' : 'Stacked parts must add up, and these do not.';
    unfit['share bars'] ??= column?.additive === true ? 'Shares of bars need a second breakdown.' : 'Parts of 100 % must add up, and these do not.';
  }
  if (column?.additive !== true) unfit.pie ??= 'Slices must add up to a whole, and these do not.';
  else if (negative) unfit.pie ??= 'Slices cannot be negative.';
  else if (shape.keys.length !== 1 || answer.rows.length > 7) unfit.pie ??= 'A pie is readable up to seven parts of one breakdown.';
  if (shape.values.length < 2) unfit.scatter ??= 'A scatter needs two measures.';
  if (shape.keys.length === 1) unfit.heat ??= 'A heat grid needs two breakdowns.';
  return unfit;
}

type Content = Omit<ChartDescription, 'kind' | 'reason' | 'unfit' | 'labels'>;

function contentOf(kind: ChartKind, answer: Answer, reading: Reading, shape: Shape, weekStart: number): Content {
  const nothing: Content = { categories: [], categoryLabel: '', series: [], incompleteAt: null, omitted: null, emphasis: null };
  const { columns, rows } = answer;
  const otherStyle = reading.against?.kind === 'plan' ? 'plan' : 'other';
  const valueColumns = shape.values.map((at) => ({ at, column: columns[at] as AnswerColumn }));
  if (kind === 'number' || kind === 'table') {
    return { ...nothing, series: valueColumns.map(({ at, column }, index) => ({ label: column.label, colour: index, style: 'value', axis: 'left', column, points: [{ x: 0, y: numeric(rows[0]?.[at]), row: 0 }] })) };
  }
  if (kind === 'scatter') {
    const [horizontal, vertical] = valueColumns;
    const label = shape.levels[0] ?? shape.time ?? 0;
    if (!horizontal || !vertical) return nothing;
    const points = rows.flatMap((row, index): ChartPoint[] => {
      const x = numeric(row[horizontal.at]);
      return x === null ? [] : [{ x, y: numeric(row[vertical.at]), label: formatCell(row[label] ?? null, columns[label] as AnswerColumn), row: index }];
    });
    return { ...nothing, categoryLabel: horizontal.column.label, series: [{ label: vertical.column.label, colour: 0, style: 'value', axis: 'left', column: vertical.column, points }] };
  }
  const along = shape.time ?? shape.levels[0] ?? 0;
  const split = shape.keys.find((at) => at !== along) ?? null;
  const alongColumn = columns[along] as AnswerColumn;
  const places = choosesPeriods(reading) ? presentIn(answer, along) : categoriesOf(answer, along, alongColumn, weekStart);
  const most = kind === 'line' || kind === 'area' || kind === 'heat' ? Infinity : MOST_BARS;
  const kept = places.slice(0, most);
  const placeOf = new Map(kept.map((value, index) => [value, index]));
  const series: ChartSeries[] = [];
  const incompleteAt = answer.incomplete === null ? null : (placeOf.get(answer.incomplete) ?? null);
  const omitted: string[] = [];
  if (places.length > kept.length) omitted.push(`The first ${kept.length} of ${places.length} are drawn; the table has all.`);

  const pointsOf = (chosen: readonly { row: readonly Cell[]; index: number }[], at: number): ChartPoint[] => {
    const values: (ChartPoint | undefined)[] = kept.map(() => undefined);
    for (const { row, index } of chosen) {
      const place = placeOf.get(keyOf(row[along] ?? null));
      if (place !== undefined) values[place] = { x: place, y: numeric(row[at]), row: index, ...(place === incompleteAt ? { incomplete: true } : {}) };
    }
    return values.map((point, place) => point ?? { x: place, y: null });
  };
  const indexed = rows.map((row, index) => ({ row, index }));
  if (split === null) {
    const twoAxes = valueColumns.length === 2 && !sameScale(valueColumns[0]?.column, valueColumns[1]?.column);
    valueColumns.slice(0, MOST_SERIES).forEach(({ at, column }, index) => {
      series.push({ label: column.label, colour: index, style: 'value', axis: twoAxes && index === 1 ? 'right' : 'left', column, points: pointsOf(indexed, at) });
      const other = columns.findIndex((one) => one.of === column.of && one.as === 'other');
      if (other >= 0) series.push({ label: (columns[other] as AnswerColumn).label, colour: index, style: otherStyle, axis: twoAxes && index === 1 ? 'right' : 'left', column: columns[other] as AnswerColumn, points: pointsOf(indexed, other) });
    });
  } else {
    const [value] = valueColumns;
    if (!value) return nothing;
    const members = [...new Set(rows.map((row) => keyOf(row[split] ?? null)))];
    const size = new Map(members.map((member) => [member, indexed.filter(({ row }) => keyOf(row[split] ?? null) === member).reduce((sum, { row }) => sum + Math.abs(numeric(row[value.at]) ?? 0), 0)]));
    const largest = [...members].sort((a, b) => (size.get(b) ?? 0) - (size.get(a) ?? 0)).slice(0, kind === 'heat' ? 60 : MOST_SERIES);
    const drawn = members.filter((member) => largest.includes(member));
    if (members.length > drawn.length) omitted.push(`The ${drawn.length} largest of ${members.length} are drawn; the table has all.`);
    if (valueColumns.length > 1) omitted.push(`${value.column.label} is drawn; the table has the other measures.`);
    const other = columns.findIndex((one) => one.of === value.column.of && one.as === 'other');
    drawn.forEach((member, index) => {
      const chosen = indexed.filter(({ row }) => keyOf(row[split] ?? null) === member);
      const raw = chosen[0]?.row[split] ?? null;
      const label = formatCell(raw, columns[split] as AnswerColumn);
      const style = member === 'Others' || member === 'Rest' || member === 'All' ? 'rest' : 'value';
      series.push({ label, colour: index, style, axis: 'left', column: value.column, points: pointsOf(chosen, value.at) });
      if (other >= 0 && kind !== 'stacked' && kind !== 'share bars' && kind !== 'heat')
        series.push({ label: `${label}, ${(columns[other] as AnswerColumn).label.split(', ').at(-1) ?? ''}`, colour: index, style: otherStyle, axis: 'left', column: columns[other] as AnswerColumn, points: pointsOf(chosen, other) });
    });
  }
  const categories = kept.map((value) => formatCell(alongColumn.role === 'time' && alongColumn.grain && ['dayOfWeek', 'monthOfYear', 'hour'].includes(alongColumn.grain) ? Number(value) : value, alongColumn));
  return { categories, categoryLabel: alongColumn.label, series, incompleteAt, omitted: omitted.length > 0 ? omitted.join(' ') : null, emphasis: reading.rank?.marked === true && split === null ? 0 : null };
}

const numeric = (cell: Cell | undefined): number | null => (typeof cell === 'number' ? cell : null);
const keyOf = (cell: Cell): string => (cell === null ? '' : String(cell));

function sameScale(a: AnswerColumn | undefined, b: AnswerColumn | undefined): boolean {
  return (a?.format?.style ?? 'number') === (b?.format?.style ?? 'number') && a?.unit === b?.unit;
}

/** The values along the axis as the rows give them. */
const presentIn = (answer: Answer, at: number): string[] => [...new Set(answer.rows.map((row) => keyOf(row[at] ?? null)))];

/** The values along the axis: for time all periods between the first and the last, so that missing ones show as gaps. */
function categoriesOf(answer: Answer, at: number, column: AnswerColumn, weekStart: number): string[] {
  const present = presentIn(answer, at);
  const grain = column.grain;
  if (column.role !== 'time' || grain === undefined) return present;
  if (grain === 'dayOfWeek' || grain === 'monthOfYear' || grain === 'hour') return present.sort((a, b) => Number(a) - Number(b));
  const dated = present.filter((day) => day !== '').sort();
  const [first] = dated;
  const last = dated.at(-1);
  if (first === undefined || last === undefined) return present;
  const all = startsBetween(grain as Grain, first, last, weekStart);
  return all.length > 5000 ? dated : all;
}
