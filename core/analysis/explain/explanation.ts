/** An explanation, as it is told. */
import type { Explain, Reading } from '../../reading/schema';
import type { Place } from './world';

/** A few numbers side by side, for a small picture: what they were before, and what they are now. */
export interface SmallLine {
  readonly now: readonly (number | null)[];
  readonly before?: readonly (number | null)[];
}

export interface ExplanationPart {
  readonly members: readonly Place[];
  readonly kind: 'amount' | 'rate' | 'mix' | 'data' | 'lift';
  /** In units of the measure. */
  readonly effect: number;
  /** Of the whole change, as a fraction of it. */
  readonly share?: number;
  readonly rate?: number;
  readonly rateElsewhere?: number;
  readonly size?: number;
  /** Where the effect lies, nineteen times of twenty. */
  readonly range?: readonly [low: number, high: number];
  readonly q?: number;
  /** Of two sides: how far they lie apart, in standard deviations, and where that lies. */
  readonly apart?: { readonly standardised: number; readonly low: number; readonly high: number };
  /** Of two sides: the figure of each as it is written, in the units of its own measure. */
  readonly written?: readonly [first: string, second: string];
  /** What a chart calls it. */
  readonly name: string;
  readonly text: string;
  /** Opened, it gives the numbers that are told. */
  readonly reading: Reading;
  /** The part by its next finer level. */
  readonly next?: { readonly label: string; readonly reading: Reading };
  readonly line?: SmallLine;
}

/** What a note in the margin says, under a heading of its own. */
export interface ExplanationNote {
  readonly about: string;
  readonly text: string;
  readonly options?: readonly { readonly label: string; readonly reading: Reading }[];
}

export interface Explanation {
  readonly asked: Explain['asked'];
  /** Whether what the question takes for granted is so; null where it takes nothing. */
  readonly holds: boolean | null;
  readonly evenly: boolean;
  readonly verdict: string;
  readonly total?: { readonly now: number; readonly before: number; readonly change: number };
  /** Members, segments and levels that were looked at. */
  readonly looked: number;
  readonly parts: readonly ExplanationPart[];
  /** Parts that went the other way. */
  readonly against?: readonly ExplanationPart[];
  /** What is not told: with it the parts add up. */
  readonly rest?: { readonly effect: number; readonly text: string };
  readonly notes: readonly ExplanationNote[];
}
