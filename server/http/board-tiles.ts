/** Tiles of boards: pinned, changed, taken off; their answers, what they say together, and asking on from one. */
import { Router } from 'express';
import { setMaxListeners } from 'node:events';
import { z } from 'zod';
import { placesBody, tileBody, tileChangeBody } from '@zud/core/contract/boards';
import { commentaryOf } from '@zud/core/narrate/commentary';
import type { Reading } from '@zud/core/reading/schema';
import type { Answered } from '../asking/answered';
import { sentenceIn } from '../asking/step-view';
import { boardFor } from '../store/board-rights';
import { addWords, changeTile, isAnswer, pinTile, placeTiles, removeTile } from '../store/boards';
import { createInquiry } from '../store/inquiries';
import { noAnswer, type BoardDesk } from './board-desk';
import { goneSignal, handle, idOf, optionsFor, parsed, personOf, personWith, type Context } from './context';
import { Problem } from '@zud/core/contract/problem';
import { problemOf, unanswerable } from './problem';

const quoted = (name: string) => `“${name}”`;

const wantedTiles = z
  .string()
  .transform((text) => (text === '' ? [] : text.split(',')))
  .pipe(z.array(z.uuid()).max(200));

export function tileRoutes(context: Context, desk: BoardDesk): Router {
  const {
    database: { store },
    library,
    answering,
    asking,
  } = context;
  const router = Router();

  router.post(
    '/boards/:id/tiles',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const body = parsed(tileBody, request.body);
      response.status(201);
      if (body.kind !== 'answer')
        return addWords(store, board.id, person.id, {
          kind: body.kind,
          words: body.words,
          title: body.title ?? null,
          ...(body.place ? { place: body.place } : {}),
        });
      const ready = await library.get(body.modelId, person);
      const reading = body.reading as Reading;
      const { sentence } = await answering
        .answer(reading, ready, optionsFor(context, person, response))
        .catch(unanswerable);
      return pinTile(store, board.id, person.id, {
        modelId: body.modelId,
        reading,
        title: body.title ?? null,
        name: quoted(body.title ?? sentence.text),
        number: reading.by.length === 0,
        ...(body.ownScope === undefined ? {} : { ownScope: body.ownScope }),
        ...(body.place ? { place: body.place } : {}),
      });
    }),
  );
  router.get(
    '/boards/:id/tiles',
    handle(async (request) => {
      const { board } = await boardFor(store, idOf(request), personOf(request).id, 'see');
      const person = personOf(request);
      return Promise.all((await desk.rowsOf(board)).map((row) => desk.tileFor(row, person)));
    }),
  );
  router.patch(
    '/boards/:id/tiles/:tile',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const { version, ...change } = parsed(tileChangeBody, request.body);
      const id = idOf(request, 'tile');
      const name = quoted(await desk.nameOf(await desk.tileOf(board, id), person));
      return desk.tileFor(
        {
          tile: await changeTile(store, board.id, id, person.id, name, withoutUndefined(change), version),
          byName: person.name,
        },
        person,
      );
    }),
  );
  /** Puts tiles into places as one act: what one act moved is taken back by one. */
  router.patch(
    '/boards/:id/tiles',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      await placeTiles(store, board.id, person.id, parsed(placesBody, request.body).places);
      return undefined;
    }),
  );
  router.delete(
    '/boards/:id/tiles/:tile',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'edit');
      const id = idOf(request, 'tile');
      const name = quoted(await desk.nameOf(await desk.tileOf(board, id), person));
      await removeTile(store, board.id, id, person.id, name);
      return undefined;
    }),
  );

  router.get(
    '/boards/:id/tiles/:tile/answer',
    handle(async (request, response) => {
      const person = personOf(request);
      const { tile, ready, reading, refused } = await desk.scopedTile(request, person);
      const answered = await answering
        .answer(reading, ready, optionsFor(context, person, response))
        .catch(unanswerable);
      return { ...answered, refused, ownScope: tile.ownScope };
    }),
  );
  /** Many answers of a board in one go: a line of JSON each, as soon as it is there, with its tile; or why it can't be given. */
  router.get(
    '/boards/:id/answers',
    handle(async (request, response) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const wanted = new Set(parsed(wantedTiles, request.query['tiles'] ?? ''));
      const refined = await desk.scopeOfRefinement(board, desk.refinementIn(request));
      const rows = (await desk.rowsOf(board))
        .map(({ tile }) => tile)
        .filter((tile) => tile.kind === 'answer' && (wanted.size === 0 || wanted.has(tile.id)));
      const options = optionsFor(context, person, response);
      const { signal } = options;
      setMaxListeners(rows.length + 10, signal);
      response.status(200).type('application/x-ndjson');
      const write = (line: string) => {
        response.write(`${line}\n`);
        response.flush();
      };
      await Promise.all(
        rows.map(async (tile) => {
          try {
            if (!isAnswer(tile)) throw noAnswer(tile);
            const ready = await library.get(tile.modelId, person);
            const { reading, refused } = desk.readingOf(tile, [board.scope, refined], ready);
            const answered = await answering.answer(reading, ready, options).catch(unanswerable);
            write(
              `${JSON.stringify({ tile: tile.id, refused, ownScope: tile.ownScope }).slice(0, -1)},${written(answered).slice(1)}`,
            );
          } catch (error) {
            if (signal.aborted) return;
            const { status, title: name, detail } = problemOf(error);
            write(JSON.stringify({ tile: tile.id, problem: { status, title: name, detail } }));
          }
        }),
      );
      response.end();
      return undefined;
    }),
  );
  /** What the answers of the board say, under its sentence and the refinement: a headline each, and what stands out. */
  router.get(
    '/boards/:id/tiles/:tile/commentary',
    handle(async (request, response) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const tile = await desk.tileOf(board, idOf(request, 'tile'));
      if (tile.kind !== 'commentary') throw new Problem(422, 'No commentary', 'This tile is no commentary.');
      const refined = await desk.scopeOfRefinement(board, desk.refinementIn(request));
      return {
        sentences: commentaryOf(await desk.answersOf(board, [board.scope, refined], person, goneSignal(response))),
      };
    }),
  );
  /** "Ask from here": an inquiry that starts with the tile's reading, the board's sentence and the refinement. */
  router.post(
    '/boards/:id/tiles/:tile/inquiry',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { tile, ready, reading } = await desk.scopedTile(request, person);
      const name = ready.sight.text(tile.title ?? sentenceIn(reading, ready)?.text ?? 'a tile');
      const inquiry = await createInquiry(store, person.id, tile.modelId, `From a board: ${name}`.slice(0, 200));
      const { step } = await asking.ask(
        inquiry,
        person,
        { kind: 'reading', reading, label: name },
        undefined,
        optionsFor(context, person, response),
      );
      response.status(201);
      return { inquiry: inquiry.id, step: step.id };
    }),
  );
  return router;
}

/** Answers as JSON, each written once however many people ask for it. */
const WRITTEN = new WeakMap<object, string>();
function written(answered: Answered): string {
  const there = WRITTEN.get(answered.answer);
  if (there !== undefined) return there;
  // how it was computed is asked for where it is looked at
  const { working: _working, ...shown } = answered;
  const text = JSON.stringify(shown);
  WRITTEN.set(answered.answer, text);
  return text;
}

function withoutUndefined<T extends object>(value: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined)) as {
    [K in keyof T]: Exclude<T[K], undefined>;
  };
}
