/** Schemas that requests and responses share. */
import { z } from 'zod';

/** A list that whoever gets it does not change. */
export const list = <T extends z.ZodType>(of: T) => z.array(of).readonly();

/** A change that changes nothing is not understood. */
export const changesSomething = {
  check: (body: object) => Object.values(body).some((value) => value !== undefined),
  message: 'send at least one thing to change',
} as const;

/** What was made, by its id; with as much more as is at hand. */
export const made = z.looseObject({ id: z.string() });
/** ISO 8601, with its zone. */
export const moment = z.string();
/** ISO 8601, a day. */
export const day = z.string();
