/** The difference of two sentences, phrase by phrase: what a step put in and took out. */
import type { Phrase, Sentence } from './sentence';

export interface Change {
  readonly added: readonly Phrase[];
  readonly removed: readonly Phrase[];
}

export function changeBetween(before: Sentence | null, after: Sentence): Change {
  if (before === null) return { added: [], removed: [] };
  const key = (phrase: Phrase) => `${phrase.part}:${phrase.text.toLowerCase()}`;
  const there = new Set(before.phrases.map(key));
  const now = new Set(after.phrases.map(key));
  return {
    added: after.phrases.filter((phrase) => !there.has(key(phrase))),
    removed: before.phrases.filter((phrase) => !now.has(key(phrase))),
  };
}
