/** A reading of which more is asked than its numbers → an answer that explains them. */
import type { Explanation } from '@zud/core/analysis/explain/explanation';
import { bridgeOf } from '@zud/core/chart/explanation-bridge';
import { contrastBars, factorBars } from '@zud/core/chart/factor-bars';
import type { AnswerColumn } from '@zud/core/query/plan';
import type { Explain, Reading } from '@zud/core/reading/schema';
import { capitalised, plainNaming, rangeWords, sideWords } from '@zud/core/reading/words';
import { contrastTable, partsTable } from '@zud/core/table/explanation-table';
import type { Answered } from '../answered';
import { headlineWords } from '../headline-words';
import type { ReadyModel } from '../ready-model';
import type { Looks } from './looks';
import { explainContrast } from './contrast';
import { explainGoesWith } from './goes-with';
import { explainMoved, type Explained } from './moved';
import { explainUnusual } from './unusual';
import { explainWhen } from './when';

/** @throws Unanswerable where it cannot be explained, with the reason */
export async function explained(
  reading: Reading,
  ready: ReadyModel,
  looks: Looks,
): Promise<Omit<Answered, 'sentence'>> {
  const { explain } = reading;
  if (explain === undefined) throw new TypeError('Nothing is to be explained.');
  const { explanation, main, notes, reading: settled } = await asExplained(reading, explain, ready, looks);
  const column: AnswerColumn = main.answer.columns.find((one) => one.as === 'value') ?? {
    key: 'value',
    label: '',
    role: 'measure',
  };
  return {
    outcome: 'answered',
    reading: settled,
    ...shownOf(explanation, column, settled, main, ready),
    headline: explanation.verdict,
    plainHeadline: explanation.verdict,
    notes: [...notes, ...main.notes],
    working: main.working,
    explanation,
  };
}

/** The table and the picture of an explanation: of a change its bridge; where nothing was added up, what it tells of each part. */
function shownOf(
  explanation: Explanation,
  column: AnswerColumn,
  settled: Reading,
  main: Answered,
  ready: ReadyModel,
): Pick<Answered, 'answer' | 'chart'> {
  if (explanation.total !== undefined)
    return {
      answer: partsTable(explanation, main.answer),
      chart: bridgeOf(explanation, column, endsOf(settled, main, ready)),
    };
  if (explanation.asked === 'goesWith')
    return { answer: partsTable(explanation, main.answer), chart: factorBars(explanation, column) };
  if (explanation.asked === 'contrast')
    return {
      answer: contrastTable(explanation, sidesOf(settled, ready), main.answer),
      chart: contrastBars(explanation),
    };
  // where nothing stands beside the figure, it is what there is to show
  return { answer: main.answer, chart: main.chart };
}

function asExplained(reading: Reading, explain: Explain, ready: ReadyModel, looks: Looks): Promise<Explained> {
  switch (explain.asked) {
    case 'moved':
      return explainMoved(reading, explain, ready, looks);
    case 'unusual':
      return explainUnusual(reading, explain, ready, looks);
    case 'goesWith':
      return explainGoesWith(reading, explain, ready, looks);
    case 'contrast':
      return explainContrast(reading, explain, ready, looks);
    case 'when':
      return explainWhen(reading, explain, ready, looks);
  }
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

function sidesOf({ explain }: Reading, { model }: ReadyModel): readonly [string, string] {
  if (explain?.asked !== 'contrast') throw new TypeError('There are no two sides.');
  const naming = plainNaming(model);
  return [
    capitalised(sideWords(naming, explain.first)),
    explain.second === undefined ? 'The others' : capitalised(sideWords(naming, explain.second)),
  ];
}
