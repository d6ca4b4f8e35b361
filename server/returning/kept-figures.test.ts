/** Figures in sight: what they are, what moved since the last visit, whose they are, in whose order. */
import type { KeptFigureView } from '@zud/core/contract/kept-figures';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import type { Caller } from '../../tests/demo-server';

let world: ReturningServer;
let bea: Caller;
beforeAll(async () => {
  world = await startReturningServer(40);
  bea = await world.server.person('Bea', 'viewer', ['North crew']);
}, 120_000);
afterAll(() => world.close());

const readingOf = async (text: string) =>
  (await world.ada<{ reading: object }>('POST', '/models/rides/read', { text })).body.reading;
const keep = async (who: Caller, text: string) =>
  who<{ id: string; detail?: string }>('POST', '/kept-figures', { modelId: 'rides', reading: await readingOf(text) });
const look = async (who: Caller, visit = false) =>
  (await who<KeptFigureView[]>('GET', `/kept-figures${visit ? '?look' : ''}`)).body;

test('a figure is of its last whole period, with its line, by the rights of whoever looks', async () => {
  expect((await keep(world.ada, 'riders by week')).status).toBe(201);
  await keep(bea, 'riders by week');
  const [own] = await look(world.ada);
  const [limited] = await look(bea);
  expect([own?.title, own?.value, own?.moved]).toEqual(['Riders', '4,200', null]);
  expect(limited?.value).toBe('2,100');
  expect(own?.line).toHaveLength(26);
  expect(new Set(own?.line.map(({ value }) => value))).toEqual(new Set([4200]));
});

test('what moved is told from the visit before; a look that is no visit changes nothing', async () => {
  await look(world.ada, true);
  await world.nextWeek({ Cedar: 150 });
  const [now] = await look(world.ada);
  expect(now?.value).toBe('3,150');
  // a quarter less than the 4,200 that were seen
  expect(now?.moved).toMatch(/^−25\s%/);
  expect(now?.moved).toContain('4,200');
  // it is the same visit still, so that what moved stays to be read
  expect((await look(world.ada, true))[0]?.moved).toBe(now?.moved);
  expect((await look(world.ada))[0]?.moved).toBe(now?.moved);
});

test('in one’s own order, and one’s own only', async () => {
  await keep(world.ada, 'late rate by month');
  await keep(world.ada, 'runs by week');
  const titles = async () => (await look(world.ada)).map(({ title }) => title);
  expect(await titles()).toEqual(['Riders', 'Late rate', 'Runs']);
  const [, , runs] = await look(world.ada);
  expect((await world.ada('PATCH', `/kept-figures/${runs?.id}`, { place: 0 })).status).toBe(204);
  expect(await titles()).toEqual(['Runs', 'Riders', 'Late rate']);
  expect((await bea('DELETE', `/kept-figures/${runs?.id}`)).status).toBe(404);
  expect((await world.ada('DELETE', `/kept-figures/${runs?.id}`)).status).toBe(204);
  expect(await titles()).toEqual(['Riders', 'Late rate']);
});

test('what cannot be kept says why; of a measure that is gone the figure says so', async () => {
  const rows = await keep(world.ada, 'list the rides');
  expect([rows.status, rows.body.detail]).toEqual([422, expect.stringMatching(/lists records/)]);
  const { MODEL } = await import('../../tests/returning-world');
  await world.steward('PUT', '/models/rides', MODEL.replace('id: riders, name: Riders', 'id: people, name: People'), {
    'content-type': 'application/yaml',
  });
  const [gone, rate] = await look(world.ada);
  expect([gone?.value, gone?.problem]).toEqual([null, expect.stringMatching(/riders/)]);
  expect(rate?.problem).toBeNull();
});
