/** An answer to take along: as a file, as a picture, on the clipboard. */
import { formatCell } from '@zud/core/format/format';
import { dayWords } from '@zud/core/reading/words';
import { withAhead } from '@zud/core/table/with-ahead';
import type { Answer } from '@zud/core/query/answer';

/** Hands a file to the browser. */
export function save(name: string, content: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(content);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The answer as tab-separated values, as people read them, for a spreadsheet or a message. */
export function tabSeparated(given: Answer): string {
  const answer = withAhead(given);
  const clean = (text: string) => text.replace(/[\t\r\n]+/g, ' ');
  return [
    answer.columns.map((column) => clean(column.label)),
    ...answer.rows.map((row) =>
      row.map((cell, at) => clean(formatCell(cell, answer.columns[at] ?? { key: '', label: '', role: 'detail' }))),
    ),
  ]
    .map((cells) => cells.join('\t'))
    .join('\n');
}

/** Headline, sentence and remarks as plain text. */
export function summary(headline: string, sentence: string, remarks: readonly string[]): string {
  return [headline, sentence, ...remarks.map((text) => `– ${text}`)].join('\n');
}

/** What the screen says beside a chart, for a picture or a message that is seen without the screen. */
export function remarksOn(
  notes: readonly { readonly text: string }[],
  omitted: string | null,
  asOf: string,
  limited: string | null,
): string[] {
  return [
    ...(limited === null ? [] : [limited]),
    ...notes.map((note) => note.text),
    ...(omitted === null ? [] : [omitted]),
    `Data to ${dayWords(asOf)}.`,
  ];
}

const MARGIN = 32;
const HEAD = 92;

const REMARK = '400 13px "Public Sans Variable", sans-serif';
const REMARK_LINE = 19;

/** A text in lines of at most a width, as a measure of widths has it. */
export function wrapped(text: string, most: number, widthOf: (text: string) => number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && widthOf(`${last} ${word}`) <= most) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** The chart with its headline and sentence on paper, as PNG; null where there is no chart to draw. */
export async function picture(
  chart: HTMLCanvasElement | null,
  headline: string,
  sentence: string,
  remarks: readonly string[],
): Promise<Blob | null> {
  if (!chart) return null;
  const ratio = chart.width / Math.max(1, chart.clientWidth);
  const width = chart.clientWidth + 2 * MARGIN;
  const canvas = document.createElement('canvas');
  const context = canvas.getContext('2d');
  if (!context) return null;
  context.font = REMARK;
  const foot = remarks.flatMap((text) => wrapped(text, width - 2 * MARGIN, (part) => context.measureText(part).width));
  // a new size forgets the font
  canvas.width = width * ratio;
  canvas.height = (chart.clientHeight + HEAD + MARGIN + foot.length * REMARK_LINE) * ratio;
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string, other: string) => style.getPropertyValue(name).trim() || other;
  context.scale(ratio, ratio);
  context.fillStyle = colour('--paper', '#FBF8F2');
  context.fillRect(0, 0, canvas.width, canvas.height);
  const line = (text: string, font: string, fill: string, top: number) => {
    context.font = font;
    context.fillStyle = fill;
    let shown = text;
    while (shown.length > 4 && context.measureText(shown).width > width - 2 * MARGIN)
      shown = `${shown.slice(0, -2).trimEnd()}…`;
    context.fillText(shown, MARGIN, top);
  };
  line(headline, '600 22px "Source Serif 4 Variable", serif', colour('--ink', '#1F2328'), 46);
  line(sentence, '400 15px "Source Serif 4 Variable", serif', colour('--quiet', '#5B6168'), 72);
  context.drawImage(chart, MARGIN, HEAD, chart.clientWidth, chart.clientHeight);
  foot.forEach((text, index) =>
    line(text, REMARK, colour('--quiet', '#5B6168'), HEAD + chart.clientHeight + 14 + (index + 1) * REMARK_LINE),
  );
  return new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
}

/** An SVG drawing as PNG, at twice its size; null where the browser cannot draw it. */
export async function pictureOf(drawing: Blob): Promise<Blob | null> {
  const address = URL.createObjectURL(new Blob([drawing], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [2 * image.naturalWidth, 2 * image.naturalHeight];
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve) => canvas.toBlob(resolve, 'image/png'));
  } catch {
    return null;
  } finally {
    URL.revokeObjectURL(address);
  }
}
