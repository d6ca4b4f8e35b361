/** Lines across a chart: at a number, at the mean or the median of what is drawn, at a target. */
import { medianOf } from '../analysis/statistics';
import { formatCell } from '../format/format';
import type { ChartKind, View } from '../reading/schema';
import type { ChartDescription, ChartSeries, ReferenceLine } from './description';

/** Kinds whose values stand along one axis that a line can cross. */
export const CROSSED: readonly ChartKind[] = [
  'line',
  'area',
  'columns',
  'bars',
  'stacked',
  'histogram',
  'bars with line',
  'scatter',
  'bubble',
  'box',
];
/** Kinds that need not stand on zero. */
export const FITTED: readonly ChartKind[] = ['line', 'scatter', 'bubble'];

type Drawn = Pick<ChartDescription, 'kind' | 'series'>;

/** @returns the lines that a view asks for, with their values; the mean and the median are of the complete values drawn of the first measure */
export function referenceLines({ kind, series }: Drawn, view: View | null): ReferenceLine[] {
  const [first] = series;
  if (!first || !CROSSED.includes(kind)) return [];
  const values = drawnValues({ kind, series }, first);
  return (view?.lines ?? []).flatMap(({ at, target }): ReferenceLine[] => {
    if (typeof at !== 'number' && values.length === 0) return [];
    const value =
      typeof at === 'number'
        ? at
        : at === 'median'
          ? medianOf(values)
          : values.reduce((sum, one) => sum + one, 0) / values.length;
    const name = target === true ? 'target ' : typeof at === 'number' ? '' : `${at} `;
    return [{ value, label: `${name}${formatCell(value, first.column)}`, target: target === true }];
  });
}

/** Of bars on each other, what they come to together is compared; else each value. */
function drawnValues({ kind, series }: Drawn, first: ChartSeries): number[] {
  const alike = series.filter(
    (one) => (one.style === 'value' || one.style === 'rest') && one.axis === first.axis && one.mark === first.mark,
  );
  const complete = alike.map((one) => one.points.filter((point) => point.incomplete !== true));
  if (kind !== 'stacked') return complete.flat().flatMap((point) => point.y ?? []);
  const places = [...new Set(complete.flat().map((point) => point.x))];
  return places.map((place) =>
    complete.flat().reduce((sum, point) => sum + (point.x === place ? (point.y ?? 0) : 0), 0),
  );
}

/** What a view asks for and the kind cannot show, in words; null where it shows all. */
export function undrawn(kind: ChartKind, view: View | null): string | null {
  const said = [
    ...(view?.lines !== undefined && !CROSSED.includes(kind)
      ? ['Lines across it are not drawn on this kind of chart.']
      : []),
    ...(view?.axis === 'fitted' && !FITTED.includes(kind) && CROSSED.includes(kind)
      ? ['Bars and areas stand on zero.']
      : []),
  ];
  return said.length > 0 ? said.join(' ') : null;
}
