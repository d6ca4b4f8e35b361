#!/usr/bin/env node
/**
 * Many people at work at once, and many boards that stay open, against a running demo server.
 *
 *   node tests/probe/load.mjs --base http://127.0.0.1:4600 --pg postgresql://… --people 200 --minutes 5 --streams 2000 [--pid N]
 *
 * The people are copies of a demo person, put into the database and taken out again. Each opens a board with all its answers, asks a
 * question and a follow-up of their own, and looks at the step again, with a pause of two to six seconds after each.
 */
import { readFileSync } from 'node:fs';
import http from 'node:http';
import { parseArgs } from 'node:util';
import pg from 'pg';

const { values } = parseArgs({
  options: {
    base: { type: 'string', default: 'http://127.0.0.1:4600' },
    pg: { type: 'string' },
    people: { type: 'string', default: '200' },
    minutes: { type: 'string', default: '5' },
    streams: { type: 'string', default: '2000' },
    pid: { type: 'string' },
  },
});
const people = Number(values.people);
const client = new pg.Client({ connectionString: values.pg });
await client.connect();
await client.query(
  `insert into people (email, name, role, password_hash, groups) select 'load' || n || '@velloe.example', 'Load ' || n, 'analyst', password_hash, '{Load}' from people, generate_series(1, ${people}) as n where email = 'mira@velloe.example' on conflict do nothing`,
);
await client.query(
  `insert into group_shares (board_id, "group", "right") select id, 'Load', 'see' from boards on conflict do nothing`,
);

const agent = new http.Agent({ keepAlive: true, maxSockets: 1000 });
const { hostname, port } = new URL(values.base);
const call = (cookie, method, path, body) =>
  new Promise((resolve, reject) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const request = http.request(
      {
        agent,
        hostname,
        port,
        method,
        path: `/api${path}`,
        headers: {
          ...(cookie ? { cookie } : {}),
          ...(text === undefined
            ? {}
            : { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }),
        },
      },
      (response) => {
        const parts = [];
        response.on('data', (part) => parts.push(part));
        response.on('end', () =>
          resolve({
            status: response.statusCode,
            text: Buffer.concat(parts).toString(),
            cookie: (response.headers['set-cookie']?.[0] ?? '').split(';')[0],
          }),
        );
      },
    );
    request.on('error', reject);
    request.setTimeout(60_000, () => request.destroy(new Error('60 s')));
    request.end(text);
  });
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));

const cookies = [];
for (let from = 1; from <= people; from += 8)
  cookies.push(
    ...(
      await Promise.all(
        Array.from({ length: Math.min(8, people - from + 1) }, (_unused, index) =>
          call('', 'POST', '/session', { email: `load${from + index}@velloe.example`, password: 'anchor-quiet-41' }),
        ),
      )
    ).map((one) => one.cookie),
  );
const boards = JSON.parse((await call(cookies[0], 'GET', '/boards')).text);

/** What was asked, how long it took, and what went wrong. */
const took = new Map();
const wrong = new Map();
async function timed(name, work) {
  const began = performance.now();
  try {
    const reply = await work();
    if (reply.status >= 400) wrong.set(`${name} ${reply.status}`, (wrong.get(`${name} ${reply.status}`) ?? 0) + 1);
    else took.set(name, [...(took.get(name) ?? []), performance.now() - began]);
    return reply;
  } catch (error) {
    wrong.set(`${name} ${error.message}`, (wrong.get(`${name} ${error.message}`) ?? 0) + 1);
    return null;
  }
}
const QUESTIONS = [
  'passengers by month this year',
  'ticket revenue by coast in 2025',
  'average delay by vessel this year',
  'top 5 routes by passengers',
  'cancellation rate by month',
  'load factor by weekday',
  'customers by segment',
  'revenue per passenger by fare family',
];
const FOLLOW = ['vs last year', 'only Outer Isles', 'by month', 'as a share', 'top 3', 'in 2025'];
const memory = () =>
  values.pid === undefined
    ? 0
    : Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${values.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;

// ——— open boards ———
const streams = Number(values.streams);
let opened = 0;
let presence = 0;
const open = [];
const streamAgent = new http.Agent({ keepAlive: false, maxSockets: Infinity });
const beforeStreams = memory();
for (let index = 0; index < streams; index += 1) {
  const request = http.request(
    {
      agent: streamAgent,
      hostname,
      port,
      path: `/api/boards/${boards[index % boards.length].id}/events`,
      headers: { cookie: cookies[index % cookies.length] },
    },
    (response) => {
      opened += 1;
      response.on('data', (part) => {
        presence += part.length;
      });
      response.on('error', () => undefined);
    },
  );
  request.on('error', () => undefined);
  request.end();
  open.push(request);
  if (index % 50 === 49) await pause(20);
}
await pause(4000);
console.log(
  `streams: ${opened} of ${streams} open, ${(presence / 1e6).toFixed(2)} MB told meanwhile, memory ${Math.round(beforeStreams)} → ${Math.round(memory())} MB`,
);

// ——— people ———
const until = performance.now() + Number(values.minutes) * 60_000;
let most = 0;
const watch = setInterval(() => {
  most = Math.max(most, memory());
}, 1000);
const health = [];
const healthWatch = (async () => {
  while (performance.now() < until) {
    const began = performance.now();
    await call('', 'GET', '/health').catch(() => null);
    health.push(performance.now() - began);
    await pause(100);
  }
})();
await Promise.all(
  cookies.map(async (cookie, who) => {
    await pause((who / cookies.length) * 5000);
    let turn = who;
    while (performance.now() < until) {
      turn += 1;
      const board = boards[turn % boards.length].id;
      await timed('a board', () => call(cookie, 'GET', `/boards/${board}`));
      await timed('its answers', () => call(cookie, 'GET', `/boards/${board}/answers`));
      await pause(2000 + ((turn * 977) % 4000));
      const inquiry = await timed('an inquiry', () => call(cookie, 'POST', '/inquiries', { modelId: 'ferries' }));
      const id = inquiry === null || inquiry.status >= 400 ? null : JSON.parse(inquiry.text).id;
      if (id === null) continue;
      await timed('a question', () =>
        call(cookie, 'POST', `/inquiries/${id}/steps`, { text: QUESTIONS[turn % QUESTIONS.length] }),
      );
      await pause(2000 + ((turn * 577) % 4000));
      await timed('a follow-up', () =>
        call(cookie, 'POST', `/inquiries/${id}/steps`, { text: FOLLOW[turn % FOLLOW.length] }),
      );
      await timed('the inquiry', () => call(cookie, 'GET', `/inquiries/${id}`));
      await pause(2000 + ((turn * 377) % 4000));
    }
  }),
);
await healthWatch;
clearInterval(watch);
const at = (list, share) => Math.round(list[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0);
for (const [name, list] of took) {
  list.sort((a, b) => a - b);
  console.log(
    `${name.padEnd(14)} ${String(list.length).padStart(6)} × median ${at(list, 0.5)} ms, p95 ${at(list, 0.95)} ms, p99 ${at(list, 0.99)} ms`,
  );
}
health.sort((a, b) => a - b);
console.log(
  `health ${health.length} × median ${at(health, 0.5)} ms, p95 ${at(health, 0.95)} ms, worst ${at(health, 1)} ms`,
);
console.log(
  `errors: ${[...wrong].map(([name, count]) => `${count} × ${name}`).join(', ') || 'none'}; memory at most ${Math.round(most)} MB`,
);

// ——— all boards are left at once ———
const began = performance.now();
for (const request of open) request.destroy();
let worst = 0;
for (let look = 0; look < 40; look += 1) {
  const asked = performance.now();
  await call('', 'GET', '/health').catch(() => null);
  worst = Math.max(worst, performance.now() - asked);
  await pause(50);
}
console.log(
  `${opened} streams left at once: health took ${Math.round(worst)} ms at worst in the ${Math.round(performance.now() - began)} ms after`,
);
await client.query(`delete from group_shares where "group" = 'Load'`);
await client.query(`delete from steps where by in (select id from people where email like 'load%@velloe.example')`);
await client.query(`delete from people where email like 'load%@velloe.example'`);
await client.end();
process.exit(0);
