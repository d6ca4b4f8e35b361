/** What goes with an outcome as lying bars: how far the rate among a member's records lies from that among all others. */
import type { Explanation } from '../analysis/explain/explanation';
import type { AnswerColumn } from '../query/plan';
import { NOTHING } from './along-axis';
import type { ChartDescription } from './description';

export function factorBars({ parts }: Explanation, column: AnswerColumn): ChartDescription {
  return lyingBars(
    parts.map(({ name, effect }) => ({ name, value: effect })),
    { label: `${column.label}, beside elsewhere`, column: { ...column, as: 'difference' } },
    'differences of members from all others',
  );
}

/** How far two sides lie apart in each measure and share, on one scale. */
export function contrastBars({ parts }: Explanation): ChartDescription {
  const label = 'Apart, in standard deviations';
  return lyingBars(
    parts.map(({ name, apart }) => ({ name, value: apart?.standardised ?? 0 })),
    {
      label,
      column: { key: 'apart', label, role: 'measure', as: 'difference', format: { style: 'number', decimals: 2 } },
    },
    'differences of two sides in standard deviations',
  );
}

function lyingBars(
  bars: readonly { readonly name: string; readonly value: number }[],
  of: { readonly label: string; readonly column: AnswerColumn },
  reason: string,
): ChartDescription {
  return {
    ...NOTHING,
    kind: bars.length === 0 ? 'table' : 'bars',
    reason,
    unfit: {},
    labels: true,
    lines: [],
    axis: null,
    categories: bars.map(({ name }) => name),
    categoryLabel: 'Factor',
    series: [
      {
        label: of.label,
        colour: 0,
        style: 'value',
        axis: 'left',
        column: of.column,
        points: bars.map(({ value }, x) => ({ x, y: value, row: x })),
      },
    ],
  };
}
