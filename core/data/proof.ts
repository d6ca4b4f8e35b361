/** What a file comes to: its columns, what is proposed to be done with it, and what was left out. The shapes of a proof. */
import type { Sensitive } from './sensitive';

/** A line of a file, its cells as texts. */
export interface RawRow {
  /** Counted from 1. */
  readonly line: number;
  readonly cells: readonly string[];
}

export const PROPOSALS = [
  'header',
  'footer',
  'subtotal',
  'type',
  'date order',
  'number format',
  'labels',
  'missing',
  'duplicates',
  'sensitive',
  'unpivot',
  'unit',
  'trim',
] as const;
export type ProposalKind = (typeof PROPOSALS)[number];

export const COLUMN_TYPES = ['text', 'integer', 'number', 'date', 'timestamp', 'boolean'] as const;
export type ColumnType = (typeof COLUMN_TYPES)[number];

export interface Proposal {
  readonly id: string;
  readonly kind: ProposalKind;
  /** Name of the column it is about. */
  readonly column?: string;
  /** What is proposed, as a sentence. */
  readonly text: string;
  /** Cells or lines concerned. */
  readonly count: number;
  /** Taken without being asked. */
  readonly sure: boolean;
  /** Id of the alternative in force. */
  readonly chosen: string;
  readonly examples: readonly { readonly line?: number; readonly before: string; readonly after: string }[];
  readonly alternatives: readonly { readonly id: string; readonly label: string }[];
}

export interface ProofColumn {
  readonly name: string;
  /** The words in the head of the file. */
  readonly from: string;
  readonly type: ColumnType;
  readonly unit?: string;
  readonly missing: number;
  readonly distinct: number;
  readonly sensitive?: Sensitive;
}

export interface LeftOut {
  readonly line: number;
  readonly reason: string;
  readonly text: string;
}

/** Choices that were made, by proposal. */
export type Choices = Readonly<Record<string, string>>;
