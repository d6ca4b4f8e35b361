/** What was decided on a board: a comment of its own kind, with who does it, by when, and what its measure has done since. */
import { z } from 'zod';
import type { Reading } from '../reading/schema';
import { day, list, moment } from './building-blocks';

export const DECISION_STATES = ['open', 'done', 'dropped'] as const;
export type DecisionState = (typeof DECISION_STATES)[number];

export const decisionBody = z.object({
  text: z.string().trim().min(1).max(2000),
  /** The tile that it is about: its measure is followed. */
  tile: z.uuid().nullish(),
  /** Who does it; absent: who says it. */
  who: z.uuid().optional(),
  due: z.iso.date().nullish(),
});
export const decisionChangeBody = z
  .object({ state: z.enum(DECISION_STATES), who: z.uuid(), due: z.iso.date().nullable() })
  .partial()
  .refine((change) => Object.keys(change).length > 0, { message: 'say what is to change: state, who or due' });

/** The measure that a decision follows, as it stood when it was decided. */
export interface Followed {
  readonly modelId: string;
  /** Of all time, and of nothing but the figure. */
  readonly reading: Reading;
  /** The date by which it goes, where it is not the usual one. */
  readonly role?: string;
  /** The last day before it can have had an effect. */
  readonly from: string;
}

export const decision = z.object({
  /** Of the comment that it is. */
  id: z.string(),
  boardId: z.string(),
  board: z.string(),
  tile: z.string().nullable(),
  text: z.string(),
  by: z.string(),
  at: moment,
  who: z.object({ id: z.string(), name: z.string() }).nullable(),
  due: day.nullable(),
  overdue: z.boolean(),
  state: z.enum(DECISION_STATES),
  endedAt: moment.nullable(),
  /** May the reader change it: those who decided it, those who do it, those who may edit the board. */
  mayChange: z.boolean(),
  /** What its measure has done since, in sentences; null where it follows none. */
  since: list(z.string()).nullable(),
  /** Its measure as a reading, to ask on from. */
  modelId: z.string().nullable(),
});
export type DecisionView = z.infer<typeof decision>;
/** Those of a board, and who may be asked to do one. */
export const boardDecisions = z.object({
  decisions: list(decision),
  people: list(z.object({ id: z.string(), name: z.string() })),
});
export type BoardDecisions = z.infer<typeof boardDecisions>;
