/**
 * Benchmark of bringing a large file: sent, looked through and loaded over HTTP, beside PostgreSQL taking in the same file by COPY, which
 * looks at nothing. What the server grows by and how long it lets somebody wait meanwhile is told too. Figures go to docs/benchmarks.md by hand.
 *
 *     npm run bench:bringing [-- --rows 2000000] [-- --quoted]
 *
 * `--quoted` with names in quotation marks, which only a parser can tell from what stands between them.
 */
import { createReadStream, createWriteStream, statSync } from 'node:fs';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { parseArgs } from 'node:util';
import pg from 'pg';
import copyStreams from 'pg-copy-streams';
import type { BroughtFile } from '@zud/core/contract/imports';
import { DEMO_PEOPLE } from '../../demo/load';
import { startDemoRun } from './demo-run';
import { say } from './figures';

const { values } = parseArgs({
  options: { rows: { type: 'string', default: '2000000' }, quoted: { type: 'boolean', default: false } },
});
const rows = Number(values.rows);
const PLACES = ['Ambergate', 'Birchmoor', 'Colwick', 'Denby', 'Eyam', 'Fenby'];
const KINDS = ['Coffee beans', 'Tea leaves', 'Cake slices', 'Soup'];
const HEAD = 'day,place,kind,till,takings,receipts';

/** Takings of a thousand days; the same whenever it is run. */
function* lines(): Generator<string> {
  const named = (text: string | undefined) => (values.quoted ? `"${text ?? ''}"` : (text ?? ''));
  yield `${HEAD}\n`;
  for (let at = 0; at < rows; at += 1) {
    const day = new Date(Date.UTC(2023, 0, 1 + (at % 1000))).toISOString().slice(0, 10);
    const takings = (((at * 7919) % 100_003) / 100).toFixed(2);
    yield `${day},${named(PLACES[at % 6])},${named(KINDS[Math.floor(at / 6) % 4])},${named(`till number ${at % 97} of the shop`)},${takings},${at % 50}\n`;
  }
}

const megabytes = (bytes: number) => Math.round(bytes / 1e6);
const demo = await startDemoRun(0.02, { copy: false });
const { address } = demo.running;
try {
  const file = path.join(demo.folder, 'takings.csv');
  await pipeline(Readable.from(lines()), createWriteStream(file));
  const steward = DEMO_PEOPLE.find(({ role }) => role === 'steward');
  const signedIn = await fetch(`${address}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ email: steward?.email, password: steward?.password }),
  });
  const headers = { cookie: (signedIn.headers.get('set-cookie') ?? '').split(';')[0] ?? '' };
  const call = async (route: string, body: BodyInit, type: string) =>
    fetch(`${address}/api${route}`, {
      method: 'POST',
      headers: { ...headers, 'content-type': type },
      body,
      duplex: 'half',
    } as RequestInit);

  const before = process.memoryUsage().rss;
  let [most, longest] = [before, 0];
  const looking = setInterval(() => {
    most = Math.max(most, process.memoryUsage().rss);
    const began = performance.now();
    void fetch(`${address}/api/health`).then(
      () => (longest = Math.max(longest, performance.now() - began)),
      () => undefined,
    );
  }, 100);

  const began = performance.now();
  const sent = await call(
    '/imports?filename=takings.csv',
    Readable.toWeb(createReadStream(file)) as ReadableStream,
    'application/octet-stream',
  );
  let brought = (await sent.json()) as BroughtFile;
  const sentAt = performance.now();
  while (brought.state === 'reading') {
    await new Promise((resolve) => setTimeout(resolve, 100));
    brought = (await (await fetch(`${address}/api/imports/${brought.id}`, { headers })).json()) as BroughtFile;
  }
  const readAt = performance.now();
  const made = await call(`/imports/${brought.id}/table`, '{"name":"takings","mode":"new"}', 'application/json');
  if (!made.ok) throw new Error(await made.text());
  const loadedAt = performance.now();
  clearInterval(looking);

  const client = new pg.Client({ connectionString: demo.databaseUrl });
  await client.connect();
  await client.query(
    'create table by_hand (day date, place text, kind text, till text, takings numeric, receipts int)',
  );
  const byHandAt = performance.now();
  await pipeline(
    createReadStream(file),
    client.query(copyStreams.from('copy by_hand from stdin with (format csv, header)')),
  );
  const byHand = performance.now() - byHandAt;
  const { rows: held } = await client.query<{ same: boolean }>(
    'select (select sum(takings) from by_hand) = (select sum(takings)::numeric(20, 2) from data.takings) as same',
  );
  await client.end();
  if (held[0]?.same !== true) throw new Error('What was loaded is not what the file holds.');
  const seconds = (from: number, to: number) => ((to - from) / 1000).toFixed(1);
  say(
    `\n${rows.toLocaleString('en-GB')} rows, ${megabytes(statSync(file).size)} MB: sent in ${seconds(began, sentAt)} s, looked through in ${seconds(sentAt, readAt)} s, loaded in ${seconds(readAt, loadedAt)} s; together ${seconds(began, loadedAt)} s.`,
  );
  say(`COPY of the same file: ${seconds(0, byHand)} s; together ÷ that: ${((loadedAt - began) / byHand).toFixed(1)}.`);
  say(
    `The process (this one, which sends as well) grew by ${megabytes(most - before)} MB; health answered within ${Math.round(longest)} ms.`,
  );
} finally {
  await demo.close();
}
