/** Grammar of conditions on what is measured of members: "routes with over 10,000 passengers", "ports ahead of plan". Gives `Amount`, `NumberTest`, `AverageTest`, `Clause`, `PlanClause` and edits. */
import { factHasLevel, rowColumnOf } from '../../model/model';
import { arithmetic, measureOf, type Calculation } from '../../model/calculation';
import { byLevel, same, type Key } from '../../reading/schema';
import { followUp, intent, type Amount, type Intent, type SaidEdit, type SaidTest, type Sense } from '../intent';
import type { Question } from '../question';
import { isDone, speaksOf } from '../names/derived';
import { PLACES, worthOf } from '../settling/lengths';
import { singular } from '../tokens';
import { clauseOf, clausesTest, measureTest, tested, type Clause, type Tested } from './clauses';
import { list, only, sameDimension, text } from './conditions';
import { COUNT, DID, IS, WITH } from './little-words';
import type { Parts, Rule } from './rule';
import { measureOfVerb } from './verbs';

/** "wage cost exceeds extras": their difference is over nothing. */
const against =
  (test: 'over' | 'under') =>
  (parts: Parts): Clause | null => {
    const [one, other] = [parts['Calculation'] as Calculation, parts['other'] as Calculation];
    return same(one, other)
      ? null
      : { calculation: arithmetic('subtract', one, other), test: { test, value: { value: 0 } }, shows: [one, other] };
  };

/** "wages are more than 30% of takings": what one is of the other. */
const asPartOf = (parts: Parts): Clause | null => {
  const [one, other] = [parts['Calculation'] as Calculation, parts['other'] as Calculation];
  const test = parts['NumberTest'] as SaidTest;
  return same(one, other) || test.value?.unit !== 'percent'
    ? null
    : { calculation: arithmetic('divide', one, other), test };
};

/** "over 80% full": of the measure that tells how full. Without a unit, “more than 50 late sailings” counts. */
function howMuchOf(parts: Parts): Clause | null {
  return (parts['NumberTest'] as SaidTest).value?.unit === undefined
    ? null
    : clauseOf({ ...parts, Calculation: measureOf(parts['Adjective'] as string) });
}

/** "under budget", "ahead of plan": the measure said, or the usual one, against its plan. */
const againstPlan =
  (test: 'over' | 'under' | 'atLeast') =>
  (parts: Parts, { model }: Question): Clause | null => {
    const said = parts['Calculation'] as Calculation | undefined;
    const [planned] = [...model.measures.values()].filter(
      (one) =>
        one.plan !== undefined &&
        (parts['Plan'] === 'plan' || one.plan === parts['Plan']) &&
        (said === undefined
          ? parts['Plan'] !== 'plan' || one.id === model.defaultMeasure
          : same(said, measureOf(one.id))),
    );
    if (planned?.plan === undefined) return null;
    return {
      calculation: arithmetic('subtract', measureOf(planned.id), measureOf(planned.plan)),
      test: { test, value: { value: 0 } },
      shows: [measureOf(planned.id)],
      besidePlan: true,
      ...(said === undefined && parts['Plan'] === 'plan' ? { usualPlan: true } : {}),
    };
  };

/** "missed plan by more than 10%": under 90 % of it; by an amount, that much under it. */
function byHowMuchOfPlan(test: 'over' | 'under', parts: Parts, question: Question): Clause | null {
  const { test: more, value } = parts['NumberTest'] as SaidTest;
  const made = againstPlan(test)(parts, question);
  const difference = made?.calculation;
  if (
    made === null ||
    value === undefined ||
    value.value < 0 ||
    (more !== 'over' && more !== 'atLeast') ||
    difference?.kind !== 'arithmetic'
  )
    return null;
  const side = test === 'over' ? 1 : -1;
  const least = more === 'over' ? test : test === 'over' ? 'atLeast' : 'atMost';
  if (value.unit !== 'percent')
    return { ...made, test: { test: least, value: { ...value, value: side * value.value } } };
  return {
    ...made,
    calculation: arithmetic('divide', difference.left, difference.right),
    test: { test: least, value: { value: 100 + side * value.value, unit: 'percent' } },
  };
}

const missing =
  (test: 'missing' | 'present') =>
  (is: Tested) =>
  (parts: Parts): Intent =>
    measureTest(is)({ ...parts, NumberTest: { test } });

const number =
  (test: SaidTest['test']) =>
  (parts: Parts): SaidTest => ({ test, value: parts['Amount'] as Amount });

const both = (parts: Parts): SaidTest => ({
  test: 'between',
  value: parts['low'] as Amount,
  upper: parts['high'] as Amount,
});

const reversed = (test: SaidTest): SaidTest => ({
  ...test,
  test: test.test === 'aboveAverage' ? 'belowAverage' : 'aboveAverage',
});

const LEAVE_OUT =
  '(exclude|excluding|without|drop|leave out|ignore|ignoring|remove|not|except|omit|take out|filter out|hide|get rid of)';

const VERB = '[(is|are|was|were|sold|had|have|did|do|performed|ran|carried|got|does|lie|lies|lay)]';

const OVER =
  '(over|exceeds|exceed|exceeded|above|more than|greater than|exceeding|>|higher than|larger than|bigger than|in excess of|upwards of|longer than)';

const UNDER = '(under|below|less than|fewer than|<|lower than|smaller than|shorter than)';

const HAD = '(had|has|have|made|got|ran|took|sold|gave|held|carried|with|did)';

const EXCEEDS =
  '(exceeds|exceed|exceeded|exceeding|beats|beat|over|above|more than|higher than|greater than|larger than|bigger than|>|outweighs|outweigh)';

const FALLS_SHORT =
  '(under|below|less than|lower than|smaller than|fewer than|<|short of|falls short of|fell short of)';

const BEYOND =
  '(over|above|ahead of|beyond|exceeded|exceeding|exceeds|exceed|beat|beats|better than|more than|higher than|past|met and beat)';
/** As much as was planned is enough. */
const REACHED = '(hit|hits|met|meet|meets|reached|reaches|achieved|made)';

const SHORT_OF =
  '(miss|under|below|behind|short of|missed|missing|misses|less than|lower than|worse than|fell short of|falling short of|fell below|not reaching)';

export const MEMBER_TEST_RULES: readonly Rule<Question>[] = [
  { gives: 'Amount', form: '{Number}', means: (p) => ({ value: p['Number'] }) },
  { gives: 'Amount', form: '{Money}', means: (p) => p['Money'] },
  { gives: 'Amount', form: '{Percent}', means: (p) => ({ value: p['Percent'], unit: 'percent' }) },
  { gives: 'Amount', form: '{Number} (percent|per cent|%)', means: (p) => ({ value: p['Number'], unit: 'percent' }) },
  { gives: 'Amount', form: 'half [an] {Magnitude}', means: (p) => ({ value: 0.5, unit: p['Magnitude'] }) },
  { gives: 'Amount', form: '(an|a) {Magnitude}', means: (p) => ({ value: 1, unit: p['Magnitude'] }) },
  {
    gives: 'Amount',
    form: '{Number} and [a] half {Magnitude}',
    means: (p) => ({ value: (p['Number'] as number) + 0.5, unit: p['Magnitude'] }),
  },
  { gives: 'Amount', form: '{Number} {Magnitude}', means: (p) => ({ value: p['Number'], unit: p['Magnitude'] }) },
  {
    gives: 'Amount',
    form: '(-|−|minus) {Amount:positive}',
    means: (p) => ({ ...(p['positive'] as Amount), value: -(p['positive'] as Amount).value }),
  },
  { gives: 'NumberTest', form: `${OVER} {Amount}`, means: number('over') },
  { gives: 'NumberTest', form: `${UNDER} {Amount}`, means: number('under') },
  {
    gives: 'NumberTest',
    form: '(at least|≥|> =|not less than|no less than|no fewer than|not under|not below|a minimum of) {Amount}',
    means: number('atLeast'),
  },
  {
    gives: 'NumberTest',
    form: '{Amount} (or more|and more|or over|and over|or higher|and above|or above|upwards|or longer)',
    means: number('atLeast'),
  },
  {
    gives: 'NumberTest',
    form: '(at most|up to|≤|< =|not more than|no more than|not over|not above|a maximum of) {Amount}',
    means: number('atMost'),
  },
  {
    gives: 'NumberTest',
    form: '{Amount} (or less|or fewer|and less|and under|or lower|or under|or below|and below)',
    means: number('atMost'),
  },
  { gives: 'NumberTest', form: '{Amount} (+|plus)', means: number('atLeast'), cost: 0.1 },
  { gives: 'NumberTest', form: 'between {Amount:low} (and|to|–|-) {Amount:high}', means: both },
  {
    gives: 'NumberTest',
    form: '(of exactly|exactly|equal to|equals|=) {Amount}',
    means: (p) => ({ test: 'between', value: p['Amount'] as Amount, upper: p['Amount'] as Amount }),
  },
  {
    gives: 'NumberTest',
    form: '(negative|below zero|under zero|less than zero|in the red|below nought)',
    means: () => ({ test: 'under', value: { value: 0 } }),
    cost: -0.1,
  },
  {
    gives: 'NumberTest',
    form: '(positive|above zero|over zero|more than zero|greater than zero)',
    means: () => ({ test: 'over', value: { value: 0 } }),
    cost: -0.1,
  },
  {
    gives: 'AverageTest',
    form: '(above|over|higher than|more than|greater than|beyond|exceeding|larger than|longer than) [the] (average|mean)',
    means: () => ({ test: 'aboveAverage' }),
  },
  {
    gives: 'AverageTest',
    form: '(below|under|lower than|less than|fewer than|smaller than|shorter than) [the] (average|mean)',
    means: () => ({ test: 'belowAverage' }),
  },
  ...(['better', 'worse'] as const).map((word): Rule<Question> => ({
    gives: 'DirectedTest',
    form: `${word} than [the] (average|mean)`,
    means: () => ({ test: word === 'better' ? 'aboveAverage' : 'belowAverage' }),
  })),

  { gives: 'Intent', form: 'where {Key} has {Calculation} {NumberTest}', means: measureTest('condition'), cost: -0.05 },
  {
    gives: 'Intent',
    form: 'where {Key} has {Calculation} {AverageTest:NumberTest}',
    means: measureTest('condition'),
    cost: -0.05,
  },
  { gives: 'Intent', form: 'where {Key} has no {Calculation}', means: missing('missing')('condition'), cost: -0.05 },
  { gives: 'Intent', form: 'where {Key} has any {Calculation}', means: missing('present')('condition'), cost: -0.05 },
  { gives: 'Clause', form: '[a] {NumberTest} {Calculation}', means: clauseOf },
  {
    gives: 'Clause',
    form: '[a] {NumberTest} {Measure} {Often:Unit}',
    means: (p, q) =>
      ['sum', 'count'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '')
        ? {
            calculation: { kind: 'perPeriod', grain: p['Unit'] as never, measure: p['Measure'] as string },
            test: p['NumberTest'] as SaidTest,
          }
        : null,
    cost: -0.6,
  },
  { gives: 'Clause', form: '[a] {NumberTest} (in|of|worth of) {Calculation}', means: clauseOf, cost: 0.05 },
  {
    gives: 'Clause',
    form: '{NumberTest} {Adjective}',
    means: howMuchOf,
    cost: -0.1,
  },
  { gives: 'Clause', form: `[a] {Calculation} ${IS} {NumberTest}`, means: clauseOf },
  {
    gives: 'Clause',
    form: '(no|without|without any|not any) {Calculation}',
    means: (p) => ({ calculation: p['Calculation'] as Calculation, test: { test: 'missing' } }),
    cost: 0.1,
  },
  { gives: 'Clause', form: `[a] {Calculation} ${IS} {NumberTest} of {Calculation:other}`, means: asPartOf, cost: -0.1 },
  {
    gives: 'Clause',
    form: '{Amount} {Calculation} (or more|and more|or over|and above|or above|plus)',
    means: (p) => ({ calculation: p['Calculation'] as Calculation, test: number('atLeast')(p) }),
    cost: -0.1,
  },
  {
    gives: 'Clause',
    form: '{Amount} {Calculation} (or less|or fewer|or under|and under)',
    means: (p) => ({ calculation: p['Calculation'] as Calculation, test: number('atMost')(p) }),
    cost: -0.1,
  },
  ...(
    [
      ['half', 50],
      ['third', 100 / 3],
      ['quarter', 25],
    ] as const
  ).flatMap(([word, percent]) =>
    (['over', 'under'] as const).map((test): Rule<Question> => ({
      gives: 'Clause',
      form: `[a] {Calculation} ${IS} ${test === 'over' ? OVER : UNDER} [a] ${word} [(of|the)] {Calculation:other}`,
      means: (p) => asPartOf({ ...p, NumberTest: { test, value: { value: percent, unit: 'percent' } } }),
      cost: -0.1,
    })),
  ),
  { gives: 'Clause', form: `[a] {Calculation} ${IS} {AverageTest:NumberTest}`, means: clauseOf },
  { gives: 'Clause', form: '[an] {AverageTest:NumberTest} {Calculation}', means: clauseOf },
  { gives: 'Clause', form: `[a] {Calculation} ${IS} {DirectedTest}`, means: directed },
  { gives: 'Clause', form: '[a] {DirectedTest} {Calculation}', means: directed },
  { gives: 'Clause', form: `[a] {Calculation} ${IS} ${EXCEEDS} {Calculation:other}`, means: against('over') },
  { gives: 'Clause', form: `[a] {Calculation} ${IS} ${FALLS_SHORT} {Calculation:other}`, means: against('under') },
  { gives: 'PlanName', form: '[its|their|our] plan', means: () => 'plan' },
  {
    gives: 'PlanName',
    form: '{Measure}',
    means: (p, q) => ([...q.model.measures.values()].some((one) => one.plan === p['Measure']) ? p['Measure'] : null),
  },
  { gives: 'PlanName', form: '[(our|its|their)] {PlanWord}', means: (p) => p['PlanWord'], cost: 0.05 },
  {
    gives: 'PlanClause',
    form: `[{Calculation}] ${IS} ${BEYOND} [(its|their|our)] {PlanName:Plan}`,
    means: againstPlan('over'),
  },
  {
    gives: 'PlanClause',
    form: `[{Calculation}] ${IS} ${REACHED} [(its|their|our)] {PlanName:Plan}`,
    means: againstPlan('atLeast'),
  },
  ...(
    [
      ['(beat|beats|exceeded|exceeds|topped)', 'over'],
      ['(missed|misses|miss|fell short of|undershot)', 'under'],
    ] as const
  ).map(([words, test]): Rule<Question> => ({
    gives: 'PlanClause',
    form: `[{Calculation}] ${words} [(its|their|our)] {PlanName:Plan} by {NumberTest}`,
    means: (p, q) => byHowMuchOfPlan(test, p, q),
    cost: -0.2,
  })),
  {
    gives: 'PlanClause',
    form: `[{Calculation}] ${IS} ${SHORT_OF} [(its|their|our)] {PlanName:Plan}`,
    means: againstPlan('under'),
  },
  { gives: 'ClauseList', form: '{Clause}', means: (p) => [p['Clause']] },
  { gives: 'ClauseList', form: '{PlanClause}', means: (p) => [p['PlanClause']], cost: -0.05 },
  {
    gives: 'ClauseList',
    form: `{Clause} (and|but|and also|but also) [${WITH.slice(1, -1)}] {ClauseList}`,
    means: (p) => [p['Clause'], ...(p['ClauseList'] as Clause[])],
  },
  ...tested(`{Key} ${WITH} {ClauseList}`, clausesTest),
  ...tested(`{Key} [(in|of|during|from)] {Period} ${WITH} {ClauseList}`, clausesTest, -0.1),
  ...tested(
    '{Key} (with|having|that have|who have|which have|that had|who had) both {Calculation:first} and {Calculation:second}',
    bothPresent,
    -0.3,
  ),
  ...tested('{Key} (who|that|which) [(have|has|had)] {Doing} {ClauseList}', clausesTest, -0.1),
  ...PLACES.flatMap((place) => [
    ...tested(
      '{Key} [(who|that|which)] [(have|has|had)] {Doing} {NumberTest}',
      (is) => (p, q) => spentTest(is)(p, q, place),
      -0.1,
    ),
    {
      gives: 'Intent',
      form: `${COUNT} {Key} [(have|has|had|that|who|which)] {Doing} {NumberTest}`,
      means: (p: Parts, q: Question) => spentTest('count')(p, q, place),
      cost: -0.2,
    },
  ]),
  ...tested('{Key} {AnyWord:verb} {NumberTest}', (is) => (p, q) => ratedTest(is)(p, q), -0.3),
  ...tested(
    '{Key} (who|that|which) [(have|has|had)] {Doing} (nothing|none)',
    (is) => (p, q) =>
      clausesTest(is)({
        ...p,
        ClauseList: [{ calculation: measureOf(q.model.defaultMeasure), test: { test: 'missing' } }],
      }),
    -0.1,
  ),
  ...tested(
    '[in] {Key} (did|do|have|had|do we|did we|have we) [(we|they|it)] {PlanClause}',
    (is) => (p) => clausesTest(is)({ ...p, ClauseList: [p['PlanClause']] }),
    -0.4,
  ),
  ...tested(
    '{Key} (that|who|which|where) {PlanClause}',
    (is) => (p) => clausesTest(is)({ ...p, ClauseList: [p['PlanClause']] }),
    -0.25,
  ),
  ...tested(
    `{Key} ${VERB} {PlanClause}`,
    (is) => (p) => clausesTest(is)({ ...p, ClauseList: [p['PlanClause']] }),
    -0.2,
  ),
  {
    gives: 'Intent',
    form: '{Measure:records} (who|that|which) [(have|has|had|were|was|are|is)] ({DateVerb}|{Doing}) [(on|via|through|with|by|in|at|using|from)] {Members}',
    means: (p, q) =>
      ['count', 'distinct'].includes(q.model.measures.get(p['records'] as string)?.kind ?? '')
        ? {
            edits: [
              {
                do: 'show',
                how: 'replace',
                shown: [{ calculation: measureOf(p['records'] as string), transform: null }],
              },
              ...only(p).edits,
              ...whenDone(p),
            ],
          }
        : null,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(which|what)] {Level} [(who|that|which)] [(have|has|had)] ({DateVerb}|{Doing}) [(on|via|through|with|by|in|at|using|from)] {Members}',
    means: (p) =>
      list(p).level === p['Level']
        ? null
        : {
            edits: [
              { do: 'breakdown', how: 'join', by: [byLevel(p['Level'] as string)] },
              ...only(p).edits,
              ...whenDone(p),
            ],
          },
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `${COUNT} {Key} [(have|has|had|that|who|which)] ({DateVerb}|{Doing}) {ClauseList}`,
    means: clausesTest('count'),
    cost: -0.25,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (use|uses|used|using|choose|chooses|chose|prefer|prefers|preferred) [the] {Members} [the] {Sense}',
    means: (p) => withRankOf(p),
    cost: -0.3,
  },
  ...(
    [
      ['(which|what|all)', 'shown'],
      [COUNT, 'count'],
      ['(only|just|keep only|show only)', 'narrow'],
    ] as const
  ).map(([words, is]): Rule<Question> => ({
    gives: 'Intent',
    form: `${is === 'shown' ? `[${words}]` : words} {Key} [(that are|that were|which are|which were|are|were|is|was)] {NumberTest} {Adjective}`,
    means: (p) => {
      const clause = howMuchOf(p);
      return clause === null ? null : clausesTest(is)({ ...p, ClauseList: [clause] });
    },
    cost: -0.3,
  })),
  {
    gives: 'Intent',
    form: `${COUNT} {Key} ${DID} {PlanClause}`,
    means: (p) => clausesTest('count')({ ...p, ClauseList: [p['PlanClause']] }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(and|now|make it|what about|only)] {NumberTest} [instead]',
    means: (p) => followUp({ do: 'retest', test: p['NumberTest'] as SaidTest }),
    cost: 0.6,
  },
  {
    gives: 'Intent',
    form: '(take out|leave out|drop|remove|exclude|without|hide|ignore|get rid of|except) [all] (the ones|those|anything|any|all) (with|that have|having|under|which have|that had) {Clause}',
    means: leavingOutShown,
    cost: -0.2,
  },
  ...['(only|just|keep only|show only|only the)', '(which|what)'].map((words, index): Rule<Question> => ({
    gives: 'Intent',
    form: `${words} {Key} [(that are|which are|is|are|was|were)] {NumberTest}`,
    means: (p) =>
      intent(...(index === 0 ? [] : [{ do: 'breakdown' as const, by: [p['Key'] as Key], how: 'join' as const }]), {
        do: 'saidMeasureTest',
        at: p['Key'] as Key,
        calculation: null,
        test: p['NumberTest'] as SaidTest,
        count: false,
        narrows: true,
      }),
    cost: -0.05,
  })),
  {
    gives: 'Intent',
    form: '(with|having|who have|that have|and with) {ClauseList}',
    means: (p) => narrowedBy(p),
    cost: 0.35,
  },
  {
    gives: 'Intent',
    form: '[(only|just|show|keep)] (anything|everything|all those|any|all|everyone|anyone|those|the ones) [(that is|that are|which are|with|that were)] {NumberTest} [{Calculation}]',
    means: (p) =>
      followUp({
        do: 'saidMeasureTest',
        at: null,
        calculation: (p['Calculation'] as Calculation | undefined) ?? null,
        test: p['NumberTest'] as SaidTest,
        count: false,
        narrows: true,
      }),
    cost: 0.1,
    examples: ['anything under 50'],
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many [(of them|of these|of those|ones)] (is|are|was|were|has|have|had|lie|lies|had a|have a|come in|came in) {NumberTest} [{Calculation}]',
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ...clauseOf(p), count: false, narrows: true }, { do: 'countThese' }),
    cost: -0.2,
    examples: ['how many of them are over 50'],
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many [(of them|of these|of those|ones)] (is|are|was|were|did|come in|came in) {AverageTest:NumberTest}',
    means: (p) =>
      followUp(
        { do: 'saidMeasureTest', at: null, ofSaid: true, ...clauseOf(p), count: false, narrows: true },
        { do: 'countThese' },
      ),
    cost: -0.4,
    examples: ['how many of them are below average'],
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many of (them|these|those) [(have|had|with|show|showed|saw|are|were|is|was)] {Clause}',
    means: (p) => {
      const { calculation, test } = p['Clause'] as Clause;
      return followUp(
        { do: 'saidMeasureTest', at: null, calculation, test, count: false, narrows: true },
        { do: 'countThese' },
      );
    },
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '[(only|just|keep|keep only|show only|only the|just the|only show)] (those|ones|these|the ones) [(that|which|who)] {PlanClause}',
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ...(p['PlanClause'] as Clause), count: false, narrows: true }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many [(of them|of these|of those|ones)] {PlanClause}',
    means: (p) =>
      followUp(
        { do: 'saidMeasureTest', at: null, ...(p['PlanClause'] as Clause), count: false, narrows: true },
        { do: 'countThese' },
      ),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(which|what) [(ones|of them|of these|of those|of the ones)] (is|are|was|were|has|have|had|lie|lies) {NumberTest} [{Calculation}]',
    means: (p) => followUp({ do: 'saidMeasureTest', at: null, ...clauseOf(p), count: false, narrows: true }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(only|just|keep|those|only those|keep only) {AverageTest:NumberTest} [only]',
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ofSaid: true, ...clauseOf(p), count: false, narrows: true }),
    cost: 0.15,
  },
  {
    gives: 'Intent',
    form: '[(which|what)] {Level} where (it|this|that) (is|was) {AverageTest:NumberTest}',
    means: (p) => whereIt(p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(which|what)] {Level} where (it|this|that) (is|was) {NumberTest}',
    means: (p) => whereIt(p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many [(of them|of these|of those|ones)] (is|are|was|were|did|do|fared|come in|came in) {DirectedTest}',
    means: (p) => followUp(thanAverage(p), { do: 'countThese' }),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '[(and|so)] out of all {Level} [,] how many (is|are|was|were|did|do|fared|come in|came in) {DirectedTest}',
    means: (p) => followUp({ ...thanAverage(p), at: { kind: 'level', level: p['Level'] as string }, count: true }),
    cost: -0.4,
    examples: ['out of all the routes, how many did better than average'],
  },
  {
    gives: 'Intent',
    form: '[(and|so)] (which|which ones|which of them|only|just|only those|only the ones|just those|just the ones) [(is|are|was|were|did|do|fared|come in|came in|that are|that were|that did)] {DirectedTest}',
    means: (p) => followUp(thanAverage(p)),
    cost: -0.4,
    examples: ['which ones are better than average'],
  },
  {
    gives: 'Intent',
    form: '{AverageTest:NumberTest} [only]',
    means: (p) => followUp({ do: 'saidMeasureTest', at: null, ...clauseOf(p), count: false, narrows: true }),
    cost: 0.15,
    examples: ['above average only'],
  },
  {
    gives: 'Intent',
    form: '(and|but|and also|but also|and only|and only those) [(with|having|at|who have|that have|which have)] [a] {NumberTest} {Calculation}',
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ofSaid: true, ...clauseOf(p), count: false, narrows: true }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(only|just|keep|the)] {NumberTest} (ones|ones only)',
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ofSaid: true, ...clauseOf(p), count: false, narrows: true }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '{NumberTest} only',
    means: (p) => followUp({ do: 'saidMeasureTest', at: null, ...clauseOf(p), count: false, narrows: true }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(only|just|keep|keep only|show only) [(those|these|ones)] {NumberTest}',
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ofSaid: true, ...clauseOf(p), count: false, narrows: true }),
    cost: 0.2,
  },
  {
    gives: 'Intent',
    form: `(only|just|keep only|show only|just show) [(those|these|ones|the ones|them)] ${WITH} {Clause}`,
    means: (p) =>
      followUp({
        do: 'saidMeasureTest',
        at: null,
        ofSaid: true,
        ...(p['Clause'] as Clause),
        count: false,
        narrows: true,
      }),
    cost: 0.15,
  },
  {
    gives: 'Intent',
    form: `(only|just|keep only|show only|show me only|just show|and|which have|which has) [(those|these|ones|the ones|them)] ${WITH} [a] {NumberTest} [{Calculation}]`,
    means: (p) =>
      followUp({ do: 'saidMeasureTest', at: null, ofSaid: true, ...clauseOf(p), count: false, narrows: true }),
    cost: 0.1,
  },
  ...tested('{Key} {NumberTest} {Calculation}', measureTest, 0.05),
  { gives: 'Intent', form: '[(which|what|all)] {Key} {NumberTest}', means: overSo, cost: 0.4 },
  {
    gives: 'Intent',
    form: `[(which|what|all)] {Key} ${WITH} {ClauseList} [(ranked|sorted|ordered|listed)] by {Calculation}`,
    means: testedBy,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (have|has|had) [(a|an)] {ClauseList}',
    means: clausesTest('shown'),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[(on|in|at|for)] (which|what) {Key} (did|do|have) (we|they|you|people) [(have|had|see|get)] {ClauseList}',
    means: clausesTest('shown'),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `who ${HAD} {ClauseList}`,
    means: (p) => ({
      edits: (p['ClauseList'] as readonly Clause[]).map((made) => ({
        do: 'saidMeasureTest' as const,
        at: null,
        ofKind: 'person' as const,
        ...made,
        count: false,
        narrows: false,
      })),
    }),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: '{Calculation} by {Key} [(if|where it is|that is|which is|where)] {NumberTest}',
    means: (p) => ({
      edits: [
        { do: 'show', how: 'replace', shown: [{ calculation: p['Calculation'] as Calculation, transform: null }] },
        ...measureTest('shown')(p).edits,
      ],
    }),
    cost: -0.1,
  },
  // “delays over 30 minutes by cause” may be of single delays or of causes with such a delay on average: both are readings
  { gives: 'Intent', form: '{Measure} {NumberTest} by {Key}', means: ofSingleOnes },
  {
    gives: 'Intent',
    form: '{Calculation} [(is|was)] {NumberTest} by {Key}',
    means: (p) => ({
      edits: [
        { do: 'show', how: 'replace', shown: [{ calculation: p['Calculation'] as Calculation, transform: null }] },
        ...measureTest('shown')(p).edits,
      ],
    }),
  },
  ...tested(`{Key} ${VERB} {AverageTest:NumberTest} [(in|by|for|on) {Calculation}]`, measureTest, 0.05),
  ...tested(
    `{Key} ${VERB} {DirectedTest} [(in|by|for|on) {Calculation}]`,
    (is) => (p, q) => {
      const clause = directed(p, q);
      return clause && clausesTest(is)({ ...p, ClauseList: [clause] });
    },
    0.05,
  ),
  ...tested('{Key} {AverageTest:NumberTest} {Calculation}', measureTest),
  ...tested(
    `{Key} (with no|with zero|without [any]|without a|that have no|which have no|having no|had no|have no|has no|lacking [a]|that had no|missing [a]|with missing|with no [known]) {Calculation}`,
    missing('missing'),
    0.05,
  ),
  ...tested(
    '{Key} [(that|which|who)] [(were|was|are|have|had)] (not|never|not yet) {AnyWord:verb}',
    (is) => (p, q) => neverDone(is, p, q),
    -0.3,
  ),
  ...tested('{Key} (without|without any) {Level}', (is) => (p, q) => withoutAny(is, p, q), -0.2),
  ...tested(`{Key} (with any|that have any|which have any|with a known) {Calculation}`, missing('present'), 0.05),
  ...tested('{Key} (with no|without [a]|that have no|having no|lacking a|missing a|missing) plan', planMissing, 0.02),
  { gives: 'Intent', form: `${COUNT} {Key} ${DID} {ClauseList}`, means: clausesTest('count'), cost: -0.2 },
  {
    gives: 'Intent',
    form: `${COUNT} {Key} ${DID} [an] {AverageTest:NumberTest} [(in|by|for|on|of) {Calculation}]`,
    means: measureTest('count'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `${COUNT} {Key} {Doing} [an] {AverageTest:NumberTest}`,
    means: measureTest('count'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `${COUNT} {Key} ${DID} {DirectedTest} [(in|by|for|on|of) {Calculation}]`,
    means: (p, q) => {
      const clause = directed(p, q);
      return clause && clausesTest('count')({ ...p, ClauseList: [clause] });
    },
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `${COUNT} {Key} (with|have|had|has|having|that have|that had|which have|which had|who have|who had) [(any|some|at least one)] {Calculation}`,
    means: missing('present')('count'),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[on] how many {Key} (was|were|did|is) {Calculation} {AverageTest:NumberTest}',
    means: measureTest('count'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[on] how many {Key} (was|were|did|is) {Calculation} {NumberTest}',
    means: measureTest('count'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `${COUNT} {Key} (with no|without [a]|without any|had no|have no) {Calculation}`,
    means: (p) => measureTest('count')({ ...p, NumberTest: { test: 'missing' } }),
    cost: -0.15,
  },
  { gives: 'Intent', form: `${LEAVE_OUT} {Key} [${WITH}] {Clause}`, means: leavingOut, cost: -0.3 },
  {
    gives: 'Intent',
    form: `${LEAVE_OUT} {Key} [(that are|which are|with|having)] {NumberTest}`,
    means: (p) => leavingOut({ ...p, Clause: clauseOf(p) }),
    cost: 0.1,
  },
  { gives: 'Intent', form: 'where {Level} [name] contains {Text}', means: text('contains', 'condition'), cost: -0.2 },
  {
    gives: 'Intent',
    form: 'where {Level} [name] (starts|begins) with {Text}',
    means: text('startsWith', 'condition'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '[(which|all|only)] {Level} [(whose|with)] [(name|names)] (containing|contains|contain|that contain|which contain|including) {AnyText:Text}',
    means: text('contains', 'shown'),
  },
  {
    gives: 'Intent',
    form: '[(which|all|only)] {Level} [(whose|with)] [(name|names)] (starting with|beginning with|starts with|begins with|that start with|that begin with|which start with|start with|begin with) {AnyText:Text}',
    means: text('startsWith', 'shown'),
  },
];

/** "buyers over 50,000": of what is shown, or of the usual measure; in a unit that several are kept in, it is not clear of which. */
function overSo(parts: Parts, { model }: Question): Intent | null {
  const test = parts['NumberTest'] as SaidTest;
  const inUnit = [...model.measures.values()].filter(
    (one) => one.hidden !== true && one.unit !== undefined && one.unit === test.value?.unit,
  );
  return inUnit.length > 1 ? null : clausesTest('shown')({ ...parts, ClauseList: [{ calculation: null, test }] });
}

/** "districts where it is above average": of what is shown, by them. */
function whereIt(parts: Parts): Intent {
  const key = byLevel(parts['Level'] as string);
  return followUp(
    { do: 'breakdown', how: 'join', by: [key] },
    {
      do: 'saidMeasureTest',
      at: key,
      calculation: null,
      test: parts['NumberTest'] as SaidTest,
      count: false,
      narrows: false,
    },
  );
}

/** "reps with at least 20 orders by revenue per order": what those that pass are shown by. */
function testedBy(parts: Parts): Intent {
  const calculation = parts['Calculation'] as Calculation;
  return {
    edits: [
      { do: 'show', how: 'replace', shown: [{ calculation, transform: null }] },
      ...clausesTest('shown')(parts).edits,
      { do: 'order', order: { by: { kind: 'measure', calculation }, direction: 'down' } },
    ],
  };
}

/** "clients with both calls and payments": those that have some of each. */
function bothPresent(is: Tested) {
  return (parts: Parts): Intent =>
    clausesTest(is)({
      ...parts,
      ClauseList: ['first', 'second'].map((name): Clause => ({
        calculation: parts[name] as Calculation,
        test: { test: 'present' },
      })),
    });
}

/** "clients who spent over £500": what that was, where money can be one measure or few. */
function spentTest(is: Tested) {
  return (parts: Parts, { model }: Question, place: number): Intent | null => {
    const test = parts['NumberTest'] as SaidTest;
    const key = parts['Key'] as Key;
    if (key.kind !== 'level' || !/^[A-Z]{3}$/.test(test.value?.unit ?? '')) return null;
    const fitting = [...model.facts.keys()]
      .filter((fact) => factHasLevel(model, fact, key.level))
      .flatMap((fact) => worthOf(fact, model))
      .filter((one) => one.kind === 'sum');
    const usual = fitting.filter((one) => one.id === model.defaultMeasure);
    const measure = (usual.length > 0 ? usual : fitting)[place];
    return measure === undefined
      ? null
      : clausesTest(is)({ ...parts, ClauseList: [{ calculation: measureOf(measure.id), test }] });
  };
}

/** "drivers rated below 4", of their Rating: a figure that is one of its records already. */
function ratedTest(is: Tested) {
  return (parts: Parts, { model, names }: Question): Intent | null => {
    const verb = String(parts['verb']).toLowerCase();
    if (!isDone(verb)) return null;
    const figures = [...model.measures.values()].filter(
      (one) => ['average', 'median', 'ratio'].includes(one.kind) && one.hidden !== true && speaksOf(one, verb),
    );
    const meant = figures.filter((one) =>
      names.meantByVerb(verb).some(({ named }) => named.kind === 'measure' && named.id === one.id),
    );
    const [only, second] = meant.length > 0 ? meant : figures;
    return only === undefined || second !== undefined
      ? null
      : clausesTest(is)({
          ...parts,
          ClauseList: [{ calculation: measureOf(only.id), test: parts['NumberTest'] as SaidTest }],
        });
  };
}

/** "skiers who bought a season card in January": the January is of when they bought. */
const whenDone = (parts: Parts): Intent['edits'] =>
  parts['DateVerb'] === undefined ? [] : [{ do: 'saidDateVerb', role: parts['DateVerb'] as string, ofPeriod: true }];

/** Better and worse follow the measure's direction. */
function directed(parts: Parts, question: Question): Clause | null {
  const calculation = parts['Calculation'] as Calculation | undefined;
  const id =
    calculation === undefined
      ? question.model.defaultMeasure
      : calculation.kind === 'measure'
        ? calculation.measure
        : null;
  if (id === null) return null;
  const test = parts['DirectedTest'] as SaidTest;
  return {
    calculation: calculation ?? null,
    test: question.model.measures.get(id)?.direction === 'less' ? reversed(test) : test,
  };
}

/** "which did better than average": of what is shown, by its direction. */
const thanAverage = (parts: Parts): Extract<SaidEdit, { do: 'saidMeasureTest' }> => {
  const test = parts['DirectedTest'] as SaidTest;
  return {
    do: 'saidMeasureTest',
    at: null,
    ofSaid: true,
    calculation: null,
    test,
    better: test.test === 'aboveAverage',
    count: false,
    narrows: true,
  };
};

/** "which industry uses the phone most": a rank of one by the usual measure, among what is theirs. */
function withRankOf(parts: Parts): Intent {
  return intent(
    {
      do: 'saidRank',
      sense: parts['Sense'] as Sense,
      rank: { count: 10, percent: false, of: parts['Key'] as Key, by: null, within: null, others: false, marked: true },
    },
    ...only(parts).edits,
  );
}

/** "routes with no plan": of the default measure's plan, where it has one. */
function planMissing(is: Tested) {
  return (parts: Parts, question: Question): Intent | null => {
    const plan = question.model.measures.get(question.model.defaultMeasure)?.plan;
    return plan === undefined
      ? null
      : missing('missing')(is)({ ...parts, Calculation: { kind: 'measure', measure: plan } });
  };
}

/** "employees without training": of another dimension's level, those with no records of the table that holds it. */
function withoutAny(is: Tested, parts: Parts, question: Question): Intent | null {
  const { model } = question;
  const key = parts['Key'] as Key;
  const level = model.levels.get(parts['Level'] as string);
  if (key.kind !== 'level' || level === undefined || sameDimension(key.level, level.level.id, question)) return null;
  const fact = [...model.facts.values()].find((one) => one.table === level.source.table);
  if (fact === undefined || !factHasLevel(model, fact.id, key.level)) return null;
  const [counted] = [...model.measures.values()]
    .filter(
      (one) =>
        one.hidden !== true &&
        'fact' in one &&
        one.fact === fact.id &&
        ((one.kind === 'count' && one.only.length === 0) || one.kind === 'sum'),
    )
    .sort((a, b) => Number(b.kind === 'count') - Number(a.kind === 'count'));
  return counted === undefined ? null : missing('missing')(is)({ ...parts, Calculation: measureOf(counted.id) });
}

/** Records by a number of theirs, where that is said in the plural and is known as its average. */
function ofSingleOnes(parts: Parts, question: Question): Intent | null {
  const { model, tokens } = question;
  const measure = model.measures.get(parts['Measure'] as string);
  if ((measure?.kind !== 'average' && measure?.kind !== 'median') || rowColumnOf(model, measure.id) === null)
    return null;
  const plural = tokens.some((_token, at) =>
    question
      .namesAt(at)
      .some(
        ({ match, end }) =>
          match.named.id === measure.id &&
          /s$/.test(tokens[end - 1]?.word ?? '') &&
          singular(tokens[end - 1]?.word ?? '') !== tokens[end - 1]?.word,
      ),
  );
  return plural
    ? intent(
        { do: 'show', how: 'replace', shown: [{ calculation: measureOf(measure.id), transform: null }] },
        { do: 'breakdown', how: 'join', by: [parts['Key'] as Key] },
        { do: 'saidRowTest', measure: measure.id, test: parts['NumberTest'] as SaidTest },
      )
    : null;
}

/** "products not sold": those with none of the only measure that the verb speaks of. */
function neverDone(is: Tested, parts: Parts, question: Question): Intent | null {
  const verb = String(parts['verb']).toLowerCase();
  if (!isDone(verb)) return null;
  const only = measureOfVerb(verb, question, (one) => one.kind === 'sum' || one.kind === 'count');
  return only === null ? null : missing('missing')(is)({ ...parts, Calculation: measureOf(only) });
}

const OPPOSITE: Partial<Record<SaidTest['test'], SaidTest['test']>> = {
  over: 'atMost',
  atMost: 'over',
  under: 'atLeast',
  atLeast: 'under',
  missing: 'present',
  present: 'missing',
};

/** "top captains by on-time share with at least 50 sailings": of the members that are shown or ranked. */
const narrowedBy = (parts: Parts): Intent => ({
  edits: (parts['ClauseList'] as readonly Clause[]).map((made) => ({
    do: 'saidMeasureTest' as const,
    at: null,
    ofSaid: true,
    ...made,
    count: false,
    narrows: true,
  })),
});

/** "take out the ones with fewer than 20 sailings": of what is shown. */
function leavingOutShown(parts: Parts): Intent | null {
  const clause = parts['Clause'] as Clause;
  const test = OPPOSITE[clause.test.test];
  return test === undefined
    ? null
    : followUp({
        do: 'saidMeasureTest',
        at: null,
        calculation: clause.calculation,
        test: { ...clause.test, test },
        count: false,
        narrows: true,
      });
}

/** "exclude ships with fewer than 20 sailings" keeps those with at least 20. */
function leavingOut(parts: Parts): Intent | null {
  const clause = parts['Clause'] as Clause;
  const test = OPPOSITE[clause.test.test];
  return test === undefined
    ? null
    : intent({
        do: 'saidMeasureTest',
        at: parts['Key'] as Key,
        calculation: clause.calculation,
        test: { ...clause.test, test },
        count: false,
        narrows: true,
      });
}
