/** Names of columns, as the database can hold them, from the words in the head of a file. */

/** PostgreSQL tells names apart by their first 63 bytes. */
export const LONGEST_NAME = 63;
/** Columns that every table of PostgreSQL has of its own. */
const TAKEN_NAMES = new Set(['ctid', 'xmin', 'xmax', 'cmin', 'cmax', 'tableoid', 'oid']);

/** @example columnName('Net Sales (€)') // net_sales */
export function columnName(header: string): string {
  const name = header
    .trim()
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '');
  const safe = TAKEN_NAMES.has(name) ? `${name}_column` : /^\d/.test(name) ? `c_${name}` : name;
  return safe.slice(0, LONGEST_NAME).replace(/_+$/, '');
}

/** A name that is not taken yet, which is taken by it: the wanted one, or that with a number. */
export function freeName(taken: Set<string>, wanted: string, longest = LONGEST_NAME): string {
  let name = wanted.slice(0, longest);
  for (let count = 2; taken.has(name); count += 1) name = `${wanted.slice(0, longest - 4)}_${count}`;
  taken.add(name);
  return name;
}

/** A name for each column of a head: those without one are numbered, and those that come twice told apart. */
export function columnNames(headers: readonly string[]): string[] {
  const taken = new Set<string>();
  return headers.map((header, index) => freeName(taken, columnName(header) || `column_${index + 1}`));
}

const DATED =
  /([ _-]+((19|20)\d\d([ _-]?\d\d){0,2}|(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)(uary|ruary|ch|il|e|y|ust|t|tember|ober|ember)?))+$/i;

/**
 * What a file is called without the month or day that it is of, as what comes of it takes up those of other months.
 * @example undated('Takings 2026-09') // 'Takings'
 */
export const undated = (name: string): string => name.replace(DATED, '');
