/** Prefers the columnar copy where it holds what is asked about; PostgreSQL, which always suffices, answers all else. */
import type { Logger } from 'pino';
import type { Plan } from '@zud/core/query/plan';
import { CopyFailed, type ColumnarEngine } from './columnar/columnar-engine';
import type { Engine, EngineResult, RunOptions } from './engine';

export class PreferringEngine implements Engine {
  readonly name: string;

  constructor(
    private readonly truth: Engine,
    private readonly copy: ColumnarEngine,
    private readonly log: Logger,
  ) {
    this.name = truth.name;
  }

  async run(plan: Plan, options: RunOptions): Promise<EngineResult> {
    if (!this.copy.holds(plan, options.tables)) return this.truth.run(plan, options);
    try {
      return await this.copy.run(plan, options);
    } catch (error) {
      if (!(error instanceof CopyFailed)) throw error;
      this.log.warn({ reason: error.message }, 'the columnar copy failed; PostgreSQL answers');
      return this.truth.run(plan, options);
    }
  }
}
