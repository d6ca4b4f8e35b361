/** A folder of its own for a test's database: in memory where the machine has room there, so that no disk slows the tests. */
import { existsSync, mkdtempSync, statfsSync } from 'node:fs';
import path from 'node:path';

const IN_MEMORY = '/dev/shm';
const ROOM = 4e9;

export function temporaryFolder(name: string): string {
  const free = () => {
    const { bavail, bsize } = statfsSync(IN_MEMORY);
    return bavail * bsize;
  };
  return mkdtempSync(path.join(existsSync(IN_MEMORY) && free() > ROOM ? IN_MEMORY : '/tmp', `zud-${name}-`));
}
