/** Questions of the benchmarks, each with the same in SQL written by hand, which PostgreSQL and DuckDB both read. */
const ROUTE = 'join data.sailings s using (sailing_id) join data.routes r using (route_id)';
const PORT = `${ROUTE} join data.ports p on p.port_id = r.from_port_id`;
const Y25 = "between '2025-01-01' and '2025-12-31'";
const Y26 = "between '2026-01-01' and '2026-10-17'";
const month = (column: string) => `date_trunc('month', ${column})::date`;

export const QUESTIONS: readonly (readonly [string, string])[] = [
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
