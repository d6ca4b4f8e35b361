/** Figures that somebody keeps an eye on: small, with their line and what moved since the last visit. */
import { z } from 'zod';
import { readingSchema } from '../reading/schema';
import { reading } from './answers';
import { day, list, moment } from './building-blocks';

export const keptFigureBody = z.object({
  modelId: z.string().min(1).max(120),
  reading: readingSchema,
  title: z.string().trim().min(1).max(120).optional(),
});
export const keptFigureChangeBody = z.object({ place: z.number().int().min(0).max(1000) });

/** What a figure was when it was looked at last: of the period that began then. */
export interface SeenFigure {
  readonly period: string;
  readonly value: number;
  readonly at: string;
}

export const keptFigure = z.object({
  id: z.string(),
  modelId: z.string(),
  title: z.string(),
  reading: reading.nullable(),
  /** As it is read, with its unit; null where there is none. */
  value: z.string().nullable(),
  period: z.string().nullable(),
  /** Beside the last visit, in words; null where nothing moved or it is the first. */
  moved: z.string().nullable(),
  line: list(z.object({ at: day, value: z.number().nullable() })),
  /** Why there is no figure. */
  problem: z.string().nullable(),
  since: moment.nullable(),
});
export type KeptFigureView = z.infer<typeof keptFigure>;
