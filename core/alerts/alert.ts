/**
 * An alert: a measure, for the whole or for each member of a level, looked at period by period, and what of it is to be told.
 * Its reading has the measure first in `shown`, the grain as its breakdown over time and the level, where there is one, as the other.
 */
import { z } from 'zod';
import { bare, type Reading } from '../reading/schema';
import type { Grain } from '../time/grain';
import { scheduleSchema } from '../schedule/schedule';

const amount = z.number();
export const SIDES = ['high', 'low', 'either'] as const;

/** When it is told. Amounts are in the measure's own units, rates and changes in per cent as fractions. */
export const alertWhenSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('value'),
    test: z.enum(['over', 'under', 'atLeast', 'atMost', 'between']),
    value: amount,
    /** The other end of `between`. */
    upper: amount.optional(),
  }),
  /** Beside the period before, or the same of the year before. */
  z.object({
    kind: z.literal('change'),
    direction: z.enum(['up', 'down', 'either']),
    by: z.number().min(0),
    as: z.enum(['percent', 'difference']),
    basis: z.enum(['previous', 'year']),
    /** More than that; else that much and more. */
    strict: z.boolean(),
  }),
  /** By more than so much of the plan. */
  z.object({ kind: z.literal('plan'), side: z.enum(['below', 'above']), by: z.number().min(0).max(10) }),
  /** Outside what its own past lets one expect. */
  z.object({ kind: z.literal('unusual'), side: z.enum(SIDES) }),
  /** As likely as not to pass a value within so many periods to come. */
  z.object({
    kind: z.literal('forecast'),
    side: z.enum(['over', 'under']),
    value: amount,
    within: z.number().int().min(1).max(24),
  }),
  /** No records for more than so many days. */
  z.object({ kind: z.literal('late'), days: z.number().int().min(0).max(400) }),
  /** A rule of a column that the loads of its tables break. */
  z.object({ kind: z.literal('fault') }),
  /** A member of the level of which there were no records before. */
  z.object({ kind: z.literal('new') }),
]);
export type AlertWhen = z.infer<typeof alertWhenSchema>;

/** When it is looked at: whenever data arrive, or by a schedule. */
export const alertLookSchema = z.union([z.literal('data'), scheduleSchema]);
export type AlertLook = z.infer<typeof alertLookSchema>;

/** The grain by which a reading of an alert goes; null where it goes by none. */
export function grainOf({ by }: Pick<Reading, 'by'>): Grain | null {
  const time = by.find((one) => one.kind === 'time');
  return time?.kind === 'time' ? time.grain : null;
}

/** The level for each of whose members it is told; null: for the whole. */
export function levelOf({ by }: Pick<Reading, 'by'>): string | null {
  const level = by.find((one) => one.kind === 'level');
  return level?.kind === 'level' ? level.level : null;
}

/** Why a reading cannot be an alert's; null where it can. */
export function alertFault(reading: Reading, when: AlertWhen): string | null {
  const [first] = reading.shown;
  if (first === undefined || reading.rows !== null) return 'An alert is about a figure; name one.';
  if (reading.shown.length > 1) return 'An alert is about one figure; name one of these.';
  if (first.transform !== null) return 'An alert looks at the figure itself, not at a share or a change of it.';
  if (grainOf(reading) === null) return 'An alert goes from period to period: by day, week, month, quarter or year.';
  if (reading.by.length > (levelOf(reading) === null ? 1 : 2))
    return 'An alert is for the whole, or for each member of one level.';
  if (reading.where.some((one) => one.kind === 'measure' && one.at.kind !== 'level'))
    return 'An alert has one test of its figure; make another alert for the other.';
  if (when.kind === 'new' && levelOf(reading) === null) return 'Name the level whose new members are to be told.';
  if (when.kind === 'fault' && (levelOf(reading) !== null || reading.where.length > 0))
    return 'A rule is of the data as a whole; leave out the members and the level.';
  if (when.kind === 'value' && when.test === 'between' && (when.upper === undefined || when.upper < when.value))
    return 'Between takes two values, the smaller first.';
  return null;
}

/** What of a reading an alert does not look at, in words. */
export function asideOf({ when, against, rank, ahead, explain }: Reading): string[] {
  return [
    ...(when === null ? [] : ['An alert looks at every period as it comes, not at one that is named.']),
    ...(against === null
      ? []
      : ['An alert says what it stands beside in its own words: “changes by more than …”, “misses plan”.']),
    ...(rank === null ? [] : ['An alert looks at every member, not only at the first of a rank.']),
    ...(ahead === null && explain === undefined
      ? []
      : ['An alert looks at the figures as they come, not at what explains or foretells them.']),
  ];
}

/** Is it about the loads themselves, and not about what they count? Then it goes by the day, up to the day it is. */
export const isOfLoads = ({ kind }: AlertWhen): boolean => kind === 'late' || kind === 'fault';

/** A reading as an alert's: by its grain, without what `asideOf` tells and without a picture. */
export function alertReading(reading: Reading, grain: Grain): Reading {
  const role = reading.when?.role;
  return {
    ...bare(reading),
    by: [
      { kind: 'time', grain, ...(role === undefined ? {} : { role }) },
      ...reading.by.filter((one) => one.kind !== 'time'),
    ],
    when: null,
  };
}
