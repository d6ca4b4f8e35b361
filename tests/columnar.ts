/** The columnar copy for tests: its program, bundled if it is not yet, and a folder of its own. */
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import type { ColumnarEngine } from '../server/engines/columnar/columnar-engine';
import { wantedCopies } from '../server/engines/columnar/wanted';
import type { startServer } from '../server/launch/server';
import type { DemoServer } from './demo-server';
import { temporaryFolder } from './temporary-folder';

const ROOT = path.join(__dirname, '..');

export function columnarForTests(quota = 5e9): NonNullable<Parameters<typeof startServer>[0]['columnar']> {
  const program = path.join(ROOT, 'server/dist/columnar.js');
  if (!existsSync(program)) execFileSync('node', ['server/build.js'], { cwd: ROOT });
  return {
    program,
    folder: path.join(temporaryFolder('columnar'), 'copies'),
    memory: '1GB',
    threads: 2,
    quota,
    summariesFrom: 1_000,
  };
}

/**
 * Waits until all that the loaded tables and models ask for now is held, summaries too: tables and models that came since the copy was
 * last told are waited for as well.
 * @throws Error where that takes more than a minute
 */
export async function whenReady({ running }: DemoServer): Promise<void> {
  const { copy, database } = running.context;
  if (copy === null) throw new Error('There is no copy.');
  await until(
    copy,
    async ({ ready, of, settled }) =>
      settled && of > 0 && ready === of && JSON.stringify(copy.told) === JSON.stringify(await wantedCopies(database)),
  );
}

/** @throws Error where a copy is not in such a state within a minute */
export async function until(
  copy: ColumnarEngine,
  reached: (state: ColumnarEngine['state']) => boolean | Promise<boolean>,
): Promise<void> {
  for (let tries = 0; tries < 600; tries += 1) {
    if (await reached(copy.state)) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`The copy is not ready: ${JSON.stringify(copy.state)}`);
}
