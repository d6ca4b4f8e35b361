import { worthALook, type Candidate } from './worth-a-look';

let made = 0;
/** Each about other figures at another time, unless it says so. */
const candidate = (given: Partial<Candidate>): Candidate => ({
  kind: 'outlier',
  measure: 'm',
  figures: `figures ${(made += 1)}`,
  tail: 1e-9,
  size: 0.5,
  part: 0.5,
  breadth: 1,
  whose: '',
  at: `day ${made}`,
  ...given,
});

test('many looks are paid for: one p of a hundredth among a hundred is not told', () => {
  const noise = Array.from({ length: 100 }, (_one, index) => candidate({ tail: (index + 1) / 101 }));
  expect(worthALook(noise, 10)).toEqual([]);
  expect(worthALook([...noise, candidate({ tail: 1e-8 })], 10)).toHaveLength(1);
});

test('the same figures under two names are told once, of the wider name', () => {
  const same = { figures: 'x', at: 'a' };
  const told = worthALook([candidate({ ...same, breadth: 1, whose: 'port' }), candidate({ ...same, breadth: 0 })], 10);
  expect(told.map(({ found }) => found.breadth)).toEqual([0]);
});

test('no two of the same kind on the same measure stand in a row while there are others', () => {
  const told = worthALook(
    [
      candidate({ measure: 'a', size: 2 }),
      candidate({ measure: 'a', size: 1.9 }),
      candidate({ measure: 'b', size: 0.1 }),
    ],
    3,
  );
  expect(told.map(({ found }) => found.measure)).toEqual(['a', 'b', 'a']);
});

test('what is tiny is not told, however sure', () => {
  expect(worthALook([candidate({ size: 0.001, tail: 1e-50 })], 5)).toEqual([]);
});
