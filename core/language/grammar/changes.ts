/** Grammar of ranks by how much something changed: "biggest drop in revenue by route", "which channel grew most", "top 5 routes by growth". */
import type { Calculation } from '../../model/calculation';
import type { Key } from '../../reading/schema';
import { asFollowUp, followUp, intent, refused, type Intent, type SaidTest } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

type Way = 'top' | 'bottom' | 'best' | 'worst';
interface Said {
  readonly count: number;
  readonly marked: boolean;
  readonly on: 'difference' | 'percent';
}

function changed(way: Way | null, { count, marked, on }: Said) {
  return (parts: Parts): Intent | null => {
    const many = (parts['Number'] as number | undefined) ?? count;
    if (!Number.isInteger(many) || many < 1 || many > 10_000) return null;
    const sense =
      way ?? (parts['Move'] as Way | undefined) ?? (parts['Moves'] as Way | undefined) ?? (parts['Moved'] as Way);
    return intent({
      do: 'saidChangeRank',
      sense,
      on,
      count: many,
      marked: marked && parts['Number'] === undefined,
      of: (parts['Key'] as Key | undefined) ?? null,
      calculation: (parts['Calculation'] as Calculation | undefined) ?? null,
    });
  };
}
const besidePlan = (made: Intent | null): Intent | null =>
  made && { ...made, edits: [...made.edits, { do: 'compare', against: { kind: 'plan' } }] };
/** Of the level that the model marks for who or where. */
const ofKind = (kind: 'place' | 'person', made: Intent | null): Intent | null =>
  made && {
    ...made,
    edits: made.edits.map((edit) => (edit.do === 'saidChangeRank' ? { ...edit, ofKind: kind } : edit)),
  };
const one = changed(null, { count: 10, marked: true, on: 'difference' });
const ten = changed(null, { count: 10, marked: false, on: 'difference' });

const BIG = '(biggest|largest|greatest|steepest|strongest|sharpest|highest|worst|best|heaviest)';
const MOST = '(most|strongest|furthest|hardest)';
const ABOUT = '[(in|of) {Calculation}] [(by|per|for each|across|among|of) {Key}]';
const SORT = '(sorted by|sort by|ordered by|order by|sort on|sort it by|sort them by|order it by|ranked by|rank by)';
const sorted =
  (direction: 'up' | 'down') =>
  (parts: Parts): Intent =>
    followUp({
      do: 'saidChangeOrder',
      on: (parts['ChangePart'] ?? parts['FallPart']) as 'difference' | 'percent',
      direction,
    });

const besideSomething = (made: Intent | null): Intent | null =>
  made && {
    ...made,
    edits: made.edits.map((edit) => (edit.do === 'saidChangeRank' ? { ...edit, beside: true } : edit)),
  };
const KINDS = [
  ['where', 'place'],
  ['who', 'person'],
] as const;
const MOVING = [
  ['(growing|rising|increasing|climbing|grow|rise|increase|grown|risen|increased)', 'top'],
  ['(falling|dropping|declining|shrinking|decreasing|fall|drop|decline|fallen|dropped|declined)', 'bottom'],
] as const;
const FASTEST = [
  ['(fastest|quickest)', 'percent'],
  ['(most|strongest)', 'difference'],
] as const;
/** Where members are beside what they are compared with. */
const PLACES = [
  ['(behind|lagging|lagging behind|furthest behind|below|short)', 'bottom'],
  ['(ahead|furthest ahead|in front)', 'top'],
] as const;
/** What members did with the plan that the answer before stands beside. */
const MET = [
  ['(missed|fell short of|fell behind)', 'under'],
  ['(beat|exceeded|hit|reached|made|met)', 'atLeast'],
] as const;
/** Where a value may lie beside the plan. */
const LYING = [
  ['[(are|is|were|was)] (below|under|behind|short of)', 'under'],
  ['[(are|is|were|was)] (above|over|ahead of)', 'over'],
] as const;

/** Those of what is shown that lie so beside their plan. */
const ofPlan = (at: Key | null, test: SaidTest['test']): Intent =>
  followUp(...(at === null ? [] : [{ do: 'breakdown' as const, how: 'join' as const, by: [at] }]), {
    do: 'saidMeasureTest',
    at,
    calculation: null,
    test: { test, value: { value: 0 } },
    count: false,
    narrows: true,
    besidePlan: true,
  });

export const CHANGE_RULES: readonly Rule<Question>[] = [
  { gives: 'Move', form: '(rise|increase|gain|jump|growth|climb|climber|riser|gainer|winner)', means: () => 'top' },
  {
    gives: 'Move',
    form: '(drop|fall|decline|decrease|loss|dip|reduction|slump|faller|loser|decliner)',
    means: () => 'bottom',
  },
  { gives: 'Moves', form: '(rises|increases|gains|jumps|climbs|winners|gainers|risers|climbers)', means: () => 'top' },
  {
    gives: 'Moves',
    form: '(drops|falls|declines|decreases|losses|dips|reductions|losers|fallers|decliners)',
    means: () => 'bottom',
  },
  {
    gives: 'Moved',
    form: '(grew|grow|rose|rise|increased|increase|gained|gain|climbed|went up|go up|has grown|have grown|has risen|have risen|has increased|have increased)',
    means: () => 'top',
  },
  {
    gives: 'Moved',
    form: '(fell|fall|dropped|drop|declined|decline|shrank|shrink|decreased|decrease|lost|went down|go down|has fallen|have fallen|has dropped|have dropped|has declined|have declined)',
    means: () => 'bottom',
  },
  {
    gives: 'Turned',
    form: '(got|become|became|gotten|turned|grew|grown|getting) worse|worsened|worsen|worsening|deteriorated|deteriorate',
    means: () => 'worst',
  },
  {
    gives: 'Turned',
    form: '(got|become|became|gotten|turned|grew|grown|getting) better|improved|improve|improving',
    means: () => 'best',
  },
  {
    gives: 'ChangePart',
    form: '(change|difference|growth|the difference|absolute change|absolute difference|absolute growth|increase|gain)',
    means: () => 'difference',
  },
  {
    gives: 'ChangePart',
    form: '(% change|% difference|% growth|percentage change|percent change|relative change|growth rate|relative growth|percentage growth|relative difference|percentage difference)',
    means: () => 'percent',
    cost: -0.1,
  },
  {
    gives: 'FallPart',
    form: '(drop|fall|decline|decrease|loss|absolute drop|absolute decline)',
    means: () => 'difference',
  },
  {
    gives: 'FallPart',
    form: '(% drop|% fall|% decline|% decrease|percentage drop|percentage decline|percent drop|relative drop|relative decline)',
    means: () => 'percent',
    cost: -0.1,
  },

  {
    gives: 'Intent',
    form: `${BIG} {Move} ${ABOUT}`,
    means: one,
    cost: -0.3,
    examples: ['biggest drop', 'largest increase by month'],
  },
  {
    gives: 'Intent',
    form: `[{Number}] ${BIG} {Moves} ${ABOUT}`,
    means: ten,
    cost: -0.3,
    examples: ['5 biggest drops', 'biggest losers'],
  },
  {
    gives: 'Intent',
    form: `(top|${BIG.slice(1, -1)}) [{Number}] {Moves} ${ABOUT}`,
    means: ten,
    cost: -0.3,
    examples: ['top 5 drops'],
  },
  {
    gives: 'Intent',
    form: `(which|what) {Key} [(has|have|did)] {Moved} [the] ${MOST} [(in|by|on) {Calculation}]`,
    means: one,
    cost: -0.4,
    examples: ['which month fell most'],
  },
  ...KINDS.flatMap(([word, kind]) =>
    MOVING.flatMap(([moving, way]) =>
      FASTEST.map(([fastest, on]): Rule<Question> => ({
        gives: 'Intent',
        form: `${word} (is|are|was|were|did|do|does|has|have) {Calculation} ${moving} [the] ${fastest}`,
        means: (p) => ofKind(kind, changed(way, { count: 10, marked: true, on })(p)),
        cost: -0.4,
      })),
    ),
  ),
  {
    gives: 'Intent',
    form: '(and|and which|and which ones|and those that|and what|now which|what about those that) {Moved} [(most|the most)]',
    means: (p) => asFollowUp(one(p)),
    cost: 0.1,
    examples: ['and which fell'],
  },
  {
    gives: 'Intent',
    form: '(which|which one|which of them|who) {Moved} [the] (fastest|quickest)',
    means: (p) => asFollowUp(changed(null, { count: 10, marked: true, on: 'percent' })(p)),
    cost: -0.1,
    examples: ['which grew fastest'],
  },
  {
    gives: 'Intent',
    form: '(which|what) [{Number}] {Key} [(has|have|did|is|are)] {Moved} [the] (fastest|quickest) [(in|by|on) {Calculation}]',
    means: changed(null, { count: 10, marked: true, on: 'percent' }),
    cost: -0.4,
    examples: ['which month grew fastest'],
  },
  {
    gives: 'Intent',
    form: `(which|what) [{Number}] {Key} [(has|have|did)] {Moved} [the] most [(in|by|on) {Calculation}]`,
    means: one,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `(which|what|which ones|which one|what) [(has|have)] {Moved} [the] ${MOST}`,
    means: (p) => asFollowUp(ten(p)),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(which|what|which ones|which one) [(has|have|is|are)] {Turned:Move} [(most|the most)]',
    means: (p) => asFollowUp(ten(p)),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} [(has|have|is|are)] {Turned:Move} [the] most [(in|by|on) {Calculation}]',
    means: one,
    cost: -0.4,
    examples: ['which month got worse most'],
  },
  {
    gives: 'Intent',
    form: `[{Number}] {Key} (that|which|where) [{Calculation}] {Moved} [the] ${MOST}`,
    means: ten,
    cost: -0.4,
    examples: ['months that grew most'],
  },
  {
    gives: 'Intent',
    form: `(which|what) {Key} (lost|gained) [the] most {Calculation}`,
    means: (p, q) =>
      changed(null, { count: 10, marked: true, on: 'difference' })({
        ...p,
        Moved: q.tokens.some((token) => token.word === 'lost') ? 'bottom' : 'top',
      }),
    cost: -0.4,
  },
  ...FASTEST.map(([fastest, on]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) {Key} {Calculation} [(has|have)] {Moved} [the] ${fastest}`,
    means: changed(null, { count: 10, marked: true, on }),
    cost: -0.4,
  })),
  ...FASTEST.map(([fastest, on]): Rule<Question> => ({
    gives: 'Intent',
    form: `whose {Calculation} [(has|have)] {Moved} [the] ${fastest}`,
    means: (p) => ofKind('person', changed(null, { count: 10, marked: true, on })(p)),
    cost: -0.4,
  })),
  {
    gives: 'Intent',
    form: '[{Number}] (fastest|quickest|strongest) (growing|rising) {Key} [(by|in) {Calculation}]',
    means: changed('top', { count: 10, marked: false, on: 'percent' }),
    cost: -0.3,
    examples: ['fastest growing months'],
  },
  {
    gives: 'Intent',
    form: '[(top|only|just|the)] [{Number}] (fastest|quickest) (growing|rising) [(ones|one|first)]',
    means: (p) => asFollowUp(changed('top', { count: 10, marked: false, on: 'percent' })(p)),
    cost: 0.1,
    examples: ['fastest growing'],
  },
  {
    gives: 'Intent',
    form: '[(top|only|just|the)] [{Number}] (fastest|quickest) (shrinking|falling|declining) [(ones|one|first)]',
    means: (p) => asFollowUp(changed('bottom', { count: 10, marked: false, on: 'percent' })(p)),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '[{Number}] (fastest|quickest|strongest) (shrinking|falling|declining) {Key} [(by|in) {Calculation}]',
    means: changed('bottom', { count: 10, marked: false, on: 'percent' }),
    cost: -0.3,
    examples: ['fastest falling months'],
  },
  ...PLACES.map(([words, way]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) {Key} (is|are|was|were) ${words} [(most|the most)]`,
    means: (p) => asFollowUp(besideSomething(changed(way, { count: 10, marked: true, on: 'difference' })(p))),
    cost: 0.1,
  })),
  ...[
    ['(below|behind|short|under)', 'bottom'],
    ['(above|ahead|over)', 'top'],
  ].map(([words, way]): Rule<Question> => ({
    gives: 'Intent',
    form: `[{Number}] furthest ${words}`,
    means: (p) => asFollowUp(besideSomething(changed(way as Way, { count: 10, marked: false, on: 'difference' })(p))),
    cost: -0.1,
  })),
  ...LYING.map(([words, test]): Rule<Question> => ({
    gives: 'Intent',
    form: `[(which|what|only|just)] ${words} (it|[its|their|our] {PlanName}) [only]`,
    means: () => ofPlan(null, test),
    cost: 0.25,
  })),
  ...LYING.map(([words, test]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what|who) ${words.replace(/[[\]]/g, '')} [(plan|it)]`,
    means: () => ofPlan(null, test),
    cost: 0.3,
  })),
  ...MET.map(([words, test]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) ${words} (it|[its|their|our] {PlanName})`,
    means: () => ofPlan(null, test),
    cost: 0.3,
  })),
  ...[...MET, ...LYING].map(([words, test]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what|only|just|keep|keep only|only show|show only) (ones|of them|of these|of those|those|the ones|those that|the ones that|where they) ${words} (it|[its|their|our] {PlanName})`,
    means: () => ofPlan(null, test),
    cost: 0.1,
  })),
  {
    gives: 'Intent',
    form: '(which|what|only|just) (ones|of them|of these|of those|those|the ones) (fell short|were short|came up short|were behind|are behind|are short)',
    means: () => ofPlan(null, 'under'),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '(which|what) {Key} (fell short|fell behind|came up short|were short|was short)',
    means: (p) => ofPlan(p['Key'] as Key, 'under'),
    cost: 0.1,
    examples: ['which months fell short'],
  },
  ...MET.map(([words, test]): Rule<Question> => ({
    gives: 'Intent',
    form: `(which|what) {Key} ${words} it`,
    means: (p) => ofPlan(p['Key'] as Key, test),
    cost: 0.1,
  })),
  {
    gives: 'Intent',
    form: '[(which|what)] {Key} [(that|who|which)] (missed|fell short of|fell behind) [(its|their|our)] {PlanName} [by] [the] (most|furthest)',
    means: (p) => besidePlan(changed('bottom', { count: 10, marked: true, on: 'difference' })(p)),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(which|what)] {Key} [(that|who|which)] (is furthest below|are furthest below|is furthest behind|was furthest below) [(its|their|our)] {PlanName}',
    means: (p) => besidePlan(changed('bottom', { count: 10, marked: true, on: 'difference' })(p)),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '[(which|what)] {Key} [(that|who|which)] (beat|exceeded) [(its|their|our)] {PlanName} [by] [the] (most|furthest)',
    means: (p) => besidePlan(changed('top', { count: 10, marked: true, on: 'difference' })(p)),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[(which|what)] {Key} [(that|who|which)] (is furthest above|are furthest above|is furthest ahead of|was furthest above) [(its|their|our)] {PlanName}',
    means: (p) => besidePlan(changed('top', { count: 10, marked: true, on: 'difference' })(p)),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '{Key} [(that|who|which)] [(has|have)] {Moved} (in every|every|each|in each) {Unit}',
    means: (p) =>
      refused(
        `Whether something moved in every ${String(p['Unit'])} is not told at once; show it by ${String(p['Unit'])}, as a change on the ${String(p['Unit'])} before.`,
      ),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: `[{Number}] (biggest|largest|top) movers ${ABOUT}`,
    means: (p) =>
      intent(
        ...(p['Calculation'] === undefined
          ? []
          : [
              {
                do: 'show' as const,
                how: 'replace' as const,
                shown: [{ calculation: p['Calculation'] as Calculation, transform: null }],
              },
            ]),
        ...(p['Key'] === undefined ? [] : [{ do: 'breakdown' as const, how: 'join' as const, by: [p['Key'] as Key] }]),
        { do: 'change' },
        { do: 'saidChangeOrder', on: 'difference', direction: 'down' },
        {
          do: 'remark',
          text: 'Movers go both ways, so all are shown in order of the difference: one end first, the other last.',
        },
      ),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `{Key} (with|where|had|has) [the] ${BIG} {Calculation} {Move}`,
    means: ten,
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: `(which|what) {Key} (with|had|has|have|saw) [the] ${BIG} {Calculation} {Move}`,
    means: one,
    cost: -0.7,
  },
  {
    gives: 'Intent',
    form: `${BIG} {Calculation} {Move} [(by|per|for each|across|among|of) {Key}]`,
    means: one,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `{Key} (with|where|had|has) [the] ${BIG} {Move} [(in|of) {Calculation}]`,
    means: ten,
    cost: -0.3,
    examples: ['months with the biggest drop'],
  },
  {
    gives: 'Intent',
    form: `[(sorted|sort|ordered|with)] [the] ${BIG} (change|changes|difference|differences|{Move}|{Moves:Move}) first`,
    means: (p) =>
      followUp({ do: 'saidChangeOrder', on: 'difference', direction: p['Move'] === 'bottom' ? 'up' : 'down' }),
    cost: -0.2,
    examples: ['biggest change first'],
  },
  {
    gives: 'Intent',
    form: '[(sorted|sort|ordered|with)] [the] (worst|poorest) (variance|difference|change|gap|shortfall|deviation) first',
    means: () => followUp({ do: 'saidChangeOrder', on: 'difference', direction: 'worst' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: `${SORT} {ChangePart} (ascending|up|lowest first|smallest first|increasing|low to high|in ascending order|from low to high)`,
    means: sorted('up'),
    cost: -0.3,
    examples: ['sorted by change ascending'],
  },
  {
    gives: 'Intent',
    form: `${SORT} {ChangePart} [(descending|down|highest first|largest first|biggest first|decreasing|high to low|in descending order|from high to low)]`,
    means: sorted('down'),
    cost: -0.3,
    examples: ['sort by % change'],
  },
  // the biggest drop is the lowest difference
  {
    gives: 'Intent',
    form: `${SORT} {FallPart} [(descending|highest first|largest first|biggest first|worst first)]`,
    means: sorted('up'),
    cost: -0.3,
    examples: ['sort by drop'],
  },
];
