/** Refining boards: in words, by edits or by a scope, for oneself or for everyone; kept under a name, offered, taken. */
import { Router } from 'express';
import { refineBody, refinementBody } from '@zud/core/contract/boards';
import type { Edit } from '@zud/core/reading/edit-schema';
import { missingFrom } from '@zud/core/reading/references';
import { refinedByEdits, refinedByWords, scopeLabel, scopePhrases } from '../asking/scope';
import { restored } from '../asking/sight';
import { boardFor, covers } from '../store/board-rights';
import { setScope } from '../store/boards';
import { changeRefinement, declineOffer, keepRefinement, refinementsFor, takeOffer } from '../store/refinements';
import type { Scope } from '../store/schema';
import type { BoardDesk } from './board-desk';
import { handle, idOf, parsed, personOf, type Context } from './context';
import { Problem } from '@zud/core/contract/problem';

export function refinementRoutes(context: Context, desk: BoardDesk): Router {
  const { store } = context.database;
  const router = Router();

  router.put(
    '/boards/:id/refinement',
    handle(async (request) => {
      const person = personOf(request);
      const body = parsed(refineBody, request.body);
      const { board } = await boardFor(store, idOf(request), person.id, body.for === 'everyone' ? 'edit' : 'see');
      const ready = await desk.modelOf(board, person);
      if (!ready)
        throw new Problem(422, 'Nothing to refine', 'This board has no tiles yet; pin an answer to it first.');
      const before = body.for === 'everyone' ? board.scope : await desk.scopeOfRefinement(board, body.from);
      const change =
        body.scope !== undefined
          ? ({ ok: true, scope: restored(before, body.scope as Scope, ready.sight), notes: [] } as const)
          : body.text !== undefined
            ? await refinedByWords(body.text, before, ready, context.reader)
            : refinedByEdits(body.edit as readonly Edit[], before, ready);
      if (!change.ok) return { outcome: change.outcome, notes: change.notes, options: change.options };
      const fault = missingFrom(change.scope, ready.model);
      if (fault !== null) throw new Problem(422, 'Not refined', `${fault} Nothing was changed.`);
      const result = {
        outcome: 'answered',
        notes: change.notes,
        scope: ready.sight.narrowing(change.scope),
        phrases: scopePhrases(change.scope, ready),
        label: scopeLabel(change.scope, ready),
      };
      if (body.for === 'everyone') {
        await setScope(store, board.id, person.id, change.scope);
        return { ...result, id: null };
      }
      return { ...result, id: await keepRefinement(store, board.id, person.id, change.scope) };
    }),
  );

  /** One's own that have a name, and for those who may change the board the offers of colleagues. */
  router.get(
    '/boards/:id/refinements',
    handle(async (request) => {
      const person = personOf(request);
      const { board, right } = await boardFor(store, idOf(request), person.id, 'see');
      const ready = await desk.modelIfWell(await desk.rowsOf(board), person);
      const text = await context.library.textFor(person);
      const found = await refinementsFor(store, board.id, person.id);
      return found
        .filter((one) => one.byId === person.id || covers(right, 'edit'))
        .map(({ byId, scope, offeredAt, decidedAt, ...one }) => ({
          ...one,
          name: one.name === null ? null : text(one.name),
          own: byId === person.id,
          offered: offeredAt !== null && decidedAt === null,
          taken: decidedAt !== null,
          label: ready ? scopeLabel(scope, ready) : '',
        }));
    }),
  );
  router.patch(
    '/boards/:id/refinements/:refinement',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const { name, offered } = parsed(refinementBody, request.body);
      await changeRefinement(store, board.id, idOf(request, 'refinement'), person.id, {
        ...(name === undefined ? {} : { name }),
        ...(offered === undefined ? {} : { offered }),
      });
      return { id: idOf(request, 'refinement') };
    }),
  );
  /** Takes an offer: what it narrows becomes part of the board's sentence. */
  router.post(
    '/boards/:id/refinements/:refinement/taken',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      await takeOffer(store, board.id, idOf(request, 'refinement'), person.id);
      return { id: board.id };
    }),
  );
  router.post(
    '/boards/:id/refinements/:refinement/declined',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      await declineOffer(store, board.id, idOf(request, 'refinement'));
      return { id: board.id };
    }),
  );
  return router;
}
