/** The columnar copy for tests: its program, bundled if it is not yet, and a folder of its own. */
import { execFileSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import path from 'node:path';
import type { ColumnarEngine } from '../server/engines/columnar/columnar-engine';
import type { startServer } from '../server/launch/server';
import { temporaryFolder } from './temporary-folder';

const ROOT = path.join(__dirname, '..');

export function columnarForTests(quota = 5e9): NonNullable<Parameters<typeof startServer>[0]['columnar']> {
  const program = path.join(ROOT, 'server/dist/columnar.js');
  if (!existsSync(program)) execFileSync('node', ['server/build.js'], { cwd: ROOT });
  return { program, folder: path.join(temporaryFolder('columnar'), 'copies'), memory: '1GB', threads: 2, quota, summariesFrom: 1_000 };
}

/** @throws Error where not all tables are held within a minute */
export async function whenReady(copy: ColumnarEngine, ready: (state: ColumnarEngine['state']) => boolean = ({ ready, of, settled }) => settled && of > 0 && ready === of): Promise<void> {
  for (let tries = 0; tries < 600; tries += 1) {
    if (ready(copy.state)) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error(`The copy is not ready: ${JSON.stringify(copy.state)}`);
}
