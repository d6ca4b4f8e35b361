/** Readings looked into, over real data: the level that “why?” chooses, that its numbers are those of SQL by hand, what it cannot explain; and summaries. */
import pg from 'pg';
import type { Reading } from '@zud/core/reading/schema';
import { startDemoServer, type Caller, type DemoServer } from '../../tests/demo-server';

interface Step {
  readonly outcome: string;
  readonly reading: Reading;
  readonly sentence: { readonly text: string };
  readonly notes: readonly {
    readonly text: string;
    readonly options?: readonly { readonly label: string; readonly reading: Reading }[];
  }[];
  readonly answer: {
    readonly columns: readonly { readonly as?: string; readonly role: string }[];
    readonly rows: readonly (readonly (string | number | null)[])[];
  };
}

let demo: DemoServer;
let mira: Caller;
let sql: pg.Client;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.05 });
  mira = await demo.as('Mira');
  sql = new pg.Client({ connectionString: demo.databaseUrl });
  await sql.connect();
}, 120_000);
afterAll(async () => {
  await sql.end();
  await demo.close();
});

/** The last of some questions, each after the one before. */
async function asked(...questions: string[]): Promise<Step> {
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  let last: Step | null = null;
  for (const text of questions) last = (await mira<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, { text })).body;
  if (last === null) throw new Error('Nothing was asked.');
  return last;
}

/** What each member has less what it had; who was not there had nothing. */
const differences = ({ answer: { columns, rows } }: Step): Map<string, number> => {
  const [value, other] = ['value', 'other'].map((as) => columns.findIndex((column) => column.as === as)) as [
    number,
    number,
  ];
  return new Map(rows.map((row) => [String(row[0]), Number(row[value] ?? 0) - Number(row[other] ?? 0)]));
};
const passengers = async (where: string): Promise<number> =>
  Number((await sql.query<{ n: string }>(`select sum(passengers) as n from data.bookings where ${where}`)).rows[0]?.n);

test('the change is that of the whole by SQL, by one level, the greatest part first; the note says which members make it up', async () => {
  const step = await asked('passengers by coast in 2025', 'why?');
  expect(step.outcome).toBe('answered');
  expect(step.reading.against).toEqual({ kind: 'year' });
  expect(step.reading.by.map((one) => one.kind)).toEqual(['level']);
  const moved = differences(step);
  const whole =
    (await passengers("sailed_on between '2025-01-01' and '2025-12-31'")) -
    (await passengers("sailed_on between '2024-01-01' and '2024-12-31'"));
  expect([...moved.values()].reduce((sum, one) => sum + one, 0)).toBe(whole);
  const ordered = step.answer.rows.flatMap((row) => (row.includes(null) ? [] : [moved.get(String(row[0])) ?? 0]));
  expect(ordered).toEqual([...ordered].sort((a, b) => (whole > 0 ? b - a : a - b)));
  const text = step.notes.map((note) => note.text).find((one) => /tells most/.test(one)) ?? '';
  const told = [...moved].filter(([member]) => text.includes(member));
  expect(told.length).toBeGreaterThan(0);
  const share = Math.round((told.reduce((sum, [, one]) => sum + one, 0) / whole) * 100);
  expect(Number(/(\d[\d.,]*)\s?%/.exec(text)?.[1]?.replace(',', ''))).toBeCloseTo(share, -0.5);
  // other levels are one click away
  expect(
    step.notes.flatMap((note) => note.options ?? []).every((option) => option.reading.against?.kind === 'year'),
  ).toBe(true);
});

test('after a time line it is the last whole period beside the one before', async () => {
  const step = await asked('passengers by month in 2025', 'why');
  expect(step.reading).toMatchObject({
    when: { period: { from: '2025-12-01', to: '2025-12-31' } },
    against: { kind: 'previous' },
  });
  const whole =
    (await passengers("sailed_on between '2025-12-01' and '2025-12-31'")) -
    (await passengers("sailed_on between '2025-11-01' and '2025-11-30'"));
  expect([...differences(step).values()].reduce((sum, one) => sum + one, 0)).toBe(whole);
});

test('said with two periods, it is their difference that is looked into; a comparison in force stays', async () => {
  const step = await asked('what drove the change in passengers from 2023 to 2024');
  expect(step.reading.against).toMatchObject({ kind: 'period' });
  const whole =
    (await passengers("sailed_on between '2024-01-01' and '2024-12-31'")) -
    (await passengers("sailed_on between '2023-01-01' and '2023-12-31'"));
  expect([...differences(step).values()].reduce((sum, one) => sum + one, 0)).toBe(whole);
  expect((await asked('revenue vs plan by month in 2025', 'why?')).reading.against).toEqual({ kind: 'plan' });
});

test('what does not add up is refused with what to do, and the reading before stays; so is “why?” before anything was asked', async () => {
  const ratio = await asked('load factor in 2025', 'why?');
  expect([ratio.outcome, ratio.notes[0]?.text]).toEqual(['unclear', expect.stringContaining('do not add up to it')]);
  expect(ratio.reading.shown).toHaveLength(1);
  const none = await asked('why?');
  expect([none.outcome, none.notes[0]?.text]).toEqual(['unclear', expect.stringContaining('ask for a measure first')]);
});

test('a summary says the whole, beside the year before, the headline and what stands out; the reading stays', async () => {
  const step = await asked('passengers by coast in 2025', 'summarise this');
  expect(step.outcome).toBe('answered');
  expect(step.reading).toMatchObject({ by: [{ kind: 'level', level: 'coast' }], against: null });
  const text = step.notes.map((note) => note.text).find((one) => one.includes('2025')) ?? '';
  const [now, before] = [
    await passengers("sailed_on between '2025-01-01' and '2025-12-31'"),
    await passengers("sailed_on between '2024-01-01' and '2024-12-31'"),
  ];
  expect(text).toContain(new Intl.NumberFormat('en-GB').format(now));
  const change = Math.abs(now / before - 1) * 100;
  expect(text.replace(/\s/g, ' ')).toContain(
    `${new Intl.NumberFormat('en-GB', { maximumFractionDigits: change < 10 ? 1 : 0 }).format(change)} %`,
  );
  const [coast] = (
    await sql.query<{ coast: string }>(
      "select coast from data.bookings join data.sailings using (sailing_id) join data.routes using (route_id) join data.ports on port_id = from_port_id where sailed_on between '2025-01-01' and '2025-12-31' group by 1 order by sum(passengers) desc limit 1",
    )
  ).rows;
  expect(text).toContain(coast?.coast);
  const records = await asked('passengers in 2025', 'show the rows', 'summarise this');
  expect([records.outcome, records.notes[0]?.text]).toEqual([
    'unclear',
    expect.stringContaining('back to the figures'),
  ]);
});
