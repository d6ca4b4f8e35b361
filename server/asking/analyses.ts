/** Readings that are looked into: in a few sentences. What comes of it is a reading like any other, with what was found out. */
import type { Analysed, Answer } from './analysed';
import type { Analysis } from '@zud/core/language/intent';
import type { Reading } from '@zud/core/reading/schema';
import type { ReadyModel } from './ready-model';
import { summarised } from './summary';

/** @throws Unanswerable where there is nothing to be found out */
export async function analysed(
  reading: Reading,
  analysis: Analysis | undefined,
  ready: ReadyModel,
  answer: Answer,
): Promise<Analysed> {
  switch (analysis) {
    case 'summary':
      return summarised(reading, ready, answer);
    default:
      return { reading, notes: [] };
  }
}
