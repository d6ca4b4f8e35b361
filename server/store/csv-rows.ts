/** CSV files as typed rows: names and types of the columns, and the lines that do not fit them. */
import { parse } from 'csv-parse';
import type { Readable } from 'node:stream';
import type { LoadedColumn } from './schema';

export type ColumnType = LoadedColumn['type'];
export type LoadedValue = string | number | boolean | null;

export class TableFault extends Error {}

export interface CsvRows {
  /** Columns of each row, in this order. */
  readonly columns: readonly LoadedColumn[];
  readonly rows: AsyncIterable<readonly LoadedValue[]>;
  /** Lines left out; whole once all rows were read. */
  readonly rejected: readonly { readonly line: number; readonly reason: string }[];
}

/** Rows looked at to infer types. */
const SAMPLE = 2000;
const MOST_REJECTED = 1000;

const TRUTH: Readonly<Record<string, boolean>> = { true: true, t: true, yes: true, false: false, f: false, no: false };

const FITS: Record<Exclude<ColumnType, 'text'>, (text: string) => boolean> = {
  integer: (text) => /^[+-]?\d{1,15}$/.test(text),
  number: (text) => /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text),
  date: (text) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`)) && new Date(`${text}T00:00:00Z`).toISOString().startsWith(text),
  timestamp: (text) => /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?Z?$/.test(text) && !Number.isNaN(Date.parse(text.replace(' ', 'T').replace(/Z?$/, 'Z'))),
  boolean: (text) => text.toLowerCase() in TRUTH,
};

/** The narrowest type that all given texts have; empty texts are missing values. */
export function inferType(texts: readonly string[]): ColumnType {
  const given = texts.filter((text) => text !== '');
  if (given.length === 0) return 'text';
  for (const type of ['boolean', 'integer', 'number', 'date', 'timestamp'] as const) if (given.every(FITS[type])) return type;
  return given.every((text) => FITS.date(text) || FITS.timestamp(text)) ? 'timestamp' : 'text';
}

/** A day written YYYY-MM-DD that there is. */
export const isDay = (text: string): boolean => FITS.date(text);

/**
 * Reads a CSV with a header line, row by row. Types that are not given are inferred from the first rows.
 * @param typeOf the type of a column; absent where it is to be inferred
 * @throws TableFault where the file has no header or a column name can't be used
 */
export async function readCsv(csv: Readable, typeOf: (column: string) => ColumnType | undefined): Promise<CsvRows> {
  const parser = csv.pipe(parse({ bom: true, relax_column_count: true, skip_empty_lines: true, info: true }));
  csv.on('error', (error) => parser.destroy(error));
  const records = parser[Symbol.asyncIterator]() as AsyncIterator<{ record: string[]; info: { lines: number } }>;
  const head = await records.next().catch((error: unknown) => Promise.reject(new TableFault(`The file is not CSV: ${error instanceof Error ? error.message : ''}`)));
  if (head.done) throw new TableFault('The file is empty; its first line should name the columns.');
  const names = head.value.record.map(columnName);
  const faulty = names.findIndex((one, index) => one === '' || names.indexOf(one) !== index);
  if (faulty >= 0) throw new TableFault(`Column ${faulty + 1} of the first line has no name of its own; each column needs one.`);

  const sample: { record: string[]; info: { lines: number } }[] = [];
  while (sample.length < SAMPLE) {
    const next = await records.next();
    if (next.done) break;
    sample.push(next.value);
  }
  const columns = names.map((column, index): LoadedColumn => ({ name: column, type: typeOf(column) ?? inferType(sample.map(({ record }) => (record[index] ?? '').trim())) }));
  const rejected: { line: number; reason: string }[] = [];

  async function* rows(): AsyncGenerator<LoadedValue[]> {
    let buffered = 0;
    for (;;) {
      const next = buffered < sample.length ? { done: false as const, value: sample[buffered++] as (typeof sample)[number] } : await records.next();
      if (next.done) return;
      const { record, info } = next.value;
      const fault = faultOf(record, columns);
      if (fault === null) yield columns.map((column, index) => cellOf((record[index] ?? '').trim(), column.type));
      else if (rejected.length < MOST_REJECTED) rejected.push({ line: info.lines, reason: fault });
    }
  }
  return { columns, rows: rows(), rejected };
}

function columnName(header: string): string {
  const name = header.trim().toLowerCase().normalize('NFKD').replace(/\p{M}/gu, '').replace(/[^a-z0-9]+/g, '_').replace(/^_+|_+$/g, '');
  return /^\d/.test(name) ? `c_${name}` : name;
}

function faultOf(record: readonly string[], columns: readonly LoadedColumn[]): string | null {
  if (record.length !== columns.length) return `It has ${record.length} values where ${columns.length} are expected.`;
  for (const [index, column] of columns.entries()) {
    const text = (record[index] ?? '').trim();
    if (text !== '' && column.type !== 'text' && !FITS[column.type](text)) return `“${text.slice(0, 40)}” in ${column.name} is not ${column.type === 'integer' ? 'an' : 'a'} ${column.type}.`;
  }
  return null;
}

function cellOf(text: string, type: ColumnType): LoadedValue {
  if (text === '') return null;
  return type === 'boolean' ? (TRUTH[text.toLowerCase()] ?? null) : text;
}
