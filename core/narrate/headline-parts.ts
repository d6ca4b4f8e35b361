/** What the kinds of headlines share: the columns they look at, and small ways of saying. */
import type { Movement } from '../format/movement';
import type { Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';

export type Row = readonly Cell[];

/** An answer as a headline looks at it: where its first value stands, and what it stands beside. */
export interface Figures {
  readonly value: { readonly at: number; readonly column: AnswerColumn };
  /** Where the other value stands, or −1. */
  readonly other: number;
  readonly change: Movement['at'];
  readonly size: Movement['size'];
  /** @example 'July 2025' */
  readonly beside: string;
  readonly keys: readonly { readonly at: number; readonly column: AnswerColumn }[];
  /** Rows of periods that have ended: the others will change, and are not told. */
  readonly ended: readonly Row[];
}

/** A change that is written as 0 % is none. */
const NOTHING = 0.0005;

export const lower = (text: string) => (/^[A-Z][a-z]/.test(text) ? text.charAt(0).toLowerCase() + text.slice(1) : text);

export function numberIn(row: Row, at: number): number | null {
  const cell = row[at];
  return typeof cell === 'number' ? cell : null;
}

export const has = (row: Row, at: number): boolean => numberIn(row, at) !== null;

/** The first row with the highest or lowest value; null where there is none. */
export function extremeOf(rows: readonly Row[], at: number, which: 'highest' | 'lowest'): Row | null {
  const beats = (a: number, b: number) => (which === 'highest' ? a > b : a < b);
  return rows.reduce<Row | null>((best, row) => {
    const value = numberIn(row, at);
    if (value === null) return best;
    return best === null || beats(value, numberIn(best, at) ?? 0) ? row : best;
  }, null);
}

/** @example moved(size, 0.12) // 'rose 12 %' */
export function moved(size: Movement['size'], by: number): string {
  if (Math.abs(by) < NOTHING) return 'did not change';
  return `${by > 0 ? 'rose' : 'fell'} ${size(by)}`;
}

/** @param beside empty where it was named already @example aboveOrBelow(size, -0.12, 'plan') // '12 % below plan' */
export function aboveOrBelow(size: Movement['size'], by: number, beside: string): string {
  const named = beside === '' ? '' : ` ${beside}`;
  if (Math.abs(by) < NOTHING) return beside === '' ? 'level' : `level with${named}`;
  return `${size(by)} ${by > 0 ? 'above' : 'below'}${named}`;
}
