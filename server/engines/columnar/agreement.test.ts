/** The law of two engines: PostgreSQL and the columnar copy give the same answers, row by row, for the readings of the corpus and for mixtures of them. */
import { codedRows, type CodedRows } from '@zud/core/query/coded';
import { canonical, EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import { seeded } from '../../../demo/random';
import { columnarForTests, whenReady } from '../../../tests/columnar';
import { startDemoServer, type DemoServer } from '../../../tests/demo-server';
import { difference, planned, readingsOf } from '../../../tests/engines';
import { someOf } from '../../../tests/some-of';
import type { ReadyModel } from '../../asking/ready-model';
import { PostgresqlEngine } from '../postgresql';

const MIXTURES = Number(process.env['LAW_RUNS'] ?? 1000) / 16;

let demo: DemoServer;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.03, columnar: columnarForTests() });
  await whenReady(demo);
}, 120_000);
afterAll(() => demo.close());

async function disagreements(
  readings: readonly { readonly about: string; readonly reading: Reading }[],
  ready: ReadyModel,
): Promise<{ wrong: string[]; tried: number; summarised: number }> {
  const { copy, database } = demo.running.context;
  const truth = new PostgresqlEngine(database);
  const options = { signal: null, limits: { time: 60_000 }, person: 'someone', tables: ready.tables };
  const wrong: string[] = [];
  let tried = 0;
  let summarised = 0;
  for (const { about, reading } of readings) {
    const plan = planned(reading, ready);
    if (plan === null || copy === null) continue;
    if (!copy.holds(plan, ready.tables)) throw new Error(`The copy does not hold what “${about}” reads.`);
    tried += 1;
    const [expected, actual] = await Promise.all([
      truth.run(plan, options),
      copy.run(plan, options).catch((error: unknown) => String(error)),
    ]);
    if (typeof actual !== 'string' && /@[^"]*:\d+"/.test(actual.query)) summarised += 1;
    const differs = typeof actual === 'string' ? actual : difference(actual, expected);
    if (differs !== null) wrong.push(`${about}: ${differs}`);
  }
  return { wrong, tried, summarised };
}

test.each([
  ['ferries', 0.15],
  ['libraries', 0],
])(
  'every reading of the corpus over %s has the same rows on both engines, in the same order',
  async (model, fromSummaries) => {
    const ready = await demo.running.context.library.get(model, { groups: [] });
    const { wrong, tried, summarised } = await disagreements(someOf(readingsOf(model), 5), ready);
    expect(tried).toBeGreaterThan(40);
    expect(summarised).toBeGreaterThanOrEqual(fromSummaries * tried);
    if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried} disagree:\n${wrong.slice(0, 12).join('\n')}`);
  },
  400_000,
);

test('readings and mixtures of them, with a row rule in force, have the same rows on both engines', async () => {
  const ready = await demo.running.context.library.get('ferries', { groups: ['Outer Isles team'] });
  expect(ready.rules.length).toBeGreaterThan(0);
  const asked = readingsOf('ferries').filter((one) => one.reading.rows === null);
  const pool = asked.map((one) => one.reading);
  const random = seeded(20261017);
  const pick = () => pool[random.whole(0, pool.length - 1)] ?? EMPTY_READING;
  const mixtures = Array.from({ length: MIXTURES }, (_, index) => {
    const [what, by, where, when] = [pick(), pick(), pick(), pick()];
    const reading: Reading = {
      ...EMPTY_READING,
      shown: what.shown,
      by: by.by,
      rank: by.against?.kind === 'members' ? null : by.rank,
      where: where.where,
      when: when.when,
      against: when.against?.kind === 'members' ? null : when.against,
    };
    return { about: `mixture ${index} ${canonical(reading)}`, reading };
  });
  // few mixtures are simple enough for a summary that knows the column of the rule; some that were asked are
  const { wrong, tried, summarised } = await disagreements([...asked.slice(0, MIXTURES), ...mixtures], ready);
  expect(summarised).toBeGreaterThan(0);
  expect(tried).toBeGreaterThan(MIXTURES);
  if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried} disagree:\n${wrong.slice(0, 12).join('\n')}`);
}, 400_000);

/** Rows in columns as a person reads them: the texts of each, with its numbers. */
const written = (coded: CodedRows): string[] =>
  Array.from({ length: coded.size }, (_one, row) =>
    JSON.stringify([
      ...coded.texts.map(({ names, codes }) => names[codes[row] ?? -1] ?? null),
      ...coded.numbers.map((values) => Number((values[row] ?? NaN).toPrecision(9))),
    ]),
  ).sort();

test('what is looked at in columns is what stands in the rows, in the same order each time', async () => {
  const ready = await demo.running.context.library.get('ferries', { groups: ['Outer Isles team'] });
  const { copy, database } = demo.running.context;
  const truth = new PostgresqlEngine(database);
  const options = { signal: null, limits: { time: 60_000 }, person: 'someone', tables: ready.tables };
  let tried = 0;
  for (const { about, reading } of someOf(readingsOf('ferries'), 25)) {
    const plan = planned(reading, ready);
    if (plan === null || copy === null) continue;
    const places = {
      texts: plan.columns.flatMap(({ role }, at) => (role === 'measure' ? [] : [at])),
      numbers: plan.columns.flatMap(({ role }, at) => (role === 'measure' ? [at] : [])),
    };
    const [rows, one, again] = [
      await truth.run(plan, options),
      await copy.run(plan, { ...options, coded: places }),
      await copy.run(plan, { ...options, coded: places }),
    ];
    if (one.coded === undefined || again.coded === undefined) throw new Error(`“${about}” came in rows.`);
    tried += 1;
    expect([about, written(one.coded)]).toEqual([about, written(codedRows(rows.rows, places))]);
    expect([about, one.coded.texts]).toEqual([about, again.coded.texts]);
  }
  expect(tried).toBeGreaterThan(10);
}, 200_000);
