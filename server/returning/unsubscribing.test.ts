import { LONGEST_TOKEN, subscriptionIn, tokenFor, type Subscription } from './unsubscribing';

const SECRET = 'a secret of this installation';

test('a link for the longest address is taken, and is what it was; one that was changed is none', () => {
  const long: Subscription = {
    of: 'briefing',
    id: '6f1c2a52-8f4e-4c1f-9a52-0d7e4a7a1b11',
    to: { kind: 'address', address: `${'a'.repeat(60)}@${'b'.repeat(60)}.${'c'.repeat(60)}.example` },
  };
  const token = tokenFor(long, SECRET);
  expect(token.length).toBeLessThanOrEqual(LONGEST_TOKEN);
  expect(subscriptionIn(token, SECRET)).toEqual(long);
  expect(subscriptionIn(`${token.slice(0, -2)}xx`, SECRET)).toBeNull();
  expect(subscriptionIn(token, 'another')).toBeNull();
});
