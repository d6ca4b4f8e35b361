/**
 * The rounds: what is due by the clock, or by data that came, is put on the queues. Whatever is due is taken in one transaction with the
 * job that does it, by one server of several; a run that was missed while none was there is made up once.
 */
import { and, eq, isNull, lte, or, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import { nextAfter } from '@zud/core/schedule/schedule';
import { ModelGone } from '../asking/model-fault';
import type { ModelLibrary } from '../asking/model-library';
import { putOutDigests } from '../store/digests';
import { takeDue, tidy } from '../store/outbox';
import { addRun, dueRoutines, type Routine } from '../store/routines';
import { alerts, briefings, routines } from '../store/schema';
import { takeDueSources } from '../store/table-sources';
import type { Store } from '../store/database';
import type { Clock } from './clock';
import type { Jobs } from './jobs';

/** Milliseconds between two rounds. */
const ROUND = 2000;
const MOST = 200;
/** Rounds after which it is looked for messages whose job is not there any more. */
const ROUNDS_TO_TIDY = 15;

export interface Rounding {
  readonly store: Store;
  readonly library: ModelLibrary;
  readonly jobs: Jobs;
  readonly clock: Clock;
  readonly log: Logger;
}

export class Rounds {
  private timer: NodeJS.Timeout | null = null;
  private going: Promise<void> | null = null;
  private next: Promise<void> | null = null;
  private ended = false;
  private rounds = 0;

  constructor(
    private readonly rounding: Rounding,
    private readonly every = ROUND,
  ) {}

  start(): void {
    this.timer = setInterval(() => void this.go(), this.every);
  }

  /** Goes round, once for all who ask meanwhile. @returns when a round that began after this call has been made */
  go(): Promise<void> {
    if (this.ended) return Promise.resolve();
    if (this.going === null) {
      this.going = this.round()
        .catch((error: unknown) => this.rounding.log.warn({ err: error }, 'a round could not be made'))
        .finally(() => {
          this.going = null;
        });
      return this.going;
    }
    // the one under way may have looked already at what is asked about
    this.next ??= this.going.then(() => {
      this.next = null;
      return this.go();
    });
    return this.next;
  }

  async stop(): Promise<void> {
    this.ended = true;
    if (this.timer !== null) clearInterval(this.timer);
    await this.going;
  }

  private async round(): Promise<void> {
    await this.dueSources();
    await this.dueAlerts();
    await this.alertsOnData();
    await this.dueBriefings();
    await this.briefingsOnData();
    await this.dueRoutines();
    await this.routinesOnData();
    await putOutDigests(this.rounding.store, this.rounding.clock.now());
    await this.dueMessages();
  }

  private async dueSources(): Promise<void> {
    const { store, jobs, clock } = this.rounding;
    const sent = await store.transaction(async (kept) => {
      const due = await takeDueSources(kept, clock.now(), MOST);
      for (const { tableName } of due)
        await jobs.send(kept, 'source', { id: tableName, about: `fetching “${tableName}”` });
      return due.length;
    });
    if (sent > 0) jobs.nudge('source');
  }

  private async dueAlerts(): Promise<void> {
    const { store, jobs, clock } = this.rounding;
    const now = clock.now();
    const sent = await store.transaction(async (kept) => {
      const due = await kept
        .select({ id: alerts.id, look: alerts.look })
        .from(alerts)
        .where(and(isNull(alerts.paused), lte(alerts.nextAt, now)))
        .limit(MOST)
        .for('update', { skipLocked: true });
      for (const { id, look } of due) {
        await kept
          .update(alerts)
          .set({ nextAt: look === 'data' ? null : nextAfter(look, now) })
          .where(eq(alerts.id, id));
        await jobs.send(kept, 'alert', { id, about: 'an alert by its schedule' });
      }
      return due.length;
    });
    if (sent > 0) jobs.nudge('alert');
  }

  /** Alerts that look whenever data arrive, whose model reads other loads than were looked at. */
  private async alertsOnData(): Promise<void> {
    const { store, jobs, clock, library } = this.rounding;
    const awake = or(isNull(alerts.snoozedUntil), lte(alerts.snoozedUntil, clock.now()));
    const onData = and(
      isNull(alerts.paused),
      awake,
      sql`(${alerts.look} = '"data"'::jsonb or ${alerts.when} ->> 'kind' = 'late')`,
    );
    const models = await store.selectDistinct({ id: alerts.modelId }).from(alerts).where(onData);
    const day = clock.now().toISOString().slice(0, 10);
    for (const { id: modelId } of models) {
      const version = await library.dataVersionOf(modelId).catch((error: unknown) => {
        if (error instanceof ModelGone) return 'gone';
        throw error;
      });
      const sent = await store.transaction(async (kept) => {
        // what is late is looked at each day, though no data came
        const state = sql`case when ${alerts.when} ->> 'kind' = 'late' then ${`${version} ${day}`} else ${version} end`;
        const due = await kept
          .select({ id: alerts.id })
          .from(alerts)
          .where(and(eq(alerts.modelId, modelId), onData, sql`${alerts.lookedAt} is distinct from ${state}`))
          .limit(MOST)
          .for('update', { skipLocked: true });
        for (const { id } of due) {
          await kept.update(alerts).set({ lookedAt: state }).where(eq(alerts.id, id));
          await jobs.send(kept, 'alert', { id, about: 'an alert on new data' });
        }
        return due.length;
      });
      if (sent > 0) jobs.nudge('alert');
    }
  }

  private async dueBriefings(): Promise<void> {
    const { store, jobs, clock } = this.rounding;
    const now = clock.now();
    const sent = await store.transaction(async (kept) => {
      const due = await kept
        .select({ id: briefings.id, look: briefings.look, nextAt: briefings.nextAt, title: briefings.title })
        .from(briefings)
        .where(and(isNull(briefings.paused), lte(briefings.nextAt, now)))
        .limit(MOST)
        .for('update', { skipLocked: true });
      for (const { id, look, nextAt, title } of due) {
        const next = look === null || look === 'data' ? null : nextAfter(look, now);
        await kept.update(briefings).set({ nextAt: next }).where(eq(briefings.id, id));
        await jobs.send(kept, 'briefing', { id, about: title, run: `at ${nextAt?.toISOString() ?? ''}` });
      }
      return due.length;
    });
    if (sent > 0) jobs.nudge('briefing');
  }

  private async briefingsOnData(): Promise<void> {
    const { store, jobs } = this.rounding;
    const onData = and(isNull(briefings.paused), sql`${briefings.look} = '"data"'::jsonb`);
    const rows = await store
      .select({ id: briefings.id, pages: briefings.pages, lookedAt: briefings.lookedAt, title: briefings.title })
      .from(briefings)
      .where(onData);
    // each model is asked once a round, however many briefings read it
    const asked = new Map<string, Promise<string>>();
    const dataVersionOf = (model: string): Promise<string> => {
      const there = asked.get(model) ?? this.rounding.library.dataVersionOf(model);
      asked.set(model, there);
      return there;
    };
    for (const { id, pages, lookedAt, title } of rows) {
      const version = await versionsOf(pages, { dataVersionOf });
      if (version === lookedAt) continue;
      await store.transaction(async (kept) => {
        const [taken] = await kept
          .update(briefings)
          .set({ lookedAt: version })
          .where(and(eq(briefings.id, id), sql`${briefings.lookedAt} is distinct from ${version}`))
          .returning({ id: briefings.id });
        if (taken !== undefined) await jobs.send(kept, 'briefing', { id, about: title, run: `data ${version}` });
      });
      jobs.nudge('briefing');
    }
  }

  private async dueRoutines(): Promise<void> {
    const { store, jobs, clock } = this.rounding;
    const now = clock.now();
    const sent = await store.transaction(async (kept) => {
      const due = await dueRoutines(kept, now, MOST);
      for (const routine of due) {
        const { id, look, nextAt } = routine;
        const next = look === null || look === 'data' ? null : nextAfter(look, now);
        await kept.update(routines).set({ nextAt: next }).where(eq(routines.id, id));
        await this.run(kept, routine, `at ${nextAt?.toISOString() ?? ''}`);
      }
      return due.length;
    });
    if (sent > 0) jobs.nudge('routine');
  }

  private async routinesOnData(): Promise<void> {
    const { store, jobs, library } = this.rounding;
    const onData = and(isNull(routines.paused), sql`${routines.look} = '"data"'::jsonb`);
    const rows = await store.select().from(routines).where(onData);
    for (const routine of rows) {
      const version = await versionsOf([routine], library);
      if (version === routine.lookedAt) continue;
      await store.transaction(async (kept) => {
        const [taken] = await kept
          .update(routines)
          .set({ lookedAt: version })
          .where(and(eq(routines.id, routine.id), sql`${routines.lookedAt} is distinct from ${version}`))
          .returning({ id: routines.id });
        if (taken !== undefined) await this.run(kept, routine, `data ${version}`);
      });
      jobs.nudge('routine');
    }
  }

  /** The run and its job are written together. */
  private async run(kept: Pick<Store, 'insert' | 'execute'>, routine: Routine, key: string): Promise<void> {
    const run = await addRun(kept, routine, routine.blanks, key, this.rounding.clock.now());
    if (run !== null) await this.rounding.jobs.send(kept, 'routine', { id: run, about: routine.title });
  }

  private async dueMessages(): Promise<void> {
    const { store, jobs, clock } = this.rounding;
    this.rounds += 1;
    if (this.rounds % ROUNDS_TO_TIDY === 1) await tidy(store, clock.now());
    const taken = await store.transaction(async (kept) => {
      const due = await takeDue(kept, clock.now(), MOST);
      for (const { id } of due) await jobs.send(kept, 'message', { id, about: 'a message' });
      return due.length;
    });
    if (taken > 0) jobs.nudge('message');
  }
}

/** The loads that the models of some pages read now. */
export async function versionsOf(
  pages: readonly { readonly modelId: string | null }[],
  library: Pick<ModelLibrary, 'dataVersionOf'>,
): Promise<string> {
  const models = [...new Set(pages.flatMap(({ modelId }) => (modelId === null ? [] : [modelId])))].sort();
  const versions = await Promise.all(
    models.map((id) =>
      library.dataVersionOf(id).catch((error: unknown) => {
        if (error instanceof ModelGone) return 'gone';
        throw error;
      }),
    ),
  );
  return versions.join(' ');
}
