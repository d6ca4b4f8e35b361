/** The check finds a number that is not that of its records, and says what it cannot check. */
import type { Answer, Cell } from '@zud/core/query/answer';
import { EMPTY_READING, plain, type Reading } from '@zud/core/reading/schema';
import type { Answering } from './answering';
import { checked } from './check';
import type { ReadyModel } from './ready-model';

const answerOf = (reading: Reading, rows: readonly (readonly Cell[])[]): Answer => ({
  columns: [
    ...reading.by.map((by) =>
      by.kind === 'level'
        ? ({ key: by.level, label: by.level, role: 'level', level: by.level } as const)
        : ({ key: 'month', label: 'Month', role: 'time', grain: 'month' } as const),
    ),
    { key: 'sales', label: 'Sales', role: 'measure', as: 'value', of: 'sales', additive: true },
  ],
  rows,
  rowCount: rows.length,
  truncated: false,
  dataVersion: '1',
  asOf: '2026-03-31',
  engine: 'test',
  ms: 1,
  support: rows.map(() => 1),
  window: {},
  other: null,
  incomplete: null,
});

/** Answers a whole by the rows given, and a single number by the condition that narrows to it. */
function answering(whole: readonly (readonly Cell[])[], alone: (reading: Reading) => number): Answering {
  return {
    answer: (reading: Reading) =>
      Promise.resolve({ answer: answerOf(reading, reading.by.length > 0 ? whole : [[alone(reading)]]) }),
  } as unknown as Answering;
}
const byShop: Reading = { ...EMPTY_READING, shown: [plain('sales')], by: [{ kind: 'level', level: 'shop' }] };
const shopOf = (reading: Reading) =>
  reading.where.flatMap((one) => (one.kind === 'members' ? one.members : []))[0] ?? '';
const SALES: Readonly<Record<string, number>> = { Quay: 10, Mill: 20 };
const options = { signal: null, limits: { time: 1000 }, person: 'someone' };
const ready = {} as ReadyModel;

test('numbers that are those of their records agree', async () => {
  const check = await checked(
    byShop,
    ready,
    answering(
      [
        ['Quay', 10],
        ['Mill', 20],
      ],
      (reading) => SALES[shopOf(reading)] ?? 0,
    ),
    options,
  );
  expect(check).toMatchObject({ checked: 2, agree: 2, of: 2, differences: [], left: [] });
});

test('a number that is not is named, with both values', async () => {
  const check = await checked(
    byShop,
    ready,
    answering(
      [
        ['Quay', 10],
        ['Mill', 21],
      ],
      (reading) => SALES[shopOf(reading)] ?? 0,
    ),
    options,
  );
  expect(check.differences).toEqual([{ row: 'Mill', column: 'Sales', answer: 21, again: 20 }]);
  expect(check.agree).toBe(1);
});

test('a period of the time line is asked for by its days', async () => {
  const asked: Reading[] = [];
  const byMonth: Reading = { ...EMPTY_READING, shown: [plain('sales')], by: [{ kind: 'time', grain: 'month' }] };
  await checked(
    byMonth,
    ready,
    answering([['2026-02-01', 5]], (reading) => {
      asked.push(reading);
      return 5;
    }),
    options,
  );
  expect(asked[0]).toMatchObject({ by: [], when: { period: { kind: 'days', from: '2026-02-01', to: '2026-02-28' } } });
});

test('what cannot be checked by itself is said: others of a rank, listings, conditions on results', async () => {
  const others = await checked(
    byShop,
    ready,
    answering([['Others', 9]], () => 9),
    options,
  );
  expect(others).toMatchObject({ checked: 0 });
  expect(others.left[0]).toMatch(/rest that a rank put together/);
  const listing = await checked(
    { ...byShop, rows: { fact: 'sales', columns: [] } },
    ready,
    answering([], () => 0),
    options,
  );
  expect(listing.left[0]).toMatch(/records themselves/);
  const tested: Reading = {
    ...byShop,
    where: [
      {
        kind: 'measure',
        at: { kind: 'level', level: 'town' },
        calculation: { kind: 'measure', measure: 'sales' },
        test: 'over',
        value: 1,
      },
    ],
  };
  expect(
    (
      await checked(
        tested,
        ready,
        answering([['Quay', 10]], () => 10),
        options,
      )
    ).left[0],
  ).toMatch(/holds over the whole answer/);
});
