/** Grammar of conditions: members, sets, weekdays, numbers. Gives `MemberList`, `NumberTest` and edits. */
import type { Calculation } from '../../model/calculation';
import type { Condition } from '../../reading/schema';
import { followUp, intent, type Intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

interface Members {
  readonly level: string;
  readonly members: readonly string[];
}
interface NumberTest {
  readonly test: Extract<Condition, { kind: 'rows' }>['test'];
  readonly value?: number;
  readonly upper?: number;
}

const one = (parts: Parts): Members => {
  const { level, member } = parts['Member'] as { level: string; member: string };
  return { level, members: [member] };
};
const list = (parts: Parts, name = 'Members') => parts[name] as Members;

/** Members of one level; of two levels there is no one list. */
function together(parts: Parts): Members | null {
  const first = list(parts, 'NamedMember');
  const rest = list(parts, 'MemberList');
  return first.level === rest.level ? { level: first.level, members: [...new Set([...first.members, ...rest.members])] } : null;
}

function atLevel(parts: Parts): Members | null {
  const members = list(parts, 'MemberList');
  return members.level === parts['Level'] ? members : null;
}

const members = (parts: Parts, is: boolean): Extract<Condition, { kind: 'members' }> => {
  const { level, members: names } = list(parts);
  return { kind: 'members', level, is, members: [...names] };
};
const only = (parts: Parts): Intent => intent({ do: 'condition', condition: members(parts, true), how: 'only' });
const exclude = (parts: Parts): Intent => intent({ do: 'condition', condition: members(parts, false), how: 'exclude' });
const set = (is: boolean) => (parts: Parts): Intent => intent({ do: 'condition', condition: { kind: 'set', set: parts['Set'] as string, is }, how: 'only' });
const test = (parts: Parts) => parts['NumberTest'] as NumberTest;
const asFollowUp = (make: (parts: Parts) => Intent) => (parts: Parts): Intent => ({ ...make(parts), followUp: true });

/** "routes with over 10,000 passengers": a measure aggregated at a level. */
function measureTest(parts: Parts): Intent {
  const condition: Condition = { kind: 'measure', level: parts['Level'] as string, calculation: parts['Calculation'] as Calculation, ...test(parts) };
  return intent({ do: 'condition', condition, how: 'only' });
}
function measureTestShown(parts: Parts): Intent {
  return { edits: [{ do: 'breakdown', by: [{ kind: 'level', level: parts['Level'] as string }], how: 'join' }, ...measureTest(parts).edits] };
}

/** "sailings with delay over 30 minutes": the row-level column behind a measure, in its own unit. */
function rowTest(parts: Parts, question: Question): Intent | null {
  const found = question.model.measures.get(parts['Measure'] as string);
  if (!found || !('column' in found)) return null;
  const said = parts['Magnitude'] as string | undefined;
  const unit = found.format?.currency ?? found.unit;
  const factor = said === undefined || said === unit ? 1 : said === 'hours' && unit === 'min' ? 60 : null;
  if (factor === null) return null;
  const { value, upper, ...rest } = test(parts);
  return intent({ do: 'condition', how: 'only', condition: { kind: 'rows', measure: found.id, ...rest, ...(value === undefined ? {} : { value: value * factor }), ...(upper === undefined ? {} : { upper: upper * factor }) } });
}

/** "how many routes carried over 50,000 passengers": a condition at a level, then a count of its members. */
function countTested(parts: Parts): Intent {
  return { edits: [{ do: 'show', how: 'replace', shown: [{ calculation: { kind: 'members', level: parts['Level'] as string }, transform: null }] }, ...measureTest(parts).edits] };
}

const WITHOUT = '(without|except|except for|excluding|exclude|but not|not|other than|leave out|leaving out|apart from|no)';

export const CONDITION_RULES: readonly Rule<Question>[] = [
  { gives: 'NamedMember', form: '{Member}', means: one },
  { gives: 'NamedMember', form: '{Level} {Member}', means: (p) => (one(p).level === p['Level'] ? one(p) : null), cost: -0.05 },
  { gives: 'MemberList', form: '{NamedMember}', means: (p) => p['NamedMember'] },
  { gives: 'MemberList', form: '{NamedMember} (,|and|or|&|, and|, or|plus) {MemberList}', means: together, cost: -0.1 },
  { gives: 'Members', form: '{MemberList}', means: (p) => p['MemberList'] },
  { gives: 'Members', form: '{Level} [(is|are|in|=)] {MemberList}', means: atLevel, cost: -0.1 },
  { gives: 'Members', form: '{MemberList} {Level}', means: atLevel, cost: -0.1 },

  { gives: 'Intent', form: '(for|in|at|on|from|of|with|where|within|aboard|using|via|through|is) {Members}', means: only },
  { gives: 'Intent', form: '{Members}', means: only, cost: 0.1 },
  { gives: 'Intent', form: '(only|just|only for|just for|keep only|keep|only in|only on|filter to|narrow to|limit to|restrict to|focus on) {Members}', means: only },
  { gives: 'Intent', form: '(only|just|keep only|filter to) {Members} instead', means: asFollowUp(only) },
  { gives: 'Intent', form: '{Members} instead', means: asFollowUp(only) },
  { gives: 'Intent', form: '{Members} only', means: only },
  { gives: 'Intent', form: `${WITHOUT} {Members}`, means: exclude },
  { gives: 'Intent', form: '(drop|remove|get rid of|take out|throw out) {Members}', means: asFollowUp(exclude) },
  { gives: 'Intent', form: '(add|include|also include|and also|also) {Members} [(too|also|as well|again)]', means: (p) => followUp({ do: 'condition', condition: members(p, true), how: 'widen' }) },
  { gives: 'Intent', form: '(what about|how about|and|same for|and for|same in) {Members}', means: (p) => followUp({ do: 'condition', condition: members(p, true), how: 'only' }), cost: 0.15 },
  { gives: 'Intent', form: '(all|any|every) {Level} [again]', means: (p) => intent({ do: 'clear', what: 'level', level: p['Level'] as string }), cost: 0.2 },
  { gives: 'Intent', form: '(clear|remove|drop|reset|no|without|without any|clear all|remove all) (filter|filters|condition|conditions)', means: () => followUp({ do: 'clear', what: 'conditions' }), examples: ['clear the filters'] },

  { gives: 'Intent', form: '[(for|in|at|on|only|just|from|of)] {Set}', means: set(true), cost: 0.05 },
  { gives: 'Intent', form: `${WITHOUT} {Set}`, means: set(false) },

  { gives: 'WeekdayList', form: '{Weekday}', means: (p) => [p['Weekday']] },
  { gives: 'WeekdayList', form: '{Weekday} (,|and|or|, and) {WeekdayList}', means: (p) => [p['Weekday'], ...(p['WeekdayList'] as number[])] },
  { gives: 'Intent', form: '[(on|for|only|only on|at)] {WeekdayList}', means: (p) => weekdays(p['WeekdayList'] as number[]), cost: 0.1, examples: ['on Mondays', 'on Mondays and Fridays'] },
  { gives: 'Intent', form: '[(on|for|only|only on|at|during)] (weekends|weekend)', means: () => weekdays([6, 7]), examples: ['on weekends'] },
  { gives: 'Intent', form: '[(on|for|only|only on|at|during)] (weekdays|working days)', means: () => weekdays([1, 2, 3, 4, 5]), examples: ['on weekdays'] },

  { gives: 'NumberTest', form: '(over|above|more than|greater than|exceeding|>) {Number}', means: (p) => ({ test: 'over', value: p['Number'] }) },
  { gives: 'NumberTest', form: '(under|below|less than|fewer than|<) {Number}', means: (p) => ({ test: 'under', value: p['Number'] }) },
  { gives: 'NumberTest', form: '(at least|≥) {Number}', means: (p) => ({ test: 'atLeast', value: p['Number'] }) },
  { gives: 'NumberTest', form: '(at most|up to|≤) {Number}', means: (p) => ({ test: 'atMost', value: p['Number'] }) },
  { gives: 'NumberTest', form: 'between {Number:low} and {Number:high}', means: (p) => ({ test: 'between', value: p['low'], upper: p['high'] }) },
  { gives: 'Magnitude', form: '(minutes|minute|mins|min)', means: () => 'min' },
  { gives: 'Magnitude', form: '(hours|hour)', means: () => 'hours' },
  { gives: 'Magnitude', form: '(days|day)', means: () => 'days' },
  { gives: 'Magnitude', form: '(euros|euro|eur)', means: () => 'EUR' },
  { gives: 'Magnitude', form: '(litres|liters|l)', means: () => 'l' },
  { gives: 'AverageTest', form: '(above|over|better than) average', means: () => ({ test: 'aboveAverage' }) },
  { gives: 'Magnitude', form: '(minutes|minute|mins|min)', means: () => 'min' },
  { gives: 'Magnitude', form: '(hours|hour)', means: () => 'hours' },
  { gives: 'Magnitude', form: '(days|day)', means: () => 'days' },
  { gives: 'Magnitude', form: '(euros|euro|eur)', means: () => 'EUR' },
  { gives: 'Magnitude', form: '(litres|liters|l)', means: () => 'l' },
  { gives: 'AverageTest', form: '(below|under) average', means: () => ({ test: 'belowAverage' }) },
  { gives: 'Intent', form: 'where {Level} has {Calculation} {NumberTest}', means: measureTest },
  { gives: 'Intent', form: 'where {Level} has {Calculation} {AverageTest:NumberTest}', means: measureTest },
  { gives: 'Intent', form: '[which] {Level} (with|having|where|that have|that had) [the] {NumberTest} {Calculation}', means: measureTestShown },
  { gives: 'Intent', form: '[which] {Level} (with|having|where|whose|that have|that had) {Calculation} [(is|was|of)] {NumberTest}', means: measureTestShown },
  { gives: 'Intent', form: '[which] {Level} (with|having|where|whose) {Calculation} [(is|was)] {AverageTest:NumberTest}', means: measureTestShown },
  { gives: 'Intent', form: '[which] {Level} (with|having) {AverageTest:NumberTest} {Calculation}', means: measureTestShown },
  { gives: 'Intent', form: '(with|whose|having|where|that had|that have) {Measure} [(is|was|of)] {NumberTest} [{Magnitude}]', means: rowTest, cost: 0.35 },
  { gives: 'Intent', form: '(how many|number of) {Level} [(with|have|had|carried|carry|that carried|sold|made|that had)] {NumberTest} {Calculation}', means: countTested, cost: -0.2 },
  { gives: 'Intent', form: '(how many|number of) {Level} [(with|have|had)] {Calculation} {NumberTest}', means: countTested, cost: -0.2 },
  { gives: 'Intent', form: '(how many|number of) {Level} [(with|have|had|sold|carried|are|were)] {AverageTest:NumberTest} {Calculation}', means: countTested, cost: -0.2 },
  { gives: 'Intent', form: 'where row {Measure} is {NumberTest}', means: (p) => intent({ do: 'condition', condition: { kind: 'rows', measure: p['Measure'] as string, ...test(p) }, how: 'only' }) },
  { gives: 'Intent', form: 'where {Level} contains {Text}', means: (p) => intent({ do: 'condition', condition: { kind: 'text', level: p['Level'] as string, test: 'contains', text: p['Text'] as string }, how: 'only' }) },
  { gives: 'Intent', form: 'where {Level} (starts|begins) with {Text}', means: (p) => intent({ do: 'condition', condition: { kind: 'text', level: p['Level'] as string, test: 'startsWith', text: p['Text'] as string }, how: 'only' }) },
];

function weekdays(days: readonly number[]): Intent {
  return intent({ do: 'condition', condition: { kind: 'weekdays', days: [...new Set(days)].sort((a, b) => a - b) }, how: 'only' });
}
