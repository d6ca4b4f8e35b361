import { demoNames } from '../../tests/demo-names';
import { offeredAfterFailure, saysAgain } from './after-failure';
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
