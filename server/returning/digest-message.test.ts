import { newAmong } from './digest-message';

const found = (id: string, rank: number) => ({ id, rank });

test('what is known is not new; of several boards the first of each come first, and each once', () => {
  const all = [found('a', 0), found('b', 1), found('c', 2), found('d', 0), found('b', 1), found('e', 1)];
  expect(newAmong(all, new Set(['a'])).map(({ id }) => id)).toEqual(['d', 'b', 'e', 'c']);
});

test('what was there the day before is not new, though it was not among the first that were told', () => {
  const day = Array.from({ length: 20 }, (_one, rank) => found(`finding ${rank}`, rank));
  const known = new Set(day.map(({ id }) => id));
  expect(newAmong(day, known)).toEqual([]);
  expect(newAmong([found('another', 19), ...day], known).map(({ id }) => id)).toEqual(['another']);
});
