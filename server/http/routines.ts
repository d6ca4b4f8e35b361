/** Routines: a trail kept as steps in words, run by hand, on a schedule or when data arrive. */
import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { lookWords } from '@zud/core/alerts/alert-sentence';
import {
  routineBody,
  routineChangeBody,
  runBody,
  type RoutineBlank,
  type RoutineRun,
  type RoutineStep,
  type RoutineView,
} from '@zud/core/contract/routines';
import { notFound, Problem } from '@zud/core/contract/problem';
import { routineFault } from '@zud/core/routines/routine';
import { nextAfter } from '@zud/core/schedule/schedule';
import { nextWords } from '@zud/core/schedule/schedule-words';
import { stepFor } from '../asking/step-view';
import { inquiryFor, stepsOf } from '../store/inquiries';
import type { Person } from '../store/people';
import {
  addRoutine,
  addRun,
  changeRoutine,
  endRun,
  removeRoutine,
  routineFor,
  routinesOf,
  runByHand,
  runById,
  runsOf,
  type Routine,
  type RunRow,
} from '../store/routines';
import { handle, idOf, parsed, personWith, type Context } from './context';

const runView = ({ id, at, state, steps, said, edition }: RunRow): RoutineRun => ({
  id,
  at: at.toISOString(),
  state,
  steps: [...steps],
  said,
  edition,
});

export function routineRoutes(context: Context): Router {
  const { store, library, clock, jobs } = context;
  const router = Router();

  const view = async (routine: Routine): Promise<RoutineView> => {
    const { id, title, modelId, briefingId, steps, blanks, look, paused } = routine;
    return {
      id,
      title,
      modelId,
      briefingId,
      steps: [...steps],
      blanks: [...blanks],
      look,
      looks: look === null ? 'by hand only' : lookWords(look),
      next: look === null || look === 'data' || paused !== null ? null : nextWords(look, clock.now()),
      paused,
      runs: (await runsOf(store, id)).map(runView),
    };
  };

  const checked = (steps: readonly RoutineStep[], blanks: readonly RoutineBlank[]) => {
    const fault = routineFault(steps, blanks);
    if (fault !== null) throw new Problem(422, 'It cannot be kept', `${fault} Nothing was changed.`);
  };

  /** The answered steps of a trail, as words; what was done by hand in the words that say it. */
  async function stepsOfTrail(inquiryId: string, person: Person) {
    const { inquiry } = await inquiryFor(store, inquiryId, person.id, 'see');
    const viewer = await library.viewer(inquiry.modelId, person);
    const rows = await stepsOf(store, inquiry.id);
    const parentOf = new Map(rows.map(({ id, after }) => [id, after]));
    const kept = new Map<string, RoutineStep>();
    for (const row of rows) {
      if (row.outcome !== 'answered' && row.outcome !== 'empty') continue;
      const { asked, inWords, sentence } = stepFor(row, viewer);
      // a step that came to nothing is gone past
      let before = row.after;
      while (before !== null && !kept.has(before)) before = parentOf.get(before) ?? null;
      const byHand = row.asked === null || inWords !== undefined;
      const alone = byHand && inWords === undefined;
      const text = (inWords ?? (alone ? sentence?.text : asked) ?? asked).trim();
      if (text === '') continue;
      kept.set(row.id, {
        id: randomUUID().slice(0, 8),
        text: text.slice(0, 1000),
        follows: before === null || alone ? null : (kept.get(before)?.id ?? null),
        each: null,
      });
    }
    return { title: inquiry.title, modelId: inquiry.modelId, steps: [...kept.values()].slice(0, 40) };
  }

  router.get(
    '/routines',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      return Promise.all((await routinesOf(store, person.id)).map(view));
    }),
  );
  router.post(
    '/routines',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const body = parsed(routineBody, request.body);
      const made =
        body.inquiryId !== undefined
          ? await stepsOfTrail(body.inquiryId, person)
          : { title: 'Routine', modelId: body.modelId ?? '', steps: body.steps ?? [] };
      if (made.steps.length === 0)
        throw new Problem(422, 'Nothing to make it of', 'There is no answered step to keep. Nothing was kept.');
      await library.get(made.modelId, person);
      const blanks = body.blanks ?? [];
      checked(made.steps, blanks);
      const routine = await addRoutine(
        store,
        { title: body.title ?? made.title, ownerId: person.id, modelId: made.modelId, steps: made.steps, blanks },
        clock.now(),
      );
      response.status(201);
      return view(routine);
    }),
  );
  router.get(
    '/routines/:id',
    handle(async (request) => view(await routineFor(store, idOf(request), personWith(request, 'analyst').id))),
  );
  router.patch(
    '/routines/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const routine = await routineFor(store, idOf(request), person.id);
      const { paused, ...body } = parsed(routineChangeBody, request.body);
      checked(body.steps ?? routine.steps, body.blanks ?? routine.blanks);
      const look = body.look === undefined ? routine.look : body.look;
      const begins = body.look !== undefined || paused === false;
      await changeRoutine(store, routine, person.id, {
        ...body,
        ...(paused === undefined ? {} : { paused: paused ? 'Its owner paused it.' : null }),
        ...(begins
          ? {
              nextAt: look === null || look === 'data' ? null : nextAfter(look, clock.now()),
              lookedAt: await library.dataVersionOf(routine.modelId),
            }
          : {}),
        updatedAt: clock.now(),
      });
      return view(await routineFor(store, routine.id, person.id));
    }),
  );
  router.delete(
    '/routines/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      await removeRoutine(store, await routineFor(store, idOf(request), person.id), person.id);
      return undefined;
    }),
  );
  router.post(
    '/routines/:id/runs',
    handle(async (request, response) => {
      const routine = await routineFor(store, idOf(request), personWith(request, 'analyst').id);
      const said = parsed(runBody, request.body ?? {}).blanks ?? [];
      const values = new Map(said.map(({ name, value }) => [name.toLowerCase(), value]));
      const blanks = routine.blanks.map(({ name, value }) => ({
        name,
        value: values.get(name.toLowerCase()) ?? value,
      }));
      const id = await store.transaction(async (kept) => {
        const run = await addRun(kept, routine, blanks, runByHand(), clock.now());
        if (run !== null) await jobs.send(kept, 'routine', { id: run, about: routine.title });
        return run;
      });
      jobs.nudge('routine');
      const run = id === null ? null : await runById(store, id);
      if (run === null) throw new TypeError('A run was not kept.');
      response.status(201);
      return runView(run);
    }),
  );
  /** Stops a run after the step that is under way. */
  router.delete(
    '/routines/:id/runs/:run',
    handle(async (request) => {
      const routine = await routineFor(store, idOf(request), personWith(request, 'analyst').id);
      const run = await runById(store, idOf(request, 'run'));
      if (run === null || run.routineId !== routine.id) throw notFound('run');
      await endRun(store, run.id, { state: 'stopped', said: 'It was stopped; nothing goes out.' });
      return undefined;
    }),
  );
  return router;
}
