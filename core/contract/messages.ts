/** Who something is sent to, what it is about, and what became of it. */
import { z } from 'zod';
import { scheduleSchema, zoneName } from '../schedule/schedule';
import { list, moment } from './building-blocks';

/** A person of Zud, by mail; an address outside, which gets what the owner sees; a hook that an admin allowed; a room. */
export const receiver = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('person'), id: z.uuid() }),
  z.object({ kind: z.literal('group'), group: z.string().min(1).max(120) }),
  z.object({ kind: z.literal('address'), address: z.email().max(200) }),
  z.object({ kind: z.literal('hook'), id: z.uuid() }),
  z.object({ kind: z.literal('room'), id: z.uuid() }),
]);
export type Receiver = z.infer<typeof receiver>;
/** Receivers that are no people: they get what their owner sees. */
export const isOutside = ({ kind }: Receiver): boolean => kind !== 'person' && kind !== 'group';
export const receivers = z.array(receiver).max(100).readonly();

/** From one time on the wall to another, in which nothing is sent: what falls into it goes out at its end. */
export const quietHours = z.object({
  from: z.string().regex(/^\d{2}:\d{2}$/),
  to: z.string().regex(/^\d{2}:\d{2}$/),
  zone: zoneName,
});
export type QuietHours = z.infer<typeof quietHours>;

export type About =
  | { readonly kind: 'occasion'; readonly id: string; readonly alertId: string }
  | { readonly kind: 'edition'; readonly briefingId: string; readonly number: number }
  /** Something that a program is to do. */
  | { readonly kind: 'action'; readonly id: string }
  /** What a board is, or what was done to it between two of its versions. */
  | { readonly kind: 'board'; readonly boardId: string; readonly from: number | null; readonly to: number }
  /** One mail a day. */
  | { readonly kind: 'digest'; readonly personId: string }
  /** A word to an owner: their alert or briefing is paused, or could not be sent. */
  | { readonly kind: 'notice'; readonly subject: string; readonly text: string; readonly path: string };

/**
 * `unsure`: the server ended while it was being sent, so that it may have gone out; it is not sent again by itself. `nothing`: there was
 * nothing to tell with the rights of its receiver. `withheld`: its receiver is not there any more.
 */
export const OUTBOX_STATES = [
  'waiting',
  'queued',
  'sending',
  'sent',
  'failed',
  'unsure',
  'nothing',
  'withheld',
] as const;
export type OutboxState = (typeof OUTBOX_STATES)[number];

export const outboxEntry = z.object({
  id: z.string(),
  key: z.string(),
  to: z.string(),
  channel: z.enum(['mail', 'hook', 'room']),
  subject: z.string(),
  owner: z.string(),
  state: z.enum(OUTBOX_STATES),
  said: z.string().nullable(),
  tries: z.number(),
  dueAt: moment,
  createdAt: moment,
  sentAt: moment.nullable(),
});
export type OutboxEntry = z.infer<typeof outboxEntry>;

export const job = z.object({
  id: z.string(),
  queue: z.string(),
  about: z.string(),
  state: z.enum(['created', 'retry', 'active', 'completed', 'cancelled', 'failed']),
  tries: z.number(),
  createdAt: moment,
  startedAt: moment.nullable(),
  endedAt: moment.nullable(),
  said: z.string().nullable(),
});
export type JobEntry = z.infer<typeof job>;
export const jobs = z.object({ jobs: list(job), now: moment, movable: z.boolean() });

export const clockBody = z.object({ now: z.iso.datetime({ offset: true }) });

export const hookBody = z.object({
  name: z.string().trim().min(1).max(80),
  url: z.url({ protocol: /^https?$/ }).max(500),
});
export const hook = z.object({ id: z.string(), name: z.string(), url: z.string(), createdAt: moment });
export const madeHook = hook.extend({ secret: z.string() });

/** A schedule in words, and as it would be kept. */
export const scheduleBody = z.object({ text: z.string().trim().min(1).max(200), zone: zoneName });
export const readSchedule = z.object({
  schedule: scheduleSchema,
  words: z.string(),
  /** When it comes round next, by the clock of its zone. */
  next: z.string().nullable(),
});
export type ReadSchedule = z.infer<typeof readSchedule>;

export const receiversView = z.object({
  people: list(z.object({ id: z.string(), name: z.string(), role: z.string() })),
  groups: list(z.object({ group: z.string(), people: z.number() })),
  hooks: list(z.object({ id: z.string(), name: z.string() })),
  rooms: list(z.object({ id: z.string(), name: z.string() })),
});
export type ReceiversView = z.infer<typeof receiversView>;
