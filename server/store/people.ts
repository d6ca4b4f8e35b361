/** People and their passwords (argon2id). */
import { hash, verify } from '@node-rs/argon2';
import { and, eq, gt, inArray, isNull, ne } from 'drizzle-orm';
import { createHash, randomBytes } from 'node:crypto';
import { notFound, Problem } from '@zud/core/contract/problem';
import type { Store } from './database';
import { accessTokens, audit, passwordLinks, people, sessions } from './schema';

export type Role = 'viewer' | 'analyst' | 'steward' | 'admin';

export interface Person {
  readonly id: string;
  readonly email: string;
  readonly name: string;
  readonly role: Role;
  readonly groups: readonly string[];
}

const ROLES: readonly Role[] = ['viewer', 'analyst', 'steward', 'admin'];
/** Does the role include the other's rights? */
export function roleCovers(role: Role, needed: Role): boolean {
  return ROLES.indexOf(role) >= ROLES.indexOf(needed);
}

export const sha256 = (text: string): string => createHash('sha256').update(text).digest('hex');
export const shown = (row: typeof people.$inferSelect): Person => ({
  id: row.id,
  email: row.email,
  name: row.name,
  role: row.role,
  groups: row.groups,
});

/** Argon2id with the parameters of OWASP's password storage advice (19 MiB, 2 passes). */
export function passwordHash(password: string): Promise<string> {
  return hash(password, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
}

export async function addPerson(store: Store, person: Omit<Person, 'id'> & { password: string }): Promise<Person> {
  const [row] = await store
    .insert(people)
    .values({
      email: plainEmail(person.email),
      name: person.name,
      role: person.role,
      groups: [...person.groups],
      passwordHash: await passwordHash(person.password),
    })
    .returning();
  return shown(row as typeof people.$inferSelect);
}

/** An address as accounts are told apart by it. */
export const plainEmail = (email: string): string => email.trim().toLowerCase();

/** A hash to verify against where there is no such person, so that both cases take as long. */
const NOBODY = passwordHash('nobody has this password');

export async function personByPassword(store: Store, email: string, password: string): Promise<Person | null> {
  const [row] = await store
    .select()
    .from(people)
    .where(and(eq(people.email, plainEmail(email)), isNull(people.deactivatedAt)));
  const right = await verify(row?.passwordHash ?? (await NOBODY), password).catch(() => false);
  return row && right ? shown(row) : null;
}

/** Those who may sign in. */
export async function allPeople(store: Store): Promise<Person[]> {
  return (await store.select().from(people).where(isNull(people.deactivatedAt)).orderBy(people.name)).map(shown);
}

/** Everyone, those who were taken away too, for who looks after them. */
export async function everyone(
  store: Store,
): Promise<(Person & { readonly active: boolean; readonly createdAt: Date; readonly hasPassword: boolean })[]> {
  return (await store.select().from(people).orderBy(people.name)).map((row) => ({
    ...shown(row),
    active: row.deactivatedAt === null,
    createdAt: row.createdAt,
    hasPassword: row.passwordHash !== NO_PASSWORD,
  }));
}

/** Null where there is none, or the person was taken away. */
export async function personById(store: Store, id: string): Promise<Person | null> {
  const [row] = await store
    .select()
    .from(people)
    .where(and(eq(people.id, id), isNull(people.deactivatedAt)));
  return row ? shown(row) : null;
}

/** The name of a person, also of one who was taken away: what they made keeps it. */
export async function nameOf(store: Store, id: string): Promise<string> {
  const [row] = await store.select({ name: people.name }).from(people).where(eq(people.id, id));
  return row?.name ?? '';
}

/** What stands in the place of a password that was not chosen yet: no password has this hash. */
const NO_PASSWORD = 'none';
const LINK_HOURS = 72;

/** @throws Problem 409 where somebody has that address already */
export async function invitePerson(store: Store, person: Omit<Person, 'id'>, byId: string): Promise<Person> {
  const [row] = await store
    .insert(people)
    .values({
      email: plainEmail(person.email),
      name: person.name,
      role: person.role,
      groups: [...person.groups],
      passwordHash: NO_PASSWORD,
    })
    .onConflictDoNothing()
    .returning();
  if (!row)
    throw new Problem(
      409,
      'There already',
      'Somebody has this e-mail address already. Nothing was changed; look for them in the list, those who were taken away too.',
    );
  await store.insert(audit).values({
    personId: byId,
    action: 'person added',
    subject: row.id,
    detail: { role: row.role, groups: row.groups },
  });
  return shown(row);
}

export interface PersonChange {
  readonly name?: string;
  readonly role?: Role;
  readonly groups?: readonly string[];
  /** Taken away, or back again. */
  readonly active?: boolean;
}

/**
 * Changes a person. One who is taken away is signed out everywhere, and their tokens end; what they made stays, with their name.
 * @throws Problem 404 where there is no such person, 422 where nobody would be left to look after the others
 */
export async function changePerson(
  store: Store,
  id: string,
  change: PersonChange,
  byId: string,
  now: Date,
): Promise<void> {
  await store.transaction(async (transaction) => {
    const admins = await transaction
      .select({ id: people.id })
      .from(people)
      .where(and(eq(people.role, 'admin'), isNull(people.deactivatedAt)))
      .for('update');
    const [there] = await transaction.select().from(people).where(eq(people.id, id)).for('update');
    if (!there) throw notFound('person');
    const leaves = change.active === false || (change.role !== undefined && change.role !== 'admin');
    if (leaves && admins.length === 1 && admins[0]?.id === id)
      throw new Problem(
        422,
        'Not changed',
        'This is the only admin; nobody could look after the others then. Make somebody else an admin first.',
      );
    const { active, groups, ...rest } = change;
    await transaction
      .update(people)
      .set({
        ...rest,
        ...(groups === undefined ? {} : { groups: [...groups] }),
        ...(active === undefined ? {} : { deactivatedAt: active ? null : (there.deactivatedAt ?? now) }),
      })
      .where(eq(people.id, id));
    if (active === false) {
      await transaction.delete(sessions).where(eq(sessions.personId, id));
      await transaction
        .update(accessTokens)
        .set({ withdrawnAt: now })
        .where(and(eq(accessTokens.personId, id), isNull(accessTokens.withdrawnAt)));
      await transaction.delete(passwordLinks).where(eq(passwordLinks.personId, id));
    }
    await transaction.insert(audit).values({
      personId: byId,
      action:
        active === false
          ? 'person taken away'
          : active === true && there.deactivatedAt !== null
            ? 'person taken back'
            : 'person changed',
      subject: id,
      detail: {
        ...(change.role === undefined ? {} : { role: change.role }),
        ...(groups === undefined ? {} : { groups }),
      },
    });
  });
}

/** A one-time link to choose a password by; earlier ones of this person end. @returns its token, shown this once */
export async function makePasswordLink(
  store: Store,
  personId: string,
  byId: string | null,
  now: Date,
): Promise<{ token: string; expiresAt: Date }> {
  const token = randomBytes(24).toString('base64url');
  const expiresAt = new Date(now.getTime() + LINK_HOURS * 3_600_000);
  await store.transaction(async (transaction) => {
    await transaction.delete(passwordLinks).where(eq(passwordLinks.personId, personId));
    await transaction.insert(passwordLinks).values({ tokenHash: sha256(token), personId, by: byId, expiresAt });
    await transaction.insert(audit).values({ personId: byId, action: 'password link made', subject: personId });
  });
  return { token, expiresAt };
}

/**
 * Sets the password that a person chose by a link, and signs them out everywhere.
 * @throws Problem 404 where the link is unknown, used or over
 */
export async function choosePassword(store: Store, token: string, password: string, now: Date): Promise<Person> {
  const hashed = await passwordHash(password);
  return store.transaction(async (transaction) => {
    const [link] = await transaction
      .update(passwordLinks)
      .set({ usedAt: now })
      .where(
        and(eq(passwordLinks.tokenHash, sha256(token)), isNull(passwordLinks.usedAt), gt(passwordLinks.expiresAt, now)),
      )
      .returning();
    if (!link) throw new Problem(404, 'Not found', 'This link was used, or is over. Ask an admin for a new one.');
    const [row] = await transaction
      .update(people)
      .set({ passwordHash: hashed })
      .where(and(eq(people.id, link.personId), isNull(people.deactivatedAt)))
      .returning();
    if (!row) throw notFound('person');
    await transaction.delete(sessions).where(eq(sessions.personId, row.id));
    await transaction.insert(audit).values({ personId: row.id, action: 'password chosen', subject: row.id });
    return shown(row);
  });
}

/** Changes one's own password; other sessions end. @returns false where the old one is not right */
export async function changePassword(
  store: Store,
  person: Person,
  old: string,
  password: string,
  keptSession: string | null,
): Promise<boolean> {
  if ((await personByPassword(store, person.email, old)) === null) return false;
  const hashed = await passwordHash(password);
  await store.transaction(async (transaction) => {
    await transaction.update(people).set({ passwordHash: hashed }).where(eq(people.id, person.id));
    await transaction
      .delete(sessions)
      .where(and(eq(sessions.personId, person.id), keptSession === null ? undefined : ne(sessions.id, keptSession)));
    await transaction.insert(audit).values({ personId: person.id, action: 'password changed', subject: person.id });
  });
  return true;
}

/** The names of some people, by their ids. */
export async function peopleNames(store: Store, ids: readonly (string | null)[]): Promise<ReadonlyMap<string, string>> {
  const wanted = [...new Set(ids.flatMap((id) => id ?? []))];
  if (wanted.length === 0) return new Map();
  const rows = await store.select({ id: people.id, name: people.name }).from(people).where(inArray(people.id, wanted));
  return new Map(rows.map(({ id, name }) => [id, name]));
}
