/**
 * After a question that was not understood: what leans on it is not applied to an older answer, or to none, in silence. It is
 * offered, one key away.
 */
import { FUNCTION_WORDS } from './grammar/grammar';
import type { ReadResult } from './read';
import { nameWords } from './tokens';

/** The words of a text that stand for things. */
const contentOf = (text: string): ReadonlySet<string> =>
  new Set(nameWords(text).filter((word) => !FUNCTION_WORDS.has(word)));

/** Does a text say again, in other words, what was not understood? At least half of its content stands in both. */
export function saysAgain(text: string, failed: string): boolean {
  const [now, then] = [contentOf(text), contentOf(failed)];
  const shared = [...now].filter((word) => then.has(word)).length;
  return shared > 0 && shared * 2 >= now.size;
}

/**
 * @param result what a text was read as
 * @param failed the question right before it, which was not understood; null where the one before was answered
 * @param anyAnswer whether an answer stands before that
 * @returns the result, or the offer to read it so where it leans on what was not understood
 */
export function offeredAfterFailure(
  result: ReadResult,
  text: string,
  failed: string | null,
  anyAnswer: boolean,
): ReadResult {
  const { reading, sentence } = result;
  if (failed === null || reading === null || sentence === null || result.outcome !== 'answered' || !result.leans)
    return result;
  if (anyAnswer && saysAgain(text, failed)) return result;
  const why = anyAnswer
    ? 'The question before this one was not understood, and this may go on from it. It can go on from the answer before that:'
    : 'The question before this one was not understood, and this goes on from it. Name what is to be shown, or take the usual measure:';
  return {
    ...result,
    outcome: 'choose',
    reading: null,
    sentence: null,
    phrases: [],
    edits: [],
    notes: [{ kind: 'unclear', text: why }],
    options: [{ label: sentence.text, reading }],
  };
}
