import fc from 'fast-check';
import { logarithmicMean, volumeAndPrice, type Amounts } from './volume-and-price';

const positive = fc.double({ min: 0.01, max: 1e6, noNaN: true });
const sides = fc.record({ amount: positive, number: positive });
const PLACES = 6;
const near = (value: number, scale: number) => Math.round((value / scale) * 10 ** PLACES) / 10 ** PLACES;

test('a worked example: twice as many at half as much is no change, of which each made the same', () => {
  const split = volumeAndPrice({ amount: 100, number: 10 }, { amount: 100, number: 20 });
  // the mean of 100 and 100 is 100, and ln 2 is 0.693
  expect(split?.volume).toBeCloseTo(69.3147, 3);
  expect(split?.price).toBeCloseTo(-69.3147, 3);
  expect(logarithmicMean(1, Math.E)).toBeCloseTo(Math.E - 1, 12);
});

test('law: both parts add up to the change, and backwards they are the same with the other sign', () => {
  fc.assert(
    fc.property(sides, sides, (before: Amounts, now: Amounts) => {
      const there = volumeAndPrice(before, now);
      const back = volumeAndPrice(now, before);
      const scale = Math.max(before.amount, now.amount);
      const sum = (there?.volume ?? NaN) + (there?.price ?? NaN);
      expect(sum / scale).toBeCloseTo((now.amount - before.amount) / scale, PLACES);
      expect(near((there?.volume ?? NaN) + (back?.volume ?? NaN), scale * 100)).toBeCloseTo(0);
    }),
  );
});

test('law: what was planted is found: only more of them is all volume, only another price is all price', () => {
  fc.assert(
    fc.property(sides, fc.double({ min: 0.2, max: 5, noNaN: true }), ({ amount, number }, factor) => {
      const more = volumeAndPrice({ amount, number }, { amount: amount * factor, number: number * factor });
      const dearer = volumeAndPrice({ amount, number }, { amount: amount * factor, number });
      expect(near(more?.price ?? NaN, amount)).toBeCloseTo(0);
      expect((more?.volume ?? NaN) / amount).toBeCloseTo(factor - 1, PLACES);
      expect(near(dearer?.volume ?? NaN, amount)).toBeCloseTo(0);
    }),
  );
});

test('of what is nought or below there is none', () => {
  expect(volumeAndPrice({ amount: 0, number: 3 }, { amount: 5, number: 3 })).toBeNull();
  expect(volumeAndPrice({ amount: 5, number: 3 }, { amount: -5, number: 3 })).toBeNull();
});
