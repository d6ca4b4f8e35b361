/** Findings: what is worth a look in a model, and what people said of them. */
import { Router } from 'express';
import { findingMarkBody, findingsBody } from '@zud/core/contract/findings';
import { notFound, Problem } from '@zud/core/contract/problem';
import { missingFrom } from '@zud/core/reading/references';
import type { Reading } from '@zud/core/reading/schema';
import type { FindingsWithin } from '../asking/explaining/finding-lines';
import { findingsOfModel } from '../asking/explaining/model-findings';
import { likeOf, measuresShown, withinBoard } from '../asking/explaining/within-board';
import type { ReadyModel } from '../asking/ready-model';
import { boardFor } from '../store/board-rights';
import { lookAt, marksOf, markFinding } from '../store/finding-marks';
import { handle, optionsFor, parsed, personOf, textOf, type Context } from './context';

/** Findings that are looked for, of which so many are told as were asked for. */
const MOST = 60;
const USUAL = 25;
/** Searches whose findings are kept, until the data change. */
const MOST_KEPT = 50;

type Search = ReturnType<typeof findingsOfModel>;

export function findingRoutes(context: Context): Router {
  const { database, library, answering } = context;
  const { store } = database;
  const router = Router();
  const kept = new Map<string, Search>();

  /** The findings of somebody's view of the data; searched once. */
  async function search(
    within: FindingsWithin,
    ready: ReadyModel,
    looks: ReturnType<typeof answering.looks>,
  ): ReturnType<typeof findingsOfModel> {
    const key = JSON.stringify([ready.model.id, ready.version, ready.access.key, ready.calendar.asOf, within]);
    const there = kept.get(key);
    if (there !== undefined) return there;
    const made = findingsOfModel(within, MOST, ready, looks);
    kept.set(key, made);
    const [oldest] = kept.keys();
    if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
    made.catch(() => kept.delete(key));
    return made;
  }

  const ofBoard = async (boardId: string, person: string, ready: ReadyModel): Promise<FindingsWithin> =>
    withinBoard(store, (await boardFor(store, boardId, person, 'see')).board, ready);

  router.post(
    '/models/:model/findings',
    handle(async (request, response) => {
      const person = personOf(request);
      const ready = await library.get(textOf(request, 'model'), person);
      const body = parsed(findingsBody, request.body ?? {});
      const began = performance.now();
      const reading = body.reading as Reading | undefined;
      const missing = reading === undefined ? null : missingFrom(reading, ready.model);
      if (missing !== null) throw new Problem(422, 'It cannot be looked at', missing);
      const within: FindingsWithin =
        body.boardId !== undefined
          ? await ofBoard(body.boardId, person.id, ready)
          : reading === undefined
            ? { where: [], measures: null }
            : { where: ready.sight.reading(reading).where, measures: measuresShown(reading) };
      const { findings, looked } = await search(
        within,
        ready,
        answering.looks(ready, { ...optionsFor(context, person, response), signal: null }),
      );
      const marks = new Map((await marksOf(store, person.id, ready.model.id)).map((one) => [one.finding, one.mark]));
      const told = findings.filter((one) => marks.get(one.id) !== 'hidden' && marks.get(likeOf(one)) !== 'less');
      const shown = told.slice(0, body.most ?? USUAL);
      const before =
        body.look === true
          ? await lookAt(
              store,
              person.id,
              ready.model.id,
              shown.map((one) => one.id),
              new Date(),
            )
          : null;
      return {
        findings: before === null ? shown : shown.map((one) => ({ ...one, fresh: !before.seen.includes(one.id) })),
        looked,
        ms: Math.round(performance.now() - began),
        since: before?.at.toISOString() ?? null,
      };
    }),
  );
  router.get(
    '/models/:model/findings/marks',
    handle(async (request) => {
      const person = personOf(request);
      const ready = await library.get(textOf(request, 'model'), person);
      return marksOf(store, person.id, ready.model.id);
    }),
  );
  router.put(
    '/models/:model/findings/:finding/mark',
    handle(async (request) => {
      const person = personOf(request);
      const ready = await library.get(textOf(request, 'model'), person);
      const { mark, title } = parsed(findingMarkBody, request.body);
      const finding = textOf(request, 'finding');
      if (finding.length > 200) throw notFound('finding');
      await markFinding(store, person.id, ready.model.id, finding, mark, title);
      return marksOf(store, person.id, ready.model.id);
    }),
  );
  return router;
}
