/**
 * The reading: what a question was understood to mean. Typed, versioned JSON; the only thing that steps, tiles,
 * links and exports hold.
 */
import { z } from 'zod';
import { calculationSchema, measureOf, type Calculation } from '../model/calculation';
import { CYCLES, GRAINS } from '../time/grain';
import { periodSchema } from '../time/period';

export const READING_VERSION = 2;

/** Ends of what a reading may hold: more than anyone asks, and as much as is read, planned and told in good time. */
export const MOST = { shown: 20, by: 4, where: 40, members: 5000, sets: 50, columns: 60, leaves: 200 } as const;

/** An id of the model, and the name of a member. */
const id = z.string().min(1).max(120);
const memberName = z.string().max(1000);
const members = z.array(memberName).min(1).max(MOST.members);

/** What a value is set beside to say how it changed, and whether as a difference or as a fraction of what it was. */
const changeOf = { basis: z.enum(['previous', 'year']), as: z.enum(['difference', 'percent']) };
const changeOfSchema = z.object(changeOf);
export type ChangeOf = z.infer<typeof changeOfSchema>;

export const transformSchema = z.discriminatedUnion('kind', [
  /** Of the total of all, or of the total of the outer breakdown. */
  z.object({ kind: z.literal('share'), within: z.enum(['all', 'outer']) }),
  z.object({ kind: z.literal('change'), ...changeOf }),
  z.object({ kind: z.literal('running') }),
  /** The average of this many periods up to each, or their total. */
  z.object({ kind: z.literal('moving'), count: z.number().int().min(2).max(366) }),
  z.object({ kind: z.literal('movingTotal'), count: z.number().int().min(2).max(366) }),
  z.object({ kind: z.literal('rank') }),
  /** The first point is 100. */
  z.object({ kind: z.literal('index') }),
  z.object({ kind: z.literal('fromAverage') }),
]);
export type Transform = z.infer<typeof transformSchema>;

export const shownSchema = z.object({
  calculation: calculationSchema,
  transform: transformSchema.nullable().default(null),
});
export interface Shown {
  calculation: Calculation;
  transform: Transform | null;
}

const BESIDE = ['none', 'all', 'rest'] as const;
const levelKey = z.object({ kind: z.literal('level'), level: id });
const timeKey = z.object({ kind: z.literal('time'), grain: z.enum(GRAINS), role: id.optional() });
const cycleKey = z.object({ kind: z.literal('cycle'), cycle: z.enum(CYCLES), role: id.optional() });

/** What has members that a measure can be aggregated at, tested at and ranked by: a level, a grain, a part of the week, year or day. */
export const keySchema = z.discriminatedUnion('kind', [levelKey, timeKey, cycleKey]);
export type Key = z.infer<typeof keySchema>;

export const breakdownSchema = z.discriminatedUnion('kind', [
  levelKey,
  timeKey,
  cycleKey,
  /** The row-level column behind a measure, in ranges of this width; null: a round width that gives some twelve ranges. */
  z.object({ kind: z.literal('bins'), measure: id, width: z.number().positive().nullable() }),
  /** Named sets of one level side by side, each computed from its rows (a member may be in several), with a row for all or for the rest. */
  z.object({ kind: z.literal('sets'), sets: z.array(id).min(1).max(MOST.sets), beside: z.enum(BESIDE) }),
]);
export type Breakdown = z.infer<typeof breakdownSchema>;

export const COMPARISONS = [
  'over',
  'under',
  'atLeast',
  'atMost',
  'between',
  'aboveAverage',
  'belowAverage',
  'missing',
  'present',
] as const;
const numberTest = { test: z.enum(COMPARISONS), value: z.number().optional(), upper: z.number().optional() };

export const conditionSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('members'), level: id, is: z.boolean(), members }),
  z.object({
    kind: z.literal('text'),
    level: id,
    test: z.enum(['contains', 'startsWith']),
    text: z.string().min(1).max(300),
  }),
  z.object({ kind: z.literal('set'), set: id, is: z.boolean() }),
  /** Leaves a period out. */
  z.object({ kind: z.literal('notPeriod'), period: periodSchema }),
  /** ISO numbers of days of the week. */
  z.object({ kind: z.literal('weekdays'), days: z.array(z.number().int().min(1).max(7)).min(1).max(7) }),
  /** Hours of the day (0 to 23, in the order of the stretch they make) or months of every year (1 to 12). */
  z.object({
    kind: z.literal('cycle'),
    cycle: z.enum(['hour', 'monthOfYear']),
    values: z.array(z.number().int().min(0).max(23)).min(1).max(24),
  }),
  /** A measure aggregated at a level or a grain, over the scope of the reading; or how much that changed. */
  z.object({
    kind: z.literal('measure'),
    at: keySchema,
    calculation: calculationSchema,
    change: changeOfSchema.optional(),
    ...numberTest,
  }),
  /** The row-level column behind a measure. */
  z.object({ kind: z.literal('rows'), measure: id, ...numberTest }),
]);
export type Condition = z.infer<typeof conditionSchema>;

export const comparisonSchema = z.discriminatedUnion('kind', [
  /** The same days 12 months earlier. */
  z.object({ kind: z.literal('year') }),
  /** The period just before, of the grain shown or of the period's own length. */
  z.object({ kind: z.literal('previous') }),
  z.object({ kind: z.literal('period'), period: periodSchema }),
  /** Its plan: over the days and members that both sides cover, or beside all of the plan as it stands. */
  z.object({ kind: z.literal('plan'), whole: z.literal(true).optional() }),
  /** Members of one level side by side, which are then that level's rows; with a row for all or for the rest. */
  z.object({ kind: z.literal('members'), level: id, members, beside: z.enum(BESIDE) }),
]);
export type Comparison = z.infer<typeof comparisonSchema>;

/** What a comparison adds to a value: how far it lies from the other, and that as a fraction of the other. */
export const CHANGE_PARTS = ['difference', 'percent'] as const;

export const rankSchema = z.object({
  direction: z.enum(['top', 'bottom']),
  count: z.number().int().min(1).max(10_000),
  percent: z.boolean().default(false),
  of: keySchema,
  /** Null: by the first measure shown, and moving along with it. */
  by: calculationSchema.nullable().default(null),
  /** By how far it lies from what it stands beside, where the reading compares; absent: by the value. */
  on: z.enum(CHANGE_PARTS).optional(),
  /** Inside each member of this outer level or grain. */
  within: keySchema.nullable().default(null),
  others: z.boolean().default(false),
  /** One was asked for: it is shown beside the next ones and marked. */
  marked: z.boolean().default(false),
});
export type Rank = z.infer<typeof rankSchema>;

export const orderSchema = z.object({
  by: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('measure'), calculation: calculationSchema, on: z.enum(CHANGE_PARTS).optional() }),
    /** The level's own order, or its name; of the first breakdown. */
    z.object({ kind: z.literal('name') }),
  ]),
  direction: z.enum(['up', 'down']),
});
export type Order = z.infer<typeof orderSchema>;

export const byLevel = (level: string): Extract<Key, { kind: 'level' }> => ({ kind: 'level', level });

export const CHART_KINDS = [
  'number',
  'line',
  'area',
  'bars',
  'columns',
  'stacked',
  'share bars',
  'table',
  'scatter',
  'pie',
  'heat',
  'bars with line',
  'bubble',
  'bridge',
  'pareto',
  'histogram',
  'box',
  'multiples',
  'treemap',
  'map',
] as const;
export type ChartKind = (typeof CHART_KINDS)[number];
/** A line across a chart: at a number of what is shown first, or at the mean or the median of what is drawn. */
export const referenceLineSchema = z.object({
  at: z.union([z.number(), z.enum(['average', 'median'])]),
  target: z.literal(true).optional(),
});
export type SaidLine = z.infer<typeof referenceLineSchema>;
export const MOST_LINES = 4;
const axisSchema = z.enum(['zero', 'fitted']);
/** Places of the palette. */
const colourSchema = z.number().int().min(1).max(10);

/** Null as the chart: chosen from the shape of the answer. */
const formats = {
  /** Values written at the marks. */
  labels: z.boolean().optional(),
  /** A row with what the rows of a table come to together, computed from the records. */
  totals: z.boolean().optional(),
  /** A table with the members of the last breakdown side by side. */
  across: z.boolean().optional(),
  /** Figures of a table with bars or shades of their size. */
  cells: z.enum(['bars', 'shades']).optional(),
  lines: z.array(referenceLineSchema).min(1).max(MOST_LINES).optional(),
  /** Where the value axis of lines and points begins. */
  axis: axisSchema.optional(),
  /** The place of the palette that the first series takes. */
  colour: colourSchema.optional(),
};
export const viewSchema = z.object({ chart: z.enum(CHART_KINDS).nullable(), ...formats });
export type View = z.infer<typeof viewSchema>;
/** Format options as an edit says them: `false` and `null` take one away. */
export const formatEditSchema = z
  .object({
    labels: z.boolean(),
    totals: z.boolean(),
    across: z.boolean(),
    cells: z.enum(['bars', 'shades']).nullable(),
    lines: z.null(),
    axis: axisSchema.nullable(),
    colour: colourSchema.nullable(),
  })
  .partial();
export type FormatEdit = z.infer<typeof formatEditSchema>;

export const MOST_AHEAD = 60;

/** One side of a contrast: members of a level, or a named set. */
const sideSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('members'), level: id, members }),
  z.object({ kind: z.literal('set'), set: id }),
]);
export type Side = z.infer<typeof sideSchema>;

/** What is asked of a reading beyond its numbers. `said`: which way the question takes for granted. */
export const explainSchema = z.discriminatedUnion('asked', [
  /** What moved it, between what it stands beside and now. */
  z.object({ asked: z.literal('moved'), said: z.enum(['rise', 'fall']).optional() }),
  /** Whether it is what was to be expected from its own past. */
  z.object({ asked: z.literal('unusual'), said: z.enum(['high', 'low']).optional() }),
  /** What it is more, or less, common among. */
  z.object({ asked: z.literal('goesWith') }),
  /** How two sides of a level differ; without a second, one side from all the others. */
  z.object({ asked: z.literal('contrast'), first: sideSchema, second: sideSchema.optional() }),
  /** When it passes a value or its plan, how likely by the end of the period; `needed`: how much of it is missing for that. */
  z.object({
    asked: z.literal('when'),
    aim: z.discriminatedUnion('kind', [
      z.object({ kind: z.literal('value'), value: z.number(), side: z.enum(['over', 'under']) }),
      z.object({ kind: z.literal('plan') }),
    ]),
    needed: z.literal(true).optional(),
  }),
]);
export type Explain = z.infer<typeof explainSchema>;

export const listedSchema = z.discriminatedUnion('kind', [
  levelKey,
  /** A date role, to the day. */
  z.object({ kind: z.literal('date'), role: id }),
  /** The row-level column behind a measure. */
  z.object({ kind: z.literal('measure'), measure: id }),
]);
/** A column of a listing of detail records. */
export type Listed = z.infer<typeof listedSchema>;

/** Counted without recursion, so that nothing that is sent can exhaust the stack. */
function hasFewLeaves({ shown }: { readonly shown: readonly Shown[] }): boolean {
  const open: Calculation[] = shown.map((one) => one.calculation);
  let leaves = 0;
  for (let next = open.pop(); next !== undefined && leaves <= MOST.leaves; next = open.pop()) {
    if (next.kind === 'arithmetic') open.push(next.left, next.right);
    else leaves += 1;
  }
  return leaves <= MOST.leaves;
}

export const readingSchema = z
  .object({
    version: z.literal(READING_VERSION),
    shown: z.array(shownSchema).max(MOST.shown),
    by: z.array(breakdownSchema).max(MOST.by),
    where: z.array(conditionSchema).max(MOST.where),
    when: z.object({ period: periodSchema, role: id.optional() }).nullable(),
    against: comparisonSchema.nullable(),
    /** How the line over time goes on, for so many periods of its grain after the one that holds its end. */
    ahead: z
      .object({ periods: z.number().int().min(1).max(MOST_AHEAD) })
      .nullable()
      .default(null),
    rank: rankSchema.nullable(),
    order: orderSchema.nullable(),
    /** A listing of the records of a fact under the same conditions, with these columns besides the usual ones. */
    rows: z.object({ fact: id, columns: z.array(listedSchema).max(MOST.columns) }).nullable(),
    view: viewSchema.nullable(),
    explain: explainSchema.optional(),
  })
  .refine(hasFewLeaves, { message: `its calculations are made of ${MOST.leaves} parts at most` });
export type Reading = z.infer<typeof readingSchema>;

export const EMPTY_READING: Reading = Object.freeze({
  version: READING_VERSION,
  shown: [],
  by: [],
  where: [],
  when: null,
  against: null,
  ahead: null,
  rank: null,
  order: null,
  rows: null,
  view: null,
});

/** A reading's figures alone: nothing beside them, ahead of them or explained, no rank, no order, no picture. */
export function bare({ explain: _asked, ...reading }: Reading): Reading {
  return { ...reading, against: null, ahead: null, rank: null, order: null, view: null };
}

/** A measure shown plainly. */
export const plain = (measure: string): Shown => ({ calculation: measureOf(measure), transform: null });

/** Two parts of readings are the same when their JSON is, whatever the order of keys. */
export function same(a: unknown, b: unknown): boolean {
  return a === b || canonical(a) === canonical(b);
}

/** JSON with sorted keys and without absent values: equal texts for equal readings. */
export function canonical(value: unknown): string {
  if (value === null || typeof value !== 'object') return JSON.stringify(value) ?? 'null';
  if (Array.isArray(value)) return `[${value.map(canonical).join(',')}]`;
  const object = value as Readonly<Record<string, unknown>>;
  const keys = Object.keys(object)
    .filter((key) => object[key] !== undefined)
    .sort();
  return `{${keys.map((key) => `${JSON.stringify(key)}:${canonical(object[key])}`).join(',')}}`;
}

/** Does a reading stand beside something, so that its values have a difference? */
export function hasDifference({ against }: Reading): boolean {
  return against !== null && against.kind !== 'members';
}

/** Does a reading choose some periods of its time line, by a rank or a test, so that others are left out on purpose? */
export function choosesPeriods({ rank, where }: Reading): boolean {
  return (
    (rank !== null && rank.of.kind !== 'level') ||
    where.some(
      (one) =>
        (one.kind === 'measure' && one.at.kind !== 'level') ||
        one.kind === 'notPeriod' ||
        one.kind === 'weekdays' ||
        one.kind === 'cycle',
    )
  );
}

/** Is a reading a line over time of one plain measure, so that it may be carried on? */
export function isOneLine(reading: Reading): boolean {
  const { shown, by, rows } = reading;
  return (
    rows === null &&
    by.some((one) => one.kind === 'time') &&
    shown.length === 1 &&
    shown[0]?.transform === null &&
    !hasDifference(reading) &&
    !choosesPeriods(reading)
  );
}
