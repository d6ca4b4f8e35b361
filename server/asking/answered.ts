/** What comes of a reading: an answer with all that is told of it. */
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import type { ChartDescription } from '@zud/core/chart/description';
import type { Note } from '@zud/core/language/read';
import type { Answer, Working } from '@zud/core/query/answer';
import type { Reading } from '@zud/core/reading/schema';
import type { Sentence } from '@zud/core/reading/sentence';

export interface Answered {
  readonly outcome: 'answered' | 'empty';
  readonly reading: Reading;
  readonly sentence: Sentence;
  readonly answer: Answer;
  readonly chart: ChartDescription;
  readonly headline: string;
  /** The headline without its scope, for places that say the scope themselves. */
  readonly plainHeadline: string;
  readonly notes: readonly Note[];
  readonly working: Working;
  /** Where an explanation is asked for; the answer is then the table of its parts. */
  readonly explanation?: Explanation;
}
