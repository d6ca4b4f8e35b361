/** Grammar of references to the answer before: "that month", "the first one", "it", "there", "the spike". */
import type { Grain } from '../../time/grain';
import { followUp, intent, type Extreme, type Intent, type PointAt } from '../intent';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const at = (parts: Parts) => parts['PointAt'] as PointAt;
const ORDINALS: readonly string[] = ['first|top', 'second', 'third', 'fourth', 'fifth'];
const EXTREMES: readonly (readonly [Extreme, string])[] = [
  ['highest', 'highest|largest|biggest|greatest'],
  ['lowest', 'lowest|smallest|least'],
  ['best', 'best'],
  ['worst', 'worst'],
];
const INTO = '(drill into|zoom into|go into|zoom in on|look into|open|go deeper into|dig into|drill down into)';
const LEAVING_OUT = '(without|except|exclude|drop|leave out|get rid of|ignore|remove)';

export const REFERENCE_RULES: readonly Rule<Question>[] = [
  {
    gives: 'PointAt',
    form: '(that|the same|this very|this same|the said) {Unit}',
    means: (p) => ({ point: 'that', grain: p['Unit'] as Grain }),
  },
  {
    gives: 'PointAt',
    form: '(spike|peak|high point|highest point|maximum|summit|top point|peak {Unit}|best {Unit}|highest {Unit})',
    means: (p) => ({ point: 'high', ...(p['Unit'] === undefined ? {} : { grain: p['Unit'] as Grain }) }),
  },
  {
    gives: 'PointAt',
    form: '(dip|trough|low point|lowest point|minimum|drop|slump|worst {Unit}|lowest {Unit})',
    means: (p) => ({ point: 'low', ...(p['Unit'] === undefined ? {} : { grain: p['Unit'] as Grain }) }),
  },
  ...ORDINALS.map((words, place): Rule<Question> => ({
    gives: 'PointAt',
    form: `(${words}) (one|of them|of these|of those)`,
    means: () => ({ point: 'row', place }),
  })),
  ...EXTREMES.flatMap(([of, words]): Rule<Question>[] => [
    { gives: 'PointAt', form: `(${words}) (one|of them|of these|of those)`, means: () => ({ point: 'extreme', of }) },
    { gives: 'ExtremeMember', form: `(${words}) {Level}`, means: (p) => ({ point: 'extreme', of, level: p['Level'] }) },
  ]),
  {
    gives: 'Intent',
    form: `${INTO} {ExtremeMember:PointAt}`,
    means: (p) => followUp({ do: 'point', at: at(p), how: 'drill' }),
    cost: -0.1,
  },
  {
    gives: 'Intent',
    form: `${LEAVING_OUT} {ExtremeMember:PointAt}`,
    means: (p) => followUp({ do: 'point', at: at(p), how: 'exclude' }),
    cost: -0.1,
  },
  { gives: 'PointAt', form: '(last|bottom) (one|of them|of these|of those)', means: () => ({ point: 'last row' }) },
  {
    gives: 'Intent',
    form: '(for|in|on|during|at|only|just|what about|only for|only in|for just|keep only|look at|focus on|show|show me|how about|narrow to) {PointAt}',
    means: (p) => followUp({ do: 'point', at: at(p), how: 'only' }),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: '{PointAt} [only]',
    means: (p) => followUp({ do: 'point', at: at(p), how: 'only' }),
    cost: 0.1,
  },
  {
    gives: 'Intent',
    form: `${INTO} {PointAt}`,
    means: (p) => followUp({ do: 'point', at: at(p), how: 'drill' }),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: `${LEAVING_OUT} {PointAt}`,
    means: (p) => followUp({ do: 'point', at: at(p), how: 'exclude' }),
    cost: -0.15,
  },
  {
    gives: 'Intent',
    form: '(for|in|on|during|over|with|of) (same period|same dates|same time|same days|that period|this period|the same range)',
    means: () => same('any'),
    cost: -0.1,
  },
  { gives: 'Intent', form: '(same period|that period)', means: () => same('any'), cost: 0.1 },
  {
    gives: 'Intent',
    form: '(for|in|of|at|on|only|just) (that|this|that same) {OneLevel}',
    means: (p) => followUp({ do: 'reference', level: p['OneLevel'] as string, one: true }, { do: 'same', kind: 'any' }),
    cost: -0.2,
  },
  {
    gives: 'Intent',
    form: `[${INTO}] (that|this|that same) {OneLevel}`,
    means: (p) => followUp({ do: 'reference', level: p['OneLevel'] as string, one: true }, { do: 'same', kind: 'any' }),
    cost: 0.1,
  },
  { gives: 'Intent', form: `${INTO} (it|that|this)`, means: () => same('any'), cost: -0.1 },
  { gives: 'Intent', form: `${INTO} (that one|this one)`, means: () => same('one'), cost: -0.1 },
  { gives: 'Intent', form: '[(in|at|from|to|only)] there', means: () => same('place'), cost: 0.02 },
  {
    gives: 'Intent',
    form: '(for|of|on|about|only|just|what about) (it|that one|this one|him|her)',
    means: () => same('any'),
    cost: 0.02,
  },
  {
    gives: 'Intent',
    form: '((for|on|in|at|from|across|about|what about) (them|those|these|those ones|these ones)|(for|on|in|at|from|across|of|with) (same ones|these same ones|those same ones|these same|those same))',
    means: () => followUp({ do: 'theirs', one: false }),
    cost: -0.5,
  },
];

function same(kind: 'any' | 'place' | 'one'): Intent {
  return intent({ do: 'same', kind });
}

/** Do the words point at the answer before, so that its marked points are needed to read them? */
export function pointsAtAnswer(text: string): boolean {
  return POINTING.test(text);
}

const POINTING =
  /\b(it|there|that|those|these|this|them|him|her|same|one|peak|spike|dip|trough|drop|slump|point|maximum|minimum|best|worst|highest|lowest|biggest|largest|greatest|smallest|least)\b/i;
