/** The columnar copy as an engine: keeps its process alive, tells it what to hold, and passes plans to it. */
import { fork, type ChildProcess } from 'node:child_process';
import type { Logger } from 'pino';
import { duckdbQuery } from '@zud/core/query/duckdb';
import { memberColumnsOf, outputOf, tablesOf } from '@zud/core/query/nodes';
import { summaryWords } from '@zud/core/query/summaries';
import type { Plan } from '@zud/core/query/plan';
import { Stopped, TimeLimitReached, type Engine, type EngineResult, type RunOptions } from '../engine';
import type { FromCopy, HeldTable, Settings, ToCopy, Wanted } from './messages';

/** Milliseconds after which a process that ended is started again; doubled each time, up to a minute. */
const FIRST_PAUSE = 500;
const LONGEST_PAUSE = 60_000;

/** Milliseconds between signs of life that are asked for, and how many in a row may be missing before the process is taken for hung and ended. */
const PING = 1000;
const MISSED = 5;
/** Milliseconds beyond the limit of a question after which its answer is no longer waited for. */
const GRACE = 2000;

/** The copy can't answer now; another engine has to. */
export class CopyFailed extends Error {}

interface Waiting {
  readonly resolve: (message: Extract<FromCopy, { said: 'rows' }>) => void;
  readonly reject: (error: Error) => void;
}

export class ColumnarEngine implements Engine {
  readonly name = 'DuckDB';
  private child: ChildProcess | null = null;
  private closed = false;
  private pause = FIRST_PAUSE;
  private runs = 0;
  private orders = 0;
  private wanted: readonly Wanted[] = [];
  private held: ReadonlyMap<string, HeldTable> = new Map();
  private settled = false;
  private making: { table: string; rows: number; of: number } | null = null;
  private readonly failed = new Set<string>();
  private readonly waiting = new Map<number, Waiting>();
  /** Signs of life that were asked for since the last one came: counted, as this process may itself have been busy. */
  private unanswered = 0;
  private readonly pings = setInterval(() => this.ping(), PING).unref();

  /** @param program the bundled program of the copy's process */
  constructor(
    private readonly program: string,
    private readonly settings: Settings,
    private readonly log: Logger,
  ) {
    this.start();
  }

  /** How many tables are held, of how many; how many could not be copied; which is being made; is all made, summaries too? */
  get state(): {
    readonly ready: number;
    readonly of: number;
    readonly failed: number;
    readonly making: { table: string; rows: number; of: number } | null;
    readonly settled: boolean;
  } {
    return {
      ready: this.held.size,
      of: this.wanted.length,
      failed: this.failed.size,
      making: this.making,
      settled: this.settled,
    };
  }

  /** The tables it was last told to hold. */
  get told(): readonly Wanted[] {
    return this.wanted;
  }

  get pid(): number | null {
    return this.child?.pid ?? null;
  }

  /** The tables to be held from now on; makes what is missing, in the background. */
  hold(tables: readonly Wanted[]): void {
    this.wanted = tables;
    this.failed.clear();
    this.settled = false;
    this.held = new Map(
      [...this.held].filter(([name, { version }]) =>
        tables.some((table) => table.name === name && table.version === version),
      ),
    );
    this.order();
  }

  private order(): void {
    this.orders += 1;
    this.tell({ do: 'hold', order: this.orders, tables: this.wanted });
  }

  /** Does it hold all that a plan reads, at the load that is asked about? */
  holds(plan: Plan, tables: RunOptions['tables']): boolean {
    return (
      this.child !== null &&
      [...tablesOf(plan.root)].every(
        (table) => tables.has(table) && this.held.get(table)?.version === tables.get(table),
      ) &&
      !this.namesMembersByNumbers(plan)
    );
  }

  /** Numbers with fractions are written as other texts there, so members named by them are left to PostgreSQL. */
  private namesMembersByNumbers(plan: Plan): boolean {
    const fractions = new Set(
      this.wanted.flatMap((table) =>
        table.columns.flatMap((column) => (column.type === 'number' ? [`${table.name}.${column.name}`] : [])),
      ),
    );
    return memberColumnsOf(plan.root).some((column) => fractions.has(column));
  }

  /** @throws CopyFailed, TimeLimitReached, Stopped */
  async run(plan: Plan, { signal, limits, tables, coded: places }: RunOptions): Promise<EngineResult> {
    if (signal?.aborted) throw new Stopped();
    const summariesOf = (table: string) =>
      (this.held.get(table)?.summaries ?? []).filter((summary) =>
        summary.parents.every(([parent, version]) => tables.get(parent) === version),
      );
    const { text, parameters, summaries } = duckdbQuery(plan, tables, summariesOf);
    const remarks = [...tablesOf(plan.root)].flatMap((table) =>
      summariesOf(table).flatMap((summary) => (summaries.includes(summary.name) ? [summaryWords(table, summary)] : [])),
    );
    const output = outputOf(plan.root);
    const named = (all: readonly number[]) => all.map((place) => output[place] ?? '');
    const wanted = places === undefined ? null : { texts: named(places.texts), numbers: named(places.numbers) };
    this.runs += 1;
    const id = this.runs;
    const stop = () => {
      this.tell({ do: 'stop', id });
      this.waiting.get(id)?.reject(new Stopped());
    };
    signal?.addEventListener('abort', stop, { once: true });
    const late = setTimeout(() => {
      this.tell({ do: 'stop', id });
      this.waiting.get(id)?.reject(new TimeLimitReached());
    }, limits.time + GRACE);
    try {
      const { rows, coded, ms } = await new Promise<Extract<FromCopy, { said: 'rows' }>>((resolve, reject) => {
        this.waiting.set(id, { resolve, reject });
        if (!this.tell({ do: 'run', id, text, parameters, time: limits.time, coded: wanted }))
          reject(new CopyFailed('its process is not running'));
      });
      const inColumns = coded === null ? {} : { coded };
      return { engine: this.name, rows, ...inColumns, query: text, parameters, remarks, ms };
    } finally {
      clearTimeout(late);
      this.waiting.delete(id);
      signal?.removeEventListener('abort', stop);
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.pings);
    const { child } = this;
    if (child === null) return;
    await new Promise<void>((resolve) => {
      child.once('exit', () => resolve());
      child.kill('SIGKILL');
    });
  }

  /** A process that gives no sign of life is ended, so that PostgreSQL answers what waits for it, and another one is started. */
  private ping(): void {
    const { child } = this;
    if (child === null) return;
    if (this.unanswered >= MISSED) {
      this.log.warn('the columnar copy hangs; it is ended');
      child.kill('SIGKILL');
      return;
    }
    this.unanswered += 1;
    this.tell({ do: 'ping' });
  }

  private start(): void {
    const child = fork(this.program, { serialization: 'advanced', stdio: ['ignore', 'ignore', 'pipe', 'ipc'] });
    this.child = child;
    this.unanswered = 0;
    let complaint = '';
    child.stderr?.on('data', (chunk: Buffer) => {
      complaint = `${complaint}${chunk.toString()}`.slice(-2000);
    });
    child.on('message', (message: FromCopy) => this.hear(message));
    child.on('error', (error) => this.log.warn({ reason: error.message }, 'the columnar copy could not be started'));
    child.on('exit', (code, killedBy) => {
      this.child = null;
      this.held = new Map();
      this.settled = false;
      this.making = null;
      for (const { reject } of this.waiting.values()) reject(new CopyFailed('its process ended'));
      if (this.closed) return;
      this.log.warn({ code, killedBy, complaint }, 'the columnar copy ended; PostgreSQL answers until it is back');
      setTimeout(() => {
        if (!this.closed) this.start();
      }, this.pause).unref();
      this.pause = Math.min(this.pause * 2, LONGEST_PAUSE);
    });
    this.tell({ do: 'open', settings: this.settings });
    if (this.wanted.length > 0) this.order();
  }

  private tell(message: ToCopy): boolean {
    if (this.child === null || !this.child.connected) return false;
    this.child.send(message, (error) => {
      if (error !== null) this.log.debug({ reason: error.message }, 'a message to the columnar copy was lost');
    });
    return true;
  }

  private hear(message: FromCopy): void {
    this.unanswered = 0;
    switch (message.said) {
      case 'pong':
        return;
      case 'holds':
        this.held = new Map(message.tables.map((table) => [table.name, table]));
        // what was settled before the newest order says nothing of it
        this.settled = message.settled === this.orders;
        this.making = null;
        if (message.tables.length === this.wanted.length) this.pause = FIRST_PAUSE;
        return;
      case 'progress':
        this.making = { table: message.table, rows: message.rows, of: message.of };
        return;
      case 'failed':
        this.failed.add(message.table);
        this.log.warn(
          { table: message.table, reason: message.reason },
          'a table could not be copied; PostgreSQL answers questions about it',
        );
        return;
      case 'unsummarised':
        this.log.warn(
          { table: message.table, reason: message.reason },
          'a table could not be summarised; its rows are read for each question',
        );
        return;
      case 'rows':
        return this.waiting.get(message.id)?.resolve(message);
      case 'refused':
        return this.waiting
          .get(message.id)
          ?.reject(
            message.why === 'time'
              ? new TimeLimitReached()
              : message.why === 'stopped'
                ? new Stopped()
                : new CopyFailed(message.reason),
          );
    }
  }
}
