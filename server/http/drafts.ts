/** Drafts of models from loaded tables. */
import express, { Router } from 'express';
import { decisionBody, draftBody, type ModelDecisions, type ModelDraft } from '@zud/core/contract/imports';
import { notFound, Problem } from '@zud/core/contract/problem';
import { CannotTurn, decisionsOf, turned } from '@zud/core/data/decisions';
import { draftModel, wordsOf, type TableFacts } from '@zud/core/data/draft-model';
import { checkModel } from '@zud/core/model/check';
import type { ModelFile } from '@zud/core/model/schema';
import { factsOfTable, joinsAmong, profileOf, type Joined } from '../bringing/table-profile';
import { changeModel, modelsThere } from '../store/models';
import { catalogueOf } from '../store/tables';
import { handle, parsed, personWith, textOf, type Context } from './context';

export function draftRoutes({ database }: Context): Router {
  const router = Router();
  router.get(
    '/tables/:name/profile',
    handle(async (request) => {
      personWith(request, 'steward');
      const profile = await profileOf(database, textOf(request, 'name'));
      if (profile === null) throw notFound('table');
      return profile;
    }),
  );
  /** The tables of a model, and what a draft of them would say. */
  async function decided(file: ModelFile): Promise<ModelDecisions> {
    const facts = await factsOf(file.tables.map((table) => table.source ?? table.id));
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
  const modelOf = async (id: string): Promise<ModelFile> => {
    const found = (await modelsThere(database.store)).find((one) => one.id === id);
    if (found === undefined) throw notFound('model');
    return found.file;
  };
  router.get(
    '/models/:model/decisions',
    handle(async (request) => {
      personWith(request, 'steward');
      return decided(await modelOf(textOf(request, 'model')));
    }),
  );
  router.put(
    '/models/:model/decisions',
    handle(async (request) => {
      const person = personWith(request, 'steward');
      const file = await modelOf(textOf(request, 'model'));
      const { id, choice } = parsed(decisionBody, request.body);
      try {
        const checked = checkModel(
          turned(file, id, choice, await factsOf(file.tables.map((table) => table.source ?? table.id))),
          await catalogueOf(database),
        );
        if (!checked.ok)
          throw new CannotTurn(`${checked.faults[0]?.reason ?? 'It would not fit.'} Nothing was changed.`);
        await changeModel(database.store, checked.file, person.id);
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
      personWith(request, 'steward');
      const { tables, name } = parsed(draftBody, request.body);
      const facts = await factsOf(tables);
      const joins = await joinsAmong(database, facts);
      const [first = ''] = tables;
      const taken = new Set((await modelsThere(database.store)).map(({ id }) => id));
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

const joinsView = (joins: readonly Joined[]): ModelDraft['joins'] =>
  joins.map(({ from, to, matched, missing }) => ({
    from: `${from.table}.${from.column}`,
    to: `${to.table}.${to.column}`,
    matched,
    unmatched: [...missing],
  }));
