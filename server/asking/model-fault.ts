/** Why a model cannot be asked just now; other models are not touched by it. */
import type { ModelFault } from '@zud/core/model/model-fault';

/** The model and its tables do not fit each other. The message says so in words, with what to do. */
export class ModelAtFault extends Error {
  constructor(
    readonly model: string,
    readonly faults: readonly ModelFault[],
  ) {
    super(
      `The model “${model}” cannot be asked just now: ${faults[0]?.reason ?? 'its tables do not fit it.'}${faults.length > 1 ? ` (and ${faults.length - 1} more)` : ''} What was asked of it is kept. A steward can load the table as it was, or change the model.`,
    );
  }
}

/** The model was taken away; what was asked of it stays readable. */
export class ModelGone extends Error {
  constructor(model: string) {
    super(
      `The model “${model}” was taken away. What was asked of it can still be read, but nothing new is computed. A steward can put it back by making a model with the same id.`,
    );
  }
}
