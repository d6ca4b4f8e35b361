/** The program of a worker thread. */
import { TASKS, type TaskName } from './tasks';

export default async function run({ name, input }: { readonly name: TaskName; readonly input: unknown }): Promise<unknown> {
  return (TASKS[name] as (input: unknown) => unknown)(input);
}
