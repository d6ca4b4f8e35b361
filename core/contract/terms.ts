/** Terms that people teach, and words that were asked and not understood. */
import { z } from 'zod';
import { list, moment } from './building-blocks';

export const termBody = z.object({
  term: z.string().trim().min(1).max(80),
  /** In words that are understood already. */
  means: z.string().trim().min(1).max(500),
  /** `me`, `everyone`, or the name of a group. */
  for: z.string().trim().min(1).max(120).default('me'),
});
export const termStateBody = z.object({ state: z.enum(['accepted', 'declined', 'withdrawn']) });

export const TERM_KINDS = [
  'name',
  'calculation',
  'members',
  'condition',
  'set',
  'rank',
  'period',
  'breakdown',
  'question',
] as const;
export type TermKind = (typeof TERM_KINDS)[number];

export const term = z.object({
  id: z.string(),
  term: z.string(),
  means: z.string(),
  kind: z.enum(TERM_KINDS),
  for: z.string(),
  state: z.enum(['proposed', 'accepted', 'declined']),
  by: z.string(),
  /** Taught by the person who asks. */
  mine: z.boolean(),
  /** True for the person who asks. */
  holds: z.boolean(),
  at: moment,
  decidedAt: moment.nullable(),
  times: z.number(),
  people: z.number(),
});
export type TermView = z.infer<typeof term>;

/** A saved question, as it was and as it would be. */
export const changedQuestion = z.object({
  /** Whose and where. */
  where: z.string(),
  asked: z.string(),
  before: z.string().nullable(),
  after: z.string().nullable(),
  numbers: z.enum(['same', 'other', 'unreadable']),
});
export type ChangedQuestion = z.infer<typeof changedQuestion>;
export const impact = z.object({
  questions: list(changedQuestion),
  /** How many saved questions were read again. */
  looked: z.number(),
  /** Names of the model and other terms that it would take the place of. */
  clashes: list(z.string()).optional(),
});
export type Impact = z.infer<typeof impact>;

export const notUnderstood = z.object({
  words: z.string(),
  times: z.number(),
  people: z.number(),
  /** Whole questions in which they stood, the latest first. */
  questions: list(z.string()),
  near: list(z.string()),
  /** What was asked in their place and understood. */
  means: z.string().nullable(),
});
export type NotUnderstood = z.infer<typeof notUnderstood>;
