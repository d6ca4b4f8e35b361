/** Schedules in words: "every Monday at 6", "on the first of each month", "every weekday at 7:30" — and back. */
import { DateTime } from 'luxon';
import { nextAfter, type Schedule } from './schedule';

const DAYS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const;
const DAY_NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
const MONTHS = 'January February March April May June July August September October November December'.split(' ');
const ORDINALS: Readonly<Record<string, number>> = {
  first: 1,
  second: 2,
  third: 3,
  fourth: 4,
  last: -1,
};
const USUAL_HOUR = 7;
/** Times of day that are named. */
const PARTS_OF_DAY: Readonly<Record<string, string>> = {
  midnight: '00:00',
  noon: '12:00',
  midday: '12:00',
};

const day = `(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?s?`;
const ordinal = `(?:first|second|third|fourth|last|\\d{1,2}(?:st|nd|rd|th))`;
const time = `(?:at|by|around)?\\s*(?:\\d{1,2}(?:[:.]\\d{2})?\\s*(?:am|pm|o['’]?clock|h)?|noon|midday|midnight)`;
const partOfDay = `(?:morning|afternoon|evening|night)`;
const period = `(?:hour|day|weekday|working day|business day|week|month|quarter|year)`;

/** What comes round, as people say it. The whole phrase is one match, so that nothing in it is passed over. */
const PHRASE = new RegExp(
  `^(?:(?:on\\s+)?(?:the\\s+)?(?<nth>${ordinal})\\s+(?<nthday>${day}|weekday|working day|day)?\\s*(?:of|in|every|each)\\s+(?:the\\s+|each\\s+|every\\s+|a\\s+)?(?<unit>month|quarter|year)` +
    `|(?:every|each)\\s+(?<every>(?:other|second|\\d+)\\s+)?(?<what>${day}(?:(?:\\s*,\\s*|\\s+and\\s+)${day})*|${period}s?|${partOfDay})` +
    `|on\\s+(?<ondays>${day}(?:(?:\\s*,\\s*|\\s+and\\s+)${day})*)` +
    `|(?<adverb>hourly|daily|weekly|monthly|quarterly|yearly|annually|fortnightly))` +
    `(?:\\s+(?<adverb2>morning|afternoon|evening))?(?:\\s*,?\\s*(?<time>${time}))?$`,
  'i',
);

export interface SaidSchedule {
  readonly schedule: Schedule;
  /** The time of day was not said. */
  readonly assumed: boolean;
}

/**
 * @param now for the first day; @param zone the reader's
 * @returns null where the text is no schedule, or more than one
 * @example scheduleIn('every Monday at 6', now, 'Europe/Lisbon')?.schedule.rule // 'FREQ=WEEKLY;BYDAY=MO'
 */
export function scheduleIn(text: string, now: Date, zone: string): SaidSchedule | null {
  const found = PHRASE.exec(text.trim().replace(/\s+/g, ' '))?.groups;
  if (found === undefined) return null;
  const rule = ruleOf(found);
  if (rule === null) return null;
  const part = partOfDayIn(found);
  const said = found['time'] === undefined ? null : timeIn(found['time'], part);
  if (found['time'] !== undefined && said === null) return null;
  const at =
    said ?? (part === null ? null : { morning: '07:00', afternoon: '14:00', evening: '18:00', night: '22:00' }[part]);
  const hour = at ?? (rule === 'FREQ=HOURLY' ? '00:00' : `0${USUAL_HOUR}:00`);
  const start = DateTime.fromJSDate(now, { zone }).toFormat('yyyy-MM-dd');
  return { schedule: { rule, zone, start: `${start}T${hour}` }, assumed: at === null && rule !== 'FREQ=HOURLY' };
}

type Found = Readonly<Record<string, string | undefined>>;
type PartOfDay = 'morning' | 'afternoon' | 'evening' | 'night';

function partOfDayIn(found: Found): PartOfDay | null {
  const word = (found['adverb2'] ?? found['what'] ?? '').toLowerCase();
  return word === 'morning' || word === 'afternoon' || word === 'evening' || word === 'night' ? word : null;
}

function ruleOf(found: Found): string | null {
  if (found['nth'] !== undefined) return nthRule(found);
  const interval = intervalIn(found['every']);
  const every = interval === 1 ? '' : `;INTERVAL=${interval}`;
  const what = (found['what'] ?? found['ondays'] ?? found['adverb'] ?? '').toLowerCase();
  const days = daysIn(what);
  if (days !== null) return `FREQ=WEEKLY${every};BYDAY=${days.join(',')}`;
  if (/^(week|working |business )days?$/.test(what)) return interval === 1 ? 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR' : null;
  if (/^(day|daily|morning|afternoon|evening|night)/.test(what)) return `FREQ=DAILY${every}`;
  if (/^hour/.test(what)) return `FREQ=HOURLY${every}`;
  if (/^week/.test(what)) return `FREQ=WEEKLY${every};BYDAY=MO`;
  if (what === 'fortnightly') return 'FREQ=WEEKLY;INTERVAL=2;BYDAY=MO';
  if (/^month/.test(what)) return `FREQ=MONTHLY${every};BYMONTHDAY=1`;
  if (/^quarter/.test(what)) return interval === 1 ? 'FREQ=YEARLY;BYMONTH=1,4,7,10;BYMONTHDAY=1' : null;
  if (/^(year|annual)/.test(what)) return `FREQ=YEARLY${every};BYMONTH=1;BYMONTHDAY=1`;
  return null;
}

function nthRule(found: Found): string | null {
  const said = (found['nth'] ?? '').toLowerCase();
  const nth = ORDINALS[said] ?? Number.parseInt(said, 10);
  if (!Number.isInteger(nth) || nth === 0 || nth > 31) return null;
  const of =
    found['unit'] === 'month'
      ? 'FREQ=MONTHLY'
      : found['unit'] === 'quarter'
        ? `FREQ=YEARLY;BYMONTH=${nth < 0 ? '3,6,9,12' : '1,4,7,10'}`
        : `FREQ=YEARLY;BYMONTH=${nth < 0 ? '12' : '1'}`;
  const what = (found['nthday'] ?? 'day').toLowerCase();
  if (what === 'day') return `${of};BYMONTHDAY=${nth}`;
  if (nth > 4) return null;
  const days = daysIn(what);
  if (found['unit'] !== 'month' && days !== null) return null;
  return days === null ? `${of};BYDAY=MO,TU,WE,TH,FR;BYSETPOS=${nth}` : `${of};BYDAY=${nth}${days[0] ?? 'MO'}`;
}

function intervalIn(text: string | undefined): number {
  if (text === undefined) return 1;
  const word = text.trim().toLowerCase();
  return word === 'other' || word === 'second' ? 2 : Math.max(1, Number(word));
}

function daysIn(text: string): string[] | null {
  const words = text.split(/\s*,\s*|\s+and\s+/).filter((word) => word !== '');
  const days = words.map((word) => DAYS.findIndex((_day, index) => isDay(word, index)));
  return days.length === 0 || days.includes(-1) ? null : days.sort().map((index) => DAYS[index] ?? 'MO');
}

const isDay = (word: string, index: number): boolean => {
  const name = (DAY_NAMES[index] ?? '').toLowerCase();
  const bare = word.toLowerCase().replace(/s$/, '');
  return bare === name || (bare.length >= 3 && name.startsWith(bare) && !/^(day|weekday)/.test(bare));
};

/** A time of day as `HH:MM`; null where there is no such time. "At 6 in the evening" is said by the part of the day. */
function timeIn(text: string, part: PartOfDay | null): string | null {
  const bare = text.toLowerCase().replace(/^(at|by|around)\s+/, '');
  const named = PARTS_OF_DAY[bare];
  if (named !== undefined) return named;
  const found = /^(\d{1,2})(?:[:.](\d{2}))?\s*(am|pm)?/.exec(bare);
  if (found === null) return null;
  const half = found[3] ?? (part === 'evening' || part === 'afternoon' || part === 'night' ? 'pm' : undefined);
  const said = Number(found[1]);
  const minute = Number(found[2] ?? 0);
  if (found[3] !== undefined && (said < 1 || said > 12)) return null;
  const hour = half === 'pm' && said < 12 ? said + 12 : half === 'am' && said === 12 ? 0 : said;
  if (hour > 23 || minute > 59) return null;
  return `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;
}

/**
 * A schedule as people say it.
 * @example scheduleWords(…) // 'every Monday at 06:00'
 */
export function scheduleWords({ rule, start }: Schedule): string {
  const parts = new Map(
    rule.split(';').map((part): [string, string] => [part.split('=')[0] ?? '', part.split('=')[1] ?? '']),
  );
  const at = `at ${start.slice(11)}`;
  const interval = Number(parts.get('INTERVAL') ?? 1);
  const every = (unit: string) =>
    interval === 1 ? `every ${unit}` : interval === 2 ? `every other ${unit}` : `every ${interval} ${unit}s`;
  const days = (parts.get('BYDAY') ?? '').split(',').filter((one) => one !== '');
  const names = days.map((one) => DAY_NAMES[DAYS.findIndex((known) => known === one.slice(-2))] ?? one);
  const known = ['FREQ', 'INTERVAL', 'BYDAY', 'BYMONTHDAY', 'BYMONTH', 'BYSETPOS'];
  if ([...parts.keys()].some((key) => !known.includes(key))) return `by the rule ${rule} ${at}`;
  const ending = parts.get('BYMONTHDAY') ?? parts.get('BYSETPOS') ?? /^-?\d+/.exec(days[0] ?? '')?.[0];
  switch (parts.get('FREQ')) {
    case 'HOURLY':
      return interval === 1 ? 'every hour' : `every ${interval} hours`;
    case 'DAILY':
      return `${every('day')} ${at}`;
    case 'WEEKLY':
      if (names.length === 5 && !days.includes('SA') && !days.includes('SU') && interval === 1)
        return `every weekday ${at}`;
      return `${every(names.length === 0 ? 'week' : joined(names))} ${at}`;
    case 'MONTHLY':
      return `on ${nthWords(ending, days, names)} of ${interval === 1 ? 'each month' : every('month')} ${at}`;
    default:
      return `on ${nthWords(ending, days, names)} of ${monthsWords(parts.get('BYMONTH'), interval)} ${at}`;
  }
}

function nthWords(ending: string | undefined, days: readonly string[], names: readonly string[]): string {
  const nth = Number(ending ?? 1);
  const word = { 1: 'first', 2: 'second', 3: 'third', 4: 'fourth', [-1]: 'last' }[nth] ?? `${nth}th`;
  return `the ${word}${days.length === 5 ? ' weekday' : days.length === 1 ? ` ${names[0] ?? ''}` : nth < 0 ? ' day' : ''}`;
}

function monthsWords(months: string | undefined, interval: number): string {
  const list = (months ?? '1').split(',').map(Number);
  if (interval === 1 && list.length === 4) return 'each quarter';
  return list.length === 1 && (list[0] === 1 || list[0] === 12) && interval === 1
    ? 'each year'
    : joined(list.map((month) => MONTHS[month - 1] ?? ''));
}

const joined = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`;

/** When it comes round next, as its reader's clock says it: `Monday 19 October, 06:00`. */
export function nextWords(schedule: Schedule, after: Date): string | null {
  const next = nextAfter(schedule, after);
  return next === null
    ? null
    : DateTime.fromJSDate(next, { zone: schedule.zone }).setLocale('en-GB').toFormat('cccc d LLLL, HH:mm');
}
