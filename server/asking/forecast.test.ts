/** Forecasts over real data: learnt from all that came before, told the same by SQL by hand, only from the rows that a person may see. */
import { forecast } from '@zud/core/analysis/forecast';
import type { Ahead } from '@zud/core/query/answer';
import type { Reading } from '@zud/core/reading/schema';
import { demoBesideSql } from '../../tests/demo-beside-sql';
import { askedOf, type Caller } from '../../tests/demo-server';

interface Step {
  readonly id: string;
  readonly outcome: string;
  readonly reading: Reading;
  readonly headline: string;
  readonly sentence: { readonly text: string };
  readonly notes: readonly { readonly text: string }[];
  readonly working: { readonly plan: readonly string[] };
  readonly answer: { readonly rows: readonly (readonly (string | number | null)[])[]; readonly ahead?: Ahead };
}

const there = demoBesideSql();

const asked = (who: Caller, ...questions: string[]) => askedOf<Step>(who, ...questions);

/** What would be forecast from the monthly sums of SQL by hand. */
async function byHand(where: string, steps: number): Promise<number[]> {
  const { rows } = await there.sql.query<{ month: string; n: string }>(
    `select to_char(date_trunc('month', b.sailed_on), 'YYYY-MM-01') as month, sum(b.passengers) as n from data.bookings b join data.sailings s using (sailing_id) join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id where b.sailed_on < '2026-10-01' and ${where} group by 1 order by 1`,
  );
  return (
    forecast(
      rows.map((row) => Number(row.n)),
      12,
      steps,
    )?.points.map((point) => point.value) ?? []
  );
}
const expectedOf = ({ answer: { ahead } }: Step): number[] =>
  (ahead?.rows ?? []).map((row) => Number(row[ahead?.columns.findIndex((column) => column.as === 'expected') ?? 0]));
const close = (one: readonly number[], other: readonly number[]) => {
  expect(one).toHaveLength(other.length);
  one.forEach((value, index) => expect(value).toBeCloseTo(other[index] ?? NaN, 6));
};

test('it is learnt from all whole months, of which only the period is shown, and agrees with SQL by hand', async () => {
  const step = await asked(await there.demo.as('Mira'), 'passengers by month this year', 'forecast it');
  expect(step.sentence.text).toBe('Passengers by month, this year, with a forecast of the next 6 months');
  expect(step.answer.rows).toHaveLength(10);
  expect(step.answer.ahead?.basis.periods).toBe(45);
  close(expectedOf(step), await byHand('true', 7));
  expect(step.headline).toMatch(/expected in all from Nov 2026 to Apr 2027/);
  expect(step.notes.some((note) => /off by [\d.]+\s?% on average/.test(note.text))).toBe(true);
  expect(
    step.working.plan.some((line) =>
      /^Carried on: .* of the ways tried it was least off on the last 12 months\.$/.test(line),
    ),
  ).toBe(true);
});

test('a person’s forecast is learnt from the rows that person may see, and from no others', async () => {
  const [mira, ines] = [
    await asked(await there.demo.as('Mira'), 'forecast passengers by month'),
    await asked(await there.demo.as('Ines'), 'forecast passengers by month'),
  ];
  close(expectedOf(ines), await byHand("p.coast = 'Outer Isles'", 7));
  expect(expectedOf(ines)[0]).toBeLessThan((expectedOf(mira)[0] ?? 0) / 2);
});

test('it goes along in the file, and is dropped in words', async () => {
  const mira = await there.demo.as('Mira');
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const step = await mira<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, {
    text: 'forecast passengers for the next 2 months',
  });
  const answer = await fetch(`${there.demo.running.address}/api/exports`, {
    method: 'POST',
    headers: { 'cookie': await there.demo.cookie('Mira'), 'content-type': 'application/json' },
    body: JSON.stringify({ modelId: 'ferries', reading: step.body.reading, format: 'csv', about: false }),
  });
  const lines = (await answer.text()).trim().split('\r\n');
  expect(lines[0]).toMatch(/Month,Passengers,"Passengers, forecast",Low,High$/);
  expect(lines.at(-1)).toMatch(/^2026-12-01,,[\d.]+,[\d.]+,[\d.]+$/);
  const without = await mira<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, {
    text: 'drop the forecast',
    after: step.body.id,
  });
  expect(without.body.reading.ahead).toBeNull();
  expect(without.body.answer.ahead).toBeUndefined();
});

test('where a line does not tell how it goes on, that is said and the question kept', async () => {
  const mira = await there.demo.as('Mira');
  for (const [question, reason] of [
    ['forecast passengers by month and vessel', /lines are too many/],
    ['passengers by year, forecast it', /at least 8 whole years/],
  ] as const) {
    const step = await asked(mira, question);
    expect(step.outcome).toBe('unclear');
    expect(step.notes.map((note) => note.text).join(' ')).toMatch(reason);
  }
});
