/** A finding in words: a title that can be read alone, and a sentence with its figures. */
import type { LineFinding } from '../analysis/findings-over-time';
import { formatPoints, formatSize, formatTime, formatValue } from '../format/format';
import type { AnswerColumn } from '../query/plan';
import type { Day } from '../time/day';
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
