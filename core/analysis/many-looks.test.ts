import { normalBelow, normalQuantile, normalTail, studentTail } from './distributions';
import { qValues } from './many-looks';

test('q-values of Benjamini and Hochberg, worked by hand', () => {
  // sorted 0.005 · 4/1 = 0.02, 0.01 · 4/2 = 0.02, 0.04 · 4/3 = 0.0533, 0.5
  const q = qValues([0.01, 0.5, 0.005, 0.04]);
  [0.02, 0.5, 0.02, 0.16 / 3].forEach((value, index) => expect(q[index]).toBeCloseTo(value, 12));
  expect(qValues([])).toEqual([]);
});

test('tails and quantiles as the tables have them', () => {
  expect(normalTail(1.959963984540054)).toBeCloseTo(0.05, 10);
  expect(studentTail(2.2281388519649385, 10)).toBeCloseTo(0.05, 8);
  expect(normalQuantile(0.975)).toBeCloseTo(1.959963984540054, 8);
  expect(normalBelow(-1)).toBeCloseTo(0.15865525393145707, 12);
});
