/**
 * What goes with an outcome: members among whose records a rate is higher or lower than among all others, each with an interval, paid
 * for by how many were looked at, and held against the other leading factors, so that one that only follows another is said to.
 */
import { NO_NAME } from '../../model/model';
import { normalQuantile, normalTail, studentTail } from '../distributions';
import { qValues } from '../many-looks';
import { dispersionOf, squaresOf, type Deviation } from './chance';
import { rateOf, type Cell, type Place, type Side, type World } from './world';

export interface Factor {
  readonly place: Place;
  /** Records that are the member's. */
  readonly size: number;
  readonly rate: number;
  readonly elsewhere: number;
  readonly difference: number;
  /** 95 % interval of the difference. */
  readonly low: number;
  readonly high: number;
  readonly q: number;
  /** The factor that it only follows: once that is held fixed, little of its difference is left. */
  readonly follows: Place | null;
  /** Other names of the same records. */
  readonly also: readonly Place[];
}

export interface GoesWith {
  readonly factors: readonly Factor[];
  readonly looked: number;
  /** Levels that are known of hardly any record but those of the outcome. */
  readonly leaking: readonly string[];
}

const TOLD = 0.02;
const MOST_FACTORS = 5;
/** Members with fewer records, or less of the whole, are not looked at. */
const LEAST_RECORDS = 30;
const LEAST_PART = 0.01;
/** A difference that is less than this part of the whole rate is not worth words. */
const LEAST_OF_RATE = 0.1;
/** So many of the leading factors are held against each other. */
const LEADING = 8;
/** A factor follows another where less than this of its difference is left once the other is held fixed. */
const LEFT = 0.35;
/** Of those whose member is known, nearly all have the outcome, and of the others nearly none. */
const LEAKS = 0.9;

type Whole = Omit<Cell, 'member'>;

const less = (all: Side, some: Side): Side => [all[0] - some[0], (all[1] ?? 0) - (some[1] ?? 0)];
const count = (side: Side): number => side[1] ?? 0;

/** @param whole the outcome among all records, in `now` */
export async function goesWith(world: World, whole: Whole): Promise<GoesWith> {
  const all = whole.now;
  const tables = await Promise.all(
    world.levels.map(async (level) => ({ level, cells: await world.cells([], [], level.id) })),
  );
  const leaking = world.counts ? tables.filter(({ cells }) => leaks(cells, all)).map(({ level }) => level.id) : [];
  const open = tables.filter(({ level }) => !leaking.includes(level.id));
  const least = Math.max(LEAST_RECORDS, LEAST_PART * count(all));
  const looked = open.flatMap(({ level, cells }) =>
    cells.filter(({ now }) => count(now) >= least && count(all) - count(now) >= least).map((cell) => ({ level, cell })),
  );
  const dispersion = dispersionOf(
    open.flatMap(({ cells }) => squaresOf(cells.map((cell): Deviation => deviation(cell, all)))),
  );
  const judged = looked.map(({ level, cell }) => ({
    level,
    ...judge(cell, all, world.counts, dispersion, looked.length),
  }));
  const q = qValues(judged.map(({ tail }) => tail));
  const telling = judged
    .map((one, index) => ({ ...one, q: q[index] ?? 1 }))
    .filter(
      (one) =>
        one.q <= TOLD &&
        one.cell.member !== NO_NAME &&
        Math.abs(one.difference) >= LEAST_OF_RATE * Math.abs(rateOf(all)),
    )
    // how much of the outcome it makes: its difference over its records
    .sort((a, b) => weightOf(b) - weightOf(a) || a.level.members - b.level.members);
  const once = toldOnce(telling);
  const leading = once.slice(0, LEADING);
  const factors: Factor[] = [];
  for (const [index, one] of leading.entries()) {
    const follows = await followed(one, leading.slice(0, index), world);
    factors.push({
      place: { level: one.level.id, member: one.cell.member },
      size: count(one.cell.now),
      rate: rateOf(one.cell.now),
      elsewhere: rateOf(less(all, one.cell.now)),
      difference: one.difference,
      low: one.low,
      high: one.high,
      q: one.q,
      follows,
      also: one.also,
    });
  }
  // what only follows another sinks
  const ranked = [...factors.filter((one) => one.follows === null), ...factors.filter((one) => one.follows !== null)];
  return { factors: ranked.slice(0, MOST_FACTORS), looked: looked.length, leaking };
}

const weightOf = ({ difference, cell }: { readonly difference: number; readonly cell: Cell }): number =>
  Math.abs(difference) * Math.sqrt(count(cell.now));

/** Is a level known of hardly any record but those of the outcome, as the cause of a cancellation is? */
function leaks(cells: readonly Cell[], all: Side): boolean {
  const known = cells.filter(({ member }) => member !== NO_NAME);
  const of = known.reduce<Side>((sum, { now }) => [sum[0] + now[0], count(sum as Side) + count(now)], [0, 0]);
  return count(of) < count(all) && all[0] > 0 && of[0] / all[0] >= LEAKS && rateOf(of) >= LEAKS;
}

function deviation(cell: Cell, all: Side): Deviation {
  const rest = less(all, cell.now);
  const weight = count(cell.now) > 0 && count(rest) > 0 ? 1 / (1 / count(cell.now) + 1 / count(rest)) : 0;
  return { cell, by: rateOf(cell.now) - rateOf(rest), scale: weight === 0 ? 0 : 1 / weight };
}

interface Judged {
  readonly cell: Cell;
  readonly difference: number;
  readonly low: number;
  readonly high: number;
  readonly tail: number;
}

/** The difference to all others with its interval: of proportions after Newcombe (1998, method 10), of means by the dispersion of all. */
function judge(cell: Cell, all: Side, counts: boolean, dispersion: number, looked: number): Judged {
  const rest = less(all, cell.now);
  const [rate, elsewhere] = [rateOf(cell.now), rateOf(rest)];
  const difference = rate - elsewhere;
  if (counts) {
    const pooled = all[0] / Math.max(1, count(all));
    const error = Math.sqrt(Math.max(1e-12, pooled * (1 - pooled)) * (1 / count(cell.now) + 1 / count(rest)));
    const [a, b] = [wilson(cell.now), wilson(rest)];
    return {
      cell,
      difference,
      low: difference - Math.sqrt((rate - a.low) ** 2 + (b.high - elsewhere) ** 2),
      high: difference + Math.sqrt((a.high - rate) ** 2 + (elsewhere - b.low) ** 2),
      tail: normalTail(difference / error),
    };
  }
  const error = Math.sqrt(dispersion * (1 / count(cell.now) + 1 / count(rest)));
  const reach = normalQuantile(0.975) * error;
  return {
    cell,
    difference,
    low: difference - reach,
    high: difference + reach,
    tail: error > 0 ? studentTail(difference / error, Math.max(1, looked - 1)) : difference === 0 ? 1 : 0,
  };
}

/** The score interval of a proportion (Wilson 1927). */
function wilson(side: Side): { readonly low: number; readonly high: number } {
  const [hits, n] = [side[0], Math.max(1, count(side))];
  const z = normalQuantile(0.975);
  const p = Math.max(0, Math.min(1, hits / n));
  const middle = (p + (z * z) / (2 * n)) / (1 + (z * z) / n);
  const reach = (z / (1 + (z * z) / n)) * Math.sqrt((p * (1 - p)) / n + (z * z) / (4 * n * n));
  return { low: Math.max(0, middle - reach), high: Math.min(1, middle + reach) };
}

/** The same records under several names once, with the others behind the widest name. */
function toldOnce<One extends Judged & { readonly level: { readonly id: string } }>(
  telling: readonly One[],
): (One & { readonly also: readonly Place[] })[] {
  const told: (One & { also: Place[] })[] = [];
  for (const one of telling) {
    const there = told.find(
      (other) =>
        Math.abs(other.cell.now[0] - one.cell.now[0]) < 1e-9 &&
        Math.abs(count(other.cell.now) - count(one.cell.now)) < 1e-9,
    );
    if (there === undefined) told.push({ ...one, also: [] });
    else there.also.push({ level: one.level.id, member: one.cell.member });
  }
  return told;
}

/** The stronger factor that a factor only follows, if there is one: its difference within the members of that one's level (Mantel and Haenszel 1959). */
async function followed(
  one: Judged & { readonly level: { readonly id: string; readonly dimension: string } },
  stronger: readonly (Judged & { readonly level: { readonly id: string; readonly dimension: string } })[],
  world: World,
): Promise<Place | null> {
  const place = { level: one.level.id, member: one.cell.member };
  for (const other of stronger) {
    if (other.level.dimension === one.level.dimension) continue;
    const [within, strata] = await Promise.all([
      world.cells([place], [], other.level.id),
      world.cells([], [], other.level.id),
    ]);
    const of = new Map(within.map((cell) => [cell.member, cell.now]));
    let [sum, weights] = [0, 0];
    for (const stratum of strata) {
      const own = of.get(stratum.member) ?? [0, 0];
      const rest = less(stratum.now, own);
      const weight = count(own) > 0 && count(rest) > 0 ? (count(own) * count(rest)) / (count(own) + count(rest)) : 0;
      if (weight === 0) continue;
      sum += weight * (rateOf(own) - rateOf(rest));
      weights += weight;
    }
    if (weights > 0 && Math.abs(sum / weights) < LEFT * Math.abs(one.difference))
      return { level: other.level.id, member: other.cell.member };
  }
  return null;
}
