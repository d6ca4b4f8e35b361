/** Routines: a trail kept as steps, with blanks and loops over members; run by hand, on a schedule, on data; what comes out is an edition. */
import type { Edition } from '@zud/core/contract/briefings';
import type { RoutineRun, RoutineView } from '@zud/core/contract/routines';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import { settled, until } from '../../tests/returning-world';

let world: ReturningServer;
beforeAll(async () => {
  world = await startReturningServer(60);
}, 120_000);
afterAll(() => world.close());

const get = async (id: string) => (await world.ada<RoutineView>('GET', `/routines/${id}`)).body;
const ended = ({ state }: RoutineRun) => state !== 'waiting' && state !== 'running';
async function run(id: string, blanks: { name: string; value: string }[] = []): Promise<RoutineRun> {
  const made = await world.ada<RoutineRun>('POST', `/routines/${id}/runs`, { blanks });
  const now = async () => (await get(id)).runs.find((one) => one.id === made.body.id) as RoutineRun;
  await until(async () => ended(await now()), 20_000);
  return now();
}
const editionOf = async (routine: RoutineView, number: number | null) =>
  (await world.ada<Edition>('GET', `/briefings/${routine.briefingId}/editions/${number}`)).body;
const make = (steps: object[], blanks: object[] = []) =>
  world.ada<RoutineView & { detail: string }>('POST', '/routines', {
    modelId: 'rides',
    title: 'Weekly',
    steps,
    blanks,
  });
const step = (id: string, text: string, follows: string | null = null, each: string | null = null) => ({
  id,
  text,
  follows,
  each,
});

test('a trail is kept with its branches, what was done by hand in words, and comes out as its answers', async () => {
  const inquiry = (await world.ada<{ id: string }>('POST', '/inquiries', { modelId: 'rides' })).body.id;
  const ask = async (body: object) =>
    (await world.ada<{ id: string; reading: object }>('POST', `/inquiries/${inquiry}/steps`, body)).body;
  const first = await ask({ text: 'riders by line last month' });
  await ask({ text: 'what is the wobble of it' });
  await ask({ text: 'only Cedar', after: first.id });
  await ask({ edit: [{ do: 'leave out', level: 'line', members: ['Alder'] }], after: first.id });
  const routine = (await world.ada<RoutineView>('POST', '/routines', { inquiryId: inquiry })).body;
  expect(routine.steps.map(({ text }) => text).slice(0, 2)).toEqual(['riders by line last month', 'only Cedar']);
  const [one] = routine.steps;
  expect(routine.steps.slice(1).every(({ follows }) => follows === one?.id)).toBe(true);
  const done = await run(routine.id);
  expect(done.steps.map(({ state }) => state)).toEqual(routine.steps.map(() => 'done'));
  const edition = await editionOf(routine, done.edition);
  expect(edition.pages.map(({ sentence }) => sentence?.text).slice(0, 2)).toEqual([
    'Riders by line, last month',
    'Riders by line for Cedar, last month',
  ]);
});

test('blanks hold for the run; braces without a blank are plain words; a blank that is empty is told', async () => {
  const { body: routine } = await make(
    [step('a', 'riders by week for {line} in {last month}')],
    [{ name: 'Line', value: '' }],
  );
  const empty = await run(routine.id);
  expect([empty.state, empty.steps[0]?.said, empty.edition]).toEqual(['failed', 'The blank “line” is empty.', null]);
  const done = await run(routine.id, [{ name: 'line', value: 'Birch' }]);
  expect((await editionOf(routine, done.edition)).pages.map(({ sentence }) => sentence?.text)).toEqual([
    'Riders by week for Birch, last month',
  ]);
});

test('a loop asks each member, and what goes on from it each of them; the members are chosen when it runs', async () => {
  const { body: routine } = await make([
    step('a', 'riders by month of {it}', null, 'top 2 lines by riders'),
    step('b', 'add runs', 'a'),
    step('c', 'late rate', null, 'bottom 1 lines by riders'),
  ]);
  const done = await run(routine.id);
  expect(done.steps.map(({ said }) => said)).toEqual(['for Cedar, Birch', 'for Cedar, Birch', 'for Alder']);
  const { pages } = await editionOf(routine, done.edition);
  const sentences = pages.map(({ sentence }) => sentence?.text ?? '');
  expect(sentences).toHaveLength(5);
  expect(sentences.slice(0, 2)).toEqual(['Riders by month for Cedar', 'Riders by month for Birch']);
  expect(sentences[2]).toMatch(/^Riders and runs by month for Cedar/);
  expect(sentences[4]).toMatch(/^Late rate for Alder/);
});

test('what is not understood fails by itself, and what goes on from it with it; the rest goes out', async () => {
  const { body: routine } = await make([
    step('a', 'the wobble of lines'),
    step('b', 'by month', 'a'),
    step('c', 'riders'),
    step('d', 'runs', null, 'riders'),
  ]);
  const done = await run(routine.id);
  expect(done.steps.map(({ state }) => state)).toEqual(['failed', 'failed', 'done', 'failed']);
  expect(done.steps[0]?.said).toMatch(/wobble/);
  expect(done.steps[3]?.said).toMatch(/gives no members/);
  expect([done.state, done.said]).toEqual(['done', '3 of 4 steps came to nothing.']);
  expect((await editionOf(routine, done.edition)).pages).toHaveLength(1);
  const refused = await make([step('a', 'riders', 'b'), step('b', 'runs')]);
  expect([refused.status, refused.body.detail]).toEqual([422, expect.stringMatching(/not before it/)]);
});

test('by a schedule and on data it runs by itself, once each; paused it does not; what was stopped sends nothing', async () => {
  const { body: routine } = await make([step('a', 'riders last week')]);
  const schedule = (
    await world.ada<{ schedule: object }>('POST', '/schedules/read', { text: 'every Monday at 6', zone: 'UTC' })
  ).body.schedule;
  await world.ada('PATCH', `/routines/${routine.id}`, { look: schedule });
  await world.setClock('2027-03-08T07:00:00Z');
  await until(async () => (await get(routine.id)).runs.some(ended), 20_000);
  // nobody ran it by hand, and so it says
  const [first] = (await get(routine.id)).runs;
  expect((await editionOf(routine, first?.edition ?? null)).by).toBeNull();
  await world.setClock('2027-03-08T08:00:00Z');
  expect((await get(routine.id)).runs).toHaveLength(1);
  await world.ada('PATCH', `/routines/${routine.id}`, { look: 'data' });
  await world.nextWeek();
  await until(
    async () => (await get(routine.id)).runs.length === 2 && (await get(routine.id)).runs.every(ended),
    20_000,
  );
  await settled(world.server);
  await world.ada('PATCH', `/routines/${routine.id}`, { paused: true });
  await world.nextWeek();
  expect((await get(routine.id)).runs).toHaveLength(2);
  const other = await world.server.person('Cal', 'analyst');
  expect((await other('GET', `/routines/${routine.id}`)).status).toBe(404);
  const made = await world.ada<RoutineRun>('POST', `/routines/${routine.id}/runs`, {});
  await world.ada('DELETE', `/routines/${routine.id}/runs/${made.body.id}`);
  await settled(world.server);
  const last = (await get(routine.id)).runs.find(({ id }) => id === made.body.id);
  expect(['stopped', 'done']).toContain(last?.state);
  expect((last?.edition ?? null) === null).toBe(last?.state === 'stopped');
});
