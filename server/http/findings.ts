/** Findings: what is worth a look in a model, and what people said of them. */
import { Router } from 'express';
import { findingMarkBody, findingsBody, type FindingsProgress } from '@zud/core/contract/findings';
import { notFound, Problem } from '@zud/core/contract/problem';
import { missingFrom } from '@zud/core/reading/references';
import type { Reading } from '@zud/core/reading/schema';
import { AnswerCache } from '../asking/answer-cache';
import type { FindingsWithin } from '../asking/explaining/finding-lines';
import { findingsOfModel, type FoundInModel } from '../asking/explaining/model-findings';
import { likeOf, measuresShown, withinBoard } from '../asking/explaining/within-board';
import type { ReadyModel } from '../asking/ready-model';
import { boardFor } from '../store/board-rights';
import { lookAt, marksOf, markFinding } from '../store/finding-marks';
import { handle, optionsFor, parsed, personOf, textOf, type Context } from './context';

/** Findings that are looked for, of which so many are told as were asked for. */
const MOST = 60;
const USUAL = 25;
/** Bytes of findings that are kept, until the data change. */
const KEPT = 16e6;

const waiterOf = (person: string, model: string): string => `${person} ${model}`;

export function findingRoutes(context: Context): Router {
  const { database, library, answering } = context;
  const { store } = database;
  const router = Router();
  const kept = new AnswerCache<FoundInModel>(KEPT, (found) => JSON.stringify(found).length);
  /** The search that each person waits for, with how far it is. */
  const under = new Map<string, { readonly key: string }>();
  const progress = new Map<string, FindingsProgress>();

  /** The findings of somebody's view of the data: searched once, and no further where nobody waits for it any more. */
  async function search(
    within: FindingsWithin,
    ready: ReadyModel,
    person: string,
    { signal, ...options }: ReturnType<typeof optionsFor>,
  ): Promise<FoundInModel> {
    const key = JSON.stringify([ready.model.id, ready.version, ready.access.key, ready.calendar.asOf, within]);
    const own = { key };
    under.set(waiterOf(person, ready.model.id), own);
    try {
      return await kept.get(key, signal, (shared) =>
        findingsOfModel(within, MOST, ready, answering.looks(ready, { ...options, signal: shared }), (now) =>
          progress.set(key, now),
        ).finally(() => progress.delete(key)),
      );
    } finally {
      if (under.get(waiterOf(person, ready.model.id)) === own) under.delete(waiterOf(person, ready.model.id));
    }
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
      const { findings, looked } = await search(within, ready, person.id, optionsFor(context, person, response));
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
    '/models/:model/findings/progress',
    handle(async (request): Promise<FindingsProgress> => {
      const person = personOf(request);
      const ready = await library.get(textOf(request, 'model'), person);
      const own = under.get(waiterOf(person.id, ready.model.id));
      return (own === undefined ? undefined : progress.get(own.key)) ?? { done: 0, of: 0 };
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
