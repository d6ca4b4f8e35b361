import fc from 'fast-check';
import { reaching } from './reaching';

const NOISE = [0.3, -0.5, 0.1, 0.7, -0.2, -0.6, 0.4, 0.05, -0.35, 0.25, 0.6, -0.75];
const rising = (slope: number, noise: number, length = 36) =>
  Array.from({ length }, (_one, index) => 100 + slope * index + noise * (NOISE[index % 12] ?? 0));
const over = (value: number) => ({ value, side: 'over' as const, added: null });

test('a line that rises by a hundredth part of its beginning each month passes a value when arithmetic says so', () => {
  // 100 + index: at index 47 it is 147 for the first time over 146.5, which is the twelfth step after index 35
  const found = reaching(rising(1, 0), 1, 24, over(146.5));
  expect(found?.step).toBeGreaterThanOrEqual(9);
  expect(found?.step).toBeLessThanOrEqual(15);
});

test('the chance never falls with time, is a chance, and is nought for what cannot be and one for what is', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 1, max: 1000, noNaN: true }), { minLength: 10, maxLength: 60 }),
      fc.double({ min: 0, max: 2000, noNaN: true }),
      (values, value) => {
        const found = reaching(values, 1, 12, over(value));
        if (found === null) return;
        found.chance.forEach((one, step) => {
          expect(one).toBeGreaterThanOrEqual(found.chance[step - 1] ?? 0);
          expect(one).toBeLessThanOrEqual(1);
        });
        if (found.step !== null) expect(found.chance[found.step]).toBeGreaterThanOrEqual(0.5);
        const [early, late] = found.between ?? [0, 0];
        expect(late).toBeGreaterThanOrEqual(early);
      },
    ),
    { numRuns: 25 },
  );
});

test('a higher aim is never likelier than a lower one, and the same question has the same answer', () => {
  const line = rising(0.5, 6);
  const [low, high] = [reaching(line, 12, 12, over(115)), reaching(line, 12, 12, over(125))];
  high?.chance.forEach((one, step) => expect(one).toBeLessThanOrEqual(low?.chance[step] ?? 0));
  expect(reaching(line, 12, 12, over(115))?.chance).toEqual(low?.chance);
});

test('added up, the chance is that of all together, from what is known already', () => {
  const even = rising(0, 1);
  const of = (value: number) => reaching(even, 1, 6, { value, side: 'over', added: 600 })?.chance.at(-1) ?? NaN;
  expect(of(1150)).toBeGreaterThan(0.95);
  expect(of(1200)).toBeGreaterThan(0.2);
  expect(of(1200)).toBeLessThan(0.8);
  expect(of(1250)).toBeLessThan(0.05);
});

test('a sum that is to stay under a value is judged at its end alone, and its chance is the rest of that to pass it', () => {
  const even = rising(0, 6);
  const of = (side: 'over' | 'under') => reaching(even, 1, 6, { value: 1203, side, added: 600 })?.chance ?? [];
  expect(of('under').slice(0, -1)).toEqual([0, 0, 0, 0, 0]);
  expect((of('under').at(-1) ?? NaN) + (of('over').at(-1) ?? NaN)).toBeCloseTo(1, 9);
});

test('a step that does not count adds nothing', () => {
  const even = rising(0, 1);
  const all = { value: 1e6, side: 'over' as const, added: 0 };
  const some = reaching(even, 1, 4, { ...all, counts: [true, false, true, true] })?.expected ?? [];
  const whole = reaching(even, 1, 4, all)?.expected ?? [];
  expect(some[1]).toBe(some[0]);
  expect(some[3]).toBeCloseTo((whole[3] ?? NaN) - ((whole[1] ?? NaN) - (whole[0] ?? NaN)), 6);
});

test('planted: over many lines of a random walk with a drift, what is called likely by the end happens about so often', () => {
  let seed = 7;
  const next = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;
  const normal = () => Math.sqrt(-2 * Math.log(next())) * Math.cos(2 * Math.PI * next());
  let [told, happened] = [0, 0];
  const lines = 200;
  for (let one = 0; one < lines; one += 1) {
    const path = [200];
    for (let step = 0; step < 48; step += 1) path.push((path.at(-1) ?? 0) + normal() * 4);
    const known = path.slice(0, 37);
    const value = (known.at(-1) ?? 0) + 6;
    told += reaching(known, 1, 12, over(value))?.chance.at(-1) ?? 0;
    happened += path.slice(37).some((later) => later > value) ? 1 : 0;
  }
  expect(Math.abs(told / lines - happened / lines)).toBeLessThan(0.12);
});
