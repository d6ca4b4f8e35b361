import { isAccount, isCard, sensitiveKind } from './sensitive';

test('card numbers have a check digit by Luhn, accounts the remainder 1 by 97', () => {
  // the examples of ISO/IEC 7812 and of the register of ISO 13616
  expect(['4111 1111 1111 1111', '4111 1111 1111 1112', '123'].map(isCard)).toEqual([true, false, false]);
  expect(
    ['GB82 WEST 1234 5698 7654 32', 'DE89370400440532013000', 'GB82 WEST 1234 5698 7654 33'].map(isAccount),
  ).toEqual([true, true, false]);
});

test.each([
  ['contact', ['a@b.org', 'c.d@e.co'], 'email'],
  ['tel', ['+44 20 7946 0000', '+44 20 7946 0001'], 'telephone'],
  ['iban', ['GB82 WEST 1234 5698 7654 32', 'DE89370400440532013000'], 'account'],
  ['card', ['4111111111111111', '5500005555555559'], 'card'],
  ['customer_name', ['Ada Marsh', 'Ole van der Fenn', 'Odd, Rolf'], 'person'],
  ['passport', ['X1234567'], 'id'],
  // names of what is no person, numbers of what is no card, words in the head alone
  ['product', ['Blue Lamp', 'Red Chair'], null],
  ['order', ['4111111111111112', '5500005555555551'], null],
  ['customer_name', ['wholesale', 'retail'], null],
  ['day', ['2026-01-02'], null],
  ['empty', [], null],
] as const)('%s of %j: %s', (header, values, kind) => {
  expect(sensitiveKind(header, values)).toBe(kind);
});
