/** Nothing is lost, nothing is bricked: what one bad thing, one bad load or one lost answer does to all else. */
import { sql } from 'drizzle-orm';
import { connect } from 'node:net';
import pg from 'pg';
import { startPlainServer, PASSWORD, type PlainServer } from '../../tests/plain-server';
import type { Caller } from '../../tests/demo-server';
import { CHANGES } from '../store/database';

const MODEL = `
zud: 1
id: hauls
name: Hauls
tables: [{ id: hauls, key: id }]
facts: [{ id: hauls, name: haul, table: hauls }]
dates: [{ id: day, name: landing date, default: true, columns: { hauls: landed_on } }]
dimensions: [{ id: place, name: Place, levels: [{ id: port, name: Port, column: hauls.port, kind: place }, { id: quay, name: Quay, column: hauls.quay, kind: place }] }]
measures:
  - { id: weight, name: Weight, kind: sum, fact: hauls, column: weight }
  - { id: value, name: Value, kind: sum, fact: hauls, column: value }
`;
const rows = (count: number) =>
  Array.from(
    { length: count },
    (_unused, index) =>
      `${index},2025-0${(index % 9) + 1}-11,${index % 2 === 0 ? 'Ambry' : 'Zorvale'},Quay ${index % 3},${index},${index * 2}`,
  ).join('\n');
const CSV = `id,landed_on,port,quay,weight,value\n${rows(40)}`;
const TEXT = { 'content-type': 'text/csv' };
const YAML = { 'content-type': 'application/yaml' };

interface Step {
  readonly id: string;
  readonly outcome: string;
  readonly headline?: string;
  readonly reading: object | null;
  readonly answer?: { readonly rows: readonly (readonly unknown[])[] };
  readonly notes: readonly { readonly text: string }[];
}
interface Problem {
  readonly detail: string;
  readonly title: string;
}

let server: PlainServer;
let steward: Caller;
let analyst: Caller;

beforeAll(async () => {
  server = await startPlainServer({ spoolLimits: { patience: 700, atOnceEach: 3 } });
  steward = await server.person('Steward', 'steward');
  analyst = await server.person('Analyst', 'analyst');
  expect((await steward('POST', '/tables?name=hauls', CSV, TEXT)).status).toBe(200);
  expect((await steward('POST', '/models', MODEL, YAML)).status).toBe(201);
}, 60_000);
afterAll(() => server.close());

const asked = async (text: string, inquiry?: string) => {
  const id = inquiry ?? (await analyst<{ id: string }>('POST', '/inquiries', { modelId: 'hauls' })).body.id;
  return { inquiry: id, step: (await analyst<Step>('POST', `/inquiries/${id}/steps`, { text })).body };
};
const boardWith = async (...texts: string[]) => {
  const board = (await analyst<{ id: string }>('POST', '/boards', { title: 'A board' })).body.id;
  const tiles: string[] = [];
  for (const text of texts) {
    const { body } = await analyst<{ reading: object }>('POST', '/models/hauls/read', { text });
    tiles.push(
      (await analyst<{ id: string }>('POST', `/boards/${board}/tiles`, { modelId: 'hauls', reading: body.reading }))
        .body.id,
    );
  }
  return { board, tiles };
};
interface Told {
  readonly tile: string;
  readonly problem?: Problem & { readonly status: number };
}

/** The answers of a board, by tile: a problem, or rows. */
async function answersOf(board: string): Promise<ReadonlyMap<string, Told>> {
  const { status, bytes } = await server.raw('Analyst', 'GET', `/boards/${board}/answers`);
  expect(status).toBe(200);
  return new Map(
    bytes
      .toString('utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Told)
      .map((one) => [one.tile, one] as const),
  );
}

test('what cannot be read again is not written: a fifth breakdown, a number of 309 digits', async () => {
  const { inquiry } = await asked('weight by port');
  const fifth = await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, {
    edit: [
      { kind: 'level', level: 'quay' },
      { kind: 'time', grain: 'month' },
      { kind: 'cycle', cycle: 'dayOfWeek' },
      { kind: 'cycle', cycle: 'monthOfYear' },
    ].map((by) => ({ do: 'breakdown', how: 'add', by: [by] })),
  });
  expect(fifth.body.outcome).toBe('unclear');
  expect(fifth.body.notes.map((note) => note.text).join(' ')).toMatch(/4 things/);
  const huge = await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, {
    text: `ports with weight over ${'9'.repeat(309)}`,
  });
  expect([200, 201]).toContain(huge.status);
  expect(huge.body.outcome).not.toBe('answered');
  expect((await analyst('GET', `/inquiries/${inquiry}`)).status).toBe(200);
  expect(
    (
      await analyst('POST', '/answers', {
        modelId: 'hauls',
        reading: {
          ...(await asked('weight by port')).step.reading,
          shown: [{ calculation: { kind: 'number', value: 1e999 } }],
        },
      })
    ).status,
  ).toBe(400);
});

test('a step, a tile and a sentence that can no longer be read are shown as such, and take no neighbour along', async () => {
  const { inquiry } = await asked('weight by port');
  const second = (await asked('by quay', inquiry)).step;
  const { board, tiles } = await boardWith('weight by port', 'value by quay');
  const { store } = server.running.context.database;
  await store.execute(sql`update steps set reading = '{"version": 2, "by": "nothing"}' where id = ${second.id}`);
  await store.execute(sql`update tiles set reading = '{"version": 9}' where id = ${tiles[0]}`);
  await store.execute(sql`update boards set scope = '{"where": 3}' where id = ${board}`);
  const whole = await analyst<{ steps: Step[] }>('GET', `/inquiries/${inquiry}`);
  expect(whole.body.steps.map((step) => step.outcome)).toEqual(['answered', 'unclear']);
  expect(
    (await analyst<Step>('GET', `/inquiries/${inquiry}/steps/${second.id}`)).body.notes
      .map((note) => note.text)
      .join(' '),
  ).toMatch(/no longer be read/);
  expect((await analyst('GET', `/boards/${board}`)).status).toBe(200);
  const answers = await answersOf(board);
  expect(answers.get(tiles[0] ?? '')?.problem?.detail).toMatch(/no longer be read/);
  expect(answers.get(tiles[1] ?? '')).toMatchObject({
    outcome: 'answered',
    refused: [expect.stringMatching(/sentence of the board could not be read/)],
  });
  // a state of the board that holds such a tile can be gone back to; the tile is left out, and that is said
  await store.execute(
    sql`update board_versions set state = jsonb_set(state, '{tiles,0,reading}', '{"version": 9}') where board_id = ${board} and version = (select max(version) from board_versions where board_id = ${board})`,
  );
  const {
    rows: [latest],
  } = await store.execute<{ version: number }>(
    sql`select max(version) as version from board_versions where board_id = ${board}`,
  );
  expect((await analyst('DELETE', `/boards/${board}/tiles/${tiles[0]}`)).status).toBe(204);
  expect((await analyst<{ leftOut: number }>('POST', `/boards/${board}/history/${latest?.version}`)).body.leftOut).toBe(
    1,
  );
  expect((await analyst<{ tiles: unknown[] }>('GET', `/boards/${board}`)).body.tiles).toHaveLength(1);
  expect((await analyst('DELETE', `/inquiries/${inquiry}/steps/${second.id}`)).status).toBe(200);
  expect((await analyst('GET', '/boards')).status).toBe(200);
});

test('calculations on calculations are bounded, those that were kept before too', async () => {
  let last = 'weight';
  let refused = '';
  for (let depth = 0; depth < 40 && refused === ''; depth += 1) {
    const made = await analyst<{ id: string } & Problem>('POST', '/models/hauls/names', {
      kind: 'calculation',
      name: `Doubling ${'abcdefghijklmnopqrstuvwxyz'[depth % 26]}${depth}`,
      synonyms: [],
      formula: `${last} + ${last}`,
    });
    if (made.status === 201) last = made.body.id;
    else refused = made.body.detail;
  }
  expect(refused).toMatch(/parts/);
  const answered = await analyst('POST', '/models/hauls/read', { text: 'weight by port' });
  expect(answered.status).toBe(200);
  // as an older version would have kept it
  const { store } = server.running.context.database;
  await store.execute(
    sql`insert into saved_names (id, model_id, by, what) select 'saved_deep' || n, 'hauls', id, jsonb_build_object('kind', 'calculation', 'name', 'Deep ' || n, 'synonyms', '[]'::jsonb, 'formula', case when n = 0 then 'weight + weight' else format('saved_deep%s + saved_deep%s', n - 1, n - 1) end) from people, generate_series(0, 60) as n where name = 'Analyst'`,
  );
  const began = performance.now();
  expect((await analyst('GET', '/models/hauls')).status).toBe(200);
  expect((await asked('weight by port')).step.outcome).toBe('answered');
  expect(performance.now() - began).toBeLessThan(5000);
  await store.execute(sql`delete from saved_names where model_id = 'hauls'`);
});

test('a load that would break a model is refused with the models concerned; another table of a like name is left alone', async () => {
  expect((await steward('POST', '/tables?name=hauls__loading', 'a\n1', TEXT)).status).toBe(200);
  for (const [content, why] of [
    ['id,weight\n1,2', /Hauls.*no column/],
    ['id,landed_on,port,quay,weight,value\n1,today,Ambry,Quay 1,heavy,3', /Hauls.*type text/],
    [CSV.split('\n')[0] ?? '', /no rows.*Hauls/],
  ] as const) {
    const load = await steward<Problem>('POST', '/tables?name=hauls', content, TEXT);
    expect([load.status, load.body.detail]).toEqual([422, expect.stringMatching(why)]);
    expect(load.body.detail).toMatch(/is kept/);
  }
  expect((await asked('weight by port')).step.answer?.rows).toHaveLength(2);
  expect(
    (await steward<{ name: string; rows: number }[]>('GET', '/tables')).body.map(({ name, rows: count }) => [
      name,
      count,
    ]),
  ).toEqual([
    ['hauls', 40],
    ['hauls__loading', 1],
  ]);
  expect((await steward('POST', '/tables?name=hauls', CSV, TEXT)).status).toBe(200);
  expect((await steward<Problem>('DELETE', '/tables/hauls')).status).toBe(409);
  expect((await steward('DELETE', '/tables/hauls__loading')).status).toBe(204);
  expect((await asked('weight by port')).step.answer?.rows).toHaveLength(2);
});

test('a model whose tables do not fit says so in words everywhere, and nothing beside it suffers', async () => {
  const other = MODEL.replace('id: hauls\nname: Hauls', 'id: other\nname: Other').replace(
    'tables: [{ id: hauls,',
    'tables: [{ id: hauls, source: others,',
  );
  await steward('POST', '/tables?name=others', CSV, TEXT);
  expect((await steward('POST', '/models', other, YAML)).status).toBe(201);
  const { board, tiles } = await boardWith('weight by port');
  const reading = (await analyst<{ reading: object }>('POST', '/models/other/read', { text: 'weight by quay' })).body
    .reading;
  const tile = (await analyst<{ id: string }>('POST', `/boards/${board}/tiles`, { modelId: 'other', reading })).body.id;
  const inquiry = (await analyst<{ id: string }>('POST', '/inquiries', { modelId: 'other' })).body.id;
  const step = (await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, { text: 'weight by quay' })).body;
  const { pool } = server.running.context.database;
  // somebody changes the database behind our back
  await pool.query('alter table data.others rename column weight to heft');
  await pool.query(
    `update loaded_tables set version = version + 1, columns = replace(columns::text, '"weight"', '"heft"')::jsonb where name = 'others'`,
  );
  for (const path of ['/models/other', '/models/other/suggest?text=w', '/models/other/levels/port/members'])
    expect([path, (await analyst<Problem>('GET', path)).body.detail]).toEqual([
      path,
      expect.stringMatching(/cannot be asked just now.*no column “weight”/),
    ]);
  expect((await analyst<Problem>('POST', `/inquiries/${inquiry}/steps`, { text: 'by port' })).status).toBe(422);
  const kept = await analyst<Step>('GET', `/inquiries/${inquiry}/steps/${step.id}`);
  expect([kept.status, kept.body.headline, kept.body.notes.at(-1)?.text]).toEqual([
    200,
    step.headline,
    expect.stringMatching(/cannot be asked/),
  ]);
  const answers = await answersOf(board);
  expect(answers.get(tile)?.problem?.detail).toMatch(/no column/);
  expect(answers.get(tiles[0] ?? '')).toMatchObject({ outcome: 'answered' });
  for (const path of ['/models', '/boards', '/inquiries', '/news', `/boards/${board}`])
    expect([path, (await analyst('GET', path)).status]).toEqual([path, 200]);
  expect(
    (await analyst<{ id: string; fault: string | null }[]>('GET', '/models')).body.map(({ id, fault }) => [
      id,
      fault === null,
    ]),
  ).toEqual([
    ['hauls', true],
    ['other', false],
  ]);
  await pool.query('alter table data.others rename column heft to weight');
  await pool.query(
    `update loaded_tables set version = version + 1, columns = replace(columns::text, '"heft"', '"weight"')::jsonb where name = 'others'`,
  );
  expect((await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, { text: 'by port' })).body.outcome).toBe(
    'answered',
  );
});

test('a level and a measure that are taken out of a model leave its steps and tiles readable, and removable by hand', async () => {
  const { inquiry, step } = await asked('value by quay');
  const { board, tiles } = await boardWith('weight by port', 'value by quay');
  await analyst('PUT', `/boards/${board}/refinement`, { text: 'only Quay 1', for: 'everyone' });
  const less = MODEL.replace(', { id: quay, name: Quay, column: hauls.quay, kind: place }', '').replace(
    /\n  - \{ id: value.*\}/,
    '',
  );
  expect((await steward('PUT', '/models/hauls', less, YAML)).status).toBe(200);
  const shown = await analyst<Step>('GET', `/inquiries/${inquiry}/steps/${step.id}`);
  expect([shown.status, shown.body.outcome, shown.body.headline]).toEqual([200, 'unclear', step.headline]);
  expect(shown.body.notes.map((note) => note.text).join(' ')).toMatch(/“value”.*“quay”.*not in this model/);
  const answers = await answersOf(board);
  expect(answers.get(tiles[1] ?? '')?.problem).toMatchObject({
    status: 422,
    detail: expect.stringMatching(/not in this model/) as string,
  });
  expect(answers.get(tiles[0] ?? '')).toMatchObject({
    outcome: 'answered',
    refused: [expect.stringMatching(/“quay”/)],
  });
  for (const path of [`/boards/${board}`, `/boards/${board}/tiles`, `/inquiries/${inquiry}`])
    expect([path, (await analyst('GET', path)).status]).toEqual([path, 200]);
  // words go on anew; hands put something else in its place
  expect(
    (await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, { text: 'weight by port', after: step.id })).body
      .outcome,
  ).toBe('answered');
  const mended = await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, {
    after: step.id,
    edit: [
      { do: 'show', how: 'replace', shown: [{ calculation: { kind: 'measure', measure: 'weight' }, transform: null }] },
      { do: 'breakdown', how: 'replace', by: [{ kind: 'level', level: 'port' }] },
    ],
  });
  expect(mended.body.outcome).toBe('answered');
  const file = await server.raw('Analyst', 'POST', `/boards/${board}/exports`, { format: 'xlsx' });
  expect([file.status, file.bytes.subarray(0, 2).toString()]).toEqual([200, 'PK']);
  expect((await steward('PUT', '/models/hauls', MODEL, YAML)).status).toBe(200);
  expect((await analyst<Step>('GET', `/inquiries/${inquiry}/steps/${step.id}`)).body.outcome).toBe('answered');
});

test('before a model is taken away it is said what hangs on it; all of that stays readable, and the history can be gone back to', async () => {
  const gone = MODEL.replace('id: hauls\nname: Hauls', 'id: gone\nname: Gone');
  expect((await steward('POST', '/models', gone, YAML)).status).toBe(201);
  const inquiry = (await analyst<{ id: string }>('POST', '/inquiries', { modelId: 'gone' })).body.id;
  const step = (await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, { text: 'weight by port' })).body;
  const board = (await analyst<{ id: string }>('POST', '/boards', { title: 'Of gone' })).body.id;
  const tile = (
    await analyst<{ id: string }>('POST', `/boards/${board}/tiles`, { modelId: 'gone', reading: step.reading })
  ).body.id;
  await analyst('DELETE', `/boards/${board}/tiles/${tile}`);
  await analyst('POST', `/boards/${board}/tiles`, { modelId: 'gone', reading: step.reading });
  const refused = await steward<Problem & { uses: object }>('DELETE', '/models/gone');
  expect([refused.status, refused.body.detail]).toEqual([
    409,
    expect.stringMatching(/1 inquiry with 1 step and 1 tile on 1 board, of 1 person/),
  ]);
  expect((await steward<{ words: string }>('GET', '/models/gone/uses')).body.words).toMatch(/1 inquiry/);
  expect((await steward('DELETE', '/models/gone?anyway=yes')).status).toBe(204);
  const kept = await analyst<{ steps: Step[] }>('GET', `/inquiries/${inquiry}`);
  expect(kept.body.steps.map((one) => one.headline)).toEqual([step.headline]);
  expect((await analyst<Step>('GET', `/inquiries/${inquiry}/steps/${step.id}`)).body.notes.at(-1)?.text).toMatch(
    /taken away/,
  );
  expect((await analyst<{ tiles: unknown[]; fault: string }>('GET', `/boards/${board}`)).body).toMatchObject({
    tiles: [{}],
    fault: expect.stringMatching(/taken away/) as string,
  });
  expect((await analyst('POST', `/boards/${board}/history/2`)).status).toBe(200);
  expect(
    (await analyst<{ tiles: { id: string }[] }>('GET', `/boards/${board}`)).body.tiles.map((one) => one.id),
  ).toEqual([tile]);
  expect((await analyst('POST', '/inquiries', { modelId: 'gone' })).status).toBe(404);
  expect((await steward('POST', '/models', gone, YAML)).status).toBe(201);
  expect((await analyst<Step>('GET', `/inquiries/${inquiry}/steps/${step.id}`)).body.outcome).toBe('answered');
});

test('a person who is taken away is out at once; what they made stays, with their name', async () => {
  const admin = await server.person('Admin', 'admin');
  const leaver = await server.person('Leaver', 'analyst');
  const token = (await leaver<{ token: string }>('POST', '/tokens', { name: 'script' })).body.token;
  const board = (await leaver<{ id: string }>('POST', '/boards', { title: 'Left behind' })).body.id;
  const people = (await admin<{ id: string; name: string }[]>('GET', '/people')).body;
  const id = people.find((one) => one.name === 'Leaver')?.id ?? '';
  await leaver('PUT', `/boards/${board}/shares/${people.find((one) => one.name === 'Analyst')?.id ?? ''}`, {
    right: 'edit',
  });
  expect((await admin('PATCH', `/people/${id}`, { active: false })).status).toBe(200);
  expect((await leaver('GET', '/boards')).status).toBe(401);
  expect(
    (await fetch(`${server.running.address}/api/boards`, { headers: { authorization: `Bearer ${token}` } })).status,
  ).toBe(401);
  expect(
    (
      await fetch(`${server.running.address}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ email: 'leaver@people.example', password: PASSWORD }),
      })
    ).status,
  ).toBe(401);
  expect((await analyst<{ title: string; owner: string }>('GET', `/boards/${board}`)).body).toMatchObject({
    title: 'Left behind',
    owner: 'Leaver',
  });
  expect((await admin<{ name: string }[]>('GET', '/people')).body.map((one) => one.name)).not.toContain('Leaver');
  expect(
    (
      await admin<Problem>('PATCH', `/people/${people.find((one) => one.name === 'Admin')?.id ?? ''}`, {
        role: 'viewer',
      })
    ).body.detail,
  ).toMatch(/only admin/);
  expect((await admin('PATCH', `/people/${id}`, { active: true })).status).toBe(200);
});

test('a request that is sent again is done once, and given the same answer', async () => {
  const key = { 'idempotency-key': 'a-key-of-one-request' };
  const [one, two] = [
    await analyst<{ id: string }>('POST', '/boards', { title: 'Once' }, key),
    await analyst<{ id: string }>('POST', '/boards', { title: 'Once' }, key),
  ];
  expect([one.status, two.status, two.body.id]).toEqual([201, 201, one.body.id]);
  expect(
    (await analyst<{ title: string }[]>('GET', '/boards')).body.filter((board) => board.title === 'Once'),
  ).toHaveLength(1);
  expect((await analyst<Problem>('POST', '/boards', { title: 'Another' }, key)).status).toBe(422);
  // many at the same time: one does it, the others are told to wait or given its answer
  const many = await Promise.all(
    Array.from({ length: 8 }, () =>
      analyst<{ id: string }>('POST', '/boards', { title: 'At once' }, { 'idempotency-key': 'another' }),
    ),
  );
  expect(new Set(many.filter((reply) => reply.status === 201).map((reply) => reply.body.id)).size).toBe(1);
  expect(many.every((reply) => [201, 409].includes(reply.status))).toBe(true);
  expect(
    (await analyst<{ title: string }[]>('GET', '/boards')).body.filter((board) => board.title === 'At once'),
  ).toHaveLength(1);
  // what failed may be tried again
  const wrong = { 'idempotency-key': 'failing' };
  expect((await analyst('POST', '/boards', { title: '' }, wrong)).status).toBe(400);
  expect((await analyst('POST', '/boards', { title: '' }, wrong)).status).toBe(400);
  const { inquiry } = await asked('weight by port');
  const asking = { 'idempotency-key': 'a-step' };
  await Promise.all([
    analyst('POST', `/inquiries/${inquiry}/steps`, { text: 'by quay' }, asking),
    analyst('POST', `/inquiries/${inquiry}/steps`, { text: 'by quay' }, asking),
  ]);
  await analyst('POST', `/inquiries/${inquiry}/steps`, { text: 'by quay' }, asking);
  expect((await analyst<{ steps: Step[] }>('GET', `/inquiries/${inquiry}`)).body.steps).toHaveLength(2);
});

test('junk on the channel of changes is passed over', async () => {
  const client = new pg.Client({ connectionString: server.databaseUrl });
  await client.connect();
  for (const junk of ['', 'junk', '{', 'null', '[]', '{"kind":"tile"}', '{"board":3,"kind":"x"}', 'x'.repeat(7000)])
    await client.query('select pg_notify($1, $2)', [CHANGES, junk]);
  await client.end();
  await new Promise((resolve) => setTimeout(resolve, 100));
  expect((await analyst('GET', '/health')).status).toBe(200);
});

test('uploads that stall hold nothing that questions need, and are given up', async () => {
  const port = Number(new URL(server.running.address).port);
  const sockets = Array.from({ length: 12 }, (_unused, index) => {
    const socket = connect(port, '127.0.0.1');
    socket.on('error', () => undefined);
    socket.write(
      `POST /api/tables?name=stalled${index} HTTP/1.1\r\nhost: x\r\ncookie: ${server.cookie('Steward')}\r\ncontent-type: text/csv\r\ncontent-length: 1000000\r\n\r\na,b\n1,2\n`,
    );
    return socket;
  });
  const said = new Promise<string>((resolve) => sockets[0]?.once('data', (chunk: Buffer) => resolve(chunk.toString())));
  await new Promise((resolve) => setTimeout(resolve, 200));
  const began = performance.now();
  expect((await asked('weight by quay in 2025')).step.outcome).toBe('answered');
  expect(performance.now() - began).toBeLessThan(3000);
  expect(await said).toMatch(/^HTTP\/1.1 408/);
  for (const socket of sockets) socket.destroy();
  expect(
    (await steward<{ name: string }[]>('GET', '/tables')).body.some(({ name }) => name.startsWith('stalled')),
  ).toBe(false);
});

test('a full disk is called that, by the answer and by health', async () => {
  const { problemOf } = await import('./problem');
  expect(problemOf(Object.assign(new Error('x'), { code: '53100' }))).toMatchObject({ status: 507 });
  expect(
    problemOf(Object.assign(new Error('x'), { cause: Object.assign(new Error('y'), { code: 'ENOSPC' }) })),
  ).toMatchObject({ status: 507, title: 'The disk is full' });
  server.running.context.disk.noteFull();
  const health = await analyst<{ ok: boolean; disk: string }>('GET', '/health');
  expect([health.status, health.body.ok, health.body.disk]).toEqual([503, false, 'full']);
});
