/** What goes with an outcome, over real data: rates beside SQL by hand, what cannot be asked, and what is left out. */
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import { demoBesideSql } from '../../../tests/demo-beside-sql';
import { askedOf, type Caller } from '../../../tests/demo-server';

interface Step {
  readonly outcome: string;
  readonly notes: readonly { readonly text: string }[];
  readonly explanation?: Explanation;
}

const there = demoBesideSql();

const asked = (who: Caller, ...questions: string[]) => askedOf<Step>(who, ...questions);

test.each([
  ['Mira', 'true'],
  ['Ines', "p.coast = 'Outer Isles'"],
])('as %s sees it, storms go with cancellations: rates here and elsewhere are those of SQL', async (name, rule) => {
  const step = await asked(await there.demo.as(name), 'what goes with cancellation rate');
  const part = step.explanation?.parts.find(({ members }) => members[0]?.level === 'weather');
  const member = part?.members[0]?.member ?? '';
  const { rows } = await there.sql.query<{ rate: string; elsewhere: string; size: string }>(
    `select avg(s.cancelled::int) filter (where s.weather = $1) as rate, avg(s.cancelled::int) filter (where s.weather is distinct from $1) as elsewhere, count(*) filter (where s.weather = $1) as size
     from data.sailings s join data.routes r using (route_id) join data.ports p on p.port_id = r.from_port_id where ${rule}`,
    [member],
  );
  expect(part?.rate).toBeCloseTo(Number(rows[0]?.rate), 9);
  expect(part?.rateElsewhere).toBeCloseTo(Number(rows[0]?.elsewhere), 9);
  expect(part?.size).toBe(Number(rows[0]?.size));
  expect(part?.effect).toBeCloseTo(Number(rows[0]?.rate) - Number(rows[0]?.elsewhere), 9);
  // the cause of a cancellation is known of cancelled sailings only
  expect(step.explanation?.notes.find(({ about }) => about === 'Left out')?.text).toContain('cause');
  expect(step.explanation?.parts.every(({ members }) => members[0]?.level !== 'cause')).toBe(true);
});

test('of a count it is told of its rate; what is no rate of records is refused with what to ask', async () => {
  const mira = await there.demo.as('Mira');
  const count = await asked(mira, 'cancelled sailings in 2025', 'what goes with it?');
  expect(count.explanation?.asked).toBe('goesWith');
  expect(count.notes.map(({ text }) => text).join(' ')).toContain('their rate');
  const amount = await asked(mira, 'what goes with passengers');
  expect([amount.outcome, amount.notes[0]?.text]).toEqual([
    'unclear',
    expect.stringContaining('rates and averages of single records'),
  ]);
});
