/** Lists of words in which those that are spelt nearly like a given one are found. */
import { bitCount, editDistance, letterMask } from './distance';

/** Of words that are equally near. */
const MOST_FOUND = 12;

/** Words by their length, each with its letters as bits, so that only words of a fitting length are compared. */
export interface WordList {
  readonly words: readonly string[];
  readonly byLength: ReadonlyMap<number, { readonly words: readonly string[]; readonly masks: Int32Array }>;
}

export const NO_WORDS: WordList = { words: [], byLength: new Map() };

const WORDS_A_STEP = 5000;

/** Words in groups, in the order in which each group came first. */
function grouped<Key>(words: readonly string[], keyOf: (word: string) => Key): Map<Key, string[]> {
  const groups = new Map<Key, string[]>();
  for (const word of words) {
    const key = keyOf(word);
    const there = groups.get(key);
    if (there) there.push(word);
    else groups.set(key, [word]);
  }
  return groups;
}

export function* wordListInSteps(words: readonly string[]): Generator<void, WordList> {
  const byLength = new Map<number, { readonly words: readonly string[]; readonly masks: Int32Array }>();
  for (const [length, list] of grouped(words, (word) => word.length)) {
    const masks = new Int32Array(list.length);
    for (let at = 0; at < list.length; at += 1) {
      masks[at] = letterMask(list[at] as string);
      if (at % WORDS_A_STEP === 0) yield;
    }
    byLength.set(length, { words: list, masks });
  }
  return { words, byLength };
}

/** The words in the order of their code units, those of each two first letters in a step of their own. */
export function* sortedInSteps(words: readonly string[]): Generator<void, string[]> {
  const sorted: string[] = [];
  for (const [, group] of [...grouped(words, (word) => word.slice(0, 2))].sort(([a], [b]) => (a < b ? -1 : 1))) {
    for (const word of group.sort()) sorted.push(word);
    yield;
  }
  return sorted;
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
