/** Whole questions that are near to one that is not understood: with a near name for the unknown word, and without it. */
import { canonical } from '../reading/schema';
import { sentenceOf } from '../reading/sentence';
import { namingOf } from './naming';
import type { Token } from './tokens';
import { readingOf, understand, type ReadContext } from './understand';

export interface NearQuestion {
  readonly label: string;
  readonly reading: NonNullable<ReturnType<typeof readingOf>>;
}

const MOST = 5;
/** So many names are tried for the unknown word. */
const TRIED = 6;

/**
 * @param text the question as typed
 * @param unknown its words that nothing is known of
 * @param near names that are near to them, the nearest first
 * @param named its words that name something, alone
 * @returns at most five, each with its reading; none of them is taken without being chosen
 */
export function nearQuestions(
  text: string,
  unknown: readonly Pick<Token, 'start' | 'end' | 'text'>[],
  near: readonly string[],
  named: string,
  context: ReadContext,
): NearQuestion[] {
  const [first] = unknown;
  if (first === undefined) return [];
  const without = (words: typeof unknown) =>
    [...words].reverse().reduce((rest, { start, end }) => rest.slice(0, start) + rest.slice(end), text);
  const others = unknown.filter((word) => word !== first);
  const replaced = near.slice(0, TRIED).map((name) => ({
    said: without(others).slice(0, first.start) + name + without(others).slice(first.end),
    label: (sentence: string) => sentence,
  }));
  const left = `“${unknown.map((word) => word.text).join(' ')}”`;
  const leftOut = (sentence: string) => `Without ${left}: ${sentence}`;
  const tries = [...replaced, { said: without(unknown), label: leftOut }, { said: named, label: leftOut }];
  const seen = new Set(context.before === null ? [] : [canonical(context.before)]);
  const found: NearQuestion[] = [];
  for (const { said, label } of tries) {
    const reading = said.trim() === '' ? null : readingOf(understand(said, context));
    if (reading === null || seen.has(canonical(reading)) || found.length >= MOST) continue;
    seen.add(canonical(reading));
    found.push({ label: label(sentenceOf(reading, namingOf(context.names), context.calendar).text), reading });
  }
  return found;
}
