/** The program of the thread that reads. */
import { READING_TASKS } from './reading-tasks';

export default async function run({
  name,
  input,
}: {
  readonly name: keyof typeof READING_TASKS;
  readonly input: unknown;
}): Promise<unknown> {
  return (READING_TASKS[name] as (input: unknown) => unknown)(input);
}
