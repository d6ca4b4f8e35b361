/** Errors as people and programs get them: RFC 9457 problem details that say what happened, what is kept and what to do. */
import { Problem } from '@zud/core/contract/problem';
import { Stopped, TimeLimitReached } from '../engines/engine';
import { Busy } from '../engines/fair-queue';
import { ModelAtFault, ModelGone, ModelKept } from '../asking/model-fault';
import { Unanswerable } from '../asking/unanswerable';
import { TooLong } from '../work/workers';
import { NotKept } from '../store/reading-columns';

/** Seconds after which it is worth asking again. */
const BUSY_SECONDS = 3;

/** A reading that cannot be computed, as a problem. @throws Problem 422, or the error itself */
export function unanswerable(error: unknown): never {
  if (error instanceof Unanswerable) throw new Problem(422, 'It cannot be computed', error.message);
  throw error;
}

/** SQLSTATEs and system codes that say that PostgreSQL is stopping, starting or gone. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  '57P01',
  '57P02',
  '57P03',
  '08000',
  '08001',
  '08003',
  '08006',
]);

/** What the driver says of a connection that was lost, without a code. */
const LOST = /^Connection terminated|^Client (has encountered a connection error|was closed) and is not queryable/;

/** Is the database, or the connection to it, gone? What wraps such an error has it as its cause. */
function isAway(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  return AWAY.has((error as { code?: string }).code ?? '') || LOST.test(error.message) || isAway(error.cause);
}

/** Is there no room on the disk, here or in the database? */
function isFull(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  return FULL.has((error as { code?: string }).code ?? '') || isFull(error.cause);
}
const FULL = new Set(['ENOSPC', 'EDQUOT', '53100']);

/** Any error as a problem that can be told: what is not known is a fault of ours. */
export function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof TimeLimitReached)
    return new Problem(
      504,
      'It took too long',
      'The question was stopped because it ran too long. Your question is kept; narrow the period or the members and ask again.',
    );
  if (error instanceof TooLong)
    return new Problem(
      422,
      'Too much at once',
      'This could not be worked through in good time, so it was stopped. What you wrote is kept; make it shorter, or say it in several steps.',
    );
  if (error instanceof Busy)
    return new Problem(
      503,
      'Busy',
      'More is being asked just now than can be answered in good time. Your question was not begun, and nothing is lost; ask again in a few seconds.',
      { retryAfter: BUSY_SECONDS },
    );
  if (error instanceof ModelAtFault)
    return new Problem(422, 'The model is at fault', error.message, { faults: error.faults });
  if (error instanceof ModelKept) return new Problem(403, 'Not shared with you', error.message);
  if (error instanceof ModelGone) return new Problem(410, 'The model was taken away', error.message);
  if (error instanceof Unanswerable) return new Problem(422, 'It cannot be computed', error.message);
  if (error instanceof NotKept || (error instanceof Error && error.cause instanceof NotKept))
    return new Problem(
      422,
      'Not kept',
      `${(error instanceof NotKept ? error : (error.cause as Error)).message} Nothing was changed.`,
    );
  if (error instanceof Stopped) return new Problem(499, 'Stopped', 'The question was stopped.');
  const status = (error as { status?: number }).status;
  if (status === 413)
    return new Problem(413, 'Too large', 'What was sent is too large. Nothing was changed; send less at once.');
  if (status === 400) return new Problem(400, 'Not understood', 'What was sent is not JSON.');
  if (isFull(error))
    return new Problem(
      507,
      'The disk is full',
      'There is no room on the disk, so this was not kept. What was kept before is whole. Whoever looks after the installation has to make room; then try again.',
    );
  if (isAway(error))
    return new Problem(
      503,
      'The database is away',
      'The database cannot be reached just now. Nothing is lost; try again in a moment.',
    );
  return new Problem(500, 'Something went wrong', 'This is a fault of ours. What you had is kept; try again.');
}
