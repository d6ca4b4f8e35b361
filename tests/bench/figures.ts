/** Figures of the benchmarks. */
import type { Running } from '../../server/launch/server';

export function percentile(times: readonly number[], share: number): number {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
}

export const shown = (value: number) => value.toFixed(value < 10 ? 2 : 0).padStart(8);
export const say = (line: string) => process.stdout.write(`${line}\n`);

/** Waits until the columnar copy holds all tables. @returns seconds; at once where there is no copy */
export async function whenCopied({ context }: Running): Promise<number> {
  const began = performance.now();
  for (;;) {
    const state = context.copy?.state;
    if (state === undefined || (state.settled && state.ready === state.of)) return (performance.now() - began) / 1000;
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
