/** An engine that people share fairly: each run waits for its turn. */
import type { Plan } from '@zud/core/query/plan';
import type { FairQueue } from './fair-queue';
import type { Engine, EngineResult, RunOptions } from './engine';

export class SharedEngine implements Engine {
  readonly name: string;

  constructor(
    private readonly engine: Engine,
    private readonly queue: FairQueue,
  ) {
    this.name = engine.name;
  }

  run(plan: Plan, options: RunOptions): Promise<EngineResult> {
    return this.queue.run(options.person, options.signal, () => this.engine.run(plan, options));
  }
}
