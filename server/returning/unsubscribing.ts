/** Links that end messages to one receiver by one click (RFC 8058), without signing in: what they end is in them, signed. */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { receiver, type Receiver } from '@zud/core/contract/messages';
import { endDigest } from '../store/digests';
import type { Store } from '../store/database';
import { alerts, briefings, secrets } from '../store/schema';
import { receiverKey, type OutboxRow } from '../store/outbox';

const SECRET = 'unsubscribing';
/** A link names its receiver, which may be a long address. */
export const LONGEST_TOKEN = 800;
const subject = z.object({ of: z.enum(['alert', 'briefing', 'digest']), id: z.string(), to: receiver });
export type Subscription = z.infer<typeof subject>;

/** The secret of this installation; made once. */
export async function unsubscribingSecret(store: Store): Promise<string> {
  await store
    .insert(secrets)
    .values({ name: SECRET, value: randomBytes(32).toString('base64url') })
    .onConflictDoNothing();
  const [row] = await store.select({ value: secrets.value }).from(secrets).where(eq(secrets.name, SECRET));
  return row?.value ?? '';
}

const mark = (body: string, secret: string) =>
  createHmac('sha256', secret).update(body).digest('base64url').slice(0, 32);

export function tokenFor(subscription: Subscription, secret: string): string {
  const body = Buffer.from(JSON.stringify(subscription)).toString('base64url');
  return `${body}.${mark(body, secret)}`;
}

/** @returns null where the token is none of ours */
export function subscriptionIn(token: string, secret: string): Subscription | null {
  const [body = '', given = ''] = token.split('.');
  const wanted = Buffer.from(mark(body, secret));
  const said = Buffer.from(given);
  if (said.length !== wanted.length || !timingSafeEqual(said, wanted)) return null;
  try {
    return subject.parse(JSON.parse(Buffer.from(body, 'base64url').toString()));
  } catch {
    return null;
  }
}

/** Takes one receiver off. One who gets it as one of a group is taken off by leaving them out of it: nothing is ended for the others. */
export async function unsubscribe(store: Store, { of, id, to }: Subscription): Promise<boolean> {
  if (of === 'digest') return endDigest(store, id);
  const table = of === 'alert' ? alerts : briefings;
  return store.transaction(async (kept) => {
    const [row] = await kept.select({ receivers: table.receivers }).from(table).where(eq(table.id, id)).for('update');
    if (row === undefined) return false;
    const left = row.receivers.filter((one: Receiver) => receiverKey(one) !== receiverKey(to));
    if (left.length === row.receivers.length) return false;
    await kept.update(table).set({ receivers: left }).where(eq(table.id, id));
    return true;
  });
}

/** What a message belongs to that its receiver can end by one click; null where there is nothing to end. */
export function subscriptionOf({ about, receiver }: Pick<OutboxRow, 'about' | 'receiver'>): Subscription | null {
  if (receiver.kind === 'hook' || receiver.kind === 'room') return null;
  switch (about.kind) {
    case 'occasion':
      return { of: 'alert', id: about.alertId, to: receiver };
    case 'edition':
      return { of: 'briefing', id: about.briefingId, to: receiver };
    case 'digest':
      return { of: 'digest', id: about.personId, to: receiver };
    case 'action':
    case 'board':
    case 'notice':
      return null;
  }
}
