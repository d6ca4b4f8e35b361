import { demoNames } from '../../tests/demo-names';
import { canonical } from '../reading/schema';
import { read } from './read';

const known = demoNames();
const reading = (text: string, before: ReturnType<typeof read>['reading'] = null) =>
  read(text, { ...known, before }).reading;
/** Said one after the other. */
const inTurn = (...wishes: readonly string[]) =>
  wishes.reduce<ReturnType<typeof read>['reading']>((before, wish) => reading(wish, before), null);

test.each([
  [
    'I need revenue by line kind for the third quarter, compare it to the third quarter of 2025 and sort by the biggest gain',
    [
      'revenue by line kind for the third quarter',
      'compare it to the third quarter of 2025',
      'sort by the biggest gain',
    ],
  ],
  [
    'passengers by route this year; drop all the Outer Isles ones, then compare it with last year',
    ['passengers by route this year', 'without Outer Isles', 'compare with last year'],
  ],
])('a message of several wishes is read as they would be one after the other: “%s”', (message, wishes) => {
  const said = read(message, { ...known, before: null });
  expect(said.outcome).toBe('answered');
  expect(canonical(said.reading)).toBe(canonical(inTurn(...wishes)));
});

test('it is told that the wishes were read one after the other, and each word is marked once where it stands', () => {
  const message = 'revenue by line kind for Q3, compare it to the third quarter of 2025 and sort by the biggest gain';
  const said = read(message, { ...known, before: null });
  expect(said.notes.map(({ text }) => text).join(' ')).toContain(
    '“revenue by line kind for Q3”, then “compare it to the third quarter of 2025 and sort by the biggest gain”',
  );
  for (const { text, start, end } of said.words) expect(message.slice(start, end)).toBe(text);
  expect(said.words.map(({ start }) => start)).toEqual(
    [...new Set(said.words.map(({ start }) => start))].sort((a, b) => a - b),
  );
});

test.each(['revenue by line kind and the wobbly ones', 'bookings made in May but travelled in the blorp month'])(
  'where a part is not understood, nothing of the message is: “%s”',
  (message) => expect(reading(message)).toBeNull(),
);

test('what an earlier wish asked for is not undone by a later one, so “by coast, but only the top 3 routes” are not two', () => {
  const said = read('spend by line kind, but only the top 3 blorp routes', { ...known, before: null });
  expect(said.outcome).toBe('unclear');
  const two = reading('passengers by coast, but only the top 3 routes');
  if (two !== null) expect(two.by).toContainEqual({ kind: 'level', level: 'coast' });
});

test('the plan of what is shown is meant where no measure is named beside it', () => {
  const before = reading('revenue vs plan in Q3');
  const said = reading('which routes missed the plan', before);
  expect(said?.shown.map(({ calculation }) => calculation)).toEqual(
    before?.shown.map(({ calculation }) => calculation),
  );
  expect(JSON.stringify(said?.where)).toContain('revenue');
  expect(JSON.stringify(said?.where)).not.toContain('passengers');
  expect(said?.by).toEqual([{ kind: 'level', level: 'route' }]);
});

test.each([
  ['passengers last month', 'the month before', '2026-08-01', '2026-08-31'],
  ['passengers last week', 'and the week before?', '2026-09-28', '2026-10-04'],
  ['passengers in Q3', 'the quarter before that', '2026-04-01', '2026-06-30'],
  ['passengers in Q3', 'the month before', '2026-06-01', '2026-06-30'],
  ['passengers on 3 May 2026', 'the day before', '2026-05-02', '2026-05-02'],
])('“%s”, then “%s”: the one before takes its place', (first, then, from, to) => {
  expect(inTurn(first, then)?.when?.period).toEqual({ kind: 'days', from, to });
});

test('“with the month before” stands beside', () => {
  expect(inTurn('passengers last month', 'with the month before')?.against).toEqual({ kind: 'previous' });
});

test.each([
  ['cancelled sailings by cause last month', 'the month before', 'put both side by side', 'period'],
  ['revenue for Lantern Week 2025', 'the lantern week before', 'set those two side by side', 'period'],
])('“%s”, “%s”, “%s”: the two last spoken of stand beside each other', (first, second, both, kind) => {
  const one = reading(first);
  const two = reading(second, one);
  const beside = read(both, { ...known, before: two, earlier: one }).reading;
  expect(beside?.when).toEqual(one?.when);
  expect(beside?.against).toEqual({ kind, period: two?.when?.period });
});

test('members spoken of one after the other are broken down by each, without losing what was broken down by', () => {
  const one = reading('passengers by month for North Reach');
  const two = reading('and Mid Sound', one);
  const both = read('both of them', { ...known, before: two, earlier: one }).reading;
  expect(both?.by).toEqual([...(one?.by ?? []), { kind: 'level', level: 'coast' }]);
  expect(JSON.stringify(both?.where)).toContain('["North Reach","Mid Sound"]');
});

test.each([
  ['top 10 routes by passengers', 'average delay for those', 'passengers'],
  ['top 10 routes by passengers', 'average delay by vessel on those', 'passengers'],
])('“%s”, then “%s”: those stay the ones that were chosen', (first, then, by) => {
  expect(inTurn(first, then)?.rank?.by).toEqual({ kind: 'measure', measure: by });
});

test.each(['across all routes again', 'all routes again'])('“%s” takes off what chose some of them', (again) => {
  expect(inTurn('top 5 routes by passengers', again)?.rank).toBeNull();
  expect(inTurn('passengers by route', 'only those with over 5000 passengers', again)?.where).toEqual([]);
});

test('which is worst of what is shown by month is asked of each as a whole', () => {
  expect(inTurn('average delay by month this year', 'which vessel is worst')?.by).toEqual([
    { kind: 'level', level: 'vessel' },
  ]);
});
