import { randomOf } from '../../tests/worlds/random';
import { lineFindings, type LineFindingKind } from './findings-over-time';

const MONTHS = 45;
/** A line with a season, some growth and noise of so much. */
function line(seed: number, noise = 0.05): number[] {
  const random = randomOf(seed);
  return Array.from(
    { length: MONTHS },
    (_one, month) => 1000 * (1 + 0.3 * Math.sin((month * Math.PI) / 6)) * Math.exp(noise * random.normal()),
  );
}
const surest = (values: readonly number[]) => [...lineFindings(values, 12)].sort((a, b) => a.tail - b.tail)[0];
const WORLDS = 200;
const share = (those: (seed: number) => boolean): number =>
  Array.from({ length: WORLDS }, (_one, seed) => seed).filter(those).length / WORLDS;
const isTold = (values: readonly number[], kind: LineFindingKind, at: number): boolean => {
  const found = surest(values);
  return found?.kind === kind && found.tail < 0.001 && Math.abs(found.from - at) <= 1;
};

test('a planted outlier in the last month is what is surest', () => {
  expect(
    share((seed) => isTold([...line(seed).slice(0, -1), (line(seed).at(-1) ?? 0) * 1.6], 'outlier', MONTHS - 1)),
  ).toBeGreaterThan(0.9);
});

test('a planted shift of level is found where it was, and what follows from it is not told beside it', () => {
  const at = MONTHS - 8;
  const moved = (seed: number) => line(seed).map((value, month) => (month >= at ? value * 1.5 : value));
  expect(share((seed) => isTold(moved(seed), 'shift', at))).toBeGreaterThan(0.85);
  expect(share((seed) => lineFindings(moved(seed), 12).length === 1)).toBeGreaterThan(0.85);
});

test('of noise with a season hardly anything is sure', () => {
  expect(share((seed) => (surest(line(seed + 1000))?.tail ?? 1) < 0.001)).toBeLessThan(0.05);
});

test('what counting few records does by chance is no finding', () => {
  const random = randomOf(7);
  const counts = Array.from({ length: MONTHS }, () => random.poisson(2));
  counts[MONTHS - 1] = 5;
  const found = lineFindings(counts, 12, (usual) => Math.sqrt(Math.max(1, usual)));
  expect(found.filter(({ kind, tail }) => kind === 'outlier' && tail < 0.01)).toEqual([]);
});

test('a line of fewer than eight values tells nothing', () => {
  expect(lineFindings([1, 2, 3, 4, 5, 6, 7], 12)).toEqual([]);
});
