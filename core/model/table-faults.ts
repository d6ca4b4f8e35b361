/** Where a model does not fit the tables that it stands on: tables and columns that are not there, or of types that do not do what is asked of them. */
import type { ModelFault } from './model-fault';
import type { ModelFile, RowTest } from './schema';

/** Loaded tables with their columns: table → column → type. */
export type Catalogue = ReadonlyMap<string, ReadonlyMap<string, string>>;

const NUMBERS = ['integer', 'number'];
const DATES = ['date', 'timestamp'];

/** What is asked of a column, in words for those who read the fault. */
interface Demand {
  readonly types: readonly string[];
  readonly why: string;
}
const TO_ADD_UP: Demand = { types: NUMBERS, why: 'it is added up or averaged, which takes numbers' };
const TO_DATE: Demand = { types: DATES, why: 'periods are told by it, which takes dates' };
const TO_PLACE: Demand = { types: NUMBERS, why: 'it is a coordinate, which takes numbers' };
const TO_MEASURE: Demand = { types: NUMBERS, why: 'it is tested against a number' };

const ADDED_UP = new Set(['sum', 'average', 'median', 'minimum', 'maximum', 'percentile', 'last']);

/** @returns each fault with its place in the file */
export function tableFaults(file: ModelFile, catalogue: Catalogue): ModelFault[] {
  const faults: ModelFault[] = [];
  const sources = new Map(file.tables.map((table) => [table.id, table.source ?? table.id]));
  const typeOf = (table: string, column: string) => catalogue.get(sources.get(table) ?? '')?.get(column);
  const need = (table: string, column: string, place: string, demand?: Demand) => {
    const source = sources.get(table) ?? table;
    const columns = catalogue.get(source);
    if (columns === undefined) return;
    const type = columns.get(column);
    if (type === undefined) faults.push({ place, reason: `Table “${source}” has no column “${column}”.` });
    else if (demand !== undefined && !demand.types.includes(type))
      faults.push({ place, reason: `Column “${column}” of table “${source}” is of type ${type}, but ${demand.why}.` });
  };
  const placed = (fact: string, reference: string): readonly [string, string] => {
    const [first = '', second] = reference.split('.');
    return second === undefined ? [file.facts.find((one) => one.id === fact)?.table ?? '', first] : [first, second];
  };
  const needRef = (fact: string, reference: string, place: string, demand?: Demand) => {
    const [table, column] = placed(fact, reference);
    need(table, column, place, demand);
  };

  file.tables.forEach((table, index) => {
    const source = table.source ?? table.id;
    if (!catalogue.has(source))
      faults.push({ place: `tables[${index}]`, reason: `No table “${source}” has been loaded.` });
    if (table.spread !== undefined) need(table.id, table.spread, `tables[${index}].spread`);
    need(table.id, table.key, `tables[${index}].key`);
    table.joins.forEach((join, at) => {
      const place = `tables[${index}].joins[${at}].column`;
      need(table.id, join.column, place);
      if (join.key !== undefined) need(join.to, join.key, `tables[${index}].joins[${at}].key`);
      const key = join.key ?? file.tables.find((one) => one.id === join.to)?.key ?? '';
      const [own, other] = [typeOf(table.id, join.column), typeOf(join.to, key)];
      if (own !== undefined && other !== undefined && classOf(own) !== classOf(other))
        faults.push({
          place,
          reason: `“${join.column}” is of type ${own}, but the key “${key}” of “${join.to}” is of type ${other}; they cannot be set equal.`,
        });
    });
  });
  file.dates.forEach((date, index) => {
    for (const [fact, column] of Object.entries(date.columns))
      needRef(fact, column, `dates[${index}].columns.${fact}`, TO_DATE);
  });
  file.dimensions.forEach((dimension, index) =>
    dimension.levels.forEach((level, at) => {
      const [table = '', column = ''] = level.column.split('.');
      const place = `dimensions[${index}].levels[${at}]`;
      need(table, column, `${place}.column`);
      if (level.order !== undefined) need(table, level.order, `${place}.order`);
      for (const coordinate of [level.latitude, level.longitude])
        if (coordinate !== undefined) need(table, coordinate, place, TO_PLACE);
    }),
  );
  file.measures.forEach((measure, index) => {
    if (measure.kind === 'ratio' || measure.kind === 'formula') return;
    const place = `measures[${index}]`;
    if ('column' in measure)
      needRef(measure.fact, measure.column, `${place}.column`, ADDED_UP.has(measure.kind) ? TO_ADD_UP : undefined);
    if ('each' in measure) measure.each.forEach((column) => needRef(measure.fact, column, `${place}.each`));
    measure.only.forEach((test, at) => {
      const where = `${place}.only[${at}]`;
      needRef(measure.fact, test.column, `${where}.column`, testsNumbers(test) ? TO_MEASURE : undefined);
      const type = typeOf(...placed(measure.fact, test.column));
      for (const value of [test.is, test.not, ...(test.in ?? [])])
        if (value !== undefined && type !== undefined && !canHold(type, value))
          faults.push({
            place: where,
            reason: `“${test.column}” is of type ${type}, so it is never ${JSON.stringify(value)}.`,
          });
    });
  });
  file.sensitive.forEach(({ column: reference }, index) => {
    const [table = '', column = ''] = reference.split('.');
    if (!sources.has(table))
      faults.push({
        place: `sensitive[${index}].column`,
        reason: `There is no table “${table}” in the model; write table.column.`,
      });
    else need(table, column, `sensitive[${index}].column`);
  });
  return faults;
}

const testsNumbers = (test: RowTest) =>
  [test.over, test.under, test.atLeast, test.atMost].some((bound) => bound !== undefined);

/** Types that can be set equal are of one class. */
const classOf = (type: string) => (NUMBERS.includes(type) ? 'number' : DATES.includes(type) ? 'date' : type);

/** Can a column of this type hold the value, as it is written in a model file? */
function canHold(type: string, value: string | number | boolean): boolean {
  switch (classOf(type)) {
    case 'number':
      return typeof value === 'number';
    case 'boolean':
      return typeof value === 'boolean';
    case 'date':
      return typeof value === 'string' && /^\d{4}-\d{2}-\d{2}/.test(value);
    default:
      return typeof value === 'string';
  }
}
