/** The draft of a model from what is known of tables: measures, levels, hierarchies, dates and joins, each with its reason. */
import type { z } from 'zod';
import { singular } from '../language/tokens';
import type { modelFileSchema } from '../model/schema';
import { withPlans } from './plans';
import type { ColumnType } from './proof';
import { freeName } from './table-names';

export interface ColumnFacts {
  readonly name: string;
  readonly type: ColumnType;
  readonly unit?: string;
  readonly missing: number;
  readonly distinct: number;
  /** Its most frequent values, as texts. */
  readonly top: readonly string[];
  readonly min?: string | number;
  readonly max?: string | number;
}

export interface TableFacts {
  readonly name: string;
  readonly rows: number;
  readonly columns: readonly ColumnFacts[];
  /** Pairs of columns of which each value of one has one of the other: [port, coast]. */
  readonly determines: readonly (readonly [of: string, one: string])[];
}

export interface FoundJoin {
  readonly from: { readonly table: string; readonly column: string };
  readonly to: { readonly table: string; readonly column: string };
  /** Rows that find their parent, and rows that do not. */
  readonly matched: number;
  readonly unmatched: number;
}

export interface Reason {
  /** Where in the model file. */
  readonly path: string;
  readonly why: string;
  readonly sure: boolean;
}

export interface Draft {
  readonly file: ModelFileInput;
  readonly reasons: readonly Reason[];
  readonly warnings: readonly string[];
}
/** A model file before its defaults. */
type ModelFileInput = z.input<typeof modelFileSchema>;

const ID_NAME = /(^|_)(id|no|nr|number|code|key|uuid|zip|zipcode|postcode|ean|sku|isbn|phone|telephone)$/;
const TIME_NAME = /^(year|month|week|quarter|day|weekday|hour)$/;
const PLACE_ON_EARTH = /^(lat|latitude|lon|lng|long|longitude)$/;
const RATE_NAME =
  /(^|_)(rate|share|percent|percentage|pct|ratio|price|average|avg|mean|median|score|rating|temperature|satisfaction|margin_pct|utilisation|utilization|occupancy|duration|minutes|age|speed)(_|$)/;
const STOCK_NAME =
  /(^|_)(stock|balance|headcount|inventory|on_hand|backlog|outstanding|level_end|subscribers|members)(_|$)/;
const PLACE_NAME =
  /(^|_)(city|town|port|country|region|state|county|store|shop|site|branch|location|place|airport|station|depot|area|district|province|village|hall|restaurant|hotel|museum|library)(_|$)/;
const PERSON_NAME =
  /(^|_)(name|manager|employee|cashier|rep|driver|customer|client|agent|seller|person|teacher|doctor|nurse|member|owner|author|technician)(_|$)/;
const FREE_TEXT = 60;
/** Rows a member has on average, from which one column telling another is no chance. */
const TELLING = 3;
const MOST_MEMBERS = 20_000;
/** Part of the rows that have a value of their own in a column that only tells them apart; not told of so few rows. */
const NEARLY_ALL = 0.9;
const FEW_ROWS = 50;

/** @example wordsOf('net_sales') // Net sales */
export const wordsOf = (name: string): string => {
  const words = name.replaceAll('_', ' ').trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
};
/** The name of one row: the last word of a table's name in the singular. */
const rowOf = (table: string): string =>
  table
    .split('_')
    .map((word, at, words) => (at === words.length - 1 ? singular(word) : word))
    .join(' ');

/** Identifiers of a model file begin with a letter and are no longer than this. */
const LONGEST_ID = 60;
export const freeId = (taken: Set<string>, wanted: string): string =>
  freeName(taken, /^[a-z]/.test(wanted) ? wanted : `c_${wanted}`, LONGEST_ID);

export const isNumeric = (column: ColumnFacts): boolean => column.type === 'integer' || column.type === 'number';
export const isDate = (column: ColumnFacts): boolean => column.type === 'date' || column.type === 'timestamp';
const isUnique = (column: ColumnFacts, { rows }: TableFacts): boolean =>
  rows > 0 && column.missing === 0 && column.distinct >= rows;

/** Numbers that say which, not how much. */
function whyNoMeasure(column: ColumnFacts, table: TableFacts, joined: ReadonlySet<string>): string | null {
  if (joined.has(column.name)) return 'it joins another table';
  if (ID_NAME.test(column.name)) return 'its name says which, not how much';
  if (TIME_NAME.test(column.name)) return 'it is a part of the calendar';
  if (PLACE_ON_EARTH.test(column.name)) return 'it is a place on earth';
  const [low, high] = [Number(column.min), Number(column.max)];
  if (column.type === 'integer' && low >= 1900 && high <= 2100 && column.distinct <= 120) return 'its values are years';
  if (column.type === 'integer' && isUnique(column, table) && table.rows > 20 && high - low < 2 * table.rows)
    return 'it numbers the rows';
  return null;
}

/**
 * @param joins those that were found among the tables, many to one
 * @param naming the name of the model, and its id
 */
export function draftModel(
  tables: readonly TableFacts[],
  joins: readonly FoundJoin[],
  naming: { readonly id: string; readonly name: string },
): Draft {
  return new Drafting(tables, joins).of(naming);
}

/** Where nothing is added up: the one figure that the rows are about, as a table of prices is; of several none is more usual than how many rows there are. */
function onlyFigure(measures: readonly DraftMeasure[]): DraftMeasure | undefined {
  const [figure, ...more] = measures.filter(({ kind }) => kind !== 'count');
  return more.length === 0 && figure !== undefined ? figure : measures.at(-1);
}

type DraftDimension = NonNullable<ModelFileInput['dimensions']>[number];
type DraftLevel = DraftDimension['levels'][number];
type DraftDate = NonNullable<ModelFileInput['dates']>[number];
type DraftMeasure = ModelFileInput['measures'][number];

class Drafting {
  private readonly reasons: Reason[] = [];
  private readonly ids = new Set<string>();
  private readonly names = new Set<string>();
  /** Tables that others look up. */
  private readonly parents: ReadonlySet<string>;

  constructor(
    private readonly tables: readonly TableFacts[],
    private readonly joins: readonly FoundJoin[],
  ) {
    this.parents = new Set(joins.map(({ to }) => to.table));
  }

  of({ id, name }: { readonly id: string; readonly name: string }): Draft {
    // what is looked up and has no date is no fact
    const facts = this.tables.filter((table) => !this.parents.has(table.name) || table.columns.some(isDate));
    const dimensions = this.tables.flatMap((table) => this.dimensionsOf(table));
    const dates = this.datesOf(facts);
    const measures = this.withPlans(
      facts.flatMap((table) => this.measuresOf(table)),
      dates,
    );
    const plans = new Set(measures.map(({ plan }) => plan));
    const amounts = measures.filter(({ id: one, kind }) => kind === 'sum' && !plans.has(one));
    const usual = amounts.find(({ format }) => format?.style === 'currency') ?? amounts[0] ?? onlyFigure(measures);
    if (usual !== undefined) this.tell('defaults.measure', `${usual.name} is shown where none is named.`, false);
    return {
      file: {
        zud: 1,
        id,
        name,
        tables: this.tables.map((table) => ({
          id: table.name,
          key: this.keyOf(table),
          joins: this.joins
            .filter(({ from }) => from.table === table.name)
            .map(({ from, to }) => ({ to: to.table, column: from.column })),
        })),
        facts: facts.map((table) => ({
          id: table.name,
          name: rowOf(table.name),
          plural: table.name.replaceAll('_', ' '),
          table: table.name,
        })),
        dates,
        dimensions,
        measures,
        defaults: usual === undefined ? {} : { measure: usual.id },
      },
      warnings: this.joins.flatMap((join) => this.toldJoin(join)),
      reasons: this.reasons,
    };
  }

  private tell(path: string, why: string, sure = true): void {
    this.reasons.push({ path, why, sure });
  }

  private id(wanted: string): string {
    return freeId(this.ids, wanted);
  }

  /** The wanted name, or the other where it is taken. */
  private named(wanted: string, other: string): string {
    const name = this.names.has(wanted.toLowerCase()) ? other : wanted;
    this.names.add(name.toLowerCase());
    return name;
  }

  /** Columns by which a table joins others. */
  private joinedBy({ name }: TableFacts): Set<string> {
    return new Set(
      this.joins.flatMap(({ from, to }) => [from, to].flatMap((end) => (end.table === name ? [end.column] : []))),
    );
  }

  /** The column by which others look a table up, else one that each row has for itself; a fact needs none, so that any will do. */
  private keyOf(table: TableFacts): string {
    const asked = this.joins.find(({ to }) => to.table === table.name)?.to.column;
    const unique = table.columns.filter((column) => isUnique(column, table) && !isDate(column));
    const own = unique.find(({ name }) => ID_NAME.test(name)) ?? unique[0] ?? table.columns[0];
    return asked ?? own?.name ?? 'id';
  }

  /** @returns why the names in a column are none to ask by; null where they are */
  private whyNoLevel(column: ColumnFacts, table: TableFacts): string | null {
    const { name, top, distinct, missing } = column;
    const letters = top.reduce((sum, value) => sum + value.length, 0) / Math.max(1, top.length);
    if (letters > FREE_TEXT) return 'its values are long texts';
    const isOwnOfRows =
      !this.parents.has(table.name) && table.rows > FEW_ROWS && distinct > NEARLY_ALL * (table.rows - missing);
    return isOwnOfRows && !PLACE_NAME.test(name) && !PERSON_NAME.test(name)
      ? 'nearly each row has a value of its own'
      : null;
  }

  private levelsOf(table: TableFacts): ColumnFacts[] {
    const joined = this.joinedBy(table);
    return table.columns.filter((column) => {
      if (column.type === 'boolean') return true;
      if (column.type !== 'text' || column.distinct < 1 || column.distinct > MOST_MEMBERS) return false;
      // the key of a parent only says which
      if (joined.has(column.name) && ID_NAME.test(column.name) && this.parents.has(table.name)) return false;
      const why = this.whyNoLevel(column, table);
      if (why !== null)
        this.tell(`tables.${table.name}.${column.name}`, `${wordsOf(column.name)} is left out: ${why}.`);
      return why === null;
    });
  }

  /** The levels of a table, those of which one tells the next as one hierarchy. */
  private dimensionsOf(table: TableFacts): DraftDimension[] {
    const finestFirst = this.levelsOf(table).sort((a, b) => b.distinct - a.distinct);
    const left = new Set(finestFirst);
    return finestFirst.flatMap((finest): DraftDimension[] => {
      if (!left.delete(finest)) return [];
      const chain = [finest];
      for (const coarser of [...left])
        if (chain.every((one) => this.tells(table, one, coarser))) {
          chain.unshift(coarser);
          left.delete(coarser);
        }
      const levels = chain.map((column) => this.levelOf(table, column));
      const id = this.id(`${finest.name}_dimension`);
      if (chain.length > 1) {
        const coarse = chain.slice(0, -1).map(({ name }) => wordsOf(name).toLowerCase());
        this.tell(
          `dimensions.${id}`,
          `Each ${wordsOf(finest.name).toLowerCase()} has one ${coarse.join(' and one ')}, so they are levels of one hierarchy.`,
        );
      }
      return [{ id, name: levels.at(-1)?.name ?? wordsOf(finest.name), levels: located(levels, table) }];
    });
  }

  /** Does each member of a level have one of another, and not by chance, as where each has hardly a row? */
  private tells({ name, rows, determines }: TableFacts, of: ColumnFacts, one: ColumnFacts): boolean {
    return (
      one.type === 'text' &&
      one.distinct > 1 &&
      one.distinct < of.distinct &&
      (this.parents.has(name) || rows / of.distinct >= TELLING) &&
      determines.some(([a, b]) => a === of.name && b === one.name)
    );
  }

  private levelOf(table: TableFacts, column: ColumnFacts): DraftLevel {
    const words = column.name === 'name' ? wordsOf(rowOf(table.name)) : wordsOf(column.name);
    return {
      id: this.id(column.name),
      name: this.named(words, `${words} of ${rowOf(table.name)}`),
      column: `${table.name}.${column.name}`,
      kind: PLACE_NAME.test(column.name) ? 'place' : PERSON_NAME.test(column.name) ? 'person' : 'thing',
    };
  }

  /** Dates of all facts, those of one name together; the one that most facts have is meant where none is named. */
  private datesOf(facts: readonly TableFacts[]): DraftDate[] {
    const columns = new Map<string, Record<string, string>>();
    for (const table of facts)
      for (const { name } of table.columns.filter(isDate))
        columns.set(dateName(name), { [table.name]: name, ...columns.get(dateName(name)) });
    const count = (name: string) => Object.keys(columns.get(name) ?? {}).length;
    const [usual] = [...columns.keys()].sort((a, b) => count(b) - count(a));
    return [...columns].map(([name, of]): DraftDate => {
      const id = this.id(Object.values(of)[0] ?? name);
      if (name === usual) this.tell(`dates.${id}`, `${wordsOf(name)} is the usual date.`, columns.size === 1);
      return { id, name: this.named(name, `${name} of the rows`), columns: of, default: name === usual };
    });
  }

  private measuresOf(table: TableFacts): DraftMeasure[] {
    const joined = this.joinedBy(table);
    const made = table.columns.filter(isNumeric).flatMap((column): DraftMeasure[] => {
      const why = whyNoMeasure(column, table, joined);
      if (why === null) return [this.measureOf(column, table)];
      this.tell(`tables.${table.name}.${column.name}`, `${wordsOf(column.name)} is no measure: ${why}.`);
      return [];
    });
    const rows = table.name.replaceAll('_', ' ');
    const count: DraftMeasure = {
      id: this.id(`number_of_${table.name}`),
      name: this.named(`Number of ${rows}`, `Number of rows of ${rows}`),
      kind: 'count',
      fact: table.name,
    };
    return [...made, count];
  }

  private withPlans(measures: readonly DraftMeasure[], dates: readonly DraftDate[]): DraftMeasure[] {
    const planned = withPlans(measures, dates);
    const names = new Map(planned.map(({ id, name }) => [id, name]));
    for (const { id, name, plan } of planned)
      if (plan !== undefined)
        this.tell(`measures.${id}.plan`, `${names.get(plan) ?? plan} is the plan of ${name}.`, false);
    return planned;
  }

  private measureOf(column: ColumnFacts, table: TableFacts): DraftMeasure {
    const { name, unit } = column;
    const words = wordsOf(name);
    const isFraction = column.type === 'number' && Number(column.min) >= 0 && Number(column.max) <= 1;
    const isShare = unit === '%' || (RATE_NAME.test(name) && isFraction);
    const each = keysOfStock(table);
    const id = this.id(name);
    const common = {
      id,
      name: this.named(words, `${words} of ${table.name.replaceAll('_', ' ')}`),
      fact: table.name,
      column: name,
      ...(isShare
        ? { format: { style: 'percent' as const, decimals: 1 } }
        : unit === undefined
          ? {}
          : /^[A-Z]{3}$/.test(unit)
            ? { format: { style: 'currency' as const, currency: unit } }
            : { unit }),
    };
    if (STOCK_NAME.test(name) && table.columns.some(isDate) && each.length > 0) {
      this.tell(`measures.${id}`, `${words} is what there is at a time, so the last value counts.`);
      return { ...common, kind: 'last', each };
    }
    if (isShare || RATE_NAME.test(name)) {
      this.tell(`measures.${id}`, `${words} is a rate, a price or a score of each row, so it is averaged.`);
      return { ...common, kind: 'average' };
    }
    this.tell(`measures.${id}`, `${words} is an amount, so it is added up.`);
    return { ...common, kind: 'sum' };
  }

  /** @returns what is to be known of it */
  private toldJoin({ from, to, matched, unmatched }: FoundJoin): string[] {
    const written = (count: number) => count.toLocaleString('en-GB');
    this.tell(
      `tables.${from.table}.joins`,
      `${wordsOf(from.column)} of ${from.table} is found in ${to.table} for ${written(matched)} of ${written(matched + unmatched)} rows.`,
      unmatched === 0,
    );
    return unmatched === 0
      ? []
      : [`${written(unmatched)} rows of ${from.table} find nothing in ${to.table}; they are kept, under no name.`];
  }
}

/** The finest level of a hierarchy of places, with where each lies, if the table knows. */
function located(levels: readonly DraftLevel[], { columns }: TableFacts): DraftLevel[] {
  const latitude = columns.find(({ name }) => /^lat/.test(name))?.name;
  const longitude = columns.find(({ name }) => /^(lon|lng)/.test(name))?.name;
  return levels.map((level, at) =>
    at === levels.length - 1 && level.kind === 'place' && latitude !== undefined && longitude !== undefined
      ? { ...level, latitude, longitude }
      : level,
  );
}

/** The columns of each of which a stock has a last value. */
export const keysOfStock = (table: TableFacts): string[] =>
  table.columns.filter((column) => column.type === 'text' && !isUnique(column, table)).map(({ name }) => name);

const dateName = (column: string): string => {
  const words = column.replaceAll('_', ' ');
  return /^(day|date)$/.test(words) ? 'date' : words;
};
