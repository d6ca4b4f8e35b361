/** What a reading names of its model, and what of that the model does not have (any more). */
import { leavesOf, type Calculation } from '../model/calculation';
import type { Model } from '../model/model';
import type { Condition, Key, Reading } from './schema';

/** A thing that a reading names by its id. */
export interface Reference {
  readonly kind: 'measure' | 'level' | 'date' | 'set' | 'season' | 'fact';
  readonly id: string;
}

const KIND_WORDS: Readonly<Record<Reference['kind'], string>> = {
  measure: 'measure',
  level: 'level',
  date: 'date',
  set: 'named set',
  season: 'season',
  fact: 'kind of record',
};

type Named = Pick<Reading, 'where' | 'when' | 'against'> & Partial<Reading>;

/** All that a reading, or the narrowing part of one, names. */
export function referencesIn(reading: Named): Reference[] {
  const { shown = [], by = [], where, when, against, rank = null, order = null, rows = null, explain } = reading;
  return [
    ...shown.flatMap((one) => ofCalculation(one.calculation)),
    ...by.flatMap((one): Reference[] =>
      one.kind === 'bins' ? [measure(one.measure)] : one.kind === 'sets' ? one.sets.map(set) : ofKey(one),
    ),
    ...where.flatMap(ofCondition),
    ...(when === null
      ? []
      : [
          ...date(when.role),
          ...(when.period.kind === 'season' ? [{ kind: 'season' as const, id: when.period.season }] : []),
        ]),
    ...(against === null
      ? []
      : against.kind === 'members'
        ? [level(against.level)]
        : against.kind === 'period' && against.period.kind === 'season'
          ? [{ kind: 'season' as const, id: against.period.season }]
          : []),
    ...(rank === null
      ? []
      : [
          ...ofKey(rank.of),
          ...(rank.within === null ? [] : ofKey(rank.within)),
          ...(rank.by === null ? [] : ofCalculation(rank.by)),
        ]),
    ...(order?.by.kind === 'measure' ? ofCalculation(order.by.calculation) : []),
    ...(explain?.asked === 'contrast'
      ? [explain.first, ...(explain.second === undefined ? [] : [explain.second])].map((side) =>
          side.kind === 'set' ? set(side.set) : level(side.level),
        )
      : []),
    ...(rows === null
      ? []
      : [
          { kind: 'fact' as const, id: rows.fact },
          ...rows.columns.flatMap((one): Reference[] =>
            one.kind === 'level'
              ? [level(one.level)]
              : one.kind === 'measure'
                ? [measure(one.measure)]
                : date(one.role),
          ),
        ]),
  ];
}

/**
 * Why a model does not have what a reading names: in words, with what to do; null where it has all of it.
 * @example missingFrom(reading, model) // 'The measure “margin” is not in this model (any more). Choose another in its place, or take this away.'
 */
export function missingFrom(reading: Named, model: Model): string | null {
  const missing = referencesIn(reading).filter((one) => !isThere(one, model));
  const named = [...new Set(missing.map(({ kind, id }) => `the ${KIND_WORDS[kind]} “${id}”`))];
  if (named.length === 0) return null;
  const words = named.slice(0, 3).join(', ') + (named.length > 3 ? ` and ${named.length - 3} more` : '');
  return `${words.charAt(0).toUpperCase()}${words.slice(1)} ${named.length === 1 ? 'is' : 'are'} not in this model, or no longer. Choose something else in ${named.length === 1 ? 'its' : 'their'} place.`;
}

function isThere({ kind, id }: Reference, model: Model): boolean {
  switch (kind) {
    case 'measure':
      return model.measures.has(id);
    case 'level':
      return model.levels.has(id);
    case 'date':
      return model.dates.has(id);
    case 'set':
      return model.sets.has(id);
    case 'fact':
      return model.facts.has(id);
    case 'season':
      return model.seasons.some((one) => one.id === id);
  }
}

const measure = (id: string): Reference => ({ kind: 'measure', id });
const level = (id: string): Reference => ({ kind: 'level', id });
const set = (id: string): Reference => ({ kind: 'set', id });
const date = (id: string | undefined): Reference[] => (id === undefined ? [] : [{ kind: 'date', id }]);
const ofKey = (key: Key): Reference[] => (key.kind === 'level' ? [level(key.level)] : date(key.role));

function ofCalculation(calculation: Calculation): Reference[] {
  return leavesOf(calculation).flatMap((leaf): Reference[] => {
    const fact: Reference[] = 'fact' in leaf && leaf.fact !== undefined ? [{ kind: 'fact', id: leaf.fact }] : [];
    if (leaf.kind === 'members') return [level(leaf.level), ...fact];
    if (leaf.kind === 'periods') return fact;
    if (leaf.kind === 'passing') return [measure(leaf.measure), measure(leaf.of)];
    return leaf.kind === 'ofMember' ? [measure(leaf.measure), level(leaf.level)] : [measure(leaf.measure)];
  });
}

function ofCondition(condition: Condition): Reference[] {
  switch (condition.kind) {
    case 'members':
    case 'text':
      return [level(condition.level)];
    case 'set':
      return [set(condition.set)];
    case 'measure':
      return [...ofKey(condition.at), ...ofCalculation(condition.calculation)];
    case 'rows':
      return [measure(condition.measure)];
    case 'notPeriod':
      return condition.period.kind === 'season' ? [{ kind: 'season', id: condition.period.season }] : [];
    default:
      return [];
  }
}
