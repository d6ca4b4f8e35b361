/** What is marked of a sentence after a step. */
import type { Phrase, Sentence } from './sentence';
import { changeBetween, stepChange } from './difference';

const sentence = (...parts: readonly (readonly [Phrase['part'], string])[]): Sentence => ({
  text: '',
  phrases: parts.map(([part, text]) => ({ part, path: '', text })),
});
const before = sentence(['shown', 'Passengers'], ['by', 'by month'], ['where', 'for Tolmar'], ['when', '2025']);

test('an edit marks what it put in and took out', () => {
  const after = sentence(['shown', 'Revenue'], ['by', 'by month'], ['where', 'for Tolmar'], ['when', '2025']);
  const { added, removed } = stepChange(before, after);
  expect([added.map((one) => one.text), removed.map((one) => one.text)]).toEqual([['Revenue'], ['Passengers']]);
});

test('a question that begins anew is not drawn as one long deletion, though two steps beside each other tell all', () => {
  const after = sentence(['shown', 'Fuel'], ['by', 'by vessel'], ['when', '2025']);
  expect(stepChange(before, after)).toEqual({ added: [], removed: [] });
  expect(changeBetween(before, after).removed).toHaveLength(3);
});

test('the first sentence has no marks; capital letters are none', () => {
  expect(stepChange(null, before)).toEqual({ added: [], removed: [] });
  expect(
    stepChange(
      before,
      sentence(['shown', 'passengers'], ...before.phrases.slice(1).map((one) => [one.part, one.text] as const)),
    ),
  ).toEqual({ added: [], removed: [] });
});
