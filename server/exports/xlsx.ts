/** Answers as an Office Open XML workbook: a sheet each with the figures as numbers, and one that says what they are. */
import writeExcelFile, { type SheetData } from 'write-excel-file/node';
import { withAhead } from '@zud/core/table/with-ahead';
import type { Cover } from './cover';
import { headOf } from './csv';
import { clean, remarksOf, type FiledAnswer } from './remarks';

type Column = FiledAnswer['answer']['columns'][number];

const BOLD = { fontWeight: 'bold' } as const;
const SIGNS: Readonly<Record<string, string>> = { EUR: '€', USD: '$', GBP: '£' };

/** The number format of a column, in the notation of ECMA-376. */
export function numberFormat({ as, format }: Column): string {
  const decimals = format?.decimals ?? (format?.style === 'percent' ? 1 : undefined);
  const figures = decimals === undefined ? '#,##0.##' : `#,##0${decimals > 0 ? `.${'0'.repeat(decimals)}` : ''}`;
  if (format?.style === 'percent')
    return `${as === 'change' ? '+' : ''}0${(decimals ?? 1) > 0 ? `.${'0'.repeat(decimals ?? 1)}` : ''}%${as === 'change' ? ';-0.0%' : ''}`;
  return format?.style === 'currency' ? `${SIGNS[format.currency ?? ''] ?? ''}${figures}` : figures;
}

const DATED = new Set(['day', 'week', 'month', 'quarter', 'half', 'year']);

function cellOf(value: string | number | null, column: Column) {
  if (value === null) return null;
  if (typeof value === 'number') return { value: clean(value), type: Number, format: numberFormat(column) };
  if (column.grain !== undefined && DATED.has(column.grain) && /^\d{4}-\d{2}-\d{2}/.test(value)) {
    const timed = value.length > 10;
    return {
      value: new Date(`${value.slice(0, 10)}T${timed ? value.slice(11, 19) : '00:00:00'}Z`),
      type: Date,
      format: timed ? 'yyyy-mm-dd hh:mm' : 'yyyy-mm-dd',
    };
  }
  return { value, type: String };
}

/** @returns the bytes of the workbook */
export async function xlsxOf(answers: readonly FiledAnswer[], cover: Cover | null = null): Promise<Buffer> {
  const named = sheetNames(answers.map((one) => (answers.length === 1 ? 'Answer' : (one.title ?? one.plainHeadline))));
  const head: SheetData =
    cover === null
      ? []
      : [
          [{ value: cover.title, ...BOLD }],
          [{ value: cover.sentence }],
          ...cover.words.map((text) => [{ value: text }]),
          [null],
        ];
  const about: SheetData = answers.flatMap((one, index): SheetData => [
    ...(index > 0 ? [[null]] : []),
    ...(answers.length > 1 ? [[{ value: named[index] ?? '', ...BOLD }]] : []),
    ...aboutOf(one),
  ]);
  return writeExcelFile([
    ...answers.map((one, index) => ({
      data: figuresOf(one),
      sheet: named[index] ?? '',
      columns: withAhead(one.answer).columns.map((column) => ({
        width: Math.max(12, Math.min(40, headOf(column).length + 2)),
      })),
      stickyRowsCount: 1,
    })),
    { data: [...head, ...about], sheet: 'About', columns: [{ width: 100 }] },
  ]).toBuffer();
}

/** Names that a workbook takes: of 31 letters at most, without its signs, each once. */
function sheetNames(wanted: readonly string[]): string[] {
  const taken = new Set(['about']);
  return wanted.map((text, index) => {
    const plain =
      text
        .replace(/[[\]:*?/\\']/g, ' ')
        .replace(/\s+/g, ' ')
        .trim()
        .slice(0, 31)
        .trim() || `Answer ${index + 1}`;
    const name = taken.has(plain.toLowerCase()) ? `${plain.slice(0, 27).trim()} ${index + 1}` : plain;
    taken.add(name.toLowerCase());
    return name;
  });
}

function figuresOf({ answer: given }: FiledAnswer): SheetData {
  const answer = withAhead(given);
  return [
    answer.columns.map((column) => ({ value: headOf(column), ...BOLD })),
    ...answer.rows.map((row) => row.map((cell, at) => cellOf(cell, answer.columns[at] as Column))),
  ];
}

function aboutOf(filed: FiledAnswer): SheetData {
  return [
    [{ value: filed.headline, ...BOLD }],
    [{ value: filed.sentence.text }],
    ...remarksOf(filed).map((text) => [{ value: text }]),
  ];
}
