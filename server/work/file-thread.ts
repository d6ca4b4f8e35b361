/** The program of the thread that makes files. */
import { FILE_TASKS } from './file-tasks';

export default async function run({
  name,
  input,
}: {
  readonly name: keyof typeof FILE_TASKS;
  readonly input: unknown;
}): Promise<unknown> {
  return (FILE_TASKS[name] as (input: unknown) => unknown)(input);
}
