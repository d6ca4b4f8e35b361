/** Worlds with a change in them of which the cause is known: what was planted, and what the records come to. */
import type { Cell, Make, Place, Segment, Side, World, WorldLevel } from '../../core/analysis/explain/world';
import { randomOf, type Chance } from './random';

/** Records of the same members of all levels, together. */
interface Group {
  readonly of: readonly string[];
  now: [number, number];
  before: [number, number];
}

export interface Planted {
  readonly world: World;
  readonly whole: Omit<Cell, 'member'>;
  /** What was planted; none where all moved alike. */
  readonly causes: readonly Segment[];
  /** What a cause changed, by a count of the records that hold it. */
  readonly kind: 'amount' | 'rate' | 'mix';
}

export const KINDS = [
  'additive',
  'two-way',
  'cancelling',
  'even',
  'noise',
  'new member',
  'gone member',
  'rate',
  'mix',
  'rate, even',
] as const;
export type Kind = (typeof KINDS)[number];

/** @param seed each gives another world of the kind */
export function plantedWorld(kind: Kind, seed: number): Planted {
  const random = randomOf(seed * 7919 + KINDS.indexOf(kind));
  const sizes = Array.from({ length: random.whole(3, 4) }, () => random.whole(3, 8));
  const levels = sizes.map((size, index): WorldLevel => ({ id: `l${index}`, dimension: `d${index}`, members: size }));
  const weights = sizes.map((size) => Array.from({ length: size }, () => Math.exp(0.6 * random.normal())));
  const rate = kind === 'rate' || kind === 'mix' || kind === 'rate, even';
  const rates = sizes.map((size, index) =>
    Array.from({ length: size }, () => (index === 0 || random.next() < 0.3 ? 0.35 * random.normal() : 0)),
  );
  const groups = combinations(sizes).map((at): Group => ({
    of: at.map((place, index) => `l${index} m${place}`),
    now: [0, 0],
    before: [0, 0],
  }));
  const total = 20_000;
  const share = (group: Group) =>
    group.of.reduce((product, name, index) => product * (weights[index]?.[memberNumber(name)] ?? 1), 1);
  const all = groups.reduce((sum, group) => sum + share(group), 0);
  const causes = causesOf(kind, sizes, random);
  const growth = 1 + 0.25 * (random.next() - 0.5);
  for (const group of groups) {
    const expected = (total * share(group)) / all;
    const held = causes.map((cause) => cause.every(({ level, member }) => group.of[Number(level.slice(1))] === member));
    const odds = Math.exp(
      -0.8 + group.of.reduce((sum, name, index) => sum + (rates[index]?.[memberNumber(name)] ?? 0), 0),
    );
    const factors = held.map((holds, index) => (holds ? factorOf(kind, index) : 1));
    const factor = kind === 'rate' ? 1 : factors.reduce((product, one) => product * one, 1);
    const counts = {
      before: random.poisson(expected * (kind === 'new member' && held[0] ? 0 : 1)),
      now: random.poisson(expected * growth * factor),
    };
    for (const side of ['before', 'now'] as const) {
      const lifted = side === 'now' && kind === 'rate' && held[0] === true ? odds * 2.2 : odds;
      const moved = side === 'now' && kind === 'rate, even' ? lifted * 1.2 : lifted;
      const count = counts[side];
      const hits = rate ? binomial(count, moved / (1 + moved), random) : count;
      group[side] = rate ? [hits, count] : [count, 0];
    }
  }
  return {
    world: worldOf(rate ? 'rate' : 'amount', seed % 2 === 0, levels, groups),
    whole: sum(groups),
    causes,
    kind: planted(kind),
  };
}

const planted = (kind: Kind): Planted['kind'] => (kind === 'rate' ? 'rate' : kind === 'mix' ? 'mix' : 'amount');
const memberNumber = (name: string): number => Number(name.split(' m')[1]);

/** How many times as much a cause leaves. */
function factorOf(kind: Kind, index: number): number {
  switch (kind) {
    case 'two-way':
      return 0.35;
    case 'cancelling':
      return index === 0 ? 1.5 : 0.5;
    case 'gone member':
      return 0;
    case 'mix':
      return 2.5;
    case 'even':
    case 'noise':
    case 'new member':
      return 1;
    default:
      return 0.6;
  }
}

function causesOf(kind: Kind, sizes: readonly number[], random: Chance): Segment[] {
  const place = (level: number): Place => ({
    level: `l${level}`,
    member: `l${level} m${random.whole(0, (sizes[level] ?? 1) - 1)}`,
  });
  const levels = sizes.map((_size, index) => index).sort(() => random.next() - 0.5);
  const [a = 0, b = 1] = levels;
  switch (kind) {
    case 'even':
    case 'noise':
    case 'rate, even':
      return [];
    case 'two-way':
      return [[place(a), place(b)]];
    case 'cancelling': {
      const first = place(a);
      const others = Array.from({ length: sizes[a] ?? 1 }, (_one, index) => `l${a} m${index}`).filter(
        (member) => member !== first.member,
      );
      return [[first], [{ level: `l${a}`, member: random.pick(others) }]];
    }
    case 'mix':
      // the level on which rates differ
      return [[place(0)]];
    default:
      return [[place(a)]];
  }
}

function combinations(sizes: readonly number[]): number[][] {
  return sizes.reduce<number[][]>(
    (all, size) => all.flatMap((before) => Array.from({ length: size }, (_one, index) => [...before, index])),
    [[]],
  );
}

function binomial(count: number, chance: number, random: Chance): number {
  let hits = 0;
  for (let one = 0; one < count; one += 1) if (random.next() < chance) hits += 1;
  return hits;
}

function sum(groups: readonly Group[]): { now: Side; before: Side } {
  const add = (side: 'now' | 'before'): Side => [
    groups.reduce((all, group) => all + group[side][0], 0),
    groups.reduce((all, group) => all + group[side][1], 0),
  ];
  return { now: add('now'), before: add('before') };
}

function worldOf(make: Make, counts: boolean, levels: readonly WorldLevel[], groups: readonly Group[]): World {
  const holds = (group: Group, { level, member }: Place) => group.of[Number(level.slice(1))] === member;
  return {
    make,
    counts,
    levels,
    cells: (segment, outside, level) => {
      const within = groups.filter(
        (group) => segment.every((place) => holds(group, place)) && !outside.some((place) => holds(group, place)),
      );
      const at = Number(level.slice(1));
      const members = new Map<string, Group[]>();
      for (const group of within) {
        const name = group.of[at] ?? '';
        const there = members.get(name);
        if (there === undefined) members.set(name, [group]);
        else there.push(group);
      }
      return Promise.resolve([...members].map(([member, of]): Cell => ({ member, ...sum(of) })));
    },
  };
}
