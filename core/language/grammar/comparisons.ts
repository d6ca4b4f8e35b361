/** Grammar of periods as edits, and of comparisons: with earlier periods, with plan, of members. */
import type { Comparison } from '../../reading/schema';
import { followUp, intent, type Intent, type SaidPeriod } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const said = (parts: Parts, name = 'Period') => parts[name] as SaidPeriod;
const set = (parts: Parts): Intent => intent({ do: 'saidPeriod', period: said(parts), how: 'set' });
const compare = (against: Comparison | null): Intent => intent({ do: 'compare', against });

interface Members {
  readonly level: string;
  readonly members: readonly string[];
}

function sideBySide(beside: 'none' | 'all' | 'rest') {
  return (parts: Parts): Intent | null => {
    const first = parts['first'] as Members;
    const second = parts['second'] as Members | undefined;
    if (second !== undefined && second.level !== first.level) return null;
    const members = [...new Set([...first.members, ...(second?.members ?? [])])];
    return intent({ do: 'compare', against: { kind: 'members', level: first.level, members, beside } });
  };
}

const VERSUS = '(vs|versus|against|compared to|compared with|compare to|compare with|beside|relative to|v)';
const ON = '(on|from|over|than)';
const MONTHLY: Readonly<Record<string, 'month' | 'week' | 'quarter' | 'day'>> = { month: 'month', week: 'week', quarter: 'quarter', day: 'day' };

export const COMPARISON_RULES: readonly Rule<Question>[] = [
  { gives: 'Intent', form: '{Period}', means: set, cost: 0.1, examples: ['2024', 'last year'] },
  { gives: 'Intent', form: '(for|in|during|over|on|of|within|only|just|just for|only for|only in) {Period}', means: set, examples: ['in March', 'for 2024', 'only the last 2 years'] },
  { gives: 'Intent', form: '[(for|in|show|use)] {Period} instead', means: (p) => ({ ...set(p), followUp: true }), examples: ['last year instead'] },
  { gives: 'Intent', form: '(what about|how about|and|and for|and in|same for) {Period}', means: (p) => ({ ...set(p), followUp: true }), cost: 0.15, examples: ['what about last year'] },
  { gives: 'Intent', form: '{Period} (on|by) {DateRole}', means: (p) => intent({ do: 'saidPeriod', period: said(p), how: 'set', role: p['DateRole'] as string }) },
  { gives: 'Intent', form: '(on|by) {DateRole}', means: (p) => intent({ do: 'dateRole', role: p['DateRole'] as string }), cost: 0.1 },
  { gives: 'Intent', form: '(without|drop|exclude|excluding|except|get rid of|leave out|remove) {Period}', means: (p) => intent({ do: 'saidPeriod', period: said(p), how: 'leaveOut' }), examples: ['without 2024'] },
  { gives: 'Intent', form: '(whole period|all time|all data|any time|all periods|whole time)', means: () => intent({ do: 'period', period: null }), examples: ['all time'] },

  { gives: 'YearBefore', form: '(year before|previous year|prior year|year earlier|year ago|same period last year|same period a year (ago|earlier)|same days last year|same time last year|last year)', means: () => 'year' },
  { gives: 'PeriodBefore', form: '(period before|previous period|prior period|previous one|one before)', means: () => 'previous' },
  { gives: 'Intent', form: `[and] [compare] ${VERSUS} {YearBefore}`, means: () => compare({ kind: 'year' }), examples: ['vs last year', 'beside the year before'] },
  { gives: 'Intent', form: '(yoy|year over year|year on year|same period last year|same period a year ago|year on year change)', means: () => compare({ kind: 'year' }), cost: -0.2, examples: ['YoY', 'year over year'] },
  { gives: 'Intent', form: `[and] [compare] ${VERSUS} {PeriodBefore}`, means: () => compare({ kind: 'previous' }), examples: ['vs the period before'] },
  { gives: 'Intent', form: '(growth|change|changes|changed|grow|grew|development)', means: () => intent({ do: 'change' }), cost: 0.1, examples: ['growth'] },
  { gives: 'Intent', form: '(growth|change|changes) (in|of)', means: () => intent({ do: 'change' }) },
  { gives: 'Intent', form: '(change|growth|changes) [(on|from|over|since)] {YearBefore}', means: () => compare({ kind: 'year' }), examples: ['change on last year'] },
  ...Object.entries(MONTHLY).map(([word, grain]): Rule<Question> => ({
    gives: 'Intent',
    form: `(${word} ${ON} ${word}|${{ month: 'mom', week: 'wow', quarter: 'qoq', day: 'dod' }[grain]})`,
    means: () => intent({ do: 'breakdown', by: [{ kind: 'time', grain }], how: 'join' }, { do: 'compare', against: { kind: 'previous' } }),
    cost: -0.2,
    examples: [`${word} over ${word}`],
  })),
  { gives: 'Intent', form: `[and] [compare] ${VERSUS} [its] plan`, means: () => compare({ kind: 'plan' }), cost: -0.1, examples: ['vs plan'] },
  { gives: 'Intent', form: `[and] [compare] ${VERSUS} {Period}`, means: (p) => intent({ do: 'saidComparison', period: said(p) }), cost: 0.2, examples: ['vs 2024'] },
  { gives: 'Intent', form: `[(compare|for|in)] {Period:first} ${VERSUS} {Period:second}`, means: (p) => intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }), examples: ['2025 vs 2024', 'this quarter vs last quarter'] },
  { gives: 'Intent', form: 'compare {Period:first} (and|with|to) {Period:second}', means: (p) => intent({ do: 'saidComparison', period: said(p, 'first'), with: said(p, 'second') }), examples: ['compare 2025 and 2024'] },
  { gives: 'Intent', form: '(stop comparing|no comparison|without comparison|remove the comparison|remove comparison|drop comparison|do not compare)', means: () => ({ ...compare(null), followUp: true }), examples: ['stop comparing'] },

  { gives: 'Intent', form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second}`, means: sideBySide('none'), cost: -0.1 },
  { gives: 'Intent', form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second} beside all`, means: sideBySide('all'), cost: -0.1 },
  { gives: 'Intent', form: `[(compare|for)] {Members:first} ${VERSUS} {Members:second} beside rest`, means: sideBySide('rest'), cost: -0.1 },
  { gives: 'Intent', form: 'compare {Members:first} with all [{Level}]', means: sideBySide('all'), cost: -0.1 },
  { gives: 'Intent', form: `[compare] {Members:first} (with|${VERSUS.slice(1, -1)}) (all|total) [{Level}]`, means: sideBySide('all') },
  { gives: 'Intent', form: `[compare] {Members:first} (with|${VERSUS.slice(1, -1)}) (rest|others) [of {Level}]`, means: sideBySide('rest') },
  { gives: 'Intent', form: 'compare {Members:first}', means: (p) => ((p['first'] as Members).members.length > 1 ? sideBySide('none')(p) : null), cost: -0.1 },
  { gives: 'Intent', form: '(what about|and) vs {Members:first}', means: (p) => followUp(...(sideBySide('none')(p)?.edits ?? [])), cost: 1 },
];
