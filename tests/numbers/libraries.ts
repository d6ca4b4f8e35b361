/** Questions over the libraries, whose data end on 30 June 2026, with SQL that shares nothing with the planner. */
import { compared, month, type Case } from './sql';

const LOANS = 'library_loans l join library_branches b using (branch_id) join library_titles t using (title_id)';
const VISITS = 'library_visits v join library_branches b using (branch_id)';
const Y2026 = "between '2026-01-01' and '2026-06-30'";
const Y2025 = "between '2025-01-01' and '2025-12-31'";

export const LIBRARIES: readonly Case[] = [
  ['loans by genre', `select genre, count(*) from ${LOANS} group by 1`],
  ['loans by district this year', `select district, count(*) from ${LOANS} where lent_on ${Y2026} group by 1`],
  [
    'loans last month by branch',
    `select branch, count(*) from ${LOANS} where lent_on between '2026-05-01' and '2026-05-31' group by 1`,
  ],
  [
    'loans last 2 quarters by genre',
    `select genre, count(*) from ${LOANS} where lent_on between '2026-01-01' and '2026-06-30' group by 1`,
  ],
  [
    'readers by district in 2025',
    `select district, count(distinct reader_id) from ${LOANS} where lent_on ${Y2025} group by 1`,
  ],
  ['fines by branch', `select branch, sum(fine) from ${LOANS} group by 1`],
  ['loan length by genre', `select genre, avg(days_kept) from ${LOANS} group by 1`],
  [
    'renewal rate by reader kind',
    'select reader_kind, count(*) filter (where renewed)::float8 / count(*) from library_loans group by 1',
  ],
  ['visitors by month in 2025', `select ${month('day')}, sum(visitors) from ${VISITS} where day ${Y2025} group by 1`],
  [
    'loans per visitor by branch in 2025',
    `with l as (select branch, count(*)::float8 n from ${LOANS} where lent_on ${Y2025} group by 1), v as (select branch, sum(visitors) d from ${VISITS} where day ${Y2025} group by 1) select branch, n / d from l join v using (branch)`,
  ],
  [
    'loans in Reading Month 2024 by genre',
    `select genre, count(*) from ${LOANS} where lent_on between '2024-11-01' and '2024-11-30' group by 1`,
  ],
  [
    'loans returned in March 2025 by branch',
    `select branch, count(*) from ${LOANS} where returned_on between '2025-03-01' and '2025-03-31' group by 1`,
  ],
  [
    'loans by return month in 2025',
    `select ${month('returned_on')}, count(*) from library_loans where returned_on ${Y2025} group by 1`,
  ],
  [
    'visitors on weekends by branch',
    `select branch, sum(visitors) from ${VISITS} where extract(isodow from day) >= 6 group by 1`,
  ],
  [
    'average daily visitors by branch in 2025',
    `select branch, sum(visitors)::float8 / 365 from ${VISITS} where day ${Y2025} group by 1`,
  ],
  ['average monthly loans by genre', `select genre, count(*)::float8 / 30 from ${LOANS} group by 1`],
  ['loans per title by genre', `select genre, count(*)::float8 / count(distinct title) from ${LOANS} group by 1`],
  ['fines / loans by district', `select district, sum(fine)::float8 / count(*) from ${LOANS} group by 1`],
  [
    '90th percentile of loan length by genre',
    `select genre, percentile_cont(0.9) within group (order by days_kept) from ${LOANS} group by 1`,
  ],
  [
    'share of loans by reader kind',
    'select reader_kind, count(*)::float8 / (select count(*) from library_loans) from library_loans group by 1',
  ],
  [
    'top 5 titles by loans in 2025',
    `with n as (select title, count(*) n, rank() over (order by count(*) desc) k from ${LOANS} where lent_on ${Y2025} group by 1) select title, n from n where k <= 5`,
  ],
  ['titles with over 50 loans', `select title, count(*) from ${LOANS} group by 1 having count(*) > 50`],
  [
    'how many titles had over 50 loans',
    `select count(*) from (select title from ${LOANS} group by 1 having count(*) > 50) x`,
  ],
  [
    'top 2 titles in each genre by loans',
    `select genre, title, n from (select genre, title, count(*) n, rank() over (partition by genre order by count(*) desc) k from ${LOANS} group by 1, 2) x where k <= 2`,
  ],
  ['loans longer than 3 weeks by branch', `select branch, count(*) from ${LOANS} where days_kept > 21 group by 1`],
  ['loans with fines over €2 by branch', `select branch, count(*) from ${LOANS} where fine > 2 group by 1`],
  [
    'loans by genre in 2025 vs 2024',
    compared(
      `select genre, count(*)::float8 v from ${LOANS} where lent_on ${Y2025} group by 1`,
      `select genre, count(*)::float8 o from ${LOANS} where lent_on between '2024-01-01' and '2024-12-31' group by 1`,
      'genre',
    ),
  ],
  [
    'loans by district this year vs last year',
    compared(
      `select district, count(*)::float8 v from ${LOANS} where lent_on ${Y2026} group by 1`,
      `select district, count(*)::float8 o from ${LOANS} where lent_on between '2025-01-01' and '2025-06-30' group by 1`,
      'district',
    ),
  ],
  [
    'loans vs plan by branch in 2025',
    `with a as (select branch, count(*)::float8 v from ${LOANS} where lent_on ${Y2025} group by 1), p as (select branch, sum(loans)::float8 o from library_targets join library_branches using (branch_id) where month ${Y2025} group by 1) select branch, v, o, v - o, (v - o) / o from a join p using (branch)`,
  ],
  [
    'small branches vs the rest',
    `select case when branch in ('Brook Street', 'Canal Reading Room', 'Elm Annex', 'Garrick Corner') then 'Small branches' else 'Rest' end, count(*) from ${LOANS} group by 1`,
  ],
  ['Crime vs Romance loans', `select subject, count(*) from ${LOANS} where subject in ('Crime', 'Romance') group by 1`],
  [
    'branches above average',
    `with n as (select branch, count(*) n from ${LOANS} group by 1) select branch, n from n where n > (select avg(n) from n)`,
  ],
  [
    'loans by loan length in steps of 7',
    "select floor(days_kept / 7.0) * 7 || '', floor(days_kept / 7.0) * 7, count(*) from library_loans where days_kept is not null group by 1, 2",
  ],
];
