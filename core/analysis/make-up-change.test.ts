/** Laws of a change of make-up: noise is rarely told, a move is, whether at once or little by little. */
import { normals } from '../../tests/normals';
import { shareMoved } from './make-up-change';

const WORLDS = 2000;
const told = (at: (month: number) => number): number =>
  Array.from({ length: WORLDS }, (_one, seed) => {
    const draw = normals(seed * 7919 + 11);
    return shareMoved(Array.from({ length: 12 }, (_month, month) => at(month) + 0.01 * draw())) ?? 1;
  }).filter((tail) => tail < 0.001).length / WORLDS;

test('of shares that only vary by chance hardly any is told', () => {
  expect(told(() => 0)).toBeLessThanOrEqual(0.01);
});

test('a move of three times the noise is told, at once or little by little', () => {
  expect(told(() => 0.03)).toBeGreaterThan(0.9);
  expect(told((month) => (month < 5 ? 0 : 0.05))).toBeGreaterThan(0.8);
  expect(told((month) => month * 0.006)).toBeGreaterThan(0.9);
});

test('few records bring noise of their own', () => {
  // one of thirty in one month, none in the others: no step in the middle, but no sure move either
  const changes = [0, 0, 0, -0.03, 0, 0, 0, 0, 0, 0, 0, 0];
  expect(shareMoved(changes)).toBe(0);
  expect(shareMoved(changes, 0.03)).toBeGreaterThan(0.5);
});

test('too few months tell nothing, and shares that stay exactly the same are no move', () => {
  expect(shareMoved([0.1, 0.1])).toBeNull();
  expect(shareMoved([0, 0, 0, 0, 0, 0, 0])).toBe(1);
});
