/** Looking through a file that was brought, and loading it, away from the event loop. */
import { createHmac } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { columnsOf, recipe, type Column } from '@zud/core/data/apply';
import { Examiner, type Proof } from '@zud/core/data/examine';
import type { Choices } from '@zud/core/data/proof';
import type { ImportLines, ImportProof } from '@zud/core/contract/imports';
import { TableFault, type LoadedValue } from '../store/csv-rows';
import { connectTo } from '../store/database';
import { addRows, loadRows } from '../store/table-loads';
import type { Origin } from '../store/table-versions';
import { fileLines } from './file-lines';

export interface Brought {
  readonly file: string;
  readonly filename: string;
  readonly sheet: string | null;
  readonly choices: Choices;
}

/** What came of a task; a fault of the file as its words, as errors lose their class on the way between threads. */
export type Ended<Value> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly fault: string };

async function ended<Value>(work: () => Promise<Value>): Promise<Ended<Value>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (error instanceof TableFault) return { ok: false, fault: error.message };
    throw error;
  }
}

interface Examined {
  readonly proof: Proof;
  readonly kept: ImportProof;
}

/** Files that were looked through last: their lines are asked for page by page, and then they are loaded. */
const examinedLast = new LRUCache<string, Promise<Examined>>({ max: 4 });

/** A file with some choices is looked through once. */
function examined(brought: Brought): Promise<Examined> {
  const key = JSON.stringify([brought.file, brought.sheet, Object.entries(brought.choices).sort()]);
  const there = examinedLast.get(key);
  if (there !== undefined) return there;
  const made = lookedThrough(brought);
  examinedLast.set(key, made);
  made.catch(() => examinedLast.delete(key));
  return made;
}

async function lookedThrough({ file, filename, sheet, choices }: Brought): Promise<Examined> {
  const found = await fileLines(file, filename, sheet);
  const examiner = new Examiner(choices);
  for await (const some of found.lines) for (const row of some) examiner.add(row);
  const proof = examiner.done();
  if (proof.columns.length === 0) throw new TableFault('The file holds no lines.');
  return {
    proof,
    kept: {
      ...(found.sheets === null
        ? {}
        : { sheets: found.sheets.map((one) => ({ ...one, chosen: one.name === found.sheet })) }),
      table: {
        name: '',
        rows: proof.rows,
        columns: proof.columns,
        leftOut: proof.leftOut,
        leftOutCount: proof.leftOutCount,
      },
      proposals: proof.proposals,
      layout: proof.plan.head.names.join(' | '),
      fingerprint: proof.fingerprint,
    },
  };
}

/** The same word for the same text in all files of an installation, from which nobody finds the text again. */
const pseudonyms =
  (secret: string) =>
  (text: string): string =>
    `p-${createHmac('sha256', secret).update(text.normalize('NFC').toLowerCase()).digest('hex').slice(0, 10)}`;

/** The rows of the table that a file becomes. */
async function* rowsOf(brought: Brought, proof: Proof, secret: string): AsyncGenerator<readonly LoadedValue[]> {
  const apply = recipe(proof.plan, pseudonyms(secret));
  const { lines } = await fileLines(brought.file, brought.filename, brought.sheet);
  const types = columnsOf(proof.plan);
  for await (const some of lines)
    for (const line of some) {
      const row = apply(line);
      if (row === null || !row.kept) continue;
      for (const values of row.values)
        yield values.map((value, at) =>
          value !== null && types[at]?.type === 'boolean' ? value === 'true' : clean(value),
        );
    }
}
const clean = (value: string | null): string | null => (value === null ? null : value.replaceAll('\u0000', ''));

export const IMPORT_TASKS = {
  /** What a file comes to, with the choices that were made. */
  examineFile: (brought: Brought): Promise<Ended<ImportProof>> => ended(async () => (await examined(brought)).kept),

  /** Some of its lines, as the proof marks them. */
  linesOfFile: ({
    brought,
    from,
    only,
    most,
  }: {
    readonly brought: Brought;
    /** The first line of the file that may be among them. */
    readonly from: number;
    readonly only: 'changed' | 'left out' | null;
    readonly most: number;
  }): Promise<Ended<ImportLines>> =>
    ended(async () => {
      const { proof } = await examined(brought);
      // no secret: what a pseudonym is is not shown beforehand
      const apply = recipe(proof.plan, () => 'p-…');
      const { lines } = await fileLines(brought.file, brought.filename, brought.sheet);
      const shown: ImportLines['lines'][number][] = [];
      const { width } = proof.plan.head;
      for await (const some of lines)
        for (const line of some) {
          const row = apply(line);
          if (line.line < from || row === null) continue;
          const isWanted = only === null || (only === 'changed' ? row.kept && row.marks.length > 0 : !row.kept);
          if (!isWanted) continue;
          if (shown.length >= most) return { lines: shown, next: line.line };
          shown.push({
            line: line.line,
            cells: line.cells.slice(0, width).map((cell) => cell.slice(0, 300)),
            marks: row.kept ? row.marks : [],
            leftOut: row.kept ? null : row.reason,
          });
        }
      return { lines: shown, next: null };
    }),

  /** The file as a table: a new one, rows more, or in the place of one of its layout. */
  loadImport: ({
    url,
    brought,
    name,
    mode,
    secret,
    origin,
    ownerId,
  }: {
    readonly url: string;
    readonly brought: Brought;
    readonly name: string;
    readonly mode: 'new' | 'add' | 'replace';
    readonly secret: string;
    readonly origin: Origin;
    /** Whose own a new table is. */
    readonly ownerId?: string;
  }): Promise<Ended<{ name: string; rows: number; columns: readonly Column[]; proof: ImportProof }>> =>
    ended(async () => {
      const { proof, kept } = await examined(brought);
      const columns = columnsOf(proof.plan);
      if (proof.rows === 0) throw new TableFault('Below its head the file has no rows.');
      const database = connectTo(url);
      try {
        const rows = rowsOf(brought, proof, secret);
        const count =
          mode === 'add'
            ? (await addRows(database, name, columns, rows, { origin })).rows
            : await loadRows(database, name, columns, rows, { origin, ...(ownerId === undefined ? {} : { ownerId }) });
        return { name, rows: count, columns, proof: kept };
      } finally {
        await database.pool.end();
      }
    }),
} as const;
