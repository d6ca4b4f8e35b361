/** What a measure is, in words, as the workshop shows it. */
import type { Measure, ModelFile, RowTest } from './schema';

const nameOf = (id: string, file: ModelFile): string =>
  file.measures.find((one) => one.id === id)?.name.toLowerCase() ?? id;

/** @example definitionWords(loadFactor, file) // 'passengers / capacity' */
export function definitionWords(measure: Measure, file: ModelFile): string {
  const column = (of: { readonly fact: string; readonly column: string }) =>
    of.column.includes('.') ? of.column : `${of.fact}.${of.column}`;
  switch (measure.kind) {
    case 'sum':
      return `sum of ${column(measure)}`;
    case 'count':
      return `number of ${measure.fact}`;
    case 'distinct':
      return `different ${column(measure)}`;
    case 'average':
    case 'median':
    case 'minimum':
    case 'maximum':
      return `${measure.kind} of ${column(measure)}`;
    case 'percentile':
      return `${measure.percentile} % lie below, of ${column(measure)}`;
    case 'last':
      return `last ${column(measure)} of each ${measure.each.join(', ')}`;
    case 'ratio':
      return `${nameOf(measure.of, file)} / ${nameOf(measure.per, file)}`;
    case 'formula':
      return measure.formula.replace(/[a-z][a-z0-9_]*/g, (id) => nameOf(id, file));
  }
}

/** @example 'ratio · more is better · 0.0 %' */
export function aboutMeasure(measure: Measure, file: ModelFile): string {
  const { format, unit, direction, plan, hidden } = measure;
  return [
    measure.kind,
    ...('only' in measure ? measure.only.map(testWords) : []),
    ...(direction === undefined ? [] : [`${direction} is better`]),
    ...(format?.style === 'percent' ? ['%'] : format?.currency === undefined ? [] : [format.currency]),
    ...(unit === undefined ? [] : [unit]),
    ...(plan === undefined ? [] : [`planned as ${nameOf(plan, file)}`]),
    ...(hidden === true ? ['hidden'] : []),
  ].join(' · ');
}

/** @example testWords({ column: 'cancelled', is: false }) // 'cancelled is false' */
export function testWords({ column, ...test }: RowTest): string {
  const [[how, value] = ['is', '']] = Object.entries(test);
  const WORDS: Readonly<Record<string, string>> = {
    atLeast: 'at least',
    atMost: 'at most',
    not: 'is not',
    in: 'one of',
  };
  return `${column} ${WORDS[how] ?? how} ${Array.isArray(value) ? value.join(', ') : String(value)}`;
}
