/** Who else is on a board: shares, groups, links, comments, followers; and what was done with rights. */
import { z } from 'zod';
import { originOf } from './origin';
import { phrase } from './answers';
import { looks, scopeSchema } from './boards';
import { list, moment } from './building-blocks';

const RIGHTS = ['see', 'comment', 'edit'] as const;
export const rightBody = z.object({ right: z.enum(RIGHTS).nullable() });
export const share = z.object({ personId: z.string(), name: z.string(), email: z.string(), right: z.enum(RIGHTS) });
export interface Share<Right = (typeof RIGHTS)[number]> {
  readonly personId: string;
  readonly name: string;
  readonly email: string;
  readonly right: Right;
}

export const group = z.object({ group: z.string(), people: z.number() });
export const groupShare = group.extend({ right: z.enum(RIGHTS).nullable() });
export type GroupShare = z.infer<typeof groupShare>;

export const linkBody = z.object({
  name: z.string().trim().min(1).max(120),
  /** The last moment of the link. */
  until: z.iso.datetime({ offset: true }),
  /** An origin whose pages may show the board in a frame. */
  embedIn: z
    .string()
    .max(300)
    .refine((text) => originOf(text) !== null, {
      message: 'write the address of a site, such as https://intranet.example.org',
    })
    .nullish(),
  /** Conditions, a period or a comparison that stay, whatever is looked at; absent: none. */
  scope: scopeSchema.optional(),
});
export const boardLink = z.object({
  id: z.string(),
  name: z.string(),
  embedIn: z.string().nullable(),
  label: z.string(),
  createdAt: moment,
  expiresAt: moment,
  lastUsedAt: moment.nullable(),
  withdrawnAt: moment.nullable(),
  over: z.boolean(),
  by: z.string(),
});
export type BoardLink = z.infer<typeof boardLink>;
export const madeLink = z.object({ id: z.string(), token: z.string() });

export const auditEntry = z.object({
  id: z.number(),
  at: moment,
  by: z.string().nullable(),
  action: z.string(),
  subject: z.string(),
  detail: z.record(z.string(), z.unknown()),
});
export type AuditEntry = z.infer<typeof auditEntry>;

export const commentBody = z.object({
  text: z.string().trim().min(1).max(4000),
  tile: z.uuid().nullish(),
  mark: z.string().trim().min(1).max(300).nullish(),
  replyTo: z.uuid().nullish(),
});
export const resolvedBody = z.object({ resolved: z.boolean() });
export const boardComment = z.object({
  id: z.string(),
  tile: z.string().nullable(),
  /** The mark of the tile's chart that it is about. */
  mark: z.string().nullable(),
  replyTo: z.string().nullable(),
  text: z.string(),
  byId: z.string(),
  by: z.string(),
  at: moment,
  resolved: z.boolean(),
});
export type BoardComment = z.infer<typeof boardComment>;
/** `notTold`: what was said after an @ that told nobody, and why. */
export const madeComment = z.object({ id: z.string(), notTold: list(z.string()) });
export const resolvedComment = z.object({ id: z.string(), resolved: z.boolean() });

export const mention = z.object({
  id: z.string(),
  boardId: z.string(),
  board: z.string(),
  by: z.string(),
  text: z.string(),
  at: moment,
});
export type Mention = z.infer<typeof mention>;

export const followBody = z.object({ follows: z.boolean() });
export const boardNews = z.object({
  boardId: z.string(),
  board: z.string(),
  by: z.string(),
  what: z.string(),
  at: moment,
  changes: z.number(),
});
export type BoardNews = z.infer<typeof boardNews>;

/** A board as a link shows it. */
export const sharedBoard = z.object({
  title: z.string(),
  by: z.string(),
  looks,
  asOf: z.string().nullable(),
  phrases: list(phrase),
  tiles: list(
    z.object({
      id: z.string(),
      kind: z.enum(['answer', 'text', 'section', 'commentary']),
      title: z.string().nullable(),
      words: z.string().nullable(),
      x: z.number(),
      y: z.number(),
      width: z.number(),
      height: z.number(),
      by: z.string(),
    }),
  ),
});
export type SharedBoard = z.infer<typeof sharedBoard>;
