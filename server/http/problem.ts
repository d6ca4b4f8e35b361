/** Errors as people and programs get them: RFC 9457 problem details that say what happened, what is kept and what to do. */
import { Unanswerable } from '../asking/unanswerable';

export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}

export const notFound = (what: string) => new Problem(404, 'Not found', `There is no such ${what}, or it is not shared with you.`);
export const forbidden = (detail: string) => new Problem(403, 'Not allowed', detail);

/** A reading that cannot be computed, as a problem. @throws Problem 422, or the error itself */
export function unanswerable(error: unknown): never {
  if (error instanceof Unanswerable) throw new Problem(422, 'It cannot be computed', error.message);
  throw error;
}
