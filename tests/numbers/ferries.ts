/** Questions over the ferries, with SQL that shares nothing with the planner; rows in any order. */
import {
  compared,
  month,
  PORT,
  ROUTE,
  SAILING_PORT,
  start,
  Y2024,
  Y2025,
  Y2025_TO_DATE,
  Y2026,
  type Case,
} from './sql';

const sum = (value: string, where: string) => `select sum(${value})::float8 v from bookings where sailed_on ${where}`;
const other = (text: string) => text.replace('::float8 v', '::float8 o');

const byRouteLastMonth = (year: string) =>
  `select route, sum(passengers)::float8 v from bookings ${ROUTE} where sailed_on between '${year}-09-01' and '${year}-09-30' group by 1`;
const moved = `select route, v, o, v - o, (v - o) / abs(o) from (${byRouteLastMonth('2026')}) a full join (${byRouteLastMonth('2025').replace('::float8 v', '::float8 o')}) b using (route)`;

const toDate = (level: string, year: string) =>
  `select ${level}, sum(passengers)::float8 v from bookings ${ROUTE} where sailed_on between '${year}-01-01' and '${year}-10-17' group by 1`;
const thisYear = (level: string) =>
  `select ${level}, v, o, v - o, (v - o) / o from (${toDate(level, '2026')}) a join (${other(toDate(level, '2025'))}) b using (${level})`;
const revenueByMonth = `select ${month('sailed_on')} m, sum(ticket_revenue)::float8 v from bookings group by 1`;
const monthly = `select m, v, lag(v) over (order by m) o from (${revenueByMonth}) q`;

export const FERRIES: readonly Case[] = [
  // ranks by the change
  [
    'biggest drop in passengers by route last month',
    `select * from (${moved}) m where v - o is not null order by v - o limit 10`,
  ],
  [
    'top 3 routes by growth in passengers last month vs the year before',
    `select * from (${moved}) m where v - o is not null order by v - o desc limit 3`,
  ],
  [
    'passengers last month, top 4 routes by % change vs the year before',
    `select * from (${moved}) m where v - o is not null order by (v - o) / abs(o) desc limit 4`,
  ],
  // conditions on how much a measure changed, over members and over periods
  ['which routes have fewer passengers this year than last year', `select * from (${thisYear('route')}) m where v < o`],
  [
    'routes where passengers fell by more than 5% this year',
    `select * from (${thisYear('route')}) m where (v - o) / o < -0.05`,
  ],
  ['how many routes grew this year', `select count(*) from (${thisYear('route')}) m where v > o`],
  [
    'channels that gained passengers last month vs the month before',
    `select channel, v, o, v - o, (v - o) / o from (select channel, sum(passengers)::float8 v from bookings where sailed_on between '2026-09-01' and '2026-09-30' group by 1) a join (select channel, sum(passengers)::float8 o from bookings where sailed_on between '2026-08-01' and '2026-08-31' group by 1) b using (channel) where v > o`,
  ],
  [
    'months in 2025 where revenue fell',
    `select m, v, o, v - o, (v - o) / o from (${monthly}) x where m between '2025-01-01' and '2025-12-31' and v < o`,
  ],
  [
    'in how many months of 2025 did revenue fall',
    `select count(*) from (${monthly}) x where m between '2025-01-01' and '2025-12-31' and v < o`,
  ],
  [
    'revenue by coast where month has change in ticket revenue on the period before under 0, 2025',
    `select coast, sum(ticket_revenue) from bookings ${PORT} where ${month('sailed_on')} in (select m from (${monthly}) x where m between '2025-01-01' and '2025-12-31' and v < o) group by 1`,
  ],
  // a member that passes a test stands beside what it was, whether or not it passed then
  [
    'routes with over 20000 passengers in 2025 vs 2024',
    `select route, v, o, v - o, (v - o) / o from (select route, sum(passengers)::float8 v from bookings ${ROUTE} where sailed_on ${Y2025} group by 1) a left join (select route, sum(passengers)::float8 o from bookings ${ROUTE} where sailed_on ${Y2024} group by 1) b using (route) where v > 20000`,
  ],
  [
    'months in 2025 with over 600000 ticket revenue vs the year before',
    `select a.m, v, o, v - o, (v - o) / o from (${revenueByMonth}) a left join (select (m::date + interval '1 year')::date::text m, v o from (${revenueByMonth}) q) b on b.m = a.m where a.m between '2025-01-01' and '2025-12-31' and v > 600000`,
  ],
  // conditions of a measure against its plan or another one, and how often
  [
    'which routes missed plan revenue in 2025?',
    `select route, v, o, v - o, (v - o) / nullif(abs(o), 0) from (select route, sum(ticket_revenue)::float8 v from bookings ${ROUTE} where sailed_on ${Y2025} group by 1) a full join (select route, sum(revenue)::float8 o from plan join routes using (route_id) where month ${Y2025} group by 1) b using (route) where v - o < 0`,
  ],
  [
    'vessels where fuel cost exceeds onboard spend in 2025',
    `select vessel, f, o from (select vessel, sum(fuel_cost)::float8 f from sailings join vessels using (vessel_id) where departed_on ${Y2025} group by 1) a join (select vessel, sum(onboard_spend)::float8 o from bookings join sailings using (sailing_id) join vessels using (vessel_id) where sailed_on ${Y2025} group by 1) b using (vessel) where f > o`,
  ],
  [
    'routes with over 20000 passengers and more than 800 sailings in 2025',
    `select route, p, n from (select route, sum(passengers)::float8 p from bookings ${ROUTE} where sailed_on ${Y2025} group by 1) a join (select route, count(*)::float8 n from sailings join routes using (route_id) where departed_on ${Y2025} group by 1) b using (route) where p > 20000 and n > 800`,
  ],
  [
    'fuel cost as a percentage of ticket revenue by coast in 2025',
    `select coast, f / v from (select coast, sum(fuel_cost)::float8 f from sailings ${SAILING_PORT} where departed_on ${Y2025} group by 1) a join (select coast, sum(ticket_revenue)::float8 v from bookings ${PORT} where sailed_on ${Y2025} group by 1) b using (coast)`,
  ],
  [
    'fuel cost by coast in 2025 as a percentage of ticket revenue',
    `select coast, f / v from (select coast, sum(fuel_cost)::float8 f from sailings ${SAILING_PORT} where departed_on ${Y2025} group by 1) a join (select coast, sum(ticket_revenue)::float8 v from bookings ${PORT} where sailed_on ${Y2025} group by 1) b using (coast)`,
  ],
  [
    'passengers in week 12 of 2025',
    "select sum(passengers) from bookings where sailed_on between '2025-03-17' and '2025-03-23'",
  ],
  [
    'passengers in the week of 6 May 2025',
    "select sum(passengers) from bookings where sailed_on between '2025-05-05' and '2025-05-11'",
  ],
  ['sailings last Monday', "select count(*) from sailings where departed_on = '2026-10-12'"],
  [
    'share of passengers by channel for each coast in 2025',
    `select coast, channel, sum(passengers) / sum(sum(passengers)) over (partition by coast) from bookings ${PORT} where sailed_on ${Y2025} group by 1, 2`,
  ],
  [
    'how many Outer Isles ports are there',
    `select count(distinct port) from bookings ${PORT} where coast = 'Outer Isles'`,
  ],
  // records that pass a test
  [
    'sailings delayed more than 15 minutes by coast last month',
    `select coast, count(*) from sailings ${SAILING_PORT} where departed_on between '2026-09-01' and '2026-09-30' and delay_minutes > 15 group by 1`,
  ],
  // relative periods
  ['passengers today', "select sum(passengers) from bookings where sailed_on = '2026-10-17'"],
  ['revenue yesterday', "select sum(ticket_revenue) from bookings where sailed_on = '2026-10-16'"],
  ['sailings this week', "select count(*) from sailings where departed_on between '2026-10-12' and '2026-10-17'"],
  [
    'sailings last week by coast',
    `select coast, count(*) from sailings ${SAILING_PORT} where departed_on between '2026-10-05' and '2026-10-11' group by 1`,
  ],
  [
    'passengers this month',
    "select sum(passengers) from bookings where sailed_on between '2026-10-01' and '2026-10-17'",
  ],
  [
    'passengers last month by channel',
    "select channel, sum(passengers) from bookings where sailed_on between '2026-09-01' and '2026-09-30' group by 1",
  ],
  [
    'revenue last quarter by channel',
    "select channel, sum(ticket_revenue) from bookings where sailed_on between '2026-07-01' and '2026-09-30' group by 1",
  ],
  [
    'passengers last 8 weeks',
    "select sum(passengers) from bookings where sailed_on between '2026-08-17' and '2026-10-11'",
  ],
  [
    'revenue trailing 12 months',
    "select sum(ticket_revenue) from bookings where sailed_on between '2025-10-01' and '2026-09-30'",
  ],
  [
    'passengers last 6 quarters by quarter',
    `select ${start('quarter', 'sailed_on')}, sum(passengers) from bookings where sailed_on between '2025-04-01' and '2026-09-30' group by 1`,
  ],
  [
    'passengers last two years by year',
    `select ${start('year', 'sailed_on')}, sum(passengers) from bookings where sailed_on between '2024-01-01' and '2025-12-31' group by 1`,
  ],
  [
    'passengers two months ago',
    "select sum(passengers) from bookings where sailed_on between '2026-08-01' and '2026-08-31'",
  ],
  [
    'passengers last fortnight',
    "select sum(passengers) from bookings where sailed_on between '2026-10-04' and '2026-10-17'",
  ],
  // absolute periods
  [
    'passengers in December by channel',
    "select channel, sum(passengers) from bookings where sailed_on between '2025-12-01' and '2025-12-31' group by 1",
  ],
  [
    'revenue in H1 2024 by channel',
    "select channel, sum(ticket_revenue) from bookings where sailed_on between '2024-01-01' and '2024-06-30' group by 1",
  ],
  [
    'passengers from 4 to 18 August 2025 by coast',
    `select coast, sum(passengers) from bookings ${PORT} where sailed_on between '2025-08-04' and '2025-08-18' group by 1`,
  ],
  [
    'passengers in June, July and August 2025',
    "select sum(passengers) from bookings where sailed_on between '2025-06-01' and '2025-08-31'",
  ],
  [
    'passengers since June 2026 by month',
    `select ${month('sailed_on')}, sum(passengers) from bookings where sailed_on between '2026-06-01' and '2026-10-17' group by 1`,
  ],
  ['passengers before March 2023', "select sum(passengers) from bookings where sailed_on < '2023-03-01'"],
  [
    'passengers after Q2 2026 by month',
    `select ${month('sailed_on')}, sum(passengers) from bookings where sailed_on between '2026-07-01' and '2026-10-17' group by 1`,
  ],
  [
    'passengers in winter 2024',
    "select sum(passengers) from bookings where sailed_on between '2024-11-01' and '2025-03-15'",
  ],
  [
    'passengers during Lantern Week 2025',
    "select sum(passengers) from bookings where sailed_on between '2025-11-24' and '2025-11-30'",
  ],
  [
    'passengers in fiscal Q1 2026',
    "select sum(passengers) from bookings where sailed_on between '2025-04-01' and '2025-06-30'",
  ],
  [
    'sailings on Mondays by vessel class in 2025',
    `select vessel_class, count(*) from sailings join vessels using (vessel_id) where departed_on ${Y2025} and extract(isodow from departed_on) = 1 group by 1`,
  ],
  [
    'passengers by half year',
    `select case when extract(month from sailed_on) <= 6 then to_char(sailed_on, 'YYYY-01-01') else to_char(sailed_on, 'YYYY-07-01') end, sum(passengers) from bookings group by 1`,
  ],
  [
    'passengers by month of year',
    'select extract(month from sailed_on)::int, sum(passengers) from bookings group by 1',
  ],
  [
    'bookings booked in March 2025 by channel',
    "select channel, count(*) from bookings where booked_on between '2025-03-01' and '2025-03-31' group by 1",
  ],
  [
    'revenue by booking month in 2025 for Web',
    `select ${month('booked_on')}, sum(ticket_revenue) from bookings where channel = 'Web' and booked_on ${Y2025} group by 1`,
  ],
  // measures
  [
    '95th percentile of onboard spend by channel',
    'select channel, percentile_cont(0.95) within group (order by onboard_spend) from bookings group by 1',
  ],
  [
    'median delay by vessel class',
    'select vessel_class, percentile_cont(0.5) within group (order by delay_minutes) from sailings join vessels using (vessel_id) group by 1',
  ],
  [
    'share of sailings delayed by more than 10 minutes by line kind',
    'select line_kind, count(*) filter (where delay_minutes > 10)::float8 / count(*) from sailings join routes using (route_id) group by 1',
  ],
  [
    'share of sailings with a delay between 5 and 15 minutes in 2025',
    `select count(*) filter (where delay_minutes between 5 and 15)::float8 / count(*) from sailings where departed_on ${Y2025}`,
  ],
  [
    'share of bookings with ticket revenue under 40 by channel in 2025',
    `select channel, count(*) filter (where ticket_revenue < 40)::float8 / count(*) from bookings where sailed_on ${Y2025} group by 1`,
  ],
  // the share of one member
  [
    'share of web bookings by coast in 2025',
    `select coast, count(*) filter (where channel = 'Web')::float8 / count(*) from bookings ${PORT} where sailed_on ${Y2025} group by 1`,
  ],
  [
    'what percentage of revenue came through the app by month in 2025',
    `select ${month('sailed_on')}, coalesce(sum(ticket_revenue) filter (where channel = 'App'), 0)::float8 / sum(ticket_revenue) from bookings where sailed_on ${Y2025} group by 1`,
  ],
  [
    'share of North Reach in revenue by channel',
    `select channel, coalesce(sum(ticket_revenue) filter (where coast = 'North Reach'), 0)::float8 / sum(ticket_revenue) from bookings ${PORT} group by 1`,
  ],
  ['share of Gale in sailings', "select count(*) filter (where weather = 'Gale')::float8 / count(*) from sailings"],
  [
    'routes where share of Web in passengers is over 40% in 2025',
    `select route, v from (select route, coalesce(sum(passengers) filter (where channel = 'Web'), 0)::float8 / sum(passengers) v from bookings ${ROUTE} where sailed_on ${Y2025} group by 1) q where v > 0.4`,
  ],
  [
    'top 3 routes by share of kiosk in bookings in 2025',
    `select route, v from (select route, count(*) filter (where channel = 'Kiosk')::float8 / count(*) v from bookings ${ROUTE} where sailed_on ${Y2025} group by 1) q order by v desc limit 3`,
  ],
  [
    'share of Early Saver in revenue by port',
    `select port, coalesce(sum(ticket_revenue) filter (where fare = 'Early Saver'), 0)::float8 / sum(ticket_revenue) from bookings join fares using (fare_id) ${PORT} group by 1`,
  ],
  [
    'maximum delay by vessel class',
    'select vessel_class, max(delay_minutes) from sailings join vessels using (vessel_id) group by 1',
  ],
  [
    'average load factor by line kind',
    'with b as (select line_kind, sum(passengers) n from bookings join sailings using (sailing_id) join routes using (route_id) group by 1), s as (select line_kind, sum(capacity) filter (where not cancelled) c from sailings join routes using (route_id) group by 1) select line_kind, n::float8 / c from b join s using (line_kind)',
  ],
  [
    'passengers per vessel by coast in 2025',
    `select coast, sum(passengers)::float8 / count(distinct s.vessel_id) from bookings ${PORT} where sailed_on ${Y2025} group by 1`,
  ],
  [
    'revenue per customer by channel',
    'select channel, sum(ticket_revenue) / count(distinct customer_id) from bookings group by 1',
  ],
  [
    'average daily passengers in Q3 2026 by coast',
    `select coast, sum(passengers)::float8 / 92 from bookings ${PORT} where sailed_on between '2026-07-01' and '2026-09-30' group by 1`,
  ],
  [
    'average daily passengers on Mondays in 2025',
    `select sum(passengers)::float8 / 52 from bookings where sailed_on ${Y2025} and extract(isodow from sailed_on) = 1`,
  ],
  [
    'average daily passengers by day of week in 2025',
    `select extract(isodow from sailed_on)::int, sum(passengers)::float8 / max(case when extract(isodow from sailed_on) = 3 then 53 else 52 end) from bookings where sailed_on ${Y2025} group by 1`,
  ],
  [
    'average daily passengers at weekends by month in 2025',
    `select ${month('sailed_on')}, sum(passengers)::float8 / (select count(*) from generate_series(date_trunc('month', min(sailed_on)), date_trunc('month', min(sailed_on)) + interval '1 month' - interval '1 day', interval '1 day') d where extract(isodow from d) > 5) from bookings where sailed_on ${Y2025} and extract(isodow from sailed_on) > 5 group by 1`,
  ],
  [
    'average daily passengers by month of the year in 2024 and 2025',
    `select extract(month from sailed_on)::int, sum(passengers)::float8 / (select count(*) from generate_series('2024-01-01'::date, '2025-12-31'::date, interval '1 day') d where extract(month from d) = extract(month from min(sailed_on))) from bookings where sailed_on between '2024-01-01' and '2025-12-31' group by extract(month from sailed_on)`,
  ],
  [
    'average monthly passengers in 2025 without December 2025',
    "select sum(passengers)::float8 / 11 from bookings where sailed_on between '2025-01-01' and '2025-11-30'",
  ],
  ['average monthly passengers', "select sum(passengers)::float8 / 45 from bookings where sailed_on <= '2026-09-30'"],
  [
    'average monthly revenue by year',
    `select ${start('year', 'sailed_on')}, sum(ticket_revenue) / (case when extract(year from sailed_on) = 2026 then 9 else 12 end) from bookings where sailed_on <= '2026-09-30' group by 1, extract(year from sailed_on)`,
  ],
  ['average daily passengers by quarter in 2025 vs last year', undefinedComparison()],
  [
    'how many routes by line kind',
    'select line_kind, count(distinct route) from bookings join sailings using (sailing_id) join routes using (route_id) group by 1',
  ],
  [
    'how many days had over 300 passengers',
    'select count(*) from (select sailed_on from bookings group by 1 having sum(passengers) > 300) x',
  ],
  [
    'revenue plus onboard spend by channel',
    'select channel, sum(ticket_revenue) + sum(onboard_spend) from bookings group by 1',
  ],
  [
    '(revenue + onboard spend) / passengers by channel',
    'select channel, (sum(ticket_revenue) + sum(onboard_spend)) / sum(passengers) from bookings group by 1',
  ],
  [
    'revenue minus fuel cost by line',
    'with b as (select line, sum(ticket_revenue) v from bookings join sailings using (sailing_id) join routes using (route_id) group by 1), s as (select line, sum(fuel_cost) f from sailings join routes using (route_id) group by 1) select line, v - f from b join s using (line)',
  ],
  [
    'cancelled sailings as a percentage of sailings by line kind',
    'select line_kind, count(*) filter (where cancelled)::float8 / count(*) from sailings join routes using (route_id) group by 1',
  ],
  [
    'share of revenue by fare family in 2025',
    `select fare_family, sum(ticket_revenue) / (select sum(ticket_revenue) from bookings where sailed_on ${Y2025}) from bookings join fares using (fare_id) where sailed_on ${Y2025} group by 1`,
  ],
  [
    'percentage of passengers by fare family within each channel',
    'with n as (select channel, fare_family, sum(passengers)::float8 n from bookings join fares using (fare_id) group by 1, 2) select channel, fare_family, n / sum(n) over (partition by channel) from n',
  ],
  [
    'index of passengers by month in 2025',
    `with m as (select ${month('sailed_on')} m, sum(passengers)::float8 n from bookings where sailed_on ${Y2025} group by 1) select m, 100 * n / first_value(n) over (order by m) from m`,
  ],
  [
    'rank of passengers by channel',
    'select channel, rank() over (order by sum(passengers) desc)::int from bookings group by 1',
  ],
  [
    'passengers by channel compared with the average',
    'with n as (select channel, sum(passengers)::float8 n from bookings group by 1) select channel, n - avg(n) over () from n',
  ],
  [
    '% change in passengers by quarter in 2025',
    `with q as (select date_trunc('quarter', sailed_on)::date q, sum(passengers)::float8 n from bookings group by 1) select to_char(a.q, 'YYYY-MM-DD'), (a.n - b.n) / b.n from q a left join q b on b.q = (a.q - interval '3 months')::date where a.q ${Y2025}`,
  ],
  [
    '% change in revenue by channel',
    compared(
      `select channel, sum(ticket_revenue)::float8 v from bookings where sailed_on ${Y2026} group by 1`,
      "select channel, sum(ticket_revenue)::float8 o from bookings where sailed_on between '2025-01-01' and '2025-10-17' group by 1",
      'channel',
    ).replace('v, o, v - o, ', ''),
  ],
  [
    'working berths by island in September 2026',
    "select island, sum(working) from (select distinct on (port_id) port_id, working from berths where day between '2026-09-01' and '2026-09-30' order by port_id, day desc) l join ports using (port_id) group by 1",
  ],
  [
    'satisfaction and delay by vessel class',
    'with s as (select vessel_class, avg(delay_minutes) d from sailings join vessels using (vessel_id) group by 1), a as (select vessel_class, avg(score) n from survey join sailings using (sailing_id) join vessels using (vessel_id) group by 1) select vessel_class, n, d from s join a using (vessel_class)',
  ],
  ['waiting time by age band', 'select age_band, avg(waiting_minutes) from survey group by 1'],
  // ranges
  [
    'bookings by onboard spend in steps of 20',
    "select trunc(onboard_spend / 20) * 20 || '', trunc(onboard_spend / 20) * 20, count(*) from bookings group by 1, 2",
  ],
  // ranks
  [
    'top 5 routes by passengers in 2024',
    `select route, sum(passengers) from bookings b ${ROUTE} where sailed_on ${Y2024} group by 1 order by 2 desc limit 5`,
  ],
  [
    'worst 3 vessels by average delay in 2025',
    `select vessel, avg(delay_minutes) from sailings join vessels using (vessel_id) where departed_on ${Y2025} group by 1 order by 2 desc limit 3`,
  ],
  [
    'best 3 vessels by average delay in 2025',
    `select vessel, avg(delay_minutes) from sailings join vessels using (vessel_id) where departed_on ${Y2025} group by 1 order by 2 limit 3`,
  ],
  [
    'top 25% vessels by sailings',
    'with n as (select vessel, count(*) n from sailings join vessels using (vessel_id) group by 1) select vessel, n from n order by n desc limit (select ceil(count(*) * 0.25)::int from n)',
  ],
  [
    'top 5 days by passengers',
    "select d, n from (select to_char(sailed_on, 'YYYY-MM-DD') d, sum(passengers) n, rank() over (order by sum(passengers) desc) k from bookings group by 1) x where k <= 5",
  ],
  [
    'top 2 months in each year by revenue',
    `select y, m, n from (select ${start('year', 'sailed_on')} y, ${month('sailed_on')} m, sum(ticket_revenue) n, rank() over (partition by ${start('year', 'sailed_on')} order by sum(ticket_revenue) desc) k from bookings group by 1, 2) x where k <= 2`,
  ],
  [
    'which day of the week has the highest load factor',
    'with b as (select extract(isodow from sailed_on)::int d, sum(passengers)::float8 n from bookings group by 1), s as (select extract(isodow from departed_on)::int d, sum(capacity) filter (where not cancelled) c from sailings group by 1) select d, n / c from b join s using (d)',
  ],
  [
    'for the 2 vessels with the worst delay, sailings by quarter in 2025',
    `with w as (select vessel_id from sailings where departed_on ${Y2025} group by 1 order by avg(delay_minutes) desc limit 2) select ${start('quarter', 'departed_on')}, vessel, count(*) from sailings join vessels using (vessel_id) where vessel_id in (select vessel_id from w) and departed_on ${Y2025} group by 1, 2`,
  ],
  [
    'top 2 captains in each vessel class by sailings',
    'select vessel_class, captain, n from (select vessel_class, captain, count(*) n, rank() over (partition by vessel_class order by count(*) desc) k from sailings join vessels using (vessel_id) join captains using (captain_id) group by 1, 2) x where k <= 2',
  ],
  [
    'top 2 channels by revenue with others',
    "with n as (select channel, sum(ticket_revenue) n from bookings group by 1), k as (select channel from n order by n desc limit 2) select case when channel in (select channel from k) then channel else 'Others' end, sum(n) from n group by 1",
  ],
  // conditions
  [
    'routes with a load factor under 15% in 2025',
    `with b as (select route_id, sum(passengers)::float8 n from bookings join sailings using (sailing_id) where sailed_on ${Y2025} group by 1), s as (select route_id, sum(capacity) filter (where not cancelled) c from sailings where departed_on ${Y2025} group by 1) select route, n / c from b join s using (route_id) join routes using (route_id) where n / c < 0.15`,
  ],
  [
    'captains with between 2000 and 2700 sailings',
    'select captain, count(*) from sailings join captains using (captain_id) group by 1 having count(*) between 2000 and 2700',
  ],
  [
    'ports with above average revenue in 2025',
    `with n as (select port, sum(ticket_revenue) n from bookings ${PORT} where sailed_on ${Y2025} group by 1) select port, n from n where n > (select avg(n) from n)`,
  ],
  [
    'vessels with worse than average delay in 2025',
    `select vessel, avg(delay_minutes) from sailings join vessels using (vessel_id) where departed_on ${Y2025} group by 1 having avg(delay_minutes) > (select avg(delay_minutes) from sailings where departed_on ${Y2025})`,
  ],
  [
    'days when delay was above average in 2025',
    `select to_char(departed_on, 'YYYY-MM-DD'), avg(delay_minutes) from sailings where departed_on ${Y2025} group by 1 having avg(delay_minutes) > (select avg(delay_minutes) from sailings where departed_on ${Y2025})`,
  ],
  [
    'how many ports are above average',
    `with n as (select port, sum(passengers) n from bookings ${PORT} group by 1) select count(*) from n where n > (select avg(n) from n)`,
  ],
  [
    'sailings below the average delay by line kind',
    'select line_kind, count(*) from sailings join routes using (route_id) where delay_minutes < (select avg(delay_minutes) from sailings) group by 1',
  ],
  [
    'sailings longer than 3 hours by line',
    'select line, count(*) from sailings join routes using (route_id) where minutes_under_way > 180 group by 1',
  ],
  [
    'bookings with onboard spend between 20 and 40 euros by channel',
    'select channel, count(*) from bookings where onboard_spend between 20 and 40 group by 1',
  ],
  [
    'passengers by day where day has no cancelled sailings, this year',
    "select sailed_on, sum(passengers) from bookings where sailed_on between '2026-01-01' and '2026-12-31' and sailed_on not in (select departs_at::date from sailings where cancelled) group by 1",
  ],
  ['bookings with no segment by channel', 'select channel, count(*) from bookings where segment is null group by 1'],
  ['sailings with known cause by cause', 'select cause, count(*) from sailings where cause is not null group by 1'],
  [
    'passengers by month in 2025 where channel is not Kiosk',
    `select ${month('sailed_on')}, sum(passengers) from bookings where channel <> 'Kiosk' and sailed_on ${Y2025} group by 1`,
  ],
  ['ports starting with B', `select port, sum(passengers) from bookings ${PORT} where port like 'B%' group by 1`],
  [
    'passengers by coast without tourist routes',
    `select coast, sum(passengers) from bookings ${PORT} where route not in ('Tolmar – Quarsay', 'Quarsay – Eskvik', 'Tolmar – Brannoy', 'Eskvik – Torvane') group by 1`,
  ],
  [
    'passengers by month in 2025 without March 2025',
    `select ${month('sailed_on')}, sum(passengers) from bookings where sailed_on ${Y2025} and sailed_on not between '2025-03-01' and '2025-03-31' group by 1`,
  ],
  // comparisons
  ['2025 vs 2024', compared(sum('passengers', Y2025), other(sum('passengers', Y2024)))],
  [
    'passengers and revenue by channel, 2025 vs 2024',
    `select channel, a.v, b.v, a.v - b.v, (a.v - b.v) / b.v, a.w, b.w, a.w - b.w, (a.w - b.w) / b.w
     from (select channel, sum(passengers)::float8 v, sum(ticket_revenue)::float8 w from bookings where sailed_on ${Y2025} group by 1) a
     join (select channel, sum(passengers)::float8 v, sum(ticket_revenue)::float8 w from bookings where sailed_on ${Y2024} group by 1) b using (channel)`,
  ],
  [
    'share of passengers by channel, 2025 vs 2024',
    `select channel, a.v, b.v, a.v - b.v, (a.v - b.v) / b.v
     from (select channel, sum(passengers)::float8 / sum(sum(passengers)) over () v from bookings where sailed_on ${Y2025} group by 1) a
     join (select channel, sum(passengers)::float8 / sum(sum(passengers)) over () v from bookings where sailed_on ${Y2024} group by 1) b using (channel)`,
  ],
  [
    'cumulative passengers by month in 2025 vs last year',
    `with s as (select ${month('sailed_on')} m, sum(sum(passengers)) over (partition by extract(year from min(sailed_on)) order by ${month('sailed_on')})::float8 v from bookings where sailed_on >= '2024-01-01' and sailed_on <= '2025-12-31' group by 1)
     select a.m, a.v, b.v, a.v - b.v, (a.v - b.v) / b.v from s a join s b on (a.m::date - interval '1 year') = b.m::date where a.m >= '2025'`,
  ],
  [
    'revenue March vs April 2026',
    compared(
      sum('ticket_revenue', "between '2026-04-01' and '2026-04-30'"),
      other(sum('ticket_revenue', "between '2026-03-01' and '2026-03-31'")),
    ),
  ],
  [
    'change in passengers from March to April 2026',
    compared(
      sum('passengers', "between '2026-04-01' and '2026-04-30'"),
      other(sum('passengers', "between '2026-03-01' and '2026-03-31'")),
    ),
  ],
  [
    'passengers in high season 2026 vs high season 2025',
    compared(
      sum('passengers', "between '2026-06-15' and '2026-08-31'"),
      other(sum('passengers', "between '2025-06-15' and '2025-08-31'")),
    ),
  ],
  [
    'passengers this month vs the month before',
    compared(
      sum('passengers', "between '2026-10-01' and '2026-10-17'"),
      other(sum('passengers', "between '2026-09-01' and '2026-09-17'")),
    ),
  ],
  [
    'customers this year vs last year',
    compared(
      `select count(distinct customer_id)::float8 v from bookings where sailed_on ${Y2026}`,
      "select count(distinct customer_id)::float8 o from bookings where sailed_on between '2025-01-01' and '2025-10-17'",
    ),
  ],
  [
    'working berths in September 2026 vs last year',
    compared(
      "select sum(working)::float8 v from (select distinct on (port_id) port_id, working from berths where day between '2026-09-01' and '2026-09-30' order by port_id, day desc) x",
      "select sum(working)::float8 o from (select distinct on (port_id) port_id, working from berths where day between '2025-09-01' and '2025-09-30' order by port_id, day desc) x",
    ),
  ],
  [
    'large ports vs the rest in 2025',
    `select case when port in ('Eskvik', 'Tolmar', 'Brannoy', 'Pellin', 'Torvane', 'Quarsay') then 'Large ports' else 'Rest' end, sum(passengers) from bookings ${PORT} where sailed_on ${Y2025} group by 1`,
  ],
  [
    'tourist routes vs all routes by revenue',
    `select 'Tourist routes', sum(ticket_revenue) from bookings ${ROUTE} where route in ('Tolmar – Quarsay', 'Quarsay – Eskvik', 'Tolmar – Brannoy', 'Eskvik – Torvane') union all select 'All', sum(ticket_revenue) from bookings`,
  ],
  [
    'load factor for North Reach against the rest in 2025',
    `with b as (select coast = 'North Reach' c, sum(passengers)::float8 n from bookings ${PORT} where sailed_on ${Y2025} group by 1), s as (select coast = 'North Reach' c, sum(capacity) filter (where not cancelled) d from sailings ${SAILING_PORT} where departed_on ${Y2025} group by 1) select case when c then 'North Reach' else 'Rest' end, n / d from b join s using (c)`,
  ],
  [
    'passengers vs plan by month in 2025',
    `with b as (select ${month('sailed_on')} m, sum(passengers)::float8 v from bookings where sailed_on ${Y2025} group by 1), p as (select ${month('month')} m, sum(passengers)::float8 o from plan where month ${Y2025} group by 1) select m, v, o, v - o, (v - o) / o from b left join p using (m)`,
  ],
  // a part of each year, the share of one member over time, members that miss their plan, members left out by a test
  [
    'passengers in March by year',
    `select ${start('year', 'sailed_on')}, sum(passengers) from bookings where extract(month from sailed_on) = 3 group by 1`,
  ],
  [
    'share of App in passengers by month in 2025',
    `select ${month('sailed_on')}, sum(passengers) filter (where channel = 'App')::float8 / sum(passengers) from bookings where sailed_on ${Y2025} group by 1`,
  ],
  [
    'routes that missed plan by more than 10% in 2025',
    `select route, v, o, v - o, (v - o) / o from (select route, sum(passengers)::float8 v from bookings ${ROUTE} where sailed_on ${Y2025} group by 1) a join (select route, sum(passengers)::float8 o from plan join routes using (route_id) where month ${Y2025} group by 1) b using (route) where v / o < 0.9`,
  ],
  [
    'sailings by coast in 2025, excluding routes with fewer than 700 sailings',
    `select coast, count(*) from sailings ${SAILING_PORT} where departed_on ${Y2025} and route_id in (select route_id from sailings where departed_on ${Y2025} group by 1 having count(*) >= 700) group by 1`,
  ],
  [
    'number of routes by weather in 2025',
    `select coalesce(weather, '(none)'), count(distinct route_id) from sailings where departed_on ${Y2025} group by 1`,
  ],
  [
    'routes where more than 8% of sailings are over 15 minutes late in 2025',
    `select route, count(*) filter (where delay_minutes > 15)::float8 / count(*) from sailings join routes using (route_id) where departed_on ${Y2025} group by 1 having count(*) filter (where delay_minutes > 15)::float8 / count(*) > 0.08`,
  ],
  [
    'rolling 12 month total of passengers in 2025',
    `select m, v from (select ${month('sailed_on')} m, sum(sum(passengers)) over (order by ${month('sailed_on')} rows between 11 preceding and current row)::float8 v from bookings where sailed_on between '2024-02-01' and '2025-12-31' group by 1) s where m >= '2025'`,
  ],
  // one member as a share of another, several numbers of single records, ranks by growth and by drop, a month beside last year
  [
    'app bookings as a share of web bookings by month in 2025',
    `select ${month('sailed_on')}, count(*) filter (where channel = 'App')::float8 / count(*) filter (where channel = 'Web') from bookings where sailed_on ${Y2025} group by 1`,
  ],
  [
    'what percentage of sailings were cancelled because of weather in 2025',
    `select count(*) filter (where cancelled and cause = 'Weather')::float8 / count(*) from sailings where departed_on ${Y2025}`,
  ],
  [
    'median and 90th percentile of delay by coast in 2025',
    `select coast, percentile_cont(0.5) within group (order by delay_minutes), percentile_cont(0.9) within group (order by delay_minutes) from sailings ${SAILING_PORT} where departed_on ${Y2025} group by 1`,
  ],
  [
    'top 3 routes by revenue growth this year',
    `with a as (select route, sum(ticket_revenue)::float8 v from bookings ${ROUTE} where sailed_on ${Y2026} group by 1), b as (select route, sum(ticket_revenue)::float8 o from bookings ${ROUTE} where sailed_on ${Y2025_TO_DATE} group by 1) select route, v, o, v - o, (v - o) / o from a join b using (route) order by v - o desc limit 3`,
  ],
  [
    'top 3 routes by passenger drop in 2025',
    `with a as (select route, sum(passengers)::float8 v from bookings ${ROUTE} where sailed_on ${Y2025} group by 1), b as (select route, sum(passengers)::float8 o from bookings ${ROUTE} where sailed_on ${Y2024} group by 1) select route, v, o, v - o, (v - o) / o from a join b using (route) order by v - o limit 3`,
  ],
  [
    'revenue in May vs last year',
    `select v, o, v - o, (v - o) / o from (select sum(ticket_revenue) filter (where sailed_on >= '2026-01-01')::float8 v, sum(ticket_revenue) filter (where sailed_on < '2026-01-01')::float8 o from bookings where sailed_on between '2026-05-01' and '2026-05-31' or sailed_on between '2025-05-01' and '2025-05-31') t`,
  ],
  // a listing
  [
    'list sailings for the 2 vessels with the worst delay on 3 May 2025',
    "with w as (select vessel_id, avg(delay_minutes) d from sailings where departed_on = '2025-05-03' group by 1), k as (select vessel_id, rank() over (order by d desc nulls last) k from w where d is not null) select sailing_id, to_char(departs_at, 'YYYY-MM-DD HH24:MI:SS'), vessel, delay_minutes::float8 from sailings join vessels using (vessel_id) where departed_on = '2025-05-03' and vessel_id in (select vessel_id from k where k <= 2)",
  ],
  [
    'list sailings for Quarsay port on 3 May 2025',
    `select sailing_id, to_char(departs_at, 'YYYY-MM-DD HH24:MI:SS'), port from sailings ${SAILING_PORT} where port = 'Quarsay' and departed_on = '2025-05-03'`,
  ],
];

/** Averages per day beside those of the year before, each over its own days. */
function undefinedComparison(): string {
  const days = (shift: string) => `extract(epoch from (q + interval '3 months' ${shift}) - (q ${shift})) / 86400`;
  return `with q as (select date_trunc('quarter', sailed_on) q, sum(passengers)::float8 n from bookings group by 1), x as (select a.q, a.n / (${days('').replaceAll('q', 'a.q')}) v, b.n / (${days("- interval '1 year'").replaceAll('q', 'a.q')}) o from q a join q b on b.q = a.q - interval '1 year' where a.q ${Y2025}) select to_char(q, 'YYYY-MM-DD'), v, o, v - o, (v - o) / o from x`;
}
