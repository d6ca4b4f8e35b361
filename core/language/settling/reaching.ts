/** Settling what is to come: the value that something is to pass, and the end by which. */
import { measureOf } from '../../model/calculation';
import type { Edit } from '../../reading/edit-schema';
import type { Reading } from '../../reading/schema';
import { addDays, addMonths, dayFromParts, dayParts } from '../../time/day';
import type { Calendar, Period } from '../../time/period';
import { shownPlainly, type SaidEdit } from '../intent';
import { settledAmount } from './amounts';
import { type Situation } from './situation';

/** “By the end of the quarter”: that quarter. “By March”: from the beginning of the year to the end of the next March. */
export function periodToTheEnd({ unit, month }: Extract<SaidEdit, { do: 'byTheEnd' }>, { asOf }: Calendar): Period {
  if (month === undefined || month === 12) return { kind: 'this', grain: unit };
  const { year, month: now } = dayParts(asOf);
  const first = (of: number, at: number) => dayFromParts({ year: of, month: at, day: 1 }) ?? asOf;
  const ends = month >= now ? year : year + 1;
  return { kind: 'days', from: first(year, 1), to: addDays(addMonths(first(ends, month), 1), -1) };
}

export function whenEdits(
  { amount, side, needed }: Extract<SaidEdit, { do: 'saidWhen' }>,
  done: readonly Edit[],
  base: Reading,
  asFollowUp: boolean,
  { model }: Situation,
): { readonly edits: readonly Edit[]; readonly notes: readonly string[] } {
  const shown =
    done.flatMap((edit) => (edit.do === 'show' ? edit.shown : []))[0] ?? (asFollowUp ? base.shown[0] : undefined);
  // “will we make plan”, of which no figure was named: of the usual one that is planned
  const planned =
    amount === null && shown === undefined
      ? [model.measures.get(model.defaultMeasure), ...model.measures.values()].find((one) => one?.plan !== undefined)
      : undefined;
  const calculation = shown?.calculation ?? measureOf(planned?.id ?? model.defaultMeasure);
  const value = amount === null ? null : settledAmount(amount, calculation, model);
  return {
    edits: [
      ...(planned === undefined
        ? []
        : [
            {
              do: 'show' as const,
              how: 'replace' as const,
              shown: [shownPlainly(calculation)],
            },
          ]),
      {
        do: 'explain',
        explain: {
          asked: 'when',
          aim: value === null ? { kind: 'plan' } : { kind: 'value', value: value.value, side },
          ...(needed ? { needed: true as const } : {}),
        },
      },
    ],
    notes: value?.note === undefined ? [] : [value.note],
  };
}
