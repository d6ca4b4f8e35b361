/** Long work in short slices, so that the event loop turns between them. */
import { setImmediate } from 'node:timers/promises';

/** Milliseconds of work at a time. */
const SLICE = 8;

/** Runs a generator to its end, giving way after each slice. @returns what it returns */
export async function inSlices<Value>(steps: Generator<void, Value>): Promise<Value> {
  for (;;) {
    const until = performance.now() + SLICE;
    while (performance.now() < until) {
      const step = steps.next();
      if (step.done) return step.value;
    }
    await setImmediate();
  }
}
