/** An alert in words, which are read back as the same alert. */
import { pluralWord } from '../model/model';
import type { Reading } from '../reading/schema';
import {
  amountWords,
  calculationWords,
  conditionWords,
  inSentence,
  isInPercent,
  levelWords,
  listWords,
  type Naming,
} from '../reading/words';
import { scheduleWords } from '../schedule/schedule-words';
import { grainOf, levelOf, type AlertLook, type AlertWhen } from './alert';

/** @example alertSentence(…) // 'cancellation rate of any route is over 3% in a week' */
export function alertSentence(reading: Reading, when: AlertWhen, naming: Naming): string {
  const [first] = reading.shown;
  const level = levelOf(reading);
  const name = first === undefined ? '' : inSentence(calculationWords(naming, first.calculation));
  const each = level === null ? '' : ` of any ${inSentence(levelWords(naming, level))}`;
  const scope = reading.where.length === 0 ? '' : ` ${scopeWords(reading, naming)}`;
  const grain = grainOf(reading) ?? 'week';
  if (when.kind === 'new')
    return `there is a new ${level === null ? '' : inSentence(levelWords(naming, level))}${scope}`;
  if (when.kind === 'fault') return `${name}${scope}: the data break a rule`;
  if (when.kind === 'late') return `${name}${scope}: data is late by more than ${when.days} days`;
  const asked = whenWords(when, isInPercent(naming.model, first), grain, isPlural(name));
  return `${name}${each} ${asked}${when.kind === 'forecast' ? '' : ` in a ${grain}`}${scope}`;
}

const scopeWords = ({ where }: Reading, naming: Naming): string =>
  listWords(
    where.map((one) => conditionWords(naming, one)),
    'and',
  );

/** Whether a verb after a figure's name is in the plural. @example 'passengers', 'late runs per day', but not 'revenue' or 'share of late runs' */
const isPlural = (name: string): boolean => pluralWord(name) === name;

/** What is asked of the figure, or of the figures. @example 'is over 3%', 'fall by more than 10%', 'misses plan' */
function whenWords(when: AlertWhen, percent: boolean, grain: string, plural: boolean): string {
  const be = plural ? 'are' : 'is';
  const does = (verb: string, ending = 's') => (plural ? verb : `${verb}${ending}`);
  const amount = (value: number) => amountWords(value, percent ? 'share' : 'number');
  switch (when.kind) {
    case 'value':
      return `${be} ${VALUE_WORDS[when.test]} ${amount(when.value)}${when.test === 'between' ? ` and ${amount(when.upper ?? when.value)}` : ''}`;
    case 'change': {
      const verb = does({ up: 'rise', down: 'fall', either: 'change' }[when.direction]);
      const by =
        when.as === 'percent'
          ? amountWords(when.by, 'share')
          : percent
            ? `${amountWords(Number((when.by * 100).toPrecision(12)))} points`
            : amountWords(when.by);
      const beside = when.basis === 'year' ? ' from the year before' : '';
      return `${verb} by ${when.strict ? 'more than' : 'at least'} ${by}${beside}`;
    }
    case 'plan': {
      const by = when.by === 0 ? '' : ` by more than ${amountWords(when.by, 'share')}`;
      return `${when.side === 'below' ? does('miss', 'es') : does('beat')} plan${by}`;
    }
    case 'unusual':
      return when.side === 'either' ? `${be} outside the usual` : `${be} unusually ${when.side}`;
    case 'forecast':
      return `${be} expected to ${when.side === 'over' ? 'pass' : 'fall below'} ${amount(when.value)} within ${when.within} ${grain}s`;
    case 'late':
      return `has had no records for more than ${when.days} days`;
    case 'fault':
      return 'rests on data that break a rule';
    case 'new':
      return 'is new';
  }
}

export const VALUE_WORDS = {
  over: 'over',
  under: 'under',
  atLeast: 'at least',
  atMost: 'at most',
  between: 'between',
} as const;

export const lookWords = (look: AlertLook): string => (look === 'data' ? 'whenever data arrive' : scheduleWords(look));
