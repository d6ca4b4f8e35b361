/** Drafts and versions of a model. */
import { z } from 'zod';
import { CHANGE_SECTIONS, type ModelChange } from '../model/changes';
import { modelFileSchema } from '../model/schema';
import { list, moment } from './building-blocks';

export const modelChange: z.ZodType<ModelChange> = z.object({
  section: z.enum(CHANGE_SECTIONS),
  id: z.string(),
  name: z.string(),
  how: z.enum(['added', 'removed', 'changed', 'moved']),
  fields: list(z.object({ field: z.string(), before: z.string().nullable(), after: z.string().nullable() })),
});
const fault = z.object({ place: z.string(), reason: z.string() });

export const modelDraft = z.object({
  file: modelFileSchema,
  /** What is published, which the draft changes. */
  published: modelFileSchema,
  version: z.number(),
  /** Null where nothing is drafted: the file is the one that is published. */
  revision: z.number().nullable(),
  begunBy: z.string().nullable(),
  begunAt: moment.nullable(),
  changedBy: z.string().nullable(),
  changedAt: moment.nullable(),
  /** Somebody published another version since the draft was begun. */
  behind: z.boolean(),
  changes: list(modelChange),
  /** With these it cannot be published. */
  faults: list(fault),
});
export type ModelDraftView = z.infer<typeof modelDraft>;

export const published = z.object({ version: z.number() });
export const publishBody = z.object({ revision: z.number().int().optional() });

export const modelVersion = z.object({
  version: z.number(),
  by: z.string().nullable(),
  at: moment,
  /** What it changed on the version before. */
  changes: list(modelChange),
});
export type ModelVersionView = z.infer<typeof modelVersion>;

/** What a measure comes to under the draft: in all, and month by month. */
export const measureSample = z.object({
  measure: z.string(),
  value: z.string().nullable(),
  /** Under what is published, where that is another one. */
  was: z.string().nullable(),
  line: list(z.number().nullable()),
  problem: z.string().nullable(),
});
export type MeasureSample = z.infer<typeof measureSample>;
