/** An explanation of what moved as a bridge: from what it was, by the parts that are told and the rest, to what it is. */
import type { Explanation } from '../analysis/explain/explanation';
import { formatShort } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import { NOTHING } from './along-axis';
import type { ChartDescription, ChartPoint, ChartSeries } from './description';
import { axisStart } from './steps';

/** A rest that is smaller than this part of the totals is no step of its own. */
const LEAST_REST = 1e-9;

export interface BridgeStep {
  readonly name: string;
  readonly kind: 'total' | 'part' | 'data' | 'rest';
  readonly from: number;
  readonly to: number;
  /** Of a total: itself. */
  readonly effect: number;
}

/** @param ends what the two totals are called */
export function bridgeSteps(
  { total, parts, against = [], rest }: Explanation,
  ends: { readonly before: string; readonly now: string },
): BridgeStep[] {
  const { before, now } = total ?? { before: 0, now: 0 };
  const left = rest?.effect ?? 0;
  const all: readonly Pick<BridgeStep, 'name' | 'kind' | 'effect'>[] = [
    ...[...parts, ...against].map(({ name, effect, kind }) => ({
      name,
      effect,
      kind: kind === 'data' ? ('data' as const) : ('part' as const),
    })),
    ...(Math.abs(left) > LEAST_REST * Math.max(Math.abs(before), Math.abs(now))
      ? [{ name: 'the rest', effect: left, kind: 'rest' as const }]
      : []),
  ];
  let reached = before;
  const steps = all.map((step): BridgeStep => {
    const from = reached;
    reached += step.effect;
    return { ...step, from, to: reached };
  });
  return [
    { name: ends.before, kind: 'total', from: 0, to: before, effect: before },
    ...steps,
    { name: ends.now, kind: 'total', from: 0, to: now, effect: now },
  ];
}

/** @param column how the figures are written */
export function bridgeOf(
  explanation: Explanation,
  column: AnswerColumn,
  ends: { readonly before: string; readonly now: string },
): ChartDescription {
  const steps = bridgeSteps(explanation, ends);
  const points = (those: (step: BridgeStep) => boolean): ChartPoint[] =>
    steps.map((step, x): ChartPoint =>
      those(step)
        ? { x, base: step.from, y: step.to, ...(step.kind === 'total' ? {} : { row: x - 1 }) }
        : { x, y: null },
    );
  const axisFrom = axisStart(steps.flatMap(({ kind, from, to }) => (kind === 'total' ? [to] : [from, to])));
  const series = (label: string, style: ChartSeries['style'], those: (step: BridgeStep) => boolean): ChartSeries => ({
    label,
    colour: 0,
    style,
    axis: 'left',
    column,
    points: points(those),
  });
  const falls = (step: BridgeStep) => step.kind !== 'total' && step.effect < 0;
  const rises = (step: BridgeStep) => step.kind !== 'total' && !falls(step);
  return {
    ...NOTHING,
    kind: 'bridge',
    reason: 'the parts of a change',
    unfit: {},
    labels: false,
    lines: [],
    axis: null,
    categories: steps.map(({ name }) => name),
    categoryLabel: 'Part',
    series: [
      series('Totals', 'rest', ({ kind }) => kind === 'total'),
      ...(steps.some(rises) ? [series('More', 'value', rises)] : []),
      ...(steps.some(falls) ? [series('Less', 'fall', falls)] : []),
    ],
    ...(axisFrom > 0
      ? {
          axisFrom,
          omitted: `The axis begins at ${formatShort(axisFrom, column)}, not at zero, so that the steps can be seen.`,
        }
      : {}),
  };
}
