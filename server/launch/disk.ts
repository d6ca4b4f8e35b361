/** Is there room on the disk? Asked by health, and told by whoever ran out of it. */
import { statfs } from 'node:fs/promises';

export type DiskState = 'well' | 'low' | 'full' | 'unknown';

/** Bytes that are free below which the disk is called low, and full. */
const LOW = 500_000_000;
const FULL = 50_000_000;
/** Milliseconds for which a write that found no room says so of the disk, which may be another machine's. */
const REMEMBERED = 60_000;

export class Disk {
  private fullAt = Number.NEGATIVE_INFINITY;

  /** @param folder where files are written */
  constructor(private readonly folder: string) {}

  /** A write found no room, here or in the database. */
  noteFull(): void {
    this.fullAt = performance.now();
  }

  async state(): Promise<DiskState> {
    if (performance.now() - this.fullAt < REMEMBERED) return 'full';
    const found = await statfs(this.folder).catch(() => null);
    if (found === null) return 'unknown';
    const free = found.bavail * found.bsize;
    return free < FULL ? 'full' : free < LOW ? 'low' : 'well';
  }
}
