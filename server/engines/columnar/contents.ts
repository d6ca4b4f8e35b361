/** What a copy holds of its table, kept inside its file, so that the next copy is made of it and of what changed since. */
import type { LoadedColumn, Parts } from '../../store/schema';

export interface Contents {
  readonly columns: readonly LoadedColumn[];
  readonly sortedBy: string | null;
  /** The date by whose quarters the table is partitioned; null where it is small. */
  readonly partedBy: string | null;
  readonly parts: Parts;
  /** How many times in a row it was made of another copy. */
  readonly refreshes: number;
}

/** Rows that went leave gaps in the file; after so many refreshes it is made anew. */
const MOST_REFRESHES = 30;
/** Where more of the rows than this changed, a whole copy is as quick. */
const MOST_CHANGED = 0.5;

/**
 * The parts that have to be read anew to make a copy of what an older one holds; null where it is to be made whole.
 *
 *     changedParts(holds({ '2026-07-01': 4, '2026-10-01': 7 }), holds({ '2026-07-01': 4, '2026-10-01': 8 })) // ['2026-10-01']
 */
export function changedParts(before: Contents, now: Contents): readonly string[] | null {
  if (
    now.partedBy === null ||
    now.partedBy !== before.partedBy ||
    now.sortedBy !== before.sortedBy ||
    before.refreshes >= MOST_REFRESHES
  )
    return null;
  if (JSON.stringify(now.columns) !== JSON.stringify(before.columns)) return null;
  const names = [...new Set([...Object.keys(before.parts), ...Object.keys(now.parts)])].sort();
  const changed = names.filter((part) => before.parts[part]?.version !== now.parts[part]?.version);
  return rowsOf(now, changed) > MOST_CHANGED * rowsOf(now, names) ? null : changed;
}

/** How many rows of a table are in some of its parts. */
export function rowsOf({ parts }: Contents, names: readonly string[]): number {
  return names.reduce((sum, part) => sum + (parts[part]?.rows ?? 0), 0);
}
