/** Alerts: what is looked at, when it is told, to whom; the trial over the past, and what was told. */
import { z } from 'zod';
import { zoneName } from '../schedule/schedule';
import { alertLookSchema, alertWhenSchema } from '../alerts/alert';
import { readingSchema } from '../reading/schema';
import { reading } from './answers';
import { changesSomething, day, list, moment } from './building-blocks';
import { quietHours, receiver, receivers } from './messages';

/** In words, or by its parts. */
export const alertBody = z
  .object({
    modelId: z.string().min(1).max(120),
    text: z.string().trim().min(1).max(500).optional(),
    /** The reading in force, for "it"; or what the alert looks at. */
    reading: readingSchema.optional(),
    when: alertWhenSchema.optional(),
    look: alertLookSchema.optional(),
    receivers: receivers.optional(),
    again: z.number().int().min(1).max(400).nullable().optional(),
    quiet: quietHours.nullable().optional(),
    /** The reader's time zone, for times that are said. */
    zone: zoneName.optional(),
  })
  .refine((body) => body.text !== undefined || (body.reading !== undefined && body.when !== undefined), {
    message: 'send the words, or a reading with when it is to be told',
  });
export type AlertBody = z.infer<typeof alertBody>;

export const alertChangeBody = z
  .object({
    when: alertWhenSchema.optional(),
    look: alertLookSchema.optional(),
    receivers: receivers.optional(),
    again: z.number().int().min(1).max(400).nullable().optional(),
    quiet: quietHours.nullable().optional(),
    snoozedUntil: z.iso.datetime({ offset: true }).nullable().optional(),
    paused: z.boolean().optional(),
    ownerId: z.uuid().optional(),
  })
  .refine(changesSomething.check, { message: changesSomething.message });

export const passing = z.object({
  member: z.string(),
  value: z.number(),
  beside: z.number().optional(),
  low: z.number().optional(),
  high: z.number().optional(),
  chance: z.number().optional(),
});

/** An alert as it would be, before it is kept. */
export const alertDraft = z.object({
  modelId: z.string(),
  reading,
  when: alertWhenSchema,
  look: alertLookSchema,
  receivers: list(receiver),
  /** What it says, and when it is looked at, in words. */
  sentence: z.string(),
  looks: z.string(),
  notes: list(z.string()),
});
export type AlertDraft = z.infer<typeof alertDraft>;

export const toldTime = z.object({
  /** The first day of the period. */
  at: day,
  /** Of the whole, or of the first of the members. */
  value: z.number(),
  members: list(passing).optional(),
  text: z.string(),
});
export const trial = z.object({
  times: list(toldTime),
  /** Whole periods that were looked at. */
  periods: z.number(),
  from: day.nullable(),
  to: day.nullable(),
  grain: z.string(),
  /** For the picture: the figure of the whole, or of the members that passed most, period by period. */
  lines: list(
    z.object({
      member: z.string(),
      points: list(
        z.object({
          at: day,
          value: z.number().nullable(),
          /** Where the plan is asked about: what was planned. */
          plan: z.number().nullable().optional(),
          told: z.boolean(),
        }),
      ),
    }),
  ),
  /** Values that it must not pass, for the picture. */
  bounds: list(z.number()),
  /** What is the case in the last of these periods. */
  now: list(passing),
  text: z.string(),
  format: z.object({ label: z.string(), unit: z.string().optional(), format: z.unknown().optional() }).nullable(),
});
export type Trial = z.infer<typeof trial>;

export const occasion = z.object({
  id: z.string(),
  alertId: z.string(),
  modelId: z.string(),
  sentence: z.string(),
  /** What was told, a sentence for each period. */
  texts: list(z.string()),
  at: moment,
  seen: z.boolean(),
  reading: reading.nullable(),
});
export type OccasionView = z.infer<typeof occasion>;

export const alert = alertDraft.omit({ notes: true, receivers: true }).extend({
  id: z.string(),
  owner: z.object({ id: z.string(), name: z.string() }),
  mine: z.boolean(),
  said: z.string().nullable(),
  receivers: list(z.object({ to: receiver, name: z.string() })),
  again: z.number().nullable(),
  quiet: quietHours.nullable(),
  snoozedUntil: moment.nullable(),
  /** It is not looked at just now. */
  sleeps: z.boolean(),
  nextAt: moment.nullable(),
  paused: z.string().nullable(),
  lastTold: moment.nullable(),
  createdAt: moment,
});
export type AlertView = z.infer<typeof alert>;
export const alertWithOccasions = alert.extend({ occasions: list(occasion) });
export type AlertWithOccasions = z.infer<typeof alertWithOccasions>;
