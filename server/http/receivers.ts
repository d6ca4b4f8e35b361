/** Whom somebody may send something to. */
import { and, eq, isNull } from 'drizzle-orm';
import { Router } from 'express';
import type { Receiver, ReceiversView } from '@zud/core/contract/messages';
import { Problem } from '@zud/core/contract/problem';
import { domainFault } from '../outlets/mail-domains';
import { groupsOf } from '../store/board-rights';
import type { Store } from '../store/database';
import { receiverKey } from '../store/outbox';
import { allPeople, roleCovers, type Person } from '../store/people';
import { roomsThere } from '../store/rooms';
import { hooks } from '../store/schema';
import { handle, personWith, type Context } from './context';

/**
 * Each once, all of them there. Hooks are for stewards: what goes there leaves the house for programs.
 * @throws Problem 422 that names the first who cannot be sent to
 */
export async function checkedReceivers(
  { store, mailDomains }: Pick<Context, 'store' | 'mailDomains'>,
  receivers: readonly Receiver[],
  person: Person,
): Promise<Receiver[]> {
  const [everyone, groups, there, allowed] = await Promise.all([
    allPeople(store),
    groupsOf(store),
    store.select({ id: hooks.id }).from(hooks).where(isNull(hooks.withdrawnAt)),
    roomsThere(store),
  ]);
  const fault = (text: string) => new Problem(422, 'It cannot be sent there', `${text} Nothing was changed.`);
  for (const one of receivers) {
    if (one.kind === 'person' && !everyone.some(({ id }) => id === one.id))
      throw fault('One of these people is not here any more.');
    const outside = one.kind === 'address' ? domainFault(one.address, mailDomains) : null;
    if (outside !== null) throw fault(outside);
    if (one.kind === 'group' && !groups.some(({ group }) => group === one.group))
      throw fault(`Nobody is in a group “${one.group}”.`);
    if (one.kind === 'hook' && !roleCovers(person.role, 'steward'))
      throw fault('A hook is for stewards and admins to send to.');
    if (one.kind === 'hook' && !there.some(({ id }) => id === one.id)) throw fault('That hook was withdrawn.');
    if (one.kind === 'room' && !allowed.some(({ id }) => id === one.id))
      throw fault('That room is not there any more.');
  }
  return [...new Map(receivers.map((one) => [receiverKey(one), one])).values()];
}

export const hookById = async (store: Store, id: string) =>
  (
    await store
      .select()
      .from(hooks)
      .where(and(eq(hooks.id, id), isNull(hooks.withdrawnAt)))
  )[0] ?? null;

/** Whom somebody may send to. */
export function receiverRoutes({ store }: Pick<Context, 'store'>): Router {
  const router = Router();
  router.get(
    '/receivers',
    handle(async (request): Promise<ReceiversView> => {
      const person = personWith(request, 'analyst');
      const [people, groups, programs, rooms] = await Promise.all([
        allPeople(store),
        groupsOf(store),
        roleCovers(person.role, 'steward')
          ? store.select({ id: hooks.id, name: hooks.name }).from(hooks).where(isNull(hooks.withdrawnAt))
          : [],
        roomsThere(store),
      ]);
      return {
        people: people.map(({ id, name, role }) => ({ id, name, role })),
        groups: [...groups],
        hooks: programs,
        rooms: rooms.map(({ id, name }) => ({ id, name })),
      };
    }),
  );
  return router;
}
