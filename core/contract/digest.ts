/** One mail a day of what is new among what somebody follows. */
import { z } from 'zod';
import { zoneName } from '../schedule/schedule';

/** Findings that were there and decisions that were told as due, the latest first, and up to which of its versions each board was told. */
export interface ToldOfDigest {
  readonly findings: readonly string[];
  readonly due: readonly string[];
  readonly boards: Readonly<Record<string, number>>;
}

export const digestBody = z.object({
  /** A time on the wall. */
  at: z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'a time, as 07:00' }),
  zone: zoneName,
});
export const digest = z.object({
  /** Null: they want none. */
  at: z.string().nullable(),
  words: z.string().nullable(),
  next: z.string().nullable(),
  /** Boards that they follow, of which it tells. */
  follows: z.number(),
});
export type DigestView = z.infer<typeof digest>;

export const madeFeed = z.object({ address: z.string() });
export const feedsView = z.object({ feeds: z.number() });
