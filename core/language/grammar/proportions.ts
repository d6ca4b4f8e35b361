/** Grammar of shares of records by a number of their own: "share of flights with a delay over 30 minutes", "what percentage of orders were over €100". Gives `Term` and `Clause`. */
import { PASSING_TESTS, type Calculation } from '../../model/calculation';
import { rowColumnOf } from '../../model/model';
import type { Amount, SaidTest } from '../intent';
import type { Question } from '../question';
import { settledTest } from '../settling/amounts';
import { measuresOfLength, PLACES, wordOfAmount } from '../settling/lengths';
import { CannotSettle } from '../settling/cannot-settle';
import type { Clause } from './clauses';
import type { Parts, Rule } from './rule';

/** Of the records that are counted, by a number that each of them has; null where it is no number of theirs. */
function proportion(parts: Parts, { model }: Question): Calculation | null {
  const [of, records] = [parts['Measure'] as string, parts['records'] as string].map((id) => model.measures.get(id));
  const said = parts['NumberTest'] as SaidTest;
  if (
    records?.kind !== 'count' ||
    of === undefined ||
    rowColumnOf(model, of.id)?.fact !== records.fact ||
    said.value === undefined
  )
    return null;
  const test = testInUnit(said, of.id, model);
  const name = PASSING_TESTS.find((one) => one === test?.test);
  return test === null || name === undefined
    ? null
    : {
        kind: 'proportion',
        measure: records.id,
        of: of.id,
        test: name,
        value: test.value ?? 0,
        ...(test.upper === undefined ? {} : { upper: test.upper }),
      };
}

/** A test with its numbers in the unit of a measure; null where they are of another. */
function testInUnit(
  said: SaidTest,
  measure: string,
  model: Question['model'],
): ReturnType<typeof settledTest>['test'] | null {
  try {
    return settledTest(said, { kind: 'measure', measure }, model).test;
  } catch (error) {
    if (error instanceof CannotSettle) return null;
    throw error;
  }
}

/**
 * "share of orders over €100", "share of payments 30 days late": by the numbers of these records that may be meant.
 * @param place which of them: each is a reading of its own
 */
function bySomeNumber(parts: Parts, question: Question, word: string, place: number): Calculation | null {
  const records = question.model.measures.get(parts['records'] as string);
  const said = parts['NumberTest'] as SaidTest;
  if (records?.kind !== 'count' || said.value?.unit === undefined) return null;
  const meant = measuresOfLength({ word, amount: said.value }, [records.fact], question.model);
  const of =
    meant === 'refused' ? undefined : meant.filter((one) => testInUnit(said, one.id, question.model) !== null)[place];
  return of === undefined ? null : proportion({ ...parts, Measure: of.id }, question);
}

function byAmount(place: number) {
  return (parts: Parts, question: Question): Calculation | null => {
    const word = wordOfAmount((parts['NumberTest'] as SaidTest).value);
    return word === null ? null : bySomeNumber(parts, question, word, place);
  };
}
const byLength = (word: string, place: number) => (parts: Parts, question: Question) =>
  bySomeNumber(parts, question, word, place);
const within = (place: number) => (parts: Parts, question: Question) =>
  bySomeNumber(
    { ...parts, NumberTest: { test: 'atMost', value: parts['Amount'] as Amount } },
    question,
    'longer',
    place,
  );

function byComparative(place: number) {
  return (parts: Parts, question: Question): Calculation | null => {
    const { word, test } = parts['Comparative'] as { word: string; test: SaidTest['test'] };
    return bySomeNumber({ ...parts, NumberTest: { test, value: parts['Amount'] as Amount } }, question, word, place);
  };
}

/** "calls with a hold time over 5 minutes as a share of all calls". */
const ofAllOfThem = (parts: Parts, question: Question): Calculation | null =>
  parts['records'] === parts['whole'] ? proportion(parts, question) : null;

const SHARE_OF = '[(what|which)] (share|percentage|proportion|part|fraction|%|percent) of [(all|the)]';
const AS_SHARE =
  '(as|as a|as the|in) (share|percentage|proportion|part|fraction|%|percent) of [(all|all the|total|the total)]';
const BEING = '[(that|which|who)] [(is|are|was|were)]';
const LASTING = '[(that|which|who)] [(is|are|was|were|took|take|lasted|last|ran|stayed|wait|waited)]';
const WITH = '(with|of|for|having|had|have|has|that have|which have|that had|which had)';

/** "where more than 5% of sailings are over 15 minutes late". */
function shareTest(parts: Parts): Clause | null {
  const test = parts['NumberTest'] as SaidTest;
  return test.value?.unit === 'percent' ? { calculation: parts['Passing'] as Calculation, test } : null;
}

export const PROPORTION_RULES: readonly Rule<Question>[] = [
  // `Passing`: records that pass a test, as a share of all of them
  { gives: 'Term', form: `${SHARE_OF} {Passing}`, means: (p) => p['Passing'] },
  { gives: 'Clause', form: '[a] {NumberTest} of [(all|their|its)] {Passing}', means: shareTest, cost: -0.2 },
  {
    gives: 'Passing',
    form: `{Measure:records} ${WITH} [a] {Measure} [(of|by|is|was)] {NumberTest}`,
    means: proportion,
    cost: -0.6,
  },
  { gives: 'Passing', form: `{Measure:records} ${WITH} [a] {NumberTest} {Measure}`, means: proportion, cost: -0.6 },
  { gives: 'Passing', form: `{Measure:records} ${BEING} {Measure} [by] {NumberTest}`, means: proportion, cost: -0.6 },
  {
    gives: 'Term',
    form: `{Measure:records} ${WITH} [a] {Measure} [(of|by|is|was)] {NumberTest} ${AS_SHARE} {Measure:whole}`,
    means: ofAllOfThem,
    cost: -0.8,
  },
  {
    gives: 'Term',
    form: `{Measure:records} ${WITH} [a] {NumberTest} {Measure} ${AS_SHARE} {Measure:whole}`,
    means: ofAllOfThem,
    cost: -0.8,
  },
  {
    gives: 'Term',
    form: `{Measure:records} ${BEING} {Measure} [by] {NumberTest} ${AS_SHARE} {Measure:whole}`,
    means: ofAllOfThem,
    cost: -0.8,
  },
  ...PLACES.flatMap((place): Rule<Question>[] => [
    {
      gives: 'Passing',
      form: `{Measure:records} ${BEING} [(worth|for|of|costing)] {NumberTest}`,
      means: byAmount(place),
      cost: -0.3,
    },
    {
      gives: 'Passing',
      form: `{Measure:records} ${LASTING} {NumberTest}`,
      means: byLength('longer', place),
      cost: -0.3,
    },
    {
      gives: 'Passing',
      form: `{Measure:records} ${LASTING} {Comparative} than {Amount}`,
      means: byComparative(place),
      cost: -0.4,
    },
    {
      gives: 'Passing',
      form: `{Measure:records} ${BEING} {NumberTest} {Quality}`,
      means: (p, q) => byLength(p['Quality'] as string, place)(p, q),
      cost: -0.5,
    },
    {
      gives: 'Passing',
      form: `{Measure:records} ${BEING} [({DateVerb}|{Doing})] within {Amount}`,
      means: within(place),
      cost: -0.5,
    },
  ]),
];
