import { EMPTY_READING } from '@zud/core/reading/schema';
import type { Side } from '../app/interface-state';
import { sideAfter } from './side-after';

const SIDES: readonly Side[] = ['chart', 'table', 'rows', 'working'];

test('a question in words, or another reading, shows its answer, whatever was open', () => {
  expect(SIDES.map((side) => sideAfter({ text: 'passengers by coast' }, side))).toEqual(SIDES.map(() => 'chart'));
  expect(sideAfter({ reading: EMPTY_READING }, 'working')).toBe('chart');
});

test('what is done by hand leaves the table open', () => {
  expect(SIDES.map((side) => sideAfter({ edit: [] }, side))).toEqual(['chart', 'table', 'chart', 'chart']);
});
