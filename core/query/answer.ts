/** Answers: typed columns and rows, with what is needed to trust them. */
import type { Forecast } from '../analysis/forecast';
import type { Day } from '../time/day';
import type { Grain } from '../time/grain';
import type { AnswerColumn } from './plan';

export type Cell = string | number | null;

/** How the lines of an answer go on, as far as their own past tells. */
export interface Ahead {
  /** The answer's breakdowns, then what is expected and both ends of the range. */
  readonly columns: readonly AnswerColumn[];
  readonly rows: readonly (readonly Cell[])[];
  /** The first period asked for; one before it is that which the data end in. */
  readonly from: Day;
  /** The whole periods that it was learnt from. */
  readonly basis: { readonly grain: Grain; readonly periods: number; readonly from: Day; readonly to: Day };
  /** How each line was carried on, with the cells of its other breakdowns. */
  readonly lines: readonly (Pick<Forecast, 'way' | 'proportional' | 'weights' | 'trial' | 'seasonal'> & {
    readonly cells: readonly Cell[];
  })[];
  /** Lines too short to be carried on. */
  readonly left: number;
  /** What one line comes to in all over the periods asked for, and came to in the same periods a year before; null where it does not add up. */
  readonly together: { readonly expected: number; readonly yearBefore: number | null } | null;
}

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
  /** Absent where no forecast is asked for. */
  readonly ahead?: Ahead;
  /** Whose records stand behind the figures: of a ratio those of both its parts. */
  readonly records?: readonly { readonly id: string; readonly name: string }[];
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
  readonly differences: readonly {
    readonly row: string;
    readonly column: string;
    readonly answer: number | null;
    readonly again: number | null;
  }[];
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
