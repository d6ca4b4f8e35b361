/** A change told as how many and how much each, where the model knows the measure as a number times a ratio. */
import type { ExplanationNote } from '@zud/core/analysis/explain/explanation';
import { volumeAndPrice } from '@zud/core/analysis/explain/volume-and-price';
import { addsUp } from '@zud/core/model/additivity';
import { isMeasure, type Calculation } from '@zud/core/model/calculation';
import type { Model } from '@zud/core/model/model';
import { volumeText, type MovedWords } from '@zud/core/narrate/explained';
import type { Reading } from '@zud/core/reading/schema';
import { calculationWords } from '@zud/core/reading/words';
import type { ReadyModel } from '../ready-model';
import { Unanswerable } from '../unanswerable';
import { amountAt, placesOf, type Looks } from './looks';

/** A measure has seldom more ratios that are worth telling. */
const MOST = 2;

/** @param compared the whole, on both sides */
export async function volumeNotes(
  compared: Reading,
  words: MovedWords,
  ready: ReadyModel,
  looks: Looks,
): Promise<ExplanationNote[]> {
  const [first] = compared.shown;
  if (first === undefined || !isMeasure(first.calculation)) return [];
  const ratios = ratiosOf(first.calculation.measure, ready.model).slice(0, MOST);
  const notes = ratios.map(async ({ ratio, per }): Promise<ExplanationNote[]> => {
    const shown = [first.calculation, per, ratio].map((calculation) => ({ calculation, transform: null }));
    const figures = await looks.figures({ ...compared, shown }).catch((error: unknown) => {
      // a number that these parts of the model do not know
      if (error instanceof Unanswerable) return null;
      throw error;
    });
    const [row] = figures?.rows ?? [];
    if (figures === null || row === undefined) return [];
    const { value, other } = placesOf(figures);
    const side = (places: readonly number[], at: number) => amountAt(row, places[at]);
    const before = { amount: side(other, 0), number: side(other, 1) };
    const now = { amount: side(value, 0), number: side(value, 1) };
    const split = volumeAndPrice(before, now);
    if (split === null) return [];
    const told = (calculation: Calculation, at: number, effect: number) => ({
      name: calculationWords(ready.naming, calculation),
      column: figures.columns[value[at] ?? -1] ?? words.column,
      now: side(value, at),
      before: side(other, at),
      effect,
    });
    return [
      {
        about: 'As how many and how much each',
        text: volumeText(told(per, 1, split.volume), told(ratio, 2, split.price), words),
        options: [per, ratio].map((calculation) => ({
          label: calculationWords(ready.naming, calculation),
          reading: { ...compared, shown: [{ calculation, transform: null }] },
        })),
      },
    ];
  });
  return (await Promise.all(notes)).flat();
}

/** The ratios of a model whose numerator a measure is, and whose denominator adds up. */
function ratiosOf(
  measure: string,
  model: Model,
): readonly { readonly ratio: Calculation; readonly per: Calculation }[] {
  // how far it is off plan is no number of something
  const plans = new Set([...model.measures.values()].map(({ plan }) => plan));
  return [...model.measures.values()].flatMap((one) => {
    if (one.kind !== 'ratio' || one.of !== measure || one.hidden === true || plans.has(one.per)) return [];
    const per: Calculation = { kind: 'measure', measure: one.per };
    return addsUp(per, model) ? [{ ratio: { kind: 'measure', measure: one.id }, per }] : [];
  });
}
