import type { WordUse } from '@zud/core/language/read';
import { unansweredWords } from './unanswered';

const word = (use: WordUse['use']): WordUse => ({ text: 'x', start: 0, end: 1, use });

test.each<[Parameters<typeof unansweredWords>[0]['outcome'], readonly WordUse['use'][], string]>([
  ['choose', ['name', 'grammar'], 'Which do you mean?'],
  ['unclear', ['name', 'unresolved'], 'Not understood'],
  ['unclear', ['name', 'grammar'], 'Not computed'],
  ['unclear', [], 'Not computed'],
])('%s with words %j is “%s”', (outcome, uses, title) =>
  expect(unansweredWords({ outcome, words: uses.map(word) }).title).toBe(title),
);
