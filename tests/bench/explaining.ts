/**
 * Benchmark of what is asked after a number: why, is it normal, what goes with it, what is worth a look; beside hand-written SQL for
 * the same figures: the measure on both sides by every level that is looked at, one query a level, on PostgreSQL and on the columnar
 * engine alone. Segments within members, which the search looks at as well, are not in the SQL. Figures go to docs/benchmarks.md by hand.
 *
 *     npm run bench:explaining [-- --scale 1] [-- --rounds 5] [-- --growth]
 *
 * `--growth` without hand-written SQL on PostgreSQL, which takes long on much data.
 */
import { parseArgs } from 'node:util';
import pg from 'pg';
import { columnarAlone, startDemoRun } from './demo-run';
import { percentile, say, shown } from './figures';

const SAILED = `left join data.sailings s using (sailing_id) left join data.routes r using (route_id)
  left join data.ports p on p.port_id = r.from_port_id left join data.vessels v using (vessel_id) left join data.captains c using (captain_id)`;
const BOOKED = `data.bookings b ${SAILED} left join data.fares f using (fare_id)`;
const OF_SAILINGS = ['weather', 'coast', 'island_group', 'port', 'route', 'vessel', 'vessel_class', 'captain'];
const OF_BOOKINGS = [...OF_SAILINGS, 'fare', 'fare_family', 'channel', 'segment', 'passenger_kind'];

/** One query a level: the amounts of both sides. */
const byLevels = (levels: readonly string[], amounts: string, from: string, where: string): string[] =>
  levels.map((level) => `select ${level}, ${amounts} from ${from} where ${where} group by 1`);

const sides = (value: string, day: string, since: string) =>
  `sum(${value}) filter (where ${day} >= '${since}'), sum(${value}) filter (where ${day} < '${since}')`;

const AUGUST = "sailed_on between '2026-08-01' and '2026-08-31' or sailed_on between '2025-08-01' and '2025-08-31'";
const YEARS = "sailed_on between '2024-01-01' and '2025-12-31'";
const QUARTERS =
  "departed_on between '2026-07-01' and '2026-09-30' or departed_on between '2025-07-01' and '2025-09-30'";
const SAILINGS = `data.sailings s left join data.routes r using (route_id) left join data.ports p on p.port_id = r.from_port_id
  left join data.vessels v using (vessel_id) left join data.captains c using (captain_id)`;
const CANCELLED = `${sides('case when cancelled then 1 else 0 end', 'departed_on', '2026-07-01')}, ${sides('1', 'departed_on', '2026-07-01')}`;

const ASKED: readonly (readonly [question: string, sql: readonly string[]])[] = [
  [
    'why did revenue change in August',
    byLevels(OF_BOOKINGS, sides('ticket_revenue', 'sailed_on', '2026-01-01'), BOOKED, AUGUST),
  ],
  [
    'why did passengers change in 2025',
    byLevels(OF_BOOKINGS, sides('passengers', 'sailed_on', '2025-01-01'), BOOKED, YEARS),
  ],
  ['why did the cancellation rate change last quarter', byLevels(OF_SAILINGS, CANCELLED, SAILINGS, QUARTERS)],
  [
    'is the cancellation rate last month normal',
    byLevels(["date_trunc('month', departed_on)"], 'avg(case when cancelled then 1 else 0 end)', SAILINGS, 'true'),
  ],
  [
    'what goes with cancellations',
    byLevels(OF_SAILINGS, 'sum(case when cancelled then 1 else 0 end), count(*)', SAILINGS, 'true'),
  ],
];

const { values } = parseArgs({
  options: {
    scale: { type: 'string', default: '1' },
    rounds: { type: 'string', default: '5' },
    growth: { type: 'boolean', default: false },
  },
});
const rounds = Number(values.rounds);
const demo = await startDemoRun(Number(values.scale));
const { answering } = demo.running.context;
const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const began = performance.now();
  await work();
  return performance.now() - began;
};
try {
  const alone = await columnarAlone(demo);
  const pool = new pg.Pool({ connectionString: demo.databaseUrl, max: 1, options: '-c jit=off -c work_mem=64MB' });
  say(`\nExplanations, ×${values.scale}; milliseconds, median of ${rounds}\n\n   asked  PG sql  DuckDB sql  question`);
  for (const [question, sql] of ASKED) {
    const asked: number[] = [];
    const byHand: number[] = [];
    const columnar: number[] = [];
    for (let round = 0; round < rounds + 1; round += 1) {
      const inquiry = await demo.call<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
      answering.forget();
      const time = await timed(async () => {
        const step = await demo.call(`POST`, `/inquiries/${inquiry.id}/steps`, { text: question, after: null });
        if (step['outcome'] !== 'answered') throw new Error(`“${question}” is ${String(step['outcome'])}`);
      });
      const onColumns = await timed(async () => {
        for (const one of sql) await alone(one);
      });
      if (round === 0) continue;
      asked.push(time);
      columnar.push(onColumns);
      if (!values.growth && round === 1)
        byHand.push(
          await timed(async () => {
            for (const one of sql) await pool.query(one);
          }),
        );
    }
    const [own, beside] = [percentile(asked, 0.5), percentile(columnar, 0.5)];
    const ratios = `${byHand.length === 0 ? '' : `${(own / (byHand[0] ?? 1)).toFixed(2)} of PG, `}${(own / beside).toFixed(2)} of DuckDB`;
    say(`${shown(own)}${shown(byHand[0] ?? 0)}    ${shown(beside)}  ${question} (${sql.length} queries; ${ratios})`);
  }
  const findings: number[] = [];
  for (let round = 0; round < 3; round += 1) {
    answering.forget();
    findings.push(await timed(() => demo.call('POST', '/models/ferries/findings', { most: 25 })));
  }
  say(
    `findings of the whole model: first ${shown(findings[0] ?? 0)}, then ${shown(percentile(findings.slice(1), 0.5))}`,
  );
  await pool.end();
} finally {
  await demo.close();
}
