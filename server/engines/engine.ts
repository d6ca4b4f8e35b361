/** What an engine does: runs a plan and gives the columns' rows, within limits, and stops when told to. */
import type { Cell } from '@zud/core/query/answer';
import type { Plan } from '@zud/core/query/plan';

export interface RunLimits {
  /** Milliseconds after which the run is stopped. */
  readonly time: number;
}

export interface EngineResult {
  readonly rows: readonly (readonly Cell[])[];
  readonly query: string;
  readonly parameters: readonly unknown[];
  /** Milliseconds the engine took. */
  readonly ms: number;
}

export interface Engine {
  readonly name: string;
  /** @throws TimeLimitReached, Stopped */
  run(plan: Plan, options: { readonly signal: AbortSignal | null; readonly limits: RunLimits }): Promise<EngineResult>;
}

export class TimeLimitReached extends Error {}
export class Stopped extends Error {}
