import { randomOf } from '../../../tests/worlds/random';
import { expectationOf } from './unusual';

const line = (seed: number, months: number) => {
  const random = randomOf(seed);
  return Array.from(
    { length: months },
    (_one, month) => 500 * (1 + 0.4 * Math.sin((month * Math.PI) / 6)) * Math.exp(0.06 * random.normal()),
  );
};
const WORLDS = 200;
const share = (those: (seed: number) => boolean) =>
  Array.from({ length: WORLDS }, (_one, seed) => seed).filter(those).length / WORLDS;

test('of lines with nothing planted about one in twenty is called unusual, and not more than one in eight', () => {
  expect(share((seed) => expectationOf(line(seed, 40), 12)?.verdict !== 'within')).toBeLessThan(0.125);
});

test('a value half as high again is above, one of half is below, whatever the season', () => {
  const changed = (seed: number, by: number) => {
    const values = line(seed, 36 + (seed % 12));
    return [...values.slice(0, -1), (values.at(-1) ?? 0) * by];
  };
  expect(share((seed) => expectationOf(changed(seed, 1.5), 12)?.verdict === 'above')).toBeGreaterThan(0.95);
  expect(share((seed) => expectationOf(changed(seed, 0.5), 12)?.verdict === 'below')).toBeGreaterThan(0.95);
});

test('the point is no part of what is expected of it, and a short past tells nothing', () => {
  const values = line(3, 40);
  const wild = [...values.slice(0, -1), 1e6];
  expect(expectationOf(wild, 12)?.expected).toBe(expectationOf(values, 12)?.expected);
  expect(expectationOf(values.slice(0, 8), 12)).toBeNull();
});
