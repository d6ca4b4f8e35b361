/**
 * Grammar rules as data. A rule says what category it gives, in which form, what it means, and examples that are run as tests.
 *
 * Forms: words stand for themselves; `(a|b)` alternatives; `[x]` optional; `{Category}` or `{Category:name}` a part.
 * Articles may stand before any element and are passed over.
 */
import type { Token } from '../tokens';

/** What a part of a form was read as, by its name. */
export type Parts = Readonly<Record<string, unknown>>;

export interface Rule<Context> {
  readonly gives: string;
  readonly form: string;
  /** The value, or null where the parts do not fit together. */
  readonly means: (parts: Parts, context: Context) => unknown;
  /** How unlikely this way of saying it is; 0 by default. */
  readonly cost?: number;
  readonly examples?: readonly string[];
}

/** One element of a flattened form. */
export type Element =
  | { readonly kind: 'words'; readonly words: ReadonlySet<string> }
  | { readonly kind: 'part'; readonly category: string; readonly name: string };

/** All flat sequences of a form. @throws SyntaxError where the form is not well made */
export function flatten(form: string): Element[][] {
  const lexemes = form.match(/\{[^}]*\}|[()[\]|]|[^\s()[\]|{}]+/g) ?? [];
  let at = 0;

  function sequence(): Element[][] {
    let sequences: Element[][] = [[]];
    while (at < lexemes.length && !['|', ')', ']'].includes(lexemes[at] as string)) {
      const next = item();
      sequences = sequences.flatMap((before) => next.map((after) => [...before, ...after]));
    }
    return sequences;
  }
  function alternatives(): Element[][] {
    const all = [...sequence()];
    while (lexemes[at] === '|') {
      at += 1;
      all.push(...sequence());
    }
    return mergeSingleWords(all);
  }
  function item(): Element[][] {
    const lexeme = lexemes[at++] as string;
    if (lexeme === '(' || lexeme === '[') {
      const inside = alternatives();
      const close = lexemes[at++];
      if (close !== (lexeme === '(' ? ')' : ']')) throw new SyntaxError(`Unbalanced brackets in the form “${form}”.`);
      return lexeme === '[' ? [...inside, []] : inside;
    }
    if (lexeme.startsWith('{')) {
      const [category = '', name = category] = lexeme.slice(1, -1).split(':');
      return [[{ kind: 'part', category, name }]];
    }
    return [[{ kind: 'words', words: new Set([lexeme]) }]];
  }

  const all = alternatives();
  if (at < lexemes.length) throw new SyntaxError(`“${lexemes[at]}” is left over in the form “${form}”.`);
  return all.filter((one) => one.length > 0);
}

/** Alternatives that are one word each become one element, so that a form stays few sequences. */
function mergeSingleWords(sequences: Element[][]): Element[][] {
  const words = new Set<string>();
  const rest: Element[][] = [];
  for (const sequence of sequences) {
    const [only] = sequence;
    if (sequence.length === 1 && only?.kind === 'words') for (const word of only.words) words.add(word);
    else rest.push(sequence);
  }
  return words.size > 0 ? [[{ kind: 'words', words }], ...rest] : rest;
}

export type Use = 'grammar' | 'name' | 'number' | 'time' | 'harmless' | 'unresolved';

/** One way to read the tokens from a start to an end as a category. */
export interface Item {
  readonly end: number;
  readonly value: unknown;
  readonly cost: number;
  /** What was assumed about names on the way. */
  readonly assumptions: readonly Assumption[];
  /** Tokens read as names, for marking. */
  readonly names: readonly number[];
}

/** A name that was not given exactly. */
export interface Assumption {
  readonly said: string;
  readonly meant: string;
  readonly by: string;
}

/** Reads items of a category that is not made of rules: names, numbers, dates. */
export type Reader<Context> = (tokens: readonly Token[], start: number, context: Context) => readonly Item[];
