/** What a step without an answer is called. */
import type { Step } from '../app/api';

/**
 * A question of which a word is unknown was not understood; one that was, but that the model cannot answer, was not computed.
 *
 *     unansweredWords({ outcome: 'choose', words: [] }) // { title: 'Which do you mean?', label: 'a choice is open' }
 */
export function unansweredWords({ outcome, words }: Pick<Step, 'outcome' | 'words'>): {
  readonly title: string;
  readonly label: string;
} {
  if (outcome === 'choose') return { title: 'Which do you mean?', label: 'a choice is open' };
  return words.some((word) => word.use === 'unresolved')
    ? { title: 'Not understood', label: 'not understood' }
    : { title: 'Not computed', label: 'not computed' };
}
