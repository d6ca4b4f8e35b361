/** The compiled model: a model file with its look-ups and the graph of its tables. */
import { withFormats } from './format-of';
import { weekdayNumber } from '../time/names';
import { parseFormula, measureOf, arithmetic, type Calculation, leavesOf } from './calculation';
import type { DateRole, Dimension, Fact, Level, Measure, ModelFile, NamedSet, TableNode } from './schema';
import type { Season } from '../time/period';

/** One step of a join: many rows of `from` to one row of `to`. */
export interface Join {
  readonly from: string;
  readonly column: string;
  readonly to: string;
  readonly key: string;
}

/** A column of a model table. */
export interface ColumnRef {
  readonly table: string;
  readonly column: string;
}

export interface LevelEntry {
  readonly level: Level;
  readonly dimension: Dimension;
  readonly source: ColumnRef;
}

export interface Model {
  readonly file: ModelFile;
  readonly id: string;
  readonly name: string;
  readonly measures: ReadonlyMap<string, Measure>;
  readonly levels: ReadonlyMap<string, LevelEntry>;
  readonly facts: ReadonlyMap<string, Fact>;
  readonly tables: ReadonlyMap<string, TableNode>;
  readonly dates: ReadonlyMap<string, DateRole>;
  readonly sets: ReadonlyMap<string, NamedSet>;
  readonly defaultMeasure: string;
  readonly defaultDate: string | null;
  readonly weekStart: number;
  readonly seasons: readonly Season[];
  /** Each hierarchy as level ids, coarse to fine. */
  readonly hierarchies: readonly (readonly string[])[];
  /** The joins from a table to another, or null where no path of many-to-one joins leads there. */
  joinsTo(from: string, to: string): readonly Join[] | null;
}

/** What members without a name are called. */
export const NO_NAME = '(none)';

export class UnknownName extends Error {}

/** Compiles a checked model file. Run `checkModel` first: a file with faults may throw here. */
export function compileModel(file: ModelFile): Model {
  const tables = new Map(file.tables.map((table) => [table.id, table]));
  const levels = new Map<string, LevelEntry>();
  for (const dimension of file.dimensions)
    for (const level of dimension.levels) {
      const [table = '', column = ''] = level.column.split('.');
      levels.set(level.id, { level, dimension, source: { table, column } });
    }
  const paths = new Map<string, ReadonlyMap<string, readonly Join[]>>();
  const model: Model = {
    file,
    id: file.id,
    name: file.name,
    measures: new Map(withFormats(file.measures).map((measure) => [measure.id, measure])),
    levels,
    facts: new Map(file.facts.map((fact) => [fact.id, fact])),
    tables,
    dates: new Map(file.dates.map((date) => [date.id, date])),
    sets: new Map(file.sets.map((set) => [set.id, set])),
    defaultMeasure: file.defaults.measure ?? file.measures[0]?.id ?? '',
    defaultDate: (file.dates.find((date) => date.default) ?? file.dates[0])?.id ?? null,
    weekStart: weekdayNumber(file.calendar.weekStartsOn),
    seasons: file.calendar.seasons.map((season) => ({
      id: season.id,
      name: season.name,
      from: monthDay(season.from),
      to: monthDay(season.to),
      dates: season.dates,
    })),
    hierarchies: file.dimensions.flatMap(
      (dimension) => dimension.hierarchies ?? [dimension.levels.map((level) => level.id)],
    ),
    joinsTo(from, to) {
      let reached = paths.get(from);
      if (!reached) {
        reached = joinPaths(tables, from).paths;
        paths.set(from, reached);
      }
      return reached.get(to) ?? null;
    },
  };
  return model;
}

function monthDay(text: string | undefined): { month: number; day: number } | undefined {
  if (text === undefined) return undefined;
  const [month, day] = text.split('-').map(Number);
  return { month: month ?? 1, day: day ?? 1 };
}

/** All tables that many-to-one joins reach from one, with the path; and those reached by more than one path. */
export function joinPaths(
  tables: ReadonlyMap<string, TableNode>,
  from: string,
): { paths: Map<string, Join[]>; ambiguous: string[] } {
  const paths = new Map<string, Join[]>([[from, []]]);
  const ambiguous: string[] = [];
  const queue = [from];
  for (let id = queue.shift(); id !== undefined; id = queue.shift()) {
    for (const join of tables.get(id)?.joins ?? []) {
      if (paths.has(join.to)) {
        ambiguous.push(join.to);
        continue;
      }
      const key = join.key ?? tables.get(join.to)?.key ?? '';
      paths.set(join.to, [...(paths.get(id) ?? []), { from: id, column: join.column, to: join.to, key }]);
      queue.push(join.to);
    }
  }
  return { paths, ambiguous };
}

export function measure(model: Model, id: string): Measure {
  const found = model.measures.get(id);
  if (!found) throw new UnknownName(`The model has no measure “${id}”.`);
  return found;
}

export function level(model: Model, id: string): LevelEntry {
  const found = model.levels.get(id);
  if (!found) throw new UnknownName(`The model has no level “${id}”.`);
  return found;
}

/** `column` of the fact's own table, or `table.column` of a joined one. */
export function columnOf(model: Model, factId: string, reference: string): ColumnRef {
  const own = model.facts.get(factId)?.table ?? '';
  const [first = '', second] = reference.split('.');
  return second === undefined ? { table: own, column: first } : { table: first, column: second };
}

/** The column that holds a date role in a fact, or null where the fact has no such date. */
export function dateColumn(model: Model, factId: string, role: string): ColumnRef | null {
  const reference = model.dates.get(role)?.columns[factId];
  return reference === undefined ? null : columnOf(model, factId, reference);
}

/** Does the fact reach the level by joins? */
export function factHasLevel(model: Model, factId: string, levelId: string): boolean {
  const fact = model.facts.get(factId);
  return fact !== undefined && model.joinsTo(fact.table, level(model, levelId).source.table) !== null;
}

/** A calculation of parts that are each aggregated from rows as they stand. */
export type Expanded = Exclude<Calculation, { kind: 'proportion' | 'part' }>;

/** A measure as an expression over measures that are aggregated from rows. */
export function definitionOf(model: Model, id: string): Expanded {
  const found = measure(model, id);
  if (found.kind === 'ratio')
    return arithmetic('divide', definitionOf(model, found.of), definitionOf(model, found.per));
  if (found.kind === 'formula') return expand(model, parseFormula(found.formula));
  return measureOf(id);
}

/** A calculation in which each measure that is itself a calculation is replaced by its definition. */
export function expand(model: Model, calculation: Calculation): Expanded {
  if (calculation.kind === 'measure') return definitionOf(model, calculation.measure);
  if (calculation.kind === 'proportion')
    return arithmetic('divide', { ...calculation, kind: 'passing' }, measureOf(calculation.measure));
  if (calculation.kind === 'part')
    return arithmetic('divide', { ...calculation, kind: 'ofMember' }, measureOf(calculation.measure));
  if (calculation.kind !== 'arithmetic') return calculation;
  return arithmetic(calculation.operator, expand(model, calculation.left), expand(model, calculation.right));
}

/** Can a measure be told for one member as a share of all: is it added up, or counted? */
export const canBePart = (one: Measure): one is Extract<Measure, { kind: 'sum' | 'count' | 'distinct' }> =>
  one.kind === 'sum' || one.kind === 'count' || one.kind === 'distinct';

/** A measure for one member as a share of all of it; null where it is not made of parts, or its records do not know that level. */
export function partOf(
  model: Model,
  id: string,
  { level: levelId, member }: { readonly level: string; readonly member: string },
): Calculation | null {
  const found = model.measures.get(id);
  return found !== undefined && canBePart(found) && factHasLevel(model, found.fact, levelId)
    ? { kind: 'part', measure: id, level: levelId, member }
    : null;
}

/** The measure that holds the plan of what is shown; null where it has none, as calculations have. */
export function planMeasureOf(model: Model, calculation: Calculation): string | null {
  return calculation.kind === 'measure' ? (model.measures.get(calculation.measure)?.plan ?? null) : null;
}

/** The facts from which a calculation is aggregated, in order of first use. */
export function factsOf(model: Model, calculation: Calculation): string[] {
  const facts = leavesOf(expand(model, calculation)).map((leaf) => {
    if (leaf.kind === 'members') return factForMembers(model, leaf);
    if (leaf.kind === 'periods') return factForPeriods(model, leaf);
    const found = measure(model, leaf.measure);
    return 'fact' in found ? found.fact : '';
  });
  return [...new Set(facts)];
}

/** The fact over whose records the members of a level are counted: the one that is given, else that of the default measure if it reaches the level, else the first that does. */
export function factForMembers(
  model: Model,
  { level: levelId, fact: given }: { readonly level: string; readonly fact?: string | undefined },
): string {
  if (given !== undefined) return given;
  const preferred = factsOf(model, measureOf(model.defaultMeasure)).filter((fact) =>
    factHasLevel(model, fact, levelId),
  );
  const any = [...model.facts.keys()].find((fact) => factHasLevel(model, fact, levelId));
  const fact = preferred[0] ?? any;
  if (fact === undefined) throw new UnknownName(`No fact reaches the level “${levelId}”.`);
  return fact;
}

/** The fact whose days, months … are counted: the one that is given, else that of the default measure. */
export function factForPeriods(model: Model, { fact: given }: { readonly fact?: string | undefined }): string {
  if (given !== undefined) return given;
  const [fact] = factsOf(model, measureOf(model.defaultMeasure));
  if (fact === undefined) throw new UnknownName('The model has no fact to count periods of.');
  return fact;
}

/** A hierarchy that holds both levels, coarse to fine, if there is one. */
export function sharedHierarchy(model: Model, a: string, b: string): readonly string[] | null {
  return model.hierarchies.find((levels) => levels.includes(a) && levels.includes(b)) ?? null;
}

/** The next finer (+1) or coarser (−1) level of the first hierarchy that holds the level. */
export function neighbourLevel(model: Model, id: string, step: 1 | -1): string | null {
  for (const levels of model.hierarchies) {
    const index = levels.indexOf(id);
    const found = index < 0 ? undefined : levels[index + step];
    if (found !== undefined) return found;
  }
  return null;
}

/** The plural of a name: the one the model gives, else the English rule. */
export function pluralOf(entry: { name: string; plural?: string | undefined }): string {
  return entry.plural ?? pluralWord(entry.name);
}

/**
 * English plural of the noun that a name is built on; a name that is one already stays.
 * @example pluralWord('Fare family') // 'Fare families'
 * @example pluralWord('Officer in charge') // 'Officers in charge'
 */
export function pluralWord(name: string): string {
  const [, noun, rest] = /^(.+?)( (?:in|of|on|at|for|to|by|with|per) .+)$/i.exec(name) ?? [];
  if (noun !== undefined && rest !== undefined) return pluralWord(noun) + rest;
  if (/[^siu]s$/i.test(name)) return name;
  if (/[^aeiou]y$/i.test(name)) return `${name.slice(0, -1)}ies`;
  if (/(s|x|z|ch|sh)$/i.test(name)) return `${name}es`;
  return `${name}s`;
}

/** The row-level column behind a measure with its fact; null where the measure has none (a count, a ratio). */
export function rowColumnOf(model: Model, id: string): { fact: string; source: ColumnRef } | null {
  const found = model.measures.get(id);
  return found && 'column' in found && found.kind !== 'distinct'
    ? { fact: found.fact, source: columnOf(model, found.fact, found.column) }
    : null;
}
