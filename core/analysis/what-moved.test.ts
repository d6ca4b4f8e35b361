import fc from 'fast-check';
import { whatMoved, type LevelMoves } from './what-moved';

const level = (name: string, members: Record<string, readonly [number, number]>): LevelMoves => ({
  level: name,
  members: Object.entries(members).map(([member, [value, other]]) => ({ name: member, value, other })),
});

test('the level in which one member made the change comes before one in which all changed alike', () => {
  const coasts = level('coast', { North: [160, 100], Mid: [100, 100], South: [100, 100] });
  const channels = level('channel', { Web: [240, 200], Agent: [120, 100] });
  const [first, second] = whatMoved([channels, coasts]);
  expect(first).toMatchObject({ level: 'coast', members: ['North'], explained: 1 });
  // two thirds went by the web, as they did before
  expect(second === undefined || second.surprise < (first?.surprise ?? 0) / 100).toBe(true);
});

test('a level of which few members explain the change comes before one that takes many, which move by chance', () => {
  const many = level(
    'captain',
    Object.fromEntries(Array.from({ length: 12 }, (_, index) => [`c${index}`, [index < 5 ? 62 : 50, 50] as const])),
  );
  const few = level('channel', { Web: [360, 300], Agent: [150, 150], Desk: [150, 150] });
  const [first, second] = whatMoved([many, few]);
  expect([first?.level, first?.members, second?.level, second?.members.length]).toEqual([
    'channel',
    ['Web'],
    'captain',
    4,
  ]);
  expect(second?.surprise).toBeGreaterThan(first?.surprise ?? 1);
});

test('who went the other way is no part of the explanation, and lets others explain more than all of it', () => {
  const [only] = whatMoved([level('coast', { North: [200, 100], South: [60, 100], East: [100, 100] })]);
  expect(only?.members).toEqual(['North']);
  expect(only?.explained).toBeCloseTo(100 / 60, 9);
});

test('nothing is explained where nothing changed, where amounts may be below nothing, or by all members together', () => {
  expect(whatMoved([level('coast', { North: [100, 100], South: [50, 50] })])).toEqual([]);
  expect(whatMoved([level('coast', { North: [100, -20], South: [50, 50] })])).toEqual([]);
  expect(whatMoved([level('coast', { North: [150, 100] })])).toEqual([]);
  expect(whatMoved([level('coast', { North: [110, 100], South: [110, 100] })])).toEqual([]);
});

test('where rises and falls nearly cancel out, no one explains what is left', () => {
  expect(whatMoved([level('coast', { North: [200, 100], South: [5, 100], East: [100, 100] })])).toEqual([]);
});

test('law: chosen members make up what is said of the change, and scaling all amounts changes nothing', () => {
  const amounts = fc.array(fc.tuple(fc.integer({ min: 0, max: 5_000 }), fc.integer({ min: 0, max: 5_000 })), {
    minLength: 2,
    maxLength: 12,
  });
  fc.assert(
    fc.property(amounts, fc.integer({ min: 2, max: 50 }), (pairs, factor) => {
      const made = (by: number) =>
        level(
          'l',
          Object.fromEntries(pairs.map(([value, other], index) => [`m${index}`, [value * by, other * by] as const])),
        );
      const [one] = whatMoved([made(1)]);
      const [scaled] = whatMoved([made(factor)]);
      expect(scaled?.members).toEqual(one?.members);
      if (one === undefined) return;
      const whole = pairs.reduce((sum, [value, other]) => sum + value - other, 0);
      const chosen = pairs.reduce(
        (sum, [value, other], index) => sum + (one.members.includes(`m${index}`) ? value - other : 0),
        0,
      );
      expect(one.explained).toBeCloseTo(chosen / whole, 9);
      expect(one.explained).toBeGreaterThanOrEqual(0.67);
      expect(one.surprise).toBeGreaterThanOrEqual(-1e-12);
      expect(one.surprise).toBeLessThanOrEqual(1 + 1e-12);
    }),
  );
});
