/** Nouns that a verb may stand for: "how much did we generate" asks for the generation. English inflection and derivation, by endings. */
import { byWord } from '../by-word';
import { nameWords } from '../tokens';

/** The stem that the forms of a regular verb share: "collect" of "collects", "collected" and "collections". */
export function stemOf(word: string): string {
  const cut = word.replace(/(ations?|tions?|ings?|ed|es|(?<!s)s|e)$/, (ending) => (/^tions?$/.test(ending) ? 't' : ''));
  // “shipping”, “stopped” double what the verb ends in
  const stem = /(ings?|ed)$/.test(word) ? cut.replace(/([bdgmnprt])\1$/, '$1') : cut;
  return stem.length >= SHORTEST_STEM - 1 ? stem : word;
}

/** Is a thing named by a verb: "Rent collected" by "collects"? */
export function speaksOf(
  { name, synonyms }: { readonly name: string; readonly synonyms: readonly string[] },
  verb: string,
): boolean {
  return [name, ...synonyms].some((one) =>
    nameWords(one).some((word) => sameVerb(word, verb) || IRREGULAR[verb.replace(/s$/, '')] === word),
  );
}

/** Forms of irregular verbs, by the verb as the names of those who do it are made of it. */
const VERB_OF: Readonly<Record<string, string>> = byWord({
  left: 'leave',
  taught: 'teach',
  bought: 'buy',
  sold: 'sell',
  drove: 'drive',
  driven: 'drive',
  wrote: 'write',
  written: 'write',
  rode: 'ride',
  ridden: 'ride',
  led: 'lead',
  ran: 'run',
  caught: 'catch',
  built: 'build',
  lost: 'lose',
  paid: 'pay',
  spent: 'spend',
  found: 'find',
  sang: 'sing',
  swam: 'swim',
  flew: 'fly',
  flown: 'fly',
  won: 'win',
  made: 'make',
  gave: 'give',
  given: 'give',
  took: 'take',
  taken: 'take',
  lent: 'lend',
  kept: 'keep',
  held: 'hold',
  grew: 'grow',
  grown: 'grow',
  baked: 'bake',
  spoke: 'speak',
  sat: 'sit',
  dealt: 'deal',
  bred: 'breed',
  fed: 'feed',
});

/** Are two words forms of one verb: "lose" and "lost"? */
export const sameVerb = (one: string, other: string): boolean =>
  stemOf(VERB_OF[one] ?? one) === stemOf(VERB_OF[other] ?? other);

/**
 * Is a noun the name of those who do what a verb says?
 * @param noun in the singular
 * @example isAgent('teacher', 'taught') // true
 */
export function isAgent(noun: string, verb: string): boolean {
  const doer = /^(.{3,})(?:er|or|ar)$/.exec(noun)?.[1];
  if (doer === undefined) return false;
  const stem = stemOf(VERB_OF[verb] ?? verb).replace(/e$/, '');
  return (
    new Set([doer, doer.replace(/([bdgmnprt])\1$/, '$1'), doer.replace(/i$/, 'y')]).has(
      stem.replace(/([bdgmnprt])\1$/, '$1'),
    ) || doer === stem
  );
}

/** Does a word say what was done: "cancelled", "sold"? */
export const isDone = (word: string): boolean =>
  /(ed|en)$/.test(word) || VERB_OF[word] !== undefined || IRREGULAR[word] !== undefined;

const IRREGULAR: Readonly<Record<string, string>> = byWord({
  admit: 'admission',
  admits: 'admission',
  admitted: 'admission',
  permitted: 'permission',
  sold: 'sale',
  sell: 'sale',
  spent: 'spend',
  paid: 'payment',
  pay: 'payment',
  took: 'taking',
  take: 'taking',
  bought: 'purchase',
  buy: 'purchase',
  lost: 'loss',
  lose: 'loss',
  grew: 'growth',
  grow: 'growth',
  flew: 'flight',
  fly: 'flight',
  drove: 'drive',
  ate: 'meal',
  die: 'death',
  dies: 'death',
  died: 'death',
  born: 'birth',
  complain: 'complaint',
  complains: 'complaint',
  complained: 'complaint',
  weigh: 'weight',
  weighs: 'weight',
  weighed: 'weight',
  injured: 'injury',
  stole: 'theft',
  stolen: 'theft',
  steal: 'theft',
  succeed: 'success',
  succeeded: 'success',
  chose: 'choice',
  chosen: 'choice',
  arrive: 'arrival',
  decide: 'decision',
  decided: 'decision',
});
/** Endings of those who do it: "joined" is of joiners. */
const DOER_ENDINGS = ['er', 'r', 'or'];
const INFLECTED = ['ing', 'ed', 'es', 's', 'd', ''];
const NOUN_ENDINGS = ['', 'e', 'ion', 'tion', 'ation', 'ment', 'al', 'age', 'y', 'ure', 'ance', 'ence', 'ing'];
const SHORTEST_STEM = 4;

/**
 * @param word a word as typed, without accents
 * @returns nouns it may be the verb of, the word itself left out; most of them are no words at all and are found nowhere
 * @example verbNouns('generated') // contains 'generation'
 */
export function verbNouns(word: string): ReadonlySet<string> {
  const nouns = new Set<string>();
  const irregular = IRREGULAR[word] ?? IRREGULAR[word.replace(/s$/, '')];
  if (irregular !== undefined) nouns.add(irregular);
  const verb = VERB_OF[word];
  if (verb !== undefined) for (const ending of DOER_ENDINGS) nouns.add(verb + ending);
  for (const inflected of INFLECTED) {
    // “address” is no form of “addres”
    if (!word.endsWith(inflected) || (inflected === 's' && word.endsWith('ss'))) continue;
    const base = word.slice(0, word.length - inflected.length);
    // “booked” is of book, “bookd” of nothing
    if (inflected === 'd' && !base.endsWith('e')) continue;
    if (base.endsWith('e') && base.length >= SHORTEST_STEM) nouns.add(`${base.slice(0, -1)}ing`);
    for (const stem of new Set([
      base,
      base.replace(/e$/, ''),
      base.replace(/([bdgmnprt])\1$/, '$1'),
      base.replace(/i$/, 'y'),
    ]))
      if (stem.length >= SHORTEST_STEM)
        for (const ending of [...NOUN_ENDINGS, ...DOER_ENDINGS]) nouns.add(stem + ending);
  }
  nouns.delete(word);
  return nouns;
}
