/** Grammar of conditions on numbers that single records have: "bookings over €500", "stays longer than a week", "visits without a score". Gives `Comparative` and edits. */
import { measureOf } from '../../model/calculation';
import { rowColumnOf } from '../../model/model';
import { intent, type Amount, type Intent, type SaidTest } from '../intent';
import type { Question } from '../question';
import type { Key } from '../../reading/schema';
import { COMPARATIVES, lengthAt, PLACES, wordOfAmount } from '../settling/lengths';
import { measureTest, tested, type Tested } from './clauses';
import { IS, WITH } from './little-words';
import type { Parts, Rule } from './rule';

/** "zones slower than 30 hours": members by how long things take there, not their single records. */
function slowerThan(is: Tested, parts: Parts, { model }: Question): Intent | null {
  const key = parts['Key'] as Key;
  const { word, test } = parts['Comparative'] as { word: string; test: SaidTest['test'] };
  const measure = key.kind === 'level' ? lengthAt(word, key.level, model) : null;
  return measure === null
    ? null
    : measureTest(is)({ Key: key, Calculation: measureOf(measure.id), NumberTest: { test, value: parts['Amount'] } });
}

const rowTest = (parts: Parts): Intent =>
  intent({ do: 'saidRowTest', measure: parts['Measure'] as string, test: parts['NumberTest'] as SaidTest });

/** Records that a number of their own tells apart; "long stays over 14 nights" are those over 14 nights. */
const RECORDS = '[(number of|how many|all|all the)] [(long|longer|short|shorter|big|large|small)] {Measure:records}';
const LASTING =
  '(of|with|for|lasting|that lasted|which lasted|that took|taking|that had|that have|having|are|were|are for|were for|with a)';
/** What is not written down is missing, where “no fine” is a fine of nothing. */
const NOTED: ReadonlySet<string> = new Set([
  'recorded',
  'given',
  'entered',
  'known',
  'unknown',
  'missing',
  'noted',
  'measured',
  'filled',
  'record',
]);

export const RECORD_CONDITION_RULES: readonly Rule<Question>[] = [
  ...[
    '[(number of|how many)] {Measure:records} (having|that had|that have|which had|which have|with any|with some|with a|with an|with at least one)',
    '(number of|how many) {Measure:records} with',
  ].map((records): Rule<Question> => ({
    gives: 'Intent',
    form: `${records} {Measure}`,
    means: (p, q) => testedRecords({ ...p, NumberTest: haveSome(p, q) }, q),
    cost: -0.2,
  })),
  {
    gives: 'Intent',
    form: '[(number of|how many)] {Measure:records} (without [a]|with no|without any|that had no|that have no|which had no|which have no|with zero) {Measure}',
    means: (p, q) => testedRecords({ ...p, NumberTest: haveNone(p, q) }, q),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[(number of|how many)] {Measure:records} (with|having|that have|that had|where there is|which have) (no|a missing|an unknown|no known) {Measure} [(recorded|given|entered|known|noted|measured|filled in|on record)]',
    means: (p, q) =>
      q.tokens.some((token) => NOTED.has(token.word))
        ? testedRecords({ ...p, NumberTest: { test: 'missing' } }, q)
        : null,
    cost: -0.4,
  },
  { gives: 'Intent', form: `${WITH} {Measure} ${IS} {NumberTest}`, means: rowTest, cost: 0.35 },
  { gives: 'Intent', form: `${WITH} [a] {NumberTest} {Measure}`, means: rowTest, cost: 0.4 },
  {
    gives: 'Intent',
    form: `[${WITH.slice(1, -1)}] [an] {AverageTest:NumberTest} {Measure}`,
    means: rowTest,
    cost: 0.4,
  },
  { gives: 'Intent', form: `${WITH} {Measure} ${IS} {AverageTest:NumberTest}`, means: rowTest, cost: 0.4 },
  {
    gives: 'Intent',
    form: '[(number of|how many)] {Measure:records} [(that|which)] [(are|were|was|had|have|with|having)] [a] {Measure} [(by|of)] {NumberTest}',
    means: testedRecords,
    cost: -0.35,
  },
  { gives: 'Intent', form: `${RECORDS} [${LASTING}] {NumberTest} {Measure}`, means: testedRecords, cost: -0.4 },
  {
    gives: 'Intent',
    form: `${RECORDS} [${LASTING}] {Number} {Measure} (or more|and more|or longer|or over|and over|and above|or above|plus)`,
    means: (p, q) => testedRecords({ ...p, NumberTest: { test: 'atLeast', value: { value: p['Number'] } } }, q),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `${RECORDS} [${LASTING}] {Number} {Measure} (or less|or fewer|or shorter|or under|and under)`,
    means: (p, q) => testedRecords({ ...p, NumberTest: { test: 'atMost', value: { value: p['Number'] } } }, q),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `${RECORDS} (of|with|for|lasting|that lasted) [exactly] {Number} {Measure}`,
    means: (p, q) =>
      testedRecords(
        { ...p, NumberTest: { test: 'between', value: { value: p['Number'] }, upper: { value: p['Number'] } } },
        q,
      ),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(with|where|having)] [a] (missing|unknown|no) {Measure}',
    means: (p) => rowTest({ ...p, NumberTest: { test: 'missing' } }),
    cost: 0.4,
  },
  ...Object.entries(COMPARATIVES).map(([word, test]): Rule<Question> => ({
    gives: 'Comparative',
    form: word,
    means: () => ({ word, test }),
  })),
  {
    gives: 'Intent',
    form: '{Measure} {Comparative} than {Amount}',
    means: (p) =>
      rowTest({
        ...p,
        NumberTest: { test: (p['Comparative'] as { test: SaidTest['test'] }).test, value: p['Amount'] },
      }),
    cost: 0.2,
  },
  ...tested(
    '{Key} [(that|which)] [(is|are|was|were)] {Comparative} than {Amount}',
    (is) => (p, q) => slowerThan(is, p, q),
    -0.3,
  ),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: '[that (were|are|took|lasted)] {Comparative} than {Amount}',
    means: (p) => lengthTest(p, place),
  })),
  {
    gives: 'Intent',
    form: '[(that|which)] [(were|are|was|is|ran|left|arrived)] {NumberTest} {Quality}',
    // “more than 50 late sailings” are so many of them, not so late
    means: (p) =>
      p['Quality'] === 'later' && (p['NumberTest'] as SaidTest).value?.unit === undefined
        ? null
        : intent({ do: 'saidLengthTest', place: 0, word: p['Quality'] as string, test: p['NumberTest'] as SaidTest }),
    cost: -0.1,
  },
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: '{Measure:records} [(that were|which were|were|was)] ({DateVerb}|{Doing}) within {Amount}',
    means: (p, q) => lastingTest({ ...p, verb: 'took', NumberTest: { test: 'atMost', value: p['Amount'] } }, q, place),
    cost: -0.2,
  })),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: '{Measure:records} [(that were|which were|were|was)] [({DateVerb}|{Doing})] (after|in) {NumberTest}',
    means: (p, q) => lastingTest({ ...p, verb: 'took' }, q, place),
    cost: -0.1,
  })),
  {
    gives: 'Intent',
    form: '[(that|which)] (took|take|taking) {NumberTest} to [(get|have|receive|see)] {AnyWord}',
    means: (p) =>
      intent({
        do: 'saidLengthTest',
        place: 0,
        word: 'longer',
        test: p['NumberTest'] as SaidTest,
        to: String(p['AnyWord']).toLowerCase(),
      }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[that] (took|take|taking) {Comparative} than {Amount} to [(get|have|receive|see)] {AnyWord}',
    means: (p) => lengthTest(p, 0),
    cost: -0.1,
  },
  { gives: 'Intent', form: 'where row {Measure} is {NumberTest}', means: rowTest },
  { gives: 'Intent', form: '{Measure} [of] {NumberTest}', means: countedRecords, cost: 0.6 },
  ...PLACES.flatMap((place) =>
    (
      [
        [false, 0.1],
        [true, 0.5],
      ] as const
    ).map(([lasting, cost]): Rule<Question> => ({
      gives: 'Intent',
      form: '[(all|all the)] {Measure:records} [(that are|which are)] [(of|worth|for|costing|that cost|which cost)] {NumberTest}',
      means: (p, q) => (isLasting(p) === lasting ? worthTest(p, q, place) : null),
      cost,
    })),
  ),
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: '{Measure:records} (who|that|which) [(have|has|had)] {AnyWord:verb} [for] {NumberTest}',
    means: (p, q) => lastingTest(p, q, place),
    cost: 0.1,
  })),
  {
    gives: 'Intent',
    form: '(list|list all|list the|show all|show the single) {Measure} [of] {NumberTest}',
    means: listedRecords,
    cost: -0.1,
  },
  ...PLACES.map((place): Rule<Question> => ({
    gives: 'Intent',
    form: '(list|list all|list the|show all) {Measure:records} {NumberTest}',
    means: (p, q) => listedByWorth(p, q, place),
    cost: -0.2,
  })),
  { gives: 'Intent', form: 'where row {Measure} is {AverageTest:NumberTest}', means: rowTest },
  {
    gives: 'Intent',
    form: 'where row {Measure} is missing',
    means: (p) => rowTest({ ...p, NumberTest: { test: 'missing' } }),
  },
  {
    gives: 'Intent',
    form: 'where row {Measure} is present',
    means: (p) => rowTest({ ...p, NumberTest: { test: 'present' } }),
  },
];

function lengthTest(parts: Parts, place: number): Intent {
  const { word, test } = parts['Comparative'] as { word: string; test: SaidTest['test'] };
  const to = (parts['AnyWord'] as string | undefined)?.toLowerCase();
  return intent({
    do: 'saidLengthTest',
    place,
    word,
    test: { test, value: parts['Amount'] as Amount },
    ...(to === undefined ? {} : { to }),
  });
}

/** "sailings delayed by more than 15 minutes": a count of records, of those whose own number passes the test. */
function testedRecords(parts: Parts, { model }: Question): Intent | null {
  const records = model.measures.get(parts['records'] as string);
  const column = rowColumnOf(model, parts['Measure'] as string);
  if (records?.kind !== 'count' || column?.fact !== records.fact) return null;
  return {
    edits: [
      { do: 'show', how: 'replace', shown: [{ calculation: measureOf(records.id), transform: null }] },
      ...rowTest(parts).edits,
    ],
  };
}

/** Records have none of what is added up where it comes to nothing ("without a fine"); of what is averaged, where it is missing ("without a score"). */
const isAveraged = (parts: Parts, { model }: Question): boolean =>
  model.measures.get(parts['Measure'] as string)?.kind !== 'sum';
const haveNone = (parts: Parts, question: Question): SaidTest =>
  isAveraged(parts, question) ? { test: 'missing' } : { test: 'atMost', value: { value: 0 } };
const haveSome = (parts: Parts, question: Question): SaidTest =>
  isAveraged(parts, question) ? { test: 'present' } : { test: 'over', value: { value: 0 } };

/** A length of time may be a number that is named by its unit as well: “45 minutes” of Minutes ridden, which is the likelier. */
const isLasting = (parts: Parts): boolean => wordOfAmount((parts['NumberTest'] as SaidTest).value) === 'longer';

/** "bookings over €500", "parcels over 10 kg": by the money or the weight that each of these records has. */
function worthTest(parts: Parts, { model }: Question, place: number): Intent | null {
  const records = model.measures.get(parts['records'] as string);
  const test = parts['NumberTest'] as SaidTest;
  const word = wordOfAmount(test.value);
  if (records?.kind !== 'count' || word === null) return null;
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation: measureOf(records.id), transform: null }] },
    { do: 'saidLengthTest', place, word, test },
  );
}

/** "list orders over €500": the records themselves, by what they are worth or how long they took. */
function listedByWorth(parts: Parts, question: Question, place: number): Intent | null {
  const made = worthTest(parts, question, place);
  const records = question.model.measures.get(parts['records'] as string);
  return made === null || records?.kind !== 'count'
    ? null
    : { edits: [...made.edits, { do: 'rows', how: 'list', fact: records.fact, columns: [] }] };
}

/** Verbs that a length of time is said of; parts of names as well. */
const LASTING_VERBS: ReadonlySet<string> = new Set([
  'stayed',
  'stay',
  'lasted',
  'last',
  'took',
  'take',
  'ran',
  'run',
  'waited',
  'wait',
  'served',
  'lived',
  'live',
  'worked',
]);

/** "leavers who stayed less than a year": by how long it was, by the only number of theirs in such a unit. */
function lastingTest(parts: Parts, { model }: Question, place: number): Intent | null {
  const records = model.measures.get(parts['records'] as string);
  const test = parts['NumberTest'] as SaidTest;
  if (
    records?.kind !== 'count' ||
    test.value?.unit === undefined ||
    !LASTING_VERBS.has(String(parts['verb']).toLowerCase())
  )
    return null;
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation: measureOf(records.id), transform: null }] },
    { do: 'saidLengthTest', place, word: 'longer', test },
  );
}

/** "delays over 30 minutes": how many records there are with such a number of their own, where the model counts them; else what they come to. */
function countedRecords(parts: Parts, question: Question): Intent | null {
  const column = rowColumnOf(question.model, parts['Measure'] as string);
  const count = [...question.model.measures.values()].find(
    (one) => one.kind === 'count' && one.fact === column?.fact && one.only.length === 0,
  );
  if (count !== undefined) return testedRecords({ ...parts, records: count.id }, question);
  return column === null
    ? null
    : {
        edits: [
          {
            do: 'show',
            how: 'replace',
            shown: [{ calculation: measureOf(parts['Measure'] as string), transform: null }],
          },
          ...rowTest(parts).edits,
        ],
      };
}

/** "list sales over 100": the records with such a number of their own. */
function listedRecords(parts: Parts, { model }: Question): Intent | null {
  const measure = parts['Measure'] as string;
  const column = rowColumnOf(model, measure);
  return column === null
    ? null
    : {
        edits: [
          { do: 'rows', how: 'list', fact: column.fact, columns: [{ kind: 'measure', measure }] },
          ...rowTest(parts).edits,
        ],
      };
}
