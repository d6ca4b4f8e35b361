/** What is to come, over real data: the known part by hand in SQL, the plan of months that have one, each person's own rows. */
import { forecast } from '@zud/core/analysis/forecast';
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import type { Reading } from '@zud/core/reading/schema';
import { demoBesideSql } from '../../../tests/demo-beside-sql';
import { askedOf, type Caller } from '../../../tests/demo-server';

interface Step {
  readonly outcome: string;
  readonly reading: Reading;
  readonly headline: string;
  readonly sentence: { readonly text: string };
  readonly notes: readonly { readonly text: string }[];
  readonly explanation?: Explanation;
  readonly answer?: { readonly ahead?: object };
}

const there = demoBesideSql();

const asked = (who: Caller, ...questions: string[]) => askedOf<Step>(who, ...questions);
const numbersIn = (text: string) =>
  [...text.matchAll(/\d[\d,]*(?:\.\d+)?/g)].map(([one]) => Number(one.replace(/,/g, '')));

async function months(where = 'true'): Promise<Map<string, number>> {
  const { rows } = await there.sql.query<{ month: string; n: string }>(
    `select to_char(date_trunc('month', b.sailed_on), 'YYYY-MM') as month, sum(b.passengers) as n from data.bookings b join data.sailings s using (sailing_id) join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id where ${where} group by 1 order by 1`,
  );
  return new Map(rows.map(({ month, n }) => [month, Number(n)]));
}
/** All of the year 2026: what is known of whole months and what their line is forecast to bring, the month that runs at least what it has. */
async function yearByHand(where?: string): Promise<number> {
  const known = await months(where);
  const whole = [...known].filter(([month]) => month < '2026-10');
  const points = forecast(
    whole.map(([, n]) => n),
    12,
    3,
  )?.points.map(({ value }) => value) ?? [NaN];
  return (
    whole.filter(([month]) => month >= '2026-01').reduce((sum, [, n]) => sum + n, 0) +
    points.reduce((sum, value, step) => sum + (step === 0 ? Math.max(value, known.get('2026-10') ?? 0) : value), 0)
  );
}

test('what is expected of the year is what is known by SQL and its line carried on; a sure thing is told as one', async () => {
  const expected = await yearByHand();
  const mira = await there.demo.as('Mira');
  const step = await asked(mira, `will passengers this year pass ${Math.round(expected * 0.9)}`);
  expect(step.sentence.text).toBe(
    `Passengers, this year, with when it passes ${Math.round(expected * 0.9).toLocaleString('en')}`,
  );
  expect(step.headline).toMatch(/almost certainly pass/);
  expect(numbersIn(step.headline)).toContain(Math.round(expected));
  expect(step.answer?.ahead).toBeDefined();
  const never = await asked(mira, `will passengers this year pass ${Math.round(expected * 1.2)}`);
  expect(never.headline).toMatch(/almost certainly not pass.*less than 1 %/);
});

test('a person is told from the rows that person may see', async () => {
  const expected = await yearByHand("p.coast = 'Outer Isles'");
  const step = await asked(await there.demo.as('Ines'), `will passengers this year pass ${Math.round(expected * 0.9)}`);
  expect(numbersIn(step.headline)).toContain(Math.round(expected));
});

test('the plan is that of its months by SQL, and a month without one counts on neither side', async () => {
  const { rows } = await there.sql.query<{ month: string; planned: string }>(
    "select to_char(month, 'YYYY-MM') as month, sum(passengers) as planned from data.plan where month between '2026-01-01' and '2026-12-31' group by 1",
  );
  const planned = rows.reduce((sum, row) => sum + Number(row.planned), 0);
  const known = await months();
  const soFar = rows.reduce((sum, { month }) => sum + (known.get(month) ?? 0), 0);
  const step = await asked(await there.demo.as('Mira'), 'will we make plan');
  expect(numbersIn(step.headline)).toContain(planned);
  expect(numbersIn(step.explanation?.notes[0]?.text ?? '')).toContain(soFar);
  const without = ['01', '02', '03', '04', '05', '06', '07', '08', '09', '10', '11', '12'].filter(
    (month) => !rows.some((row) => row.month === `2026-${month}`),
  );
  expect(without.length).toBeGreaterThan(0);
  expect(step.notes.some(({ text }) => /There is no plan for .*counts on neither side/.test(text))).toBe(true);
});

test('what is needed a month is what is missing, spread over the months left', async () => {
  const known = await months();
  const whole = [...known]
    .filter(([month]) => month >= '2026-01' && month < '2026-10')
    .reduce((sum, [, n]) => sum + n, 0);
  const aim = Math.round(whole * 2);
  const step = await asked(
    await there.demo.as('Mira'),
    `how many passengers a month do we need to reach ${aim} by the end of the year`,
  );
  expect(numbersIn(step.headline)).toContain(Math.round((aim - whole) / 3));
});

test('each month for itself: how often it was there before is told, and what is there already is no question of when', async () => {
  const known = [...(await months())].filter(([month]) => month < '2026-10').map(([, n]) => n);
  const value = Math.round([...known].sort((a, b) => b - a)[2] ?? 0) - 1;
  const step = await asked(await there.demo.as('Mira'), 'passengers by month', `when will it pass ${value}`);
  const before = step.explanation?.notes.find(({ about }) => about === 'Before')?.text ?? '';
  expect(numbersIn(before).slice(0, 2)).toEqual([known.filter((one) => one > value).length, known.length]);
  expect((await asked(await there.demo.as('Mira'), 'passengers by month', 'when will it pass 1')).headline).toMatch(
    /over 1 already/,
  );
});

test.each([
  ['will the cancellation rate reach plan', /plan/],
  ['how many passengers are needed to reach 5000 last month', /not running|not understood/],
  ['will average delay reach plan this year', /plan/],
])('“%s” is not told, and why', async (question, why) => {
  const step = await asked(await there.demo.as('Mira'), question);
  expect(step.outcome).toBe('unclear');
  expect(step.notes.map(({ text }) => text).join(' ')).toMatch(why);
});

test('a sum is told to stay below a value, never to fall below it', async () => {
  const expected = await yearByHand();
  const mira = await there.demo.as('Mira');
  const below = async (value: number) =>
    (await asked(mira, `will passengers be below ${Math.round(value)} this year`)).headline;
  expect(await below(expected * 1.1)).toMatch(/almost certainly stay below .*more than 99 %/);
  expect(await below(expected * 0.95)).toMatch(/almost certainly not stay below .*less than 1 %/);
});

test('the same question has the same answer', async () => {
  const mira = await there.demo.as('Mira');
  const [one, other] = [await asked(mira, 'will we make plan'), await asked(mira, 'will we make plan')];
  expect(one.headline).toBe(other.headline);
});
