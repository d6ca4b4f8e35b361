/** A table that comes from an address is fetched again: only where the file there is another, by the recipe of the last, and whole or not at all. */
import { createHash, randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { Problem } from '@zud/core/contract/problem';
import type { Clock } from '../jobs/clock';
import { TableFault } from '../store/csv-rows';
import type { Database } from '../store/database';
import { keepRecipe, pseudonymSecret, recipeOf } from '../store/imports';
import { putOut } from '../store/outbox';
import { audit } from '../store/schema';
import { lookedAtSource, sourceOf, type TableSource } from '../store/table-sources';
import type { Workers } from '../work/workers';
import { AddressFault, fileAt, type Found } from './addresses';
import type { Spool } from './spool';

export interface Fetching {
  readonly database: Database;
  readonly spool: Spool;
  readonly workers: Workers;
  readonly clock: Clock;
  readonly sourceHosts: readonly string[];
}

/** @returns what came of it: rows that are there now, or null where the file is the one that is there; null too where there is no source */
export type CameOf = { readonly rows: number } | null;

/**
 * What goes wrong is kept with the source and told to its owner once; the table stays as it was.
 * @throws AddressFault, TableFault, Problem with the words that are kept
 */
export async function fetchAgain(tableName: string, fetching: Fetching, signal: AbortSignal): Promise<CameOf> {
  const { store } = fetching.database;
  const source = await sourceOf(store, tableName);
  if (source === null) return null;
  try {
    const found = await fileAt(source.address, fetching.sourceHosts, source, signal);
    const came = found === null ? null : await loaded(source, found, fetching, signal);
    const now = fetching.clock.now();
    const said = found === null ? {} : { etag: found.etag, modified: found.modified };
    const other = came === null ? {} : { hash: came.hash, cameAt: now };
    await lookedAtSource(store, tableName, { ...said, ...other, lookedAt: now, fault: null });
    return came === null ? null : { rows: came.rows };
  } catch (error) {
    const fault = faultOf(error);
    if (fault !== null && !signal.aborted) await keepFault(source, fault, fetching);
    throw error;
  }
}

/** @returns null for what is no fault of the file or of its address */
export function faultOf(error: unknown): string | null {
  if (error instanceof AddressFault || error instanceof TableFault) return error.message;
  return error instanceof Problem && error.status < 500 ? error.message : null;
}

async function keepFault(source: TableSource, fault: string, { database, clock }: Fetching): Promise<void> {
  const { tableName, personId, cameAt } = source;
  const now = clock.now();
  await database.store.transaction(async (kept) => {
    const isNew = await lookedAtSource(kept, tableName, { lookedAt: now, fault });
    if (!isNew || personId === null) return;
    await putOut(
      kept,
      [
        {
          key: `source ${tableName} at fault ${randomUUID()}`,
          receiver: { kind: 'person', id: personId },
          ownerId: personId,
          about: {
            kind: 'notice',
            subject: `“${tableName}” could not be fetched`,
            text: `${fault} Its rows are those of ${cameAt.toISOString().slice(0, 10)}.`,
            path: `/tables/${tableName}`,
          },
          dueAt: now,
        },
      ],
      now,
    );
  });
}

/** Loads a file by the recipe of the last. @returns null where its bytes are those of the last */
function loaded(
  source: TableSource,
  found: Found,
  { database, spool, workers }: Fetching,
  signal: AbortSignal,
): Promise<{ readonly rows: number; readonly hash: string } | null> {
  const { tableName, mode } = source;
  const { store } = database;
  return spool.taken(found.body, source.personId ?? tableName, async (file) => {
    const hash = await hashOf(file);
    if (hash === source.hash) return null;
    const recipe = await recipeOf(store, tableName);
    if (recipe === null) throw new TableFault('How its files are read is not known any more; bring it by hand once.');
    const { sheet, choices } = recipe;
    const brought = { file, filename: found.filename, sheet, choices };
    const examined = await workers.run('examineFile', brought, signal);
    if (!examined.ok) throw new TableFault(examined.fault);
    const { layout, proposals } = examined.value;
    if (layout !== recipe.layout)
      throw new TableFault('The file there has other columns than the last one; bring it by hand to see them.');
    const open = proposals.find(({ id, sure }) => !sure && choices[id] === undefined && !source.seen.includes(id));
    if (open !== undefined)
      throw new TableFault(`Something in the file waits for a choice (${open.text}); bring it by hand once.`);
    const { personId } = source;
    const end = await workers.run('loadImport', {
      url: database.url,
      brought,
      name: tableName,
      mode,
      secret: await pseudonymSecret(store),
      origin: { ...(personId === null ? {} : { personId }), file: found.filename, hash },
    });
    if (!end.ok) throw new TableFault(end.fault);
    const { rows, proof } = end.value;
    await keepRecipe(store, { tableName, personId, file: { hash, sheet }, proof, choices });
    await store.insert(audit).values({
      personId,
      action: mode === 'add' ? 'rows added' : 'table loaded',
      subject: tableName,
      detail: { rows, address: source.address, hash },
    });
    return { rows, hash };
  });
}

export async function hashOf(file: string): Promise<string> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(file), hash);
  return hash.digest('hex');
}
