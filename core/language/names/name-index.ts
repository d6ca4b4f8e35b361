/**
 * The name index: every name of a model — measures, levels, dates, sets, seasons, facts, their synonyms and the members of
 * all levels — found from the words of a question by exact words in any order, unique parts, abbreviations, initials,
 * typing errors and sound. Ambiguity is kept: a look-up returns all that fit, with their costs.
 */
import { verbNouns } from './derived';
import { relativesOf } from './thesaurus';
import { doubleMetaphone } from 'double-metaphone';
import type { Model } from '../../model/model';
import { pluralOf } from '../../model/model';
import { nameWords, plainLetters } from '../tokens';
import { toleratedErrors } from './distance';
import { near, NO_WORDS, sortedInSteps, wordListInSteps, type WordList } from './word-list';

/** A thing that a name stands for. */
export type Named =
  | { readonly kind: 'measure' | 'level' | 'date' | 'set' | 'season' | 'fact'; readonly id: string }
  | { readonly kind: 'member'; readonly id: string; readonly member: string };

export type MatchedBy = 'name' | 'synonym' | 'part' | 'abbreviation' | 'initials' | 'typing' | 'sound' | 'relative';

export interface NameMatch {
  readonly named: Named;
  /** The name as the model writes it. */
  readonly label: string;
  readonly by: MatchedBy;
  /** 0 for the exact name; grows with distance. */
  readonly cost: number;
}

interface Entry {
  readonly named: Named;
  readonly label: string;
  readonly words: readonly string[];
  readonly synonym: boolean;
  /** Part matches, abbreviations and sounds are for these only. */
  readonly loose: boolean;
  readonly sounds: boolean;
  /** "A to B" is not "B to A". */
  readonly directed?: true;
}

const COST: Record<MatchedBy, number> = {
  name: 0,
  synonym: 0.02,
  part: 0.7,
  abbreviation: 0.8,
  initials: 0.8,
  typing: 1,
  sound: 1.3,
  relative: 0.9,
};
const OTHER_ORDER = 0.15;
const MAX_AMBIGUOUS = 12;
const KEPT_CORRECTIONS = 2000;
const MEMBERS_A_STEP = 1000;

/** "Tolmar – Brannoy" is said "Tolmar to Brannoy" as well. */
const TWO_ENDS = /\s+(?:[–—→]|->?)\s+/u;

export interface MembersOfLevel {
  readonly level: string;
  readonly members: readonly string[];
}

export class NameIndex {
  private readonly entries: Entry[] = [];
  /** Words of a name, sorted and joined → entries. */
  private readonly exact: Postings = new Map();
  /** Word → entries of which it is a part. */
  private readonly postings: Postings = new Map();
  private readonly initials: Postings = new Map();
  private readonly sounds = new Map<string, string[]>();
  /** Words of names, and those that are whole names by themselves; with their letters as bits. */
  private vocabulary: WordList = NO_WORDS;
  private wholeNames: WordList = NO_WORDS;
  /** Words of what the model itself names, members left out. */
  private readonly ownWords: readonly string[];
  private sortedVocabulary: readonly string[] = [];
  /** Analysed-up misspellings: the same words come again with each key press. */
  private readonly corrections = new Map<string, readonly { word: string; errors: number }[]>();
  private readonly memberSets = new Map<string, Set<string>>();
  longestName = 1;

  /**
   * @param members the members of each level that a person may see
   */
  constructor(
    readonly model: Model,
    members: readonly MembersOfLevel[],
  ) {
    this.addModel();
    this.ownWords = [...this.postings.keys()];
    // taken at once
    for (const _step of this.filling(members));
  }

  /** The index made in steps of a few milliseconds each, so that whoever makes it can do other things between them. */
  static *inSteps(model: Model, members: readonly MembersOfLevel[]): Generator<void, NameIndex> {
    const index = new NameIndex(model, []);
    yield* index.filling(members);
    return index;
  }

  private *filling(members: readonly MembersOfLevel[]): Generator<void, void> {
    for (const { level, members: names } of members)
      for (let from = 0; from < names.length; from += MEMBERS_A_STEP) {
        this.addMembers(level, names.slice(from, from + MEMBERS_A_STEP));
        yield;
      }
    this.vocabulary = yield* wordListInSteps([...this.postings.keys()]);
    this.wholeNames = yield* wordListInSteps(this.vocabulary.words.filter((word) => this.exact.has(word)));
    this.sortedVocabulary = yield* sortedInSteps(this.vocabulary.words);
  }

  private addModel(): void {
    const { file } = this.model;
    const named = (
      kind: Exclude<Named['kind'], 'member'>,
      entry: { id: string; name: string; plural?: string | undefined; synonyms?: readonly string[] },
    ) => {
      this.add({ kind, id: entry.id }, entry.name, entry.name, false);
      if (kind !== 'season') this.add({ kind, id: entry.id }, pluralOf(entry), entry.name, false);
      for (const synonym of entry.synonyms ?? []) this.add({ kind, id: entry.id }, synonym, entry.name, true);
    };
    file.measures.filter(isOffered).forEach((measure) => named('measure', measure));
    file.dimensions.forEach((dimension) => {
      dimension.levels.forEach((level) => named('level', level));
      // “product category” is the category of products, not products and categories
      const qualifiers = new Set([dimension.name, dimension.levels.at(-1)?.name ?? dimension.name]);
      for (const level of dimension.levels)
        for (const qualifier of qualifiers) {
          const words = nameWords(qualifier);
          if (words.every((word) => !nameWords(level.name).includes(word)))
            this.addDirected({ kind: 'level', id: level.id }, `${qualifier} ${level.name}`, level.name);
        }
    });
    file.sets.filter(isOffered).forEach((set) => named('set', set));
    file.calendar.seasons.forEach((season) => named('season', season));
    file.dates.forEach((date) => {
      named('date', date);
      for (const name of [date.name, ...date.synonyms]) {
        const stem = name.replace(/\s+(date|day|time|on|at|in)$/i, '');
        if (stem !== name) this.add({ kind: 'date', id: date.id }, stem, date.name, true);
      }
      for (const verb of dateVerbs(date)) this.add({ kind: 'date', id: date.id }, verb, date.name, true);
    });
    file.facts.forEach((fact) => named('fact', fact));
    for (const term of file.glossary) {
      const kind = this.model.measures.has(term.means)
        ? 'measure'
        : this.model.levels.has(term.means)
          ? 'level'
          : 'fact';
      const name =
        this.model.measures.get(term.means)?.name ??
        this.model.levels.get(term.means)?.level.name ??
        this.model.facts.get(term.means)?.name ??
        term.means;
      this.add({ kind, id: term.means }, term.term, name, true);
    }
  }

  private addMembers(level: string, names: readonly string[]): void {
    const found = this.model.levels.get(level);
    if (!found) return;
    const known = this.memberSets.get(level) ?? new Set<string>();
    this.memberSets.set(level, known);
    const sounds = found.level.kind === 'person' || found.level.kind === 'place';
    for (const name of names) {
      known.add(name);
      const named: Named = { kind: 'member', id: level, member: name };
      this.add(named, name, name, false, sounds);
      if (TWO_ENDS.test(name)) this.addDirected(named, name.replace(TWO_ENDS, ' to '), name);
      for (const synonym of found.level.memberSynonyms[name] ?? []) this.add(named, synonym, name, true, sounds);
    }
  }

  /** "A to B", "product category": found by all of their words in their order, and by no part of them. */
  private addDirected(named: Named, text: string, label: string): void {
    const words = nameWords(text);
    const at =
      this.entries.push({ named, label, words, synonym: false, loose: false, sounds: false, directed: true }) - 1;
    push(this.exact, keyOf(words), at);
    this.longestName = Math.max(this.longestName, Math.min(words.length, 8));
  }

  private add(named: Named, text: string, label: string, synonym: boolean, sounds = false): void {
    const words = nameWords(text);
    if (words.length === 0 || text === '(none)') return;
    const at = this.entries.push({ named, label, words, synonym, loose: named.kind !== 'date', sounds }) - 1;
    push(this.exact, keyOf(words), at);
    words.forEach((word, index) => {
      if (words.indexOf(word) === index) push(this.postings, word, at);
    });
    if (words.length > 1) push(this.initials, words.map((word) => word[0] ?? '').join(''), at);
    if (sounds)
      for (const word of words)
        if (word.length >= 4 && !/\d/.test(word)) {
          const sound = soundOf(word);
          const list = this.sounds.get(sound);
          if (!list) this.sounds.set(sound, [word]);
          else if (!list.includes(word) && list.length < 20) list.push(word);
        }
    this.longestName = Math.max(this.longestName, Math.min(words.length, 8));
  }

  hasMember(level: string, name: string): boolean {
    return this.memberSets.get(level)?.has(name) ?? false;
  }

  membersOf(level: string): readonly string[] {
    return [...(this.memberSets.get(level) ?? [])];
  }

  get size(): number {
    return this.entries.length;
  }

  knowsWord(word: string): boolean {
    return this.postings.has(word);
  }

  /** Names that consist of exactly these words, in any order. */
  exactly(words: readonly string[]): NameMatch[] {
    return this.distinct(
      at(this.exact, keyOf(words)).flatMap((place) => {
        const entry = this.entries[place] as Entry;
        const inOrder = entry.words.every((word, index) => word === words[index]);
        if (!inOrder && entry.directed) return [];
        return [this.match(entry, entry.synonym ? 'synonym' : 'name', inOrder ? 0 : OTHER_ORDER)];
      }),
    );
  }

  /** Names of which these words are a part; none where too many share them. */
  partly(words: readonly string[]): NameMatch[] {
    const [first = '', ...rest] = words;
    const posted = at(this.postings, first);
    if (posted.length > 5000) return [];
    const found: NameMatch[] = [];
    for (const place of posted) {
      const entry = this.entries[place] as Entry;
      if (!entry.loose || entry.words.length <= words.length || !rest.every((word) => entry.words.includes(word)))
        continue;
      found.push(this.match(entry, 'part', entry.words[0] === first ? 0 : 0.05));
      if (found.length > 4 * MAX_AMBIGUOUS) return [];
    }
    const distinct = this.distinct(found);
    return distinct.length > MAX_AMBIGUOUS ? [] : distinct;
  }

  /** Names of which this is an abbreviation (a beginning of three letters or more, or a contraction without vowels) or the initials. */
  abbreviated(word: string): NameMatch[] {
    const found = at(this.initials, word).map((place) => this.match(this.entries[place] as Entry, 'initials', 0));
    if (word.length >= 3)
      for (const longer of this.wordsFrom(word, 40))
        if (longer !== word)
          for (const place of at(this.postings, longer).slice(0, 40)) {
            const entry = this.entries[place] as Entry;
            if (entry.loose && entry.words[0] === longer)
              found.push(this.match(entry, 'abbreviation', entry.words.length === 1 ? 0 : 0.2));
          }
    if (/^[^aeiou\d]{3,}$/.test(word))
      for (const contracted of this.ownWords.filter((one) => contracts(word, one)))
        for (const place of at(this.postings, contracted)) {
          const entry = this.entries[place] as Entry;
          if (entry.loose && entry.named.kind !== 'member' && entry.words[0] === contracted)
            found.push(this.match(entry, 'abbreviation', entry.words.length === 1 ? 0.1 : 0.3));
        }
    const distinct = this.distinct(found);
    return distinct.length > MAX_AMBIGUOUS ? [] : distinct;
  }

  /**
   * Things of the model, other than members, of whose name this word is an everyday relative.
   * @param of the whole name (near enough to be meant), or only its last word (near enough to be offered)
   */
  related(word: string, of: 'whole' | 'last word'): NameMatch[] {
    const found: NameMatch[] = [];
    for (const relative of relativesOf(word))
      for (const place of at(this.postings, relative)) {
        const entry = this.entries[place] as Entry;
        if (
          entry.named.kind === 'member' ||
          !entry.loose ||
          entry.words.at(-1) !== relative ||
          (of === 'whole' && entry.words.length > 1)
        )
          continue;
        found.push(this.match(entry, 'relative', entry.synonym ? 0.1 : 0));
      }
    return this.distinct(found);
  }

  /** Things of the model, other than members, whose name has an everyday relative in the place of one of these words: "unique guests" of Distinct guests. */
  relatedPhrase(words: readonly string[]): NameMatch[] {
    return this.distinct(
      words.flatMap((word, index) =>
        [...relativesOf(word)].flatMap((relative) => {
          const swapped = words.with(index, relative);
          return at(this.exact, keyOf(swapped)).flatMap((place) => {
            const entry = this.entries[place] as Entry;
            // “group tickets” are no ticket type
            const inOrder = entry.words.every((one, at) => one === swapped[at]);
            return entry.named.kind === 'member' || !inOrder
              ? []
              : [this.match(entry, 'relative', entry.synonym ? 0.1 : 0)];
          });
        }),
      ),
    );
  }

  /** Measures whose name is the noun of this verb: "generate" for Generation. */
  meantByVerb(word: string): NameMatch[] {
    const found: NameMatch[] = [];
    for (const noun of verbNouns(word))
      for (const place of at(this.exact, noun)) {
        const entry = this.entries[place] as Entry;
        if (entry.named.kind === 'measure') found.push(this.match(entry, 'relative', entry.synonym ? 0.1 : 0));
      }
    return this.distinct(found);
  }

  /** Known words that begin with these letters, in order. */
  wordsFrom(beginning: string, most: number): string[] {
    const words: string[] = [];
    for (
      let at = lowerBound(this.sortedVocabulary, beginning);
      at < this.sortedVocabulary.length && words.length < most;
      at += 1
    ) {
      const word = this.sortedVocabulary[at] as string;
      if (!word.startsWith(beginning)) break;
      words.push(word);
    }
    return words;
  }

  /** Known words within the tolerated number of typing errors, with that number; the nearest only. */
  misspelt(word: string, errors = toleratedErrors(word.length)): readonly { word: string; errors: number }[] {
    if (errors === 0 || /^\d+$/.test(word)) return [];
    const key = `${errors} ${word}`;
    const there = this.corrections.get(key);
    if (there) return there;
    const found = near(this.vocabulary, word, errors);
    if (this.corrections.size >= KEPT_CORRECTIONS) this.corrections.clear();
    this.corrections.set(key, found);
    return found;
  }

  /** Whole names of one word, other than this word, that are one typing error away. */
  misspeltOthers(word: string): readonly string[] {
    if (word.length < 5) return [];
    const key = `others ${word}`;
    const there = this.corrections.get(key);
    const found = there ?? near(this.wholeNames, word, 1);
    if (!there) this.corrections.set(key, found);
    return found.map((one) => one.word);
  }

  /** Known words of people and places that sound the same. */
  soundingLike(word: string): string[] {
    if (word.length < 4 || /\d/.test(word)) return [];
    const sound = soundOf(word);
    return (this.sounds.get(sound) ?? []).filter((known) => known !== word);
  }

  /** The names nearest to an unknown word, to be offered. */
  nearest(word: string, most = 4): NameMatch[] {
    const plain = plainLetters(word);
    const near = this.misspelt(plain, Math.max(2, Math.floor(plain.length / 3)));
    const words = [
      ...this.soundingLike(plain),
      ...near.map((one) => one.word),
      ...this.wordsFrom(plain.slice(0, 3), 6),
    ];
    const found = words.flatMap((known) =>
      at(this.postings, known)
        .slice(0, 6)
        .map((place) => this.match(this.entries[place] as Entry, 'typing', 0)),
    );
    return this.distinct([
      ...this.related(plain, 'last word'),
      ...found.map((one) => ({ ...one, cost: one.cost + 1 })),
    ]).slice(0, most);
  }

  /** Names of which some word begins with these letters, those that begin with them first. */
  completing(beginning: string, most: number): NameMatch[] {
    const plain = plainLetters(beginning);
    const found: NameMatch[] = [];
    for (const word of this.wordsFrom(plain, 60))
      for (const place of at(this.postings, word).slice(0, 60)) {
        const entry = this.entries[place] as Entry;
        found.push(
          this.match(
            entry,
            'part',
            (entry.words[0] === word ? 0 : 1) + (entry.named.kind === 'member' ? 0.5 : 0) + (entry.synonym ? 0.3 : 0),
          ),
        );
      }
    return this.distinct(found).slice(0, most);
  }

  private match(entry: Entry, by: MatchedBy, extra: number): NameMatch {
    return { named: entry.named, label: entry.label, by, cost: COST[by] + extra };
  }

  /** Each thing once, by its best match; best first. */
  private distinct(matches: NameMatch[]): NameMatch[] {
    const best = new Map<string, NameMatch>();
    for (const match of matches) {
      const key = namedKey(match.named);
      const there = best.get(key);
      if (!there || match.cost < there.cost) best.set(key, match);
    }
    return [...best.values()].sort((a, b) => a.cost - b.cost);
  }
}

const isOffered = ({ hidden }: { readonly hidden?: boolean | undefined }) => hidden !== true;

/** Is a word another without some of its letters, first and last kept: "mgr" of "manager"? */
function contracts(short: string, word: string): boolean {
  if (word.length <= short.length || word[0] !== short[0] || word.at(-1) !== short.at(-1)) return false;
  let place = 0;
  for (const letter of short) {
    place = word.indexOf(letter, place) + 1;
    if (place === 0) return false;
  }
  return true;
}

/** What happened on the date that a column holds: "left" of `left_on`; undefined where its name does not say. */
export const verbOfColumn = (column: string): string | undefined => /(?:^|\.)([a-z]{4,})_(?:on|at)$/.exec(column)?.[1];

/** What happened on a date, by the columns that hold it and by its synonyms: `signed_on` is when something was signed. */
export function dateVerbs(date: {
  readonly columns: Readonly<Record<string, string>>;
  readonly synonyms: readonly string[];
}): string[] {
  const columns = Object.values(date.columns).flatMap((column) => verbOfColumn(column) ?? []);
  return [...new Set([...columns, ...date.synonyms.filter((word) => /^\p{Ll}{4,}$/u.test(word))])];
}

/** The sound of a word: double metaphone (Philips 2000) of a spelling in which letters that names swap freely are one. */
function soundOf(word: string): string {
  return doubleMetaphone(
    word
      .replace(/w/g, 'v')
      .replace(/ck|c(?=[^eiyh]|$)|q/g, 'k')
      .replace(/y/g, 'i')
      .replace(/z/g, 's'),
  )[0];
}

export function namedKey(named: Named): string {
  return named.kind === 'member' ? `member ${named.id} ${named.member}` : `${named.kind} ${named.id}`;
}

function keyOf(words: readonly string[]): string {
  if (words.length === 1) return words[0] as string;
  const [first = '', second = ''] = words;
  if (words.length === 2) return first <= second ? `${first} ${second}` : `${second} ${first}`;
  return [...words].sort().join(' ');
}

/** Entries by a key; most keys have one entry only, which is kept without a list around it. */
type Postings = Map<string, number | number[]>;

function push(map: Postings, key: string, value: number): void {
  const there = map.get(key);
  if (there === undefined) map.set(key, value);
  else if (typeof there === 'number') map.set(key, [there, value]);
  else there.push(value);
}

function at(map: Postings, key: string): readonly number[] {
  const there = map.get(key);
  return there === undefined ? NOTHING : typeof there === 'number' ? [there] : there;
}

const NOTHING: readonly number[] = [];

function lowerBound(sorted: readonly string[], value: string): number {
  let low = 0;
  let high = sorted.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if ((sorted[middle] as string) < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
