/** What a stanza of a room says: threads (RFC 6121), replies (XEP-0461), ids that the room gives (XEP-0359), pictures (XEP-0066), what is said late (XEP-0203). */
import { jid } from '@xmpp/client';
import type { Element } from '@xmpp/xml';

export const MUC = 'http://jabber.org/protocol/muc';
export const SID = 'urn:xmpp:sid:0';
export const REPLY = 'urn:xmpp:reply:0';
export const OOB = 'jabber:x:oob';

export interface Sender {
  /** Without what comes after a slash. */
  readonly address: string;
  readonly resource: string;
}

export interface Spoken {
  readonly room: string;
  readonly nick: string;
  readonly text: string;
  /** As the room knows it. */
  readonly id: string;
  /** As its sender called it. */
  readonly sentId: string | null;
  readonly thread: string | null;
  readonly replyTo: string | null;
  readonly picture: string | null;
  /** When it was said, where it was before one came. */
  readonly delayed: string | null;
}

const attribute = (element: Element | undefined, name: string): string | null => {
  const value = element?.attrs[name] as unknown;
  return typeof value === 'string' ? value : null;
};

/** Who sent it; null where it comes from the server itself. */
export function senderOf(stanza: Element): Sender | null {
  const from = attribute(stanza, 'from');
  if (from === null || from === '') return null;
  try {
    const sender = jid(from);
    return { address: sender.bare().toString(), resource: sender.resource };
  } catch {
    return null;
  }
}

/** What somebody said in a room; null where it is something else. */
export function spokenIn(stanza: Element): Spoken | null {
  const sender = senderOf(stanza);
  const text = stanza.getChildText('body');
  if (!stanza.is('message') || stanza.attrs['type'] !== 'groupchat' || sender === null || text === null) return null;
  const sentId = attribute(stanza, 'id');
  const known = stanza.getChildren('stanza-id').find((one) => one.attrs['by'] === sender.address);
  const id = attribute(known, 'id') ?? sentId;
  if (id === null) return null;
  return {
    room: sender.address,
    nick: sender.resource,
    text,
    id,
    sentId,
    thread: stanza.getChildText('thread'),
    replyTo: attribute(stanza.getChild('reply', REPLY), 'id'),
    picture: stanza.getChild('x', OOB)?.getChildText('url') ?? null,
    delayed: attribute(stanza.getChild('delay', 'urn:xmpp:delay'), 'stamp'),
  };
}
