/**
 * Benchmarks: question → answer over HTTP beside the same questions as hand-written SQL through the same driver in the same run;
 * and the language alone over a large model. Figures go to docs/benchmarks.md by hand.
 *
 *     npm run bench [-- --scale 1] [-- --language]
 */
import { mkdtempSync, rmSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import pg from 'pg';
import { read } from '@zud/core/language/read';
import { suggest } from '@zud/core/language/suggest';
import { loadDemo, DEMO_PEOPLE } from '../../demo/load';
import { startCluster } from '../../server/launch/cluster';
import { startServer } from '../../server/launch/server';
import { largeWorld } from './large-world';

const ROUNDS = 5;
const ROUTE = 'join data.sailings s using (sailing_id) join data.routes r using (route_id)';
const PORT = `${ROUTE} join data.ports p on p.port_id = r.from_port_id`;
const Y25 = "between '2025-01-01' and '2025-12-31'";
const Y26 = "between '2026-01-01' and '2026-10-17'";
const month = (column: string) => `date_trunc('month', ${column})::date`;

const QUESTIONS: readonly (readonly [string, string])[] = [
  ['passengers in 2025', `select sum(passengers) from data.bookings where sailed_on ${Y25}`],
  ['passengers by month', `select ${month('sailed_on')}, sum(passengers) from data.bookings group by 1 order by 1`],
  ['passengers by month this year vs last year', `select extract(month from sailed_on), sum(passengers) filter (where sailed_on >= '2026-01-01'), sum(passengers) filter (where sailed_on < '2026-01-01') from data.bookings where sailed_on ${Y26} or sailed_on between '2025-01-01' and '2025-10-17' group by 1 order by 1`],
  ['passengers by coast', `select coast, sum(passengers) from data.bookings ${PORT} group by 1 order by 2 desc`],
  ['passengers by month and coast in 2025', `select ${month('sailed_on')}, coast, sum(passengers) from data.bookings ${PORT} where sailed_on ${Y25} group by 1, 2 order by 1`],
  ['top 5 routes by revenue last year', `select route, sum(ticket_revenue) from data.bookings ${ROUTE} where sailed_on ${Y25} group by 1 order by 2 desc limit 5`],
  ['revenue per passenger by fare family', 'select fare_family, sum(ticket_revenue) / sum(passengers) from data.bookings join data.fares using (fare_id) group by 1'],
  ['load factor by route in 2025', `with b as (select route_id, sum(passengers) n from data.bookings join data.sailings using (sailing_id) where sailed_on ${Y25} group by 1), c as (select route_id, sum(capacity) filter (where not cancelled) c from data.sailings where departed_on ${Y25} group by 1) select route, n / c from b join c using (route_id) join data.routes using (route_id) order by 2 desc`],
  ['average delay by vessel this year', `select vessel, avg(delay_minutes) from data.sailings join data.vessels using (vessel_id) where departed_on ${Y26} group by 1 order by 2 desc`],
  ['cancellation rate by month', `select ${month('departed_on')}, count(*) filter (where cancelled)::float8 / count(*) from data.sailings group by 1 order by 1`],
  ['customers by segment in 2025', `select segment, count(distinct customer_id) from data.bookings where sailed_on ${Y25} group by 1`],
  ['satisfaction by purpose', 'select purpose, avg(score) from data.survey group by 1'],
  ['working berths by coast last month', "select coast, sum(working) from (select distinct on (port_id) port_id, working from data.berths where day between '2026-09-01' and '2026-09-30' order by port_id, day desc) l join data.ports using (port_id) group by 1"],
  ['margin by coast in 2025', `with b as (select coast, sum(ticket_revenue + onboard_spend) t from data.bookings ${PORT} where sailed_on ${Y25} group by 1), f as (select coast, sum(fuel_cost) f from data.sailings join data.routes using (route_id) join data.ports on port_id = from_port_id where departed_on ${Y25} group by 1) select coast, t - f from b join f using (coast)`],
  ['revenue vs plan by month in 2025', `with b as (select ${month('sailed_on')} m, sum(ticket_revenue) v from data.bookings where sailed_on ${Y25} group by 1), p as (select month m, sum(revenue) o from data.plan where month ${Y25} group by 1) select m, v, o, v - o from b full join p using (m) order by 1`],
  ['passengers for Outer Isles by week in 2025', `select date_trunc('week', sailed_on)::date, sum(passengers) from data.bookings ${PORT} where coast = 'Outer Isles' and sailed_on ${Y25} group by 1 order by 1`],
  ['share of passengers by channel this year', `select channel, sum(passengers) / sum(sum(passengers)) over () from data.bookings where sailed_on ${Y26} group by 1`],
  ['top 3 fares in each coast by passengers this year', `select * from (select coast, fare, sum(passengers) n, rank() over (partition by coast order by sum(passengers) desc) k from data.bookings ${PORT} join data.fares using (fare_id) where sailed_on ${Y26} group by 1, 2) x where k <= 3`],
  ['passengers by day of week and channel', 'select extract(isodow from sailed_on), channel, sum(passengers) from data.bookings group by 1, 2 order by 1'],
  ['bookings by booking month this year', `select ${month('booked_on')}, count(*) from data.bookings where booked_on ${Y26} group by 1 order by 1`],
];

function percentile(times: readonly number[], share: number): number {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
}

const shown = (value: number) => value.toFixed(value < 10 ? 2 : 0).padStart(8);
const say = (line: string) => process.stdout.write(`${line}\n`);

async function overHttp(scale: number): Promise<void> {
  const folder = mkdtempSync(path.join('/tmp', 'zud-bench-'));
  const cluster = await startCluster(folder, { throwaway: true });
  const running = await startServer({ databaseUrl: cluster.url, port: 0, webFolder: null, logLevel: 'silent', timeLimit: 120_000 });
  try {
    await loadDemo(running.context, scale, { tell: () => undefined });
    const [mira] = DEMO_PEOPLE;
    const session = await fetch(`${running.address}/api/session`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ email: mira?.email, password: mira?.password }) });
    const headers = { 'content-type': 'application/json', cookie: (session.headers.get('set-cookie') ?? '').split(';')[0] ?? '' };
    const call = async (route: string, body: object) => (await fetch(`${running.address}/api${route}`, { method: 'POST', headers, body: JSON.stringify(body) })).json() as Promise<Record<string, unknown>>;
    const pool = new pg.Pool({ connectionString: cluster.url, max: 1, options: '-c jit=off -c work_mem=64MB' });
    const all: { asked: number[]; cached: number[]; byHand: number[] } = { asked: [], cached: [], byHand: [] };
    say(`\nQuestion → answer over HTTP, ×${scale}; milliseconds, median of ${ROUNDS}\n\n   asked  cached by hand  question`);
    for (const [question, sql] of QUESTIONS) {
      const times: typeof all = { asked: [], cached: [], byHand: [] };
      for (let round = 0; round < ROUNDS + 1; round += 1) {
        const inquiry = await call('/inquiries', { modelId: 'ferries' });
        running.context.answering.forget();
        for (const [kind, work] of [['asked', () => call(`/inquiries/${String(inquiry['id'])}/steps`, { text: question, after: null })], ['cached', () => call(`/inquiries/${String(inquiry['id'])}/steps`, { text: question, after: null })], ['byHand', () => pool.query(sql)]] as const) {
          const began = performance.now();
          const result = (await work()) as Record<string, unknown>;
          if (kind !== 'byHand' && result['outcome'] !== 'answered') throw new Error(`“${question}” is ${String(result['outcome'])}`);
          if (round > 0) times[kind].push(performance.now() - began);
        }
      }
      for (const kind of ['asked', 'cached', 'byHand'] as const) all[kind].push(...times[kind]);
      say(`${shown(percentile(times.asked, 0.5))}${shown(percentile(times.cached, 0.5))}${shown(percentile(times.byHand, 0.5))}  ${question}`);
    }
    for (const share of [0.5, 0.95]) say(`p${share * 100}: asked ${shown(percentile(all.asked, share))}  cached ${shown(percentile(all.cached, share))}  by hand ${shown(percentile(all.byHand, share))}  ratio ${(percentile(all.asked, share) / percentile(all.byHand, share)).toFixed(2)}`);
    await pool.end();
  } finally {
    await running.close();
    await cluster.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

function languageAlone(): void {
  const heap = () => process.memoryUsage().heapUsed / 1e6;
  global.gc?.();
  const before = heap();
  const { names, calendar, questions, built } = largeWorld(200_000);
  say(`\nThe language alone: ${names.model.measures.size + names.model.levels.size} names, 200,000 members\n  index built in ${built.toFixed(0)} ms, about ${(heap() - before).toFixed(0)} MB of heap`);
  const time = (work: (question: string) => unknown) => questions.map((question) => {
    const start = performance.now();
    work(question);
    return performance.now() - start;
  });
  const context = { names, calendar, before: null };
  time((question) => read(question, context));
  const reading = time((question) => read(question, context));
  const completing = time((question) => suggest(question.slice(0, Math.ceil(question.length * 0.8)), context));
  say(`  reading a question  p50 ${shown(percentile(reading, 0.5))} ms  p95 ${shown(percentile(reading, 0.95))} ms`);
  say(`  completions         p50 ${shown(percentile(completing, 0.5))} ms  p95 ${shown(percentile(completing, 0.95))} ms`);
}

const { values } = parseArgs({ options: { scale: { type: 'string', default: '1' }, language: { type: 'boolean', default: false } } });
languageAlone();
if (!values.language) await overHttp(Number(values.scale));
