/**
 * Whatever is sent, to whichever route: an answer in words within seconds, never a fault of ours; and nothing that was there is lost.
 * Bodies are made from the schemas of the description, and put out of shape in one place.
 */
import fc from 'fast-check';
import { parse, stringify } from 'yaml';
import { nearMiss, NASTY, valuesOf, type JsonSchema } from '../../tests/bad-input/from-schema';
import { startPlainServer, type PlainServer } from '../../tests/plain-server';
import type { Caller } from '../../tests/demo-server';
import { openApi } from './openapi';

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
  - { id: place, name: Place, levels: [{ id: port, name: Port, column: ports.port, kind: place, latitude: north, longitude: east }] }
  - { id: gear, name: Gear, levels: [{ id: gear, name: Gear, column: hauls.gear }] }
measures:
  - { id: weight, name: Weight, kind: sum, fact: hauls, column: weight, unit: kg }
  - { id: hauls, name: Hauls, kind: count, fact: hauls }
  - { id: sure, name: Sure hauls, kind: count, fact: hauls, only: [{ column: sure, is: true }] }
  - { id: mean, name: Mean weight, kind: ratio, of: weight, per: hauls, format: { style: currency, currency: EUR } }
  - { id: both, name: Both, kind: formula, formula: weight + 2 * hauls }
sets: [{ id: far, name: Far ports, level: port, members: [Zorvale] }]
rowRules: [{ group: Ambry crew, level: port, members: [Ambry] }]
`;
const CSV = `id,landed_on,port_id,gear,weight,sure\n${Array.from({ length: 60 }, (_unused, index) => `${index},2025-${String((index % 12) + 1).padStart(2, '0')}-11,${(index % 2) + 1},${index % 3 === 0 ? 'Nets' : 'Creels'},${index * 7},${index % 5 !== 0}`).join('\n')}`;
const WORDS = [
  'hauls',
  'weight',
  'mean',
  'both',
  'port',
  'gear',
  'Ambry',
  'Zorvale',
  'day',
  'far',
  'Nets',
  'weight by port',
  'only Ambry',
  'why?',
  'Ambry crew',
];

let server: PlainServer;
let steward: Caller;
const ids: Record<string, string> = {};

interface Operation {
  readonly method: string;
  readonly path: string;
  readonly schema: JsonSchema | null;
}

const document = openApi() as {
  paths: Record<string, Record<string, { requestBody?: { content: Record<string, { schema: JsonSchema }> } }>>;
  components: { schemas: Record<string, JsonSchema> };
};
const OPERATIONS: readonly Operation[] = Object.entries(document.paths).flatMap(([path, methods]) =>
  Object.entries(methods).map(([method, operation]): Operation => {
    const schema = operation.requestBody?.content['application/json']?.schema;
    const named = schema?.$ref?.split('/').at(-1);
    return {
      method: method.toUpperCase(),
      path,
      schema: named === undefined ? null : (document.components.schemas[named] ?? null),
    };
  }),
);
/** What would take the ground away from under the others, or never ends. */
const LEFT_OUT =
  /^DELETE \/(boards|inquiries|models|tables|session)(\/\{\w+\})?$|^PATCH \/people|^DELETE \/(people|sessions)|^GET .*(events|openapi)|^PUT \/session\/password|^POST \/(session|password)$/;
const BODIES = OPERATIONS.filter(({ method, path }) => !LEFT_OUT.test(`${method} ${path}`));

async function made(): Promise<void> {
  const board = (await steward<{ id: string }>('POST', '/boards', { title: 'Mine' })).body.id;
  const inquiry = (await steward<{ id: string }>('POST', '/inquiries', { modelId: 'hauls' })).body.id;
  const step = await steward<{ id: string; reading: object }>('POST', `/inquiries/${inquiry}/steps`, {
    text: 'weight by port',
  });
  const tile = await steward<{ id: string }>('POST', `/boards/${board}/tiles`, {
    modelId: 'hauls',
    reading: step.body.reading,
  });
  const comment = await steward<{ id: string }>('POST', `/boards/${board}/comments`, { text: 'A word' });
  const refinement = await steward<{ id: string }>('PUT', `/boards/${board}/refinement`, { text: 'only Ambry' });
  const person = (await steward<{ id: string }[]>('GET', '/people')).body[0]?.id ?? '';
  Object.assign(ids, {
    board,
    inquiry,
    step: step.body.id,
    tile: tile.body.id,
    comment: comment.body.id,
    refinement: refinement.body.id,
    person,
    version: '1',
    group: 'Ambry crew',
    level: 'port',
    name: 'none',
    token: 'none',
    link: comment.body.id,
    session: comment.body.id,
  });
}

beforeAll(async () => {
  server = await startPlainServer();
  steward = await server.person('Steward', 'admin');
  const csv = { 'content-type': 'text/csv' };
  expect((await steward('POST', '/tables?name=hauls', CSV, csv)).status).toBe(200);
  expect(
    (await steward('POST', '/tables?name=ports', 'port_id,port,north,east\n1,Ambry,1.5,2\n2,Zorvale,1.25,3', csv))
      .status,
  ).toBe(200);
  expect((await steward('POST', '/models', MODEL, { 'content-type': 'application/yaml' })).status).toBe(201);
  await made();
}, 60_000);

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

interface Told {
  readonly status: number;
  readonly text: string;
  readonly ms: number;
}

async function sent(method: string, path: string, body: string | undefined, type = 'application/json'): Promise<Told> {
  const began = performance.now();
  const response = await fetch(`${server.running.address}/api${path}`, {
    method,
    headers: { cookie: server.cookie('Steward'), ...(body === undefined ? {} : { 'content-type': type }) },
    ...(body === undefined ? {} : { body }),
    signal: AbortSignal.timeout(20_000),
  });
  return { status: response.status, text: await response.text(), ms: performance.now() - began };
}

/** A fault of ours, an answer that took too long, or a refusal without a word; null where all is well. */
function wrong({ status, text, ms }: Told): string | null {
  if (status >= 500 && status !== 503 && status !== 504) return `${status} ${text.slice(0, 300)}`;
  if (ms > 8000) return `${Math.round(ms)} ms`;
  if (status >= 400 && !(JSON.parse(text) as { detail?: string }).detail) return `${status} without a word`;
  return null;
}

const RUNS = Math.round(0.7 * Number(process.env['LAW_RUNS'] ?? 1000));

test('bodies of every route, and near misses of them', async () => {
  const cases = fc.constantFrom(...BODIES.filter((one) => one.schema !== null)).chain((operation) => {
    const own = operation.path.startsWith('/models') && operation.method !== 'GET' ? ['hauls', ...WORDS] : WORDS;
    const values = valuesOf(
      operation.schema as JsonSchema,
      [...own, ids['step'] ?? '', ids['tile'] ?? ''],
      operation.schema as JsonSchema,
    );
    return fc.tuple(fc.constant(operation), fc.oneof(values, values.chain(nearMiss)));
  });
  await fc.assert(
    fc.asyncProperty(cases, async ([operation, body]) => {
      const told = await sent(operation.method, filled(operation.path), JSON.stringify(body) ?? 'null');
      const fault = wrong(told);
      if (fault !== null)
        throw new Error(`${operation.method} ${operation.path} ${JSON.stringify(body)?.slice(0, 700)}: ${fault}`);
    }),
    { numRuns: RUNS, endOnFailure: true },
  );
}, 240_000);

test('addresses and query strings of every route', async () => {
  const texts = NASTY.filter((one): one is string => typeof one === 'string').map((one) =>
    (/\p{Surrogate}/u.test(one) ? '%ED%A0%80' : encodeURIComponent(one)).slice(0, 3000),
  );
  for (const { method, path } of BODIES.filter((one) => one.method === 'GET'))
    for (const nasty of texts.filter((_one, index) => index % 3 === path.length % 3)) {
      const address = path.includes('{')
        ? filled(path.replace(/\{(\w+)\}(?!.*\{)/, '\u0001')).replace('\u0001', nasty)
        : `${path}?text=${nasty}&reading=${nasty}&refinement=${nasty}&before=${nasty}&tiles=${nasty}`;
      const fault = wrong(await sent(method, address, undefined));
      if (fault !== null) throw new Error(`${method} ${address.slice(0, 200)}: ${fault}`);
    }
}, 120_000);

test('words of every kind', async () => {
  const said = [
    'Ambry and '.repeat(200),
    '('.repeat(2000),
    '1e999',
    `weight over ${'9'.repeat(309)}`,
    'weight over -1e400',
    'constructor',
    'by __proto__',
    'weight by constructor',
    '?!?!',
    '“',
    '"',
    'weight by port '.repeat(130),
    'in 99999',
    'in year 0',
    'since 30 February',
    '½ ⅞ ² −5',
    'weight '.repeat(280),
    '🐟'.repeat(900),
    'top 99999999999 ports',
    'last 999999 years',
    'by port by gear by month by week by day by year',
  ];
  for (const text of said) {
    const fault = wrong(
      await sent('POST', `/inquiries/${ids['inquiry']}/steps`, JSON.stringify({ text: text.slice(0, 2000) })),
    );
    if (fault !== null) throw new Error(`${text.slice(0, 80)}: ${fault}`);
  }
  // what is kept can be read again
  expect((await sent('GET', `/inquiries/${ids['inquiry']}`, undefined)).status).toBe(200);
}, 120_000);

test('files that are no tables, or tables that no database holds', async () => {
  const files: readonly (readonly [string, string | Buffer])[] = [
    ['empty', ''],
    ['a head alone', 'a,b,c'],
    ['NUL', 'a,b\n1,\u0000'],
    ['NUL in the head', 'a\u0000,b\n1,2'],
    ['year 0', 'a,b\n0000-01-01,1\n2025-01-01,2'],
    ['30 February', 'a\n2025-02-30T10:00\n2025-02-28T10:00'],
    ['1e999', 'a\n1e999\n2'],
    ['1e-999', 'a\n1e-999\n2'],
    ['a system column', 'ctid,xmin,oid\n1,2,3'],
    [
      'many columns',
      `${Array.from({ length: 1700 }, (_unused, index) => `c${index}`).join(',')}\n${Array.from({ length: 1700 }, () => 1).join(',')}`,
    ],
    ['200,000 columns', Array.from({ length: 200_000 }, (_unused, index) => `c${index}`).join(',')],
    [
      'wide rows',
      `${Array.from({ length: 990 }, (_unused, index) => `c${index}`).join(',')}\n${Array.from({ length: 990 }, () => 'abcdefgh'.repeat(6)).join(',')}`,
    ],
    ['equal first letters', `${'x'.repeat(70)}1,${'x'.repeat(70)}2\n1,2`],
    ['Latin-1', Buffer.from('caf\xe9,b\n1,2', 'latin1')],
    ['UTF-16', Buffer.from('\ufeffa,b\n1,2', 'utf16le')],
    ['semicolons', 'a;b\n1;2\n3;4'],
    ['tabs', 'a\tb\n1\t2'],
    ['constructor', 'constructor,__proto__\nconstructor,toString\nhasOwnProperty,valueOf'],
    ['an open quote', `a,b\n"${'x'.repeat(5_000_000)}`],
    ['a long line', 'y'.repeat(6_000_000)],
    ['a picture', Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex')],
    ['ragged', 'a,b\n1\n1,2,3\n1,2'],
    ['only ragged', 'a,b\n1\n2\n3'],
    ['one column', 'a\n1'],
    ['a formula', 'a,b\n=1+1,2'],
  ];
  for (const [what, content] of files) {
    const told = await sent('POST', '/tables?name=tried', content as string, 'text/csv');
    const fault = wrong(told);
    if (fault !== null) throw new Error(`${what}: ${fault}`);
    expect([what, told.status === 200 || /kept|nothing/i.test(told.text)]).toEqual([what, true]);
  }
  const semicolons = await sent('POST', '/tables?name=semi', 'a;b\n1;2\n3;4', 'text/csv');
  expect(JSON.parse(semicolons.text)).toMatchObject({
    rows: 2,
    columns: [
      { name: 'a', type: 'integer' },
      { name: 'b', type: 'integer' },
    ],
  });
  expect((await sent('GET', '/models/hauls', undefined)).status).toBe(200);
}, 120_000);

test('model files put out of shape are refused in words, or answer every question that they allow', async () => {
  const file = parse(MODEL) as { id: string };
  const types = fc.constantFrom(...['port', 'landed_on', 'sure', 'gear', 'weight', 'port_id', 'none']);
  const swapped = types.chain((column) =>
    fc.constantFrom(...placesOfColumns(file)).map((place) => replaced(file, place, column)),
  );
  const cases = fc.oneof(
    nearMiss({ ...file, id: 'tried' }),
    swapped.map((one) => ({ ...(one as object), id: 'tried' })),
  );
  let accepted = 0;
  await fc.assert(
    fc.asyncProperty(cases, async (body) => {
      await sent('DELETE', '/models/tried?anyway=yes', undefined);
      const told = await sent('POST', '/models', asText(body), 'application/yaml');
      const fault = wrong(told);
      if (fault !== null) throw new Error(`POST /models: ${fault}`);
      if (told.status !== 201 || (JSON.parse(told.text) as { id: string }).id !== 'tried') return;
      accepted += 1;
      const model = await sent('GET', '/models/tried', undefined);
      if (wrong(model) !== null) throw new Error(`GET: ${wrong(model) ?? ''}`);
      if (model.status !== 200) return;
      const { measures, dimensions } = JSON.parse(model.text) as {
        measures: { id: string }[];
        dimensions: { levels: { id: string }[] }[];
      };
      const levels = dimensions.flatMap((dimension) => dimension.levels.map((level) => level.id));
      for (const { id } of measures)
        for (const by of [
          [],
          ...levels.slice(0, 2).map((level) => [{ kind: 'level', level }]),
          [{ kind: 'time', grain: 'month' }],
        ]) {
          const reading = {
            version: 2,
            shown: [{ calculation: { kind: 'measure', measure: id } }],
            by,
            where: [],
            when: null,
            against: null,
            rank: null,
            order: null,
            rows: null,
            view: null,
          };
          const asked = wrong(await sent('POST', '/answers', JSON.stringify({ modelId: 'tried', reading })));
          if (asked !== null) throw new Error(`asked ${id} by ${JSON.stringify(by)}: ${asked}`);
        }
      const inquiry = JSON.parse((await sent('POST', '/inquiries', JSON.stringify({ modelId: 'tried' }))).text) as {
        id: string;
      };
      const said = wrong(
        await sent(
          'POST',
          `/inquiries/${inquiry.id}/steps`,
          JSON.stringify({ text: 'weight by port this year vs last year' }),
        ),
      );
      if (said !== null) throw new Error(`said: ${said}`);
    }),
    { numRuns: Math.round(RUNS / 7), endOnFailure: true },
  );
  expect(accepted).toBeGreaterThan(12);
}, 240_000);

/** As JSON, or as YAML where that can be written. */
function asText(body: unknown): string {
  const json = JSON.stringify(body) ?? 'null';
  return json.length % 2 === 0 || json.length > 5000 ? json : stringify(body);
}

type Place = readonly (string | number)[];

/** Where a model file names columns. */
function placesOfColumns(value: unknown, here: Place = []): Place[] {
  if (typeof value !== 'object' || value === null)
    return ['column', 'key', 'hauls', 'latitude', 'order'].includes(String(here.at(-1))) && typeof value === 'string'
      ? [here]
      : [];
  return Object.entries(value).flatMap(([key, part]) =>
    placesOfColumns(part, [...here, Array.isArray(value) ? Number(key) : key]),
  );
}
function replaced(value: unknown, [key, ...rest]: Place, column: string): unknown {
  if (key === undefined)
    return typeof value === 'string' && value.includes('.') ? `${value.split('.')[0] ?? ''}.${column}` : column;
  if (Array.isArray(value))
    return value.map((one: unknown, index) => (index === key ? replaced(one, rest, column) : one));
  return Object.fromEntries(
    Object.entries(value as object).map(([name, one]) => [name, name === key ? replaced(one, rest, column) : one]),
  );
}

test('after all of that, what was there is whole', async () => {
  await made();
  for (const path of [
    '/models',
    '/inquiries',
    '/boards',
    `/boards/${ids['board']}`,
    `/inquiries/${ids['inquiry']}`,
    `/inquiries/${ids['inquiry']}/steps/${ids['step']}`,
    `/boards/${ids['board']}/answers`,
    '/news',
    '/people',
    '/audit',
  ])
    expect([path, (await sent('GET', path, undefined)).status]).toEqual([path, 200]);
});
