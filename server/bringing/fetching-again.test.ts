/** A table from an address: proved once, fetched again by a schedule and by hand where the file is another, and never worse than it was. */
import express from 'express';
import { createServer, type Server } from 'node:http';
import type { BroughtFile, ToldSource } from '@zud/core/contract/imports';
import type { TableLoad } from '@zud/core/contract/models';
import type { Caller } from '../../tests/demo-server';
import { startReturningServer, type ReturningServer } from '../../tests/returning-server';
import { listening, portOf, stopped } from '../stand-ins/pages';

interface There {
  status: number;
  body: string;
  /** What came in of conditions. */
  asked: { etag: string | undefined; sent: number }[];
}
const there: There = { status: 200, body: '', asked: [] };
let files: Server;
let world: ReturningServer;
let steward: Caller;
let host: string;

const prices = (days: number, factor = 1): string =>
  [
    'Day;Harbour;Price',
    ...Array.from({ length: days }, (_, day) =>
      ['North Quay', 'South Quay'].map(
        (quay, at) => `2027-01-${String(day + 1).padStart(2, '0')};${quay};${(day + at) * factor},50`,
      ),
    ).flat(),
  ].join('\n');

beforeAll(async () => {
  const app = express();
  app.get('/prices.csv', (request, response) => {
    const entry = { etag: request.get('if-none-match'), sent: there.status };
    there.asked.push(entry);
    response.once('finish', () => (entry.sent = response.statusCode));
    response.status(there.status).type('text/csv').send(there.body);
  });
  app.get('/page', (_request, response) => response.send('<h1>A page</h1>'));
  app.get('/moved', (_request, response) => response.redirect('/prices.csv'));
  app.get('/inward', (_request, response) => response.redirect('http://127.0.0.1:9/secret'));
  app.get('/half', (_request, response) => {
    response.type('text/csv').set('content-length', '100000').write('Day;Harbour;Price\n');
    setTimeout(() => response.destroy(), 100);
  });
  app.get('/round', (_request, response) => response.redirect('/round'));
  files = await listening(createServer(app), 0);
  host = `127.0.0.1:${portOf(files)}`;
  world = await startReturningServer(4, () => null, { sourceHosts: [host] });
  ({ steward } = world);
  await world.setClock('2027-03-01T08:00:00Z');
}, 120_000);
afterAll(async () => {
  await world.close();
  await stopped(files);
});

let hour = 12;
const bring = (address: string, who = steward) =>
  who<BroughtFile & { detail?: string }>('POST', `/imports?address=${encodeURIComponent(address)}`);
const fetchNow = () => steward<{ rows: number | null; detail?: string }>('POST', '/tables/prices/source/fetch');
const table = async () => {
  const { body } = await steward<{ name: string; rows: number; source: ToldSource | null }[]>('GET', '/tables');
  return body.find(({ name }) => name === 'prices');
};
const loads = async () => (await steward<TableLoad[]>('GET', '/tables/prices/loads')).body.length;

test('it is proved like a file that is sent, and the table knows where it came from', async () => {
  there.body = prices(10);
  const { status, body } = await bring(`http://${host}/moved`);
  expect([status, body.filename, body.table?.rows]).toEqual([201, 'prices.csv', 20]);
  expect((await steward('POST', `/imports/${body.id}/table`, { name: 'prices', mode: 'new' })).status).toBe(201);
  expect((await table())?.source).toMatchObject({
    address: `http://${host}/moved`,
    mode: 'replace',
    looks: 'by hand only',
    fault: null,
  });
});

test('fetched again, the file that is there already is not even sent, or not loaded', async () => {
  const before = await loads();
  expect((await fetchNow()).body.rows).toBeNull();
  expect(there.asked.at(-1)?.etag).toBeDefined();
  expect(there.asked.at(-1)?.sent).toBe(304);
  expect(await loads()).toBe(before);
  there.body = prices(12);
  expect((await fetchNow()).body.rows).toBe(24);
  expect(await loads()).toBe(before + 1);
  expect((await table())?.rows).toBe(24);
});

test('by a schedule it is fetched at its time, once', async () => {
  const look = { rule: 'FREQ=DAILY', zone: 'Europe/Lisbon', start: '2027-03-01T06:00' };
  const set = await steward<ToldSource>('PUT', '/tables/prices/source', { look });
  expect(set.body).toMatchObject({ looks: 'every day at 06:00', nextAt: '2027-03-02T06:00:00.000Z' });
  there.body = prices(14);
  const asked = there.asked.length;
  await world.setClock('2027-03-02T05:59:00Z');
  expect(there.asked.length).toBe(asked);
  await world.setClock('2027-03-02T06:01:00Z');
  expect(there.asked.length).toBe(asked + 1);
  expect((await table())?.rows).toBe(28);
  // a week in which the server was away is made up once
  await world.setClock('2027-03-09T12:00:00Z');
  expect(there.asked.length).toBe(asked + 2);
  expect((await table())?.source).toMatchObject({ nextAt: '2027-03-10T06:00:00.000Z', fault: null });
});

test.each([
  [
    'of another layout',
    () => (there.body = 'Day;Harbour;Berths;Price\n2027-01-01;North Quay;2;3,5\n'),
    /other columns/,
  ],
  ['with nothing in it', () => (there.body = 'Day;Harbour;Price\n'), /no rows/],
  ['that is gone', () => (there.status = 404), /answers 404 \(there is nothing\)/],
])('a file %s leaves the table as it is, and its owner is told once', async (_what, change, fault) => {
  const before = await table();
  const told = () =>
    world.mailTo('Stew').filter(({ mail }) => mail.subject?.includes('“prices” could not be fetched')).length;
  const count = told();
  change();
  const refused = await fetchNow();
  expect([refused.status, refused.body.detail]).toEqual([422, expect.stringMatching(fault)]);
  expect(refused.body.detail).toContain('The table is as it was.');
  await fetchNow();
  expect(await table()).toMatchObject({
    rows: before?.rows,
    source: { fault: expect.stringMatching(fault), cameAt: before?.source?.cameAt },
  });
  // later than what was put out just now
  hour += 1;
  await world.setClock(`2027-03-09T${hour}:00:00Z`);
  for (let tries = 0; tries < 100 && told() === count; tries += 1)
    await new Promise((resolve) => setTimeout(resolve, 100));
  expect(told()).toBe(count + 1);
  there.status = 200;
  there.body = prices(14);
  expect((await fetchNow()).status).toBe(200);
  expect((await table())?.source?.fault).toBeNull();
});

test('what is new in a file and waits for a choice is not loaded by itself', async () => {
  there.body = prices(15) + '\n' + prices(15).split('\n').slice(1, 9).join('\n');
  const refused = await fetchNow();
  expect([refused.status, refused.body.detail]).toEqual([422, expect.stringContaining('waits for a choice')]);
  expect((await table())?.rows).toBe(28);
});

test('addresses that are none, lead elsewhere or are not allowed are refused in words', async () => {
  const said = async (address: string) => {
    const { status, body } = await bring(address);
    expect(status).toBe(422);
    return body.detail;
  };
  expect(await said('prices.csv')).toMatch(/no address of a file/);
  expect(await said('file:///etc/passwd')).toMatch(/no address of a file/);
  expect(await said(`http://kim:secret@${host}/prices.csv`)).toMatch(/password/);
  expect(await said('http://169.254.169.254/latest')).toMatch(/not fetched from 169\.254\.169\.254/);
  expect(await said(`http://${host}/inward`)).toMatch(/not fetched from 127\.0\.0\.1:9/);
  expect(await said(`http://${host}/round`)).toMatch(/without an end/);
  expect(await said(`http://${host}/page`)).toMatch(/a page for people/);
  expect(await said(`http://${host}/nothing`)).toMatch(/404/);
  expect(await said(`http://${host}/half`)).toMatch(/broke off in the middle/);
  expect((await bring(`http://${host}/prices.csv`, world.ada)).status).toBe(403);
});

test('let go, it is fetched no more, and what is there stays; taken away, its address goes with it', async () => {
  expect((await steward('DELETE', '/tables/prices/source')).status).toBe(204);
  expect(await table()).toMatchObject({ rows: 28, source: null });
  expect((await fetchNow()).status).toBe(404);
  there.body = prices(3);
  const { body } = await bring(`http://${host}/prices.csv`);
  await steward('POST', `/imports/${body.id}/table`, { name: 'prices', mode: 'replace' });
  expect((await table())?.source?.address).toBe(`http://${host}/prices.csv`);
  expect((await steward('DELETE', '/tables/prices')).status).toBe(204);
  expect(await table()).toBeUndefined();
});
