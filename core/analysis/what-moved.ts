/**
 * Why a total changed: of the levels it can be broken down by, the one whose members differ most in how they changed, and the few of
 * them that make up most of it. After R. Bhagwan et al.: “Adtributor: revenue debugging in advertising systems”, NSDI 2014.
 */

/** What the members of a level had then and have now. Amounts of nothing are 0. */
export interface LevelMoves {
  readonly level: string;
  readonly members: readonly { readonly name: string; readonly value: number; readonly other: number }[];
}

export interface Explanation {
  readonly level: string;
  /** The members that make up most of the change, the most surprising first. */
  readonly members: readonly string[];
  /** How much of the change they make up, as a fraction of it; over 1 where others went the other way. */
  readonly explained: number;
  /** How far the members' shares of the whole moved, from 0 (none did) to 1. */
  readonly surprise: number;
}

/** A member that makes up less of the change than this explains nothing. */
const LEAST_OF_ONE = 0.1;
/** Members are added until they make up so much of the change. */
const ENOUGH = 0.67;
/** Where rises and falls nearly cancel out, no few members explain the little that is left. */
const LEAST_LEFT = 0.2;
/** More members than this are no explanation, but a list. */
const MOST_MEMBERS = 5;

/**
 * @param levels each with members whose amounts add up to the same two totals, none below 0
 * @returns the levels that explain the change, the most telling first; none where nothing changed, or it is spread evenly
 * @example whatMoved([{ level: 'coast', members: [{ name: 'North', value: 60, other: 20 }, { name: 'South', value: 20, other: 20 }] }])
 *   // [{ level: 'coast', members: ['North'], explained: 1, surprise: 0.04… }]
 */
export function whatMoved(levels: readonly LevelMoves[]): Explanation[] {
  // many members move apart by chance: what few of them explain tells more
  const telling = (one: Explanation) => one.surprise / one.members.length;
  return levels
    .flatMap((one) => explanationBy(one) ?? [])
    .sort((a, b) => telling(b) - telling(a) || a.members.length - b.members.length);
}

/** Do the members rise and fall by so much more than all of them together that what is left is by chance? */
export function cancelsOut(members: LevelMoves['members']): boolean {
  const moves = members.map((one) => one.value - one.other);
  const all = moves.reduce((sum, one) => sum + Math.abs(one), 0);
  return all > 0 && Math.abs(moves.reduce((sum, one) => sum + one, 0)) < LEAST_LEFT * all;
}

function explanationBy({ level, members }: LevelMoves): Explanation | null {
  if (members.length < 2 || members.some(({ value, other }) => value < 0 || other < 0)) return null;
  const sum = (of: (one: (typeof members)[number]) => number) => members.reduce((total, one) => total + of(one), 0);
  const [value, other] = [sum((one) => one.value), sum((one) => one.other)];
  if (value === other || value === 0 || other === 0) return null;
  if (cancelsOut(members)) return null;
  const told = members
    .map((one) => ({
      name: one.name,
      surprise: divergence(one.other / other, one.value / value),
      power: (one.value - one.other) / (value - other),
    }))
    .sort((a, b) => b.surprise - a.surprise || b.power - a.power);
  const chosen: typeof told = [];
  let explained = 0;
  for (const one of told) {
    if (explained >= ENOUGH || chosen.length >= MOST_MEMBERS) break;
    if (one.power < LEAST_OF_ONE) continue;
    chosen.push(one);
    explained += one.power;
  }
  // all members together are no few of them
  if (explained < ENOUGH || chosen.length === members.length) return null;
  return {
    level,
    members: chosen.map(({ name }) => name),
    explained,
    surprise: told.reduce((total, one) => total + one.surprise, 0),
  };
}

/** A member's part of the Jensen–Shannon divergence (in bits) of shares then and shares now. */
function divergence(before: number, now: number): number {
  const mean = (before + now) / 2;
  const part = (share: number) => (share === 0 ? 0 : share * Math.log2(share / mean));
  return (part(before) + part(now)) / 2;
}
