/** An answer as an Office Open XML workbook: one sheet with the figures as numbers, one that says what they are. */
import writeExcelFile, { type SheetData } from 'write-excel-file/node';
import type { Answered } from '../asking/answering';
import { headOf } from './csv';

type Column = Answered['answer']['columns'][number];

const BOLD = { fontWeight: 'bold' } as const;
const SIGNS: Readonly<Record<string, string>> = { EUR: '€', USD: '$', GBP: '£' };

/** The number format of a column, in the notation of ECMA-376. */
export function numberFormat({ as, format }: Column): string {
  const decimals = format?.decimals ?? (format?.style === 'percent' ? 1 : undefined);
  const figures = decimals === undefined ? '#,##0.##' : `#,##0${decimals > 0 ? `.${'0'.repeat(decimals)}` : ''}`;
  if (format?.style === 'percent') return `${as === 'change' ? '+' : ''}0${(decimals ?? 1) > 0 ? `.${'0'.repeat(decimals ?? 1)}` : ''}%${as === 'change' ? ';-0.0%' : ''}`;
  return format?.style === 'currency' ? `${SIGNS[format.currency ?? ''] ?? ''}${figures}` : figures;
}

const DATED = new Set(['day', 'week', 'month', 'quarter', 'half', 'year']);

function cellOf(value: string | number | null, column: Column) {
  if (value === null) return null;
  if (typeof value === 'number') return { value, type: Number, format: numberFormat(column) };
  if (column.grain !== undefined && DATED.has(column.grain) && /^\d{4}-\d{2}-\d{2}/.test(value)) {
    const timed = value.length > 10;
    return { value: new Date(`${value.slice(0, 10)}T${timed ? value.slice(11, 19) : '00:00:00'}Z`), type: Date, format: timed ? 'yyyy-mm-dd hh:mm' : 'yyyy-mm-dd' };
  }
  return { value, type: String };
}

/** @returns the bytes of the workbook */
export async function xlsxOf(answered: Answered): Promise<Buffer> {
  const { answer, sentence, headline, notes } = answered;
  const data: SheetData = [answer.columns.map((column) => ({ value: headOf(column), ...BOLD })), ...answer.rows.map((row) => row.map((cell, at) => cellOf(cell, answer.columns[at] as Column)))];
  const about: SheetData = [
    [{ value: headline, ...BOLD }],
    [{ value: sentence.text }],
    ...notes.map((note) => [{ value: note.text }]),
    [{ value: `Data to ${answer.asOf}, version ${answer.dataVersion}` }],
  ];
  return writeExcelFile([
    { data, sheet: 'Answer', columns: answer.columns.map((column) => ({ width: Math.max(12, Math.min(40, headOf(column).length + 2)) })), stickyRowsCount: 1 },
    { data: about, sheet: 'About', columns: [{ width: 100 }] },
  ]).toBuffer();
}
