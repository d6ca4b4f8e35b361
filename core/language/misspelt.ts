/** Typing errors in words of the language itself: "montly", "compair", "wihtout". Names come first; only unmistakable words are mended. */
import { editDistance, toleratedErrors } from './names/distance';
import type { NameIndex } from './names/name-index';
import { singular, type Token } from './tokens';

/** Words of the grammar that people type often, long enough that one wrong letter leaves no doubt. */
const MENDED: readonly string[] = (
  'month months monthly quarter quarters quarterly weekly daily yearly annual today yesterday january february march april august september october november december monday tuesday wednesday thursday friday saturday sunday ' +
  'compare compared versus without except exclude excluding instead between before after since until during average median minimum maximum highest lowest largest smallest longest shortest slowest fastest biggest fewest bottom total share percentage proportion cumulative ' +
  'running growth change difference previous current last year years trend ranked sorted descending ascending alphabetically which just again against those nothing only please below above weekend weekends weekdays records where which'
)
  .split(' ')
  .filter((word) => word.length >= 4);

export interface Mended {
  readonly tokens: readonly Token[];
  /** What was read in the place of what was typed. */
  readonly mended: readonly { readonly said: string; readonly meant: string }[];
}

/**
 * @param known words that need no mending: those of the grammar
 * @example mendedWords(tokenise('sales by mnth'), …).mended // [{ said: 'mnth', meant: 'month' }]
 */
export function mendedWords(tokens: readonly Token[], names: NameIndex, known: ReadonlySet<string>): Mended {
  const mended: { said: string; meant: string }[] = [];
  const result = tokens.map((token) => {
    if (token.kind !== 'word' || token.word.length < 4 || known.has(token.word) || /\d/.test(token.word)) return token;
    const word = singular(token.word);
    if (
      known.has(word) ||
      names.knowsWord(word) ||
      names.misspelt(word).some((one) => !known.has(one.word)) ||
      names.abbreviated(token.word).length > 0
    )
      return token;
    const meant = nearestOf(token.word);
    // “logest” is as near to a name that holds “longest”
    if (meant === null || names.misspelt(word).some((one) => one.word !== meant)) return token;
    mended.push({ said: token.text, meant });
    return { ...token, word: meant };
  });
  return { tokens: mended.length > 0 ? result : tokens, mended };
}

/** The one word nearest to what was typed; null where none is near or two are equally so. */
function nearestOf(word: string): string | null {
  let nearest = Math.max(1, toleratedErrors(word.length));
  let found: string[] = [];
  for (const candidate of MENDED) {
    const distance = editDistance(word, candidate, nearest);
    if (distance > nearest) continue;
    if (distance < nearest) found = [];
    nearest = distance;
    found.push(candidate);
  }
  const stems = new Set(found.map(singular));
  return stems.size === 1 ? (found[0] ?? null) : null;
}
