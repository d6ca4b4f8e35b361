/** Sessions and personal access tokens: begun, looked up, listed, ended. Of each only the hash of its token is kept. */
import { and, desc, eq, gt, isNull, lt, or, sql } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import { notFound } from '@zud/core/contract/problem';
import type { Store } from './database';
import { sha256, shown, type Person } from './people';
import { accessTokens, audit, people, sessions, type TokenScope } from './schema';

/** Days that a session lasts at most, and hours without a request after which it is over. */
const SESSION_DAYS = 14;
export const IDLE_HOURS = 24;
/** Milliseconds within which a use is noted once. */
const NOTED = 60_000;
const TOKEN_DAYS = 90;

/** What a request was made with. */
export type Credential =
  | { readonly kind: 'session'; readonly id: string }
  | { readonly kind: 'token'; readonly id: string; readonly scopes: readonly TokenScope[] };

export interface SignedIn {
  readonly person: Person;
  readonly credential: Credential;
}

/** Begins a session. @returns the token for the cookie */
export async function beginSession(
  store: Store,
  personId: string,
  agent: string,
  now: Date,
): Promise<{ id: string; token: string; expiresAt: Date }> {
  const token = randomBytes(32).toString('base64url');
  const expiresAt = new Date(now.getTime() + SESSION_DAYS * 86_400_000);
  await store.delete(sessions).where(or(lt(sessions.expiresAt, now), lt(sessions.lastUsedAt, idleSince(now))));
  const [row] = await store
    .insert(sessions)
    .values({
      tokenHash: sha256(token),
      personId,
      expiresAt,
      createdAt: now,
      lastUsedAt: now,
      agent: agent.slice(0, 300),
    })
    .returning({ id: sessions.id });
  return { id: row?.id ?? '', token, expiresAt };
}

const idleSince = (now: Date) => new Date(now.getTime() - IDLE_HOURS * 3_600_000);

/** Null where the session is unknown, over, or was not used for too long. */
export async function personOfSession(store: Store, token: string, now: Date): Promise<SignedIn | null> {
  const hash = sha256(token);
  const [row] = await store
    .select()
    .from(sessions)
    .innerJoin(people, eq(people.id, sessions.personId))
    .where(
      and(
        eq(sessions.tokenHash, hash),
        gt(sessions.expiresAt, now),
        gt(sessions.lastUsedAt, idleSince(now)),
        isNull(people.deactivatedAt),
      ),
    );
  if (!row) return null;
  if (now.getTime() - row.sessions.lastUsedAt.getTime() > NOTED)
    await store.update(sessions).set({ lastUsedAt: now }).where(eq(sessions.tokenHash, hash));
  return { person: shown(row.people), credential: { kind: 'session', id: row.sessions.id } };
}

/** A person's sessions that are not over, the latest used first. */
export async function sessionsOf(store: Store, personId: string, now: Date) {
  return store
    .select({
      id: sessions.id,
      createdAt: sessions.createdAt,
      lastUsedAt: sessions.lastUsedAt,
      expiresAt: sessions.expiresAt,
      agent: sessions.agent,
    })
    .from(sessions)
    .where(and(eq(sessions.personId, personId), gt(sessions.expiresAt, now), gt(sessions.lastUsedAt, idleSince(now))))
    .orderBy(desc(sessions.lastUsedAt));
}

/** @throws Problem 404 where the person has no such session */
export async function endSession(store: Store, personId: string, id: string): Promise<void> {
  const gone = await store
    .delete(sessions)
    .where(and(eq(sessions.id, id), eq(sessions.personId, personId)))
    .returning({ id: sessions.id });
  if (gone.length === 0) throw notFound('session');
}

/** Ends all sessions of a person. */
export async function endSessions(store: Store, personId: string): Promise<void> {
  await store.delete(sessions).where(eq(sessions.personId, personId));
}

/** @returns the token, shown this once */
export async function addAccessToken(
  store: Store,
  personId: string,
  made: { name: string; scopes: readonly TokenScope[]; days?: number | undefined },
  now: Date,
): Promise<{ id: string; token: string; expiresAt: Date }> {
  const token = `zud_${randomBytes(32).toString('base64url')}`;
  const expiresAt = new Date(now.getTime() + (made.days ?? TOKEN_DAYS) * 86_400_000);
  const [row] = await store
    .insert(accessTokens)
    .values({
      personId,
      name: made.name,
      scopes: [...made.scopes],
      tokenHash: sha256(token),
      expiresAt,
      createdAt: now,
    })
    .returning({ id: accessTokens.id });
  await store.insert(audit).values({
    personId,
    action: 'token made',
    subject: row?.id ?? '',
    detail: { name: made.name, scopes: made.scopes, until: expiresAt.toISOString() },
  });
  return { id: row?.id ?? '', token, expiresAt };
}

const inForce = (now: Date) =>
  and(isNull(accessTokens.withdrawnAt), or(isNull(accessTokens.expiresAt), gt(accessTokens.expiresAt, now)));

export async function personOfAccessToken(store: Store, token: string, now: Date): Promise<SignedIn | null> {
  const [row] = await store
    .select()
    .from(accessTokens)
    .innerJoin(people, eq(people.id, accessTokens.personId))
    .where(and(eq(accessTokens.tokenHash, sha256(token)), inForce(now), isNull(people.deactivatedAt)));
  if (!row) return null;
  const { id, lastUsedAt, scopes } = row.access_tokens;
  if (lastUsedAt === null || now.getTime() - lastUsedAt.getTime() > NOTED)
    await store.update(accessTokens).set({ lastUsedAt: now }).where(eq(accessTokens.id, id));
  return { person: shown(row.people), credential: { kind: 'token', id, scopes } };
}

/** A person's tokens, those that are over too. */
export async function tokensOf(store: Store, personId: string, now: Date) {
  const rows = await store
    .select({
      id: accessTokens.id,
      name: accessTokens.name,
      scopes: accessTokens.scopes,
      createdAt: accessTokens.createdAt,
      expiresAt: accessTokens.expiresAt,
      lastUsedAt: accessTokens.lastUsedAt,
      withdrawnAt: accessTokens.withdrawnAt,
      inForce: sql<boolean>`(${inForce(now) ?? sql`true`})`,
    })
    .from(accessTokens)
    .where(eq(accessTokens.personId, personId))
    .orderBy(desc(accessTokens.createdAt));
  return rows;
}

/** @throws Problem 404 where the person has no such token, or it is withdrawn already */
export async function withdrawToken(store: Store, personId: string, id: string, now: Date): Promise<void> {
  const gone = await store
    .update(accessTokens)
    .set({ withdrawnAt: now })
    .where(and(eq(accessTokens.id, id), eq(accessTokens.personId, personId), isNull(accessTokens.withdrawnAt)))
    .returning({ id: accessTokens.id });
  if (gone.length === 0) throw notFound('token');
  await store.insert(audit).values({ personId, action: 'token withdrawn', subject: id });
}
