import fc from 'fast-check';
import type { AnswerColumn } from '../query/plan';
import { unevenness } from './unevenness';

const answer = (
  values: readonly (number | null)[],
  additive: boolean,
  support: readonly number[] = values.map(() => 1),
) => {
  const columns: AnswerColumn[] = [
    { key: 'k', label: 'K', role: 'level', level: 'k' },
    { key: 'm', label: 'M', role: 'measure', as: 'value', of: 'm', additive },
  ];
  return { columns, rows: values.map((value, index) => [`member ${index}`, value]), support };
};
const positive = fc.array(fc.integer({ min: 1, max: 1_000_000 }), { minLength: 2, maxLength: 40 });

test('equal members are even; one that has all is as uneven as their number allows', () => {
  expect(unevenness(answer([5, 5, 5, 5], true))).toBe(0);
  expect(unevenness(answer([100, 0, 0, 0], true))).toBeCloseTo(0.75);
  expect(unevenness(answer([2, 2], false))).toBe(0);
});

test('is the part of the total that would have to move: moving it makes all equal', () => {
  fc.assert(
    fc.property(positive, (values) => {
      const total = values.reduce((sum, one) => sum + one, 0);
      const over = values.reduce((sum, one) => sum + Math.max(0, one - total / values.length), 0);
      expect(unevenness(answer(values, true))).toBeCloseTo(over / total, 9);
    }),
  );
});

test('does not change with the unit or the order of the members', () => {
  fc.assert(
    fc.property(positive, fc.boolean(), fc.integer({ min: 2, max: 1000 }), (values, additive, factor) => {
      const there = unevenness(answer(values, additive)) ?? -1;
      expect(
        unevenness(
          answer(
            [...values].reverse().map((one) => one * factor),
            additive,
          ),
        ),
      ).toBeCloseTo(there, 9);
    }),
  );
});

test('says nothing of fewer than two members, of parts below nought, of a mean of nought', () => {
  expect(unevenness(answer([7], true))).toBeNull();
  expect(unevenness(answer([7, null], true))).toBeNull();
  expect(unevenness(answer([7, -3], true))).toBeNull();
  expect(unevenness(answer([3, -3], false))).toBeNull();
});

test('averages count by their records', () => {
  expect(unevenness(answer([10, 20], false, [1, 1]))).toBeCloseTo(1 / 3);
  expect(unevenness(answer([10, 20], false, [99, 1]))).toBeLessThan(0.05);
});
