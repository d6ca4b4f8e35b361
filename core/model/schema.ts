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
/** A name, a plural or a synonym. */
const named = z.string().trim().min(1).max(120);
const synonyms = z.array(named).max(200).default([]);
const description = z.string().max(2000).optional();
/** Members that are listed by their names. */
const listed = z.array(z.string().max(300)).max(20_000);
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
  currency: z
    .string()
    .regex(/^[A-Za-z]{3}$/, 'write the three letters of ISO 4217, such as EUR')
    .optional(),
});

/** Kept for readings that use it, but neither offered nor understood in words. */
const hidable = { hidden: z.boolean().optional() };

const measureCommon = {
  id: identifier,
  name: named,
  plural: named.optional(),
  synonyms,
  description,
  unit: z.string().max(40).optional(),
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
  z.object({
    kind: z.literal('percentile'),
    column: columnRef,
    percentile: z.number().min(0).max(100),
    ...fromRows,
    ...measureCommon,
  }),
  z.object({
    kind: z.literal('last'),
    column: columnRef,
    each: z.array(columnRef).min(1),
    ...fromRows,
    ...measureCommon,
  }),
  z.object({ kind: z.literal('ratio'), of: identifier, per: identifier, ...measureCommon }),
  z.object({ kind: z.literal('formula'), formula: z.string().min(1).max(2000), ...measureCommon }),
]);

export const levelSchema = z.object({
  id: identifier,
  name: named,
  plural: named.optional(),
  synonyms,
  description,
  /** The model table and column that hold the names of the members. */
  column: z.string().regex(/^[a-z][a-z0-9_]*\.[a-z][a-z0-9_]*$/, 'write table.column'),
  kind: z.enum(['person', 'place', 'time', 'thing']).default('thing'),
  /** A column of the same table by which the members are ordered; absent: by name. */
  order: identifier.optional(),
  latitude: identifier.optional(),
  longitude: identifier.optional(),
  /** Other words for single members: member → words. */
  memberSynonyms: z.record(z.string().max(300), z.array(z.string().max(120)).max(50)).default({}),
});

export const dimensionSchema = z.object({
  id: identifier,
  name: named,
  description,
  levels: z.array(levelSchema).min(1).max(100),
  /** Each a list of levels, coarse to fine; absent: one hierarchy of all levels in the order written. */
  hierarchies: z.array(z.array(identifier).min(1)).optional(),
});

const monthDay = z.string().regex(/^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/, 'write MM-DD, a day of the year');
const seasonSchema = z.object({
  id: identifier,
  name: named,
  synonyms,
  from: monthDay.optional(),
  to: monthDay.optional(),
  dates: z
    .array(
      z
        .object({ from: daySchema, to: daySchema })
        .refine(({ from, to }) => from <= to, { message: 'the first day comes before the last' }),
    )
    .max(500)
    .optional(),
});

export const modelFileSchema = z.object({
  zud: z.literal(1),
  id: identifier,
  name: named,
  description,
  /** The reference day: a fixed day, the last day with data, or the clock. */
  asOf: z.union([daySchema, z.literal('last data'), z.literal('clock')]).default('last data'),
  calendar: z
    .object({
      weekStartsOn: z.enum(['monday', 'saturday', 'sunday']).default('monday'),
      fiscalYearStartsIn: z.number().int().min(1).max(12).default(1),
      fiscalYearNamedBy: z.enum(['end', 'start']).default('end'),
      seasons: z.array(seasonSchema).max(200).default([]),
    })
    .prefault({}),
  tables: z
    .array(
      z.object({
        id: identifier,
        /** The loaded table; absent: the one with the same name. Several model tables may read one loaded table. */
        source: identifier.optional(),
        key: identifier,
        joins: z
          .array(
            z.object({
              to: identifier,
              column: identifier,
              /** The column of the other table that it is looked up by; absent: that table's key. Each value may stand there once only. */
              key: identifier.optional(),
            }),
          )
          .max(50)
          .default([]),
        /** The column by whose values the rows are spread over servers: each of them adds up its own first. */
        spread: identifier.optional(),
      }),
    )
    .min(1)
    .max(200),
  facts: z
    .array(
      z.object({
        id: identifier,
        name: named,
        plural: named.optional(),
        synonyms,
        table: identifier,
        /** The finest grain of its dates, where that is coarser than a day. */
        grain: z.enum(['day', 'week', 'month', 'quarter', 'year']).default('day'),
      }),
    )
    .min(1)
    .max(100),
  dates: z
    .array(
      z.object({
        id: identifier,
        name: named,
        synonyms,
        default: z.boolean().default(false),
        /** Fact → its column (or table.column) for this role. */
        columns: z.record(identifier, columnRef),
      }),
    )
    .default([]),
  dimensions: z.array(dimensionSchema).max(200).default([]),
  measures: z.array(measureSchema).min(1).max(1000),
  sets: z
    .array(z.object({ id: identifier, name: named, synonyms, level: identifier, members: listed.min(1), ...hidable }))
    .default([]),
  glossary: z
    .array(z.object({ term: named, means: z.string().max(60), note: z.string().max(2000).optional() }))
    .default([]),
  defaults: z.object({ measure: identifier.optional() }).prefault({}),
  rowRules: z.array(z.object({ group: z.string().max(120), level: identifier, members: listed })).default([]),
  /** Columns (table.column) that are shown to people of these groups only: for others there is no level and no measure over them. */
  sensitive: z
    .array(
      z.object({
        column: z.string().regex(/^[a-z][a-z0-9_]*\.[a-z][a-z0-9_]*$/, 'write table.column'),
        except: z.array(z.string().max(120)).default([]),
      }),
    )
    .max(500)
    .default([]),
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
