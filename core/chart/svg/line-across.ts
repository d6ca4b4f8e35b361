/** A line across a drawn chart, with its value. */
import type { ReferenceLine } from '../description';
import type { Tokens } from '../tokens';
import { line, text } from './marks';

/** Lying from left to right at a height, or standing from top to bottom at a place. */
export type Across =
  | { readonly y: number; readonly left: number; readonly right: number }
  | { readonly x: number; readonly top: number; readonly bottom: number };

export function lineAcross({ label, target }: ReferenceLine, tokens: Tokens, at: Across): string {
  const colour = target ? tokens.signal : tokens.ink;
  const style = target ? { 'stroke-width': 1.6 } : { 'stroke-dasharray': '5 4' };
  const words = { size: 11, weight: 600 } as const;
  return 'y' in at
    ? line(at.left, at.y, at.right, at.y, colour, style) + text(at.left + 4, at.y - 4, label, colour, words)
    : line(at.x, at.top, at.x, at.bottom, colour, style) + text(at.x - 4, at.top - 5, label, colour, words);
}
