/** What was decided of a model about the columns of its tables, each to be turned by one choice. */
import type { Measure, ModelFile } from '../model/schema';
import {
  freeId,
  isDate,
  isNumeric,
  keysOfStock,
  wordsOf,
  type ColumnFacts,
  type Reason,
  type TableFacts,
} from './draft-model';
import { plansIn } from './plans';

export interface Decision {
  readonly id: string;
  readonly about: string;
  /** Why it is as it is; nothing of what a person has turned. */
  readonly why: string | null;
  readonly sure: boolean;
  readonly chosen: string;
  readonly alternatives: readonly { readonly id: string; readonly label: string }[];
}

/** Why a choice cannot be made. */
export class CannotTurn extends Error {}

const MOST_OFFERED = 12;

const tableOfFact = (file: ModelFile, fact: string): string | undefined =>
  file.facts.find(({ id }) => id === fact)?.table;

/** The measure that is made of a column as it stands, without conditions. */
const measureOn = (file: ModelFile, table: string, column: string): Measure | undefined =>
  file.measures.find(
    (one) =>
      'column' in one &&
      'fact' in one &&
      one.column === column &&
      one.only.length === 0 &&
      tableOfFact(file, one.fact) === table,
  );

/**
 * @param tables those of the model, as they are loaded
 * @param reasons those of a draft of them
 */
export function decisionsOf(file: ModelFile, tables: readonly TableFacts[], reasons: readonly Reason[]): Decision[] {
  const reasonAt = (...paths: readonly string[]): Reason | undefined =>
    reasons.find(({ path }) => paths.includes(path));
  const decisions: Decision[] = [];
  for (const table of tables) {
    const node = file.tables.find((one) => (one.source ?? one.id) === table.name);
    if (node === undefined) continue;
    const fact = file.facts.find((one) => one.table === node.id);
    const joined = new Set(node.joins.map(({ column }) => column));
    if (fact !== undefined)
      for (const column of table.columns.filter(isNumeric)) {
        if (joined.has(column.name)) continue;
        const measure = measureOn(file, node.id, column.name);
        const reason = reasonAt(`measures.${measure?.id ?? column.name}`, `tables.${table.name}.${column.name}`);
        const chosen = measure?.kind ?? 'none';
        decisions.push({
          id: `measure:${node.id}.${column.name}`,
          about: wordsOf(column.name),
          why: reason?.why ?? null,
          sure: reason?.sure ?? true,
          chosen,
          alternatives: [
            { id: 'sum', label: 'added up' },
            { id: 'average', label: 'averaged' },
            ...(table.columns.some(isDate) && keysOfStock(table).length > 0
              ? [{ id: 'last', label: 'its last value' }]
              : []),
            ...(['sum', 'average', 'last', 'none'].includes(chosen) ? [] : [{ id: chosen, label: chosen }]),
            { id: 'none', label: 'no measure' },
          ],
        });
      }
    for (const column of table.columns.filter(({ type }) => type === 'text' || type === 'boolean')) {
      if (joined.has(column.name)) continue;
      const level = file.dimensions
        .flatMap(({ levels }) => levels)
        .find((one) => one.column === `${node.id}.${column.name}`);
      const reason = reasonAt(`tables.${table.name}.${column.name}`, `dimensions.${column.name}_dimension`);
      decisions.push({
        id: `level:${node.id}.${column.name}`,
        about: wordsOf(column.name),
        why: reason?.why ?? null,
        sure: reason?.sure ?? true,
        chosen: level === undefined ? 'none' : 'level',
        alternatives: [
          { id: 'level', label: 'a level' },
          { id: 'none', label: 'left out' },
        ],
      });
    }
  }
  const found = plansIn(file.measures, file.dates);
  for (const measure of file.measures) {
    const plans = new Set([measure.plan, found.get(measure.id)].filter((plan) => plan !== undefined));
    if (plans.size > 0)
      decisions.push({
        id: `plan:${measure.id}`,
        about: `The plan of ${measure.name}`,
        why: reasonAt(`measures.${measure.id}.plan`)?.why ?? null,
        sure: false,
        chosen: measure.plan ?? 'none',
        alternatives: [
          ...file.measures.filter(({ id }) => plans.has(id)).map(({ id, name }) => ({ id, label: name })),
          { id: 'none', label: 'it has none' },
        ],
      });
  }
  const usual = file.defaults.measure ?? file.measures[0]?.id ?? '';
  if (file.measures.length > 1 && file.measures.length <= MOST_OFFERED)
    decisions.push({
      id: 'usual measure',
      about: 'What is shown where no measure is named',
      why: reasonAt('defaults.measure')?.why ?? null,
      sure: false,
      chosen: usual,
      alternatives: file.measures.map(({ id, name }) => ({ id, label: name })),
    });
  if (file.dates.length > 1)
    decisions.push({
      id: 'usual date',
      about: 'The date that is meant where none is named',
      why: null,
      sure: false,
      chosen: (file.dates.find((one) => one.default) ?? file.dates[0])?.id ?? '',
      alternatives: file.dates.map(({ id, name }) => ({ id, label: name })),
    });
  return decisions;
}

/**
 * The model with another choice.
 * @throws CannotTurn where there is no such decision or choice, or nothing would be left to ask
 */
export function turned(file: ModelFile, id: string, choice: string, tables: readonly TableFacts[]): ModelFile {
  const decision = decisionsOf(file, tables, []).find((one) => one.id === id);
  if (decision === undefined || !decision.alternatives.some((one) => one.id === choice))
    throw new CannotTurn('There is no such choice any more. Nothing was changed.');
  if (decision.chosen === choice) return file;
  const [kind = '', place = ''] = id.split(/:(.*)/);
  if (kind === 'usual measure') return { ...file, defaults: { ...file.defaults, measure: choice } };
  if (kind === 'usual date')
    return { ...file, dates: file.dates.map((one) => ({ ...one, default: one.id === choice })) };
  if (kind === 'plan')
    return {
      ...file,
      measures: file.measures.map((one) =>
        one.id !== place ? one : choice === 'none' ? withoutPlan(one, one.plan) : { ...one, plan: choice },
      ),
    };
  const [node = '', column = ''] = place.split('.');
  const table = tables.find(({ name }) => name === (file.tables.find((one) => one.id === node)?.source ?? node));
  const facts = table?.columns.find(({ name }) => name === column);
  if (table === undefined || facts === undefined)
    throw new CannotTurn('The column is there no more. Nothing was changed.');
  return kind === 'measure' ? withMeasure(file, node, facts, table, choice) : withLevel(file, node, facts, choice);
}

function withMeasure(file: ModelFile, node: string, column: ColumnFacts, table: TableFacts, choice: string): ModelFile {
  const there = measureOn(file, node, column.name);
  if (choice === 'none') {
    const measures = file.measures.filter((one) => one !== there).map((one) => withoutPlan(one, there?.id));
    if (measures.length === 0) throw new CannotTurn('It is the only measure; without it nothing could be asked.');
    const { measure, ...defaults } = file.defaults;
    return { ...file, measures, defaults: measure === there?.id ? defaults : file.defaults };
  }
  const fact = file.facts.find((one) => one.table === node)?.id ?? node;
  const made = {
    ...(there ?? {
      id: freeId(idsOf(file), column.name),
      name: nameFor(file, wordsOf(column.name), node),
      synonyms: [],
      only: [],
      fact,
    }),
    kind: choice,
    column: column.name,
    ...(choice === 'last' ? { each: keysOfStock(table) } : {}),
  } as unknown as Measure;
  return {
    ...file,
    measures: there === undefined ? [...file.measures, made] : file.measures.map((one) => (one === there ? made : one)),
  };
}

function withoutPlan(measure: Measure, gone: string | undefined): Measure {
  if (measure.plan === undefined || measure.plan !== gone) return measure;
  const { plan: _gone, ...rest } = measure;
  return rest;
}

function withLevel(file: ModelFile, node: string, column: ColumnFacts, choice: string): ModelFile {
  const place = `${node}.${column.name}`;
  if (choice === 'none')
    return {
      ...file,
      dimensions: file.dimensions.flatMap((dimension) => {
        const gone = dimension.levels.find((one) => one.column === place);
        if (gone === undefined) return [dimension];
        const levels = dimension.levels.filter((one) => one !== gone);
        const { hierarchies, ...rest } = dimension;
        const left = hierarchies?.map((one) => one.filter((id) => id !== gone.id)).filter((one) => one.length > 0);
        return levels.length === 0 ? [] : [{ ...rest, levels, ...(left === undefined ? {} : { hierarchies: left }) }];
      }),
    };
  const name = nameFor(file, wordsOf(column.name), node);
  const level = {
    id: freeId(idsOf(file), column.name),
    name,
    synonyms: [],
    column: place,
    kind: 'thing' as const,
    memberSynonyms: {},
  };
  return {
    ...file,
    dimensions: [...file.dimensions, { id: freeId(idsOf(file), `${column.name}_dimension`), name, levels: [level] }],
  };
}

/** All identifiers of a model file among which one has to be found. */
const idsOf = (file: ModelFile): Set<string> =>
  new Set([
    ...file.measures.map(({ id }) => id),
    ...file.dates.map(({ id }) => id),
    ...file.sets.map(({ id }) => id),
    ...file.dimensions.flatMap(({ id, levels }) => [id, ...levels.map((level) => level.id)]),
  ]);

function nameFor(file: ModelFile, wanted: string, table: string): string {
  const taken = new Set(
    [...file.measures, ...file.dates, ...file.dimensions.flatMap(({ levels }) => levels)].map(({ name }) =>
      name.toLowerCase(),
    ),
  );
  return taken.has(wanted.toLowerCase()) ? `${wanted} of ${table.replaceAll('_', ' ')}` : wanted;
}
