import { demoNames } from '../../tests/demo-names';
import { mendedBy, offeredAfterFailure, saysAgain } from './after-failure';
import { read } from './read';
import type { Reading } from '../reading/schema';

const known = demoNames();
const answered = read('passengers by coast this year', { ...known, before: null }).reading;

const failing = (text: string, before: Reading | null) => {
  const { words, outcome } = read(text, { ...known, before });
  return { words, open: outcome === 'choose' };
};
const after = (failed: string | null, text: string, before: Reading | null) =>
  offeredAfterFailure(
    read(text, { ...known, before }),
    text,
    failed === null ? null : failing(failed, before),
    before !== null,
  );

test.each([
  ['how blorp were we over the last 12 months', 'month by month', null],
  ['how many blorps used the fairground', 'only Outer Isles', answered],
  ['revenue in Eskvik last month', 'only Outer Isles', answered],
])('after “%s”, “%s” is offered and not answered', (failed, text, before) => {
  const result = after(failed, text, before);
  expect(result.outcome).toBe('choose');
  expect(result.reading).toBeNull();
  expect(result.options.map(({ reading }) => reading)).toEqual([read(text, { ...known, before }).reading]);
});

test.each([
  ['a whole question', 'how blorp were we', 'revenue by port in 2025', answered],
  ['the same said again in other words', 'slice it blorpwise by vessel', 'by vessel', answered],
  ['the same with a word that is known', 'only blorptown', 'only Tolmar', answered],
  ['what follows a refusal with its reason', 'e-mail this to the board', 'only Outer Isles', answered],
  ['no failure before it', null, 'only Outer Isles', answered],
])('%s is answered', (_what, failed, text, before) => {
  expect(after(failed, text, before)).toEqual(read(text, { ...known, before }));
});

test('what says a failure again says all that was understood there', () => {
  const failed = failing('slice it blorpwise by vessel for Mid Sound', answered);
  expect(saysAgain('for Mid Sound by vessel', failed)).toBe(true);
  expect(saysAgain('by vessel', failed)).toBe(false);
});

const mending = (failed: string, text: string, before: Reading | null) => {
  const by = mendedBy(text, failed, read(failed, { ...known, before }).words);
  const result = offeredAfterFailure(
    read(text, { ...known, before }),
    text,
    failing(failed, before),
    before !== null,
    by === null ? null : { by, read: read(by.text, { ...known, before }) },
  );
  return { by, result };
};

test.each([
  ['passengers by blorptown, 2025', 'by port then', 'passengers by port in 2025'],
  ['passengers by blorptown, 2025', 'and by month', 'passengers by month in 2025'],
  ['revenue for Blorpholm by month?', 'for Outer Isles', 'revenue by month for Outer Isles'],
])('“%s”, then “%s”: in the place of the word that was not understood, which is told', (failed, text, whole) => {
  for (const before of [null, answered]) {
    const { result } = mending(failed, text, before);
    expect(result.reading).toEqual(read(whole, { ...known, before: null }).reading);
    expect(result.notes[0]?.text).toMatch(
      /^Goes on from “.*”; this stands in the place of “.*[Bb]lorp.*”, which was not understood\.$/,
    );
  }
});

test.each([
  ['how blorp were we over the last 12 months', 'by month'],
  ['passengers by blorptown, 2025', 'only Outer Isles'],
])('“%s”, then “%s”: what may be meant otherwise is offered', (failed, text) => {
  expect(mending(failed, text, answered).result.outcome).toBe('choose');
});

test('what was understood of the failed question is offered first with what is said now', () => {
  const { result } = mending('passengers by blorptown, 2025', 'only Outer Isles', answered);
  expect(result.options[0]?.reading).toEqual(
    read('passengers in 2025 for Outer Isles', { ...known, before: null }).reading,
  );
});
