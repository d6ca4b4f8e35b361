/** Files of the columnar copy: each is made beside the others, so that whatever is interrupted leaves it whole or not there. */
import type { DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import { readdir, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';

export const COPY = '.duckdb';
export const SUMMARIES = '.summaries';

/** The copies would need more disk than they may use. */
export class QuotaReached extends Error {}

/** A text in a statement that takes no parameters. */
export const literal = (text: string): string => `'${text.replace(/'/g, "''")}'`;

/** Makes a file beside where it belongs and puts it there by a rename once it is whole; what was there before stays until then. */
export async function putInPlace(file: string, make: (building: string) => Promise<void>): Promise<void> {
  const building = `${file}.building`;
  const leftovers = async () => {
    for (const left of [building, `${building}.wal`]) await rm(left, { force: true });
  };
  await leftovers();
  try {
    await make(building);
    await rename(building, file);
  } finally {
    await leftovers();
  }
}

/** Works in a file that is attached as `building`; all is written to it when this is done. */
export async function inFile(
  instance: DuckDBInstance,
  file: string,
  work: (connection: DuckDBConnection) => Promise<void>,
): Promise<void> {
  const connection = await instance.connect();
  try {
    await connection.run(`attach ${literal(file)} as building`);
    await work(connection);
    await connection.run('checkpoint building');
  } finally {
    await connection.run('detach building').catch(() => undefined);
    connection.closeSync();
  }
}

/** @returns the bytes of all files in a folder */
export async function bytesIn(folder: string): Promise<number> {
  let bytes = 0;
  for (const file of await readdir(folder))
    bytes += await stat(path.join(folder, file)).then(
      (found) => (found.isFile() ? found.size : 0),
      () => 0,
    );
  return bytes;
}
