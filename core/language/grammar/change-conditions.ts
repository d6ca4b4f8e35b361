/** Grammar of conditions on how much something changed: "months where revenue fell", "only routes that grew by more than 10%". */
import type { Calculation } from '../../model/calculation';
import { asFollowUp, type SaidChange, type SaidPeriod, type SaidTest } from '../intent';
import type { Question } from '../question';
import { clausesTest, tested, type Clause, type Tested } from './clauses';
import { COUNT } from './little-words';
import type { Parts, Rule } from './rule';

type Way = 'top' | 'bottom';

/** Up or down at all: the difference lies over or under nothing. */
const atAll = (way: Way): SaidTest => ({ test: way === 'top' ? 'over' : 'under', value: { value: 0 } });
const notAtAll = (way: Way): SaidTest => ({ test: way === 'top' ? 'atMost' : 'atLeast', value: { value: 0 } });

const DOWNWARDS: Partial<Record<SaidTest['test'], SaidTest['test']>> = { over: 'under', atLeast: 'atMost' };

/** "fell by more than 10%" lies under −10 %; "fell by less than" would be over a fall and under nothing, which is no one test. */
function by(way: Way, test: SaidTest): SaidTest | null {
  if (way === 'top')
    return test.test === 'under' ||
      test.test === 'atMost' ||
      test.test === 'aboveAverage' ||
      test.test === 'belowAverage'
      ? null
      : test;
  const turned = DOWNWARDS[test.test];
  return turned === undefined || test.value === undefined
    ? null
    : { test: turned, value: { ...test.value, value: -test.value.value } };
}

const changeOf = (parts: Parts): SaidChange => ({
  basis: (parts['ChangeBasis'] as SaidChange['basis'] | undefined) ?? 'implied',
  as: 'difference',
});
const clause = (parts: Parts): Clause => ({
  calculation: (parts['Calculation'] as Calculation | undefined) ?? null,
  test: parts['ChangeTest'] as SaidTest,
  change: changeOf(parts),
});

/** "improved" is up where more is better, which is known when it is settled of what. */
const turned = (parts: Parts): Clause => ({
  ...clause({ ...parts, ChangeTest: atAll('top') }),
  change: { ...changeOf(parts), sense: parts['Turned'] as 'best' | 'worst' },
});

/** Members that pass one clause; with the period that the clause names ("more visits this month than last month"). */
const one = (is: Tested) => (parts: Parts) => {
  const { period } = parts['ChangeClause'] as { period?: SaidPeriod };
  if (period !== undefined && parts['Period'] !== undefined) return null;
  return clausesTest(is)({
    ...parts,
    ClauseList: [parts['ChangeClause']],
    ...(period === undefined ? {} : { Period: period }),
  });
};

const more = (way: Way, basis: SaidChange['basis'], period?: SaidPeriod) => (parts: Parts) => ({
  calculation: parts['Calculation'] as Calculation,
  test: atAll(way),
  change: { basis, as: 'difference' },
  ...(period === undefined ? {} : { period }),
});

/** "did worse than last year" turns with the direction of what is shown; "bought less" does not. */
const than =
  (way: Way, basis: SaidChange['basis']) =>
  (_parts: Parts, { tokens }: Question): Clause => {
    const directed = tokens.some((token) => token.word === 'better' || token.word === 'worse');
    return {
      calculation: null,
      test: atAll(directed ? 'top' : way),
      change: {
        basis,
        as: 'difference',
        ...(directed ? { sense: way === 'top' ? ('best' as const) : ('worst' as const) } : {}),
      },
    };
  };

const ON = '(on|from|since|over|than|vs|versus|against|compared to|compared with|relative to)';
const WHO =
  '(that had|which had|who had|that have|which have|that carried|which carried|that made|that sold|that took|that|which|who|where|when|whose|in which|on which|for which|with|of which|have|has|had|are|is)';
const WAYS: readonly (readonly [string, Way])[] = [
  ['(more|higher|larger|greater|bigger|better)', 'top'],
  ['(less|fewer|lower|smaller|worse)', 'bottom'],
];
const UNITS = ['day', 'week', 'month', 'quarter', 'year'] as const;

export const CHANGE_CONDITION_RULES: readonly Rule<Question>[] = [
  { gives: 'ChangeTest', form: '{Moved}', means: (p) => atAll(p['Moved'] as Way) },
  {
    gives: 'ChangeTest',
    form: '(are|is|were|was|been|still) (growing|rising|increasing|up|going up|climbing)',
    means: () => atAll('top'),
  },
  {
    gives: 'ChangeTest',
    form: '(are|is|were|was|been|still) (falling|dropping|declining|decreasing|down|going down|shrinking)',
    means: () => atAll('bottom'),
  },
  {
    gives: 'ChangeTest',
    form: '(did not|didnt|have not|havent|has not|hasnt|never) {Moved}',
    means: (p) => notAtAll(p['Moved'] as Way),
    cost: -0.1,
  },
  {
    gives: 'ChangeTest',
    form: '{Moved} [by] {NumberTest}',
    means: (p) => by(p['Moved'] as Way, p['NumberTest'] as SaidTest),
    cost: -0.1,
  },
  {
    gives: 'ChangeTest',
    form: '{Moved} [by] {Amount}',
    means: (p) => by(p['Moved'] as Way, { test: 'atLeast', value: p['Amount'] as NonNullable<SaidTest['value']> }),
    cost: -0.05,
  },
  { gives: 'ChangeBasis', form: `${ON} {YearBefore}`, means: () => 'year' },
  { gives: 'ChangeBasis', form: `${ON} {PeriodBefore}`, means: () => 'previous' },
  { gives: 'ChangeBasis', form: `${ON} {Unit} before`, means: (p) => (p['Unit'] === 'year' ? 'year' : 'previous') },
  { gives: 'ChangeBasis', form: '(year on year|year over year|yoy)', means: () => 'year' },
  {
    gives: 'ChangeBasis',
    form: '(month on month|month over month|mom|week on week|week over week|quarter on quarter|quarter over quarter)',
    means: () => 'previous',
  },

  { gives: 'ChangeClause', form: '[(it|they|this|that|these)] {ChangeTest} [{ChangeBasis}]', means: clause },
  { gives: 'ChangeClause', form: '{ChangeTest} (in|on|by) {Calculation} [{ChangeBasis}]', means: clause, cost: -0.05 },
  {
    gives: 'ChangeClause',
    form: '[(its|their|our)] {Calculation} {ChangeTest} [{ChangeBasis}]',
    means: clause,
    cost: -0.05,
  },
  {
    gives: 'ChangeClause',
    form: '(lost|lose|losing|are losing|is losing|have lost|has lost) {Calculation} [{ChangeBasis}]',
    means: (p) => ({ ...clause(p), test: atAll('bottom') }),
    cost: -0.05,
  },
  {
    gives: 'ChangeClause',
    form: '(gained|gain|gaining|are gaining|is gaining|have gained|has gained|won) {Calculation} [{ChangeBasis}]',
    means: (p) => ({ ...clause(p), test: atAll('top') }),
    cost: -0.05,
  },
  {
    gives: 'ChangeClause',
    form: '(growing|rising|increasing|climbing) {Calculation} [{ChangeBasis}]',
    means: (p) => ({ ...clause(p), test: atAll('top') }),
  },
  {
    gives: 'ChangeClause',
    form: '(falling|dropping|declining|decreasing|shrinking) {Calculation} [{ChangeBasis}]',
    means: (p) => ({ ...clause(p), test: atAll('bottom') }),
  },
  { gives: 'ChangeClause', form: '[(it|they|this|that|these)] {Turned} [{ChangeBasis}]', means: turned },
  {
    gives: 'ChangeClause',
    form: '[(its|their|our)] {Calculation} {Turned} [{ChangeBasis}]',
    means: turned,
    cost: -0.05,
  },
  ...WAYS.flatMap(([words, way]): Rule<Question>[] => [
    {
      gives: 'ChangeClause',
      form: `[a] ${words} {Calculation} than [in] {YearBefore}`,
      means: more(way, 'year'),
      cost: -0.1,
    },
    {
      gives: 'ChangeClause',
      form: `[a] ${words} {Calculation} than [in] {PeriodBefore}`,
      means: more(way, 'previous'),
      cost: -0.1,
    },
    {
      gives: 'ChangeClause',
      form: `[a] ${words} {Calculation} than [in] {Unit} before`,
      means: (p) => more(way, p['Unit'] === 'year' ? 'year' : 'previous')(p),
      cost: -0.1,
    },
    {
      gives: 'ChangeClause',
      form: `({Doing}|did|do|had|was|were|performed) ${words} than [in] {YearBefore}`,
      means: than(way, 'year'),
      cost: -0.1,
    },
    {
      gives: 'ChangeClause',
      form: `({Doing}|did|do|had|was|were|performed) ${words} than [in] {PeriodBefore}`,
      means: than(way, 'previous'),
      cost: -0.1,
    },
    ...UNITS.map((grain): Rule<Question> => ({
      gives: 'ChangeClause',
      form: `[a] ${words} {Calculation} [in] this ${grain} than [in] last ${grain}`,
      means: more(way, grain === 'year' ? 'year' : 'previous', { kind: 'this', grain }),
      cost: -0.3,
    })),
  ]),

  ...tested(`{Key} ${WHO} {ChangeClause}`, one, -0.35),
  ...tested(`{Key} [(in|of|during|from)] {Period} ${WHO} {ChangeClause}`, one, -0.45),
  {
    gives: 'Intent',
    form: '(only|just|keep|keep only|only show) (where|when) {ChangeClause}',
    means: (p) => asFollowUp(one('narrow')(p)),
    cost: -0.2,
    examples: ['only where it grew'],
  },
  {
    gives: 'Intent',
    form: `(only|just|keep|keep only|only show) (those|the ones|ones|these) ${WHO} {ChangeClause}`,
    means: (p) => asFollowUp(one('narrow')(p)),
    cost: -0.3,
    examples: ['only those that fell'],
  },
  {
    gives: 'Intent',
    form: '(only|just|keep|keep only|only show) [the] (positive|rising|growing|improving|winning) (ones|changes|values|one)',
    means: (p) => asFollowUp(one('narrow')({ ...p, ChangeClause: { ...clause(p), test: atAll('top') } })),
    cost: -0.3,
    examples: ['only the positive ones'],
  },
  {
    gives: 'Intent',
    form: '(only|just|keep|keep only|only show) [the] (negative|falling|declining|shrinking|losing) (ones|changes|values|one)',
    means: (p) => asFollowUp(one('narrow')({ ...p, ChangeClause: { ...clause(p), test: atAll('bottom') } })),
    cost: -0.3,
    examples: ['only the negative ones'],
  },
  {
    gives: 'Intent',
    form: '[and] (which|what) [(have|has|did)] {ChangeTest} [{ChangeBasis}]',
    means: (p) => asFollowUp(one('narrow')({ ...p, ChangeClause: clause(p) })),
    cost: -0.1,
    examples: ['which fell'],
  },
  {
    gives: 'Intent',
    form: '(which|what) (ones|one|of them|of these|of those) [(have|has|had|did|do|are|is)] {ChangeClause}',
    means: (p) => asFollowUp(one('narrow')(p)),
    cost: -0.3,
    examples: ['which of them grew'],
  },
  {
    gives: 'Intent',
    form: '[(and|so)] how many [(of them|of these|of those|ones)] [(have|has|had|did|do|are|is)] {ChangeClause}',
    means: (p) => {
      const narrowed = asFollowUp(one('narrow')(p));
      return narrowed === null ? null : { ...narrowed, edits: [...narrowed.edits, { do: 'countThese' }] };
    },
    cost: -0.3,
    examples: ['how many of them grew'],
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} [(have|has|had|did|do|are)] {ChangeClause}',
    means: one('shown'),
    cost: -0.3,
    examples: ['which months grew'],
  },
  {
    gives: 'Intent',
    form: '[(in|on|during)] (which|what) {Key} [[(in|of|during|from)] {Period}] (did|has|have|had) {Calculation} {ChangeTest} [{ChangeBasis}]',
    means: (p) => one('shown')({ ...p, ChangeClause: clause(p) }),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `[(in|on|during)] ${COUNT} {Key} [[(in|of|during|from)] {Period}] [(that|which|who|where|when|have|has|had|did|do|in which|with)] {ChangeClause}`,
    means: one('count'),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `[(in|on|during)] ${COUNT} {Key} [[(in|of|during|from)] {Period}] (did|has|have|had) {Calculation} {ChangeTest} [{ChangeBasis}]`,
    means: (p) => one('count')({ ...p, ChangeClause: clause(p) }),
    cost: -0.45,
  },
  { gives: 'Intent', form: 'where {Key} has {Shown} {NumberTest}', means: (p) => shownTest(p), cost: -0.05 },
  {
    gives: 'Intent',
    form: '(only|keep only|just) {Key} with {Shown} {NumberTest}',
    means: (p) => shownTest(p, true),
    cost: -0.05,
  },
];

/** "where route has % change in revenue on the year before over 10%", as the sentence says it. */
function shownTest(parts: Parts, narrows = false): ReturnType<ReturnType<typeof one>> | null {
  const { calculation, transform } = parts['Shown'] as {
    calculation: Calculation;
    transform: { kind: string; basis?: SaidChange['basis']; as?: SaidChange['as'] } | null;
  };
  if (
    transform?.kind !== 'change' ||
    transform.basis === undefined ||
    transform.basis === 'implied' ||
    transform.as === undefined
  )
    return null;
  const made: Clause = {
    calculation,
    test: parts['NumberTest'] as SaidTest,
    change: { basis: transform.basis, as: transform.as },
  };
  return clausesTest(narrows ? 'narrow' : 'condition')({ ...parts, ClauseList: [made] });
}
