/** Actions: filled from an answer, confirmed, sent once and signed to a partner's order book, and written to the audit list with what came back. */
import { randomUUID } from 'node:crypto';
import type { ActionDraft, ActionView } from '@zud/core/contract/actions';
import { startPartnerStandIn, type PartnerStandIn } from '../stand-ins/partner';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import { settled, until } from '../../tests/returning-world';

let world: ReturningServer;
let partner: PartnerStandIn;
let secret: string | null = null;
let instead: { status: number; body: object } | null = null;
let template = '';
let reading: object;
const BLANKS = [
  { key: 'line', label: 'Which line', filled: '{line}', needed: true },
  { key: 'reason', label: 'Why', filled: '{line} carried {riders}', needed: true },
  { key: 'all', label: 'All of it', filled: '{summary}', needed: false },
  { key: 'note', label: 'Note', filled: '{weather}', needed: false },
];

beforeAll(async () => {
  world = await startReturningServer(20);
  partner = await startPartnerStandIn(
    0,
    () => Promise.resolve(secret),
    () => instead,
  );
  const hook = await world.admin<{ id: string; secret: string }>('POST', '/hooks', {
    name: 'The order book',
    url: partner.events,
  });
  secret = hook.body.secret;
  const made = await world.steward<{ id: string }>('POST', '/action-templates', {
    name: 'Order a bus',
    hookId: hook.body.id,
    blanks: BLANKS,
  });
  expect(made.status).toBe(201);
  template = made.body.id;
  ({ reading } = (
    await world.ada<{ reading: object }>('POST', '/models/rides/read', { text: 'riders by line, highest first' })
  ).body);
}, 120_000);
afterAll(async () => {
  await world.close();
  await partner.close();
});

const draft = (row?: number) =>
  world.ada<ActionDraft>('POST', '/actions/draft', {
    templateId: template,
    modelId: 'rides',
    reading,
    ...(row === undefined ? {} : { row }),
  });
const confirm = (id: string, values: Record<string, string>) =>
  world.ada<ActionView & { detail: string }>('POST', '/actions', {
    id,
    templateId: template,
    modelId: 'rides',
    reading,
    values,
  });
const came = async (id: string) => (await world.ada<ActionView>('GET', `/actions/${id}`)).body;
const VALUES = { line: 'Cedar', reason: 'It is full', note: '' };

test('its blanks are filled from the row; what nothing stands for is told; nothing is sent', async () => {
  const { body } = await draft(0);
  expect(body.blanks.map(({ key, value }) => [key, value])).toEqual([
    ['line', 'Cedar'],
    // 300 a day over 20 weeks
    ['reason', 'Cedar carried 42,000'],
    ['all', 'Cedar, Riders 42,000 (Riders by line, sorted by riders descending)'],
    ['note', ''],
  ]);
  expect(body.unfilled).toEqual(['weather']);
  expect(body.about).toMatch(/^Cedar: /);
  expect((await draft(3)).status).toBe(422);
  // of the whole there is no one line
  expect((await draft()).body.blanks[0]?.value).toBe('');
  expect(partner.orders).toEqual([]);
});

test('what is confirmed goes out once, signed, and its answer is kept; the audit list says both', async () => {
  const id = randomUUID();
  expect((await confirm(id, VALUES)).status).toBe(201);
  // the same again, as a browser that lost the answer would
  expect((await confirm(id, VALUES)).status).toBe(200);
  await until(async () => (await came(id)).state === 'sent', 20_000);
  expect(partner.orders).toMatchObject([
    { number: 1001, what: 'Order a bus', by: 'Ada', values: { ...VALUES, all: '' } },
  ]);
  expect((await came(id)).said).toMatch(/"order":1001/);
  const audit = (await world.admin<{ action: string; subject: string; detail: object }[]>('GET', '/audit')).body.filter(
    ({ subject }) => subject === id,
  );
  expect(audit.map(({ action }) => action).sort()).toEqual(['action confirmed', 'action taken']);
  expect(audit.find(({ action }) => action === 'action confirmed')?.detail).toMatchObject({ sent: VALUES });
  expect(JSON.stringify(audit)).toContain('1001');
});

test('what is needed is not sent empty, nor what is no blank', async () => {
  expect((await confirm(randomUUID(), { ...VALUES, line: ' ' })).body.detail).toMatch(/“Which line” is empty/);
  expect((await confirm(randomUUID(), { ...VALUES, colour: 'red' })).body.detail).toMatch(/“colour” is no blank/);
  expect(partner.orders).toHaveLength(1);
});

test('what the partner refuses is told with its reason, and not tried again', async () => {
  instead = { status: 409, body: { error: 'no buses left' } };
  const id = randomUUID();
  await confirm(id, VALUES);
  await until(async () => (await came(id)).state === 'failed', 20_000);
  instead = null;
  expect((await came(id)).said).toMatch(/no buses left/);
  await settled(world.server);
  expect(world.mailTo('Ada').map(({ mail }) => mail.subject)).toEqual(['A message of yours could not be sent']);
});

test('a partner that stumbles is tried again with the same event, so that it is one order', async () => {
  let times = 0;
  instead = { status: 503, body: { error: 'busy' } };
  const id = randomUUID();
  await confirm(id, VALUES);
  await until(async () => {
    times += 1;
    return (await came(id)).said?.includes('503') ?? false;
  }, 20_000);
  instead = null;
  await world.setClock(new Date(Date.now() + 120_000));
  await until(async () => (await came(id)).state === 'sent', 20_000);
  expect(times).toBeGreaterThan(0);
  expect(partner.orders.map(({ number }) => number)).toEqual([1001, 1002]);
});

test('others see nothing of it; a template that was withdrawn is used no more', async () => {
  const other = await world.server.person('Cal', 'analyst');
  const viewer = await world.server.person('Bea', 'viewer');
  const [mine] = (await world.ada<ActionView[]>('GET', '/actions')).body;
  expect((await other<ActionView[]>('GET', '/actions')).body).toEqual([]);
  expect((await other('GET', `/actions/${mine?.id}`)).status).toBe(404);
  expect((await world.admin<ActionView[]>('GET', '/actions')).body.length).toBeGreaterThanOrEqual(3);
  expect((await viewer('GET', '/action-templates')).status).toBe(403);
  expect((await world.ada('DELETE', `/action-templates/${template}`)).status).toBe(403);
  expect((await world.steward('DELETE', `/action-templates/${template}`)).status).toBe(204);
  expect((await world.ada<object[]>('GET', '/action-templates')).body).toEqual([]);
  expect((await confirm(randomUUID(), VALUES)).body.detail).toMatch(/withdrawn/);
});
