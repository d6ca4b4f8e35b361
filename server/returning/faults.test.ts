/** What goes wrong on the way: two servers, a server that is killed, hooks that fail or never answer. Each message exactly once, or told as failed. */
import { spawn } from 'node:child_process';
import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import pg from 'pg';
import type { OutboxEntry } from '@zud/core/contract/messages';
import { isSigned } from '../outlets/hook';
import { startPlainServer } from '../../tests/plain-server';
import {
  AT_ONCE,
  FROM,
  makeAlert,
  oddWeek,
  startReturningServer,
  type ReturningServer,
} from '../../tests/returning-server';
import { loadWeek, settled, until } from '../../tests/returning-world';
import { temporaryFolder } from '../../tests/temporary-folder';

const START = path.join(__dirname, '../dist/start.js');

test('two servers on one database: each message once, whoever of them looks and sends', async () => {
  const world = await startReturningServer(54);
  const { server, mail, steward, ada, admin } = world;
  const other = await startPlainServer({
    databaseUrl: server.databaseUrl,
    mail: { address: mail.smtp, from: FROM },
    ...AT_ONCE,
  });
  try {
    for (const text of [
      'tell me when riders of any line are under 600 in a week',
      'tell me when riders are under 4000 in a week',
      'tell me when riders of any line fall by more than 50% in a week',
    ])
      expect((await makeAlert(ada, text)).status).toBe(201);
    const rounds = 6;
    for (let week = 0; week < rounds; week += 1) {
      await loadWeek(steward, 54 + week, oddWeek(week % 2 === 0 ? { Birch: 50 } : {}));
      await Promise.all([settled(server), settled(other)]);
    }
    // three weeks in which each of the three has something to tell, the alerts are told of once each
    const keys = (await admin<OutboxEntry[]>('GET', '/outbox')).body;
    expect(keys.map(({ state }) => state)).toEqual(keys.map(() => 'sent'));
    expect(mail.caught).toHaveLength(keys.length);
    expect(new Set(mail.caught.map(({ mail: one }) => one.messageId)).size).toBe(keys.length);
    expect(keys).toHaveLength(9);
  } finally {
    await other.close();
    await world.close();
  }
}, 150_000);

/** How many messages a server had begun to send when it ended. */
async function countSending(databaseUrl: string): Promise<number> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  try {
    const { rows } = await client.query<{ n: number }>("select count(*)::int as n from outbox where state = 'sending'");
    return rows[0]?.n ?? 0;
  } finally {
    await client.end();
  }
}

test('the server is killed while it sends: the message is told as one that may have gone out, and is not sent twice; what it had not begun goes out once', async () => {
  let hold: Promise<null> | null = null;
  let begun = 0;
  const { server, mail, ada } = await startReturningServer(54, () => {
    begun += 1;
    return hold ?? null;
  });
  const { databaseUrl } = server;
  await makeAlert(ada, 'tell me when riders of any line are under 600 in a week');
  await makeAlert(ada, 'tell me when riders are under 4000 in a week');
  await server.close();
  hold = new Promise(() => undefined);
  const folder = temporaryFolder('killed');
  const child = spawn(process.execPath, [START], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      PORT: '0',
      ZUD_DATA: folder,
      ZUD_SMTP: mail.smtp,
      ZUD_COLUMNAR: 'off',
      ZUD_JOB_EXPIRE: '3',
      LOG_LEVEL: 'error',
    },
    stdio: 'ignore',
  });
  try {
    // the load comes by another server, which sends nothing
    const loader = await startPlainServer({ databaseUrl, mail: null, jobs: { polling: 3600 }, roundEvery: 3_600_000 });
    const again = await loader.person('Steve', 'steward');
    await loadWeek(again, 54, oddWeek({ Birch: 50 }));
    await loader.close();
    await until(() => begun > 0, 60_000);
  } finally {
    child.kill('SIGKILL');
  }
  hold = null;
  const before = await countSending(databaseUrl);
  // one may have been on its way without having come to the other side
  expect(before).toBeGreaterThanOrEqual(begun);
  const next = await startPlainServer({
    databaseUrl,
    mail: { address: mail.smtp, from: FROM },
    jobs: { polling: 0.5, expire: 3 },
    roundEvery: 300,
  });
  try {
    const root = await next.person('Roota', 'admin');
    const toldOf = () => mail.caught.filter(({ mail: one }) => /^Riders/.test(one.subject ?? '')).length;
    const done = await until(async () => {
      const body = (await root<OutboxEntry[]>('GET', '/outbox')).body.filter(({ subject }) => subject === 'An alert');
      return body.length >= 2 && body.every(({ state }) => state === 'sent' || state === 'unsure') ? body : null;
    }, 90_000);
    const unsure = done.filter(({ state }) => state === 'unsure');
    expect(unsure).toHaveLength(before);
    expect(toldOf()).toBe(done.length - unsure.length);
    // their owner is told, and an admin may say that one is to be sent again
    await until(
      () =>
        mail.caught.filter(({ mail: one }) => one.subject === 'A message of yours may not have arrived').length ===
        before,
    );
    expect((await root('POST', `/outbox/${unsure[0]?.id}/again`)).status).toBe(204);
    await until(() => toldOf() === done.length - unsure.length + 1);
  } finally {
    await next.close();
    await mail.close();
  }
}, 150_000);

describe('hooks', () => {
  let hook: Server;
  let got: { body: string; signature: string; type: string }[] = [];
  let answer: (response: ServerResponse) => void = (response) => response.writeHead(204).end();
  let world: ReturningServer;
  beforeAll(async () => {
    hook = createServer((request, response) => {
      const parts: Buffer[] = [];
      request.on('data', (part: Buffer) => parts.push(part));
      request.on('end', () => {
        got.push({
          body: Buffer.concat(parts).toString(),
          signature: String(request.headers['zud-signature']),
          type: String(request.headers['content-type']),
        });
        answer(response);
      });
    });
    await new Promise<void>((resolve) => hook.listen(0, '127.0.0.1', resolve));
    world = await startReturningServer(54);
  }, 120_000);
  afterAll(async () => {
    await world.close();
    hook.closeAllConnections();
    await new Promise((resolve) => hook.close(resolve));
  });
  const load = (riders: Parameters<ReturningServer['nextWeek']>[0]) => world.nextWeek(riders);

  test('an event is a signed CloudEvent with the figures of whoever owns the alert; only admins allow an address, only stewards send there', async () => {
    const { steward, ada, admin, server } = world;
    const url = `http://127.0.0.1:${(hook.address() as AddressInfo).port}/events`;
    expect((await steward('POST', '/hooks', { name: 'Desk', url })).status).toBe(403);
    const allowed = (await admin<{ id: string; secret: string }>('POST', '/hooks', { name: 'Desk', url })).body;
    const receivers = [{ kind: 'hook', id: allowed.id }];
    expect(
      (await makeAlert(ada, 'tell me when riders of any line are under 600 in a week', { receivers })).status,
    ).toBe(422);
    expect(
      (await makeAlert(steward, 'tell me when riders of any line are under 600 in a week', { receivers })).status,
    ).toBe(201);
    await load({ Birch: 50 });
    expect(got).toHaveLength(1);
    const [one] = got;
    const event = JSON.parse(one?.body ?? '{}') as {
      specversion: string;
      type: string;
      id: string;
      data: { texts: string[] };
    };
    expect(event).toMatchObject({ specversion: '1.0', type: 'zud.alert.told' });
    expect(event.data.texts[0]).toContain('Riders of Birch: 350');
    expect(one?.type).toContain('application/cloudevents+json');
    expect(isSigned(one?.body ?? '', one?.signature ?? '', allowed.secret, new Date())).toBe(true);
    expect(isSigned(`${one?.body} `, one?.signature ?? '', allowed.secret, new Date())).toBe(false);
    expect(isSigned(one?.body ?? '', one?.signature ?? '', allowed.secret, new Date(Date.now() + 3_600_000))).toBe(
      false,
    );
    // a new secret: for a while both hold
    const renewed = (await admin<{ secret: string }>('POST', `/hooks/${allowed.id}/secret`)).body;
    await load({});
    await load({ Birch: 40 });
    const last = got.at(-1);
    for (const secret of [allowed.secret, renewed.secret])
      expect(isSigned(last?.body ?? '', last?.signature ?? '', secret, new Date())).toBe(true);
    const { clock } = server.running.context;
    expect(clock.movable).toBe(true);
  });

  test('one that answers 500 is tried again with the same id until it takes it; one that says 400 is told as failed', async () => {
    const { admin, server } = world;
    got = [];
    await load({});
    answer = (response) => response.writeHead(500).end('not now');
    await load({ Birch: 30 });
    expect(got).toHaveLength(1);
    const outbox = async () =>
      (await admin<OutboxEntry[]>('GET', '/outbox')).body.filter(({ channel }) => channel === 'hook');
    expect((await outbox())[0]).toMatchObject({ state: 'waiting', said: 'The other side answered 500: not now.' });
    answer = (response) => response.writeHead(202).end('thanks');
    await admin('PUT', '/clock', {
      now: new Date(server.running.context.clock.now().getTime() + 600_000).toISOString(),
    });
    await settled(server);
    expect((await outbox())[0]).toMatchObject({ state: 'sent', said: '202: thanks' });
    expect(new Set(got.map(({ body }) => (JSON.parse(body) as { id: string }).id)).size).toBe(1);
    answer = (response) => response.writeHead(400).end('no');
    await load({});
    await load({ Birch: 30 });
    expect((await outbox())[0]).toMatchObject({ state: 'failed' });
    expect(world.mail.caught.at(-1)?.mail.subject).toBe('A message of yours could not be sent');
  });
});
