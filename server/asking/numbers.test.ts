/** Numbers of the demo beside hand-written SQL over the same PostgreSQL, which shares nothing with the planner. */
import pg from 'pg';
import type { Check } from '@zud/core/query/answer';
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';
import { FERRIES } from '../../tests/numbers/ferries';
import { LIBRARIES } from '../../tests/numbers/libraries';
import { month, PORT, ROUTE, Y2025, Y2025_TO_DATE, Y2026, type Case } from '../../tests/numbers/sql';

let demo: DemoServer;
let mira: Caller;
let sql: pg.Client;

beforeAll(async () => {
  demo = await startDemoServer();
  mira = await demo.as('Mira');
  sql = new pg.Client({ connectionString: demo.databaseUrl });
  await sql.connect();
  await sql.query('set search_path = data');
});
afterAll(async () => {
  await sql.end();
  await demo.close();
});

type Row = (string | number | null)[];

/** The answer's rows, without their order where the question asks for none. */
async function answered(question: string, modelId = 'ferries'): Promise<Row[]> {
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId });
  const step = await mira<{ outcome: string; answer?: { rows: Row[] }; notes: { text: string }[] }>(
    'POST',
    `/inquiries/${inquiry.body.id}/steps`,
    { text: question },
  );
  if (!step.body.answer)
    throw new Error(`“${question}” is ${step.body.outcome}: ${step.body.notes?.map((note) => note.text).join(' ')}`);
  return step.body.answer.rows;
}

async function byHand(text: string): Promise<Row[]> {
  const { rows } = await sql.query<Row>({ text, rowMode: 'array' });
  return rows.map((row) => row.map((cell) => (cell === null || typeof cell === 'string' ? cell : Number(cell))));
}

/** A range is told by its lower end, which stands beside its label. */
const withoutRanges = (rows: Row[]): Row[] =>
  rows.map((row) =>
    typeof row[0] === 'string' && /^[€\d.,−]+ – /.test(row[0]) && typeof row[1] === 'number'
      ? [String(row[1]), ...row.slice(1)]
      : row,
  );

const keyOf = (row: Row) =>
  JSON.stringify([...row.filter((cell) => typeof cell === 'string'), Number.isInteger(row[0]) ? row[0] : '']);
const sorted = (rows: Row[]) => [...rows].sort((a, b) => (keyOf(a) < keyOf(b) ? -1 : 1));

function same(actual: Row[], expected: Row[]): void {
  expect(actual.length).toBe(expected.length);
  const [left, right] = [sorted(actual), sorted(expected)];
  left.forEach((row, index) =>
    row.forEach((cell, at) => {
      const other = right[index]?.[at] ?? null;
      if (typeof cell === 'number' && typeof other === 'number')
        expect(Math.abs(cell - other)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(other)));
      else expect(cell).toEqual(other);
    }),
  );
}

/** question, SQL; rows in any order */
const CASES: readonly Case[] = [
  // sums, counts, other kinds of measure
  ['passengers in 2025', `select sum(passengers) from bookings where sailed_on ${Y2025}`],
  [
    'ticket revenue in 2025 by coast',
    `select coast, sum(ticket_revenue) from bookings b ${PORT} where sailed_on ${Y2025} group by 1`,
  ],
  ['bookings by channel', 'select channel, count(*) from bookings group by 1'],
  [
    'customers by segment in 2025',
    `select coalesce(segment, '(none)'), count(distinct customer_id) from bookings where sailed_on ${Y2025} group by 1`,
  ],
  ['customers in 2025', `select count(distinct customer_id) from bookings where sailed_on ${Y2025}`],
  [
    'average delay by vessel in 2025',
    `select vessel, avg(delay_minutes) from sailings join vessels using (vessel_id) where departed_on ${Y2025} group by 1`,
  ],
  ['satisfaction by purpose', 'select purpose, avg(score) from survey group by 1'],
  [
    'capacity by line in 2024',
    "select line, sum(capacity) filter (where not cancelled) from sailings join routes using (route_id) where departed_on between '2024-01-01' and '2024-12-31' group by 1",
  ],
  [
    'median onboard spend by channel',
    'select channel, percentile_cont(0.5) within group (order by onboard_spend) from bookings group by 1',
  ],
  [
    'min and max of onboard spend by channel',
    'select channel, min(onboard_spend), max(onboard_spend) from bookings group by 1',
  ],
  [
    'average ticket revenue by fare',
    'select fare, avg(ticket_revenue) from bookings join fares using (fare_id) group by 1',
  ],
  ['number of vessels by coast', `select coast, count(distinct s.vessel_id) from bookings b ${PORT} group by 1`],
  [
    'working berths by port on 3 May 2025',
    "select port, sum(working) from berths join ports using (port_id) where day = '2025-05-03' group by 1",
  ],
  [
    'working berths by coast in May 2025',
    "select coast, sum(working) from (select distinct on (port_id) port_id, working from berths where day between '2025-05-01' and '2025-05-31' order by port_id, day desc) l join ports using (port_id) group by 1",
  ],
  // ratios: both parts first, then divided
  [
    'revenue per passenger by month this year',
    `select ${month('sailed_on')}, sum(ticket_revenue) / sum(passengers) from bookings where sailed_on ${Y2026} group by 1`,
  ],
  [
    'cancellation rate by coast',
    'select coast, count(*) filter (where cancelled)::float8 / count(*) from sailings join routes using (route_id) join ports on port_id = from_port_id group by 1',
  ],
  [
    'on-time share by vessel class in 2025',
    `select vessel_class, count(*) filter (where delay_minutes <= 5)::float8 / count(*) filter (where not cancelled) from sailings join vessels using (vessel_id) where departed_on ${Y2025} group by 1`,
  ],
  [
    'fuel per sailing by line kind',
    'select line_kind, sum(fuel_litres) / count(*) filter (where not cancelled) from sailings join routes using (route_id) group by 1',
  ],
  // averages of daily and monthly sums
  ['average daily passengers in 2025', `select sum(passengers)::float8 / 365 from bookings where sailed_on ${Y2025}`],
  [
    'average daily passengers by month this year',
    `select ${month('sailed_on')}, sum(passengers)::float8 / (case when date_trunc('month', sailed_on) = '2026-10-01' then 17 else extract(day from date_trunc('month', sailed_on) + interval '1 month - 1 day') end) from bookings where sailed_on ${Y2026} group by 1, date_trunc('month', sailed_on)`,
  ],
  [
    'average monthly revenue by coast in 2025',
    `select coast, sum(ticket_revenue) / 12 from bookings b ${PORT} where sailed_on ${Y2025} group by 1`,
  ],
  [
    'sailings with delay over 30 minutes by coast',
    'select coast, count(*) from sailings join routes using (route_id) join ports on port_id = from_port_id where delay_minutes > 30 group by 1',
  ],
  [
    'how many routes carried over 20000 passengers',
    'select count(*) from (select route_id from bookings join sailings using (sailing_id) group by 1 having sum(passengers) > 20000) x',
  ],
  [
    'passengers growth by quarter in 2025',
    `with q as (select date_trunc('quarter', sailed_on)::date q, sum(passengers)::float8 n from bookings group by 1) select to_char(a.q, 'YYYY-MM-DD'), a.n, b.n, a.n - b.n, (a.n - b.n) / b.n from q a left join q b on b.q = a.q - interval '3 months' where a.q ${Y2025}`,
  ],
  // facts that meet
  [
    'load factor by route in 2025',
    `with b as (select route_id, sum(passengers) n from bookings join sailings using (sailing_id) where sailed_on ${Y2025} group by 1), s as (select route_id, sum(capacity) filter (where not cancelled) c from sailings where departed_on ${Y2025} group by 1) select route, n::float8 / c from b join s using (route_id) join routes using (route_id)`,
  ],
  [
    'load factor this year',
    `select (select sum(passengers) from bookings where sailed_on ${Y2026})::float8 / (select sum(capacity) filter (where not cancelled) from sailings where departed_on ${Y2026})`,
  ],
  [
    'margin by coast in 2025',
    `with b as (select coast, sum(ticket_revenue) t, sum(onboard_spend) o from bookings ${PORT} where sailed_on ${Y2025} group by 1), f as (select coast, sum(fuel_cost) f from sailings join routes using (route_id) join ports on port_id = from_port_id where departed_on ${Y2025} group by 1) select coast, t + o - f from b join f using (coast)`,
  ],
  [
    'passengers and sailings by month in 2025',
    `with b as (select ${month('sailed_on')} m, sum(passengers) n from bookings where sailed_on ${Y2025} group by 1), s as (select ${month('departed_on')} m, count(*) n from sailings where departed_on ${Y2025} group by 1) select m, b.n, s.n from b full join s using (m)`,
  ],
  [
    'revenue against plan by route in 2025',
    `with b as (select route_id, sum(ticket_revenue) t from bookings join sailings using (sailing_id) where sailed_on ${Y2025} group by 1), p as (select route_id, sum(revenue) r from plan where month ${Y2025} group by 1) select route, t / r from b join p using (route_id) join routes using (route_id)`,
  ],
  [
    'passengers per sailing by vessel class',
    'with b as (select vessel_id, sum(passengers) n from bookings join sailings using (sailing_id) group by 1), s as (select vessel_id, count(*) c from sailings group by 1) select vessel_class, sum(n)::float8 / sum(c) from s join vessels using (vessel_id) left join b using (vessel_id) group by 1',
  ],
  // periods and incomplete ones
  [
    'passengers by month this year',
    `select ${month('sailed_on')}, sum(passengers) from bookings where sailed_on ${Y2026} group by 1`,
  ],
  [
    'passengers by week last month',
    "select to_char(date_trunc('week', sailed_on), 'YYYY-MM-DD'), sum(passengers) from bookings where sailed_on between '2026-09-01' and '2026-09-30' group by 1",
  ],
  [
    'passengers by quarter',
    "select to_char(date_trunc('quarter', sailed_on), 'YYYY-MM-DD'), sum(passengers) from bookings group by 1",
  ],
  [
    'passengers last 30 days',
    "select sum(passengers) from bookings where sailed_on between '2026-09-18' and '2026-10-17'",
  ],
  [
    'passengers last 3 months',
    "select sum(passengers) from bookings where sailed_on between '2026-07-01' and '2026-09-30'",
  ],
  ['passengers in FY26', "select sum(passengers) from bookings where sailed_on between '2025-04-01' and '2026-03-31'"],
  [
    'passengers by coast in high season 2025',
    `select coast, sum(passengers) from bookings b ${PORT} where sailed_on between '2025-06-15' and '2025-08-31' group by 1`,
  ],
  [
    'passengers by day of week in 2025',
    `select extract(isodow from sailed_on)::int, sum(passengers) from bookings where sailed_on ${Y2025} group by 1`,
  ],
  [
    'sailings by hour in 2025',
    `select extract(hour from departs_at)::int, count(*) from sailings where departed_on ${Y2025} group by 1`,
  ],
  [
    'passengers by coast on weekends in 2025',
    `select coast, sum(passengers) from bookings b ${PORT} where sailed_on ${Y2025} and extract(isodow from sailed_on) in (6, 7) group by 1`,
  ],
  [
    'bookings by booking month in 2025',
    `select ${month('booked_on')}, count(*) from bookings where booked_on ${Y2025} group by 1`,
  ],
  // conditions
  [
    'passengers by month for Outer Isles in 2025',
    `select ${month('sailed_on')}, sum(passengers) from bookings b ${PORT} where coast = 'Outer Isles' and sailed_on ${Y2025} group by 1`,
  ],
  [
    'passengers by channel without Web and App',
    "select channel, sum(passengers) from bookings where channel not in ('Web', 'App') group by 1",
  ],
  [
    'passengers by segment without Leisure',
    "select coalesce(segment, '(none)'), sum(passengers) from bookings where segment is distinct from 'Leisure' group by 1",
  ],
  [
    'passengers by coast for large ports',
    `select coast, sum(passengers) from bookings b ${PORT} where port in ('Eskvik', 'Tolmar', 'Brannoy', 'Pellin', 'Torvane', 'Quarsay') group by 1`,
  ],
  [
    'routes with over 10000 passengers in 2025',
    `select route, sum(passengers) from bookings b ${ROUTE} where sailed_on ${Y2025} group by 1 having sum(passengers) > 10000`,
  ],
  // comparisons: value, other, difference, share of the other
  [
    'passengers this year vs last year',
    `with a as (select sum(passengers)::float8 v from bookings where sailed_on ${Y2026}), b as (select sum(passengers)::float8 o from bookings where sailed_on ${Y2025_TO_DATE}) select v, o, v - o, (v - o) / o from a, b`,
  ],
  [
    'passengers by coast this year vs last year',
    `with a as (select coast, sum(passengers)::float8 v from bookings ${PORT} where sailed_on ${Y2026} group by 1), b as (select coast, sum(passengers)::float8 o from bookings ${PORT} where sailed_on ${Y2025_TO_DATE} group by 1) select coast, v, o, v - o, (v - o) / o from a join b using (coast)`,
  ],
  [
    'passengers by month this year vs last year',
    `with a as (select extract(month from sailed_on) m, sum(passengers)::float8 v from bookings where sailed_on ${Y2026} group by 1), b as (select extract(month from sailed_on) m, sum(passengers)::float8 o from bookings where sailed_on ${Y2025_TO_DATE} group by 1) select to_char(make_date(2026, m::int, 1), 'YYYY-MM-DD'), v, o, v - o, (v - o) / o from a join b using (m)`,
  ],
  [
    'load factor 2025 vs 2024',
    `with r as (select y, (select sum(passengers) from bookings where extract(year from sailed_on) = y)::float8 / (select sum(capacity) filter (where not cancelled) from sailings where extract(year from departed_on) = y) f from (values (2025), (2024)) t(y)) select a.f, b.f, a.f - b.f, (a.f - b.f) / b.f from r a, r b where a.y = 2025 and b.y = 2024`,
  ],
  [
    'passengers this quarter vs last quarter',
    "with a as (select sum(passengers)::float8 v from bookings where sailed_on between '2026-10-01' and '2026-10-17'), b as (select sum(passengers)::float8 o from bookings where sailed_on between '2026-07-01' and '2026-07-17') select v, o, v - o, (v - o) / o from a, b",
  ],
  [
    'passengers month over month in 2025',
    `with m as (select date_trunc('month', sailed_on)::date m, sum(passengers)::float8 n from bookings group by 1) select to_char(a.m, 'YYYY-MM-DD'), a.n, b.n, a.n - b.n, (a.n - b.n) / b.n from m a left join m b on b.m = a.m - interval '1 month' where a.m ${Y2025}`,
  ],
  [
    'revenue vs plan by coast in 2025',
    `with b as (select coast, sum(ticket_revenue) v from bookings ${PORT} where sailed_on ${Y2025} group by 1), p as (select coast, sum(revenue) o from plan join routes using (route_id) join ports on port_id = from_port_id where month ${Y2025} group by 1) select coast, v, o, v - o, (v - o) / o from b join p using (coast)`,
  ],
  [
    'passengers for Outer Isles against the rest in 2025',
    `select case when coast = 'Outer Isles' then coast else 'Rest' end, sum(passengers) from bookings b ${PORT} where sailed_on ${Y2025} group by 1`,
  ],
  [
    'compare Web and App with all passengers in 2025',
    `select channel, sum(passengers) from bookings where channel in ('Web', 'App') and sailed_on ${Y2025} group by 1 union all select 'All', sum(passengers) from bookings where sailed_on ${Y2025}`,
  ],
  // ranks
  [
    'top 5 routes by revenue last year',
    `select route, sum(ticket_revenue) from bookings b ${ROUTE} where sailed_on ${Y2025} group by 1 order by 2 desc limit 5`,
  ],
  [
    'bottom 3 ports by passengers',
    `select port, sum(passengers) from bookings b ${PORT} group by 1 order by 2 limit 3`,
  ],
  [
    'top 2 fares in each coast by passengers',
    `select coast, fare, n from (select coast, fare, sum(passengers) n, rank() over (partition by coast order by sum(passengers) desc) k from bookings b ${PORT} join fares using (fare_id) group by 1, 2) x where k <= 2`,
  ],
  [
    'for the three routes with the most revenue, passengers by quarter in 2025',
    `with t as (select s.route_id from bookings b ${ROUTE} where sailed_on ${Y2025} group by 1 order by sum(ticket_revenue) desc limit 3) select to_char(date_trunc('quarter', sailed_on), 'YYYY-MM-DD'), route, sum(passengers) from bookings b ${ROUTE} where sailed_on ${Y2025} and s.route_id in (select route_id from t) group by 1, 2`,
  ],
  [
    'top 3 channels by passengers with others',
    `with n as (select channel, sum(passengers) n from bookings group by 1), k as (select channel from n order by n desc limit 3) select case when channel in (select channel from k) then channel else 'Others' end, sum(n) from n group by 1`,
  ],
  // transforms over the whole
  [
    'share of passengers by channel',
    'select channel, sum(passengers)::float8 / (select sum(passengers) from bookings) from bookings group by 1',
  ],
  [
    'top 2 channels by passengers as a share',
    'select channel, sum(passengers)::float8 / (select sum(passengers) from bookings) from bookings group by 1 order by 2 desc limit 2',
  ],
  [
    'running total of passengers by month this year',
    `select ${month('sailed_on')}, sum(sum(passengers)) over (order by ${month('sailed_on')}) from bookings where sailed_on ${Y2026} group by 1`,
  ],
  [
    'moving average over 3 of passengers by month in 2025',
    `with m as (select date_trunc('month', sailed_on)::date m, sum(passengers)::float8 n from bookings group by 1), w as (select m, avg(n) over (order by m rows 2 preceding) a from m) select to_char(m, 'YYYY-MM-DD'), a from w where m ${Y2025}`,
  ],
];

describe('over the ferries', () => {
  test.each([...CASES, ...FERRIES])('%s', async (question, text) =>
    same(withoutRanges(await answered(question)), await byHand(text)),
  );
});

describe('over the libraries', () => {
  test.each(LIBRARIES)('%s', async (question, text) =>
    same(withoutRanges(await answered(question, 'libraries')), await byHand(text)),
  );
});

test('at least 150 answers stand beside hand-written SQL', () =>
  expect(CASES.length + FERRIES.length + LIBRARIES.length).toBeGreaterThanOrEqual(150));

test.each([
  'passengers by coast this year',
  'revenue by month in 2025',
  'top 5 routes by passengers last quarter',
  'load factor by vessel class in 2025',
  'median onboard spend by channel this year',
  'passengers by coast, Web vs App',
  'revenue vs plan by coast last year',
  'passengers by coast this year vs last year',
  'revenue per passenger by channel and coast last month',
  'sailings on weekends by coast last quarter',
  'customers by channel in 2025',
  'North Reach against the rest, passengers in 2025',
  'passengers by day of week last month',
  'revenue minus fuel cost by coast last year',
  'average daily passengers by coast in 2025',
  'biggest drop in passengers by route last month',
])('computed again one by one, the numbers agree: %s', async (question) => {
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const { body: step } = await mira<{ reading: object | null }>('POST', `/inquiries/${inquiry.body.id}/steps`, {
    text: question,
  });
  const { body: check } = await mira<Check>('POST', '/answers/check', { modelId: 'ferries', reading: step.reading });
  expect(check.differences).toEqual([]);
  expect(check.checked).toBeGreaterThan(1);
  expect(check.agree).toBe(check.checked);
});

test('records known by day only are not broken down by hour', async () => {
  await expect(answered('passengers by hour in 2025')).rejects.toThrow('known by day only');
});

test('the working shows the very query that was run, with its parameters, and it gives the same rows', async () => {
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const step = await mira<{ answer: { rows: Row[] }; working: { query: string; parameters: unknown[] } }>(
    'POST',
    `/inquiries/${inquiry.body.id}/steps`,
    { text: 'passengers by coast in 2025' },
  );
  const { rows } = await sql.query<Row>({
    text: step.body.working.query,
    values: step.body.working.parameters,
    rowMode: 'array',
  });
  expect(rows.map((row) => row.slice(0, 2))).toEqual(step.body.answer.rows);
  expect(step.body.working.query).not.toContain('2025');
});

test('a person limited by a row rule gets the numbers of their rows only, wherever they ask', async () => {
  const ines = await demo.as('Ines');
  const inquiry = await ines<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const ask = async (text: string) =>
    (await ines<{ outcome: string; answer?: { rows: Row[] } }>('POST', `/inquiries/${inquiry.body.id}/steps`, { text }))
      .body;
  same(
    (await ask('passengers by port in 2025')).answer?.rows ?? [],
    await byHand(
      `select port, sum(passengers) from bookings b ${PORT} where coast = 'Outer Isles' and sailed_on ${Y2025} group by 1`,
    ),
  );
  same(
    (await ask('new question: load factor in 2025 by coast')).answer?.rows ?? [],
    await byHand(
      `select 'Outer Isles', (select sum(passengers) from bookings b ${PORT} where coast = 'Outer Isles' and sailed_on ${Y2025})::float8 / (select sum(capacity) filter (where not cancelled) from sailings join routes using (route_id) join ports on port_id = from_port_id where coast = 'Outer Isles' and departed_on ${Y2025})`,
    ),
  );
  same(
    (await ask('new question: share of passengers by island in 2025')).answer?.rows ?? [],
    await byHand(
      `with t as (select island, sum(passengers)::float8 n from bookings b ${PORT} where coast = 'Outer Isles' and sailed_on ${Y2025} group by 1) select island, n / (select sum(n) from t) from t`,
    ),
  );
  expect((await ask('new question: passengers for Tolmar')).outcome).toBe('unclear');
  const model = JSON.stringify((await ines('GET', '/models/ferries')).body);
  expect(model).toContain('Quarsay');
  expect(model).not.toContain('Tolmar');
  const completions = await ines<{ completions: { label: string }[] }>(
    'GET',
    '/models/ferries/suggest?text=passengers%20for%20Tol',
  );
  expect(completions.body.completions.map((one) => one.label).join()).not.toContain('Tolmar');
});
