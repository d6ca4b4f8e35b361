/** Queries in SQL over the loaded tables, for stewards, and tables that are made of one. */
import { z } from 'zod';
import { COLUMN_TYPES } from '../data/proof';
import { list } from './building-blocks';

/** Longer queries are no work for an editor. */
export const LONGEST_QUERY = 20_000;

const sql = z.string().trim().min(1, 'Write a query first.').max(LONGEST_QUERY);

export const queryBody = z.object({
  sql,
  /** How it would be run, instead of what it gives. */
  explain: z.boolean().default(false),
});
export const queryColumn = z.object({ name: z.string(), type: z.enum(COLUMN_TYPES) });
export type QueryColumn = z.infer<typeof queryColumn>;
export const queryResult = z.object({
  columns: list(queryColumn),
  rows: list(z.array(z.union([z.string(), z.number(), z.boolean(), z.null()]))),
  /** There are more rows than are given. */
  more: z.boolean(),
  ms: z.number(),
});
export type QueryResult = z.infer<typeof queryResult>;

export const queryRun = z.object({
  id: z.number(),
  sql: z.string(),
  at: z.string(),
  rows: z.number().nullable(),
  ms: z.number().nullable(),
  /** Why it gave nothing. */
  fault: z.string().nullable(),
});
export type QueryRun = z.infer<typeof queryRun>;

export const derivedBody = z.object({ sql });
export const derivedTable = z.object({
  name: z.string(),
  rows: z.number(),
  columns: list(queryColumn),
  /** The loaded tables that it is made of. */
  reads: list(z.string()),
});
export type DerivedTable = z.infer<typeof derivedTable>;
