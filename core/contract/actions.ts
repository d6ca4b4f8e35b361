/** What somebody has another program do, from an answer: templates with blanks, what was sent, and what came back. */
import { z } from 'zod';
import { readingSchema } from '../reading/schema';
import { list, moment } from './building-blocks';
import { OUTBOX_STATES } from './messages';

/** A blank of a template. */
const blank = z.object({
  /** What the other program calls it. */
  key: z.string().regex(/^[A-Za-z][A-Za-z0-9_]{0,59}$/, { message: 'letters, digits and _ only' }),
  /** What people call it. */
  label: z.string().trim().min(1).max(80),
  /** What it is filled with: words, with names of the answer in braces: “Check {route}: {cancellation rate}”. */
  filled: z.string().max(500),
  /** It is not sent empty. */
  needed: z.boolean(),
});
export type ActionBlank = z.infer<typeof blank>;

export const templateBody = z.object({
  name: z.string().trim().min(1).max(80),
  hookId: z.uuid(),
  blanks: z
    .array(blank)
    .min(1)
    .max(20)
    .refine((all) => new Set(all.map(({ key }) => key)).size === all.length, { message: 'two blanks have one key' }),
});
export const actionTemplate = templateBody.extend({ id: z.string(), program: z.string() });
export type ActionTemplate = z.infer<typeof actionTemplate>;

const from = z.object({
  modelId: z.string().min(1).max(120),
  reading: readingSchema,
  /** The row of the answer that it is about, by its place; absent: the whole. */
  row: z.number().int().min(0).max(100_000).optional(),
});
export const actionDraftBody = from.extend({ templateId: z.uuid() });
const filledBlank = z.object({ key: z.string(), label: z.string(), value: z.string(), needed: z.boolean() });
export type FilledBlank = z.infer<typeof filledBlank>;
/** What would be sent; nothing is. */
export const actionDraft = z.object({
  template: actionTemplate,
  blanks: list(filledBlank),
  /** What it is about, in words. */
  about: z.string(),
  /** Names in braces that this answer has nothing for. */
  unfilled: list(z.string()),
});
export type ActionDraft = z.infer<typeof actionDraft>;

export const actionBody = from.extend({
  templateId: z.uuid(),
  /** Said by whoever confirms it, so that what is asked twice is done once. */
  id: z.uuid(),
  values: z.record(z.string().max(60), z.string().max(2000)),
});
export const action = z.object({
  id: z.string(),
  name: z.string(),
  program: z.string(),
  by: z.string(),
  at: moment,
  blanks: list(filledBlank),
  state: z.enum(OUTBOX_STATES),
  /** What the other side said. */
  said: z.string().nullable(),
});
export type ActionView = z.infer<typeof action>;
