import { copyWords } from './copy-words';

test('how far the copy is, is told in words: at work, waiting, whole, and with what could not be copied', () => {
  expect(
    copyWords({ ready: 2, of: 15, failed: 0, making: { table: 'bookings', rows: 1_200_000, of: 12_000_000 } }),
  ).toEqual({
    text: expect.stringContaining('of bookings is being made: 1,200,000 of 12,000,000 rows'),
    progress: { done: 1_200_000, of: 12_000_000 },
  });
  expect(copyWords({ ready: 3, of: 15, failed: 0, making: null })).toEqual({
    text: expect.stringContaining('3 of 15 tables are in the columnar copy'),
    progress: { done: 3, of: 15 },
  });
  expect(copyWords({ ready: 15, of: 15, failed: 0, making: null })).toEqual({
    text: 'The columnar copy holds all 15 tables.',
    progress: null,
  });
  expect(copyWords({ ready: 14, of: 15, failed: 1, making: null }).text).toBe(
    'The columnar copy holds 14 of 15 tables. 1 could not be copied; PostgreSQL answers questions about it.',
  );
  expect(copyWords({ ready: 0, of: 0, failed: 0, making: null }).progress).toBeNull();
});
