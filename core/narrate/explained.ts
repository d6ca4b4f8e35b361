/** An explanation of what moved, in words: the verdict and a sentence for each part. Arithmetic only; never a claim of cause. */
import type { MovedPart } from '../analysis/explain/moved';
import { rateOf, type Make, type Segment } from '../analysis/explain/world';
import type { CalendarPart, MissingPart } from '../analysis/explain/calendar';
import { formatPoints, formatSize, formatValue } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import type { Explain } from '../reading/schema';
import { capitalised, dayWords, inSentence, levelWords, listWords, type Naming } from '../reading/words';
import type { Day } from '../time/day';
import { WEEKDAYS } from '../time/names';

/** How the amounts of a change are written, and what it stands beside. */
export interface MovedWords {
  readonly naming: Naming;
  readonly column: AnswerColumn;
  readonly make: Make;
  /** @example 'August 2025' */
  readonly beside: string;
  /** What a rate is taken of: its denominator. @example 'sailings' */
  readonly of: string;
}

const isPercent = ({ column }: MovedWords): boolean => column.format?.style === 'percent';

/** An effect with its sign. @example '+5,402', '−0.8 points' */
export function effectText(effect: number, words: MovedWords): string {
  const size = isPercent(words) ? formatPoints(Math.abs(effect)) : formatValue(Math.abs(effect), words.column);
  return `${effect > 0 ? '+' : effect < 0 ? '−' : ''}${size}`;
}

/** One of two figures that a change is told by. */
export interface Factor {
  readonly name: string;
  readonly column: MovedWords['column'];
  readonly now: number;
  readonly before: number;
  /** In units of what is explained. */
  readonly effect: number;
}

/** @example volumeText(…) // 'Passengers rose 12 % to 9,804, which makes €4,100 more; revenue per passenger fell 3 % to €20.10, which makes €900 less.' */
export function volumeText(volume: Factor, price: Factor, words: MovedWords): string {
  const moved = ({ now, before, column, effect }: Factor) => {
    const how = movedBy(now, before, { ...words, column });
    return now === before
      ? how
      : `${how} to ${formatValue(now, column)}, which makes ${formatValue(Math.abs(effect), words.column)} ${effect < 0 ? 'less' : 'more'}`;
  };
  return `${capitalised(volume.name)} ${moved(volume)}; ${inSentence(price.name)} ${moved(price)}.`;
}

/** How far something moved, of itself or, of rates, in points. @example 'rose 5.6 %' */
function movedBy(now: number, before: number, words: MovedWords): string {
  const change = now - before;
  if (change === 0) return 'did not change';
  const verb = change > 0 ? 'rose' : 'fell';
  if (isPercent(words)) return `${verb} ${formatPoints(Math.abs(change))}`;
  return before === 0 || before < 0
    ? `${verb} by ${formatValue(Math.abs(change), words.column)}`
    : `${verb} ${formatSize(change / before)}`;
}

const FRACTIONS: readonly (readonly [number, string])[] = [
  [1, 'all'],
  [3 / 4, 'three quarters'],
  [2 / 3, 'two thirds'],
  [1 / 2, 'half'],
  [1 / 3, 'a third'],
  [1 / 4, 'a quarter'],
];

/** A share of the change. @example shareText(0.52) // 'half' */
export function shareText(share: number): string {
  if (share > 1.03) return 'more than all';
  const near = FRACTIONS.find(([value]) => Math.abs(share - value) <= 0.03);
  return near?.[1] ?? formatSize(share);
}

export function segmentWords(segment: Segment, { naming }: Pick<MovedWords, 'naming'>): string {
  return listWords(
    segment.map(({ level, member }) => naming.member(level, member)),
    'and',
  ).replace(/ and /g, segment.length > 1 ? ' with ' : ' and ');
}

/** A change that is written as 0 % is none to speak of. */
const HARDLY = 0.005;
/** Where one part is more than the whole change, others took much of it back: both are named. */
const FAR_MORE = 1.3;

/**
 * @param scope the words of conditions and period, or an empty text
 * @example verdictOf(…) // 'Passengers rose 5.6 % on the year before, in August 2026: it did not fall; Outer Isles made up half of it'
 */
export function verdictOf(
  total: { readonly now: number; readonly before: number; readonly change: number },
  said: Extract<Explain, { asked: 'moved' }>['said'],
  told: {
    readonly parts: readonly { readonly name: string; readonly share?: number; readonly effect: number }[];
    readonly against: readonly { readonly name: string; readonly effect: number }[];
  },
  words: MovedWords & { readonly scope: string },
): { readonly holds: boolean | null; readonly text: string } {
  const rose = total.change > 0;
  const holds = said === undefined ? null : total.change !== 0 && (said === 'rise') === rose;
  const hardly = total.before !== 0 && Math.abs(total.change / total.before) < HARDLY;
  const moved = `${words.column.label} ${hardly && total.change !== 0 ? 'hardly changed, ' : ''}${movedBy(total.now, total.before, words)} on ${words.beside}`;
  const scope = words.scope === '' ? '' : `, ${words.scope}`;
  const denied = holds === false ? `: it did not ${said ?? ''}` : '';
  return { holds, text: `${moved}${scope}${denied}${causeText(total, told, words)}` };
}

function causeText(
  total: { readonly change: number },
  { parts, against }: Parameters<typeof verdictOf>[2],
  words: MovedWords,
): string {
  const [first] = parts;
  const [other] = against;
  const amounts = (named: { readonly name: string; readonly effect: number }) =>
    `${named.name} ${named.effect > 0 ? 'gave' : 'took'} ${effectText(Math.abs(named.effect), words).replace('+', '')}`;
  if (first === undefined && other === undefined)
    return total.change === 0 ? '' : '; everything moved alike, and nothing stands out';
  if (first === undefined) return other === undefined ? '' : `; ${other.name} went the other way`;
  const share = first.share ?? 0;
  if (other !== undefined && (share > FAR_MORE || total.change === 0)) return `; ${amounts(first)}, ${amounts(other)}`;
  if (share < 0.03) return `; ${first.name} stands out`;
  return `; ${first.name} made up ${shareText(share)} of it`;
}

/** One part in a sentence. */
export function partText(
  part: MovedPart,
  rest: { readonly now: number; readonly before: number },
  words: MovedWords,
): string {
  const name = segmentWords(part.segment, words);
  const { make } = words;
  const written = (value: number) => formatValue(value, words.column);
  if (make === 'amount') {
    const [now, before] = [part.now[0], part.before[0]];
    if (before === 0) return `${name} is new: there was nothing on ${words.beside}, and ${written(now)} since.`;
    if (now === 0) return `${name} is gone: ${written(before)} on ${words.beside}, and nothing now.`;
    return `${name} went from ${written(before)} to ${written(now)}: ${movedBy(now, before, words)}, where all else ${movedBy(rest.now, rest.before, words)}.`;
  }
  const [now, before] = [rateOf(part.now), rateOf(part.before)];
  if (part.kind === 'rate')
    return `In ${name} it went from ${written(before)} to ${written(now)}; elsewhere it ${movedBy(rest.now, rest.before, words)}.`;
  const weight = (value: number) => formatSize(value);
  return `${name} made up ${weight(part.weights?.before ?? 0)} of ${words.of}, and ${weight(part.weights?.now ?? 0)} now; ${words.column.label.toLowerCase()} is ${(now + before) / 2 > (rest.now + rest.before) / 2 ? 'higher' : 'lower'} there than elsewhere (${written(now)} beside ${written(rest.now)}).`;
}

export function alsoText(part: MovedPart, words: MovedWords): string | null {
  if (part.also.length === 0) return null;
  const others = part.also.map(
    ({ level, member }) => `${words.naming.member(level, member)} (${levelWords(words.naming, level)})`,
  );
  return `${segmentWords(part.segment, words)} is also ${listWords(others, 'and')}: the same records.`;
}

/** Days in a row as a stretch. @example 'from 8 to 11 October 2026' */
export function daysText(days: readonly Day[]): string {
  const [first, last] = [days[0], days.at(-1)];
  if (first === undefined || last === undefined) return '';
  if (first === last) return `on ${dayWords(first)}`;
  const within = (Date.parse(last) - Date.parse(first)) / 86_400_000 + 1;
  return within === days.length
    ? `from ${dayWords(first)} to ${dayWords(last)}`
    : `on ${days.length} days between ${dayWords(first)} and ${dayWords(last)}`;
}

export function gapText({ days, side }: MissingPart, { beside }: Pick<MovedWords, 'beside'>): string {
  return side === 'now'
    ? `There are no records ${daysText(days)}.`
    : `On ${beside} there are no records ${daysText(days)}.`;
}

/** Days that are missing altogether, with what that means for the change. */
export function missingText(part: MissingPart, words: Pick<MovedWords, 'beside'>): string {
  const usual = part.days.length === 1 ? 'Such a day usually has' : 'Such days usually have';
  return `${gapText(part, words)} ${usual} some, so ${part.side === 'now' ? 'what is missing there is no fall' : 'what was missing there is no rise'}.`;
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five'];

/** @param before what all came to on the earlier side */
export function calendarText({ weekdays, effect }: CalendarPart, words: MovedWords, before: number): string {
  const [more, fewer] = [weekdays.filter((one) => one.more > 0), weekdays.filter((one) => one.more < 0)];
  const named = (list: CalendarPart['weekdays']) =>
    listWords(
      list.map(({ weekday, more: by }) => {
        const count = Math.abs(by);
        return `${NUMBERS[count] ?? String(count)} ${WEEKDAYS[weekday - 1] ?? ''}${count === 1 ? '' : 's'}`;
      }),
      'and',
    );
  const said = [more.length > 0 ? `${named(more)} more` : '', fewer.length > 0 ? `${named(fewer)} fewer` : ''].filter(
    (one) => one !== '',
  );
  return `${capitalised(said.join(', and '))} than on ${words.beside}; at the earlier pace that alone is worth ${before === 0 ? effectText(effect, words) : `${effect > 0 ? '+' : '−'}${formatSize(effect / before)}`}.`;
}
