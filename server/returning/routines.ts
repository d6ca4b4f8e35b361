/** Running a routine: its steps are asked one after the other, what comes of each is noted, and the edition goes out. */
import { Problem } from '@zud/core/contract/problem';
import { ModelNotAsked } from '../asking/model-fault';
import type { Reader } from '../asking/reader';
import { setPages } from '../store/briefings';
import { personById } from '../store/people';
import { beginRun, endRun, isByHand, noteSteps, routineById } from '../store/routines';
import { makeEdition } from './editions';
import type { Looking } from './looking';
import { pagesOfRoutine, RunStopped } from './routine-pages';

export async function runRoutine(
  runId: string,
  looking: Looking & { readonly reader: Reader },
): Promise<number | null> {
  const { store, library, reader, answering, timeLimit } = looking;
  const run = await beginRun(store, runId);
  if (run === null) return null;
  const routine = await routineById(store, run.routineId);
  const owner = routine === null ? null : await personById(store, routine.ownerId);
  if (routine === null || owner === null) {
    await endRun(store, runId, { state: 'failed', said: 'Its owner is not here any more.' });
    return null;
  }
  try {
    const ready = await library.get(routine.modelId, owner);
    const { pages, ran } = await pagesOfRoutine(routine.steps, run.blanks, {
      ready,
      reader,
      answering,
      options: { signal: null, limits: { time: timeLimit }, person: owner.id },
      step: (steps) => noteSteps(store, runId, steps),
    });
    const failed = ran.filter(({ state }) => state === 'failed').length;
    if (pages.length === 0) {
      await endRun(store, runId, { state: 'failed', said: 'No step came to anything, so nothing goes out.' });
      return null;
    }
    await setPages(store, routine.briefingId, pages);
    const edition = await makeEdition(routine.briefingId, `routine ${runId}`, isByHand(run) ? owner.id : null, looking);
    await endRun(store, runId, {
      state: 'done',
      said:
        edition === null
          ? 'Its briefing is paused, so nothing goes out.'
          : failed === 0
            ? null
            : `${failed} of ${ran.length} steps came to nothing.`,
      ...(edition === null ? {} : { edition }),
    });
    return edition;
  } catch (error) {
    if (error instanceof RunStopped) return null;
    if (!(error instanceof ModelNotAsked || error instanceof Problem)) throw error;
    await endRun(store, runId, { state: 'failed', said: error.message });
    return null;
  }
}
