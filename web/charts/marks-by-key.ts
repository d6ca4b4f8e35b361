/** Going from mark to mark of a chart by keyboard. */
import type { ChartDescription } from '@zud/core/chart/description';
import { tooltipLine } from './configuration';

export interface ChartMark {
  readonly series: number;
  readonly index: number;
  /** The row of the answer it stands for. */
  readonly row: number;
}

/** Marks that stand for rows, along the axis, of several at one place the first series first. */
export function marksOf({ series }: Pick<ChartDescription, 'series'>, hidden: ReadonlySet<number>): ChartMark[] {
  return series
    .flatMap(({ points, style }, at) =>
      hidden.has(at) || style === 'other' || style === 'plan'
        ? []
        : points.flatMap((point, index) =>
            point.row === undefined || point.y === null ? [] : [{ series: at, index, row: point.row, x: point.x }],
          ),
    )
    .sort((a, b) => a.x - b.x || a.series - b.series)
    .map(({ series: of, index, row }) => ({ series: of, index, row }));
}

/** The place that a key leads to; null where it leads nowhere. Up and down stay where they are along the axis. */
export function placeAfterKey(marks: readonly ChartMark[], at: number | null, key: string): number | null {
  const last = marks.length - 1;
  if (last < 0) return null;
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return at === null ? 0 : Math.min(last, at + 1);
    case 'ArrowLeft':
    case 'ArrowUp':
      return at === null ? last : Math.max(0, at - 1);
    case 'Home':
      return 0;
    case 'End':
      return last;
    default:
      return null;
  }
}

/** A mark in words. @example 'Aug 2026, Mid Sound: 79,253' */
export function markWords(chart: ChartDescription, mark: ChartMark): string {
  const category = chart.categories[mark.index];
  const line = tooltipLine(chart, mark.series, mark.index);
  return category === undefined || line.startsWith(category) ? line : `${category}, ${line}`;
}
