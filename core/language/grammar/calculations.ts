/** Grammar of what is shown: measures, row functions, arithmetic, transforms. Gives `Term`, `Calculation`, `Shown` and `ShownList`. */
import {
  arithmetic,
  isQuotient,
  measureOf,
  type Calculation,
  type Operator,
  type RowFunction,
} from '../../model/calculation';
import { factHasLevel, factsOf } from '../../model/model';
import { same, type Transform } from '../../reading/schema';
import type { Grain } from '../../time/grain';
import type { SaidShown, SaidTransform } from '../intent';
import { doersOf } from '../kinds';
import { isDone } from '../names/derived';
import { measuresOfLength, PLACES, worthOf } from '../settling/lengths';
import { EXTREMES, extremeBy } from '../settling/qualities';
import { singular } from '../tokens';
import type { Question } from '../question';
import { DOING } from './readers';
import type { Parts, Rule } from './rule';

const calculation = (parts: Parts, name = 'Calculation') => parts[name] as Calculation;

/**
 * A row function of a measure: of the column behind a sum. A measure that is that aggregate already, or for an average a ratio or
 * another average, is meant itself: there is no average of averages.
 */
export function rowFunction(name: RowFunction) {
  return (parts: Parts, question: Question): Calculation | null => {
    const found = question.model.measures.get(parts['Measure'] as string);
    if (!found) return null;
    if (found.kind === name || (name === 'average' && found.kind === 'ratio')) return measureOf(found.id);
    return ['sum', 'average', 'median', 'minimum', 'maximum', 'percentile'].includes(found.kind)
      ? { kind: 'rows', function: name, measure: found.id }
      : null;
  };
}

/** "The highest delay" is one record's; "the highest average delay" is of many, and not yet said of which. */
const mostOfOne =
  (name: 'maximum' | 'minimum') =>
  (parts: Parts, question: Question): Calculation | null =>
    question.tokens.some(
      ({ word }, at) =>
        OF_MANY.has(word) && /^(highest|largest|lowest|smallest)$/.test(question.tokens[at - 1]?.word ?? ''),
    )
      ? null
      : rowFunction(name)(parts, question);
const OF_MANY: ReadonlySet<string> = new Set(['average', 'mean', 'median', 'typical', 'total']);

/** The value below which a percentage of the rows lie. */
function percentile(parts: Parts, question: Question): Calculation | null {
  const found = question.model.measures.get(parts['Measure'] as string);
  const at = parts['Number'] as number;
  if (!found || at < 0 || at > 100) return null;
  return ['sum', 'average', 'median', 'minimum', 'maximum', 'percentile'].includes(found.kind)
    ? { kind: 'percentile', percentile: at, measure: found.id }
    : null;
}

/** "cost of repairs": of the records that the second measure counts. */
function ofRecords(parts: Parts, { model }: Question): Calculation | null {
  const [measure, records] = [parts['Measure'] as string, parts['records'] as string].map((id) =>
    model.measures.get(id),
  );
  if (!measure || records?.kind !== 'count' || records.only.length > 0 || measure.kind === 'count') return null;
  return factsOf(model, measureOf(measure.id)).includes(records.fact) ? measureOf(measure.id) : null;
}

/** "collection rate of fines", where fines are what is collected: a part of the ratio says nothing more of it. */
function ofItsPart(parts: Parts, { model }: Question): Calculation | null {
  const [ratio, part] = [model.measures.get(parts['ratio'] as string), parts['Measure'] as string];
  return ratio?.kind === 'ratio' && (ratio.of === part || ratio.per === part) ? measureOf(ratio.id) : null;
}

/** "rides on an average day": the sums of the days, averaged. */
function averageOf(parts: Parts, question: Question): Calculation | null {
  return ['sum', 'count'].includes(question.model.measures.get(parts['Measure'] as string)?.kind ?? '')
    ? perPeriod(parts, 'Unit')
    : null;
}

const perPeriod = (parts: Parts, unit: string): Calculation => ({
  kind: 'perPeriod',
  grain: parts[unit] as Grain,
  measure: parts['Measure'] as string,
});

/** "number of Ys": the count of Y where the model has such a measure, else the distinct members of the level. */
export function countOfLevel(parts: Parts, question: Question): Calculation {
  const level = parts['Level'] as string;
  const name = singular((question.model.levels.get(level)?.level.name ?? '').toLowerCase());
  for (const found of question.model.measures.values())
    if (
      (found.kind === 'count' || found.kind === 'distinct' || found.kind === 'last') &&
      singular(found.name.toLowerCase()) === name
    )
      return measureOf(found.id);
  return { kind: 'members', level };
}

/** "number of accounts among cancellations": those that such records have. */
function amongRecords(parts: Parts, { model }: Question): Calculation | null {
  const [level, fact] = [parts['Level'] as string, parts['Fact'] as string];
  return factHasLevel(model, fact, level) ? { kind: 'members', level, fact } : null;
}

/** "how many airlines fly to Asia": what they do is what a measure counts, so it says nothing more of them. */
function isDoneBy(verb: string, { names, model }: Question, level: string): boolean {
  const counted = names
    .meantByVerb(verb)
    .flatMap(({ named }) => (named.kind === 'measure' ? [model.measures.get(named.id)] : []));
  return (
    DOING.has(verb) ||
    doersOf(verb, model).some((one) => one.level.id === level) ||
    counted.some((one) => one?.kind === 'count' && factHasLevel(model, one.fact, level))
  );
}

/** "cancelled stays", where cancellations of the same records are measured. */
function doneOf(parts: Parts, { model, names }: Question): Calculation | null {
  const verb = String(parts['verb']).toLowerCase();
  const records = model.measures.get(parts['records'] as string);
  if (!isDone(verb) || records?.kind !== 'count' || records.only.length > 0) return null;
  const [only, second] = names
    .meantByVerb(verb)
    .flatMap(({ named }) => (named.kind === 'measure' ? (model.measures.get(named.id) ?? []) : []));
  return only === undefined ||
    second !== undefined ||
    !['sum', 'count'].includes(only.kind) ||
    !factsOf(model, measureOf(only.id)).includes(records.fact)
    ? null
    : measureOf(only.id);
}

/** Folds the tail of a sum or product to the left: a − b − c is (a − b) − c. */
type Tail = readonly { readonly operator: Operator; readonly term: Calculation }[];
const folded = (parts: Parts, head: string): Calculation =>
  (parts['Tail'] as Tail).reduce(
    (left, { operator, term }) => arithmetic(operator, left, term),
    calculation(parts, head),
  );
/** "costs minus fines per court" is the whole of it per court: of amounts in one unit, what remains is divided. */
function summed(parts: Parts, { tokens }: Question): Calculation {
  const made = folded(parts, 'Product');
  const inSigns = tokens.some(({ text }) => text === '(' || text === '/' || text === '÷');
  if (made.kind !== 'arithmetic' || inSigns || !tokens.some(({ word }) => word === 'per')) return made;
  const { operator, left, right } = made;
  return (operator === 'add' || operator === 'subtract') && isQuotient(right) && !isQuotient(left)
    ? arithmetic('divide', arithmetic(operator, left, right.left), right.right)
    : made;
}

const tail =
  (operator: Operator, name: string) =>
  (parts: Parts): Tail => [
    { operator, term: calculation(parts, name) },
    ...((parts['Tail'] as Tail | undefined) ?? []),
  ];

const withTransform =
  (transform: (parts: Parts) => SaidTransform) =>
  (parts: Parts): SaidShown => ({ calculation: calculation(parts), transform: transform(parts) });
const share: Transform = { kind: 'share', within: 'all' };

/** "returns as a share of sales" divides; of all of the same, it is a share of the whole. */
function shareOf(parts: Parts): SaidShown {
  const [part, whole] = [calculation(parts), calculation(parts, 'whole')];
  return same(part, whole)
    ? { calculation: part, transform: { kind: 'shareOfAll' } }
    : { calculation: arithmetic('divide', part, whole), transform: null };
}

/** "failed / sat as %": what one is of the other is a percentage already. */
function asPercent(parts: Parts): SaidShown | null {
  const said = calculation(parts);
  return isQuotient(said) ? { calculation: said, transform: null } : null;
}

/** "the longest ride": the greatest of the number of their own that records are long by; where there are several, each is a reading. */
function extremeOfRecords(parts: Parts, { model }: Question, place: number): Calculation | null {
  const records = model.measures.get(parts['records'] as string);
  if (records?.kind !== 'count') return null;
  const found = extremeBy(parts['Extreme'] as string, records.fact, model);
  const measure = found?.measures[place];
  return measure === undefined || found === null ? null : { kind: 'rows', function: found.end, measure: measure.id };
}

/** "which ward has the longest stays": of a single stay that is the longest, of stays how long they are. */
export function longestOf(
  parts: Parts,
  { model, tokens }: Question,
): { readonly sense: 'top' | 'bottom'; readonly by: Calculation } | null {
  const records = model.measures.get(parts['records'] as string);
  const found = records?.kind === 'count' ? extremeBy(parts['Extreme'] as string, records.fact, model) : null;
  const [measure, second] = found?.measures ?? [];
  if (found === null || measure === undefined || second !== undefined) return null;
  const after = tokens[tokens.findIndex((token) => token.word === parts['Extreme']) + 1]?.word ?? '';
  const single = isSingular(after);
  const own: Calculation =
    measure.kind === 'average' || measure.kind === 'median'
      ? measureOf(measure.id)
      : { kind: 'rows', function: 'average', measure: measure.id };
  return {
    sense: found.end === 'maximum' ? 'top' : 'bottom',
    by: single ? { kind: 'rows', function: found.end, measure: measure.id } : own,
  };
}

/** "average ticket price", where tickets are counted: is another measure named right after? */
const namesMore = (records: string, question: Question): boolean =>
  question.tokens.some((_token, at) =>
    question
      .namesAt(at)
      .some(
        ({ match, end }) =>
          match.named.id === records && question.namesAt(end).some((next) => next.match.named.kind === 'measure'),
      ),
  );

/** Is one record spoken of: “the average bill”? “Average bills” are how many there are. */
const namesOne = (records: string, question: Question): boolean =>
  question.tokens.some((_token, at) =>
    question
      .namesAt(at)
      .some(({ match, end }) => match.named.id === records && isSingular(question.tokens[end - 1]?.word ?? '')),
  );
const isSingular = (word: string): boolean => singular(word) === word;

/** "the average bill", "the largest single order": of what each of these records is worth. */
function worthOfRecords(name: RowFunction, place: number) {
  return (parts: Parts, question: Question): Calculation | null => {
    const records = question.model.measures.get(parts['records'] as string);
    if (namesMore(parts['records'] as string, question) || !namesOne(parts['records'] as string, question)) return null;
    const measure =
      records?.kind === 'count' && records.only.length === 0 ? worthOf(records.fact, question.model)[place] : undefined;
    return measure === undefined ? null : rowFunction(name)({ Measure: measure.id }, question);
  };
}

/** "how late are deliveries on average". */
export const howLong = (parts: Parts, question: Question, place: number): Calculation | null =>
  ofQuality(parts, question, parts['Quality'] as string, place);

/** "how long is the average hire": of the number that these records are long by. */
const lengthOfRecords = (parts: Parts, question: Question, place: number): Calculation | null =>
  ofQuality(parts, question, 'longer', place);

function ofQuality(parts: Parts, question: Question, word: string, place: number): Calculation | null {
  const records = question.model.measures.get(parts['records'] as string);
  const found =
    records?.kind === 'count' ? measuresOfLength({ word, amount: undefined }, [records.fact], question.model) : [];
  const measure = found === 'refused' ? undefined : found[place];
  return measure === undefined ? null : rowFunction('average')({ Measure: measure.id }, question);
}

/** What numbers alone come to is nothing that is measured. */
const isNumber = (one: Calculation): boolean =>
  one.kind === 'number' || (one.kind === 'arithmetic' && isNumber(one.left) && isNumber(one.right));
const measured = (one: Calculation): Calculation | null => (isNumber(one) ? null : one);

export const AVERAGE = '(average|mean|avg|typical)';
/** Words for one number of the records, whatever they are of. */
const WORTHS: readonly (readonly [string, RowFunction])[] = [
  [AVERAGE, 'average'],
  ['median', 'median'],
  ['(maximum|largest single|biggest single|highest single|single largest|single biggest|single highest)', 'maximum'],
  ['(minimum|smallest single|lowest single|single smallest|single lowest)', 'minimum'],
];
/** Words for what single values come to; “total” is all of them together. */
export type SaidFunction = RowFunction | 'total' | { readonly percentile: number };
const FUNCTIONS: readonly (readonly [string, SaidFunction])[] = [
  ['(total|sum)', 'total'],
  [AVERAGE, 'average'],
  ['median', 'median'],
  ['(minimum|min|lowest|smallest|shortest) [single]', 'minimum'],
  ['(maximum|max|highest|largest|biggest|longest) [single]', 'maximum'],
];
export const COUNTED = '[(number|amount|count|volume|total) of]';
const CHANGE =
  '(% change|percentage change|percent change|relative change|% growth|percentage growth|growth rate|percentage increase|% increase)';

export const CALCULATION_RULES: readonly Rule<Question>[] = [
  { gives: 'Term', form: '{Measure}', means: (p) => measureOf(p['Measure'] as string) },
  {
    gives: 'Term',
    form: '(all|all the|all of the|all our) {Measure}',
    means: (p, q) =>
      q.model.measures.get(p['Measure'] as string)?.kind === 'count' ? measureOf(p['Measure'] as string) : null,
    cost: 0.3,
  },
  { gives: 'Term', form: '{Measure} of {Measure:records}', means: ofRecords, cost: -0.15 },
  { gives: 'Term', form: '{Measure:ratio} (of|for|on) {Measure}', means: ofItsPart, cost: -0.1 },
  {
    gives: 'Term',
    form: '(total|overall|sum of|total of|total amount of|sum total of|combined) {Measure}',
    means: (p, q) =>
      ['sum', 'count', 'last'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '')
        ? measureOf(p['Measure'] as string)
        : null,
  },
  { gives: 'Term', form: `${AVERAGE} [of] {Measure}`, means: rowFunction('average') },
  { gives: 'Term', form: '{Measure} average', means: rowFunction('average'), cost: 0.1 },
  ...EXTREMES.map((word): Rule<Question> => ({ gives: 'Extreme', form: word, means: () => word })),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Term',
    form: '{Extreme} [single] {Measure:records}',
    means: (p, q) => extremeOfRecords(p, q, place),
    cost: -0.2,
  })),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Term',
    form: '(how long|how long on average) (is|was|were|are|does|do|did) [(an|the|a)] [(average|typical)] {Measure:records} [(take|last|lasts)] [on average]',
    means: (p, q) => lengthOfRecords(p, q, place),
    cost: -0.1,
  })),
  ...PLACES.flatMap((place) =>
    WORTHS.map(([words, name]): Rule<Question> => ({
      gives: 'Term',
      form: `${words} {Measure:records}`,
      means: worthOfRecords(name, place),
      cost: 0.1,
    })),
  ),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Term',
    form: 'how {Quality} (are|is|were|was) [the] {Measure:records} [on average]',
    means: (p, q) => howLong(p, q, place),
    cost: -0.2,
  })),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Term',
    form: '(how long|how big|how much|how high|how heavy|how expensive) (is|was|are|were) [the] {Extreme} [single] {Measure:records}',
    means: (p, q) => extremeOfRecords(p, q, place),
    cost: -0.3,
  })),
  { gives: 'Term', form: 'median [of] {Measure}', means: rowFunction('median') },
  { gives: 'Term', form: '{Measure} median', means: rowFunction('median'), cost: 0.1 },
  {
    gives: 'Term',
    form: '(minimum|min|smallest single|lowest single|shortest single) [of] {Measure}',
    means: rowFunction('minimum'),
  },
  {
    gives: 'Term',
    form: '(maximum|max|largest single|highest single|biggest single|longest single) [of] {Measure}',
    means: rowFunction('maximum'),
  },
  { gives: 'Term', form: '(highest|largest) {Measure}', means: mostOfOne('maximum'), cost: 0.3 },
  { gives: 'Term', form: '(lowest|smallest) {Measure}', means: mostOfOne('minimum'), cost: 0.3 },
  { gives: 'Term', form: '{Number} (percentile|th percentile|percent quantile) [of] {Measure}', means: percentile },
  { gives: 'Term', form: '{Measure} {Number} percentile', means: percentile, cost: 0.1 },
  { gives: 'Term', form: `${AVERAGE} {UnitAdverb} ${COUNTED} {Measure}`, means: (p) => perPeriod(p, 'UnitAdverb') },
  {
    gives: 'Term',
    form: `{UnitAdverb} ${AVERAGE} ${COUNTED} [of] {Measure}`,
    means: (p) => perPeriod(p, 'UnitAdverb'),
  },
  {
    gives: 'Term',
    form: `${AVERAGE} [of] ${COUNTED} {Measure} (per|a|each|every|for each) {Unit}`,
    means: (p) => perPeriod(p, 'Unit'),
    cost: -0.1,
  },
  {
    gives: 'Term',
    form: `[(how many|how much)] ${COUNTED} {Measure} on average (per|a|each|every) {Unit}`,
    means: (p) => perPeriod(p, 'Unit'),
    cost: -0.3,
  },
  { gives: 'Term', form: `{Measure} (per|a|each) {Unit} on average`, means: (p) => perPeriod(p, 'Unit'), cost: -0.1 },
  {
    gives: 'Term',
    form: `(average|mean) (per|a|for each) {Unit} of {Measure}`,
    means: (p) => perPeriod(p, 'Unit'),
    cost: -0.1,
  },
  {
    gives: 'Term',
    form: `${AVERAGE} ${COUNTED} {Measure:left} (per|for each|for every) {Measure:right}`,
    means: (p) => arithmetic('divide', measureOf(p['left'] as string), measureOf(p['right'] as string)),
    cost: 0.05,
  },
  {
    gives: 'Term',
    form: '(number|count|amount|volume|quantity) of {Measure}',
    means: (p, q) =>
      ['count', 'distinct', 'sum'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '')
        ? measureOf(p['Measure'] as string)
        : null,
  },
  {
    gives: 'Term',
    form: '((number|count) of|how many) [(different|distinct|unique|separate)] {Level} [(did|do) (we|they) (sell|have|make|serve|carry|run|see|get)]',
    means: countOfLevel,
    cost: 0.1,
  },
  {
    gives: 'Term',
    form: '(number of|how many) [(different|distinct|unique)] {Level} {Doing} [(us|with us|to us|anything|something)]',
    means: countOfLevel,
    cost: -0.3,
  },
  {
    gives: 'Term',
    form: '(number of|how many) [(different|distinct|unique)] {Level} {AnyWord:verb}',
    means: (p, q) => (isDoneBy(String(p['verb']).toLowerCase(), q, p['Level'] as string) ? countOfLevel(p, q) : null),
    cost: -0.5,
  },
  {
    gives: 'Term',
    form: '(number of|how many) [(different|distinct|unique)] {Level} (do|did|have|had) (we|they) {AnyWord:verb} [(to|in|from|with|at|for|on)]',
    means: (p, q) => (isDoneBy(String(p['verb']).toLowerCase(), q, p['Level'] as string) ? countOfLevel(p, q) : null),
    cost: -0.5,
  },
  { gives: 'Term', form: '(distinct|unique) {Level}', means: countOfLevel, cost: 0.3 },
  { gives: 'Term', form: '{Level} count', means: countOfLevel, cost: 0.1 },
  {
    gives: 'Term',
    form: '((number|count) of|how many) [(different|distinct|unique)] {Level} among [the] {Fact}',
    means: amongRecords,
    cost: -0.2,
  },
  {
    gives: 'Term',
    form: '((number|count) of|how many) {Unit}',
    means: (p) => ({ kind: 'periods', grain: p['Unit'] }),
    cost: 0.2,
  },
  {
    gives: 'Term',
    form: '((number|count) of|how many) half years',
    means: () => ({ kind: 'periods', grain: 'half' }),
    cost: 0.2,
  },
  {
    gives: 'Term',
    form: '((number|count) of|how many) {Unit} among [the] {Fact}',
    means: (p) => ({ kind: 'periods', grain: p['Unit'], fact: p['Fact'] }),
    cost: -0.2,
  },
  {
    gives: 'Term',
    form: '((number|count) of|how many) half years among [the] {Fact}',
    means: (p) => ({ kind: 'periods', grain: 'half', fact: p['Fact'] }),
    cost: -0.2,
  },
  {
    gives: 'Term',
    form: '(number of|how many) (people|persons) [(have|has|had|did)] {Measure}',
    means: (p, q) =>
      ['count', 'distinct'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '')
        ? measureOf(p['Measure'] as string)
        : null,
  },
  {
    gives: 'Term',
    form: '(how many|how much|how high is|how high was|how large is|how big is) {Measure}',
    means: (p) => measureOf(p['Measure'] as string),
  },
  { gives: 'Term', form: '{AnyWord:verb} {Measure:records}', means: doneOf, cost: -0.1 },
  {
    gives: 'Term',
    form: '{Measure:left} per {Number} {Measure:right}',
    means: (p) =>
      p['left'] === p['right'] || !((p['Number'] as number) > 1)
        ? null
        : arithmetic(
            'multiply',
            arithmetic('divide', measureOf(p['left'] as string), measureOf(p['right'] as string)),
            { kind: 'number', value: p['Number'] as number },
          ),
  },
  {
    gives: 'Term',
    form: '{Measure} (on|in|of|for) (an average|a typical|an ordinary|average|typical|ordinary) {Unit}',
    means: (p, q) => averageOf(p, q),
  },
  { gives: 'Often', form: '(a|per|each|every) {Unit}', means: (p) => p['Unit'] },
  { gives: 'Factor', form: '{Term}', means: (p) => p['Term'] },
  { gives: 'Factor', form: '{Number}', means: (p) => ({ kind: 'number', value: p['Number'] }), cost: 0.4 },
  { gives: 'Factor', form: '{Open} {Calculation} {Close}', means: (p) => p['Calculation'] },
  { gives: 'ProductTail', form: '(×|*|times) {Factor} [{ProductTail:Tail}]', means: tail('multiply', 'Factor') },
  { gives: 'ProductTail', form: '(÷|/|divided by) {Factor} [{ProductTail:Tail}]', means: tail('divide', 'Factor') },
  { gives: 'Product', form: '{Factor}', means: (p) => p['Factor'] },
  { gives: 'Product', form: '{Factor} {ProductTail:Tail}', means: (p) => folded(p, 'Factor') },
  { gives: 'SumTail', form: '(+|plus) {Product} [{SumTail:Tail}]', means: tail('add', 'Product') },
  { gives: 'SumTail', form: '(-|–|minus|less|net of) {Product} [{SumTail:Tail}]', means: tail('subtract', 'Product') },
  { gives: 'Calculation', form: '{Product}', means: (p) => measured(calculation(p, 'Product')) },
  { gives: 'Calculation', form: '{Product} {SumTail:Tail}', means: (p, q) => measured(summed(p, q)) },

  {
    gives: 'Calculation',
    form: '(difference|gap) between {Calculation:left} and {Calculation:right}',
    means: (p) => arithmetic('subtract', calculation(p, 'left'), calculation(p, 'right')),
  },
  {
    gives: 'Calculation',
    form: '{Term:left} to {Term:right} ratio',
    means: (p) => arithmetic('divide', calculation(p, 'left'), calculation(p, 'right')),
  },
  {
    gives: 'Calculation',
    form: '(ratio|quotient) (of|between) {Calculation:left} (to|and|over) {Calculation:right}',
    means: (p) => arithmetic('divide', calculation(p, 'left'), calculation(p, 'right')),
  },
  {
    gives: 'Calculation',
    form: 'sum of {Calculation:left} and {Calculation:right}',
    means: (p) => arithmetic('add', calculation(p, 'left'), calculation(p, 'right')),
  },
  {
    gives: 'Calculation',
    form: '(product) of {Calculation:left} and {Calculation:right}',
    means: (p) => arithmetic('multiply', calculation(p, 'left'), calculation(p, 'right')),
  },
  {
    gives: 'Calculation',
    form: '{Measure:left} (share|percentage|proportion|%) of {Measure:right}',
    means: (p) =>
      p['left'] === p['right']
        ? null
        : arithmetic('divide', measureOf(p['left'] as string), measureOf(p['right'] as string)),
    cost: -0.3,
  },
  {
    gives: 'Calculation',
    form: '{Measure:left} as (percentage|share|proportion|fraction|%|percent) of {Measure:right}',
    means: (p) =>
      p['left'] === p['right']
        ? null
        : arithmetic('divide', measureOf(p['left'] as string), measureOf(p['right'] as string)),
    cost: -0.1,
  },

  { gives: 'Shown', form: '{Calculation}', means: (p) => ({ calculation: p['Calculation'], transform: null }) },
  {
    gives: 'Shown',
    form: '(share|shares|percentage|percentages|proportion|percent|%|fraction|percentage share|part) of [(total|overall)] {Calculation}',
    means: withTransform(() => share),
  },
  {
    gives: 'Shown',
    form: '(share|shares|percentage|percentages|proportion|percent|%|fraction|part) of (all|all the|all of the) {Calculation}',
    means: withTransform(() => ({ kind: 'shareOfAll' })),
  },
  {
    gives: 'Shown',
    form: '{Calculation} (share|shares|percentage|percentages|proportion|mix|split in percent)',
    means: withTransform(() => share),
    cost: 0.05,
  },
  {
    gives: 'Shown',
    form: '{Calculation} (as|in|as a) (share|percentage|proportion|%|percent|shares|percentages|fraction) [of [(total|all|whole)]]',
    means: withTransform(() => share),
  },
  {
    gives: 'Shown',
    form: '{Calculation} (as|in|as a|as the) (share|percentage|proportion|%|percent|fraction) of [(all|total|all the)] {Calculation:whole}',
    means: shareOf,
    cost: -0.3,
  },
  { gives: 'Shown', form: '{Calculation} (as|as a|in) (%|percent|percentage)', means: asPercent, cost: -0.05 },
  {
    gives: 'Shown',
    form: '(share|percentage|proportion) (within of {Calculation}|of {Calculation} within each group)',
    means: withTransform(() => ({ kind: 'share', within: 'outer' })),
  },
  {
    gives: 'Shown',
    form: '(running total|running sum|cumulative [total]|cumulated|cumulative sum|accumulated|running) [of] {Calculation}',
    means: withTransform(() => ({ kind: 'running' })),
  },
  {
    gives: 'Shown',
    form: '{Calculation} (cumulative|cumulated|cumulatively|running total|accumulated|as a running total|as running total)',
    means: withTransform(() => ({ kind: 'running' })),
    cost: 0.02,
  },
  {
    gives: 'Shown',
    form: `${CHANGE} (in|of) {Calculation}`,
    means: withTransform(() => ({ kind: 'change', basis: 'implied', as: 'percent' })),
  },
  {
    gives: 'Shown',
    form: `{Calculation} ${CHANGE}`,
    means: withTransform(() => ({ kind: 'change', basis: 'implied', as: 'percent' })),
    cost: 0.05,
  },
  {
    gives: 'Shown',
    form: `${CHANGE} (in|of) {Calculation} (on|from|over|vs|versus) [the] {YearBefore}`,
    means: withTransform(() => ({ kind: 'change', basis: 'year', as: 'percent' })),
    cost: -0.1,
  },
  {
    gives: 'Shown',
    form: `(yoy|year over year|year on year|annual) ${CHANGE} (in|of) {Calculation}`,
    means: withTransform(() => ({ kind: 'change', basis: 'year', as: 'percent' })),
    cost: -0.1,
  },
  {
    gives: 'Shown',
    form: `${CHANGE} (in|of) {Calculation} (on|from|over|vs|versus) [the] {PeriodBefore}`,
    means: withTransform(() => ({ kind: 'change', basis: 'previous', as: 'percent' })),
    cost: -0.1,
  },
  {
    gives: 'Shown',
    form: 'change in {Calculation} on year before',
    means: withTransform(() => ({ kind: 'change', basis: 'year', as: 'difference' })),
    cost: -0.1,
  },
  {
    gives: 'Shown',
    form: 'change in {Calculation} on period before',
    means: withTransform(() => ({ kind: 'change', basis: 'previous', as: 'difference' })),
    cost: -0.1,
  },
  {
    gives: 'Shown',
    form: '(moving|rolling) average over {Number} of {Calculation}',
    means: withTransform((p) => ({ kind: 'moving', count: p['Number'] as number })),
  },
  {
    gives: 'Shown',
    form: '(moving|rolling) (total|sum) over {Number} of {Calculation}',
    means: withTransform((p) => ({ kind: 'movingTotal', count: p['Number'] as number })),
  },
  { gives: 'Shown', form: '(rank|ranking|ranks) of {Calculation}', means: withTransform(() => ({ kind: 'rank' })) },
  { gives: 'Shown', form: '{Calculation} (rank|ranking)', means: withTransform(() => ({ kind: 'rank' })), cost: 0.05 },
  {
    gives: 'Shown',
    form: '(index|indexed) {Calculation} (to|on) [the] (first|start|100)',
    means: withTransform(() => ({ kind: 'index' })),
    cost: -0.05,
  },
  { gives: 'Shown', form: 'index of {Calculation}', means: withTransform(() => ({ kind: 'index' })) },
  {
    gives: 'Shown',
    form: '(indexed|index) {Calculation}',
    means: withTransform(() => ({ kind: 'index' })),
    cost: 0.05,
  },
  {
    gives: 'Shown',
    form: '{Calculation} (index|indexed [(to 100|to first|to first = 100)]|as an index|as index)',
    means: withTransform(() => ({ kind: 'index' })),
    cost: 0.05,
  },
  {
    gives: 'Shown',
    form: '(difference|deviation|distance) of {Calculation} (from|to) [the] (average|mean)',
    means: withTransform(() => ({ kind: 'fromAverage' })),
    cost: -0.05,
  },
  {
    gives: 'Shown',
    form: '(difference|deviation|distance) from [the] (average|mean) (of|in|for) {Calculation}',
    means: withTransform(() => ({ kind: 'fromAverage' })),
  },
  {
    gives: 'Shown',
    form: '{Calculation} (compared to|compared with|vs|versus|against|minus|difference from|deviation from|relative to) [the] (average|mean)',
    means: withTransform(() => ({ kind: 'fromAverage' })),
    cost: -0.05,
  },

  { gives: 'ShownList', form: '{Shown}', means: (p) => [p['Shown']] },
  {
    gives: 'ShownList',
    form: '{Shown} (,|and|&|plus also|, and|as well as|along with|together with|and also) {ShownList}',
    means: (p) => [p['Shown'], ...(p['ShownList'] as SaidShown[])],
  },
  { gives: 'ShownList', form: 'both {ShownList}', means: (p) => p['ShownList'] },
  ...FUNCTIONS.map(([words, of]): Rule<Question> => ({ gives: 'RowFunction', form: words, means: () => of })),
  {
    gives: 'RowFunction',
    form: '{Number} (percentile|th percentile)',
    means: (p) => ((p['Number'] as number) > 0 && (p['Number'] as number) < 100 ? { percentile: p['Number'] } : null),
  },
  {
    gives: 'RowFunctions',
    form: '{RowFunction:first} (,|and|plus|, and) ({RowFunctions:others}|{RowFunction:second})',
    means: functionsOf,
  },
  { gives: 'ShownList', form: '[(both|the)] {RowFunctions} [of] [the] {Measure}', means: eachFunction, cost: -0.1 },
  { gives: 'ShownList', form: 'range [of] {Measure}', means: bothEnds },
];

const plainly = (...calculations: readonly (Calculation | null)[]): SaidShown[] | null =>
  calculations.every((one) => one !== null)
    ? calculations.flatMap((calculation) => (calculation === null ? [] : [{ calculation, transform: null }]))
    : null;

/** "median, max and 90th percentile": several of one measure. */
function functionsOf(parts: Parts): SaidFunction[] {
  return [
    parts['first'] as SaidFunction,
    ...((parts['others'] as SaidFunction[] | undefined) ?? [parts['second'] as SaidFunction]),
  ];
}

/** "median and max delay", "total and average spend". */
function eachFunction(parts: Parts, question: Question): SaidShown[] | null {
  const id = parts['Measure'] as string;
  return plainly(
    ...(parts['RowFunctions'] as readonly SaidFunction[]).map((of) => {
      if (of === 'total') return question.model.measures.get(id)?.kind === 'sum' ? measureOf(id) : null;
      return typeof of === 'object'
        ? percentile({ ...parts, Number: of.percentile }, question)
        : rowFunction(of)(parts, question);
    }),
  );
}

function bothEnds(parts: Parts, question: Question): SaidShown[] | null {
  const low = rowFunction('minimum')(parts, question);
  const high = rowFunction('maximum')(parts, question);
  return plainly(low, high);
}
