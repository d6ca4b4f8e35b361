/** Decisions: who does what by when, on the board and on Today until closed; what their measure has done since, by the rights of whoever looks. */
import type { BoardDecisions, DecisionView } from '@zud/core/contract/decisions';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import type { Caller } from '../../tests/demo-server';

let world: ReturningServer;
let bea: Caller;
let beaId = '';
let board = '';
let tile = '';
beforeAll(async () => {
  world = await startReturningServer(60);
  bea = await world.server.person('Bea', 'viewer', ['North crew']);
  beaId = (await bea<{ person: { id: string } }>('GET', '/session')).body.person.id;
  const { reading } = (await world.ada<{ reading: object }>('POST', '/models/rides/read', { text: 'riders by week' }))
    .body;
  board = (await world.ada<{ id: string }>('POST', '/boards', { title: 'Lines' })).body.id;
  tile = (await world.ada<{ id: string }>('POST', `/boards/${board}/tiles`, { modelId: 'rides', reading })).body.id;
}, 120_000);
afterAll(() => world.close());

const on = async (who: Caller) =>
  (await who<BoardDecisions>('GET', `/boards/${board}/decisions`)).body.decisions as readonly DecisionView[];
const open = async (who: Caller) => (await who<DecisionView[]>('GET', '/decisions')).body;
let made = '';

test('only who can see the board is asked to do something', async () => {
  const said = { text: 'Run Birch twice an hour', tile, who: beaId, due: '2031-01-01' };
  const refused = await world.ada<{ detail: string }>('POST', `/boards/${board}/decisions`, said);
  expect([refused.status, refused.body.detail]).toEqual([422, expect.stringMatching(/cannot see this board/)]);
  expect(await on(world.ada)).toEqual([]);
  expect((await bea('GET', `/boards/${board}/decisions`)).status).toBe(404);
  await world.ada('PUT', `/boards/${board}/shares/${beaId}`, { right: 'see' });
  const done = await world.ada<{ id: string }>('POST', `/boards/${board}/decisions`, said);
  expect(done.status).toBe(201);
  made = done.body.id;
});

test('it stands on the board, and on Today of whoever decided and does it', async () => {
  expect(await open(bea)).toMatchObject([
    { id: made, text: 'Run Birch twice an hour', who: { name: 'Bea' }, state: 'open' },
  ]);
  expect(await open(world.ada)).toHaveLength(1);
  // among the decisions, and not a second time among the mentions
  expect((await bea<unknown[]>('GET', '/mentions')).body).toEqual([]);
  expect((await open(bea))[0]?.since?.[0]).toMatch(/no data have come since/);
});

test('its measure is followed: beside as many days before, to each by their own rows', async () => {
  await world.nextWeek({ Birch: 300 });
  const [own] = await open(world.ada);
  const [limited] = await open(bea);
  // the whole: 600 a day before, 200 of them of Birch; of the North crew: Alder and Birch
  const figures = (view: DecisionView | undefined) => view?.since?.[0]?.replace(/[\u00a0\u202f]/g, ' ') ?? '';
  expect(figures(own)).toMatch(/^Riders 4,900 .* \+17 % on 4,200 /);
  expect(figures(limited)).toMatch(/^Riders 2,800 .* \+33 % on 2,100 /);
  expect(own?.since?.at(-1)).toMatch(/^That is 7 days only/);
});

test('it is changed by those who decided and those who do it, and by nobody else', async () => {
  const cal = await world.server.person('Cal', 'analyst');
  const calId = (await cal<{ person: { id: string } }>('GET', '/session')).body.person.id;
  await world.ada('PUT', `/boards/${board}/shares/${calId}`, { right: 'comment' });
  const address = `/boards/${board}/decisions/${made}`;
  expect((await cal('PATCH', address, { state: 'done' })).status).toBe(403);
  expect((await on(cal)).map(({ mayChange }) => mayChange)).toEqual([false]);
  expect((await bea('PATCH', address, {})).status).toBe(400);
  expect((await bea('PATCH', address, { state: 'done' })).status).toBe(200);
  expect(await open(bea)).toEqual([]);
  expect((await on(world.ada)).map(({ state, endedAt }) => [state, endedAt !== null])).toEqual([['done', true]]);
  // its thread is closed with it, and opens with it
  const threads = async () =>
    (await world.ada<{ resolved: boolean }[]>('GET', `/boards/${board}/comments`)).body.map(({ resolved }) => resolved);
  expect(await threads()).toEqual([true]);
  await bea('PATCH', address, { state: 'open', due: null });
  expect(await threads()).toEqual([false]);
  expect((await on(world.ada))[0]).toMatchObject({ state: 'open', due: null, endedAt: null });
});

test('what is overdue says so by the clock', async () => {
  await world.ada('PATCH', `/boards/${board}/decisions/${made}`, { due: '2020-01-01' });
  expect((await open(bea))[0]?.overdue).toBe(true);
  await world.ada('PATCH', `/boards/${board}/decisions/${made}`, { due: null });
  expect((await open(bea))[0]?.overdue).toBe(false);
});
