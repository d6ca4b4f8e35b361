/** The shape of the house: no file needs another that needs it, and arrows between places go one way. */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

const ROOT = path.join(__dirname, '..');
const FILES = execFileSync('find', ['core', 'server', 'web', '-name', '*.ts', '-o', '-name', '*.tsx'], { cwd: ROOT })
  .toString()
  .trim()
  .split('\n')
  .filter((file) => /\.tsx?$/.test(file) && !/\/(node_modules|dist)\/|\.test\.|\.d\.ts$/.test(file));

function fileOf(from: string, spec: string): string | null {
  const bare = spec.startsWith('@zud/core/')
    ? `core/${spec.slice('@zud/core/'.length)}`
    : spec.startsWith('.')
      ? path.join(path.dirname(from), spec)
      : null;
  return bare === null ? null : ([`${bare}.ts`, `${bare}.tsx`].find((one) => existsSync(path.join(ROOT, one))) ?? null);
}

/** What each file imports, types too. */
const imports = new Map(
  FILES.map((file) => [
    file,
    [...readFileSync(path.join(ROOT, file), 'utf8').matchAll(/(?:import|export)\s[^'"]*?from\s+'([^']+)'/g)].flatMap(
      ([, spec]) => fileOf(file, spec ?? '') ?? [],
    ),
  ]),
);

/** Files that lead back to themselves, each with the way. */
function cycles(): string[] {
  const done = new Set<string>();
  const found: string[] = [];
  const visit = (file: string, way: readonly string[]): void => {
    const at = way.indexOf(file);
    if (at >= 0) {
      found.push([...way.slice(at), file].join(' → '));
      return;
    }
    if (done.has(file)) return;
    for (const next of imports.get(file) ?? []) visit(next, [...way, file]);
    done.add(file);
  };
  for (const file of FILES) visit(file, []);
  return found;
}

test('files are read, and imports found among them', () => {
  expect(FILES.length).toBeGreaterThan(300);
  expect(imports.get('core/query/planner.ts')).toContain('core/query/plan.ts');
});

test('no file leads back to itself', () => expect(cycles()).toEqual([]));

test.each([
  [/^core\//, /^(server|web)\//],
  [/^server\/store\//, /^server\/(http|asking|exports|live)\//],
  [/^server\/asking\//, /^server\/(http|live)\//],
  [/^server\/engines\//, /^server\/(http|asking|live)\//],
  [/^web\//, /^server\//],
])('nothing in %s needs anything in %s', (from, to) => {
  const wrong = [...imports].flatMap(([file, all]) =>
    from.test(file) ? all.filter((one) => to.test(one)).map((one) => `${file} → ${one}`) : [],
  );
  expect(wrong).toEqual([]);
});
