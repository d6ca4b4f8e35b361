/** Days without records, planted: found where a member usually has some, once where all have none, and not where it seldom has any. */
import type { AnswerColumn } from '@zud/core/query/plan';
import { addGrains } from '@zud/core/time/grain';
import { demoNames } from '../../../tests/demo-names';
import type { ReadyModel } from '../ready-model';
import { foundGaps } from './findings-of-gaps';
import type { Looks } from './looks';

const LAST = '2026-10-17';
const { names, calendar } = demoNames();
const ready = { names, calendar: { ...calendar, lastData: LAST } } as unknown as ReadyModel;
const column = (part: Partial<AnswerColumn>): AnswerColumn => ({
  key: 'k',
  label: 'Bookings',
  role: 'measure',
  ...part,
});

/** A hundred records a day of each member, but for those that `has` says have none. */
function looksAt(members: readonly string[], has: (member: string, daysAgo: number) => boolean): Looks {
  const day = (ago: number) => addGrains('day', LAST, -ago);
  const days = Array.from({ length: 120 }, (_one, ago) => ago);
  return {
    answer: () => Promise.reject(new Error('Nothing is told of gaps.')),
    codedFigures: () => Promise.reject(new Error('Nothing is held of gaps.')),
    figures: ({ by }) => {
      const time = column({ role: 'time', grain: 'day' });
      const value = column({ as: 'value' });
      return Promise.resolve(
        by.length === 1
          ? {
              columns: [time, value],
              rows: days.flatMap((ago) => {
                const count = members.filter((member) => has(member, ago)).length;
                return count === 0 ? [] : [[day(ago), 100 * count]];
              }),
            }
          : {
              columns: [time, column({ role: 'level', level: 'channel' }), value],
              rows: days.flatMap((ago) =>
                members.filter((member) => has(member, ago)).map((member) => [day(ago), member, 100]),
              ),
            },
      );
    },
  };
}
const found = async (has: (member: string, daysAgo: number) => boolean) =>
  (
    await foundGaps(
      'bookings',
      [null, 'channel'],
      { where: [], measures: null },
      ready,
      looksAt(['Web', 'Kiosk', 'Agent'], has),
    )
  ).found;

test('a member without records on six days in a row is told, with what they would have brought', async () => {
  const [gap, more] = await found((member, ago) => member !== 'Kiosk' || ago < 30 || ago > 35);
  expect(more).toBeUndefined();
  expect(gap?.told.members).toEqual([{ level: 'channel', member: 'Kiosk' }]);
  expect(gap?.told.period).toEqual({ from: addGrains('day', LAST, -35), to: addGrains('day', LAST, -30) });
  expect(gap?.told.title).toContain('6 days in a row');
  expect(gap?.told.text).toContain('600');
  expect(gap?.tail).toBeLessThan(0.001);
});

test('where nobody has records it is told once, of all together', async () => {
  const gaps = await found((_member, ago) => ago < 10 || ago > 12);
  expect(gaps.map(({ told }) => told.members)).toEqual([[]]);
});

test('a member that seldom has records, and one with a single day without, are not told', async () => {
  expect(await found((member, ago) => member !== 'Agent' || ago % 3 === 0)).toEqual([]);
  expect(await found((member, ago) => member !== 'Web' || ago !== 20)).toEqual([]);
});
