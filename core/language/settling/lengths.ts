/** Which number of its own a record is said by where no measure is named: "longer than 3 hours", "30 days late", "over €500". */
import { byWord } from '../by-word';
import { factHasLevel, rowColumnOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { isMoney } from '../names/quality';
import type { Amount } from '../intent';
import { stemOf } from '../names/derived';
import { nameWords } from '../tokens';
import { isLengthOfTime, isOfTheKind, unitOfTime } from './amounts';

/** What a comparative speaks of, as the words that the names of such measures hold; the likelier ones first. */
const SPOKEN_OF: Readonly<Record<string, readonly RegExp[]>> = byWord({
  long: [/\b(length|duration|stay|long|lasting)\b/i, /\btime\b/i],
  late: [/\b(delay|late|lateness|overdue)\b/i],
  old: [/\bage\b/i],
  slow: [/\b(duration|speed)\b/i, /\btime\b/i],
  heavy: [/\b(weight|mass|load)\b/i],
  dear: [/\b(price|cost|fare|fee)\b/i],
});
const ABOUT: Readonly<Record<string, keyof typeof SPOKEN_OF>> = byWord({
  longer: 'long',
  shorter: 'long',
  later: 'late',
  older: 'old',
  younger: 'old',
  slower: 'slow',
  faster: 'slow',
  quicker: 'slow',
  heavier: 'heavy',
  lighter: 'heavy',
  dearer: 'dear',
  cheaper: 'dear',
});
/** Qualities that an amount is said of ("10 minutes late"), with the comparative that speaks of the same number; parts of names as well. */
export const QUALITIES: Readonly<Record<string, string>> = byWord({
  late: 'later',
  long: 'longer',
  old: 'older',
  heavy: 'heavier',
  overdue: 'later',
});
/** Comparatives of what a record has, with the direction they test in. */
export const COMPARATIVES: Readonly<Record<string, 'over' | 'under'>> = byWord({
  longer: 'over',
  shorter: 'under',
  later: 'over',
  older: 'over',
  younger: 'under',
  slower: 'over',
  faster: 'under',
  quicker: 'under',
  heavier: 'over',
  lighter: 'under',
  dearer: 'over',
  cheaper: 'under',
});
/** Of how many numbers of a record such words may speak; of two that fit, the person chooses. */
export const PLACES = [0, 1, 2] as const;
/** The word under which any amount of money is meant. */
const WORTH = 'worth';
const WEIGHTS: ReadonlySet<string> = new Set(['g', 'kg', 't', 'lb', 'tonnes']);

/** The word that an amount of money, time or weight is meant by where none is said: "orders over €100", "calls over 10 minutes"; null for others. */
export function wordOfAmount(amount: Amount | undefined): string | null {
  if (/^[A-Z]{3}$/.test(amount?.unit ?? '')) return WORTH;
  if (amount?.unit !== undefined && isLengthOfTime(amount.unit)) return 'longer';
  return WEIGHTS.has(amount?.unit ?? '') ? 'heavier' : null;
}

export interface SaidLength {
  /** A comparative, or that of {@link wordOfAmount}. */
  readonly word: string;
  readonly amount: Amount | undefined;
  /** What it took so long to do. */
  readonly to?: string | undefined;
}

/**
 * The measures of such a number, one for each column, of the records of certain facts.
 * @returns `refused` where there are such numbers, but none of what it took so long to do
 */
export function measuresOfLength(
  { word, amount, to }: SaidLength,
  facts: readonly string[],
  model: Model,
): readonly Measure[] | 'refused' {
  const known = [...model.measures.values()].filter((one) => facts.includes(rowColumnOf(model, one.id)?.fact ?? ''));
  const named = (one: Measure, holds: (name: string) => boolean) => [one.name, ...one.synonyms].some(holds);
  const about = ABOUT[word] ?? '';
  const [certain, ...likely] = (SPOKEN_OF[about] ?? []).map((words) =>
    known.filter((one) => named(one, (name) => words.test(name))),
  );
  // “time” is in many names: a lead time is not how long a stay was, where its nights are known
  const inTime = known.filter((one) => one.hidden !== true && one.unit === undefined && unitOfTime(one) !== undefined);
  const spokenOf =
    (certain ?? []).length > 0
      ? certain
      : likely
          .map((found) => (found.length > 0 ? [...found, ...inTime.filter((one) => !found.includes(one))] : found))
          .find((found) => found.length > 0);
  // where no name speaks of how long or heavy they are, what is kept in such a unit does; days are no age, though
  const inUnit = ['long', 'slow', 'heavy'].includes(about)
    ? known.filter((one) => isOfTheKind(unitOfTime(one), amount) && one.hidden !== true)
    : [];
  const money = known.filter((one) => isMoney(one) && one.hidden !== true);
  const usual = money.filter((one) => one.id === model.defaultMeasure);
  const spoken = word !== WORTH ? (spokenOf ?? inUnit) : usual.length > 0 ? usual : money;
  const fitting =
    to === undefined
      ? spoken
      : spoken.filter((one) => named(one, (name) => nameWords(name).some((one) => stemOf(one) === stemOf(to))));
  if (spoken.length > 0 && fitting.length === 0) return 'refused';
  const columnOf = (one: Measure) => ('column' in one ? one.column : one.id);
  return fitting.filter((one, index) => fitting.findIndex((other) => columnOf(other) === columnOf(one)) === index);
}

/**
 * How long things take that members of a level have to do with: "how long do divorces take", "is one carrier faster than another".
 * @returns null where nothing is known of it, or several numbers may be meant
 */
export function lengthAt(word: string, level: string, model: Model): Measure | null {
  const facts = [...model.facts.keys()].filter((fact) => factHasLevel(model, fact, level));
  const found = measuresOfLength({ word, amount: undefined }, facts, model);
  const [only, second] =
    found === 'refused' ? [] : found.filter((one) => one.kind === 'average' || one.kind === 'median');
  return only === undefined || second !== undefined ? null : only;
}

/**
 * What records are worth, where no measure is named ("the average bill", "the biggest orders"): the usual measure where it is an amount of money
 * that each of them has, else any such amount, one for each column.
 */
export function worthOf(fact: string, model: Model): readonly Measure[] {
  const found = measuresOfLength({ word: WORTH, amount: undefined }, [fact], model);
  return found === 'refused' ? [] : found.filter((one) => one.kind === 'sum' || one.kind === 'average');
}
