/** Who is there: signing in, passwords, sessions, tokens, people. */
import { z } from 'zod';
import { changesSomething, list, moment } from './building-blocks';

export const ROLES = ['viewer', 'analyst', 'steward', 'admin'] as const;
export const TOKEN_SCOPES = ['read', 'ask', 'steward'] as const;
const role = z.enum(ROLES);
const name = z.string().trim().min(1).max(120);
const groups = z.array(z.string().trim().min(1).max(120)).max(50);
/** Long enough not to be guessed; no rules on its letters (NIST SP 800-63B). */
export const newPassword = z.string().min(12, 'a password has 12 letters or more').max(200);

export const credentials = z.object({ email: z.string().min(3).max(200), password: z.string().min(1).max(500) });
export const passwordBody = z.object({ old: z.string().min(1).max(500), password: newPassword });
export const chosenPasswordBody = z.object({ token: z.string().min(10).max(100), password: newPassword });
export const tokenBody = z.object({
  name: z.string().trim().min(1).max(80),
  scopes: z.array(z.enum(TOKEN_SCOPES)).min(1).max(3).default(['read', 'ask']),
  days: z.number().int().min(1).max(366).optional(),
});
export const personBody = z.object({ name, email: z.email().max(200), role, groups: groups.default([]) });
export const personChangeBody = z
  .object({ name: name.optional(), role: role.optional(), groups: groups.optional(), active: z.boolean().optional() })
  .refine(changesSomething.check, { message: changesSomething.message });

export const person = z.object({ id: z.string(), name: z.string(), email: z.string(), role });
export type Person = z.infer<typeof person>;

/** The person signed in, as they see themselves. */
export const self = person.extend({ groups: list(z.string()) });
export type Self = z.infer<typeof self>;

/** A person as admins see them. */
export const member = person.extend({ groups: list(z.string()), active: z.boolean(), hasPassword: z.boolean() });
export type Member = z.infer<typeof member>;

/** A one-time link by which a password is chosen. */
export const passwordLink = z.object({ token: z.string(), expiresAt: moment });
export type PasswordLink = z.infer<typeof passwordLink>;

export const sessionEntry = z.object({
  id: z.string(),
  createdAt: moment,
  lastUsedAt: moment,
  expiresAt: moment,
  agent: z.string(),
  current: z.boolean(),
});
export type SessionEntry = z.infer<typeof sessionEntry>;

export const accessToken = z.object({
  id: z.string(),
  name: z.string(),
  scopes: list(z.enum(TOKEN_SCOPES)),
  createdAt: moment,
  expiresAt: moment.nullable(),
  lastUsedAt: moment.nullable(),
  withdrawnAt: moment.nullable(),
  inForce: z.boolean(),
});
export type AccessToken = z.infer<typeof accessToken>;
export const madeToken = z.object({ id: z.string(), token: z.string(), expiresAt: moment });
