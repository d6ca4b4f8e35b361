import { relationOf, strengthWords } from './relation';

test('Pearson, Spearman and the interval of Fisher, worked by hand', () => {
  // x 1…5, y 2 1 4 3 5: Σxy deviations 8, Σxx 10, Σyy 10
  const relation = relationOf([
    [1, 2],
    [2, 1],
    [3, 4],
    [4, 3],
    [5, 5],
  ]);
  expect(relation?.r).toBeCloseTo(0.8, 12);
  expect(relation?.rank).toBeCloseTo(0.8, 12);
  // atanh 0.8 = 1.0986, ± 1.96 / √2
  expect(relation?.low).toBeCloseTo(Math.tanh(1.0986122886681098 - 1.959963984540054 / Math.SQRT2), 6);
  expect(relation?.high).toBeCloseTo(Math.tanh(1.0986122886681098 + 1.959963984540054 / Math.SQRT2), 6);
  // t = 0.8 · √3 / 0.6 with three degrees of freedom
  expect(relation?.tail).toBeCloseTo(0.104088, 5);
  expect(relation === null ? '' : strengthWords(relation)).toBe('do not go together as far as can be told');
});

test('equal values share their ranks; what does not vary has no relation; few points have none', () => {
  expect(
    relationOf([
      [1, 1],
      [1, 1],
      [2, 2],
      [3, 3],
    ])?.rank,
  ).toBeCloseTo(1, 12);
  expect(
    relationOf([
      [1, 5],
      [2, 5],
      [3, 5],
      [4, 5],
    ]),
  ).toBeNull();
  expect(
    relationOf([
      [1, 2],
      [2, 3],
    ]),
  ).toBeNull();
});

test('a point far from the line through the others is found, whatever it does to the line', () => {
  const pairs = Array.from({ length: 12 }, (_one, x): [number, number] => [x, 2 * x + (x % 2 === 0 ? 0.3 : -0.3)]);
  pairs[5] = [5, 40];
  expect(relationOf(pairs)?.apart).toEqual([5]);
  expect(strengthWords({ r: -0.9, low: -0.95, high: -0.8, tail: 0.001 })).toBe('go closely against each other');
});
