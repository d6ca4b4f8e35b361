/** The program that the demo has do something: its order book, and what can be ordered there from an answer. */
import { randomBytes } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import type { ActionBlank } from '../core/contract/actions';
import { actionTemplates, hooks } from '../server/store/schema';
import type { Store } from '../server/store/database';

const NAME = 'The yard’s order book';

const blank = (key: string, label: string, filled: string, needed = true): ActionBlank => ({
  key,
  label,
  filled,
  needed,
});
const TEMPLATES: readonly { readonly name: string; readonly blanks: readonly ActionBlank[] }[] = [
  {
    name: 'Order an inspection',
    blanks: [
      blank('vessel', 'Which vessel', '{vessel}'),
      blank('reason', 'Why', '{summary}'),
      blank('by', 'By when', '', false),
    ],
  },
  {
    name: 'Ask the harbour office to look at a route',
    blanks: [blank('route', 'Which route', '{route}'), blank('reason', 'Why', '{summary}')],
  },
];

/** In a world that is new: allows the program, and makes what can be ordered of it. */
export async function makePartner(store: Store, now: Date): Promise<void> {
  const [hook] = await store
    .insert(hooks)
    .values({ name: NAME, url: 'http://127.0.0.1:9/', secret: randomBytes(32).toString('base64url'), createdAt: now })
    .returning();
  if (hook === undefined) throw new TypeError('The program of the demo was not kept.');
  await store
    .insert(actionTemplates)
    .values(TEMPLATES.map((template) => ({ ...template, hookId: hook.id, createdAt: now })));
}

/** The secret of the demo's program; null where there is none any more. */
export async function partnerSecret(store: Store): Promise<string | null> {
  const [hook] = await store.select().from(hooks).where(thePartner);
  return hook?.secret ?? null;
}

/** Where it listens this time. */
export async function movePartner(store: Store, url: string): Promise<void> {
  await store.update(hooks).set({ url }).where(thePartner);
}

const thePartner = and(eq(hooks.name, NAME), isNull(hooks.withdrawnAt));
