import fc from 'fast-check';
import { codedRows } from '../../query/coded';
import type { Cell as Value } from '../../query/answer';
import { Cube, type CubeLevel } from './cube';
import type { Segment } from './world';

const LEVELS: readonly CubeLevel[] = [
  { level: 'port' },
  {
    level: 'coast',
    of: 'port',
    told: new Map([
      ['a', 'north'],
      ['b', 'north'],
      ['c', 'south'],
      ['d', null],
      [null, null],
    ]),
  },
  { level: 'fare' },
];
const COAST: Readonly<Record<string, string>> = { a: 'north', b: 'north', c: 'south' };

const row = fc.tuple(
  fc.constantFrom('a', 'b', 'c', 'd', null),
  fc.constantFrom('x', 'y', null),
  fc.oneof(fc.integer({ min: -50, max: 50 }), fc.constant(null)),
  fc.integer({ min: 0, max: 9 }),
);
const rows = fc.array(row, { maxLength: 30 });
const place = fc.oneof(
  fc.constantFrom('a', 'b', 'c', 'nowhere').map((member) => ({ level: 'port', member })),
  fc.constantFrom('north', 'south').map((member) => ({ level: 'coast', member })),
  fc.constantFrom('x', 'y').map((member) => ({ level: 'fare', member })),
);
const segment = fc.array(place, { maxLength: 3 });

type Row = readonly [string | null, string | null, number | null, number];
const memberOf = (level: string, [port, fare]: Row): string | null =>
  level === 'port' ? port : level === 'fare' ? fare : (COAST[port ?? ''] ?? null);
const coded = (some: readonly Row[]) =>
  codedRows(some as readonly (readonly Value[])[], { texts: [0, 1], numbers: [2, 3] });

test('the cells of a cube are the sums of its rows, within any segment and outside any places', () => {
  fc.assert(
    fc.property(
      rows,
      rows,
      segment,
      segment,
      fc.constantFrom('port', 'coast', 'fare'),
      (now, before, within, outside, level) => {
        const cube = new Cube(LEVELS, coded(now), coded(before));
        const chosen = (all: readonly Row[], of: Segment, without: Segment, member: string) =>
          all.filter(
            (one) =>
              memberOf(level, one) === member &&
              of.every((place) => memberOf(place.level, one) === place.member) &&
              without.every((place) => memberOf(place.level, one) !== place.member),
          );
        const sums = (all: readonly Row[]) => [
          all.reduce((sum, one) => sum + (one[2] ?? 0), 0),
          all.reduce((sum, one) => sum + one[3], 0),
        ];
        const members = [...new Set([...now, ...before].map((one) => memberOf(level, one)))].filter(
          (one) => one !== null,
        );
        const expected = members
          .map((member) => ({
            member,
            now: sums(chosen(now, within, outside, member)),
            before: sums(chosen(before, within, outside, member)),
          }))
          .filter((cell) => [...cell.now, ...cell.before].some((amount) => amount !== 0))
          .sort((a, b) => (a.member < b.member ? -1 : 1));
        expect(cube.cells(within, outside, level)).toEqual(expected);
      },
    ),
  );
});

test('rows in columns stand in one order, whatever order they came in', () => {
  fc.assert(
    fc.property(
      fc
        .uniqueArray(row, { maxLength: 20, selector: ([port, fare]) => `${port} ${fare}` })
        .chain((some) => fc.tuple(fc.constant(some), fc.shuffledSubarray(some, { minLength: some.length }))),
      ([some, shuffled]) => {
        expect(coded(shuffled)).toEqual(coded(some));
      },
    ),
  );
});
