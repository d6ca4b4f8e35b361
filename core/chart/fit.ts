/** Which kind of chart suits an answer, and why others do not. */
import type { Answer } from '../query/answer';
import { choosesPeriods, type ChartKind, type Reading } from '../reading/schema';
import { MOST_BARS } from './along-axis';
import { showsBoxes } from './box';
import { isCycle } from '../time/grain';
import type { Shape } from './shape';

const UPRIGHT_BARS = 8;
const MOST_STEPS = 24;
/** The kinds that draw a breakdown. */
const DRAWN = [
  'line',
  'area',
  'bars',
  'columns',
  'stacked',
  'share bars',
  'scatter',
  'pie',
  'heat',
  'bars with line',
  'bubble',
  'bridge',
  'pareto',
  'histogram',
  'box',
  'multiples',
  'treemap',
  'map',
] as const;

export type Chosen = readonly [ChartKind, string];

export function usualKind(answer: Answer, shape: Shape, reading: Reading): Chosen {
  const { rows } = answer;
  const [first] = shape.values;
  if (shape.values.length === 0) return ['table', 'records read best as a table'];
  const distinct = (at: number) => new Set(rows.map((row) => row[at])).size;
  if (shape.keys.length === 0)
    return shape.values.length > 3 ? ['table', 'several numbers read best as a table'] : ['number', 'one number'];
  if (rows.length === 0) return ['table', 'there is nothing to draw'];
  if (shape.keys.length > 2) return ['table', 'three breakdowns read best as a table'];
  if (answer.ahead !== undefined) return ['line', 'a development over time and how it goes on'];
  if (shape.time !== null) {
    const grain = answer.columns[shape.time]?.grain;
    const folded = isCycle(grain);
    if (folded && shape.levels.length === 0) return ['columns', 'parts of a week, a year or a day stand side by side'];
    if (choosesPeriods(reading) && distinct(shape.time) <= MOST_BARS)
      return shape.levels.length > 0
        ? ['columns', 'chosen periods stand side by side']
        : reading.rank !== null
          ? ['bars', 'chosen periods, in the order of their rank']
          : ['columns', 'chosen periods stand side by side'];
    if (distinct(shape.time) <= 2)
      return shape.levels.length > 0 ? ['columns', 'few periods stand side by side'] : ['columns', 'few periods'];
    return ['line', 'a development over time'];
  }
  if (reading.by.length === 1 && reading.by[0]?.kind === 'bins')
    return ['histogram', 'ranges stand side by side, in their order'];
  if (showsBoxes(reading) && shape.keys.length === 1) return ['box', 'how single values are spread'];
  const compared = answer.columns.some((column) => column.as === 'other');
  if (shape.values.length >= 2 && compared && rows.length > 12)
    return ['table', 'several measures beside what they are compared with read best as a table'];
  if (shape.values.length >= 2 && shape.levels.length === 1 && rows.length > 12)
    return ['scatter', 'two measures of many members'];
  if (shape.levels.length === 1)
    return rows.length <= UPRIGHT_BARS && shortLabels(answer, shape.levels[0] ?? 0)
      ? ['columns', 'few members side by side']
      : ['bars', 'names are easiest to read beside lying bars'];
  const additive =
    first !== undefined &&
    answer.columns[first]?.additive === true &&
    rows.every((row) => Number(row[first] ?? 0) >= 0);
  if (distinct(shape.levels[0] ?? 0) > 30) return ['table', 'too many members for a chart of two breakdowns'];
  return additive
    ? ['stacked', 'parts that add up to their whole']
    : ['columns', 'values of two breakdowns side by side'];
}

const shortLabels = (answer: Answer, at: number) => answer.rows.every((row) => String(row[at] ?? '').length <= 14);

export function unfitKinds(
  answer: Answer,
  reading: Reading,
  shape: Shape,
  hasPlaces: boolean,
): Partial<Record<ChartKind, string>> {
  const unfit: Partial<Record<ChartKind, string>> = {};
  const [first] = shape.values;
  const column = first === undefined ? undefined : answer.columns[first];
  const negative = first !== undefined && answer.rows.some((row) => Number(row[first] ?? 0) < 0);
  if (shape.keys.length > 0) unfit.number = 'A single number needs an answer without a breakdown.';
  else for (const kind of DRAWN) unfit[kind] = 'A chart needs a breakdown.';
  if (shape.keys.length > 2) for (const kind of DRAWN) unfit[kind] = 'With three breakdowns only a table shows all.';
  if (shape.keys.length > 0 && shape.time === null)
    for (const kind of ['line', 'area'] as const) unfit[kind] = 'A line needs time or another order to run along.';
  if (shape.keys.length === 1 || column?.additive !== true) {
    unfit.stacked ??=
      column?.additive === true ? 'Stacking needs a second breakdown.' : 'Stacked parts must add up, and these do not.';
    unfit['share bars'] ??=
      column?.additive === true
        ? 'Shares of bars need a second breakdown.'
        : 'Parts of 100 % must add up, and these do not.';
  }
  if (column?.additive !== true) unfit.pie ??= 'Slices must add up to a whole, and these do not.';
  else if (negative) unfit.pie ??= 'Slices cannot be negative.';
  else if (shape.keys.length !== 1 || answer.rows.length > 7)
    unfit.pie ??= 'A pie is readable up to seven parts of one breakdown.';
  if (shape.values.length < 2) unfit.scatter ??= 'A scatter needs two measures.';
  if (shape.keys.length === 1) unfit.heat ??= 'A heat grid needs two breakdowns.';
  if (shape.keys.length !== 2)
    unfit.multiples ??= 'Small multiples need a second breakdown, one chart for each of its members.';
  if (shape.values.length < 3) unfit.bubble ??= 'Bubbles need three measures: across, up, and size.';
  if (shape.values.length !== 2 || shape.keys.length !== 1)
    unfit['bars with line'] ??= 'Bars with a line need two measures of one breakdown.';
  if (answer.ahead !== undefined)
    for (const kind of DRAWN)
      if (kind !== 'line') unfit[kind] = 'A forecast is drawn as a line; drop it for other charts.';
  const parts =
    column?.additive !== true ? 'whose parts add up, and these do not.' : negative ? 'without negative parts.' : null;
  const oneLevel = shape.levels.length === 1 && shape.keys.length === 1;
  if (parts !== null) unfit.pareto ??= `A Pareto chart needs a measure ${parts}`;
  else if (!oneLevel) unfit.pareto ??= 'A Pareto chart is of the members of one level.';
  if (parts !== null) unfit.treemap ??= `A treemap needs a measure ${parts}`;
  else if (shape.time !== null) unfit.treemap ??= 'A treemap is of members, not of periods.';
  if (column?.additive !== true) unfit.bridge ??= 'The steps of a bridge must add up, and these do not.';
  else if (!oneLevel || shape.values.length !== 1) unfit.bridge ??= 'A bridge is of one measure by one level.';
  else if (answer.rows.length > MOST_STEPS) unfit.bridge ??= `A bridge is readable up to ${MOST_STEPS} steps.`;
  if (answer.columns.find((one) => one.role === 'level')?.width === undefined)
    unfit.histogram ??= 'A histogram is of ranges of a number: “distribution of …”.';
  if (!showsBoxes(reading) || shape.keys.length !== 1)
    unfit.box ??= 'Boxes need the least, both quartiles, the median and the most: “box plot of … by …”.';
  if (!hasPlaces || !oneLevel) unfit.map ??= 'A map needs members of one level whose coordinates the model knows.';
  return unfit;
}
