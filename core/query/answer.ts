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
