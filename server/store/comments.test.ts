import { mentioned } from './comments';

const PEOPLE = [
  { id: 'a', name: 'Ann Lee' },
  { id: 'b', name: 'Anna Berg' },
  { id: 'c', name: 'Tomas Berg' },
  { id: 'd', name: 'Tomas Holt' },
];

test.each<[string, readonly string[], number]>([
  ['@Ann Lee look', ['a'], 0],
  ['@ann, look', ['a'], 0],
  // letters that are shared tell nobody else
  ['@Anna, look', ['b'], 0],
  ['@Annabel look', [], 1],
  ['@Tomas look', [], 1],
  ['@Tomas Holt and @Ann Lee', ['d', 'a'], 0],
  ['write to ann@lee.example', [], 0],
  ['@Zoe and again @Zoe', [], 1],
  ['nobody', [], 0],
])('“%s” tells %j', (text, told, notTold) => {
  const found = mentioned(text, PEOPLE);
  expect(found.told).toEqual(told);
  expect(found.notTold).toHaveLength(notTold);
});
