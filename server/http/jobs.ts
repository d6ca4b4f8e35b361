/** What runs and what was sent, for admins; hooks that they allow; the clock, where it is movable; and ending messages by one click. */
import { randomBytes } from 'node:crypto';
import express, { Router } from 'express';
import { eq, isNull } from 'drizzle-orm';
import { clockBody, hookBody, scheduleBody, type OutboxEntry, type Receiver } from '@zud/core/contract/messages';
import { notFound, Problem } from '@zud/core/contract/problem';
import { nextWords, scheduleIn, scheduleWords } from '@zud/core/schedule/schedule-words';
import { jobsOf } from '../jobs/jobs';
import { nameOfReceiver } from '../returning/sending';
import { LONGEST_TOKEN, subscriptionIn, unsubscribe } from '../returning/unsubscribing';
import { outboxOf, sendAgain } from '../store/outbox';
import { audit, hooks } from '../store/schema';
import { handle, idOf, parsed, personOf, personWith, textOf, type Context } from './context';
import { hookById } from './receivers';

const MOST = 200;

export function jobRoutes(context: Context): Router {
  const { database, jobs, rounds, clock, now } = context;
  const { store } = database;
  const router = Router();

  router.post(
    '/schedules/read',
    handle(async (request) => {
      personOf(request);
      const { text, zone } = parsed(scheduleBody, request.body);
      const found = scheduleIn(text, clock.now(), zone);
      if (found === null)
        throw new Problem(
          422,
          'Not understood as a schedule',
          `“${text}” is not understood. Say for example “every Monday at 6”, “every weekday at 8” or “on the first of each month at 7”.`,
        );
      return {
        schedule: found.schedule,
        words: scheduleWords(found.schedule),
        next: nextWords(found.schedule, clock.now()),
      };
    }),
  );
  router.get(
    '/jobs',
    handle(async (request) => {
      personWith(request, 'admin');
      return { jobs: await jobsOf(store, MOST), now: clock.now().toISOString(), movable: clock.movable };
    }),
  );
  router.delete(
    '/jobs/:job',
    handle(async (request) => {
      personWith(request, 'admin');
      if (!(await jobs.cancel(store, idOf(request, 'job')))) throw notFound('job');
      return undefined;
    }),
  );
  router.get(
    '/outbox',
    handle(async (request): Promise<OutboxEntry[]> => {
      personWith(request, 'admin');
      const rows = await outboxOf(store, MOST);
      return Promise.all(
        rows.map(async ({ message, owner }) => ({
          id: message.id,
          key: message.key,
          to: await nameOfReceiver(store, message.receiver),
          channel: channelOf(message.receiver),
          // what it says is for its receiver; admins see what it is about
          subject: ABOUT[message.about.kind],
          owner,
          state: message.state,
          said: message.said,
          tries: message.tries,
          dueAt: message.dueAt.toISOString(),
          createdAt: message.createdAt.toISOString(),
          sentAt: message.sentAt?.toISOString() ?? null,
        })),
      );
    }),
  );
  router.post(
    '/outbox/:message/again',
    handle(async (request) => {
      personWith(request, 'admin');
      if (!(await sendAgain(store, idOf(request, 'message'), clock.now())))
        throw new Problem(409, 'Not sent again', 'Only what failed, or may have, is sent again. Nothing was changed.');
      await rounds.go();
      return undefined;
    }),
  );
  router.put(
    '/clock',
    handle(async (request) => {
      const person = personWith(request, 'admin');
      if (!clock.movable)
        throw new Problem(
          409,
          'The clock is not movable',
          'It is that of the machine. Start with ZUD_CLOCK=movable to move it; nothing was changed.',
        );
      const { now: instant } = parsed(clockBody, request.body);
      clock.set(new Date(instant));
      await store
        .insert(audit)
        .values({ personId: person.id, action: 'clock moved', subject: 'clock', detail: { to: instant } });
      await rounds.go();
      return { now: clock.now().toISOString() };
    }),
  );

  router.get(
    '/hooks',
    handle(async (request) => {
      personWith(request, 'steward');
      const rows = await store.select().from(hooks).where(isNull(hooks.withdrawnAt)).orderBy(hooks.name);
      return rows.map(({ id, name, url, createdAt }) => ({ id, name, url, createdAt: createdAt.toISOString() }));
    }),
  );
  router.post(
    '/hooks',
    handle(async (request, response) => {
      const person = personWith(request, 'admin');
      const { name, url } = parsed(hookBody, request.body);
      const secret = randomBytes(32).toString('base64url');
      const [row] = await store
        .insert(hooks)
        .values({ name, url, secret, by: person.id, createdAt: now() })
        .returning();
      if (row === undefined) throw new TypeError('A hook was not kept.');
      await store
        .insert(audit)
        .values({ personId: person.id, action: 'hook allowed', subject: row.id, detail: { name, url } });
      response.status(201);
      return { id: row.id, name, url, createdAt: row.createdAt.toISOString(), secret };
    }),
  );
  /** A new secret; what is sent is signed by the one before as well, until the next. */
  router.post(
    '/hooks/:hook/secret',
    handle(async (request) => {
      const person = personWith(request, 'admin');
      const hook = await hookById(store, idOf(request, 'hook'));
      if (hook === null) throw notFound('hook');
      const secret = randomBytes(32).toString('base64url');
      await store.update(hooks).set({ secret, secretBefore: hook.secret }).where(eq(hooks.id, hook.id));
      await store
        .insert(audit)
        .values({ personId: person.id, action: 'hook secret changed', subject: hook.id, detail: { name: hook.name } });
      return { id: hook.id, name: hook.name, url: hook.url, createdAt: hook.createdAt.toISOString(), secret };
    }),
  );
  router.delete(
    '/hooks/:hook',
    handle(async (request) => {
      const person = personWith(request, 'admin');
      const hook = await hookById(store, idOf(request, 'hook'));
      if (hook === null) throw notFound('hook');
      await store.update(hooks).set({ withdrawnAt: now() }).where(eq(hooks.id, hook.id));
      await store
        .insert(audit)
        .values({ personId: person.id, action: 'hook withdrawn', subject: hook.id, detail: { name: hook.name } });
      return undefined;
    }),
  );
  return router;
}

const channelOf = ({ kind }: Receiver): OutboxEntry['channel'] => (kind === 'hook' || kind === 'room' ? kind : 'mail');

const ABOUT = {
  occasion: 'An alert',
  edition: 'An edition of a briefing',
  action: 'An action',
  board: 'News of a board',
  digest: 'One mail a day',
  notice: 'A word to the owner',
} as const;

/** Without signing in: what is ended is in the link, signed. A look at the address ends nothing. */
export function unsubscribeRoutes(context: Context): Router {
  const { database } = context;
  const router = Router();
  const subscriptionOf = (token: string) => {
    const subscription = subscriptionIn(token, context.unsubscribingSecret);
    if (subscription === null) throw notFound('subscription');
    return subscription;
  };
  router.get(
    '/unsubscribe/:token',
    handle(async (request) => ({ of: subscriptionOf(textOf(request, 'token', LONGEST_TOKEN)).of })),
  );
  router.post(
    '/unsubscribe/:token',
    express.urlencoded({ extended: false, limit: '2kb' }),
    handle(async (request) => ({
      ended: await unsubscribe(database.store, subscriptionOf(textOf(request, 'token', LONGEST_TOKEN))),
    })),
  );
  return router;
}
