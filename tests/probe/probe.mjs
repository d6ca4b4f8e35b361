#!/usr/bin/env node
/**
 * Tries from outside what must not work, against a running server, and says line by line whether it held.
 *
 *   node tests/probe/probe.mjs --base http://127.0.0.1:4600
 *
 * It signs in as the people of the demo; others are named by --admin, --steward, --analyst and --limited (email:password). It makes
 * tables, models, boards and inquiries of its own, whose names begin with “probe”, and takes them away again.
 */
import { once } from 'node:events';
import { connect } from 'node:net';
import { parseArgs } from 'node:util';
import { Worker } from 'node:worker_threads';

const { values } = parseArgs({
  options: {
    base: { type: 'string', default: 'http://127.0.0.1:4600' },
    admin: { type: 'string', default: 'ada@velloe.example:tidal-compass-15' },
    steward: { type: 'string', default: 'stellan@velloe.example:harbour-vane-88' },
    analyst: { type: 'string', default: 'mira@velloe.example:anchor-quiet-41' },
    only: { type: 'string' },
  },
});

/** Milliseconds within which health answers while others work. */
const HEALTH = 50;

const results = [];
async function line(name, work) {
  if (values.only !== undefined && !name.includes(values.only)) return;
  const began = performance.now();
  try {
    const said = await work();
    results.push(true);
    console.log(
      `ok    ${name}${typeof said === 'string' ? ` (${said})` : ''} ${Math.round(performance.now() - began)} ms`,
    );
  } catch (error) {
    results.push(false);
    console.log(`FAILS ${name}: ${error instanceof Error ? error.message : error}`);
  }
}
function check(holds, what) {
  if (!holds) throw new Error(what);
}

async function signIn(credentials) {
  const [email, ...rest] = credentials.split(':');
  const response = await fetch(`${values.base}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email, password: rest.join(':') }),
  });
  if (!response.ok) throw new Error(`${email} could not sign in: ${response.status}`);
  return (response.headers.get('set-cookie') ?? '').split(';')[0];
}
const callerOf =
  (cookie) =>
  async (method, path, body, headers = {}) => {
    const raw = typeof body === 'string' || body instanceof Uint8Array;
    const response = await fetch(`${values.base}/api${path}`, {
      method,
      headers: {
        ...(cookie ? { cookie } : {}),
        ...(body === undefined || raw ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: raw ? body : JSON.stringify(body) }),
      signal: AbortSignal.timeout(90_000),
    });
    const text = await response.text();
    let parsed = {};
    try {
      parsed = text === '' ? {} : JSON.parse(text);
    } catch {
      parsed = { text };
    }
    return { status: response.status, body: parsed, text, headers: response.headers };
  };

const CSV = { 'content-type': 'text/csv' };
const YAML = { 'content-type': 'application/yaml' };
const MODEL = (id, extra = '') => `
zud: 1
id: ${id}
name: Probe ${id}
tables: [{ id: t, source: probe_hauls, key: id }]
facts: [{ id: hauls, name: haul, table: t }]
dates: [{ id: day, name: landing date, default: true, columns: { hauls: landed_on } }]
dimensions: [{ id: place, name: Place, levels: [{ id: port, name: Port, column: t.port, kind: place }, { id: skipper, name: Skipper, column: t.skipper, kind: person }] }]
measures: [{ id: weight, name: Weight, kind: sum, fact: hauls, column: weight }, { id: value, name: Value, kind: sum, fact: hauls, column: value }]
rowRules: [{ group: Probe crew, level: port, members: [Ambry] }]
${extra}`;
const HAULS = `id,landed_on,port,skipper,weight,value\n${Array.from({ length: 60 }, (_unused, index) => `${index},2025-${String((index % 12) + 1).padStart(2, '0')}-09,${index % 2 === 0 ? 'Ambry' : 'Zorvale'},s${index % 4}@probe.example,${index % 2 === 0 ? 5 : 7_000_000_123},${index}`).join('\n')}`;

const admin = callerOf(await signIn(values.admin));
const stewardCookie = await signIn(values.steward);
const steward = callerOf(stewardCookie);
const analyst = callerOf(await signIn(values.analyst));
const nobody = callerOf('');

/** The longest that health took while some work was done. */
async function healthDuring(work) {
  // in a thread of its own, as this one is busy with what it sends
  const watch = new Worker(
    `
    const { parentPort, workerData } = require('node:worker_threads');
    let done = false;
    const took = [];
    parentPort.on('message', () => { done = true; });
    (async () => {
      await fetch(workerData + '/api/health').then((response) => response.text());
      parentPort.postMessage('ready');
      while (!done) {
        const began = performance.now();
        await fetch(workerData + '/api/health').then((response) => response.text());
        took.push(performance.now() - began);
        await new Promise((resolve) => setTimeout(resolve, 10));
      }
      parentPort.postMessage(took);
      parentPort.close();
    })();`,
    { eval: true, workerData: values.base },
  );
  await once(watch, 'message');
  const result = await work();
  watch.postMessage('done');
  const [took] = await once(watch, 'message');
  took.sort((a, b) => a - b);
  return { result, p95: took[Math.floor(took.length * 0.95)] ?? 0, worst: took.at(-1) ?? 0 };
}
async function quiet(work) {
  const { result, p95, worst } = await healthDuring(work);
  check(p95 < HEALTH, `health took ${Math.round(p95)} ms (p95), ${Math.round(worst)} ms at worst`);
  return { result, said: `health p95 ${Math.round(p95)} ms, worst ${Math.round(worst)} ms` };
}

// ——— the ground ———
await steward('DELETE', '/models/probe?anyway=yes');
await steward('DELETE', '/models/probe_two?anyway=yes');
await steward('POST', '/tables?name=probe_hauls', HAULS, CSV);
const madeModel = await steward(
  'POST',
  '/models',
  MODEL('probe', 'sensitive: [{ column: t.skipper, except: [Probe office] }]'),
  YAML,
);
if (madeModel.status !== 201) throw new Error(`The model of the probe was not made: ${madeModel.text}`);
const limitedEmail = `probe-${Date.now()}@probe.example`;
const added = await admin('POST', '/people', {
  name: 'Probe Limited',
  email: limitedEmail,
  role: 'analyst',
  groups: ['Probe crew'],
});
await nobody('POST', '/password', { token: added.body.link?.token, password: 'probe probe probe' });
const limited = callerOf(await signIn(`${limitedEmail}:probe probe probe`));
const limitedId = added.body.person?.id;
const inquiry = (await analyst('POST', '/inquiries', { modelId: 'probe' })).body.id;
const ask = (text, caller = analyst, after) =>
  caller('POST', `/inquiries/${inquiry}/steps`, { text, ...(after ? { after } : {}) });

// ——— 1 what somebody may not see ———
await line('a shared inquiry leaks no number and no name of rows its reader may not see', async () => {
  const steps = [];
  for (const text of ['weight by port', 'why?', 'summarise this', 'new question: weight of Zorvale by month'])
    steps.push((await ask(text)).body.id);
  await analyst('PUT', `/inquiries/${inquiry}/shares/${limitedId}`, { right: 'ask' });
  const said = [(await limited('GET', `/inquiries/${inquiry}`)).text];
  for (const step of steps) {
    said.push(
      (await limited('GET', `/inquiries/${inquiry}/steps/${step}`)).text,
      (await limited('PATCH', `/inquiries/${inquiry}/steps/${step}`, { starred: true })).text,
      (await ask('undo', limited, step)).text,
    );
  }
  const copy = (await limited('POST', `/inquiries/${inquiry}/copy`)).body.id;
  said.push((await limited('GET', `/inquiries/${copy}`)).text);
  check(!said.some((text) => /Zorvale/i.test(text)), 'a hidden name is shown');
  check(
    !said.some((text) =>
      /\d{10,}|\d,\d{3},\d{3},\d{3}|\dbn/.test(
        text.replace(/[0-9a-f-]{36}|@\d+-\d+/g, '').replace(/\d{4}-\d\d-\d\dT[\d:.]+Z/g, ''),
      ),
    ),
    `a hidden number is shown: ${
      /.{60}(\d{10,}|\d,\d{3},\d{3},\d{3}|\dbn).{20}/.exec(
        said
          .join(' ')
          .replace(/[0-9a-f-]{36}|@\d+-\d+/g, '')
          .replace(/\d{4}-\d\d-\d\dT[\d:.]+Z/g, ''),
      )?.[0]
    }`,
  );
  check(/You see Ambry only/.test(said[0]), 'nothing says that it is a part');
});
await line('a sensitive column is no level, no name and no column of records', async () => {
  const model = await analyst('GET', '/models/probe');
  check(!/skipper/i.test(JSON.stringify(model.body.dimensions)), 'the level is shown');
  check(!/probe\.example/.test((await analyst('GET', '/models/probe/suggest?text=s1')).text), 'completions show it');
  check((await analyst('GET', '/models/probe/levels/skipper/members')).status === 404, 'its members are listed');
  check((await ask('weight by skipper')).body.outcome === 'unclear', 'it is answered');
});
await line('a model made anew under an id has its own rules at once', async () => {
  const two = MODEL('probe_two');
  await steward('POST', '/models', two, YAML);
  check(
    (await limited('GET', '/models/probe_two/levels/port/members')).body.members?.join() === 'Ambry',
    'the first rule does not hold',
  );
  await steward('DELETE', '/models/probe_two?anyway=yes');
  await steward('POST', '/models', two.replace('members: [Ambry]', 'members: [Zorvale]'), YAML);
  check(
    (await limited('GET', '/models/probe_two/levels/port/members')).body.members?.join() === 'Zorvale',
    'the old rule is in force',
  );
});

// ——— 2 nothing is lost ———
await line('a fifth breakdown and a number of 309 digits brick nothing', async () => {
  await ask(`ports with weight over ${'9'.repeat(309)}`);
  await ask('by port by month by weekday by month of year by week');
  check((await analyst('GET', `/inquiries/${inquiry}`)).status === 200, 'the inquiry is lost');
});
await line('calculations on calculations are bounded', async () => {
  let last = 'weight';
  for (let depth = 0; depth < 30; depth += 1) {
    const made = await analyst('POST', '/models/probe/names', {
      kind: 'calculation',
      name: `Probed ${depth} ${Date.now()}`,
      synonyms: [],
      formula: `${last} + ${last}`,
    });
    if (made.status === 422) return `refused at ${depth}`;
    check(made.status === 201, `${made.status}`);
    last = made.body.id;
  }
  throw new Error('never refused');
});
await line('a load that breaks a model is refused with its name', async () => {
  for (const csv of ['id,weight\n1,2', HAULS.split('\n')[0]]) {
    const load = await steward('POST', '/tables?name=probe_hauls', csv, CSV);
    check(load.status === 422 && /Probe probe/.test(load.text), load.text);
  }
  check((await ask('new question: weight by port')).body.outcome === 'answered', 'the model suffers');
});
await line('before a model is taken away it is said what hangs on it', async () => {
  const gone = await steward('DELETE', '/models/probe');
  check(gone.status === 409 && /inquir/.test(gone.body.detail), gone.text);
});
await line('a request that is sent again is done once', async () => {
  const key = { 'idempotency-key': `probe ${Date.now()}` };
  const [one, two] = [
    await analyst('POST', '/boards', { title: 'probe once' }, key),
    await analyst('POST', '/boards', { title: 'probe once' }, key),
  ];
  check(one.body.id !== undefined && one.body.id === two.body.id, 'two boards');
  await analyst('DELETE', `/boards/${one.body.id}`);
});
await line('twelve stalled uploads hold no question', async () => {
  const { hostname, port } = new URL(values.base);
  const sockets = Array.from({ length: 12 }, (_unused, index) => {
    const socket = connect(Number(port), hostname);
    socket.on('error', () => undefined);
    socket.write(
      `POST /api/tables?name=probe_stalled${index} HTTP/1.1\r\nhost: ${hostname}\r\ncookie: ${stewardCookie}\r\ncontent-type: text/csv\r\ncontent-length: 9999999\r\n\r\na,b\n1,2\n`,
    );
    return socket;
  });
  await new Promise((resolve) => setTimeout(resolve, 300));
  const began = performance.now();
  const answered = await ask('new question: value by month');
  for (const socket of sockets) socket.destroy();
  check(
    answered.body.outcome === 'answered' && performance.now() - began < 5000,
    `${answered.status} after ${Math.round(performance.now() - began)} ms`,
  );
});

// ——— 3 nothing holds the others up ———
const reading = (await analyst('POST', '/models/probe/read', { text: 'weight by port' })).body.reading;
const heavy = [
  [
    '1.6 million letters of YAML',
    () =>
      steward(
        'POST',
        '/models',
        `zud: 1\nid: probe_large\nname: Large\nglossary:\n${'  - { term: a word of it, means: weight }\n'.repeat(38_000)}`,
        YAML,
      ),
  ],
  [
    'a head of 200,000 columns',
    () =>
      steward(
        'POST',
        '/tables?name=probe_wide',
        Array.from({ length: 200_000 }, (_unused, index) => `c${index}`).join(','),
        CSV,
      ),
  ],
  [
    'a condition of 100,000 members',
    () =>
      analyst('POST', '/answers', {
        modelId: 'probe',
        reading: {
          ...reading,
          where: [
            {
              kind: 'members',
              level: 'port',
              is: true,
              members: Array.from({ length: 100_000 }, (_unused, index) => `m${index}`),
            },
          ],
        },
      }),
  ],
  ['words of 2,000 letters', () => ask('Ambry and '.repeat(200))],
  [
    '500 conditions',
    () =>
      analyst('POST', '/answers', {
        modelId: 'probe',
        reading: {
          ...reading,
          where: Array.from({ length: 500 }, (_unused, index) => ({
            kind: 'text',
            level: 'port',
            test: 'contains',
            text: `x${index}`,
          })),
        },
      }),
  ],
  [
    '40 conditions, the most there may be',
    () =>
      analyst('POST', '/answers', {
        modelId: 'probe',
        reading: {
          ...reading,
          where: Array.from({ length: 40 }, (_unused, index) => ({
            kind: 'text',
            level: 'port',
            test: 'contains',
            text: String.fromCharCode(97 + (index % 26)),
          })),
        },
      }),
  ],
  [
    'a file of 200,000 rows',
    () =>
      steward(
        'POST',
        '/tables?name=probe_rows',
        `a,b,c\n${Array.from({ length: 200_000 }, (_unused, index) => `${index},x${index % 50},2025-01-0${(index % 9) + 1}`).join('\n')}`,
        CSV,
      ),
  ],
  [
    'a workbook and slides',
    () =>
      Promise.all(
        ['xlsx', 'pdf', 'pptx'].map((format) =>
          analyst('POST', '/exports', {
            modelId: 'probe',
            reading: { ...reading, by: [...reading.by, { kind: 'time', grain: 'day' }] },
            format,
          }),
        ),
      ),
  ],
];
for (const [name, work] of heavy)
  await line(`health answers through ${name}`, async () => {
    const { result, said } = await quiet(work);
    for (const one of [result].flat()) check(one.status < 500, `${one.status} ${one.text.slice(0, 200)}`);
    return `${[result]
      .flat()
      .map((one) => one.status)
      .join(' ')}, ${said}`;
  });
const bad = [
  ['NUL', { text: 'weight\u0000' }],
  ['half a character', { text: '\ud800' }],
  [
    'deep parts',
    {
      reading: {
        ...reading,
        shown: [
          {
            calculation: Array.from({ length: 3000 }).reduce(
              (inner) => ({ kind: 'arithmetic', operator: 'add', left: inner, right: { kind: 'number', value: 1 } }),
              { kind: 'number', value: 1 },
            ),
          },
        ],
      },
    },
  ],
  ['an unknown measure', { reading: { ...reading, shown: [{ calculation: { kind: 'measure', measure: 'nope' } }] } }],
  ['an unknown level', { reading: { ...reading, by: [{ kind: 'level', level: 'nope' }] } }],
  [
    'a season that is not there',
    { reading: { ...reading, when: { period: { kind: 'season', season: 'x', year: 2025 } } } },
  ],
  ['constructor', { text: 'constructor' }],
  ['2,000 brackets', { text: '('.repeat(2000) }],
  ['an edit of nothing', { edit: { do: 'breakdown', how: 'add', by: [{ kind: 'level', level: 'constructor' }] } }],
  ['empty parts', { edit: [] }],
];
for (const [name, body] of bad)
  await line(`bad input: ${name}`, async () => {
    const told = await analyst('POST', `/inquiries/${inquiry}/steps`, body);
    check(told.status < 500, `${told.status} ${told.text.slice(0, 200)}`);
    return String(told.status);
  });
const files = [
  ['year 0', 'a\n0000-01-01\n2025-01-01'],
  ['30 February', 'a\n2025-02-30T10:00'],
  ['1e999', 'a\n1e999\n2'],
  ['ctid', 'ctid\n1'],
  ['1,700 columns', Array.from({ length: 1700 }, (_unused, index) => `c${index}`).join(',')],
  ['equal first letters', `${'x'.repeat(70)}1,${'x'.repeat(70)}2\n1,2`],
  ['Latin-1', new Uint8Array([99, 97, 102, 233, 10, 49])],
  ['semicolons', 'a;b\n1;2'],
  ['a picture', new Uint8Array([137, 80, 78, 71, 13, 10, 26, 10, 0, 0])],
];
for (const [name, content] of files)
  await line(`a file with ${name}`, async () => {
    const told = await steward('POST', '/tables?name=probe_file', content, CSV);
    check(told.status < 500, `${told.status} ${told.text.slice(0, 200)}`);
    return `${told.status}${told.status === 200 ? `, ${told.body.rows} rows, ${told.body.rejected?.length ?? 0} left out` : ''}`;
  });
await line('a name that is a formula is neutral in a file', async () => {
  const name = `=HYPERLINK("http://probe.example";"x") ${Date.now()}`.slice(0, 58);
  const made = await analyst('POST', '/models/probe/names', {
    kind: 'calculation',
    name,
    synonyms: [],
    formula: 'weight + value',
  });
  check(made.status === 201, made.text);
  const csv = await analyst('POST', '/exports', {
    modelId: 'probe',
    reading: { ...reading, shown: [{ calculation: { kind: 'measure', measure: made.body.id } }] },
    format: 'csv',
  });
  await analyst('DELETE', `/models/probe/names/${made.body.id}`);
  check(!/(^|,)"?=/m.test(csv.text), csv.text.slice(0, 200));
});
const board = (await analyst('POST', '/boards', { title: 'probe' })).body.id;
await line('embedding takes addresses of sites only', async () => {
  for (const embedIn of [
    'https://a.example; script-src *',
    'https://a;b',
    "https://x'y.example",
    'javascript:alert(1)',
    'https://u:p@a.example',
  ])
    check(
      (
        await analyst('POST', `/boards/${board}/links`, {
          name: 'probe',
          until: new Date(Date.now() + 1e7).toISOString(),
          embedIn,
        })
      ).status === 400,
      embedIn,
    );
});
await line('a mention that fits nobody says so', async () =>
  check(
    (await analyst('POST', `/boards/${board}/comments`, { text: '@Nobodycalledthis look' })).body.notTold?.length === 1,
    'silent',
  ),
);

// ——— 4 who is there ———
await line('200 guesses at once are held back, spaces around the address too; the owner gets in', async () => {
  const guesses = await Promise.all(
    Array.from({ length: 200 }, (_unused, index) =>
      nobody('POST', '/session', {
        email: `${' '.repeat(index % 3)}${limitedEmail}${' '.repeat(index % 2)}`,
        password: `wrong ${index}`,
      }),
    ),
  );
  const tried = guesses.filter((guess) => guess.status === 401).length;
  check(tried <= 12, `${tried} were checked`);
  check(
    guesses.every((guess) => [401, 429].includes(guess.status)),
    'another answer',
  );
  const wait = Number(guesses.find((guess) => guess.status === 429)?.headers.get('retry-after') ?? 0);
  check(wait > 0 && wait <= 60, `wait ${wait} s`);
  await new Promise((resolve) => setTimeout(resolve, (wait + 1) * 1000));
  check(
    (await nobody('POST', '/session', { email: limitedEmail, password: 'probe probe probe' })).status === 200,
    'the owner is locked out',
  );
  return `${tried} of 200 checked; in again after ${wait} s`;
});
await line('a token has scopes and an end, is withdrawn, and makes no tokens', async () => {
  const made = await analyst('POST', '/tokens', { name: 'probe', scopes: ['read'], days: 1 });
  const program = (method, path, body) =>
    callerOf('')(method, path, body, { authorization: `Bearer ${made.body.token}` });
  check((await program('GET', '/boards')).status === 200, 'it cannot read');
  check((await program('POST', '/boards', { title: 'x' })).status === 403, 'it writes');
  check((await program('POST', '/tokens', { name: 'more' })).status === 403, 'it makes tokens');
  await analyst('DELETE', `/tokens/${made.body.id}`);
  check((await program('GET', '/boards')).status === 401, 'it is still in force');
});
await line('answers are not stored, refusals are noted, sessions are listed and ended', async () => {
  check((await analyst('GET', '/boards')).headers.get('cache-control') === 'no-store', 'stored');
  const other = await signIn(values.analyst);
  const list = (await callerOf(other)('GET', '/sessions')).body;
  const mine = list.find((one) => one.current);
  check(mine !== undefined, 'not listed');
  check((await analyst('DELETE', `/sessions/${mine.id}`)).status === 204, 'not ended');
  check((await callerOf(other)('GET', '/boards')).status === 401, 'still signed in');
  await analyst('GET', '/audit');
  const audit = (await admin('GET', '/audit')).body.map((one) => one.action);
  for (const action of ['signed in', 'sign-in refused', 'not allowed']) check(audit.includes(action), `no “${action}”`);
});

// ——— away with it ———
await analyst('DELETE', `/boards/${board}`);
await analyst('DELETE', `/inquiries/${inquiry}`);
await steward('DELETE', '/models/probe?anyway=yes');
await steward('DELETE', '/models/probe_two?anyway=yes');
for (const table of ['probe_hauls', 'probe_file', 'probe_rows', 'probe_wide'])
  await steward('DELETE', `/tables/${table}`);
await admin('PATCH', `/people/${limitedId}`, { active: false });
const held = results.filter(Boolean).length;
console.log(`\n${held} held, ${results.length - held} did not`);
process.exit(held === results.length ? 0 : 1);
