/** An explanation of what moved as a bridge: from what it was, by the parts that are told and the rest, to what it is. */
import type { Explanation, ExplanationPart } from '../analysis/explain/explanation';
import { formatShort } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import { NOTHING } from './along-axis';
import type { ChartDescription, ChartPoint, ChartSeries } from './description';
import { axisStart } from './steps';

/** A rest that is smaller than this part of all steps is no step of its own. */
const LEAST_REST = 1e-9;

/**
 * @param column how the figures are written
 * @param ends what the two totals are called
 */
export function bridgeOf(
  { total, parts, against = [], rest }: Explanation,
  column: AnswerColumn,
  ends: { readonly before: string; readonly now: string },
): ChartDescription {
  const { before, now } = total ?? { before: 0, now: 0 };
  const told: readonly Pick<ExplanationPart, 'name' | 'effect' | 'kind'>[] = [...parts, ...against];
  const left = rest?.effect ?? 0;
  const steps = [
    ...told.map(({ name, effect }) => ({ label: name, step: effect })),
    ...(Math.abs(left) > LEAST_REST * Math.max(Math.abs(before), Math.abs(now))
      ? [{ label: 'the rest', step: left }]
      : []),
  ];
  const rise: ChartPoint[] = [];
  const fall: ChartPoint[] = [];
  let reached = before;
  steps.forEach(({ step }, index) => {
    const point: ChartPoint = { x: index + 1, base: reached, y: reached + step, row: index };
    (step < 0 ? fall : rise).push(point);
    reached += step;
  });
  const categories = [ends.before, ...steps.map(({ label }) => label), ends.now];
  const totals: ChartPoint[] = [
    { x: 0, y: before, base: 0 },
    { x: categories.length - 1, y: now, base: 0 },
  ];
  const axisFrom = axisStart([before, now, ...[...rise, ...fall].flatMap((point) => [point.base ?? 0, point.y ?? 0])]);
  const series = (label: string, points: readonly ChartPoint[], style: ChartSeries['style']): ChartSeries => ({
    label,
    colour: 0,
    style,
    axis: 'left',
    column,
    points: categories.map((_category, x) => points.find((point) => point.x === x) ?? { x, y: null }),
  });
  return {
    ...NOTHING,
    kind: 'bridge',
    reason: 'the parts of a change',
    unfit: {},
    labels: true,
    lines: [],
    axis: null,
    categories,
    categoryLabel: 'Part',
    series: [
      series('Totals', totals, 'rest'),
      series('More', rise, 'value'),
      ...(fall.length > 0 ? [series('Less', fall, 'fall')] : []),
    ],
    ...(axisFrom > 0
      ? {
          axisFrom,
          omitted: `The axis begins at ${formatShort(axisFrom, column)}, not at zero, so that the steps can be seen.`,
        }
      : {}),
  };
}
