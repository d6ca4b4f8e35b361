/** Elements of an SVG picture as text. All words are escaped; narrow spaces, which many fonts lack, become plain ones. */

export const SERIF = "'Source Serif 4', Georgia, serif";
export const SANS = "'Public Sans', Helvetica, Arial, sans-serif";

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
export const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (one) => ESCAPES[one] ?? one).replace(/[\u202f\u2009]/g, '\u00a0');

type Attributes = Readonly<Record<string, string | number | undefined>>;
const attributes = (all: Attributes) =>
  Object.entries(all)
    .flatMap(([name, value]) =>
      value === undefined ? [] : [` ${name}="${typeof value === 'number' ? round(value) : escaped(value)}"`],
    )
    .join('');
const round = (value: number) => String(Math.round(value * 100) / 100);

export const rect = (x: number, y: number, width: number, height: number, fill: string, more: Attributes = {}) =>
  `<rect${attributes({ x, y, width: Math.max(0, width), height: Math.max(0, height), fill, ...more })}/>`;
export const line = (x1: number, y1: number, x2: number, y2: number, stroke: string, more: Attributes = {}) =>
  `<line${attributes({ x1, y1, x2, y2, stroke, ...more })}/>`;
export const circle = (cx: number, cy: number, r: number, fill: string, more: Attributes = {}) =>
  `<circle${attributes({ cx, cy, r, fill, ...more })}/>`;
export const path = (d: string, more: Attributes) => `<path${attributes({ d, ...more })}/>`;

export interface TextStyle {
  readonly size?: number;
  readonly weight?: 400 | 600;
  readonly family?: string;
  readonly anchor?: 'start' | 'middle' | 'end';
  readonly turn?: number;
}

export function text(
  x: number,
  y: number,
  words: string,
  fill: string,
  { size = 12, weight = 400, family = SANS, anchor = 'start', turn }: TextStyle = {},
): string {
  return `<text${attributes({ x, y, fill, 'font-family': family, 'font-size': size, 'font-weight': weight, 'text-anchor': anchor, 'transform': turn === undefined ? undefined : `rotate(${round(turn)} ${round(x)} ${round(y)})` })}>${escaped(words)}</text>`;
}

/** Pixels that a letter takes, on average, as a part of the size of the type. */
const LETTER = 0.54;
export const widthOf = (words: string, size = 12) => words.length * size * LETTER;
export const fitted = (words: string, room: number, size = 12) =>
  widthOf(words, size) <= room
    ? words
    : `${words.slice(0, Math.max(1, Math.floor(room / (size * LETTER)) - 1)).trimEnd()}…`;

/** Words over several lines of a width. */
export function wrapped(words: string, room: number, size: number): string[] {
  const lines: string[] = [];
  for (const word of words.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && widthOf(`${last} ${word}`, size) <= room) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}
