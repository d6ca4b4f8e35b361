/** Explanations, as they leave the server. */
import { z } from 'zod';
import type { Explanation, ExplanationPart } from '../analysis/explain/explanation';
import { reading } from './answers';
import { list } from './building-blocks';

const option = z.object({ label: z.string(), reading });
const numbers = list(z.number().nullable());
const part: z.ZodType<ExplanationPart> = z.object({
  members: list(z.object({ level: z.string(), member: z.string() })),
  kind: z.enum(['amount', 'rate', 'mix', 'data', 'lift']),
  effect: z.number(),
  share: z.number().optional(),
  rate: z.number().optional(),
  rateElsewhere: z.number().optional(),
  size: z.number().optional(),
  range: z.tuple([z.number(), z.number()]).readonly().optional(),
  q: z.number().optional(),
  apart: z.object({ standardised: z.number(), low: z.number(), high: z.number() }).optional(),
  written: z.tuple([z.string(), z.string()]).readonly().optional(),
  name: z.string(),
  text: z.string(),
  reading,
  next: option.optional(),
  line: z.object({ now: numbers, before: numbers.optional() }).optional(),
});

export const explanation: z.ZodType<Explanation> = z.object({
  asked: z.enum(['moved', 'unusual', 'goesWith', 'contrast', 'when']),
  holds: z.boolean().nullable(),
  evenly: z.boolean(),
  verdict: z.string(),
  total: z.object({ now: z.number(), before: z.number(), change: z.number() }).optional(),
  looked: z.number(),
  parts: list(part),
  against: list(part).optional(),
  rest: z.object({ effect: z.number(), text: z.string() }).optional(),
  notes: list(z.object({ about: z.string(), text: z.string(), options: list(option).optional() })),
});
