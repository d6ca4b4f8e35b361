/** Rooms against a real server of rooms: asked by name, followed up in a thread, by each one's rights; told of alerts and boards; what happens when the server restarts. */
import type { OutboxEntry } from '@zud/core/contract/messages';
import type { RoomAccountsView, RoomsView } from '@zud/core/contract/rooms';
import { startRoomServer, type RoomServer } from '../stand-ins/room-server';
import { enterRoom, type RoomPerson } from '../../tests/room-person';
import { makeAlert, startReturningServer, type ReturningServer } from '../../tests/returning-server';
import { settled, until } from '../../tests/returning-world';
import type { Caller } from '../../tests/demo-server';
import { temporaryFolder } from '../../tests/temporary-folder';

const ACCOUNTS = ['zud', 'ada', 'bea', 'cal'].map((name) => ({ name, password: name }));
const PORTS = { client: 15_222 + (process.pid % 500), http: 15_800 + (process.pid % 500) };
let folder = '';
let server: RoomServer;
let world: ReturningServer;
let bea: Caller;
let room = '';
let roomId = '';
let ada: RoomPerson;
const inWords = (text: string) => text.replace(/[\u00a0\u202f]/g, ' ');

beforeAll(async () => {
  folder = temporaryFolder('rooms');
  server = await startRoomServer(folder, ACCOUNTS, PORTS);
  room = `crew@${server.rooms}`;
  world = await startReturningServer(60, undefined, {
    rooms: { service: server.service, address: `zud@${server.domain}`, password: 'zud' },
    leftAlone: 300,
  });
  bea = await world.server.person('Bea', 'analyst', ['North crew']);
  roomId = (await world.admin<{ id: string }>('POST', '/rooms', { name: 'Crew', address: room, modelId: 'rides' })).body
    .id;
  await until(async () => (await world.ada<RoomsView>('GET', '/rooms')).body.rooms[0]?.reached === true, 20_000);
  ada = await enterRoom(server, room, 'ada', 'Ada');
}, 120_000);
afterAll(async () => {
  await ada.leave().catch(() => undefined);
  await world.close();
  await server.close();
});

/** Says in Zud that an address is theirs, and shows it by the code that comes there. */
async function link(caller: Caller, person: RoomPerson, address: string): Promise<void> {
  const before = person.told.length;
  expect((await caller('POST', '/room-accounts', { address })).status).toBe(200);
  await until(() => person.told.length > before, 10_000);
  const code = /\b(\d{6})\b/.exec(person.told.at(-1) ?? '')?.[1] ?? '';
  const wrong = code === '000000' ? '000001' : '000000';
  expect((await caller('POST', '/room-accounts', { address })).status).toBe(429);
  expect((await caller('POST', '/room-accounts/code', { code: wrong })).status).toBe(422);
  expect((await caller('POST', '/room-accounts/code', { code })).status).toBe(200);
}

test('without a link nothing is told; with one, it answers with the figure, the sentence, the picture and the way on', async () => {
  const unknown = await ada.ask('zud: riders by line');
  expect(unknown.text).toMatch(/I do not know who you are in Zud/);
  expect(unknown.text).not.toMatch(/Cedar|\d,\d/);
  await link(world.ada, ada, `ada@${server.domain}`);
  expect(
    (await world.ada<RoomAccountsView>('GET', '/room-accounts')).body.accounts.map(({ address }) => address),
  ).toEqual([`ada@${server.domain}`]);
  const answer = await ada.ask('hey Zud, riders by line');
  // 300 a day over 60 weeks
  expect(inWords(answer.text)).toMatch(/^Cedar .*126,000/);
  expect(answer.text).toMatch(/\nAsked: Riders by line\n/);
  await until(() => ada.heard.some(({ picture }) => picture !== null), 10_000);
  const picture = await fetch(ada.heard.find((one) => one.picture !== null)?.picture ?? '');
  expect(
    Buffer.from(await picture.arrayBuffer())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
});

test('follow-ups in the thread keep their context, twice, and the inquiry is there to go on in', async () => {
  const first = await ada.ask('zud: riders by line last month');
  const second = await ada.ask('only Birch and Cedar', first);
  expect(second.text).toMatch(/Asked: Riders by line for Birch or Cedar, last month/);
  expect([second.replyTo !== null, second.thread]).toEqual([true, first.thread]);
  const third = await ada.ask('and by week instead', second);
  expect(third.text).toMatch(/Asked: Riders by week for Birch or Cedar, last month/);
  const [, inquiry] = /\/inquiries\/([0-9a-f-]+)\/steps\//.exec(third.text) ?? [];
  const trail = (await world.ada<{ steps: { asked: string }[] }>('GET', `/inquiries/${inquiry}`)).body.steps;
  expect(trail.map(({ asked }) => asked)).toEqual([
    'riders by line last month',
    'only Birch and Cedar',
    'and by week instead',
  ]);
  // a reply to the first goes on from the first
  expect((await ada.ask('by month', first)).text).toMatch(/Riders by line and month|Riders by month/);
  // the rest of a question, said without a thread, leans on what its asker asked last
  expect((await ada.ask('zud: only Cedar')).text).toMatch(/Asked: Riders .*for Cedar/);
});

test('each is answered by their own rows, also where they go on from what another asked; what people say to one another is left alone', async () => {
  const other = await enterRoom(server, room, 'bea', 'Bea');
  await link(bea, other, `bea@${server.domain}`);
  const of = await ada.ask('zud: riders last month');
  const hers = await other.ask('zud, by line', of);
  // two lines of three are hers
  expect(hers.text).not.toMatch(/Cedar/);
  expect(hers.text).toMatch(/Birch/);
  const before = ada.ofZud().length;
  await other.say('I think zud is right about that');
  await other.say('lunch?', of.nick === 'Zud' ? ada.heard.find(({ nick }) => nick === 'Ada') : undefined);
  // with a question that can be asked of the room's own model
  expect((await other.ask('zud help')).text).toMatch(/“Zud: .*riders/i);
  expect(ada.ofZud()).toHaveLength(before + 1);
  await other.leave();
});

test('what happened while one was away is summed up', async () => {
  await ada.ask('zud: runs last month');
  const other = await enterRoom(server, room, 'bea', 'Bea');
  const away = await other.ask('zud, what happened while I was away?');
  // Ada sees three lines and Bea two: the question is told, and not what was answered
  expect(away.text).toMatch(/Ada asked “runs last month” \(ask it to see your part\)/);
  expect(away.text).not.toMatch(/riders by line/);
  await other.leave();
  const same = await enterRoom(server, room, 'cal', 'Cal');
  await link(await world.server.person('Cal', 'analyst'), same, `cal@${server.domain}`);
  await same.leave();
  const answer = await ada.ask('zud: runs last month');
  const back = await enterRoom(server, room, 'cal', 'Cal');
  const told = await back.ask('zud, did I miss anything?');
  expect(told.text).toContain(`Ada asked “runs last month”: ${answer.text.split('\n')[0]}`);
  await back.leave();
});

test('an alert tells the room once; a board is told there, and what is done to it', async () => {
  await makeAlert(world.ada, 'tell me when riders of any line are under 600 in a week', {
    receivers: [{ kind: 'room', id: roomId }],
  });
  await world.nextWeek({ Birch: 50 });
  const told = () => ada.ofZud().filter(({ text }) => /Birch/.test(text) && /Go on asking/.test(text));
  await until(() => told().length > 0, 20_000);
  const board = (await world.ada<{ id: string; version: number }>('POST', '/boards', { title: 'Lines' })).body;
  const { reading } = (await world.ada<{ reading: object }>('POST', '/models/rides/read', { text: 'riders by line' }))
    .body;
  await world.ada('POST', `/boards/${board.id}/tiles`, { modelId: 'rides', reading, title: 'By line' });
  expect((await bea('PUT', `/boards/${board.id}/rooms/${roomId}`)).status).toBe(404);
  expect((await world.ada('PUT', `/boards/${board.id}/rooms/${roomId}`)).status).toBe(204);
  const news = (about: RegExp) => ada.ofZud().filter(({ text }) => about.test(text));
  await until(() => news(/Ada tells you of the board “Lines”/).length === 1, 20_000);
  expect(news(/Ada tells you of the board/)[0]?.text).toMatch(/Cedar/);
  await world.ada('POST', `/boards/${board.id}/tiles`, { kind: 'text', words: 'A word', title: 'Words' });
  await until(() => news(/“Lines” was changed/).length === 1, 20_000);
  expect(told()).toHaveLength(1);
}, 90_000);

test('the server of rooms restarts: what was to be said meanwhile is said once', async () => {
  await ada.leave();
  await server.close();
  await world.nextWeek({ Birch: 300 });
  await world.nextWeek({ Birch: 40 });
  const waiting = async () =>
    (await world.admin<OutboxEntry[]>('GET', '/outbox')).body.filter(
      ({ channel, state }) => channel === 'room' && state === 'waiting',
    );
  await until(async () => (await waiting()).length === 1, 20_000);
  server = await startRoomServer(folder, ACCOUNTS, PORTS);
  ada = await enterRoom(server, room, 'ada', 'Ada');
  await until(async () => (await world.ada<RoomsView>('GET', '/rooms')).body.rooms[0]?.reached === true, 30_000);
  await world.setClock(new Date(Date.now() + 3_600_000));
  await until(async () => (await waiting()).length === 0, 20_000);
  await settled(world.server);
  expect(ada.ofZud().filter(({ text }) => /Go on asking/.test(text))).toHaveLength(1);
}, 120_000);

test('a room that is withdrawn is left, and what still goes there is withheld', async () => {
  expect((await world.ada('DELETE', `/rooms/${roomId}`)).status).toBe(403);
  expect((await world.admin('DELETE', `/rooms/${roomId}`)).status).toBe(204);
  await world.nextWeek({ Birch: 300 });
  await world.nextWeek({ Birch: 30 });
  const last = (await world.admin<OutboxEntry[]>('GET', '/outbox')).body.find(({ channel }) => channel === 'room');
  expect(last?.state).toBe('withheld');
}, 60_000);
