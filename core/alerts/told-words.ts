/** What an alert tells: a sentence for each period in which something was to be told. */
import { formatPoints, formatSize, formatValue } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import type { Reading } from '../reading/schema';
import {
  inSentence,
  levelPluralWords,
  levelWords,
  listWords,
  unitWords,
  calculationWords,
  capitalised,
  conditionWords,
  type Naming,
} from '../reading/words';
import type { Grain } from '../time/grain';
import { grainOf, levelOf, type AlertWhen } from './alert';
import { VALUE_WORDS } from './alert-sentence';
import type { Passing } from './passing';
import type { Told } from './telling';

/** Members that are named; of more, how many. */
const NAMED = 4;

export interface ToldWords {
  readonly reading: Reading;
  readonly when: AlertWhen;
  readonly naming: Naming;
  readonly column: Written;
}

/** @example toldText(…) // 'Cancellation rate of Quarsay – Eskvik: 4.2%, week of 5 October 2026, over 3%' */
export function toldText({ period, passing }: Told, words: ToldWords): string {
  const { reading, when, naming, column } = words;
  const [shown] = reading.shown;
  const [first] = passing;
  const name = shown === undefined ? '' : capitalised(calculationWords(naming, shown.calculation));
  const level = levelOf(reading);
  const unit = unitWords(grainOf(reading) ?? 'week', period);
  if (first === undefined) return '';
  const scope =
    reading.where.length === 0
      ? ''
      : `, ${listWords(
          reading.where.map((one) => conditionWords(naming, one)),
          'and',
        )}`;
  const value = (one: number) => writer(one, when, column)(one);
  if (when.kind === 'new') {
    const names = listWords(
      passing.slice(0, NAMED).map((one) => one.member),
      'and',
    );
    const more = passing.length > NAMED ? ` and ${passing.length - NAMED} more` : '';
    return `New ${level === null ? '' : inSentence(levelWords(naming, level))}: ${names}${more}, first seen ${unit}${scope}`;
  }
  if (when.kind === 'fault')
    return `The data of ${inSentence(name)} break ${first.value === 1 ? 'a rule' : `${first.value} rules`}, as of ${unit}${scope}`;
  if (when.kind === 'late') {
    const named = passing.slice(0, NAMED).map((one) => `${one.member} (${one.value} days)`);
    const more = passing.length > NAMED ? ` and ${passing.length - NAMED} more` : '';
    return level === null
      ? `No records of ${inSentence(name)} for ${first.value} days, as of ${unit}${scope}`
      : `No records of ${inSentence(name)}, as of ${unit}: ${named.join(', ')}${more}${scope}`;
  }
  if (level === null || passing.length === 1)
    return `${name}${level === null ? '' : ` of ${first.member}`}: ${value(first.value)}, ${unit}${besideText(first, words)}${scope}`;
  const named = passing.slice(0, NAMED).map((one) => `${one.member} (${value(one.value)})`);
  const rest = passing.length > NAMED ? ` and ${passing.length - NAMED} more` : '';
  return `${name} of ${passing.length} ${inSentence(levelPluralWords(naming, level))}, ${unit}: ${named.join(', ')}${rest}${scope}`;
}

type Written = Pick<AnswerColumn, 'unit' | 'format'>;
/** More digits than this tell nothing to people. */
const MOST_DECIMALS = 6;

/** How values are written: where one that passed would read like the value it passed, with as many digits as tell them apart. */
function writer(value: number, when: AlertWhen, column: Written): (value: number) => string {
  const plain = (one: number) => formatValue(one, column);
  if (when.kind !== 'value' || value === when.value || plain(value) !== plain(when.value)) return plain;
  for (let decimals = (column.format?.decimals ?? 0) + 1; decimals <= MOST_DECIMALS; decimals += 1) {
    const exact = { ...column, format: { style: 'number' as const, ...column.format, decimals } };
    if (formatValue(value, exact) !== formatValue(when.value, exact)) return (one) => formatValue(one, exact);
  }
  return plain;
}

/** What a figure was set beside. */
function besideText({ value, beside, low, high, chance }: Passing, { when, column, reading }: ToldWords): string {
  const written = writer(value, when, column);
  const grain: Grain = grainOf(reading) ?? 'week';
  switch (when.kind) {
    case 'value':
      return `, ${VALUE_WORDS[when.test]} ${written(when.value)}${when.test === 'between' ? ` and ${written(when.upper ?? when.value)}` : ''}`;
    case 'change': {
      if (beside === undefined) return '';
      const by =
        column.format?.style === 'percent'
          ? formatPoints(Math.abs(value - beside))
          : when.as === 'percent' && beside !== 0
            ? formatSize((value - beside) / Math.abs(beside))
            : written(Math.abs(value - beside));
      return `, ${by} ${value < beside ? 'less' : 'more'} than ${when.basis === 'year' ? 'a year before' : `the ${grain} before`} (${written(beside)})`;
    }
    case 'plan':
      return beside === undefined ? '' : `, where ${written(beside)} was planned`;
    case 'unusual':
      return low === undefined || high === undefined
        ? ''
        : `, where ${written(low)} to ${written(high)} was to be expected`;
    case 'forecast':
      return chance === undefined
        ? ''
        : `, and expected to ${when.side === 'over' ? 'pass' : 'fall below'} ${written(when.value)} within ${when.within} ${grain}s (${Math.round(chance * 100)} of 100 ways)`;
    default:
      return '';
  }
}

/** How often it would have been told. @example trialText(7, 52, 'week') // 'In the last 52 weeks it would have told you 7 times.' */
export function trialText(times: number, periods: number, grain: string): string {
  const stretch = `the last ${periods} ${grain}s`;
  if (periods === 0) return 'There is no whole period yet to try it on.';
  if (times === 0) return `In ${stretch} it would not have told you anything.`;
  return `In ${stretch} it would have told you ${times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`}.`;
}
