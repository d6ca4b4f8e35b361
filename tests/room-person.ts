/** Somebody in a room, over the open protocol: says, replies, and hears what is said. */
import { randomUUID } from 'node:crypto';
import { client, xml } from '@xmpp/client';
import type { Element } from '@xmpp/xml';
import { MUC, REPLY, senderOf, spokenIn, type Spoken } from '../server/rooms/stanza';
import type { RoomServer } from '../server/stand-ins/room-server';
import { until } from './returning-world';

export interface RoomPerson {
  readonly heard: readonly Spoken[];
  /** Words to this person alone. */
  readonly told: readonly string[];
  say(text: string, replyTo?: Spoken, thread?: string): Promise<void>;
  /** Says it, and waits for what Zud says to it. */
  ask(text: string, replyTo?: Spoken): Promise<Spoken>;
  /** What Zud said, without pictures. */
  ofZud(): Spoken[];
  leave(): Promise<void>;
}

export async function enterRoom(server: RoomServer, room: string, name: string, nick: string): Promise<RoomPerson> {
  const xmpp = client({ service: server.service, domain: server.domain, username: name, password: name });
  const heard: Spoken[] = [];
  const told: string[] = [];
  let inside = false;
  xmpp.on('error', () => undefined);
  xmpp.on('online', () => {
    void xmpp
      .send(xml('presence'))
      .then(() =>
        xmpp.send(
          xml('presence', { to: `${room}/${nick}` }, xml('x', { xmlns: MUC }, xml('history', { maxstanzas: '0' }))),
        ),
      );
  });
  xmpp.on('stanza', (stanza: Element) => {
    const said = spokenIn(stanza);
    if (said !== null) heard.push(said);
    else if (stanza.is('presence') && senderOf(stanza)?.resource === nick) inside = true;
    else if (stanza.is('message') && stanza.attrs['type'] === 'chat') told.push(stanza.getChildText('body') ?? '');
  });
  await xmpp.start();
  await until(() => inside, 10_000);
  const say = async (text: string, replyTo?: Spoken, thread?: string) => {
    await xmpp.send(
      xml(
        'message',
        { to: room, type: 'groupchat', id: randomUUID() },
        xml('body', {}, text),
        ...(replyTo === undefined
          ? []
          : [xml('reply', { xmlns: REPLY, id: replyTo.id, to: `${room}/${replyTo.nick}` })]),
        ...(thread === undefined ? [] : [xml('thread', {}, thread)]),
      ),
    );
  };
  const ofZud = () => heard.filter((one) => one.nick === 'Zud' && one.picture === null);
  return {
    heard,
    told,
    say,
    ofZud,
    async ask(text, replyTo) {
      const before = ofZud().length;
      await say(text, replyTo);
      await until(() => ofZud().length > before, 20_000);
      return ofZud()[before] as Spoken;
    },
    leave: () => xmpp.stop().then(() => undefined),
  };
}
