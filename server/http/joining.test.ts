/** Joining loaded tables to a model that is there: by values that stand once each, with what is not found, and without changing a number. */
import type { ModelDraft } from '@zud/core/contract/imports';
import type { ModelDraftView } from '@zud/core/contract/workshop';
import type { Answer } from '@zud/core/query/answer';
import { EMPTY_READING, plain, type Reading } from '@zud/core/reading/schema';
import { PORTS } from '../../demo/places';
import { askedOf, startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

let demo: DemoServer;
let stellan: Caller;
let mira: Caller;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
  [stellan, mira] = [await demo.as('Stellan'), await demo.as('Mira')];
}, 120_000);
afterAll(() => demo.close());

const load = (name: string, csv: string) =>
  stellan('POST', `/tables?name=${name}`, csv, { 'content-type': 'text/csv' });
const answer = async (reading: Partial<Reading>) =>
  (
    await mira<{ answer: Answer }>('POST', '/answers', {
      modelId: 'ferries',
      reading: { ...EMPTY_READING, ...reading },
    })
  ).body.answer;

/** Fees of each port on the first of each month; one port in fifteen is written otherwise. */
const FEES = PORTS.flatMap(({ port, coast }, index) =>
  ['2026-01-01', '2026-02-01'].map((day, month) => ({
    day,
    port: index % 15 === 4 ? `${port.slice(0, -1)}${port.slice(-1)}x` : port,
    coast,
    known: index % 15 !== 4,
    fee: 100 * (index + 1) + month,
  })),
);

test('fees by port are looked up in the ports of the model; near values are offered, and a coast’s fees are the sum of its ports’', async () => {
  const passengers = (await answer({ shown: [plain('passengers')] })).rows;
  await load(
    'harbour_fees',
    `paid_on,port,fee\n${FEES.map(({ day, port, fee }) => `${day},${port},${fee}`).join('\n')}\n`,
  );
  const { status, body } = await stellan<ModelDraft & { detail?: string }>('POST', '/models/drafts', {
    tables: ['harbour_fees'],
    into: 'ferries',
  });
  expect([status, body.detail]).toEqual([200, undefined]);
  expect(body.joins).toHaveLength(1);
  const [join] = body.joins;
  expect(join).toMatchObject({ from: 'harbour_fees.port', to: 'ports.port' });
  expect(join?.matched).toBe(FEES.filter(({ known }) => known).length);
  const [missing] = join?.unmatched ?? [];
  expect(missing?.rows).toBe(2);
  expect(PORTS.map(({ port }) => port)).toContain(missing?.near);
  expect(body.file.measures.map(({ name }) => name)).toEqual(expect.arrayContaining(['Fee', 'Number of harbour fees']));
  expect(body.file.dates.find((date) => date.default)?.columns).toMatchObject({ harbour_fees: 'paid_on' });
  // nothing is asked by it until it is published
  expect((await askedOf<{ outcome: string }>(mira, 'fee by coast')).outcome).toBe('unclear');
  const draft = await stellan<ModelDraftView>('PUT', '/models/ferries/draft', body.file);
  expect(draft.body.faults).toEqual([]);
  expect(draft.body.changes.filter(({ how, section }) => how !== 'added' && section !== 'dates')).toEqual([]);
  expect((await stellan('POST', '/models/ferries/draft/publish', {})).status).toBe(200);

  const byCoast = new Map(
    (await answer({ shown: [plain('fee')], by: [{ kind: 'level', level: 'coast' }] })).rows.map(([coast, fee]) => [
      coast,
      fee,
    ]),
  );
  for (const coast of new Set(FEES.map((one) => one.coast)))
    expect([coast, byCoast.get(coast)]).toEqual([
      coast,
      FEES.filter((one) => one.coast === coast && one.known).reduce((sum, { fee }) => sum + fee, 0),
    ]);
  const total = (await answer({ shown: [plain('fee')] })).rows;
  expect(total).toEqual([[FEES.reduce((sum, { fee }) => sum + fee, 0)]]);
  expect((await answer({ shown: [plain('passengers')] })).rows).toEqual(passengers);
  // both meet by month
  const both = await askedOf<{ outcome: string; answer: Answer }>(mira, 'passengers and fee by month in 2026');
  expect(both.outcome).toBe('answered');
  expect(both.answer.rows[0]?.[2]).toBe(
    FEES.filter(({ day }) => day === '2026-01-01').reduce((sum, { fee }) => sum + fee, 0),
  );
});

test('a plan of what the model has is known as its plan, and what was is told against it', async () => {
  const plan = FEES.filter(({ known }) => known).map(({ day, port }, at) => ({ day, port, fee: 50 + 7 * at }));
  await load(
    'fee_budget',
    `paid_on,port,fee\n${plan.map(({ day, port, fee }) => `${day},${port},${fee}`).join('\n')}\n`,
  );
  const { body } = await stellan<ModelDraft>('POST', '/models/drafts', { tables: ['fee_budget'], into: 'ferries' });
  expect(body.reasons.map(({ why }) => why)).toContain('Planned fee is the plan of Fee.');
  await stellan('PUT', '/models/ferries/draft', body.file);
  expect((await stellan('POST', '/models/ferries/draft/publish', {})).status).toBe(200);
  const asked = await askedOf<{ outcome: string; answer: Answer }>(mira, 'fee vs plan by month in 2026');
  expect(asked.outcome).toBe('answered');
  // like with like: the plan is of the ports that are known
  for (const [at, month] of ['2026-01', '2026-02'].entries()) {
    const of = (rows: readonly { day: string; fee: number }[]) =>
      rows.filter(({ day }) => day.startsWith(month)).reduce((sum, { fee }) => sum + fee, 0);
    expect(asked.answer.rows[at]).toEqual(expect.arrayContaining([of(FEES.filter(({ known }) => known)), of(plan)]));
  }
});

test('what is found in no column whose values stand once each is not joined; nor is what the model reads already', async () => {
  await load('odd_things', 'colour,amount\nred,1\nblue,2\n');
  const odd = await stellan<{ detail: string }>('POST', '/models/drafts', { tables: ['odd_things'], into: 'ferries' });
  expect(odd.status).toBe(422);
  expect(odd.body.detail).toMatch(/several times.*Nothing was changed/);
  const twice = await stellan<{ detail: string }>('POST', '/models/drafts', { tables: ['ports'], into: 'ferries' });
  expect(twice.status).toBe(422);
  expect(twice.body.detail).toContain('already');
  expect((await mira('POST', '/models/drafts', { tables: ['odd_things'], into: 'ferries' })).status).toBe(403);
});
