/** What was decided on boards: said, changed, and what its measure has done since. */
import { Router, type Response } from 'express';
import {
  decisionBody,
  decisionChangeBody,
  type BoardDecisions,
  type DecisionView,
  type Followed,
} from '@zud/core/contract/decisions';
import { forbidden, Problem } from '@zud/core/contract/problem';
import { followedOf, sinceThen } from '../returning/decisions';
import { audienceOf, boardFor, covers } from '../store/board-rights';
import { isAnswer } from '../store/boards';
import { changeDecision, decide, decisionOf, decisionsOf, openDecisionsOf, type DecisionRow } from '../store/decisions';
import type { Board } from '../store/schema';
import type { Person } from '../store/people';
import type { BoardDesk } from './board-desk';
import { handle, idOf, optionsFor, parsed, personOf, type Context } from './context';

export function decisionRoutes(context: Context, desk: BoardDesk): Router {
  const { store, library, answering, clock } = context;
  const router = Router();

  /** @throws Problem 422 where who is to do it cannot see the board */
  const doer = async (board: Board, id: string): Promise<string> => {
    if (!(await audienceOf(store, board)).some((one) => one.id === id))
      throw new Problem(
        422,
        'They cannot see it',
        'Whoever is to do it cannot see this board; share it with them first. Nothing was changed.',
      );
    return id;
  };

  const view = async (row: DecisionRow, person: Person, edits: boolean, response: Response): Promise<DecisionView> => {
    const { comment, decision, board } = row;
    const { followed } = decision;
    const text = await library.textFor(person);
    const today = clock.now().toISOString().slice(0, 10);
    return {
      id: comment.id,
      boardId: board.id,
      board: text(board.title),
      tile: comment.tileId,
      text: comment.text,
      by: row.by,
      at: comment.createdAt.toISOString(),
      who: decision.whoId === null ? null : { id: decision.whoId, name: row.who ?? '' },
      due: decision.due,
      overdue: decision.state === 'open' && decision.due !== null && decision.due < today,
      state: decision.state,
      endedAt: decision.endedAt?.toISOString() ?? null,
      mayChange: edits || comment.personId === person.id || decision.whoId === person.id,
      since:
        followed === null
          ? null
          : await sinceThen(
              followed,
              () => library.get(followed.modelId, person),
              answering,
              optionsFor(context, person, response),
            ),
      modelId: followed?.modelId ?? null,
    };
  };

  router.get(
    '/boards/:id/decisions',
    handle(async (request, response) => {
      const person = personOf(request);
      const { board, right } = await boardFor(store, idOf(request), person.id, 'see');
      const [rows, audience] = await Promise.all([decisionsOf(store, board.id), audienceOf(store, board)]);
      return {
        decisions: await Promise.all(rows.map((row) => view(row, person, covers(right, 'edit'), response))),
        people: audience.sort((a, b) => a.name.localeCompare(b.name)),
      } satisfies BoardDecisions;
    }),
  );
  router.get(
    '/decisions',
    handle(async (request, response) => {
      const person = personOf(request);
      return Promise.all((await openDecisionsOf(store, person.id)).map((row) => view(row, person, false, response)));
    }),
  );
  router.post(
    '/boards/:id/decisions',
    handle(async (request, response) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'comment');
      const { text, tile, who, due } = parsed(decisionBody, request.body);
      const whoId = await doer(board, who ?? person.id);
      const id = await decide(store, board.id, person.id, {
        text,
        tile: tile ?? null,
        whoId,
        due: due ?? null,
        followed: tile ? await followedOn(board, tile, person) : null,
      });
      response.status(201);
      return { id };
    }),
  );
  router.patch(
    '/boards/:id/decisions/:decision',
    handle(async (request) => {
      const person = personOf(request);
      // whoever is to do it says so, also where they only see the board
      const { board, right } = await boardFor(store, idOf(request), person.id, 'see');
      const row = await decisionOf(store, board.id, idOf(request, 'decision'));
      if (!covers(right, 'edit') && ![row.comment.personId, row.decision.whoId].includes(person.id))
        throw forbidden(
          'A decision is changed by those who made it, those who do it, and those who may edit the board.',
        );
      const { state, who, due } = parsed(decisionChangeBody, request.body);
      await changeDecision(
        store,
        row,
        person.id,
        {
          ...(state === undefined ? {} : { state }),
          ...(who === undefined ? {} : { whoId: await doer(board, who) }),
          ...(due === undefined ? {} : { due }),
        },
        clock.now(),
      );
      return { id: row.comment.id };
    }),
  );

  /** The measure of a tile as it stands under the board's sentence now. */
  const followedOn = async (board: Board, tileId: string, person: Person): Promise<Followed | null> => {
    const tile = await desk.tileOf(board, tileId);
    if (!isAnswer(tile)) return null;
    const ready = await library.get(tile.modelId, person);
    const { reading: asked } = desk.readingOf(tile, [board.scope], ready);
    const reading = followedOf(asked);
    const role = asked.when?.role;
    return reading === null
      ? null
      : { modelId: tile.modelId, reading, ...(role === undefined ? {} : { role }), from: ready.calendar.asOf };
  };
  return router;
}
