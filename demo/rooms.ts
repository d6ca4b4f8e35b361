/** The demo's room: its server, Zud and the people in it, and whose their addresses are. */
import { eq } from 'drizzle-orm';
import type { Store } from '../server/store/database';
import { people, roomAccounts, rooms } from '../server/store/schema';
import { DEMO_PEOPLE } from './load';

const ROOM = 'operations';
export const ZUD = 'zud';

/** The part of an address before the @ of those who are in the demo's room. */
const nameOf = (email: string): string => email.split('@')[0] ?? email;

/** Those of the demo who can speak in its room: their passwords there are those they sign in with. */
export const roomPeople = DEMO_PEOPLE.map(({ name, email, password }) => ({
  name: nameOf(email),
  password,
  nick: name.split(' ')[0] ?? name,
}));

/** @returns the address of the demo's room, which is allowed and whose people are known by their addresses, where they were not yet */
export async function holdRoom(
  store: Store,
  server: { readonly domain: string; readonly rooms: string },
  now: Date,
): Promise<string> {
  const address = `${ROOM}@${server.rooms}`;
  const [there] = await store.select().from(rooms).where(eq(rooms.address, address));
  if (there !== undefined) return address;
  await store.insert(rooms).values({ name: 'Operations', address, modelId: 'ferries', createdAt: now });
  for (const { email } of DEMO_PEOPLE) {
    const [person] = await store.select({ id: people.id }).from(people).where(eq(people.email, email));
    if (person !== undefined)
      await store
        .insert(roomAccounts)
        .values({ address: `${nameOf(email)}@${server.domain}`, personId: person.id, linkedAt: now })
        .onConflictDoNothing();
  }
  return address;
}
