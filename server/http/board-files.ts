/** A board as a file, and its history. */
import { Router } from 'express';
import { z } from 'zod';
import { boardExportBody } from '@zud/core/contract/boards';
import { commentaryOf } from '@zud/core/narrate/commentary';
import { scopePhrases } from '../asking/scope';
import type { Cover } from '../exports/cover';
import { FILE_TYPES } from '../exports/file-types';
import { boardFor } from '../store/board-rights';
import { historyOf, isAnswer, restoreVersion } from '../store/boards';
import { lineOf, type BoardDesk } from './board-desk';
import { goneSignal, handle, idOf, parsed, personOf, type Context } from './context';
import { Problem } from '@zud/core/contract/problem';

export function fileRoutes({ database: { store }, library, workers }: Context, desk: BoardDesk): Router {
  const router = Router();
  /** The answers of the board as it stands for this person, with what its words say. */
  router.post(
    '/boards/:id/exports',
    handle(async (request, response) => {
      const person = personOf(request);
      const { format, refinement } = parsed(boardExportBody, request.body);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const refined = await desk.scopeOfRefinement(board, refinement);
      const made = await desk.rowsOf(board);
      const rows = made.map(({ tile }) => tile);
      const answers = await desk.answersOf(board, [board.scope, refined], person, goneSignal(response));
      if (answers.length === 0)
        throw new Problem(422, 'Nothing to take along', 'This board has no answers yet; pin one to it first.');
      const ready = await desk.modelIfWell(made, person);
      const text = await library.textFor(person);
      const phrases = ready
        ? [...scopePhrases(board.scope, ready), ...scopePhrases(refined, ready)].map((phrase) => phrase.text)
        : [];
      const words = rows.flatMap((tile) =>
        tile.kind === 'commentary'
          ? [...commentaryOf(answers).map((one) => one.text), ...(tile.words ? [text(tile.words)] : [])]
          : tile.words
            ? [text(tile.words)]
            : [],
      );
      const missing = rows.filter(isAnswer).length - answers.length;
      const cover: Cover = {
        title: text(board.title),
        sentence: `Showing ${phrases.length > 0 ? phrases.join(', ') : 'everything'}`,
        words:
          missing > 0
            ? [
                ...words,
                `${missing} of the answers could not be computed and ${missing === 1 ? 'is' : 'are'} left out.`,
              ]
            : words,
      };
      response.attachment(
        `${
          text(board.title)
            .replace(/[^\p{L}\p{N} ,.-]/gu, ' ')
            .trim()
            .slice(0, 80) || 'board'
        }.${format}`,
      );
      const content =
        format === 'svg'
          ? await workers.run('boardPicture', {
              tiles: rows.map((tile) => ({ ...tile, words: tile.words === null ? null : text(tile.words) })),
              answers,
              cover,
            })
          : await workers.run('answersFile', { format, answers, cover });
      response.type(FILE_TYPES[format]).send(typeof content === 'string' ? content : Buffer.from(content));
      return undefined;
    }),
  );

  router.get(
    '/boards/:id/history',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const text = await library.textFor(person);
      return (await historyOf(store, board.id)).map((one) => ({ ...one, what: lineOf(one.what, text) }));
    }),
  );
  router.post(
    '/boards/:id/history/:version',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const version = parsed(z.coerce.number().int().min(1), request.params['version']);
      return { id: board.id, leftOut: await restoreVersion(store, board.id, person.id, version) };
    }),
  );
  return router;
}
