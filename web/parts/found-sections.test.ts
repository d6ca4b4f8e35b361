import type { FoundThing } from '../app/api';
import { sectionsOf, startsFinder } from './found-sections';

const thing = (kind: FoundThing['kind'], title: string): FoundThing => ({ kind, title, within: '' });

test('what is found stands in sections, each thing with its place among all', () => {
  const found = [thing('board', 'A'), thing('board', 'B'), thing('member', 'C')];
  expect(sectionsOf(found).map(({ name, things }) => [name, things.map((one) => one.at)])).toEqual([
    ['Boards', [0, 1]],
    ['Ask about a member', [2]],
  ]);
});

test.each([
  ['/', false, 'DIV', true],
  ['/', false, 'INPUT', false],
  ['/', false, 'TEXTAREA', false],
  ['/', true, 'INPUT', true],
  ['k', true, 'DIV', false],
])('%s with Alt %s in %s begins to find: %s', (key, altKey, tagName, begins) =>
  expect(
    startsFinder({ key, altKey, ctrlKey: false, metaKey: false, target: { tagName } as unknown as EventTarget }),
  ).toBe(begins),
);

test('with another modifier it is left to the browser', () => {
  expect(startsFinder({ key: '/', altKey: false, ctrlKey: true, metaKey: false, target: null })).toBe(false);
});
