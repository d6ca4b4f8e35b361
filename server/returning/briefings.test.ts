/** Briefings end to end: by a schedule, to each by their own rights, pages that repeat and that are left out, editions beside each other. */
import JSZip from 'jszip';
import type { BriefingView, Edition } from '@zud/core/contract/briefings';
import type { OutboxEntry } from '@zud/core/contract/messages';
import { makeEdition } from './editions';
import type { MailStandIn } from '../stand-ins/mail';
import type { PlainServer } from '../../tests/plain-server';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import type { Caller } from '../../tests/demo-server';
import { MODEL, settled } from '../../tests/returning-world';

let world: ReturningServer;
let server: PlainServer;
let mail: MailStandIn;
let steward: Caller;
let ada: Caller;
let bea: Caller;
let admin: Caller;

beforeAll(async () => {
  world = await startReturningServer(60);
  ({ server, mail, steward, ada, admin } = world);
  bea = await server.person('Bea', 'viewer', ['North crew']);
}, 120_000);
afterAll(() => world.close());

const mailTo = (name: string) => world.mailTo(name);
const setClock = (now: string) => world.setClock(now);
const nextWeek = (riders?: Parameters<ReturningServer['nextWeek']>[0]) => world.nextWeek(riders);
const rowsOf = (edition: Edition, page: number) => edition.pages[page]?.answer?.rows ?? [];

let weekly: BriefingView;

test('made in words, with when and to whom; a preview keeps and sends nothing', async () => {
  await admin('PUT', '/clock', { now: '2027-03-05T12:00:00Z' });
  const made = await ada<BriefingView & { detail?: string }>('POST', '/briefings', {
    modelId: 'rides',
    text: 'brief me and Bea on riders by line last week; riders last week, only if it changed; for each of the top 2 lines by riders: the trend, every Monday at 6',
    zone: 'Europe/Lisbon',
  });
  expect(made.status).toBe(201);
  weekly = made.body;
  expect(weekly.looks).toBe('every Monday at 06:00');
  expect(weekly.nextAt).toBe('2027-03-08T06:00:00.000Z');
  expect(weekly.receivers.map(({ name }) => name)).toEqual(['Ada', 'Bea']);
  expect(weekly.pages.map(({ only, each }) => [only, each?.count ?? null])).toEqual([
    ['always', null],
    ['changed', null],
    ['always', 2],
  ]);
  const preview = (await ada<Edition>('POST', `/briefings/${weekly.id}/preview`)).body;
  expect(preview.number).toBe(0);
  expect(preview.pages.map(({ title, left }) => [title, left])).toEqual([
    ['Riders by line last week', null],
    ['Riders last week', null],
    ['Riders: Cedar', null],
    ['Riders: Birch', null],
  ]);
  expect((await ada<BriefingView>('GET', `/briefings/${weekly.id}`)).body.editions).toEqual([]);
  expect(mail.caught).toHaveLength(0);
});

test('the trend and what moved, for each of the top 2: the same two, and what is told of a line stays together', async () => {
  const made = await ada<BriefingView>('POST', '/briefings', {
    modelId: 'rides',
    text: 'brief me on riders last week; for each of the top 2 lines by riders: the trend and what moved',
    zone: 'Europe/Lisbon',
  });
  expect(made.status).toBe(201);
  const { pages } = (await ada<Edition>('POST', `/briefings/${made.body.id}/preview`)).body;
  expect(pages.slice(1).map(({ id }) => /\/(.*)/.exec(id)?.[1])).toEqual(['Cedar', 'Cedar', 'Birch', 'Birch']);
  expect(new Set(pages.slice(1).map(({ of }) => of)).size).toBe(2);
  await ada('DELETE', `/briefings/${made.body.id}`);
});

test('it comes out at its time, once, and its numbers are those that each reader may see', async () => {
  await setClock('2027-03-08T05:59:00Z');
  expect(mail.caught).toHaveLength(0);
  await setClock('2027-03-08T06:00:30Z');
  expect(mailTo('Ada')).toHaveLength(1);
  expect(mailTo('Bea')).toHaveLength(1);
  const own = (await ada<Edition>('GET', `/briefings/${weekly.id}/editions/1`)).body;
  const limited = (await bea<Edition>('GET', `/briefings/${weekly.id}/editions/1`)).body;
  expect(rowsOf(own, 0)).toEqual([
    ['Cedar', 2100],
    ['Birch', 1400],
    ['Alder', 700],
  ]);
  expect(rowsOf(limited, 0)).toEqual([
    ['Birch', 1400],
    ['Alder', 700],
  ]);
  expect(rowsOf(own, 1)).toEqual([[4200]]);
  expect(rowsOf(limited, 1)).toEqual([[2100]]);
  // the members of the pages that repeat are chosen among what each may know
  expect(own.pages.slice(2).map(({ title }) => title)).toEqual(['Riders: Cedar', 'Riders: Birch']);
  expect(limited.pages.slice(2).map(({ title }) => title)).toEqual(['Riders: Birch', 'Riders: Alder']);
  expect(limited.limits).toMatch(/Alder and Birch only/);
  expect(JSON.stringify(limited)).not.toMatch(/Cedar|\b4200\b|4,200/);
  const message = mailTo('Bea')[0];
  expect(`${message?.raw}`).not.toMatch(/Cedar/);
  expect(message?.mail.text).toContain('2,100');
  expect(mailTo('Ada')[0]?.mail.attachments.filter(({ related }) => related)).not.toHaveLength(0);
  expect(own.sent).toEqual(['Sent to Ada, Bea']);
  expect(limited.sent).toEqual([]);
  await setClock('2027-03-08T09:00:00Z');
  expect(mailTo('Ada')).toHaveLength(1);
});

test('the next edition leaves out the page with nothing to tell, and says what changed since the one before', async () => {
  await setClock('2027-03-15T06:01:00Z');
  const second = (await ada<Edition>('GET', `/briefings/${weekly.id}/editions/2`)).body;
  expect(second.pages[1]).toMatchObject({ title: 'Riders last week', left: 'nothing changed' });
  expect(second.since).toEqual(['“Riders last week” is not in it any more.']);
  // “last week” is the one before the week of the latest data
  await nextWeek({ Cedar: 10 });
  await nextWeek();
  await setClock('2027-03-22T06:01:00Z');
  const third = (await ada<Edition>('GET', `/briefings/${weekly.id}/editions/3`)).body;
  expect(third.pages[1]?.left).toBeNull();
  expect(rowsOf(third, 1)).toEqual([[2170]]);
  // Cedar has 70 of its last week, and ranks first over all weeks all the same
  expect(third.pages[2]?.title).toBe('Riders: Cedar');
  expect(third.since).toContain('“Riders last week” is new.');
  // of Cedar the North crew knows nothing: for them nothing changed
  const limited = (await bea<Edition>('GET', `/briefings/${weekly.id}/editions/3`)).body;
  expect(limited.pages[1]?.left).toBe('nothing changed');
});

test('weeks in which the server was away are made up once', async () => {
  const before = (await ada<BriefingView>('GET', `/briefings/${weekly.id}`)).body.editions.length;
  await setClock('2027-04-27T12:00:00Z');
  const after = (await ada<BriefingView>('GET', `/briefings/${weekly.id}`)).body;
  expect(after.editions.length).toBe(before + 1);
  expect(after.nextAt).toBe('2027-05-03T05:00:00.000Z');
});

test('a run that is made again, as after an end between computing and sending, comes out once', async () => {
  const { context } = server.running;
  const count = mail.caught.length;
  expect(await makeEdition(weekly.id, 'at some time', null, context)).toBeGreaterThan(0);
  expect(await makeEdition(weekly.id, 'at some time', null, context)).toBeNull();
  await settled(server);
  expect(mail.caught.length - count).toBe(2);
});

test('by hand, changed in one window only, taken along as files, removed', async () => {
  const run = await ada<Edition>('POST', `/briefings/${weekly.id}/editions`);
  expect(run.status).toBe(201);
  expect(run.body.by).toBe('Ada');
  expect((await bea('POST', `/briefings/${weekly.id}/editions`)).status).toBe(403);
  expect((await bea('PATCH', `/briefings/${weekly.id}`, { title: 'Mine' })).status).toBe(403);
  const changed = await ada<BriefingView>('PATCH', `/briefings/${weekly.id}`, {
    title: 'Lines',
    version: weekly.version,
  });
  expect(changed.status).toBe(200);
  expect((await ada('PATCH', `/briefings/${weekly.id}`, { title: 'Other', version: weekly.version })).status).toBe(409);
  const address = `/briefings/${weekly.id}/editions/${run.body.number}/exports`;
  const pptx = await server.raw('Ada', 'POST', address, { format: 'pptx' });
  expect(pptx.status).toBe(200);
  const slides = Object.keys((await JSZip.loadAsync(pptx.bytes)).files).filter((name) =>
    /slides\/slide\d+\.xml$/.test(name),
  );
  // a cover and a slide for each page that is in it
  expect(slides).toHaveLength(1 + run.body.pages.filter(({ left, answer }) => left === null && answer !== null).length);
  expect((await server.raw('Ada', 'POST', address, { format: 'pdf' })).bytes.subarray(0, 5).toString()).toBe('%PDF-');
  const csv = await server.raw('Bea', 'POST', address, { format: 'csv', page: run.body.pages[0]?.id });
  expect(csv.bytes.toString()).toContain('Birch');
  expect(csv.bytes.toString()).not.toContain('Cedar');
  expect((await ada('DELETE', `/briefings/${weekly.id}`)).status).toBe(204);
  expect((await ada('GET', `/briefings/${weekly.id}`)).status).toBe(404);
});

test('of a board that is gone the briefing stays; of a measure that is gone its page is left out, and the owner told once', async () => {
  const board = await ada<{ id: string }>('POST', '/boards', { title: 'Lines' });
  for (const text of ['riders by line', 'late runs by line']) {
    const read = await ada<{ reading: object }>('POST', '/models/rides/read', { text });
    await ada('POST', `/boards/${board.body.id}/tiles`, { modelId: 'rides', reading: read.body.reading });
  }
  const made = (await ada<BriefingView>('POST', '/briefings', { boardId: board.body.id, look: 'data' })).body;
  expect(made.pages).toHaveLength(2);
  await ada('DELETE', `/boards/${board.body.id}`);
  await steward(
    'PUT',
    '/models/rides',
    MODEL.replace('id: late, name: Late runs', 'id: tardy, name: Tardy runs').replace(
      'of: late, per',
      'of: tardy, per',
    ),
    { 'content-type': 'application/yaml' },
  );
  await nextWeek();
  const edition = (await ada<Edition>('GET', `/briefings/${made.id}/editions/1`)).body;
  expect(edition.pages.map(({ left }) => left === null)).toEqual([true, false]);
  await nextWeek();
  const notices = mailTo('Ada').filter(({ mail: one }) => /cannot be computed/.test(one.subject ?? ''));
  expect(notices).toHaveLength(1);
  expect(notices[0]?.mail.text).toMatch(/measure “late”/);
  const outbox = (await admin<OutboxEntry[]>('GET', '/outbox')).body;
  expect(new Set(outbox.map(({ key }) => key)).size).toBe(outbox.length);
});
