/** Threads for what would hold up the event loop. What takes too long is stopped, thread and all. */
import { Piscina } from 'piscina';
import { Busy } from '../engines/fair-queue';
import { TASKS, type TaskInput, type TaskName, type TaskResult } from './tasks';

/** It was stopped because it took too long; nothing of it is kept. */
export class TooLong extends Error {}

export interface Workers {
  /** @throws TooLong where it takes longer than the task may, Busy where too many wait */
  run<Name extends TaskName>(name: Name, input: TaskInput<Name>): Promise<TaskResult<Name>>;
  close(): Promise<void>;
}

/** Milliseconds that a task may take. */
const TIME: Readonly<Record<TaskName, number>> = { readModel: 10_000, readText: 5_000, suggestFor: 5_000, answersFile: 60_000, boardPicture: 30_000 };
const MOST_WAITING = 64;

/** @param program the bundled program of a thread */
export function threads(program: string): Workers {
  // one thread reads, so that it knows the models that were asked about; another one writes files
  const pools = [1, 2].map(() => new Piscina({ filename: program, minThreads: 0, maxThreads: 1, idleTimeout: 60_000, maxQueue: MOST_WAITING, resourceLimits: { maxOldGenerationSizeMb: 1500 } }));
  const poolOf = (name: TaskName) => pools[name === 'answersFile' || name === 'boardPicture' ? 1 : 0] as Piscina;
  return {
    async run<Name extends TaskName>(name: Name, input: TaskInput<Name>) {
      const signal = AbortSignal.timeout(TIME[name]);
      try {
        return (await poolOf(name).run({ name, input }, { signal })) as TaskResult<Name>;
      } catch (error) {
        if (signal.aborted) throw new TooLong();
        if (error instanceof Error && /task queue is at limit/i.test(error.message)) throw new Busy();
        throw error;
      }
    },
    async close() {
      await Promise.all(pools.map((pool) => pool.destroy()));
    },
  };
}

/** Without threads, for tests of what the tasks do. */
export const IN_PROCESS: Workers = {
  async run<Name extends TaskName>(name: Name, input: TaskInput<Name>) {
    return (await (TASKS[name] as (input: TaskInput<Name>) => unknown)(input)) as TaskResult<Name>;
  },
  async close() {
    // nothing runs
  },
};
