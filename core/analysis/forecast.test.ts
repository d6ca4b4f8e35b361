/** Forecasts: known cases worked out by hand, laws over generated lines, and how often the range holds what comes. */
import fc from 'fast-check';
import '../../tests/law-seed';
import { FEWEST_VALUES, forecast, RANGE } from './forecast';
import { expected, smoothed, spreadAfter } from './smoothing';

const PLAIN = { level: 0, trend: 0, season: 0, damping: 1 };
const seasonOf = (period: number) =>
  Array.from({ length: period }, (_one, index) => 100 + 40 * Math.sin((2 * Math.PI * index) / period));
const line = fc.array(fc.integer({ min: 1, max: 10_000 }), { minLength: FEWEST_VALUES, maxLength: 60 });

test('the recursion, by hand: half of each error goes into the level', () => {
  const followed = smoothed([10, 12, 11], { ...PLAIN, level: 0.5 }, 1);
  expect(followed.errors).toEqual([0, 2, 0]);
  expect(expected(followed, 1)).toBe(11);
  expect(expected(followed, 9)).toBe(11);
});

test('the recursion, by hand: a trend of 2 is damped by half at each step', () => {
  const followed = smoothed([10, 12, 14, 16], { level: 0.5, trend: 0.25, season: 0, damping: 0.5 }, 1);
  const after = (steps: number) => expected(followed, steps) - expected(followed, steps - 1);
  expect(after(3) / after(2)).toBeCloseTo(0.5, 12);
  expect(after(4) / after(3)).toBeCloseTo(0.5, 12);
});

test('how the spread grows: of a random walk with the steps, of a repeated season with the seasons, of a level that never moves not at all', () => {
  const walk = smoothed([1, 2, 3], { ...PLAIN, level: 1 }, 1);
  const season = smoothed(seasonOf(4).concat(seasonOf(4)), { ...PLAIN, season: 1 }, 4);
  const still = smoothed([1, 2, 3], PLAIN, 1);
  expect([1, 2, 5].map((steps) => spreadAfter(walk, steps))).toEqual([1, 2, 5]);
  expect([1, 4, 5, 9].map((steps) => spreadAfter(season, steps))).toEqual([1, 1, 2, 3]);
  expect(spreadAfter(still, 7)).toBe(1);
});

test('too few values say nothing', () => {
  expect(
    forecast(
      Array.from({ length: FEWEST_VALUES - 1 }, () => 1),
      12,
      3,
    ),
  ).toBeNull();
});

test('law: what never changed goes on unchanged, with no range at all', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -500, max: 500 }),
      fc.integer({ min: FEWEST_VALUES, max: 50 }),
      fc.integer({ min: 1, max: 20 }),
      (value, length, steps) => {
        for (const point of forecast(
          Array.from({ length }, () => value),
          12,
          steps,
        )?.points ?? [])
          for (const one of [point.value, point.low, point.high]) expect(one).toBeCloseTo(value, 6);
      },
    ),
  );
});

test('law: a season that repeats exactly goes on repeating', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(4, 7, 12),
      fc.integer({ min: 3, max: 5 }),
      fc.integer({ min: 1, max: 24 }),
      (period, times, steps) => {
        const season = seasonOf(period);
        const made = forecast(Array.from({ length: times }, () => season).flat(), period, steps);
        expect(made?.seasonal).toBe(true);
        made?.points.forEach((point, index) => expect(point.value).toBeCloseTo(season[index % period] ?? 0, 4));
      },
    ),
    { numRuns: 30 },
  );
});

test('law: in another unit it is the same forecast', () => {
  fc.assert(
    fc.property(line, fc.constantFrom(0.25, 4, 1024), fc.integer({ min: 1, max: 12 }), (values, unit, steps) => {
      const [one, other] = [
        forecast(values, 4, steps),
        forecast(
          values.map((value) => value * unit),
          4,
          steps,
        ),
      ];
      one?.points.forEach((point, index) => {
        const scaled = other?.points[index];
        for (const end of ['value', 'low', 'high'] as const) expect(scaled?.[end]).toBeCloseTo(point[end] * unit, 4);
      });
    }),
    { numRuns: 60 },
  );
});

test('law: the range holds what is expected, grows with the steps, and never goes below nothing where the line did not', () => {
  fc.assert(
    fc.property(line, fc.integer({ min: 2, max: 12 }), (values, steps) => {
      const points = forecast(values, 4, steps)?.points ?? [];
      expect(points).toHaveLength(steps);
      for (const { low, value, high } of points) {
        expect(low).toBeGreaterThanOrEqual(0);
        expect(value).toBeGreaterThanOrEqual(low);
        expect(high).toBeGreaterThanOrEqual(value);
      }
    }),
    { numRuns: 60 },
  );
});

test('law: the way that is used was at most as far off on the held back end as the plainest one', () => {
  fc.assert(
    fc.property(line, (values) => {
      const trial = forecast(values, 4, 3)?.trial;
      expect(trial?.error).toBeLessThanOrEqual(trial?.plainest ?? -1);
    }),
    { numRuns: 60 },
  );
});

test('what grows by a tenth a year, seasons and all, is followed in proportions', () => {
  const values = Array.from({ length: 48 }, (_one, index) => (seasonOf(12)[index % 12] ?? 0) * 1.1 ** (index / 12));
  const made = forecast(values, 12, 12);
  expect(made?.proportional).toBe(true);
  made?.points.forEach((point, index) =>
    expect(Math.abs(point.value / ((seasonOf(12)[index] ?? 0) * 1.1 ** (4 + index / 12)) - 1)).toBeLessThan(0.04),
  );
});

test('the range holds about as many outcomes as it says', () => {
  // noise around a season, from a generator of its own (Park and Miller 1988)
  let state = 42;
  const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  const noise = () => 8 * Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
  let held = 0;
  let all = 0;
  for (let round = 0; round < 120; round += 1) {
    const values = Array.from({ length: 54 }, (_one, index) => (seasonOf(12)[index % 12] ?? 0) + noise());
    const made = forecast(values.slice(0, 48), 12, 6);
    made?.points.forEach(({ low, high }, index) => {
      const came = values[48 + index] ?? 0;
      all += 1;
      if (came >= low && came <= high) held += 1;
    });
  }
  expect(held / all).toBeGreaterThan(RANGE - 0.1);
  expect(held / all).toBeLessThan(RANGE + 0.1);
});
