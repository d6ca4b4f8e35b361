import type { FoundThing } from '@zud/core/contract/find';
import { best, fit } from './finding';

test.each([
  ['Summer season 2026', 'summer', 0],
  ['Summer season 2026', 'Season', 1],
  ['Torvane – Keldra Mole', 'keldra', 1],
  ['On-time share', 'time', 1],
  ['Passengers', 'senger', 2],
  ['Passengers', 'freight', null],
  ['Passengers', '  ', null],
])('“%s” by “%s” fits %s', (title, text, how) => expect(fit(title, text)).toBe(how));

test('a few of each kind, the best first, and of equals as they came', () => {
  const thing = (title: string, kind: FoundThing['kind'] = 'member'): FoundThing => ({ kind, title, within: '' });
  const titles = best(
    [thing('Old Ambry'), thing('Ambry'), thing('Grambry'), thing('New Ambry'), thing('Ambry', 'board'), thing('Cove')],
    'ambry',
  ).map((one) => `${one.kind} ${one.title}`);
  expect(titles).toEqual(['board Ambry', 'member Ambry', 'member Old Ambry', 'member New Ambry', 'member Grambry']);
  expect(
    best(
      Array.from({ length: 40 }, (_unused, index) => thing(`Quay ${index}`)),
      'quay',
    ),
  ).toHaveLength(6);
});
