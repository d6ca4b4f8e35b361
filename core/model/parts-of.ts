/** What measures are built on. */
import { FormulaError, measuresIn, parseFormula } from './calculation';
import type { Measure } from './schema';

/** The measures that a measure is built on; none where its formula cannot be read. */
export function partsOf(measure: Measure): string[] {
  if (measure.kind === 'ratio') return [measure.of, measure.per];
  if (measure.kind !== 'formula') return [];
  try {
    return measuresIn(parseFormula(measure.formula));
  } catch (error) {
    if (error instanceof FormulaError) return [];
    throw error;
  }
}

/** Measures without those that are built on others which are not among them. */
export function withoutBroken(measures: readonly Measure[]): Measure[] {
  const there = new Set(measures.map((measure) => measure.id));
  const whole = measures.filter((measure) => partsOf(measure).every((id) => there.has(id)));
  return whole.length === measures.length ? [...measures] : withoutBroken(whole);
}
