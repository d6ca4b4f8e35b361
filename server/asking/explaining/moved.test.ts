/** What moved, over real data: every figure that is told beside SQL by hand, for who sees all and for who sees a part. */
import type { Explanation, ExplanationPart } from '@zud/core/analysis/explain/explanation';
import type { Reading } from '@zud/core/reading/schema';
import { demoBesideSql } from '../../../tests/demo-beside-sql';
import { askedOf, type Caller } from '../../../tests/demo-server';

interface Step {
  readonly id: string;
  readonly outcome: string;
  readonly reading: Reading;
  readonly headline: string;
  readonly sentence: { readonly text: string };
  readonly notes: readonly { readonly text: string }[];
  readonly explanation?: Explanation;
  readonly answer: { readonly rows: readonly (readonly (string | number | null)[])[] };
}

const there = demoBesideSql();
let mira: Caller;
beforeAll(async () => {
  mira = await there.demo.as('Mira');
}, 120_000);

const asked = (who: Caller, ...questions: string[]) => askedOf<Step>(who, ...questions);

const FROM = {
  bookings:
    'bookings b join sailings s using (sailing_id) join routes r using (route_id) join ports p on p.port_id = r.from_port_id join vessels v using (vessel_id) join captains c using (captain_id) join fares f using (fare_id)',
  sailings:
    'sailings s join routes r using (route_id) join ports p on p.port_id = r.from_port_id join vessels v using (vessel_id) join captains c using (captain_id)',
};
const COLUMNS: Readonly<Record<string, string>> = {
  coast: 'p.coast',
  island_group: 'p.island_group',
  island: 'p.island',
  port: 'p.port',
  manager: 'p.manager',
  line_kind: 'r.line_kind',
  line: 'r.line',
  route: 'r.route',
  vessel_class: 'v.vessel_class',
  vessel: 'v.vessel',
  captain: 'c.captain',
  fare_family: 'f.fare_family',
  fare: 'f.fare',
  passenger_kind: 'b.passenger_kind',
  channel: 'b.channel',
  segment: 'b.segment',
  weather: 's.weather',
  cause: 's.cause',
};
/** What a measure is: where from, its amount, and of a rate what it is taken of. */
const MEASURES: Readonly<Record<string, readonly ['bookings' | 'sailings', string, string?]>> = {
  'passengers': ['bookings', 'sum(b.passengers)'],
  'ticket revenue': ['bookings', 'sum(b.ticket_revenue)'],
  'vehicles': ['bookings', 'sum(b.vehicles)'],
  'onboard spend': ['bookings', 'sum(b.onboard_spend)'],
  'sailings': ['sailings', 'count(*)'],
  'cancellation rate': ['sailings', 'count(*) filter (where s.cancelled)', 'count(*)'],
  'revenue per passenger': ['bookings', 'sum(b.ticket_revenue)', 'sum(b.passengers)'],
  'average delay': ['sailings', 'sum(s.delay_minutes)', 'count(s.delay_minutes)'],
};

/** Both amounts of a measure in a month, of records that fit some conditions. */
async function amounts(measure: string, month: string, where: readonly string[]): Promise<[number, number]> {
  const [from, amount, of = '1'] = MEASURES[measure] ?? ['bookings', ''];
  const day = from === 'bookings' ? 'b.sailed_on' : 's.departs_at::date';
  const { rows } = await there.sql.query<{ n: string | null; d: string | null }>(
    `select ${amount} as n, ${of} as d from ${FROM[from]} where to_char(${day}, 'YYYY-MM') = '${month}'${where.map((one) => ` and ${one}`).join('')}`,
  );
  return [Number(rows[0]?.n ?? 0), Number(rows[0]?.d ?? 0)];
}

const quoted = (text: string) => `'${text.replaceAll("'", "''")}'`;
function conditions(reading: Reading): string[] {
  return reading.where.map((one) => {
    if (one.kind !== 'members') throw new Error(`No SQL for a ${one.kind}.`);
    const column = `coalesce(${COLUMNS[one.level] ?? '?'}, '(none)')`;
    const names = one.members.map(quoted).join(', ');
    return `${column} ${one.is ? 'in' : 'not in'} (${names})`;
  });
}

const MONTHS = ['2025-08', '2026-03', '2026-05', '2026-08'];
const yearBefore = (month: string) => `${Number(month.slice(0, 4)) - 1}${month.slice(4)}`;
const MONTH_NAMES: Readonly<Record<string, string>> = { '08': 'August', '03': 'March', '05': 'May' };

/** Parts that were set beside SQL. */
let beside = 0;

describe.each([
  ['Mira', []],
  ['Ines', ["p.coast = 'Outer Isles'"]],
] as const)('as %s sees it', (name, rule) => {
  test.each(Object.keys(MEASURES))('%s: each part is what SQL by hand gives, and all add up', async (measure) => {
    const who = await there.demo.as(name);
    for (const month of MONTHS) {
      const step = await asked(
        who,
        `why did ${measure} change in ${MONTH_NAMES[month.slice(5)] ?? ''} ${month.slice(0, 4)} vs the year before`,
      );
      const { explanation } = step;
      if (explanation === undefined)
        throw new Error(`${measure} ${month}: ${step.outcome} ${step.notes[0]?.text ?? ''}`);
      const rate = MEASURES[measure]?.[2] !== undefined;
      const of = async (where: readonly string[]) => ({
        now: await amounts(measure, month, [...rule, ...where]),
        before: await amounts(measure, yearBefore(month), [...rule, ...where]),
      });
      const value = ([n, d]: [number, number]) => (rate ? (d === 0 ? 0 : n / d) : n);
      const whole = await of([]);
      const change = value(whole.now) - value(whole.before);
      expect(explanation.total?.now).toBeCloseTo(value(whole.now), 6);
      expect(explanation.total?.change).toBeCloseTo(change, 6);
      const all: readonly ExplanationPart[] = [...explanation.parts, ...(explanation.against ?? [])];
      const sum = all.reduce((total, part) => total + part.effect, 0) + (explanation.rest?.effect ?? 0);
      expect(sum).toBeCloseTo(change, 6);
      for (const part of all.filter(({ kind }) => kind !== 'data')) {
        const own = await of(conditions(part.reading));
        if (rate) {
          const [now, before] = [own.now[1] / whole.now[1], own.before[1] / whole.before[1]];
          const middle = (value(own.now) + value(own.before)) / 2;
          const expected =
            part.kind === 'rate'
              ? ((now + before) / 2) * (value(own.now) - value(own.before))
              : (middle - (value(whole.now) + value(whole.before)) / 2) * (now - before);
          if (own.now[1] > 0 && own.before[1] > 0) expect(part.effect).toBeCloseTo(expected, 6);
        } else expect(part.effect).toBeCloseTo(value(own.now) - value(own.before), 5);
        beside += 1;
      }
    }
  });
});

test('parts were told at all', () => {
  expect(beside).toBeGreaterThan(30);
});

test('each part opened is a step whose numbers are those that were told', async () => {
  const inquiry = await mira<{ id: string }>('POST', '/inquiries', { modelId: 'ferries' });
  const say = async (body: object) => (await mira<Step>('POST', `/inquiries/${inquiry.body.id}/steps`, body)).body;
  const step = await say({ text: 'why did passengers change in August 2025 vs the year before' });
  const told = [...(step.explanation?.parts ?? []), ...(step.explanation?.against ?? [])];
  const parts = told.filter(({ kind }) => kind === 'amount');
  expect(parts.length).toBeGreaterThan(0);
  for (const part of parts) {
    const opened = await say({ reading: part.reading, after: step.id });
    const [now, before, difference] = opened.answer.rows[0] ?? [];
    expect(Number(now) - Number(before)).toBeCloseTo(part.effect, 6);
    expect(difference).toBeCloseTo(part.effect, 6);
  }
});

test('revenue is told as passengers times what each paid, with the numbers of SQL by hand', async () => {
  const { explanation } = await asked(mira, 'why did ticket revenue change in August 2026');
  const note = explanation?.notes.find(({ about }) => about === 'As how many and how much each');
  const side = async (year: number) => {
    const { rows } = await there.sql.query<{ r: string; p: string }>(
      `select sum(ticket_revenue) as r, sum(passengers) as p from bookings
       where sailed_on >= make_date($1, 8, 1) and sailed_on < make_date($1, 9, 1)`,
      [year],
    );
    return { revenue: Number(rows[0]?.r), passengers: Number(rows[0]?.p) };
  };
  const [before, now] = [await side(2025), await side(2026)];
  const weight = (now.revenue - before.revenue) / Math.log(now.revenue / before.revenue);
  const volume = weight * Math.log(now.passengers / before.passengers);
  const price = now.revenue - before.revenue - volume;
  const euros = (value: number) =>
    `€${Math.round(Math.abs(value)).toLocaleString('en-GB')} ${value < 0 ? 'less' : 'more'}`;
  expect(note?.text).toContain(`to ${now.passengers.toLocaleString('en-GB')}, which makes ${euros(volume)}`);
  expect(note?.text).toContain(`to €${(now.revenue / now.passengers).toFixed(2)}, which makes ${euros(price)}`);
  // how far it is off plan is no price
  expect(explanation?.notes.filter(({ text }) => text.includes('plan'))).toEqual([]);
});

test('what is taken for granted and is not so is said first', async () => {
  const [now] = await amounts('passengers', '2026-08', []);
  const [before] = await amounts('passengers', '2025-08', []);
  const wrong = now > before ? 'fall' : 'rise';
  const step = await asked(mira, `why did passengers ${wrong} in August 2026 vs the year before`);
  expect(step.explanation?.holds).toBe(false);
  expect(step.headline).toContain(`it did not ${wrong}`);
  const right = await asked(
    mira,
    `why did passengers ${now > before ? 'rise' : 'fall'} in August 2026 vs the year before`,
  );
  expect(right.explanation?.holds).toBe(true);
  expect((await asked(mira, 'passengers in August 2026 vs last year', 'why')).explanation?.holds).toBeNull();
});

test('the storm on Outer Isles is told by why cancellations rose, once, with its other names', async () => {
  const step = await asked(mira, 'why did cancellation rate rise in August 2025 vs the year before');
  expect(step.explanation?.parts[0]).toMatchObject({
    kind: 'rate',
    members: [{ level: 'coast', member: 'Outer Isles' }],
  });
  expect(step.explanation?.notes.find(({ about }) => about === 'Told once')?.text).toContain('Quarsay');
});

test('after a time line it is the last whole period beside the one before; two periods said stand beside each other', async () => {
  const line = await asked(mira, 'passengers by month in 2025', 'why');
  expect(line.reading).toMatchObject({
    when: { period: { from: '2025-12-01', to: '2025-12-31' } },
    against: { kind: 'previous' },
    explain: { asked: 'moved' },
  });
  const said = await asked(mira, 'what drove the change in passengers from 2023 to 2024');
  expect(said.reading.against).toMatchObject({ kind: 'period' });
  expect((await asked(mira, 'revenue vs plan by month in 2025', 'why?')).reading.against).toEqual({ kind: 'plan' });
});

test('follow-ups explain another member, period or measure; a breakdown asks for figures again', async () => {
  const of = async (...more: string[]) =>
    asked(mira, 'why did passengers change in August 2025 vs the year before', ...more);
  const flex = await of('and for Flex?');
  expect(flex.sentence.text).toContain('for Flex');
  expect(flex.explanation?.asked).toBe('moved');
  expect((await of('and in May 2026?')).explanation?.asked).toBe('moved');
  expect((await of('revenue instead')).explanation?.asked).toBe('moved');
  const by = await of('by coast');
  expect([by.reading.explain, by.explanation]).toEqual([undefined, undefined]);
  const { explanation } = await of();
  const summary = (await of('summarise this')).notes.map((note) => note.text).join(' ');
  for (const part of [...(explanation?.parts ?? []), ...(explanation?.against ?? [])])
    expect(summary).toContain(part.text);
  expect(summary).toContain(explanation?.verdict);
});

test('what cannot be told from its parts is refused with what to do, and the reading before stays', async () => {
  const distinct = await asked(mira, 'customers in 2025', 'why?');
  expect([distinct.outcome, distinct.notes[0]?.text]).toEqual([
    'unclear',
    expect.stringContaining('do not add up to it'),
  ]);
  expect(distinct.reading.shown).toHaveLength(1);
  const none = await asked(mira, 'why?');
  expect([none.outcome, none.notes[0]?.text]).toEqual(['unclear', expect.stringContaining('ask for a measure first')]);
});

test('whether it is normal is told from its own past; what is taken for granted and is not so is said', async () => {
  const storm = await asked(mira, 'cancellation rate in August 2025', 'is that normal?');
  const [cancelled, all] = await amounts('cancellation rate', '2025-08', []);
  expect(storm.explanation).toMatchObject({ asked: 'unusual', holds: null });
  expect(storm.explanation?.total?.now).toBeCloseTo(cancelled / all, 9);
  expect(storm.headline).toMatch(/unusually high/);
  const quiet = await asked(mira, 'cancellation rate in May 2026', 'why is it so high');
  expect(quiet.explanation?.holds).toBe(false);
  expect(quiet.headline).toContain('it is not unusually high');
  const short = await asked(mira, 'passengers in 2025', 'is that normal?');
  expect([short.outcome, short.notes[0]?.text]).toEqual([
    'unclear',
    expect.stringContaining('at least eight whole years'),
  ]);
});
