/** How far two sides lie apart: worked examples, and laws over worlds with a planted difference and worlds with none. */
import fc from 'fast-check';
import { normals } from '../../../tests/normals';
import { qValues } from '../many-looks';
import { membersApart, periodsApart, sharesApart, steadyOver } from './contrast';

test('worked by hand: Hedges’ g of two sides of three, Cohen’s h of a half and a fifth', () => {
  // difference 4, each side varies by 1, and the correction for six values is 1 − 3/15
  expect(membersApart([5, 6, 7], [1, 2, 3])?.standardised).toBeCloseTo(4 * (1 - 3 / 15), 12);
  // Welch: t = 4 / sqrt(1/3 + 1/3) = 4.899 with 4 degrees of freedom; two-sided 0.00805 (table of Student’s distribution)
  expect(membersApart([5, 6, 7], [1, 2, 3])?.tail).toBeCloseTo(0.00805, 4);
  expect(sharesApart([50, 100], [20, 100])?.standardised).toBeCloseTo(Math.PI / 2 - 2 * Math.asin(Math.sqrt(0.2)), 12);
});

test('too few, or none that varies, tells nothing', () => {
  expect(membersApart([1, 2], [3, 4, 5])).toBeNull();
  expect(membersApart([2, 2, 2], [2, 2, 2])).toBeNull();
  expect(steadyOver(Array.from({ length: 7 }, (_one, at) => [at, at + 1] as const))).toBeNull();
  expect(sharesApart([0, 0], [1, 2])).toBeNull();
});

test('what is steady over periods is told on the scale of how much members vary; where periods say otherwise it is not told', () => {
  // differences of 2, one of 3 and one of 1; members vary by 4 (their variance: (16 + 0 + 16) / 2)
  const steady = steadyOver(
    [1, 2, 3, 4, 5, 6, 7, 8, 9].map((b, at) => [b + (at === 0 ? 3 : at === 8 ? 1 : 2), b] as const),
  );
  expect(steady?.mean).toBeCloseTo(2, 12);
  if (steady === null) throw new Error('They vary.');
  expect(periodsApart(steady, 20, [6, 10, 14])?.standardised).toBeCloseTo(5, 12);
  expect(periodsApart(steady, -20, [6, 10, 14])).toBeNull();
  expect(periodsApart(steady, 20, [6, 10])?.standardised).toBeCloseTo(2 / steady.spread, 12);
});

const values = fc.array(fc.double({ min: -1000, max: 1000, noNaN: true }), { minLength: 8, maxLength: 30 });

test('turned round, it is the same with the other sign; in other units, it is the same', () => {
  fc.assert(
    fc.property(values, values, fc.double({ min: 0.1, max: 50, noNaN: true }), (first, second, unit) => {
      const apart = membersApart(first, second);
      if (apart === null || !(Math.abs(apart.standardised) < 1e6)) return;
      expect(membersApart(second, first)?.standardised).toBeCloseTo(-apart.standardised, 6);
      const scaled = membersApart(
        first.map((one) => one * unit),
        second.map((one) => one * unit),
      );
      expect(scaled?.standardised).toBeCloseTo(apart.standardised, 6);
      expect(apart.low).toBeLessThanOrEqual(apart.standardised);
      expect(apart.high).toBeGreaterThanOrEqual(apart.standardised);
    }),
  );
});

const WORLDS = 400;

/** Twelve measures of two sides: each differs by so much in the one that is planted. */
function toldOf(seed: number, planted: number, of: (draw: () => number, by: number) => number | undefined): number[] {
  const draw = normals(seed);
  const tails = Array.from({ length: 12 }, (_one, at) => of(draw, at === 0 ? planted : 0) ?? 1);
  return qValues(tails).flatMap((q, at) => (q <= 0.05 ? [at] : []));
}
const byMembers = (draw: () => number, by: number) =>
  membersApart(
    Array.from({ length: 9 }, () => by + draw()),
    Array.from({ length: 14 }, () => draw()),
  )?.tail;
/** A season that both share, with a spread of some two units, and differences that go on; planted on the scale of that spread. */
const byPeriods = (draw: () => number, by: number) => {
  let echo = draw();
  return steadyOver(
    Array.from({ length: 24 }, (_one, at) => {
      echo = 0.3 * echo + draw();
      const season = 3 * Math.sin(at / 2);
      return [season + 2 * by + echo, season + draw() * 0.3] as const;
    }),
  )?.tail;
};

test.each([
  ['members', byMembers],
  ['periods', byPeriods],
] as const)('over worlds of noise by %s at most one of ten tells anything', (_by, of) => {
  const told = Array.from({ length: WORLDS }, (_one, seed) => toldOf(seed * 7919 + 3, 0, of)).filter(
    (one) => one.length > 0,
  );
  expect(told.length / WORLDS).toBeLessThanOrEqual(0.1);
});

test.each([
  ['members', byMembers],
  ['periods', byPeriods],
] as const)(
  'a difference of two standard deviations by %s is found four times of five at least, with few beside it',
  (_by, of) => {
    const told = Array.from({ length: WORLDS }, (_one, seed) => toldOf(seed * 104729 + 5, 2.2, of));
    expect(told.filter((one) => one.includes(0)).length / WORLDS).toBeGreaterThanOrEqual(0.8);
    const wrong = told.reduce((sum, one) => sum + one.filter((at) => at !== 0).length, 0);
    expect(wrong / Math.max(1, told.flat().length)).toBeLessThanOrEqual(0.1);
  },
);
