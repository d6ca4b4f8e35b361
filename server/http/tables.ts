/** Tables in: whole, with rows added, with days replaced, or taken up where somebody else keeps them. */
import { eq } from 'drizzle-orm';
import { Router } from 'express';
import { sourceBody } from '@zud/core/contract/imports';
import { loadQuery, rulesBody } from '@zud/core/contract/models';
import { listWords } from '@zud/core/reading/words';
import { COLUMN_TYPES, type ColumnType } from '@zud/core/data/proof';
import { faultOf, fetchAgain } from '../bringing/fetching-again';
import { sentIn } from '../bringing/spool';
import { TableFault } from '../store/csv-rows';
import { dropRecipe } from '../store/imports';
import { registerTable } from '../store/external-tables';
import { audit, loadedTables } from '../store/schema';
import { modelsThere, readersOf, readsTable } from '../store/models';
import { tablesKeptBy } from '../store/ownership';
import { dropTable, goBack } from '../store/table-loads';
import { setRules } from '../store/table-rules';
import { dropSource, changeSource, sourceOf, toldSources } from '../store/table-sources';
import { loadsOf } from '../store/table-versions';
import {
  goneSignal,
  handle,
  keeperOfTable,
  mustBeEveryones,
  parsed,
  personWith,
  textOf,
  type Context,
} from './context';
import { notFound, Problem } from '@zud/core/contract/problem';

function typesOf(value: unknown): Map<string, ColumnType> {
  const types = new Map<string, ColumnType>();
  if (typeof value !== 'string' || value === '') return types;
  for (const part of value.split(',')) {
    const [column = '', type = ''] = part.split(':').map((one) => one.trim());
    if (column === '' || !COLUMN_TYPES.includes(type as ColumnType))
      throw new Problem(
        400,
        'Not understood',
        `?types: “${part}” is not column:type; types are ${COLUMN_TYPES.join(', ')}.`,
      );
    types.set(column, type as ColumnType);
  }
  return types;
}

export function tableRoutes(context: Context): Router {
  const { database, spool, workers } = context;
  const { store } = database;
  const router = Router();

  router.post(
    '/tables',
    handle(async (request) => {
      const person = personWith(request, 'steward');
      const { name, mode, by, from, to } = parsed(loadQuery, request.query);
      const types = typesOf(request.query['types']);
      await mustBeEveryones(store, name);
      if (mode !== 'whole' && types.size > 0)
        throw new Problem(
          400,
          'Not understood',
          'The columns of a table that is there keep their types; leave ?types out.',
        );
      const end = await spool.taken(sentIn(request), person.id, (file) =>
        workers.run('loadFile', {
          url: database.url,
          file,
          name,
          by,
          ...(mode === 'whole' ? { whole: { types } } : {}),
          ...(mode === 'days' ? { days: { from, to } } : {}),
          origin: { personId: person.id },
        }),
      );
      if (!end.ok)
        throw new Problem(
          422,
          mode === 'whole' ? 'The table was not loaded' : 'Nothing was changed',
          `${end.fault} The table as it was before is kept.`,
        );
      const { loaded } = end;
      const action = { whole: 'table loaded', add: 'rows added', days: 'days replaced' }[mode];
      await store.insert(audit).values({
        personId: person.id,
        action,
        subject: name,
        detail: {
          ...('added' in loaded ? { added: loaded.added, removed: loaded.removed } : { rows: loaded.rows }),
          ...(mode === 'days' ? { from, to } : {}),
        },
      });
      return loaded;
    }),
  );
  /** A table that stands in the database already, kept by somebody else; again, whenever its data changed. */
  router.put(
    '/tables/:name',
    handle(async (request) => {
      const person = personWith(request, 'steward');
      const name = textOf(request, 'name');
      await mustBeEveryones(store, name);
      try {
        const taken = await registerTable(database, name);
        await store
          .insert(audit)
          .values({ personId: person.id, action: 'table taken up', subject: name, detail: { rows: taken.rows } });
        return taken;
      } catch (error) {
        if (error instanceof TableFault) throw new Problem(422, 'The table was not taken up', error.message);
        throw error;
      }
    }),
  );
  /** What reads a table: models by their names. */
  router.get(
    '/tables/:name/uses',
    handle(async (request) => {
      await keeperOfTable(store, request, textOf(request, 'name'));
      return {
        models: (await readersOf(store, textOf(request, 'name'))).map(({ id, file }) => ({ id, name: file.name })),
      };
    }),
  );
  /** What the columns of a table have to keep to, looked at now and in each load. */
  router.put(
    '/tables/:name/rules',
    handle(async (request) => {
      const name = textOf(request, 'name');
      const person = await keeperOfTable(store, request, name);
      const { rules } = parsed(rulesBody, request.body);
      try {
        const broken = await setRules(database, name, rules);
        if (broken === null) throw notFound('table');
        await store
          .insert(audit)
          .values({ personId: person.id, action: 'rules set', subject: name, detail: { rules: rules.length } });
        return { rules, broken };
      } catch (error) {
        if (error instanceof TableFault)
          throw new Problem(422, 'The rules were not changed', `${error.message} The rules of before are kept.`);
        throw error;
      }
    }),
  );
  const currentOf = async (name: string): Promise<number> => {
    const [there] = await store
      .select({ version: loadedTables.version })
      .from(loadedTables)
      .where(eq(loadedTables.name, name));
    if (there === undefined) throw notFound('table');
    return there.version;
  };
  /** What was loaded into a table, and which of it can be gone back to. */
  router.get(
    '/tables/:name/loads',
    handle(async (request) => {
      const name = textOf(request, 'name');
      await keeperOfTable(store, request, name);
      return loadsOf(database, name, await currentOf(name));
    }),
  );
  router.post(
    '/tables/:name/loads/:version/back',
    handle(async (request) => {
      const name = textOf(request, 'name');
      const person = await keeperOfTable(store, request, name);
      const from = await currentOf(name);
      const version = Number(textOf(request, 'version'));
      if (!Number.isInteger(version)) throw notFound('load');
      try {
        const now = await goBack(database, name, version, { personId: person.id });
        await store
          .insert(audit)
          .values({ personId: person.id, action: 'gone back to a load', subject: name, detail: { from, to: version } });
        return { name, ...now };
      } catch (error) {
        if (error instanceof TableFault)
          throw new Problem(422, 'Nothing was changed', `${error.message} The table is as it was.`);
        throw error;
      }
    }),
  );
  router.put(
    '/tables/:name/source',
    handle(async (request) => {
      const name = textOf(request, 'name');
      await keeperOfTable(store, request, name);
      const there = await changeSource(store, name, parsed(sourceBody, request.body), context.clock.now());
      const told = there ? (await toldSources(store)).get(name) : undefined;
      if (told === undefined) throw notFound('source');
      void context.rounds.go();
      return told;
    }),
  );
  router.post(
    '/tables/:name/source/fetch',
    handle(async (request, response) => {
      const name = textOf(request, 'name');
      await keeperOfTable(store, request, name);
      if ((await sourceOf(store, name)) === null) throw notFound('source');
      try {
        const came = await fetchAgain(name, context, goneSignal(response));
        return { rows: came?.rows ?? null };
      } catch (error) {
        const fault = error instanceof Problem ? null : faultOf(error);
        if (fault === null) throw error;
        throw new Problem(422, 'Nothing new was loaded', `${fault} The table is as it was.`);
      }
    }),
  );
  router.delete(
    '/tables/:name/source',
    handle(async (request) => {
      const name = textOf(request, 'name');
      const person = await keeperOfTable(store, request, name);
      if (!(await dropSource(store, name))) throw notFound('source');
      await store.insert(audit).values({ personId: person.id, action: 'address let go', subject: name });
      return undefined;
    }),
  );
  /** Taken away only where no model reads it. */
  router.delete(
    '/tables/:name',
    handle(async (request) => {
      const name = textOf(request, 'name');
      const person = await keeperOfTable(store, request, name);
      const readers = await readersOf(store, name);
      if (readers.length > 0)
        throw new Problem(
          409,
          'Something hangs on it',
          `The table “${name}” is read by ${listWords(
            readers.slice(0, 5).map(({ file }) => `“${file.name}”`),
            'and',
          )}. Nothing was changed; take ${readers.length === 1 ? 'that model' : 'these models'} away first, or let them read another table.`,
          { models: readers.map(({ id }) => id) },
        );
      if (!(await dropTable(database, name))) throw notFound('table');
      await dropRecipe(store, name);
      await store.insert(audit).values({ personId: person.id, action: 'table removed', subject: name });
      return undefined;
    }),
  );
  router.get(
    '/tables',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const [tables, files, sources] = await Promise.all([
        store.select().from(loadedTables).where(tablesKeptBy(person)).orderBy(loadedTables.name),
        modelsThere(store),
        toldSources(store),
      ]);
      return tables.map(({ ownerId, ...table }) => ({
        ...table,
        own: ownerId !== null,
        source: sources.get(table.name) ?? null,
        models: files.filter((model) => readsTable(model, table.name)).map(({ id, file }) => ({ id, name: file.name })),
      }));
    }),
  );
  return router;
}
