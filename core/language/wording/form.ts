/**
 * Forms of wordings: how people say something, with slots for what they say it of.
 *
 * Words stand for themselves; `(a|b c)` alternatives; `[x]` optional; `@name` a class of words; `{x}` any stretch of words, kept under
 * its name; `{x:Category}` a stretch that the grammar reads as that category; `{-}` words that are no names and no numbers.
 * Articles, courtesies and commas may stand before any element and are passed over.
 */
import { singular, tokenise, type Token } from '../tokens';

type Node =
  | { readonly kind: 'word'; readonly word: string }
  | { readonly kind: 'slot'; readonly name: string; readonly category: string | null }
  | { readonly kind: 'other' }
  | { readonly kind: 'sequence'; readonly parts: readonly Node[] }
  | { readonly kind: 'choice'; readonly among: readonly Alternative[] };

/** One way of a choice, and the words it may begin with; null where it may begin with anything, or be nothing. */
interface Alternative {
  readonly node: Node;
  readonly begins: ReadonlySet<string> | null;
}

export interface Form {
  readonly node: Node;
  /** Sets of words of each of which one must be there: a quick no. */
  readonly needs: readonly ReadonlySet<string>[];
  /** All words that stand in it. */
  readonly words: ReadonlySet<string>;
}

/** Class of words → its words, each one or several. */
export type Classes = Readonly<Record<string, readonly string[]>>;

/** @throws SyntaxError where the form is not well made, or names a class that there is not */
export function formOf(text: string, classes: Classes): Form {
  const lexemes = withContractions(text).match(/\{[^}]*\}|@[a-z]+|[()[\]|]|[^\s()[\]|{}]+/g) ?? [];
  let at = 0;
  const sequence = (): Node => {
    const parts: Node[] = [];
    while (at < lexemes.length && !['|', ')', ']'].includes(lexemes[at] as string)) parts.push(item());
    return { kind: 'sequence', parts };
  };
  const alternatives = (): Node => {
    const among = [sequence()];
    while (lexemes[at] === '|') {
      at += 1;
      among.push(sequence());
    }
    return among.length === 1 ? (among[0] as Node) : choice(among);
  };
  const item = (): Node => {
    const lexeme = lexemes[at++] as string;
    if (lexeme === '(' || lexeme === '[') {
      const inside = alternatives();
      if (lexemes[at++] !== (lexeme === '(' ? ')' : ']'))
        throw new SyntaxError(`Unbalanced brackets in the wording “${text}”.`);
      return lexeme === '(' ? inside : choice([inside, { kind: 'sequence', parts: [] }]);
    }
    if (lexeme === '{-}') return { kind: 'other' };
    if (lexeme.startsWith('{')) {
      const [name = '', category = null] = lexeme.slice(1, -1).split(':');
      return { kind: 'slot', name, category };
    }
    if (lexeme.startsWith('@')) {
      const words = classes[lexeme.slice(1)];
      if (words === undefined) throw new SyntaxError(`There is no class ${lexeme} (in the wording “${text}”).`);
      // the longest first: “take out” before “take”
      return choice(words.map(wordsOf).sort((a, b) => b.parts.length - a.parts.length));
    }
    return wordsOf(lexeme);
  };
  const node = alternatives();
  if (at < lexemes.length) throw new SyntaxError(`“${lexemes[at]}” is left over in the wording “${text}”.`);
  const words = new Set<string>();
  collect(node, words);
  return { node, needs: needsOf(node), words };
}

const choice = (among: readonly Node[]): Node => ({
  kind: 'choice',
  among: among.map((node) => ({ node, begins: beginsWith(node) })),
});

function beginsWith(node: Node): ReadonlySet<string> | null {
  if (node.kind === 'word') return new Set([node.word]);
  if (node.kind === 'sequence') return node.parts[0] === undefined ? null : beginsWith(node.parts[0]);
  if (node.kind !== 'choice' || node.among.some(({ begins }) => begins === null)) return null;
  return new Set(node.among.flatMap(({ begins }) => [...(begins ?? [])]));
}

/** Words as they are when a question is cut into tokens: “m/m” is three. */
const wordsOf = (text: string): Extract<Node, { kind: 'sequence' }> => ({
  kind: 'sequence',
  parts: text.split(' ').flatMap((word): Node[] => {
    const tokens = tokenise(word);
    return tokens.length === 0 ? [{ kind: 'word', word }] : tokens.map((token) => ({ kind: 'word', word: token.word }));
  }),
});

/** Where a contraction leaves a word unsaid (“what’s”, “let’s”, “don’t”), it may be missing. */
const withContractions = (text: string): string =>
  text
    .replace(/(?<![\w{:])(what|how|who|where|that|it) is(?!\w)/g, '$1 [is]')
    .replace(/(how|what|who|where|which|\}|\)) \((is\|[^()]*)\)/g, '$1 [($2)]')
    .replace(/(?<![\w{:])let us(?!\w)/g, 'let [us]')
    .replace(/(?<![\w{:])i (would|am|will)(?!\w)/g, 'i [$1]')
    .replace(/(?<![\w{:])(do|does|did|is) not(?!\w)/g, '[$1] not');

function collect(node: Node, words: Set<string>): void {
  if (node.kind === 'word') words.add(node.word);
  else if (node.kind === 'sequence') for (const part of node.parts) collect(part, words);
  else if (node.kind === 'choice') for (const one of node.among) collect(one.node, words);
}

/** The words of which one begins each alternative that cannot be left out. */
function needsOf(node: Node): ReadonlySet<string>[] {
  if (node.kind === 'word') return [new Set([node.word])];
  if (node.kind === 'sequence') return node.parts.flatMap(needsOf);
  if (node.kind !== 'choice') return [];
  const each = node.among.map((one) => needsOf(one.node));
  return each.some((one) => one.length === 0) ? [] : [new Set(each.flatMap((one) => [...(one[0] ?? [])]))];
}

/** A stretch of tokens, its end exclusive. */
export interface Span {
  readonly start: number;
  readonly end: number;
  /** What the grammar reads it as, where that was asked. */
  readonly category?: string | null;
}

/** What a form asks about the tokens it is held against. */
export interface Situated {
  readonly tokens: readonly Token[];
  /** Where the readings of a category that begin at a token end. */
  ends(category: string, start: number): readonly number[];
  /** How many more steps may be taken, over all forms that are held against a question. */
  readonly steps: { left: number };
  /** Does a name of the model begin at the token, just as it stands? */
  isName(at: number): boolean;
  /** Is the token part of a name, or a number? */
  isContent(at: number): boolean;
}

export interface Match {
  readonly end: number;
  readonly slots: ReadonlyMap<string, Span>;
  /** How many words of the form were met. */
  readonly words: number;
}

/** Stretches of more words are no slot. */
const LONGEST = 24;
/** So many steps are taken to hold one form against a text. */
const MOST_STEPS = 3000;
const PASSED: ReadonlySet<string> = new Set(['the', 'a', 'an', 'our', 'my', 'your', 'please', 'pls', 'plz', 'kindly']);

const passedOver = (token: Token | undefined): boolean =>
  token !== undefined && (token.kind === 'comma' || (token.kind === 'word' && PASSED.has(token.word)));

/** Nodes that are still to be met. */
interface Ahead {
  readonly node: Node;
  readonly then: Ahead | null;
}

/** The first way in which a form covers tokens from a start; all of them up to `end` where that is given. */
export function match(form: Form, situated: Situated, start: number, end: number | null): Match | null {
  const { tokens } = situated;
  const limit = end ?? tokens.length;
  let taken = 0;
  const walk = (ahead: Ahead | null, at: number, slots: ReadonlyMap<string, Span>, words: number): Match | null => {
    taken += 1;
    situated.steps.left -= 1;
    if (taken > MOST_STEPS || situated.steps.left < 0) return null;
    if (ahead === null) {
      let last = at;
      if (end !== null) while (last < limit && passedOver(tokens[last])) last += 1;
      return end === null || last === limit ? { end: at, slots, words } : null;
    }
    const { node, then: rest } = ahead;
    const token = tokens[at];
    if (node.kind === 'sequence') {
      const parts = node.parts.reduceRight<Ahead | null>((then, part) => ({ node: part, then }), rest);
      return walk(parts, at, slots, words);
    }
    if (node.kind === 'choice') {
      const passed = passedOver(token);
      for (const one of node.among) {
        if (one.begins !== null && !passed && (token === undefined || !one.begins.has(token.word))) continue;
        const found = walk({ node: one.node, then: rest }, at, slots, words);
        if (found !== null) return found;
      }
      return null;
    }
    if (token === undefined || at >= limit) return null;
    if (node.kind === 'word') {
      if (token.word === node.word && token.kind !== 'quoted' && token.code !== true) {
        const found = walk(rest, at + 1, slots, words + 1);
        if (found !== null) return found;
      }
    } else if (node.kind === 'other') {
      for (let last = at; last < Math.min(limit, at + LONGEST) && !situated.isContent(last); last += 1) {
        const found = walk(rest, last + 1, slots, words);
        if (found !== null) return found;
      }
    } else {
      const there = slots.get(node.name);
      const ends =
        there !== undefined
          ? repeated(tokens, there, at)
          : node.category === null
            ? anyEnds(at, Math.min(limit, at + LONGEST))
            : situated.ends(node.category, at);
      for (const last of ends) {
        if (last > limit || last <= at) continue;
        const found = walk(
          rest,
          last,
          new Map([...slots, [node.name, { start: at, end: last, category: node.category }]]),
          words,
        );
        if (found !== null) return found;
      }
    }
    return passedOver(token) ? walk(ahead, at + 1, slots, words) : null;
  };
  return walk({ node: form.node, then: null }, start, new Map(), 0);
}

/** A slot that is named twice holds the same words both times, in either number. */
function repeated(tokens: readonly Token[], { start, end }: Span, at: number): number[] {
  const length = end - start;
  for (let index = 0; index < length; index += 1)
    if (singular(tokens[start + index]?.word ?? '') !== singular(tokens[at + index]?.word ?? '')) return [];
  return [at + length];
}

const anyEnds = (at: number, limit: number): number[] =>
  Array.from({ length: Math.max(0, limit - at) }, (_unused, index) => at + index + 1);

/** Can the form be met by these words at all? */
const mayMatch = ({ needs }: Form, words: ReadonlySet<string>): boolean =>
  needs.every((some) => {
    for (const word of some) if (words.has(word)) return true;
    return false;
  });

/**
 * Things with forms, found by the words of a text: each stands under one of the sets of words that its form needs, the smallest, so
 * that most are never looked at.
 */
export class FormIndex<Formed extends { readonly form: Form }> {
  private readonly byWord = new Map<string, number[]>();
  private readonly always: number[] = [];

  constructor(private readonly all: readonly Formed[]) {
    all.forEach(({ form }, index) => {
      const smallest = [...form.needs].sort((a, b) => a.size - b.size)[0];
      if (smallest === undefined) this.always.push(index);
      for (const word of smallest ?? []) {
        const there = this.byWord.get(word);
        if (there === undefined) this.byWord.set(word, [index]);
        else there.push(index);
      }
    });
  }

  /** Those whose forms may be met by these words, in their order. */
  possible(words: ReadonlySet<string>): Formed[] {
    const found = new Set(this.always);
    for (const word of words) for (const index of this.byWord.get(word) ?? []) found.add(index);
    return [...found]
      .sort((a, b) => a - b)
      .map((index) => this.all[index] as Formed)
      .filter(({ form }) => mayMatch(form, words));
  }
}

/** Does a match pass over, as words of its own, what is a name of the model: the “atm” of ATM withdrawals? */
export function passesOverName({ end, slots }: Match, start: number, situated: Situated): boolean {
  const held = [...slots.values()];
  for (let at = start; at < end; at += 1)
    if (situated.isName(at) && !held.some((span) => span.start <= at && at < span.end)) return true;
  return false;
}
