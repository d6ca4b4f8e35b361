/** Questions of the benchmarks, each with the same in SQL written by hand, which PostgreSQL and DuckDB both read. */
const ROUTE = 'join data.sailings s using (sailing_id) join data.routes r using (route_id)';
const PORT = `${ROUTE} join data.ports p on p.port_id = r.from_port_id`;
const Y25 = "between '2025-01-01' and '2025-12-31'";
const Y26 = "between '2026-01-01' and '2026-10-17'";
const month = (column: string) => `date_trunc('month', ${column})::date`;

export const QUESTIONS: readonly (readonly [string, string])[] = [
  ['passengers in 2025', `select sum(passengers) from data.bookings where sailed_on ${Y25}`],
  ['passengers by month', `select ${month('sailed_on')}, sum(passengers) from data.bookings group by 1 order by 1`],
  [
    'passengers by month this year vs last year',
    `select extract(month from sailed_on), sum(passengers) filter (where sailed_on >= '2026-01-01'), sum(passengers) filter (where sailed_on < '2026-01-01') from data.bookings where sailed_on ${Y26} or sailed_on between '2025-01-01' and '2025-10-17' group by 1 order by 1`,
  ],
  ['passengers by coast', `select coast, sum(passengers) from data.bookings ${PORT} group by 1 order by 2 desc`],
  [
    'passengers by month and coast in 2025',
    `select ${month('sailed_on')}, coast, sum(passengers) from data.bookings ${PORT} where sailed_on ${Y25} group by 1, 2 order by 1`,
  ],
  [
    'top 5 routes by revenue last year',
    `select route, sum(ticket_revenue) from data.bookings ${ROUTE} where sailed_on ${Y25} group by 1 order by 2 desc limit 5`,
  ],
  [
    'revenue per passenger by fare family',
    'select fare_family, sum(ticket_revenue) / sum(passengers) from data.bookings join data.fares using (fare_id) group by 1',
  ],
  [
    'load factor by route in 2025',
    `with b as (select route_id, sum(passengers) n from data.bookings join data.sailings using (sailing_id) where sailed_on ${Y25} group by 1), c as (select route_id, sum(capacity) filter (where not cancelled) c from data.sailings where departed_on ${Y25} group by 1) select route, n / c from b join c using (route_id) join data.routes using (route_id) order by 2 desc`,
  ],
  [
    'average delay by vessel this year',
    `select vessel, avg(delay_minutes) from data.sailings join data.vessels using (vessel_id) where departed_on ${Y26} group by 1 order by 2 desc`,
  ],
  [
    'cancellation rate by month',
    `select ${month('departed_on')}, count(*) filter (where cancelled)::float8 / count(*) from data.sailings group by 1 order by 1`,
  ],
  [
    'customers by segment in 2025',
    `select segment, count(distinct customer_id) from data.bookings where sailed_on ${Y25} group by 1`,
  ],
  ['satisfaction by purpose', 'select purpose, avg(score) from data.survey group by 1'],
  [
    'working berths by coast last month',
    "select coast, sum(working) from (select distinct on (port_id) port_id, working from data.berths where day between '2026-09-01' and '2026-09-30' order by port_id, day desc) l join data.ports using (port_id) group by 1",
  ],
  [
    'margin by coast in 2025',
    `with b as (select coast, sum(ticket_revenue + onboard_spend) t from data.bookings ${PORT} where sailed_on ${Y25} group by 1), f as (select coast, sum(fuel_cost) f from data.sailings join data.routes using (route_id) join data.ports on port_id = from_port_id where departed_on ${Y25} group by 1) select coast, t - f from b join f using (coast)`,
  ],
  [
    'revenue vs plan by month in 2025',
    `with b as (select ${month('sailed_on')} m, sum(ticket_revenue) v from data.bookings where sailed_on ${Y25} group by 1), p as (select month m, sum(revenue) o from data.plan where month ${Y25} group by 1) select m, v, o, v - o from b full join p using (m) order by 1`,
  ],
  [
    'passengers for Outer Isles by week in 2025',
    `select date_trunc('week', sailed_on)::date, sum(passengers) from data.bookings ${PORT} where coast = 'Outer Isles' and sailed_on ${Y25} group by 1 order by 1`,
  ],
  [
    'share of passengers by channel this year',
    `select channel, sum(passengers) / sum(sum(passengers)) over () from data.bookings where sailed_on ${Y26} group by 1`,
  ],
  [
    'top 3 fares in each coast by passengers this year',
    `select * from (select coast, fare, sum(passengers) n, rank() over (partition by coast order by sum(passengers) desc) k from data.bookings ${PORT} join data.fares using (fare_id) where sailed_on ${Y26} group by 1, 2) x where k <= 3`,
  ],
  [
    'passengers by day of week and channel',
    'select extract(isodow from sailed_on), channel, sum(passengers) from data.bookings group by 1, 2 order by 1',
  ],
  [
    'bookings by booking month this year',
    `select ${month('booked_on')}, count(*) from data.bookings where booked_on ${Y26} group by 1 order by 1`,
  ],
  // sums and counts over other levels
  [
    'vehicles by vessel class last year',
    `select vessel_class, sum(vehicles) from data.bookings join data.sailings using (sailing_id) join data.vessels using (vessel_id) where sailed_on ${Y25} group by 1`,
  ],
  [
    'onboard spend by captain this year',
    `select captain, sum(onboard_spend) from data.bookings join data.sailings using (sailing_id) join data.captains using (captain_id) where sailed_on ${Y26} group by 1 order by 2 desc`,
  ],
  [
    'bookings by passenger kind and quarter',
    "select date_trunc('quarter', sailed_on)::date, passenger_kind, count(*) from data.bookings group by 1, 2 order by 1",
  ],
  [
    'passengers by island in 2025',
    `select island, sum(passengers) from data.bookings ${PORT} where sailed_on ${Y25} group by 1 order by 2 desc`,
  ],
  [
    'ticket revenue by line kind and year',
    `select date_trunc('year', sailed_on)::date, line_kind, sum(ticket_revenue) from data.bookings ${ROUTE} group by 1, 2 order by 1`,
  ],
  ['sailings by weather', 'select weather, count(*) from data.sailings group by 1 order by 2 desc'],
  [
    'cancelled sailings by cause last year',
    `select cause, count(*) filter (where cancelled) from data.sailings where departed_on ${Y25} group by 1 order by 2 desc`,
  ],
  [
    'fuel cost by vessel in 2025',
    `select vessel, sum(fuel_cost) from data.sailings join data.vessels using (vessel_id) where departed_on ${Y25} group by 1 order by 2 desc`,
  ],
  [
    'passengers by day in August 2026',
    "select sailed_on, sum(passengers) from data.bookings where sailed_on between '2026-08-01' and '2026-08-31' group by 1 order by 1",
  ],
  [
    'ticket revenue by week this year',
    `select date_trunc('week', sailed_on)::date, sum(ticket_revenue) from data.bookings where sailed_on ${Y26} group by 1 order by 1`,
  ],
  [
    'passengers on Saturdays by month in 2025',
    `select ${month('sailed_on')}, sum(passengers) from data.bookings where sailed_on ${Y25} and extract(isodow from sailed_on) = 6 group by 1 order by 1`,
  ],
  // ratios, averages, medians
  [
    'on-time share by route this year',
    `select route, count(*) filter (where delay_minutes <= 5)::float8 / count(*) filter (where not cancelled) from data.sailings join data.routes using (route_id) where departed_on ${Y26} group by 1 order by 2 desc`,
  ],
  [
    'revenue per passenger by coast and quarter in 2025',
    `select date_trunc('quarter', sailed_on)::date, coast, sum(ticket_revenue) / sum(passengers) from data.bookings ${PORT} where sailed_on ${Y25} group by 1, 2 order by 1`,
  ],
  [
    'fuel per sailing by vessel class',
    'select vessel_class, sum(fuel_litres) / count(*) filter (where not cancelled) from data.sailings join data.vessels using (vessel_id) group by 1',
  ],
  [
    'median delay by coast last year',
    `select coast, percentile_cont(0.5) within group (order by delay_minutes) from data.sailings join data.routes using (route_id) join data.ports on port_id = from_port_id where departed_on ${Y25} group by 1`,
  ],
  [
    '90th percentile of delay by vessel this year',
    `select vessel, percentile_cont(0.9) within group (order by delay_minutes) from data.sailings join data.vessels using (vessel_id) where departed_on ${Y26} group by 1`,
  ],
  [
    'satisfaction by port in 2025',
    `select port, avg(score) from data.survey join data.sailings s using (sailing_id) join data.routes using (route_id) join data.ports on port_id = from_port_id where departed_on ${Y25} group by 1 order by 2 desc`,
  ],
  [
    'passengers per sailing by route last year',
    `with b as (select route_id, sum(passengers) n from data.bookings join data.sailings using (sailing_id) where sailed_on ${Y25} group by 1), c as (select route_id, count(*) c from data.sailings where departed_on ${Y25} group by 1) select route, n / c from b join c using (route_id) join data.routes using (route_id) order by 2 desc`,
  ],
  [
    'average daily passengers by channel this year',
    `select channel, sum(passengers)::float8 / 290 from data.bookings where sailed_on ${Y26} group by 1`,
  ],
  [
    'waiting time and satisfaction by purpose',
    'select purpose, avg(waiting_minutes), avg(score) from data.survey group by 1',
  ],
  [
    'minimum and maximum delay by vessel class this year',
    `select vessel_class, min(delay_minutes), max(delay_minutes) from data.sailings join data.vessels using (vessel_id) where departed_on ${Y26} group by 1`,
  ],
  // distinct counts
  [
    'customers by month this year',
    `select ${month('sailed_on')}, count(distinct customer_id) from data.bookings where sailed_on ${Y26} group by 1 order by 1`,
  ],
  [
    'how many captains sailed by coast in 2025',
    `select coast, count(distinct captain_id) from data.sailings join data.routes using (route_id) join data.ports on port_id = from_port_id where departed_on ${Y25} group by 1`,
  ],
  // comparisons
  [
    'ticket revenue by coast this year vs last year',
    `select coast, sum(ticket_revenue) filter (where sailed_on >= '2026-01-01'), sum(ticket_revenue) filter (where sailed_on < '2026-01-01') from data.bookings ${PORT} where sailed_on ${Y26} or sailed_on between '2025-01-01' and '2025-10-17' group by 1`,
  ],
  [
    'passengers last month vs the month before by route',
    `select route, sum(passengers) filter (where sailed_on >= '2026-09-01'), sum(passengers) filter (where sailed_on < '2026-09-01') from data.bookings ${ROUTE} where sailed_on between '2026-08-01' and '2026-09-30' group by 1`,
  ],
  [
    'passengers for North Reach against the rest by month in 2025',
    `select ${month('sailed_on')}, coast = 'North Reach', sum(passengers) from data.bookings ${PORT} where sailed_on ${Y25} group by 1, 2 order by 1`,
  ],
  [
    'revenue for Web vs App by month last year',
    `select ${month('sailed_on')}, channel, sum(ticket_revenue) from data.bookings where channel in ('Web', 'App') and sailed_on ${Y25} group by 1, 2 order by 1`,
  ],
  [
    'passengers vs plan by route in 2025',
    `with b as (select route_id, sum(passengers) v from data.bookings join data.sailings using (sailing_id) where sailed_on ${Y25} group by 1), p as (select route_id, sum(passengers) o from data.plan where month ${Y25} group by 1) select route, v, o, v - o from b full join p using (route_id) join data.routes using (route_id)`,
  ],
  // ranks and conditions
  [
    'top 10 ports by onboard spend this year',
    `select port, sum(onboard_spend) from data.bookings ${PORT} where sailed_on ${Y26} group by 1 order by 2 desc limit 10`,
  ],
  [
    'for the 5 routes with the most revenue, passengers by month in 2025',
    `with t as (select route_id from data.bookings join data.sailings using (sailing_id) where sailed_on ${Y25} group by 1 order by sum(ticket_revenue) desc limit 5) select ${month('sailed_on')}, route, sum(passengers) from data.bookings ${ROUTE} where route_id in (select route_id from t) and sailed_on ${Y25} group by 1, 2 order by 1`,
  ],
  [
    'routes with over 100,000 passengers in 2025',
    `select route, sum(passengers) from data.bookings ${ROUTE} where sailed_on ${Y25} group by 1 having sum(passengers) > 100000`,
  ],
  [
    'which routes have more passengers this year than last year',
    `select route, sum(passengers) filter (where sailed_on >= '2026-01-01') v, sum(passengers) filter (where sailed_on < '2026-01-01') o from data.bookings ${ROUTE} where sailed_on ${Y26} or sailed_on between '2025-01-01' and '2025-10-17' group by 1 having sum(passengers) filter (where sailed_on >= '2026-01-01') > sum(passengers) filter (where sailed_on < '2026-01-01')`,
  ],
  [
    'months where revenue fell',
    `select * from (select m, v, lag(v) over (order by m) o from (select ${month('sailed_on')} m, sum(ticket_revenue) v from data.bookings group by 1) q) x where v < o`,
  ],
  [
    'how many routes carried more than 50,000 passengers last year',
    `select count(*) from (select route from data.bookings ${ROUTE} where sailed_on ${Y25} group by 1 having sum(passengers) > 50000) x`,
  ],
  [
    'sailings longer than 3 hours by vessel in 2025',
    `select vessel, count(*) from data.sailings join data.vessels using (vessel_id) where minutes_under_way > 180 and departed_on ${Y25} group by 1 order by 2 desc`,
  ],
  // shares and running figures
  [
    'share of revenue by fare family last year',
    `select fare_family, sum(ticket_revenue) / sum(sum(ticket_revenue)) over () from data.bookings join data.fares using (fare_id) where sailed_on ${Y25} group by 1`,
  ],
  [
    'running total of passengers by month this year',
    `select ${month('sailed_on')}, sum(sum(passengers)) over (order by ${month('sailed_on')}) from data.bookings where sailed_on ${Y26} group by 1 order by 1`,
  ],
  [
    '3 month moving average of revenue',
    `select ${month('sailed_on')}, avg(sum(ticket_revenue)) over (order by ${month('sailed_on')} rows 2 preceding) from data.bookings group by 1 order by 1`,
  ],
  [
    '% change of passengers on the year before by month in 2025',
    `select ${month('sailed_on')}, sum(passengers) from data.bookings where sailed_on between '2024-01-01' and '2025-12-31' group by 1 order by 1`,
  ],
  // ranges, records
  [
    'distribution of delay in 2025',
    `select floor(delay_minutes / 10) * 10, count(*) from data.sailings where departed_on ${Y25} and delay_minutes is not null group by 1 order by 1`,
  ],
];
