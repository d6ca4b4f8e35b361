/** Every route as every kind of person, with ids of what is not theirs: no one reaches more than they were given. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { startDemoServer, callerOf, type Caller, type DemoServer } from '../../tests/demo-server';
import { addPerson } from '../store/people';
import { openApi } from './openapi';

let demo: DemoServer;
/** Mira owns all of it; the others have what their name says. */
const callers = new Map<string, Caller>();
const ids: Record<string, string> = {};

interface Route {
  readonly method: string;
  readonly path: string;
}

const ROUTES: readonly Route[] = Object.entries(
  (openApi() as { paths: Record<string, Record<string, object>> }).paths,
).flatMap(([path, methods]) => Object.keys(methods).map((method) => ({ method: method.toUpperCase(), path })));
/** What anyone may ask for without signing in. */
const OPEN = [
  'GET /health',
  'POST /session',
  'POST /password',
  'GET /shared/{token}',
  'GET /shared/{token}/tiles/{tile}/answer',
  'GET /shared/{token}/tiles/{tile}/commentary',
  'GET /feeds/{token}',
  'GET /unsubscribe/{token}',
  'POST /unsubscribe/{token}',
];

/** A body that each route takes, so that a refusal is about the right and not about the body. */
function bodyFor({ method, path }: Route): unknown {
  if (method === 'GET' || method === 'DELETE') return undefined;
  const bodies: readonly (readonly [RegExp, unknown])[] = [
    [/^\/boards\/\{id\}\/tiles$/, { kind: 'text', words: 'Words' }],
    [/^\/boards\/\{id\}\/tiles\/\{tile\}$/, { title: 'Another' }],
    [/refinement$/, { text: 'only Outer Isles' }],
    [/comments$/, { text: 'A comment' }],
    [/comments\/\{comment\}$/, { resolved: true }],
    [/(shares|groups)\//, { right: 'edit' }],
    [/links$/, { name: 'A link', until: new Date(Date.now() + 86_400_000).toISOString() }],
    [/refinements\/\{refinement\}$/, { name: 'Mine' }],
    [/follow$/, { follows: true }],
    [/exports$/, { format: 'xlsx', modelId: 'ferries', reading: ids['reading'] }],
    [/^\/boards\/drafts$/, { modelId: 'ferries' }],
    [/^\/boards(\/\{id\})?$/, { title: 'Another' }],
    [/^\/inquiries$/, { modelId: 'ferries' }],
    [/^\/inquiries\/\{id\}$/, { title: 'Another' }],
    [/\/steps$/, { text: 'passengers' }],
    [/\/steps\/\{step\}$/, { starred: true }],
    [/restored$/, { steps: [ids['step']] }],
    [/terms$/, { term: `quiet harbours ${randomUUID().slice(0, 4)}`, means: 'only Pellin' }],
    [/terms\/\{term\}$/, { state: 'withdrawn' }],
    [/names$/, { kind: 'set', name: 'Quiet harbours', level: 'port', members: ['Pellin'], synonyms: [] }],
    [/^\/tables\/\{name\}\/rules$/, { rules: [] }],
    [/^\/queries$/, { sql: 'select 1 as one' }],
    [/^\/tables\/\{name\}\/query$/, { sql: 'select 1 as one' }],
    [/read$/, { text: 'passengers' }],
    [/^\/alerts(\/read|\/trial)?$/, { modelId: 'ferries', text: 'tell me when passengers are over 99k in a week' }],
    [/^\/alerts\/\{id\}$/, { paused: true }],
    [/^\/briefings$/, { boardId: ids['board'] }],
    [/^\/briefings\/\{id\}$/, { title: 'Another' }],
    [/^\/kept-figures\/\{figure\}$/, { place: 0 }],
    [/decisions$/, { text: 'We look at it' }],
    [/decisions\/\{decision\}$/, { state: 'done' }],
    [
      /^\/action-templates$/,
      { name: 'Order', hookId: randomUUID(), blanks: [{ key: 'what', label: 'What', filled: '', needed: false }] },
    ],
    [/^\/actions\/draft$/, { templateId: randomUUID(), modelId: 'ferries', reading: ids['reading'] }],
    [
      /^\/actions$/,
      { templateId: randomUUID(), id: randomUUID(), modelId: 'ferries', reading: ids['reading'], values: {} },
    ],
    [/^\/routines$/, { modelId: 'ferries', steps: [{ id: 'a', text: 'passengers', follows: null, each: null }] }],
    [/^\/routines\/\{id\}$/, { title: 'Another' }],
    [/^\/digest$/, { at: '07:00', zone: 'UTC' }],
    [/^\/rooms$/, { name: 'A room', address: `room${randomUUID().slice(0, 6)}@rooms.example`, modelId: 'ferries' }],
    [/^\/room-accounts$/, { address: 'somebody@rooms.example' }],
    [/^\/room-accounts\/code$/, { code: '000000' }],
    [/^\/clock$/, { now: new Date().toISOString() }],
    [/^\/tokens$/, { name: 'mine' }],
    [/^\/models\/\{id\}\/sharing$/, { people: [] }],
    [/^\/models/, {}],
  ];
  return bodies.find(([pattern]) => pattern.test(path))?.[1] ?? {};
}

const filled = (path: string, own: Readonly<Record<string, string>> = ids) =>
  path.replace(/\{(\w+)\}/g, (_whole, name: string) =>
    encodeURIComponent(
      name === 'id'
        ? path.startsWith('/models')
          ? 'ferries'
          : path.startsWith('/inquiries')
            ? (own['inquiry'] ?? '')
            : path.startsWith('/alerts')
              ? (own['alert'] ?? '')
              : path.startsWith('/routines')
                ? (own['routine'] ?? '')
                : path.startsWith('/briefings')
                  ? (own['briefing'] ?? '')
                  : (own['board'] ?? '')
        : (own[name] ?? randomUUID()),
    ),
  );
const call = async (who: string, route: Route, own = ids) => {
  const caller = callers.get(who);
  if (!caller) throw new Error(`no ${who}`);
  return caller(route.method, filled(route.path, own), bodyFor(route));
};
/** The events of a board stay open, so they are asked for apart. */
const streams = ({ path }: Route) => path.endsWith('/events');

beforeAll(async () => {
  demo = await startDemoServer();
  const { store } = demo.running.context.database;
  for (const role of ['viewer', 'analyst', 'steward', 'admin'] as const) {
    await addPerson(store, {
      name: `Other ${role}`,
      email: `${role}@elsewhere.example`,
      password: 'a-long-password-9',
      role,
      groups: role === 'analyst' ? ['Night shift'] : [],
    });
    const response = await fetch(`${demo.running.address}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: `${role}@elsewhere.example`, password: 'a-long-password-9' }),
    });
    callers.set(role, callerOf(demo.running.address, (response.headers.get('set-cookie') ?? '').split(';')[0] ?? ''));
  }
  callers.set('nobody', callerOf(demo.running.address, ''));
  callers.set('mira', await demo.as('Mira'));
  const mira = callers.get('mira') as Caller;
  const board = await mira<{ id: string }>('POST', '/boards', { title: 'Mine alone' });
  ids['board'] = board.body.id;
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  ids['inquiry'] = inquiry.body.id;
  const step = await mira<{ id: string; reading: object }>('POST', `/inquiries/${ids['inquiry']}/steps`, {
    text: 'passengers by coast',
  });
  ids['step'] = step.body.id;
  const tile = await mira<{ id: string }>('POST', `/boards/${ids['board']}/tiles`, {
    modelId: 'ferries',
    reading: step.body.reading,
    title: 'By coast',
  });
  ids['tile'] = tile.body.id;
  const comment = await mira<{ id: string }>('POST', `/boards/${ids['board']}/comments`, { text: 'A first word' });
  ids['comment'] = comment.body.id;
  const refined = await mira<{ id: string }>('PUT', `/boards/${ids['board']}/refinement`, { text: 'only Outer Isles' });
  ids['refinement'] = refined.body.id;
  const link = await mira<{ id: string; token: string }>('POST', `/boards/${ids['board']}/links`, {
    name: 'For the shareholders',
    until: new Date(Date.now() + 86_400_000).toISOString(),
  });
  ids['link'] = link.body.id;
  ids['token'] = link.body.token;
  const routine = await mira<{ id: string }>('POST', '/routines', { inquiryId: ids['inquiry'] });
  ids['routine'] = routine.body.id;
  const alert = await mira<{ id: string }>('POST', '/alerts', {
    modelId: 'ferries',
    text: 'tell me when passengers are over 99k in a week',
  });
  ids['alert'] = alert.body.id;
  const briefing = await mira<{ id: string }>('POST', '/briefings', { boardId: ids['board'] });
  ids['briefing'] = briefing.body.id;
  expect((await mira('POST', `/briefings/${ids['briefing']}/editions`)).status).toBe(201);
  ids['number'] = '1';
  const figure = await mira<{ id: string }>('POST', '/kept-figures', {
    modelId: 'ferries',
    reading: step.body.reading,
  });
  ids['figure'] = figure.body.id;
  ids['version'] = '2';
  ids['group'] = 'Night shift';
  ids['person'] =
    (await mira<{ id: string; email: string }[]>('GET', '/people')).body.find(
      (one) => one.email === 'viewer@elsewhere.example',
    )?.id ?? '';
  ids['level'] = 'port';
  ids['name'] = 'none';
}, 120_000);

afterAll(() => demo.close());

test('without signing in there is only the door and what links show', async () => {
  for (const route of ROUTES.filter((one) => !OPEN.includes(`${one.method} ${one.path}`)))
    if (!['/openapi.json', '/session'].includes(route.path))
      expect([`${route.method} ${route.path}`, (await call('nobody', route)).status]).toEqual([
        `${route.method} ${route.path}`,
        401,
      ]);
});

test.each(['viewer', 'analyst', 'steward', 'admin'])(
  'a board, an inquiry, an alert, a briefing and a figure of another person are not there for a %s, whatever is done',
  async (who) => {
    for (const route of ROUTES.filter(({ path }) =>
      /^\/((boards|inquiries|alerts|briefings)\/\{id\}|kept-figures\/)/.test(path),
    )) {
      const { status } = await call(who, route);
      // a role that may never do it is told so first; nothing is answered, changed or let slip otherwise
      expect([`${route.method} ${route.path}`, [403, 404].includes(status)]).toEqual([
        `${route.method} ${route.path}`,
        true,
      ]);
    }
    const there = await callers.get('mira')?.<{ title: string; tiles: unknown[]; sharedWith: number }>(
      'GET',
      `/boards/${ids['board'] ?? ''}`,
    );
    const kept = await callers.get('mira')?.<{ paused: string | null; title: string }>(
      'GET',
      `/alerts/${ids['alert']}`,
    );
    expect(kept?.body.paused).toBeNull();
    expect([there?.body.title, there?.body.tiles.length, there?.body.sharedWith]).toEqual(['Mine alone', 1, 0]);
  },
);

test('ids of another board are refused on a board of one’s own', async () => {
  const analyst = callers.get('analyst') as Caller;
  const own = await analyst<{ id: string }>('POST', '/boards', { title: 'The analyst’s' });
  const mixed = { ...ids, board: own.body.id };
  for (const route of ROUTES.filter(({ path }) =>
    /^\/boards\/\{id\}\/.*\{(tile|comment|refinement|link|version)\}/.test(path),
  )) {
    const { status } = await call('analyst', route, mixed);
    expect([`${route.method} ${route.path}`, status]).toEqual([`${route.method} ${route.path}`, 404]);
  }
  expect((await analyst('GET', `/boards/${own.body.id}?refinement=${ids['refinement'] ?? ''}`)).status).toBe(404);
  expect(
    (await analyst('POST', '/boards/drafts', { modelId: 'ferries', tile: { board: ids['board'], id: ids['tile'] } }))
      .status,
  ).toBe(404);
  expect((await analyst('POST', '/boards', { title: 'Like it', like: ids['board'] })).status).toBe(404);
  expect((await analyst('PATCH', `/boards/${own.body.id}`, { looksLike: ids['board'] })).status).toBe(404);
});

test.each<[string, string, readonly string[]]>([
  [
    'see',
    'GET',
    [
      'GET /boards/{id}',
      'GET /boards/{id}/tiles',
      'GET /boards/{id}/tiles/{tile}/answer',
      'GET /boards/{id}/comments',
      'GET /boards/{id}/refinements',
      'PUT /boards/{id}/refinement',
      'PUT /boards/{id}/follow',
      'POST /boards/{id}/tiles/{tile}/inquiry',
    ],
  ],
  ['comment', 'POST', ['POST /boards/{id}/comments', 'PATCH /boards/{id}/comments/{comment}']],
  [
    'edit',
    'PATCH',
    ['PATCH /boards/{id}', 'PATCH /boards/{id}/tiles/{tile}', 'POST /boards/{id}/tiles', 'GET /boards/{id}/history'],
  ],
])('a group that may %s does that and no more', async (right, _method, allowed) => {
  const mira = callers.get('mira') as Caller;
  expect(
    (await mira('PUT', `/boards/${ids['board'] ?? ''}/groups/${encodeURIComponent('Night shift')}`, { right })).status,
  ).toBe(200);
  const order = ['see', 'comment', 'edit'];
  for (const one of allowed) {
    const [method = '', path = ''] = one.split(' ');
    expect([one, [200, 201].includes((await call('analyst', { method, path })).status)]).toEqual([one, true]);
    // the steward is in no such group
    expect([one, (await call('steward', { method, path })).status]).toEqual([one, 404]);
  }
  for (const route of ROUTES.filter(({ path }) => /^\/boards\/\{id\}\/(shares|groups|links|audit)/.test(path)))
    expect([route.path, (await call('analyst', route)).status]).toEqual([route.path, 403]);
  if (order.indexOf(right) < 2)
    expect((await call('analyst', { method: 'PATCH', path: '/boards/{id}' })).status).toBe(403);
  if (right === 'see')
    expect((await call('analyst', { method: 'POST', path: '/boards/{id}/comments' })).status).toBe(403);
  expect((await call('analyst', { method: 'DELETE', path: '/boards/{id}' })).status).toBe(403);
  expect(
    (await mira('PUT', `/boards/${ids['board'] ?? ''}/groups/${encodeURIComponent('Night shift')}`, { right: null }))
      .status,
  ).toBe(200);
  expect((await call('analyst', { method: 'GET', path: '/boards/{id}' })).status).toBe(404);
});

test('a role does not reach above itself', async () => {
  for (const [method, path] of [
    ['POST', '/tables'],
    ['PUT', '/models/{id}'],
    ['DELETE', '/models/{id}'],
  ] as const)
    for (const who of ['viewer', 'analyst'])
      expect([who, method, path, (await call(who, { method, path })).status]).toEqual([who, method, path, 403]);
  for (const [method, path] of [
    ['POST', '/boards'],
    ['POST', '/boards/drafts'],
    ['POST', '/inquiries'],
  ] as const)
    expect([path, (await call('viewer', { method, path })).status]).toEqual([path, 403]);
  for (const path of ['/alerts', '/alerts/read', '/alerts/trial', '/briefings', '/briefings/pages'])
    expect([path, (await call('viewer', { method: 'POST', path })).status]).toEqual([path, 403]);
  for (const who of ['viewer', 'analyst', 'steward'])
    for (const [method, path] of [
      ['GET', '/audit'],
      ['GET', '/jobs'],
      ['DELETE', '/jobs/{job}'],
      ['GET', '/outbox'],
      ['POST', '/outbox/{message}/again'],
      ['PUT', '/clock'],
      ['POST', '/hooks'],
      ['POST', '/hooks/{hook}/secret'],
      ['DELETE', '/hooks/{hook}'],
    ] as const)
      expect([who, path, (await call(who, { method, path })).status]).toEqual([who, path, 403]);
  for (const who of ['viewer', 'analyst'])
    expect((await call(who, { method: 'GET', path: '/hooks' })).status).toBe(403);
  const list = await callers.get('admin')?.<{ action: string }[]>('GET', '/audit');
  expect(list?.body.map((one) => one.action)).toEqual(
    expect.arrayContaining(['link made', 'board shared', 'board unshared']),
  );
});

test('what stewards keep is not an analyst’s to change, and viewers bring nothing', async () => {
  for (const [method, path] of [
    ['PUT', '/models/{id}/draft'],
    ['GET', '/models/{id}/not-understood'],
    ['PUT', '/tables/{name}/query'],
    ['POST', '/queries'],
  ] as const)
    expect([path, (await call('analyst', { method, path })).status]).toEqual([path, 403]);
  for (const [method, path] of [
    ['GET', '/tables'],
    ['POST', '/models'],
    ['PUT', '/models/{id}/sharing'],
    ['POST', '/imports'],
  ] as const)
    expect([path, (await call('viewer', { method, path })).status]).toEqual([path, 403]);
});

test('events of a board are closed to others', async () => {
  for (const route of ROUTES.filter(streams)) expect((await call('analyst', route)).status).toBe(404);
});

const OURS =
  "join data.sailings s using (sailing_id) join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id where p.coast = 'Outer Isles'";
const SAILED =
  "from data.sailings s join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id where p.coast = 'Outer Isles'";
/** Questions of a person who may see the Outer Isles only, with what they must come to. */
const LIMITED: readonly (readonly [string, string])[] = [
  ['passengers', `select sum(b.passengers) from data.bookings b ${OURS}`],
  ['passengers by coast', `select 'Outer Isles', sum(b.passengers) from data.bookings b ${OURS}`],
  [
    'revenue by channel in 2025',
    `select b.channel, sum(b.ticket_revenue) from data.bookings b ${OURS} and b.sailed_on between '2025-01-01' and '2025-12-31' group by 1 order by 2 desc`,
  ],
  [
    'share of passengers by fare family',
    `select f.fare_family, sum(b.passengers)::float / sum(sum(b.passengers)) over () from data.bookings b join data.fares f using (fare_id) ${OURS} group by 1 order by 2 desc`,
  ],
  ['number of customers', `select count(distinct b.customer_id) from data.bookings b ${OURS}`],
  [
    'sailings by vessel',
    `select v.vessel, count(*) ${SAILED.replace(' where', ' join data.vessels v using (vessel_id) where')} group by 1 order by 2 desc`,
  ],
  [
    'average delay by route',
    `select r.route, avg(s.delay_minutes) ${SAILED} group by 1 having avg(s.delay_minutes) is not null`,
  ],
  ['cancellation rate', `select sum(s.cancelled::int)::float / count(*) ${SAILED}`],
  [
    'working berths by port',
    `select p.port, (select b.working from data.berths b where b.port_id = p.port_id order by b.day desc limit 1) from data.ports p where p.coast = 'Outer Isles'`,
  ],
  [
    'passengers vs plan in September 2026',
    `select (select sum(b.passengers) from data.bookings b ${OURS} and b.sailed_on between '2026-09-01' and '2026-09-30'), (select sum(p2.passengers) from data.plan p2 join data.routes r on r.route_id = p2.route_id join data.ports p on p.port_id = r.from_port_id where p.coast = 'Outer Isles' and p2.month = '2026-09-01')`,
  ],
];

test.each(LIMITED)('a person with a row rule asks “%s” and gets their rows only', async (question, text) => {
  const ines = await demo.as('Ines');
  const inquiry = await ines<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const step = await ines<{ answer: { rows: (string | number | null)[][] } }>(
    'POST',
    `/inquiries/${inquiry.body.id}/steps`,
    { text: question },
  );
  const client = new pg.Client({ connectionString: demo.databaseUrl });
  await client.connect();
  const { rows } = await client.query<(string | number | null)[]>({ text, rowMode: 'array' });
  await client.end();
  const rounded = (row: readonly (string | number | null)[]) =>
    row
      .map((cell) =>
        cell !== null && cell !== '' && Number.isFinite(Number(cell)) ? Number(Number(cell).toPrecision(9)) : cell,
      )
      .join(' | ');
  const width = rows[0]?.length ?? 0;
  expect(step.body.answer.rows.map((row) => rounded(row.slice(0, width))).sort()).toEqual(rows.map(rounded).sort());
});
