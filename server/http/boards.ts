/** Boards: tiles, the sentence for all, refinements, shares and live events. */
import { Router } from 'express';
import { z } from 'zod';
import { editSchema, type Edit } from '@zud/core/reading/edit';
import { conditionSchema, comparisonSchema, readingSchema, type Reading } from '@zud/core/reading/schema';
import { periodSchema } from '@zud/core/time/period';
import { sentenceOf } from '@zud/core/reading/sentence';
import { commentaryOf } from '@zud/core/narrate/commentary';
import { pdfOf } from '../exports/pdf';
import { pptxOf } from '../exports/pptx';
import { xlsxOf } from '../exports/xlsx';
import { refinedByEdits, refinedByWords, scopeLabel, scoped, scopePhrases } from '../asking/scope';
import {
  addWords, boardFor, boardsOf, changeTile, createBoard, deleteBoard, EMPTY_SCOPE, GRID_COLUMNS, historyOf, isAnswer, keepRefinement, pinTile, restoreVersion, refinementOf, removeTile, renameBoard, setScope, setShare, sharesOf, tilesOf,
  type Board,
} from '../store/boards';
import { addComment, commentsOf, mentioned, mentionsOf, removeComment, resolveComment } from '../store/comments';
import { createInquiry } from '../store/inquiries';
import { allPeople, type Person } from '../store/people';
import type { Scope } from '../store/schema';
import { goneSignal, handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { notFound, Problem, unanswerable } from './problem';

const title = z.string().trim().min(1).max(200);
const place = { x: z.number().int().min(0).max(GRID_COLUMNS - 1), y: z.number().int().min(0).max(2000), width: z.number().int().min(2).max(GRID_COLUMNS), height: z.number().int().min(1).max(20) };
const inGrid = (one: { x?: number | undefined; width?: number | undefined }) => (one.x ?? 0) + (one.width ?? 0) <= GRID_COLUMNS;
const words = z.string().trim().min(1).max(4000);
const inColumns = z.object(place).refine(inGrid, { message: 'a tile ends within the 12 columns' }).optional();
/** A tile is an answer unless it says what else it is. */
export const tileBody = z.union([
  z.object({ kind: z.enum(['text', 'section']), words, title: title.nullish(), place: inColumns }),
  z.object({ kind: z.literal('commentary'), words: z.string().trim().max(4000).default(''), title: title.nullish(), place: inColumns }),
  z.object({ kind: z.literal('answer').default('answer'), modelId: z.string(), reading: readingSchema, title: title.nullish(), place: inColumns }),
]);
export const boardExportBody = z.object({ format: z.enum(['pptx', 'pdf', 'xlsx']), refinement: z.uuid().nullish() });
export const commentBody = z.object({ text: z.string().trim().min(1).max(4000), tile: z.uuid().nullish(), replyTo: z.uuid().nullish() });
const scopeSchema = z.object({ where: z.array(conditionSchema), when: z.object({ period: periodSchema, role: z.string().optional() }).nullable(), against: comparisonSchema.nullable() });
export const refineBody = z
  .object({ text: z.string().min(1).max(2000).optional(), edit: z.array(editSchema).min(1).optional(), scope: scopeSchema.optional(), from: z.uuid().nullish(), for: z.enum(['me', 'everyone']).default('me') })
  .refine((body) => [body.text, body.edit, body.scope].filter((part) => part !== undefined).length === 1, { message: 'send exactly one of text, edit and scope' });

const BOARD_FILES = {
  pptx: { type: 'application/vnd.openxmlformats-officedocument.presentationml.presentation', make: pptxOf },
  pdf: { type: 'application/pdf', make: pdfOf },
  xlsx: { type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', make: xlsxOf },
} as const;

export function boardRoutes(context: Context): Router {
  const { database, library, answering, asking, feed, timeLimit } = context;
  const { store } = database;
  const router = Router();

  /** The model whose words the board's sentence is in: that of its first tile. */
  const modelOf = async (board: Board, person: Person) => {
    const first = (await tilesOf(store, board.id)).map(({ tile }) => tile).find(isAnswer);
    return first ? library.get(first.modelId, person) : null;
  };
  const scopeOfRefinement = async (board: Board, id: string | null | undefined): Promise<Scope> => (id ? (await refinementOf(store, board.id, id)).scope : EMPTY_SCOPE);

  router.get('/boards', handle(async (request) => boardsOf(store, personOf(request).id)));
  router.post('/boards', handle(async (request, response) => {
    const person = personWith(request, 'analyst');
    const body = parsed(z.object({ title }), request.body);
    response.status(201);
    return createBoard(store, person.id, body.title);
  }));
  router.get('/boards/:id', handle(async (request) => {
    const person = personOf(request);
    const { board, right } = await boardFor(store, idOf(request), person.id, 'see');
    const refinement = z.uuid().optional().safeParse(request.query['refinement']).data ?? null;
    const [rows, sharing, ready, refined, said] = await Promise.all([tilesOf(store, board.id), sharesOf(store, board.id), modelOf(board, person), scopeOfRefinement(board, refinement), commentsOf(store, board.id)]);
    return {
      id: board.id, title: board.title, version: board.version, right, updatedAt: board.updatedAt, owner: (await allPeople(store)).find((one) => one.id === board.ownerId)?.name ?? '',
      modelId: ready?.model.id ?? null, asOf: ready?.calendar.asOf ?? null,
      scope: board.scope, phrases: ready ? scopePhrases(board.scope, ready) : [],
      refinement: refinement === null ? null : { id: refinement, scope: refined, phrases: ready ? scopePhrases(refined, ready) : [] },
      shares: right === 'owner' ? sharing : sharing.map(({ name, right: given }) => ({ name, right: given })),
      sharedWith: sharing.length,
      present: feed.present(board.id),
      comments: said.filter((one) => !one.resolved && one.replyTo === null).map(({ id, tile }) => ({ id, tile })),
      tiles: rows.map(({ tile, byName }) => ({ id: tile.id, kind: tile.kind, modelId: tile.modelId, title: tile.title, reading: tile.reading, words: tile.words, x: tile.x, y: tile.y, width: tile.width, height: tile.height, version: tile.version, by: byName })),
    };
  }));
  router.patch('/boards/:id', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'edit');
    const body = parsed(z.object({ title: title.optional(), scope: scopeSchema.optional() }), request.body);
    if (body.title !== undefined) await renameBoard(store, board.id, person.id, body.title);
    if (body.scope !== undefined) await setScope(store, board.id, person.id, body.scope as Scope);
    return { id: board.id };
  }));
  router.delete('/boards/:id', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'owner');
    await deleteBoard(store, board.id, person.id);
    return undefined;
  }));

  router.post('/boards/:id/tiles', handle(async (request, response) => {
    const person = personWith(request, 'analyst');
    const { board } = await boardFor(store, idOf(request), person.id, 'edit');
    const body = parsed(tileBody, request.body);
    response.status(201);
    if (body.kind !== 'answer') return addWords(store, board.id, person.id, { kind: body.kind, words: body.words, title: body.title ?? null, ...(body.place ? { place: body.place } : {}) });
    const ready = await library.get(body.modelId, person);
    const reading = body.reading as Reading;
    await answering.answer(reading, ready, { signal: goneSignal(response), limits: { time: timeLimit } }).catch(unanswerable);
    return pinTile(store, board.id, person.id, { modelId: body.modelId, reading, title: body.title ?? null, number: reading.by.length === 0, ...(body.place ? { place: body.place } : {}) });
  }));
  router.get('/boards/:id/tiles', handle(async (request) => {
    const { board } = await boardFor(store, idOf(request), personOf(request).id, 'see');
    return (await tilesOf(store, board.id)).map(({ tile, byName }) => ({ ...tile, by: byName }));
  }));
  router.patch('/boards/:id/tiles/:tile', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'edit');
    const body = parsed(z.object({ x: place.x.optional(), y: place.y.optional(), width: place.width.optional(), height: place.height.optional(), title: title.nullish(), words: words.optional(), version: z.number().int().optional() }).refine(inGrid, { message: 'a tile ends within the 12 columns' }), request.body);
    const { version, ...change } = body;
    return changeTile(store, board.id, idOf(request, 'tile'), person.id, withoutUndefined(change), version);
  }));
  router.delete('/boards/:id/tiles/:tile', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'edit');
    await removeTile(store, board.id, idOf(request, 'tile'), person.id);
    return undefined;
  }));

  const tileOf = async (board: Board, id: string) => {
    const found = (await tilesOf(store, board.id)).find(({ tile }) => tile.id === id);
    if (!found) throw notFound('tile');
    return found.tile;
  };
  /** The answers of a board for a person, in the order of its tiles; one that can't be given is left out. */
  const answersOf = async (board: Board, refined: Scope, person: Person, signal: AbortSignal) => {
    const rows = (await tilesOf(store, board.id)).map((row) => row.tile).filter(isAnswer);
    const answers = await Promise.all(rows.map(async (row) => {
      const ready = await library.get(row.modelId, person);
      const { reading } = scoped(row.reading, [board.scope, refined], ready);
      const answered = await answering.answer(reading, ready, { signal, limits: { time: timeLimit } }).catch((error: unknown) => { if (signal.aborted) throw error; return null; });
      return answered === null ? null : { tile: row.id, title: row.title, ...answered };
    }));
    return answers.filter((one) => one !== null);
  };
  const scopedTile = async (request: Parameters<typeof idOf>[0], person: Person) => {
    const { board } = await boardFor(store, idOf(request), person.id, 'see');
    const tile = await tileOf(board, idOf(request, 'tile'));
    if (!isAnswer(tile)) throw new Problem(422, 'No answer', 'This tile holds words; there is nothing to compute on it.');
    const ready = await library.get(tile.modelId, person);
    const refinement = z.uuid().optional().safeParse(request.query['refinement']).data;
    const refined = await scopeOfRefinement(board, refinement);
    return { tile, ready, ...scoped(tile.reading, [board.scope, refined], ready) };
  };

  router.get('/boards/:id/tiles/:tile/answer', handle(async (request, response) => {
    const { ready, reading, refused } = await scopedTile(request, personOf(request));
    const answered = await answering.answer(reading, ready, { signal: goneSignal(response), limits: { time: timeLimit } }).catch(unanswerable);
    return { ...answered, refused };
  }));
  /** What the answers of the board say, under its sentence and the refinement: a headline each, and what stands out. */
  router.get('/boards/:id/tiles/:tile/commentary', handle(async (request, response) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'see');
    const tile = await tileOf(board, idOf(request, 'tile'));
    if (tile.kind !== 'commentary') throw new Problem(422, 'No commentary', 'This tile is no commentary.');
    const refined = await scopeOfRefinement(board, z.uuid().optional().safeParse(request.query['refinement']).data);
    return { sentences: commentaryOf(await answersOf(board, refined, person, goneSignal(response))) };
  }));
  /** "Ask from here": an inquiry that starts with the tile's reading, the board's sentence and the refinement. */
  router.post('/boards/:id/tiles/:tile/inquiry', handle(async (request, response) => {
    const person = personWith(request, 'analyst');
    const { tile, ready, reading } = await scopedTile(request, person);
    const name = tile.title ?? sentenceOf(reading, ready.naming, ready.calendar).text;
    const inquiry = await createInquiry(store, person.id, tile.modelId, `From a board: ${name}`.slice(0, 200));
    const { step } = await asking.ask(inquiry, person, { kind: 'reading', reading, label: name }, undefined, { signal: goneSignal(response), limits: { time: timeLimit } });
    response.status(201);
    return { inquiry: inquiry.id, step: step.id };
  }));

  router.put('/boards/:id/refinement', handle(async (request) => {
    const person = personOf(request);
    const body = parsed(refineBody, request.body);
    const { board } = await boardFor(store, idOf(request), person.id, body.for === 'everyone' ? 'edit' : 'see');
    const ready = await modelOf(board, person);
    if (!ready) throw new Problem(422, 'Nothing to refine', 'This board has no tiles yet; pin an answer to it first.');
    const before = body.for === 'everyone' ? board.scope : await scopeOfRefinement(board, body.from);
    const change = body.scope !== undefined ? ({ ok: true, scope: body.scope as Scope, notes: [] } as const) : body.text !== undefined ? refinedByWords(body.text, before, ready) : refinedByEdits(body.edit as readonly Edit[], before, ready);
    if (!change.ok) return { outcome: change.outcome, notes: change.notes, options: change.options };
    const result = { outcome: 'answered', notes: change.notes, scope: change.scope, phrases: scopePhrases(change.scope, ready), label: scopeLabel(change.scope, ready) };
    if (body.for === 'everyone') {
      await setScope(store, board.id, person.id, change.scope);
      return { ...result, id: null };
    }
    return { ...result, id: await keepRefinement(store, board.id, person.id, change.scope) };
  }));

  router.get('/boards/:id/comments', handle(async (request) => {
    const { board } = await boardFor(store, idOf(request), personOf(request).id, 'see');
    return commentsOf(store, board.id);
  }));
  router.post('/boards/:id/comments', handle(async (request, response) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'comment');
    const body = parsed(commentBody, request.body);
    if (body.tile) await tileOf(board, body.tile);
    const there = new Set([board.ownerId, ...(await sharesOf(store, board.id)).map((one) => one.personId)]);
    const mentions = mentioned(body.text, (await allPeople(store)).filter((one) => there.has(one.id)));
    response.status(201);
    return addComment(store, board.id, person.id, { text: body.text, tile: body.tile ?? null, replyTo: body.replyTo ?? null, mentions });
  }));
  router.patch('/boards/:id/comments/:comment', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'comment');
    const { resolved } = parsed(z.object({ resolved: z.boolean() }), request.body);
    await resolveComment(store, board.id, idOf(request, 'comment'), person.id, resolved);
    return { id: idOf(request, 'comment'), resolved };
  }));
  router.delete('/boards/:id/comments/:comment', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'comment');
    await removeComment(store, board.id, idOf(request, 'comment'), person.id);
    return undefined;
  }));
  router.get('/mentions', handle(async (request) => mentionsOf(store, personOf(request).id)));

  /** The answers of the board as it stands for this person, with what its words say. */
  router.post('/boards/:id/exports', handle(async (request, response) => {
    const person = personOf(request);
    const { format, refinement } = parsed(boardExportBody, request.body);
    const { board } = await boardFor(store, idOf(request), person.id, 'see');
    const refined = await scopeOfRefinement(board, refinement);
    const rows = (await tilesOf(store, board.id)).map(({ tile }) => tile);
    const answers = await answersOf(board, refined, person, goneSignal(response));
    if (answers.length === 0) throw new Problem(422, 'Nothing to take along', 'This board has no answers yet; pin one to it first.');
    const ready = await modelOf(board, person);
    const phrases = ready ? [...scopePhrases(board.scope, ready), ...scopePhrases(refined, ready)].map((phrase) => phrase.text) : [];
    const words = rows.flatMap((tile) => (tile.kind === 'commentary' ? [...commentaryOf(answers).map((one) => one.text), ...(tile.words ? [tile.words] : [])] : tile.words ? [tile.words] : []));
    const missing = rows.filter(isAnswer).length - answers.length;
    const cover = { title: board.title, sentence: `Showing ${phrases.length > 0 ? phrases.join(', ') : 'everything'}`, words: missing > 0 ? [...words, `${missing} of the answers could not be computed and ${missing === 1 ? 'is' : 'are'} left out.`] : words };
    response.attachment(`${board.title.replace(/[^\p{L}\p{N} ,.-]/gu, ' ').trim().slice(0, 80) || 'board'}.${format}`);
    const { type, make } = BOARD_FILES[format];
    response.type(type).send(await make(answers, cover));
    return undefined;
  }));

  router.get('/boards/:id/history', handle(async (request) => {
    const { board } = await boardFor(store, idOf(request), personOf(request).id, 'edit');
    return historyOf(store, board.id);
  }));
  router.post('/boards/:id/history/:version', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'edit');
    const version = parsed(z.coerce.number().int().min(1), request.params['version']);
    await restoreVersion(store, board.id, person.id, version);
    return { id: board.id };
  }));

  router.get('/boards/:id/shares', handle(async (request) => {
    const { board } = await boardFor(store, idOf(request), personOf(request).id, 'owner');
    return sharesOf(store, board.id);
  }));
  router.put('/boards/:id/shares/:person', handle(async (request) => {
    const person = personOf(request);
    const { board } = await boardFor(store, idOf(request), person.id, 'owner');
    const { right } = parsed(z.object({ right: z.enum(['see', 'comment', 'edit']).nullable() }), request.body);
    const other = idOf(request, 'person');
    if (other === person.id) throw new Problem(422, 'Not needed', 'The board is yours already.');
    if (!(await allPeople(store)).some((one) => one.id === other)) throw notFound('person');
    await setShare(store, board.id, person.id, other, right);
    return sharesOf(store, board.id);
  }));

  router.get('/boards/:id/events', (request, response, next) => {
    const open = async () => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      const stillAllowed = async () => boardFor(store, board.id, person.id, 'see').then(() => true, () => false);
      feed.open({ board: board.id, person: { id: person.id, name: person.name }, response, stillAllowed });
    };
    open().catch(next);
  });
  return router;
}

function withoutUndefined<T extends object>(value: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(value).filter(([, part]) => part !== undefined)) as { [K in keyof T]: Exclude<T[K], undefined> };
}
