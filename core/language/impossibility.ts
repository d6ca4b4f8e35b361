/** What a model can't answer, though the words are understood: a measure that lacks a dimension, a breakdown finer than its fact. */
import {
  dateColumn,
  factHasLevel,
  factsOf,
  level as levelOf,
  measure as measureOf,
  planMeasureOf,
  pluralOf,
  rowColumnOf,
  type Model,
} from '../model/model';
import type { Calculation } from '../model/calculation';
import { partFault } from '../reading/edit-parts';
import { isOneLine, same, type Reading } from '../reading/schema';
import { transformFault } from '../reading/transform-fault';
import { calculationWords, capitalised, inSentence } from '../reading/words';
import { namingOf } from './naming';
import type { NameIndex } from './names/name-index';

/** Why the model can't answer a reading: a measure that lacks a dimension, a breakdown finer than its fact. Null where it can. */
export function impossibility(reading: Reading, names: NameIndex): string | null {
  const { model } = names;
  const naming = namingOf(names);
  const shown: Calculation[] = [
    ...reading.shown.map((one) => one.calculation),
    ...(reading.rank?.by ? [reading.rank.by] : []),
  ];
  if (reading.against?.kind === 'plan') {
    for (const one of reading.shown) {
      const plan = planMeasureOf(model, one.calculation);
      if (plan === null) return `${capitalised(calculationWords(naming, one.calculation))} has no plan in this model.`;
      shown.push({ kind: 'measure', measure: plan });
    }
  }
  for (const one of reading.rows === null ? reading.shown : []) {
    const fault = transformFault(one, reading, model);
    if (fault !== null) return fault;
  }
  const all = partFault(reading, model);
  if (all !== null) return all;
  if (reading.rank?.on !== undefined && reading.by.length > 1)
    return 'A rank by the difference is of one level or grain; take the rank off first (“all of them”), or break it down by that alone.';
  if (reading.ahead !== null && !isOneLine(reading))
    return 'A forecast carries a line of one plain measure over time on, with nothing beside it.';
  const { when } = reading;
  if (when !== null && reading.where.some((one) => one.kind === 'notPeriod' && same(one.period, when.period)))
    return 'Nothing would be left: the period that is to be left out is all that is asked about. Name the one to keep instead.';
  const levels = levelsNeeded(reading, model);
  for (const one of reading.where) {
    if (one.kind !== 'measure' || one.at.kind !== 'level') continue;
    const { level } = one.at;
    if (factsOf(model, one.calculation).some((fact) => !factHasLevel(model, fact, level)))
      return `${capitalised(calculationWords(naming, one.calculation))} cannot be told of single ${inSentence(pluralOf(levelOf(model, level).level))}: its records do not know them.`;
  }
  for (const calculation of shown)
    for (const fact of factsOf(model, calculation)) {
      const name = capitalised(calculationWords(naming, calculation));
      for (const [level, how] of levels)
        if (!factHasLevel(model, fact, level))
          return `${name} cannot be ${how} ${inSentence(levelOf(model, level).level.name)}: its records do not know it.`;
      const number = reading.where.find((one) => one.kind === 'rows' && rowColumnOf(model, one.measure)?.fact !== fact);
      if (number?.kind === 'rows')
        return `${name} cannot be narrowed by ${inSentence(measureOf(model, number.measure).name)} of single records: that is a number of other records.`;
      for (const one of reading.by) {
        if (one.kind === 'bins' && rowColumnOf(model, one.measure)?.fact !== fact)
          return `${name} cannot be broken down by ranges of ${inSentence(measureOf(model, one.measure).name)}: that is a number of other records.`;
        if (one.kind !== 'time' && one.kind !== 'cycle') continue;
        const role = one.role ?? model.defaultDate;
        if (role === null || dateColumn(model, fact, role) === null)
          return `${name} has no ${role === null ? 'date' : (model.dates.get(role)?.name ?? role)} to be broken down by.`;
        const grain = model.facts.get(fact)?.grain ?? 'day';
        const finer =
          one.kind === 'time'
            ? isFiner(one.grain, grain)
            : grain !== 'day' && !(one.cycle === 'monthOfYear' && grain === 'month');
        if (finer)
          return `${name} is known by ${grain} only, so it cannot be broken down by ${one.kind === 'time' ? one.grain : 'parts of a week or day'}.`;
      }
      const role = reading.when?.role ?? model.defaultDate;
      if (reading.when && (role === null || dateColumn(model, fact, role) === null))
        return `${name} has no ${role === null ? 'date' : (model.dates.get(role)?.name ?? role)}, so no period can be chosen.`;
    }
  return null;
}

/** The levels that the records of all that is shown have to know, with what each is needed for. */
export function levelsNeeded(reading: Reading, model: Model): ReadonlyMap<string, 'broken down by' | 'narrowed by'> {
  const levels = new Map<string, 'broken down by' | 'narrowed by'>();
  for (const one of reading.by) {
    if (one.kind === 'level') levels.set(one.level, 'broken down by');
    if (one.kind === 'sets') for (const set of one.sets) levels.set(model.sets.get(set)?.level ?? '', 'broken down by');
  }
  for (const one of reading.where) {
    if (one.kind === 'members' || one.kind === 'text') levels.set(one.level, 'narrowed by');
    if (one.kind === 'measure' && one.at.kind === 'level') levels.set(one.at.level, 'narrowed by');
    if (one.kind === 'set') levels.set(model.sets.get(one.set)?.level ?? '', 'narrowed by');
  }
  return levels;
}

const FINE_TO_COARSE = ['day', 'week', 'month', 'quarter', 'half', 'year'];

/** Weeks do not add up to months, so a fact known by month has no weeks. */
function isFiner(grain: string, factGrain: string): boolean {
  return FINE_TO_COARSE.indexOf(grain) < FINE_TO_COARSE.indexOf(factGrain);
}
