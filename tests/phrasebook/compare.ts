/** Reads a wording and its plain words over a model: the same, another reading, or not understood. */
import { read, type ReadResult } from '@zud/core/language/read';
import { someOf } from '../some-of';
import type { Known } from '../demo-names';
import { filled, needsOf, pairsOf, slotsOf, type Pair } from './filling';

export type Verdict = 'same' | 'other' | 'missed' | 'plain not read' | 'no base';

export interface Compared {
  readonly pair: Pair;
  readonly base: string | undefined;
  readonly said: string;
  readonly plain: string;
  readonly verdict: Verdict;
  readonly now: ReadResult | null;
  readonly other: ReadResult | null;
}

const sorted = (_key: string, value: unknown): unknown =>
  value !== null && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
/** A reading to be compared; where a level and a grain are both named, their order is not part of a pair of questions. */
const told = (result: ReadResult, anyOrder: boolean) =>
  JSON.stringify([result.reading, result.move ?? null], (key, value: unknown) =>
    anyOrder && key === 'by' && Array.isArray(value)
      ? value.map((one) => JSON.stringify(one, sorted)).sort()
      : sorted(key, value),
  );
const RIGHT: readonly ReadResult['outcome'][] = ['answered', 'move'];

/**
 * Each pair that the model can fill; nothing where it has too little.
 * @param filling which of the fillings of a model
 * @param every one of so many pairs, spread evenly over them
 */
export function* comparisons(known: Known, filling: number, every = 1): Generator<Compared> {
  const slots = slotsOf(known, 7 + 13 * filling);
  if (slots === null) return;
  const bases = new Map<string, ReadResult>();
  for (const pair of someOf([...pairsOf('questions'), ...pairsOf('follow-ups')], every)) {
    if (pair.then !== undefined) continue;
    const said = filled(pair.said, slots);
    const plain = filled(pair.plain, slots);
    const base = pair.base === undefined ? undefined : filled(pair.base, slots);
    if (said === null || plain === null || base === null || needsOf(pair).some((one) => slots.has[one] === false))
      continue;
    const first = base === undefined ? null : (bases.get(base) ?? read(base, { ...known, before: null }));
    if (base !== undefined && first !== null) bases.set(base, first);
    if (first !== null && first.reading === null) {
      yield { pair, base, said, plain, verdict: 'no base', now: null, other: null };
      continue;
    }
    const before = first?.reading ?? null;
    const other = read(plain, { ...known, before });
    const now = read(said, { ...known, before });
    const anyOrder = pair.form !== undefined;
    const verdict: Verdict = !RIGHT.includes(other.outcome)
      ? 'plain not read'
      : now.outcome !== other.outcome
        ? RIGHT.includes(now.outcome)
          ? 'other'
          : 'missed'
        : told(now, anyOrder) === told(other, anyOrder)
          ? 'same'
          : 'other';
    yield { pair, base, said, plain, verdict, now, other };
  }
}

/** How many pairs are read alike, otherwise, or not. */
export function compared(known: Known, fillings: number, every = 1): Record<'same' | 'other' | 'missed', number> {
  const counts = { same: 0, other: 0, missed: 0 };
  for (let filling = 0; filling < fillings; filling += 1)
    for (const { verdict } of comparisons(known, filling, every)) if (verdict in counts) counts[verdict as 'same'] += 1;
  return counts;
}
