/** What the server and the process of the columnar copy say to each other. */
import type { Cell } from '@zud/core/query/answer';
import type { CodedRows } from '@zud/core/query/coded';
import type { Summary } from '@zud/core/query/summaries';
import type { LoadedColumn } from '../../store/schema';
import type { SummaryColumns } from './summary-columns';

/** A loaded table as it should be copied. */
export interface Wanted {
  readonly name: string;
  readonly version: string;
  readonly rows: number;
  readonly columns: readonly LoadedColumn[];
  /** The column it is sorted by, so that a period reads only its part. */
  readonly sortedBy: string | null;
  /** The columns that its summaries may be made of; null where no model reads facts from it. */
  readonly summarised: WantedSummaries | null;
}

/** What the summaries of a table may be made of, with the version of each parent that they look at. */
export interface WantedSummaries extends SummaryColumns {
  readonly parents: readonly (readonly [string, string])[];
}

/** A summary that is held, true of these versions of parents. */
export interface HeldSummary extends Summary {
  readonly parents: WantedSummaries['parents'];
}

/** A loaded table that is held. */
export interface HeldTable {
  readonly name: string;
  readonly version: string;
  readonly summaries: readonly HeldSummary[];
}

/** Summaries are made of tables of so many rows, where nothing else is said. */
export const SUMMARIES_FROM = 200_000;

export interface Settings {
  readonly folder: string;
  readonly databaseUrl: string;
  /** As DuckDB writes it: "2GB". */
  readonly memory: string;
  readonly threads: number;
  /** Most bytes of all copies and of what is written on the way to them. */
  readonly quota: number;
  /** Tables of so many rows have summaries. */
  readonly summariesFrom: number;
}

export type ToCopy =
  | { readonly do: 'open'; readonly settings: Settings }
  /** All tables that should be held; others are dropped. */
  | { readonly do: 'hold'; readonly order: number; readonly tables: readonly Wanted[] }
  | {
      readonly do: 'run';
      readonly id: number;
      readonly text: string;
      readonly parameters: readonly unknown[];
      readonly time: number;
      /** The columns that are wanted in columns, in the place of rows. */
      readonly coded: { readonly texts: readonly string[]; readonly numbers: readonly string[] } | null;
    }
  | { readonly do: 'stop'; readonly id: number }
  /** Asks for a sign of life. */
  | { readonly do: 'ping' };

export type FromCopy =
  | { readonly said: 'pong' }
  /** @field settled the order of which all is made, or tried in vain; null where there is more to make */
  | { readonly said: 'holds'; readonly tables: readonly HeldTable[]; readonly settled: number | null }
  /** A table goes without summaries. */
  | { readonly said: 'unsummarised'; readonly table: string; readonly reason: string }
  | { readonly said: 'progress'; readonly table: string; readonly rows: number; readonly of: number }
  /** A table could not be copied; what is held stays. */
  | { readonly said: 'failed'; readonly table: string; readonly reason: string }
  | {
      readonly said: 'rows';
      readonly id: number;
      readonly rows: readonly (readonly Cell[])[];
      readonly coded: CodedRows | null;
      readonly ms: number;
    }
  | {
      readonly said: 'refused';
      readonly id: number;
      readonly why: 'time' | 'stopped' | 'failed';
      readonly reason: string;
    };
