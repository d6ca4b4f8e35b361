/** How two sides differ, over real data: figures of both sides beside SQL by hand, with and without a row rule, and what cannot be told apart. */
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import type { Reading } from '@zud/core/reading/schema';
import { demoBesideSql } from '../../../tests/demo-beside-sql';
import { askedOf, type Caller } from '../../../tests/demo-server';

interface Step {
  readonly outcome: string;
  readonly headline?: string;
  readonly notes: readonly { readonly kind: string; readonly text: string }[];
  readonly explanation?: Explanation;
  readonly reading?: Reading;
}

const there = demoBesideSql();
const asked = (who: Caller, ...questions: string[]) => askedOf<Step>(who, ...questions);

test('Flex beside Saver: what each passenger pays, and who books, are those of SQL', async () => {
  const { explanation } = await asked(await there.demo.as('Mira'), 'how do Flex and Saver differ in 2025');
  const paid = explanation?.parts.find(({ name }) => name === 'Revenue per passenger');
  const { rows } = await there.sql.query<{ fare: string; paid: string; freight: string }>(
    `select f.fare_family as fare, sum(b.ticket_revenue) / sum(b.passengers) as paid,
       count(*) filter (where b.segment = 'Freight')::numeric / count(*) as freight
     from data.bookings b join data.fares f using (fare_id)
     where f.fare_family in ('Flex', 'Saver') and b.sailed_on >= '2025-01-01' and b.sailed_on < '2026-01-01'
     group by 1 order by 1`,
  );
  const [flex, saver] = rows;
  expect(explanation?.asked).toBe('contrast');
  expect(paid?.rate).toBeCloseTo(Number(flex?.paid), 6);
  expect(paid?.rateElsewhere).toBeCloseTo(Number(saver?.paid), 6);
  expect(paid?.effect).toBeCloseTo(Number(flex?.paid) - Number(saver?.paid), 6);
  const freight = explanation?.parts.find(({ members }) => members[0]?.member === 'Freight');
  expect(freight?.kind).toBe('mix');
  expect(freight?.rate).toBeCloseTo(Number(flex?.freight), 9);
  expect(freight?.rateElsewhere).toBeCloseTo(Number(saver?.freight), 9);
});

test.each([
  ['Mira', 'true'],
  ['Ines', "p.coast = 'Outer Isles'"],
])('as %s sees it, storms and fog differ in cancellations as in SQL', async (name, rule) => {
  const { explanation } = await asked(await there.demo.as(name), 'how does Gale differ from Clear');
  const part = explanation?.parts.find((one) => one.name === 'Cancellation rate');
  const { rows } = await there.sql.query<{ gale: string; clear: string }>(
    `select avg(s.cancelled::int) filter (where s.weather = 'Gale') as gale, avg(s.cancelled::int) filter (where s.weather = 'Clear') as clear
     from data.sailings s join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id where ${rule}`,
  );
  expect(part?.rate).toBeCloseTo(Number(rows[0]?.gale), 9);
  expect(part?.rateElsewhere).toBeCloseTo(Number(rows[0]?.clear), 9);
});

test('one beside all others, and those that are shown; what adds up is told per member and opens with that number', async () => {
  const mira = await there.demo.as('Mira');
  const others = await asked(mira, 'how does Outer Isles differ from the others in 2025');
  expect(others.explanation?.evenly).toBe(false);
  const amount = others.explanation?.parts.find(({ kind }) => kind === 'amount');
  expect(amount?.name).toMatch(/ per coast$/);
  if (amount === undefined) throw new Error('No amount is told.');
  const opened = await mira<{ answer: { rows: (number | string)[][] } }>('POST', '/answers', {
    modelId: 'ferries',
    reading: amount.reading,
  });
  expect(opened.body.answer.rows[0]).toContainEqual(expect.closeTo(amount.rate ?? NaN, 6));
  const these = await asked(mira, 'passengers in 2025 for Flex and Saver by fare family', 'how do these two differ?');
  expect(these.explanation?.parts.map(({ name }) => name)).toContain('Revenue per passenger');
  // a level that only says again which side is which is no difference
  expect(others.explanation?.parts.some(({ members }) => members[0]?.level === 'island_group')).toBe(false);
});

test('what is not clear, or too short, is refused with what to do', async () => {
  const mira = await there.demo.as('Mira');
  const many = await asked(mira, 'passengers by route', 'how do these differ');
  expect(many.outcome).toBe('unclear');
  expect(many.notes[0]?.text).toMatch(/two/);
  const short = await asked(mira, 'how do Flex and Saver differ on 3 May 2025');
  // of one day there are no periods to set side by side, so no amount is told, only what its records are made up of
  expect(short.outcome).toBe('answered');
  expect(short.explanation?.looked).toBeGreaterThan(0);
  expect(short.explanation?.parts.map(({ kind }) => kind)).not.toContain('amount');
});

test('a side that a person may not know is withheld from them, in the sentence and in what is told', async () => {
  const [mira, ines] = [await there.demo.as('Mira'), await there.demo.as('Ines')];
  const { reading } = await asked(mira, 'how do North Reach and Outer Isles differ in 2025');
  expect(reading?.explain).toMatchObject({ asked: 'contrast' });
  const seen = await ines<{ detail?: string }>('POST', '/answers', { modelId: 'ferries', reading });
  expect(JSON.stringify(seen.body)).not.toContain('North Reach');
});
