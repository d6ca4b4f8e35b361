/** Which columns of a loaded table models ask about: those its summaries may be made of. */
import type { ModelFile } from '@zud/core/model/schema';
import type { LoadedColumn } from '../../store/schema';

export interface SummaryColumns {
  /** By these rows are told apart: dates, foreign keys, levels, what measures test; in the order of how usual they are. */
  readonly keys: readonly string[];
  /** These are added up. */
  readonly numbers: readonly string[];
}

/** The columns of each loaded table that the facts of some models are read from. */
export function summaryColumns(files: readonly ModelFile[], loaded: readonly { readonly name: string; readonly columns: readonly LoadedColumn[] }[]): ReadonlyMap<string, SummaryColumns> {
  const found = new Map<string, { keys: Set<string>; numbers: Set<string> }>();
  for (const file of files)
    for (const fact of file.facts) {
      const node = file.tables.find((table) => table.id === fact.table);
      if (node === undefined) continue;
      const columns = found.get(node.source ?? node.id) ?? { keys: new Set(), numbers: new Set() };
      found.set(node.source ?? node.id, columns);
      for (const date of file.dates) columns.keys.add(date.columns[fact.id] ?? '');
      for (const join of node.joins) columns.keys.add(join.column);
      for (const level of file.dimensions.flatMap((dimension) => dimension.levels)) if (level.column.startsWith(`${node.id}.`)) columns.keys.add(level.column.slice(node.id.length + 1));
      for (const measure of file.measures) {
        if (!('fact' in measure) || measure.fact !== fact.id) continue;
        if ('column' in measure) columns.numbers.add(measure.column);
        for (const test of measure.only) columns.keys.add(test.column);
      }
    }
  return new Map(loaded.flatMap((table) => {
    const of = found.get(table.name);
    // a colon sets the parts of a summary apart; fractions are written in more than one way, so rows are not told apart by them
    const there = (names: ReadonlySet<string>, types: readonly LoadedColumn['type'][]) => [...names].filter((name) => !name.includes(':') && table.columns.some((column) => column.name === name && types.includes(column.type)));
    return of === undefined ? [] : [[table.name, { keys: there(of.keys, ['text', 'integer', 'date', 'timestamp', 'boolean']), numbers: there(of.numbers, ['integer', 'number']) }] as const];
  }));
}
