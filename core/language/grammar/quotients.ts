/** Grammar of what is per something: a measure divided by another, by how many members there are, or by its plan. Gives `Term` and edits. */
import { arithmetic, measureOf, type Calculation } from '../../model/calculation';
import { factsOf, rowColumnOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { CURRENCY_OF_WORD } from '../currencies';
import { followUp, type Intent } from '../intent';
import type { Question } from '../question';
import { isKeptAs, unitOfTime, unitsIn } from '../settling/amounts';
import { relativesOf } from '../names/thesaurus';
import { nameWords, singular } from '../tokens';
import { AVERAGE, COUNTED, countOfLevel, rowFunction } from './calculations';
import type { Parts, Rule } from './rule';

export const QUOTIENT_RULES: readonly Rule<Question>[] = [
  { gives: 'Term', form: '{PlanWord} (attainment|achievement|fulfilment|fulfillment)', means: ofItsPlan },
  { gives: 'Term', form: 'plan (attainment|achievement|fulfilment|fulfillment)', means: ofUsualPlan, cost: 0.05 },
  {
    gives: 'Term',
    form: '(%|percent|percentage|share) of {PlanWord} [(reached|achieved|met|attained|hit|delivered)]',
    means: ofItsPlan,
    cost: -0.2,
  },
  ...(
    [
      [AVERAGE, 'average'],
      ['median', 'median'],
      ['(minimum|min)', 'minimum'],
      ['(maximum|max)', 'maximum'],
    ] as const
  ).map(([words, name]): Rule<Question> => ({
    gives: 'Term',
    form: `${words} [of] {Measure} of {Measure:records}`,
    means: (p, q) => (isOfRecords(p, q) ? rowFunction(name)(p, q) : null),
    cost: -0.2,
  })),
  ...(
    [
      ['median', 'median'],
      ['(minimum|min|lowest|smallest)', 'minimum'],
      ['(maximum|max|highest|largest)', 'maximum'],
    ] as const
  ).map(([word, name]): Rule<Question> => ({
    gives: 'Term',
    form: `${word} [of] {Measure} per {Measure:records}`,
    means: (p, q) => (isOfRecords(p, q) ? rowFunction(name)(p, q) : null),
    cost: -0.4,
  })),
  {
    gives: 'Term',
    form: `${AVERAGE} ${COUNTED} {Measure:left} (per|for each|for every) {Level}`,
    means: perLevel,
    cost: 0.1,
  },
  {
    gives: 'Term',
    form: `${COUNTED} {Measure:left} (per|for each|for every) {Measure:right}`,
    means: (p, q) =>
      isOfEach(p, q)
        ? measureOf(p['left'] as string)
        : arithmetic('divide', measureOf(p['left'] as string), measureOf(p['right'] as string)),
    cost: 0.1,
  },
  {
    gives: 'Term',
    form: '{Measure:left} (per|for each|for every) {AnyWord:unit} [(of|spent on|in)] {Measure:right}',
    means: perMoney,
    cost: -0.2,
  },
  {
    gives: 'Term',
    form: '{Measure:left} (per|an|a) {AnyWord:unit} [(worked|spent|driven|used)]',
    means: perUnit,
    cost: -0.1,
  },
  {
    gives: 'Term',
    form: '{Measure:left} (per|for each|for every|an|a) {AnyWord:unit} (of|in) {Measure:right}',
    means: perUnitOf,
    cost: -0.2,
  },
  {
    gives: 'Term',
    form: '{Measure:left} per {AnyWord:person}',
    means: perHead,
    cost: -0.4,
  },
  { gives: 'Intent', form: '(per|for every) {Number} {AnyWord:unit}', means: perSoMany, cost: 0.2 },
  { gives: 'Term', form: '{Measure:left} per {Level}', means: perLevel, cost: 0.15 },
];

/** "median spend per booking": each of the records has one such number. */
function isOfRecords(parts: Parts, { model }: Question): boolean {
  const records = model.measures.get(parts['records'] as string);
  return (
    records?.kind === 'count' &&
    records.only.length === 0 &&
    rowColumnOf(model, parts['Measure'] as string)?.fact === records.fact
  );
}

/** "price per spot", where the price is an average over spots: it is of each already. */
function isOfEach(parts: Parts, { model }: Question): boolean {
  const [left, right] = [parts['left'] as string, parts['right'] as string].map((id) => model.measures.get(id));
  return (
    left !== undefined &&
    ['average', 'median'].includes(left.kind) &&
    right?.kind === 'count' &&
    factsOf(model, measureOf(left.id)).includes(right.fact)
  );
}

/** "revenue per head": by the one measure that counts people, a sum or count before a distinct count of them. */
function perHead(parts: Parts, { model }: Question): Calculation | null {
  if (!/^(head|capita)$/i.test(String(parts['person']))) return null;
  const people = relativesOf('person');
  const counted = [...model.measures.values()].filter(
    (one) =>
      one.hidden !== true &&
      ['sum', 'count', 'distinct'].includes(one.kind) &&
      [one.name, ...one.synonyms].some((name) => nameWords(name).every((word) => people.has(word))),
  );
  const [only, second] = counted.some(({ kind }) => kind !== 'distinct')
    ? counted.filter(({ kind }) => kind !== 'distinct')
    : counted;
  return only === undefined || second !== undefined || only.id === parts['left']
    ? null
    : arithmetic('divide', measureOf(parts['left'] as string), measureOf(only.id));
}

/** "revenue per euro of ad spend". */
function perMoney(parts: Parts, { model }: Question): Calculation | null {
  const currency = CURRENCY_OF_WORD.get(singular(String(parts['unit']).toLowerCase()));
  const [left, right] = [parts['left'] as string, parts['right'] as string];
  return currency !== undefined && left !== right && model.measures.get(right)?.format?.currency === currency
    ? arithmetic('divide', measureOf(left), measureOf(right))
    : null;
}

/** "budget attainment", "% of target reached": what happened, of what was planned. */
function ofItsPlan(parts: Parts, { model }: Question): Calculation | null {
  const plan = parts['PlanWord'] as string;
  const [only, second] = [...model.measures.values()].filter((one) => one.plan === plan);
  return only === undefined || second !== undefined ? null : arithmetic('divide', measureOf(only.id), measureOf(plan));
}

/** "plan attainment": of the usual measure, or of the only one that has a plan. */
function ofUsualPlan(_parts: Parts, { model }: Question): Calculation | null {
  const planned = [...model.measures.values()].filter((one) => one.plan !== undefined);
  const meant =
    planned.find((one) => one.id === model.defaultMeasure) ?? (planned.length === 1 ? planned[0] : undefined);
  return meant?.plan === undefined ? null : arithmetic('divide', measureOf(meant.id), measureOf(meant.plan));
}

/** "wage cost per hour", "repairs per km": the only sum in such a unit, first among those of the same records. */
function perUnit(parts: Parts, { model, tokens }: Question): Calculation | null {
  const word = String(parts['unit']).toLowerCase();
  const left = model.measures.get(parts['left'] as string);
  if (left === undefined || !['sum', 'count'].includes(left.kind)) return null;
  if (!tokens.some((token, at) => token.word === word && ['per', 'a', 'an'].includes(tokens[at - 1]?.word ?? '')))
    return null;
  const fact = factsOf(model, measureOf(left.id))[0];
  const inUnit = sumsIn(word, model).filter((one) => one.id !== left.id);
  const own = inUnit.filter((one) => factsOf(model, measureOf(one.id))[0] === fact);
  const [only, second] = own.length > 0 ? own : inUnit;
  return only === undefined || second !== undefined
    ? null
    : arithmetic('divide', measureOf(left.id), measureOf(only.id));
}

/** "per 1000 km": of what is said or shown. */
function perSoMany(parts: Parts, { model }: Question): Intent | null {
  const [only, second] = sumsIn(String(parts['unit']).toLowerCase(), model);
  const per = parts['Number'] as number;
  return only === undefined || second !== undefined || per <= 1
    ? null
    : followUp({ do: 'saidRatio', whole: measureOf(only.id), per });
}

const sumsIn = (word: string, model: Model): Measure[] =>
  [...model.measures.values()].filter(
    (one) => one.kind === 'sum' && one.hidden !== true && one.unit !== undefined && isKeptAs(word, one.unit),
  );

/** "repair cost per hour of downtime", whatever unit of time the downtime is kept in. */
function perUnitOf(parts: Parts, { model }: Question): Calculation | null {
  const [left, right] = [model.measures.get(parts['left'] as string), model.measures.get(parts['right'] as string)];
  const kept = right === undefined ? undefined : unitOfTime(right);
  if (left === undefined || right === undefined || left.id === right.id || kept === undefined || right.kind !== 'sum')
    return null;
  const units = unitsIn(String(parts['unit']).toLowerCase(), kept);
  if (units === null) return null;
  const whole = measureOf(right.id);
  return arithmetic(
    'divide',
    measureOf(left.id),
    units === 1 ? whole : arithmetic('divide', whole, { kind: 'number', value: units }),
  );
}

/** "passengers per port": divided by how many members there are. */
function perLevel(parts: Parts, question: Question): Calculation | null {
  const left = parts['left'] as string;
  return ['sum', 'count', 'distinct', 'last'].includes(question.model.measures.get(left)?.kind ?? '')
    ? arithmetic('divide', measureOf(left), countOfLevel(parts, question))
    : null;
}
