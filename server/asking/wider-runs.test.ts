/** Law: an answer taken from a wider one that is kept is the answer that would have been computed. */
import type { Reading } from '@zud/core/reading/schema';
import { startDemoServer, type DemoServer } from '../../tests/demo-server';
import { readingsOf } from '../../tests/engines';
import { someOf } from '../../tests/some-of';
import type { Answered } from './answered';
import { Unanswerable } from './unanswerable';

let demo: DemoServer;
beforeAll(async () => {
  demo = await startDemoServer({ scale: 0.02 });
}, 60_000);
afterAll(() => demo.close());

const OPTIONS = { signal: null, limits: { time: 60_000 }, person: 'someone' };
/** What people see of an answer, without how long it took, and without the last digits of sums, which are taken in any order. */
const shown = ({ answer, headline, chart, notes, outcome }: Answered) =>
  JSON.stringify({ outcome, headline, chart, notes, answer: { ...answer, ms: 0 } }, (_key, value: unknown) =>
    typeof value === 'number' ? Number(value.toPrecision(9)) : value,
  );

/** Where two texts part, with some of each from there. */
function firstDifference(one: string, other: string): string {
  const at = Math.max(0, [...one].findIndex((sign, index) => sign !== other[index]) - 60);
  return `${one.slice(at, at + 160)}\n  not ${other.slice(at, at + 160)}`;
}

test('over the readings of the corpus, narrowed to the first, to the last or to all but the first member they show', async () => {
  const { answering, library } = demo.running.context;
  const ready = await library.get('ferries', { groups: [] });
  const answered = (reading: Reading) =>
    answering.answer(reading, ready, OPTIONS).catch((error: unknown) => {
      if (error instanceof Unanswerable) return null;
      throw error;
    });
  const taken = (one: Answered | null) =>
    one?.working.plan.some((line) => line.startsWith('These rows were taken from')) === true;
  const wrong: string[] = [];
  let tried = 0;
  for (const [index, { about, reading }] of someOf(
    readingsOf('ferries').filter((one) => one.reading.rows === null),
    6,
  ).entries()) {
    const level = reading.by.find((one) => one.kind === 'level');
    if (level?.kind !== 'level' || reading.where.some((one) => one.kind === 'members' && one.level === level.level))
      continue;
    answering.forget();
    const wide = await answered(reading);
    const column = wide?.answer.columns.findIndex((one) => one.level === level.level) ?? -1;
    const members = [...new Set(wide?.answer.rows.map((row) => String(row[column])) ?? [])];
    const [first] = members;
    if (first === undefined || members.length < 2) continue;
    const choices = [
      { is: true, members: [first] },
      { is: true, members: [members.at(-1) ?? first] },
      { is: false, members: [first] },
    ];
    // the order of rows may hang on what is left out where there are several breakdowns, so that all choices are tried
    for (const chosen of reading.by.length > 2 ? choices : choices.slice(index % 3, (index % 3) + 1)) {
      const narrow: Reading = {
        ...reading,
        where: [...reading.where, { kind: 'members', level: level.level, ...chosen }],
      };
      answering.forget();
      await answered(reading);
      const fromWide = await answered(narrow);
      answering.forget();
      const fresh = await answered(narrow);
      expect(taken(fresh)).toBe(false);
      if (taken(fromWide)) tried += 1;
      if (fromWide === null || fresh === null) expect(fromWide).toEqual(fresh);
      else if (shown(fromWide) !== shown(fresh))
        wrong.push(`${about}: ${firstDifference(shown(fromWide), shown(fresh))}`);
    }
  }
  expect(tried).toBeGreaterThan(10);
  if (wrong.length > 0) throw new Error(`${wrong.length} of ${tried} differ:\n${wrong.slice(0, 6).join('\n')}`);
}, 300_000);

test('other rules, other data and other days have rows of their own', async () => {
  const { answering, library } = demo.running.context;
  const [all, few] = [
    await library.get('ferries', { groups: [] }),
    await library.get('ferries', { groups: ['Outer Isles team'] }),
  ];
  const wide = readingsOf('ferries')
    .map((one) => one.reading)
    .find(
      (one) =>
        one.by.length === 1 &&
        one.by[0]?.kind === 'level' &&
        one.by[0].level === 'coast' &&
        one.where.length === 0 &&
        one.rows === null &&
        one.rank === null &&
        one.against === null,
    );
  if (wide === undefined) throw new Error('The corpus has no such reading.');
  answering.forget();
  await answering.answer(wide, all, OPTIONS);
  const narrow: Reading = { ...wide, where: [{ kind: 'members', level: 'coast', is: true, members: ['North Reach'] }] };
  expect((await answering.answer(narrow, few, OPTIONS)).outcome).toBe('empty');
  expect((await answering.answer(narrow, all, OPTIONS)).working.plan.join(' ')).toContain('These rows were taken from');
});
