/** Boards by a link, without signing in: what the link's maker may see, under the link's own conditions, for as long as it lasts. */
import { Router, type NextFunction, type Request, type Response } from 'express';
import { commentaryOf } from '@zud/core/narrate/commentary';
import { scopePhrases } from '../asking/scope';
import { openLink, type OpenLink } from '../store/board-links';
import { boardFor } from '../store/board-rights';
import { isAnswer } from '../store/boards';
import { personById, type Person } from '../store/people';
import { noAnswer, type BoardDesk } from './board-desk';
import { type Context, goneSignal, handle, idOf, optionsFor } from './context';
import { notFound, Problem } from '@zud/core/contract/problem';
import { unanswerable } from './problem';

/** What a guest sees of an answer: not how it was computed. */
const SEEN = ['outcome', 'reading', 'sentence', 'answer', 'chart', 'headline', 'plainHeadline', 'notes'] as const;

export function sharedRoutes(context: Context, desk: BoardDesk): Router {
  const {
    database: { store },
    library,
    answering,
    timeLimit,
    now,
  } = context;
  const router = Router();

  /** The link with its board and its maker, who must still be allowed to see the board. */
  const opened = async (request: Request): Promise<OpenLink & { maker: Person; text: (words: string) => string }> => {
    const link = await openLink(store, String(request.params['token']), now());
    const maker = await personById(store, link.personId);
    if (maker === null) throw notFound('shared board');
    await boardFor(store, link.board.id, maker.id, 'see');
    return { ...link, maker, text: await library.textFor(maker) };
  };

  router.get(
    '/shared/:token',
    handle(async (request) => {
      const { board, maker, scope, text } = await opened(request);
      const rows = await desk.rowsOf(board);
      const ready = await desk.modelIfWell(rows, maker);
      return {
        title: text(board.title),
        by: maker.name,
        looks: board.looks,
        asOf: ready?.calendar.asOf ?? null,
        phrases: ready ? [...scopePhrases(board.scope, ready), ...scopePhrases(scope, ready)] : [],
        tiles: (await Promise.all(rows.map((row) => desk.tileFor(row, maker)))).map(
          ({ id, kind, title, words, x, y, width, height, by }) => ({
            id,
            kind,
            title,
            words,
            x,
            y,
            width,
            height,
            by,
          }),
        ),
      };
    }),
  );
  router.get(
    '/shared/:token/tiles/:tile/answer',
    handle(async (request, response) => {
      const { board, maker, scope } = await opened(request);
      const tile = await desk.tileOf(board, idOf(request, 'tile'));
      if (!isAnswer(tile)) throw noAnswer(tile);
      const ready = await library.get(tile.modelId, maker);
      const { reading, refused } = desk.readingOf(tile, [board.scope], ready, [scope]);
      const answered = await answering
        .answer(reading, ready, optionsFor({ timeLimit }, maker, response))
        .catch(unanswerable);
      return { ...Object.fromEntries(SEEN.map((part) => [part, answered[part]])), refused, ownScope: tile.ownScope };
    }),
  );
  router.get(
    '/shared/:token/tiles/:tile/commentary',
    handle(async (request, response) => {
      const { board, maker, scope } = await opened(request);
      const tile = await desk.tileOf(board, idOf(request, 'tile'));
      if (tile.kind !== 'commentary') throw new Problem(422, 'No commentary', 'This tile is no commentary.');
      return {
        sentences: commentaryOf(await desk.answersOf(board, [board.scope], maker, goneSignal(response), [scope])),
      };
    }),
  );
  return router;
}

/** Lets the pages of a link's origin hold its board in a frame; all other pages of Zud refuse frames. */
export function framing({ database: { store }, now }: Context) {
  return (request: Request, response: Response, next: NextFunction): void => {
    openLink(store, String(request.params['token']), now()).then(
      ({ embedIn }) => {
        if (embedIn !== null) {
          response.removeHeader('x-frame-options');
          const policy = String(response.getHeader('content-security-policy') ?? '');
          response.setHeader(
            'content-security-policy',
            policy.replace(/frame-ancestors [^;]*/, `frame-ancestors 'self' ${embedIn}`),
          );
        }
        next();
      },
      () => next(),
    );
  };
}
