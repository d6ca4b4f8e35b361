/** Routines and their runs. */
import { randomUUID } from 'node:crypto';
import { and, desc, eq, inArray, lte, isNull } from 'drizzle-orm';
import type { RanStep, RoutineBlank, RunState } from '@zud/core/contract/routines';
import { notFound } from '@zud/core/contract/problem';
import type { Store } from './database';
import { addBriefing } from './briefings';
import { audit, briefings, routineRuns, routines } from './schema';

export type Routine = typeof routines.$inferSelect;
export type RunRow = typeof routineRuns.$inferSelect;

/** Runs that are told of a routine. */
const MOST_RUNS = 20;

export async function routinesOf(store: Store, ownerId: string): Promise<Routine[]> {
  return store.select().from(routines).where(eq(routines.ownerId, ownerId)).orderBy(desc(routines.updatedAt));
}

/** @throws Problem 404 where it is not there, or is somebody else's */
export async function routineFor(store: Store, id: string, ownerId: string): Promise<Routine> {
  const [row] = await store
    .select()
    .from(routines)
    .where(and(eq(routines.id, id), eq(routines.ownerId, ownerId)));
  if (row === undefined) throw notFound('routine');
  return row;
}

export async function routineById(store: Store, id: string): Promise<Routine | null> {
  return (await store.select().from(routines).where(eq(routines.id, id)))[0] ?? null;
}

/** With the briefing that its runs fill. */
export async function addRoutine(
  store: Store,
  made: Pick<Routine, 'title' | 'ownerId' | 'modelId' | 'steps' | 'blanks'>,
  now: Date,
): Promise<Routine> {
  const times = { createdAt: now, updatedAt: now };
  const briefing = await addBriefing(store, {
    title: made.title,
    ownerId: made.ownerId,
    pages: [],
    receivers: [{ kind: 'person', id: made.ownerId }],
    ...times,
  });
  const [row] = await store
    .insert(routines)
    .values({ ...made, ...times, briefingId: briefing.id })
    .returning();
  if (row === undefined) throw new TypeError('A routine was not kept.');
  return row;
}

export async function changeRoutine(
  store: Store,
  { id, briefingId }: Routine,
  by: string,
  set: Partial<typeof routines.$inferInsert>,
): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.update(routines).set(set).where(eq(routines.id, id));
    if (set.title !== undefined)
      await kept.update(briefings).set({ title: set.title }).where(eq(briefings.id, briefingId));
    await kept
      .insert(audit)
      .values({ personId: by, action: 'routine changed', subject: id, detail: { fields: Object.keys(set) } });
  });
}

/** With its briefing and the editions that came out. */
export async function removeRoutine(store: Store, { id, briefingId }: Routine, by: string): Promise<void> {
  await store.transaction(async (kept) => {
    await kept.delete(briefings).where(eq(briefings.id, briefingId));
    await kept.insert(audit).values({ personId: by, action: 'routine removed', subject: id });
  });
}

export async function runsOf(store: Store, routineId: string): Promise<RunRow[]> {
  return store
    .select()
    .from(routineRuns)
    .where(eq(routineRuns.routineId, routineId))
    .orderBy(desc(routineRuns.at), desc(routineRuns.id))
    .limit(MOST_RUNS);
}

export async function runById(store: Store, id: string): Promise<RunRow | null> {
  return (await store.select().from(routineRuns).where(eq(routineRuns.id, id)))[0] ?? null;
}

/** @param key what makes it run. @returns its id; null where the same ran already */
export async function addRun(
  kept: Pick<Store, 'insert'>,
  routine: Pick<Routine, 'id' | 'steps'>,
  blanks: readonly RoutineBlank[],
  key: string,
  now: Date,
): Promise<string | null> {
  const [row] = await kept
    .insert(routineRuns)
    .values({
      routineId: routine.id,
      key,
      at: now,
      blanks,
      steps: routine.steps.map(({ id, text }): RanStep => ({ id, text, state: 'waiting', said: null })),
    })
    .onConflictDoNothing()
    .returning({ id: routineRuns.id });
  return row?.id ?? null;
}

/** What makes a run by hand, each its own. */
export const runByHand = (): string => `${BY_HAND} ${randomUUID()}`;
const BY_HAND = 'by hand';
export const isByHand = ({ key }: Pick<RunRow, 'key'>): boolean => key.startsWith(BY_HAND);

const UNDER_WAY: readonly RunState[] = ['waiting', 'running'];

/** Begins a run, or begins it again where the server ended that ran it. @returns null where it was stopped, or has come to its end */
export async function beginRun(store: Store, id: string): Promise<RunRow | null> {
  const [row] = await store
    .update(routineRuns)
    .set({ state: 'running' })
    .where(and(eq(routineRuns.id, id), inArray(routineRuns.state, [...UNDER_WAY])))
    .returning();
  return row ?? null;
}

/** @returns false where it was stopped meanwhile */
export async function noteSteps(store: Store, id: string, steps: readonly RanStep[]): Promise<boolean> {
  const rows = await store
    .update(routineRuns)
    .set({ steps })
    .where(and(eq(routineRuns.id, id), eq(routineRuns.state, 'running')))
    .returning({ id: routineRuns.id });
  return rows.length > 0;
}

export async function endRun(
  store: Store,
  id: string,
  set: { readonly state: RunState; readonly said: string | null; readonly edition?: number },
): Promise<void> {
  await store
    .update(routineRuns)
    .set(set)
    .where(and(eq(routineRuns.id, id), inArray(routineRuns.state, [...UNDER_WAY])));
}

/** Those that are due by their schedule, held for this transaction. */
export async function dueRoutines(kept: Pick<Store, 'select'>, now: Date, most: number): Promise<Routine[]> {
  return kept
    .select()
    .from(routines)
    .where(and(isNull(routines.paused), lte(routines.nextAt, now)))
    .limit(most)
    .for('update', { skipLocked: true });
}
