/** What comes of looking into a reading: a reading like any other, with what was found out. */
import type { Note } from '@zud/core/language/read';
import type { Reading } from '@zud/core/reading/schema';
import type { Answered } from './answered';

export type Answer = (reading: Reading) => Promise<Answered>;

export interface Analysed {
  readonly reading: Reading;
  readonly notes: readonly Note[];
}
