/** How a value is said to have moved: rates and shares by points, all else in per cent of what it stands beside. */
import type { AnswerColumn } from '../query/plan';
import { formatPoints, formatSize } from './format';

export interface Movement {
  /** The column that holds how far, or −1 where the value stands beside nothing. */
  readonly at: number;
  /** How far, without its sign. */
  readonly size: (moved: number) => string;
  /** The same where there is little room. */
  readonly brief: (moved: number) => string;
}

export function movementOf(columns: readonly AnswerColumn[], value: AnswerColumn): Movement {
  const beside = (as: AnswerColumn['as']) => columns.findIndex((one) => one.of === value.of && one.as === as);
  return value.format?.style === 'percent' && beside('difference') >= 0
    ? { at: beside('difference'), size: formatPoints, brief: (moved) => formatPoints(moved).replace(/points?$/, 'pts') }
    : { at: beside('change'), size: formatSize, brief: formatSize };
}
