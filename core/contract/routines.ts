/** A trail kept as a routine: steps in words, with blanks and loops over members; what comes out of a run is an edition of a briefing. */
import { z } from 'zod';
import { alertLookSchema } from '../alerts/alert';
import { changesSomething, list, moment } from './building-blocks';

const stepId = z.string().min(1).max(40);
export const routineStep = z.object({
  id: stepId,
  /** What is asked; names in braces are blanks: “passengers by route for {coast}”. */
  text: z.string().trim().min(1).max(1000),
  /** The step whose answer it goes on from; null: it asks anew. */
  follows: stepId.nullable(),
  /** What gives the members that it is asked for, each by itself: “top 5 routes by cancellations”. */
  each: z.string().trim().min(1).max(500).nullable(),
});
export type RoutineStep = z.infer<typeof routineStep>;

const blank = z.object({ name: z.string().trim().min(1).max(60), value: z.string().trim().max(300) });
export type RoutineBlank = z.infer<typeof blank>;
const steps = z.array(routineStep).min(1).max(40);
const blanks = z.array(blank).max(20);

/** Of the trail of an inquiry, or of its steps. */
export const routineBody = z.object({
  title: z.string().trim().min(1).max(200).optional(),
  inquiryId: z.uuid().optional(),
  modelId: z.string().min(1).max(120).optional(),
  steps: steps.optional(),
  blanks: blanks.optional(),
});
export const routineChangeBody = z
  .object({
    title: z.string().trim().min(1).max(200).optional(),
    steps: steps.optional(),
    blanks: blanks.optional(),
    look: alertLookSchema.nullable().optional(),
    paused: z.boolean().optional(),
  })
  .refine(changesSomething.check, { message: changesSomething.message });
/** Values for this run alone. */
export const runBody = z.object({ blanks: blanks.optional() });

export const RUN_STATES = ['waiting', 'running', 'done', 'failed', 'stopped'] as const;
const state = z.enum(RUN_STATES);
export type RunState = z.infer<typeof state>;
export const ranStep = z.object({
  id: stepId,
  text: z.string(),
  state,
  /** What came of it, or why nothing did. */
  said: z.string().nullable(),
});
export type RanStep = z.infer<typeof ranStep>;
export const routineRun = z.object({
  id: z.string(),
  at: moment,
  state,
  steps: list(ranStep),
  said: z.string().nullable(),
  /** The edition that came out. */
  edition: z.number().nullable(),
});
export type RoutineRun = z.infer<typeof routineRun>;

export const routine = z.object({
  id: z.string(),
  title: z.string(),
  modelId: z.string(),
  briefingId: z.string(),
  steps: list(routineStep),
  blanks: list(blank),
  look: alertLookSchema.nullable(),
  looks: z.string(),
  next: z.string().nullable(),
  paused: z.string().nullable(),
  runs: list(routineRun),
});
export type RoutineView = z.infer<typeof routine>;
