/** CSV files as typed rows: names and types of the columns, and the lines that do not fit them. */
import { CsvError, parse } from 'csv-parse';
import { Readable } from 'node:stream';
import { isDay } from '@zud/core/data/days';
import type { ColumnType } from '@zud/core/data/proof';
import { columnName, LONGEST_NAME } from '@zud/core/data/table-names';
import type { LoadedColumn } from './schema';

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
/** PostgreSQL holds 1,600 columns at most, and fewer where they are wide. */
const MOST_COLUMNS = 1000;
/** Characters of a line. */
const LONGEST_LINE = 4_000_000;
const LONGEST_CELL = 100_000;
const TRUTH: ReadonlyMap<string, boolean> = new Map([
  ['true', true],
  ['t', true],
  ['yes', true],
  ['false', false],
  ['f', false],
  ['no', false],
]);

const FITS: Record<Exclude<ColumnType, 'text'>, (text: string) => boolean> = {
  integer: (text) => /^[+-]?\d{1,15}$/.test(text),
  number: (text) => /^[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?$/.test(text) && isHeld(Number(text), text),
  date: isDay,
  timestamp: (text) =>
    /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d+)?)?Z?$/.test(text) &&
    isDay(text.slice(0, 10)) &&
    !Number.isNaN(Date.parse(text.replace(' ', 'T').replace(/Z?$/, 'Z'))),
  boolean: (text) => TRUTH.has(text.toLowerCase()),
};

/** Can a double hold it: neither too large, nor so small that nothing is left of it? */
const isHeld = (value: number, text: string) =>
  Number.isFinite(value) && (value !== 0 || !/[1-9]/.test(text.replace(/[eE].*$/, '')));

/** The narrowest type that all given texts have; empty texts are missing values. */
export function inferType(texts: readonly string[]): ColumnType {
  const given = texts.filter((text) => text !== '');
  if (given.length === 0) return 'text';
  for (const type of ['boolean', 'integer', 'number', 'date', 'timestamp'] as const)
    if (given.every(FITS[type])) return type;
  return given.every((text) => FITS.date(text) || FITS.timestamp(text)) ? 'timestamp' : 'text';
}

/**
 * Reads a CSV with a header line, row by row. Types that are not given are inferred from the first rows.
 * @param typeOf the type of a column; absent where it is to be inferred
 * @throws TableFault where the file has no header or a column name can't be used
 */
export async function readCsv(csv: Readable, typeOf: (column: string) => ColumnType | undefined): Promise<CsvRows> {
  const { text, delimiter } = await asText(csv);
  const parser = text.pipe(
    parse({
      bom: true,
      delimiter,
      relax_column_count: true,
      skip_empty_lines: true,
      info: true,
      max_record_size: LONGEST_LINE,
    }),
  );
  text.on('error', (error) => parser.destroy(error));
  const records = parser[Symbol.asyncIterator]() as AsyncIterator<{ record: string[]; info: { lines: number } }>;
  const nextRecord = () => records.next().catch((error: unknown) => Promise.reject(faultOfReading(error)));
  const head = await nextRecord();
  if (head.done) throw new TableFault('The file is empty; its first line should name the columns.');
  if (head.value.record.length > MOST_COLUMNS) throw tooManyColumns(head.value.record.length);
  const names = head.value.record.map(columnName);
  const faulty = names.findIndex((one, index) => one === '' || names.indexOf(one) !== index);
  if (faulty >= 0)
    throw new TableFault(
      names[faulty] === ''
        ? `Column ${faulty + 1} of the first line has no name; each column needs one.`
        : `Columns ${names.indexOf(names[faulty] ?? '') + 1} and ${faulty + 1} of the first line have the same name, or the same first ${LONGEST_NAME} letters; each column needs a name of its own.`,
    );

  const sample: { record: string[]; info: { lines: number } }[] = [];
  while (sample.length < SAMPLE) {
    const next = await nextRecord();
    if (next.done) break;
    sample.push(next.value);
  }
  const columns = names.map((column, index): LoadedColumn => ({
    name: column,
    type: typeOf(column) ?? inferType(sample.map(({ record }) => (record[index] ?? '').trim())),
  }));
  const rejected: { line: number; reason: string }[] = [];

  async function* rows(): AsyncGenerator<LoadedValue[]> {
    let buffered = 0;
    for (;;) {
      const next =
        buffered < sample.length
          ? { done: false as const, value: sample[buffered++] as (typeof sample)[number] }
          : await nextRecord();
      if (next.done) return;
      const { record, info } = next.value;
      const fault = faultOf(record, columns);
      if (fault === null) yield columns.map((column, index) => cellOf((record[index] ?? '').trim(), column.type));
      else if (rejected.length < MOST_REJECTED) rejected.push({ line: info.lines, reason: fault });
    }
  }
  return { columns, rows: rows(), rejected };
}

const tooManyColumns = (count: number) =>
  new TableFault(
    `The first line names ${count} columns; a table has ${MOST_COLUMNS} at most. Leave out what nobody asks about, or lay periods that stand side by side down as rows.`,
  );

const DELIMITERS = [',', ';', '\t', '|'] as const;

/** The text of a file, which has to be UTF-8, with the sign that stands between the values of its first line. @throws TableFault */
async function asText(csv: Readable): Promise<{ text: Readable; delimiter: string }> {
  const decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
  const chunks = csv[Symbol.asyncIterator]() as AsyncIterator<Buffer | string>;
  let bytes = 0;
  const next = async (): Promise<string | null> => {
    const chunk = await chunks.next();
    try {
      if (chunk.done) return bytes === 0 ? null : decoder.decode() || null;
      bytes += chunk.value.length;
      return typeof chunk.value === 'string' ? chunk.value : decoder.decode(chunk.value, { stream: true });
    } catch {
      throw new TableFault(
        'The file is not UTF-8. Save it again as “CSV UTF-8”, so that each letter comes out as it is.',
      );
    }
  };
  let start = '';
  for (let part = await next(); part !== null; part = await next()) {
    start += part;
    if (start.includes('\n') || start.length > LONGEST_LINE) break;
  }
  if (start.includes('\u0000'))
    throw new TableFault(
      'The file holds NUL characters: it is no text, or text of another encoding. Save it as “CSV UTF-8”.',
    );
  const [first = ''] = start.split('\n', 1);
  if (first.length > LONGEST_LINE)
    throw new TableFault(
      `The first line is longer than ${LONGEST_LINE.toLocaleString('en-GB')} characters; it should name the columns.`,
    );
  const bare = first.replace(/"[^"]*"/g, '');
  const counts = DELIMITERS.map((sign) => bare.split(sign).length - 1);
  const delimiter = DELIMITERS[counts.indexOf(Math.max(...counts))] ?? ',';
  if (Math.max(...counts) >= MOST_COLUMNS) throw tooManyColumns(Math.max(...counts) + 1);
  async function* rest(): AsyncGenerator<string> {
    yield start;
    for (let part = await next(); part !== null; part = await next()) yield part;
  }
  return { text: Readable.from(rest(), { objectMode: false }), delimiter };
}

function faultOfReading(error: unknown): Error {
  if (error instanceof TableFault) return error;
  if (error instanceof CsvError)
    return new TableFault(
      error.code === 'CSV_MAX_RECORD_SIZE'
        ? `A line is longer than ${LONGEST_LINE.toLocaleString('en-GB')} characters, which none should be; is a quotation mark open?`
        : `The file is not CSV: ${error.message}.`,
    );
  return error instanceof Error ? error : new Error(String(error));
}

function faultOf(record: readonly string[], columns: readonly LoadedColumn[]): string | null {
  if (record.length !== columns.length) return `It has ${record.length} values where ${columns.length} are expected.`;
  for (const [index, column] of columns.entries()) {
    const text = (record[index] ?? '').trim();
    if (text.includes('\u0000')) return `It holds a NUL character in ${column.name}.`;
    if (text.length > LONGEST_CELL)
      return `Its ${column.name} is longer than ${LONGEST_CELL.toLocaleString('en-GB')} characters.`;
    if (text !== '' && column.type !== 'text' && !FITS[column.type](text))
      return `“${text.slice(0, 40)}” in ${column.name} is not ${column.type === 'integer' ? 'an' : 'a'} ${column.type}.`;
  }
  return null;
}

function cellOf(text: string, type: ColumnType): LoadedValue {
  if (text === '') return null;
  return type === 'boolean' ? (TRUTH.get(text.toLowerCase()) ?? null) : text;
}
