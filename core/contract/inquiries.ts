/** Inquiries and their steps. */
import { z } from 'zod';
import { editSchema, type Edit } from '../reading/edit-schema';
import { readingSchema, type Reading } from '../reading/schema';
import { explanation } from './explanations';
import { answer, change, chart, note, option, reading, sentence, wordUse, working } from './answers';
import { changesSomething, list, moment } from './building-blocks';

export const inquiryBody = z.object({ modelId: z.string(), title: z.string().min(1).max(200).optional() });
export const titleBody = z.object({ title: z.string().min(1).max(200) });

export const askBody = z
  .object({
    text: z.string().min(1).max(2000).optional(),
    edit: z.union([editSchema, z.array(editSchema).min(1)]).optional(),
    reading: readingSchema.optional(),
    label: z.string().max(300).optional(),
    after: z.uuid().nullable().optional(),
  })
  .refine((body) => [body.text, body.edit, body.reading].filter((part) => part !== undefined).length === 1, {
    message: 'send exactly one of text, edit and reading',
  });
/** What is asked: words, edits by hand, or a reading. */
export type Ask =
  | { readonly text: string }
  | { readonly edit: Edit | readonly Edit[] }
  | { readonly reading: Reading; readonly label?: string };

export const marksBody = z
  .object({
    name: z.string().trim().min(1).max(120).nullable().optional(),
    starred: z.boolean().optional(),
    folded: z.boolean().optional(),
  })
  .refine(changesSomething.check, { message: changesSomething.message });
export const stepsBody = z.object({ steps: z.array(z.uuid()).max(1000) });
export const inquiryRightBody = z.object({ right: z.enum(['see', 'ask']).nullable() });

export const OUTCOMES = ['answered', 'choose', 'unclear', 'empty'] as const;
export const thumbnail = z.object({ kind: z.string(), series: list(list(z.number().nullable())) });

export const step = z.object({
  id: z.string(),
  after: z.string().nullable(),
  asked: z.string(),
  /** Of a change made by hand: what to type to say it. */
  inWords: z.string().optional(),
  /** What its people call it; null: by what was asked. */
  name: z.string().nullable(),
  starred: z.boolean(),
  /** Its branches are folded away in the trail. */
  folded: z.boolean(),
  by: z.string(),
  at: moment,
  outcome: z.enum(OUTCOMES),
  sentence: sentence.nullable(),
  reading: reading.nullable(),
  change,
  words: list(wordUse),
  notes: list(note),
  options: list(option).optional(),
  headline: z.string().optional(),
  thumbnail: thumbnail.optional(),
  answer: answer.optional(),
  chart: chart.optional(),
  working: working.optional(),
  explanation: explanation.optional(),
});
export type Step = z.infer<typeof step>;

const right = z.enum(['owner', 'ask', 'see']);
export type InquiryRight = z.infer<typeof right>;

export const inquirySummary = z.object({
  id: z.string(),
  title: z.string(),
  modelId: z.string(),
  updatedAt: moment,
  steps: z.number(),
  owner: z.string(),
  right,
});
export type InquirySummary = z.infer<typeof inquirySummary>;

export const inquiry = inquirySummary.omit({ steps: true }).extend({
  /** What the person sees a part of; null where they see all. */
  limited: z.string().nullable(),
  sharedWith: z.number(),
  steps: list(step),
});
export type Inquiry = z.infer<typeof inquiry>;

export const inquiryShare = z.object({
  personId: z.string(),
  name: z.string(),
  email: z.string(),
  right: z.enum(['see', 'ask']),
});
export const deletedSteps = z.object({ deleted: list(z.string()) });
