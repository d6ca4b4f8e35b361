/** Lists of words in which those that are spelt nearly like a given one are found. */
import { bitCount, editDistance, letterMask } from './distance';

/** Of words that are equally near. */
const MOST_FOUND = 12;

/** Words by their length, each with its letters as bits, so that only words of a fitting length are compared. */
export interface WordList {
  readonly words: readonly string[];
  readonly byLength: ReadonlyMap<number, { readonly words: readonly string[]; readonly masks: Int32Array }>;
}

export function wordList(words: readonly string[]): WordList {
  const lengths = new Map<number, string[]>();
  for (const word of words) {
    const there = lengths.get(word.length);
    if (there) there.push(word);
    else lengths.set(word.length, [word]);
  }
  return { words, byLength: new Map([...lengths].map(([length, list]) => [length, { words: list, masks: Int32Array.from(list, letterMask) }] as const)) };
}

/** The words of a list nearest to a word, within a number of errors. */
export function near({ byLength }: WordList, word: string, errors: number): { word: string; errors: number }[] {
  const mask = letterMask(word);
  let nearest = errors;
  let found: { word: string; errors: number }[] = [];
  for (let length = Math.max(3, word.length - errors); length <= word.length + errors; length += 1) {
    const bucket = byLength.get(length);
    if (!bucket || Math.abs(length - word.length) > nearest) continue;
    const { words, masks } = bucket;
    for (let at = 0; at < words.length; at += 1) {
      if (bitCount((masks[at] as number) ^ mask) > 2 * nearest) continue;
      const known = words[at] as string;
      const distance = editDistance(word, known, nearest);
      if (distance > nearest || known === word) continue;
      if (distance < nearest) found = [];
      nearest = distance;
      if (found.length < MOST_FOUND) found.push({ word: known, errors: distance });
    }
  }
  return found;
}
