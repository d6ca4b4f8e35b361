/** Why a model cannot be asked just now; other models are not touched by it. */
import type { ModelFault } from '@zud/core/model/model-fault';

/** A model that cannot be asked, by somebody or by anybody; what was asked of it is kept. */
export abstract class ModelNotAsked extends Error {}

/** The model and its tables do not fit each other. The message says so in words, with what to do. */
export class ModelAtFault extends ModelNotAsked {
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
export class ModelGone extends ModelNotAsked {
  constructor(model: string) {
    super(
      `The model “${model}” was taken away. What was asked of it can still be read, but nothing new is computed. A steward can put it back by making a model with the same id.`,
    );
  }
}

/** The model is somebody's own, and is not shared with whoever asks. What it is called is not told. */
export class ModelKept extends ModelNotAsked {
  constructor() {
    super(
      'This comes from data that somebody keeps as their own, and they are not shared with you. Ask whoever showed it to you to share them.',
    );
  }
}
