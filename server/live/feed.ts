/**
 * The change feed: PostgreSQL's LISTEN/NOTIFY → server-sent events of all who have a board open; and who they are.
 * A lost database connection is made again; browsers then fetch the board anew, so nothing is missed.
 */
import type { Response } from 'express';
import pg from 'pg';
import type { Logger } from 'pino';
import type { BoardChange } from '../store/board-changes';
import { CHANGES, type DataChange } from '../store/database';

interface Listener {
  readonly board: string;
  readonly person: { readonly id: string; readonly name: string };
  readonly response: Response;
  /** May the person still see the board? Asked after each change of its shares. */
  readonly stillAllowed: () => Promise<boolean>;
}

const HEARTBEAT = 15_000;
const RETRY = 1000;

export class Feed {
  private readonly listeners = new Set<Listener>();
  private client: pg.Client | null = null;
  private closed = false;
  private retry: NodeJS.Timeout | null = null;
  private readonly heartbeat = setInterval(() => this.beat(), HEARTBEAT);

  constructor(
    private readonly url: string,
    private readonly log: Logger,
  ) {}

  async start(): Promise<void> {
    const client = new pg.Client({ connectionString: this.url, application_name: 'zud feed' });
    client.on('notification', (message) => void this.told(message.payload ?? ''));
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

  private async told(payload: string): Promise<void> {
    const change = JSON.parse(payload) as BoardChange | DataChange;
    // that data are fresh says nothing of what they are: each person's tiles are asked for again under their own rules
    if (change.kind === 'data') return this.sendAll('data', { table: change.table });
    for (const listener of [...this.listeners]) {
      if (listener.board !== change.board) continue;
      if (change.kind === 'shares' && !(await listener.stillAllowed().catch(() => false))) {
        send(listener.response, 'closed', { reason: 'This board is no longer shared with you.' });
        listener.response.end();
        continue;
      }
      send(listener.response, 'change', change);
    }
  }

  /** Keeps a response open as a stream of the board's events until the browser leaves. */
  open(listener: Listener): void {
    const { response } = listener;
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    response.write('retry: 1000\n\n');
    this.listeners.add(listener);
    response.on('close', () => {
      this.listeners.delete(listener);
      this.tellPresence(listener.board);
    });
    this.tellPresence(listener.board);
  }

  present(board: string): { id: string; name: string }[] {
    const there = new Map<string, { id: string; name: string }>();
    for (const listener of this.listeners) if (listener.board === board) there.set(listener.person.id, listener.person);
    return [...there.values()].sort((a, b) => a.name.localeCompare(b.name));
  }

  private tellPresence(board: string): void {
    const people = this.present(board);
    for (const listener of this.listeners) if (listener.board === board) send(listener.response, 'presence', { people });
  }

  private sendAll(event: string, data: object): void {
    for (const listener of this.listeners) send(listener.response, event, data);
  }

  private beat(): void {
    for (const listener of this.listeners) listener.response.write(': beat\n\n');
  }

  async close(): Promise<void> {
    this.closed = true;
    clearInterval(this.heartbeat);
    if (this.retry !== null) clearTimeout(this.retry);
    for (const listener of this.listeners) listener.response.end();
    await this.client?.end().catch(() => undefined);
  }
}

function send(response: Response, event: string, data: object): void {
  response.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
}
