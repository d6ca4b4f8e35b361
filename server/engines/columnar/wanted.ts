/** Which loaded tables are to be copied, what each is sorted by, and what it may be summarised by. */
import type { Database } from '../../store/database';
import { modelsThere } from '../../store/models';
import { loadedTables } from '../../store/schema';
import { tableVersions } from '../../store/tables';
import { usualDates } from '../../store/usual-dates';
import type { Wanted, WantedSummaries } from './messages';
import { summaryColumns } from './summary-columns';

export async function wantedCopies(database: Database): Promise<Wanted[]> {
  const [tables, files, versions] = await Promise.all([
    database.store.select().from(loadedTables),
    modelsThere(database.store),
    tableVersions(database),
  ]);
  const sorted = usualDates(files.map(({ file }) => file));
  const summarised = summaryColumns(
    files.map(({ file }) => file),
    tables,
    sorted,
  );
  const summariesOf = (table: string): WantedSummaries | null => {
    const columns = summarised.get(table);
    if (columns === undefined) return null;
    const parents = new Set(columns.keys.flatMap((key) => key.steps.map((step) => step.table)));
    return { ...columns, parents: [...parents].map((parent) => [parent, versions.get(parent) ?? ''] as const) };
  };
  // the small ones first, so that most questions are answered from the copy soon
  return tables
    .filter((table) => !table.external)
    .map((table): Wanted => ({
      name: table.name,
      version: versions.get(table.name) ?? '',
      rows: table.rows,
      columns: table.columns,
      sortedBy: sorted.get(table.name) ?? null,
      summarised: summariesOf(table.name),
    }))
    .sort((a, b) => a.rows - b.rows);
}
