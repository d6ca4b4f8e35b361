/**
 * After a question that was not understood: what leans on it is not applied to an older answer, or to none, in silence. It is
 * offered, one key away.
 */
import type { Note, ReadResult, WordUse } from './read';
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

/** A failed question with what is said now in the place of what was not understood: “loans by postcode, 2025”, then “by neighbourhood”. */
export interface Mended {
  readonly text: string;
  /** What is said now begins as what it takes the place of did (“by …”), so that nothing else can be meant. */
  readonly inPlace: boolean;
  /** What was not understood. */
  readonly without: readonly string[];
  readonly asked: string;
}

const LEADS = /\b(by|per|for|in|on|at|of|from|to|with|only|across|within|about|each|every|split by)\s*$/i;
const OPENS = /^\s*(?:(?:and|then|ok|okay|so|well|now)\b\s*,?\s*)?((\w+).*)$/is;

/** @returns null where all of it was understood word by word */
export function mendedBy(text: string, asked: string, words: readonly WordUse[]): Mended | null {
  const unknown = words.filter(({ use }) => use === 'unresolved');
  if (unknown.length === 0) return null;
  let rest = '';
  let at = 0;
  let lead: string | undefined;
  for (const { start, end } of unknown) {
    const before = asked.slice(at, start);
    lead ??= LEADS.exec(before)?.[1];
    rest += before.replace(LEADS, '');
    at = end;
  }
  rest = `${rest}${asked.slice(at)}`.replace(/\s*[?!.]+\s*$/, '').replace(/\s+,/g, ',');
  const [, said = text, opens] = OPENS.exec(text) ?? [];
  return {
    text: `${rest}, ${said}`,
    inPlace: lead !== undefined && lead.toLowerCase() === opens?.toLowerCase(),
    without: unknown.map((word) => word.text),
    asked,
  };
}

const mendedNote = ({ asked, without }: Mended): Note => ({
  kind: 'assumed',
  text: `Goes on from “${asked}”; this stands in the place of ${without.map((word) => `“${word}”`).join(' and ')}, which was not understood.`,
});

/** Does it stand on its own, so that it goes on from nothing? */
export const isWhole = ({ outcome, leans }: ReadResult): boolean => outcome === 'answered' && !leans;

/**
 * @param mended the failed question with this in the place of what was not understood, and what that was read as; null where it cannot be
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
  mended: { readonly by: Mended; readonly read: ReadResult } | null = null,
): ReadResult {
  const { reading, sentence } = result;
  if (failed === null || isWhole(result)) return result;
  // a question of its own, which names what is shown
  const whole =
    mended?.read.outcome === 'answered' &&
    mended.read.reading !== null &&
    mended.read.sentence !== null &&
    mended.read.edits.some((edit) => edit.do === 'show')
      ? { label: mended.read.sentence.text, reading: mended.read.reading }
      : null;
  const again = saysAgain(text, failed);
  if (mended !== null && whole !== null && mended.by.inPlace && !again)
    return { ...mended.read, words: result.words, notes: [mendedNote(mended.by), ...mended.read.notes] };
  if (reading === null || sentence === null || result.outcome !== 'answered') return result;
  if (anyAnswer && ((!failed.open && !hasUnknown(failed)) || again)) return result;
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
    options: [...(whole === null ? [] : [whole]), { label: sentence.text, reading }],
  };
}
