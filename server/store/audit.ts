/** The list of everything that changed rights or data: who, when, what. */
import { desc, eq, lt, and } from 'drizzle-orm';
import type { Store } from './database';
import { audit, people } from './schema';

/** @param subject only what was done to this; null: everything. @param before the id of an entry: only what came before it */
export async function auditOf(store: Store, subject: string | null, before: number | null, most: number) {
  return store
    .select({
      id: audit.id,
      at: audit.at,
      by: people.name,
      action: audit.action,
      subject: audit.subject,
      detail: audit.detail,
    })
    .from(audit)
    .leftJoin(people, eq(people.id, audit.personId))
    .where(
      and(
        subject === null ? undefined : eq(audit.subject, subject),
        before === null ? undefined : lt(audit.id, before),
      ),
    )
    .orderBy(desc(audit.id))
    .limit(most);
}
