/**
 * What somebody may not see is in nothing that they are sent: every route, every field, every file, walked as a limited person, with
 * numbers planted in the rows of others that cannot be mistaken, and members that nobody else is called.
 */
import JSZip from 'jszip';
import pdf from 'pdf-parse';
import { startPlainServer, type PlainServer } from '../../tests/plain-server';
import type { Caller } from '../../tests/demo-server';
import { openApi } from './openapi';

/** Members that the limited person may not know; a few are made of several words. */
const HIDDEN = ['Zorvale', 'Quexmoor', 'Ilk Fennick'];
/** Values of a column that is shown to one group only. */
const EMAILS = ['dagny.crook@skippers.example', 'orrin.pell@skippers.example'];

const MODEL = `
zud: 1
id: hauls
name: Hauls
tables:
  - { id: hauls, key: id, joins: [{ to: ports, column: port_id }] }
  - { id: ports, key: port_id }
facts: [{ id: hauls, name: haul, table: hauls }]
dates: [{ id: day, name: landing date, default: true, columns: { hauls: landed_on } }]
dimensions:
  - { id: place, name: Place, levels: [{ id: port, name: Port, column: ports.port, kind: place }] }
  - { id: gear, name: Gear, levels: [{ id: gear, name: Gear, column: hauls.gear }] }
  - { id: who, name: Who, levels: [{ id: skipper, name: Skipper, column: hauls.skipper_email, kind: person }] }
measures:
  - { id: weight, name: Weight, kind: sum, fact: hauls, column: weight, unit: kg }
  - { id: value, name: Value, kind: sum, fact: hauls, column: value }
  - { id: hauls, name: Hauls, kind: count, fact: hauls }
  - { id: price, name: Price, kind: ratio, of: value, per: weight }
sets: [{ id: far, name: Far ports, level: port, members: [Zorvale, Quexmoor] }, { id: mixed, name: Mixed ports, level: port, members: [Ambry, Zorvale] }]
rowRules: [{ group: Ambry crew, level: port, members: [Ambry] }]
sensitive: [{ column: hauls.skipper_email, except: [Harbour office] }]
`;

/** Rows of others weigh between two and four thousand million; those of Ambry up to a hundred. */
function hauls(): string {
  const lines = ['id,landed_on,port_id,gear,skipper_email,weight,value'];
  let id = 0;
  for (let month = 1; month <= 20; month += 1)
    for (const [port, place] of [
      [1, 'Ambry'],
      [2, 'Zorvale'],
      [3, 'Quexmoor'],
      [4, 'Ilk Fennick'],
    ] as const)
      for (const gear of ['Creels', 'Nets']) {
        id += 1;
        const day = new Date(Date.UTC(2025, month - 1, 3 + port)).toISOString().slice(0, 10);
        const own = place === 'Ambry';
        const weight = own ? 10 + ((id * 7) % 90) : 2_000_000_000 + ((id * 137_291_357) % 2_000_000_000);
        lines.push([id, day, port, gear, EMAILS[id % 2], weight, own ? weight * 3 : weight * 5].join(','));
      }
  return lines.join('\n');
}

let server: PlainServer;
let author: Caller;
let limited: Caller;
const ids: Record<string, string> = {};

/** All texts and numbers of an answer, apart from one another; of one that is no JSON, its text. */
function partsOf(text: string): (string | number)[] {
  try {
    return text
      .trim()
      .split('\n')
      .flatMap((line) => valuesIn(JSON.parse(line) as unknown));
  } catch {
    return [text];
  }
}
function valuesIn(value: unknown): (string | number)[] {
  if (typeof value === 'string' || typeof value === 'number') return [value];
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(valuesIn) : [];
}

/** A number of a thousand million or more, however it is written, is one of others. */
function foreignNumber(text: string): string | null {
  for (const part of partsOf(text)) {
    if (typeof part === 'number' && Math.abs(part) >= 1e9) return String(part);
    if (typeof part === 'string') {
      // ids and times are no numbers of rows
      const bare = part
        .replace(/[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g, '')
        .replace(/saved_[0-9a-f]{16}/g, '')
        .replace(/\d{4}-\d\d-\d\dT[\d:.]+Z/g, '')
        .replace(/(?<=\d)[,\u00a0\u202f\u2009 ](?=\d{3}(?!\d))/g, '');
      const found =
        /(?<![\w.#])\d{10,}/.exec(bare) ??
        /\d(\.\d+)?e\+?(9|\d\d)\b/i.exec(bare) ??
        /\d(\.\d+)? ?(bn|tn|billion|trillion)\b/i.exec(bare);
      if (found !== null) return found[0];
    }
  }
  return null;
}

function leaks(text: string): string[] {
  const said = text.toLowerCase();
  const names = [...HIDDEN, ...EMAILS].filter((name) => said.includes(name.toLowerCase()));
  const number = foreignNumber(text);
  return [...names, ...(number === null ? [] : [number])];
}

/** The texts of a file: of the parts of a workbook or of slides, of the pages of a document. */
async function textsOf(bytes: Buffer, type: string): Promise<string> {
  if (type.includes('openxmlformats')) {
    const zip = await JSZip.loadAsync(bytes);
    const parts = await Promise.all(
      Object.values(zip.files)
        .filter((file) => /\/(slides|charts|worksheets)\/.*\.xml$|sharedStrings/.test(file.name))
        .map((file) => file.async('string')),
    );
    // measures of slides are in millionths
    return parts
      .join(' ')
      .replace(/<a:(off|ext)[^>]*>|<(a:)?(gridCol|tr)\b[^>]*>/g, '')
      .replace(/<[^>]*(xmlns|r:id|uri)[^>]*>/g, '')
      .replace(/<c:axId[^>]*>|<c:crossAx[^>]*>|<[^>]+ val="\d{8,}"\/>/g, '');
  }
  if (type.includes('pdf')) return (await pdf(bytes)).text;
  return bytes.toString('utf8');
}

async function load(name: string, csv: string): Promise<void> {
  const steward = await server.person(`Loader${name}`, 'steward');
  const loaded = await steward('POST', `/tables?name=${name}`, csv, { 'content-type': 'text/csv' });
  expect(loaded.status).toBe(200);
}

beforeAll(async () => {
  server = await startPlainServer();
  await load('ports', 'port_id,port\n1,Ambry\n2,Zorvale\n3,Quexmoor\n4,Ilk Fennick');
  await load('hauls', hauls());
  const steward = await server.person('Steward', 'steward', ['Harbour office']);
  expect((await steward('POST', '/models', MODEL, { 'content-type': 'application/yaml' })).status).toBe(201);
  author = await server.person('Author', 'analyst', ['Harbour office']);
  limited = await server.person('Limited', 'analyst', ['Ambry crew']);
  const people = (await author<{ id: string; name: string }[]>('GET', '/people')).body;
  ids['person'] = people.find((one) => one.name === 'Limited')?.id ?? '';

  const inquiry = (
    await author<{ id: string }>('POST', '/inquiries', { modelId: 'hauls', title: 'Zorvale beside Ilk Fennick' })
  ).body.id;
  ids['inquiry'] = inquiry;
  for (const text of [
    'weight by port',
    'why?',
    'summarise this',
    'new question: weight by month',
    'only Zorvale',
    'new question: weight of Quexmoor versus Ambry by month',
    'new question: share of weight by port',
    'new question: far ports vs the rest by month',
    'new question: top 2 ports by value',
    'price by month for Ilk Fennick',
    'new question: weight by skipper',
    'forecast it',
    'zorvale quexmoor xyzzy',
    'new question: weight this year vs last year by gear',
  ]) {
    const step = await author<{ id: string; reading: object | null }>('POST', `/inquiries/${inquiry}/steps`, { text });
    expect(step.status).toBe(201);
    ids['step'] = step.body.id;
  }
  await author('PATCH', `/inquiries/${inquiry}/steps/${ids['step']}`, { name: 'Zorvale alone', starred: true });
  const set = await author<{ id: string }>('POST', '/models/hauls/names', {
    kind: 'set',
    name: 'Outer trio',
    synonyms: [],
    level: 'port',
    members: [...HIDDEN],
  });
  ids['name'] = set.body.id;
  const board = (await author<{ id: string }>('POST', '/boards', { title: 'Zorvale landings' })).body.id;
  ids['board'] = board;
  for (const text of [
    'weight by port',
    'value by month for Zorvale',
    'weight of Ilk Fennick',
    'weight by skipper',
    'mixed ports vs the rest',
  ]) {
    const { body } = await author<{ reading: object }>('POST', '/models/hauls/read', { text });
    const tile = await author<{ id: string }>('POST', `/boards/${board}/tiles`, {
      modelId: 'hauls',
      reading: body.reading,
      title: text === 'weight by port' ? null : `${text}, of Quexmoor too`,
    });
    expect(tile.status).toBe(201);
    ids['tile'] = tile.body.id;
  }
  await author('POST', `/boards/${board}/tiles`, { kind: 'commentary', words: 'Mind Zorvale' });
  await author('POST', `/boards/${board}/tiles`, { kind: 'text', words: 'Quexmoor comes next' });
  const comment = await author<{ id: string }>('POST', `/boards/${board}/comments`, {
    text: 'Look here',
    tile: ids['tile'],
    mark: 'Zorvale',
  });
  ids['comment'] = comment.body.id;
  expect(
    (
      await author<{ outcome: string }>('PUT', `/boards/${board}/refinement`, {
        text: 'only Zorvale and Ambry',
        for: 'everyone',
      })
    ).body.outcome,
  ).toBe('answered');
  ids['refinement'] = (
    await author<{ id: string }>('PUT', `/boards/${board}/refinement`, { text: 'only Quexmoor' })
  ).body.id;
  await author('PATCH', `/boards/${board}/refinements/${ids['refinement']}`, { name: 'Quexmoor only', offered: true });
  await author('PUT', `/boards/${board}/shares/${ids['person']}`, { right: 'edit' });
  await author('PUT', `/inquiries/${inquiry}/shares/${ids['person']}`, { right: 'ask' });
  await limited('PUT', `/boards/${board}/follow`, { follows: true });
  await author('PATCH', `/boards/${board}`, { title: 'Zorvale landings, again' });
  // what is done with tiles is told by their names, of which the last is the news
  const [named] = (await author<{ id: string; kind: string }[]>('GET', `/boards/${board}/tiles`)).body.filter(
    (tile) => tile.kind === 'text',
  );
  await author('PATCH', `/boards/${board}/tiles/${named?.id ?? ''}`, { height: 3 });
  ids['token'] = 'none';
  ids['version'] = '1';
  ids['group'] = 'Ambry crew';
  ids['link'] = ids['comment'] ?? '';
  ids['level'] = 'port';
}, 120_000);

afterAll(() => server.close());

const filled = (path: string) =>
  path.replace(/\{(\w+)\}/g, (_whole, name: string) =>
    encodeURIComponent(
      name === 'id'
        ? path.startsWith('/models')
          ? 'hauls'
          : path.startsWith('/boards')
            ? (ids['board'] ?? '')
            : (ids['inquiry'] ?? '')
        : (ids[name] ?? ''),
    ),
  );

async function sent(method: string, path: string, body?: unknown): Promise<{ status: number; text: string }> {
  const { status, type, bytes } = await server.raw('Limited', method, path, body);
  return { status, text: await textsOf(bytes, type) };
}

test('the author sees what the limited person must not: the planted values are there to be found', async () => {
  const { bytes } = await server.raw('Author', 'GET', `/inquiries/${ids['inquiry']}/steps/${ids['step']}`);
  expect(foreignNumber(bytes.toString('utf8'))).not.toBeNull();
  const whole = (await server.raw('Author', 'GET', `/inquiries/${ids['inquiry']}`)).bytes.toString('utf8');
  expect(leaks(whole)).toEqual(expect.arrayContaining([...HIDDEN, ...EMAILS.slice(0, 1)]));
});

test('every route that is looked at, by every id that is shared', async () => {
  const routes = Object.entries(
    (openApi() as { paths: Record<string, Record<string, { parameters?: { name: string; in: string }[] }>> }).paths,
  )
    .filter(([path, methods]) => 'get' in methods && !/events|openapi/.test(path))
    .map(([path]) => path);
  const steps = (await author<{ steps: { id: string }[] }>('GET', `/inquiries/${ids['inquiry']}`)).body.steps.map(
    (one) => one.id,
  );
  const tiles = (await author<{ id: string }[]>('GET', `/boards/${ids['board']}/tiles`)).body.map((one) => one.id);
  const paths = routes.flatMap((path) => {
    const each = path.includes('{step}')
      ? steps.map((step) => path.replace('{step}', step))
      : path.includes('{tile}')
        ? tiles.map((tile) => path.replace('{tile}', tile))
        : path.includes('{level}')
          ? ['port', 'skipper', 'gear'].map((level) => path.replace('{level}', level))
          : [path];
    return each.flatMap((one) =>
      /^\/boards\/\{id\}/.test(one) ? [one, `${one}?refinement=${ids['refinement']}`] : [one],
    );
  });
  paths.push(
    '/models/hauls/suggest?text=zor',
    '/models/hauls/suggest?text=weight%20of%20q',
    '/models/hauls/suggest?text=by%20sk',
    '/models/hauls/levels/port/members?text=zor',
    '/find?text=zor',
    '/find?text=quex',
    '/find?text=weight',
    '/find?text=dagny',
  );
  const wrong: string[] = [];
  let seen = 0;
  for (const path of paths) {
    const { status, text } = await sent('GET', filled(path));
    if (status === 200) seen += 1;
    if (status >= 500) wrong.push(`${path}: ${status} ${text.slice(0, 200)}`);
    for (const leak of leaks(text)) wrong.push(`${path}: ${leak} in ${context(text, leak)}`);
  }
  expect(wrong).toEqual([]);
  expect(seen).toBeGreaterThan(40);
}, 120_000);

const context = (text: string, leak: string) => {
  const at = text.toLowerCase().indexOf(leak.toLowerCase());
  return text.slice(Math.max(0, at - 90), at + 60);
};

test('what comes of asking, going back, copying, marking, checking and looking deeper', async () => {
  const inquiry = ids['inquiry'] ?? '';
  const { body: whole } = await author<{ steps: { id: string; reading: object | null }[] }>(
    'GET',
    `/inquiries/${inquiry}`,
  );
  const wrong: string[] = [];
  const look = async (method: string, path: string, body?: unknown) => {
    const { status, text } = await sent(method, path, body);
    if (status >= 500) wrong.push(`${method} ${path}: ${status} ${text.slice(0, 200)}`);
    for (const leak of leaks(text))
      wrong.push(`${method} ${path} ${JSON.stringify(body ?? null).slice(0, 60)}: ${leak} in ${context(text, leak)}`);
    return text;
  };
  const copy = JSON.parse(await look('POST', `/inquiries/${inquiry}/copy`)) as { id: string };
  await look('GET', `/inquiries/${copy.id}`);
  const copied = (await limited<{ steps: { id: string }[] }>('GET', `/inquiries/${copy.id}`)).body.steps;
  for (const step of copied) await look('GET', `/inquiries/${copy.id}/steps/${step.id}`);
  for (const step of whole.steps) {
    await look('PATCH', `/inquiries/${inquiry}/steps/${step.id}`, { folded: false });
    await look('POST', `/inquiries/${inquiry}/steps`, { text: 'undo', after: step.id });
    await look('POST', `/inquiries/${inquiry}/steps`, { text: 'by gear', after: step.id });
    await look('POST', `/inquiries/${inquiry}/steps`, { text: 'why?', after: step.id });
    if (step.reading === null) continue;
    // somebody else's reading, as a link might carry it
    for (const path of ['/answers', '/answers/deeper', '/answers/check'])
      await look('POST', path, { modelId: 'hauls', reading: step.reading });
    for (const format of ['csv', 'xlsx', 'svg', 'pdf', 'pptx'])
      await look('POST', '/exports', { modelId: 'hauls', reading: step.reading, format });
    await look('POST', `/inquiries/${inquiry}/steps`, { reading: step.reading });
    await look('POST', '/models/hauls/read', { text: 'by month', reading: step.reading });
  }
  await look('POST', '/models/hauls/read', { text: 'weight of Ambry and xyzzy' });
  await look('POST', '/boards/drafts', { modelId: 'hauls' });
  for (const format of ['pptx', 'pdf', 'xlsx', 'svg'])
    await look('POST', `/boards/${ids['board']}/exports`, { format });
  for (const tile of (await author<{ id: string; kind: string }[]>('GET', `/boards/${ids['board']}/tiles`)).body) {
    await look('PATCH', `/boards/${ids['board']}/tiles/${tile.id}`, { ownScope: false });
    if (tile.kind === 'answer') await look('POST', `/boards/${ids['board']}/tiles/${tile.id}/inquiry`);
  }
  await look('PUT', `/boards/${ids['board']}/refinement`, { text: 'last year', from: ids['refinement'] });
  await look('GET', '/inquiries');
  expect(wrong).toEqual([]);
}, 300_000);

test('a limited person who changes the sentence of a board leaves in it what they cannot see', async () => {
  const changed = await limited<{ outcome: string }>('PUT', `/boards/${ids['board']}/refinement`, {
    text: 'this year',
    for: 'everyone',
  });
  expect(changed.body.outcome).toBe('answered');
  const { body } = await author<{ scope: { where: { members: string[] }[]; when: object | null } }>(
    'GET',
    `/boards/${ids['board']}`,
  );
  expect(body.scope.when).not.toBeNull();
  expect([...(body.scope.where[0]?.members ?? [])].sort()).toEqual(['Ambry', 'Zorvale']);
});

test('whoever sees a part is told so, on the board, in the inquiry and in the model', async () => {
  for (const path of [`/boards/${ids['board']}`, `/inquiries/${ids['inquiry']}`, '/models/hauls']) {
    expect([path, (await limited<{ limited: string | null }>('GET', path)).body.limited]).toEqual([
      path,
      'You see Ambry only, so your numbers may differ from those of others.',
    ]);
    expect([path, (await author<{ limited: string | null }>('GET', path)).body.limited]).toEqual([path, null]);
  }
});

test('a sensitive column is neither a level, nor a name, nor a column of records for those who are not excepted', async () => {
  const stranger = await server.person('Stranger', 'analyst');
  const asked = await stranger<{ id: string }>('POST', '/inquiries', { modelId: 'hauls' });
  for (const text of ['weight by skipper', `weight of ${EMAILS[0]}`, 'hauls of dagny.crook'])
    expect([
      text,
      (await stranger<{ outcome: string }>('POST', `/inquiries/${asked.body.id}/steps`, { text })).body.outcome,
    ]).toEqual([text, 'unclear']);
  const office = await author<{ answer: { rows: unknown[][] } }>(
    'POST',
    `/inquiries/${(await author<{ id: string }>('POST', '/inquiries', { modelId: 'hauls' })).body.id}/steps`,
    { text: 'hauls by skipper' },
  );
  expect(office.body.answer.rows.map((row) => row[0]).sort()).toEqual([...EMAILS].sort());
  const reading = {
    version: 2,
    shown: [{ calculation: { kind: 'measure', measure: 'weight' }, transform: null }],
    by: [{ kind: 'level', level: 'skipper' }],
    where: [],
    when: null,
    against: null,
    ahead: null,
    rank: null,
    order: null,
    rows: null,
    view: null,
  };
  expect((await stranger('POST', '/answers', { modelId: 'hauls', reading })).status).toBe(422);
  expect(
    (
      await stranger('POST', '/answers', {
        modelId: 'hauls',
        reading: { ...reading, by: [], where: [{ kind: 'members', level: 'skipper', is: true, members: [EMAILS[0]] }] },
      })
    ).status,
  ).toBe(422);
  expect(
    (
      await stranger('POST', '/answers', {
        modelId: 'hauls',
        reading: { ...reading, by: [], rows: { fact: 'hauls', columns: [{ kind: 'level', level: 'skipper' }] } },
      })
    ).status,
  ).toBe(422);
});

test('a model made anew under the id of another one has its own names and rules at once', async () => {
  const steward = await server.person('Second', 'steward');
  const small = (members: string) =>
    MODEL.replace('id: hauls\nname: Hauls', 'id: twice\nname: Twice').replace(
      'members: [Ambry] }]',
      `members: [${members}] }]`,
    );
  expect((await steward('POST', '/models', small('Ambry'), { 'content-type': 'application/yaml' })).status).toBe(201);
  const ports = async () =>
    (await limited<{ members: string[] }>('GET', '/models/twice/levels/port/members')).body.members;
  expect(await ports()).toEqual(['Ambry']);
  expect((await steward('DELETE', '/models/twice')).status).toBe(204);
  expect((await limited('GET', '/models/twice')).status).toBe(410);
  expect(
    (
      await steward('POST', '/models', small('Zorvale').replace('name: Weight', 'name: Heft'), {
        'content-type': 'application/yaml',
      })
    ).status,
  ).toBe(201);
  expect(await ports()).toEqual(['Zorvale']);
  expect(
    (await limited<{ measures: { name: string }[] }>('GET', '/models/twice')).body.measures.map((one) => one.name),
  ).toContain('Heft');
});
