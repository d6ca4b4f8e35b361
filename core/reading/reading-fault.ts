/** Why a reading cannot be kept, in plain words: what is written has to be what can be read again. */
import { MOST, readingSchema, type Reading } from './schema';

/**
 * Null where the reading is whole; else what is wrong with it.
 * @example readingFault({ ...reading, by: five }) // 'An answer is broken down by 4 things at most; take one away, or put another in its place.'
 */
export function readingFault(reading: Reading): string | null {
  if (reading.by.length > MOST.by)
    return `An answer is broken down by ${MOST.by} things at most; take one away, or put another in its place.`;
  if (reading.where.length > MOST.where)
    return `An answer is narrowed by ${MOST.where} conditions at most; take some away.`;
  if (reading.shown.length > MOST.shown) return `An answer shows ${MOST.shown} figures at most; take some away.`;
  const result = readingSchema.safeParse(JSON.parse(JSON.stringify(reading, nonFinite)));
  if (result.success) return null;
  const [issue] = result.error.issues;
  const place = issue?.path.at(-1);
  if (
    result.error.issues.some(
      (one) => one.code === 'invalid_type' && (one.expected === 'number' || one.expected === 'int'),
    )
  )
    return 'A number in it is too large to be reckoned with.';
  return `It cannot be kept${place === undefined ? '' : ` (${String(place)}: ${issue?.message ?? ''})`}.`;
}

/** Numbers that JSON cannot hold become texts, which no number may be, so that they are seen as faults. */
const nonFinite = (_key: string, value: unknown) =>
  typeof value === 'number' && !Number.isFinite(value) ? String(value) : value;
