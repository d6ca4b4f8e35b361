/** Charts of points: scatters, bubbles, maps. */
import type { Answer } from '../query/answer';
import { formatCell } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import { NOTHING, type Content } from './along-axis';
import type { ChartPoint } from './description';
import { figuresOf, keyOf, numeric, type Shape } from './shape';

/** Where members lie: member → longitude and latitude, in degrees. */
export type Places = ReadonlyMap<string, readonly [longitude: number, latitude: number]>;

/** The first measure across, the second up, and for bubbles the third as their size. */
export function scatterContent(answer: Answer, shape: Shape, bubbles: boolean): Content {
  const [horizontal, vertical, sized] = figuresOf(answer, shape);
  const label = shape.levels[0] ?? shape.time ?? 0;
  if (!horizontal || !vertical) return NOTHING;
  const points = answer.rows.flatMap((row, index): ChartPoint[] => {
    const x = numeric(row[horizontal.at]);
    const size = bubbles && sized ? numeric(row[sized.at]) : null;
    const y = numeric(row[vertical.at]);
    if (x === null || y === null || (bubbles && size === null)) return [];
    return [
      {
        x,
        y,
        label: formatCell(row[label] ?? null, answer.columns[label] as AnswerColumn),
        row: index,
        ...(size === null ? {} : { size }),
      },
    ];
  });
  return {
    ...NOTHING,
    categoryLabel: horizontal.column.label,
    series: [
      { label: vertical.column.label, colour: 0, style: 'value', axis: 'left', column: vertical.column, points },
    ],
    omitted: bubbles && sized ? `The size of a bubble is ${sized.column.label.toLowerCase()}.` : null,
  };
}

export function mapContent(answer: Answer, shape: Shape, places: Places): Content {
  const [value] = figuresOf(answer, shape);
  const level = shape.levels[0] ?? 0;
  if (!value) return NOTHING;
  const column = answer.columns[level] as AnswerColumn;
  const placed = answer.rows.flatMap((row, index): ChartPoint[] => {
    const place = places.get(keyOf(row[level] ?? null));
    const size = numeric(row[value.at]);
    return place && size !== null
      ? [{ x: place[0], y: place[1], size, label: formatCell(row[level] ?? null, column), row: index }]
      : [];
  });
  const lost = answer.rows.length - placed.length;
  return {
    ...NOTHING,
    categoryLabel: column.label,
    series: [
      { label: value.column.label, colour: 0, style: 'value', axis: 'left', column: value.column, points: placed },
    ],
    omitted: lost > 0 ? `${lost} of ${answer.rows.length} have no coordinates; the table has all.` : null,
  };
}

/** The places of an answer's level, where every row's level is one that has coordinates. */
export function hasPlaces(answer: Answer, shape: Shape, places: Places): boolean {
  const level = shape.levels[0];
  return level !== undefined && answer.rows.some((row) => places.has(keyOf(row[level] ?? null)));
}
