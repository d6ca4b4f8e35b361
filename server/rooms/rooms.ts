/**
 * Zud in its rooms: every server is in them, so that each can say what it has to; one of them listens. Which one, a lock of the database decides, which
 * is free again where its holder ends.
 */
import type { PoolClient } from 'pg';
import type { Database } from '../store/database';
import { noteSeen, roomsThere, tellChangedBoards } from '../store/rooms';
import { RoomConnection, type Heard, type RoomSettings } from './connection';
import { answerHeard, type Listening } from './listening';

/** Any number, of its own. */
const LOCK = 7_212_021;
/** Milliseconds between two looks at the rooms, and that a board is left alone before what was done to it is told. */
const LOOK = 2000;
const LEFT_ALONE = 20_000;

export interface RoomsOptions extends Listening {
  readonly database: Database;
  readonly settings: RoomSettings;
  /** Milliseconds, where it is not as usual. */
  readonly leftAlone?: number;
  /** Something was put out. */
  putOut(): void;
}

export class Rooms {
  readonly connection: RoomConnection;
  private timer: NodeJS.Timeout | null = null;
  private holder: PoolClient | null = null;
  private looking: Promise<void> = Promise.resolve();
  private readonly answering = new Set<Promise<void>>();
  private ended = false;

  constructor(private readonly options: RoomsOptions) {
    this.connection = new RoomConnection(options.settings, options.log, {
      heard: (said) => this.heard(said),
      seen: (room, address, here) => this.seen(room, address, here),
    });
  }

  start(): void {
    this.connection.start();
    const look = () => {
      this.looking = this.look()
        .catch((error: unknown) => this.options.log.warn({ err: error }, 'rooms could not be looked at'))
        .finally(() => {
          if (!this.ended) this.timer = setTimeout(look, LOOK);
        });
    };
    look();
  }

  async stop(): Promise<void> {
    this.ended = true;
    if (this.timer !== null) clearTimeout(this.timer);
    await this.looking;
    await Promise.allSettled(this.answering);
    await this.connection.stop();
    this.letGo();
  }

  /** To be in the rooms that are allowed by now. */
  async attend(): Promise<void> {
    await this.connection.attend((await roomsThere(this.options.store)).map(({ address }) => address));
  }

  private async look(): Promise<void> {
    const { store, clock, leftAlone = LEFT_ALONE } = this.options;
    if (this.holder === null) await this.take();
    await this.attend();
    if (this.holder === null) return;
    // boards are stamped by the machine's clock
    const told = await tellChangedBoards(store, new Date(Date.now() - leftAlone), clock.now());
    if (told > 0) this.options.putOut();
  }

  private async take(): Promise<void> {
    const client = await this.options.database.pool.connect();
    const { rows } = await client.query<{ held: boolean }>('select pg_try_advisory_lock($1) as held', [LOCK]);
    if (rows[0]?.held !== true) {
      client.release();
      return;
    }
    this.holder = client;
    client.once('error', () => {
      if (this.holder === client) this.letGo();
    });
  }

  private letGo(): void {
    // what is not given back unused is closed, and the lock with it
    this.holder?.release(true);
    this.holder = null;
  }

  private heard(said: Heard): void {
    if (this.holder === null) return;
    const earlier = Promise.allSettled(this.answering);
    const answer = answerHeard(said, this.connection, this.options, earlier)
      .catch((error: unknown) => this.options.log.warn({ err: error }, 'what was said in a room was not answered'))
      .finally(() => this.answering.delete(answer));
    this.answering.add(answer);
  }

  private seen(address: string, who: string, here: boolean): void {
    if (this.holder === null) return;
    const { store, clock, log } = this.options;
    roomsThere(store)
      .then(async (all) => {
        const room = all.find((one) => one.address === address);
        if (room !== undefined) await noteSeen(store, room.id, who, here ? 'came' : 'left', clock.now());
      })
      .catch((error: unknown) => log.debug({ err: error }, 'who came to a room could not be noted'));
  }
}
