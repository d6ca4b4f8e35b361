/** One label written in several ways: told by its letters, and by typing errors that are rare beside the right form. */
import { editDistance } from '../language/names/distance';

export interface LabelChange {
  readonly from: string;
  readonly to: string;
  readonly count: number;
}

/** Columns with more names than this hold text or names of single things, in which nothing is told from another. */
const MOST_LABELS = 2000;
/** So many times rarer than the right form has a typing error to be. */
const RARER = 5;
const MOST_ERRORS = 3;
/** Shorter words differ by one letter and are others. */
const SHORTEST = 5;

/** Letters and digits alone, without case and accents. */
const keyOf = (label: string): string =>
  label
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '');

/**
 * The labels that are to be written as another is, by frequency. Those that differ by a number, a letter or a word of their own
 * (North 1, North 2) are others.
 * @param counts how many cells hold each label
 * @returns those that differ in case, spaces, marks and accents only; and those that seem mistyped
 */
export function oneLabel(counts: ReadonlyMap<string, number>): {
  readonly spelt: LabelChange[];
  readonly mistyped: LabelChange[];
} {
  if (counts.size > MOST_LABELS || counts.size < 2) return { spelt: [], mistyped: [] };
  const groups = new Map<string, [label: string, count: number][]>();
  for (const [label, count] of counts) {
    const key = keyOf(label);
    if (key !== '') groups.set(key, [...(groups.get(key) ?? []), [label, count]]);
  }
  const right = [...groups.values()].map((group) => {
    const sorted = [...group].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1));
    return {
      label: sorted[0]?.[0] ?? '',
      count: group.reduce((sum, [, count]) => sum + count, 0),
      others: sorted.slice(1),
    };
  });
  const spelt = right.flatMap(({ label, others }) => others.map(([from, count]) => ({ from, to: label, count })));
  const mistyped = right.flatMap((rare): LabelChange[] => {
    if (rare.count > MOST_ERRORS || rare.label.length < SHORTEST) return [];
    const meant = right.filter((one) => one.count >= RARER * rare.count && isMistyped(rare.label, one.label));
    const [only] = meant;
    return meant.length === 1 && only !== undefined ? [{ from: rare.label, to: only.label, count: rare.count }] : [];
  });
  return { spelt, mistyped };
}

/** Is a label another with one letter wrong, or two in a long one; not where a number, a single letter or a whole word differs? */
function isMistyped(label: string, right: string): boolean {
  const [a, b] = [wordsOf(label), wordsOf(right)];
  if (a.length !== b.length) return false;
  const differing = a.flatMap((word, index) => (word === b[index] ? [] : [[word, b[index] ?? ''] as const]));
  const [only] = differing;
  if (only === undefined || differing.length !== 1) return false;
  const [said, meant] = only;
  if (/\d/.test(said + meant) || Math.min(said.length, meant.length) < SHORTEST - 1) return false;
  return editDistance(said, meant, 2) <= (meant.length >= 8 ? 2 : 1);
}

const wordsOf = (label: string): string[] =>
  label
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '');
