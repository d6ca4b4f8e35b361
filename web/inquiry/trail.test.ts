import type { Step } from '../app/api';
import { placeInTrail, trailRows } from './trail';

const step = (id: string, after: string | null, folded = false): Step => ({
  id,
  after,
  asked: id,
  name: null,
  by: 'Mira',
  starred: false,
  folded,
  at: '',
  outcome: 'answered',
  sentence: null,
  reading: null,
  change: { added: [], removed: [] },
  words: [],
  notes: [],
});

test('the first follower goes on in its column, later ones branch to the right of it', () => {
  const rows = trailRows([
    step('a', null),
    step('b', 'a'),
    step('c', 'b'),
    step('d', 'a'),
    step('e', 'd'),
    step('f', 'c'),
  ]);
  expect(rows.map((row) => `${row.depth}${row.step.id}`)).toEqual(['0a', '1d', '1e', '0b', '0c', '0f']);
});

test('a step whose forerunner was deleted begins a line of its own, and none is lost', () => {
  expect(trailRows([step('b', 'gone'), step('c', 'b')]).map((row) => row.step.id)).toEqual(['b', 'c']);
});

test('a folded step hides its branches and says how many steps they are, but not the line that goes on', () => {
  const rows = trailRows([step('a', null, true), step('b', 'a'), step('d', 'a'), step('e', 'd'), step('c', 'b')]);
  expect(rows.map((row) => row.step.id)).toEqual(['a', 'b', 'c']);
  expect(rows[0]).toMatchObject({ hidden: 2, branches: true });
});

test('one is told which step one is at, of how many', () => {
  const steps = [{ id: 'a' }, { id: 'b' }, { id: 'c' }];
  expect(placeInTrail(steps, 'b')).toBe('Step 2 of 3');
  expect(placeInTrail(steps, null)).toBe('3 steps');
  expect(placeInTrail([], null)).toBe('No steps yet');
});
