/**
 * The chart: every way in which stretches of a question can be read as categories of the grammar, found once each
 * (memoised top-down parsing; the grammar has no left recursion). Items carry costs, and only the cheapest few
 * different values of a stretch are kept.
 */
import { canonical } from '../../reading/schema';
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
  readonly parts: { readonly category: string; readonly name: string; readonly next: State<Context> }[] = [];
  /** Rules of which a form ends here. */
  readonly rules: Rule<Context>[] = [];

  after(element: Element): State<Context> {
    if (element.kind === 'part') {
      const there = this.parts.find((one) => one.category === element.category && one.name === element.name);
      if (there) return there.next;
      const next = new State<Context>();
      this.parts.push({ category: element.category, name: element.name, next });
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
  private readonly starts = new Map<string, State<Context>>();
  /** All words that stand in forms. */
  readonly words = new Set<string>();

  constructor(
    readonly rules: readonly Rule<Context>[],
    readonly readers: ReadonlyMap<string, Reader<Context>>,
  ) {
    for (const rule of rules) {
      let start = this.starts.get(rule.gives);
      if (!start) this.starts.set(rule.gives, (start = new State<Context>()));
      for (const elements of flatten(rule.form)) {
        let state = start;
        for (const element of elements) {
          state = state.after(element);
          if (element.kind === 'words') for (const word of element.words) this.words.add(word);
        }
        if (!state.rules.includes(rule)) state.rules.push(rule);
      }
    }
  }

  /** Where the forms of a category begin; null for a category that only a reader gives. */
  start(category: string): State<Context> | null {
    return this.starts.get(category) ?? null;
  }
}

export class Chart<Context> {
  private readonly memo = new Map<string, (readonly Item[] | undefined)[]>();

  constructor(
    private readonly grammar: Grammar<Context>,
    readonly tokens: readonly Token[],
    private readonly context: Context,
  ) {}

  /** All items of the category that begin at a token. */
  items(category: string, start: number): readonly Item[] {
    let places = this.memo.get(category);
    if (!places) this.memo.set(category, (places = []));
    const there = places[start];
    if (there) return there;
    const reader = this.grammar.readers.get(category);
    const found = reader ? [...reader(this.tokens, start, this.context)] : [];
    const state = this.grammar.start(category);
    if (state && start < this.tokens.length) this.walk(state, start, 0, NO_PARTS, NONE, NONE, found);
    const kept = cheapest(found);
    places[start] = kept;
    return kept;
  }

  private walk(state: State<Context>, at: number, cost: number, parts: Record<string, unknown>, assumptions: Item['assumptions'], names: readonly number[], found: Item[]): void {
    for (const rule of state.rules) {
      const value = rule.means(parts, this.context);
      if (value !== null && value !== undefined) found.push({ end: at, value, cost: cost + (rule.cost ?? 0), assumptions, names });
    }
    const token = this.tokens[at];
    if (token === undefined) return;
    this.step(state, at, cost, parts, assumptions, names, found);
    // An article may stand before any element.
    if (ARTICLES.has(token.word) && this.tokens[at + 1] !== undefined) this.step(state, at + 1, cost, parts, assumptions, names, found);
  }

  private step(state: State<Context>, at: number, cost: number, parts: Record<string, unknown>, assumptions: Item['assumptions'], names: readonly number[], found: Item[]): void {
    const token = this.tokens[at] as Token;
    if (token.kind !== 'quoted') for (const next of state.byWord.get(token.word) ?? NONE) this.walk(next, at + 1, cost, parts, assumptions, names, found);
    for (const { category, name, next } of state.parts)
      for (const item of this.items(category, at)) this.walk(next, item.end, cost + item.cost, { ...parts, [name]: item.value }, merged(assumptions, item.assumptions), merged(names, item.names), found);
  }
}

const NO_PARTS: Record<string, unknown> = {};
const NONE: readonly never[] = [];

const merged = <T>(a: readonly T[], b: readonly T[]): readonly T[] => (b.length === 0 ? a : a.length === 0 ? b : [...a, ...b]);

/** The cheapest items, each value of a stretch once. */
function cheapest(items: readonly Item[]): Item[] {
  if (items.length <= 1) return [...items];
  const ends = new Map<number, number>();
  for (const item of items) ends.set(item.end, (ends.get(item.end) ?? 0) + 1);
  const best = new Map<string, Item>();
  for (const item of items) {
    const key = ends.get(item.end) === 1 ? String(item.end) : `${item.end} ${canonical(item.value)}`;
    const there = best.get(key);
    if (!there || item.cost < there.cost) best.set(key, item);
  }
  const sorted = [...best.values()].sort((a, b) => a.cost - b.cost);
  const count = new Map<number, number>();
  return sorted.filter((item) => {
    const seen = count.get(item.end) ?? 0;
    count.set(item.end, seen + 1);
    return seen < KEPT;
  });
}
