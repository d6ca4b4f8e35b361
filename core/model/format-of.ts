/** How figures of a calculation are written: the format and unit of its measures, as far as arithmetic keeps them. */
import { parseFormula, type Calculation } from './calculation';
import type { Format, Measure } from './schema';

export interface Written {
  readonly format?: Format | undefined;
  readonly unit?: string | undefined;
}

/**
 * @param measureOf the measure of an id; undefined where there is none
 * @returns sums and differences keep what their parts share, money divided by a number is money to the cent
 * @example revenue − fuel cost, both in €: in € ; revenue ÷ passengers: in €, with two decimals
 */
export function writtenOf(calculation: Calculation, measureOf: (id: string) => Written | undefined): Written {
  switch (calculation.kind) {
    case 'measure':
    case 'rows':
    case 'percentile':
    case 'perPeriod':
    case 'ofMember': {
      const { format, unit } = measureOf(calculation.measure) ?? {};
      return { ...(format === undefined ? {} : { format }), ...(unit === undefined ? {} : { unit }) };
    }
    case 'proportion':
    case 'part':
      return { format: { style: 'percent', decimals: 1 } };
    case 'arithmetic':
      return writtenTogether(calculation, measureOf);
    default:
      return {};
  }
}

function writtenTogether(
  { operator, left, right }: Extract<Calculation, { kind: 'arithmetic' }>,
  measureOf: (id: string) => Written | undefined,
): Written {
  const [first, second] = [writtenOf(left, measureOf), writtenOf(right, measureOf)];
  const byNumber = right.kind === 'number';
  switch (operator) {
    case 'add':
    case 'subtract':
      return {
        ...(first.format === undefined ? {} : { format: first.format }),
        ...(first.unit !== undefined && (first.unit === second.unit || byNumber) ? { unit: first.unit } : {}),
      };
    case 'multiply':
      return byNumber ? first : left.kind === 'number' ? second : {};
    case 'divide':
      if (byNumber) return first;
      return first.format?.style === 'currency' && second.format?.style !== 'currency'
        ? { format: { ...first.format, decimals: 2 } }
        : { format: { style: 'number', decimals: 2 } };
  }
}

/** Each measure that is a formula, written as its parts are where it does not say itself. */
export function withFormats(measures: readonly Measure[]): Measure[] {
  const byId = new Map(measures.map((one) => [one.id, one]));
  const own = (id: string): Written | undefined => {
    const found = byId.get(id);
    return found?.kind === 'formula' && found.format === undefined
      ? { ...writtenOf(parseFormula(found.formula), own), ...(found.unit === undefined ? {} : { unit: found.unit }) }
      : found;
  };
  return measures.map((one) => (one.kind === 'formula' ? { ...one, ...own(one.id) } : one));
}
