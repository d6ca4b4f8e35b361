/** A chart as plain data: what is drawn, for any drawing library. */
import type { AnswerColumn } from '../query/plan';
import type { ChartKind } from '../reading/schema';

export interface ChartPoint {
  readonly x: number;
  readonly y: number | null;
  /** Second coordinate's label for scatters. */
  readonly label?: string;
  readonly incomplete?: boolean;
  /** The row of the answer it stands for. */
  readonly row?: number;
  /** Where a bar begins that does not stand on zero: the steps of a bridge, the middle half of a box. */
  readonly base?: number;
  /** Where a forecast should lie. */
  readonly range?: readonly [low: number, high: number];
  /** The third measure of a bubble, the value at a place of a map. */
  readonly size?: number;
}

/** What lies around the middle half of a box. */
export interface BoxEnds {
  readonly low: number;
  readonly middle: number;
  readonly high: number;
}

/** A part of a treemap: a rectangle in a square of side 1. */
export interface TreePart {
  readonly label: string;
  /** The member of the outer breakdown. */
  readonly group: string | null;
  readonly colour: number;
  readonly value: number;
  readonly row: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A line across the chart at a value of its first axis. */
export interface ReferenceLine {
  readonly value: number;
  readonly label: string;
  readonly target: boolean;
}

export interface ChartSeries {
  readonly label: string;
  /** Place in the palette; the earlier period and the plan share their value's. */
  readonly colour: number;
  readonly style: 'value' | 'other' | 'plan' | 'rest' | 'fall' | 'ahead';
  /** Drawn otherwise than the kind of the chart says: a line over bars. */
  readonly mark?: 'line';
  readonly axis: 'left' | 'right';
  readonly column: AnswerColumn;
  readonly points: readonly ChartPoint[];
}

export interface ChartDescription {
  readonly kind: ChartKind;
  readonly reason: string;
  readonly categories: readonly string[];
  readonly categoryLabel: string;
  readonly series: readonly ChartSeries[];
  /** The category from which on the period is incomplete. */
  readonly incompleteAt: number | null;
  readonly labels: boolean;
  /** What the chart leaves out, to be said beside it. */
  readonly omitted: string | null;
  /** Kinds that do not fit this answer, each with the reason. */
  readonly unfit: Readonly<Partial<Record<ChartKind, string>>>;
  /** The mark to look at: the one outlier or the rank of one. */
  readonly emphasis: number | null;
  /** Small charts side by side, one a member of the second breakdown, all on the scale of the first one's axis. */
  readonly panels?: readonly { readonly title: string; readonly series: readonly ChartSeries[] }[];
  /** Where the value axis begins, for a kind whose bars need not stand on zero; said beside the chart. */
  readonly axisFrom?: number;
  readonly lines: readonly ReferenceLine[];
  /** Whether a line's axis begins at zero or near its values; null: as suits the values. */
  readonly axis: 'zero' | 'fitted' | null;
  readonly boxes?: readonly (BoxEnds | null)[];
  readonly tree?: readonly TreePart[];
}
