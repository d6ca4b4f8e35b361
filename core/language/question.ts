/** A question being read: its tokens, and the model, names and calendar it is read against. */
import { CURRENCY_OF_WORD } from './currencies';
import type { Model } from '../model/model';
import type { Measure } from '../model/schema';
import type { Calendar } from '../time/period';
import type { Assumption, Item } from './grammar/rule';
import { editDistance, toleratedErrors } from './names/distance';
import { dateVerbs, type NameIndex, type NameMatch } from './names/name-index';
import { isDone, stemOf } from './names/derived';
import { isOrdinary, isReckoning } from './names/ordinary';
import { relativesOf } from './names/thesaurus';
import { measuresOfNoun } from './names/quality';
import { nameWords, singular, type Token } from './tokens';

/** A name found at a place of the question. */
export interface FoundName {
  readonly end: number;
  readonly match: NameMatch;
  readonly cost: number;
  readonly assumption: Assumption | null;
}

interface Variant {
  readonly word: string;
  readonly cost: number;
  readonly by: 'name' | 'typing' | 'sound';
}

/** Ways of naming a thing that leave room for another; and members, which are many, so that one may be called as a part of anything. */
const PARTLY: ReadonlySet<string> = new Set(['part', 'typing', 'sound', 'relative', 'abbreviation', 'initials']);
const isLoose = ({ assumption, match }: FoundName): boolean =>
  PARTLY.has(assumption?.by ?? '') || match.named.kind === 'member';
/** Longest stretch of words tried as a part of a name. */
const LONGEST_PART = 4;
/** Known words that a plural is compared with. */
const MOST_TRIED = 4000;
/** A shorter word that is only part of a name is as likely another word altogether as a misspelt one ("lost" is not "cost"). */
const SHORTEST_MISSPELT_PART = 6;
/** Verbs that may stand inside a name said as a clause: "sailings were cancelled". */
const AUXILIARIES = new Set(['was', 'were', 'is', 'are', 'been', 'got']);
/** Words that turn a name round: “reasons for leaving” of Leaving reason. */
const TURNING = new Set(['for', 'of']);
/** One error costs about as much as giving only a part of a name, so that where both fit the person chooses. */
const TYPING_COST = 0.75;
const SOUND_COST = 1.3;

/** Words of the grammar that measures are counted in as well: "hours" of Hours worked, "volume" of Volume sold. */
const COUNTED_IN = new Set([
  'hours',
  'minutes',
  'days',
  'weeks',
  'volume',
  'volumes',
  'amount',
  'amounts',
  'quantity',
  'quantities',
  'people',
  'cost',
  'costs',
  'wait',
  'waits',
  'stay',
  'stays',
]);
/** Words of the grammar for whom a model counts: Passengers, Visitors. */
const PEOPLE = new Set(['people', 'persons']);
/** Words after which the other of two named sets stands, as in “paid vs free channels”. */
const SIDE_BY_SIDE = new Set(['vs', 'versus', 'against', 'and', 'or']);
/** Words between an order and what it is about. */
const ORDERED = new Set([
  'the',
  'this',
  'that',
  'these',
  'those',
  'all',
  'our',
  'my',
  'his',
  'her',
  'their',
  'a',
  'an',
  'every',
  'it',
  'them',
]);
/** What two words cost that are written as one. */
const JOINED_COST = 0.1;
/** “Over 5 days” is of what is counted in days at least as much as of the days ahead. */
const UNIT_COST = 0.2;
/** Enough for the person not to be asked, so that the plan is an alternative. */
const PLAN_COST = 0.15;

/** Words of assent, which are no misspelt names: “fine” is not “line”. */
const COURTEOUS: ReadonlySet<string> = new Set(
  'fine good great nice cool sure right well super lovely perfect splendid yes yeah yep no nope thanks cheers'.split(
    ' ',
  ),
);
/** A plural is of a level rather than of one member. */
const ONE_MEMBER_COST = 0.6;
/** As much as an everyday relative of a name. */
const RELATIVE_COST = 0.9;

const KEPT_LOOK_UPS = 5000;

export class Question {
  private readonly found = new Map<number, readonly FoundName[]>();
  private readonly variants = new Map<number, readonly Variant[]>();
  private namesSaid: readonly { readonly start: number; readonly end: number }[] | null = null;

  /**
   * @param functionWords words of the grammar, which are never taken for parts or misspellings of names
   */
  constructor(
    readonly tokens: readonly Token[],
    readonly model: Model,
    readonly names: NameIndex,
    readonly calendar: Calendar,
    private readonly functionWords: ReadonlySet<string>,
  ) {}

  /** All names that begin at a token. */
  namesAt(start: number): readonly FoundName[] {
    const there = this.found.get(start);
    if (there) return there;
    const longest = Math.min(this.names.longestName + 1, this.tokens.length - start);
    const known = lookedUp(this.names);
    const words = this.tokens
      .slice(start, start + longest)
      .map((token) => `${token.kind} ${token.text}`)
      .join(' ');
    let found = known.get(words);
    if (!found) {
      found = this.lookUp(start, longest).map((one) => ({ ...one, end: one.end - start }));
      if (known.size >= KEPT_LOOK_UPS) known.clear();
      known.set(words, found);
    }
    const here = found
      .map((one) => ({ ...one, end: one.end + start }))
      .filter((one) => !(isLoose(one) && this.isWithinName(start, one.end)));
    this.found.set(start, here);
    return here;
  }

  /** Does a stretch stand within a longer one that is a whole name? The “room” of “room revenue” is no room. */
  private isWithinName(start: number, end: number): boolean {
    this.namesSaid ??= this.stretchesOfNames();
    return this.namesSaid.some((one) => one.start <= start && end <= one.end && end - start < one.end - one.start);
  }

  private stretchesOfNames(): { readonly start: number; readonly end: number }[] {
    return this.tokens.flatMap((_token, start) => {
      for (let end = Math.min(this.tokens.length, start + this.names.longestName); end > start + 1; end -= 1) {
        if (
          this.tokens.slice(start, end).every(({ kind }) => kind === 'word') &&
          // with typing errors as well
          this.spellings(start, end).some(({ words }) => this.names.exactly(words).some(({ cost }) => cost === 0))
        )
          return [{ start, end }];
      }
      return [];
    });
  }

  private lookUp(start: number, longest: number): FoundName[] {
    const found: FoundName[] = [];
    for (let length = 1; length <= longest; length += 1) {
      const end = start + length;
      if (this.tokens[end - 1]?.kind === 'comma') break;
      if (this.tokens[end - 1]?.kind === 'sign') {
        if (length === 1) break;
        continue;
      }
      const between = this.namesBetween(start, end);
      found.push(...(length === 1 ? this.levelsInPlural(start, between) : between));
    }
    return found;
  }

  private namesBetween(start: number, end: number): FoundName[] {
    const said = this.tokens
      .slice(start, end)
      .map((token) => token.text)
      .join(' ');
    if (this.tokens[start]?.kind === 'quoted')
      return end === start + 1
        ? this.names
            .exactly(nameWords(this.tokens[start]?.word ?? ''))
            .map((match) => ({ end, match, cost: 0, assumption: null }))
        : [];
    const [alone = ''] = end > start + 1 ? [] : [this.tokens[start]?.word];
    const spellings = this.spellings(start, end).filter(
      ({ words: [word = ''], by }) => by === 'name' || !isItself(alone, word),
    );
    const found: FoundName[] = [];
    for (const { words, cost, by } of spellings) {
      for (const match of this.names.exactly(words))
        found.push({
          end,
          match,
          cost: cost + match.cost,
          assumption: by === 'name' ? synonymAssumption(said, match) : { said, meant: match.label, by },
        });
    }
    if (end === start + 1 && found.length > 0 && found.every(({ assumption }) => assumption?.by === 'typing')) {
      // “borrowed” is of borrowings rather than borrowers misspelt
      const meant = this.names.meantByVerb(this.tokens[start]?.word ?? '');
      // “approve the …” is no error in “approved”
      if (
        meant.length > 0 &&
        this.orders(start) &&
        found.every(({ match }) => stemOf(match.label.toLowerCase()) === stemOf(this.tokens[start]?.word ?? ''))
      )
        return [];
      if (meant.length > 0)
        return meant.map((match) => ({
          end,
          match,
          cost: match.cost,
          assumption: { said, meant: match.label, by: match.by },
        }));
    }
    if (found.length === 0 && end === start + 2) found.push(...this.joined(start, said));
    if (found.length === 0 && end > start + 1 && end - start <= LONGEST_PART)
      found.push(...this.relatives(start, end, said));
    if (
      found.every(({ match }) => match.named.kind === 'fact' || this.isDateVerb(match, start)) &&
      end - start <= LONGEST_PART
    )
      for (const { words, cost, by } of spellings) {
        const amount = end === start + 1 && COUNTED_IN.has(this.tokens[start]?.word ?? '') && !this.followsName(start);
        const ofSet = end === start + 1 && SIDE_BY_SIDE.has(this.tokens[end]?.word ?? '');
        const common = words.every((word) => this.functionWords.has(word) || word.length < 2);
        if (common && !amount && !ofSet) continue;
        if (by !== 'name' && words.some((word) => word.length < SHORTEST_MISSPELT_PART)) continue;
        const parts = this.names
          .partly(words)
          .filter(({ named }) => !this.namesItsLevel(words, named))
          .filter(({ named }) => (amount ? named.kind === 'measure' : !common || named.kind === 'set'));
        for (const match of parts)
          found.push({
            end,
            match,
            cost:
              cost +
              match.cost +
              (this.isPlanOfOther(match, parts) ? PLAN_COST : 0) +
              (amount && this.tokens[start - 1]?.kind === 'number' ? UNIT_COST : 0),
            assumption: { said, meant: match.label, by: by === 'name' ? 'part' : by },
          });
      }
    if (end === start + 1 && found.length > 0 && found.every((one) => one.match.by === 'part'))
      found.push(...this.misspeltWhole(start, said));
    if (found.length === 0 && end === start + 1) {
      const word = this.tokens[start]?.word ?? '';
      const known = this.functionWords.has(word);
      const noun = known ? null : nounOf(word);
      if (noun !== null && this.tokens[start]?.kind === 'word')
        for (const match of this.names.exactly([noun]))
          if (match.named.kind === 'member')
            found.push({ end, match, cost: 0.3, assumption: { said, meant: match.label, by: 'part' } });
      if (this.tokens[start]?.kind === 'word')
        for (const match of known
          ? this.names.knowsWord(singular(word))
            ? []
            : [...this.meantByVerb(start), ...(PEOPLE.has(word) ? this.names.related(singular(word), 'whole') : [])]
          : [
              ...this.names.abbreviated(word),
              ...this.names.related(singular(word), 'whole'),
              ...this.meantByVerb(start),
              ...measuresOfNoun(word, this.model).map(relativeMatch),
            ])
          found.push({ end, match, cost: match.cost, assumption: { said, meant: match.label, by: match.by } });
    }
    return found;
  }

  /** “Harbours” are ports rather than several of the one cause that is called Harbour. */
  private levelsInPlural(at: number, found: readonly FoundName[]): readonly FoundName[] {
    const word = this.tokens[at]?.word ?? '';
    if (singular(word) === word || !found.some(({ match }) => match.named.kind === 'level')) return found;
    return found.map((one) =>
      one.match.named.kind === 'member' && one.match.label.toLowerCase() !== word
        ? { ...one, cost: one.cost + ONE_MEMBER_COST }
        : one,
    );
  }

  /** What is measured by what a verb says; none where it orders something to be done: “approve the application”. */
  private meantByVerb(at: number): NameMatch[] {
    return this.orders(at) ? [] : this.names.meantByVerb(this.tokens[at]?.word ?? '');
  }

  /** Does a word begin the question as an order would? */
  private orders(at: number): boolean {
    return at === 0 && ORDERED.has(this.tokens[at + 1]?.word ?? '') && !/(ed|ing|s)$/.test(this.tokens[at]?.word ?? '');
  }

  /** Two words that the model writes as one: "pay outs" for "payouts". */
  private joined(start: number, said: string): FoundName[] {
    const [one, other] = [this.tokens[start], this.tokens[start + 1]];
    // “over time” says what it says, where there is a measure of overtime
    if (
      one?.kind !== 'word' ||
      other?.kind !== 'word' ||
      (this.functionWords.has(one.word) && this.functionWords.has(other.word))
    )
      return [];
    return this.names.exactly([singular(`${one.word}${other.word}`)]).map((match) => ({
      end: start + 2,
      match,
      cost: JOINED_COST + match.cost,
      assumption: { said, meant: match.label, by: 'typing' },
    }));
  }

  /** “Declined claims” for Rejected claims. */
  private relatives(start: number, end: number, said: string): FoundName[] {
    const tokens = this.tokens.slice(start, end);
    const little = tokens.filter(({ word }) => this.functionWords.has(word) && !isDone(word));
    // “wait” and “time” are words of the language as well
    if (
      !tokens.every(({ kind }) => kind === 'word') ||
      little.some(({ word }) => relativesOf(word).size === 0 && word !== 'time')
    )
      return [];
    return this.names.relatedPhrase(tokens.map(({ word }) => singular(word))).map((match) => ({
      end,
      match,
      cost: match.cost,
      assumption: { said, meant: match.label, by: match.by },
    }));
  }

  /** Of a measure and its plan that share a word, the word means what happened, not what was planned. */
  private isPlanOfOther({ named }: NameMatch, others: readonly NameMatch[]): boolean {
    return (
      named.kind === 'measure' &&
      others.some(
        (other) => other.named.kind === 'measure' && this.model.measures.get(other.named.id)?.plan === named.id,
      )
    );
  }

  /** “payroll cost” is not payroll and some cost. */
  private followsName(at: number): boolean {
    return (
      at > 0 &&
      this.tokens[at - 1]?.kind === 'word' &&
      this.namesAt(at - 1).some(({ match }) => match.named.kind === 'measure')
    );
  }

  /** “Tickets” are of every ticket type, not only of the one called “Day tickets”. */
  private namesItsLevel([word, second]: readonly string[], named: NameMatch['named']): boolean {
    const found = named.kind === 'member' ? this.model.levels.get(named.id) : undefined;
    return (
      found !== undefined &&
      word !== undefined &&
      second === undefined &&
      nameWords(`${found.level.name} ${found.dimension.name}`).includes(singular(word))
    );
  }

  /** What happens on a date may be a part of a name as well: "picked" of Kilos picked. */
  private isDateVerb({ named }: NameMatch, at: number): boolean {
    const date = named.kind === 'date' ? this.model.dates.get(named.id) : undefined;
    return date !== undefined && dateVerbs(date).includes(this.tokens[at]?.word ?? '');
  }

  /** A word that is known as a part of names may be another name misspelt as well. */
  private misspeltWhole(start: number, said: string): FoundName[] {
    const word = singular(this.tokens[start]?.word ?? '');
    if (!this.names.knowsWord(word) || this.functionWords.has(word)) return [];
    return this.names.misspeltOthers(word).flatMap((one) =>
      this.names.exactly([one]).map((match): FoundName => ({
        end: start + 1,
        match,
        cost: TYPING_COST + match.cost,
        assumption: { said, meant: match.label, by: 'typing' },
      })),
    );
  }

  /** The words of a stretch as spelt, and with known words in the place of unknown ones. */
  private spellings(start: number, end: number): { words: string[]; cost: number; by: Variant['by'] }[] {
    let all: { words: string[]; cost: number; by: Variant['by'] }[] = [{ words: [], cost: 0, by: 'name' }];
    for (let at = start; at < end; at += 1) {
      if (this.tokens[at]?.kind === 'sign') continue;
      if (at > start && at < end - 1 && AUXILIARIES.has(this.tokens[at]?.word ?? '')) continue;
      const variants = this.variantsOf(at);
      const without = at > start && at < end - 1 && TURNING.has(this.tokens[at]?.word ?? '') ? all : [];
      all = all
        .flatMap((before) =>
          variants.map((variant) => ({
            words: [...before.words, variant.word],
            cost: before.cost + variant.cost,
            by: variant.by === 'name' ? before.by : variant.by,
          })),
        )
        .concat(without)
        .slice(0, 24);
    }
    return all;
  }

  /** Known words near to a word in the singular or as it stands: a last s may be wrong itself ("clars" for "class"), or stand after letters that were swapped ("rdies" for "rides"). */
  private misspelt(word: string, asTyped: string): readonly { word: string; errors: number }[] {
    const found = [...new Set([word, asTyped, asTyped.replace(/s$/, '')])]
      .flatMap((one) =>
        this.names.misspelt(one, Math.max(toleratedErrors(one.length), Math.min(1, toleratedErrors(asTyped.length)))),
      )
      .filter((one) => !denies(word, one.word));
    if (found.length === 0) found.push(...this.misspeltPlural(asTyped));
    const least = Math.min(...found.map((one) => one.errors));
    return found.filter(
      (one, index) => one.errors === least && found.findIndex((other) => other.word === one.word) === index,
    );
  }

  /** Known words whose plural in -ies is near: "copeis" for "copies". */
  private misspeltPlural(asTyped: string): { word: string; errors: number }[] {
    const tolerated = toleratedErrors(asTyped.length);
    if (!asTyped.endsWith('s') || tolerated === 0) return [];
    return this.names.wordsFrom(asTyped.slice(0, 2), MOST_TRIED).flatMap((word) => {
      if (!word.endsWith('y')) return [];
      const errors = editDistance(asTyped, `${word.slice(0, -1)}ies`, tolerated);
      return errors <= tolerated ? [{ word, errors }] : [];
    });
  }

  private variantsOf(at: number): readonly Variant[] {
    const there = this.variants.get(at);
    if (there) return there;
    const token = this.tokens[at];
    const word = singular(token?.word ?? '');
    const itself: Variant = { word, cost: 0, by: 'name' };
    let variants: readonly Variant[] = [itself];
    const short = /^[a-z]{2}s$/.test(word) && !this.names.knowsWord(word) && at > 0 ? word.slice(0, -1) : null;
    const closed =
      token?.kind !== 'word' ||
      this.names.knowsWord(word) ||
      this.functionWords.has(token.word) ||
      COURTEOUS.has(token.word) ||
      CURRENCY_OF_WORD.has(word);
    if (short !== null && this.names.knowsWord(short)) variants = [itself, { word: short, cost: 0, by: 'name' }];
    else if (!closed) {
      const typed = this.misspelt(word, token?.word ?? word);
      const sound = this.names.soundingLike(word).filter((known) => typed.every((one) => one.word !== known));
      variants = [
        itself,
        ...typed.map((one): Variant => ({ word: one.word, cost: TYPING_COST * one.errors, by: 'typing' })),
        ...(typed.length > 0
          ? []
          : sound.slice(0, 8).map((known): Variant => ({ word: known, cost: SOUND_COST, by: 'sound' }))),
      ];
    }
    this.variants.set(at, variants);
    return variants;
  }
}

/** Names found for a stretch of words, with their ends counted from its first: the same stretches come again with each key press. */
function lookedUp(names: NameIndex): Map<string, readonly FoundName[]> {
  const there = LOOKED_UP.get(names);
  if (there) return there;
  const made = new Map<string, readonly FoundName[]>();
  LOOKED_UP.set(names, made);
  return made;
}

const LOOKED_UP = new WeakMap<NameIndex, Map<string, readonly FoundName[]>>();

/** The noun of an adjective in -y: "foggy" is of fog, "stormy" of storm; null where it is none. */
function nounOf(adjective: string): string | null {
  const stem = /^([a-z]{3,})y$/.exec(adjective)?.[1];
  return stem === undefined ? null : stem.replace(/([^aeiou])\1$/, '$1');
}

/** Is this word the opposite of the other rather than the other misspelt: "unsolved" of "solved"? */
const denies = (word: string, known: string): boolean =>
  /^(un|non|in|im|ir|dis)/.test(word) && word.replace(/^(un|non|in|im|ir|dis)/, '') === known;

/** Endings of the forms of one word. */
const ENDINGS: ReadonlySet<string> = new Set([
  '',
  's',
  'es',
  'd',
  'ed',
  'r',
  'er',
  'ers',
  'ing',
  'ment',
  'ion',
  'ions',
]);
const spelling = (word: string): string =>
  word
    .replace(/our/, 'or')
    .replace(/is(e|ing|ation)/, 'iz$1')
    .replace(/tre$/, 'ter');

/** Are two words forms, or the two spellings, of one: “buses” and “bus”, “handled” and “handler”, “harbor” and “harbour”? */
function isFormOf(one: string, other: string): boolean {
  const [a, b] = [spelling(one), spelling(other)];
  let same = 0;
  while (same < a.length && a[same] === b[same]) same += 1;
  return same >= 3 && ENDINGS.has(a.slice(same)) && ENDINGS.has(b.slice(same));
}

/** Is a word that stands alone an ordinary one, rather than this known one misspelt? */
const isItself = (word: string, known: string): boolean =>
  isReckoning(word) || (isOrdinary(word) && !isFormOf(word, known));

const relativeMatch = ({ id, name }: Measure): NameMatch => ({
  named: { kind: 'measure', id },
  label: name,
  by: 'relative',
  cost: RELATIVE_COST,
});

/** A synonym that shares a word with the name needs no remark. */
function synonymAssumption(said: string, match: NameMatch): Assumption | null {
  if (match.by !== 'synonym') return null;
  const known = new Set(nameWords(match.label));
  return nameWords(said).some((word) => known.has(word)) ? null : { said, meant: match.label, by: 'synonym' };
}

/** A name as an item of the chart. */
export function nameItem(found: FoundName, start: number, value: unknown): Item {
  return {
    end: found.end,
    value,
    cost: found.cost,
    assumptions: found.assumption ? [found.assumption] : [],
    names: Array.from({ length: found.end - start }, (_, index) => start + index),
  };
}
