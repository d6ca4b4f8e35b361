/** The program of the threads that load. */
import { LOAD_TASKS, type Load, type LoadEnd } from './load-tasks';

export default async function run({ input }: { readonly input: Load }): Promise<LoadEnd> {
  return LOAD_TASKS.loadFile(input);
}
