/** What is to be sent: each key once, in the transaction that makes it necessary. */
import { and, desc, eq, inArray, lte, sql } from 'drizzle-orm';
import type { About, OutboxState, Receiver } from '@zud/core/contract/messages';
import type { Store } from './database';
import { outbox, people } from './schema';

export type OutboxRow = typeof outbox.$inferSelect;
type Writing = Pick<Store, 'insert' | 'execute' | 'update'>;

export interface ToSend {
  /** Of what it is about; the receiver is added to it. */
  readonly key: string;
  readonly receiver: Receiver;
  readonly ownerId: string;
  readonly about: About;
  readonly dueAt: Date;
}

export const receiverKey = (receiver: Receiver): string =>
  receiver.kind === 'address'
    ? `address:${receiver.address.toLowerCase()}`
    : receiver.kind === 'group'
      ? `group:${receiver.group}`
      : `${receiver.kind}:${receiver.id}`;

/** @returns how many were not there before */
export async function putOut(kept: Writing, messages: readonly ToSend[], now: Date): Promise<number> {
  if (messages.length === 0) return 0;
  const rows = await kept
    .insert(outbox)
    .values(
      messages.map(({ key, ...rest }) => ({ ...rest, key: `${key} → ${receiverKey(rest.receiver)}`, createdAt: now })),
    )
    .onConflictDoNothing()
    .returning({ id: outbox.id });
  return rows.length;
}

/** Takes what is due for sending, so that no other server does. */
export async function takeDue(kept: Writing & Pick<Store, 'select'>, now: Date, most: number): Promise<OutboxRow[]> {
  const due = await kept
    .select({ id: outbox.id })
    .from(outbox)
    .where(and(eq(outbox.state, 'waiting'), lte(outbox.dueAt, now)))
    .orderBy(outbox.dueAt)
    .limit(most)
    .for('update', { skipLocked: true });
  if (due.length === 0) return [];
  return kept
    .update(outbox)
    .set({ state: 'queued' })
    .where(
      inArray(
        outbox.id,
        due.map(({ id }) => id),
      ),
    )
    .returning();
}

/**
 * Takes one message to send it.
 * @returns the message, or what state it is in where it is not to be sent now
 */
export async function beginSending(store: Store, id: string): Promise<OutboxRow | OutboxState | null> {
  const [row] = await store
    .update(outbox)
    .set({ state: 'sending', tries: sql`${outbox.tries} + 1` })
    .where(and(eq(outbox.id, id), eq(outbox.state, 'queued')))
    .returning();
  if (row !== undefined) return row;
  const [there] = await store.select({ state: outbox.state }).from(outbox).where(eq(outbox.id, id));
  return there?.state ?? null;
}

export async function endSending(
  store: Pick<Store, 'update'>,
  id: string,
  set: {
    readonly state: OutboxState;
    readonly subject?: string;
    readonly said?: string | null;
    readonly sentAt?: Date;
    readonly dueAt?: Date;
  },
): Promise<void> {
  await store.update(outbox).set(set).where(eq(outbox.id, id));
}

/** A message that failed, or may have, is sent again because somebody says so. @returns whether it was one */
export async function sendAgain(store: Store, id: string, now: Date): Promise<boolean> {
  const rows = await store
    .update(outbox)
    .set({ state: 'waiting', tries: 0, dueAt: now, said: null })
    .where(and(eq(outbox.id, id), inArray(outbox.state, ['failed', 'unsure'])))
    .returning({ id: outbox.id });
  return rows.length > 0;
}

export async function outboxOf(store: Store, most: number) {
  return store
    .select({ message: outbox, owner: people.name })
    .from(outbox)
    .innerJoin(people, eq(people.id, outbox.ownerId))
    .orderBy(desc(outbox.createdAt), desc(outbox.id))
    .limit(most);
}

/** Where one looks at what a message is about. */
function pathOf(about: Exclude<About, { kind: 'notice' }>): string {
  switch (about.kind) {
    case 'occasion':
      return `/alerts/${about.alertId}`;
    case 'edition':
      return `/briefings/${about.briefingId}/editions/${about.number}`;
    case 'action':
      return '/actions';
    case 'board':
      return `/boards/${about.boardId}`;
    case 'digest':
      return '/account';
  }
}

/** A word to the owner of a message; of a word to an owner that fails, nobody is told. */
export async function tellOwner(
  kept: Writing,
  row: OutboxRow,
  subject: string,
  text: string,
  now: Date,
): Promise<void> {
  const { about, ownerId } = row;
  if (about.kind === 'notice') return;
  await putOut(
    kept,
    [
      {
        key: `told of ${row.id} ${row.tries}`,
        receiver: { kind: 'person', id: ownerId },
        ownerId,
        about: { kind: 'notice', subject, text, path: pathOf(about) },
        dueAt: now,
      },
    ],
    now,
  );
}

const UNSURE = 'The server ended while it was being sent; it may have gone out. It is not sent again by itself.';

/** A message that was begun to be sent and never ended: its owner is told. */
export async function leftUnsure(store: Store, id: string, now: Date): Promise<void> {
  await store.transaction(async (kept) => {
    const [row] = await kept
      .update(outbox)
      .set({ state: 'unsure', said: UNSURE })
      .where(and(eq(outbox.id, id), eq(outbox.state, 'sending')))
      .returning();
    if (row !== undefined)
      await tellOwner(
        kept,
        row,
        'A message of yours may not have arrived',
        `${UNSURE} An admin can send it again.`,
        now,
      );
  });
}

/** Messages whose job came to its end without theirs: those that were not begun wait again, those that were may have gone out. */
export async function tidy(store: Store, now: Date): Promise<void> {
  const left = sql`not exists (select 1 from pgboss.job as job where job.name = 'message' and job.singleton_key = ${outbox.id}::text and job.state < 'completed')`;
  await store
    .update(outbox)
    .set({ state: 'waiting' })
    .where(and(eq(outbox.state, 'queued'), left));
  const begun = await store
    .select({ id: outbox.id })
    .from(outbox)
    .where(and(eq(outbox.state, 'sending'), left));
  for (const { id } of begun) await leftUnsure(store, id, now);
}

/** What became of an edition. */
export async function outboxOfEdition(
  store: Store,
  briefingId: string,
  number: number,
): Promise<Pick<OutboxRow, 'receiver' | 'state'>[]> {
  return store
    .select({ receiver: outbox.receiver, state: outbox.state })
    .from(outbox)
    .where(sql`${outbox.about} ->> 'briefingId' = ${briefingId} and (${outbox.about} ->> 'number')::int = ${number}`)
    .orderBy(outbox.createdAt, outbox.key);
}
