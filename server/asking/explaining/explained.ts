/** A reading of which more is asked than its numbers → an answer that explains them. */
import { bridgeOf } from '@zud/core/chart/explanation-bridge';
import type { Reading } from '@zud/core/reading/schema';
import { capitalised } from '@zud/core/reading/words';
import { partsTable } from '@zud/core/table/explanation-table';
import type { Answered } from '../answered';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import type { Looks } from './looks';
import { explainMoved } from './moved';

/** @throws Unanswerable where it cannot be explained, with the reason */
export async function explained(
  reading: Reading,
  ready: ReadyModel,
  looks: Looks,
): Promise<Omit<Answered, 'sentence'>> {
  const { explain } = reading;
  if (explain === undefined) throw new TypeError('Nothing is to be explained.');
  const { explanation, main, notes, reading: settled } = await explainMoved(reading, explain, ready, looks);
  const column = main.answer.columns.find((one) => one.as === 'value') ?? { key: 'value', label: '', role: 'measure' };
  const { beside } = headlineWords(main.answer, settled, ready);
  const table = partsTable(explanation, main.answer);
  return {
    outcome: 'answered',
    reading: settled,
    answer: table,
    chart: bridgeOf(explanation, column, { before: capitalised(beside), now: 'Now' }),
    headline: explanation.verdict,
    plainHeadline: explanation.verdict,
    notes: [...notes, ...main.notes],
    working: main.working,
    explanation,
  };
}
