/** Beside its plan a figure counts the same days and members on both sides; what is left out is named, all of it is a click away. */
import { startPlainServer, type PlainServer } from '../../tests/plain-server';
import type { Caller } from '../../tests/demo-server';

const MODEL = `
zud: 1
id: shops
name: Shops
tables:
  - { id: sales, key: id, joins: [{ to: shops, column: shop_id }] }
  - { id: targets, key: id, joins: [{ to: shops, column: shop_id }] }
  - { id: shops, key: shop_id }
facts:
  - { id: sales, name: sale, table: sales }
  - { id: targets, name: target, table: targets, grain: month }
dates: [{ id: day, name: day, default: true, columns: { sales: sold_on, targets: month } }]
dimensions:
  - { id: place, name: Place, levels: [{ id: town, name: Town, column: shops.town, kind: place }, { id: shop, name: Shop, column: shops.shop, kind: place }] }
  - { id: kind, name: Kind, levels: [{ id: kind, name: Kind, column: sales.kind }] }
measures:
  - { id: revenue, name: Revenue, kind: sum, fact: sales, column: amount, plan: planned }
  - { id: planned, name: Planned revenue, kind: sum, fact: targets, column: amount }
  - { id: tickets, name: Tickets, kind: count, fact: sales }
  - { id: reach, name: Reach, kind: ratio, of: revenue, per: planned }
`;
const SHOPS = ['Ambry', 'Birch', 'Cove'];
/** Each shop sells 10 a day, and was to sell 9: but for Cove, for March 2025, and for Birch in May 2025, no plan was made. */
const isPlanned = (month: string, shop: string) =>
  shop !== 'Cove' && month !== '2025-03' && !(month === '2025-05' && shop === 'Birch');

function days(from: string, to: string): string[] {
  const all: string[] = [];
  for (let day = Date.parse(from); day <= Date.parse(to); day += 86_400_000)
    all.push(new Date(day).toISOString().slice(0, 10));
  return all;
}
const LAST = '2026-10-17';
const sales = days('2025-01-01', LAST).flatMap((day) =>
  SHOPS.map((shop, at) => ({ day, shop, at, kind: Number(day.slice(-1)) % 2 === 0 ? 'Bread' : 'Cake' })),
);
const months = [...new Set(days('2025-01-01', '2026-12-31').map((day) => day.slice(0, 7)))];
const lengthOf = (month: string) => days('2025-01-01', '2026-12-31').filter((day) => day.startsWith(month)).length;
const targets = months.flatMap((month) =>
  SHOPS.flatMap((shop, at) => (isPlanned(month, shop) ? [{ month, shop, at, amount: 9 * lengthOf(month) }] : [])),
);

interface Step {
  readonly id: string;
  readonly outcome: string;
  readonly headline: string;
  readonly reading: { readonly against: unknown };
  readonly sentence: { readonly text: string };
  readonly answer: { readonly rows: readonly (readonly (number | string | null)[])[] };
  readonly notes: readonly {
    readonly text: string;
    readonly options?: readonly { readonly label: string; readonly reading: unknown }[];
  }[];
}
let server: PlainServer;
let analyst: Caller;

beforeAll(async () => {
  server = await startPlainServer();
  const steward = await server.person('Steward', 'steward');
  analyst = await server.person('Analyst', 'analyst');
  const load = async (table: string, lines: readonly string[]) =>
    expect(
      (await steward('POST', `/tables?name=${table}`, lines.join('\n'), { 'content-type': 'text/csv' })).status,
    ).toBe(200);
  await load('shops', [
    'shop_id,shop,town',
    ...SHOPS.map((shop, at) => `${at},${shop},${at === 0 ? 'Norham' : 'Sallow'}`),
  ]);
  await load('sales', [
    'id,sold_on,shop_id,kind,amount',
    ...sales.map((one, id) => [id, one.day, one.at, one.kind, 10].join()),
  ]);
  await load('targets', [
    'id,month,shop_id,amount',
    ...targets.map((one, id) => [id, `${one.month}-01`, one.at, one.amount].join()),
  ]);
  expect((await steward('POST', '/models', MODEL, { 'content-type': 'application/yaml' })).status).toBe(201);
}, 90_000);
afterAll(() => server.close());

const ask = async (text: string): Promise<Step> => {
  const inquiry = (await analyst<{ id: string }>('POST', '/inquiries', { modelId: 'shops' })).body.id;
  return (await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, { text })).body;
};
const told = (step: Step) => step.notes.map((note) => note.text).join(' ');
/** What was sold on covered days, and what was to be. */
const truth = (covers: (day: string, shop: string) => boolean) => {
  const covered = sales.filter((one) => covers(one.day, one.shop)).length;
  return [covered * 10, covered * 9];
};
const covered = (day: string, shop: string) => isPlanned(day.slice(0, 7), shop);

test('a year with gaps in its plan counts neither side there, and names them', async () => {
  const step = await ask('revenue vs plan in 2025');
  expect(step.answer.rows[0]?.slice(0, 2)).toEqual(truth((day, shop) => day.startsWith('2025') && covered(day, shop)));
  expect(step.answer.rows[0]?.[3]).toBeCloseTo(1 / 9);
  expect(told(step)).toContain('There is no plan for Mar 2025, Cove and Birch in May 2025');
});

test('all of the plan is another reading, said in the sentence, that words ask for too', async () => {
  const step = await ask('revenue vs plan in 2025');
  const whole = step.notes.flatMap((note) => note.options ?? []).find((one) => one.label === 'Beside the whole plan');
  const said = await ask('revenue in 2025 beside the whole plan');
  expect(said.reading.against).toEqual({ kind: 'plan', whole: true });
  expect((whole?.reading as Step['reading']).against).toEqual(said.reading.against);
  expect(said.sentence.text).toContain('beside the whole plan');
  expect(said.answer.rows[0]?.slice(0, 2)).toEqual([
    365 * 3 * 10,
    targets.filter((one) => one.month < '2026').reduce((sum, one) => sum + one.amount, 0),
  ]);
});

test('a year in progress stands beside its plan as far as whole periods of the plan have ended', async () => {
  const step = await ask('revenue vs plan in 2026');
  expect(step.answer.rows[0]?.slice(0, 2)).toEqual(
    truth((day, shop) => day >= '2026' && day < '2026-10' && covered(day, shop)),
  );
  expect(told(step)).toContain('from 1 October to 17 October 2026');
  expect(step.headline).toMatch(/^Revenue lay 11.% above plan, at 5,460, from January to September 2026$/);
});

test('a period of the plan in progress stands beside as much of its plan as of its days have passed', async () => {
  const step = await ask('revenue vs plan this month');
  expect(step.answer.rows[0]?.slice(0, 2)).toEqual([17 * 2 * 10, expect.closeTo(17 * 2 * 9)]);
  expect(told(step)).toContain('17 of its 31 days');
});

test('rows over time and of members, ranks and conditions are of what both sides cover', async () => {
  const months = await ask('revenue vs plan by month in 2025');
  expect(months.answer.rows).toHaveLength(11);
  for (const row of months.answer.rows)
    expect(row.slice(1, 3)).toEqual(
      truth((day, shop) => day.startsWith(String(row[0]).slice(0, 7)) && covered(day, shop)),
    );
  const towns = await ask('revenue vs plan by town in 2025');
  expect(Object.fromEntries(towns.answer.rows.map((row) => [row[0], row[1]]))).toEqual({
    Norham: truth((day, shop) => day.startsWith('2025') && shop === 'Ambry' && covered(day, shop))[0],
    Sallow: truth((day, shop) => day.startsWith('2025') && shop !== 'Ambry' && covered(day, shop))[0],
  });
  const missed = await ask('which shops missed plan in 2025?');
  expect(missed.answer.rows).toEqual([]);
});

test('where all is covered nothing is noted', async () => {
  const step = await ask('revenue of Ambry vs plan in April 2025');
  expect(step.answer.rows[0]?.slice(0, 2)).toEqual([300, 270]);
  expect(told(step)).not.toContain('plan');
});

test.each(['revenue vs plan by shop in 2025', 'revenue vs plan by month in 2025', 'revenue vs plan in 2026'])(
  'numbers of “%s” are found again one by one, and the records behind are those that count',
  async (text) => {
    const step = await ask(text);
    const check = (
      await analyst<{ checked: number; agree: number }>('POST', '/answers/check', {
        modelId: 'shops',
        reading: step.reading,
      })
    ).body;
    expect(check.checked).toBeGreaterThan(1);
    expect(check.agree).toBe(check.checked);
  },
);

test('behind a ratio stand the records of both its parts, each with its figure', async () => {
  const step = await ask('reach by shop in 2025');
  const listed = async (fact: string) =>
    (
      await analyst<Step & { answer: { columns: { label: string }[]; records: { id: string; name: string }[] } }>(
        'POST',
        '/answers',
        { modelId: 'shops', reading: step.reading, edits: [{ do: 'rows', how: 'list', columns: [], fact }] },
      )
    ).body.answer;
  const sold = await listed('sales');
  expect(sold.records.map((one) => one.id)).toEqual(['sales', 'targets']);
  expect(sold.columns.map((column) => column.label)).toContain('Revenue');
  expect((await listed('targets')).columns.map((column) => column.label)).toContain('Planned revenue');
});

test('members that are level at the cut of a rank are told', async () => {
  const step = await ask('top 1 shops by revenue in 2025');
  expect(step.answer.rows).toHaveLength(3);
  expect(told(step)).toContain('level at the cut');
  expect(step.headline).toMatch(/^Revenue: all 3 are level at 3,650/);
});

test('where conditions leave nothing together, none alone is blamed', async () => {
  const both = await ask('revenue of Ambry in Sallow in 2025');
  expect(both.outcome).toBe('empty');
  expect(told(both)).toMatch(/Nothing fits .*Ambry.* and .*Sallow.* together/);
  expect(told(await ask('revenue of Ambry in 2031'))).toContain('There are no data for 2031');
});

test('narrowed to fewer members than a rank chooses, nothing is ranked any more', async () => {
  const inquiry = (await analyst<{ id: string }>('POST', '/inquiries', { modelId: 'shops' })).body.id;
  const say = async (text: string) => (await analyst<Step>('POST', `/inquiries/${inquiry}/steps`, { text })).body;
  await say('top 2 shops by revenue in 2025');
  expect((await say('only Cove')).sentence.text).toBe('Revenue by shop for Cove, 2025');
  const step = await say('only Ambry, Birch and Cove');
  expect(step.headline).not.toContain('Ambry, Birch and Cove');
});

test('what else members are tested by counts as it stands, not only where there is a plan', async () => {
  // each shop sold 365 times; where there is a plan, Ambry did 334 and Birch 303 times
  const step = await ask('revenue vs plan by shop in 2025 for shops with over 340 tickets');
  expect(step.sentence.text).toContain('tickets over 340');
  expect(Object.fromEntries(step.answer.rows.map((row) => [row[0], row[1]]))).toEqual({ Ambry: 3340, Birch: 3030 });
});
