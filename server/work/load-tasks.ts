/** Loads that are done away from the event loop: a file on the disk into a table, over connections of their own. */
import { createReadStream } from 'node:fs';
import type { ColumnType } from '@zud/core/data/proof';
import { TableFault } from '../store/csv-rows';
import { connectTo } from '../store/database';
import { addCsv, loadCsv, type Added, type Days } from '../store/table-loads';
import type { Origin } from '../store/table-versions';
import type { Loaded } from '../store/tables';

export interface Load {
  /** The database, as the application signs in. */
  readonly url: string;
  readonly file: string;
  readonly name: string;
  /** Absent: rows are added to the table that is there, or put in the place of those of some days. */
  readonly whole?: { readonly types: ReadonlyMap<string, ColumnType> };
  readonly by: string | undefined;
  readonly days?: Days | undefined;
  readonly origin: Origin;
}

/** What came of it; a fault of the file as its words, as errors lose their class on the way between threads. */
export type LoadEnd =
  { readonly ok: true; readonly loaded: Loaded | Added } | { readonly ok: false; readonly fault: string };

export const LOAD_TASKS = {
  async loadFile({ url, file, name, whole, by, days, origin }: Load): Promise<LoadEnd> {
    const database = connectTo(url);
    try {
      const content = createReadStream(file);
      return {
        ok: true,
        loaded:
          whole === undefined
            ? await addCsv(database, name, content, { by, days, origin })
            : await loadCsv(database, name, content, whole.types, { by, origin }),
      };
    } catch (error) {
      if (error instanceof TableFault) return { ok: false, fault: error.message };
      throw error;
    } finally {
      await database.pool.end();
    }
  },
} as const;
