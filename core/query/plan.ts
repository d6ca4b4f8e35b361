/**
 * The plan: a small tree of frozen nodes that says what is computed, for any engine. Facts are aggregated to the grain
 * of the answer before they meet; comparisons meet the same way, as further branches with shifted time.
 */
import type { ColumnRef, Join } from '../model/model';
import type { RowTest } from '../model/schema';
import type { Cycle, Grain } from '../time/grain';
import type { Day } from '../time/day';
import type { DayRange } from '../time/period';
import type { Key as ReadingKey } from '../reading/schema';
import type { Operator } from '../model/calculation';

/** How far a time key is moved forward, so that an earlier period lands on the one it is set beside. */
export type Shift = { readonly months: number } | { readonly days: number };

export type Key = { readonly name: string } & (
  | { readonly kind: 'level'; readonly level: string; readonly column: ColumnRef; readonly others?: PlanNode }
  | {
      readonly kind: 'time';
      readonly grain: Grain;
      readonly column: ColumnRef;
      readonly weekStart: number;
      readonly shift: Shift | null;
    }
  | { readonly kind: 'cycle'; readonly cycle: Cycle; readonly column: ColumnRef }
  /** The lower end of the range of this width that holds the value. */
  | { readonly kind: 'bins'; readonly column: ColumnRef; readonly width: number }
  | { readonly kind: 'constant'; readonly level: string; readonly text: string }
  /** A column as it is: the foreign key of a first stage. */
  | { readonly kind: 'column'; readonly column: ColumnRef }
);

/** What the groups of a first stage are called where a second stage looks at their columns. No table of a model has such a name. */
export const GROUPS = 'Groups';

/** A key of a second stage: one of the first as it is, or one told from its columns or those of parents that are joined only then. */
export type RegroupKey = { readonly name: string; readonly kind: 'carried' } | Key;

export type RowCondition =
  | {
      readonly test: 'members';
      readonly level: string;
      readonly column: ColumnRef;
      readonly is: boolean;
      readonly members: readonly string[];
    }
  | {
      readonly test: 'text';
      readonly level: string;
      readonly column: ColumnRef;
      readonly how: 'contains' | 'startsWith';
      readonly text: string;
    }
  | { readonly test: 'days'; readonly column: ColumnRef; readonly is: boolean; readonly from?: Day; readonly to?: Day }
  | { readonly test: 'weekdays'; readonly column: ColumnRef; readonly days: readonly number[] }
  | {
      readonly test: 'cycle';
      readonly cycle: 'hour' | 'monthOfYear';
      readonly column: ColumnRef;
      readonly values: readonly number[];
    }
  | { readonly test: 'number'; readonly column: ColumnRef; readonly name: string; readonly number: NumberTest }
  /** The value of the row beside the one value of a node. */
  | {
      readonly test: 'mean';
      readonly column: ColumnRef;
      readonly name: string;
      readonly up: boolean;
      readonly input: PlanNode;
    }
  | { readonly test: 'present'; readonly column: ColumnRef; readonly name: string; readonly is: boolean }
  /** The row's keys are (not) among those of a node, column by column. */
  | {
      readonly test: 'among';
      readonly is: boolean;
      readonly keys: readonly { readonly key: Key; readonly name: string }[];
      readonly input: PlanNode;
      readonly about: string;
    };

export type NumberTest =
  | { readonly op: 'over' | 'under' | 'atLeast' | 'atMost'; readonly value: number }
  | { readonly op: 'between'; readonly value: number; readonly upper: number };

/** A value of a second stage, told from its parts in the first: the one of the same function, sum and count of an average, or what is to be counted once each. */
export interface RegroupValue {
  readonly name: string;
  readonly function: 'sum' | 'count' | 'average' | 'minimum' | 'maximum' | 'distinct';
  readonly parts: readonly string[];
}

export interface Aggregation {
  readonly name: string;
  readonly label: string;
  readonly function:
    'sum' | 'count' | 'distinct' | 'average' | 'median' | 'minimum' | 'maximum' | 'percentile' | 'last';
  readonly column: ColumnRef | null;
  /** For `distinct`: what is counted, where that is no column. */
  readonly of?: Key;
  readonly percentile?: number;
  /** For `last`: the finest members each of which has a last value, and the date it is last by. */
  readonly each?: readonly ColumnRef[];
  readonly date?: ColumnRef;
  readonly only: readonly (RowTest & { readonly at: ColumnRef })[];
  /** Only rows of these members. */
  readonly members?: Extract<RowCondition, { test: 'members' }>;
  /** Only rows of these days: the complete months of an average per month. */
  readonly within?: { readonly column: ColumnRef; readonly from: Day; readonly to: Day };
}

/** Values of keys, days as their text, and the number for them. */
export interface Counted {
  readonly values: readonly (number | Day)[];
  readonly count: number;
}

export type Expression =
  | { readonly kind: 'column'; readonly name: string }
  | { readonly kind: 'number'; readonly value: number }
  | { readonly kind: 'arithmetic'; readonly operator: Operator; readonly left: Expression; readonly right: Expression }
  /** How many units (days, or months in whole) of a time key's period lie between two days; the key may have been moved. */
  | {
      readonly kind: 'unitsOf';
      readonly key: string;
      readonly grain: Grain;
      readonly unit: 'day' | 'month';
      readonly per: number;
      readonly shift: Shift | null;
      readonly from: Day;
      readonly to: Day;
    }
  /** A number that was counted beforehand for each combination of values of some keys; none for others. */
  | { readonly kind: 'counted'; readonly keys: readonly string[]; readonly counts: readonly Counted[] }
  /** (left − right) ÷ |right|. */
  | { readonly kind: 'relative'; readonly left: Expression; readonly right: Expression };

export type PlanNode =
  | {
      readonly node: 'scan';
      readonly fact: string;
      readonly table: string;
      readonly source: string;
      readonly sources: Readonly<Record<string, string>>;
      readonly rules: readonly RowCondition[];
      /** The column by whose values the table is spread over servers. */ readonly spread?: string;
      /** The summary that is read instead of the rows. */ readonly summary?: string;
    }
  | { readonly node: 'join'; readonly input: PlanNode; readonly joins: readonly Join[] }
  | { readonly node: 'keep'; readonly input: PlanNode; readonly conditions: readonly RowCondition[] }
  | {
      readonly node: 'aggregate';
      readonly input: PlanNode;
      readonly keys: readonly Key[];
      readonly values: readonly Aggregation[];
    }
  /** Groups of a first stage, joined to parents by foreign keys among them, kept by conditions on these, and aggregated once more. */
  | {
      readonly node: 'regroup';
      readonly input: PlanNode;
      readonly leads: readonly Join[];
      readonly joins: readonly Join[];
      readonly sources: Readonly<Record<string, string>>;
      readonly conditions: readonly RowCondition[];
      readonly keys: readonly RegroupKey[];
      readonly values: readonly RegroupValue[];
    }
  /** Records themselves, with these columns. */
  | {
      readonly node: 'list';
      readonly input: PlanNode;
      readonly columns: readonly {
        readonly name: string;
        readonly column: ColumnRef;
        readonly as: 'member' | 'moment' | 'number' | 'text';
      }[];
    }
  | {
      readonly node: 'combine';
      readonly inputs: readonly PlanNode[];
      readonly keys: readonly string[];
      readonly values: readonly string[];
    }
  | {
      readonly node: 'calculate';
      readonly input: PlanNode;
      readonly keys: readonly string[];
      readonly columns: readonly { readonly name: string; readonly expression: Expression }[];
    }
  | {
      readonly node: 'test';
      readonly input: PlanNode;
      readonly column: string;
      readonly number:
        | NumberTest
        | { readonly op: 'present' | 'nonZero' }
        | { readonly op: 'overMean' | 'underMean' }
        | { readonly op: 'overWhole' | 'underWhole'; readonly whole: PlanNode };
    }
  /** Rows whose keys are (not) among those of another node: `own` here is `other` there. */
  | {
      readonly node: 'semijoin';
      readonly input: PlanNode;
      readonly is: boolean;
      readonly keys: readonly { readonly own: string; readonly other: string }[];
      readonly among: PlanNode;
    }
  | {
      readonly node: 'rank';
      readonly input: PlanNode;
      readonly by: string;
      readonly direction: 'top' | 'bottom';
      readonly count: number;
      readonly percent: boolean;
      readonly within: readonly string[];
    }
  | { readonly node: 'order'; readonly input: PlanNode; readonly by: readonly OrderTerm[] }
  /** So many rows, after those that are skipped. */
  | { readonly node: 'cut'; readonly input: PlanNode; readonly rows: number; readonly skip: number };

export type OrderTerm =
  | { readonly kind: 'column'; readonly name: string; readonly direction: 'up' | 'down' }
  /** By the greatest value of a column over all rows with the same key. */
  | { readonly kind: 'greatest'; readonly name: string; readonly over: string; readonly direction: 'up' | 'down' }
  /** These texts last, in this order. */
  | { readonly kind: 'last'; readonly name: string; readonly texts: readonly string[] }
  /** A level's own order, from a column of its table. */
  | {
      readonly kind: 'memberOrder';
      readonly name: string;
      readonly source: string;
      readonly column: string;
      readonly order: string;
      readonly direction: 'up' | 'down';
    };

export interface AnswerColumn {
  readonly key: string;
  readonly label: string;
  readonly role: 'level' | 'time' | 'measure' | 'detail';
  readonly unit?: string;
  readonly format?: {
    readonly style: 'number' | 'percent' | 'currency';
    readonly decimals?: number | undefined;
    readonly currency?: string | undefined;
  };
  /** Width of the ranges of a level that is bins. */
  readonly width?: number;
  /** For levels and times: which. */
  readonly level?: string;
  readonly grain?: Grain | Cycle;
  /** For measures: which shown it belongs to, and as what. */
  readonly of?: string;
  readonly as?: 'value' | 'other' | 'difference' | 'change' | 'expected' | 'low' | 'high';
  readonly direction?: 'more' | 'less';
  /** Parts add up to the whole. */
  readonly additive?: boolean;
}

export interface Plan {
  readonly root: PlanNode;
  readonly columns: readonly AnswerColumn[];
  /** The days that are asked about, and those they are set beside. */
  readonly window: DayWindow;
  readonly other: DayWindow | null;
  /** What both sides of a comparison with plan cover; null without one, or where it was asked to stand beside all of the plan. */
  readonly cover: PlanCover | null;
}

/** What an actual and its plan are compared over. */
export interface PlanCover {
  /** The days that count on both sides. */
  readonly window: DayWindow;
  /** Of the one period of the plan that is partly asked about: how many of its days are, so that as much of its plan counts. */
  readonly share: { readonly days: number; readonly of: number; readonly grain: Grain } | null;
  /** Days that were asked about and have data, but are not whole periods of the plan: they count on neither side. */
  readonly leftOut: readonly DayRange[];
  /** What a plan was made for or not: the plan's own periods, and the finest level of each hierarchy that all sides know. */
  readonly keys: readonly ReadingKey[];
}

export interface DayWindow {
  readonly from?: Day;
  readonly to?: Day;
  /** The end the words name, where the reference day cuts it short. */
  readonly cutFrom?: Day;
}

/** Freezes a node; its inputs are frozen already. */
export function node<N extends PlanNode>(value: N): N {
  return Object.freeze(value);
}
