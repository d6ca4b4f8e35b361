/** What is sent or fetched to be loaded is first taken in whole, into a file of its own: somebody whose line stalls holds no connection of the database. */
import type { IncomingMessage } from 'node:http';
import { randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { Readable, Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Problem } from '@zud/core/contract/problem';

/** A file on its way. */
export interface Incoming {
  readonly body: AsyncIterable<Uint8Array>;
  /** Bytes that were announced; 0: none were. */
  readonly length: number;
  /** Whether the other side ended it. */
  gone(): boolean;
}

export const sentIn = (request: IncomingMessage): Incoming => ({
  body: request,
  length: Number(request.headers['content-length'] ?? 0),
  gone: () => request.destroyed,
});

export interface SpoolLimits {
  /** Bytes of one file. */
  readonly bytes: number;
  /** Files that are taken in at the same time: of all people, and of one. */
  readonly atOnce: number;
  readonly atOnceEach: number;
  /** Milliseconds without a byte after which a file is given up. */
  readonly patience: number;
}

export const SPOOL_LIMITS: SpoolLimits = { bytes: 2_000_000_000, atOnce: 8, atOnceEach: 3, patience: 30_000 };

export class Spool {
  private readonly coming: string[] = [];

  /** @param folder emptied: what a server that was killed left there is of no use */
  constructor(
    private readonly folder: string,
    private readonly limits: SpoolLimits = SPOOL_LIMITS,
  ) {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
  }

  /**
   * Takes a file in, and lets the file be read; nothing of it stays.
   * @throws Problem 413 for one that is too large, 408 for one that stalled, 503 where too many come at once
   */
  async taken<Value>(
    coming: Incoming,
    person: string,
    work: (file: string) => Promise<Value>,
    /** Bytes that the file may have. */ most = this.limits.bytes,
  ): Promise<Value> {
    const { atOnce, atOnceEach } = this.limits;
    if (this.coming.length >= atOnce || this.coming.filter((one) => one === person).length >= atOnceEach)
      throw new Problem(
        503,
        'Busy',
        'Other files are being taken in just now. Nothing of yours was loaded; send it again in a moment.',
        { retryAfter: 5 },
      );
    const file = path.join(this.folder, randomUUID());
    this.coming.push(person);
    try {
      await this.write(coming, file, most);
    } catch (error) {
      await rm(file, { force: true });
      throw error;
    } finally {
      this.coming.splice(this.coming.indexOf(person), 1);
    }
    try {
      return await work(file);
    } finally {
      await rm(file, { force: true });
    }
  }

  /** Takes a file in, into a file that stays. */
  async kept(coming: Incoming, person: string, file: string, most = this.limits.bytes): Promise<void> {
    await this.taken(coming, person, (came) => rename(came, file), most);
  }

  private async write({ body, length, gone }: Incoming, file: string, most: number): Promise<void> {
    const { patience } = this.limits;
    if (length > most) throw tooLarge(most);
    const stalled = new AbortController();
    let timer = setTimeout(() => stalled.abort(), patience);
    let bytes = 0;
    const counted = new Transform({
      transform(chunk: Buffer, _encoding, done) {
        clearTimeout(timer);
        timer = setTimeout(() => stalled.abort(), patience);
        bytes += chunk.length;
        if (bytes > most) done(tooLarge(most));
        else done(null, chunk);
      },
    });
    try {
      // the request itself is not destroyed, so that it can be answered
      await pipeline(Readable.from(body, { objectMode: false }), counted, createWriteStream(file), {
        signal: stalled.signal,
      });
    } catch (error) {
      if (stalled.signal.aborted)
        throw new Problem(
          408,
          'It stalled',
          `Nothing of the file came for ${Math.round(patience / 1000)} seconds, so it was given up. Nothing was loaded; send it again.`,
        );
      if ((error as { code?: string }).code === 'ECONNRESET' || gone())
        throw new Problem(499, 'Stopped', 'The file was not sent to its end. Nothing was loaded.');
      throw error;
    } finally {
      clearTimeout(timer);
    }
  }
}

const tooLarge = (most: number) =>
  new Problem(
    413,
    'Too large',
    `A file may have ${Math.round(most / 1e6).toLocaleString('en-GB')} MB. Nothing was loaded; leave out columns that nobody asks about, or load it in parts with mode=add.`,
  );
