/** "the slowest crews", "the three cheapest bands": adjectives that speak of a length of time, of money or of weight, and so of a measure in such a unit. */
import { KINDS, measuresTelling, qualityOfAdjective, tells, type Quality } from '../names/quality';
import { isMeasure, measureOf, measuresIn, type Calculation } from '../../model/calculation';
import { factHasLevel, factsOf, rowColumnOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { inSentence, listWords } from '../../reading/words';
import type { Edit } from '../../reading/edit-schema';
import type { Key, Reading } from '../../reading/schema';
import type { SaidEdit, Sense } from '../intent';
import type { Token } from '../tokens';
import { CannotSettle } from './cannot-settle';
import { type Situation } from './situation';

/** Words that one record alone can be said to be. */
export const EXTREMES: readonly string[] = [
  'longest',
  'shortest',
  'slowest',
  'fastest',
  'quickest',
  'cheapest',
  'dearest',
  'priciest',
  'heaviest',
  'lightest',
];
const WORDS: Readonly<Record<Quality['of'], readonly string[]>> = {
  length: ['longest', 'shortest', 'slowest', 'fastest', 'quickest'],
  money: ['cheapest', 'dearest', 'priciest', 'expensive'],
  weight: ['heaviest', 'lightest'],
  depth: ['deepest', 'shallowest'],
  height: ['tallest'],
  warmth: ['warmest', 'hottest', 'coldest'],
  age: ['oldest', 'youngest'],
  strength: ['strongest', 'weakest'],
  fullness: ['fullest', 'emptiest'],
  lateness: [],
  punctuality: [],
  contentment: ['happiest', 'unhappiest'],
};
/** Those of them that speak of little. */
const LEAST: ReadonlySet<string> = new Set([
  'shortest',
  'fastest',
  'quickest',
  'cheapest',
  'lightest',
  'shallowest',
  'coldest',
  'youngest',
  'emptiest',
  'unhappiest',
]);
/** “slowest selling”, “fastest growing” speak of how something goes, not of how long it takes. */
const GOING: ReadonlySet<string> = new Set([
  'selling',
  'growing',
  'rising',
  'falling',
  'declining',
  'shrinking',
  'moving',
  'improving',
]);

/** The first such adjective among words; null where there is none. “Strongest” says “best” of most models, and speaks of strength where that is measured. */
export function qualityIn(tokens: readonly Token[], model: Model): Quality | null {
  const found = tokens.flatMap(({ word }, index) =>
    GOING.has(tokens[index + 1]?.word ?? '')
      ? []
      : KINDS.filter((kind) => WORDS[kind].includes(word)).map((kind): Quality => ({ word, of: kind })),
  );
  return (
    found.find(({ of }) => of !== 'strength' || [...model.measures.values()].some((measure) => tells(of, measure))) ??
    null
  );
}

/**
 * The measure that such an adjective ranks by, where none is said: null where what is shown is in such a unit.
 * @throws CannotSettle where several measures may be meant, or none is in such a unit
 */
function measureOfQuality(
  { word, of }: Quality,
  shown: Calculation | null,
  key: Key | null,
  model: Model,
): Calculation | null {
  if (shown !== null && isInUnit({ word, of }, shown, model)) return null;
  const knows = (measure: Measure) =>
    key?.kind !== 'level' ||
    factsOf(model, measureOf(measure.id)).every((fact) => factHasLevel(model, fact, key.level));
  const fitting = [...model.measures.values()].filter(
    (measure) => tells(of, measure) && measure.hidden !== true && knows(measure),
  );
  const plans = new Set([...model.measures.values()].flatMap((measure) => measure.plan ?? []));
  // what is cheap has a low price, not little revenue: of amounts of money, those of one thing
  const [only, second] =
    of === 'money'
      ? fitting.filter((measure) => measure.kind === 'ratio' || measure.kind === 'average')
      : fitting.filter((measure) => !plans.has(measure.id));
  if (only === undefined) throw new CannotSettle(`Nothing in this model can be “${word}”; say by which measure.`, true);
  if (second !== undefined)
    throw new CannotSettle(
      `“${word}” may be said of ${listWords(
        fitting.map((measure) => inSentence(measure.name)),
        'or',
      )}; say by which, for example “… by ${inSentence(only.name)}”.`,
      true,
    );
  return shown !== null && isMeasure(shown) && shown.measure === only.id ? null : measureOf(only.id);
}

/** The measure of how full, deep, old … members of a level are; null where none is known of them, or several are. */
export function qualityAt(adjective: string, level: string, model: Model): Measure | null {
  const of = qualityOfAdjective(adjective);
  const [only, second] =
    of === undefined
      ? []
      : measuresTelling(of, model).filter((one) =>
          factsOf(model, measureOf(one.id)).every((fact) => factHasLevel(model, fact, level)),
        );
  return only === undefined || second !== undefined ? null : only;
}

/** Is a measure of what an adjective speaks of: Snow depth, of “how deep is the snow”? */
export function speaksOfQuality(adjective: string, measure: Measure | undefined): boolean {
  const of = qualityOfAdjective(adjective);
  return of !== undefined && tells(of, measure);
}

/** Is something shown in a unit that such an adjective speaks of? */
const isInUnit = ({ of }: Quality, shown: Calculation, model: Model): boolean =>
  measuresIn(shown).some((id) => tells(of, model.measures.get(id)));

/**
 * The numbers of their own by which records can be "the longest", "the cheapest": one measure for each column in such a unit.
 * @param fact whose records are meant
 */
export function extremeBy(
  word: string,
  fact: string,
  model: Model,
): { readonly end: 'minimum' | 'maximum'; readonly measures: readonly Measure[] } | null {
  const of = KINDS.find((kind) => WORDS[kind].includes(word));
  if (of === undefined) return null;
  const columnOf = ({ id }: Measure) => JSON.stringify(rowColumnOf(model, id));
  const fitting = [...model.measures.values()].filter(
    (measure) => tells(of, measure) && measure.hidden !== true && rowColumnOf(model, measure.id)?.fact === fact,
  );
  const measures = fitting.filter(
    (one, index) => fitting.findIndex((other) => columnOf(other) === columnOf(one)) === index,
  );
  // of several amounts of money, the words do not say which is the price
  return of === 'money' && measures.length > 1 ? null : { end: LEAST.has(word) ? 'minimum' : 'maximum', measures };
}

/** @throws CannotSettle where such an adjective is said of how many there are */
export function refuseCounted(quality: Quality | null, by: Calculation | null, model: Model): void {
  const counted = by !== null && isMeasure(by) ? model.measures.get(by.measure) : undefined;
  if (quality !== null && quality.of !== 'strength' && (counted?.kind === 'count' || counted?.kind === 'distinct'))
    throw new CannotSettle(
      `How many there are cannot be “${quality.word}”; name the measure, or say “most ${inSentence(counted.name)}”.`,
    );
}

/**
 * “The slowest”, of passengers by coast: nothing that is shown can be so. Beside something else, how it grew may be.
 * @throws CannotSettle
 */
export function refuseUnfitting({ model, quality }: Situation, { shown, against }: Reading): void {
  if (quality === null || against !== null || shown.length === 0) return;
  if (!shown.some(({ calculation }) => isInUnit(quality, calculation, model)))
    throw new CannotSettle(`Nothing that is shown can be “${quality.word}”; say by which measure.`, true);
}

/** “And the slowest”, after what grew fastest, grew least. */
export function ofGrowth(sense: Sense, { quality }: Situation, { against }: Reading): Sense {
  if (against === null || quality === null) return sense;
  return quality.word === 'slowest' ? 'bottom' : /^(fastest|quickest)$/.test(quality.word) ? 'top' : sense;
}

/** A rank that only an adjective says what it is by, by that. */
export function byQuality(
  rank: Extract<SaidEdit, { do: 'saidRank' }>,
  done: readonly Edit[],
  { model, quality }: Situation,
  base: Reading,
  asFollowUp: boolean,
): typeof rank {
  if (quality === null) return rank;
  if (rank.rank.by !== null) {
    refuseCounted(quality, rank.rank.by, model);
    return rank;
  }
  const shown =
    done.flatMap((edit) => (edit.do === 'show' && edit.how === 'replace' ? edit.shown : []))[0]?.calculation ??
    (asFollowUp ? base.shown[0]?.calculation : undefined) ??
    null;
  const by = measureOfQuality(quality, shown, rank.rank.of, model);
  return by === null ? rank : { ...rank, rank: { ...rank.rank, by } };
}

/** What “longest first” sorts by, where that is shown. @throws CannotSettle where nothing shown is in such a unit */
export function sortedByQuality(
  done: readonly Edit[],
  { model, quality }: Situation,
  base: Reading,
  asFollowUp: boolean,
): Calculation | undefined {
  const shown = [...done.flatMap((edit) => (edit.do === 'show' ? edit.shown : [])), ...(asFollowUp ? base.shown : [])];
  if (quality === null || shown.length === 0) return undefined;
  const fitting = shown.find((one) => isInUnit(quality, one.calculation, model));
  if (fitting === undefined)
    throw new CannotSettle(`Nothing that is shown can be “${quality.word}”; name the measure to sort by.`, true);
  return fitting.calculation;
}
