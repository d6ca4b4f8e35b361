/** Which findings are told: those that stand out among all that was looked at, each once, and not the same thing twice in a row. */
import { qValues } from './many-looks';

export interface Candidate {
  readonly kind: string;
  readonly measure: string;
  /** What it is about, so that the same figures under other names are told once. */
  readonly figures: string;
  /** p-value; null where nothing is tested. */
  readonly tail: number | null;
  /** How much it matters: as a fraction of what is usual. */
  readonly size: number;
  /** Which part of the whole it is about, from 0 to 1. */
  readonly part: number;
  /** Where the same was told already: the wider first. */
  readonly breadth: number;
  /** Of whom it is: of one of whom several measures tell the same, one is told. */
  readonly whose: string;
  /** Where in time it lies, so that what all of them share is told of the widest only. */
  readonly at: string;
}

/** The rate of false discoveries up to which a finding is told. */
const TOLD = 0.02;
const LEAST_SIZE = 0.02;
const MOST_SURPRISE = 12;
/** Findings of one kind on one measure. */
const MOST_ALIKE = 2;

const KIND_WEIGHTS: Readonly<Record<string, number>> = {
  'outlier': 1.2,
  'shift': 1.1,
  'unlike its peers': 0.35,
  'streak': 0.7,
  'trend': 0.6,
  'concentration': 0.5,
  'mix': 0.9,
  'relation': 0.5,
  'missing': 1.1,
};

/**
 * @param untested how many more were looked at than there are candidates
 * @returns the candidates that are told, the most telling first, with their q-values
 */
export function worthALook<C extends Candidate>(
  candidates: readonly C[],
  most: number,
): { readonly found: C; readonly q: number | null }[] {
  const tested = candidates.filter(({ tail }) => tail !== null);
  const q = new Map(qValues(tested.map(({ tail }) => tail ?? 1)).map((value, index) => [tested[index], value]));
  const ranked = candidates
    .map((found) => ({ found, q: q.get(found) ?? null }))
    .filter((one) => (one.q ?? 0) <= TOLD && Math.abs(one.found.size) >= LEAST_SIZE)
    .map((one) => ({ ...one, score: scoreOf(one.found, one.q) }))
    .sort((a, b) => b.score - a.score || a.found.breadth - b.found.breadth);
  const told: { found: C; q: number | null }[] = [];
  const left: typeof ranked = [];
  const figures = new Set<string>();
  const places = new Set<string>();
  for (const one of ranked) {
    const { found } = one;
    const place = `${found.kind} ${found.measure} ${found.at}`;
    const whose = `${found.kind} ${found.whose} ${found.at}`;
    if (figures.has(`${found.kind} ${found.figures}`) || places.has(place) || places.has(whose)) continue;
    figures.add(`${found.kind} ${found.figures}`);
    places.add(place);
    if (found.whose !== '') places.add(whose);
    const alike = told.filter((other) => other.found.kind === found.kind && other.found.measure === found.measure);
    const last = told.at(-1)?.found;
    if (alike.length >= MOST_ALIKE || (last?.kind === found.kind && last.measure === found.measure)) left.push(one);
    else told.push({ found, q: one.q });
    if (told.length >= most) break;
  }
  return [...told, ...left.map(({ found, q: value }) => ({ found, q: value }))].slice(0, most);
}

function scoreOf({ kind, size, part }: Candidate, q: number | null): number {
  const surprise = q === null ? 2 : Math.min(MOST_SURPRISE, -Math.log10(Math.max(q, 1e-300)));
  return (KIND_WEIGHTS[kind] ?? 1) * surprise * Math.sqrt(Math.min(2, Math.abs(size))) * Math.max(0.05, part) ** 0.35;
}
