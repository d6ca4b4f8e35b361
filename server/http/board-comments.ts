/** Comments on boards, their tiles and marks; who is mentioned; what is new on boards one follows. */
import { Router } from 'express';
import { commentBody, followBody, resolvedBody } from '@zud/core/contract/sharing';
import { audienceOf, boardFor } from '../store/board-rights';
import { addComment, commentsOf, mentioned, mentionsOf, removeComment, resolveComment } from '../store/comments';
import { follow, newsFor, unfollow } from '../store/follows';
import { lineOf, type BoardDesk } from './board-desk';
import { handle, idOf, parsed, personOf, type Context } from './context';

export function commentRoutes({ database: { store }, library }: Context, desk: BoardDesk): Router {
  const router = Router();
  router.get(
    '/boards/:id/comments',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const text = await library.textFor(person);
      // a mark is called after its member; what people say to one another stays as they said it
      return (await commentsOf(store, board.id)).map((one) => ({
        ...one,
        mark: one.mark === null ? null : text(one.mark),
      }));
    }),
  );
  router.post(
    '/boards/:id/comments',
    handle(async (request, response) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'comment');
      const body = parsed(commentBody, request.body);
      if (body.tile) await desk.tileOf(board, body.tile);
      response.status(201);
      const { told, notTold } = mentioned(body.text, await audienceOf(store, board));
      const made = await addComment(store, board.id, person.id, {
        text: body.text,
        tile: body.tile ?? null,
        mark: body.tile ? (body.mark ?? null) : null,
        replyTo: body.replyTo ?? null,
        mentions: told,
      });
      return { ...made, notTold };
    }),
  );
  router.patch(
    '/boards/:id/comments/:comment',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'comment');
      const { resolved } = parsed(resolvedBody, request.body);
      await resolveComment(store, board.id, idOf(request, 'comment'), person.id, resolved);
      return { id: idOf(request, 'comment'), resolved };
    }),
  );
  router.delete(
    '/boards/:id/comments/:comment',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'comment');
      await removeComment(store, board.id, idOf(request, 'comment'), person.id);
      return undefined;
    }),
  );
  router.get(
    '/mentions',
    handle(async (request) => {
      const person = personOf(request);
      const text = await library.textFor(person);
      return (await mentionsOf(store, person.id)).map((one) => ({ ...one, board: text(one.board) }));
    }),
  );

  router.put(
    '/boards/:id/follow',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const { follows } = parsed(followBody, request.body);
      if (follows) await follow(store, board.id, person.id, board.version);
      else await unfollow(store, board.id, person.id);
      return { follows };
    }),
  );
  router.get(
    '/news',
    handle(async (request) => {
      const person = personOf(request);
      const text = await library.textFor(person);
      return (await newsFor(store, person.id)).map((one) => ({
        ...one,
        board: text(one.board),
        what: lineOf(one.what, text),
      }));
    }),
  );
  return router;
}
