/** Boards themselves: made, drafted, renamed, looked at, followed live, deleted. What is on them and around them has routes of its own. */
import { Router } from 'express';
import { boardBody, boardChangeBody, draftBody } from '@zud/core/contract/boards';
import { draftBoard } from '@zud/core/analysis/draft';
import { limitWords, SEES_ALL } from '../asking/access';
import { scopePhrases } from '../asking/scope';
import { restored } from '../asking/sight';
import { boardFor } from '../store/board-rights';
import {
  addWords,
  boardsOf,
  createBoard,
  deleteBoard,
  EMPTY_SCOPE,
  isAnswer,
  pinTile,
  renameBoard,
  setLooks,
  setScope,
} from '../store/boards';
import { isFollowed, seen } from '../store/follows';
import type { Looks, Scope } from '../store/schema';
import { noteVisit } from '../store/visits';
import { modelAmong, type BoardDesk } from './board-desk';
import { goneSignal, handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { notFound, Problem } from '@zud/core/contract/problem';
import { problemOf } from './problem';

export function boardRoutes(
  { database: { store }, library, answering, feed, timeLimit }: Context,
  desk: BoardDesk,
): Router {
  const router = Router();

  router.get(
    '/boards',
    handle(async (request) => {
      const person = personOf(request);
      const [found, text] = await Promise.all([boardsOf(store, person.id), library.textFor(person)]);
      return found.map((board) => ({ ...board, title: text(board.title) }));
    }),
  );
  router.post(
    '/boards',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const body = parsed(boardBody, request.body);
      const like = body.like === undefined ? {} : (await boardFor(store, body.like, person.id, 'see')).board.looks;
      response.status(201);
      return createBoard(store, person.id, body.title, like);
    }),
  );
  /** A first board to prune: from a model, from one of its measures, or from what a tile shows. */
  router.post(
    '/boards/drafts',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const body = parsed(draftBody, request.body);
      const ready = await library.get(body.modelId, person);
      const from =
        body.tile === undefined
          ? null
          : await desk.tileOf((await boardFor(store, body.tile.board, person.id, 'see')).board, body.tile.id);
      if (body.measure !== undefined && !ready.model.measures.has(body.measure)) throw notFound('measure');
      if (from !== null && (!isAnswer(from) || from.modelId !== body.modelId))
        throw new Problem(422, 'No answer', 'A board is drafted from a tile that holds an answer of this model.');
      const draft = draftBoard(ready.names, { measure: body.measure ?? null, reading: from?.reading ?? null });
      const signal = goneSignal(response);
      const board = await createBoard(store, person.id, body.title ?? draft.title);
      try {
        for (const tile of draft.tiles) {
          if (tile.kind === 'commentary')
            await addWords(store, board.id, person.id, {
              kind: 'commentary',
              words: '',
              title: null,
              place: tile.place,
            });
          else {
            // what has no data, or cannot be computed, is not drafted
            const answered = await answering
              .answer(tile.reading, ready, { signal, limits: { time: timeLimit }, person: person.id })
              .catch((error: unknown) => {
                if (signal.aborted) throw error;
                return null;
              });
            if (answered !== null && answered.outcome === 'answered')
              await pinTile(store, board.id, person.id, {
                modelId: ready.model.id,
                reading: tile.reading,
                title: null,
                name: `“${answered.sentence.text}”`,
                number: tile.reading.by.length === 0,
                place: tile.place,
              });
          }
        }
      } catch (error) {
        await deleteBoard(store, board.id, person.id);
        throw error;
      }
      response.status(201);
      return { id: board.id, title: board.title };
    }),
  );
  router.get(
    '/boards/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { board, right } = await boardFor(store, idOf(request), person.id, 'see');
      const refinement = desk.refinementIn(request);
      const [{ rows, sharing, groups, said, owner }, refined, followed] = await Promise.all([
        desk.contentOf(board),
        desk.scopeOfRefinement(board, refinement),
        isFollowed(store, board.id, person.id),
        noteVisit(store, board.id, person.id),
      ]);
      const first = modelAmong(rows);
      const [viewer, text, tiles] = await Promise.all([
        first === null ? null : library.viewer(first, person),
        library.textFor(person),
        Promise.all(rows.map((row) => desk.tileFor(row, person))),
      ]);
      const ready = viewer?.ready ?? null;
      const limits = (
        await Promise.all(
          [...new Set(rows.flatMap(({ tile }) => tile.modelId ?? []))].map(async (id) =>
            limitWords((await library.viewer(id, person)).access),
          ),
        )
      ).filter((one) => one !== null);
      const seenScope = (scope: Scope): Scope =>
        ready === null
          ? viewer === null || viewer.access.key === SEES_ALL
            ? scope
            : EMPTY_SCOPE
          : ready.sight.narrowing(scope);
      if (followed) await seen(store, board.id, person.id, board.version);
      return {
        id: board.id,
        title: text(board.title),
        version: board.version,
        right,
        updatedAt: board.updatedAt,
        owner,
        looks: board.looks,
        followed,
        modelId: first,
        asOf: ready?.calendar.asOf ?? null,
        /** What the person sees a part of, and what cannot be computed: said on the board, always. */
        limited: limits[0] ?? null,
        fault:
          first === null || ready !== null
            ? null
            : await library.get(first, person).then(
                () => null,
                (error: unknown) => problemOf(error).detail,
              ),
        scope: seenScope(board.scope),
        phrases: ready ? scopePhrases(board.scope, ready) : [],
        refinement:
          refinement === null
            ? null
            : { id: refinement, scope: seenScope(refined), phrases: ready ? scopePhrases(refined, ready) : [] },
        shares: right === 'owner' ? sharing : sharing.map(({ name, right: given }) => ({ name, right: given })),
        sharedWith: sharing.length,
        sharedGroups: groups.map((one) => one.group),
        present: feed.present(board.id),
        comments: said.filter((one) => !one.resolved && one.replyTo === null).map(({ id, tile }) => ({ id, tile })),
        tiles,
      };
    }),
  );
  router.patch(
    '/boards/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const body = parsed(boardChangeBody, request.body);
      if (body.title !== undefined) await renameBoard(store, board.id, person.id, body.title);
      if (body.scope !== undefined) {
        // what the person could not see of the sentence stays as it is
        const ready = await desk.modelOf(board, person);
        await setScope(
          store,
          board.id,
          person.id,
          ready === null ? (body.scope as Scope) : restored(board.scope, body.scope as Scope, ready.sight),
        );
      }
      const look =
        body.looksLike === undefined
          ? body.looks
          : (await boardFor(store, body.looksLike, person.id, 'see')).board.looks;
      if (look !== undefined) await setLooks(store, board.id, person.id, look as Looks);
      return { id: board.id };
    }),
  );
  router.delete(
    '/boards/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'owner');
      await deleteBoard(store, board.id, person.id);
      return undefined;
    }),
  );

  router.get('/boards/:id/events', (request, response, next) => {
    const open = async () => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const stillAllowed = async () =>
        boardFor(store, board.id, person.id, 'see').then(
          () => true,
          () => false,
        );
      feed.open({
        board: board.id,
        person: { id: person.id, name: person.name },
        session: request.credential?.id ?? '',
        response,
        stillAllowed,
      });
    };
    open().catch(next);
  });
  return router;
}
