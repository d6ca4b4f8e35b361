/** The first person of an empty installation, who adds the others. */
import { count } from 'drizzle-orm';
import { randomBytes } from 'node:crypto';
import type { Database } from '../store/database';
import { addPerson } from '../store/people';
import { people } from '../store/schema';

export interface FirstAdmin {
  readonly email: string;
  readonly password: string;
}

/** @returns the admin with a password that is shown this once; null where there are people already */
export async function makeFirstAdmin({ store }: Pick<Database, 'store'>, email: string): Promise<FirstAdmin | null> {
  const [there] = await store.select({ count: count() }).from(people);
  if ((there?.count ?? 0) > 0) return null;
  const password = randomBytes(15).toString('base64url');
  await addPerson(store, { email, name: 'Admin', role: 'admin', groups: [], password });
  return { email, password };
}
