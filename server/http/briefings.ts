/** Briefings: made from a board, a trail or words; their pages, their editions, and these as files. */
import { randomUUID } from 'node:crypto';
import { Router } from 'express';
import { z } from 'zod';
import { lookWords } from '@zud/core/alerts/alert-sentence';
import { pagesIn, readBriefing } from '@zud/core/briefings/briefing-words';
import { changedSince } from '@zud/core/briefings/since';
import {
  briefingBody,
  briefingChangeBody,
  editionExportBody,
  pagesBody,
  type BriefingPage,
  type BriefingView,
  type Edition,
  type EditionPage,
  type editionSummary,
} from '@zud/core/contract/briefings';
import type { OutboxState, Receiver } from '@zud/core/contract/messages';
import { forbidden, Problem } from '@zud/core/contract/problem';
import { missingFrom } from '@zud/core/reading/references';
import { readingFault } from '@zud/core/reading/reading-fault';
import { nextAfter } from '@zud/core/schedule/schedule';
import { nextWords } from '@zud/core/schedule/schedule-words';
import { limitWords } from '../asking/access';
import { FILE_TYPES } from '../exports/file-types';
import { versionsOf } from '../jobs/rounds';
import { pagesOfBoard, pagesOfTrail } from '../returning/briefing-drafts';
import { coverOf, filedPages } from '../returning/edition-message';
import { calendarOf } from '../returning/calendar';
import { accessOf, makeEdition, pagesAsSeen } from '../returning/editions';
import { nameOfReceiver } from '../returning/sending';
import { boardFor } from '../store/board-rights';
import { tilesOf } from '../store/boards';
import {
  addBriefing,
  briefingFor,
  briefingsOf,
  changeBriefing,
  editionOf,
  editionsOf,
  keepView,
  readablePages,
  removeBriefing,
  viewBefore,
  viewOf,
  type BriefingRow,
} from '../store/briefings';
import { inquiryFor, stepsOf } from '../store/inquiries';
import { outboxOfEdition } from '../store/outbox';
import type { Person } from '../store/people';
import { goneSignal, handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { namedPeople } from './named-people';
import { checkedReceivers } from './receivers';

const MOST_EDITIONS = 50;
const numberOf = z.coerce.number().int().min(1).max(1_000_000);

export function briefingRoutes(context: Context): Router {
  const { store, library, clock, workers } = context;
  const router = Router();

  async function summaries(id: string): Promise<z.infer<typeof editionSummary>[]> {
    return (await editionsOf(store, id, MOST_EDITIONS)).map(({ number, at, by }) => ({
      number,
      at: at.toISOString(),
      by,
    }));
  }

  async function viewOfBriefing(briefing: BriefingRow, owner: string, person: Person): Promise<BriefingView> {
    const text = await library.textFor(person);
    const mine = briefing.ownerId === person.id;
    const pages = await Promise.all(
      readablePages(briefing.pages).map(async (page): Promise<BriefingPage> => {
        if (mine || page.modelId === null) return page;
        const viewer = await library.viewer(page.modelId, person);
        // names that somebody may not know are in no page that they are sent
        return {
          ...page,
          title: page.title === null ? null : text(page.title),
          words: page.words === null ? null : text(page.words),
          reading: page.reading === null || viewer.ready === null ? null : viewer.ready.sight.reading(page.reading),
        };
      }),
    );
    const { look } = briefing;
    return {
      id: briefing.id,
      title: text(briefing.title),
      owner: { id: briefing.ownerId, name: owner },
      mine,
      pages,
      look,
      looks: look === null ? 'by hand only' : lookWords(look),
      next: look === null || look === 'data' ? null : nextWords(look, clock.now()),
      nextAt: briefing.nextAt?.toISOString() ?? null,
      receivers: await Promise.all(
        briefing.receivers
          .filter((one) => mine || (one.kind === 'person' && one.id === person.id))
          .map(async (to) => ({ to, name: await nameOfReceiver(store, to) })),
      ),
      files: briefing.files as BriefingView['files'][number][],
      paused: briefing.paused,
      version: briefing.version,
      editions: await summaries(briefing.id),
    };
  }

  /** @throws Problem 403 */
  async function own(id: string, person: Person): Promise<{ briefing: BriefingRow; owner: string }> {
    const found = await briefingFor(store, id, person);
    if (found.briefing.ownerId !== person.id)
      throw forbidden('Only the owner of a briefing can change it. You can ask on from each of its pages.');
    return found;
  }

  /** Each page as it can be kept. @throws Problem 422 that names the first that cannot */
  async function checkedPages(pages: readonly BriefingPage[], person: Person): Promise<BriefingPage[]> {
    if (new Set(pages.map(({ id }) => id)).size < pages.length)
      throw new Problem(422, 'It cannot be kept', 'Two pages have the same id. Nothing was changed.');
    for (const page of pages) {
      if (page.kind === 'text' || page.modelId === null || page.reading === null) continue;
      const ready = await library.get(page.modelId, person);
      const fault = readingFault(page.reading);
      if (fault !== null) throw new Problem(422, 'It cannot be kept', `The page “${page.title ?? ''}”: ${fault}`);
      if (page.each !== null && !ready.model.levels.has(page.each.level))
        throw new Problem(
          422,
          'It cannot be kept',
          `There is no level “${page.each.level}” to make pages for. Nothing was changed.`,
        );
    }
    return [...pages];
  }

  async function madeFrom(body: z.infer<typeof briefingBody>, person: Person) {
    const none = { look: null as BriefingRow['look'], receivers: [] as Receiver[], notes: [] as readonly string[] };
    if (body.pages !== undefined)
      return { ...none, title: body.title ?? 'Briefing', pages: await checkedPages(body.pages, person) };
    if (body.boardId !== undefined) {
      const { board } = await boardFor(store, body.boardId, person.id, 'see');
      const tiles = (await tilesOf(store, board.id)).map(({ tile }) => tile);
      return {
        ...none,
        title: board.title,
        pages: await pagesOfBoard(tiles, board.scope, (id) => library.get(id, person)),
      };
    }
    if (body.inquiryId !== undefined) {
      const { inquiry } = await inquiryFor(store, body.inquiryId, person.id, 'see');
      const viewer = await library.viewer(inquiry.modelId, person);
      const sight = (page: BriefingPage) => ({
        ...page,
        reading:
          page.reading === null || viewer.ready === null ? page.reading : viewer.ready.sight.reading(page.reading),
      });
      return {
        ...none,
        title: inquiry.title,
        pages: pagesOfTrail(await stepsOf(store, inquiry.id), inquiry.modelId).map(sight),
      };
    }
    if (body.text !== undefined && body.modelId !== undefined) {
      const ready = await library.get(body.modelId, person);
      const read = readBriefing(
        body.text,
        { names: ready.names, calendar: ready.calendar, before: null },
        clock.now(),
        body.zone ?? 'UTC',
        () => randomUUID().slice(0, 8),
      );
      if (!read.ok) throw new Problem(422, 'Not understood as a briefing', read.reason);
      const { title, pages, look, who, addresses, notes } = read.briefing;
      return {
        title,
        pages: [...pages],
        look,
        receivers: [
          ...(await namedPeople(store, who)),
          ...addresses.map((address): Receiver => ({ kind: 'address', address })),
        ],
        notes,
      };
    }
    throw new Problem(
      422,
      'Nothing to make it of',
      'Name a board, an inquiry, pages, or a model with what it is to be on.',
    );
  }

  const nextOf = (look: BriefingRow['look']): Date | null =>
    look === null || look === 'data' ? null : nextAfter(look, clock.now());

  async function editionView(
    briefing: BriefingRow,
    number: number,
    person: Person,
    signal: AbortSignal,
  ): Promise<Edition> {
    const edition = await editionOf(store, briefing.id, number);
    const access = await accessOf(edition.pages, person, context);
    const before = await viewBefore(store, briefing.id, number, access);
    let pages = await viewOf(store, briefing.id, number, access);
    if (pages === null) {
      pages = await pagesAsSeen(edition.pages, before, person, context, signal);
      await keepView(store, briefing.id, number, access, pages, clock.now());
    }
    const text = await library.textFor(person);
    return {
      number,
      at: edition.at.toISOString(),
      by: edition.runBy,
      briefingId: briefing.id,
      title: text(briefing.title),
      // others with the same rights here may read more of another model
      pages: pages.map((page) => ({
        ...page,
        title: text(page.title),
        words: page.words === null ? null : text(page.words),
      })),
      since: before === null ? [] : changedSince(pages, before),
      sent: briefing.ownerId === person.id ? await sentWords(briefing.id, number) : [],
      limits: await limitsOf(edition.pages, person),
    };
  }

  async function limitsOf(pages: readonly BriefingPage[], person: Person): Promise<string | null> {
    for (const modelId of new Set(pages.flatMap((page) => page.modelId ?? []))) {
      const viewer = await library.viewer(modelId, person);
      const words = limitWords(viewer.access);
      if (words !== null) return words;
    }
    return null;
  }

  /** To whom an edition went, in words. */
  async function sentWords(briefingId: string, number: number): Promise<string[]> {
    const rows = await outboxOfEdition(store, briefingId, number);
    const groups = new Map<string, string[]>();
    for (const row of rows) {
      const state = SENT[row.state];
      groups.set(state, [...(groups.get(state) ?? []), await nameOfReceiver(store, row.receiver)]);
    }
    for (const names of groups.values()) names.sort((a, b) => a.localeCompare(b));
    return [...groups].map(
      ([state, names]) =>
        `${state} ${names.length > 6 ? `${names.slice(0, 5).join(', ')} and ${names.length - 5} more` : names.join(', ')}`,
    );
  }

  router.get(
    '/briefings',
    handle(async (request) => {
      const person = personOf(request);
      const rows = await briefingsOf(store, person);
      return Promise.all(rows.map(({ briefing, owner }) => viewOfBriefing(briefing, owner, person)));
    }),
  );
  router.post(
    '/briefings',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const body = parsed(briefingBody, request.body);
      const made = await madeFrom(body, person);
      if (made.pages.length === 0)
        throw new Problem(
          422,
          'Nothing to make it of',
          'There is no answer that a page could be made of. Pin or ask something first; nothing was kept.',
        );
      const now = clock.now();
      const look = body.look === undefined ? made.look : body.look;
      const receivers = await checkedReceivers(
        context,
        body.receivers ?? [{ kind: 'person', id: person.id }, ...made.receivers],
        person,
      );
      const row = await addBriefing(store, {
        title: body.title ?? made.title,
        ownerId: person.id,
        pages: made.pages,
        look,
        receivers,
        files: body.files ?? [],
        nextAt: nextOf(look),
        lookedAt: await versionsOf(made.pages, library),
        createdAt: now,
        updatedAt: now,
      });
      response.status(201);
      return { ...(await viewOfBriefing(row, person.name, person)), notes: made.notes };
    }),
  );
  router.get(
    '/briefings/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { briefing, owner } = await briefingFor(store, idOf(request), person);
      return viewOfBriefing(briefing, owner, person);
    }),
  );
  router.patch(
    '/briefings/:id',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const { briefing, owner } = await own(idOf(request), person);
      const { version, pages, receivers, paused, ...body } = parsed(briefingChangeBody, request.body);
      await changeBriefing(store, briefing.id, person.id, version, {
        ...body,
        ...(pages === undefined ? {} : { pages: await checkedPages(pages, person) }),
        ...(receivers === undefined ? {} : { receivers: await checkedReceivers(context, receivers, person) }),
        ...(body.look === undefined
          ? {}
          : { nextAt: nextOf(body.look), lookedAt: await versionsOf(pages ?? briefing.pages, library) }),
        ...(paused === undefined
          ? {}
          : { paused: paused ? 'Its owner paused it.' : null, ...(paused ? {} : { nextAt: nextOf(briefing.look) }) }),
        updatedAt: clock.now(),
      });
      const { briefing: changed } = await briefingFor(store, briefing.id, person);
      return viewOfBriefing(changed, owner, person);
    }),
  );
  router.delete(
    '/briefings/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { briefing } = await own(idOf(request), person);
      await removeBriefing(store, briefing.id, person.id);
      return undefined;
    }),
  );
  /** Pages of words, to be added. */
  router.post(
    '/briefings/pages',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const { modelId, text } = parsed(pagesBody, request.body);
      const ready = await library.get(modelId, person);
      const made = pagesIn(text, { names: ready.names, calendar: ready.calendar, before: null }, () =>
        randomUUID().slice(0, 8),
      );
      if (!made.ok) throw new Problem(422, 'Not understood', made.reason);
      const fault = made.pages
        .map(({ reading }) => (reading === null ? null : missingFrom(reading, ready.model)))
        .find((one) => one !== null);
      if (fault !== undefined && fault !== null) throw new Problem(422, 'Not understood', fault);
      return { pages: made.pages, notes: made.notes };
    }),
  );
  /** A reminder for one's own calendar, as iCalendar has it. */
  router.get(
    '/briefings/:id/calendar',
    handle(async (request, response) => {
      const person = personOf(request);
      const { briefing } = await briefingFor(store, idOf(request), person);
      const { look } = briefing;
      if (look === null || look === 'data')
        throw new Problem(404, 'No time', 'This briefing comes out at no time that a calendar could hold.');
      const text = await library.textFor(person);
      response
        .attachment('briefing.ics')
        .type('text/calendar')
        .send(calendarOf({ ...briefing, title: text(briefing.title), look }, context.home()));
      return undefined;
    }),
  );
  /** The pages as they would come out now: nothing is kept or sent. */
  router.post(
    '/briefings/:id/preview',
    handle(async (request, response): Promise<Edition> => {
      const person = personOf(request);
      const { briefing } = await briefingFor(store, idOf(request), person);
      const access = await accessOf(briefing.pages, person, context);
      const before = await viewBefore(store, briefing.id, briefing.editionsMade + 1, access);
      const pages = await pagesAsSeen(briefing.pages, before, person, context, goneSignal(response));
      const text = await library.textFor(person);
      return {
        number: 0,
        at: clock.now().toISOString(),
        by: null,
        briefingId: briefing.id,
        title: text(briefing.title),
        pages,
        since: before === null ? [] : changedSince(pages, before),
        sent: [],
        limits: await limitsOf(briefing.pages, person),
      };
    }),
  );
  /** An edition now, sent to all who get it. */
  router.post(
    '/briefings/:id/editions',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { briefing } = await own(idOf(request), person);
      const number = await makeEdition(briefing.id, `by hand ${randomUUID()}`, person.id, context);
      if (number === null) throw new Problem(409, 'It did not come out', 'The briefing was removed meanwhile.');
      await context.rounds.go();
      response.status(201);
      return editionView(briefing, number, person, goneSignal(response));
    }),
  );
  router.get(
    '/briefings/:id/editions/:number',
    handle(async (request, response) => {
      const person = personOf(request);
      const { briefing } = await briefingFor(store, idOf(request), person);
      return editionView(briefing, parsed(numberOf, request.params['number']), person, goneSignal(response));
    }),
  );
  router.post(
    '/briefings/:id/editions/:number/exports',
    handle(async (request, response) => {
      const person = personOf(request);
      const { briefing } = await briefingFor(store, idOf(request), person);
      const { format, page } = parsed(editionExportBody, request.body);
      const edition = await editionView(
        briefing,
        parsed(numberOf, request.params['number']),
        person,
        goneSignal(response),
      );
      const pages = edition.pages.filter(
        (one: EditionPage) => one.left === null && (page === undefined || one.id === page),
      );
      const answers = filedPages(pages).map((one) => ({ ...one, limited: edition.limits }));
      if (answers.length === 0) throw new Problem(422, 'Nothing to take along', 'No page of this edition has figures.');
      const content = await workers.run('answersFile', {
        format,
        answers,
        cover: page === undefined ? coverOf(edition.title, edition.number, pages, edition.since) : null,
      });
      response.attachment(
        `${
          edition.title
            .replace(/[^\p{L}\p{N} ,.-]/gu, ' ')
            .trim()
            .slice(0, 80) || 'briefing'
        }, edition ${edition.number}.${format}`,
      );
      response.type(FILE_TYPES[format]).send(typeof content === 'string' ? content : Buffer.from(content));
      return undefined;
    }),
  );
  return router;
}

const SENT: Readonly<Record<OutboxState, string>> = {
  waiting: 'Waits to be sent to',
  queued: 'Waits to be sent to',
  sending: 'Is being sent to',
  sent: 'Sent to',
  failed: 'Not taken by',
  unsure: 'May have reached',
  nothing: 'Nothing to tell',
  withheld: 'Not sent, as they left:',
};
