/** Charts along an axis: lines, areas, bars of all kinds, heat grids, small multiples. */
import type { Ahead, Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { choosesPeriods, type ChartKind, type Reading } from '../reading/schema';
import { isCycle, startsBetween, type Grain } from '../time/grain';
import { formatCell } from '../format/format';
import type { ChartDescription, ChartPoint, ChartSeries } from './description';
import { figuresOf, keyOf, numeric, type Shape } from './shape';

export type Content = Omit<ChartDescription, 'kind' | 'reason' | 'unfit' | 'labels' | 'lines' | 'axis'>;
export const NOTHING: Content = {
  categories: [],
  categoryLabel: '',
  series: [],
  incompleteAt: null,
  omitted: null,
  emphasis: null,
};

/** Lines and bars beyond this many are left to the table. */
const MOST_SERIES = 10;
export const MOST_BARS = 40;
const MOST_PANELS = 12;

export function contentAlongAxis(
  kind: ChartKind,
  answer: Answer,
  reading: Reading,
  shape: Shape,
  weekStart: number,
): Content {
  const { columns, rows } = answer;
  const otherStyle = reading.against?.kind === 'plan' ? 'plan' : 'other';
  const valueColumns = figuresOf(answer, shape);
  const along = shape.time ?? shape.levels[0] ?? 0;
  const split = shape.keys.find((at) => at !== along) ?? null;
  const alongColumn = columns[along] as AnswerColumn;
  const places = [
    ...(choosesPeriods(reading) ? presentIn(answer, along) : categoriesOf(answer, along, alongColumn, weekStart)),
  ];
  for (const day of timesAhead(answer)) if (!places.includes(day)) places.push(day);
  const most =
    kind === 'line' || kind === 'area' || kind === 'heat' || (kind === 'multiples' && shape.time !== null)
      ? Infinity
      : MOST_BARS;
  const kept = places.slice(0, most);
  const placeOf = new Map(kept.map((value, index) => [value, index]));
  const series: ChartSeries[] = [];
  const incompleteAt = answer.incomplete === null ? null : (placeOf.get(answer.incomplete) ?? null);
  const omitted: string[] = [];
  if (places.length > kept.length)
    omitted.push(`The first ${kept.length} of ${places.length} are drawn; the table has all.`);

  const pointsOf = (chosen: readonly { row: readonly Cell[]; index: number }[], at: number): ChartPoint[] => {
    const values: (ChartPoint | undefined)[] = kept.map(() => undefined);
    for (const { row, index } of chosen) {
      const place = placeOf.get(keyOf(row[along] ?? null));
      if (place !== undefined)
        values[place] = {
          x: place,
          y: numeric(row[at]),
          row: index,
          ...(place === incompleteAt ? { incomplete: true } : {}),
        };
    }
    return values.map((point, place) => point ?? { x: place, y: null });
  };
  let membersDrawn: readonly string[] | null = null;
  const indexed = rows.map((row, index) => ({ row, index }));
  if (split === null) {
    const lineOver = kind === 'bars with line';
    const twoAxes =
      valueColumns.length === 2 && (lineOver || !sameScale(valueColumns[0]?.column, valueColumns[1]?.column));
    valueColumns.slice(0, MOST_SERIES).forEach(({ at, column }, index) => {
      series.push({
        label: column.label,
        colour: index,
        style: 'value',
        axis: twoAxes && index === 1 ? 'right' : 'left',
        column,
        points: pointsOf(indexed, at),
        ...(lineOver && index === 1 ? { mark: 'line' as const } : {}),
      });
      const other = columns.findIndex((one) => one.of === column.of && one.as === 'other');
      if (other >= 0)
        series.push({
          label: (columns[other] as AnswerColumn).label,
          colour: index,
          style: otherStyle,
          axis: twoAxes && index === 1 ? 'right' : 'left',
          column: columns[other] as AnswerColumn,
          points: pointsOf(indexed, other),
        });
    });
  } else {
    const [value] = valueColumns;
    if (!value) return NOTHING;
    const members = [...new Set(rows.map((row) => keyOf(row[split] ?? null)))];
    const size = new Map(
      members.map((member) => [
        member,
        indexed
          .filter(({ row }) => keyOf(row[split] ?? null) === member)
          .reduce((sum, { row }) => sum + Math.abs(numeric(row[value.at]) ?? 0), 0),
      ]),
    );
    const largest = [...members]
      .sort((a, b) => (size.get(b) ?? 0) - (size.get(a) ?? 0))
      .slice(0, kind === 'heat' ? 60 : kind === 'multiples' ? MOST_PANELS : MOST_SERIES);
    const drawn = members.filter((member) => largest.includes(member));
    membersDrawn = drawn;
    if (members.length > drawn.length)
      omitted.push(`The ${drawn.length} largest of ${members.length} are drawn; the table has all.`);
    if (valueColumns.length > 1) omitted.push(`${value.column.label} is drawn; the table has the other measures.`);
    const other = columns.findIndex((one) => one.of === value.column.of && one.as === 'other');
    drawn.forEach((member, index) => {
      const chosen = indexed.filter(({ row }) => keyOf(row[split] ?? null) === member);
      const raw = chosen[0]?.row[split] ?? null;
      const label = formatCell(raw, columns[split] as AnswerColumn);
      const style = member === 'Others' || member === 'Rest' || member === 'All' ? 'rest' : 'value';
      series.push({
        label,
        colour: index,
        style,
        axis: 'left',
        column: value.column,
        points: pointsOf(chosen, value.at),
      });
      if (other >= 0 && kind !== 'stacked' && kind !== 'share bars' && kind !== 'heat')
        series.push({
          label: `${label}, ${(columns[other] as AnswerColumn).label.split(', ').at(-1) ?? ''}`,
          colour: index,
          style: otherStyle,
          axis: 'left',
          column: columns[other] as AnswerColumn,
          points: pointsOf(chosen, other),
        });
    });
  }
  const { ahead } = answer;
  if (ahead !== undefined)
    series.push(
      ...series
        .filter((one) => one.style === 'value' || one.style === 'rest')
        .map((one, index) => aheadOf(one, membersDrawn?.[index] ?? null, ahead, placeOf)),
    );
  const categories = kept.map((value) =>
    formatCell(alongColumn.role === 'time' && isCycle(alongColumn.grain) ? Number(value) : value, alongColumn),
  );
  return {
    categories,
    categoryLabel: alongColumn.label,
    series,
    incompleteAt,
    omitted: omitted.length > 0 ? omitted.join(' ') : null,
    emphasis: reading.rank?.marked === true && split === null ? 0 : null,
  };
}

/** The days of a forecast, along its line. */
function timesAhead({ ahead }: Answer): string[] {
  const at = ahead?.columns.findIndex((column) => column.role === 'time') ?? -1;
  return ahead === undefined ? [] : [...new Set(ahead.rows.map((row) => keyOf(row[at] ?? null)))];
}

/**
 * A series carried on from its last whole period, with the range in which it should lie where no other line is there to be hidden by it.
 * @param member the one that the series is of, where there are several
 */
function aheadOf(
  series: ChartSeries,
  member: string | null,
  ahead: Ahead,
  placeOf: ReadonlyMap<string, number>,
): ChartSeries {
  const at = (as: AnswerColumn['as']) => ahead.columns.findIndex((column) => column.as === as);
  const [expected, low, high] = [at('expected'), at('low'), at('high')];
  const time = ahead.columns.findIndex((column) => column.role === 'time');
  const other = ahead.columns.findIndex(
    (column, index) => index !== time && (column.role === 'level' || column.role === 'time'),
  );
  const points: ChartPoint[] = [...placeOf.values()].map((place) => ({ x: place, y: null }));
  const last = placeOf.get(ahead.basis.to);
  const from = last === undefined ? null : (series.points[last]?.y ?? null);
  if (last !== undefined && from !== null)
    points[last] = { x: last, y: from, ...(ahead.lines.length === 1 ? { range: [from, from] } : {}) };
  for (const row of ahead.rows) {
    const place = placeOf.get(keyOf(row[time] ?? null));
    if (place === undefined || (member !== null && keyOf(row[other] ?? null) !== member)) continue;
    const ends = [numeric(row[low]), numeric(row[high])];
    points[place] = {
      x: place,
      y: numeric(row[expected]),
      ...(ahead.lines.length === 1 && ends[0] !== null && ends[1] !== null ? { range: ends as [number, number] } : {}),
    };
  }
  return {
    label: `${series.label}, forecast`,
    colour: series.colour,
    style: 'ahead',
    axis: series.axis,
    column: ahead.columns[expected] as AnswerColumn,
    points,
  };
}

function sameScale(a: AnswerColumn | undefined, b: AnswerColumn | undefined): boolean {
  return (a?.format?.style ?? 'number') === (b?.format?.style ?? 'number') && a?.unit === b?.unit;
}

/** The values along the axis as the rows give them. */
const presentIn = (answer: Answer, at: number): string[] => [
  ...new Set(answer.rows.map((row) => keyOf(row[at] ?? null))),
];

/** The values along the axis: for time all periods between the first and the last, so that missing ones show as gaps. */
function categoriesOf(answer: Answer, at: number, column: AnswerColumn, weekStart: number): string[] {
  const present = presentIn(answer, at);
  const grain = column.grain;
  if (column.role !== 'time' || grain === undefined) return present;
  if (isCycle(grain)) return present.sort((a, b) => Number(a) - Number(b));
  const dated = present.filter((day) => day !== '').sort();
  const [first] = dated;
  const last = dated.at(-1);
  if (first === undefined || last === undefined) return present;
  const all = startsBetween(grain as Grain, first, last, weekStart);
  return all.length > 5000 ? dated : all;
}
