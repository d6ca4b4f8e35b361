/** Checks of a model file: shape, then cross references, then the tables it stands on. Each fault has a place and a reason. */
import type { ModelFault } from './model-fault';
import { parse } from 'yaml';
import { FormulaError, measuresIn, parseFormula } from './calculation';
import { joinPaths } from './model';
import { partsOf } from './parts-of';
import { modelFileSchema, type ModelFile } from './schema';
import { MOST_PARTS, partCounts } from './size';
import { tableFaults, type Catalogue } from './table-faults';

export type CheckedModel =
  | { readonly ok: true; readonly file: ModelFile }
  /** The file where its shape is right and only what it refers to is not. */
  | { readonly ok: false; readonly faults: readonly ModelFault[]; readonly file?: ModelFile };

export type ParsedFile =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly faults: readonly ModelFault[] };

/** Places of a file that may stand for others, which YAML calls aliases: a few of them are handy, many are a trap. */
const MOST_ALIASES = 50;

/** A model file written as YAML (or JSON, which is YAML too) as a value. */
export function parseModelFile(text: string): ParsedFile {
  try {
    return {
      ok: true,
      value: /^\s*\{/.test(text)
        ? (JSON.parse(text) as unknown)
        : (parse(text, { maxAliasCount: MOST_ALIASES }) as unknown),
    };
  } catch (error) {
    return {
      ok: false,
      faults: [{ place: 'file', reason: error instanceof Error ? error.message : 'It is neither YAML nor JSON.' }],
    };
  }
}

/**
 * Reads a model file and checks it.
 * @param catalogue loaded tables; without it the references to tables and columns are not checked
 */
export function readModelFile(text: string, catalogue?: Catalogue): CheckedModel {
  const parsed = parseModelFile(text);
  return parsed.ok ? checkModel(parsed.value, catalogue) : parsed;
}

/** Checks a parsed model file. */
export function checkModel(raw: unknown, catalogue?: Catalogue): CheckedModel {
  const shaped = modelFileSchema.safeParse(raw);
  if (!shaped.success)
    return {
      ok: false,
      faults: shaped.error.issues.map((issue) => ({ place: placeOf(issue.path), reason: issue.message })),
    };
  const file = shaped.data;
  const faults = [...referenceFaults(file), ...(catalogue ? tableFaults(file, catalogue) : [])];
  return faults.length > 0 ? { ok: false, faults, file } : { ok: true, file };
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
  const levels = new Map(
    file.dimensions.flatMap((dimension) => dimension.levels.map((level) => [level.id, level] as const)),
  );

  const unique = (ids: readonly string[], place: string) => {
    for (const id of new Set(ids.filter((one, index) => ids.indexOf(one) !== index)))
      fault(place, `“${id}” is there twice; ids must differ.`);
  };
  unique(
    file.tables.map((table) => table.id),
    'tables',
  );
  unique(
    file.facts.map((fact) => fact.id),
    'facts',
  );
  unique(
    file.measures.map((measure) => measure.id),
    'measures',
  );
  unique(
    file.dimensions.flatMap((dimension) => dimension.levels.map((level) => level.id)),
    'dimensions',
  );
  unique(
    file.dates.map((date) => date.id),
    'dates',
  );

  file.tables.forEach((table, index) =>
    table.joins.forEach((join, at) => {
      if (!tables.has(join.to))
        fault(`tables[${index}].joins[${at}].to`, `There is no table “${join.to}” in the model.`);
    }),
  );
  file.facts.forEach((fact, index) => {
    if (!tables.has(fact.table)) {
      fault(`facts[${index}].table`, `There is no table “${fact.table}” in the model.`);
      return;
    }
    for (const id of joinPaths(tables, fact.table).ambiguous)
      fault(
        `facts[${index}]`,
        `Table “${id}” can be reached from “${fact.table}” in two ways; declare it twice under two ids.`,
      );
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
      if (!tables.has(table))
        fault(`dimensions[${index}].levels[${at}].column`, `There is no table “${table}” in the model.`);
      else if (!file.facts.some((fact) => joinPaths(tables, fact.table).paths.has(table)))
        fault(
          `dimensions[${index}].levels[${at}].column`,
          `No fact reaches the table “${table}” by joins, so nothing could be broken down by this level.`,
        );
    });
    dimension.hierarchies?.forEach((hierarchy, at) => {
      for (const id of hierarchy)
        if (!dimension.levels.some((level) => level.id === id))
          fault(`dimensions[${index}].hierarchies[${at}]`, `“${id}” is not a level of this dimension.`);
    });
  });

  file.measures.forEach((measure, index) => {
    const place = `measures[${index}]`;
    if (measure.plan !== undefined && !measures.has(measure.plan))
      fault(`${place}.plan`, `There is no measure “${measure.plan}”.`);
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
  const cyclic = cyclicMeasures(file);
  for (const id of cyclic) fault('measures', `“${id}” is defined by itself.`);
  for (const [id, parts] of partCounts(file.measures))
    if (parts > MOST_PARTS && cyclic.length === 0)
      fault(
        'measures',
        `“${id}” is made of ${Number.isFinite(parts) ? parts : 'too many'} parts when all that it is built on is written out; ${MOST_PARTS} are the most.`,
      );

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
  const parts = new Map(file.measures.map((measure) => [measure.id, partsOf(measure)]));
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
