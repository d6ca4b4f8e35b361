/** Sending what is in the outbox: each once; where the other side does not take it, again with growing pauses, and after a day its owner is told. */
import { eq } from 'drizzle-orm';
import type { Receiver } from '@zud/core/contract/messages';
import type { Clock } from '../jobs/clock';
import { Refused, type Addressee, type Message, type Outlet } from '../outlets/outlet';
import { ModelNotAsked } from '../asking/model-fault';
import { Problem } from '@zud/core/contract/problem';
import { beginSending, endSending, leftUnsure, tellOwner, type OutboxRow } from '../store/outbox';
import { noteDigest } from '../store/digests';
import { personById, type Person } from '../store/people';
import { roomById } from '../store/rooms';
import { hooks } from '../store/schema';
import type { Store } from '../store/database';
import { actionMessage, noteAnswer } from './action-message';
import { boardMessage } from './board-message';
import { digestMessage, type DigestMessage } from './digest-message';
import { editionMessage } from './edition-message';
import { noticeMessage, occasionMessage, readerOf, type Composing, type NotSent } from './composing';

export interface Outlets {
  /** Null: there is no server of mail. */
  readonly mail: Outlet | null;
  readonly hook: Outlet;
  /** Null: there is no server of rooms. */
  readonly room: Outlet | null;
}

export interface Sending extends Composing {
  readonly clock: Clock;
  readonly outlets: Outlets;
}

/** How often it is tried: pauses of 1, 2, 4 … 60 minutes, a day in all. */
const TRIES = 28;
const LONGEST_PAUSE = 60;

/** Sends one message. What state it is in afterwards is kept; nothing is thrown but what goes wrong with the database. */
export async function sendMessage(id: string, sending: Sending): Promise<void> {
  const { store, clock } = sending;
  const taken = await beginSending(store, id);
  // whoever began to send it has ended: it may have gone out, and is not sent twice
  if (taken === 'sending') return leftUnsure(store, id, clock.now());
  if (taken === null || typeof taken === 'string') return;
  const to = await addresseeOf(store, taken.receiver);
  const reader = to === null ? null : await readerOf(store, taken);
  if (to === null || reader === null)
    return failed(taken, { state: 'withheld', said: 'Its receiver is not there any more.' }, sending);
  let message: Message | DigestMessage | NotSent;
  try {
    message = await composed(taken, reader, sending);
  } catch (error) {
    if (error instanceof ModelNotAsked || error instanceof Problem)
      return failed(taken, { state: 'failed', said: error.message }, sending);
    return again(taken, error, sending);
  }
  if ('state' in message) return endSending(store, id, message);
  let said: string;
  try {
    said = await outletFor(taken.receiver, sending.outlets).send(message, to);
  } catch (error) {
    if (error instanceof Refused)
      return failed(taken, { state: 'failed', subject: message.subject, said: error.message }, sending);
    return again(taken, error, sending, message.subject);
  }
  // it is out: where this cannot be written it is left as one that may have gone out, never sent again
  await store.transaction(async (kept) => {
    await endSending(kept, id, { state: 'sent', subject: message.subject, said, sentAt: clock.now() });
    await noteAnswer(kept, taken, true, said);
    if ('told' in message) await noteDigest(kept, reader.id, message.told);
  });
}

/** @throws Refused where this installation has no such way out */
function outletFor({ kind }: Receiver, { mail, hook, room }: Outlets): Outlet {
  const outlet = kind === 'hook' ? hook : kind === 'room' ? room : mail;
  if (outlet === null)
    throw new Refused(
      kind === 'room'
        ? 'There is no server of rooms; whoever runs Zud names one as ZUD_XMPP.'
        : 'There is no server of mail; whoever runs Zud names one as ZUD_SMTP.',
    );
  return outlet;
}

async function composed(row: OutboxRow, reader: Person, sending: Sending): Promise<Message | DigestMessage | NotSent> {
  const { about } = row;
  switch (about.kind) {
    case 'occasion':
      return occasionMessage(row, about.id, reader, sending);
    case 'edition':
      return editionMessage(row, about, reader, sending);
    case 'action':
      return actionMessage(row, about.id, sending.store);
    case 'board':
      return boardMessage(row, about, reader, sending);
    case 'digest':
      return digestMessage(row, reader, sending.clock.now().toISOString().slice(0, 10), sending);
    case 'notice':
      return noticeMessage(row, about, sending);
  }
}

async function again(row: OutboxRow, error: unknown, sending: Sending, subject?: string): Promise<void> {
  const { store, clock, log } = sending;
  const said = error instanceof Error ? error.message : String(error);
  const known = subject === undefined ? {} : { subject };
  log.warn({ message: row.id, tries: row.tries, reason: said }, 'a message was not taken');
  if (row.tries >= TRIES)
    return failed(row, { state: 'failed', said: `It was tried ${row.tries} times. ${said}`, ...known }, sending);
  const pause = Math.min(LONGEST_PAUSE, 2 ** (row.tries - 1)) * 60_000;
  await endSending(store, row.id, { state: 'waiting', said, dueAt: new Date(clock.now().getTime() + pause), ...known });
}

/** It does not go out: that, and the word to its owner, are written together. */
async function failed(
  row: OutboxRow,
  set: Parameters<typeof endSending>[2] & { said: string },
  { store, clock }: Sending,
): Promise<void> {
  const text = `${await nameOfReceiver(store, row.receiver)} did not get it: ${set.said}`;
  await store.transaction(async (kept) => {
    await endSending(kept, row.id, set);
    await noteAnswer(kept, row, false, set.said);
    await tellOwner(kept, row, 'A message of yours could not be sent', text, clock.now());
  });
}

/** Where a receiver is reached; null where they are not there any more. */
async function addresseeOf(store: Store, receiver: Receiver): Promise<Addressee | null> {
  switch (receiver.kind) {
    case 'person': {
      const person = await personById(store, receiver.id);
      return person === null ? null : { receiver, name: person.name, address: person.email };
    }
    case 'address':
      return { receiver, name: '', address: receiver.address };
    case 'hook': {
      const [hook] = await store.select().from(hooks).where(eq(hooks.id, receiver.id));
      if (hook === undefined || hook.withdrawnAt !== null) return null;
      return {
        receiver,
        name: hook.name,
        address: hook.url,
        secret: [hook.secret, ...(hook.secretBefore === null ? [] : [hook.secretBefore])].join('\n'),
      };
    }
    case 'room': {
      const room = await roomById(store, receiver.id);
      return room === null ? null : { receiver, name: room.name, address: room.address };
    }
    case 'group':
      return null;
  }
}

const GONE = {
  person: 'Somebody who left',
  hook: 'A hook that was withdrawn',
  room: 'A room that was withdrawn',
} as const;

/** A receiver as people read it. */
export async function nameOfReceiver(store: Store, receiver: Receiver): Promise<string> {
  if (receiver.kind === 'group') return receiver.group;
  if (receiver.kind === 'address') return receiver.address;
  const there = await addresseeOf(store, receiver);
  return there?.name ?? GONE[receiver.kind];
}
