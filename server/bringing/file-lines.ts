/** A file of whatever kind → its lines, as they come: delimited text, workbooks, JSON, lines of JSON, Parquet. */
import { parse } from 'csv-parse';
import ExcelJS from 'exceljs';
import { asyncBufferFromFile, parquetMetadataAsync, parquetReadObjects, parquetSchema } from 'hyparquet';
import { createReadStream } from 'node:fs';
import { open, readFile, stat } from 'node:fs/promises';
import { createInterface } from 'node:readline';
import { Readable } from 'node:stream';
import { Open } from 'unzipper';
import type { RawRow } from '@zud/core/data/proof';
import { TableFault } from '../store/csv-rows';

export interface Sheet {
  readonly name: string;
  readonly rows: number;
  readonly hidden: boolean;
}

export interface FileLines {
  /** Of a workbook: its sheets. */
  readonly sheets: readonly Sheet[] | null;
  /** The sheet that is read. */
  readonly sheet: string | null;
  /** Some at a time: one by one, waiting for each costs more than reading it. */
  readonly lines: AsyncIterable<readonly RawRow[]>;
}

/** Characters of one line. */
const LONGEST_LINE = 4_000_000;
const LONGEST_CELL = 100_000;
/** Bytes that a workbook or a JSON file may have once it is unpacked. */
const MOST_UNPACKED = 200_000_000;
const MOST_COLUMNS = 1000;
const START = 65_536;
const ROWS_AT_ONCE = 10_000;
const LINES_AT_ONCE = 1000;
/** Bytes of a text that are read at once. */
const CHUNK = 1 << 20;

/**
 * @param sheet which one of a workbook; absent: the first that is shown and has rows
 * @throws TableFault in words where it holds no table
 */
export async function fileLines(file: string, filename: string, sheet: string | null): Promise<FileLines> {
  const { size } = await stat(file);
  if (size === 0) throw new TableFault('The file is empty.');
  const start = await startOf(file);
  const [kind, what] = kindOf(start, filename);
  switch (kind) {
    case 'refused':
      throw new TableFault(`${what} A table comes as CSV, XLSX, JSON or Parquet.`);
    case 'workbook':
      return workbookLines(file, sheet);
    case 'parquet':
      return { sheets: null, sheet: null, lines: bounded(together(parquetLines(file))) };
    case 'json':
      if (size > MOST_UNPACKED)
        throw new TableFault('JSON in one piece may have 200 MB; write an object a line (NDJSON).');
      return {
        sheets: null,
        sheet: null,
        lines: bounded(together(objectLines(objectsOf(await readFile(file, 'utf8'))))),
      };
    case 'lines of JSON':
      return { sheets: null, sheet: null, lines: bounded(together(objectLines(jsonLines(file)))) };
    case 'text':
      return { sheets: null, sheet: null, lines: bounded(textLines(file, start)) };
  }
}

async function startOf(file: string): Promise<Buffer> {
  const handle = await open(file);
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(START), 0, START, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await handle.close();
  }
}

type Kind = 'refused' | 'workbook' | 'parquet' | 'json' | 'lines of JSON' | 'text';
const PICTURES: readonly (readonly [string, string])[] = [
  ['89504e47', 'This is a picture (PNG).'],
  ['ffd8ff', 'This is a picture (JPEG).'],
  ['47494638', 'This is a picture (GIF).'],
  ['25504446', 'This is a PDF, whose tables can’t be told from its text.'],
  ['d0cf11e0', 'This is an old workbook (XLS); save it as XLSX.'],
  ['1f8b', 'This is packed (gzip); unpack it first.'],
  ['7f454c46', 'This is a program.'],
  ['4d5a', 'This is a program.'],
];

/** What a file is, by its first bytes rather than by its name. */
function kindOf(start: Buffer, filename: string): readonly [Kind, string] {
  const hex = start.subarray(0, 8).toString('hex');
  const picture = PICTURES.find(([magic]) => hex.startsWith(magic));
  if (picture !== undefined) return ['refused', picture[1]];
  if (hex.startsWith('504b0304'))
    return /\.(xlsx|xlsm)$/i.test(filename) || start.includes('xl/') || start.includes('[Content_Types].xml')
      ? ['workbook', '']
      : ['refused', 'This is an archive (ZIP); unpack it first.'];
  if (start.subarray(0, 4).toString('latin1') === 'PAR1') return ['parquet', ''];
  const isWide = hex.startsWith('fffe') || hex.startsWith('feff');
  if (!isWide && start.includes(0)) return ['refused', 'It holds NUL bytes, so it is no text.'];
  const text = start.toString('utf8').trimStart();
  if (/\.json$/i.test(filename) || (/^\[\s*\{/.test(text) && !/\.csv$/i.test(filename))) return ['json', ''];
  return /\.(ndjson|jsonl)$/i.test(filename) || /^\{"[^\n]*\}\s*\n\s*\{/.test(text)
    ? ['lines of JSON', '']
    : ['text', ''];
}

async function* together(lines: AsyncIterable<RawRow>): AsyncGenerator<RawRow[]> {
  let some: RawRow[] = [];
  for await (const line of lines) {
    some.push(line);
    if (some.length < LINES_AT_ONCE) continue;
    yield some;
    some = [];
  }
  yield some;
}

/** Lines whose cells a table can hold. @throws TableFault */
async function* bounded(lines: AsyncIterable<readonly RawRow[]>): AsyncGenerator<readonly RawRow[]> {
  for await (const some of lines) {
    for (const row of some) mustFit(row);
    yield some;
  }
}

function mustFit({ line, cells }: RawRow): void {
  if (cells.length > MOST_COLUMNS && cells.findLastIndex((cell) => cell !== '') >= MOST_COLUMNS)
    throw new TableFault(
      `Line ${line} has ${cells.length.toLocaleString('en-GB')} values; a table has ${MOST_COLUMNS} columns at most.`,
    );
  if (cells.some((cell) => cell.length > LONGEST_CELL))
    throw new TableFault(
      `A cell of line ${line} is longer than ${LONGEST_CELL.toLocaleString('en-GB')} characters; is a quotation mark open?`,
    );
}

// ── delimited text

/**
 * How a text file is encoded: by its first bytes, else UTF-8 where all of it is, else as older programs write it; and whether it has a
 * quotation mark, as what may stand within marks is told by a parser only.
 */
async function writingOf(
  file: string,
  start: Buffer,
): Promise<{ readonly encoding: string; readonly quotes: boolean }> {
  if (start[0] === 0xff && start[1] === 0xfe) return { encoding: 'utf-16le', quotes: true };
  if (start[0] === 0xfe && start[1] === 0xff) return { encoding: 'utf-16be', quotes: true };
  const decoder = new TextDecoder('utf-8', { fatal: true });
  let quotes = false;
  let isUtf8 = true;
  for await (const chunk of createReadStream(file, { highWaterMark: CHUNK }) as AsyncIterable<Buffer>) {
    quotes ||= chunk.includes('"');
    isUtf8 &&= decodes(() => decoder.decode(chunk, { stream: true }));
  }
  isUtf8 &&= decodes(() => decoder.decode());
  return { encoding: isUtf8 ? 'utf-8' : 'windows-1252', quotes };
}

function decodes(decode: () => string): boolean {
  try {
    decode();
    return true;
  } catch {
    return false;
  }
}

const DELIMITERS = [',', ';', '\t', '|'] as const;

/** The sign that stands between values: that which comes as often in most of the first lines. */
export function delimiterOf(start: string): string {
  const lines = start
    .replace(/"(?:[^"]|"")*"/g, '')
    .split(/\r?\n/)
    .filter((line) => line.trim() !== '')
    .slice(0, 30);
  const scores = DELIMITERS.map((sign) => {
    const counts = lines.map((line) => line.split(sign).length - 1).filter((count) => count > 0);
    const most = new Map<number, number>();
    for (const count of counts) most.set(count, (most.get(count) ?? 0) + 1);
    const [count = 0, times = 0] = [...most].sort((a, b) => b[1] - a[1] || b[0] - a[0])[0] ?? [];
    return times * Math.min(count, 50) ** 0.5;
  });
  const best = Math.max(...scores);
  return best > 0 ? (DELIMITERS[scores.indexOf(best)] ?? ',') : ',';
}

async function* textLines(file: string, start: Buffer): AsyncGenerator<RawRow[]> {
  const { encoding, quotes } = await writingOf(file, start);
  const delimiter = delimiterOf(new TextDecoder(encoding).decode(start));
  async function* decoded(): AsyncGenerator<string> {
    const decoder = new TextDecoder(encoding);
    for await (const chunk of createReadStream(file, { highWaterMark: CHUNK }))
      yield decoder.decode(chunk as Buffer, { stream: true });
    yield decoder.decode();
  }
  yield* quotes ? together(parsedLines(decoded(), delimiter)) : bareLines(decoded(), delimiter);
}

const tooLong = (line: number) =>
  new TableFault(
    `A line after line ${line} is longer than ${LONGEST_LINE.toLocaleString('en-GB')} characters; is a quotation mark open?`,
  );

/** The lines of delimited text in which no quotation mark stands: where they end, and where they are cut, is plain to see. @throws TableFault */
export async function* bareLines(text: AsyncIterable<string>, delimiter: string): AsyncGenerator<RawRow[]> {
  let ending: string | null = null;
  let rest = '';
  let line = 0;
  for await (const chunk of text) {
    rest = rest === '' && line === 0 ? chunk.replace(/^\ufeff/, '') : rest + chunk;
    // a line feed may follow in the next chunk
    ending ??= /\r\n|\n|\r(?!$)/.exec(rest)?.[0] ?? null;
    if (ending !== null) {
      const lines = rest.split(ending);
      rest = lines.pop() ?? '';
      yield lines.map((one) => {
        if (one.length > LONGEST_LINE) throw tooLong(line);
        return { line: (line += 1), cells: one.split(delimiter) };
      });
    }
    if (rest.length > LONGEST_LINE) throw tooLong(line);
  }
  if (rest === '') return;
  const last = ending === null ? rest.replace(/\r$/, '') : rest;
  yield [{ line: line + 1, cells: last.split(delimiter) }];
}

/** The lines of delimited text, as RFC 4180 has it and a little more. @throws TableFault */
export async function* parsedLines(text: AsyncIterable<string>, delimiter: string): AsyncGenerator<RawRow> {
  const parser = Readable.from(text).pipe(
    parse({
      bom: true,
      delimiter,
      relax_column_count: true,
      relax_quotes: true,
      skip_empty_lines: false,
      max_record_size: LONGEST_LINE,
    }),
  );
  let line = 0;
  try {
    for await (const cells of parser as AsyncIterable<string[]>) yield { line: (line += 1), cells };
  } catch (error) {
    if ((error as { code?: string }).code === 'CSV_MAX_RECORD_SIZE') throw tooLong(line);
    if ((error as { code?: string }).code?.startsWith('CSV_') === true)
      throw new TableFault(`Line ${line + 1} can’t be read: ${(error as Error).message}.`);
    throw error;
  }
}

// ── workbooks

async function workbookLines(file: string, wanted: string | null): Promise<FileLines> {
  const directory = await Open.file(file).catch(() => {
    throw new TableFault('The workbook is damaged: its parts can’t be found.');
  });
  if (directory.files.reduce((sum, one) => sum + one.uncompressedSize, 0) > MOST_UNPACKED)
    throw new TableFault('Unpacked, the workbook has more than 200 MB. Save the sheet that is needed as CSV.');
  const workbook = new ExcelJS.Workbook();
  await workbook.xlsx.readFile(file).catch(() => {
    throw new TableFault('The workbook can’t be read. Save it again as XLSX, or the sheet as CSV.');
  });
  const sheets = workbook.worksheets.map((one): Sheet => ({
    name: one.name,
    rows: one.actualRowCount,
    hidden: one.state !== 'visible',
  }));
  const chosen =
    sheets.find((one) => one.name === wanted) ?? sheets.find((one) => !one.hidden && one.rows > 1) ?? sheets[0];
  const sheet = workbook.worksheets.find((one) => one.name === chosen?.name);
  if (sheet === undefined) throw new TableFault('The workbook has no sheet.');
  async function* lines(): AsyncGenerator<RawRow> {
    const { rowCount = 0, columnCount = 0 } = sheet ?? {};
    if (columnCount > MOST_COLUMNS * 16) throw new TableFault(`The sheet has ${columnCount} columns.`);
    for (let line = 1; line <= rowCount; line += 1) {
      const row = sheet?.getRow(line);
      yield {
        line,
        cells: Array.from({ length: Math.min(columnCount, MOST_COLUMNS + 1) }, (_one, at) =>
          cellText(row?.getCell(at + 1).value),
        ),
      };
    }
  }
  return { sheets, sheet: sheet.name, lines: bounded(together(lines())) };
}

/** The value of a cell as text: of a formula what came of it. */
function cellText(value: ExcelJS.CellValue | undefined): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) {
    const text = value.toISOString();
    return text.endsWith('T00:00:00.000Z') ? text.slice(0, 10) : text.slice(0, 19);
  }
  if (typeof value !== 'object') return String(value);
  if ('richText' in value) return value.richText.map(({ text }) => text).join('');
  if ('error' in value) return '';
  if ('result' in value) return cellText(value.result as ExcelJS.CellValue);
  if ('text' in value) return cellText(value.text as ExcelJS.CellValue);
  return '';
}

// ── objects

function objectsOf(text: string): unknown[] {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new TableFault(`It is no JSON: ${(error as Error).message}.`);
  }
  if (Array.isArray(value)) return value;
  // one list in an object is the table
  const lists = value !== null && typeof value === 'object' ? Object.values(value).filter(Array.isArray) : [];
  const [only] = lists;
  if (lists.length === 1 && only !== undefined) return only;
  throw new TableFault('The JSON holds no list of objects.');
}

async function* jsonLines(file: string): AsyncGenerator<unknown> {
  let line = 0;
  for await (const text of createInterface({ input: createReadStream(file), crlfDelay: Infinity })) {
    line += 1;
    if (text.trim() === '') continue;
    if (text.length > LONGEST_LINE)
      throw new TableFault(`Line ${line} is longer than ${LONGEST_LINE.toLocaleString('en-GB')} characters.`);
    try {
      yield JSON.parse(text);
    } catch {
      throw new TableFault(`Line ${line} is no JSON.`);
    }
  }
}

/** Objects in which the columns are looked for; what comes first in later ones is left out. */
const HEAD_OBJECTS = 1000;

async function* objectLines(objects: Iterable<unknown> | AsyncIterable<unknown>): AsyncGenerator<RawRow> {
  const waiting: Map<string, string>[] = [];
  const names = new Set<string>();
  let head: string[] | null = null;
  let line = 1;
  const cellsOf = (one: Map<string, string>): RawRow => ({
    line: (line += 1),
    cells: (head ?? []).map((name) => one.get(name) ?? ''),
  });
  for await (const one of objects) {
    const flat = flattened(one);
    if (head !== null) {
      yield cellsOf(flat);
      continue;
    }
    for (const name of flat.keys()) names.add(name);
    waiting.push(flat);
    if (waiting.length < HEAD_OBJECTS) continue;
    head = [...names];
    yield { line: 1, cells: head };
    for (const early of waiting) yield cellsOf(early);
  }
  if (head === null) {
    head = [...names];
    if (head.length === 0) throw new TableFault('The file holds no objects with named values.');
    yield { line: 1, cells: head };
    for (const early of waiting) yield cellsOf(early);
  }
}

/** The values of an object by their path: {"port": {"name": "Tolmar"}} has “port name”. Lists are kept as text. */
function flattened(value: unknown, path = '', into = new Map<string, string>(), depth = 0): Map<string, string> {
  if (value !== null && typeof value === 'object' && !Array.isArray(value) && !(value instanceof Date) && depth < 6) {
    for (const [name, inner] of Object.entries(value))
      flattened(inner, path === '' ? name : `${path} ${name}`, into, depth + 1);
  } else if (path !== '') into.set(path, plain(value));
  return into;
}

function plain(value: unknown): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Date) {
    const text = Number.isNaN(value.getTime()) ? '' : value.toISOString();
    return text.endsWith('T00:00:00.000Z') ? text.slice(0, 10) : text.slice(0, 19);
  }
  if (typeof value === 'object')
    return JSON.stringify(value, (_key, one: unknown) => (typeof one === 'bigint' ? String(one) : one));
  return String(value as string | number | boolean | bigint);
}

async function* parquetLines(file: string): AsyncGenerator<RawRow> {
  const buffer = await asyncBufferFromFile(file);
  const metadata = await parquetMetadataAsync(buffer).catch(() => {
    throw new TableFault('The Parquet file is damaged: its end is missing.');
  });
  const names = parquetSchema(metadata).children.map(({ element }) => element.name);
  yield { line: 1, cells: names };
  const all = Number(metadata.num_rows);
  for (let from = 0; from < all; from += ROWS_AT_ONCE) {
    const rows = await parquetReadObjects({
      file: buffer,
      metadata,
      rowStart: from,
      rowEnd: Math.min(all, from + ROWS_AT_ONCE),
    }).catch((error: unknown) => {
      throw new TableFault(`The Parquet file can’t be read: ${(error as Error).message}.`);
    });
    for (const [index, row] of rows.entries())
      yield { line: from + index + 2, cells: names.map((name) => plain(row[name])) };
  }
}
