/** Answers: typed columns and rows, with what is needed to trust them. */
import type { AnswerColumn } from './plan';

export type Cell = string | number | null;

export interface Answer {
  readonly columns: readonly AnswerColumn[];
  readonly rows: readonly (readonly Cell[])[];
  readonly rowCount: number;
  readonly truncated: boolean;
  readonly dataVersion: string;
  readonly asOf: string;
  readonly engine: string;
  readonly ms: number;
  /** Rows of the largest fact behind each row of the answer. */
  readonly support: readonly (number | null)[];
  readonly window: { readonly from?: string; readonly to?: string; readonly cutFrom?: string };
  readonly other: { readonly from?: string; readonly to?: string } | null;
  /** First day of the last time key that is incomplete. */
  readonly incomplete: string | null;
}

export interface Working {
  readonly plan: readonly string[];
  readonly joins: readonly string[];
  readonly conditions: readonly string[];
  readonly definitions: readonly { readonly name: string; readonly text: string }[];
  readonly query: string;
  readonly parameters: readonly unknown[];
  readonly rowsRead: number;
  readonly ms: number;
  readonly engine: string;
  readonly dataVersion: string;
  readonly asOf: string;
}

/** Numbers of an answer computed again, one by one. */
export interface Check {
  /** Numbers computed again, and how many of them agree. */
  readonly checked: number;
  readonly agree: number;
  readonly of: number;
  readonly differences: readonly { readonly row: string; readonly column: string; readonly answer: number | null; readonly again: number | null }[];
  /** What this way cannot check, in words. */
  readonly left: readonly string[];
  readonly ms: number;
}

/** A level that an answer can be broken down by. */
export interface DeeperLevel {
  readonly level: string;
  readonly name: string;
  readonly members: number;
  /** 0 (even) … 1; null where nothing can be said. */
  readonly unevenness: number | null;
}
