/**
 * Requests that carry an `Idempotency-Key` are done once: one that is sent again, because its answer was lost on the way, is given
 * the answer of the first. (As in the IETF draft on the Idempotency-Key header field.)
 */
import { and, eq, lt } from 'drizzle-orm';
import type { NextFunction, Request, Response } from 'express';
import { createHash } from 'node:crypto';
import { answeredRequests } from '../store/schema';
import type { Context } from './context';
import { Problem } from '@zud/core/contract/problem';

/** Milliseconds for which an answer is kept, and after which one that was never given may be asked for again. */
const KEPT = 24 * 3_600_000;
const GIVEN_UP = 120_000;
const LONGEST_KEY = 200;
/** Characters of an answer that is kept. */
const LONGEST_ANSWER = 2_000_000;

/** After the person and the body of the request are known. */
export function onceOnly({ database: { store }, log, now }: Context) {
  let swept = 0;
  const sweep = async () => {
    if (now().getTime() - swept < 600_000) return;
    swept = now().getTime();
    await store.delete(answeredRequests).where(lt(answeredRequests.at, new Date(now().getTime() - KEPT)));
  };

  return (request: Request, response: Response, next: NextFunction): void => {
    const key = request.headers['idempotency-key'];
    const { person } = request;
    if (typeof key !== 'string' || person === undefined || request.method === 'GET') return next();
    if (key === '' || key.length > LONGEST_KEY)
      return next(new Problem(400, 'Not understood', `An Idempotency-Key has 1 to ${LONGEST_KEY} letters.`));
    const of = and(eq(answeredRequests.personId, person.id), eq(answeredRequests.key, key));
    const asked = createHash('sha256')
      .update(
        `${request.method} ${request.originalUrl} ${request.headers['content-length'] ?? ''} ${request.body === undefined ? '' : JSON.stringify(request.body)}`,
      )
      .digest('base64url');

    const begun = async (): Promise<boolean> => {
      await sweep();
      const [mine] = await store
        .insert(answeredRequests)
        .values({ personId: person.id, key, request: asked, at: now() })
        .onConflictDoNothing()
        .returning({ key: answeredRequests.key });
      if (mine !== undefined) return true;
      const [there] = await store.select().from(answeredRequests).where(of);
      if (there === undefined) return begun();
      if (there.request !== asked)
        throw new Problem(
          422,
          'Another request',
          'This Idempotency-Key was used for another request. Nothing was done; send a new key with a new request.',
        );
      if (there.status === null) {
        if (now().getTime() - there.at.getTime() < GIVEN_UP)
          throw new Problem(
            409,
            'Still being done',
            'This request was sent before and is still being done. Send it again in a moment to get its answer.',
            { retryAfter: 2 },
          );
        await store.delete(answeredRequests).where(of);
        return begun();
      }
      response.status(there.status).setHeader('idempotency-replayed', 'true');
      if (there.body === null) response.end();
      else response.type('application/json').send(there.body);
      return false;
    };

    let said: string | null = null;
    const json = response.json.bind(response);
    response.json = (body: unknown) => {
      said = JSON.stringify(body) ?? null;
      return json(body);
    };
    begun().then((mine) => {
      if (!mine) return;
      response.on('close', () => {
        const { statusCode } = response;
        // what failed, or was no JSON, is done anew when it is asked for again
        const whole =
          response.writableFinished &&
          statusCode < 400 &&
          (statusCode === 204 || said !== null) &&
          (said?.length ?? 0) <= LONGEST_ANSWER;
        const kept = whole
          ? store.update(answeredRequests).set({ status: statusCode, body: said }).where(of)
          : store.delete(answeredRequests).where(of);
        kept.catch((error: unknown) =>
          log.warn({ err: error }, 'an answer could not be kept for a request that is sent again'),
        );
      });
      next();
    }, next);
  };
}
