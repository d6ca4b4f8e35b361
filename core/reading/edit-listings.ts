/** Edits of listings of records: what is listed, and with which columns. */
import { factHasLevel, factsOf, level as levelOf, planMeasureOf, rowColumnOf, type Model } from '../model/model';
import type { Calculation } from '../model/calculation';
import { breakdown } from './edit-breakdowns';
import { done, refused, type Edit, type Edited } from './edit-schema';
import { same, type Listed, type Reading } from './schema';

/** A reading that shows figures again, after a listing of records. */
export function asFigures(reading: Reading): Reading {
  return reading.rows === null ? reading : { ...reading, rows: null };
}

export function listing(reading: Reading, edit: Extract<Edit, { do: 'rows' }>, model: Model): Edited {
  if (edit.how === 'stop')
    return reading.rows === null ? refused('There is no listing of records to leave.') : done(asFigures(reading));
  const fact = edit.fact ?? reading.rows?.fact ?? listedFact(reading, model);
  if (fact === null) return refused('There are no single records behind this.');
  const before = reading.rows?.columns ?? [];
  const columns =
    edit.how === 'list'
      ? edit.columns
      : edit.how === 'add'
        ? [...before, ...edit.columns.filter((one) => !before.some((there) => same(there, one)))]
        : before.filter((there) => !edit.columns.some((one) => same(one, there)));
  if (edit.how === 'remove' && columns.length === before.length)
    return refused('That is no column of the listing now.');
  const missing = columns.find(
    (one) =>
      (one.kind === 'level' && !factHasLevel(model, fact, one.level)) ||
      (one.kind === 'measure' && rowColumnOf(model, one.measure)?.fact !== fact),
  );
  if (missing)
    return refused(
      `The records of ${model.facts.get(fact)?.name ?? fact} do not hold ${missing.kind === 'level' ? levelOf(model, missing.level).level.name.toLowerCase() : missing.kind === 'measure' ? (model.measures.get(missing.measure)?.name.toLowerCase() ?? 'that') : 'that date'}.`,
    );
  return done({ ...reading, rows: { fact, columns }, view: null });
}

/** All facts whose records stand behind what is shown: of a ratio those of its parts, of a comparison with plan those of the plan too. */
export function factsBehind({ shown, against }: Reading, model: Model): string[] {
  const calculations = shown.flatMap(({ calculation }): Calculation[] => {
    const measure = against?.kind === 'plan' ? planMeasureOf(model, calculation) : null;
    return measure === null ? [calculation] : [calculation, { kind: 'measure', measure }];
  });
  return [...new Set(calculations.flatMap((one) => factsOf(model, one)))];
}

/** The fact whose records stand behind what is shown. */
export function listedFact(reading: Reading, model: Model): string | null {
  const [first] = reading.shown;
  const calculation: Calculation | null =
    first?.calculation ?? (model.defaultMeasure ? { kind: 'measure', measure: model.defaultMeasure } : null);
  return calculation === null ? null : (factsOf(model, calculation)[0] ?? null);
}

export function columnsShown(reading: Reading, edit: Extract<Edit, { do: 'show' }>, model: Model): Edited {
  const columns = edit.shown.flatMap((one): Listed[] =>
    one.calculation.kind === 'measure' ? [{ kind: 'measure', measure: one.calculation.measure }] : [],
  );
  return listing(reading, { do: 'rows', how: edit.how === 'remove' ? 'remove' : 'add', columns }, model);
}

export function columnsBrokenDown(reading: Reading, edit: Extract<Edit, { do: 'breakdown' }>, model: Model): Edited {
  const columns = edit.by.flatMap((one): Listed[] => (one.kind === 'level' ? [one] : []));
  return columns.length === edit.by.length
    ? listing(reading, { do: 'rows', how: edit.how === 'remove' ? 'remove' : 'add', columns }, model)
    : breakdown(asFigures(reading), edit, model);
}
