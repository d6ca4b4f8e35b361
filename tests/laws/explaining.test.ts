/** Laws of explanations over generated worlds: what was planted is found, what adds up adds up, and noise is blamed on nobody. */
import { whatMoved, type MovedPart } from '@zud/core/analysis/explain/moved';
import { segmentKey } from '@zud/core/analysis/explain/world';
import { KINDS, plantedWorld, type Kind } from '../worlds/moved-worlds';

/** Worlds of each kind; `docs/explaining.md` has the figures of 200. */
const WORLDS = Number(process.env['ZUD_WORLDS'] ?? 40);

/** How often what was planted is told first, and how often anything is told where nothing was. */
const LEAST: Readonly<Partial<Record<Kind, number>>> = {
  'additive': 0.95,
  'two-way': 0.8,
  'cancelling': 0.9,
  'new member': 0.95,
  'gone member': 0.95,
  'rate': 0.93,
  'mix': 0.85,
};
const MOST_FALSE = 0.1;

const nameOf = ({ segment, kind }: Pick<MovedPart, 'segment' | 'kind'>) => `${kind} ${segmentKey(segment)}`;

describe.each(KINDS)('%s', (kind) => {
  const all = Promise.all(
    Array.from({ length: WORLDS }, async (_one, seed) => {
      const planted = plantedWorld(kind, seed);
      return { planted, moved: await whatMoved(planted.world, planted.whole) };
    }),
  );

  test('the parts and the rest add up to the change', async () => {
    for (const { moved } of await all) {
      const told = moved.parts.reduce((sum, part) => sum + part.effect, 0) + moved.rest;
      expect(Math.abs(told - moved.total.change)).toBeLessThanOrEqual(1e-9 * Math.max(1, Math.abs(moved.total.now)));
    }
  });

  test('no record is told twice: a part lies outside what was told before it', async () => {
    for (const { moved } of await all)
      moved.parts.forEach((part, index) => {
        const [first] = part.segment;
        for (const before of moved.parts.slice(0, index)) {
          if (segmentKey(before.segment) === segmentKey(part.segment)) continue;
          const [place] = before.segment;
          const apart =
            part.outside.some((one) => one.level === place?.level && one.member === place.member) ||
            (first?.level === place?.level && first?.member !== place?.member);
          expect(apart).toBe(true);
        }
      });
  });

  test('what was planted is found, and nothing is made up', async () => {
    const worlds = await all;
    const least = LEAST[kind];
    if (least === undefined) {
      const told = worlds.filter(({ moved }) => !moved.evenly).length;
      expect(told / WORLDS).toBeLessThanOrEqual(MOST_FALSE);
      return;
    }
    const first = worlds.filter(({ planted, moved }) => {
      const wanted = planted.causes.map((segment) => nameOf({ segment, kind: planted.kind }));
      const [part] = moved.parts;
      return part !== undefined && wanted.includes(nameOf(part));
    }).length;
    expect(first / WORLDS).toBeGreaterThanOrEqual(least);
  });

  test('the same world is told in the same way', async () => {
    const again = plantedWorld(kind, 1);
    expect(await whatMoved(again.world, again.whole)).toEqual((await all)[1]?.moved);
  });
});
