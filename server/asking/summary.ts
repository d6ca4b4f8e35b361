/** "summarise this": an answer in a few sentences, each computed from it or from its total. */
import { addsUp } from '@zud/core/model/additivity';
import type { Reading } from '@zud/core/reading/schema';
import type { Answer, Analysed } from './analysed';
import type { ReadyModel } from './ready-model';
import { passedOver, Unanswerable } from './unanswerable';

/** The total first, then the headline, what stands out, and what to beware of. @throws Unanswerable where records are shown, or nothing at all */
export async function summarised(reading: Reading, { model }: ReadyModel, answer: Answer): Promise<Analysed> {
  const [first] = reading.shown;
  if (first === undefined || reading.rows !== null)
    throw new Unanswerable('Records are not summed up in sentences; go back to the figures first.');
  const answered = await answer(reading);
  if (answered.outcome === 'empty') throw new Unanswerable('There are no data to sum up.');
  const { explanation } = answered;
  if (explanation !== undefined)
    return {
      reading,
      notes: [
        {
          kind: 'explained',
          text: [
            `${explanation.verdict}.`,
            ...explanation.parts.map(({ text }) => text),
            ...(explanation.against ?? []).map(({ text }) => `The other way: ${text}`),
            ...(explanation.rest === undefined ? [] : [`${explanation.rest.text}.`]),
          ].join(' '),
        },
      ],
    };
  const noted = (kind: 'finding' | 'caveat', most: number) =>
    answered.notes
      .filter((note) => note.kind === kind)
      .slice(0, most)
      .map((note) => note.text);
  const total =
    reading.by.length > 0 && reading.against?.kind !== 'members' && addsUp(first.calculation, model)
      ? await totalOf(reading, answer)
      : [];
  const sentences = [...total, answered.plainHeadline, ...noted('finding', 3), ...noted('caveat', 1)].map((text) =>
    /[.!?]$/.test(text) ? text : `${text}.`,
  );
  return { reading, notes: [{ kind: 'explained', text: [...new Set(sentences)].join(' ') }] };
}

/** The headline of all together, beside the year before where a period is named and nothing stands beside it yet. */
async function totalOf(reading: Reading, answer: Answer): Promise<string[]> {
  const [first] = reading.shown;
  const against = reading.against ?? (reading.when === null ? null : { kind: 'year' as const });
  const whole: Reading = {
    ...reading,
    shown: first === undefined ? [] : [{ ...first, transform: null }],
    by: [],
    ahead: null,
    rank: null,
    order: null,
    view: null,
    against,
  };
  const answered = await answer(whole).catch(passedOver);
  return answered === null || answered.outcome === 'empty' ? [] : [answered.headline];
}
