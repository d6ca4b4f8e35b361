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

test('Alt and “/” begin to find; “/” alone and other modifiers do not', () => {
  const pressed = (key: string, altKey: boolean, ctrlKey = false) =>
    startsFinder({ key, altKey, ctrlKey, metaKey: false });
  expect([pressed('/', true), pressed('/', false), pressed('k', true), pressed('/', true, true)]).toEqual([
    true,
    false,
    false,
    false,
  ]);
});
