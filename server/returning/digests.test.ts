/** One mail a day: what is new among what somebody follows, once, and nothing where nothing is; and the news of a board as a feed. */
import Parser from 'rss-parser';
import type { DigestView } from '@zud/core/contract/digest';
import type { OutboxEntry } from '@zud/core/contract/messages';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import type { Caller } from '../../tests/demo-server';
import { settled } from '../../tests/returning-world';

let world: ReturningServer;
let bea: Caller;
let board = '';
let now = new Date();
beforeAll(async () => {
  world = await startReturningServer(108);
  bea = await world.server.person('Bea', 'viewer', ['North crew']);
  const { reading } = (
    await world.ada<{ reading: object }>('POST', '/models/rides/read', { text: 'riders by week and line' })
  ).body;
  board = (await world.ada<{ id: string }>('POST', '/boards', { title: 'Lines' })).body.id;
  await world.ada('POST', `/boards/${board}/tiles`, { modelId: 'rides', reading });
  const id = (await bea<{ person: { id: string } }>('GET', '/session')).body.person.id;
  await world.ada('PUT', `/boards/${board}/shares/${id}`, { right: 'see' });
}, 120_000);
afterAll(() => world.close());

/** Until after the next time that it comes. */
async function nextDay(): Promise<void> {
  now = new Date(now.getTime() + 86_400_000);
  await world.setClock(now);
  await settled(world.server);
}
const digests = async () =>
  (await world.admin<OutboxEntry[]>('GET', '/outbox')).body.filter(({ subject }) => subject === 'One mail a day');

test('who wants none gets none; a zone that is none is refused', async () => {
  await nextDay();
  expect(await digests()).toEqual([]);
  expect((await bea('PUT', '/digest', { at: '25:00', zone: 'UTC' })).status).toBe(400);
  expect((await bea('PUT', '/digest', { at: '07:00', zone: 'Mars/Olympus' })).status).toBe(400);
  expect((await bea<DigestView>('GET', '/digest')).body).toMatchObject({ at: null, follows: 0 });
});

test('nothing new: nothing goes out', async () => {
  expect((await bea('PUT', '/digest', { at: '07:00', zone: 'UTC' })).status).toBe(204);
  expect((await bea<DigestView>('GET', '/digest')).body).toMatchObject({ at: '07:00', words: 'every day at 07:00' });
  await nextDay();
  expect((await digests()).map(({ state }) => state)).toEqual(['nothing']);
  expect(world.mailTo('Bea')).toEqual([]);
});

test('what changed and what is unusual is told once, by the rights of whoever follows; it ends by one click', async () => {
  await bea('PUT', `/boards/${board}/follow`, { follows: true });
  await world.ada('PATCH', `/boards/${board}`, { title: 'All lines' });
  // a month far beside the usual: of Birch, which Bea sees, and of Cedar, which she does not
  for (let week = 0; week < 9; week += 1) await world.nextWeek({ Birch: 900, Cedar: 2000 });
  await nextDay();
  const [mail] = world.mailTo('Bea');
  const text = mail?.mail.text ?? '';
  expect(text).toMatch(/All lines: Ada renamed the board/);
  expect(text).toMatch(/Birch/);
  expect(text).not.toMatch(/Cedar/);
  await nextDay();
  expect(world.mailTo('Bea')).toHaveLength(1);
  expect((await digests()).map(({ state }) => state).sort()).toEqual(['nothing', 'nothing', 'sent']);
  const list = mail?.mail.headers.get('list') as unknown as { unsubscribe: { url: string } };
  const click = await fetch(list.unsubscribe.url, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: 'List-Unsubscribe=One-Click',
  });
  expect([click.status, await click.json()]).toEqual([200, { ended: true }]);
  expect((await bea<DigestView>('GET', '/digest')).body.at).toBeNull();
});

test('a decision that is due is told on its day, and not each day after', async () => {
  const id = (await bea<{ person: { id: string } }>('GET', '/session')).body.person.id;
  await bea('PUT', '/digest', { at: '07:00', zone: 'UTC' });
  const due = new Date(now.getTime() + 2 * 86_400_000).toISOString().slice(0, 10);
  await world.ada('POST', `/boards/${board}/decisions`, { text: 'Look at the brakes', who: id, due });
  const before = world.mailTo('Bea').length;
  const told = () =>
    world
      .mailTo('Bea')
      .slice(before)
      .map(({ mail }) => /Look at the brakes/.test(mail.text ?? ''));
  for (let days = 0; days < 4; days += 1) await nextDay();
  expect(told().filter((one) => one)).toHaveLength(1);
  await bea('DELETE', '/digest');
});

test('the news of a board as a feed that another program reads; withdrawn, and without the right, it is gone', async () => {
  const made = await bea<{ address: string }>('POST', `/boards/${board}/feeds`);
  expect(made.status).toBe(201);
  const { address } = made.body;
  const response = await fetch(address);
  expect(response.headers.get('content-type')).toMatch(/^application\/atom\+xml/);
  const feed = await new Parser().parseString(await response.text());
  expect(feed.title).toBe('All lines, in Zud');
  expect(feed.items.map(({ title }) => title)).toEqual(['Ada renamed the board', expect.stringMatching(/^Ada /)]);
  expect(new Set(feed.items.map(({ id }) => String(id))).size).toBe(2);
  for (const { isoDate, link } of feed.items) {
    expect(Date.parse(isoDate ?? '')).not.toBeNaN();
    expect(link).toBe(`${new URL(address).origin}/boards/${board}`);
  }
  expect((await fetch(`${address}x`)).status).toBe(404);
  expect((await bea<{ feeds: number }>('GET', `/boards/${board}/feeds`)).body.feeds).toBe(1);
  const id = (await bea<{ person: { id: string } }>('GET', '/session')).body.person.id;
  await world.ada('PUT', `/boards/${board}/shares/${id}`, { right: null });
  expect((await fetch(address)).status).toBe(404);
  await world.ada('PUT', `/boards/${board}/shares/${id}`, { right: 'see' });
  expect((await fetch(address)).status).toBe(200);
  await bea('DELETE', `/boards/${board}/feeds`);
  expect((await fetch(address)).status).toBe(404);
});
