/** What a calculation is made of, as far as its change can be told from parts that add up. */
import { addsUp } from '../../model/additivity';
import { isQuotient, leavesOf, type Calculation } from '../../model/calculation';
import { expand, measure as measureNamed, type Model } from '../../model/model';
import type { Make } from './world';

export interface Made {
  readonly make: Make;
  /** The amount; of a rate its numerator and its denominator. Each adds up over members. */
  readonly amounts: readonly [Calculation, Calculation?];
  /** Are the amounts (of a rate, all of them) numbers of records? */
  readonly counts: boolean;
}

/** @returns null where no parts add up to it: different members counted, medians, last values, ratios of ratios */
export function madeOf(calculation: Calculation, model: Model): Made | null {
  if (addsUp(calculation, model))
    return {
      make: 'amount',
      amounts: [calculation],
      counts: leavesOf(expand(model, calculation)).every(isCount(model)),
    };
  const average = averageOf(calculation, model);
  if (average !== null)
    return {
      make: 'rate',
      amounts: [
        { kind: 'behind', function: 'sum', measure: average },
        { kind: 'behind', function: 'count', measure: average },
      ],
      counts: false,
    };
  const expanded = expand(model, calculation);
  if (!isQuotient(expanded)) return null;
  const { left, right } = expanded;
  if (!partsAddUp(left, model) || !partsAddUp(right, model)) return null;
  return {
    make: 'rate',
    amounts: [left, right],
    counts: leavesOf(left).every(isCount(model)) && leavesOf(right).every(isCount(model)),
  };
}

/** The measure whose single values are averaged; null for anything else. */
function averageOf(calculation: Calculation, model: Model): string | null {
  if (calculation.kind === 'rows' && calculation.function === 'average') return calculation.measure;
  return calculation.kind === 'measure' && measureNamed(model, calculation.measure).kind === 'average'
    ? calculation.measure
    : null;
}

/** As additivity tells, for what stands on one side of a rate: records that pass a test, or are of a member, add up too. */
function partsAddUp(calculation: Calculation, model: Model): boolean {
  if (calculation.kind === 'passing') return true;
  if (calculation.kind === 'ofMember') return addsUp({ kind: 'measure', measure: calculation.measure }, model);
  return addsUp(calculation, model);
}

const isCount =
  (model: Model) =>
  (leaf: Calculation): boolean =>
    leaf.kind === 'passing' ||
    ((leaf.kind === 'measure' || leaf.kind === 'ofMember') && measureNamed(model, leaf.measure).kind === 'count');
