/** By which of its dates a loaded table is mostly read: the default date of the models that read it. */
import type { ModelFile } from '@zud/core/model/schema';

/** Loaded table → the column of its own that the default date of a model is read from. */
export function usualDates(files: readonly ModelFile[]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const file of files) {
    const source = new Map(file.tables.map((table) => [table.id, table.source ?? table.id] as const));
    const usual = file.dates.find((date) => date.default) ?? file.dates[0];
    for (const fact of file.facts) {
      const column = usual?.columns[fact.id];
      const table = source.get(fact.table);
      if (column !== undefined && !column.includes('.') && table !== undefined) found.set(table, column);
    }
  }
  return found;
}
