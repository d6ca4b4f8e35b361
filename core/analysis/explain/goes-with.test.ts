import { randomOf } from '../../../tests/worlds/random';
import { goesWith } from './goes-with';
import { rateOf, type Cell, type Side, type World } from './world';

interface Record {
  readonly of: readonly string[];
  readonly hit: boolean;
}
const DIMENSIONS = ['a', 'b', 'c', 'd'];

/** A world of single records, each with a member of each level. */
function worldOf(records: readonly Record[]): { world: World; whole: Omit<Cell, 'member'> } {
  const sum = (those: readonly Record[]): Side => [those.filter(({ hit }) => hit).length, those.length];
  return {
    whole: { now: sum(records), before: [0, 0] },
    world: {
      make: 'rate',
      counts: true,
      levels: DIMENSIONS.map((id) => ({ id, dimension: id, members: 4 })),
      cells(segment, _outside, level) {
        const at = DIMENSIONS.indexOf(level);
        const within = records.filter(({ of }) =>
          segment.every((place) => of[DIMENSIONS.indexOf(place.level)] === place.member),
        );
        const members = [...new Set(within.map(({ of }) => of[at] ?? ''))].sort();
        return Promise.resolve(
          members.map((member): Cell => ({
            member,
            now: sum(within.filter(({ of }) => of[at] === member)),
            before: [0, 0],
          })),
        );
      },
    },
  };
}

/** So many records at random, each with its outcome by a chance that its members make. */
function records(seed: number, chance: (of: readonly string[]) => number, likewise = false): Record[] {
  const random = randomOf(seed);
  return Array.from({ length: 4000 }, () => {
    const of = DIMENSIONS.map((id) => `${id}${random.whole(0, 3)}`);
    // b goes along with a, so that whatever a does shows in b
    if (likewise && random.next() < 0.8) of[1] = `b${(of[0] ?? '').slice(1)}`;
    return { of, hit: random.next() < chance(of) };
  });
}
const WORLDS = 60;
const worlds = async (chance: (of: readonly string[]) => number, likewise = false) =>
  Promise.all(
    Array.from({ length: WORLDS }, (_one, seed) => {
      const { world, whole } = worldOf(records(seed, chance, likewise));
      return goesWith(world, whole);
    }),
  );
const share = <Item>(all: readonly Item[], those: (one: Item) => boolean) => all.filter(those).length / all.length;

test('one factor is told first, with its rate and that of all others', async () => {
  const found = await worlds((of) => (of[2] === 'c1' ? 0.2 : 0.08));
  expect(share(found, ({ factors }) => factors[0]?.place.member === 'c1')).toBeGreaterThan(0.95);
  const [first] = found[0]?.factors ?? [];
  expect(first?.rate).toBeGreaterThan(0.15);
  expect((first?.low ?? 0) < 0.12 && (first?.high ?? 0) > 0.12).toBe(true);
});

test('of outcomes by chance alone at most one world in ten tells anything', async () => {
  expect(share(await worlds(() => 0.1), ({ factors }) => factors.length > 0)).toBeLessThanOrEqual(0.1);
});

test('a factor that only goes along with another is said to follow it', async () => {
  const found = await worlds((of) => (of[0] === 'a1' ? 0.3 : 0.05), true);
  expect(share(found, ({ factors }) => factors[0]?.place.member === 'a1')).toBeGreaterThan(0.95);
  const along = found.flatMap(({ factors }) => factors.filter(({ place }) => place.member === 'b1'));
  expect(along.length).toBeGreaterThan(WORLDS / 2);
  expect(share(along, ({ follows }) => follows?.level === 'a')).toBeGreaterThan(0.9);
});

test('a level that is known of those of the outcome only is left out, and named', async () => {
  const { world, whole } = worldOf(
    records(5, (of) => (of[2] === 'c1' ? 0.2 : 0.08)).map((one) => ({
      ...one,
      of: [...one.of.slice(0, 3), one.hit ? 'cause' : '(none)'],
    })),
  );
  const { leaking, factors } = await goesWith(world, whole);
  expect(leaking).toEqual(['d']);
  expect(factors.every(({ place }) => place.level !== 'd')).toBe(true);
});

test('the difference lies in its interval, of proportions after Newcombe: 56 of 70 and 48 of 80 differ by 0.0524 to 0.3339', async () => {
  // Newcombe 1998, table II, example (a), method 10
  const cells: Cell[] = [
    { member: 'x', now: [56, 70], before: [0, 0] },
    { member: 'y', now: [48, 80], before: [0, 0] },
  ];
  const found = await goesWith(
    {
      make: 'rate',
      counts: true,
      levels: [{ id: 'l', dimension: 'l', members: 2 }],
      cells: () => Promise.resolve(cells),
    },
    { now: [104, 150], before: [0, 0] },
  );
  const x = found.factors.find(({ place }) => place.member === 'x');
  expect(x?.low).toBeCloseTo(0.0524, 4);
  expect(x?.high).toBeCloseTo(0.3339, 4);
  expect(rateOf([56, 70]) - rateOf([48, 80])).toBeCloseTo(x?.difference ?? 0, 12);
});
