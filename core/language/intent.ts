/** Intents: what a stretch of a question asks for, before the calendar, the model and the reading before settle it. */
import type { Edit } from '../reading/edit';
import type { Breakdown, Rank } from '../reading/schema';
import type { Period } from '../time/period';
import type { Day } from '../time/day';

/** A period as said: settled already, or waiting for its year. */
export type SaidPeriod =
  | Period
  | { readonly kind: 'bareUnit'; readonly grain: 'month' | 'quarter' | 'half'; readonly ordinal: number }
  | { readonly kind: 'bareDay'; readonly month: number; readonly day: number }
  | { readonly kind: 'bareSeason'; readonly season: string }
  | { readonly kind: 'thisFiscal'; readonly quarter?: number; readonly back: number }
  | { readonly kind: 'spread'; readonly from: SaidPeriod; readonly to: SaidPeriod }
  | { readonly kind: 'bound'; readonly side: 'since' | 'until' | 'before' | 'after'; readonly period: SaidPeriod }
  | { readonly kind: 'impossible'; readonly text: string };

/** Edits as said: those of the core, and those that the situation has to settle first. */
export type SaidEdit =
  | Edit
  | { readonly do: 'saidPeriod'; readonly period: SaidPeriod; readonly how: 'set' | 'leaveOut'; readonly role?: string }
  | { readonly do: 'saidComparison'; readonly period: SaidPeriod; readonly with?: SaidPeriod }
  | { readonly do: 'saidRank'; readonly rank: Omit<Rank, 'direction'>; readonly sense: 'top' | 'bottom' | 'best' | 'worst' }
  /** "growth", "change": beside the period before of the grain shown, else beside the year before. */
  | { readonly do: 'change' }
  /** "those routes": the members that the rank in force chose. */
  | { readonly do: 'reference'; readonly level: string }
  | { readonly do: 'overTime' }
  | { readonly do: 'kindOfLevel'; readonly kind: 'person' | 'place' | 'time' };

/** Moves along the trail, which are no edits of a reading. */
export type Move = 'back' | 'first';

export interface Intent {
  readonly edits: readonly SaidEdit[];
  /** Only makes sense after an answer ("also by …", "… instead"). */
  readonly followUp?: true;
  /** Begins anew, whatever came before. */
  readonly fresh?: true;
  readonly move?: Move;
  /** Why what is asked for cannot be done here, and what can. */
  readonly refuse?: string;
}

export const intent = (...edits: readonly SaidEdit[]): Intent => ({ edits });
export const followUp = (...edits: readonly SaidEdit[]): Intent => ({ edits, followUp: true });

export const byLevel = (level: string): Breakdown => ({ kind: 'level', level });

export function dayPeriod(day: Day): Period {
  return { kind: 'days', from: day, to: day };
}
