/**
 * The chart: every way in which stretches of a question can be read as categories of the grammar, found once each
 * (memoised top-down parsing; the grammar has no left recursion). Items carry costs, and only the cheapest few
 * different values of a stretch are kept.
 */
import { canonical } from '../../reading/schema';
import type { Token } from '../tokens';
import { flatten, type Element, type FlatRule, type Item, type Reader, type Rule } from './rule';

/** Different values kept for one stretch. */
const KEPT = 8;

/** Each element of a form costs a little, so that one long form beats several short ones. */
const ARTICLES = new Set(['the', 'a', 'an', 'our', 'my', 'all-the']);

export class Grammar<Context> {
  /** Category → rules that begin with a word, by that word; and rules that begin with a part, by its category. */
  private readonly byFirstWord = new Map<string, Map<string, FlatRule<Context>[]>>();
  private readonly byFirstPart = new Map<string, Map<string, FlatRule<Context>[]>>();
  /** All words that stand in forms. */
  readonly words = new Set<string>();

  constructor(
    readonly rules: readonly Rule<Context>[],
    readonly readers: ReadonlyMap<string, Reader<Context>>,
  ) {
    for (const rule of rules)
      for (const elements of flatten(rule.form)) {
        const [first] = elements;
        if (first?.kind === 'words') for (const word of first.words) add(this.byFirstWord, rule.gives, word, { rule, elements });
        else if (first) add(this.byFirstPart, rule.gives, first.category, { rule, elements });
        for (const element of elements) if (element.kind === 'words') for (const word of element.words) this.words.add(word);
      }
  }

  /** The rules of a category that begin with the word. */
  beginningWith(category: string, word: string): readonly FlatRule<Context>[] {
    return this.byFirstWord.get(category)?.get(word) ?? [];
  }

  /** The rules of a category that begin with a part, by the part's category. */
  beginningWithPart(category: string): ReadonlyMap<string, readonly FlatRule<Context>[]> {
    return this.byFirstPart.get(category) ?? new Map();
  }
}

function add<Value>(index: Map<string, Map<string, Value[]>>, category: string, key: string, value: Value): void {
  const within = index.get(category) ?? new Map<string, Value[]>();
  index.set(category, within);
  const list = within.get(key);
  if (list) list.push(value);
  else within.set(key, [value]);
}

export class Chart<Context> {
  private readonly memo = new Map<string, readonly Item[]>();

  constructor(
    private readonly grammar: Grammar<Context>,
    readonly tokens: readonly Token[],
    private readonly context: Context,
  ) {}

  /** All items of the category that begin at a token. */
  items(category: string, start: number): readonly Item[] {
    const key = `${category} ${start}`;
    const there = this.memo.get(key);
    if (there) return there;
    const reader = this.grammar.readers.get(category);
    const found = reader ? [...reader(this.tokens, start, this.context)] : [];
    for (const at of this.placesAfterArticles(start)) {
      const token = this.tokens[at];
      if (token !== undefined && token.kind !== 'quoted') for (const flat of this.grammar.beginningWith(category, token.word)) this.match(flat, at, found);
    }
    for (const [part, rules] of this.grammar.beginningWithPart(category))
      if (this.placesAfterArticles(start).some((at) => this.items(part, at).length > 0)) for (const flat of rules) this.match(flat, start, found);
    const kept = cheapest(found);
    this.memo.set(key, kept);
    return kept;
  }

  private match(flat: FlatRule<Context>, start: number, found: Item[]): void {
    const { rule, elements } = flat;
    const walk = (index: number, at: number, cost: number, parts: Record<string, unknown>, assumptions: Item['assumptions'], names: readonly number[]): void => {
      const element = elements[index];
      if (element === undefined) {
        const value = rule.means(parts, this.context);
        if (value !== null && value !== undefined) found.push({ end: at, value, cost: cost + (rule.cost ?? 0), assumptions, names });
        return;
      }
      for (const from of this.startsAfterArticles(at, element)) {
        if (element.kind === 'words') {
          const token = this.tokens[from];
          if (token !== undefined && token.kind !== 'quoted' && element.words.has(token.word)) walk(index + 1, from + 1, cost, parts, assumptions, names);
          continue;
        }
        for (const item of this.items(element.category, from))
          walk(index + 1, item.end, cost + item.cost, { ...parts, [element.name]: item.value }, merged(assumptions, item.assumptions), merged(names, item.names));
      }
    };
    walk(0, start, 0, {}, [], []);
  }

  private placesAfterArticles(at: number): readonly number[] {
    const token = this.tokens[at];
    return token !== undefined && ARTICLES.has(token.word) ? [at, at + 1] : [at];
  }

  /** The place itself and, where an article stands there, the place after it. */
  private startsAfterArticles(at: number, element: Element): number[] {
    const token = this.tokens[at];
    if (token === undefined || !ARTICLES.has(token.word)) return [at];
    if (element.kind === 'words' && element.words.has(token.word)) return [at];
    return [at, at + 1];
  }
}

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
