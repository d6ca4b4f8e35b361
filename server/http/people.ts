/** People: whom one may share with; and, for admins, who they are, what they may do, and how they get in. */
import { Router } from 'express';
import { personBody, personChangeBody } from '@zud/core/contract/people';
import { groupsOf } from '../store/board-rights';
import { allPeople, changePerson, everyone, invitePerson, makePasswordLink, personById } from '../store/people';
import { endSessions } from '../store/sessions';
import { handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { notFound } from '@zud/core/contract/problem';

export function peopleRoutes({ database: { store }, feed, now }: Context): Router {
  const router = Router();
  router.get(
    '/people',
    handle(async (request) => {
      personOf(request);
      return (await allPeople(store)).map(({ id, name: called, email, role: as }) => ({
        id,
        name: called,
        email,
        role: as,
      }));
    }),
  );
  router.get(
    '/people/everyone',
    handle(async (request) => {
      personWith(request, 'admin');
      return everyone(store);
    }),
  );
  router.get(
    '/groups',
    handle(async (request) => {
      personWith(request, 'admin');
      return groupsOf(store);
    }),
  );
  /** Adds a person; they choose their password by a link that is shown this once. */
  router.post(
    '/people',
    handle(async (request, response) => {
      const admin = personWith(request, 'admin');
      const person = await invitePerson(store, parsed(personBody, request.body), admin.id);
      response.status(201);
      return { person, link: await makePasswordLink(store, person.id, admin.id, now()) };
    }),
  );
  router.patch(
    '/people/:person',
    handle(async (request) => {
      const admin = personWith(request, 'admin');
      const id = idOf(request, 'person');
      const { name: called, role: as, groups: of, active } = parsed(personChangeBody, request.body);
      await changePerson(
        store,
        id,
        {
          ...(called === undefined ? {} : { name: called }),
          ...(as === undefined ? {} : { role: as }),
          ...(of === undefined ? {} : { groups: of }),
          ...(active === undefined ? {} : { active }),
        },
        admin.id,
        now(),
      );
      if (active === false) feed.endOfPerson(id);
      return { id };
    }),
  );
  /** A one-time link by which a person chooses a new password. */
  router.post(
    '/people/:person/password-link',
    handle(async (request, response) => {
      const admin = personWith(request, 'admin');
      const id = idOf(request, 'person');
      if ((await personById(store, id)) === null) throw notFound('person');
      response.status(201);
      return makePasswordLink(store, id, admin.id, now());
    }),
  );
  /** Signs a person out everywhere. */
  router.delete(
    '/people/:person/sessions',
    handle(async (request) => {
      personWith(request, 'admin');
      const id = idOf(request, 'person');
      await endSessions(store, id);
      feed.endOfPerson(id);
      return undefined;
    }),
  );
  return router;
}
