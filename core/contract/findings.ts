/** Findings: what is worth a look in a model. */
import { z } from 'zod';
import type { ModelFinding } from '../analysis/model-finding';
import { readingSchema } from '../reading/schema';
import { reading } from './answers';
import { day, list, moment } from './building-blocks';

export const FINDING_KINDS = [
  'outlier',
  'shift',
  'trend',
  'season',
  'streak',
  'record',
  'concentration',
  'unlike its peers',
  'mix',
  'relation',
  'missing',
] as const;

/** `reading` and `boardId` narrow what is looked at to what they show. */
export const findingsBody = z.object({
  reading: readingSchema.optional(),
  boardId: z.uuid().optional(),
  most: z.number().int().min(1).max(100).optional(),
  /** It is the person who looks: what is new since their last look is marked. */
  look: z.boolean().optional(),
});

export const finding: z.ZodType<ModelFinding> = z.object({
  id: z.string(),
  kind: z.enum(FINDING_KINDS),
  measure: z.string(),
  members: list(z.object({ level: z.string(), member: z.string() })),
  period: z.object({ from: day, to: day }).optional(),
  q: z.number().optional(),
  title: z.string(),
  text: z.string(),
  reading,
  fresh: z.boolean().optional(),
  line: z.object({ now: list(z.number().nullable()), before: list(z.number().nullable()).optional() }).optional(),
});
export const findings = z.object({
  findings: list(finding),
  looked: z.number(),
  ms: z.number(),
  /** When this person looked last. */
  since: moment.nullable(),
});
export type Findings = z.infer<typeof findings>;

/** How far the search is that somebody waits for: steps done, of all; both 0 where none runs. */
export const findingsProgress = z.object({ done: z.number().int(), of: z.number().int() });
export type FindingsProgress = z.infer<typeof findingsProgress>;

/** `less`: no more of its kind on that measure; `hidden`: not this one again. Null takes it back. */
export const findingMarkBody = z.object({ mark: z.enum(['less', 'hidden']).nullable(), title: z.string().max(300) });
export const findingMark = z.object({ finding: z.string(), mark: z.enum(['less', 'hidden']), title: z.string() });
export type FindingMark = z.infer<typeof findingMark>;
