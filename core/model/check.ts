/** Checks of a model file: shape, then cross references, then the tables it stands on. Each fault has a place and a reason. */
import { parse } from 'yaml';
import { FormulaError, measuresIn, parseFormula } from './calculation';
import { joinPaths } from './model';
import { modelFileSchema, type ModelFile } from './schema';

export interface ModelFault {
  /** Where in the file, as `measures[3].fact`. */
  readonly place: string;
  readonly reason: string;
}

export type CheckedModel = { readonly ok: true; readonly file: ModelFile } | { readonly ok: false; readonly faults: readonly ModelFault[] };

/** Loaded tables with their columns: table → column → type. */
export type Catalogue = ReadonlyMap<string, ReadonlyMap<string, string>>;

/**
 * Reads a model file written as YAML (or JSON, which is YAML too) and checks it.
 * @param catalogue loaded tables; without it the references to tables and columns are not checked
 */
export function readModelFile(text: string, catalogue?: Catalogue): CheckedModel {
  let raw: unknown;
  try {
    raw = parse(text);
  } catch (error) {
    return { ok: false, faults: [{ place: 'file', reason: error instanceof Error ? error.message : 'It is not YAML.' }] };
  }
  return checkModel(raw, catalogue);
}

/** Checks a parsed model file. */
export function checkModel(raw: unknown, catalogue?: Catalogue): CheckedModel {
  const shaped = modelFileSchema.safeParse(raw);
  if (!shaped.success)
    return { ok: false, faults: shaped.error.issues.map((issue) => ({ place: placeOf(issue.path), reason: issue.message })) };
  const file = shaped.data;
  const faults = [...referenceFaults(file), ...(catalogue ? tableFaults(file, catalogue) : [])];
  return faults.length > 0 ? { ok: false, faults } : { ok: true, file };
}

function placeOf(path: readonly PropertyKey[]): string {
  const place = path.map((part) => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`)).join('');
  return place.replace(/^\./, '') || 'file';
}

function referenceFaults(file: ModelFile): ModelFault[] {
  const faults: ModelFault[] = [];
  const fault = (place: string, reason: string) => faults.push({ place, reason });
  const tables = new Map(file.tables.map((table) => [table.id, table]));
  const facts = new Map(file.facts.map((fact) => [fact.id, fact]));
  const measures = new Map(file.measures.map((measure) => [measure.id, measure]));
  const levels = new Map(file.dimensions.flatMap((dimension) => dimension.levels.map((level) => [level.id, level] as const)));

  const unique = (ids: readonly string[], place: string) => {
    for (const id of new Set(ids.filter((one, index) => ids.indexOf(one) !== index))) fault(place, `“${id}” is there twice; ids must differ.`);
  };
  unique(file.tables.map((table) => table.id), 'tables');
  unique(file.facts.map((fact) => fact.id), 'facts');
  unique(file.measures.map((measure) => measure.id), 'measures');
  unique(file.dimensions.flatMap((dimension) => dimension.levels.map((level) => level.id)), 'dimensions');
  unique(file.dates.map((date) => date.id), 'dates');

  file.tables.forEach((table, index) =>
    table.joins.forEach((join, at) => {
      if (!tables.has(join.to)) fault(`tables[${index}].joins[${at}].to`, `There is no table “${join.to}” in the model.`);
    }),
  );
  file.facts.forEach((fact, index) => {
    if (!tables.has(fact.table)) {
      fault(`facts[${index}].table`, `There is no table “${fact.table}” in the model.`);
      return;
    }
    for (const id of joinPaths(tables, fact.table).ambiguous)
      fault(`facts[${index}]`, `Table “${id}” can be reached from “${fact.table}” in two ways; declare it twice under two ids.`);
  });

  const reaches = (factId: string, reference: string): string | null => {
    const fact = facts.get(factId);
    if (!fact) return `There is no fact “${factId}”.`;
    const [table, column] = reference.split('.');
    if (column === undefined || table === undefined) return null;
    return joinPaths(tables, fact.table).paths.has(table) ? null : `No join leads from “${fact.table}” to “${table}”.`;
  };
  file.dates.forEach((date, index) => {
    for (const [fact, column] of Object.entries(date.columns)) {
      const reason = reaches(fact, column);
      if (reason) fault(`dates[${index}].columns.${fact}`, reason);
    }
  });
  file.dimensions.forEach((dimension, index) => {
    dimension.levels.forEach((level, at) => {
      const table = level.column.split('.')[0] ?? '';
      if (!tables.has(table)) fault(`dimensions[${index}].levels[${at}].column`, `There is no table “${table}” in the model.`);
      else if (!file.facts.some((fact) => joinPaths(tables, fact.table).paths.has(table))) fault(`dimensions[${index}].levels[${at}].column`, `No fact reaches the table “${table}” by joins, so nothing could be broken down by this level.`);
    });
    dimension.hierarchies?.forEach((hierarchy, at) => {
      for (const id of hierarchy)
        if (!dimension.levels.some((level) => level.id === id))
          fault(`dimensions[${index}].hierarchies[${at}]`, `“${id}” is not a level of this dimension.`);
    });
  });

  file.measures.forEach((measure, index) => {
    const place = `measures[${index}]`;
    if (measure.plan !== undefined && !measures.has(measure.plan)) fault(`${place}.plan`, `There is no measure “${measure.plan}”.`);
    if (measure.kind === 'ratio') {
      for (const part of ['of', 'per'] as const)
        if (!measures.has(measure[part])) fault(`${place}.${part}`, `There is no measure “${measure[part]}”.`);
    } else if (measure.kind === 'formula') {
      try {
        for (const id of measuresIn(parseFormula(measure.formula)))
          if (!measures.has(id)) fault(`${place}.formula`, `There is no measure “${id}”.`);
      } catch (error) {
        if (!(error instanceof FormulaError)) throw error;
        fault(`${place}.formula`, error.message);
      }
    } else {
      const columns = ['column' in measure ? measure.column : undefined, ...measure.only.map((test) => test.column)];
      if (!facts.has(measure.fact)) fault(`${place}.fact`, `There is no fact “${measure.fact}”.`);
      else
        for (const column of columns) {
          const reason = column === undefined ? null : reaches(measure.fact, column);
          if (reason) fault(place, reason);
        }
    }
  });
  for (const id of cyclicMeasures(file)) fault('measures', `“${id}” is defined by itself.`);

  if (file.defaults.measure !== undefined && !measures.has(file.defaults.measure))
    fault('defaults.measure', `There is no measure “${file.defaults.measure}”.`);
  const knownLevel = (id: string, place: string) => {
    if (!levels.has(id)) fault(place, `There is no level “${id}”.`);
  };
  file.sets.forEach((set, index) => knownLevel(set.level, `sets[${index}].level`));
  file.rowRules.forEach((rule, index) => knownLevel(rule.level, `rowRules[${index}].level`));
  file.glossary.forEach((term, index) => {
    if (!measures.has(term.means) && !levels.has(term.means) && !facts.has(term.means))
      fault(`glossary[${index}].means`, `“${term.means}” is neither a measure, a level nor a fact of the model.`);
  });
  return faults;
}

function cyclicMeasures(file: ModelFile): string[] {
  const parts = new Map<string, string[]>();
  for (const measure of file.measures) {
    if (measure.kind === 'ratio') parts.set(measure.id, [measure.of, measure.per]);
    else if (measure.kind === 'formula') {
      try {
        parts.set(measure.id, measuresIn(parseFormula(measure.formula)));
      } catch {
        parts.set(measure.id, []);
      }
    }
  }
  const reachesItself = (id: string) => {
    const seen = new Set<string>();
    const queue = [...(parts.get(id) ?? [])];
    for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
      if (next === id) return true;
      if (seen.has(next)) continue;
      seen.add(next);
      queue.push(...(parts.get(next) ?? []));
    }
    return false;
  };
  return [...parts.keys()].filter(reachesItself);
}

function tableFaults(file: ModelFile, catalogue: Catalogue): ModelFault[] {
  const faults: ModelFault[] = [];
  const sources = new Map(file.tables.map((table) => [table.id, table.source ?? table.id]));
  const need = (table: string, column: string, place: string) => {
    const columns = catalogue.get(sources.get(table) ?? '');
    if (columns && !columns.has(column)) faults.push({ place, reason: `Table “${sources.get(table)}” has no column “${column}”.` });
  };
  const needRef = (fact: string, reference: string, place: string) => {
    const [first = '', second] = reference.split('.');
    const own = file.facts.find((one) => one.id === fact)?.table ?? '';
    if (second === undefined) need(own, first, place);
    else need(first, second, place);
  };
  file.tables.forEach((table, index) => {
    const source = table.source ?? table.id;
    if (!catalogue.has(source)) faults.push({ place: `tables[${index}]`, reason: `No table “${source}” has been loaded.` });
    if (table.spread !== undefined) need(table.id, table.spread, `tables[${index}].spread`);
    need(table.id, table.key, `tables[${index}].key`);
    table.joins.forEach((join, at) => need(table.id, join.column, `tables[${index}].joins[${at}].column`));
  });
  file.dates.forEach((date, index) => {
    for (const [fact, column] of Object.entries(date.columns)) needRef(fact, column, `dates[${index}].columns.${fact}`);
  });
  file.dimensions.forEach((dimension, index) =>
    dimension.levels.forEach((level, at) => {
      const [table = '', column = ''] = level.column.split('.');
      const place = `dimensions[${index}].levels[${at}]`;
      need(table, column, `${place}.column`);
      for (const extra of [level.order, level.latitude, level.longitude]) if (extra !== undefined) need(table, extra, place);
    }),
  );
  file.measures.forEach((measure, index) => {
    if (measure.kind === 'ratio' || measure.kind === 'formula') return;
    if ('column' in measure) needRef(measure.fact, measure.column, `measures[${index}].column`);
    if ('each' in measure) measure.each.forEach((column) => needRef(measure.fact, column, `measures[${index}].each`));
    measure.only.forEach((test, at) => needRef(measure.fact, test.column, `measures[${index}].only[${at}].column`));
  });
  return faults;
}
