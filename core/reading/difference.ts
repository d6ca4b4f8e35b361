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

/**
 * What a step put in and took out, to be marked. A question that begins anew took nothing out: its sentence has no marks.
 * It began anew where what is shown is another, and less than half of its phrases were there before.
 */
export function stepChange(before: Sentence | null, after: Sentence): Change {
  const change = changeBetween(before, after);
  const kept = after.phrases.length - change.added.length;
  const anew = change.added.some((phrase) => phrase.part === 'shown') && kept * 2 < after.phrases.length;
  return anew && change.removed.length > 1 ? { added: [], removed: [] } : change;
}
