/** Edits as data: what each kind of them says, and what an edit makes of a reading. */
import { z } from 'zod';
import { calculationSchema } from '../model/calculation';
import { periodSchema } from '../time/period';
import {
  breakdownSchema,
  comparisonSchema,
  conditionSchema,
  explainSchema,
  formatEditSchema,
  keySchema,
  listedSchema,
  MOST,
  MOST_AHEAD,
  orderSchema,
  rankSchema,
  referenceLineSchema,
  shownSchema,
  transformSchema,
  viewSchema,
  type Reading,
} from './schema';

export const editSchema = z.discriminatedUnion('do', [
  z.object({
    do: z.literal('show'),
    shown: z.array(shownSchema).min(1).max(MOST.shown),
    how: z.enum(['replace', 'add', 'remove']),
  }),
  /** `join` is the bare "by …" of a follow-up: see language.md section 8. */
  z.object({
    do: z.literal('breakdown'),
    by: z.array(breakdownSchema).min(1).max(MOST.by),
    how: z.enum(['join', 'add', 'replace', 'remove']),
    instead: breakdownSchema.optional(),
  }),
  z.object({
    do: z.literal('condition'),
    condition: conditionSchema,
    how: z.enum(['only', 'widen', 'exclude', 'remove']),
  }),
  z.object({ do: z.literal('period'), period: periodSchema.nullable(), role: z.string().max(1000).optional() }),
  z.object({ do: z.literal('dateRole'), role: z.string().max(1000) }),
  z.object({ do: z.literal('compare'), against: comparisonSchema.nullable() }),
  /** Carries the line over time on, for so many periods of its grain; null: no more. */
  z.object({ do: z.literal('ahead'), periods: z.number().int().min(1).max(MOST_AHEAD).nullable() }),
  z.object({ do: z.literal('rank'), rank: rankSchema.nullable() }),
  /** Changes the count or direction of the rank in force, or ranks the first level shown. */
  z.object({
    do: z.literal('rerank'),
    direction: z.enum(['top', 'bottom']).optional(),
    count: z.number().int().min(1).max(10_000).optional(),
    percent: z.boolean().optional(),
    by: calculationSchema.optional(),
    within: keySchema.optional(),
    others: z.boolean().optional(),
  }),
  z.object({ do: z.literal('order'), order: orderSchema.nullable() }),
  z.object({ do: z.literal('reverse'), direction: z.enum(['up', 'down']).optional() }),
  z.object({ do: z.literal('transform'), transform: transformSchema.nullable() }),
  /** Lists the records behind the answer; `add` and `remove` change the columns of the listing. */
  z.object({
    do: z.literal('rows'),
    fact: z.string().max(1000).optional(),
    columns: z.array(listedSchema).max(MOST.columns).default([]),
    how: z.enum(['list', 'add', 'remove', 'stop']),
  }),
  z.object({ do: z.literal('view'), view: viewSchema.nullable() }),
  z.object({ do: z.literal('explain'), explain: explainSchema.nullable() }),
  z.object({ do: z.literal('format'), format: formatEditSchema }),
  z.object({ do: z.literal('line'), line: referenceLineSchema, how: z.enum(['add', 'remove']) }),
  z.object({
    do: z.literal('drill'),
    member: z.object({ level: z.string().max(1000), name: z.string().max(1000) }).optional(),
  }),
  z.object({ do: z.literal('rollUp'), level: z.string().max(1000).optional() }),
  z.object({
    do: z.literal('clear'),
    what: z.enum(['conditions', 'level', 'breakdown', 'rank', 'period', 'everything']),
    level: z.string().max(1000).optional(),
  }),
]);
export type Edit = z.infer<typeof editSchema>;

/** What an edit made of a reading; or why it can't be made, with the reading kept. */
export type Edited =
  | { readonly ok: true; readonly reading: Reading; readonly notes: readonly string[] }
  | { readonly ok: false; readonly reason: string };

export const done = (reading: Reading, ...notes: string[]): Edited => ({ ok: true, reading, notes });
export const refused = (reason: string): Edited => ({ ok: false, reason });
