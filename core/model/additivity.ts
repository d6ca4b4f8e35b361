/** Which calculations add up: parts of a breakdown sum to the whole for sums and counts, and for sums and differences of those. */
import type { Calculation } from './calculation';
import { expand, measure as measureOf, type Model } from './model';

/** @example a margin of revenue − cost adds up, revenue ÷ passengers does not */
export function addsUp(calculation: Calculation, model: Model): boolean {
  const expanded = expand(model, calculation);
  if (expanded.kind === 'arithmetic')
    return (
      (expanded.operator === 'add' || expanded.operator === 'subtract') &&
      addsUp(expanded.left, model) &&
      addsUp(expanded.right, model)
    );
  return expanded.kind === 'measure' && ['sum', 'count'].includes(measureOf(model, expanded.measure).kind);
}
