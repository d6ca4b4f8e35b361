/** Grammar of what is shown: measures, row functions, arithmetic, transforms. Gives `Term`, `Calculation`, `Shown` and `ShownList`. */
import { arithmetic, measureOf, type Calculation, type Operator, type RowFunction } from '../../model/calculation';
import type { Shown, Transform } from '../../reading/schema';
import type { Grain } from '../../time/grain';
import { singular } from '../tokens';
import type { Question } from '../question';
import type { Parts, Rule } from './rule';

const calculation = (parts: Parts, name = 'Calculation') => parts[name] as Calculation;

/** A row function of a measure; where the measure is already that aggregate, the measure itself. */
function rowFunction(name: RowFunction) {
  return (parts: Parts, question: Question): Calculation | null => {
    const found = question.model.measures.get(parts['Measure'] as string);
    if (!found) return null;
    if (found.kind === name) return measureOf(found.id);
    return found.kind === 'sum' ? { kind: 'rows', function: name, measure: found.id } : null;
  };
}

/** "number of Ys": the count of Y where the model has such a measure, else the distinct members of the level. */
function countOfLevel(parts: Parts, question: Question): Calculation {
  const level = parts['Level'] as string;
  const name = singular((question.model.levels.get(level)?.level.name ?? '').toLowerCase());
  for (const found of question.model.measures.values())
    if ((found.kind === 'count' || found.kind === 'distinct') && singular(found.name.toLowerCase()) === name) return measureOf(found.id);
  return { kind: 'members', level };
}

/** Folds the tail of a sum or product to the left: a − b − c is (a − b) − c. */
type Tail = readonly { readonly operator: Operator; readonly term: Calculation }[];
const folded = (parts: Parts, head: string): Calculation =>
  (parts['Tail'] as Tail).reduce((left, { operator, term }) => arithmetic(operator, left, term), calculation(parts, head));
const tail = (operator: Operator, name: string) => (parts: Parts): Tail => [
  { operator, term: calculation(parts, name) },
  ...((parts['Tail'] as Tail | undefined) ?? []),
];

const withTransform = (transform: (parts: Parts) => Transform) => (parts: Parts): Shown => ({ calculation: calculation(parts), transform: transform(parts) });
const share: Transform = { kind: 'share', within: 'all' };

export const CALCULATION_RULES: readonly Rule<Question>[] = [
  { gives: 'Term', form: '{Measure}', means: (p) => measureOf(p['Measure'] as string) },
  { gives: 'Term', form: 'total [of] {Measure}', means: (p, q) => (['sum', 'count'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '') ? measureOf(p['Measure'] as string) : null) },
  { gives: 'Term', form: '(average|mean|avg) [of] {Measure}', means: rowFunction('average') },
  { gives: 'Term', form: 'median [of] {Measure}', means: rowFunction('median') },
  { gives: 'Term', form: '(minimum|min|smallest single) [of] {Measure}', means: rowFunction('minimum') },
  { gives: 'Term', form: '(maximum|max|largest single) [of] {Measure}', means: rowFunction('maximum') },
  { gives: 'Term', form: '(average|mean|avg) {UnitAdverb} {Measure}', means: (p) => ({ kind: 'perPeriod', grain: p['UnitAdverb'] as Grain, measure: p['Measure'] }) },
  { gives: 'Term', form: '(number|count) of {Measure}', means: (p, q) => (['count', 'distinct', 'sum'].includes(q.model.measures.get(p['Measure'] as string)?.kind ?? '') ? measureOf(p['Measure'] as string) : null) },
  { gives: 'Term', form: '((number|count) of|how many) [different|distinct] {Level}', means: countOfLevel, cost: 0.1 },
  { gives: 'Term', form: '(how many|how much) {Measure}', means: (p) => measureOf(p['Measure'] as string) },
  { gives: 'Term', form: '{Measure:left} per {Measure:right}', means: (p) => arithmetic('divide', measureOf(p['left'] as string), measureOf(p['right'] as string)), cost: 0.1 },
  { gives: 'Term', form: '{Measure:left} per {Level}', means: (p, q) => (['sum', 'count'].includes(q.model.measures.get(p['left'] as string)?.kind ?? '') ? arithmetic('divide', measureOf(p['left'] as string), countOfLevel(p, q)) : null), cost: 0.15 },

  { gives: 'Factor', form: '{Term}', means: (p) => p['Term'] },
  { gives: 'Factor', form: '{Number}', means: (p) => ({ kind: 'number', value: p['Number'] }), cost: 0.4 },
  { gives: 'Factor', form: '{Open} {Calculation} {Close}', means: (p) => p['Calculation'] },
  { gives: 'ProductTail', form: '(×|*|times) {Factor} [{ProductTail:Tail}]', means: tail('multiply', 'Factor') },
  { gives: 'ProductTail', form: '(÷|/|divided by) {Factor} [{ProductTail:Tail}]', means: tail('divide', 'Factor') },
  { gives: 'Product', form: '{Factor}', means: (p) => p['Factor'] },
  { gives: 'Product', form: '{Factor} {ProductTail:Tail}', means: (p) => folded(p, 'Factor') },
  { gives: 'SumTail', form: '(+|plus) {Product} [{SumTail:Tail}]', means: tail('add', 'Product') },
  { gives: 'SumTail', form: '(-|–|minus) {Product} [{SumTail:Tail}]', means: tail('subtract', 'Product') },
  { gives: 'Calculation', form: '{Product}', means: (p) => (calculation(p, 'Product').kind === 'number' ? null : p['Product']) },
  { gives: 'Calculation', form: '{Product} {SumTail:Tail}', means: (p) => folded(p, 'Product') },

  { gives: 'Shown', form: '{Calculation}', means: (p) => ({ calculation: p['Calculation'], transform: null }) },
  { gives: 'Shown', form: '(share|percentage|proportion|percent|%) of [total] {Calculation}', means: withTransform(() => share) },
  { gives: 'Shown', form: 'share within of {Calculation}', means: withTransform(() => ({ kind: 'share', within: 'outer' })) },
  { gives: 'Shown', form: '{Calculation} share', means: withTransform(() => share), cost: 0.05 },
  { gives: 'Shown', form: '{Calculation} as (share|percentage|proportion|%) [of [(total|all)]]', means: withTransform(() => share) },
  { gives: 'Shown', form: '(running total|cumulative [total]|cumulated) [of] {Calculation}', means: withTransform(() => ({ kind: 'running' })) },
  { gives: 'Shown', form: 'cumulative {Calculation}', means: withTransform(() => ({ kind: 'running' })) },
  { gives: 'Shown', form: '(% change|percentage change|percent change) in {Calculation} on year before', means: withTransform(() => ({ kind: 'change', basis: 'year', as: 'percent' })) },
  { gives: 'Shown', form: '(% change|percentage change|percent change) in {Calculation} on period before', means: withTransform(() => ({ kind: 'change', basis: 'previous', as: 'percent' })) },
  { gives: 'Shown', form: 'change in {Calculation} on year before', means: withTransform(() => ({ kind: 'change', basis: 'year', as: 'difference' })) },
  { gives: 'Shown', form: 'change in {Calculation} on period before', means: withTransform(() => ({ kind: 'change', basis: 'previous', as: 'difference' })) },
  { gives: 'Shown', form: 'moving average over {Number} of {Calculation}', means: withTransform((p) => ({ kind: 'moving', count: p['Number'] as number })) },
  { gives: 'Shown', form: '{Number} {Unit} moving average of {Calculation}', means: withTransform((p) => ({ kind: 'moving', count: p['Number'] as number })) },
  { gives: 'Shown', form: 'rank of {Calculation}', means: withTransform(() => ({ kind: 'rank' })) },
  { gives: 'Shown', form: 'index of {Calculation}', means: withTransform(() => ({ kind: 'index' })) },
  { gives: 'Shown', form: 'difference from average of {Calculation}', means: withTransform(() => ({ kind: 'fromAverage' })) },

  { gives: 'ShownList', form: '{Shown}', means: (p) => [p['Shown']] },
  { gives: 'ShownList', form: '{Shown} (,|and|&|plus also|, and) {ShownList}', means: (p) => [p['Shown'], ...(p['ShownList'] as Shown[])] },
  { gives: 'ShownList', form: '(min and max|minimum and maximum|highest and lowest) [of] {Measure}', means: (p, q) => bothEnds(p, q) },
];

function bothEnds(parts: Parts, question: Question): Shown[] | null {
  const low = rowFunction('minimum')(parts, question);
  const high = rowFunction('maximum')(parts, question);
  return low && high ? [{ calculation: low, transform: null }, { calculation: high, transform: null }] : null;
}
