/** Whose rights count for what is sent: those of each person who gets it; addresses outside, hooks and rooms get what the owner sees. */
import { isOutside, type Receiver } from '@zud/core/contract/messages';
import type { ModelLibrary } from '../asking/model-library';
import type { ReadyModel } from '../asking/ready-model';
import { ModelNotAsked } from '../asking/model-fault';
import { peopleAmong } from '../store/alerts';
import type { Store } from '../store/database';
import type { ToSend } from '../store/outbox';
import { nameOf, personById } from '../store/people';

/** People who see the same of a model, and the receivers that get what these see. */
export interface Side {
  readonly ready: ReadyModel;
  /** People of Zud, who find it on their Today too. */
  readonly people: readonly string[];
  readonly receivers: readonly Receiver[];
}

/**
 * @param ownerId who is told in any case, on their Today; theirs is the first side
 * @returns none where the owner is not there any more
 */
export async function sidesOf(
  { store, library }: { readonly store: Store; readonly library: ModelLibrary },
  modelId: string,
  ownerId: string,
  receivers: readonly Receiver[],
): Promise<Side[]> {
  const owner = await personById(store, ownerId);
  const people = await peopleAmong(store, receivers);
  const outside = receivers.filter(isOutside);
  const sides = new Map<string, { ready: ReadyModel; people: string[]; receivers: Receiver[] }>();
  const sideOf = async (who: { readonly id: string; readonly groups: readonly string[] }) => {
    const ready = await library.get(modelId, who).catch((error: unknown) => {
      // somebody to whom nothing of the model is shown takes it from nobody else
      if (error instanceof ModelNotAsked && who.id !== ownerId) return null;
      throw error;
    });
    if (ready === null) return null;
    const side = sides.get(ready.access.key) ?? { ready, people: [], receivers: [] };
    sides.set(ready.access.key, side);
    return side;
  };
  if (owner === null) return [];
  const own = await sideOf(owner);
  own?.people.push(owner.id);
  own?.receivers.push(...outside);
  for (const person of people) {
    const side = await sideOf(person);
    if (side === null) continue;
    if (!side.people.includes(person.id)) side.people.push(person.id);
    side.receivers.push({ kind: 'person', id: person.id });
  }
  return [...sides.values()];
}

/** A word to an owner for each receiver who is not there any more: once, as its key is the same each time. */
export async function wordsOfWhoLeft(
  store: Store,
  of: {
    readonly id: string;
    readonly ownerId: string;
    readonly receivers: readonly Receiver[];
    readonly path: string;
    readonly name: string;
  },
  now: Date,
): Promise<ToSend[]> {
  const there = new Set((await peopleAmong(store, of.receivers)).map(({ id }) => id));
  const left = of.receivers.flatMap((one) => (one.kind === 'person' && !there.has(one.id) ? [one.id] : []));
  return Promise.all(
    left.map(async (personId) => ({
      key: `left ${of.id} ${personId}`,
      receiver: { kind: 'person' as const, id: of.ownerId },
      ownerId: of.ownerId,
      about: {
        kind: 'notice' as const,
        subject: `${await nameOf(store, personId)} is not here any more`,
        text: `They got ${of.name} from you. The others get it as before; take them off, or name somebody in their place.`,
        path: of.path,
      },
      dueAt: now,
    })),
  );
}
