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
  private readonly byCategory = new Map<string, FlatRule<Context>[]>();
  /** All words that stand in forms. */
  readonly words = new Set<string>();

  constructor(
    readonly rules: readonly Rule<Context>[],
    readonly readers: ReadonlyMap<string, Reader<Context>>,
  ) {
    for (const rule of rules)
      for (const elements of flatten(rule.form)) {
        const list = this.byCategory.get(rule.gives);
        if (list) list.push({ rule, elements });
        else this.byCategory.set(rule.gives, [{ rule, elements }]);
        for (const element of elements) if (element.kind === 'words') for (const word of element.words) this.words.add(word);
      }
  }

  rulesFor(category: string): readonly FlatRule<Context>[] {
    return this.byCategory.get(category) ?? [];
  }
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
    for (const flat of this.grammar.rulesFor(category)) this.match(flat, start, found);
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
  const best = new Map<string, Item>();
  for (const item of items) {
    const key = `${item.end} ${canonical(item.value)}`;
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
