/** Who wants one mail a day, and what they were told; addresses of feeds. */
import { createHash, randomBytes } from 'node:crypto';
import { and, eq, isNull, lte } from 'drizzle-orm';
import type { ToldOfDigest } from '@zud/core/contract/digest';
import { nextAfter, type Schedule } from '@zud/core/schedule/schedule';
import { mayBeSeenBy } from './board-rights';
import type { Store } from './database';
import { putOut } from './outbox';
import { boards, digests, feeds, follows, people } from './schema';

/** Digests that are put out in one round, and findings that are remembered as told. */
const MOST = 200;
const REMEMBERED = 500;

export type Digest = typeof digests.$inferSelect;

export async function digestOf(store: Store, personId: string): Promise<Digest | null> {
  return (await store.select().from(digests).where(eq(digests.personId, personId)))[0] ?? null;
}

export async function wantDigest(store: Store, personId: string, schedule: Schedule, now: Date): Promise<void> {
  const set = { schedule, nextAt: nextAfter(schedule, now) };
  await store
    .insert(digests)
    .values({ personId, ...set, told: { findings: [], due: [], boards: {} } })
    .onConflictDoUpdate({ target: digests.personId, set });
}

/** @returns whether they wanted one */
export async function endDigest(store: Store, personId: string): Promise<boolean> {
  return (await store.delete(digests).where(eq(digests.personId, personId)).returning()).length > 0;
}

/** Puts out what is due: one for each person and time. */
export async function putOutDigests(store: Store, now: Date): Promise<void> {
  await store.transaction(async (kept) => {
    const due = await kept
      .select({ digest: digests })
      .from(digests)
      .innerJoin(people, and(eq(people.id, digests.personId), isNull(people.deactivatedAt)))
      .where(lte(digests.nextAt, now))
      .limit(MOST)
      .for('update', { of: digests, skipLocked: true });
    for (const { digest } of due) {
      const { personId, schedule, nextAt } = digest;
      await kept
        .update(digests)
        .set({ nextAt: nextAfter(schedule, now) })
        .where(eq(digests.personId, personId));
      await putOut(
        kept,
        [
          {
            key: `digest ${personId} ${nextAt?.toISOString() ?? ''}`,
            receiver: { kind: 'person', id: personId },
            ownerId: personId,
            about: { kind: 'digest', personId },
            dueAt: now,
          },
        ],
        now,
      );
    }
  });
}

/** What was told, so that the next tells what is new. */
export async function noteDigest(
  kept: Pick<Store, 'update' | 'select'>,
  personId: string,
  { findings, due, boards: versions }: ToldOfDigest,
): Promise<void> {
  const [before] = await kept.select().from(digests).where(eq(digests.personId, personId)).for('update');
  if (before === undefined) return;
  await kept
    .update(digests)
    .set({
      told: {
        findings: [...findings, ...before.told.findings].slice(0, REMEMBERED),
        due: [...due, ...before.told.due].slice(0, REMEMBERED),
        boards: { ...before.told.boards, ...versions },
      },
    })
    .where(eq(digests.personId, personId));
}

/** Boards that a person follows and may see, each with the version that they have seen. */
export async function followedBoards(store: Store, personId: string) {
  return store
    .select({ board: boards, seen: follows.seenVersion })
    .from(follows)
    .innerJoin(boards, eq(boards.id, follows.boardId))
    .where(and(eq(follows.personId, personId), mayBeSeenBy(personId)))
    .orderBy(boards.title);
}

const hashed = (token: string): string => createHash('sha256').update(token).digest('hex');

/** @returns the token, which is kept nowhere */
export async function makeFeed(store: Store, boardId: string, personId: string, now: Date): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  await store.insert(feeds).values({ boardId, personId, tokenHash: hashed(token), createdAt: now });
  return token;
}

export async function feedAt(store: Store, token: string) {
  return (
    (
      await store
        .select()
        .from(feeds)
        .where(eq(feeds.tokenHash, hashed(token)))
    )[0] ?? null
  );
}

const ownFeeds = (boardId: string, personId: string) => and(eq(feeds.boardId, boardId), eq(feeds.personId, personId));

export async function feedsOf(store: Store, boardId: string, personId: string): Promise<number> {
  return (await store.select({ id: feeds.id }).from(feeds).where(ownFeeds(boardId, personId))).length;
}

export async function withdrawFeeds(store: Store, boardId: string, personId: string): Promise<void> {
  await store.delete(feeds).where(ownFeeds(boardId, personId));
}
