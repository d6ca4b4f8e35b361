import type { Measure } from '../../model/schema';
import { isMoney } from './quality';

const measure = (name: string, more: object = {}): Measure =>
  ({ id: 'one', kind: 'sum', name, synonyms: [], format: { style: 'number' }, ...more }) as unknown as Measure;

test.each([
  ['a format in a currency', measure('Turned over', { format: { style: 'currency', currency: 'EUR' } }), true],
  ['a name of money, whatever the format', measure('Repair costs'), true],
  ['a name of something else', measure('Repair hours'), false],
  ['a word that only holds one', measure('Costumes'), false],
  ['a count of what costs', measure('Cost centres', { kind: 'count' }), false],
  ['a part of an amount', measure('Cost cover', { format: { style: 'percent' } }), false],
])('an amount of money is told by its format, else by its name: %s', (_what, of, expected) => {
  expect(isMoney(of)).toBe(expected);
});
