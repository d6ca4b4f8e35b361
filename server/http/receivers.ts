/** Whom somebody may send something to. */
import { and, eq, isNull } from 'drizzle-orm';
import type { Receiver } from '@zud/core/contract/messages';
import { Problem } from '@zud/core/contract/problem';
import { groupsOf } from '../store/board-rights';
import type { Store } from '../store/database';
import { receiverKey } from '../store/outbox';
import { allPeople, roleCovers, type Person } from '../store/people';
import { hooks } from '../store/schema';

/**
 * Each once, all of them there. Hooks are for stewards: what goes there leaves the house for programs.
 * @throws Problem 422 that names the first who cannot be sent to
 */
export async function checkedReceivers(
  store: Store,
  receivers: readonly Receiver[],
  person: Person,
): Promise<Receiver[]> {
  const [everyone, groups, there] = await Promise.all([
    allPeople(store),
    groupsOf(store),
    store.select({ id: hooks.id }).from(hooks).where(isNull(hooks.withdrawnAt)),
  ]);
  const fault = (text: string) => new Problem(422, 'It cannot be sent there', `${text} Nothing was changed.`);
  for (const one of receivers) {
    if (one.kind === 'person' && !everyone.some(({ id }) => id === one.id))
      throw fault('One of these people is not here any more.');
    if (one.kind === 'group' && !groups.some(({ group }) => group === one.group))
      throw fault(`Nobody is in a group “${one.group}”.`);
    if (one.kind === 'hook' && !roleCovers(person.role, 'steward'))
      throw fault('A hook is for stewards and admins to send to.');
    if (one.kind === 'hook' && !there.some(({ id }) => id === one.id)) throw fault('That hook was withdrawn.');
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
