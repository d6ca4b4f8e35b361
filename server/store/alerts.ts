/** Alerts as they are kept, how far each was looked at, and what was told to whom. */
import { and, asc, desc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { AlertState, Told } from '@zud/core/alerts/telling';
import type { Receiver } from '@zud/core/contract/messages';
import { notFound } from '@zud/core/contract/problem';
import type { Store } from './database';
import { alerts, alertStates, audit, occasionReaders, occasions, people } from './schema';

export type AlertRow = typeof alerts.$inferSelect;
export type Occasion = typeof occasions.$inferSelect;
type Writing = Pick<Store, 'select' | 'insert' | 'update' | 'delete' | 'execute'>;

export async function addAlert(store: Store, values: typeof alerts.$inferInsert): Promise<AlertRow> {
  return store.transaction(async (kept) => {
    const [row] = await kept.insert(alerts).values(values).returning();
    if (row === undefined) throw new TypeError('An alert was not kept.');
    await kept
      .insert(audit)
      .values({ personId: row.ownerId, action: 'alert made', subject: row.id, detail: { model: row.modelId } });
    return row;
  });
}

/** Does an alert go to somebody: to them, or to a group of theirs? */
const goesTo = (person: { readonly id: string; readonly groups: readonly string[] }) =>
  sql`exists (select 1 from jsonb_array_elements(${alerts.receivers}) as one where one->>'id' = ${person.id} or one->>'group' = any(${sql.param([...person.groups])}::text[]))`;

/** A person's own alerts and those that go to them, the latest first. */
export async function alertsOf(store: Store, person: { readonly id: string; readonly groups: readonly string[] }) {
  return store
    .select({ alert: alerts, owner: people.name })
    .from(alerts)
    .innerJoin(people, eq(people.id, alerts.ownerId))
    .where(sql`${alerts.ownerId} = ${person.id} or ${goesTo(person)}`)
    .orderBy(desc(alerts.createdAt));
}

/** @throws Problem 404 where it is not there, or is nothing to this person */
export async function alertFor(
  store: Store,
  id: string,
  person: { readonly id: string; readonly groups: readonly string[] },
): Promise<{ readonly alert: AlertRow; readonly owner: string }> {
  const [row] = await store
    .select({ alert: alerts, owner: people.name })
    .from(alerts)
    .innerJoin(people, eq(people.id, alerts.ownerId))
    .where(and(eq(alerts.id, id), sql`(${alerts.ownerId} = ${person.id} or ${goesTo(person)})`));
  if (row === undefined) throw notFound('alert');
  return row;
}

export async function alertById(store: Store, id: string): Promise<AlertRow | null> {
  const [row] = await store.select().from(alerts).where(eq(alerts.id, id));
  return row ?? null;
}

export async function changeAlert(
  store: Store,
  id: string,
  by: string,
  set: Partial<typeof alerts.$inferInsert>,
): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.update(alerts).set(set).where(eq(alerts.id, id));
    // what it looks for is another now, so that what was told before is of something else
    if (set.when !== undefined || set.reading !== undefined)
      await kept.delete(alertStates).where(eq(alertStates.alertId, id));
    await kept
      .insert(audit)
      .values({ personId: by, action: 'alert changed', subject: id, detail: { fields: Object.keys(set) } });
  });
}

export async function removeAlert(store: Store, id: string, by: string): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.delete(alerts).where(eq(alerts.id, id));
    await kept.insert(audit).values({ personId: by, action: 'alert removed', subject: id });
  });
}

/** @returns whether it ran until now */
export async function pauseAlert(store: Writing, id: string, why: string, now: Date): Promise<boolean> {
  const rows = await store
    .update(alerts)
    .set({ paused: why, updatedAt: now })
    .where(and(eq(alerts.id, id), isNull(alerts.paused)))
    .returning({ id: alerts.id });
  return rows.length > 0;
}

/** How far an alert was looked at with some people's rights; the row is held until the transaction ends. */
export async function stateFor(
  kept: Writing,
  alertId: string,
  access: string,
): Promise<{ readonly state: AlertState; readonly through: string } | null> {
  const { rows } = await kept.execute<{ state: AlertState; through: string }>(
    sql`select state, through from alert_states where alert_id = ${alertId} and access = ${access} for update`,
  );
  return rows[0] ?? null;
}

export async function keepState(
  kept: Writing,
  alertId: string,
  access: string,
  state: AlertState,
  through: string,
): Promise<void> {
  await kept
    .insert(alertStates)
    .values({ alertId, access, state, through })
    .onConflictDoUpdate({ target: [alertStates.alertId, alertStates.access], set: { state, through } });
}

/** @returns null where the same was told before */
export async function addOccasion(
  kept: Writing,
  alertId: string,
  access: string,
  told: readonly Told[],
  readers: readonly string[],
  now: Date,
): Promise<string | null> {
  const key = told.map(({ period, passing }) => `${period}:${passing.map(({ member }) => member).join('|')}`).join(' ');
  const [row] = await kept
    .insert(occasions)
    .values({ alertId, access, key, told, at: now })
    .onConflictDoNothing()
    .returning({ id: occasions.id });
  if (row === undefined) return null;
  if (readers.length > 0)
    await kept.insert(occasionReaders).values(readers.map((personId) => ({ occasionId: row.id, personId })));
  return row.id;
}

export async function occasionById(store: Store, id: string): Promise<{ occasion: Occasion; alert: AlertRow } | null> {
  const [row] = await store
    .select({ occasion: occasions, alert: alerts })
    .from(occasions)
    .innerJoin(alerts, eq(alerts.id, occasions.alertId))
    .where(eq(occasions.id, id));
  return row ?? null;
}

/** What somebody was told, the latest first. @param alertId of one alert only; @param unseen only what they have not seen */
export async function toldTo(store: Store, personId: string, alertId: string | null, unseen: boolean, most: number) {
  return store
    .select({ occasion: occasions, alert: alerts, seenAt: occasionReaders.seenAt })
    .from(occasionReaders)
    .innerJoin(occasions, eq(occasions.id, occasionReaders.occasionId))
    .innerJoin(alerts, eq(alerts.id, occasions.alertId))
    .where(
      and(
        eq(occasionReaders.personId, personId),
        alertId === null ? undefined : eq(occasions.alertId, alertId),
        unseen ? isNull(occasionReaders.seenAt) : undefined,
      ),
    )
    .orderBy(desc(occasions.at))
    .limit(most);
}

export async function markSeen(
  store: Store,
  personId: string,
  occasionIds: readonly string[],
  now: Date,
): Promise<void> {
  if (occasionIds.length === 0) return;
  await store
    .update(occasionReaders)
    .set({ seenAt: now })
    .where(
      and(
        eq(occasionReaders.personId, personId),
        inArray(occasionReaders.occasionId, [...occasionIds]),
        isNull(occasionReaders.seenAt),
      ),
    );
}

/** When each of some alerts was told last. */
export async function lastTold(store: Store, ids: readonly string[]): Promise<ReadonlyMap<string, Date>> {
  if (ids.length === 0) return new Map();
  const rows = await store
    .select({ id: occasions.alertId, at: sql<string>`max(${occasions.at})` })
    .from(occasions)
    .where(inArray(occasions.alertId, [...ids]))
    .groupBy(occasions.alertId);
  return new Map(rows.map(({ id, at }) => [id, new Date(at)]));
}

/** The people whom receivers name, those of groups too; who was taken away is none of them. */
export async function peopleAmong(store: Store, receivers: readonly Receiver[]) {
  const ids = receivers.flatMap((one) => (one.kind === 'person' ? [one.id] : []));
  const groups = receivers.flatMap((one) => (one.kind === 'group' ? [one.group] : []));
  if (ids.length + groups.length === 0) return [];
  return store
    .select({ id: people.id, name: people.name, email: people.email, role: people.role, groups: people.groups })
    .from(people)
    .where(
      and(
        isNull(people.deactivatedAt),
        sql`(${people.id} = any(${sql.param(ids)}::uuid[]) or ${people.groups} && ${sql.param(groups)}::text[])`,
      ),
    )
    .orderBy(asc(people.name));
}
