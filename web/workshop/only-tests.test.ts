/** Conditions of a measure: typed and read back they are what they were. */
import { rowTest, typedTest } from './only-tests';
import type { RowTest } from '@zud/core/model/schema';

const TYPES = new Map([
  ['cancelled', 'boolean'],
  ['delay', 'number'],
  ['weather', 'text'],
]);

test.each<RowTest>([
  { column: 'cancelled', is: false },
  { column: 'delay', atMost: 5 },
  { column: 'delay', over: 0.5 },
  { column: 'delay', in: [1, 2] },
  { column: 'weather', not: 'Fog' },
  { column: 'weather', in: ['Fog', 'Storm'] },
  { column: 'weather', present: true },
  { column: 'weather', present: false },
])('%j', (one) => {
  const typed = typedTest(one);
  expect(typed).not.toBeNull();
  if (typed !== null) expect(rowTest(typed, TYPES)).toEqual(one);
});

test('what says two things stays in the file; what is not whole is none', () => {
  expect(typedTest({ column: 'delay', over: 1, under: 5 })).toBeNull();
  expect(rowTest({ column: 'delay', test: 'over', value: '' }, TYPES)).toBeNull();
  expect(rowTest({ column: 'delay', test: 'over', value: 'much' }, TYPES)).toBeNull();
  expect(rowTest({ column: '', test: 'present', value: '' }, TYPES)).toBeNull();
});
