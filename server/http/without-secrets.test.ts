import { OPERATIONS } from '@zud/core/contract/operations';
import { withoutSecrets } from './without-secrets';

test('no token of an address stands in the log, of whatever route it is', () => {
  // those that are read without signing in: of the others a token is only named by its id
  const withTokens = OPERATIONS.filter(({ open, path }) => open === true && path.includes('{token}')).map(
    ({ path }) => path,
  );
  expect(withTokens.length).toBeGreaterThan(3);
  for (const path of withTokens)
    expect(withoutSecrets(`/api${path.replace('{token}', 'a-secret')}?also=a-secret`)).not.toContain('a-secret');
  expect(withoutSecrets('/password/a-secret')).toBe('/password/…');
});

test('what is no secret stays', () => {
  expect(withoutSecrets('/api/boards/7/tiles/8/answer?refinement=9')).toBe('/api/boards/7/tiles/8/answer');
});
