/** Briefings: an ordered set of pages, the editions in which they came out, and what changed between two of these. */
import { z } from 'zod';
import { zoneName } from '../schedule/schedule';
import { alertLookSchema } from '../alerts/alert';
import { calculationSchema } from '../model/calculation';
import { readingSchema } from '../reading/schema';
import { answer, chart, note, reading, sentence } from './answers';
import { changesSomething, list, moment } from './building-blocks';
import { quietHours, receiver, receivers } from './messages';

/** When a page is in an edition: always; where it has figures; where something is out of the ordinary; where its figures are others than last time. */
export const PAGE_CONDITIONS = ['always', 'figures', 'unusual', 'changed'] as const;

const pageId = z.string().min(1).max(40);
export const briefingPage = z.object({
  id: pageId,
  title: z.string().trim().max(200).nullable(),
  kind: z.enum(['answer', 'text', 'findings']),
  modelId: z.string().min(1).max(120).nullable(),
  reading: readingSchema.nullable(),
  words: z.string().max(4000).nullable(),
  only: z.enum(PAGE_CONDITIONS),
  /** A page for each of so many members of a level, which are chosen when it runs. */
  each: z
    .object({
      level: z.string().min(1).max(120),
      count: z.number().int().min(1).max(20),
      direction: z.enum(['top', 'bottom']),
      by: calculationSchema,
    })
    .nullable(),
});
export type BriefingPage = z.infer<typeof briefingPage>;
export const pages = z.array(briefingPage).max(40);

export const FILES = ['pdf', 'pptx', 'xlsx'] as const;
const files = z.array(z.enum(FILES)).max(4);

/** From a board, from the trail of an inquiry, in words about a model, or by its parts. */
export const briefingBody = z.object({
  title: z.string().trim().min(1).max(200).optional(),
  boardId: z.uuid().optional(),
  inquiryId: z.uuid().optional(),
  modelId: z.string().min(1).max(120).optional(),
  text: z.string().trim().min(1).max(1000).optional(),
  pages: pages.optional(),
  look: alertLookSchema.nullable().optional(),
  receivers: receivers.optional(),
  files: files.optional(),
  zone: zoneName.optional(),
});
export const briefingChangeBody = z
  .object({
    title: z.string().trim().min(1).max(200).optional(),
    pages: pages.optional(),
    look: alertLookSchema.nullable().optional(),
    receivers: receivers.optional(),
    files: files.optional(),
    quiet: quietHours.nullable().optional(),
    paused: z.boolean().optional(),
    /** The version that is changed; where it is another by now, nothing is. */
    version: z.number().int().optional(),
  })
  .refine(changesSomething.check, { message: changesSomething.message });

export const figure = z.object({
  label: z.string(),
  text: z.string(),
  value: z.number(),
  change: z.string().nullable(),
});

/** A page as it came out, or as it would have. */
export const editionPage = z.object({
  id: z.string(),
  /** The page of the briefing that it is of. */
  of: pageId,
  title: z.string(),
  kind: z.enum(['answer', 'text', 'findings']),
  modelId: z.string().nullable(),
  reading: reading.nullable(),
  sentence: sentence.nullable(),
  headline: z.string().nullable(),
  words: z.string().nullable(),
  /** Sentences beneath the picture. */
  texts: list(z.string()),
  figures: list(figure),
  answer: answer.nullable(),
  chart: chart.nullable(),
  notes: list(note),
  dataVersion: z.string().nullable(),
  /** Why it is left out of this edition; null: it is in it. */
  left: z.string().nullable(),
  condition: z.string(),
});
export type EditionPage = z.infer<typeof editionPage>;

export const editionSummary = z.object({ number: z.number(), at: moment, by: z.string().nullable() });
export const edition = editionSummary.extend({
  briefingId: z.string(),
  title: z.string(),
  pages: list(editionPage),
  /** What changed since the edition before, in sentences. */
  since: list(z.string()),
  /** What became of it: to whom it went. */
  sent: list(z.string()),
  limits: z.string().nullable(),
});
export type Edition = z.infer<typeof edition>;

export const briefing = z.object({
  id: z.string(),
  title: z.string(),
  owner: z.object({ id: z.string(), name: z.string() }),
  mine: z.boolean(),
  pages: list(briefingPage),
  look: alertLookSchema.nullable(),
  looks: z.string(),
  next: z.string().nullable(),
  nextAt: moment.nullable(),
  receivers: list(z.object({ to: receiver, name: z.string() })),
  files: list(z.enum(FILES)),
  paused: z.string().nullable(),
  version: z.number(),
  editions: list(editionSummary),
  notes: list(z.string()).optional(),
});
export type BriefingView = z.infer<typeof briefing>;

export const pagesBody = z.object({ modelId: z.string().min(1).max(120), text: z.string().trim().min(1).max(1000) });
export const madePages = z.object({ pages: list(briefingPage), notes: list(z.string()) });
/** Of the whole edition, or of one of its pages; figures only of one. */
export const editionExportBody = z
  .object({ format: z.enum(['pdf', 'pptx', 'xlsx', 'csv']), page: z.string().max(400).optional() })
  .refine((body) => body.format !== 'csv' || body.page !== undefined, {
    message: 'a CSV file has the figures of one page; say which',
  });
