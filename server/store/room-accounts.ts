/** Whose an address in rooms is: they say so, a code goes there, and with it they show it. */
import { createHash, randomInt, timingSafeEqual } from 'node:crypto';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Store } from './database';
import { audit, roomAccounts, roomLinks } from './schema';

/** Milliseconds that a code holds, that the next has to wait, and how often one may be tried. */
const HOLDS = 900_000;
const A_MOMENT = 20_000;
const TRIES = 5;

const hashed = (code: string): string => createHash('sha256').update(code).digest('hex');

export async function accountsOf(store: Store, personId: string) {
  return store
    .select()
    .from(roomAccounts)
    .where(eq(roomAccounts.personId, personId))
    .orderBy(asc(roomAccounts.address));
}

/** The address whose code is awaited; null where none is, or it holds no more. */
export async function askedAddress(store: Store, personId: string, now: Date): Promise<string | null> {
  const [row] = await store.select().from(roomLinks).where(eq(roomLinks.personId, personId));
  return row === undefined || row.expiresAt < now || row.tries >= TRIES ? null : row.address;
}

export const newCode = (): string => String(randomInt(0, 1_000_000)).padStart(6, '0');

/** Was a code sent for somebody a moment ago? So nobody is written to over and over. */
export async function codeJustSent(store: Store, personId: string, now: Date): Promise<boolean> {
  const [row] = await store.select().from(roomLinks).where(eq(roomLinks.personId, personId));
  return row !== undefined && row.expiresAt.getTime() - HOLDS + A_MOMENT > now.getTime();
}

/** From now on the code is awaited that went to an address, and to nowhere else. */
export async function awaitCode(
  store: Store,
  personId: string,
  address: string,
  code: string,
  now: Date,
): Promise<void> {
  const set = { address, codeHash: hashed(code), tries: 0, expiresAt: new Date(now.getTime() + HOLDS) };
  await store
    .insert(roomLinks)
    .values({ personId, ...set })
    .onConflictDoUpdate({ target: roomLinks.personId, set });
}

/** @returns the address; `wrong` where the code is not it, `none` where none is awaited any more */
export async function endLink(
  store: Store,
  personId: string,
  code: string,
  now: Date,
): Promise<{ readonly address: string } | 'wrong' | 'none'> {
  return store.transaction(async (kept) => {
    const [row] = await kept
      .update(roomLinks)
      .set({ tries: sql`${roomLinks.tries} + 1` })
      .where(eq(roomLinks.personId, personId))
      .returning();
    if (row === undefined || row.expiresAt < now || row.tries > TRIES) return 'none';
    if (!timingSafeEqual(Buffer.from(row.codeHash), Buffer.from(hashed(code)))) return 'wrong';
    const { address } = row;
    await kept.delete(roomLinks).where(eq(roomLinks.personId, personId));
    // whoever shows last that it is theirs has it
    await kept
      .insert(roomAccounts)
      .values({ address, personId, linkedAt: now })
      .onConflictDoUpdate({ target: roomAccounts.address, set: { personId, linkedAt: now } });
    await kept
      .insert(audit)
      .values({ personId, action: 'room account linked', subject: personId, detail: { address } });
    return { address };
  });
}

/** @returns whether it was theirs */
export async function dropAccount(store: Store, personId: string, address: string): Promise<boolean> {
  const rows = await store
    .delete(roomAccounts)
    .where(and(eq(roomAccounts.personId, personId), eq(roomAccounts.address, address)))
    .returning({ address: roomAccounts.address });
  if (rows.length > 0)
    await store
      .insert(audit)
      .values({ personId, action: 'room account dropped', subject: personId, detail: { address } });
  return rows.length > 0;
}
