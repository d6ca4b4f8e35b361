/** Grammar of breakdowns: by which levels and grains. Gives `Breakdown`, `BreakdownList` and edits. */
import type { Breakdown } from '../../reading/schema';
import { byLevel, followUp, intent } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const list = (parts: Parts, name = 'BreakdownList') => parts[name] as Breakdown[];

function ofRole(by: Breakdown, role: unknown, question: Question): Breakdown {
  if (by.kind === 'level') return by;
  return role === question.model.defaultDate ? by : { ...by, role: role as string };
}

const grain = (parts: Parts): Breakdown => ({ kind: 'time', grain: parts['Unit'] as never });
const BY = '(by|per|across|for each|for every|in each|grouped by|each|every)';

export const BREAKDOWN_RULES: readonly Rule<Question>[] = [
  { gives: 'Calendar', form: '{Unit}', means: grain },
  { gives: 'Calendar', form: 'half [year]', means: () => ({ kind: 'time', grain: 'half' }) },
  { gives: 'Calendar', form: '(day of week|weekday|day of the week)', means: () => ({ kind: 'cycle', cycle: 'dayOfWeek' }) },
  { gives: 'Calendar', form: '(month of year|calendar month|month of the year)', means: () => ({ kind: 'cycle', cycle: 'monthOfYear' }) },
  { gives: 'Calendar', form: 'hour [of day]', means: () => ({ kind: 'cycle', cycle: 'hour' }) },
  { gives: 'Breakdown', form: '{Level}', means: (p) => byLevel(p['Level'] as string) },
  { gives: 'Breakdown', form: '{Calendar}', means: (p) => p['Calendar'] },
  { gives: 'Breakdown', form: '{Calendar} of {DateRole}', means: (p, q) => ofRole(p['Calendar'] as Breakdown, p['DateRole'], q) },
  { gives: 'Breakdown', form: '{DateRole} {Calendar}', means: (p, q) => ofRole(p['Calendar'] as Breakdown, p['DateRole'], q) },
  { gives: 'BreakdownList', form: '{Breakdown}', means: (p) => [p['Breakdown']] },
  { gives: 'BreakdownList', form: '{Breakdown} (,|and|and by|then|then by|, by|&|×|x|within) {BreakdownList}', means: (p) => [p['Breakdown'], ...list(p)] },

  { gives: 'Intent', form: `${BY} {BreakdownList}`, means: (p) => intent({ do: 'breakdown', by: list(p), how: 'join' }), examples: ['by month', 'for each week'] },
  { gives: 'Intent', form: '{Breakdown}', means: (p) => intent({ do: 'breakdown', by: [p['Breakdown'] as Breakdown], how: 'join' }), cost: 0.5, examples: ['month'] },
  { gives: 'Intent', form: '(which|what|list) {Level}', means: (p) => intent({ do: 'breakdown', by: [byLevel(p['Level'] as string)], how: 'join' }), cost: 0.2 },
  { gives: 'Intent', form: 'who', means: () => intent({ do: 'kindOfLevel', kind: 'person' }) },
  { gives: 'Intent', form: 'where', means: () => intent({ do: 'kindOfLevel', kind: 'place' }) },
  { gives: 'Intent', form: 'when', means: () => intent({ do: 'overTime' }) },
  { gives: 'Intent', form: '{UnitAdverb}', means: (p) => intent({ do: 'breakdown', by: [{ kind: 'time', grain: p['UnitAdverb'] as never }], how: 'join' }), examples: ['monthly'] },
  { gives: 'Intent', form: '(over time|[as] trend|trends|evolution)', means: () => intent({ do: 'overTime' }), examples: ['over time'] },
  { gives: 'Intent', form: `(also [by]|split [(that|it|this)] by|split [(that|it|this)] (also|further) by|break [(that|it|this)] down by|broken down by|and also by|and by|split) {BreakdownList}`, means: (p) => ({ ...intent({ do: 'breakdown', by: list(p), how: 'add' }) }), examples: ['also by month', 'break that down by week'] },
  { gives: 'Intent', form: 'add {BreakdownList} [(too|also|as well|as breakdown)]', means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'add' }), cost: 0.1 },
  { gives: 'Intent', form: '[by] {BreakdownList} instead', means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'replace' }), examples: ['by month instead'] },
  { gives: 'Intent', form: '(swap|replace) {Breakdown:old} (for|with|by) {Breakdown:new}', means: (p) => followUp({ do: 'breakdown', by: [p['new'] as Breakdown], how: 'replace', instead: p['old'] as Breakdown }), examples: ['swap month for week'] },
  { gives: 'Intent', form: '{Breakdown:new} instead of {Breakdown:old}', means: (p) => followUp({ do: 'breakdown', by: [p['new'] as Breakdown], how: 'replace', instead: p['old'] as Breakdown }), examples: ['week instead of month'] },
  { gives: 'Intent', form: '(drop|remove|without|not by|no longer by|undo the breakdown by|get rid of) [breakdown by] {BreakdownList}', means: (p) => followUp({ do: 'breakdown', by: list(p), how: 'remove' }), cost: 0.3 },
  { gives: 'Intent', form: '(go deeper|drill down|deeper|one level down|drill deeper)', means: () => followUp({ do: 'drill' }), examples: ['go deeper'] },
  { gives: 'Intent', form: '(drill|go|zoom|drill down) into {Member}', means: (p) => followUp({ do: 'drill', member: memberOf(p) }) },
  { gives: 'Intent', form: '(one level up|roll up|go up|up one level|drill up)', means: () => followUp({ do: 'rollUp' }), examples: ['one level up'] },
  { gives: 'Intent', form: '(up|back up|roll up) to {Level}', means: (p) => followUp({ do: 'rollUp', level: p['Level'] as string }) },
];

function memberOf(parts: Parts): { level: string; name: string } {
  const { level, member } = parts['Member'] as { level: string; member: string };
  return { level, name: member };
}
