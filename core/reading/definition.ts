/** What a measure means, in words: its description and how it is computed. */
import { measureOf as measureIs, type OfMember, type Passing } from '../model/calculation';
import { measure as measureOf } from '../model/model';
import { calculationWords, listWords, type Naming } from './words';

/** What a share of records is of: those with no such number count among all of them. */
export function proportionText(one: Passing, naming: Naming): string {
  return `${calculationWords(naming, { ...one, kind: 'passing' })}, divided by all ${calculationWords(naming, measureIs(one.measure))}; those of which it is not known count among all.`;
}

/** What the share of a member is of. */
export function partText(one: OfMember, naming: Naming): string {
  return `${calculationWords(naming, { ...one, kind: 'ofMember' })}, divided by all ${calculationWords(naming, measureIs(one.measure))} of the same conditions.`;
}

/** @example definitionText('load_factor', naming) // 'passengers divided by capacity, each added up first.' */
export function definitionText(id: string, naming: Naming): string {
  const found = measureOf(naming.model, id);
  const words = (measure: string) => calculationWords(naming, { kind: 'measure', measure });
  const described = found.description === undefined ? '' : `${found.description} `;
  switch (found.kind) {
    case 'ratio':
      return `${described}${words(found.of)} divided by ${words(found.per)}, each added up first.`;
    case 'formula':
      return `${described}${found.formula.replace(/[a-z][a-z0-9_]*/g, words)}.`;
    case 'count':
      return `${described}Number of rows of ${found.fact}${onlyText(found.only)}.`;
    default:
      return `${described}${{ sum: 'Sum', distinct: 'Number of different values', average: 'Average', median: 'Median', minimum: 'Lowest', maximum: 'Highest', percentile: 'Percentile', last: 'Last value in the period' }[found.kind]} of ${found.fact}.${found.column}${onlyText(found.only)}.`;
  }
}

function onlyText(only: readonly { column: string }[]): string {
  return only.length === 0
    ? ''
    : ` (only some rows, by ${listWords(
        only.map((one) => one.column),
        'and',
      )})`;
}
