import fc from 'fast-check';
import { chosenSummaries, combinations, estimatedDifferent, LARGEST, type Candidate } from './choosing-summaries';

test('combinations are all of up to so many columns, each once', () => {
  expect(combinations(['a', 'b', 'c'], 2)).toEqual([['a'], ['b'], ['c'], ['a', 'b'], ['a', 'c'], ['b', 'c']]);
  expect(combinations([], 3)).toEqual([]);
});

test('a summary that covers others and is small is chosen before them; what hardly gathers rows is not made', () => {
  const candidates: Candidate[] = [
    { keys: ['day'], rows: 1_000, asked: true },
    { keys: ['channel'], rows: 5, asked: true },
    { keys: ['day', 'channel'], rows: 5_000, asked: true },
    { keys: ['customer'], rows: 900_000, asked: true },
    { keys: ['day', 'customer'], rows: 1_000_000, asked: true },
  ];
  expect(chosenSummaries(candidates, 1_000_000).map((one) => one.keys)).toEqual([['day', 'channel']]);
  expect(chosenSummaries([{ keys: ['customer'], rows: 900_000, asked: true }], 1_000_000)).toEqual([]);
});

test('columns that go with each other cost no room: both are in one summary', () => {
  const candidates: Candidate[] = [
    { keys: ['sailing'], rows: 30_000, asked: true },
    { keys: ['day'], rows: 1_000, asked: true },
    { keys: ['day', 'sailing'], rows: 30_000, asked: true },
  ];
  expect(chosenSummaries(candidates, 1_000_000)[0]?.keys).toEqual(['day', 'sailing']);
});

test('law: what is chosen fits into its room, is different, and each saves reading', () => {
  const sizes = fc.array(fc.integer({ min: 1, max: 1_000_000 }), { minLength: 4, maxLength: 4 });
  fc.assert(
    fc.property(sizes, fc.integer({ min: 1_000, max: 1_000_000 }), (values, rows) => {
      const keys = ['a', 'b', 'c', 'd'];
      const candidates = combinations(keys, 3).map((one) => ({
        keys: one,
        rows: Math.min(
          rows,
          one.reduce((product, key) => product * (values[keys.indexOf(key)] ?? 1), 1),
        ),
        asked: one.length <= 2,
      }));
      const chosen = chosenSummaries(candidates, rows);
      expect(new Set(chosen.map((one) => one.keys.join())).size).toBe(chosen.length);
      expect(chosen.every((one) => one.rows <= rows * LARGEST)).toBe(true);
      expect(chosen.reduce((sum, one) => sum + one.rows, 0)).toBeLessThanOrEqual(rows * 0.6);
      for (const [index, one] of chosen.entries())
        expect(
          chosen
            .slice(0, index)
            .some((before) => before.rows <= one.rows && one.keys.every((key) => before.keys.includes(key))),
        ).toBe(false);
    }),
  );
});

test('different values of all rows: few that come often are all there, and those that came once stand for more', () => {
  expect(estimatedDifferent(12, 0, 0.01)).toBe(12);
  expect(estimatedDifferent(100, 100, 0.01)).toBe(1000);
});
