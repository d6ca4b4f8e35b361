/** Replays the corpus: each question with the reading it follows and what it gives. */
import { read, type ReadResult } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import type { Known } from '../demo-names';
import { dialoguesOf } from './dialogues';

export interface Replayed {
  readonly at: string;
  readonly heading: string;
  readonly question: string;
  readonly before: Reading | null;
  readonly result: ReadResult;
}

export function replayed(model: string, known: Known): Replayed[] {
  return dialoguesOf(model).flatMap(({ heading, turns }) => {
    let before: Reading | null = null;
    return turns.map(({ at, question }): Replayed => {
      const result = read(question, { ...known, before });
      const turn = { at, heading, question, before, result };
      if (result.reading) before = result.reading;
      return turn;
    });
  });
}
