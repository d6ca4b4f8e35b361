/** Grammar of periods as edits, and of comparisons: with earlier periods, with plan, of members. */
import { byWord } from '../by-word';
import { measureOf, type Calculation } from '../../model/calculation';
import { factsOf, planMeasureOf } from '../../model/model';
import { byLevel, type Comparison } from '../../reading/schema';
import { dayParts } from '../../time/day';
import type { Grain } from '../../time/grain';
import { exactGrain } from '../../time/period';
import {
  followUp,
  intent,
  refused,
  withShown,
  type Intent,
  type SaidEdit,
  type SaidPeriod,
  type SaidShown,
} from '../intent';
import { stemOf } from '../names/derived';
import { lengthAt } from '../settling/lengths';
import { dateVerbs } from '../names/name-index';
import type { Question } from '../question';
import { clausesTest, type Clause } from './clauses';
import type { Members } from './conditions';
import { doneTo } from './doing-ranks';
import { REST } from './little-words';
import type { Parts, Rule } from './rule';

const said = (parts: Parts, name = 'Period') => parts[name] as SaidPeriod;
/** “Over 2000 visitors” is a number of them, not the year. */
const yearOver = (parts: Parts, question: Question): Intent | null => {
  const over = question.tokens.findIndex(
    (token, at) => token.word === 'over' && /^(19|20)\d\d$/.test(question.tokens[at + 1]?.text ?? ''),
  );
  return over >= 0 && question.namesAt(over + 2).some(({ match }) => match.named.kind === 'measure')
    ? null
    : set(parts);
};
const set = (parts: Parts): Intent => intent({ do: 'saidPeriod', period: said(parts), how: 'set' });
const compare = (against: Comparison | null): Intent => intent({ do: 'compare', against });

function sideBySide(beside: 'none' | 'all' | 'rest') {
  return (parts: Parts): Intent | null => {
    const first = parts['first'] as Members;
    const others = ['second', 'third', 'fourth'].flatMap((name) =>
      parts[name] === undefined ? [] : [parts[name] as Members],
    );
    if (others.some((one) => one.level !== first.level)) return null;
    const members = [...new Set([first, ...others].flatMap((one) => one.members))];
    return withShown(
      intent({ do: 'compare', against: { kind: 'members', level: first.level, members, beside } }),
      parts,
    );
  };
}

/** "gold vs silver customers": whose customers they are, which breaks nothing down. */
function besideWhose(parts: Parts): Intent | null {
  const made = sideBySide('none')(parts);
  return made === null || parts['Level'] === (parts['first'] as Members).level
    ? null
    : { ...made, edits: [...made.edits, { do: 'subject', level: parts['Level'] as string }] };
}

/** "is one carrier faster than another": by how long things take there. */
function fasterThan(parts: Parts, { model }: Question): Intent | null {
  const measure = lengthAt('faster', (parts['first'] as Members).level, model);
  return measure === null
    ? null
    : sideBySide('none')({ ...parts, Calculation: { kind: 'measure', measure: measure.id } });
}

const VERSUS =
  '(vs|versus|against|compared to|compared with|compare to|compare with|beside|relative to|v|in comparison with|in comparison to|next to|set against|as against|measured against)';
const AND = `(and|with|to|or|${VERSUS.slice(1, -1)})`;
const ON = '(on|from|over|than)';
const ALL =
  '(all|total|overall|average of all|everyone|everybody|everything|whole|all of them|all together|overall total|company|grand total)';
const BY_MEASURE = '[(by|in|on|in terms of) {Calculation}]';
const MONTHLY: Readonly<Record<string, 'month' | 'week' | 'quarter' | 'day'>> = byWord({
  month: 'month',
  week: 'week',
  quarter: 'quarter',
  day: 'day',
});

export const COMPARISON_RULES: readonly Rule<Question>[] = [
  { gives: 'Intent', form: '{Period}', means: set, cost: 0.1, examples: ['2024', 'last year'] },
  { gives: 'Intent', form: 'over {Period} [only]', means: yearOver },
  {
    gives: 'Intent',
    form: '(for|in|during|on|of|within|only|just|just for|only for|only in|throughout|across|in all of|for all of|back in|as for|at) {Period} [only]',
    means: set,
    examples: ['in March', 'for 2024', 'only the last 2 years'],
  },
  {
    gives: 'Intent',
    form: '[(at|by|as of|as at)] [the] (end|close) of {Period}',
    means: (p) => ({ edits: [...set(p).edits, { do: 'atEnd' }] }),
    cost: 0.02,
    examples: ['at the end of March 2026'],
  },
  {
    gives: 'Intent',
    form: '[(for|in|show|use|look at|make it|take)] {Period} instead',
    means: (p) => ({ ...set(p), followUp: true }),
    examples: ['last year instead'],
  },
  {
    gives: 'Intent',
    form: '(same for|the same for|same in|the same in|same thing for|do the same for|repeat for|repeat it for|same again for) {Year}',
    means: (p) =>
      followUp({
        do: 'saidPeriod',
        how: 'set',
        alike: true,
        period: { kind: 'days', from: `${p['Year'] as number}-01-01`, to: `${p['Year'] as number}-12-31` },
      }),
    cost: -0.1,
    examples: ['same for 2024'],
  },
  {
    gives: 'Intent',
    form: '(what about|how about|and|and for|and in|same for|and what about|and how about|now|now for|change to|switch to|make it|same in|change the period to|move to|go to|and during|look at|narrow to|limit to|restrict to|focus on|show|keep only) {Period}',
    means: (p) => ({ ...set(p), followUp: true }),
    cost: 0.15,
    examples: ['what about last year'],
  },
  {
    gives: 'Intent',
    form: '(is|are|was|were) {NamedMember:first} [{Calculation}] (growing|rising|increasing|going up|climbing|improving|falling|declining|dropping|shrinking|going down|decreasing) (faster|more|quicker|slower|less|more quickly|more slowly|harder) than {NamedMember:second} [(in|by|in terms of|on) {Calculation}]',
    means: bothChange,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '(did|does|do|has|have) {NamedMember:first} (grow|rise|increase|fall|drop|decline|shrink|improve|grown|risen|fallen|dropped|improved) (faster|more|quicker|slower|less) than {NamedMember:second} [(in|by|in terms of|on) {Calculation}]',
    means: bothChange,
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '(did|does|do|has|have|will|is|are|was|were) {Calculation} (beat|exceed|meet|hit|reached|hit or miss|miss|make|made|match|above|below|over|under|ahead of|behind|on|fall short of|come in above|come in below|on track for|on course for) [(its|their|our)] {PlanName}',
    means: besidePlan,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(did|does|do|has|have) {Period} (beat|exceed|meet|hit|miss|match|make|made) [(our|its|their|the)] {PlanName}',
    means: (p) =>
      intent({ do: 'saidPeriod', how: 'set', period: said(p) }, { do: 'compare', against: { kind: 'plan' } }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(did|do|have) (we|they|you|it) {AnyWord:verb} [(our|its|their|the)] {PlanName}',
    means: (p) => (/^reach(ed)?$/i.test(String(p['verb'])) ? compare({ kind: 'plan' }) : null),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(did|do|have|are|were) (we|they|you|it) (beat|exceed|exceeded|meet|met|hit|reached|miss|missed|match|above|below|over|under|ahead of|behind|on) [(our|its|their|the)] {PlanName}',
    means: () => compare({ kind: 'plan' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(is|are|was|were) {Members:first} (faster|slower|quicker) than {Members:second}',
    means: fasterThan,
    cost: -0.35,
  },
  ...([['(better|more|higher|stronger)'], ['(worse|less|lower|fewer)']] as const).flatMap(
    ([words]): Rule<Question>[] => [
      {
        gives: 'Intent',
        form: `(did|does|do|has|have|is|are|was|were) {NamedMember:first} [(sell|sold|do|doing|done|perform|performing|performed|earn|take|make|bring in|have|get|run)] ${words} [{Calculation}] than {NamedMember:second} [(in|by|in terms of|on) {Calculation}]`,
        means: sideBySide('none'),
        cost: -0.35,
      },
      {
        gives: 'Intent',
        form: `(which|who|what|which one) (sells|sold|does|did|has|had|is|was|earns|earned|makes|made|takes|took|gets|got|performs|performed) ${words} [{Calculation}] [,] {Members:first} [or {Members:second}]`,
        means: twoOf,
        cost: -0.35,
      },
      {
        gives: 'Intent',
        form: `{Members:first} [or {Members:second}] [,] (which|who|which one) (sells|sold|does|did|has|had|is|was|earns|earned|makes|made|takes|took|gets|got|performs|performed) ${words} [{Calculation}]`,
        means: twoOf,
        cost: -0.35,
      },
    ],
  ),
  {
    gives: 'Intent',
    form: '{Members} (combined|together|added together|taken together|in total|all together|added up)',
    means: (p) =>
      (p['Members'] as Members).members.length > 1
        ? intent({
            do: 'condition',
            how: 'only',
            condition: {
              kind: 'members',
              level: (p['Members'] as Members).level,
              is: true,
              members: [...(p['Members'] as Members).members],
            },
          })
        : null,
    cost: -0.1,
  },
  { gives: 'Intent', form: '{Period} (only|alone)', means: set, cost: 0.05 },
  {
    gives: 'Intent',
    form: '{Period} (on|by) {DateRole}',
    means: (p) => intent({ do: 'saidPeriod', period: said(p), how: 'set', role: p['DateRole'] as string }),
  },
  {
    gives: 'Intent',
    form: '(on|by|using|based on) {DateRole} [instead]',
    means: (p) => intent({ do: 'dateRole', role: p['DateRole'] as string }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '{DateRole} [(in|on|during)] {Period}',
    means: (p, q) =>
      p['DateRole'] === q.model.defaultDate
        ? null
        : intent({ do: 'saidPeriod', period: said(p), how: 'set', role: p['DateRole'] as string }),
    cost: 0.6,
  },
  {
    gives: 'Intent',
    form: '{DateVerb} [(in|on|during)] {Period}',
    means: (p) => intent({ do: 'saidPeriod', period: said(p), how: 'set', role: p['DateVerb'] as string }),
  },
  {
    gives: 'Intent',
    form: '(how many|number of) [(people|persons)] {DateVerb} [(in|on|during)] {Period}',
    means: (p) => intent({ do: 'saidPeriod', period: said(p), how: 'set', role: p['DateVerb'] as string }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[on] (how many|number of) {Key} (did|do|have) (we|they|you) {AnyWord:verb} {NumberTest} {Measure}',
    means: (p, q) =>
      doneTo(p, q, (measure) =>
        clausesTest('count')({
          Key: p['Key'],
          ClauseList: [{ calculation: { kind: 'measure', measure }, test: p['NumberTest'] as Clause['test'] }],
        }),
      ),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: '[(how many|how much|number of|the)] {Measure} (did|do|have|had) (we|they|you) {AnyWord:verb}',
    means: (p, q) => weDid(p, q),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '(how many|number of) (people|persons) [(have|has|had)] {DateVerb}',
    means: (p) => intent({ do: 'saidDateVerb', role: p['DateVerb'] as string }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '[(that were|which were|was|were|been|got)] {DateVerb} [(in|on|during)]',
    means: (p) => intent({ do: 'saidDateVerb', role: p['DateVerb'] as string }),
    cost: 0.2,
  },
  {
    gives: 'Intent',
    form: 'from {Stretch:Period}',
    means: (p) => (said(p).kind === 'spread' ? null : set(p)),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(hide|without|no more) [the] (comparison|year before|previous year|earlier year|period before|earlier period)',
    means: () => followUp({ do: 'compare', against: null }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(without|drop|hide|exclude|excluding|except|except for|get rid of|leave out|remove|not|not in|other than|apart from|but not|ignore|ignoring|leaving out|take out|omit|skip) {Period}',
    means: (p) => intent({ do: 'saidPeriod', period: said(p), how: 'leaveOut' }),
    examples: ['without 2024'],
  },
  {
    gives: 'Intent',
    form: '[(for|over|across|in|show|use)] (whole period|all time|all data|any time|all periods|whole time|entire period|full period|all dates|all years|any period|all of time|since the beginning|ever|of all time|since records began)',
    means: () => intent({ do: 'period', period: null }),
    examples: ['all time', 'over the whole period'],
  },
  {
    gives: 'Intent',
    form: '(right now|at the moment|at present|currently|as of now|just now)',
    means: () => intent({ do: 'now' }),
    examples: [],
  },
  {
    gives: 'Intent',
    form: '(clear|remove|drop|reset|without|no|forget|lift) [the] (period|dates|date|date range|time range|time period|time filter|date filter)',
    means: () => followUp({ do: 'period', period: null }),
    examples: ['clear the period'],
  },

  {
    gives: 'YearAgo',
    form: '((same month|same week|same quarter|same day|same days|same months|same weeks) [a] year (earlier|before|ago)|(same month|same week|same quarter|same weeks) last year|year before|previous year|prior year|year earlier|year ago|same period last year|same period a year (ago|earlier|before)|same days last year|same time last year|same months last year|preceding year|same period [of] [the] (previous|prior|last) year|same period in [the] (previous|prior|last) year|same day last year|one year earlier|12 months earlier|twelve months earlier|same month last year|same quarter last year|same week last year|same (month|quarter|week) [of] [the] (previous|prior) year|year on year)',
    means: () => 'year',
  },
  { gives: 'YearBefore', form: '({YearAgo}|last year)', means: () => 'year' },
  {
    gives: 'PeriodBefore',
    form: '(period before|previous period|prior period|previous one|one before|preceding period|preceding one|last period|period just before)',
    means: () => 'previous',
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compare this|compared)] ${VERSUS} {YearBefore}`,
    means: () => compare({ kind: 'year' }),
    examples: ['vs last year', 'beside the year before'],
  },
  {
    gives: 'Intent',
    form: '(compare|compare it|compare that|compare this) (to|with) {YearBefore}',
    means: () => compare({ kind: 'year' }),
    cost: -0.05,
    examples: ['compare it with last year'],
  },
  {
    gives: 'Intent',
    form: '(with|and|plus|show) [the] (difference|differences|change|changes|gap) (to|from|on|against|vs|with) [the] {YearBefore}',
    means: () => compare({ kind: 'year' }),
    cost: -0.2,
    examples: ['with the difference to last year'],
  },
  {
    gives: 'Intent',
    form: '(with|and|plus|show) [the] (difference|differences|change|changes|gap) (to|from|on|against|vs|with) [the] {PeriodBefore}',
    means: () => compare({ kind: 'previous' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(with|and|show|plus|add) {YearBefore} (for comparison|as comparison|as a comparison|beside it|next to it|alongside)',
    means: () => compare({ kind: 'year' }),
    examples: ['with last year for comparison'],
  },
  {
    gives: 'Intent',
    form: '[(what about|how about|and what about|and how about)] {Unit} (before|earlier|before that)',
    means: (p) => (p['Unit'] === 'year' ? null : followUp(furtherBack(p, false))),
    cost: 0.3,
    examples: ['the week before'],
  },
  {
    gives: 'Intent',
    form: `[and] [(what about|how about|${VERSUS.slice(1, -1)})] {Weekday} (before|earlier|before that)`,
    means: (p) => followUp({ do: 'weekdayBefore', day: p['Weekday'] as number }),
    cost: -0.1,
    examples: ['and the Friday before'],
  },
  {
    gives: 'Intent',
    form: '(with|plus|add|beside) {Unit} before',
    means: (p) => (p['Unit'] === 'year' ? null : followUp({ do: 'unitBefore', unit: p['Unit'] as Grain })),
    cost: -0.1,
    examples: ['with the week before'],
  },
  {
    gives: 'Intent',
    form: 'and {Unit} (before|before that)',
    means: (p) => (p['Unit'] === 'year' ? null : followUp(furtherBack(p, false))),
    cost: -0.1,
    examples: ['and the week before'],
  },
  {
    gives: 'Intent',
    form: '[and] [(what about|how about)] ({Season}|{MonthName}) (before|before that)',
    means: (p) => followUp(furtherBack(p, false)),
    cost: -0.2,
    examples: ['and the March before'],
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared|put it|put that|show it)] (alongside|with|to|${VERSUS.slice(1, -1)}) [the] ({Season}|{MonthName}) (before|before that)`,
    means: (p) => intent(furtherBack(p, true)),
    cost: -0.2,
    examples: ['next to the March before'],
  },
  {
    gives: 'Intent',
    form: '[compare] (before and after|before vs after|before versus after|after vs before|before against after|after and before) {Stretch:Period}',
    means: (p) =>
      said(p).kind === 'spread'
        ? null
        : {
            edits: [
              { do: 'saidPeriod', how: 'set', period: { kind: 'bound', side: 'since', period: said(p) } },
              { do: 'compare', against: { kind: 'previous' } },
            ],
          },
    cost: -0.2,
    examples: ['before and after 3 June 2025'],
  },
  {
    gives: 'Intent',
    form: '(and|with|plus|add) (year before|previous year|prior year|year earlier)',
    means: () => compare({ kind: 'year' }),
    examples: ['and the year before'],
  },
  {
    gives: 'Intent',
    form: '(with|plus|add|add in|put in) [the] {YearBefore}',
    means: () => followUp({ do: 'compare', against: { kind: 'year' } }),
    cost: 0.05,
    examples: ['with last year'],
  },
  {
    gives: 'Intent',
    form: '[(and|what about|how about|and what about|and how about|and what was it|what was it)] (one year|a year|12 months|twelve months) (ago|earlier|before)',
    means: () => followUp({ do: 'compare', against: { kind: 'year' } }),
    cost: -0.3,
    examples: ['and a year ago'],
  },
  {
    gives: 'Intent',
    form: '[(growth|change|as|show)] (yoy|year over year|year on year|same period last year|same month last year|same quarter last year|same week last year|same time last year|same weeks last year|same days last year|same months last year|same period a year ago|year on year change|y o y|annual change|yoy growth|yoy change|year over year growth|year on year growth|year over year change|growth on last year|growth over last year) [(growth|change|comparison)]',
    means: () => compare({ kind: 'year' }),
    cost: -0.2,
    examples: ['YoY', 'year over year'],
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] ${VERSUS} {PeriodBefore}`,
    means: () => compare({ kind: 'previous' }),
    examples: ['vs the period before'],
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] ${VERSUS} [the] (one before|previous one|preceding one|last one)`,
    means: () => intent({ do: 'oneBefore' }),
    cost: -0.1,
    examples: ['vs the one before'],
  },
  {
    gives: 'Intent',
    form: `[compare] {Period} (${VERSUS.slice(1, -1)}|with|to|and) [the] (last|previous|last one|previous one|one before)`,
    means: seasonAndLast,
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(drop|fall|rise|change|growth|increase|decrease|difference|gap) (from|since|on|to|vs|against) [the] {Unit} before',
    means: (p) => intent({ do: 'unitBefore', unit: p['Unit'] as Grain }),
    cost: -0.1,
    examples: ['drop from the month before'],
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] ${VERSUS} (last|previous|prior) {AnyWord:word}`,
    means: (p) => (String(p['word']).toLowerCase() === 'season' ? intent({ do: 'oneBefore' }) : null),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(compare|compare it|compare that) (to|with) {PeriodBefore}',
    means: () => compare({ kind: 'previous' }),
    cost: -0.05,
    examples: ['compare with the previous period'],
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] ${VERSUS} {Unit} (before|earlier|just before)`,
    means: (p) => intent({ do: 'unitBefore', unit: p['Unit'] as Grain }),
    examples: ['vs the month before'],
  },
  {
    gives: 'Intent',
    form: '(compare|compare it|compare that|compare this) (to|with) {Unit} (before|earlier|just before)',
    means: (p) => intent({ do: 'unitBefore', unit: p['Unit'] as Grain }),
    examples: ['compare it to the month before'],
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] [${VERSUS}] same (day|days|time|period|week|weekday|hours|stretch) (last|of last|the previous|of the previous|in the previous|a|one) {Unit} [(ago|earlier|before)]`,
    means: (p) => intent({ do: 'shiftedBefore', unit: p['Unit'] as Grain }),
    cost: -0.2,
    examples: ['vs the same day last week'],
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] ${VERSUS} (one|a) {Unit} (earlier|ago)`,
    means: (p) => intent({ do: 'shiftedBefore', unit: p['Unit'] as Grain }),
    cost: -0.1,
    examples: ['vs a week earlier'],
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] ${VERSUS} (previous|prior|preceding) {Number} {Unit}`,
    means: stretchBefore,
    cost: -0.1,
    examples: ['vs the previous 3 months'],
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] ${VERSUS} {Number} {Unit} (before|earlier|before that|prior)`,
    means: stretchBefore,
    cost: -0.1,
    examples: ['vs the 3 months before'],
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] ${VERSUS} (previous|prior|preceding) {Unit}`,
    means: (p) => intent({ do: 'unitBefore', unit: p['Unit'] as Grain }),
    examples: ['vs the previous month'],
  },
  {
    gives: 'Intent',
    form: '[by] each {Unit} and [the] (difference|differences|change)',
    means: (p) =>
      intent(
        { do: 'breakdown', by: [{ kind: 'time', grain: p['Unit'] as Grain }], how: 'join' },
        { do: 'compare', against: { kind: 'previous' } },
      ),
    cost: -0.1,
    examples: ['each month and the difference'],
  },
  {
    gives: 'Intent',
    form: '(with|and|plus|including|add|show) (difference|differences|change|changes|growth|% change)',
    means: () => intent({ do: 'change' }),
    cost: 0.05,
    examples: ['and the difference'],
  },
  {
    gives: 'Intent',
    form: '(side by side|next to each other|in one chart|in the same chart|on one chart|on the same chart|in one graph|on one graph|beside each other)',
    means: (_p, q) => (manyMeasures(q) ? intent({ do: 'remark', text: 'Both are in one answer.' }) : null),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(growth|change|changes|changed|grow|grew|grown|development|fell|fall|fallen|falling|rose|rise|risen|rising|growing|shrank|shrink|dropped|declined|decline|increased|increase|decreased|decrease|changing|going)',
    means: () => intent({ do: 'change' }),
    cost: 0.1,
    examples: ['growth'],
  },
  {
    gives: 'Intent',
    form: '(gone|went|go|going|come|came|coming) (up|down)',
    means: () => intent({ do: 'change' }),
    cost: 0.6,
    examples: ['went up'],
  },
  // how something developed is its course
  {
    gives: 'Intent',
    form: '(develop|developed|evolve|evolved|progressed)',
    means: () => intent({ do: 'overTime' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(growth|change|changes|increase|decrease|fall|rise|decline|movement) (in|of)',
    means: () => intent({ do: 'change' }),
  },
  {
    gives: 'Intent',
    form: '(change|growth|changes|increase|decrease|rise|fall|fell|rose|grew|changed|decline) (on|from|over|since|vs|versus|against|compared to|compared with) {YearBefore}',
    means: () => compare({ kind: 'year' }),
    examples: ['change on last year'],
  },
  // what “rose last year” did so in that year
  {
    gives: 'Intent',
    form: '(change|growth|changes|increase|decrease|rise|fall|fell|rose|grew|changed|decline) {YearAgo}',
    means: () => compare({ kind: 'year' }),
    examples: ['growth year on year'],
  },
  ...Object.entries(MONTHLY).map(([word, grain]): Rule<Question> => ({
    gives: 'Intent',
    form: `(${word} ${ON} ${word}|${{ month: 'mom|m o m', week: 'wow', quarter: 'qoq', day: 'dod' }[grain]}) [(growth|change|comparison|changes)]`,
    means: () =>
      intent(
        { do: 'breakdown', by: [{ kind: 'time', grain }], how: 'join' },
        { do: 'compare', against: { kind: 'previous' } },
      ),
    cost: -0.2,
    examples: [`${word} over ${word}`],
  })),
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] (to|${VERSUS.slice(1, -1)}) [its] (plan|planned|what was planned)`,
    means: () => compare({ kind: 'plan' }),
    cost: -0.1,
    examples: ['vs plan'],
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] (to|with|${VERSUS.slice(1, -1)}) [(its|the|our)] (whole|full|entire|complete) {PlanName}`,
    means: () => compare({ kind: 'plan', whole: true }),
    cost: -0.3,
    examples: ['beside the whole plan', 'vs the full plan'],
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] (to|with|${VERSUS.slice(1, -1)}) [its] {Fact}`,
    means: (p, q) => (holdsPlans(p['Fact'] as string, q) ? compare({ kind: 'plan' }) : null),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[(is|are|was|were)] {Calculation} (up or down|up|down) (on|from|over|vs|versus|against|compared to|compared with) {YearBefore}',
    means: (p) => withShown(intent({ do: 'compare', against: { kind: 'year' } }), p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] (to|with|${VERSUS.slice(1, -1)}) [its] {PlanName}`,
    means: () => compare({ kind: 'plan' }),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: 'where (are|is|were|was) (we|they|it) {PlanClause}',
    means: (p) => ({
      edits: [
        {
          do: 'saidMeasureTest',
          at: null,
          ofKind: 'place',
          ...(p['PlanClause'] as Clause),
          count: false,
          narrows: false,
        },
      ],
    }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[how far] (are|is|were|was) (we|they|it|that) (from|off|below|above|against|behind|ahead of) [(our|its|the)] {PlanName}',
    means: () => compare({ kind: 'plan' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(how far|how much) [(off|below|above|over|under|behind|ahead of|from)] [(our|its|the)] {PlanName} (are|is|were|was) (we|they|it|that)',
    means: () => compare({ kind: 'plan' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '{PlanName} (was|is|were|are) (missed|beaten|exceeded) by [how much]',
    means: () => compare({ kind: 'plan' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '{PlanName} (missed|beaten|exceeded) by how much [in total]',
    means: () => compare({ kind: 'plan' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: 'how much (more|less) (do|did|would) (we|they) (need|have) (to|for) [(hit|meet|make)] [(our|the|their)] {PlanName}',
    means: () => compare({ kind: 'plan' }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[how far] (ahead of|behind|above|below|over|under|off) [(our|its|the)] {PlanName} (is|are|was|were) {Members}',
    means: (p) => ({
      edits: [
        ...compare({ kind: 'plan' }).edits,
        {
          do: 'condition',
          how: 'only',
          condition: {
            kind: 'members',
            is: true,
            level: (p['Members'] as Members).level,
            members: [...(p['Members'] as Members).members],
          },
        },
      ],
    }),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[by] how much (did|do|have|will) (we|they|it) (miss|missed|beat|exceed|exceeded|overshoot|undershoot|fall short of) [(our|its|the)] {PlanName} [by]',
    means: () => compare({ kind: 'plan' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(compare|compare it) with [the] plan',
    means: () => compare({ kind: 'plan' }),
    cost: -0.15,
    examples: ['compare with the plan'],
  },
  {
    gives: 'Intent',
    form: `(growth|change|changes|increase|decrease) [(in|of) {Calculation}] ${VERSUS} {Period}`,
    means: (p) => withShown(intent({ do: 'saidComparison', period: said(p) }), p),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `[and] [(compare|compare it|compare that|compared)] ${VERSUS} {Period}`,
    means: (p) => intent({ do: 'saidComparison', period: said(p) }),
    cost: 0.2,
    examples: ['vs 2024'],
  },
  {
    gives: 'Intent',
    form: `${VERSUS} all of {Relative:Period}`,
    means: (p) => intent({ do: 'saidComparison', period: said(p) }),
    cost: -0.1,
    examples: ['beside all of last year'],
  },
  {
    gives: 'Intent',
    form: '(compare|compare it|compare that) (to|with) {Period}',
    means: (p) => intent({ do: 'saidComparison', period: said(p) }),
    cost: 0.15,
    examples: ['compare with 2024'],
  },
  {
    gives: 'Intent',
    form: `${VERSUS} (last|prior|previous) (ytd|year to date)`,
    means: () => compare({ kind: 'year' }),
    cost: -0.3,
    examples: ['vs last YTD'],
  },
  {
    gives: 'Intent',
    form: `(this|current) {Unit} [(so far|to date)] ${VERSUS} [the] (last|previous) [one]`,
    means: (p) =>
      intent({
        do: 'saidComparison',
        period: { kind: 'this', grain: p['Unit'] as Grain },
        with: { kind: 'last', grain: p['Unit'] as Grain },
      }),
    cost: -0.1,
    examples: ['this quarter vs last'],
  },
  {
    gives: 'Intent',
    form: `(this|current) fiscal year [(so far|to date)] ${VERSUS} [the] (last|previous) [one]`,
    means: () =>
      intent({ do: 'saidComparison', period: { kind: 'thisFiscal', back: 0 }, with: { kind: 'thisFiscal', back: 1 } }),
    cost: -0.2,
    examples: ['this fiscal year vs last'],
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in)] {Period:first} ${VERSUS} {Period:second}`,
    means: (p) => intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }),
    examples: ['2025 vs 2024', 'this quarter vs last quarter'],
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in)] {Stretch:first} ${VERSUS} {Stretch:second} ${VERSUS} {Stretch:third} [${VERSUS} {Stretch:fourth}]`,
    means: inARow,
    cost: -0.2,
    examples: ['2023 vs 2024 vs 2025'],
  },
  {
    gives: 'Intent',
    form: '[(for|in|compare)] {Year:first} {Year:second} [(and|&)] [{Year:third}]',
    means: (p) => yearsInARow(p),
    cost: -0.2,
    examples: ['2024 2025 2026'],
  },
  {
    gives: 'Intent',
    form: '{Relative:first} (and|&) {Relative:second}',
    means: thisAndLast,
    cost: -0.3,
    examples: ['this year and last year'],
  },
  {
    gives: 'Intent',
    form: '(how much|how many) (more|less|fewer|higher|lower) [(did|do|have|has)] [(we|they|it)] {Calculation} [(did (we|they|it) (have|make|get|see|take|carry|sell)|was there|were there|is there|was it)] [in] {Period:first} than [in] {Period:second}',
    means: (p) => withShown(intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }), p),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: 'compare {Period:first} (and|with|to) {Period:second}',
    means: (p) => intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }),
    examples: ['compare 2025 and 2024'],
  },
  {
    gives: 'Intent',
    form: '(difference|change|growth|differences|changes) (between|from) {Period:first} (and|to) {Period:second}',
    means: (p) => intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }),
    cost: -0.2,
    examples: ['change from 2024 to 2025', 'difference between March and April'],
  },
  {
    gives: 'Intent',
    form: '(change|changed|grow|grew|grown|fall|fell|rise|rose|develop|growth|rising|increase|increased|decrease|decreased) from {Period:first} to {Period:second}',
    means: (p) => intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }),
    cost: -0.2,
    examples: ['fell from March to April'],
  },
  {
    gives: 'Intent',
    form: '(stop comparing|no comparison|without comparison|without the comparison|remove the comparison|remove comparison|drop comparison|drop the comparison|do not compare|not compare|end the comparison|cancel the comparison|without comparing|no more comparison|hide the comparison)',
    means: () => ({ ...compare(null), followUp: true }),
    examples: ['stop comparing'],
  },

  {
    gives: 'Intent',
    form: `[(compare|for|in|at|from|of|among|on)] {Members:first} ${VERSUS} {Members:second} ${BY_MEASURE}`,
    means: sideBySide('none'),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in|at|from|of|among|on)] {Members:first} ${VERSUS} {Members:second} [${VERSUS} {Members:third}] {Level}`,
    means: besideWhose,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in|at|from|of|among|on)] {Members:first} ${VERSUS} {Members:second} ${VERSUS} {Members:third} [${VERSUS} {Members:fourth}] ${BY_MEASURE}`,
    means: sideBySide('none'),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second} ${VERSUS} ${REST} ${BY_MEASURE}`,
    means: sideBySide('rest'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second} ${VERSUS} ${ALL} [{Level}] ${BY_MEASURE}`,
    means: sideBySide('all'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `{Members:first} (minus|less) {Members:second} ${BY_MEASURE}`,
    means: sideBySide('none'),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(difference|differences|gap) (between|in) {Calculation} (on|for|of|in|at|from|between) {Members:first} [(and|to) {Members:second}]',
    means: (p) =>
      (p['first'] as Members).members.length + ((p['second'] as Members | undefined)?.members.length ?? 0) === 2
        ? sideBySide('none')(p)
        : null,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second} [,] beside all`,
    means: sideBySide('all'),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second} [,] beside rest`,
    means: sideBySide('rest'),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in)] {Members:first} [,] ${AND} ${ALL} [{Level}] ${BY_MEASURE}`,
    means: sideBySide('all'),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in)] {Members:first} [,] ${AND} ${REST} [[of] {Level}] [(together|combined|taken together|put together)] ${BY_MEASURE}`,
    means: sideBySide('rest'),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `[(compare|for|in)] {Members:first} [,] ${AND} [(all|all the|all of the)] (other|remaining) {Level} [(together|combined|taken together|put together)] ${BY_MEASURE}`,
    means: (p) => (p['Level'] === (p['first'] as Members).level ? sideBySide('rest')(p) : null),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: '[(compare|for)] {Members:first} {Measure:one} (and|vs|versus|against|&) {Members:second} {Measure:other}',
    means: (p) =>
      p['one'] === p['other']
        ? sideBySide('none')({ ...p, Calculation: { kind: 'measure', measure: p['one'] } })
        : null,
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: `compare {Members:first} ${BY_MEASURE}`,
    means: (p) => ((p['first'] as Members).members.length > 1 ? sideBySide('none')(p) : null),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `compare {Members:first} (and|with|to) {Members:second} ${BY_MEASURE}`,
    means: sideBySide('none'),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: `how (does|do|did|is|are|has|have) {Members:first} [(comparing|doing|done)] (compare|compared|against|relative) [(to|with|against)] (${REST.slice(1, -1)}|[the] other {Level})`,
    means: sideBySide('rest'),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `how (does|do|did|is|are|has|have) {Members:first} [(comparing|doing|done)] (compare|compared|against|relative) [(to|with|against)] (${ALL.slice(1, -1)}|[the] average)`,
    means: sideBySide('all'),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: `how (does|do|did|is|are|has|have) {Members:first} [(comparing|doing|done)] (compare|compared) (to|with|against) {Members:second}`,
    means: sideBySide('none'),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '[show] (difference|gap) [between] (the two|them|these two|those two|both|the both)',
    means: () => followUp({ do: 'betweenThem' }),
    cost: -0.2,
    examples: ['difference between the two'],
  },
  {
    gives: 'Intent',
    form: '(show|show me|plot|draw|see|give me|put|set) ((both|both of them|the both) [(side by side|next to each other|beside each other)]|(two|these two|those two|the two of them) (side by side|next to each other|beside each other))',
    means: () => followUp({ do: 'eachOf', two: true }),
    cost: -0.1,
    examples: ['show both'],
  },
  {
    gives: 'Intent',
    form: '(both of them|both side by side|both next to each other|both together|both {Level} side by side|(two|these two|those two) (side by side|next to each other|beside each other))',
    means: () => followUp({ do: 'eachOf', two: true }),
    cost: -0.1,
    examples: ['both side by side'],
  },
  {
    gives: 'Intent',
    form: '(one by one|one at a time)',
    means: () => followUp({ do: 'eachOf' }),
    examples: ['one by one'],
  },
  {
    gives: 'Intent',
    form: '(show|show me|plot|draw|see|give me) (each of them|each one)',
    means: () => followUp({ do: 'eachOf' }),
    cost: -0.1,
    examples: ['show each one'],
  },
  {
    gives: 'Intent',
    form: '[(show|show me|now)] ((each|each one|all|them|all of them|both) (separately|individually|on its own|on their own|one by one)|each of (them|these|those))',
    means: () => followUp({ do: 'eachOf' }),
    cost: -0.1,
    examples: ['each separately'],
  },
  {
    gives: 'Intent',
    form: '(by how much|how much more|how much less|how much) in (percent|%|per cent|percentage terms)',
    means: () => followUp({ do: 'byHowMuch' }),
    cost: -0.3,
    examples: ['by how much in percent'],
  },
  {
    gives: 'Intent',
    form: '(by how much|how much more|how much less|how big is the (difference|gap)|(how far|how far off|how far behind|how far ahead) (are|is|were|was) (we|they|it))',
    means: () => followUp({ do: 'byHowMuch' }),
    cost: 0.1,
    examples: ['by how much'],
  },
  {
    gives: 'Intent',
    form: 'how (are|were|is|was) (we|they|it) {AnyWord:doing} (against|versus|vs|compared to|compared with|relative to|on) [(our|the|their)] {PlanName} [{ShownList}]',
    means: (p) => (/ing$/i.test(String(p['doing'])) ? planBeside(p) : null),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '(are we|is it|are they|is this|were we|how close are we|how close is it) [(on track|on course)] [(for|to meet|to hit|with|to make|to)] [(our|the|their|its)] {PlanName} [{ShownList}]',
    means: (p) => planBeside(p),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[compare] ({PlanName}|planned) (vs|versus|and|against|with|beside) actual [{ShownList}]',
    means: (p) => planBeside(p),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `(to|with|${VERSUS.slice(1, -1)}) [its] {PlanName} and [(with|vs|against|to)] ({YearBefore}|{PeriodBefore})`,
    means: () =>
      refused('One thing can stand beside it at a time: the plan, or an earlier period. Ask for one after the other.'),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '[compare] actual [{ShownList}] (vs|versus|and|against|with|beside|minus|less) ({PlanName}|planned)',
    means: (p) => planBeside(p),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(variance|variances) [(to|from|against|vs|versus)] [plan] [in (percent|%)]',
    means: () => compare({ kind: 'plan' }),
    cost: 0.1,
    examples: ['variance to plan'],
  },
  {
    gives: 'Intent',
    form: '(growth|change|changes|increase|decrease|movement) (in|as) [a] (percent|%|per cent|percentage|percentage terms)',
    means: () => intent({ do: 'saidTransform', transform: { kind: 'change', basis: 'implied', as: 'percent' } }),
    cost: -0.2,
    examples: ['growth in percent'],
  },
  {
    gives: 'Intent',
    form: '(up or down|better or worse|more or less)',
    means: () => intent({ do: 'change' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '[(are|is|were|was)] [(we|they|it)] (ahead of|behind|above|below|up on|down on|better than|worse than|up from|down from) {YearBefore}',
    means: () => compare({ kind: 'year' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(difference|differences|gap) between {Members:first} and {Members:second}',
    means: sideBySide('none'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '(difference|differences|gap) between {Members:first}',
    means: (p) => ((p['first'] as Members).members.length === 2 ? sideBySide('none')(p) : null),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: '{Members:first} (separately|individually|each on its own|one by one)',
    means: (p) => ((p['first'] as Members).members.length > 1 ? sideBySide('none')(p) : null),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '{Members:first} [{Calculation}] side by side',
    means: (p) => ((p['first'] as Members).members.length > 1 ? sideBySide('none')(p) : null),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `[(compare|compare it|compare that|compared)] ${VERSUS} {Members:second}`,
    means: (p) => asidePresent(p),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(with|and) [the] (rest|others)',
    means: () => followUp({ do: 'beside', with: 'rest' }),
    cost: 0.3,
    examples: ['with the rest'],
  },
  {
    gives: 'Intent',
    form: 'with (all|everyone|everybody|all of them|overall)',
    means: () => followUp({ do: 'beside', with: 'all' }),
    cost: 0.1,
    examples: ['with all'],
  },
  {
    gives: 'Intent',
    form: `${VERSUS} ${ALL} [{Level}]`,
    means: () => followUp({ do: 'beside', with: 'all' }),
    cost: 0.2,
    examples: ['vs all'],
  },
  {
    gives: 'Intent',
    form: '[(and|what about|how about|only|just|now)] [(in|for|at|on|with)] (everyone else|everybody else|everything else|all others|all the others|all other ones|the other ones|the rest instead)',
    means: () => followUp({ do: 'theOthers' }),
    cost: 0.1,
    examples: ['and everyone else'],
  },
  {
    gives: 'Intent',
    form: '[(and|what about|how about|only|just|now)] [(in|for|at|on|with)] [(all|all the)] other {Level}',
    means: (p) => followUp({ do: 'theOthers', level: p['Level'] as string }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: `${VERSUS} [(all|all the)] (other|remaining) {Level} [(together|combined)]`,
    means: () => followUp({ do: 'beside', with: 'rest' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: `${VERSUS} ${REST}`,
    means: () => followUp({ do: 'beside', with: 'rest' }),
    cost: 0.2,
    examples: ['vs the rest'],
  },
];

/** "the week before", "the summer before that", "next to the March before". */
const furtherBack = (parts: Parts, beside: boolean): SaidEdit => ({
  do: 'furtherBack',
  unit: (parts['Unit'] as Grain | undefined) ?? null,
  season: (parts['Season'] as string | undefined) ?? null,
  month: (parts['MonthName'] as number | undefined) ?? null,
  beside,
});

/** "vs Tolmar", after an answer about another member: both side by side. */
function asidePresent(parts: Parts): Intent {
  const { level, members } = parts['second'] as Members;
  return followUp({ do: 'aside', level, members });
}

/** "this term vs last", "this summer dip with the last one". */
function seasonAndLast(parts: Parts): Intent | null {
  const period = said(parts);
  if (period.kind === 'oneOfSeasons' && period.back === 0)
    return intent({ do: 'saidComparison', period, with: { ...period, back: 1 } });
  return period.kind === 'bareSeason' ? intent({ do: 'saidPeriod', how: 'set', period }, { do: 'oneBefore' }) : null;
}

/** Three or more periods side by side are their stretch, broken down by what they are; they have to follow each other. */
function inARow(parts: Parts): Intent | null {
  const periods = ['first', 'second', 'third', 'fourth'].flatMap((name) =>
    parts[name] === undefined ? [] : [said(parts, name)],
  );
  const last = periods.at(-1);
  const units = periods.map((one) => (one.kind === 'partOfYear' ? one.part : one));
  const ordinals = units.flatMap((one) =>
    one.kind === 'bareUnit'
      ? [one.ordinal]
      : one.kind === 'days' && exactGrain(one.from, one.to) === 'year'
        ? [dayParts(one.from).year]
        : [],
  );
  const grains = new Set(
    units.flatMap((one): Grain[] => (one.kind === 'bareUnit' ? [one.grain] : one.kind === 'days' ? ['year'] : [])),
  );
  const [grain] = grains;
  const steps = new Set(ordinals.slice(1).map((one, index) => one - (ordinals[index] ?? 0)));
  if (
    last === undefined ||
    grain === undefined ||
    grains.size > 1 ||
    ordinals.length < periods.length ||
    steps.size !== 1 ||
    !(steps.has(1) || steps.has(-1))
  )
    return null;
  const [from, to] = steps.has(1) ? [periods[0], last] : [last, periods[0]];
  const year = last.kind === 'partOfYear' && from?.kind === 'bareUnit' ? { ...last, part: from } : from;
  return year === undefined || to === undefined
    ? null
    : intent(
        { do: 'saidPeriod', how: 'set', period: { kind: 'spread', from: year, to } },
        { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain }] },
      );
}

/** "how many patients did we admit": by the date on which that happened; or what is measured was counted by what was done. */
function weDid(parts: Parts, question: Question): Intent | null {
  const { model, names } = question;
  const verb = String(parts['verb']).toLowerCase();
  const measure = parts['Measure'] as string;
  const [fact] = factsOf(model, measureOf(measure));
  const shown = { do: 'show', how: 'replace', shown: [{ calculation: measureOf(measure), transform: null }] } as const;
  const date = [...model.dates.values()].find(
    (one) =>
      fact !== undefined &&
      one.columns[fact] !== undefined &&
      dateVerbs(one).some((known) => stemOf(known) === stemOf(verb)),
  );
  if (date !== undefined) return intent(shown, { do: 'saidDateVerb', role: date.id, ofPeriod: true });
  const named = doneTo(parts, question, (id) =>
    intent({ do: 'show', how: 'replace', shown: [{ calculation: measureOf(id), transform: null }] }),
  );
  if (named !== null) return named;
  const counted = names
    .meantByVerb(verb)
    .some(({ named }) => named.kind === 'measure' && factsOf(model, measureOf(named.id)).includes(fact ?? ''));
  return counted ? intent(shown) : null;
}

/** "this year and last year": the one beside the other; two periods that are not neighbours of one kind are no pair. */
function thisAndLast(parts: Parts): Intent | null {
  const [first, second] = [said(parts, 'first'), said(parts, 'second')];
  const kinds = [first, second].map((one) =>
    one.kind === 'this' || one.kind === 'last' ? `${one.kind} ${one.grain}` : '',
  );
  const grain = first.kind === 'this' || first.kind === 'last' ? first.grain : '';
  const pair = [`this ${grain}`, `last ${grain}`];
  return kinds[0] !== kinds[1] && pair.every((one) => kinds.includes(one))
    ? intent({ do: 'saidComparison', period: first, with: second })
    : null;
}

/** Does a question name more than one measure? */
function manyMeasures(question: Question): boolean {
  const named = question.tokens.flatMap((_token, at) =>
    question
      .namesAt(at)
      .flatMap(({ match }) =>
        match.named.kind === 'measure' && (match.by === 'name' || match.by === 'synonym' || match.by === 'part')
          ? [match.named.id]
          : [],
      ),
  );
  return new Set(named).size > 1;
}

function yearsInARow(parts: Parts): Intent | null {
  const years = ['first', 'second', 'third'].flatMap((name) =>
    parts[name] === undefined ? [] : [parts[name] as number],
  );
  const asPeriod = (year: number): SaidPeriod => ({ kind: 'days', from: `${year}-01-01`, to: `${year}-12-31` });
  return inARow(
    Object.fromEntries(years.map((year, index) => [['first', 'second', 'third'][index] ?? '', asPeriod(year)])),
  );
}

/** "drama or comedy, which sells more": side by side, where there are two of them. */
function twoOf(parts: Parts): Intent | null {
  const made = [parts['first'], parts['second']].flatMap((one) => (one === undefined ? [] : (one as Members).members));
  return made.length > 1 ? sideBySide('none')(parts) : null;
}

/** "planned vs actual rides": what is said, or what is shown already, beside its plan. */
function planBeside(parts: Parts): Intent {
  const shown = parts['ShownList'] as SaidShown[] | undefined;
  return intent(...(shown === undefined ? [] : [{ do: 'show' as const, how: 'replace' as const, shown }]), {
    do: 'compare',
    against: { kind: 'plan' },
  });
}

/** "vs the 10 weeks before": so many units just before the period. */
function stretchBefore(parts: Parts): Intent | null {
  const count = parts['Number'] as number;
  return Number.isInteger(count) && count >= 1 && count <= 5000
    ? intent({ do: 'stretchBefore', unit: parts['Unit'] as Grain, count })
    : null;
}

/** Is a fact the one that holds plans of other measures ("vs budget", "vs target")? */
function holdsPlans(fact: string, { model }: Question): boolean {
  const plans = new Set([...model.measures.values()].flatMap((one) => one.plan ?? []));
  return [...model.measures.values()].some((one) => plans.has(one.id) && 'fact' in one && one.fact === fact);
}

/** "is Leisure growing faster than Commuter": how much each changed against the year before, side by side. */
function bothChange(parts: Parts): Intent | null {
  const [first, second] = [parts['first'], parts['second']] as [
    { level: string; members: readonly string[] },
    { level: string; members: readonly string[] },
  ];
  if (first.level !== second.level || first.members[0] === second.members[0]) return null;
  const members = [...first.members, ...second.members];
  return withShown(
    {
      edits: [
        { do: 'breakdown', by: [byLevel(first.level)], how: 'join' },
        { do: 'condition', how: 'only', condition: { kind: 'members', level: first.level, is: true, members } },
        { do: 'change' },
      ],
    },
    parts,
  );
}

/** "did revenue beat the goal": it stands beside its plan. */
function besidePlan(parts: Parts, { model }: Question): Intent | null {
  const calculation = parts['Calculation'] as Calculation;
  const plan = planMeasureOf(model, calculation);
  if (plan === null || (parts['PlanName'] !== 'plan' && parts['PlanName'] !== plan)) return null;
  return withShown(compare({ kind: 'plan' }), parts);
}
