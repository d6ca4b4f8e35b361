/** The description and the routes are the same set. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { openApi } from './openapi';

const FILES = readdirSync(__dirname).filter((file) => file.endsWith('.ts') && !file.includes('.test.'));

test('each route is described, and nothing else is', () => {
  const described = Object.entries((openApi() as { paths: Record<string, Record<string, object>> }).paths).flatMap(
    ([route, methods]) => Object.keys(methods).map((method) => `${method} ${route}`),
  );
  const written = FILES.flatMap((file) =>
    [
      ...readFileSync(path.join(__dirname, file), 'utf8').matchAll(
        /router\.(get|post|put|patch|delete)\(\s*'([^']+)'/g,
      ),
    ].map(
      ([, method, route]) =>
        `${method} ${(route ?? '').replace(/:\w+/g, (name) => `{${name === ':model' ? 'id' : name.slice(1)}}`)}`,
    ),
  );
  expect(described.filter((one) => one !== 'get /health').sort()).toEqual(written.sort());
});

test('the body of a question says that it is words, an edit or a reading', () => {
  const { components } = openApi() as { components: { schemas: Record<string, { properties?: object }> } };
  expect(Object.keys(components.schemas['AskRequest']?.properties ?? {})).toEqual(
    expect.arrayContaining(['text', 'edit', 'reading', 'after']),
  );
});
