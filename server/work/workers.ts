/** Threads for what would hold up the event loop: one that reads, one that makes files, two that load. What takes too long is stopped, thread and all. */
import path from 'node:path';
import { Piscina } from 'piscina';
import { Busy } from '../engines/fair-queue';
import { FILE_TASKS } from './file-tasks';
import { LOAD_TASKS } from './load-tasks';
import { IMPORT_TASKS } from '../bringing/import-tasks';
import { READING_TASKS } from './reading-tasks';

const TASKS = { ...READING_TASKS, ...FILE_TASKS, ...LOAD_TASKS, ...IMPORT_TASKS } as const;
export type TaskName = keyof typeof TASKS;
export type TaskInput<Name extends TaskName> = Parameters<(typeof TASKS)[Name]>[0];
export type TaskResult<Name extends TaskName> = Awaited<ReturnType<(typeof TASKS)[Name]>>;

/** It was stopped because it took too long; nothing of it is kept. */
export class TooLong extends Error {}

export interface Workers {
  /** @throws TooLong where it takes longer than the task may, Busy where too many wait */
  run<Name extends TaskName>(name: Name, input: TaskInput<Name>, stop?: AbortSignal): Promise<TaskResult<Name>>;
  close(): Promise<void>;
}

/** Milliseconds that a task may take, waiting for the ones before it included. */
const TIME: Readonly<Record<TaskName, number>> = {
  readModel: 20_000,
  readText: 8_000,
  suggestFor: 8_000,
  answersFile: 60_000,
  answerPng: 30_000,
  boardPicture: 30_000,
  loadFile: 3_600_000,
  examineFile: 600_000,
  linesOfFile: 60_000,
  loadImport: 3_600_000,
};
const MOST_WAITING = 64;
/** Each holds a connection of the database until it is done. */
const LOADS_AT_ONCE = 2;

/** @param folder where the bundled programs of the threads are */
export function threads(folder: string): Workers {
  const pool = (program: string, minThreads: number, maxThreads = 1) =>
    new Piscina({
      filename: path.join(folder, program),
      minThreads,
      maxThreads,
      idleTimeout: 60_000,
      maxQueue: MOST_WAITING,
      resourceLimits: { maxOldGenerationSizeMb: 1500 },
    });
  // the one that reads stays, as it knows the models that were asked about; files are made now and then
  const reading = pool('reading-thread.js', 1);
  const files = pool('file-thread.js', 0);
  const loads = pool('load-thread.js', 0, LOADS_AT_ONCE);
  const poolOf = (name: TaskName) => (name in READING_TASKS ? reading : name in FILE_TASKS ? files : loads);
  return {
    async run<Name extends TaskName>(
      name: Name,
      input: TaskInput<Name>,
      stop?: AbortSignal,
    ): Promise<TaskResult<Name>> {
      const signal = AbortSignal.timeout(TIME[name]);
      try {
        return (await poolOf(name).run(
          { name, input },
          { signal: stop === undefined ? signal : AbortSignal.any([signal, stop]) },
        )) as TaskResult<Name>;
      } catch (error) {
        if (signal.aborted) throw new TooLong();
        if (error instanceof Error && /task queue is at limit/i.test(error.message)) throw new Busy();
        throw error;
      }
    },
    async close() {
      await Promise.all([reading.destroy(), files.destroy(), loads.destroy()]);
    },
  };
}

/** Without threads, for tests of what the tasks do. */
export const IN_PROCESS: Workers = {
  async run<Name extends TaskName>(name: Name, input: TaskInput<Name>): Promise<TaskResult<Name>> {
    return (await (TASKS[name] as (input: TaskInput<Name>) => unknown)(input)) as TaskResult<Name>;
  },
  async close() {
    // nothing runs
  },
};
