/** Boxes: how single values are spread, by their least, quartiles, median and most. */
import type { Answer } from '../query/answer';
import type { Calculation } from '../model/calculation';
import { same, type Reading } from '../reading/schema';
import { formatCell } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import type { Content } from './along-axis';
import { keyOf, numeric, type Shape } from './shape';

/** What a box shows of the single values of a measure: the least, the quartiles, the most. */
export function boxCalculations(measure: string): Calculation[] {
  return [
    { kind: 'rows', function: 'minimum', measure },
    { kind: 'percentile', percentile: 25, measure },
    { kind: 'rows', function: 'median', measure },
    { kind: 'percentile', percentile: 75, measure },
    { kind: 'rows', function: 'maximum', measure },
  ];
}

/** Does a reading show the five figures of a box, of one measure? */
export function showsBoxes({ shown }: Reading): boolean {
  const first = shown[0]?.calculation;
  if (first?.kind !== 'rows') return false;
  const wanted = boxCalculations(first.measure);
  return (
    shown.length === wanted.length &&
    shown.every((one, index) => one.transform === null && same(one.calculation, wanted[index]))
  );
}

export function boxContent(answer: Answer, shape: Shape): Content {
  const key = shape.keys[0] ?? 0;
  const column = answer.columns[key] as AnswerColumn;
  const [low = 0, first = 0, middle = 0, third = 0, high = 0] = shape.values;
  return {
    categories: answer.rows.map((row) => formatCell(row[key] ?? keyOf(null), column)),
    categoryLabel: column.label,
    incompleteAt: null,
    omitted: null,
    emphasis: null,
    series: [
      {
        label: 'Middle half of the values',
        colour: 0,
        style: 'value',
        axis: 'left',
        column: answer.columns[middle] as AnswerColumn,
        points: answer.rows.map((row, index) => ({
          x: index,
          y: numeric(row[third]),
          base: numeric(row[first]) ?? 0,
          row: index,
        })),
      },
    ],
    boxes: answer.rows.map((row) =>
      numeric(row[low]) === null
        ? null
        : { low: Number(row[low]), middle: Number(row[middle]), high: Number(row[high]) },
    ),
  };
}
