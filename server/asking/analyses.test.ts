/** Readings summed up, over real data: its numbers are those of SQL by hand. */
import type { Reading } from '@zud/core/reading/schema';
import { demoBesideSql } from '../../tests/demo-beside-sql';
import { askedOf, type Caller } from '../../tests/demo-server';

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

const there = demoBesideSql();
let mira: Caller;
beforeAll(async () => {
  mira = await there.demo.as('Mira');
}, 120_000);

const asked = (...questions: string[]) => askedOf<Step>(mira, ...questions);

const passengers = async (where: string): Promise<number> =>
  Number(
    (await there.sql.query<{ n: string }>(`select sum(passengers) as n from data.bookings where ${where}`)).rows[0]?.n,
  );

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
    await there.sql.query<{ coast: string }>(
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
