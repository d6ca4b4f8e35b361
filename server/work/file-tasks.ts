/** Files that are made away from the event loop: each task a plain function of plain data, so that it may run in a thread of its own. */
import { svgOf } from '@zud/core/chart/svg/draw';
import { TOKENS } from '@zud/core/chart/tokens';
import { boardSvg, type TilePlaced } from '../exports/board-svg';
import type { Cover } from '../exports/cover';
import { csvOf } from '../exports/csv';
import type { FileFormat } from '../exports/file-types';
import { pdfOf } from '../exports/pdf';
import { pngOf } from '../exports/png';
import { pptxOf } from '../exports/pptx';
import { remarksOf, type FiledAnswer } from '../exports/remarks';
import { xlsxOf } from '../exports/xlsx';

export const FILE_TASKS = {
  /** Answers as a file. */
  async answersFile({
    format,
    answers,
    cover,
    about = true,
  }: {
    readonly format: FileFormat;
    readonly answers: readonly FiledAnswer[];
    readonly cover: Cover | null;
    readonly about?: boolean;
  }): Promise<string | Uint8Array> {
    const [first] = answers;
    if (first === undefined) return '';
    switch (format) {
      case 'csv':
        return csvOf(first.answer, about ? [first.headline, first.sentence.text, ...remarksOf(first)] : []);
      case 'svg':
        return svgOf(
          first.chart,
          first.answer,
          { headline: first.headline, sentence: first.sentence.text, remarks: remarksOf(first) },
          { width: 960, height: 600, tokens: TOKENS.light },
        );
      case 'xlsx':
        return xlsxOf(answers, cover);
      case 'pdf':
        return pdfOf(answers, cover);
      case 'pptx':
        return pptxOf(answers, cover);
    }
  },
  /** An answer as a picture for a message: without the sentences, which stand beside it. */
  answerPng({
    answer,
    chart,
    headline,
    sentence,
    size,
  }: Pick<FiledAnswer, 'answer' | 'chart'> & {
    readonly headline: string;
    readonly sentence: string;
    readonly size: { readonly width: number; readonly height: number };
  }): Uint8Array {
    return pngOf(svgOf(chart, answer, { headline, sentence, remarks: [] }, { ...size, tokens: TOKENS.light }));
  },
  boardPicture({
    tiles,
    answers,
    cover,
  }: {
    readonly tiles: readonly TilePlaced[];
    readonly answers: Parameters<typeof boardSvg>[1];
    readonly cover: Cover;
  }): string {
    return boardSvg(tiles, answers, cover);
  },
} as const;
