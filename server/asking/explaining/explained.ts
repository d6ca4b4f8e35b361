/** A reading of which more is asked than its numbers → an answer that explains them. */
import { bridgeOf } from '@zud/core/chart/explanation-bridge';
import type { Reading } from '@zud/core/reading/schema';
import { capitalised, rangeWords } from '@zud/core/reading/words';
import { partsTable } from '@zud/core/table/explanation-table';
import type { Answered } from '../answered';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import type { Looks } from './looks';
import { explainMoved } from './moved';
import { explainUnusual } from './unusual';

/** @throws Unanswerable where it cannot be explained, with the reason */
export async function explained(
  reading: Reading,
  ready: ReadyModel,
  looks: Looks,
): Promise<Omit<Answered, 'sentence'>> {
  const { explain } = reading;
  if (explain === undefined) throw new TypeError('Nothing is to be explained.');
  const {
    explanation,
    main,
    notes,
    reading: settled,
  } = explain.asked === 'moved'
    ? await explainMoved(reading, explain, ready, looks)
    : await explainUnusual(reading, explain, ready, looks);
  const column = main.answer.columns.find((one) => one.as === 'value') ?? { key: 'value', label: '', role: 'measure' };
  return {
    outcome: 'answered',
    reading: settled,
    // where nothing stands beside the figure, it is what there is to show
    ...(explanation.total === undefined
      ? { answer: main.answer, chart: main.chart }
      : {
          answer: partsTable(explanation, main.answer),
          chart: bridgeOf(explanation, column, endsOf(settled, main, ready)),
        }),
    headline: explanation.verdict,
    plainHeadline: explanation.verdict,
    notes: [...notes, ...main.notes],
    working: main.working,
    explanation,
  };
}

/** What the two sides are called: their days where they are known. */
function endsOf(reading: Reading, { answer }: Answered, ready: ReadyModel): { before: string; now: string } {
  const named = ({ from, to }: { readonly from?: string; readonly to?: string }) =>
    from === undefined || to === undefined ? null : rangeWords(from, to).replace(/^from /, '');
  const { beside } = headlineWords(answer, reading, ready);
  return {
    before: capitalised((answer.other === null ? null : named(answer.other)) ?? beside),
    now: capitalised(named(answer.window) ?? 'Now'),
  };
}
