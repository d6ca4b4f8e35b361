/** The addresses that tables are fetched from again, and what came of the last look. */
import { and, eq, isNotNull, lte, sql } from 'drizzle-orm';
import type { ToldSource } from '@zud/core/contract/imports';
import { nextAfter, type Schedule } from '@zud/core/schedule/schedule';
import { scheduleWords } from '@zud/core/schedule/schedule-words';
import type { Store } from './database';
import { people, tableSources } from './schema';

export type TableSource = typeof tableSources.$inferSelect;
type Writing = Pick<Store, 'select' | 'insert' | 'update' | 'delete'>;

/** A table comes from an address from now on; its schedule, where it had one from there before, stays. */
export async function setSource(
  store: Writing,
  source: Omit<TableSource, 'look' | 'nextAt' | 'fault' | 'lookedAt' | 'cameAt'>,
  now: Date,
): Promise<void> {
  const told = { ...source, lookedAt: now, cameAt: now, fault: null };
  await store
    .insert(tableSources)
    .values(told)
    .onConflictDoUpdate({
      target: tableSources.tableName,
      set: {
        ...told,
        look: sql`case when ${tableSources.address} = excluded.address then ${tableSources.look} end`,
        nextAt: sql`case when ${tableSources.address} = excluded.address then ${tableSources.nextAt} end`,
      },
    });
}

export async function sourceOf(store: Writing, tableName: string): Promise<TableSource | null> {
  const [row] = await store.select().from(tableSources).where(eq(tableSources.tableName, tableName));
  return row ?? null;
}

/** All of them, by their tables, as they are told. */
export async function toldSources(store: Writing): Promise<Map<string, ToldSource>> {
  const rows = await store
    .select({ source: tableSources, by: people.name })
    .from(tableSources)
    .leftJoin(people, eq(people.id, tableSources.personId));
  return new Map(rows.map(({ source, by }) => [source.tableName, told(source, by)]));
}

const told = (source: TableSource, by: string | null): ToldSource => ({
  address: source.address,
  mode: source.mode,
  look: source.look,
  looks: source.look === null ? 'by hand only' : scheduleWords(source.look),
  nextAt: source.nextAt?.toISOString() ?? null,
  lookedAt: source.lookedAt.toISOString(),
  cameAt: source.cameAt.toISOString(),
  fault: source.fault,
  by,
});

/** When it is fetched, and how what comes is loaded. @param change look null: by hand only. @returns whether there is such a source */
export async function changeSource(
  store: Writing,
  tableName: string,
  change: { readonly look?: Schedule | null | undefined; readonly mode?: TableSource['mode'] | undefined },
  now: Date,
): Promise<boolean> {
  const { look, mode } = change;
  const rows = await store
    .update(tableSources)
    .set({
      ...(mode === undefined ? {} : { mode }),
      ...(look === undefined ? {} : { look, nextAt: look === null ? null : nextAfter(look, now) }),
      // itself, as nothing else may be said
      tableName,
    })
    .where(eq(tableSources.tableName, tableName))
    .returning({ name: tableSources.tableName });
  return rows.length > 0;
}

/** What came of a look. @returns whether it is at fault, and was not before */
export async function lookedAtSource(
  store: Writing,
  tableName: string,
  came: Partial<Pick<TableSource, 'etag' | 'modified' | 'hash' | 'cameAt'>> & Pick<TableSource, 'lookedAt' | 'fault'>,
): Promise<boolean> {
  const ofTable = eq(tableSources.tableName, tableName);
  const [before] = await store.select({ fault: tableSources.fault }).from(tableSources).where(ofTable).for('update');
  await store.update(tableSources).set(came).where(ofTable);
  return before?.fault === null && came.fault !== null;
}

/** @returns whether there was one */
export async function dropSource(store: Writing, tableName: string): Promise<boolean> {
  const rows = await store
    .delete(tableSources)
    .where(eq(tableSources.tableName, tableName))
    .returning({ name: tableSources.tableName });
  return rows.length > 0;
}

/** Those that are due, taken for this transaction, with their next time set. */
export async function takeDueSources(kept: Writing, now: Date, most: number): Promise<TableSource[]> {
  const due = await kept
    .select()
    .from(tableSources)
    .where(and(isNotNull(tableSources.look), lte(tableSources.nextAt, now)))
    .limit(most)
    .for('update', { skipLocked: true });
  for (const { tableName, look } of due)
    await kept
      .update(tableSources)
      .set({ nextAt: look === null ? null : nextAfter(look, now) })
      .where(eq(tableSources.tableName, tableName));
  return due;
}
