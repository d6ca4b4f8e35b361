/** Answers as slides, one each: headline, sentence and remarks as text, the chart as a native one that can be worked on; a table where there is no native kind. */
import PptxGenJS from 'pptxgenjs';
import { TOKENS } from '@zud/core/chart/tokens';
import { colourOf } from '@zud/core/chart/svg/draw';
import type { ChartDescription, ChartSeries } from '@zud/core/chart/description';
import { formatCell } from '@zud/core/format/format';
import { withAhead } from '@zud/core/table/with-ahead';
import type { Cover } from './cover';
import { headOf } from './csv';
import { remarksOf, type FiledAnswer } from './remarks';
import { numberFormat } from './xlsx';

/** Inches of a wide slide. */
const WIDTH = 13.33;
const PLACE = { x: 0.5, y: 1.75, w: WIDTH - 1, h: 4.95 };
const SERIF = 'Georgia';
const SANS = 'Arial';
const MOST_ROWS = 16;
const MOST_COLUMNS = 10;

const hex = (colour: string) => colour.replace('#', '');

interface NativeSeries {
  name: string;
  labels: string[];
  values: number[];
}

/** Missing values stay missing: the writer leaves a gap for them. */
const seriesOf = (chart: ChartDescription, series: readonly ChartSeries[]): NativeSeries[] =>
  series.map((one) => ({
    name: one.label,
    labels: [...chart.categories],
    values: one.points.map((point) => point.y as number),
  }));

/**
 * @param cover comes on a slide of its own, before the answers
 * @returns the bytes of the presentation
 */
export async function pptxOf(answers: readonly FiledAnswer[], cover: Cover | null = null): Promise<Buffer> {
  const file = new PptxGenJS();
  file.layout = 'LAYOUT_WIDE';
  file.title = cover?.title ?? answers[0]?.headline ?? '';
  if (cover !== null) addCover(file, cover);
  for (const answered of answers) addAnswer(file, answered);
  return (await file.write({ outputType: 'nodebuffer' })) as Buffer;
}

function addCover(file: PptxGenJS, { title, sentence, words }: Cover): void {
  const slide = file.addSlide();
  const tokens = TOKENS.light;
  slide.background = { color: hex(tokens.paper) };
  slide.addText(title, {
    x: 0.5,
    y: 0.6,
    w: WIDTH - 1,
    h: 1,
    fontFace: SERIF,
    fontSize: 34,
    bold: true,
    color: hex(tokens.ink),
    valign: 'top',
    fit: 'shrink',
  });
  slide.addText(sentence, {
    x: 0.5,
    y: 1.6,
    w: WIDTH - 1,
    h: 0.6,
    fontFace: SERIF,
    fontSize: 16,
    italic: true,
    color: hex(tokens.quiet),
    valign: 'top',
    fit: 'shrink',
  });
  if (words.length > 0)
    slide.addText(
      words.map((text) => ({ text, options: { breakLine: true, paraSpaceAfter: 8 } })),
      {
        x: 0.5,
        y: 2.4,
        w: WIDTH - 1,
        h: 4.6,
        fontFace: SERIF,
        fontSize: 16,
        color: hex(tokens.ink),
        valign: 'top',
        fit: 'shrink',
      },
    );
}

function addAnswer(file: PptxGenJS, answered: FiledAnswer): void {
  const { answer, chart, headline, sentence } = answered;
  const slide = file.addSlide();
  const tokens = TOKENS.light;
  slide.background = { color: hex(tokens.paper) };
  slide.addText(headline, {
    x: 0.5,
    y: 0.3,
    w: WIDTH - 1,
    h: 0.85,
    fontFace: SERIF,
    fontSize: 26,
    bold: true,
    color: hex(tokens.ink),
    valign: 'top',
    fit: 'shrink',
  });
  slide.addText(sentence.text, {
    x: 0.5,
    y: 1.15,
    w: WIDTH - 1,
    h: 0.5,
    fontFace: SERIF,
    fontSize: 14,
    italic: true,
    color: hex(tokens.quiet),
    valign: 'top',
    fit: 'shrink',
  });
  if (!addChart(file, slide, chart)) addTable(slide, answered);
  const remarks = remarksOf(answered);
  slide.addText(remarks.join('  '), {
    x: 0.5,
    y: 6.75,
    w: WIDTH - 1,
    h: 0.65,
    fontFace: SANS,
    fontSize: 10,
    color: hex(tokens.quiet),
    valign: 'top',
    fit: 'shrink',
  });
  slide.addNotes([sentence.text, ...remarks, `Computed by ${answer.engine}.`].join('\n'));
}

/** @returns whether the kind has a native chart */
function addChart(file: PptxGenJS, slide: PptxGenJS.Slide, chart: ChartDescription): boolean {
  const [first] = chart.series;
  if (!first || chart.kind === 'number') return false;
  const usual = {
    ...PLACE,
    chartColors: chart.series.map((series) => hex(colourOf(series, TOKENS.light))),
    showLegend: chart.series.length > 1,
    legendPos: 't' as const,
    legendFontSize: 11,
    legendFontFace: SANS,
    catAxisLabelFontSize: 10,
    catAxisLabelFontFace: SANS,
    valAxisLabelFontSize: 10,
    valAxisLabelFontFace: SANS,
    valAxisLabelFormatCode: numberFormat(first.column),
    valGridLine: { color: hex(TOKENS.light.line), size: 0.75 },
    catGridLine: { style: 'none' as const },
    showValue: chart.labels,
    dataLabelFormatCode: numberFormat(first.column),
    dataLabelFontSize: 10,
    displayBlanksAs: 'gap',
  };
  switch (chart.kind) {
    case 'line':
      slide.addChart(file.ChartType.line, seriesOf(chart, chart.series), {
        ...usual,
        lineSize: 2.25,
        lineDataSymbol: 'none',
      });
      return true;
    case 'area':
      slide.addChart(file.ChartType.area, seriesOf(chart, chart.series), usual);
      return true;
    case 'bars':
      slide.addChart(file.ChartType.bar, seriesOf(chart, chart.series), {
        ...usual,
        barDir: 'bar',
        catAxisOrientation: 'maxMin' as 'minMax',
        barGapWidthPct: 45,
      });
      return true;
    case 'columns':
    case 'histogram':
      slide.addChart(file.ChartType.bar, seriesOf(chart, chart.series), {
        ...usual,
        barDir: 'col',
        barGapWidthPct: chart.kind === 'histogram' ? 2 : 45,
      });
      return true;
    case 'stacked':
    case 'share bars':
      slide.addChart(file.ChartType.bar, seriesOf(chart, chart.series), {
        ...usual,
        barDir: 'col',
        barGrouping: chart.kind === 'stacked' ? 'stacked' : 'percentStacked',
        barGapWidthPct: 45,
      });
      return true;
    case 'pie':
      slide.addChart(file.ChartType.doughnut, seriesOf(chart, [first]), {
        ...PLACE,
        holeSize: 52,
        showLegend: true,
        legendPos: 'r',
        showPercent: true,
        chartColors: TOKENS.light.series.map(hex),
      });
      return true;
    case 'scatter': {
      const points = first.points;
      slide.addChart(
        file.ChartType.scatter,
        [
          { name: chart.categoryLabel, values: points.map((point) => point.x) },
          { name: first.label, values: points.map((point) => point.y as number) },
        ],
        {
          ...usual,
          lineSize: 0,
          showLegend: false,
          showCatAxisTitle: true,
          catAxisTitle: chart.categoryLabel,
          showValAxisTitle: true,
          valAxisTitle: first.label,
        },
      );
      return true;
    }
    case 'bars with line':
    case 'pareto': {
      const [bars, lines] = [
        chart.series.filter((series) => series.mark !== 'line'),
        chart.series.filter((series) => series.mark === 'line'),
      ];
      const colours = (series: readonly ChartSeries[]) => series.map((one) => hex(colourOf(one, TOKENS.light)));
      slide.addChart(
        [
          {
            type: file.ChartType.bar,
            data: seriesOf(chart, bars),
            options: { barDir: 'col', barGapWidthPct: 45, chartColors: colours(bars) },
          },
          {
            type: file.ChartType.line,
            data: seriesOf(chart, lines),
            options: {
              secondaryValAxis: true,
              secondaryCatAxis: true,
              chartColors: colours(lines),
              lineDataSymbol: 'none',
            },
          },
        ] as never,
        {
          ...usual,
          valAxes: [
            { showValAxisTitle: true, valAxisTitle: bars[0]?.label ?? '' },
            {
              showValAxisTitle: true,
              valAxisTitle: lines[0]?.label ?? '',
              valAxisLabelFormatCode: numberFormat((lines[0] ?? first).column),
            },
          ],
          catAxes: [{}, { catAxisHidden: true }],
        } as never,
      );
      return true;
    }
    default:
      return false;
  }
}

function addTable(slide: PptxGenJS.Slide, { answer: given }: FiledAnswer): void {
  const answer = withAhead(given);
  const columns = answer.columns.slice(0, MOST_COLUMNS);
  const { ink, quiet, line } = TOKENS.light;
  const align = (at: number) => (columns[at]?.role === 'measure' ? ('right' as const) : ('left' as const));
  const head = columns.map((column, at) => ({
    text: headOf(column),
    options: { bold: true, color: hex(quiet), align: align(at) },
  }));
  const rows = answer.rows.slice(0, MOST_ROWS).map((row) =>
    columns.map((column, at) => ({
      text: formatCell(row[at] ?? null, column),
      options: { color: hex(ink), align: align(at) },
    })),
  );
  slide.addTable([head, ...rows], {
    x: PLACE.x,
    y: PLACE.y,
    w: PLACE.w,
    fontFace: SANS,
    fontSize: 11,
    rowH: 0.28,
    border: { type: 'solid', pt: 0.5, color: hex(line) },
  });
  if (answer.rows.length > rows.length)
    slide.addText(`${rows.length} of ${answer.rows.length} rows; the workbook has them all.`, {
      x: 0.5,
      y: 6.5,
      w: 8,
      h: 0.3,
      fontFace: SANS,
      fontSize: 10,
      color: hex(quiet),
    });
}
