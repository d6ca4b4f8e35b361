import type { WordUse } from '@zud/core/language/read';
import type { Option } from '@zud/core/language/read';
import { offerOfKey, openWords, offersOf, unansweredWords } from './unanswered';

const word = (use: WordUse['use']): WordUse => ({ text: 'x', start: 0, end: 1, use });

test.each<[Parameters<typeof unansweredWords>[0]['outcome'], readonly WordUse['use'][], string]>([
  ['choose', ['name', 'grammar'], 'Which do you mean?'],
  ['unclear', ['name', 'unresolved'], 'One word is open: “x”'],
  ['unclear', ['unresolved', 'unresolved'], 'Not understood'],
  ['unclear', ['name', 'grammar'], 'Not computed'],
  ['unclear', [], 'Not computed'],
])('%s with words %j is “%s”', (outcome, uses, title) =>
  expect(unansweredWords({ outcome, words: uses.map(word) }).title).toBe(title),
);

test('a single unknown word is named', () =>
  expect(
    unansweredWords({ outcome: 'unclear', words: [{ text: 'snug', start: 0, end: 4, use: 'unresolved' }] }).title,
  ).toBe('One word is open: “snug”'));

const OPTIONS = [
  { label: 'Passengers by coast', reading: {} },
  { label: 'Short hop (line kind)', reading: null, text: 'Short hop' },
  { label: 'Passengers', reading: {} },
] as unknown as readonly Option[];

test('what can be taken as it stands is apart from names', () =>
  expect(offersOf(OPTIONS).readings.map((one) => one.label)).toEqual(['Passengers by coast', 'Passengers']));

test('a figure takes an offer only while the question stands as it was asked', () => {
  const step = { asked: 'the snug ones', outcome: 'unclear' as const, options: OPTIONS };
  expect(offerOfKey('2', 'the snug ones', step)?.label).toBe('Passengers');
  expect(offerOfKey('2', '', step)?.label).toBe('Passengers');
  expect(offerOfKey('2', 'top ', step)).toBeNull();
  expect(offerOfKey('3', 'the snug ones', step)).toBeNull();
  expect(offerOfKey('a', 'the snug ones', step)).toBeNull();
  expect(offerOfKey('1', '', { ...step, outcome: 'answered' })).toBeNull();
});

test('what would be taught is the stretch that is open, with the name that it qualifies', () => {
  const word = (text: string, start: number, use: 'unresolved' | 'name' | 'grammar') => ({
    text,
    start,
    end: start + text.length,
    use,
  });
  const asked = 'revenue by quite snug routes in May';
  const words = [
    word('revenue', 0, 'name'),
    word('by', 8, 'grammar'),
    word('quite', 11, 'unresolved'),
    word('snug', 17, 'unresolved'),
    word('routes', 22, 'name'),
    word('in', 29, 'grammar'),
  ];
  expect(openWords({ asked, words })).toBe('quite snug routes');
  expect(openWords({ asked, words: words.slice(0, 2) })).toBe('');
});
