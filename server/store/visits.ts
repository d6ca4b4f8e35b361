/** Who opened which boards of late. A day counts once a person, however often a browser asks. */
import { sql, type SQL } from 'drizzle-orm';
import type { Store } from './database';
import { visits } from './schema';

/** Days back from today over which visits make a board popular. */
export const POPULAR_DAYS = 28;

export async function noteVisit(store: Store, boardId: string, personId: string): Promise<void> {
  await store
    .insert(visits)
    .values({ boardId, personId, day: sql`current_date` })
    .onConflictDoNothing();
}

/** How many people opened a board of the query around it over the last days. */
export const openedBy = (): SQL<number> =>
  sql<number>`(select count(distinct visits.person_id)::int from visits where visits.board_id = boards.id and visits.day > current_date - ${POPULAR_DAYS}::int)`;
