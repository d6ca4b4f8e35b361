/** A finding in words: a title that can be read alone, and a sentence with its figures. */
import type { LineFinding } from '../analysis/findings-over-time';
import { formatPoints, formatSize, formatTime, formatValue } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import type { Day } from '../time/day';
import { capitalised, inSentence, rangeWords } from '../reading/words';
import type { Grain } from '../time/grain';

export interface FoundWords {
  readonly column: AnswerColumn;
  /** Of whom; empty for all together. @example 'Drifter' */
  readonly who: string;
  readonly grain: Grain;
}

/** @param days the first day of each period of the line */
export function foundOverTime(
  found: LineFinding,
  days: readonly Day[],
  { column, who, grain }: FoundWords,
): { readonly title: string; readonly text: string } {
  const of = who === '' ? column.label : `${column.label} of ${who}`;
  const written = (value: number) => formatValue(value, column);
  const period = (at: number) => formatTime(days[at] ?? null, grain);
  const percent = column.format?.style === 'percent';
  const by = percent ? formatPoints(Math.abs(found.effect)) : formatSize(Math.abs(found.size));
  const up = found.effect > 0;
  const unit = grain === 'half' ? 'half year' : grain;
  switch (found.kind) {
    case 'outlier':
      return {
        title: `${of}: ${by} ${up ? 'above' : 'below'} the usual in ${period(found.from)}`,
        text: `${written(found.value)}; from its own level and season about ${written(found.usual)} was to be expected.`,
      };
    case 'shift':
      return {
        title: `${of}: another level since ${period(found.from)}`,
        text: `Without the season it went from about ${written(found.usual)} to ${written(found.value)}, ${by} ${up ? 'more' : 'less'}.`,
      };
    case 'trend':
      return {
        title: `${of} ${up ? 'rises' : 'falls'} year after year`,
        text: `${up ? 'Up' : 'Down'} by about ${written(Math.abs(found.effect))} a year, each ${unit} beside that of other years.`,
      };
    case 'streak': {
      const count = found.to - found.from + 1;
      return {
        title: `${of}: ${count} ${unit}s in a row ${up ? 'above' : 'below'} the year before`,
        text: `The last, ${period(found.to)}, had ${written(found.value)} beside ${written(found.usual)}.`,
      };
    }
  }
}

export function foundAmongPeers(
  found: { readonly value: number; readonly middle: number; readonly peers: string },
  { column, who }: Pick<FoundWords, 'column' | 'who'>,
): { readonly title: string; readonly text: string } {
  return {
    title: `${column.label} of ${who} is unlike the other ${found.peers}`,
    text: `${formatValue(found.value, column)} over the last 12 months; the middle of the others is ${formatValue(found.middle, column)}.`,
  };
}

export function foundConcentration(
  { share, members, peers }: { readonly share: number; readonly members: number; readonly peers: string },
  { column, who }: Pick<FoundWords, 'column' | 'who'>,
): { readonly title: string; readonly text: string } {
  return {
    title: `${who} holds ${formatSize(share)} of all ${column.label.toLowerCase()}`,
    text: `Over the last 12 months; the other ${members - 1} ${peers} share the rest.`,
  };
}

export function foundMakeUp(
  { share, was }: { readonly share: number; readonly was: number },
  { column, who }: Pick<FoundWords, 'column' | 'who'>,
): { readonly title: string; readonly text: string } {
  return {
    title: `${who} makes up ${share > was ? 'more' : 'less'} of ${inSentence(column.label)} than a year ago`,
    text: `${formatShare(share)} over the last 12 months, ${formatShare(was)} in the 12 before.`,
  };
}

/** @param words how closely they go together @param labels of both measures */
export function foundRelation(
  { r, points, words }: { readonly r: number; readonly points: number; readonly words: string },
  [first, second]: readonly [string, string],
): { readonly title: string; readonly text: string } {
  return {
    title: `${first} and ${inSentence(second)} ${words}`,
    text: `What is left of both after trend and season: r ${formatValue(r, { format: { style: 'number', decimals: 2 } })} over ${points} months. Which of them moves the other, if any, it does not say.`,
  };
}

/** Days in a row without records. */
export function foundGap(
  { days, worth }: { readonly days: number; readonly worth: number },
  { from, to, column, who }: Pick<FoundWords, 'column' | 'who'> & { readonly from: Day; readonly to: Day },
): { readonly title: string; readonly text: string } {
  const of = who === '' ? '' : ` of ${who}`;
  return {
    title: `No ${inSentence(column.label)}${of} on ${days} days in a row`,
    text: `${capitalised(rangeWords(from, to))}, on days that usually have some: about ${formatValue(Math.round(worth), column)} less than so many days bring.`,
  };
}

const formatShare = (share: number): string => formatValue(share, { format: { style: 'percent', decimals: 1 } });
