/** Bringing data: a file, what is proposed to be done with it, and the table it becomes. */
import { z } from 'zod';
import { COLUMN_TYPES, PROPOSALS } from '../data/proof';
import { SENSITIVE } from '../data/sensitive';
import { scheduleSchema } from '../schedule/schedule';
import { modelFileSchema } from '../model/schema';
import { list } from './building-blocks';

export const tableColumn = z.object({ name: z.string(), type: z.enum(COLUMN_TYPES) });

export const importTable = z.object({
  name: z.string(),
  rows: z.number(),
  columns: list(
    z.object({
      name: z.string(),
      from: z.string(),
      type: z.enum(COLUMN_TYPES),
      unit: z.string().optional(),
      missing: z.number(),
      distinct: z.number(),
      sensitive: z.enum(SENSITIVE).optional(),
    }),
  ),
  leftOut: list(z.object({ line: z.number(), reason: z.string(), text: z.string() })),
  leftOutCount: z.number(),
});

export const proposal = z.object({
  id: z.string(),
  kind: z.enum(PROPOSALS),
  column: z.string().optional(),
  text: z.string(),
  count: z.number(),
  sure: z.boolean(),
  chosen: z.string(),
  examples: list(z.object({ line: z.number().optional(), before: z.string(), after: z.string() })),
  alternatives: list(z.object({ id: z.string(), label: z.string() })),
});

/** What is kept of a proof. */
export const importProof = z.object({
  sheets: list(z.object({ name: z.string(), rows: z.number(), hidden: z.boolean(), chosen: z.boolean() })).optional(),
  table: importTable,
  proposals: list(proposal),
  layout: z.string(),
  fingerprint: z.string(),
});
export type ImportProof = z.infer<typeof importProof>;

export const broughtFile = z.object({
  id: z.string(),
  filename: z.string(),
  state: z.enum(['reading', 'read', 'failed']),
  problem: z.string().optional(),
  sameAs: z.object({ table: z.string(), how: z.enum(['bytes', 'rows', 'layout']) }).optional(),
  sheets: importProof.shape.sheets,
  table: importTable.optional(),
  proposals: list(proposal),
});
export type BroughtFile = z.infer<typeof broughtFile>;

export const importQuery = z.object({
  filename: z.string().optional(),
  /** Where the file lies; without it, it is sent. */
  address: z.string().max(2000).optional(),
});
export const importChange = z.object({
  sheet: z.string().max(200).optional(),
  choices: z.record(z.string().max(400), z.string().max(400)).optional(),
});
export const importAs = z.object({
  name: z
    .string()
    .regex(/^[a-z][a-z0-9_]*$/, 'use small letters, digits and _, beginning with a letter')
    .max(60),
  mode: z.enum(['new', 'add', 'replace']).default('new'),
});
export const importedTable = z.object({ name: z.string(), rows: z.number(), columns: list(tableColumn) });

/** The address that a table is fetched from again, and what came of the last look there. */
export const toldSource = z.object({
  address: z.string(),
  mode: z.enum(['replace', 'add']),
  /** Null: by hand only. */
  look: scheduleSchema.nullable(),
  looks: z.string(),
  nextAt: z.string().nullable(),
  lookedAt: z.string(),
  /** When the last file came that was another than the one before. */
  cameAt: z.string(),
  /** Why the last look came to nothing. */
  fault: z.string().nullable(),
  by: z.string().nullable(),
});
export type ToldSource = z.infer<typeof toldSource>;
export const sourceBody = z.object({
  look: scheduleSchema.nullable().optional(),
  mode: toldSource.shape.mode.optional(),
});
export const fetchedAgain = z.object({
  /** Rows that are there now; null where the file is the one that was there. */
  rows: z.number().nullable(),
});

/** Lines of a file as the proof marks them. */
export const importLines = z.object({
  lines: list(
    z.object({
      line: z.number(),
      cells: list(z.string()),
      marks: list(z.object({ at: z.number(), before: z.string(), after: z.string().nullable() })),
      leftOut: z.string().nullable(),
    }),
  ),
  /** The line to go on from; null at the end. */
  next: z.number().nullable(),
});
export type ImportLines = z.infer<typeof importLines>;

export const tableProfile = z.object({
  rows: z.number(),
  columns: list(
    z.object({
      name: z.string(),
      type: z.enum(COLUMN_TYPES),
      missing: z.number(),
      distinct: z.number(),
      sum: z.number().optional(),
      min: z.union([z.string(), z.number()]).optional(),
      max: z.union([z.string(), z.number()]).optional(),
      top: list(z.object({ value: z.string(), count: z.number() })),
    }),
  ),
});
export type TableProfile = z.infer<typeof tableProfile>;

export const draftBody = z.object({
  tables: z.array(z.string().max(63)).min(1).max(30),
  name: z.string().trim().min(1).max(120).optional(),
  /** A model that the tables are joined to. */
  into: z.string().max(60).optional(),
});
export const modelDraft = z.object({
  file: modelFileSchema,
  reasons: list(z.object({ path: z.string(), why: z.string(), sure: z.boolean() })),
  joins: list(
    z.object({
      from: z.string(),
      to: z.string(),
      matched: z.number(),
      unmatched: list(z.object({ value: z.string(), rows: z.number(), near: z.string().optional() })),
    }),
  ),
  warnings: list(z.string()),
});
export type ModelDraft = z.infer<typeof modelDraft>;

/** What was decided of a model about the columns of its tables. */
export const modelDecisions = z.object({
  decisions: list(
    z.object({
      id: z.string(),
      about: z.string(),
      why: z.string().nullable(),
      sure: z.boolean(),
      chosen: z.string(),
      alternatives: list(z.object({ id: z.string(), label: z.string() })),
    }),
  ),
  joins: modelDraft.shape.joins,
  warnings: list(z.string()),
});
export type ModelDecisions = z.infer<typeof modelDecisions>;
export const decisionBody = z.object({ id: z.string().max(300), choice: z.string().max(300) });
