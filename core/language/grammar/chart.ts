/**
 * The chart: every way in which stretches of a question can be read as categories of the grammar, found once each
 * (memoised top-down parsing; the grammar has no left recursion). Items carry costs, and only the cheapest few
 * different values of a stretch are kept.
 */
import type { Token } from '../tokens';
import { flatten, type Element, type Item, type Reader, type Rule } from './rule';

/** Different values kept for one stretch. */
const KEPT = 8;

const ARTICLES = new Set(['the', 'a', 'an', 'our', 'my']);

/**
 * The forms of a category as a graph in which common beginnings are walked once: from each state a word leads on by the sets of
 * words that hold it, and a part by its category and name.
 */
class State<Context> {
  private readonly bySet = new Map<string, State<Context>>();
  readonly byWord = new Map<string, State<Context>[]>();
  readonly parts: { readonly category: number; readonly name: string; readonly next: State<Context> }[] = [];
  /** Rules of which a form ends here. */
  readonly rules: Rule<Context>[] = [];

  /** @param numberOf the number of a category */
  after(element: Element, numberOf: (category: string) => number): State<Context> {
    if (element.kind === 'part') {
      const category = numberOf(element.category);
      const there = this.parts.find((one) => one.category === category && one.name === element.name);
      if (there) return there.next;
      const next = new State<Context>();
      this.parts.push({ category, name: element.name, next });
      return next;
    }
    const key = [...element.words].sort().join(' ');
    const there = this.bySet.get(key);
    if (there) return there;
    const next = new State<Context>();
    this.bySet.set(key, next);
    for (const word of element.words) {
      const states = this.byWord.get(word);
      if (states) states.push(next);
      else this.byWord.set(word, [next]);
    }
    return next;
  }
}

export class Grammar<Context> {
  /** Categories by number: parsing looks them up very often. */
  private readonly numbers = new Map<string, number>();
  private readonly starts: (State<Context> | undefined)[] = [];
  private readonly reading: (Reader<Context> | undefined)[] = [];
  /** All words that stand in forms. */
  readonly words = new Set<string>();

  constructor(
    readonly rules: readonly Rule<Context>[],
    readers: ReadonlyMap<string, Reader<Context>>,
  ) {
    for (const [category, reader] of readers) this.reading[this.numberOf(category)] = reader;
    for (const rule of rules) {
      const gives = this.numberOf(rule.gives);
      const start = (this.starts[gives] ??= new State<Context>());
      for (const elements of flatten(rule.form)) {
        let state: State<Context> = start;
        for (const element of elements) {
          state = state.after(element, (category) => this.numberOf(category));
          if (element.kind === 'words') for (const word of element.words) this.words.add(word);
        }
        if (!state.rules.includes(rule)) state.rules.push(rule);
      }
    }
  }

  numberOf(category: string): number {
    const there = this.numbers.get(category);
    if (there !== undefined) return there;
    this.numbers.set(category, this.numbers.size);
    return this.numbers.size - 1;
  }

  /** Where the forms of a category begin; none for a category that only a reader gives. */
  start(category: number): State<Context> | undefined {
    return this.starts[category];
  }

  reader(category: number): Reader<Context> | undefined {
    return this.reading[category];
  }
}

export class Chart<Context> {
  private readonly memo: (readonly Item[] | undefined)[][] = [];

  constructor(
    private readonly grammar: Grammar<Context>,
    readonly tokens: readonly Token[],
    private readonly context: Context,
  ) {}

  /** All items of the category that begin at a token. */
  items(category: string, start: number): readonly Item[] {
    return this.itemsOf(this.grammar.numberOf(category), start);
  }

  private itemsOf(category: number, start: number): readonly Item[] {
    const places = (this.memo[category] ??= []);
    const there = places[start];
    if (there) return there;
    const reader = this.grammar.reader(category);
    const found = reader ? [...reader(this.tokens, start, this.context)] : [];
    const state = this.grammar.start(category);
    if (state && start < this.tokens.length) this.walk(state, start, 0, NO_PARTS, NONE, NONE, found);
    const kept = cheapest(found);
    places[start] = kept;
    return kept;
  }

  private walk(
    state: State<Context>,
    at: number,
    cost: number,
    parts: Record<string, unknown>,
    assumptions: Item['assumptions'],
    names: readonly number[],
    found: Item[],
  ): void {
    for (const rule of state.rules) {
      const value = rule.means(parts, this.context);
      if (value !== null && value !== undefined)
        found.push({ end: at, value, cost: cost + (rule.cost ?? 0), assumptions, names });
    }
    const token = this.tokens[at];
    if (token === undefined) return;
    this.step(state, at, cost, parts, assumptions, names, found);
    // An article may stand before any element.
    if (ARTICLES.has(token.word) && this.tokens[at + 1] !== undefined)
      this.step(state, at + 1, cost, parts, assumptions, names, found);
  }

  private step(
    state: State<Context>,
    at: number,
    cost: number,
    parts: Record<string, unknown>,
    assumptions: Item['assumptions'],
    names: readonly number[],
    found: Item[],
  ): void {
    const token = this.tokens[at] as Token;
    if (token.kind !== 'quoted')
      for (const next of state.byWord.get(token.word) ?? NONE)
        this.walk(next, at + 1, cost, parts, assumptions, names, found);
    for (const { category, name, next } of state.parts)
      for (const item of this.itemsOf(category, at))
        this.walk(
          next,
          item.end,
          cost + item.cost,
          { ...parts, [name]: item.value },
          merged(assumptions, item.assumptions),
          merged(names, item.names),
          found,
        );
  }
}

const NO_PARTS: Record<string, unknown> = {};
const NONE: readonly never[] = [];

const merged = <T>(a: readonly T[], b: readonly T[]): readonly T[] =>
  b.length === 0 ? a : a.length === 0 ? b : [...a, ...b];

/** An item this much dearer than another way to read the same stretch is in no cover worth keeping. */
const FAR = 1.5;

/** The cheapest items, each value of a stretch once. */
function cheapest(items: readonly Item[]): readonly Item[] {
  if (items.length <= 1) return items;
  const least = new Map<number, number>();
  for (const item of items) least.set(item.end, Math.min(item.cost, least.get(item.end) ?? Infinity));
  const near = items.filter((item) => item.cost <= (least.get(item.end) ?? 0) + FAR).sort((a, b) => a.cost - b.cost);
  const ends = new Map<number, number>();
  for (const item of near) ends.set(item.end, (ends.get(item.end) ?? 0) + 1);
  const seen = new Set<string>();
  const count = new Map<number, number>();
  return near.filter((item) => {
    const kept = count.get(item.end) ?? 0;
    if (kept >= KEPT) return false;
    if ((ends.get(item.end) ?? 0) > 1) {
      const key = `${item.end} ${JSON.stringify(item.value)}`;
      if (seen.has(key)) return false;
      seen.add(key);
    }
    count.set(item.end, kept + 1);
    return true;
  });
}
