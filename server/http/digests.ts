/** One mail a day for whoever wants it; and the news of a board as a feed (Atom, RFC 4287). */
import { Router } from 'express';
import { Feed } from 'feed';
import { digestBody, type DigestView } from '@zud/core/contract/digest';
import { notFound } from '@zud/core/contract/problem';
import { nextWords, scheduleIn, scheduleWords } from '@zud/core/schedule/schedule-words';
import { boardFor } from '../store/board-rights';
import { historyOf } from '../store/boards';
import {
  digestOf,
  endDigest,
  feedAt,
  feedsOf,
  followedBoards,
  makeFeed,
  wantDigest,
  withdrawFeeds,
} from '../store/digests';
import { personById } from '../store/people';
import { handle, idOf, parsed, personOf, textOf, type Context } from './context';

/** News that a feed holds. */
const MOST = 50;

export function digestRoutes(context: Context): Router {
  const { store, clock } = context;
  const router = Router();
  router.get(
    '/digest',
    handle(async (request): Promise<DigestView> => {
      const person = personOf(request);
      const there = await digestOf(store, person.id);
      return {
        at: there?.schedule.start.slice(11, 16) ?? null,
        words: there === null ? null : scheduleWords(there.schedule),
        next: there === null ? null : nextWords(there.schedule, clock.now()),
        follows: (await followedBoards(store, person.id)).length,
      };
    }),
  );
  router.put(
    '/digest',
    handle(async (request) => {
      const person = personOf(request);
      const { at, zone } = parsed(digestBody, request.body);
      const found = scheduleIn(`every day at ${at}`, clock.now(), zone);
      if (found === null) throw new TypeError('Every day at a time is a schedule.');
      await wantDigest(store, person.id, found.schedule, clock.now());
      return undefined;
    }),
  );
  router.delete(
    '/digest',
    handle(async (request) => {
      if (!(await endDigest(store, personOf(request).id))) throw notFound('digest');
      return undefined;
    }),
  );

  router.get(
    '/boards/:id/feeds',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      return { feeds: await feedsOf(store, board.id, person.id) };
    }),
  );
  router.post(
    '/boards/:id/feeds',
    handle(async (request, response) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      response.status(201);
      return { address: `${context.home()}/api/feeds/${await makeFeed(store, board.id, person.id, clock.now())}` };
    }),
  );
  router.delete(
    '/boards/:id/feeds',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'see');
      await withdrawFeeds(store, board.id, person.id);
      return undefined;
    }),
  );
  return router;
}

/** Without signing in: whoever has the address reads it, with the rights that its maker has now. */
export function feedRoutes(context: Context): Router {
  const { store, library } = context;
  const router = Router();
  router.get(
    '/feeds/:token',
    handle(async (request, response) => {
      const kept = await feedAt(store, textOf(request, 'token'));
      const maker = kept === null ? null : await personById(store, kept.personId);
      if (kept === null || maker === null) throw notFound('feed');
      const { board } = await boardFor(store, kept.boardId, maker.id, 'see');
      const text = await library.textFor(maker);
      const home = context.home();
      const address = `${home}/boards/${board.id}`;
      const title = text(board.title);
      const feed = new Feed({
        id: `urn:uuid:${board.id}`,
        title: `${title}, in Zud`,
        link: address,
        updated: board.updatedAt,
        copyright: '',
        generator: 'Zud',
        feedLinks: { atom: `${home}${request.originalUrl}` },
      });
      for (const { by, what, version, at } of (await historyOf(store, board.id)).slice(0, MOST))
        feed.addItem({
          id: `${address}#${version}`,
          title: `${by} ${text(what)}`,
          link: address,
          date: at,
          author: [{ name: by }],
        });
      response.type('application/atom+xml').send(feed.atom1());
      return undefined;
    }),
  );
  return router;
}
