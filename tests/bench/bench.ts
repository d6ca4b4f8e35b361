/**
 * Benchmarks: question → answer over HTTP beside the same questions as hand-written SQL on PostgreSQL and on the columnar engine
 * alone, in the same run; and the language alone over a large model. Figures go to docs/benchmarks.md by hand.
 *
 *     npm run bench [-- --scale 1] [-- --language] [-- --postgresql] [-- --rounds 5] [-- --growth]
 *
 * `--postgresql` does without the copy; `--growth` without hand-written SQL on PostgreSQL, which takes long on much data.
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { read } from '@zud/core/language/read';
import { suggest } from '@zud/core/language/suggest';
import type { Running } from '../../server/launch/server';
import { columnarAlone, startDemoRun } from './demo-run';
import { percentile, say, shown } from './figures';
import { largeWorld } from './large-world';
import { QUESTIONS } from './questions';

interface Run {
  readonly scale: number;
  readonly copy: boolean;
  readonly rounds: number;
  /** Is hand-written SQL run on PostgreSQL as well? */
  readonly byHand: boolean;
}

async function overHttp({ scale, copy, rounds, byHand }: Run): Promise<void> {
  const demo = await startDemoRun(scale, { copy });
  const { running, headers } = demo;
  const call = (route: string, body: object) => demo.call('POST', route, body);
  try {
    const alone = copy ? await columnarAlone(demo) : null;
    const pool = new pg.Pool({ connectionString: demo.databaseUrl, max: 1, options: '-c jit=off -c work_mem=64MB' });
    const all: { asked: number[]; cached: number[]; byHand: number[]; alone: number[] } = {
      asked: [],
      cached: [],
      byHand: [],
      alone: [],
    };
    say(
      `\nQuestion → answer over HTTP, ×${scale}; milliseconds, median of ${rounds}\n\n   asked  cached  PG sql  DuckDB sql  question`,
    );
    for (const [question, sql] of QUESTIONS) {
      const times: typeof all = { asked: [], cached: [], byHand: [], alone: [] };
      for (let round = 0; round < rounds + 1; round += 1) {
        const inquiry = await call('/inquiries', { modelId: 'ferries' });
        running.context.answering.forget();
        for (const [kind, work] of [
          ['asked', () => call(`/inquiries/${String(inquiry['id'])}/steps`, { text: question, after: null })],
          ['cached', () => call(`/inquiries/${String(inquiry['id'])}/steps`, { text: question, after: null })],
          ['byHand', () => (byHand ? pool.query(sql) : Promise.resolve(null))],
          ['alone', () => alone?.(sql) ?? Promise.resolve(null)],
        ] as const) {
          const began = performance.now();
          const result = (await work()) as Record<string, unknown>;
          if ((kind === 'asked' || kind === 'cached') && result['outcome'] !== 'answered')
            throw new Error(`“${question}” is ${String(result['outcome'])}`);
          if (round > 0) times[kind].push(performance.now() - began);
        }
      }
      for (const kind of ['asked', 'cached', 'byHand', 'alone'] as const) all[kind].push(...times[kind]);
      say(
        `${shown(percentile(times.asked, 0.5))}${shown(percentile(times.cached, 0.5))}${shown(percentile(times.byHand, 0.5))}${alone === null ? '' : `    ${shown(percentile(times.alone, 0.5))}`}  ${question}`,
      );
    }
    const beside = (what: string, asked: number, other: number) =>
      `  ${what} ${shown(other)}  ratio ${(asked / other).toFixed(2)}`;
    for (const share of [0.5, 0.95]) {
      const asked = percentile(all.asked, share);
      say(
        `p${share * 100}: asked ${shown(asked)}  cached ${shown(percentile(all.cached, share))}${byHand ? beside('by hand', asked, percentile(all.byHand, share)) : ''}${alone === null ? '' : beside('columnar by hand', asked, percentile(all.alone, share))}`,
      );
    }
    await pool.end();
    await manyAtOnce(running, headers);
    for (const [what, bytes] of memoryOf(running, demo.folder)) say(`memory: ${what} ${(bytes / 1e6).toFixed(0)} MB`);
  } finally {
    await demo.close();
  }
}

const PEOPLE = 50;
/** How often each of them asks. */
const EACH = 6;

/** Fifty sessions ask at once, each the next question as soon as it has an answer; nothing is kept from before. */
async function manyAtOnce(running: Running, headers: Readonly<Record<string, string>>): Promise<void> {
  running.context.answering.forget();
  const times: number[] = [];
  const failures = new Map<string, number>();
  const began = performance.now();
  await Promise.all(
    Array.from({ length: PEOPLE }, async (_, person) => {
      const made = (await (
        await fetch(`${running.address}/api/inquiries`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ modelId: 'ferries' }),
        })
      ).json()) as { id: string };
      for (let turn = 0; turn < EACH; turn += 1) {
        const [text = ''] = QUESTIONS[(person * 7 + turn * 11) % QUESTIONS.length] ?? [];
        const asked = performance.now();
        const response = await fetch(`${running.address}/api/inquiries/${made.id}/steps`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ text, after: null }),
        });
        await response.arrayBuffer();
        times.push(performance.now() - asked);
        if (response.status >= 400)
          failures.set(String(response.status), (failures.get(String(response.status)) ?? 0) + 1);
      }
    }),
  );
  const seconds = (performance.now() - began) / 1000;
  say(
    `\n${PEOPLE} people at once, ${EACH} questions each: ${(times.length / seconds).toFixed(0)} answers a second, p50 ${shown(percentile(times, 0.5))} ms, p95 ${shown(percentile(times, 0.95))} ms; failed: ${failures.size === 0 ? 'none' : [...failures].map(([status, count]) => `${count} with ${status}`).join(', ')}`,
  );
}

/** Resident memory of this process (server and asking people), of the copy's, and of PostgreSQL's together. */
function memoryOf(running: Running, folder: string): [string, number][] {
  const resident = (pid: number) =>
    Number(/^VmRSS:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) * 1024;
  const copy = running.context.copy?.pid ?? null;
  const postmaster = Number(readFileSync(path.join(folder, 'pgdata', 'postmaster.pid'), 'utf8').split('\n')[0]);
  const children = readFileSync(`/proc/${postmaster}/task/${postmaster}/children`, 'utf8')
    .trim()
    .split(' ')
    .filter((one) => one !== '')
    .map(Number);
  return [
    ['server, with those who ask', process.memoryUsage().rss],
    ...(copy === null ? [] : [['the copy', resident(copy)] as [string, number]]),
    [
      'PostgreSQL, shared pages counted in each process',
      [postmaster, ...children].reduce((sum, pid) => sum + resident(pid), 0),
    ],
  ];
}

function languageAlone(): void {
  const heap = () => process.memoryUsage().heapUsed / 1e6;
  global.gc?.();
  const before = heap();
  const { names, calendar, questions, built } = largeWorld(200_000);
  say(
    `\nThe language alone: ${names.model.measures.size + names.model.levels.size} names, 200,000 members\n  index built in ${built.toFixed(0)} ms, about ${(heap() - before).toFixed(0)} MB of heap`,
  );
  const time = (work: (question: string) => unknown) =>
    questions.map((question) => {
      const start = performance.now();
      work(question);
      return performance.now() - start;
    });
  const context = { names, calendar, before: null };
  time((question) => read(question, context));
  const reading = time((question) => read(question, context));
  const completing = time((question) => suggest(question.slice(0, Math.ceil(question.length * 0.8)), context));
  say(`  reading a question  p50 ${shown(percentile(reading, 0.5))} ms  p95 ${shown(percentile(reading, 0.95))} ms`);
  say(
    `  completions         p50 ${shown(percentile(completing, 0.5))} ms  p95 ${shown(percentile(completing, 0.95))} ms`,
  );
}

const { values } = parseArgs({
  options: {
    scale: { type: 'string', default: '1' },
    language: { type: 'boolean', default: false },
    postgresql: { type: 'boolean', default: false },
    rounds: { type: 'string', default: '5' },
    growth: { type: 'boolean', default: false },
  },
});
languageAlone();
if (!values.language)
  await overHttp({
    scale: Number(values.scale),
    copy: !values.postgresql,
    rounds: Number(values.rounds),
    byHand: !values.growth,
  });
