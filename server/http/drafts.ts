/** Drafts of models from loaded tables. */
import express, { Router } from 'express';
import { draftBody } from '@zud/core/contract/imports';
import { notFound, Problem } from '@zud/core/contract/problem';
import { draftModel, wordsOf } from '@zud/core/data/draft-model';
import { checkModel } from '@zud/core/model/check';
import { factsOfTable, joinsAmong, profileOf } from '../bringing/table-profile';
import { modelsThere } from '../store/models';
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
  router.post(
    '/models/drafts',
    express.json({ limit: '100kb' }),
    handle(async (request) => {
      personWith(request, 'steward');
      const { tables, name } = parsed(draftBody, request.body);
      const facts = [];
      for (const table of [...new Set(tables)]) {
        const found = await factsOfTable(database, table);
        if (found === null)
          throw new Problem(404, 'No such table', `There is no table “${table}”. Nothing was drafted.`);
        facts.push(found);
      }
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
        joins: joins.map(({ from, to, matched, missing }) => ({
          from: `${from.table}.${from.column}`,
          to: `${to.table}.${to.column}`,
          matched,
          unmatched: missing,
        })),
        warnings: draft.warnings,
      };
    }),
  );
  return router;
}
