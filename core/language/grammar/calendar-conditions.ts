/** Grammar of conditions on parts of the calendar: days of the week, hours of the day, months of every year. */
import type { Condition } from '../../reading/schema';
import { intent, type Intent, type SaidShown } from '../intent';
import type { Question } from '../question';
import { WITHOUT } from './little-words';
import type { Parts, Rule } from './rule';

const condition = (of: Condition): Intent => intent({ do: 'condition', condition: of, how: 'only' });

export const CALENDAR_CONDITION_RULES: readonly Rule<Question>[] = [
  { gives: 'WeekdayList', form: '{Weekday}', means: (p) => [p['Weekday']] },
  {
    gives: 'WeekdayList',
    form: '{Weekday} (,|and|or|, and|&) {WeekdayList}',
    means: (p) => [p['Weekday'], ...(p['WeekdayList'] as number[])],
  },
  {
    gives: 'Intent',
    form: '[(on|for|only|only on|at|just|just on|keep only)] {WeekdayList} [(only|instead)]',
    means: (p) => weekdays(p['WeekdayList'] as number[]),
    cost: 0.1,
    examples: ['on Mondays', 'on Mondays and Fridays'],
  },
  {
    gives: 'Intent',
    form: '[(compare|on)] {Weekday:first} (vs|versus|against|compared to|compared with|beside) [on] {Weekday:second}',
    means: (p) => ({
      edits: [
        ...weekdays([p['first'] as number, p['second'] as number]).edits,
        { do: 'breakdown', how: 'join', by: [{ kind: 'cycle', cycle: 'dayOfWeek' }] },
      ],
    }),
    cost: -0.1,
    examples: ['Saturdays vs Sundays'],
  },
  {
    gives: 'Intent',
    form: `${WITHOUT} {WeekdayList}`,
    means: (p) => weekdays(others(p['WeekdayList'] as number[])),
    examples: ['without Sundays'],
  },
  {
    gives: 'Intent',
    form: '[(on|for|only|only on|at|during|just|just on|over|at the)] (weekends|weekend) [(only|instead)]',
    means: () => weekdays([6, 7]),
    examples: ['on weekends'],
  },
  {
    gives: 'Intent',
    form: '[(on|for|only|only on|at|during|just)] (weekdays|working days|work days|business days) [(only|instead)]',
    means: () => weekdays([1, 2, 3, 4, 5]),
    examples: ['on weekdays'],
  },
  {
    gives: 'Intent',
    form: '(weekday|working day|business day) {ShownList}',
    means: (p) => ({
      edits: [...weekdays([1, 2, 3, 4, 5]).edits, { do: 'show', how: 'replace', shown: p['ShownList'] as SaidShown[] }],
    }),
    cost: -0.2,
    examples: [],
  },
  {
    gives: 'Intent',
    form: `${WITHOUT} (weekends|weekend)`,
    means: () => weekdays([1, 2, 3, 4, 5]),
    examples: ['without weekends'],
  },

  { gives: 'PartOfDay', form: '[in|of] [the] (morning|mornings)', means: () => 'am' },
  { gives: 'PartOfDay', form: '[in|of] [the] (afternoon|afternoons|evening|evenings)', means: () => 'pm' },
  { gives: 'PartOfDay', form: '(oclock|hours)', means: () => 'none' },
  {
    gives: 'Intent',
    form: '[(in|during)] [(morning|evening|afternoon|peak|rush hour|morning peak|evening peak|afternoon peak|morning rush|evening rush)] [,] [(between|from|in the hours from)] {Clock:first} (and|to|until|till|–|-) {Clock:last} [{PartOfDay}]',
    means: hoursBetween,
    cost: -0.2,
    examples: ['between 7 and 9 am', 'from 9:00 to 17:00'],
  },
  {
    gives: 'Intent',
    form: '(after|from|since|past|later than) {Clock:first} [{PartOfDay}] [(on|onwards)]',
    means: (p) => hoursFrom(p, 'first'),
    cost: -0.1,
    examples: ['after 6 pm'],
  },
  {
    gives: 'Intent',
    form: '(before|until|till|earlier than|up to) {Clock:last} [{PartOfDay}]',
    means: (p) => hoursFrom(p, 'last'),
    cost: -0.1,
    examples: ['before 9am'],
  },
  { gives: 'ClockList', form: '{Clock}', means: (p) => [p['Clock']] },
  {
    gives: 'ClockList',
    form: '{Clock} (,|and|or|, and) {ClockList}',
    means: (p) => [p['Clock'], ...(p['ClockList'] as Clock[])],
  },
  {
    gives: 'Intent',
    form: '(at|only at|just at) {ClockList} [{PartOfDay}]',
    means: hoursAt,
    cost: -0.05,
    examples: ['at 9:00'],
  },
  { gives: 'MonthList', form: '{MonthName}', means: (p) => [p['MonthName']] },
  { gives: 'MonthList', form: '{Months}', means: (p) => p['Months'] },
  // a comma alone may be the one before a period: "in every January, March 2025"
  { gives: 'Months', form: '{MonthName} (and|or|, and|&) {MonthName:last}', means: (p) => [p['MonthName'], p['last']] },
  { gives: 'Months', form: '{MonthName} , {Months}', means: (p) => [p['MonthName'], ...(p['Months'] as number[])] },
  {
    gives: 'Intent',
    form: '[(in|for|on|during|only|only in|just)] (every|each) {MonthList}',
    means: (p) => monthsOf(p['MonthList'] as number[]),
    cost: -0.3,
    examples: ['in every March', 'every June and July'],
  },
  {
    gives: 'Intent',
    form: '[(in|for|during|only)] {MonthList} (of|in) (every|each|all) (year|years)',
    means: (p) => monthsOf(p['MonthList'] as number[]),
    cost: -0.3,
    examples: ['March of each year'],
  },
  {
    gives: 'Intent',
    form: '[(in|for)] {MonthList} (by|per|across) [the] (year|years)',
    means: (p) => ({
      edits: [
        ...monthsOf(p['MonthList'] as number[]).edits,
        { do: 'breakdown', how: 'join', by: [{ kind: 'time', grain: 'year' }] },
      ],
    }),
    cost: -0.3,
    examples: ['December by year'],
  },
];

interface Clock {
  readonly hour: number;
  /** Said with the hour; absent where it may be an ordinary number. */
  readonly half?: 'am' | 'pm' | 'none';
}

/** An hour with the half of the day that is said of it or of the hour beside it. */
function hourOf(clock: Clock, half: unknown): number | null {
  if (half === undefined) return null;
  return clock.half !== undefined || half === 'none' || clock.hour > 12
    ? clock.hour
    : (clock.hour % 12) + (half === 'pm' ? 12 : 0);
}

const hoursCondition = (from: number, to: number): Intent =>
  condition({
    kind: 'cycle',
    cycle: 'hour',
    values: Array.from({ length: (to - from + 24) % 24 || 24 }, (_, index) => (from + index) % 24),
  });

/** "between 7 and 9 am": the half of the day said once is that of both, unless the first hour is the later one ("9 to 5 pm"). */
function hoursBetween(parts: Parts): Intent | null {
  const [first, last] = [parts['first'] as Clock, parts['last'] as Clock];
  const half = last.half ?? parts['PartOfDay'] ?? first.half;
  const to = hourOf(last, half);
  const same = hourOf(first, first.half ?? half);
  if (to === null || same === null) return null;
  const from = first.half === undefined && same > to && half === 'pm' ? first.hour : same;
  return hoursCondition(from, to);
}

function hoursFrom(parts: Parts, side: 'first' | 'last'): Intent | null {
  const clock = parts[side] as Clock;
  const hour = hourOf(clock, clock.half ?? parts['PartOfDay']);
  if (hour === null || (side === 'last' && hour === 0)) return null;
  return side === 'first' ? hoursCondition(hour, 0) : hoursCondition(0, hour);
}

function hoursAt(parts: Parts): Intent | null {
  const clocks = parts['ClockList'] as readonly Clock[];
  const half = clocks.at(-1)?.half ?? parts['PartOfDay'];
  const hours = clocks.map((clock) => hourOf(clock, clock.half ?? half));
  const known = hours.flatMap((hour) => hour ?? []);
  return known.length < clocks.length ? null : condition({ kind: 'cycle', cycle: 'hour', values: [...new Set(known)] });
}

const monthsOf = (months: readonly number[]): Intent =>
  condition({ kind: 'cycle', cycle: 'monthOfYear', values: [...new Set(months)].sort((a, b) => a - b) });

const others = (days: readonly number[]) => [1, 2, 3, 4, 5, 6, 7].filter((day) => !days.includes(day));

function weekdays(days: readonly number[]): Intent {
  return condition({ kind: 'weekdays', days: [...new Set(days)].sort((a, b) => a - b) });
}
