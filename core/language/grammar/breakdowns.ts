/** Grammar of breakdowns: by which levels, grains, ranges and named sets. Gives `Calendar`, `Key`, `Breakdown`, `BreakdownList` and edits. */
import { byLevel, same, type Breakdown, type Key } from '../../reading/schema';
import { MONTHS } from '../../time/names';
import {
  followUp,
  intent,
  refused,
  withShown,
  type Intent,
  type SaidPeriod,
  type SaidShown,
  type Sense,
} from '../intent';
import { measureOf, type Calculation } from '../../model/calculation';
import { pluralOf, rowColumnOf } from '../../model/model';
import { asksWhichPeople, isRelative } from '../kinds';
import type { Question } from '../question';
import { qualityAt, speaksOfQuality } from '../settling/qualities';
import { countOfLevel } from './calculations';
import { REST } from './little-words';
import type { Parts, Rule } from './rule';

const list = (parts: Parts, name = 'BreakdownList') => parts[name] as Breakdown[];
const join = (by: readonly Breakdown[]): Intent => intent({ do: 'breakdown', by: [...by], how: 'join' });

function ofRole(by: Key, role: unknown, question: Question): Key {
  if (by.kind === 'level') return by;
  return role === question.model.defaultDate ? by : { ...by, role: role as string };
}

const grain = (parts: Parts): Key => ({ kind: 'time', grain: parts['Unit'] as never });

/** Ranges of the row-level column behind a measure; null where it has none. */
function ranges(width: (parts: Parts) => number | null) {
  return (parts: Parts, question: Question): Breakdown | null => {
    const measure = parts['Measure'] as string;
    return rowColumnOf(question.model, measure) === null ? null : { kind: 'bins', measure, width: width(parts) };
  };
}
const said = (parts: Parts) => {
  const width = parts['Number'] as number;
  return width > 0 ? width : null;
};
/** "in bands of 2 days", of a measure in days; what is in another unit would be another width. */
const inItsUnit = (parts: Parts, question: Question): Breakdown | null =>
  question.model.measures.get(parts['Measure'] as string)?.unit === parts['Magnitude']
    ? ranges(said)(parts, question)
    : null;

const width = (parts: Parts): Intent | null => {
  const value = parts['Number'] as number;
  const unit = parts['Magnitude'] as string | undefined;
  return value > 0 ? followUp({ do: 'rangeWidth', width: { value, ...(unit === undefined ? {} : { unit }) } }) : null;
};

/** Named sets of one level, in the order said. */
function sets(parts: Parts, question: Question, beside: 'none' | 'all' | 'rest'): Breakdown | null {
  const named = parts['SetList'] as string[];
  const level = question.model.sets.get(named[0] ?? '')?.level;
  return named.every((id) => question.model.sets.get(id)?.level === level)
    ? { kind: 'sets', sets: [...new Set(named)], beside }
    : null;
}
const asSets = (beside: 'none' | 'all' | 'rest') => (parts: Parts, question: Question) => sets(parts, question, beside);
const compared =
  (beside: 'none' | 'all' | 'rest') =>
  (parts: Parts, question: Question): Intent | null => {
    const by = sets(parts, question, beside);
    return by === null || (beside === 'none' && (parts['SetList'] as string[]).length < 2)
      ? null
      : withShown(join([by]), parts);
  };

const BY = '(by|across|grouped by|each|every)';
const FOR_EACH =
  '(for each|for every|and for each|from each|from every|and from each|to each|to every|of each|of every)';
const IN_EACH = '(in each|in every|at each|at every|on each|on every|aboard each)';
const VERSUS = '(vs|versus|against|compared to|compared with|compare to|compare with|beside|with|to|and)';
const WEEK_VERSUS = '(vs|versus|against|compared to|compared with|beside|with|to|and|or)';
const BY_MEASURE = '(by|in|on|for|in terms of) {Calculation}';
const RANGES = '(in|into|by) (bins|buckets|bands|ranges|brackets)';

export const BREAKDOWN_RULES: readonly Rule<Question>[] = [
  { gives: 'Calendar', form: '{Unit}', means: grain },
  { gives: 'Calendar', form: '(half [year]|half years|halves)', means: () => ({ kind: 'time', grain: 'half' }) },
  { gives: 'Calendar', form: '(calendar|each) {Unit}', means: grain, cost: 0.02 },
  {
    gives: 'Calendar',
    form: '((day|days) of [the] week|weekday|(day|days) of week)',
    means: () => ({ kind: 'cycle', cycle: 'dayOfWeek' }),
  },
  {
    gives: 'Calendar',
    form: '((part|parts) of [the] week|weekday or weekend|weekend or weekday|weekdays or weekends|weekends or weekdays|weekdays and weekends|weekends and weekdays)',
    means: () => ({ kind: 'cycle', cycle: 'weekPart' }),
    cost: -0.2,
  },
  {
    gives: 'Calendar',
    form: '((month|months) of [the] year|calendar month|calendar months)',
    means: () => ({ kind: 'cycle', cycle: 'monthOfYear' }),
  },
  { gives: 'Calendar', form: '(hour|time of day) [of [the] day]', means: () => ({ kind: 'cycle', cycle: 'hour' }) },
  {
    gives: 'Intent',
    form: '[(show|as)] hourly',
    means: () => join([{ kind: 'cycle', cycle: 'hour' }]),
    cost: 0.1,
    examples: ['hourly'],
  },
  { gives: 'Calendar', form: 'hours of [the] day', means: () => ({ kind: 'cycle', cycle: 'hour' }) },
  // “by hours” is by the hours that a measure is of, where there is one
  {
    gives: 'Calendar',
    form: 'hours',
    means: (_p, q) =>
      [...q.model.measures.values()].some(
        (one) => one.hidden !== true && [one.name, ...one.synonyms].some((name) => /\bhours\b/i.test(name)),
      )
        ? null
        : { kind: 'cycle', cycle: 'hour' },
  },
  { gives: 'Key', form: '{Level}', means: (p) => byLevel(p['Level'] as string) },
  { gives: 'Key', form: '{Calendar}', means: (p) => p['Calendar'] },
  { gives: 'Key', form: '{Calendar} of {DateRole}', means: (p, q) => ofRole(p['Calendar'] as Key, p['DateRole'], q) },
  { gives: 'Key', form: '{DateRole} {Calendar}', means: (p, q) => ofRole(p['Calendar'] as Key, p['DateRole'], q) },
  { gives: 'One', form: '{OneLevel}', means: (p) => byLevel(p['OneLevel'] as string) },
  { gives: 'One', form: '{OneUnit}', means: (p) => ({ kind: 'time', grain: p['OneUnit'] as never }) },
  { gives: 'SetList', form: '{Set}', means: (p) => [p['Set']] },
  { gives: 'SetList', form: `{Set} ${VERSUS} {SetList}`, means: (p) => [p['Set'], ...(p['SetList'] as string[])] },
  { gives: 'Breakdown', form: '{Key}', means: (p) => p['Key'] },
  {
    gives: 'Breakdown',
    form: '{Measure} (in|by) [(steps|bins|buckets|bands|ranges)] of {Number}',
    means: ranges(said),
  },
  { gives: 'Breakdown', form: '{Measure} (in|by) steps of {Number}', means: ranges(said), cost: -0.05 },
  {
    gives: 'Breakdown',
    form: '{Measure} (in|by) (steps|bins|buckets|bands|ranges) of {Number} {Magnitude}',
    means: inItsUnit,
    cost: -0.2,
  },
  {
    gives: 'Breakdown',
    form: '{Measure} in {Number} [-] {Magnitude} (steps|bins|buckets|bands|ranges)',
    means: inItsUnit,
    cost: -0.2,
  },
  { gives: 'Breakdown', form: `{Measure} ${RANGES}`, means: ranges(() => null) },
  {
    gives: 'Breakdown',
    form: '{Measure} (range|ranges|bin|bins|band|bands|bucket|buckets)',
    means: ranges(() => null),
  },
  {
    gives: 'Breakdown',
    form: '{Measure} (range|ranges|bin|bins|band|bands|bucket|buckets) of {Number}',
    means: ranges(said),
  },
  {
    gives: 'Breakdown',
    form: '{SetList}',
    means: (p, q) => sets(p, q, (p['SetList'] as string[]).length > 1 ? 'none' : 'rest'),
    cost: 0.1,
  },
  { gives: 'Breakdown', form: '{SetList} beside rest', means: asSets('rest') },
  { gives: 'Breakdown', form: '{SetList} beside all', means: asSets('all') },
  { gives: 'BreakdownList', form: '{Breakdown}', means: (p) => [p['Breakdown']] },
  {
    gives: 'BreakdownList',
    form: '{Breakdown} , {BreakdownList}',
    means: (p, q) => (isCounted(list(p)[0], q) ? null : [p['Breakdown'], ...list(p)]),
  },
  {
    gives: 'BreakdownList',
    form: '{Breakdown} (and|and by|then|then by|, by|&|×|x|and then by|, then by|, and|, and by|and for each) {BreakdownList}',
    means: (p) => [p['Breakdown'], ...list(p)],
  },
  // “by coast within each quarter” shares them out rather
  {
    gives: 'BreakdownList',
    form: '{Breakdown} within {BreakdownList}',
    means: (p) => [p['Breakdown'], ...list(p)],
    cost: 0.4,
  },

  { gives: 'Intent', form: `${BY} {BreakdownList}`, means: (p) => join(list(p)), examples: ['by month'] },
  {
    gives: 'Intent',
    form: 'per {Breakdown}',
    means: (p, q) => (isBareHour(p['Breakdown'] as Breakdown, q) ? null : join([p['Breakdown'] as Breakdown])),
    cost: 0.2,
    examples: ['per week'],
  },
  {
    gives: 'Intent',
    form: '(within each|within every|inside each|inside every) {Key}',
    means: (p) => intent({ do: 'within', key: p['Key'] as Key }),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '(as a percent of its|as a percentage of its|as a share of its|as % of its|as a proportion of its|as a percent of their|as a percentage of their|as a share of their|as % of their|as a share of each|per cent within each|as percentages per|as percentage per|as shares per|as a share per|as % per|in percent per|in % per|% per|percent per|share per|shares per|percentage per|% within each|percent within each|as percentages of each|as % of each|in % of each|as % for each|in % for each|as percent for each|in percent for each|as percentages for each|as a percentage for each|as a share for each|as shares for each|as % in each|in % in each|as percentages in each|as a share in each) {Key}',
    means: (p) => intent({ do: 'within', key: p['Key'] as Key, shares: true }),
    cost: -0.05,
  },
  {
    gives: 'Intent',
    form: '{Breakdown}',
    means: (p) => join([p['Breakdown'] as Breakdown]),
    cost: 0.5,
    examples: ['month'],
  },
  {
    gives: 'Intent',
    form: '{Key:first} and {Key:second}',
    means: (p) => join([p['first'] as Key, p['second'] as Key]),
    cost: 0.5,
    examples: ['month and week'],
  },
  {
    gives: 'Intent',
    form: '(list of|lists of) {Level} [(from|in|at|of|with)] [{Members}]',
    means: (p) => listOf(p),
    cost: -0.4,
  },
  {
    gives: 'Intent',
    form: '(which|what|list|different) {Level}',
    means: (p) => join([byLevel(p['Level'] as string)]),
    cost: 0.2,
  },
  {
    gives: 'Intent',
    form: 'who',
    means: (_p, q) => (isRelative('who', q) ? null : intent({ do: 'kindOfLevel', kind: 'person' })),
  },
  {
    gives: 'Intent',
    form: 'where (do|does|did) {Level} (come|came|live|lives) [from]',
    means: (p, q) => whereFrom(p, q),
    cost: -0.2,
  },
  { gives: 'Intent', form: 'where', means: () => intent({ do: 'kindOfLevel', kind: 'place' }) },
  {
    gives: 'Intent',
    form: '(each|every) {Breakdown} (separately|individually|on its own|by itself|alone)',
    means: (p) => join([p['Breakdown'] as Breakdown]),
    cost: -0.1,
    examples: ['each month separately'],
  },
  {
    gives: 'Intent',
    form: 'is (it|this|that) [any] (higher|lower|more|less|better|worse|busier|quieter|different) [(at|on|during|in|over)] [the] (weekends|weekend|weekdays)',
    means: () => ({ ...join([{ kind: 'cycle', cycle: 'weekPart' }]), followUp: true }),
    cost: -0.4,
    examples: ['is it higher at weekends'],
  },
  ...[
    ['weekday', 'weekend'],
    ['weekend', 'weekday'],
  ].map(([one, other]): Rule<Question> => ({
    gives: 'Intent',
    form: `[compare] (${one}|${one}s) {ShownList:first} ${WEEK_VERSUS} (${other}|${other}s) {ShownList:second}`,
    means: (p) =>
      same(p['first'], p['second'])
        ? {
            edits: [
              { do: 'show', how: 'replace', shown: p['first'] as SaidShown[] },
              ...join([{ kind: 'cycle', cycle: 'weekPart' }]).edits,
            ],
          }
        : null,
    cost: -0.6,
  })),
  {
    gives: 'Intent',
    form: 'how {AnyWord:adjective} (is|are|was|were) [(our|their|all)] {Level}',
    means: (p, q) => howFull(p, q),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: 'how {AnyWord:adjective} (is|are|was|were) [(our|their|all)] {Measure}',
    means: (p, q) =>
      speaksOfQuality(String(p['adjective']).toLowerCase(), q.model.measures.get(p['Measure'] as string))
        ? intent({
            do: 'show',
            how: 'replace',
            shown: [{ calculation: measureOf(p['Measure'] as string), transform: null }],
          })
        : null,
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: 'how {Adjective} (is|are|was|were|do|did|does|have|has) (we|they|people|things|everyone|everybody) [(run|running|been|get|feel)]',
    means: (p) =>
      intent({
        do: 'show',
        how: 'replace',
        shown: [{ calculation: measureOf(p['Adjective'] as string), transform: null }],
      }),
    cost: -0.2,
  },
  { gives: 'Intent', form: 'when', means: () => intent({ do: 'overTime' }) },
  {
    gives: 'Intent',
    form: `where ${is()} [the] {Calculation} [the] {Sense}`,
    means: (p) => kindRank('place', p),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `where ${is()} [the] {Sense} {Calculation}`,
    means: (p) => kindRank('place', p),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `when ${is()} [the] {Calculation} [the] {Sense}`,
    means: (p) => kindRank('time', p),
    cost: -0.2,
  },
  { gives: 'Intent', form: `when ${is()} [the] {Sense} {Calculation}`, means: (p) => kindRank('time', p), cost: -0.2 },
  {
    gives: 'Intent',
    form: `where ${is()} (they|it|that|this) {Sense}`,
    means: (p) => intent({ do: 'kindRank', kind: 'place', sense: p['Sense'] as Sense, by: null }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `when ${is()} (they|it|that|this) {Sense}`,
    means: (p) => intent({ do: 'kindRank', kind: 'time', sense: p['Sense'] as Sense, by: null }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `who ${is()} [the] {Sense} {Calculation}`,
    means: (p, q) => (asksWhichPeople(q) ? null : kindRank('person', p)),
    cost: -0.2,
  },
  // these words may be of names, so they are none of the grammar
  {
    gives: 'Breakdown',
    form: '{Level} {AnyWord:head}',
    means: (p) => (/^(type|kind)s?$/i.test(String(p['head'])) ? byLevel(p['Level'] as string) : null),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '{Level} mix (by|per|in each|for each|of each|across|within each) {Key}',
    means: (p) =>
      intent(
        { do: 'breakdown', how: 'join', by: [byLevel(p['Level'] as string)] },
        { do: 'within', key: p['Key'] as Key, shares: true },
      ),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: '{Level} (split|breakdown) [(of|for)]',
    means: (p) => join([byLevel(p['Level'] as string)]),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: '{Level} mix',
    means: (p) =>
      intent(
        { do: 'breakdown', how: 'join', by: [byLevel(p['Level'] as string)] },
        { do: 'saidTransform', transform: { kind: 'mix' } },
      ),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '(vs|versus|against|compared to|compared with|compare with) [on] [the] (weekdays|working days|weekends|weekend)',
    means: () =>
      followUp(
        { do: 'dropTests', of: { key: { kind: 'cycle', cycle: 'weekPart' } } },
        { do: 'breakdown', how: 'join', by: [{ kind: 'cycle', cycle: 'weekPart' }] },
      ),
    cost: -0.1,
    examples: ['vs weekdays'],
  },
  {
    gives: 'Intent',
    form: `[(compare|on|for|at)] [the] (weekends|weekend) ${WEEK_VERSUS} [on] (weekdays|working days|weekday)`,
    means: () => join([{ kind: 'cycle', cycle: 'weekPart' }]),
    cost: -0.4,
    examples: ['weekends vs weekdays'],
  },
  {
    gives: 'Intent',
    form: `[(compare|on|for|at)] [the] (weekdays|working days|weekday) ${WEEK_VERSUS} [(on|at)] [the] (weekends|weekend)`,
    means: () => join([{ kind: 'cycle', cycle: 'weekPart' }]),
    cost: -0.4,
    examples: ['weekdays against weekends'],
  },
  {
    gives: 'Intent',
    form: '(at|by|as of|as at) [the] (end|close) of (each|every) {Unit}',
    means: (p) => join([grain(p)]),
    cost: -0.3,
    examples: ['at the end of each month'],
  },
  {
    gives: 'Intent',
    form: '(at|by|as of) (month end|each month end|every month end|month ends)',
    means: () => join([{ kind: 'time', grain: 'month' }]),
    cost: -0.1,
    examples: ['at month end'],
  },
  {
    gives: 'Intent',
    form: '[(that were|which were|were|was|are)] {DateVerb} (by|per|each|every) {Calendar}',
    means: (p, q) => join([ofRole(p['Calendar'] as Key, p['DateVerb'], q)]),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: '(is|are|has|have|was|were) (it|that|this|they|things) [been] (getting|going|gone|become|becoming|gotten|got|moving) [any] (better|worse|up|down|higher|lower|bigger|smaller|better or worse|up or down)',
    means: () => followUp({ do: 'overTime', keeps: true }),
    cost: -0.3,
    examples: ['is it getting better'],
  },
  {
    gives: 'Intent',
    form: '(is|are|has|have) (it|that|this|they|things) [been] (improving|improved|growing|rising|falling|increasing|decreasing|declining|trending|worsening)',
    means: () => followUp({ do: 'overTime', keeps: true }),
    cost: -0.3,
    examples: ['is it improving'],
  },
  {
    gives: 'Intent',
    form: '(how did|how has|how have) {ShownList} (change|changed|develop|developed|evolve|evolved|move|moved|go|gone) since {Stretch:Period}',
    means: (p) =>
      intent(
        { do: 'show', how: 'replace', shown: p['ShownList'] as SaidShown[] },
        { do: 'saidPeriod', how: 'set', period: { kind: 'bound', side: 'since', period: p['Period'] as never } },
        { do: 'overTime' },
      ),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: '(is|are|has|have|was|were) {ShownList} [been] (going up|going down|rising|falling|growing|increasing|decreasing|declining|improving|getting better|getting worse|getting higher|getting lower|worsening|shrinking|on the rise|trending up|trending down)',
    means: (p) => intent({ do: 'show', how: 'replace', shown: p['ShownList'] as SaidShown[] }, { do: 'overTime' }),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: 'how (is|are|has|have) (it|that|this|they) [been] (developing|going|trending|doing|developed|evolved|evolving|moved|moving|trended) [over time]',
    means: () => followUp({ do: 'overTime' }),
    cost: -0.3,
    examples: ['how has it developed'],
  },
  {
    gives: 'Intent',
    form: '{OneUnit:first} by {OneUnit:Unit}',
    means: (p) => (p['first'] === p['Unit'] ? join([grain(p)]) : null),
    cost: -0.3,
    examples: ['week by week'],
  },
  {
    gives: 'Intent',
    form: '(for|in|during) each of {Relative:Period}',
    means: (p) => eachOf(p),
    cost: -0.2,
    examples: ['for each of the last 6 months'],
  },
  {
    gives: 'Intent',
    form: '{UnitAdverb}',
    means: (p) => join([{ kind: 'time', grain: p['UnitAdverb'] as never }]),
    examples: ['monthly'],
  },
  {
    gives: 'Intent',
    form: '{UnitAdverb} (breakdown|view|figures|numbers|values|development|trend|split|basis) [of]',
    means: (p) => join([{ kind: 'time', grain: p['UnitAdverb'] as never }]),
    examples: ['monthly figures'],
  },
  {
    gives: 'Intent',
    form: '{UnitAdverb} instead',
    means: (p) => ({ ...join([{ kind: 'time', grain: p['UnitAdverb'] as never }]), followUp: true }),
    examples: ['weekly instead'],
  },
  {
    gives: 'Intent',
    form: '(over time|[as] trend|trends|evolution|development over time|time series|through time|across time)',
    means: () => intent({ do: 'overTime' }),
    examples: ['over time'],
  },
  {
    gives: 'Intent',
    form: `(also [by]|split [(that|it|this)] [(also|further|up|out)] by|break [(that|it|this)] [(down|up|out)] by|broken down [further] by|broken out by|and also by|and by|split|further by|as well as by|separately by|separated by|subdivided by) {BreakdownList}`,
    means: (p) => intent({ do: 'breakdown', by: list(p), how: 'add' }),
    examples: ['also by month', 'break that down by week'],
  },
  {
    gives: 'Intent',
    form: `${FOR_EACH} {BreakdownList}`,
    means: (p) => intent({ do: 'forEach', by: list(p) }),
    examples: ['for each week'],
  },
  {
    gives: 'Intent',
    form: `${IN_EACH} {BreakdownList}`,
    means: (p) => intent({ do: 'forEach', by: list(p), inEach: true }),
    examples: ['in each week'],
  },
  {
    gives: 'Intent',
    form: 'by {BreakdownList} (too|as well|also)',
    means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'add' }),
    examples: ['by month as well'],
  },
  {
    gives: 'Intent',
    form: 'add [(a breakdown by|the breakdown by|by|breakdown by)] {BreakdownList} [(too|also|as well|as breakdown|as a breakdown)]',
    means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'add' }),
    cost: 0.1,
  },
  { gives: 'Intent', form: 'per {Unit} instead', means: (p) => ({ ...join([grain(p)]), followUp: true }), cost: -0.2 },
  {
    gives: 'Intent',
    form: '[by] {BreakdownList} instead',
    means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'replace' }),
    examples: ['by month instead'],
  },
  {
    gives: 'Intent',
    form: 'by {Breakdown:new} (instead of|rather than|not) [by] {Breakdown:old}',
    means: (p) => join([p['new'] as Breakdown]),
    cost: 0.05,
  },
  {
    gives: 'Intent',
    form: 'instead by {BreakdownList}',
    means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'replace' }),
    examples: ['instead by month'],
  },
  ...(['quarter', 'year'] as const).map((grain): Rule<Question> => ({
    gives: 'Intent',
    form: `(by|per|each|for each) fiscal (${grain}|${grain}s)`,
    means: (_p, q) => fiscalTime(grain, q),
    cost: -0.1,
  })),
  {
    gives: 'Intent',
    form: '(over|through|across|down) the years',
    means: () => join([{ kind: 'time', grain: 'year' }]),
    cost: -0.1,
    examples: ['over the years'],
  },
  {
    gives: 'Intent',
    form: 'only by {BreakdownList}',
    means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'replace' }),
    examples: ['only by month'],
  },
  {
    gives: 'Intent',
    form: '(swap|replace|change|switch|exchange) {Breakdown:old} (for|with|by|to) {Breakdown:new}',
    means: (p) =>
      followUp({ do: 'breakdown', by: [p['new'] as Breakdown], how: 'replace', instead: p['old'] as Breakdown }),
    examples: ['swap month for week'],
  },
  {
    gives: 'Intent',
    form: '[by] {Breakdown:new} (instead of|rather than) [by] {Breakdown:old}',
    means: (p) =>
      followUp({ do: 'breakdown', by: [p['new'] as Breakdown], how: 'replace', instead: p['old'] as Breakdown }),
    examples: ['week instead of month'],
  },
  {
    gives: 'Intent',
    form: '(drop|remove|without|not by|no longer by|undo the breakdown by|get rid of|not split by|stop splitting by|without splitting by|take out) [the] [(breakdown by|split by)] {BreakdownList} [breakdown]',
    means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'remove' }),
  },
  {
    gives: 'Intent',
    form: '(no breakdown|without breakdown|just totals|only totals|totals only|just the totals|total for everything|what was the total|what is the total|what is the overall total|what was it in total|what is it in total|in total then|without any breakdown|just the total|only the total|the total only|overall total|all together|as one number|not broken down)',
    means: () => intent({ do: 'clear', what: 'breakdown' }),
    examples: ['just the total'],
  },
  {
    gives: 'Intent',
    form: 'and [(by|also by)] {Calendar}',
    means: (p) =>
      (p['Calendar'] as Key).kind === 'cycle'
        ? followUp({ do: 'breakdown', by: [p['Calendar'] as Key], how: 'add' })
        : null,
    cost: -0.2,
    examples: ['and hour'],
  },
  {
    gives: 'Intent',
    form: '(go deeper|drill down|deeper|go down a level|down a level|a level down|one level down|drill deeper|go down|down one level|one level deeper|go one level down|go one level deeper|next level|more detail|in more detail)',
    means: () => followUp({ do: 'drill' }),
    examples: ['go deeper'],
  },
  {
    gives: 'Intent',
    form: '(drill|go|zoom|drill down|go deeper|look|dig|zoom in|break down|open up) (into|on) {Member}',
    means: (p) => followUp({ do: 'drill', member: memberOf(p) }),
  },
  {
    gives: 'Intent',
    form: '(to|at|on) {Level} level',
    means: (p) => followUp({ do: 'breakdown', by: [byLevel(p['Level'] as string)], how: 'join' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(drill|go|zoom|drill down|look) (into|to|down to) {Level}',
    means: (p) => followUp({ do: 'breakdown', by: [byLevel(p['Level'] as string)], how: 'join' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: '(one level up|roll up|go up|up one level|drill up|one level higher|go one level up|a level up|zoom out|less detail|go up one level|go up a level)',
    means: () => followUp({ do: 'rollUp' }),
    examples: ['one level up'],
  },
  {
    gives: 'Intent',
    form: '(up|back up|roll up|go up|go back up|rolled up|roll it up|aggregate|roll that up) to [the] {Level} [level]',
    means: (p) => followUp({ do: 'rollUp', level: p['Level'] as string }),
  },
  {
    gives: 'Intent',
    form: '[(and|make it)] (in|by|with|into) {Number} [{Magnitude}] (steps|step|bins|buckets|bands|ranges|intervals)',
    means: width,
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: '[(and|make it)] (in|by|with|into) (steps|bins|buckets|bands|ranges|intervals) of {Number} [{Magnitude}]',
    means: width,
    cost: -0.1,
    examples: ['in steps of 15'],
  },
  { gives: 'Intent', form: '[(number|count) of] {Measure:records} by {Measure}', means: byOwnNumber, cost: 0.2 },
  { gives: 'Intent', form: '(distribution|histogram|spread) of {Measure}', means: (p, q) => distribution(p, q, null) },
  { gives: 'Intent', form: '{Measure} (distribution|histogram)', means: (p, q) => distribution(p, q, null) },
  {
    gives: 'Intent',
    form: '(distribution|histogram|spread) of {Measure} (in|by) [(steps|bins|buckets|bands|ranges)] of {Number}',
    means: (p, q) => distribution(p, q, said(p)),
  },
  {
    gives: 'Intent',
    form: '(distribution|histogram|spread) of {Measure} in {Number} [{Magnitude}] (steps|bins|buckets|bands|ranges)',
    means: (p, q) => (p['Magnitude'] === undefined || inItsUnit(p, q) !== null ? distribution(p, q, said(p)) : null),
  },
  { gives: 'Intent', form: `[compare] {SetList} [${BY_MEASURE}]`, means: compared('none'), cost: -0.25 },
  {
    gives: 'Intent',
    form: `[(compare|for|from|in|of|at)] {SetList} (vs|versus|against|with|beside|compared to|compared with) (${REST.slice(1, -1)}|other {Level}) [${BY_MEASURE}]`,
    means: compared('rest'),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `[(compare|for|from|in|of|at)] {SetList} (vs|versus|against|with|beside|compared to|compared with) (all|total|everything|everyone) [{Level}] [${BY_MEASURE}]`,
    means: compared('all'),
    cost: -0.2,
  },
];

/** Fiscal quarters are those of the calendar where the fiscal year begins with one; else there is no such time line. */
function fiscalTime(grain: 'quarter' | 'year', { calendar }: Question): Intent {
  const begins = calendar.fiscalStartMonth - 1;
  if (begins % (grain === 'year' ? 12 : 3) === 0)
    return intent({ do: 'breakdown', how: 'join', by: [{ kind: 'time', grain }] });
  return refused(
    `The fiscal year begins in ${MONTHS[begins] ?? ''}, so its ${grain}s are none of the calendar’s, and there is no time line of them. Name them one by one (“FY25”, “fiscal Q1 2025”), or break it down by month.`,
  );
}

/** "for each of the last 6 months": these months, by month. */
function eachOf(parts: Parts): Intent | null {
  const period = parts['Period'] as SaidPeriod;
  return period.kind === 'latest'
    ? intent(
        { do: 'saidPeriod', how: 'set', period },
        { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain: period.grain }] },
      )
    : null;
}

/** After a comma, “patrons” is rather the measure of that name than what it is broken down by. */
export function isCounted(by: Breakdown | undefined, { model }: Question): boolean {
  const level = by?.kind === 'level' ? model.levels.get(by.level)?.level : undefined;
  return (
    level !== undefined &&
    [...model.measures.values()].some((one) => one.name.toLowerCase() === pluralOf(level).toLowerCase())
  );
}

/** Words between a question word and what it asks about. */
function is(): string {
  return '(is|are|was|were|has|had|have|did|do|does|makes|made|brings|sees|saw|gets|got)';
}

/** "list of guests from Estavia": the guests themselves, of whom these are. */
function listOf(parts: Parts): Intent {
  const members = parts['Members'] as { readonly level: string; readonly members: readonly string[] } | undefined;
  return intent(
    { do: 'breakdown', how: 'join', by: [byLevel(parts['Level'] as string)] },
    ...(members === undefined
      ? []
      : [
          {
            do: 'condition' as const,
            how: 'only' as const,
            condition: { kind: 'members' as const, level: members.level, is: true, members: [...members.members] },
          },
        ]),
  );
}

/** "how full were our ferries": what is measured of that, by them. */
function howFull(parts: Parts, { model }: Question): Intent | null {
  const level = parts['Level'] as string;
  const measure = qualityAt(String(parts['adjective']).toLowerCase(), level, model);
  return (
    measure &&
    intent(
      { do: 'show', how: 'replace', shown: [{ calculation: measureOf(measure.id), transform: null }] },
      { do: 'breakdown', how: 'join', by: [byLevel(level)] },
    )
  );
}

/** "where do our guests come from": how many there are, by the place level of their dimension. */
function whereFrom(parts: Parts, question: Question): Intent | null {
  const { levels } = question.model;
  const asked = levels.get(parts['Level'] as string);
  const place = [...levels.values()].find(
    (one) => one.dimension.id === asked?.dimension.id && one.level.kind === 'place' && one.level.id !== asked.level.id,
  );
  return place === undefined
    ? null
    : intent(
        { do: 'show', how: 'replace', shown: [{ calculation: countOfLevel(parts, question), transform: null }] },
        { do: 'breakdown', how: 'join', by: [byLevel(place.level.id)] },
      );
}

/** "kilos per hour" speaks of hours that pass, not of the hour of the day. */
export function isBareHour(by: Breakdown, { tokens }: Question): boolean {
  return by.kind === 'cycle' && by.cycle === 'hour' && !tokens.some((token) => token.word === 'day');
}

function kindRank(kind: 'person' | 'place' | 'time', parts: Parts): Intent {
  return intent({ do: 'kindRank', kind, sense: parts['Sense'] as Sense, by: parts['Calculation'] as Calculation });
}

function distribution(parts: Parts, question: Question, width: number | null): Intent | null {
  const measure = parts['Measure'] as string;
  return rowColumnOf(question.model, measure) === null ? null : intent({ do: 'distribution', measure, width });
}

/** "reviews by score": records by a number that each of them has, in ranges. */
function byOwnNumber(parts: Parts, { model }: Question): Intent | null {
  const [records, number] = [
    model.measures.get(parts['records'] as string),
    model.measures.get(parts['Measure'] as string),
  ];
  if (records?.kind !== 'count' || number === undefined || rowColumnOf(model, number.id)?.fact !== records.fact)
    return null;
  return intent(
    { do: 'show', how: 'replace', shown: [{ calculation: measureOf(records.id), transform: null }] },
    { do: 'breakdown', how: 'join', by: [{ kind: 'bins', measure: number.id, width: null }] },
    { do: 'remark', text: `${number.name} is a number of each of them, so it is cut into ranges.` },
  );
}

function memberOf(parts: Parts): { level: string; name: string } {
  const { level, member } = parts['Member'] as { level: string; member: string };
  return { level, name: member };
}
