/** Grammar of what is to come: when something passes a value, whether it makes its plan, how much is needed for it. */
import type { Calculation } from '../../model/calculation';
import type { Grain } from '../../time/grain';
import { followUp, intent, type Amount, type Intent, type SaidEdit, type SaidPeriod } from '../intent';
import type { Question } from '../question';
import { only } from './conditions';
import type { Parts, Rule } from './rule';

const IT = '(it|this|that|they|we|you|i)';
/** Verbs that are parts of names as well (“North Reach”, “Day pass”), so they are no words of the grammar. */
const PASSING: ReadonlySet<string> = new Set(
  'pass passes reach reaches exceed exceeds hit hits top tops cross crosses break breaks surpass surpasses'.split(' '),
);
const MAKING: ReadonlySet<string> = new Set('make reach hit meet beat achieve exceed miss'.split(' '));
const isOf = (words: ReadonlySet<string>, parts: Parts): boolean => words.has(String(parts['verb']).toLowerCase());

/** More than a value, less than it: the words of a verb, or a verb that is looked up. */
const OVER = '(go over|go above|get to|get over|get past|be over|be above|go past|rise above|rise over)';
const UNDER = '(fall below|fall under|drop below|drop under|go below|go under|be below|be under|get below)';
const WHEN = '(when (will|does|do|would|is|are)|by when (will|does|do)|how long (until|till|before))';
const NEEDED =
  '(is needed|are needed|do we need|would be needed|is missing|do we have to have|is required|are required|must we have)';

const when = (amount: Amount | null, side: 'over' | 'under', needed = false): SaidEdit => ({
  do: 'saidWhen',
  amount,
  side,
  needed,
});
const shows = (parts: Parts): Intent['edits'] => [
  ...(parts['Calculation'] === undefined
    ? []
    : [
        {
          do: 'show' as const,
          how: 'replace' as const,
          shown: [{ calculation: parts['Calculation'] as Calculation, transform: null }],
        },
      ]),
  ...(parts['Members'] === undefined ? [] : only(parts).edits),
  ...(parts['Period'] === undefined
    ? []
    : [{ do: 'saidPeriod' as const, how: 'set' as const, period: parts['Period'] as SaidPeriod }]),
];
const by = (parts: Parts): Intent['edits'] => (parts['ByTheEnd'] === undefined ? [] : [parts['ByTheEnd'] as SaidEdit]);
const amount = (parts: Parts): Amount => parts['Amount'] as Amount;

/** How it is said that a value is passed, and which way. */
const SAID: readonly { readonly words: string; readonly side: 'over' | 'under' }[] = [
  { words: '{AnyWord:verb}', side: 'over' },
  { words: OVER, side: 'over' },
  { words: UNDER, side: 'under' },
];
const passing =
  (side: 'over' | 'under', means: (parts: Parts) => Intent) =>
  (parts: Parts): Intent | null =>
    side === 'under' || parts['verb'] === undefined || isOf(PASSING, parts) ? means(parts) : null;
const making =
  (means: (parts: Parts) => Intent) =>
  (parts: Parts): Intent | null =>
    isOf(MAKING, parts) ? means(parts) : null;

export const REACHING_RULES: readonly Rule<Question>[] = [
  {
    gives: 'ByTheEnd',
    form: '(by|before|until|till|at) [the] end of [(this|the)] {Unit}',
    means: (p): SaidEdit => ({ do: 'byTheEnd', unit: p['Unit'] as Grain }),
  },
  {
    gives: 'ByTheEnd',
    form: '(by|at) (year end|the year end|end of year)',
    means: (): SaidEdit => ({ do: 'byTheEnd', unit: 'year' }),
  },
  {
    gives: 'ByTheEnd',
    form: '(this|in this|within this) {Unit}',
    means: (p): SaidEdit => ({ do: 'byTheEnd', unit: p['Unit'] as Grain }),
  },
  {
    gives: 'ByTheEnd',
    form: '(by|until|by the end of|till) {MonthName}',
    means: (p): SaidEdit => ({ do: 'byTheEnd', unit: 'year', month: p['MonthName'] as number }),
  },
  ...SAID.flatMap(({ words, side }): Rule<Question>[] => [
    {
      gives: 'Intent',
      form: `[(and|so)] ${WHEN} {Calculation} [(for|of|at|in) {Members}] [[(in|for)] {Period}] [(be|going to)] ${words} {Amount}`,
      means: passing(side, (p) => intent(...shows(p), when(amount(p), side))),
      cost: -0.5,
    },
    {
      gives: 'Intent',
      form: `[(and|so)] ${WHEN} ${IT} [(be|going to)] ${words} {Amount}`,
      means: passing(side, (p) => followUp(when(amount(p), side))),
      cost: -0.3,
    },
    {
      gives: 'Intent',
      form: `[(and|so)] (will|are|is|does|can) {Calculation} [(for|of|at|in) {Members}] [[(in|for)] {Period}] [going to] ${words} {Amount} [{ByTheEnd}]`,
      means: passing(side, (p) => intent(...shows(p), ...by(p), when(amount(p), side))),
      cost: -0.5,
    },
    {
      gives: 'Intent',
      form: `[(and|so)] (will|are|is|can) ${IT} [going to] ${words} {Amount} [{ByTheEnd}]`,
      means: passing(side, (p) => followUp(...by(p), when(amount(p), side))),
      cost: -0.3,
    },
  ]),
  {
    gives: 'Intent',
    form: `[(and|so)] (will|can|are|is) {Calculation} [(for|of|at|in) {Members}] [[(in|for)] {Period}] [(going to|on course to|on track to)] {AnyWord:verb} [(our|its|their|the)] {PlanName} [{ByTheEnd}]`,
    means: making((p) => intent(...shows(p), ...by(p), when(null, 'over'))),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: `[(and|so)] (will|can|are|is) ${IT} [(going to|on course to|on track to)] {AnyWord:verb} [(our|its|their|the)] {PlanName} [{ByTheEnd}]`,
    means: making((p) => intent(...by(p), when(null, 'over'))),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: `[(and|so)] (will|can|are) ${IT} [(going to|on course to|on track to)] {AnyWord:verb} [(our|its|their|the)] {PlanName} (for|of|on|in) {Calculation} [{ByTheEnd}]`,
    means: making((p) => intent(...shows(p), ...by(p), when(null, 'over'))),
    cost: -0.6,
  },
  {
    gives: 'Intent',
    form: `[(and|so)] how (much|many) [(more|of it)] [(a|per|each|every) {Unit}] ${NEEDED} to {AnyWord:verb} {Amount} [{ByTheEnd}]`,
    means: passing('over', (p) => followUp(...by(p), when(amount(p), 'over', true))),
    cost: -0.3,
  },
  {
    gives: 'Intent',
    form: `[(and|so)] how (much|many) [more] {Calculation} [(a|per|each|every) {Unit}] ${NEEDED} to {AnyWord:verb} {Amount} [{ByTheEnd}]`,
    means: passing('over', (p) => intent(...shows(p), ...by(p), when(amount(p), 'over', true))),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: `[(and|so)] how (much|many) [more] [{Calculation}] [(a|per|each|every) {Unit}] ${NEEDED} to {AnyWord:verb} [(our|its|their|the)] {PlanName} [{ByTheEnd}]`,
    means: making((p) => intent(...shows(p), ...by(p), when(null, 'over', true))),
    cost: -0.5,
  },
  {
    gives: 'Intent',
    form: 'with when it {AnyWord:verb} {Amount}',
    means: passing('over', (p) => intent(when(amount(p), 'over'))),
  },
  { gives: 'Intent', form: 'with when it falls below {Amount}', means: (p) => intent(when(amount(p), 'under')) },
  {
    gives: 'Intent',
    form: 'with whether it {AnyWord:verb} plan',
    means: (p) => (p['verb'] === 'reaches' ? intent(when(null, 'over')) : null),
  },
  {
    gives: 'Intent',
    form: 'with what is needed to {AnyWord:verb} plan',
    means: making(() => intent(when(null, 'over', true))),
  },
  {
    gives: 'Intent',
    form: 'with what is needed to {AnyWord:verb} {Amount}',
    means: passing('over', (p) => intent(when(amount(p), 'over', true))),
  },
];
