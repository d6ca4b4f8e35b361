/** Sharing boards: with people and groups, by links that end, within pages of others; and the list of what was changed. */
import { Router } from 'express';
import { z } from 'zod';
import { originOf } from '@zud/core/contract/origin';
import { linkBody, rightBody } from '@zud/core/contract/sharing';
import { scopeLabel } from '../asking/scope';
import { auditOf } from '../store/audit';
import { linksOf, makeLink, withdrawLink } from '../store/board-links';
import { boardFor, groupSharesOf, groupsOf, setGroupShare, setShare, sharesOf } from '../store/board-rights';
import { EMPTY_SCOPE } from '../store/boards';
import { allPeople } from '../store/people';
import type { Scope } from '../store/schema';
import type { BoardDesk } from './board-desk';
import { handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { notFound, Problem } from '@zud/core/contract/problem';

/** Days that a link lasts at most. */
const MOST_DAYS = 366;
const PAGE = 100;
const before = z.coerce.number().int().min(1).optional();

export function sharingRoutes({ database: { store }, now }: Context, desk: BoardDesk): Router {
  const router = Router();
  router.get(
    '/boards/:id/shares',
    handle(async (request) => {
      const { board } = await boardFor(store, idOf(request), personOf(request).id, 'owner');
      return sharesOf(store, board.id);
    }),
  );
  router.put(
    '/boards/:id/shares/:person',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'owner');
      const { right } = parsed(rightBody, request.body);
      const other = idOf(request, 'person');
      if (other === person.id) throw new Problem(422, 'Not needed', 'The board is yours already.');
      if (!(await allPeople(store)).some((one) => one.id === other)) throw notFound('person');
      await setShare(store, board.id, person.id, other, right);
      return sharesOf(store, board.id);
    }),
  );

  const groupsWithRights = async (boardId: string) => {
    const given = new Map((await groupSharesOf(store, boardId)).map((one) => [one.group, one.right]));
    const known = await groupsOf(store);
    const gone = [...given.keys()]
      .filter((group) => !known.some((one) => one.group === group))
      .map((group) => ({ group, people: 0 }));
    return [...known, ...gone].map((one) => ({ ...one, right: given.get(one.group) ?? null }));
  };
  router.get(
    '/boards/:id/groups',
    handle(async (request) => {
      const { board } = await boardFor(store, idOf(request), personOf(request).id, 'owner');
      return groupsWithRights(board.id);
    }),
  );
  router.put(
    '/boards/:id/groups/:group',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'owner');
      const { right } = parsed(rightBody, request.body);
      const group = String(request.params['group']);
      if (right !== null && !(await groupsOf(store)).some((one) => one.group === group)) throw notFound('group');
      await setGroupShare(store, board.id, person.id, group, right);
      return groupsWithRights(board.id);
    }),
  );

  router.get(
    '/boards/:id/links',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'owner');
      const ready = await desk.modelIfWell(await desk.rowsOf(board), person);
      return (await linksOf(store, board.id)).map(({ scope, ...link }) => ({
        ...link,
        label: ready ? scopeLabel(scope, ready) : '',
        over: link.withdrawnAt !== null || link.expiresAt <= now(),
      }));
    }),
  );
  router.post(
    '/boards/:id/links',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { board } = await boardFor(store, idOf(request), person.id, 'owner');
      const body = parsed(linkBody, request.body);
      const expiresAt = new Date(body.until);
      if (expiresAt <= now())
        throw new Problem(422, 'Over already', 'The end of the link lies in the past; choose a later day.');
      if (expiresAt.getTime() > now().getTime() + MOST_DAYS * 86_400_000)
        throw new Problem(422, 'Too long', `A link lasts ${MOST_DAYS} days at most; choose an earlier day.`);
      response.status(201);
      return makeLink(store, board.id, person.id, {
        name: body.name,
        embedIn: body.embedIn ? originOf(body.embedIn) : null,
        scope: (body.scope as Scope | undefined) ?? EMPTY_SCOPE,
        expiresAt,
      });
    }),
  );
  router.delete(
    '/boards/:id/links/:link',
    handle(async (request) => {
      const person = personOf(request);
      const { board } = await boardFor(store, idOf(request), person.id, 'owner');
      await withdrawLink(store, board.id, idOf(request, 'link'), person.id);
      return undefined;
    }),
  );

  /** What changed the rights of this board, the latest first. */
  router.get(
    '/boards/:id/audit',
    handle(async (request) => {
      const { board } = await boardFor(store, idOf(request), personOf(request).id, 'owner');
      return auditOf(store, board.id, parsed(before, request.query['before']) ?? null, PAGE);
    }),
  );
  router.get(
    '/audit',
    handle(async (request) => {
      personWith(request, 'admin');
      return auditOf(store, null, parsed(before, request.query['before']) ?? null, PAGE);
    }),
  );
  return router;
}
