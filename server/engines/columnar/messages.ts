/** What the server and the process of the columnar copy say to each other. */
import type { Cell } from '@zud/core/query/answer';
import type { LoadedColumn } from '../../store/schema';

/** A loaded table as it should be copied. */
export interface Wanted {
  readonly name: string;
  readonly version: string;
  readonly rows: number;
  readonly columns: readonly LoadedColumn[];
  /** The column it is sorted by, so that a period reads only its part. */
  readonly sortedBy: string | null;
}

export interface Settings {
  readonly folder: string;
  readonly databaseUrl: string;
  /** As DuckDB writes it: "2GB". */
  readonly memory: string;
  readonly threads: number;
  /** Most bytes of all copies and of what is written on the way to them. */
  readonly quota: number;
}

export type ToCopy =
  | { readonly do: 'open'; readonly settings: Settings }
  /** All tables that should be held; others are dropped. */
  | { readonly do: 'hold'; readonly tables: readonly Wanted[] }
  | { readonly do: 'run'; readonly id: number; readonly text: string; readonly parameters: readonly unknown[]; readonly time: number }
  | { readonly do: 'stop'; readonly id: number };

export type FromCopy =
  | { readonly said: 'holds'; readonly tables: readonly (readonly [string, string])[] }
  | { readonly said: 'progress'; readonly table: string; readonly rows: number; readonly of: number }
  /** A table could not be copied; what is held stays. */
  | { readonly said: 'failed'; readonly table: string; readonly reason: string }
  | { readonly said: 'rows'; readonly id: number; readonly rows: readonly (readonly Cell[])[]; readonly ms: number }
  | { readonly said: 'refused'; readonly id: number; readonly why: 'time' | 'stopped' | 'failed'; readonly reason: string };
