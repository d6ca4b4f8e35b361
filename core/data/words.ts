/** Words in cells that stand for something else: missing values, truth, sums. */

/** What people write where nothing is known. */
const MISSING: ReadonlySet<string> = new Set([
  'n/a',
  'na',
  '#n/a',
  'n.a.',
  'nan',
  'null',
  'none',
  'nil',
  '-',
  '–',
  '—',
  '--',
  '?',
  'missing',
  'unknown',
  'tbd',
  'tba',
  '.',
  '..',
  '...',
  '#value!',
  '#ref!',
  '#div/0!',
  '(blank)',
  '(leer)',
]);
export const isMissingWord = (text: string): boolean => MISSING.has(text.trim().toLowerCase());

const TRUTH: readonly (readonly [string, string])[] = [
  ['yes', 'no'],
  ['true', 'false'],
  ['y', 'n'],
  ['t', 'f'],
];
/** The two words for true and false that some values are; null where they are others. */
export function truthWords(values: readonly string[]): readonly [string, string] | null {
  const said = new Set(values.map((value) => value.trim().toLowerCase()));
  return said.size === 0 || said.size > 2
    ? null
    : (TRUTH.find((pair) => [...said].every((one) => pair.includes(one))) ?? null);
}

const SUM = /^(grand\s+|sub\s*-?\s*)?(total|totals|sum)\b|\b(sub-?total|total)s?\s*:?$|^(overall|sum of)\b/i;
/** Does a text say that its line adds up others? */
export const isSumWord = (text: string): boolean => text.length <= 60 && SUM.test(text.trim());

/** The same text by itself: what is cut from a long one keeps all of that in memory for as long as it is kept. */
export const copyOf = (text: string): string => ` ${text}`.slice(1);
