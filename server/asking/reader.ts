/** Words → readings. Short texts are read at once; long ones in a thread of their own, within a limit of time. */
import type { Points } from '@zud/core/analysis/referents';
import { read, type ReadResult } from '@zud/core/language/read';
import { suggest, type Suggestion } from '@zud/core/language/suggest';
import { asTyped, completedTerm, inOtherWords } from '@zud/core/language/terms';
import type { Reading } from '@zud/core/reading/schema';
import { UNKNOWN, type LongText } from '../work/reading-tasks';
import { TooLong, type Workers } from '../work/workers';
import type { ReadyModel } from './ready-model';

/** Letters up to which a text is read at once: the longest that is read within milliseconds, whatever it says. */
const SHORT = 120;

export class Reader {
  constructor(private readonly workers: Workers) {}

  /**
   * @param earlier the reading before the one that is followed
   * @throws TooLong where it cannot be read in good time
   */
  async read(
    text: string,
    ready: ReadyModel,
    before: Reading | null,
    points: Points | null = null,
    earlier: Reading | null = null,
  ): Promise<ReadResult> {
    const said = inOtherWords(text, ready.terms);
    const plain = said?.text ?? text;
    const result = await withinBounds(async () => {
      if (plain.length <= SHORT)
        return read(plain, { names: ready.names, calendar: ready.calendar, before, earlier, points });
      return this.long('readText', { text: plain, before, earlier, points }, ready) as Promise<ReadResult>;
    });
    return said === null ? result : asTyped(result, said, text);
  }

  /** Completions of a text. @throws TooLong */
  async suggest(text: string, ready: ReadyModel, before: Reading | null): Promise<Suggestion> {
    const completed = completedTerm(text, ready.terms);
    const found = await withinBounds(async () => {
      if (text.length <= SHORT) return suggest(text, { names: ready.names, calendar: ready.calendar, before });
      return this.long('suggestFor', { text, before, earlier: null, points: null }, ready) as Promise<Suggestion>;
    });
    return completed.length === 0 ? found : { ...found, completions: [...completed, ...found.completions] };
  }

  private async long(
    name: 'readText' | 'suggestFor',
    said: Pick<LongText, 'text' | 'before' | 'earlier' | 'points'>,
    ready: ReadyModel,
  ): Promise<ReadResult | Suggestion> {
    const asked: LongText = {
      ...said,
      key: `${ready.model.id} ${ready.version} ${ready.access.key}`,
      calendar: ready.calendar,
    };
    const first = await this.workers.run(name, asked);
    if (first !== UNKNOWN) return first;
    const members = [...ready.model.levels.keys()].map((level) => ({ level, members: ready.names.membersOf(level) }));
    const second = await this.workers.run(name, { ...asked, model: { file: ready.model.file, members } });
    if (second === UNKNOWN) throw new TypeError('A thread does not know a model that it was told.');
    return second;
  }
}

/** A text that is nested more deeply than can be followed is too much at once. */
async function withinBounds<Value>(work: () => Promise<Value>): Promise<Value> {
  try {
    return await work();
  } catch (error) {
    const { name, message } = error as Partial<Error>;
    if (name === 'RangeError' && /call stack/.test(message ?? '')) throw new TooLong();
    throw error;
  }
}
