/** People, their passwords (argon2id), sessions and personal access tokens. */
import { hash, verify } from '@node-rs/argon2';
import { eq, lt } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import type { Store } from './database';
import { accessTokens, people, sessions } from './schema';

export type Role = 'viewer' | 'analyst' | 'steward' | 'admin';

export interface Person {
  readonly id: string;
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  readonly groups: readonly string[];
}

const ROLES: readonly Role[] = ['viewer', 'analyst', 'steward', 'admin'];
const SESSION_DAYS = 14;

/** Does the role include the other's rights? */
export function roleCovers(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed);
}

const sha256 = (text: string) => createHash('sha256').update(text).digest('hex');
const shown = (row: typeof people.$inferSelect): Person => ({ id: row.id, email: row.email, name: row.name, role: row.role, groups: row.groups });

/** Argon2id with the parameters of OWASP's password storage advice (19 MiB, 2 passes). */
export function passwordHash(password: string): Promise<string> {
  return hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

export async function addPerson(store: Store, person: Omit<Person, 'id'> & { password: string }): Promise<Person> {
  const [row] = await store
    .insert(people)
    .values({ email: person.email.toLowerCase(), name: person.name, role: person.role, groups: [...person.groups], passwordHash: await passwordHash(person.password) })
    .returning();
  return shown(row as typeof people.$inferSelect);
}

/** A hash to verify against where there is no such person, so that both cases take as long. */
const NOBODY = passwordHash('nobody has this password');

export async function personByPassword(store: Store, email: string, password: string): Promise<Person | null> {
  const [row] = await store.select().from(people).where(eq(people.email, email.trim().toLowerCase()));
  const right = await verify(row?.passwordHash ?? (await NOBODY), password).catch(() => false);
  return row && right ? shown(row) : null;
}

/** Begins a session. @returns the token for the cookie; only its hash is kept */
export async function beginSession(store: Store, personId: string, now: Date): Promise<{ token: string; expiresAt: Date }> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(now.getTime() + SESSION_DAYS * 86_400_000);
  await store.delete(sessions).where(lt(sessions.expiresAt, now));
  await store.insert(sessions).values({ tokenHash: sha256(token), personId, expiresAt });
  return { token, expiresAt };
}

export async function endSession(store: Store, token: string): Promise<void> {
  await store.delete(sessions).where(eq(sessions.tokenHash, sha256(token)));
}

export async function personOfSession(store: Store, token: string, now: Date): Promise<Person | null> {
  const [row] = await store.select().from(sessions).innerJoin(people, eq(people.id, sessions.personId)).where(eq(sessions.tokenHash, sha256(token)));
  return row && row.sessions.expiresAt > now ? shown(row.people) : null;
}

export async function addAccessToken(store: Store, personId: string, name: string): Promise<string> {
  const token = `zud_${randomBytes(32).toString('base64url')}`;
  await store.insert(accessTokens).values({ personId, name, tokenHash: sha256(token) });
  return token;
}

export async function personOfAccessToken(store: Store, token: string): Promise<Person | null> {
  const [row] = await store.select().from(accessTokens).innerJoin(people, eq(people.id, accessTokens.personId)).where(eq(accessTokens.tokenHash, sha256(token)));
  return row ? shown(row.people) : null;
}

export async function allPeople(store: Store): Promise<Person[]> {
  return (await store.select().from(people).orderBy(people.name)).map(shown);
}

export async function personById(store: Store, id: string): Promise<Person | null> {
  const [row] = await store.select().from(people).where(eq(people.id, id));
  return row ? shown(row) : null;
}
