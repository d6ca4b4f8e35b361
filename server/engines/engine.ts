/** What an engine does: runs a plan and gives the columns' rows, within limits, and stops when told to. */
import type { Cell } from '@zud/core/query/answer';
import type { CodedPlaces, CodedRows } from '@zud/core/query/coded';
import type { Plan } from '@zud/core/query/plan';
import type { TableVersions } from '../store/tables';

export interface RunLimits {
  /** Milliseconds after which the run is stopped. */
  readonly time: number;
}

export interface RunOptions {
  readonly signal: AbortSignal | null;
  readonly limits: RunLimits;
  /** Whose question it is, for the engines to be shared fairly. */
  readonly person: string;
  /** The load of each table that is asked about. An engine that holds another one must not answer. */
  readonly tables: TableVersions;
  /** Where very many rows are only looked at: which columns of the plan's output are wanted in columns. */
  readonly coded?: CodedPlaces;
}

export interface EngineResult {
  /** The engine that ran it. */
  readonly engine: string;
  readonly rows: readonly (readonly Cell[])[];
  /** In the place of the rows, where they were asked for in columns and the engine can give them so. */
  readonly coded?: CodedRows;
  readonly query: string;
  readonly parameters: readonly unknown[];
  /** What the engine did otherwise than the plan says, in words. */
  readonly remarks: readonly string[];
  /** Milliseconds the engine took. */
  readonly ms: number;
}

export interface Engine {
  readonly name: string;
  /** @throws TimeLimitReached, Stopped */
  run(plan: Plan, options: RunOptions): Promise<EngineResult>;
}

export class TimeLimitReached extends Error {}
export class Stopped extends Error {}

/** The data do not fit what the plan asks of them; the message says so in words. */
export class Unfit extends Error {}

/** Tables, columns and functions of types that are not there, and types that do not go together. Other faults of a query are ours. */
const OF_TYPES = new Set(['42P01', '42703', '42804', '42846', '42883']);

/** What the data have to do with an error of PostgreSQL, by its SQLSTATE; null where they have nothing to do with it. */
export function dataFault(error: unknown): 'values' | 'types' | null {
  const code = (error as { code?: string }).code ?? '';
  if (code.startsWith('22')) return 'values';
  return OF_TYPES.has(code) ? 'types' : null;
}
