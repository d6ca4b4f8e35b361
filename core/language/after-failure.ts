/**
 * After a question that was not understood: what leans on it is not applied to an older answer, or to none, in silence. It is
 * offered, one key away.
 */
import type { ReadResult, WordUse } from './read';
import { nameWords } from './tokens';

/** A question that was not understood. */
export interface Failed {
  readonly words: readonly Pick<WordUse, 'text' | 'use'>[];
  /** It was offered in several readings, of which none was chosen. */
  readonly open: boolean;
}

const SAYING: ReadonlySet<string> = new Set(['name', 'time', 'number', 'grammar']);

/** Does a text say again what was not understood (“only Tolmar”, after “only Tolmartown”)? All that was understood there is said in it as well. */
export function saysAgain(text: string, { words }: Failed): boolean {
  const said = words.filter(({ use }) => SAYING.has(use)).flatMap((word) => nameWords(word.text));
  const now = new Set(nameWords(text));
  return said.length > 0 && said.every((word) => now.has(word));
}

/** Was it a word that was not understood? A refusal with its reason leaves no doubt what the next question goes on from. */
const hasUnknown = ({ words }: Failed): boolean => words.some(({ use }) => use === 'unresolved');

/**
 * @param result what a text was read as
 * @param failed the question right before it, which was not understood; null where the one before was answered
 * @param anyAnswer whether an answer stands before that
 * @returns the result, or the offer to read it so where it leans on what was not understood
 */
export function offeredAfterFailure(
  result: ReadResult,
  text: string,
  failed: Failed | null,
  anyAnswer: boolean,
): ReadResult {
  const { reading, sentence } = result;
  if (failed === null || reading === null || sentence === null || result.outcome !== 'answered' || !result.leans)
    return result;
  if (anyAnswer && ((!failed.open && !hasUnknown(failed)) || saysAgain(text, failed))) return result;
  const left = failed.open ? 'is still open' : 'was not understood';
  const why = anyAnswer
    ? `The question before this one ${left}, and this may go on from it. It can go on from the answer before that:`
    : `The question before this one ${left}, and this goes on from it. Name what is to be shown, or take the usual measure:`;
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
