/** What free words say is not passed over where it changes what is meant. */
import { demoNames } from '../../../tests/demo-names';
import type { Reading } from '../../reading/schema';
import { read } from '../read';

const known = demoNames();
const reading = (...questions: readonly string[]) =>
  questions.reduce<Reading | null>((before, text) => read(text, { ...known, before }).reading, null);
const text = (...questions: readonly string[]) => {
  const before = reading(...questions.slice(0, -1));
  return read(questions.at(-1) ?? '', { ...known, before }).sentence?.text ?? null;
};

test('how many different ones is asked of what is counted once only: passengers are not, so nothing is told', () => {
  expect(text('how many different customers booked in 2025')).toMatch(/^Customers/);
  expect(text('how many different passengers did we carry in 2025')).toBeNull();
});

test.each([
  ['sept delays, how many sailings in each 10 minute bucket', 10],
  ['how many sailings by delay in bins of 10', 10],
])('ranges are as wide as is said: “%s”', (question, width) => {
  const bins = reading(question)?.by.find((one) => one.kind === 'bins');
  // in another unit than the delay is kept in, or of one that is not read, there is no answer rather than another width
  expect(bins === undefined || (bins.kind === 'bins' && bins.width === width)).toBe(true);
});

test('ranges of two hours are no ranges of two', () => {
  const bins = reading('average delay distribution', 'in bins of 2 hours')?.by.find((one) => one.kind === 'bins');
  expect(bins?.kind === 'bins' && bins.width === 2).toBe(false);
});

test('a part of the day is no greeting', () => {
  expect(text('sailings in the morning how did they do')).toBeNull();
});

test.each([
  ['which halved', 'atMost', -0.5],
  ['which doubled', 'atLeast', 1],
])('“%s”: exactly so much is among them', (asked, test, value) => {
  const where = reading('passengers by route this year vs last year', asked)?.where ?? [];
  expect(where).toContainEqual(expect.objectContaining({ test, value }));
});

test('what gained under a number is taken out, and what gained just that stays', () => {
  const where =
    reading('passengers by route this year vs last year', 'drop anything that gained under 100')?.where ?? [];
  expect(where).toContainEqual(expect.objectContaining({ test: 'atLeast', value: 100 }));
});

test.each(['passengers by coast this year, list them', 'revenue by port, list them'])(
  'what is no record is not listed as records: “%s”',
  (question) => expect(reading(question)?.rows ?? null).toBeNull(),
);

test('records that are asked to be listed are', () => {
  expect(reading('sailings over 60 min late last month, list them')?.rows?.fact).toBe('sailings');
});

test.each([
  ['passengers by coast this year, only the top 3 routes without Tolmar', 'coast'],
  ['passengers by coast this year and the worst 5 vessels without Sandpiper', 'coast'],
])('leaving something out does not take back what was asked before: “%s”', (question, level) => {
  const said = reading(question);
  if (said !== null) expect(said.by).toContainEqual({ kind: 'level', level });
});

test('emptiness is not told as fullness', () => {
  expect(text('emptiness by vessel')).toBeNull();
});
