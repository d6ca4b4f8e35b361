/**
 * A connection to a server of rooms: XMPP (RFC 6120, 6121) with rooms (XEP-0045), threads and replies (XEP-0461), pictures (XEP-0363), and ids that the
 * room gives to what is said (XEP-0359). It comes back by itself where it is lost.
 */
import { createHash } from 'node:crypto';
import { client, jid, xml, type Client } from '@xmpp/client';
import type { Element } from '@xmpp/xml';
import type { Logger } from 'pino';
import { NAME } from '@zud/core/rooms/hearing';
import { MUC, OOB, REPLY, senderOf, SID, spokenIn, type Spoken } from './stanza';

export interface RoomSettings {
  /** `xmpp://host:port`, `xmpps://`, or `wss://`. */
  readonly service: string;
  /** Zud's own address: `zud@example.com`. */
  readonly address: string;
  readonly password: string;
}

export interface Heard extends Omit<Spoken, 'sentId' | 'delayed'> {
  /** Whose it is, where the room tells; without what comes after a slash. */
  readonly from: string | null;
}

export interface Hearing {
  heard(said: Heard): void;
  /** Somebody came into a room, or left it. */
  seen(room: string, address: string, here: boolean): void;
}

export interface ToSay {
  /** The same each time that it is tried: what is there already is not said again. */
  readonly key: string;
  readonly text: string;
  readonly thread?: string;
  readonly replyTo?: { readonly id: string; readonly to: string };
  readonly picture?: { readonly name: string; readonly png: Buffer };
}

/** How a room knows what was said. */
export interface Shown {
  readonly id: string;
  readonly picture: string | null;
}

/** Nobody is at the other end just now. */
export class NotConnected extends Error {}

const MAM = 'urn:xmpp:mam:2';
const UPLOAD = 'urn:xmpp:http:upload:0';
/** Milliseconds that the other side may take for an answer, and between two tries to come back. */
const PATIENCE = 10_000;
const AGAIN = 1000;
/** What of a room's past is looked through for what was said already. */
const LOOKED_THROUGH = 100;

export class RoomConnection {
  private readonly xmpp: Client;
  private readonly wanted = new Set<string>();
  private readonly joined = new Set<string>();
  /** Real addresses of those in rooms, by `room/nick`. */
  private readonly occupants = new Map<string, string>();
  private readonly reflections = new Map<string, (id: string) => void>();
  private uploads: string | null | undefined;
  private online = false;
  private stopping = false;

  constructor(
    private readonly settings: RoomSettings,
    private readonly log: Logger,
    private readonly hearing: Hearing,
  ) {
    const own = jid(settings.address);
    this.xmpp = client({
      service: settings.service,
      domain: own.domain,
      username: own.local,
      password: settings.password,
    });
    this.xmpp.reconnect.delay = AGAIN;
    this.xmpp.on('error', (error: Error) => log.debug({ reason: error.message }, 'the server of rooms is not reached'));
    this.xmpp.on('online', () => {
      this.online = true;
      this.uploads = undefined;
      void this.xmpp
        .send(xml('presence'))
        .then(() => this.rejoin())
        .catch((error: unknown) => log.debug({ err: error }, 'rooms could not be joined'));
    });
    this.xmpp.on('disconnect', () => {
      this.online = false;
      this.joined.clear();
      this.occupants.clear();
    });
    this.xmpp.on('stanza', (stanza: Element) => this.take(stanza));
  }

  /** Begins; where the other side is not there yet, it goes on trying. */
  start(): void {
    const attempt = () => {
      if (this.stopping) return;
      this.xmpp.start().catch((error: unknown) => {
        this.log.debug({ reason: String(error) }, 'the server of rooms is not reached');
        setTimeout(attempt, AGAIN).unref();
      });
    };
    attempt();
  }

  async stop(): Promise<void> {
    this.stopping = true;
    this.xmpp.reconnect.stop();
    await this.xmpp.stop().catch(() => undefined);
  }

  isIn(room: string): boolean {
    return this.joined.has(room);
  }

  /** The rooms to be in: those not among them any more are left. */
  async attend(rooms: readonly string[]): Promise<void> {
    for (const room of this.wanted)
      if (!rooms.includes(room)) {
        this.wanted.delete(room);
        this.joined.delete(room);
        await this.sendIfThere(xml('presence', { to: `${room}/${NAME}`, type: 'unavailable' }));
      }
    for (const room of rooms) this.wanted.add(room);
    await this.rejoin();
  }

  /**
   * Says something in a room, with its picture after it.
   * @returns how the room knows the words, and the picture
   * @throws NotConnected where the room is not reached, or does not show what was said
   */
  async say(room: string, { key, text, thread, replyTo, picture }: ToSay): Promise<Shown> {
    if (!this.online || !this.joined.has(room)) throw new NotConnected(`The room ${room} is not reached just now.`);
    const past = await this.pastOf(room);
    const about = [
      ...(thread === undefined ? [] : [xml('thread', {}, thread)]),
      ...(replyTo === undefined ? [] : [xml('reply', { xmlns: REPLY, id: replyTo.id, to: replyTo.to })]),
    ];
    const id = await this.sayOnce(room, idOf(key), past, [xml('body', {}, text), ...about]);
    if (picture === undefined) return { id, picture: null };
    const shownId = idOf(`${key} picture`);
    const there = past.get(shownId);
    if (there !== undefined) return { id, picture: there };
    const url = await this.upload(picture);
    if (url === null) return { id, picture: null };
    const shown = [xml('body', {}, url), xml('x', { xmlns: OOB }, xml('url', {}, url)), ...about];
    return { id, picture: await this.sayOnce(room, shownId, past, shown) };
  }

  /** A word to one person. @throws NotConnected */
  async tell(address: string, text: string): Promise<void> {
    if (!this.online) throw new NotConnected('The server of rooms is not reached just now.');
    await this.xmpp.send(xml('message', { to: address, type: 'chat' }, xml('body', {}, text)));
  }

  private async rejoin(): Promise<void> {
    for (const room of this.wanted)
      if (!this.joined.has(room))
        await this.sendIfThere(
          xml('presence', { to: `${room}/${NAME}` }, xml('x', { xmlns: MUC }, xml('history', { maxstanzas: '0' }))),
        );
  }

  /** What is sent again by itself once the other side is back. */
  private async sendIfThere(stanza: Element): Promise<void> {
    if (!this.online) return;
    await this.xmpp
      .send(stanza)
      .catch((error: unknown) => this.log.debug({ reason: String(error) }, 'the server of rooms was lost'));
  }

  private async sayOnce(
    room: string,
    id: string,
    past: ReadonlyMap<string, string>,
    content: readonly Element[],
  ): Promise<string> {
    const there = past.get(id);
    if (there !== undefined) return there;
    const reflected = new Promise<string>((resolve, reject) => {
      const timer = setTimeout(() => {
        this.reflections.delete(id);
        reject(new NotConnected(`The room ${room} did not show what was said.`));
      }, PATIENCE);
      this.reflections.set(id, (known) => {
        clearTimeout(timer);
        this.reflections.delete(id);
        resolve(known);
      });
    });
    // what is lost on the way is found in the room's past the next time
    reflected.catch(() => undefined);
    await this.xmpp.send(
      xml('message', { to: room, type: 'groupchat', id }, xml('origin-id', { xmlns: SID, id }), ...content),
    );
    return reflected;
  }

  /** Ids of what was said last in a room, ours, with how the room knows it; nothing where it keeps no past. */
  private async pastOf(room: string): Promise<ReadonlyMap<string, string>> {
    const past = new Map<string, string>();
    const take = (stanza: Element) => {
      const result = stanza.getChild('result', MAM);
      const message = result?.getChild('forwarded', 'urn:xmpp:forward:0')?.getChild('message');
      const id = message?.attrs['id'] as string | undefined;
      if (result !== undefined && id !== undefined) past.set(id, String(result.attrs['id']));
    };
    this.xmpp.on('stanza', take);
    try {
      await this.xmpp.iqCaller.request(
        xml(
          'iq',
          { type: 'set', to: room },
          xml(
            'query',
            { xmlns: MAM },
            xml(
              'set',
              { xmlns: 'http://jabber.org/protocol/rsm' },
              xml('max', {}, String(LOOKED_THROUGH)),
              xml('before', {}),
            ),
          ),
        ),
        PATIENCE,
      );
    } catch (error) {
      this.log.debug({ reason: String(error) }, 'a room keeps no past');
    } finally {
      this.xmpp.removeListener('stanza', take);
    }
    return past;
  }

  /** Puts a picture where those in the room can see it; null where the server takes none. */
  private async upload({ name, png }: { readonly name: string; readonly png: Buffer }): Promise<string | null> {
    try {
      this.uploads ??= await this.uploadService();
      if (this.uploads === null) return null;
      const answer = await this.xmpp.iqCaller.request(
        xml(
          'iq',
          { type: 'get', to: this.uploads },
          xml('request', {
            'xmlns': UPLOAD,
            'filename': name,
            'size': String(png.length),
            'content-type': 'image/png',
          }),
        ),
        PATIENCE,
      );
      const slot = answer.getChild('slot', UPLOAD);
      const put = slot?.getChild('put');
      const get = slot?.getChild('get');
      if (put === undefined || get === undefined) return null;
      const headers = Object.fromEntries(
        put.getChildren('header').map((header) => [String(header.attrs['name']), header.text()]),
      );
      const response = await fetch(String(put.attrs['url']), {
        method: 'PUT',
        headers: { ...headers, 'content-type': 'image/png' },
        body: new Uint8Array(png),
        signal: AbortSignal.timeout(PATIENCE),
      });
      return response.ok ? String(get.attrs['url']) : null;
    } catch (error) {
      this.log.debug({ reason: String(error) }, 'a picture could not be put up');
      return null;
    }
  }

  private async uploadService(): Promise<string | null> {
    const { domain } = jid(this.settings.address);
    const items = await this.xmpp.iqCaller.request(
      xml('iq', { type: 'get', to: domain }, xml('query', { xmlns: 'http://jabber.org/protocol/disco#items' })),
      PATIENCE,
    );
    const addresses = (items.getChild('query')?.getChildren('item') ?? []).map((item) => String(item.attrs['jid']));
    for (const address of addresses) {
      const info = await this.xmpp.iqCaller
        .request(
          xml('iq', { type: 'get', to: address }, xml('query', { xmlns: 'http://jabber.org/protocol/disco#info' })),
          PATIENCE,
        )
        .catch(() => null);
      const features = info?.getChild('query')?.getChildren('feature') ?? [];
      if (features.some((feature) => feature.attrs['var'] === UPLOAD)) return address;
    }
    return null;
  }

  private take(stanza: Element): void {
    const spoken = spokenIn(stanza);
    const sender = senderOf(stanza);
    if (spoken !== null) this.message(spoken);
    else if (stanza.is('presence') && sender !== null) this.presence(stanza, sender.address, sender.resource);
  }

  private presence(stanza: Element, room: string, nick: string): void {
    const about = stanza.getChild('x', `${MUC}#user`);
    if (about === undefined) {
      if (stanza.attrs['type'] === 'error' && this.wanted.has(room))
        this.log.warn({ room, reason: stanza.getChild('error')?.toString() }, 'a room cannot be joined');
      return;
    }
    const gone = stanza.attrs['type'] === 'unavailable';
    const own = about.getChildren('status').some((status) => status.attrs['code'] === '110');
    if (own) {
      if (gone) this.joined.delete(room);
      else this.joined.add(room);
      return;
    }
    const real = about.getChild('item')?.attrs['jid'] as string | undefined;
    if (real === undefined) return;
    const address = real.split('/')[0]?.toLowerCase() ?? real;
    if (gone) this.occupants.delete(`${room}/${nick}`);
    else this.occupants.set(`${room}/${nick}`, address);
    this.hearing.seen(room, address, !gone);
  }

  private message({ sentId, delayed, ...said }: Spoken): void {
    if (said.nick === NAME) {
      if (sentId !== null) this.reflections.get(sentId)?.(said.id);
      return;
    }
    // what was said before one came is no question
    if (delayed !== null) return;
    this.hearing.heard({ ...said, from: this.occupants.get(`${said.room}/${said.nick}`) ?? null });
  }
}

const idOf = (key: string): string => createHash('sha256').update(key).digest('hex').slice(0, 32);
