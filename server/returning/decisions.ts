/** What the measure of a decision has done since, by the rights of whoever looks. */
import type { Followed } from '@zud/core/contract/decisions';
import { sinceSentences, stretchesSince, type Stretch } from '@zud/core/decisions/since';
import { bare, type Reading } from '@zud/core/reading/schema';
import { missingFrom } from '@zud/core/reading/references';
import { capitalised, dayWords, calculationWords } from '@zud/core/reading/words';
import type { AskOptions, Answering } from '../asking/answering';
import { placesOf } from '../asking/explaining/looks';
import { ModelNotAsked } from '../asking/model-fault';
import type { ReadyModel } from '../asking/ready-model';
import { Unanswerable } from '../asking/unanswerable';

/** A reading's first figure with all that narrows it, of any time. Null where it has none. */
export function followedOf(reading: Reading): Reading | null {
  const [shown] = reading.shown;
  if (shown === undefined || reading.rows !== null) return null;
  return { ...bare(reading), shown: [{ ...shown, transform: null }], by: [], when: null };
}

/** @returns sentences; where nothing can be told, why */
export async function sinceThen(
  { reading, role, from }: Followed,
  get: () => Promise<ReadyModel>,
  answering: Answering,
  options: AskOptions,
): Promise<string[]> {
  try {
    const ready = await get();
    const missing = missingFrom(reading, ready.model);
    const [shown] = reading.shown;
    if (missing !== null || shown === undefined) return [missing ?? 'It has no figure.'];
    const { calendar, naming, sight } = ready;
    const asked = sight.reading(reading);
    const figure = capitalised(calculationWords(naming, shown.calculation));
    const stretches = stretchesSince(from, calendar.lastData ?? calendar.asOf);
    if (stretches === null) return [`${figure}: no data have come since ${dayWords(from)}.`];
    const figures = (stretch: Stretch) =>
      answering.figures(
        {
          ...asked,
          when: { period: { kind: 'days', ...stretch }, ...(role === undefined ? {} : { role }) },
        },
        ready,
        options,
      );
    const looked = await Promise.all(
      [stretches.since, stretches.before, stretches.sinceLastYear, stretches.beforeLastYear].map(figures),
    );
    const [since = null, before = null, sinceLastYear = null, beforeLastYear = null] = looked.map((one) => {
      const value = one.rows[0]?.[placesOf(one).value[0] ?? -1];
      return typeof value === 'number' ? value : null;
    });
    const [first] = looked;
    const column = first?.columns[placesOf(first).value[0] ?? -1];
    return sinceSentences(figure, stretches, { since, before, sinceLastYear, beforeLastYear }, column ?? {});
  } catch (error) {
    if (error instanceof Unanswerable || error instanceof ModelNotAsked) return [error.message];
    throw error;
  }
}
