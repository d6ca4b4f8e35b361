/** Files that are brought: taken in, looked through, decided on, and made tables. */
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { Router, type Request, type Response } from 'express';
import { importAs, importChange, importQuery, type BroughtFile, type ImportProof } from '@zud/core/contract/imports';
import { QUOTA } from '@zud/core/data/quota';
import { notFound, Problem } from '@zud/core/contract/problem';
import { columnName, undated } from '@zud/core/data/table-names';
import { listWords } from '@zud/core/reading/words';
import { AddressFault, fileAt } from '../bringing/addresses';
import { hashOf } from '../bringing/fetching-again';
import type { Brought } from '../bringing/import-tasks';
import { sentIn } from '../bringing/spool';
import type { Store } from '../store/database';
import {
  abandoned,
  becameTable,
  changeImport,
  dropImport,
  importOf,
  keepRecipe,
  newImport,
  pseudonymSecret,
  sameBefore,
  type ImportRow,
} from '../store/imports';
import { readersOf } from '../store/models';
import { audit } from '../store/schema';
import { ownerOfTable, tablesKeptBy } from '../store/ownership';
import { roleCovers, type Person } from '../store/people';
import { setSource } from '../store/table-sources';
import { goneSignal, handle, keeps, parsed, personWith, textOf, type Context } from './context';

/** Lines of a file that are shown at once. */
const MOST_LINES = 200;
const LONGEST_FILENAME = 200;

export function importRoutes(context: Context): Router {
  const { database, spool, workers, importsFolder, log } = context;
  const { store } = database;
  const router = Router();
  mkdirSync(importsFolder, { recursive: true });
  /** Files that are looked through just now, to be stopped. */
  const looking = new Map<string, AbortController>();

  const fileOf = (id: string) => path.join(importsFolder, id);
  const broughtOf = (row: ImportRow): Brought => ({
    file: fileOf(row.id),
    filename: row.filename,
    sheet: row.sheet,
    choices: row.choices,
  });

  const view = async (row: ImportRow, person: Person): Promise<BroughtFile> => {
    const { proof } = row;
    const same = await sameFor(person, row.hash, proof);
    return {
      id: row.id,
      filename: row.filename,
      state: row.state,
      ...(row.problem === null ? {} : { problem: row.problem }),
      ...(same === null ? {} : { sameAs: { table: same.recipe.tableName, how: same.how } }),
      ...(proof?.sheets === undefined ? {} : { sheets: proof.sheets }),
      ...(proof === null
        ? {}
        : {
            table: {
              ...proof.table,
              name: row.tableName ?? same?.recipe.tableName ?? (await freeName(store, nameFor(row.filename), person)),
            },
          }),
      proposals: proof?.proposals ?? [],
    };
  };

  /** The table that somebody keeps which is of the same bytes, rows or layout. */
  const sameFor = (person: Person, hash: string, proof: ImportProof | null) =>
    sameBefore(store, tablesKeptBy(person), hash, proof);

  /** Looks a file through, and once more by the recipe of a table of the same layout. */
  async function look(row: ImportRow, person: Person): Promise<ImportRow> {
    looking.get(row.id)?.abort();
    const stop = new AbortController();
    looking.set(row.id, stop);
    const examine = (brought: Brought) => workers.run('examineFile', brought, stop.signal);
    try {
      let brought = broughtOf(row);
      let end = await examine(brought);
      const same = end.ok ? await sameFor(person, row.hash, end.value) : null;
      if (
        end.ok &&
        same !== null &&
        Object.keys(row.choices).length === 0 &&
        Object.keys(same.recipe.choices).length > 0
      ) {
        brought = { ...brought, choices: same.recipe.choices };
        end = await examine(brought);
      }
      const changed = await changeImport(
        store,
        row.id,
        end.ok
          ? { state: 'read', problem: null, proof: end.value, choices: brought.choices }
          : { state: 'failed', problem: end.fault },
      );
      return changed ?? row;
    } catch (error) {
      if (stop.signal.aborted) return row;
      log.error({ err: error, import: row.id }, 'a file could not be looked through');
      return (
        (await changeImport(store, row.id, {
          state: 'failed',
          problem: 'The file could not be read: it is damaged, or too large for what it holds.',
        })) ?? row
      );
    } finally {
      if (looking.get(row.id) === stop) looking.delete(row.id);
    }
  }

  const mine = async (id: string, personId: string): Promise<ImportRow> => {
    const row = /^[0-9a-f-]{36}$/.test(id) ? await importOf(store, id, personId) : null;
    if (row === null) throw notFound('file');
    return row;
  };
  /** @throws Problem 410 where the file itself is there no more */
  const mustBeKept = (row: ImportRow): void => {
    if (!existsSync(fileOf(row.id)))
      throw new Problem(
        410,
        'The file is not kept any more',
        'It became a table, or lay here for a day. Bring it again to go on; nothing else was changed.',
      );
  };
  /** @throws Problem 409 where it was not looked through to its end */
  const mustBeRead = (row: ImportRow): void => {
    mustBeKept(row);
    if (row.state !== 'read')
      throw new Problem(
        409,
        row.state === 'reading' ? 'Still reading' : 'It could not be read',
        row.problem ?? 'The file is still being looked through; try again in a moment.',
      );
  };

  /** The file that is sent, or that lies at an address. @throws Problem 422 where nothing is to be had from there */
  async function takenIn(request: Request, response: Response, { id: personId, role }: Person, file: string) {
    const { filename, address } = parsed(importQuery, request.query);
    if (address === undefined) {
      await spool.kept(sentIn(request), personId, file, roleCovers(role, 'steward') ? undefined : QUOTA.bytes);
      return { filename: path.basename(filename ?? '').slice(0, LONGEST_FILENAME) || 'file' };
    }
    // what the server reaches is not all for everybody's eyes
    personWith(request, 'steward');
    try {
      const found = await fileAt(address, context.sourceHosts, null, goneSignal(response));
      if (found === null)
        throw new AddressFault('The server there says that nothing changed, though nothing was fetched before.');
      await spool.kept(found.body, personId, file);
      return { filename: found.filename, address: address.trim(), etag: found.etag, modified: found.modified };
    } catch (error) {
      if (error instanceof AddressFault)
        throw new Problem(422, 'Nothing was fetched', `${error.message} Nothing was loaded.`);
      throw error;
    }
  }

  router.post(
    '/imports',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const id = randomUUID();
      const came = await takenIn(request, response, person, fileOf(id));
      const { size } = await stat(fileOf(id));
      const hash = await hashOf(fileOf(id));
      const row = await newImport(store, { id, personId: person.id, bytes: size, hash, ...came });
      for (const old of await abandoned(store, person.id, context.now())) {
        await rm(fileOf(old.id), { force: true });
        await dropImport(store, old.id);
      }
      // small files are looked through at once; of others the state is asked for
      const looked = look(row, person);
      const soon = await Promise.race([
        looked,
        new Promise<null>((resolve) => setTimeout(() => resolve(null), 1500).unref()),
      ]);
      response.status(201);
      return view(soon ?? row, person);
    }),
  );
  router.get(
    '/imports/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      return view(await mine(textOf(request, 'id'), person.id), person);
    }),
  );
  router.patch(
    '/imports/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const row = await mine(textOf(request, 'id'), person.id);
      mustBeKept(row);
      const { sheet, choices } = parsed(importChange, request.body);
      const changed = await changeImport(store, row.id, {
        state: 'reading',
        problem: null,
        ...(sheet === undefined ? {} : { sheet, choices: {} }),
        ...(choices === undefined ? {} : { choices: { ...(sheet === undefined ? row.choices : {}), ...choices } }),
      });
      return view(await look(changed ?? row, person), person);
    }),
  );
  router.get(
    '/imports/:id/lines',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const row = await mine(textOf(request, 'id'), person.id);
      mustBeRead(row);
      const only = request.query['only'];
      const end = await workers.run('linesOfFile', {
        brought: broughtOf(row),
        from: Math.max(1, Number(request.query['from'] ?? 1) || 1),
        only: only === 'changed' || only === 'left out' ? only : null,
        most: MOST_LINES,
      });
      if (!end.ok) throw new Problem(422, 'It could not be read', end.fault);
      return end.value;
    }),
  );
  router.post(
    '/imports/:id/table',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const row = await mine(textOf(request, 'id'), person.id);
      mustBeRead(row);
      const { name, mode } = parsed(importAs, request.body);
      const owner = await ownerOfTable(store, name);
      const there = owner !== undefined;
      if (there && !keeps(person, { ownerId: owner }))
        throw new Problem(
          403,
          'The name is taken',
          `The name “${name}” is taken by a table that is not yours to change. Nothing was loaded; load it under another name, such as “${await freeName(store, name, person)}”.`,
        );
      if (mode === 'new' && there) {
        const readers = await readersOf(store, name);
        throw new Problem(
          409,
          'There is a table of that name',
          `“${name}” is there already${
            readers.length === 0
              ? ''
              : `, read by ${listWords(
                  readers.slice(0, 5).map(({ file }) => `“${file.name}”`),
                  'and',
                )}`
          }. Nothing was loaded. Add to it, replace it, or load under another name.`,
          { models: readers.map(({ id }) => id) },
        );
      }
      if (mode !== 'new' && !there)
        throw new Problem(404, 'No such table', `There is no table “${name}”; load it as a new one.`);
      const end = await workers.run('loadImport', {
        url: database.url,
        brought: broughtOf(row),
        name,
        mode,
        secret: await pseudonymSecret(store),
        origin: { personId: person.id, file: row.filename, hash: row.hash },
        ...(roleCovers(person.role, 'steward') ? {} : { ownerId: person.id }),
      });
      if (!end.ok)
        throw new Problem(
          422,
          'The table was not loaded',
          `${end.fault} ${there ? 'The table as it was before is kept.' : 'Nothing was changed.'}`,
        );
      const { columns, rows, proof } = end.value;
      await keepRecipe(store, { tableName: name, personId: person.id, file: row, proof, choices: row.choices });
      if (row.address !== null)
        await setSource(
          store,
          {
            tableName: name,
            address: row.address,
            personId: person.id,
            mode: mode === 'add' ? 'add' : 'replace',
            etag: row.etag,
            modified: row.modified,
            hash: row.hash,
            seen: proof.proposals.map(({ id }) => id),
          },
          context.clock.now(),
        );
      await becameTable(store, row.id, name, proof);
      await rm(fileOf(row.id), { force: true });
      await store.insert(audit).values({
        personId: person.id,
        action: { new: 'table loaded', add: 'rows added', replace: 'table loaded' }[mode],
        subject: name,
        detail: {
          rows,
          file: row.filename,
          hash: row.hash,
          ...Object.fromEntries(Object.entries(row.choices).filter(([id]) => id.startsWith('sensitive:'))),
        },
      });
      response.status(201);
      return { name, rows, columns };
    }),
  );
  router.delete(
    '/imports/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const row = await mine(textOf(request, 'id'), person.id);
      looking.get(row.id)?.abort();
      await rm(fileOf(row.id), { force: true });
      await dropImport(store, row.id);
      return undefined;
    }),
  );
  return router;
}

/** A name of a table that somebody can load under: this one, where nobody else keeps it. */
async function freeName(store: Store, wanted: string, person: Person): Promise<string> {
  for (let count = 1; ; count += 1) {
    const name = count === 1 ? wanted : `${wanted.slice(0, 55)}_${count}`;
    const owner = await ownerOfTable(store, name);
    if (owner === undefined || keeps(person, { ownerId: owner })) return name;
  }
}

/** What a table is called until it is said otherwise: as the file, without what tells its month. */
function nameFor(filename: string): string {
  const bare = undated(columnName(filename.replace(/\.[a-z0-9]+$/i, '')));
  return (bare || 'table').slice(0, 60);
}
