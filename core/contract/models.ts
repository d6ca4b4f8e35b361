/** Models and their tables. */
import { tableRules } from '../data/column-rules';
import { z } from 'zod';
import { modelFileSchema } from '../model/schema';
import type { savedNameSchema } from '../model/saved';
import { list, moment } from './building-blocks';

export const modelSummary = z.object({
  id: z.string(),
  name: z.string(),
  description: z.string().nullable(),
  measures: z.number(),
  levels: z.number(),
  updatedAt: moment,
  /** Where it does not fit its tables. */
  fault: z.string().nullable(),
  /** Whether it is somebody's own: the person's, or another's who shared it with them; null for those of everyone. */
  kept: z.enum(['own', 'shared']).nullable(),
});
export type ModelSummary = z.infer<typeof modelSummary>;

/** Somebody who may ask a model of somebody else's. */
const sharedWith = z.object({ personId: z.string(), name: z.string(), email: z.string() });

/** A model file as a person sees it, with what their questions know of its data. */
export const modelView = modelFileSchema.partial({ rowRules: true, sensitive: true }).extend({
  asOfDay: z.string(),
  /** What the person sees a part of; null where they see all. */
  limited: z.string().nullable(),
  kept: z.enum(['own', 'shared']).nullable(),
  /** With whom the person shares it, where it is their own. */
  sharedWith: list(sharedWith),
  levels: list(z.object({ id: z.string(), members: z.number(), sample: list(z.string()) })),
  starters: list(z.string()),
});
export type ModelView = z.infer<typeof modelView>;

export const modelVersion = z.object({ id: z.string(), name: z.string(), version: z.number() });
export const modelUses = z.object({
  inquiries: z.number(),
  steps: z.number(),
  tiles: z.number(),
  boards: z.number(),
  people: z.number(),
  words: z.string().nullable(),
});
export const members = z.object({ members: list(z.string()), found: z.number(), all: z.number() });
export const savedName = z.object({ id: z.string(), name: z.string() });
/** A calculation or a list of members with its name. */
export type SavedNameInput = z.input<typeof savedNameSchema>;

/** How far the columnar copy is: tables held, of how many; how many could not be copied; which is being made. */
export const copyState = z.object({
  ready: z.number(),
  of: z.number(),
  failed: z.number(),
  making: z.object({ table: z.string(), rows: z.number(), of: z.number() }).nullable(),
});
export type CopyState = z.infer<typeof copyState>;
export const health = z.looseObject({ version: z.string(), copy: copyState.optional() });

/**
 * How a table is loaded.
 * - whole: the table is made anew.
 * - add: rows are added to it.
 * - days: rows of its days from–to make way for those that come.
 */
export const loadQuery = z.object({
  name: z.string().default(''),
  mode: z.enum(['whole', 'add', 'days']).default('whole'),
  by: z.string().optional(),
  from: z.string().default(''),
  to: z.string().default(''),
});
export const loaded = z.looseObject({});
/** How a table came to a version. */
export const LOAD_WAYS = ['whole', 'add', 'days', 'back'] as const;
export type LoadWay = (typeof LOAD_WAYS)[number];

/** A load of a table: what came, from whom, and whether it can be gone back to. */
export const tableLoad = z.object({
  version: z.number(),
  how: z.enum(LOAD_WAYS),
  at: z.string(),
  by: z.string().nullable(),
  file: z.string().nullable(),
  hash: z.string().nullable(),
  rows: z.number(),
  added: z.number().nullable(),
  removed: z.number().nullable(),
  backTo: z.number().nullable(),
  state: z.enum(['current', 'kept', 'gone']),
});
export type TableLoad = z.infer<typeof tableLoad>;
export const wentBack = z.object({ name: z.string(), rows: z.number(), version: z.number() });
export const rulesBody = z.object({ rules: tableRules });
export const rulesSet = z.object({ rules: tableRules, broken: list(z.looseObject({})) });
export const tableUses = z.object({ models: list(z.object({ id: z.string(), name: z.string() })) });

/** With whom a model of one's own is shared, by their ids; or given to everyone, by a steward who may ask it. */
export const modelSharing = z.union([
  z.strictObject({ people: z.array(z.uuid()).max(200).readonly() }),
  z.strictObject({ everyone: z.literal(true) }),
]);
export type ModelSharing = z.infer<typeof modelSharing>;
export const modelShared = z.object({
  kept: z.enum(['own', 'shared']).nullable(),
  sharedWith: list(sharedWith),
});
export type ModelShared = z.infer<typeof modelShared>;
