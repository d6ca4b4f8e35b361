/** One server at a time works in a data folder: a second start says so, and touches nothing. */
import { closeSync, mkdirSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs';
import path from 'node:path';
import { LaunchError } from './cluster';

/**
 * Takes hold of a folder until it is let go, or its process ends.
 * @returns lets it go
 * @throws LaunchError where a process that is alive holds it
 */
export function holdFolder(folder: string): () => void {
  const file = path.join(folder, 'running');
  for (;;) {
    try {
      mkdirSync(folder, { recursive: true });
      const handle = openSync(file, 'wx', 0o600);
      writeSync(handle, String(process.pid));
      closeSync(handle);
      return () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as { code?: string }).code !== 'EEXIST')
        throw new LaunchError(
          `The folder ${folder} cannot be written (${error instanceof Error ? error.message : ''}). Set ZUD_DATA to another one.`,
        );
      const holder = holderOf(file);
      if (holder !== null)
        throw new LaunchError(
          `Zud runs from ${folder} already, as process ${holder}. Stop that one first, or set ZUD_DATA to another folder (and PORT to another port).`,
        );
      rmSync(file, { force: true });
    }
  }
}

/** The process that wrote the file, if it is alive and a server of ours; null for one that was killed. */
function holderOf(file: string): number | null {
  try {
    const pid = Number(readFileSync(file, 'utf8'));
    if (!Number.isInteger(pid) || pid <= 0 || pid === process.pid) return null;
    process.kill(pid, 0);
    // a number may have been given to another program since
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('start.js') ? pid : null;
  } catch (error) {
    // alive, but somebody else's
    return (error as { code?: string }).code === 'EPERM' ? Number(readFileSync(file, 'utf8')) : null;
  }
}
