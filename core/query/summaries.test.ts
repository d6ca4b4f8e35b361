/** Which summary a question is read from, and that what needs the rows reads the rows. */
import { namingOf } from '../language/naming';
import { read } from '../language/read';
import { demoNames } from '../../tests/demo-names';
import { duckdbQuery } from './duckdb';
import { nodesOf } from './nodes';
import { planOf } from './planner';
import { ruleOn } from './scan';
import { summaryWords, withSummaries, type Summary } from './summaries';

const SAILED: Summary = {
  name: 'bookings@1:1',
  keys: ['sailed_on', 'sailing_id'],
  numbers: ['passengers', 'ticket_revenue', 'onboard_spend'],
  rows: 60_000,
};
const CHANNELS: Summary = {
  name: 'bookings@1:2',
  keys: ['sailed_on', 'channel'],
  numbers: ['passengers', 'ticket_revenue', 'onboard_spend'],
  rows: 5_000,
};
const SUMMARIES = (table: string) => (table === 'bookings' ? [SAILED, CHANNELS] : []);

const { names, calendar } = demoNames();
function planned(question: string, rules: Parameters<typeof planOf>[1]['rules'] = []) {
  const { reading } = read(question, { names, calendar, before: null });
  if (reading === null) throw new Error(question);
  return planOf(reading, {
    model: names.model,
    calendar,
    naming: namingOf(names),
    rules,
    hidden: new Set(),
    hasHours: () => true,
    rowLimit: 100,
  });
}

/** The summaries that a question is read from, and `rows` where rows are. */
const readFrom = (...planning: Parameters<typeof planned>) => [
  ...new Set(
    nodesOf(withSummaries(planned(...planning).root, SUMMARIES)).flatMap((one) =>
      one.node === 'scan' && one.table === 'bookings' ? [one.summary ?? 'rows'] : [],
    ),
  ),
];

test.each<[string, readonly string[]]>([
  ['passengers by month in 2025', [CHANNELS.name]],
  ['passengers by coast in 2025', [SAILED.name]],
  ['revenue per passenger by channel', [CHANNELS.name]],
  ['sailings by vessel', []],
  ['bookings by weekday', [CHANNELS.name]],
  ['highest ticket revenue by month', [CHANNELS.name]],
  ['average onboard spend by coast', [SAILED.name]],
  // a level of a parent, counted once each
  ['how many vessels by coast', [SAILED.name]],
  // two keys that no summary has together
  ['passengers by coast and channel', ['rows']],
  // what cannot be told from parts
  ['median onboard spend by channel', ['rows']],
  ['customers by channel', ['rows']],
  // a number of each row is looked at
  ['bookings with over 3 passengers by channel', ['rows']],
  ['revenue by booking month', ['rows']],
])('“%s” is read from %j', (question, from) => {
  expect(readFrom(question)).toEqual(from);
});

test('a rule that limits a person has to be among the columns of the summary as well', () => {
  const rules = [ruleOn(names.model, 'coast', ['Outer Isles'])];
  expect(readFrom('passengers by month in 2025', rules)).toEqual([SAILED.name]);
  expect(readFrom('passengers by channel in 2025', rules)).toEqual(['rows']);
});

test('parts are put together: sums of sums, counts of rows, means by how many are given', () => {
  const text = (question: string) => duckdbQuery(planned(question), new Map([['bookings', '1']]), SUMMARIES).text;
  expect(text('passengers by channel')).toContain('(sum("bookings"."passengers:sum"))::double precision');
  expect(text('bookings by channel')).toContain('coalesce(sum(":rows"), 0)::double precision');
  expect(text('average onboard spend by channel')).toContain(
    '(sum("bookings"."onboard_spend:sum") / nullif(sum("bookings"."onboard_spend:given"), 0))',
  );
  expect(text('passengers by channel')).toContain('from "bookings@1:2" as "bookings"');
});

test('the working says which summary was read, in words', () => {
  expect(duckdbQuery(planned('passengers by channel'), new Map([['bookings', '1']]), SUMMARIES).summaries).toEqual([
    CHANNELS.name,
  ]);
  expect(
    summaryWords('bookings', {
      ...CHANNELS,
      keys: ['sailed_on', 'sailing_id>sailings.sailing_id>route_id', 'channel'],
    }),
  ).toBe('Read from a summary of bookings, with one row for each sailed on, route id and channel (5,000 rows).');
});

const ROUTES: Summary = {
  name: 'bookings@1:3',
  keys: ['sailed_on', 'sailing_id>sailings.sailing_id>route_id', 'fare_id'],
  numbers: ['passengers'],
  rows: 80_000,
};

test('columns of a large parent may be keys: it is joined no more, and what it leads to is joined to the summary', () => {
  const text = (question: string) =>
    duckdbQuery(
      planned(question),
      new Map(['bookings', 'sailings', 'routes', 'ports', 'vessels', 'fares'].map((table) => [table, '1'])),
      () => [ROUTES],
    ).text;
  const byCoast = text('passengers by coast and fare family in 2025');
  expect(byCoast).toContain('from "bookings@1:3" as "bookings"');
  expect(byCoast).toContain('"routes"."route_id" = "bookings"."sailing_id>sailings.sailing_id>route_id"');
  expect(byCoast).not.toContain('"sailings@1"');
  // vessels are reached by the sailings only
  expect(text('passengers by vessel in 2025')).not.toContain('bookings@1:3');
});
