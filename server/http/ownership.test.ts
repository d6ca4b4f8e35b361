/** An analyst brings a file for themselves: a table and a model that are theirs alone, until they share them. */
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import type { BroughtFile, ModelDraft } from '@zud/core/contract/imports';
import type { ModelSummary } from '@zud/core/contract/models';
import { QUOTA } from '@zud/core/data/quota';
import { startDemoServer, type Caller, type DemoServer, type Reply } from '../../tests/demo-server';
import { openApi } from './openapi';

let demo: DemoServer;
const callers = new Map<string, Caller>();
const people = new Map<string, string>();
const idOf = (who: string): string => people.get(who) ?? '';
const as = (who: string): Caller => callers.get(who) as Caller;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  for (const who of ['Mira', 'Ines', 'Tomas', 'Stellan', 'Ada']) callers.set(who, await demo.as(who));
  const { body } = await as('Mira')<{ id: string; name: string }[]>('GET', '/people');
  for (const { id, name } of body) people.set(name.split(' ')[0] ?? '', id);
  const kept = await loadAs('Mira', 'kiosk_takings.csv', takings(['Ambergate', 'Birchmoor', 'Colwick'], 28));
  expect([kept.status, kept.body]).toEqual([201, expect.objectContaining({ name: 'kiosk_takings', rows: 84 })]);
  expect(await modelAs('Mira', 'kiosk_takings')).toBe(201);
}, 120_000);
afterAll(() => demo.close());

/** Takings by day and place, the n-th place taking n each day. */
function takings(places: readonly string[], days: number): string {
  const lines = ['day,place,takings'];
  for (let day = 1; day <= days; day += 1)
    places.forEach((place, at) => lines.push(`2026-01-${String(day).padStart(2, '0')},${place},${at + 1}.00`));
  return `${lines.join('\n')}\n`;
}
async function bring(who: string, filename: string, content: string): Promise<Reply<BroughtFile>> {
  const response = await fetch(`${demo.running.address}/api/imports?filename=${encodeURIComponent(filename)}`, {
    method: 'POST',
    headers: { 'cookie': await demo.cookie(who), 'content-type': 'application/octet-stream' },
    body: content,
  });
  return { status: response.status, body: (await response.json()) as BroughtFile };
}
async function loadAs(who: string, filename: string, content: string, name?: string, mode = 'new') {
  const { body } = await bring(who, filename, content);
  return as(who)<{ name: string; rows: number; detail?: string }>('POST', `/imports/${body.id}/table`, {
    name: name ?? body.table?.name,
    mode,
  });
}
async function modelAs(who: string, table: string): Promise<number> {
  const draft = await as(who)<ModelDraft>('POST', '/models/drafts', { tables: [table] });
  return draft.status === 200 ? (await as(who)('POST', '/models', draft.body.file)).status : draft.status;
}
const modelsOf = async (who: string) =>
  (await as(who)<ModelSummary[]>('GET', '/models')).body
    .filter(({ id }) => !['ferries', 'libraries'].includes(id))
    .map(({ id, kept }) => [id, kept]);
/** The rows that a question of the kiosks comes to. */
async function answerFor(who: string, text: string): Promise<object> {
  const inquiry = await as(who)<{ id: string }>('POST', '/inquiries', { modelId: 'kiosk_takings' });
  const step = await as(who)<{ answer: object }>('POST', `/inquiries/${inquiry.body.id}/steps`, { text });
  return step.body.answer;
}
const share = (who: string, body: object) => as(who)('PUT', '/models/kiosk_takings/sharing', body);

test('whoever brought it asks of it, and nobody else sees that it is there', async () => {
  expect(await answerFor('Mira', 'takings by place')).toMatchObject({
    rows: [
      ['Colwick', 84],
      ['Birchmoor', 56],
      ['Ambergate', 28],
    ],
  });
  expect(await modelsOf('Mira')).toEqual([['kiosk_takings', 'own']]);
  for (const who of ['Ines', 'Tomas', 'Stellan', 'Ada']) {
    expect([who, await modelsOf(who)]).toEqual([who, []]);
    const found = await as(who)<{ found: { title: string }[] }>('GET', '/find?text=Colwick');
    expect([who, found.body.found]).toEqual([who, []]);
  }
});

test('no route of a model or a table lets anybody else in', async () => {
  const routes = Object.entries((openApi() as { paths: Record<string, Record<string, object>> }).paths).flatMap(
    ([path, methods]) => Object.keys(methods).map((method) => ({ method: method.toUpperCase(), path })),
  );
  const tried = routes.filter(({ path }) => /^\/(models\/\{id\}|tables\/\{name\})/.test(path));
  expect(tried.length).toBeGreaterThan(25);
  for (const who of ['Ines', 'Tomas', 'Stellan', 'Ada'])
    for (const { method, path } of tried) {
      const address = path
        .replace(/\{(id|name)\}/, 'kiosk_takings')
        .replace('{level}', 'place')
        .replace(/\{\w+\}/g, '1');
      const body = method === 'GET' || method === 'DELETE' ? undefined : bodyOf(path);
      const { status } = await as(who)(method, address, body);
      expect([who, method, path, [403, 404, 409].includes(status)]).toEqual([who, method, path, true]);
    }
  expect(await answerFor('Mira', 'takings')).toMatchObject({ rows: [[168]] });
});
test('nor does asking it by its id, wherever a question may be asked', async () => {
  const { body: reading } = await as('Mira')<{ reading: object }>('POST', '/models/kiosk_takings/read', {
    text: 'takings by place',
  });
  const modelId = 'kiosk_takings';
  for (const [path, body] of [
    ['/inquiries', { modelId }],
    ['/exports', { modelId, reading: reading.reading, format: 'xlsx' }],
    ['/boards/drafts', { modelId }],
    ['/alerts/read', { modelId, text: 'tell me when takings are over 9 in a week' }],
    ['/alerts', { modelId, text: 'tell me when takings are over 9 in a week' }],
    ['/alerts/trial', { modelId, text: 'tell me when takings are over 9 in a week' }],
    ['/routines', { modelId, steps: [{ id: 'a', text: 'takings', follows: null, each: null }] }],
    ['/kept-figures', { modelId, reading: reading.reading }],
    ['/briefings/pages', { modelId, text: 'takings by place' }],
  ] as const) {
    for (const who of ['Ines', 'Ada']) {
      const { status, text } = await sent(who, path, body);
      expect([who, path, status >= 400 && status < 500]).toEqual([who, path, true]);
      expect(text).not.toMatch(/Colwick|Kiosk takings|\b168\b/);
    }
    // what is refused is the right, not the body
    expect([path, (await sent('Mira', path, body)).status < 300]).toEqual([path, true]);
  }
});
/** A request whose answer may be a file. */
async function sent(who: string, path: string, body: object): Promise<{ status: number; text: string }> {
  const response = await fetch(`${demo.running.address}/api${path}`, {
    method: 'POST',
    headers: { 'cookie': await demo.cookie(who), 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  return { status: response.status, text: await response.text() };
}

test('a file that is larger than one may keep is refused while it comes', async () => {
  const refused = await fetch(`${demo.running.address}/api/imports?filename=large.csv`, {
    method: 'POST',
    headers: { 'cookie': await demo.cookie('Ines'), 'content-type': 'application/octet-stream' },
    body: new Uint8Array(QUOTA.bytes + 1),
  });
  expect([refused.status, ((await refused.json()) as { detail: string }).detail]).toEqual([
    413,
    expect.stringContaining('A file may have 100 MB.'),
  ]);
});

/** What each route would take of somebody who may, so that the right is what is refused. */
function bodyOf(path: string): object {
  const bodies: readonly (readonly [string, object])[] = [
    ['/sharing', { people: [] }],
    ['/read', { text: 'takings' }],
    ['/terms', { term: 'till', means: 'takings', for: 'me' }],
    ['/terms/{term}', { state: 'withdrawn' }],
    ['/names', { kind: 'set', name: 'Two places', level: 'place', members: ['Colwick'], synonyms: [] }],
    ['/rules', { rules: [] }],
    ['/query', { sql: 'select 1 as one' }],
    ['/decisions', { id: 'x', choice: 'y' }],
  ];
  return bodies.find(([end]) => path.endsWith(end))?.[1] ?? {};
}

test('a steward’s queries in SQL do not read it, nor make a table of it, before and after it is loaded again', async () => {
  const query = () => as('Stellan')<{ detail?: string }>('POST', '/queries', { sql: 'select * from kiosk_takings' });
  expect((await query()).status).toBe(422);
  const again = await loadAs(
    'Mira',
    'kiosk_takings.csv',
    takings(['Ambergate', 'Birchmoor', 'Colwick'], 27),
    undefined,
    'replace',
  );
  expect(again.body.rows).toBe(81);
  expect((await query()).status).toBe(422);
  expect(
    (await as('Stellan')('PUT', '/tables/copied/query', { sql: 'select count(*) as rows from kiosk_takings' })).status,
  ).toBe(422);
  expect((await as('Stellan')('PUT', '/tables/kiosk_takings/query', { sql: 'select 1 as one' })).status).toBe(409);
  expect(
    (
      await loadAs(
        'Mira',
        'kiosk_takings.csv',
        takings(['Ambergate', 'Birchmoor', 'Colwick'], 28),
        undefined,
        'replace',
      )
    ).body.rows,
  ).toBe(84);
  // what is everyone's is read as before
  expect(
    (await as('Stellan')<{ rows: unknown[][] }>('POST', '/queries', { sql: 'select count(*) from ports' })).status,
  ).toBe(200);
});

test('the name of a table that is not theirs is taken, for analysts and stewards alike; another is offered', async () => {
  const ines = await bring('Ines', 'kiosk_takings.csv', takings(['Denby'], 3));
  // nothing is said of a table that they do not know
  expect(ines.body.sameAs).toBeUndefined();
  expect(ines.body.table?.name).toBe('kiosk_takings_2');
  for (const [who, mode] of [
    ['Ines', 'new'],
    ['Ines', 'replace'],
    ['Stellan', 'replace'],
    ['Stellan', 'add'],
  ] as const) {
    const refused = await loadAs(who, 'takings.csv', takings(['Denby'], 3), 'kiosk_takings', mode);
    expect([who, mode, refused.status, refused.body.detail]).toEqual([
      who,
      mode,
      403,
      expect.stringContaining('load it under another name, such as “kiosk_takings_2”'),
    ]);
  }
  for (const name of ['ports', 'bookings'])
    expect((await loadAs('Ines', 'ports.csv', takings(['Denby'], 3), name, 'replace')).status).toBe(403);
  const sent = await fetch(`${demo.running.address}/api/tables?name=kiosk_takings`, {
    method: 'POST',
    headers: { 'cookie': await demo.cookie('Stellan'), 'content-type': 'text/csv' },
    body: takings(['Denby'], 3),
  });
  expect(sent.status).toBe(409);
  expect(await answerFor('Mira', 'takings')).toMatchObject({ rows: [[168]] });
});

test('an analyst’s model reads their own tables only, so that no row rule is gone round', async () => {
  const draft = await as('Ines')('POST', '/models/drafts', { tables: ['ports'] });
  expect(draft.status).toBe(403);
  const file = (await as('Stellan')<ModelDraft>('POST', '/models/drafts', { tables: ['ports'] })).body.file;
  const made = await as('Ines')<{ detail: string }>('POST', '/models', { ...file, id: 'all_ports' });
  expect([made.status, made.body.detail]).toEqual([422, expect.stringContaining('No table “ports” has been loaded')]);
  // nor is an id of everyone's taken over, whose steps would then be read by other rules
  expect((await as('Stellan')('POST', '/models', { ...file, id: 'left_behind' })).status).toBe(201);
  expect((await as('Stellan')('DELETE', '/models/left_behind?anyway=yes')).status).toBe(204);
  await loadAs('Ines', 'stalls.csv', takings(['Denby'], 3));
  const own = (await as('Ines')<ModelDraft>('POST', '/models/drafts', { tables: ['stalls'] })).body.file;
  expect((await as('Ines')('POST', '/models', { ...own, id: 'left_behind' })).status).toBe(409);
  expect((await as('Ines')('POST', '/models', { ...own, id: 'ferries' })).status).toBe(409);
  expect((await as('Ines')('POST', '/models', own)).status).toBe(201);
});

test('on a board that others see, a tile of it says that it is not shared with them, and the others stand', async () => {
  const mira = as('Mira');
  const board = (await mira<{ id: string }>('POST', '/boards', { title: 'Kiosks' })).body.id;
  const pin = async (modelId: string, text: string) => {
    const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId });
    const step = await mira<{ reading: object }>('POST', `/inquiries/${inquiry.body.id}/steps`, { text });
    const tile = await mira<{ id: string }>('POST', `/boards/${board}/tiles`, {
      modelId,
      reading: step.body.reading,
      title: text,
    });
    return tile.body.id;
  };
  const kept = await pin('kiosk_takings', 'takings by place, only Colwick');
  await mira('PUT', `/boards/${board}/shares/${idOf('Tomas')}`, { right: 'see' });
  const shown = await as('Tomas')('GET', `/boards/${board}`);
  expect(shown.status).toBe(200);
  expect(JSON.stringify(shown.body)).not.toContain('Colwick');
  const answer = await as('Tomas')<{ detail: string }>('GET', `/boards/${board}/tiles/${kept}/answer`);
  expect([answer.status, answer.body.detail]).toEqual([403, expect.stringContaining('not shared with you')]);
  expect((await share('Mira', { people: [idOf('Tomas')] })).status).toBe(200);
  expect((await as('Tomas')('GET', `/boards/${board}/tiles/${kept}/answer`)).status).toBe(200);
  expect((await share('Mira', { people: [] })).status).toBe(200);
  expect((await as('Tomas')('GET', `/boards/${board}/tiles/${kept}/answer`)).status).toBe(403);
});

test('it is shared with whom its owner says, and they ask of it without changing it', async () => {
  expect((await share('Mira', { people: [randomUUID()] })).status).toBe(404);
  expect((await share('Ines', { people: [idOf('Ines')] })).status).toBe(404);
  expect((await share('Stellan', { everyone: true })).status).toBe(404);
  expect((await share('Mira', { people: [idOf('Ines'), idOf('Ines')] })).body).toMatchObject({
    kept: 'own',
    sharedWith: [{ email: 'ines@velloe.example' }],
  });
  expect(await modelsOf('Ines')).toEqual([
    ['kiosk_takings', 'shared'],
    ['stalls', 'own'],
  ]);
  expect(await answerFor('Ines', 'takings')).toMatchObject({ rows: [[168]] });
  expect((await as('Ines')<{ sharedWith: object[] }>('GET', '/models/kiosk_takings')).body.sharedWith).toEqual([]);
  for (const [method, path] of [
    ['PUT', '/models/kiosk_takings/sharing'],
    ['DELETE', '/models/kiosk_takings'],
    ['GET', '/models/kiosk_takings/draft'],
    ['GET', '/tables/kiosk_takings/loads'],
    ['DELETE', '/tables/kiosk_takings'],
  ] as const)
    expect([
      path,
      [403, 404].includes((await as('Ines')(method, path, method === 'PUT' ? { people: [] } : undefined)).status),
    ]).toEqual([path, true]);
  expect((await as('Mira')('GET', '/models/kiosk_takings/draft')).status).toBe(200);
});

test('a steward whom it was shared with gives it to everyone, and keeps it from then on', async () => {
  expect((await share('Mira', { everyone: true })).status).toBe(403);
  expect((await share('Mira', { people: [idOf('Stellan')] })).status).toBe(200);
  expect((await as('Stellan')('PUT', '/models/kiosk_takings/draft', {})).status).toBe(403);
  expect((await share('Stellan', { everyone: true })).body).toEqual({ kept: null, sharedWith: [] });
  for (const who of ['Ines', 'Tomas', 'Ada'])
    expect((await modelsOf(who)).find(([id]) => id === 'kiosk_takings')).toEqual(['kiosk_takings', null]);
  expect((await as('Tomas')('POST', '/models/kiosk_takings/read', { text: 'takings' })).status).toBe(200);
  expect((await as('Stellan')('GET', '/tables/kiosk_takings/loads')).status).toBe(200);
  expect((await as('Stellan')('POST', '/queries', { sql: 'select * from kiosk_takings' })).status).toBe(200);
  expect((await as('Mira')('DELETE', '/models/kiosk_takings?anyway=yes')).status).toBe(403);
  expect((await share('Stellan', { people: [] })).status).toBe(422);
});

test('what one keeps has its bounds, which are told, and nothing is lost by reaching them', async () => {
  const ines = as('Ines');
  for (let count = 2; count <= QUOTA.tables; count += 1)
    expect(
      (await loadAs('Ines', `plan_${count}.csv`, takings(['Denby'], 2 + (count % 9)), `plan_${count}`)).status,
    ).toBe(201);
  const beyond = await loadAs('Ines', 'one_more.csv', takings(['Eyam'], 20), 'one_more');
  expect([beyond.status, beyond.body.detail]).toEqual([
    422,
    expect.stringContaining(
      '10 tables with 2,000,000 rows in all may be kept as one’s own; with this there would be 11',
    ),
  ]);
  const { body: tables } = await ines<{ name: string }[]>('GET', '/tables');
  expect(tables.map(({ name }) => name)).toEqual(
    ['stalls', ...new Array(9).fill(0).map((_, at) => `plan_${at + 2}`)].sort(),
  );
  // one that is there is loaded again, as it is no more
  expect((await loadAs('Ines', 'plan_2.csv', takings(['Denby', 'Eyam'], 9), 'plan_2', 'replace')).status).toBe(201);
  expect((await ines('DELETE', '/tables/plan_3')).status).toBe(204);
  expect((await loadAs('Ines', 'one_more.csv', takings(['Eyam'], 20), 'one_more')).status).toBe(201);
  // rows: a table that stands as large as all that may be kept
  const client = new pg.Client({ connectionString: demo.databaseUrl });
  await client.connect();
  await client.query("update loaded_tables set rows = $1 where name = 'plan_4'", [QUOTA.rows - 60]);
  await client.end();
  const rows = await loadAs('Ines', 'plan_5.csv', takings(['Denby', 'Eyam', 'Fenby'], 28), 'plan_5', 'replace');
  expect([rows.status, rows.body.detail]).toEqual([
    422,
    expect.stringContaining('The table as it was before is kept.'),
  ]);
});
