import { demoNames } from '../../tests/demo-names';
import { canonical } from '../reading/schema';
import { read } from './read';

const known = demoNames();
const before = read('passengers by month and coast this year', { ...known, before: null }).reading;

test('a question with an unknown word offers whole questions that are near, each of which can be read and is another', () => {
  const result = read('only the snug routes', { ...known, before });
  expect(result.outcome).toBe('unclear');
  const offered = result.options.flatMap((one) => (one.reading === null ? [] : [one.reading]));
  expect(offered.length).toBeGreaterThan(0);
  expect(offered.length).toBeLessThanOrEqual(5);
  expect(new Set(offered.map(canonical)).size).toBe(offered.length);
  expect(offered.map(canonical)).not.toContain(canonical(before));
});

test('what is left without the unknown word says which word was left out', () => {
  const labels = read('passengers by blorp coast', { ...known, before: null }).options.map((one) => one.label);
  expect(labels).toContain('Without “blorp”: Passengers by coast');
});

test('the unknown words are named as typed, also where the rest was put in plainer words', () => {
  const result = read('strip out Tolmar and give me the wobbly ones', { ...known, before });
  expect(result.outcome).toBe('unclear');
  expect(result.notes[0]?.text).toContain('wobbly');
});
