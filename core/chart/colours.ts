/** Charts that begin at a later place of the palette. */
import type { ChartDescription, ChartSeries } from './description';
import { TOKENS } from './tokens';

const PALETTE = TOKENS.light.series.length;

/** @param from places that each series moves on in the palette; goes round at its end */
export function inColour<Content extends Pick<ChartDescription, 'series' | 'panels' | 'tree'>>(
  content: Content,
  from: number,
): Content {
  if (from === 0) return content;
  const moved = (series: readonly ChartSeries[]) =>
    series.map((one) => ({ ...one, colour: (one.colour + from) % PALETTE }));
  return {
    ...content,
    series: moved(content.series),
    ...(content.panels ? { panels: content.panels.map((panel) => ({ ...panel, series: moved(panel.series) })) } : {}),
    ...(content.tree
      ? { tree: content.tree.map((part) => ({ ...part, colour: (part.colour + from) % PALETTE })) }
      : {}),
  };
}
