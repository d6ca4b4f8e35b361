/** The program of the threads that load and look through files. */
import { IMPORT_TASKS } from '../bringing/import-tasks';
import { LOAD_TASKS } from './load-tasks';

const TASKS = { ...LOAD_TASKS, ...IMPORT_TASKS } as const;

export default async function run({
  name,
  input,
}: {
  readonly name: keyof typeof TASKS;
  readonly input: never;
}): Promise<unknown> {
  return (TASKS[name] as (input: never) => unknown)(input);
}
