/** Readings that are looked into: why they changed, and in a few sentences. What comes of it is a reading like any other, with what was found out. */
import type { Analysis } from '@zud/core/language/intent';
import type { Note } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import type { Answered } from './answering';
import type { ReadyModel } from './model-library';
import { summarised } from './summary';
import { whyChanged } from './why';

export type Answer = (reading: Reading) => Promise<Answered>;

export interface Looked {
  readonly reading: Reading;
  readonly notes: readonly Note[];
}

/** @throws Unanswerable where there is nothing to be found out */
export async function lookedInto(
  reading: Reading,
  analysis: Analysis | undefined,
  ready: ReadyModel,
  answer: Answer,
): Promise<Looked> {
  switch (analysis) {
    case 'why':
      return whyChanged(reading, ready, answer);
    case 'summary':
      return summarised(reading, ready, answer);
    default:
      return { reading, notes: [] };
  }
}
