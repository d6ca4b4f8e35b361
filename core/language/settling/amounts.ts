/** Amounts as said → numbers in the unit in which a measure is kept. */
import { byWord } from '../by-word';
import { isMeasure, isQuotient, type Calculation } from '../../model/calculation';
import { factsOf, type Model } from '../../model/model';
import type { Measure } from '../../model/schema';
import { nameWords, plainLetters, singular } from '../tokens';
import type { Amount, SaidTest } from '../intent';
import { CannotSettle } from './cannot-settle';
import { inSentence } from '../../reading/words';

/** Seconds in the units of time that measures are kept in. */
const SECONDS: Readonly<Record<string, number>> = byWord({
  s: 1,
  sec: 1,
  second: 1,
  seconds: 1,
  min: 60,
  mins: 60,
  minute: 60,
  minutes: 60,
  h: 3600,
  hr: 3600,
  hrs: 3600,
  hour: 3600,
  hours: 3600,
  d: 86_400,
  day: 86_400,
  days: 86_400,
  week: 604_800,
  weeks: 604_800,
});
const UNIT_NAMES: Readonly<Record<string, string>> = byWord({
  s: 'seconds',
  min: 'minutes',
  h: 'hours',
  percent: 'per cent',
  EUR: 'euros',
  USD: 'dollars',
  GBP: 'pounds',
});

export interface Settled {
  readonly value: number;
  readonly note?: string;
}

/** The units in which a calculation is kept: those of its measure, where it is one. */
interface Kept {
  readonly name: string;
  readonly unit: string | undefined;
  readonly currency: string | undefined;
  readonly percent: boolean;
  /** Is it a count, which has no unit? */
  readonly counted: boolean;
}

function keptIn(calculation: Calculation, model: Model): Kept {
  if (calculation.kind === 'proportion' || calculation.kind === 'part')
    return { name: 'This', unit: undefined, currency: undefined, percent: true, counted: false };
  const id = 'measure' in calculation ? calculation.measure : null;
  const found = id === null ? undefined : model.measures.get(id);
  return {
    name: found?.name ?? 'This',
    unit: found === undefined ? undefined : unitOfTime(found),
    currency: found?.format?.currency,
    percent: found?.format?.style === 'percent' && isMeasure(calculation),
    counted: found === undefined || found.kind === 'count' || found.kind === 'distinct',
  };
}

/** The unit that a measure is kept in, or the one that its name says: "Nights", "Working hours". */
export function unitOfTime({ name, unit, format }: Measure): string | undefined {
  if (unit !== undefined || format !== undefined) return unit;
  return nameWords(name).flatMap((word) => NAMED_UNITS[word] ?? [])[0];
}
const NAMED_UNITS: Readonly<Record<string, string>> = byWord({
  night: 'days',
  day: 'days',
  hour: 'h',
  minute: 'min',
  week: 'weeks',
});

/** Is a unit one of time? */
export const isLengthOfTime = (unit: string): boolean => SECONDS[plainLetters(unit)] !== undefined;

/** How many of one unit of time make another: 60 minutes an hour; null where one of them is none. */
export function unitsIn(unit: string, kept: string): number | null {
  const [whole, part] = [SECONDS[plainLetters(unit)], SECONDS[plainLetters(kept)]];
  return whole === undefined || part === undefined ? null : whole / part;
}

/** Is a measure kept in a unit of the same kind as an amount that was said: both of time, both the same? */
export function isOfTheKind(unit: string | undefined, amount: Amount | undefined): boolean {
  if (unit === undefined || amount?.unit === undefined) return false;
  return (
    unit === amount.unit ||
    (SECONDS[plainLetters(unit)] !== undefined && SECONDS[plainLetters(amount.unit)] !== undefined)
  );
}

/** @throws CannotSettle where what is shown is kept in another unit than the one that was said, as nothing is converted */
export function refuseOtherUnit(unit: string, shown: readonly Calculation[], model: Model): void {
  for (const calculation of shown) {
    const { name, unit: kept, currency } = keptIn(calculation, model);
    const same =
      kept !== undefined &&
      (plainLetters(kept) === unit ||
        isKeptAs(unit, kept) ||
        (SECONDS[plainLetters(kept)] ?? Number.NaN) === SECONDS[unit]);
    if (!same)
      throw new CannotSettle(
        `${name} is kept in ${kept ?? currency ?? 'plain numbers'} and is not converted, so it cannot be told in ${unit}.`,
        true,
      );
  }
}

/** Is a word a unit that measures of time, weight or length are kept in? */
export const isUnit = (word: string): boolean => SECONDS[word] !== undefined || KEPT_AS[singular(word)] !== undefined;

/** Is a unit, as it is said in the singular or plural, the one that a measure is kept in? */
export const isKeptAs = (said: string, unit: string): boolean => KEPT_AS[singular(said)]?.includes(unit) === true;
const KEPT_AS: Readonly<Record<string, readonly string[]>> = byWord({
  hour: ['h', 'hours'],
  minute: ['min', 'minutes'],
  mile: ['mi', 'miles'],
  kilometre: ['km'],
  km: ['km'],
  kilo: ['kg', 'kilos'],
  kg: ['kg'],
  tonne: ['t', 'tonnes'],
  litre: ['l', 'litres'],
  metre: ['m', 'metres'],
  kwh: ['kWh'],
  mwh: ['MWh'],
});

/** @throws CannotSettle where the measure is not kept in such a unit */
export function settledAmount(amount: Amount, calculation: Calculation, model: Model): Settled {
  const { name, unit, currency, percent, counted } = keptIn(calculation, model);
  if (amount.unit === 'percent') {
    if (percent || isQuotient(calculation)) return { value: amount.value / 100 };
    throw new CannotSettle(`${name} is not a share, so it has no per cent to compare with.`);
  }
  if (amount.unit === undefined)
    return percent && Math.abs(amount.value) > 1
      ? {
          value: amount.value / 100,
          note: `${amount.value} is read as ${amount.value} %, as ${inSentence(name)} is a share.`,
        }
      : { value: amount.value };
  const wanted = amount.unit;
  if (wanted === unit || wanted === currency) return { value: amount.value };
  const [said, kept] = [SECONDS[plainLetters(wanted)], unit === undefined ? undefined : SECONDS[plainLetters(unit)]];
  if (said !== undefined && kept !== undefined) return { value: (amount.value * said) / kept };
  const words = UNIT_NAMES[wanted] ?? wanted;
  if (unit === undefined && currency === undefined && !percent && !counted && !isOfAnother(amount, calculation, model))
    return {
      value: amount.value,
      note: `The model gives no unit for ${inSentence(name)}; ${amount.value} is compared with its numbers as they are kept, taken to be ${words}.`,
    };
  throw new CannotSettle(`${name} is kept in ${currency ?? unit ?? 'plain numbers'}, not in ${words}.`);
}

/** Is another number of the same records kept in such a unit, so that “visits longer than 90 minutes” is no number of visits? */
function isOfAnother(amount: Amount, calculation: Calculation, model: Model): boolean {
  const facts = factsOf(model, calculation);
  return [...model.measures.values()].some(
    (one) =>
      one.hidden !== true &&
      isOfTheKind(unitOfTime(one), amount) &&
      factsOf(model, { kind: 'measure', measure: one.id }).some((fact) => facts.includes(fact)),
  );
}

/** A test with its numbers in the unit of what is tested. */
export function settledTest(
  said: SaidTest,
  calculation: Calculation,
  model: Model,
): { test: { test: SaidTest['test']; value?: number; upper?: number }; notes: string[] } {
  const unit = said.upper?.unit;
  const lower =
    said.value === undefined
      ? undefined
      : settledAmount(
          said.value.unit === undefined && unit !== undefined ? { ...said.value, unit } : said.value,
          calculation,
          model,
        );
  const upper = said.upper === undefined ? undefined : settledAmount(said.upper, calculation, model);
  return {
    test: {
      test: said.test,
      ...(lower === undefined ? {} : { value: lower.value }),
      ...(upper === undefined ? {} : { upper: upper.value }),
    },
    notes: [lower?.note, upper?.note].filter((note): note is string => note !== undefined),
  };
}
