import fc from 'fast-check';
import { effectOf } from './effects';
import { rateOf, sumOf, type Cell } from './world';

const side = fc.tuple(fc.integer({ min: 0, max: 50 }), fc.integer({ min: 1, max: 200 }));
const cells = fc.array(fc.record({ member: fc.string(), now: side, before: side }) as fc.Arbitrary<Cell>, {
  minLength: 1,
  maxLength: 12,
});

test('a rate that fell though each part rose: the weights moved', () => {
  const whole = { now: [50, 200], before: [60, 200] } as const;
  // within the low rate more of all now
  const low = effectOf('rate', { now: [24, 150], before: [5, 50] }, whole);
  const high = effectOf('rate', { now: [26, 50], before: [55, 150] }, whole);
  expect(low.rate).toBeCloseTo(0.5 * (24 / 150 - 0.1), 12);
  expect(high.rate).toBeCloseTo(0.5 * (26 / 50 - 55 / 150), 12);
  expect(low.effect + high.effect).toBeCloseTo(50 / 200 - 60 / 200, 12);
});

test('effects of rates add up to the change over any cut into members', () => {
  fc.assert(
    fc.property(cells, (all) => {
      const whole = sumOf(all);
      const told = all.reduce((sum, cell) => sum + effectOf('rate', cell, whole).effect, 0);
      expect(told).toBeCloseTo(rateOf(whole.now) - rateOf(whole.before), 9);
    }),
  );
});

test('of an amount the effect is its own change', () => {
  expect(effectOf('amount', { now: [3], before: [10] }, { now: [30], before: [40] })).toEqual({ effect: -7 });
});
