/** Answers as a PDF: for each a page with headline, sentence, chart and remarks, then its figures. */
import PdfDocument from 'pdfkit';
import svgToPdf from 'svg-to-pdfkit';
import { svgOf } from '@zud/core/chart/svg/draw';
import { TOKENS } from '@zud/core/chart/tokens';
import { formatCell } from '@zud/core/format/format';
import { withAhead } from '@zud/core/table/with-ahead';
import { FONTS, fontFor, type Font } from './fonts';
import type { Cover } from './cover';
import { headOf } from './csv';
import { remarksOf, type FiledAnswer } from './remarks';

/** A4 across, in points. */
const PAGE = { width: 841.89, height: 595.28 };
const MARGIN = 28;
const CHART_HEIGHT = 470;
const LEAST_CHART = 330;
/** Points of the letters of remarks. */
const REMARK = 10.5;
const ROW = 16;
const MOST_ROWS = 1000;
const MOST_COLUMNS = 14;

/**
 * @param cover comes on a page of its own, before the answers
 * @returns the bytes of the document
 */
export function pdfOf(answers: readonly FiledAnswer[], cover: Cover | null = null): Promise<Buffer> {
  const document = new PdfDocument({
    size: [PAGE.width, PAGE.height],
    margin: MARGIN,
    info: { Title: cover?.title ?? answers[0]?.headline ?? '', Creator: 'Zud' },
    autoFirstPage: false,
  });
  for (const name of Object.keys(FONTS) as Font[]) document.registerFont(name, FONTS[name]());
  const done = new Promise<Buffer>((resolve, reject) => {
    const parts: Buffer[] = [];
    document.on('data', (part: Buffer) => parts.push(part));
    document.on('end', () => resolve(Buffer.concat(parts)));
    document.on('error', reject);
  });
  if (cover !== null) coverPage(document, cover);
  for (const answered of answers) answerPages(document, answered);
  document.end();
  return done;
}

function coverPage(document: PDFKit.PDFDocument, { title, sentence, words }: Cover): void {
  const width = PAGE.width - 2 * MARGIN;
  document.addPage();
  document.font('serifBold').fontSize(30).fillColor(TOKENS.light.ink).text(plain(title), MARGIN, 60, { width });
  document.moveDown(0.4).font('serif').fontSize(14).fillColor(TOKENS.light.quiet).text(plain(sentence), { width });
  document.moveDown(1.2).fontSize(13).fillColor(TOKENS.light.ink);
  for (const text of words) document.text(plain(text), { width }).moveDown(0.5);
}

function answerPages(document: PDFKit.PDFDocument, filed: FiledAnswer): void {
  const { answer, chart, headline, sentence } = filed;
  document.addPage();
  const tokens = { ...TOKENS.light, paper: '#FFFFFF' };
  const width = PAGE.width - 2 * MARGIN;
  const remarks = remarksOf({ ...filed, chart: { ...chart, omitted: null } }).map((text) => plain(`– ${text}`));
  document.font('serif').fontSize(REMARK);
  // as much of the page as the remarks leave; of very many the last go to the next page
  const heights = remarks.map((text) => document.heightOfString(text, { width }) + 2);
  const wanted = heights.reduce((sum, height) => sum + height, 0);
  const foot = PAGE.height - MARGIN - 16;
  const height = Math.max(LEAST_CHART, Math.min(CHART_HEIGHT, foot - wanted - 6));
  svgToPdf(
    document,
    svgOf(chart, answer, { headline, sentence: sentence.text }, { width: PAGE.width, height, tokens }),
    0,
    0,
    {
      width: PAGE.width,
      height,
      assumePt: true,
      fontCallback: (family: string, bold: boolean) => fontFor(family, bold),
    },
  );
  let y = height + 6;
  remarks.forEach((text, index) => {
    if (y + (heights[index] ?? 0) > foot) {
      document.addPage();
      y = MARGIN;
    }
    document.font('serif').fontSize(REMARK).fillColor(tokens.ink).text(text, MARGIN, y, { width });
    y += heights[index] ?? 0;
  });
  document
    .font('sans')
    .fontSize(8.5)
    .fillColor(tokens.quiet)
    .text(plain(`Computed by ${answer.engine} in ${answer.ms} ms.`), MARGIN, PAGE.height - MARGIN - 10, {
      lineBreak: false,
    });
  if (chart.kind !== 'number') figures(document, withAhead(answer));
}

/** Narrow spaces, which the typefaces lack, as plain ones. */
const plain = (text: string) => text.replace(/[\u202f\u2009]/g, '\u00a0');

function figures(document: PDFKit.PDFDocument, answer: FiledAnswer['answer']): void {
  const columns = answer.columns.slice(0, MOST_COLUMNS);
  const room = (PAGE.width - 2 * MARGIN) / Math.max(3, columns.length);
  const perPage = Math.floor((PAGE.height - 2 * MARGIN - 2 * ROW) / ROW);
  const rows = answer.rows.slice(0, MOST_ROWS);
  const write = (cells: readonly string[], y: number) =>
    cells.forEach((cell, at) => {
      const figure = columns[at]?.role === 'measure';
      document.text(plain(cell), MARGIN + at * room, y, {
        width: room - 10,
        height: ROW,
        align: figure ? 'right' : 'left',
        lineBreak: false,
        ellipsis: true,
      });
    });
  for (let start = 0; start < rows.length; start += perPage) {
    document.addPage();
    document.font('sansBold').fontSize(9).fillColor('#5B6168');
    write(
      columns.map((column) => headOf(column)),
      MARGIN,
    );
    document
      .moveTo(MARGIN, MARGIN + ROW - 3)
      .lineTo(PAGE.width - MARGIN, MARGIN + ROW - 3)
      .lineWidth(0.7)
      .stroke('#1F2328');
    document.font('sans').fontSize(9).fillColor('#1F2328');
    rows.slice(start, start + perPage).forEach((row, index) =>
      write(
        columns.map((column, at) => formatCell(row[at] ?? null, column)),
        MARGIN + ROW * (index + 1),
      ),
    );
  }
  const left = [
    ...(answer.rows.length > rows.length || answer.truncated
      ? [
          `${rows.length} of ${answer.truncated ? 'more than ' : ''}${answer.rows.length} rows are printed; the CSV file has them all.`,
        ]
      : []),
    ...(answer.columns.length > columns.length
      ? [`${columns.length} of ${answer.columns.length} columns are printed.`]
      : []),
  ];
  if (left.length > 0)
    document
      .font('sans')
      .fontSize(8.5)
      .fillColor('#5B6168')
      .text(left.join(' '), MARGIN, PAGE.height - MARGIN - 10, { lineBreak: false });
}
