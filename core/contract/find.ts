/** Finding anything by its name. */
import { z } from 'zod';
import { list } from './building-blocks';

export const FOUND_KINDS = ['board', 'inquiry', 'step', 'model', 'measure', 'level', 'member', 'person'] as const;

export const foundThing = z.object({
  kind: z.enum(FOUND_KINDS),
  title: z.string(),
  /** Where it is: the model of a measure, the inquiry of a step, the owner of a board. */
  within: z.string(),
  /** The place of the application that shows it; absent for what is asked about instead. */
  address: z.string().optional(),
  /** A question about it, and of which model. */
  ask: z.object({ modelId: z.string(), text: z.string() }).optional(),
});
export type FoundThing = z.infer<typeof foundThing>;

/** The best first, a few of each kind. */
export const found = z.object({ found: list(foundThing) });
