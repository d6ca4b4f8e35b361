/** What a screen says of an answer besides its figures, in the words of a file that is read without the screen. */
import { dayWords } from '@zud/core/reading/words';
import type { Answered } from '../asking/answered';

/** An answer as it goes into a file: with what the place it was taken from says of it. */
export interface FiledAnswer extends Answered {
  /** Of a tile: what it is called there. */
  readonly title?: string | null;
  /** Of a tile: why parts of the board's sentence do not narrow it. */
  readonly refused?: readonly string[];
  /** Of a tile: it keeps its own conditions. */
  readonly ownScope?: boolean;
  /** Whose part of the data it is, where that is not all. */
  readonly limited?: string | null;
}

/** In the order in which they matter to whoever quotes a figure; the last says how recent the data are. */
export function remarksOf({ answer, chart, notes, refused = [], ownScope, limited }: FiledAnswer): string[] {
  return [
    ...(limited ? [limited] : []),
    ...refused.map((reason) => `Not narrowed: ${reason}`),
    ...(ownScope === true ? ['It keeps its own conditions, whatever the board shows.'] : []),
    ...notes.filter((note) => note.kind !== 'unclear').map((note) => note.text),
    ...(chart.omitted === null ? [] : [chart.omitted]),
    ...chart.lines.map((one) => `Line at ${one.label}.`),
    `Data to ${dayWords(answer.asOf)}, version ${answer.dataVersion}.`,
  ];
}

/** Digits that a double holds without the noise of binary fractions. */
const DIGITS = 12;

/** A figure at full precision, without what adding up in binary left behind. @example clean(17629837.58999999) // 17629837.59 */
export function clean(figure: number): number {
  return Number.isInteger(figure) ? figure : Number(figure.toPrecision(DIGITS));
}
