/** What an adjective says of what is measured, and the nouns that are said for it. */
import type { Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { byWord } from '../by-word';
import { nameWords } from '../tokens';

export const KINDS = [
  'length',
  'money',
  'weight',
  'depth',
  'height',
  'warmth',
  'age',
  'strength',
  'fullness',
  'lateness',
  'punctuality',
  'contentment',
] as const;
export type QualityKind = (typeof KINDS)[number];

export interface Quality {
  readonly word: string;
  readonly of: QualityKind;
}

/** Words in the names of measures that tell such a quality, where no unit does. */
const NAMED: Readonly<Record<Exclude<QualityKind, 'length' | 'money' | 'weight'>, RegExp>> = {
  depth: /\bdepth\b/,
  height: /\bheight\b/,
  warmth: /\b(temperature|warmth|heat)\b/,
  age: /\bage\b/,
  strength: /\bstrength\b/,
  fullness: /\b(occupancy|utilisation|utilization|fill|load)\b/,
  lateness: /\b(delay|lateness|tardiness|minute late)\b/,
  punctuality: /\b(punctuality|punctual|on time)\b/,
  contentment: /\b(satisfaction|happiness|contentment)\b/,
};
/** Of these a rate tells, not a count: how full it is, not how many loads. */
const RATES: ReadonlySet<QualityKind> = new Set(['fullness', 'punctuality']);
const UNITS: Readonly<Record<'length' | 'weight', readonly string[]>> = {
  length: 's sec seconds min minutes h hours days weeks km m mi miles nm metres'.split(' '),
  weight: 'g kg t tonnes lb kilos'.split(' '),
};

/** Names of amounts of money, where their format does not say it. */
const MONEY = /\b(cost|price|fee|revenue|turnover|income|spend|spending|expense|expenditure|wage|salary|rent|fare)\b/;

/** Is a measure an amount of money: by its format, else by its name (a count or a percentage is none)? */
export const isMoney = ({ kind, format, name }: Measure): boolean =>
  format?.style === 'currency' ||
  (kind !== 'count' && kind !== 'distinct' && format?.style !== 'percent' && MONEY.test(nameWords(name).join(' ')));

/** Does a measure tell how long, dear, heavy, full … something is? */
export function tells(of: QualityKind, measure: Measure | undefined): boolean {
  if (measure === undefined) return false;
  if (of === 'money') return isMoney(measure);
  if (of === 'length' || of === 'weight') return UNITS[of].includes(measure.unit ?? '');
  if (RATES.has(of) && measure.format?.style !== 'percent') return false;
  // “late sailings” counts, and does not tell how late they are
  if ((of === 'lateness' || of === 'contentment') && (measure.kind === 'count' || measure.kind === 'distinct'))
    return false;
  return [measure.name, ...measure.synonyms].some((name) => NAMED[of].test(nameWords(name).join(' ')));
}

/** How something is, by the adjective that asks for it: “how full”. */
const ADJECTIVES: Readonly<Record<string, QualityKind>> = byWord({
  full: 'fullness',
  empty: 'fullness',
  filled: 'fullness',
  occupied: 'fullness',
  deep: 'depth',
  high: 'height',
  tall: 'height',
  warm: 'warmth',
  hot: 'warmth',
  cold: 'warmth',
  old: 'age',
  strong: 'strength',
  late: 'lateness',
  delayed: 'lateness',
  punctual: 'punctuality',
  happy: 'contentment',
  satisfied: 'contentment',
  content: 'contentment',
});

/** Nouns of such adjectives, for the measure that tells it: “fullness” for Occupancy. */
const NOUNS: Readonly<Record<string, QualityKind>> = byWord({
  fullness: 'fullness',
  lateness: 'lateness',
  tardiness: 'lateness',
  punctuality: 'punctuality',
  happiness: 'contentment',
  contentment: 'contentment',
});

export const qualityOfAdjective = (adjective: string): QualityKind | undefined => ADJECTIVES[adjective];

/**
 * The measures that tell a quality, without those that are hidden or planned, and of a sum and its average the average.
 * @example measuresTelling('fullness', …) // load factor
 */
export function measuresTelling(of: QualityKind, model: Model): readonly Measure[] {
  const plans = new Set([...model.measures.values()].flatMap((measure) => measure.plan ?? []));
  const all = [...model.measures.values()].filter(
    (measure) => tells(of, measure) && measure.hidden !== true && !plans.has(measure.id),
  );
  const typical = all.filter(({ kind }) => kind === 'average' || kind === 'ratio');
  return typical.length > 0 ? typical : all;
}

/** The one measure of how late, full, happy … “we” are; null where none is known, or several are. */
export function measureOfAdjective(adjective: string, model: Model): Measure | null {
  const of = ADJECTIVES[adjective];
  const [only, second] = of === undefined ? [] : measuresTelling(of, model);
  return only === undefined || second !== undefined ? null : only;
}

/** The measures that a noun like “fullness” speaks of. */
export function measuresOfNoun(noun: string, model: Model): readonly Measure[] {
  const of = NOUNS[noun];
  return of === undefined ? [] : measuresTelling(of, model);
}
