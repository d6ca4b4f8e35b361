/**
 * What runs later or long, as jobs in the same PostgreSQL (pg-boss): taken by one server each, tried again with growing pauses, taken over
 * where the server that had one has ended. A job is written in the transaction that makes it necessary, so that neither is without the other.
 */
import PgBoss from 'pg-boss';
import type { Logger } from 'pino';
import { sql } from 'drizzle-orm';
import type { JobEntry } from '@zud/core/contract/messages';
import type { Store } from '../store/database';

export const QUEUES = ['alert', 'briefing', 'routine', 'source', 'message'] as const;
export type Queue = (typeof QUEUES)[number];

export interface JobData {
  /** Of what it is about. */
  readonly id: string;
  /** What admins read of it. */
  readonly about: string;
  readonly [more: string]: unknown;
}

export interface JobSettings {
  /** Seconds after which a job whose server has ended is taken by another. */
  readonly expire: number;
  /** Seconds between two looks for jobs. */
  readonly polling: number;
  /** Seconds before a job that failed is tried again; twice as many each time. */
  readonly retryDelay: number;
  readonly retries: number;
}
export const JOB_SETTINGS: JobSettings = { expire: 300, polling: 1, retryDelay: 10, retries: 6 };

/** A transaction, or the store itself. */
type Within = Pick<Store, 'execute'>;

export class Jobs {
  private readonly boss: PgBoss;
  private readonly workers = new Map<Queue, string>();

  constructor(
    url: string,
    private readonly log: Logger,
    private readonly settings: JobSettings = JOB_SETTINGS,
  ) {
    this.boss = new PgBoss({
      connectionString: url,
      application_name: 'zud jobs',
      max: 3,
      schedule: false,
      maintenanceIntervalSeconds: Math.max(1, Math.min(30, settings.expire)),
      archiveCompletedAfterSeconds: 3600,
      deleteAfterDays: 14,
    });
    this.boss.on('error', (error) => log.warn({ reason: error.message }, 'the jobs lost their database for a moment'));
  }

  async start(): Promise<void> {
    await this.boss.start();
    for (const name of QUEUES)
      await this.boss.createQueue(name, {
        name,
        // of what is about the same, one waits and one runs
        policy: 'stately',
        retryLimit: this.settings.retries,
        retryDelay: this.settings.retryDelay,
        retryBackoff: true,
        expireInSeconds: this.settings.expire,
        retentionDays: 14,
      });
  }

  /** @param work throws where it is to be tried again */
  async work(queue: Queue, work: (data: JobData, signal: { readonly tries: number }) => Promise<void>): Promise<void> {
    const id = await this.boss.work<JobData>(
      queue,
      { pollingIntervalSeconds: this.settings.polling, batchSize: 1, includeMetadata: true },
      async ([job]) => {
        if (job === undefined) return;
        try {
          await work(job.data, { tries: job.retryCount });
        } catch (error) {
          this.log.warn({ queue, job: job.id, about: job.data.about, err: error }, 'a job failed and is tried again');
          throw error;
        }
      },
    );
    this.workers.set(queue, id);
  }

  /** Puts a job on its queue, within a transaction; where one about the same waits already, that one does. */
  async send(within: Within, queue: Queue, data: JobData): Promise<void> {
    await this.boss.send(queue, data, {
      singletonKey: data.id,
      db: {
        executeSql: async (text, values) => {
          const result = await within.execute(withValues(text, values));
          return { rows: result.rows };
        },
      },
    });
  }

  /** Looks for jobs at once. */
  nudge(queue: Queue): void {
    const id = this.workers.get(queue);
    if (id !== undefined) this.boss.notifyWorker(id);
  }

  /** @returns whether it was still there to be stopped */
  async cancel(store: Store, id: string): Promise<boolean> {
    const { rows } = await store.execute<{ name: string }>(
      sql`select name from pgboss.job where id = ${id} and state in ('created', 'retry', 'active')`,
    );
    const [row] = rows;
    if (row === undefined) return false;
    await this.boss.cancel(row.name, id);
    return true;
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: true, wait: true, timeout: 5000 });
  }
}

/** A text with $1, $2 … as Drizzle's, whose values are parameters as well. */
function withValues(text: string, values: readonly unknown[]) {
  const parts = text.split(/\$(\d+)/);
  return sql.join(
    parts.map((part, index) => (index % 2 === 0 ? sql.raw(part) : sql`${sql.param(values[Number(part) - 1])}`)),
  );
}

/** The latest jobs, those that run or wait first. */
export async function jobsOf(store: Store, most: number): Promise<JobEntry[]> {
  interface Row extends Record<string, unknown> {
    id: string;
    name: string;
    data: { about?: string } | null;
    state: JobEntry['state'];
    retry_count: number;
    created_on: string;
    started_on: string | null;
    completed_on: string | null;
    output: { message?: string } | null;
  }
  const { rows } = await store.execute<Row>(
    sql`select id, name, data, state::text as state, retry_count, created_on::text, started_on::text, completed_on::text, output from pgboss.job where name in ${[...QUEUES]} order by (state < 'completed') desc, created_on desc limit ${most}`,
  );
  const moment = (text: string | null) => (text === null ? null : new Date(text).toISOString());
  return rows.map((row) => ({
    id: row.id,
    queue: row.name,
    about: row.data?.about ?? '',
    state: row.state,
    tries: row.retry_count,
    createdAt: moment(row.created_on) ?? '',
    startedAt: moment(row.started_on),
    endedAt: moment(row.completed_on),
    said: row.output?.message ?? null,
  }));
}
