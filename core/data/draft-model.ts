/** The draft of a model from what is known of tables: measures, levels, hierarchies, dates and joins, each with its reason. */
import type { ModelFile } from '../model/schema';
import type { ColumnType } from './proof';

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
export type ModelFileInput = Pick<ModelFile, 'zud' | 'id' | 'name'> & Record<string, unknown>;

const ID_NAME = /(^|_)(id|no|nr|number|code|key|uuid|zip|zipcode|postcode|ean|sku|isbn|phone|telephone)$/;
const TIME_NAME = /^(year|month|week|quarter|day|weekday|hour)$/;
const PLACE_ON_EARTH = /^(lat|latitude|lon|lng|long|longitude)$/;
const RATE_NAME =
  /(^|_)(rate|share|percent|percentage|pct|ratio|price|average|avg|mean|median|score|rating|temperature|satisfaction|margin_pct|utilisation|utilization|occupancy|duration|minutes|age|speed)(_|$)/;
const STOCK_NAME =
  /(^|_)(stock|balance|headcount|inventory|on_hand|backlog|outstanding|level_end|subscribers|members)(_|$)/;
const PLACE_NAME =
  /(^|_)(city|town|port|country|region|state|county|store|shop|site|branch|location|place|island|coast|airport|station|depot|area|district|province|village|hall|restaurant|hotel|museum|library)(_|$)/;
const PERSON_NAME =
  /(^|_)(name|manager|captain|employee|cashier|rep|driver|customer|client|agent|seller|person|teacher|doctor|nurse|member|owner|author|technician)(_|$)/;
const FREE_TEXT = 60;
/** Rows a member has on average, from which one column telling another is no chance. */
const TELLING = 3;
const MOST_MEMBERS = 20_000;

/** @example wordsOf('net_sales') // Net sales */
export const wordsOf = (name: string): string => {
  const words = name.replaceAll('_', ' ').trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
};
const singularOf = (name: string): string =>
  /ies$/.test(name) ? `${name.slice(0, -3)}y` : /(ss|us|is)$/.test(name) ? name : name.replace(/s$/, '');

const isNumeric = (column: ColumnFacts): boolean => column.type === 'integer' || column.type === 'number';
const isDate = (column: ColumnFacts): boolean => column.type === 'date' || column.type === 'timestamp';
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
  const reasons: Reason[] = [];
  const warnings: string[] = [];
  const parents = new Set(joins.map(({ to }) => to.table));
  const children = new Set(joins.map(({ from }) => from.table));
  // a table that others look up, and that looks up nothing and has no date, is no fact
  const facts = tables.filter(
    (table) =>
      !parents.has(table.name) ||
      (children.has(table.name) && table.columns.some(isDate)) ||
      table.columns.some(isDate),
  );
  const ids = new Set<string>();
  const freeId = (wanted: string): string => {
    const base = /^[a-z]/.test(wanted) ? wanted.slice(0, 56) : `c_${wanted.slice(0, 54)}`;
    let id = base;
    for (let count = 2; ids.has(id); count += 1) id = `${base}_${count}`;
    ids.add(id);
    return id;
  };
  const names = new Set<string>();
  const freeName = (wanted: string, other: string): string => {
    const name = names.has(wanted.toLowerCase()) ? other : wanted;
    names.add(name.toLowerCase());
    return name;
  };

  const keyOf = (table: TableFacts): string => {
    const unique = table.columns.filter((column) => isUnique(column, table) && !isDate(column));
    const asked = joins.find(({ to }) => to.table === table.name)?.to.column;
    const found = asked ?? (unique.find(({ name }) => ID_NAME.test(name)) ?? unique[0])?.name;
    if (found === undefined) return table.columns[0]?.name ?? 'id';
    return found;
  };

  const dimensions: Record<string, unknown>[] = [];
  for (const table of tables) {
    const joined = new Set(
      joins.flatMap(({ from, to }) => [
        ...(from.table === table.name ? [from.column] : []),
        ...(to.table === table.name ? [to.column] : []),
      ]),
    );
    const isParent = parents.has(table.name);
    const levels = table.columns.filter((column) => {
      if (column.type === 'boolean') return true;
      if (column.type !== 'text' || column.distinct < 1 || column.distinct > MOST_MEMBERS) return false;
      if (joined.has(column.name) && ID_NAME.test(column.name) && isParent) return false;
      const average = column.top.reduce((sum, value) => sum + value.length, 0) / Math.max(1, column.top.length);
      if (average > FREE_TEXT) {
        reasons.push({
          path: `tables.${table.name}.${column.name}`,
          why: `${wordsOf(column.name)} is left out: its values are long texts.`,
          sure: true,
        });
        return false;
      }
      if (
        !isParent &&
        table.rows > 50 &&
        column.distinct > 0.9 * (table.rows - column.missing) &&
        !PLACE_NAME.test(column.name) &&
        !PERSON_NAME.test(column.name)
      ) {
        reasons.push({
          path: `tables.${table.name}.${column.name}`,
          why: `${wordsOf(column.name)} is left out: nearly each row has a value of its own.`,
          sure: true,
        });
        return false;
      }
      return true;
    });
    const tells = (of: ColumnFacts, one: ColumnFacts): boolean =>
      one.distinct > 1 &&
      one.distinct < of.distinct &&
      (isParent || table.rows / of.distinct >= TELLING) &&
      table.determines.some(([a, b]) => a === of.name && b === one.name);
    const left = new Set(levels);
    for (const finest of [...levels].sort((a, b) => b.distinct - a.distinct)) {
      if (!left.has(finest)) continue;
      left.delete(finest);
      const chain = [finest];
      for (const coarser of [...left].sort((a, b) => b.distinct - a.distinct))
        if (chain.every((one) => tells(one, coarser)) && coarser.type === 'text') {
          chain.push(coarser);
          left.delete(coarser);
        }
      const coarseFirst = [...chain].reverse();
      const made = coarseFirst.map((column) => {
        const id = freeId(column.name);
        const kind = PLACE_NAME.test(column.name) ? 'place' : PERSON_NAME.test(column.name) ? 'person' : 'thing';
        const bare = column.name === 'name' ? singularOf(table.name) : column.name;
        return {
          id,
          name: freeName(wordsOf(bare), `${wordsOf(bare)} of ${singularOf(table.name).replaceAll('_', ' ')}`),
          column: `${table.name}.${column.name}`,
          kind,
        };
      });
      const last = made.at(-1);
      const place = last?.kind === 'place' ? table.columns.find(({ name }) => /^lat/.test(name)) : undefined;
      const east = table.columns.find(({ name }) => /^(lon|lng|long)/.test(name));
      if (last !== undefined && place !== undefined && east !== undefined)
        Object.assign(last, { latitude: place.name, longitude: east.name });
      const dimension = {
        id: freeId(`${finest.name}_dimension`),
        name: last?.name ?? wordsOf(finest.name),
        levels: made,
      };
      dimensions.push(dimension);
      if (chain.length > 1)
        reasons.push({
          path: `dimensions.${dimension.id}`,
          why: `Each ${wordsOf(finest.name).toLowerCase()} has one ${coarseFirst
            .slice(0, -1)
            .map(({ name }) => wordsOf(name).toLowerCase())
            .join(' and one ')}, so they are levels of one hierarchy.`,
          sure: true,
        });
    }
  }

  const dates: Record<string, unknown>[] = [];
  for (const table of facts)
    for (const column of table.columns.filter(isDate)) {
      const there = dates.find((one) => one['name'] === dateName(column.name));
      if (there !== undefined) (there['columns'] as Record<string, string>)[table.name] = column.name;
      else
        dates.push({
          id: freeId(column.name),
          name: freeName(dateName(column.name), `${dateName(column.name)} of ${table.name}`),
          columns: { [table.name]: column.name },
        });
    }
  const [first] = [...dates].sort(
    (a, b) => Object.keys(b['columns'] as object).length - Object.keys(a['columns'] as object).length,
  );
  if (first !== undefined) {
    first['default'] = true;
    reasons.push({
      path: `dates.${String(first['id'])}`,
      why: `${wordsOf(String(first['name']))} is the usual date.`,
      sure: dates.length === 1,
    });
  }

  const measures: Record<string, unknown>[] = [];
  for (const table of facts) {
    const joined = new Set(
      joins.flatMap(({ from, to }) => [
        ...(from.table === table.name ? [from.column] : []),
        ...(to.table === table.name ? [to.column] : []),
      ]),
    );
    const hasDate = table.columns.some(isDate);
    for (const column of table.columns.filter(isNumeric)) {
      const why = whyNoMeasure(column, table, joined);
      if (why !== null) {
        reasons.push({
          path: `tables.${table.name}.${column.name}`,
          why: `${wordsOf(column.name)} is no measure: ${why}.`,
          sure: true,
        });
        continue;
      }
      const isShare =
        column.unit === '%' ||
        (RATE_NAME.test(column.name) && Number(column.min) >= 0 && Number(column.max) <= 1 && column.type === 'number');
      const each = table.columns.filter((one) => one.type === 'text' && !isUnique(one, table)).map(({ name }) => name);
      const isStock = STOCK_NAME.test(column.name) && hasDate && each.length > 0;
      const kind = isStock ? 'last' : isShare || RATE_NAME.test(column.name) ? 'average' : 'sum';
      const id = freeId(column.name);
      measures.push({
        id,
        name: freeName(wordsOf(column.name), `${wordsOf(column.name)} of ${table.name.replaceAll('_', ' ')}`),
        kind,
        fact: table.name,
        column: column.name,
        ...(isStock ? { each } : {}),
        ...(isShare
          ? { format: { style: 'percent', decimals: 1 } }
          : column.unit !== undefined && /^[A-Z]{3}$/.test(column.unit)
            ? { format: { style: 'currency', currency: column.unit } }
            : column.unit !== undefined
              ? { unit: column.unit }
              : {}),
      });
      reasons.push({
        path: `measures.${id}`,
        why:
          kind === 'sum'
            ? `${wordsOf(column.name)} is an amount, so it is added up.`
            : kind === 'last'
              ? `${wordsOf(column.name)} is what there is at a time, so the last value counts.`
              : `${wordsOf(column.name)} is a rate, a price or a score of each row, so it is averaged.`,
        sure: kind === 'sum' ? !RATE_NAME.test(column.name) : true,
      });
    }
    const id = freeId(`number_of_${table.name}`.slice(0, 55));
    measures.push({
      id,
      name: freeName(`Number of ${wordsOf(table.name).toLowerCase()}`, `Number of ${table.name} rows`),
      kind: 'count',
      fact: table.name,
    });
  }
  const usual =
    measures.find(
      (one) => one['kind'] === 'sum' && (one['format'] as { style?: string } | undefined)?.style === 'currency',
    ) ??
    measures.find((one) => one['kind'] === 'sum') ??
    measures.at(-1);
  if (usual !== undefined)
    reasons.push({
      path: 'defaults.measure',
      why: `${String(usual['name'])} is shown where none is named.`,
      sure: false,
    });
  for (const join of joins) {
    const all = join.matched + join.unmatched;
    reasons.push({
      path: `tables.${join.from.table}.joins`,
      why: `${wordsOf(join.from.column)} of ${join.from.table} is found in ${join.to.table} for ${join.matched.toLocaleString('en-GB')} of ${all.toLocaleString('en-GB')} rows.`,
      sure: join.unmatched === 0,
    });
    if (join.unmatched > 0)
      warnings.push(
        `${join.unmatched.toLocaleString('en-GB')} rows of ${join.from.table} find nothing in ${join.to.table}; they are kept, under no name.`,
      );
  }
  return {
    file: {
      zud: 1,
      id: naming.id,
      name: naming.name,
      tables: tables.map((table) => ({
        id: table.name,
        key: keyOf(table),
        joins: joins
          .filter(({ from }) => from.table === table.name)
          .map(({ from, to }) => ({ to: to.table, column: from.column })),
      })),
      facts: facts.map(({ name }) => ({
        id: name,
        name: singularOf(name).replaceAll('_', ' '),
        plural: name.replaceAll('_', ' '),
        table: name,
      })),
      dates,
      dimensions,
      measures,
      defaults: usual === undefined ? {} : { measure: usual['id'] },
    },
    reasons,
    warnings,
  };
}

const dateName = (column: string): string => {
  const words = column.replaceAll('_', ' ');
  return /^(day|date)$/.test(words) ? 'date' : words;
};
