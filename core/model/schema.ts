/**
 * The model file: one schema is the type, the check and (as JSON Schema) the documentation.
 * Cross references are checked in `check.ts`; the compiled form that the rest of the core uses is `model.ts`.
 */
import { z } from 'zod';
import { daySchema } from '../time/period';

const identifier = z
  .string()
  .regex(/^[a-z][a-z0-9_]*$/, 'use small letters, digits and _, beginning with a letter')
  .max(60);
const synonyms = z.array(z.string().min(1)).default([]);
const columnRef = z
  .string()
  .regex(/^([a-z][a-z0-9_]*\.)?[a-z][a-z0-9_]*$/, 'write column, or table.column for a column of a joined table');

/** A row-level condition inside a measure, such as `cancelled is true`. */
export const rowTestSchema = z.object({
  column: columnRef,
  is: z.union([z.string(), z.number(), z.boolean()]).optional(),
  not: z.union([z.string(), z.number(), z.boolean()]).optional(),
  in: z.array(z.union([z.string(), z.number()])).optional(),
  over: z.number().optional(),
  under: z.number().optional(),
  atLeast: z.number().optional(),
  atMost: z.number().optional(),
  present: z.boolean().optional(),
});

export const formatSchema = z.object({
  style: z.enum(['number', 'percent', 'currency']).default('number'),
  decimals: z.number().int().min(0).max(6).optional(),
  /** ISO 4217 code where the style is currency. */
  currency: z.string().length(3).optional(),
});

/** Kept for readings that use it, but neither offered nor understood in words. */
const hidable = { hidden: z.boolean().optional() };

const measureCommon = {
  id: identifier,
  name: z.string().min(1),
  plural: z.string().optional(),
  synonyms,
  description: z.string().optional(),
  unit: z.string().optional(),
  format: formatSchema.optional(),
  /** Which way is good, where that is so. */
  direction: z.enum(['more', 'less']).optional(),
  /** The measure that holds the plan of this one. */
  plan: identifier.optional(),
  ...hidable,
};
const fromRows = { fact: identifier, only: z.array(rowTestSchema).default([]) };

export const measureSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('sum'), column: columnRef, ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('count'), ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('distinct'), column: columnRef, ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('average'), column: columnRef, ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('median'), column: columnRef, ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('minimum'), column: columnRef, ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('maximum'), column: columnRef, ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('percentile'), column: columnRef, percentile: z.number().min(0).max(100), ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('last'), column: columnRef, each: z.array(columnRef).min(1), ...fromRows, ...measureCommon }),
  z.object({ kind: z.literal('ratio'), of: identifier, per: identifier, ...measureCommon }),
  z.object({ kind: z.literal('formula'), formula: z.string().min(1), ...measureCommon }),
]);

export const levelSchema = z.object({
  id: identifier,
  name: z.string().min(1),
  plural: z.string().optional(),
  synonyms,
  description: z.string().optional(),
  /** The model table and column that hold the names of the members. */
  column: z.string().regex(/^[a-z][a-z0-9_]*\.[a-z][a-z0-9_]*$/, 'write table.column'),
  kind: z.enum(['person', 'place', 'time', 'thing']).default('thing'),
  /** A column of the same table by which the members are ordered; absent: by name. */
  order: identifier.optional(),
  latitude: identifier.optional(),
  longitude: identifier.optional(),
  /** Other words for single members: member → words. */
  memberSynonyms: z.record(z.string(), z.array(z.string())).default({}),
});

export const dimensionSchema = z.object({
  id: identifier,
  name: z.string().min(1),
  description: z.string().optional(),
  levels: z.array(levelSchema).min(1),
  /** Each a list of levels, coarse to fine; absent: one hierarchy of all levels in the order written. */
  hierarchies: z.array(z.array(identifier).min(1)).optional(),
});

const seasonSchema = z.object({
  id: identifier,
  name: z.string(),
  synonyms,
  from: z.string().regex(/^\d\d-\d\d$/, 'write MM-DD').optional(),
  to: z.string().regex(/^\d\d-\d\d$/, 'write MM-DD').optional(),
  dates: z.array(z.object({ from: daySchema, to: daySchema })).optional(),
});

export const modelFileSchema = z.object({
  zud: z.literal(1),
  id: identifier,
  name: z.string().min(1),
  description: z.string().optional(),
  /** The reference day: a fixed day, the last day with data, or the clock. */
  asOf: z.union([daySchema, z.literal('last data'), z.literal('clock')]).default('last data'),
  calendar: z
    .object({
      weekStartsOn: z.enum(['monday', 'saturday', 'sunday']).default('monday'),
      fiscalYearStartsIn: z.number().int().min(1).max(12).default(1),
      fiscalYearNamedBy: z.enum(['end', 'start']).default('end'),
      seasons: z.array(seasonSchema).default([]),
    })
    .prefault({}),
  tables: z
    .array(
      z.object({
        id: identifier,
        /** The loaded table; absent: the one with the same name. Several model tables may read one loaded table. */
        source: identifier.optional(),
        key: identifier,
        joins: z.array(z.object({ to: identifier, column: identifier })).default([]),
        /** The column by whose values the rows are spread over servers: each of them adds up its own first. */
        spread: identifier.optional(),
      }),
    )
    .min(1),
  facts: z
    .array(
      z.object({
        id: identifier,
        name: z.string(),
        plural: z.string().optional(),
        synonyms,
        table: identifier,
        /** The finest grain of its dates, where that is coarser than a day. */
        grain: z.enum(['day', 'week', 'month', 'quarter', 'year']).default('day'),
      }),
    )
    .min(1),
  dates: z
    .array(
      z.object({
        id: identifier,
        name: z.string(),
        synonyms,
        default: z.boolean().default(false),
        /** Fact → its column (or table.column) for this role. */
        columns: z.record(identifier, columnRef),
      }),
    )
    .default([]),
  dimensions: z.array(dimensionSchema).default([]),
  measures: z.array(measureSchema).min(1),
  sets: z
    .array(z.object({ id: identifier, name: z.string(), synonyms, level: identifier, members: z.array(z.string()).min(1), ...hidable }))
    .default([]),
  glossary: z.array(z.object({ term: z.string(), means: z.string(), note: z.string().optional() })).default([]),
  defaults: z.object({ measure: identifier.optional() }).prefault({}),
  rowRules: z.array(z.object({ group: z.string(), level: identifier, members: z.array(z.string()) })).default([]),
  sensitive: z.array(z.object({ column: z.string(), except: z.array(z.string()).default([]) })).default([]),
});

/** A model file as written, after defaults. */
export type ModelFile = z.infer<typeof modelFileSchema>;
export type Measure = ModelFile['measures'][number];
export type Level = ModelFile['dimensions'][number]['levels'][number];
export type Dimension = ModelFile['dimensions'][number];
export type Fact = ModelFile['facts'][number];
export type DateRole = ModelFile['dates'][number];
export type TableNode = ModelFile['tables'][number];
export type NamedSet = ModelFile['sets'][number];
export type RowTest = z.infer<typeof rowTestSchema>;
export type Format = z.infer<typeof formatSchema>;
