/** How large measures become when all that they are built on is written out, so that none grows without bound. */
import { FormulaError, parseFormula, type Calculation } from './calculation';
import type { Measure, ModelFile } from './schema';

/** Parts of which a measure may be made in the end. Each of them is aggregated, so that more could not be answered in good time anyway. */
export const MOST_PARTS = 200;

/**
 * The number of parts of each measure, written out in full; infinite for one that is defined by itself or cannot be read.
 * Each measure is looked at once, however often others are built on it.
 * @example partCounts(file).get('margin') // 2, for revenue - fuel_cost
 */
export function partCounts(measures: readonly Measure[]): ReadonlyMap<string, number> {
  const byId = new Map(measures.map((measure) => [measure.id, measure]));
  const counts = new Map<string, number>();
  const open = new Set<string>();
  const ofCalculation = (calculation: Calculation): number => {
    if (calculation.kind === 'arithmetic') return ofCalculation(calculation.left) + ofCalculation(calculation.right);
    return calculation.kind === 'measure' ? of(calculation.measure) : 1;
  };
  const counted = (measure: Measure): number => {
    if (measure.kind === 'ratio') return of(measure.of) + of(measure.per);
    if (measure.kind !== 'formula') return 1;
    try {
      return ofCalculation(parseFormula(measure.formula));
    } catch (error) {
      if (error instanceof FormulaError) return Number.POSITIVE_INFINITY;
      throw error;
    }
  };
  const of = (id: string): number => {
    const there = counts.get(id);
    if (there !== undefined) return there;
    const measure = byId.get(id);
    // what is not there is told elsewhere
    if (measure === undefined) return 1;
    if (open.has(id) || open.size > MOST_PARTS) return Number.POSITIVE_INFINITY;
    open.add(id);
    const count = counted(measure);
    open.delete(id);
    counts.set(id, count);
    return count;
  };
  for (const { id } of measures) of(id);
  return counts;
}

/** A model file without the measures that have grown too large, and so without those that are built on them. */
export function withoutOversized(file: ModelFile): ModelFile {
  const counts = partCounts(file.measures);
  const fits = (id: string) => (counts.get(id) ?? 0) <= MOST_PARTS;
  return file.measures.every(({ id }) => fits(id))
    ? file
    : { ...file, measures: file.measures.filter(({ id }) => fits(id)) };
}
