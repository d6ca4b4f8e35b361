/** Alerts end to end over HTTP and SMTP: made in words, tried, told once to each by their own rights, when data arrive. */
import type { AlertView, OccasionView, Trial } from '@zud/core/contract/alerts';
import type { OutboxEntry } from '@zud/core/contract/messages';
import type { MailStandIn } from '../stand-ins/mail';
import type { PlainServer } from '../../tests/plain-server';
import { makeAlert, startReturningServer, type ReturningServer } from '../../tests/returning-server';
import type { Caller } from '../../tests/demo-server';
import { MODEL, dayAt, settled, usual, weeksOf } from '../../tests/returning-world';

let world: ReturningServer;
let server: PlainServer;
let mail: MailStandIn;
let steward: Caller;
let ada: Caller;
let bea: Caller;
let admin: Caller;
let refused: { code: number; text: string } | null = null;
const WEEKS = 60;

beforeAll(async () => {
  world = await startReturningServer(WEEKS, () => {
    const said = refused;
    if (said?.code === 550) refused = null;
    return said;
  });
  ({ server, mail, steward, ada, admin } = world);
  bea = await server.person('Bea', 'viewer', ['North crew']);
}, 120_000);
afterAll(() => world.close());

const mailTo = (name: string) => world.mailTo(name);
const make = makeAlert;
const nextWeek = (riders?: Parameters<ReturningServer['nextWeek']>[0]) => world.nextWeek(riders);
/** What is written of a value in messages. */
const written = (value: number) => value.toLocaleString('en-GB');

test('it is tried over the past before it is kept, and nothing is kept of the trial', async () => {
  const text = 'tell me when riders of any line are over 2000 in a week';
  const trial = await ada<Trial>('POST', '/alerts/trial', { modelId: 'rides', text });
  // Cedar has 2,100 each week: told once, at the beginning of the year that is looked at
  expect(trial.body.times.map(({ at, members }) => [at, members?.map(({ member }) => member)])).toEqual([
    [dayAt((WEEKS - 52) * 7), ['Cedar']],
  ]);
  expect(trial.body).toMatchObject({
    periods: 52,
    grain: 'week',
    text: 'In the last 52 weeks it would have told you once.',
  });
  expect(trial.body.now.map(({ member, value }) => [member, value])).toEqual([['Cedar', 2100]]);
  expect((await ada<AlertView[]>('GET', '/alerts')).body).toEqual([]);
  const read = await ada<{ sentence: string; detail?: string }>('POST', '/alerts/read', {
    modelId: 'rides',
    text: 'tell me when wobble is over 3',
  });
  expect(read.status).toBe(422);
  expect(read.body.detail).toMatch(/wobble/);
});

test('it fires when a load arrives: once, to each by what they may see, on Today and by mail with the figure, the picture and the way on', async () => {
  const { status, body } = await make(ada, 'tell me and Bea when riders of any line are under 600 in a week');
  expect(status).toBe(201);
  expect(body.sentence).toBe('riders of any line are under 600 in a week');
  expect(body.receivers.map(({ name }) => name)).toEqual(['Ada', 'Bea']);
  await nextWeek();
  expect(mail.caught).toHaveLength(0);
  const at = await nextWeek({ Birch: 50, Cedar: 40 });
  const [toAda] = mailTo('Ada');
  const [toBea] = mailTo('Bea');
  expect(mail.caught).toHaveLength(2);
  expect(toAda?.mail.subject).toContain('Birch (350)');
  expect(toAda?.mail.subject).toContain('Cedar (280)');
  // of Cedar nothing is told to the North crew: not in the subject, the text, the picture's words
  expect(toBea?.mail.subject).toContain(`Riders of Birch: 350`);
  // addresses and pictures are made of letters by chance
  const said = `${toBea?.mail.subject} ${toBea?.mail.text} ${toBea?.mail.html || ''}`.replace(
    /(https?:|data:)[^\s"]+/g,
    '',
  );
  expect(said).not.toMatch(/Cedar|\b280\b/);
  expect(toAda?.mail.text).toContain(`/alerts/${body.id}`);
  expect(toAda?.mail.text).toMatch(/What moved it/);
  expect(toAda?.mail.attachments.map(({ contentType, related }) => [contentType, related])).toEqual([
    ['image/png', true],
  ]);
  expect(toAda?.mail.headers.get('list')).toMatchObject({
    unsubscribe: { url: expect.stringContaining('/api/unsubscribe/') as string },
  });
  expect(toAda?.raw).toMatch(/List-Unsubscribe-Post: List-Unsubscribe=One-Click/);
  const told = await ada<OccasionView[]>('GET', '/alerts/told?unseen');
  expect(told.body).toHaveLength(1);
  expect(told.body[0]?.texts[0]).toContain(`week of ${new Date(`${dayAt(at * 7)}T00:00:00Z`).getUTCDate()}`);
  // the same again is not told
  await nextWeek({ Birch: 50, Cedar: 40 });
  expect(mail.caught).toHaveLength(2);
  // back to normal, and then again
  await nextWeek();
  await nextWeek({ Birch: 60 });
  expect(mailTo('Ada')).toHaveLength(2);
  expect(mailTo('Ada')[1]?.mail.subject).toContain(`Riders of Birch: ${written(420)}`);
  await ada('POST', '/alerts/told/seen');
  expect((await ada<OccasionView[]>('GET', '/alerts/told?unseen')).body).toEqual([]);
  expect((await bea<OccasionView[]>('GET', '/alerts/told?unseen')).body).toHaveLength(2);
});

test('a link of a message ends it for its receiver, by one click and without signing in; a look at it ends nothing', async () => {
  const list = mailTo('Bea').at(-1)?.mail.headers.get('list') as unknown as { unsubscribe: { url: string } };
  const address = list.unsubscribe.url;
  expect((await fetch(address)).status).toBe(200);
  const before = mail.caught.length;
  const ended = await fetch(address, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: 'List-Unsubscribe=One-Click',
  });
  expect(await ended.json()).toEqual({ ended: true });
  expect((await fetch(`${address.slice(0, -3)}abc`, { method: 'POST' })).status).toBe(404);
  await nextWeek();
  await nextWeek({ Alder: 10 });
  expect(mail.caught.length - before).toBe(1);
  expect(mailTo('Ada').at(-1)?.mail.subject).toContain('Riders of Alder: 70');
  await nextWeek();
});

test('while mail is down it waits with growing pauses, and goes out once when it is there again', async () => {
  refused = { code: 451, text: 'try later' };
  const before = mailTo('Ada').length;
  await nextWeek({ Alder: 20 });
  const outbox = async () => (await admin<OutboxEntry[]>('GET', '/outbox')).body;
  expect((await outbox())[0]).toMatchObject({ state: 'waiting', tries: 1, to: 'Ada' });
  const { clock } = server.running.context;
  for (let minutes = 2; minutes <= 60; minutes += 12) {
    await admin('PUT', '/clock', { now: new Date(clock.now().getTime() + minutes * 60_000).toISOString() });
    await settled(server);
  }
  const [waiting] = await outbox();
  expect(waiting?.state).toBe('waiting');
  expect(waiting?.tries).toBeGreaterThan(3);
  refused = null;
  await admin('PUT', '/clock', { now: new Date(clock.now().getTime() + 3_600_000).toISOString() });
  await settled(server);
  expect(mailTo('Ada')).toHaveLength(before + 1);
  expect((await outbox())[0]).toMatchObject({ state: 'sent' });
  // and what is refused for good is told to the owner as failed
  refused = { code: 550, text: 'no such person' };
  await nextWeek();
  await nextWeek({ Alder: 20 });
  refused = null;
  expect((await outbox()).find(({ state }) => state === 'failed')?.said).toMatch(/no such person/);
  await settled(server);
  expect(mailTo('Ada').at(-1)?.mail.subject).toBe('A message of yours could not be sent');
  await nextWeek();
});

test('quiet hours, snooze and pause: what falls into them comes after them, once', async () => {
  const [alert] = (await ada<AlertView[]>('GET', '/alerts')).body;
  const { clock } = server.running.context;
  await admin('PUT', '/clock', { now: '2027-03-02T23:30:00Z' });
  await ada('PATCH', `/alerts/${alert?.id}`, { quiet: { from: '22:00', to: '07:00', zone: 'Europe/Lisbon' } });
  const before = mailTo('Ada').length;
  await nextWeek({ Alder: 30 });
  expect(mailTo('Ada')).toHaveLength(before);
  await world.setClock('2027-03-03T06:59:00Z');
  expect(mailTo('Ada')).toHaveLength(before);
  await world.setClock('2027-03-03T07:01:00Z');
  expect(mailTo('Ada')).toHaveLength(before + 1);
  await nextWeek();
  await ada('PATCH', `/alerts/${alert?.id}`, {
    quiet: null,
    snoozedUntil: new Date(clock.now().getTime() + 86_400_000).toISOString(),
  });
  await nextWeek({ Birch: 30 });
  expect(mailTo('Ada')).toHaveLength(before + 1);
  await admin('PUT', '/clock', { now: new Date(clock.now().getTime() + 90_000_000).toISOString() });
  await settled(server);
  expect(mailTo('Ada')).toHaveLength(before + 2);
  await ada('PATCH', `/alerts/${alert?.id}`, { paused: true });
  await nextWeek();
  await nextWeek({ Birch: 20 });
  expect(mailTo('Ada')).toHaveLength(before + 2);
  await ada('PATCH', `/alerts/${alert?.id}`, { paused: false });
  await settled(server);
  expect(mailTo('Ada')).toHaveLength(before + 3);
});

test('by a schedule it is looked at at its times, and a run that was missed is made up once', async () => {
  const { clock } = server.running.context;
  await admin('PUT', '/clock', { now: '2027-04-05T04:00:00Z' });
  const made = await make(ada, 'tell me when riders of any line are over 2500 in a week, every Monday at 6', {
    zone: 'Europe/Lisbon',
  });
  expect(made.body).toMatchObject({ looks: 'every Monday at 06:00', nextAt: '2027-04-05T05:00:00.000Z' });
  const before = mailTo('Ada').length;
  await nextWeek({ Cedar: 400 });
  expect(mailTo('Ada')).toHaveLength(before);
  await world.setClock('2027-04-26T12:00:00Z');
  expect(mailTo('Ada')).toHaveLength(before + 1);
  expect(mailTo('Ada').at(-1)?.mail.subject).toContain('Riders of Cedar: 2,800');
  const kept = (await ada<AlertView[]>('GET', '/alerts')).body.find(({ id }) => id === made.body.id);
  expect(kept?.nextAt).toBe('2027-05-03T05:00:00.000Z');
  expect(clock.now() > new Date('2027-04-26T12:00:00Z')).toBe(true);
});

test('data that came late are looked at again: what is new in a period that was looked at is told, what was told is not', async () => {
  const before = mailTo('Ada').length;
  const at = await nextWeek();
  // the same week anew, of which Alder has less
  const text = weeksOf(at, 1, (line) => (line === 'Alder' ? 15 : usual(line)));
  await steward('POST', `/tables?name=rides&mode=days&by=day&from=${dayAt(at * 7)}&to=${dayAt(at * 7 + 6)}`, text, {
    'content-type': 'text/csv',
  });
  await settled(server);
  expect(mailTo('Ada')).toHaveLength(before + 1);
  await steward('POST', `/tables?name=rides&mode=days&by=day&from=${dayAt(at * 7)}&to=${dayAt(at * 7 + 6)}`, text, {
    'content-type': 'text/csv',
  });
  await settled(server);
  expect(mailTo('Ada')).toHaveLength(before + 1);
});

test('a receiver to whom the figure is not shown is told nothing, and holds back nobody else', async () => {
  const olga = await server.person('Olga', 'analyst', ['Office']);
  const hidden = `${MODEL}sensitive: [{ column: rides.late, except: [Office] }]\n`;
  expect((await steward('PUT', '/models/rides', hidden, { 'content-type': 'application/yaml' })).status).toBe(200);
  const made = await make(olga, 'tell me and Ada when late runs are under 30 in a week');
  expect(made.status).toBe(201);
  const before = mailTo('Ada').length;
  // each day of each line has one late run: 21 a week, which is the case already; so it is told again each week
  await olga('PATCH', `/alerts/${made.body.id}`, { again: 1 });
  await nextWeek();
  expect(mailTo('Olga')).toHaveLength(1);
  expect(mailTo('Olga')[0]?.mail.subject).toContain('Late runs: 21');
  expect(mailTo('Ada')).toHaveLength(before);
  expect((await olga<AlertView>('GET', `/alerts/${made.body.id}`)).body.paused).toBeNull();
  expect(JSON.stringify((await ada<AlertView[]>('GET', '/alerts')).body)).not.toMatch(/late runs/i);
  await olga('DELETE', `/alerts/${made.body.id}`);
  await steward('PUT', '/models/rides', MODEL, { 'content-type': 'application/yaml' });
  await settled(server);
});

test('a load that breaks a rule of its columns is told once, and again on another day after one that keeps it', async () => {
  const { status, body } = await make(ada, 'tell me when a load is at fault');
  expect([status, body.sentence]).toEqual([201, 'riders: the data break a rule']);
  const before = mailTo('Ada').length;
  const told = () =>
    mailTo('Ada')
      .slice(before)
      .map(({ mail: one }) => one.subject)
      .filter((subject) => subject?.includes('break'));
  const rules = (max: number) =>
    steward('PUT', '/tables/rides/rules', {
      rules: [{ column: 'riders', rule: { kind: 'between', min: 0, max } }],
    });
  await rules(1_000_000);
  await nextWeek();
  expect(told()).toEqual([]);
  await rules(10);
  await settled(server);
  expect(told()).toEqual([expect.stringContaining('The data of riders break a rule')]);
  await nextWeek();
  expect(told()).toHaveLength(1);
  await rules(1_000_000);
  await nextWeek();
  await world.setClock(new Date(server.running.context.clock.now().getTime() + 86_400_000));
  await rules(10);
  await nextWeek();
  expect(told()).toHaveLength(2);
  await steward('PUT', '/tables/rides/rules', { rules: [] });
  await ada('DELETE', `/alerts/${body.id}`);
  await settled(server);
  expect(
    (
      await ada<{ detail: string }>('POST', '/alerts/read', {
        modelId: 'rides',
        text: 'tell me when data of Cedar break a rule',
      })
    ).status,
  ).toBe(422);
});

test('who left gets nothing, and the owner is told; a measure that is gone pauses the alert with words', async () => {
  await server.person('Cleo', 'analyst');
  const people = await admin<{ id: string; name: string }[]>('GET', '/people/everyone');
  const cleoId = people.body.find(({ name }) => name === 'Cleo')?.id;
  await make(ada, 'tell me when riders of any line are over 4000 in a week', {
    receivers: [{ kind: 'person', id: cleoId }],
  });
  await admin('PATCH', `/people/${cleoId}`, { active: false });
  const count = mailTo('Cleo').length;
  await nextWeek({ Cedar: 700 });
  expect(mailTo('Cleo')).toHaveLength(count);
  const left = () => mailTo('Ada').filter(({ mail: one }) => one.subject === 'Cleo is not here any more');
  expect(left()).toHaveLength(1);
  await nextWeek();
  // said once
  expect(left()).toHaveLength(1);
  const renamed = await steward(
    'PUT',
    '/models/rides',
    MODEL.replace('id: riders, name: Riders', 'id: people, name: People'),
    {
      'content-type': 'application/yaml',
    },
  );
  expect(renamed.status).toBe(200);
  await nextWeek();
  const paused = (await ada<AlertView[]>('GET', '/alerts')).body.filter((one) => one.paused !== null);
  expect(paused.length).toBeGreaterThan(0);
  expect(paused[0]?.paused).toMatch(/riders/i);
  expect(mailTo('Ada').at(-1)?.mail.subject).toBe('An alert of yours is paused');
});
