/** Queries in SQL that stewards write, and tables that are made of one. */
import { desc, eq, sql as text } from 'drizzle-orm';
import { Router } from 'express';
import { derivedBody, queryBody, type QueryResult, type QueryRun } from '@zud/core/contract/queries';
import { Problem } from '@zud/core/contract/problem';
import { TableFault } from '../store/csv-rows';
import { makeDerived } from '../store/derived-tables';
import { explainQuery, QueryFault, runQuery } from '../store/query-runs';
import { audit, queryRuns } from '../store/schema';
import { goneSignal, handle, mustBeEveryones, parsed, personWith, textOf, type Context } from './context';

/** Rows that are shown of a query. */
const SHOWN = 500;
/** Queries that are kept of each person. */
const KEPT = 50;

export function queryRoutes(context: Context): Router {
  const { database, timeLimit } = context;
  const { store } = database;
  const router = Router();

  router.post(
    '/queries',
    handle(async (request, response) => {
      const person = personWith(request, 'steward');
      const { sql, explain } = parsed(queryBody, request.body);
      const options = { time: timeLimit, signal: goneSignal(response) };
      const begun = performance.now();
      const note = (run: Pick<QueryRun, 'rows' | 'fault'>) =>
        explain ? Promise.resolve() : keep(person.id, sql, Math.round(performance.now() - begun), run);
      try {
        if (explain) return planTable(await explainQuery(database, sql, options), performance.now() - begun);
        const found = await firstRows(sql, options);
        await note({ rows: found.rows.length, fault: null });
        return { ...found, ms: Math.round(performance.now() - begun) } satisfies QueryResult;
      } catch (error) {
        if (!(error instanceof QueryFault)) throw error;
        await note({ rows: null, fault: error.message });
        throw refused('The query was not run', error);
      }
    }),
  );
  router.get(
    '/queries',
    handle(async (request): Promise<QueryRun[]> => {
      const person = personWith(request, 'steward');
      const rows = await store
        .select()
        .from(queryRuns)
        .where(eq(queryRuns.personId, person.id))
        .orderBy(desc(queryRuns.id))
        .limit(KEPT);
      return rows.map(({ id, sql, at, rows: count, ms, fault }) => ({
        id,
        sql,
        at: at.toISOString(),
        rows: count,
        ms,
        fault,
      }));
    }),
  );
  /** A table that is made of a query, and follows the tables that it reads. */
  router.put(
    '/tables/:name/query',
    handle(async (request, response) => {
      const person = personWith(request, 'steward');
      const name = textOf(request, 'name');
      const { sql } = parsed(derivedBody, request.body);
      await mustBeEveryones(store, name);
      try {
        const made = await makeDerived(database, name, sql, { personId: person.id }, goneSignal(response));
        await store.insert(audit).values({
          personId: person.id,
          action: 'table made of a query',
          subject: name,
          detail: { rows: made.rows, sql },
        });
        return made;
      } catch (error) {
        if (error instanceof QueryFault) throw refused('The table was not made', error);
        if (error instanceof TableFault)
          throw new Problem(422, 'The table was not made', `${error.message} Nothing was changed.`);
        throw error;
      }
    }),
  );

  async function firstRows(
    sql: string,
    options: { time: number; signal: AbortSignal },
  ): Promise<Omit<QueryResult, 'ms'>> {
    for await (const { columns, rows } of runQuery(database, sql, options))
      return { columns, rows: rows.slice(0, SHOWN).map((row) => [...row]), more: rows.length > SHOWN };
    return { columns: [], rows: [], more: false };
  }

  async function keep(
    personId: string,
    sql: string,
    ms: number,
    { rows, fault }: Pick<QueryRun, 'rows' | 'fault'>,
  ): Promise<void> {
    await store.insert(queryRuns).values({ personId, sql, ms, rows, fault });
    await store.execute(
      text`delete from query_runs where person_id = ${personId} and id not in (select id from query_runs where person_id = ${personId} order by id desc limit ${KEPT})`,
    );
  }
  return router;
}

/** How a query would be run, as a table of its steps. */
const planTable = (steps: readonly string[], ms: number): QueryResult => ({
  columns: [{ name: 'step', type: 'text' }],
  rows: steps.map((step) => [step]),
  more: false,
  ms: Math.round(ms),
});

const refused = (title: string, { message, position }: QueryFault): Problem =>
  new Problem(422, title, message, position === null ? {} : { position });
