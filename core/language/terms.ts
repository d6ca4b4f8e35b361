/**
 * Terms: phrases of the people, each with its meaning in words that are understood already. In a question a term stands for its
 * meaning, wherever that may stand; what is read of it is marked at the words that were typed.
 */
import type { TermKind } from '../contract/terms';
import type { Completion } from './suggest';
import { nameWords, singular, tokenise, type Token } from './tokens';
import type { Note, ReadResult, WordUse } from './read';

export interface Term {
  readonly id: string;
  readonly kind: TermKind;
  /** As it was taught. */
  readonly term: string;
  readonly means: string;
}

/** A stretch of the typed text, and the stretch of the text in other words that stands in its place. */
interface Stretch {
  readonly term: Term;
  readonly start: number;
  readonly end: number;
  readonly from: number;
  readonly to: number;
}

export interface InOtherWords {
  readonly text: string;
  readonly stretches: readonly Stretch[];
}

/** Terms may be taught in terms; so deep at most. */
const DEEPEST = 6;
const MOST_LETTERS = 2000;

const wordsOf = (term: string): readonly string[] => nameWords(term);

/** A name in quotation marks is a name, whatever it says. */
const wordAt = (token: Token | undefined): string | null =>
  token === undefined || token.kind === 'quoted' ? null : singular(token.word);

/**
 * The text with the meanings of its terms in their places; the longest term at a place first.
 * @param terms those that hold for whoever asks; of the same words the first
 * @returns null where the text holds none
 */
export function inOtherWords(text: string, terms: readonly Term[]): InOtherWords | null {
  const stretches: Omit<Stretch, 'from' | 'to'>[] = [];
  const known = terms.map((term) => ({ term, words: wordsOf(term.term) })).filter(({ words }) => words.length > 0);
  if (known.length === 0) return null;
  const tokens = tokenise(text);
  for (let at = 0; at < tokens.length; at += 1) {
    const found = known
      .filter(({ words }) => words.every((word, index) => wordAt(tokens[at + index]) === word))
      .sort((a, b) => b.words.length - a.words.length)[0];
    if (found === undefined) continue;
    const end = at + found.words.length;
    stretches.push({ term: found.term, start: tokens[at]?.start ?? 0, end: tokens[end - 1]?.end ?? 0 });
    at = end - 1;
  }
  if (stretches.length === 0) return null;
  let told = '';
  let upTo = 0;
  const placed = stretches.map((one): Stretch => {
    told += text.slice(upTo, one.start);
    const from = told.length;
    told += writtenOut(one.term, terms, DEEPEST);
    upTo = one.end;
    return { ...one, from, to: told.length };
  });
  told += text.slice(upTo);
  return told.length > MOST_LETTERS ? null : { text: told, stretches: placed };
}

/** A meaning with the terms in it written out, but for the term itself. A calculation stays one thing, whatever stands beside it. */
function writtenOut(term: Term, terms: readonly Term[], left: number): string {
  const means = withTerms(term, terms, left);
  return term.kind === 'calculation' ? `(${means})` : means;
}

function withTerms(term: Term, terms: readonly Term[], left: number): string {
  if (left === 0) return term.means;
  const others = terms.filter((one) => one.id !== term.id);
  const inner = inOtherWords(term.means, others);
  return inner === null
    ? term.means
    : inner.text.length > MOST_LETTERS
      ? term.means
      : written(term.means, inner, others, left);
}

const written = (means: string, inner: InOtherWords, others: readonly Term[], left: number): string => {
  let told = '';
  let upTo = 0;
  for (const { term, start, end } of inner.stretches) {
    told += means.slice(upTo, start) + writtenOut(term, others, left - 1);
    upTo = end;
  }
  return told + means.slice(upTo);
};

/** Where a place in the text in other words lies in the text that was typed: within a meaning, at the ends of its term. */
function typedAt(place: number, stretches: readonly Stretch[], end: boolean): number {
  let shift = 0;
  for (const one of stretches) {
    if (place < one.from || (end && place === one.from)) break;
    if (place < one.to || (end && place === one.to)) return end ? one.end : one.start;
    shift += one.to - one.from - (one.end - one.start);
  }
  return place - shift;
}

const USES: readonly WordUse['use'][] = ['unresolved', 'name', 'time', 'number', 'grammar', 'harmless'];

/** What was read of the text in other words, with its places in the text that was typed, and what each term stood for. */
export function asTyped(result: ReadResult, said: InOtherWords, text: string): ReadResult {
  const { stretches } = said;
  const inTerm = ({ start, end }: { readonly start: number; readonly end: number }) =>
    stretches.find((one) => start < one.to && end > one.from);
  const words: WordUse[] = [
    ...result.words
      .filter((word) => inTerm(word) === undefined)
      .map((word) => ({
        ...word,
        start: typedAt(word.start, stretches, false),
        end: typedAt(word.end, stretches, true),
      })),
    ...stretches.map((one) => {
      const within = result.words.filter((word) => inTerm(word) === one).map(({ use }) => use);
      return {
        text: text.slice(one.start, one.end),
        start: one.start,
        end: one.end,
        use: USES.find((use) => within.includes(use)) ?? 'name',
      };
    }),
  ].sort((a, b) => a.start - b.start);
  const phrases = result.phrases
    .map(({ start, end }) => ({ start: typedAt(start, stretches, false), end: typedAt(end, stretches, true) }))
    .filter((one, index, all) => one.end > one.start && one.start >= (all[index - 1]?.end ?? 0));
  const stands = [...new Map(stretches.map(({ term }) => [term.id, term])).values()].map((term): Note => ({
    kind: 'assumed',
    about: 'From the glossary',
    text: `“${term.term}” stands for ${term.means}.`,
  }));
  return { ...result, words, phrases, notes: [...stands, ...result.notes] };
}

/** The terms that a text holds, those of its terms' meanings among them. */
export function termsIn(text: string, terms: readonly Term[]): Term[] {
  const found = new Map<string, Term>();
  const look = (words: string, among: readonly Term[]): void => {
    for (const { term } of inOtherWords(words, among)?.stretches ?? []) {
      if (found.has(term.id)) continue;
      found.set(term.id, term);
      look(
        term.means,
        among.filter((one) => one.id !== term.id),
      );
    }
  };
  look(text, terms);
  return [...found.values()];
}

/** Would a term stand for itself, directly or by others? */
export const standsForItself = (term: Term, terms: readonly Term[]): boolean => {
  const others = terms.filter((one) => one.id !== term.id);
  const words = wordsOf(term.term).join(' ');
  return [term, ...termsIn(term.means, others)].some((one) => {
    const said = tokenise(one.means).map(({ word }) => singular(word));
    return ` ${said.join(' ')} `.includes(` ${words} `);
  });
};

/** A line ends in words with which a term begins: the line with the term in it. */
export function completedTerm(text: string, terms: readonly Term[]): Completion[] {
  const typed = text.trimEnd().toLowerCase();
  if (text.trim().length < 2) return [];
  return terms
    .flatMap((term): Completion[] => {
      const words = term.term.toLowerCase();
      // the longest end of the line with which the term begins
      for (let length = Math.min(words.length - 1, typed.length); length >= 2; length -= 1) {
        const begun = typed.slice(typed.length - length);
        const boundary = typed.length === length || typed[typed.length - length - 1] === ' ';
        if (boundary && words.startsWith(begun))
          return [
            {
              text: `${text.trimEnd().slice(0, typed.length - length)}${term.term}`,
              label: term.term,
              kind: 'phrase',
              detail: term.means,
            },
          ];
      }
      return [];
    })
    .slice(0, 3);
}
