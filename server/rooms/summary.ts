/** What happened in a room while somebody was away, as they may know it. */
import type { ModelLibrary } from '../asking/model-library';
import type { Store } from '../store/database';
import { decisionsOfRoom, type DecisionRow } from '../store/decisions';
import { personById, type Person } from '../store/people';
import { awaySince, turnsSince, type Room } from '../store/rooms';

/** Milliseconds back that are summed up, where it is not known since when somebody was away. */
const A_DAY = 86_400_000;

export interface WhileAway {
  readonly since: Date;
  readonly turns: readonly {
    readonly by: string;
    readonly asked: string;
    /** Null: it was said with the rights of somebody who sees another part of the data. */
    readonly said: string | null;
  }[];
  readonly decisions: readonly DecisionRow[];
}

/** @param address theirs in the room */
export async function whileAway(
  person: Person,
  address: string,
  room: Room,
  now: Date,
  { store, library }: { readonly store: Store; readonly library: ModelLibrary },
): Promise<WhileAway> {
  const since = (await awaySince(store, room.id, address)) ?? new Date(now.getTime() - A_DAY);
  const [turns, decisions] = await Promise.all([
    turnsSince(store, room.id, since),
    decisionsOfRoom(store, room.id, person.id, since),
  ]);
  const text = await library.textFor(person);
  const accessOf = async (who: Person) => (await library.viewer(room.modelId, who)).access.key;
  const own = await accessOf(person);
  const alike = new Map<string, boolean>();
  for (const byId of new Set(turns.map((turn) => turn.byId))) {
    const asker = await personById(store, byId);
    alike.set(byId, asker !== null && (await accessOf(asker)) === own);
  }
  return {
    since,
    turns: turns.map(({ by, byId, asked, said }) => ({
      by,
      asked: text(asked),
      said: alike.get(byId) === true ? said : null,
    })),
    decisions,
  };
}
