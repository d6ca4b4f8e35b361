/**
 * The change feed: PostgreSQL's LISTEN/NOTIFY → server-sent events of all who have a board open; and who they are.
 * A lost database connection is made again; browsers then fetch the board anew, so nothing is missed.
 */
import type { Response } from 'express';
import pg from 'pg';
import type { Logger } from 'pino';
import { z } from 'zod';
import { boardChangeSchema, type BoardChange } from '../store/board-changes';
import { CHANGES, dataChangeSchema, type DataChange } from '../store/database';

interface Listener {
  readonly board: string;
  readonly person: Present;
  /** The session or token that it was opened with. */
  readonly session: string;
  readonly response: Response;
  /** May the person still see the board? Asked after each change of its shares. */
  readonly stillAllowed: () => Promise<boolean>;
}

interface Present {
  readonly id: string;
  readonly name: string;
}

const HEARTBEAT = 15_000;
const RETRY = 1000;
/** Milliseconds between two words about who is here. */
const PRESENCE = 1000;
/** Bytes that may wait for a browser that does not take them; then it is left, and fetches the board anew when it comes back. */
const MOST_WAITING = 1_000_000;

export class Feed {
  /** Who has which board open. */
  private readonly listeners = new Map<string, Set<Listener>>();
  /** Who those that have a board open were told is here. */
  private readonly told = new Map<string, ReadonlyMap<string, Present>>();
  /** Boards on which somebody came or went since. */
  private readonly stirred = new Set<string>();
  private readonly dataListeners = new Set<() => void>();
  private client: pg.Client | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | null = null;
  private readonly heartbeat = setInterval(() => this.beat(), HEARTBEAT);
  private readonly presence = setInterval(() => this.tellPresence(), PRESENCE);

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'zud feed' });
    client.on(
      'notification',
      (message) =>
        void this.heard(message.payload ?? '').catch((error: unknown) =>
          this.log.warn({ err: error }, 'a change could not be told'),
        ),
    );
    client.on('error', (error) => this.lost(error));
    client.on('end', () => this.lost(null));
    await client.connect();
    await client.query(`listen ${CHANGES}`);
    this.client = client;
  }

  private lost(error: Error | null): void {
    if (this.closed || this.retry !== null) return;
    this.log.warn({ reason: error?.message }, 'the change feed lost its connection');
    this.client = null;
    this.retry = setTimeout(() => {
      this.retry = null;
      this.start().then(
        () => this.sendAll('caughtup', {}),
        (again: unknown) => this.lost(again instanceof Error ? again : null),
      );
    }, RETRY);
  }

  private async heard(payload: string): Promise<void> {
    const change = changeIn(payload);
    // others may speak on the channel too; what is no change of ours is passed over
    if (change === null)
      return this.log.debug({ bytes: payload.length }, 'something else was heard on the channel of changes');
    // that data are fresh says nothing of what they are: each person's tiles are asked for again under their own rules
    if (change.kind === 'data') {
      for (const heard of this.dataListeners) heard();
      return this.sendAll('data', { table: change.table });
    }
    for (const listener of [...this.on(change.board)]) {
      if (change.kind === 'shares' && !(await listener.stillAllowed().catch(() => false)))
        this.end(listener, 'This board is no longer shared with you.');
      else this.send(listener, 'change', change);
    }
  }

  /** Calls whenever data were loaded. @returns what ends it */
  onData(heard: () => void): () => void {
    this.dataListeners.add(heard);
    return () => void this.dataListeners.delete(heard);
  }

  /** Keeps a response open as a stream of the board's events until the browser leaves. */
  open(listener: Listener): void {
    const { response, board } = listener;
    response.writeHead(200, {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    });
    response.write('retry: 1000\n\n');
    const there = this.listeners.get(board) ?? new Set<Listener>();
    this.listeners.set(board, there.add(listener));
    response.on('close', () => {
      there.delete(listener);
      if (there.size === 0 && this.listeners.get(board) === there) this.listeners.delete(board);
      this.stirred.add(board);
    });
    this.stirred.add(board);
    this.send(listener, 'presence', { people: this.present(board) });
  }

  /** Ends the streams that were opened in a session or with a token. */
  endOf(session: string): void {
    for (const there of this.listeners.values())
      for (const listener of [...there]) if (listener.session === session) this.end(listener, 'You were signed out.');
  }

  /** Ends all streams of a person. */
  endOfPerson(person: string): void {
    for (const there of this.listeners.values())
      for (const listener of [...there]) if (listener.person.id === person) this.end(listener, 'You were signed out.');
  }

  /** How many streams are open. */
  get streams(): number {
    return [...this.listeners.values()].reduce((sum, there) => sum + there.size, 0);
  }

  present(board: string): Present[] {
    return [...this.presentOn(board).values()].sort((a, b) => a.name.localeCompare(b.name));
  }

  private presentOn(board: string): Map<string, Present> {
    return new Map([...this.on(board)].map(({ person }) => [person.id, person]));
  }

  private on(board: string): ReadonlySet<Listener> {
    return this.listeners.get(board) ?? NOBODY;
  }

  /** Tells who came and who went, once for all that happened in the meantime. */
  private tellPresence(): void {
    for (const board of this.stirred) {
      const before = this.told.get(board) ?? new Map<string, Present>();
      const now = this.presentOn(board);
      if (now.size === 0) this.told.delete(board);
      else this.told.set(board, now);
      const came = [...now.values()].filter(({ id }) => !before.has(id));
      const went = [...before.values()].filter(({ id }) => !now.has(id)).map(({ id }) => id);
      if (came.length + went.length > 0)
        for (const listener of this.on(board)) this.send(listener, 'presence', { came, went });
    }
    this.stirred.clear();
  }

  private sendAll(event: string, data: object): void {
    for (const there of this.listeners.values()) for (const listener of there) this.send(listener, event, data);
  }

  private send({ response }: Listener, event: string, data: object): void {
    if (response.writableLength > MOST_WAITING) response.destroy();
    else send(response, event, data);
  }

  private end({ response }: Listener, reason: string): void {
    send(response, 'closed', { reason });
    response.end();
  }

  private beat(): void {
    for (const there of this.listeners.values()) for (const { response } of there) response.write(': beat\n\n');
  }

  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.heartbeat);
    clearInterval(this.presence);
    if (this.retry !== null) clearTimeout(this.retry);
    for (const there of this.listeners.values()) for (const listener of there) listener.response.end();
    await this.client?.end().catch(() => undefined);
  }
}

const NOBODY: ReadonlySet<Listener> = new Set();

const changeSchema = z.union([boardChangeSchema, dataChangeSchema]);

/** The change that was told; null for anything else. */
function changeIn(payload: string): BoardChange | DataChange | null {
  try {
    return changeSchema.safeParse(JSON.parse(payload)).data ?? null;
  } catch {
    return null;
  }
}

function send(response: Response, event: string, data: object): void {
  response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
}
