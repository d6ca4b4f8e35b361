/** How series are told apart beside a chart: by names at the ends of their lines, or by a list. */
import type { ChartDescription } from '@zud/core/chart/description';

export interface Legend {
  /** The lines name themselves: the list is there to hide and single out series, and opens on demand. */
  readonly folded: boolean;
  /** What the fainter lines are, where the list does not say it. */
  readonly fainter: string | null;
}

/** @returns null where there is nothing to tell apart */
export function legendOf({ kind, series }: Pick<ChartDescription, 'kind' | 'series'>): Legend | null {
  if (series.length < 2 || kind === 'pie') return null;
  const named = series.filter(({ style }) => style === 'value' || style === 'rest').length;
  const folded = (kind === 'line' || kind === 'area') && named > 1;
  const beside = series.find(({ style }) => style === 'other' || style === 'plan');
  return { folded, fainter: folded && beside !== undefined ? (beside.label.split(', ').at(-1) ?? null) : null };
}
