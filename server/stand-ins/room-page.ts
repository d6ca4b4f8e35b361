/** A small page on which the demo's room is looked at and spoken in, as one of the demo's people; it speaks the same protocol as any program for rooms. */
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';
import { client, xml, type Client } from '@xmpp/client';
import type { Element } from '@xmpp/xml';
import express from 'express';
import { z } from 'zod';
import { escaped } from '@zud/core/chart/svg/marks';
import { MUC, REPLY, spokenIn, type Spoken } from '../rooms/stanza';
import { framed, helmetOf, listening, portOf, stopped } from './pages';
import type { RoomAccount, RoomServer } from './room-server';

export interface RoomPage {
  readonly page: string;
  close(): Promise<void>;
}

interface Line extends Spoken {
  readonly at: string;
}

const MOST = 500;
/** Milliseconds between two looks of the page. */
const OFTEN = 1000;

const said = z.object({
  as: z.string(),
  text: z.string().trim().min(1).max(2000),
  replyTo: z.string().max(200).nullish(),
});

/** @param port 0: any that is free. @param who those who can be spoken as, with how they are called in the room */
export async function startRoomPage(
  port: number,
  server: RoomServer,
  room: string,
  who: readonly (RoomAccount & { readonly nick: string })[],
): Promise<RoomPage> {
  const lines: Line[] = [];
  const there = new Map<string, Client>();
  /** Comes in once; what the room's past holds is shown too. */
  const enter = async ({ name, password, nick }: (typeof who)[number]): Promise<Client> => {
    const inside = there.get(name);
    if (inside !== undefined) return inside;
    const xmpp = client({ service: server.service, domain: server.domain, username: name, password });
    there.set(name, xmpp);
    xmpp.on('error', () => undefined);
    xmpp.on('online', () => {
      void xmpp.send(
        xml('presence', { to: `${room}/${nick}` }, xml('x', { xmlns: MUC }, xml('history', { maxstanzas: '50' }))),
      );
    });
    xmpp.on('stanza', (stanza: Element) => {
      const line = lineOf(stanza);
      if (line === null || lines.some(({ id }) => id === line.id)) return;
      lines.push(line);
      if (lines.length > MOST) lines.shift();
    });
    await xmpp.start();
    return xmpp;
  };
  const [first] = who;
  if (first !== undefined) await enter(first);

  const app = express();
  app.disable('x-powered-by');
  app.use(helmetOf('http://127.0.0.1:*'));
  app.get('/', (_request, response) => response.send(framed('The room', pageOf(who.map(({ nick }) => nick)))));
  app.get('/room.js', (_request, response) => response.type('text/javascript').send(SCRIPT));
  app.get('/lines', (_request, response) => response.json(lines));
  app.post('/lines', express.json({ limit: '10kb' }), (request, response, next) => {
    const read = said.safeParse(request.body);
    const one = read.success ? who.find(({ nick }) => nick === read.data.as) : undefined;
    if (!read.success || one === undefined) {
      response.status(400).json({ error: 'say who says what' });
      return;
    }
    const { text, replyTo } = read.data;
    const before = lines.find(({ id }) => id === replyTo);
    enter(one)
      .then((xmpp) =>
        xmpp.send(
          xml(
            'message',
            { to: room, type: 'groupchat', id: randomUUID() },
            xml('body', {}, text),
            ...(before === undefined
              ? []
              : [xml('reply', { xmlns: REPLY, id: before.id, to: `${room}/${before.nick}` })]),
          ),
        ),
      )
      .then(() => response.status(204).end(), next);
  });
  const http = await listening(createServer(app), port);
  return {
    page: `http://127.0.0.1:${portOf(http)}`,
    async close() {
      await Promise.all([...there.values()].map((xmpp) => xmpp.stop().catch(() => undefined)));
      await stopped(http);
    },
  };
}

function lineOf(stanza: Element): Line | null {
  const said = spokenIn(stanza);
  return said === null ? null : { ...said, at: said.delayed ?? new Date().toISOString() };
}

const pageOf = (
  nicks: readonly string[],
): string => `<p>What is said to Zud by its name, it answers. A reply to its answer goes on from there.</p>
<ol id="lines" aria-live="polite" style="list-style:none;padding:0"></ol>
<form id="say" style="display:grid;gap:8px;position:sticky;bottom:0;background:inherit;padding:12px 0">
<p id="reply" hidden></p>
<div><label for="as">As</label> <select id="as">${nicks.map((nick) => `<option>${escaped(nick)}</option>`).join('')}</select></div>
<label>Say <input id="text" autocomplete="off" style="width:100%;font:inherit;padding:8px" placeholder="Zud: …"></label>
<button style="font:inherit;padding:6px 14px;justify-self:start">Say it</button>
</form><script src="/room.js"></script>`;

const SCRIPT = `const list = document.getElementById('lines');
const known = new Map();
let replyTo = null;
const note = document.getElementById('reply');
function choose(line) {
  replyTo = line === null ? null : line.id;
  note.hidden = line === null;
  note.textContent = line === null ? '' : 'In reply to ' + line.nick + ': ' + line.text.split('\\n')[0];
  document.getElementById('text').focus();
}
function show(line) {
  const item = document.createElement('li');
  item.style.padding = '8px 0';
  item.style.borderBottom = '1px solid #8884';
  if (line.replyTo) item.style.marginLeft = '28px';
  const head = document.createElement('strong');
  head.textContent = line.nick + ' ';
  item.append(head);
  if (line.picture) {
    const picture = document.createElement('img');
    picture.src = line.picture;
    picture.alt = 'The chart of the answer';
    picture.style = 'display:block;max-width:100%;margin-top:6px';
    item.append(picture);
  } else
    for (const text of line.text.split('\\n')) {
      const words = document.createElement('div');
      if (/^https?:\\/\\/\\S+$/.test(text)) {
        const link = document.createElement('a');
        link.href = text;
        link.textContent = 'go on in Zud';
        words.append(link);
      } else words.textContent = text;
      item.append(words);
    }
  const reply = document.createElement('button');
  reply.type = 'button';
  reply.textContent = 'reply';
  reply.style = 'font:inherit;font-size:12px;border:0;background:none;padding:0;text-decoration:underline;cursor:pointer;color:inherit';
  reply.addEventListener('click', () => choose(line));
  item.append(reply);
  list.append(item);
  item.scrollIntoView({ block: 'nearest' });
}
async function look() {
  const response = await fetch('/lines').catch(() => null);
  if (response && response.ok)
    for (const line of await response.json())
      if (!known.has(line.id)) {
        known.set(line.id, line);
        show(line);
      }
  setTimeout(look, ${OFTEN});
}
document.getElementById('say').addEventListener('submit', async (event) => {
  event.preventDefault();
  const field = document.getElementById('text');
  const response = await fetch('/lines', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ as: document.getElementById('as').value, text: field.value, replyTo }),
  });
  if (response.ok) {
    field.value = '';
    choose(null);
  }
});
look();
`;
