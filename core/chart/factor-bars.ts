/** What goes with an outcome as lying bars: how far the rate among a member's records lies from that among all others. */
import type { Explanation } from '../analysis/explain/explanation';
import type { AnswerColumn } from '../query/plan';
import { NOTHING } from './along-axis';
import type { ChartDescription } from './description';

export function factorBars({ parts }: Explanation, column: AnswerColumn): ChartDescription {
  return {
    ...NOTHING,
    kind: parts.length === 0 ? 'table' : 'bars',
    reason: 'differences of members from all others',
    unfit: {},
    labels: true,
    lines: [],
    axis: null,
    categories: parts.map(({ name }) => name),
    categoryLabel: 'Factor',
    series: [
      {
        label: `${column.label}, beside elsewhere`,
        colour: 0,
        style: 'value',
        axis: 'left',
        column: { ...column, as: 'difference' },
        points: parts.map(({ effect }, x) => ({ x, y: effect, row: x })),
      },
    ],
  };
}
