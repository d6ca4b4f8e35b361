/** Which parts of a table a newer copy reads anew. */
import fc from 'fast-check';
import type { Parts } from '../../store/schema';
import { changedParts, rowsOf, type Contents } from './contents';

const QUARTERS = ['2025-01-01', '2025-04-01', '2025-07-01', '2025-10-01', 'undated'];
const aTable = fc
  .dictionary(
    fc.constantFrom(...QUARTERS),
    fc.record({ version: fc.integer({ min: 1, max: 4 }), rows: fc.integer({ min: 0, max: 50 }) }),
  )
  .map((parts): Parts => parts);
const holding = (parts: Parts, rest: Partial<Contents> = {}): Contents => ({
  columns: [{ name: 'day', type: 'date' }],
  sortedBy: 'day',
  partedBy: 'day',
  parts,
  refreshes: 0,
  ...rest,
});

test('an older copy with the changed parts replaced holds what a whole copy would; never more than half is read so', () => {
  fc.assert(
    fc.property(aTable, aTable, (old, now) => {
      const changed = changedParts(holding(old), holding(now));
      if (changed === null) return;
      for (const part of QUARTERS) if (!changed.includes(part)) expect(old[part]?.version).toBe(now[part]?.version);
      expect(rowsOf(holding(now), changed)).toBeLessThanOrEqual(0.5 * rowsOf(holding(now), Object.keys(now)));
    }),
    { numRuns: 500 },
  );
});

const PARTS: Parts = { '2025-01-01': { version: 1, rows: 90 }, '2025-04-01': { version: 1, rows: 90 } };
const NEWER: Parts = { ...PARTS, '2025-07-01': { version: 2, rows: 20 } };

test.each<[string, Partial<Contents>, readonly string[] | null]>([
  ['a part that is new', {}, ['2025-07-01']],
  ['another date to be partitioned by', { partedBy: 'booked' }, null],
  ['no parts at all', { partedBy: null }, null],
  ['another order', { sortedBy: 'booked' }, null],
  ['another type of a column', { columns: [{ name: 'day', type: 'timestamp' }] }, null],
])('%s', (_about, rest, changed) => expect(changedParts(holding(PARTS), holding(NEWER, rest))).toEqual(changed));

test('after many refreshes it is made whole', () =>
  expect(changedParts(holding(PARTS, { refreshes: 30 }), holding(NEWER))).toBeNull());
