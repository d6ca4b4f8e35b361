/** Drafts of models from loaded tables. */
import express, { Router } from 'express';
import { decisionBody, draftBody, type ModelDecisions, type ModelDraft } from '@zud/core/contract/imports';
import { notFound, Problem } from '@zud/core/contract/problem';
import { CannotTurn, decisionsOf, turned } from '@zud/core/data/decisions';
import { joinedInto } from '@zud/core/data/join-model';
import { draftModel, wordsOf, type TableFacts } from '@zud/core/data/draft-model';
import { checkModel } from '@zud/core/model/check';
import type { ModelFile } from '@zud/core/model/schema';
import { factsOfTable, joinsAmong, nearIn, profileOf, type Joined } from '../bringing/table-profile';
import { draftOf } from '../store/model-drafts';
import { changeModel, tablesOf, takenIds, type ModelRow } from '../store/models';
import { catalogueFor, ownerOfTable } from '../store/ownership';
import { handle, keeperOfModel, keeperOfTable, parsed, textOf, type Context } from './context';

export function draftRoutes({ database }: Context): Router {
  const { store } = database;
  const router = Router();
  router.get(
    '/tables/:name/profile',
    handle(async (request) => {
      await keeperOfTable(store, request, textOf(request, 'name'));
      const profile = await profileOf(database, textOf(request, 'name'));
      if (profile === null) throw notFound('table');
      return profile;
    }),
  );
  /** The tables of a model, and what a draft of them would say. */
  async function decided(file: ModelFile): Promise<ModelDecisions> {
    const facts = await factsOf(tablesOf(file));
    const joins = await joinsAmong(database, facts);
    const { reasons, warnings } = draftModel(facts, joins, { id: file.id, name: file.name });
    return { decisions: decisionsOf(file, facts, reasons), joins: joinsView(joins), warnings };
  }
  async function factsOf(tables: readonly string[]): Promise<TableFacts[]> {
    const facts = [];
    for (const table of new Set(tables)) {
      const found = await factsOfTable(database, table);
      if (found === null) throw new Problem(404, 'No such table', `There is no table “${table}”. Nothing was drafted.`);
      facts.push(found);
    }
    return facts;
  }
  /** Tables joined to a model: to its draft, where stewards are changing one. */
  async function joinedTo(model: ModelRow, tables: readonly string[]): Promise<ModelDraft> {
    const file = (await draftOf(store, model.id))?.file ?? model.file;
    const added = await factsOf(tables);
    const there = await factsOf(parentsOf(file));
    const joins = await joinsAmong(database, [...added, ...there], tables);
    const joined = joinedInto(file, added, joins);
    if (!joined.ok) throw new Problem(422, 'It cannot be joined', `${joined.reason} Nothing was changed.`);
    const checked = checkModel(joined.file, await catalogueFor(database, model));
    if (!checked.ok) throw new Problem(422, 'It cannot be joined', checked.faults[0]?.reason ?? 'It would not fit.');
    const kept = joins.filter((join) => joined.joins.some((one) => one.from === join.from && one.to === join.to));
    return {
      file: checked.file,
      reasons: [...joined.reasons],
      joins: await Promise.all(kept.map((join) => joinWithNear(database, join))),
      warnings: [],
    };
  }
  router.get(
    '/models/:model/decisions',
    handle(async (request) => {
      const { row } = await keeperOfModel(store, request, textOf(request, 'model'));
      return decided(row.file);
    }),
  );
  router.put(
    '/models/:model/decisions',
    handle(async (request) => {
      const { person, row } = await keeperOfModel(store, request, textOf(request, 'model'));
      const { id, choice } = parsed(decisionBody, request.body);
      try {
        const checked = checkModel(
          turned(row.file, id, choice, await factsOf(tablesOf(row.file))),
          await catalogueFor(database, row),
        );
        if (!checked.ok)
          throw new CannotTurn(`${checked.faults[0]?.reason ?? 'It would not fit.'} Nothing was changed.`);
        await changeModel(store, checked.file, person.id);
        return await decided(checked.file);
      } catch (error) {
        if (error instanceof CannotTurn) throw new Problem(422, 'It stays as it was', error.message);
        throw error;
      }
    }),
  );
  router.post(
    '/models/drafts',
    express.json({ limit: '100kb' }),
    handle(async (request) => {
      const { tables, name, into } = parsed(draftBody, request.body);
      for (const table of tables) await keeperOfTable(store, request, table);
      if (into !== undefined) return joinedTo((await keeperOfModel(store, request, into)).row, tables);
      const facts = await factsOf(tables);
      const joins = await joinsAmong(database, facts);
      const [first = ''] = tables;
      const taken = await takenIds(store, (await ownerOfTable(store, first)) ?? null);
      let id = first.slice(0, 55);
      for (let count = 2; taken.has(id); count += 1) id = `${first.slice(0, 55)}_${count}`;
      const draft = draftModel(facts, joins, { id, name: name ?? wordsOf(first) });
      const checked = checkModel(draft.file);
      if (!checked.ok)
        throw new Problem(
          422,
          'No model can be drafted',
          checked.faults[0]?.reason ?? 'The tables hold nothing to measure.',
        );
      return {
        file: checked.file,
        reasons: draft.reasons,
        joins: joinsView(joins),
        warnings: draft.warnings,
      };
    }),
  );
  return router;
}

/** The loaded tables that something may be looked up in: those that hold levels, and no facts that nothing of the model looks up. */
const parentsOf = (file: ModelFile): string[] => {
  const holding = new Set(file.dimensions.flatMap(({ levels }) => levels.map(({ column }) => column.split('.')[0])));
  const facts = new Set(file.facts.map(({ table }) => table));
  const lookedUp = new Set(file.tables.flatMap(({ joins }) => joins.map(({ to }) => to)));
  return [
    ...new Set(
      file.tables
        .filter(({ id }) => holding.has(id) && (!facts.has(id) || lookedUp.has(id)))
        .map((table) => table.source ?? table.id),
    ),
  ];
};

/** A join with a near value, where there is one, for each that found none. */
async function joinWithNear(database: Context['database'], join: Joined): Promise<ModelDraft['joins'][number]> {
  const near = await nearIn(
    database,
    join.to,
    join.missing.map(({ value }) => value),
  );
  const [view] = joinsView([join]);
  return {
    from: view?.from ?? '',
    to: view?.to ?? '',
    matched: join.matched,
    unmatched: join.missing.map((one) => {
      const found = near.get(one.value);
      return { ...one, ...(found === undefined ? {} : { near: found }) };
    }),
  };
}

const joinsView = (joins: readonly Joined[]): ModelDraft['joins'] =>
  joins.map(({ from, to, matched, missing }) => ({
    from: `${from.table}.${from.column}`,
    to: `${to.table}.${to.column}`,
    matched,
    unmatched: [...missing],
  }));
