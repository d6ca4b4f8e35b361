// Builds score.ts and runs it: node tests/phrasebook/score.mjs [--models ferries,clinics] [--fillings 1] [--acts] [--show 40] [--act "add measure"]
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { spawnSync } from 'node:child_process';
import { build } from 'esbuild';

const out = path.join(mkdtempSync(path.join(tmpdir(), 'phrasebook-')), 'score.cjs');
await build({
  entryPoints: [path.join(import.meta.dirname, 'score.ts')],
  bundle: true,
  platform: 'node',
  format: 'cjs',
  outfile: out,
  sourcemap: 'inline',
  logLevel: 'error',
  plugins: [
    {
      name: 'folders',
      setup(setup) {
        setup.onLoad({ filter: /[\\/](tests|demo|core)[\\/].*\.ts$/ }, ({ path: file }) => ({
          contents: readFileSync(file, 'utf8').replaceAll('__dirname', JSON.stringify(path.dirname(file))),
          loader: 'ts',
        }));
      },
    },
  ],
});
process.exit(
  spawnSync(process.execPath, ['--enable-source-maps', out, ...process.argv.slice(2)], { stdio: 'inherit' }).status ??
    1,
);
