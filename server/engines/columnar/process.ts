/** The process of the columnar copy: makes copies in the background and answers queries from those it holds. The server talks to it by messages. */
import type { DuckDBConnection, DuckDBValue } from '@duckdb/node-api';
import type { Cell } from '@zud/core/query/answer';
import { copyName } from '@zud/core/query/duckdb';
import { runCoded } from './coded';
import { Copies, Outdated } from './copies';
import { QuotaReached } from './files';
import type { FromCopy, HeldTable, ToCopy, Wanted } from './messages';
import { Summaries } from './summaries';

/** Questions answered at the same time; each uses all threads where it can. */
const AT_ONCE = 4;

const say = (message: FromCopy) => process.send?.(message);

let opened: Promise<Copies> | null = null;
let summaries: Summaries | null = null;
let order = 0;
let wanted: readonly Wanted[] = [];
let holding: Promise<void> = Promise.resolve();
const running = new Map<number, { connection: DuckDBConnection | null; stopped: boolean }>();
const waiting: Extract<ToCopy, { do: 'run' }>[] = [];
const idle: DuckDBConnection[] = [];
let active = 0;

process.on('message', (message: ToCopy) => {
  switch (message.do) {
    case 'open':
      opened = Copies.open(message.settings);
      opened.catch((error: unknown) => {
        process.stderr.write(`${reasonOf(error)}\n`);
        process.exit(1);
      });
      return;
    case 'hold':
      ({ order, tables: wanted } = message);
      holding = holding
        .then(() => hold())
        .catch((error: unknown) => void say({ said: 'failed', table: '', reason: reasonOf(error) }));
      return;
    case 'run':
      running.set(message.id, { connection: null, stopped: false });
      waiting.push(message);
      next();
      return;
    case 'ping':
      say({ said: 'pong' });
      return;
    case 'stop': {
      const run = running.get(message.id);
      if (run === undefined) return;
      run.stopped = true;
      run.connection?.interrupt();
    }
  }
});
process.on('disconnect', () => process.exit(0));

async function hold(): Promise<void> {
  const copies = await opened;
  if (copies === null) return;
  summaries ??= new Summaries(copies.settings, copies.instance, await copies.instance.connect());
  const now = wanted;
  await copies.keepOnly(now);
  await summaries.keepOnly(now);
  tell(copies, null);
  for (const table of now) {
    if (wanted !== now) return;
    if (copies.held.includes(copyName(table.name, table.version))) continue;
    try {
      await copies.make(table, (rows, of) => void say({ said: 'progress', table: table.name, rows, of }));
      tell(copies, null);
    } catch (error) {
      if (!(error instanceof Outdated)) say({ said: 'failed', table: table.name, reason: whyNot(error) });
    }
  }
  for (const table of now) {
    if (wanted !== now) return;
    if (!copies.held.includes(copyName(table.name, table.version))) continue;
    try {
      await summaries.make(table);
      tell(copies, null);
    } catch (error) {
      say({ said: 'unsummarised', table: table.name, reason: whyNot(error) });
    }
  }
  if (wanted === now) tell(copies, order);
}

const whyNot = (error: unknown): string =>
  error instanceof QuotaReached ? 'its copies would need more disk than they may use' : reasonOf(error);

function tell(copies: Copies, settled: number | null): void {
  const tables = wanted.flatMap((table): HeldTable[] => {
    const copy = copyName(table.name, table.version);
    return copies.held.includes(copy)
      ? [{ name: table.name, version: table.version, summaries: summaries?.of(copy) ?? [] }]
      : [];
  });
  say({ said: 'holds', tables, settled });
}

function next(): void {
  while (active < AT_ONCE) {
    const message = waiting.shift();
    if (message === undefined) return;
    active += 1;
    void run(message).finally(() => {
      active -= 1;
      running.delete(message.id);
      next();
    });
  }
}

async function run({ id, text, parameters, time, coded }: Extract<ToCopy, { do: 'run' }>): Promise<void> {
  const state = running.get(id);
  const copies = await opened;
  if (copies === null || state === undefined || state.stopped)
    return void say({ said: 'refused', id, why: 'stopped', reason: '' });
  const connection = idle.pop() ?? (await copies.instance.connect());
  state.connection = connection;
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    connection.interrupt();
  }, time);
  const started = performance.now();
  try {
    if (coded === null) {
      const reader = await connection.runAndReadAll(text, parameters as DuckDBValue[]);
      const rows = reader.getRows().map((row) => row.map(cellOf));
      say({ said: 'rows', id, rows, coded: null, ms: performance.now() - started });
    } else {
      const given = await runCoded(connection, { text, parameters, coded }, () => {
        if (state.stopped || late) throw new Error('stopped');
      });
      say({ said: 'rows', id, rows: [], coded: given, ms: performance.now() - started });
    }
  } catch (error) {
    say({ said: 'refused', id, why: state.stopped ? 'stopped' : late ? 'time' : 'failed', reason: reasonOf(error) });
  } finally {
    clearTimeout(timer);
    state.connection = null;
    idle.push(connection);
  }
}

/** A value as an answer holds it: days and moments as text, all numbers as numbers. */
function cellOf(value: DuckDBValue): Cell {
  if (value === null || typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean')
    return value as Cell;
  return typeof value === 'bigint' ? Number(value) : value.toString();
}

function reasonOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
