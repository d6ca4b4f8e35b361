/**
 * What moved a measure: which members, or segments of up to three conditions, moved otherwise than all the rest did, and what each of
 * them gives to the change. A scan over levels (after Kulldorff, “A spatial scan statistic”, 1997): of what stands out from chance, the
 * cut is told that holds most of the move in least of the whole; then what is left is looked at again.
 */
import { NO_NAME } from '../../model/model';
import { qValues } from '../many-looks';
import { studentTail } from '../distributions';
import { commonMove, deviationOf, dispersionOf, squaresOf } from './chance';
import { effectOf } from './effects';
import {
  MOST_CONDITIONS,
  segmentKey,
  valueOf,
  type Cell,
  type Make,
  type Place,
  type Segment,
  type Side,
  type World,
  type WorldLevel,
} from './world';

export type PartKind = 'amount' | 'rate' | 'mix';

export interface MovedPart {
  readonly segment: Segment;
  /** What was told before it, and is no part of it. */
  readonly outside: Segment;
  readonly kind: PartKind;
  /** In units of the measure. */
  readonly effect: number;
  readonly now: Side;
  readonly before: Side;
  /** Of a rate: which part of all its denominator makes up. */
  readonly weights?: { readonly now: number; readonly before: number };
  readonly q: number;
  /** Other names of the same records. */
  readonly also: readonly Place[];
}

export interface Moved {
  readonly total: { readonly now: number; readonly before: number; readonly change: number };
  /** The most telling first; their effects and the rest add up to the change. */
  readonly parts: readonly MovedPart[];
  /** What is not told. */
  readonly rest: number;
  /** Nothing stands out from chance: all moved alike. */
  readonly evenly: boolean;
  /** How many members and segments were looked at. */
  readonly looked: number;
  /** The levels, those first over whose members the move is spread most unevenly. */
  readonly levels: readonly string[];
}

/** The rate of false discoveries up to which a part is told. */
const TOLD = 0.02;
const MOST_PARTS = 5;
/** A part that makes up less of what moved than this is not worth words. */
const LEAST_SHARE = 0.08;
/** A level with fewer members does not tell its own dispersion. */
const ENOUGH_MEMBERS = 8;
/** How many single members are looked into. */
const MOST_LOOKED_INTO = 4;
/** A finer cut is told in the place of a coarser where it holds so much of its move, and tells so much more. */
const MOST_OF_IT = 0.6;
const TELLS_MORE = 1.25;
/** Of a member of a rate, that of its rate and its mix is left out which is less than this of both. */
const LEAST_OF_BOTH = 0.15;

interface Candidate {
  readonly segment: Segment;
  readonly cell: Cell;
  readonly kind: PartKind;
  readonly level: WorldLevel;
  readonly tail: number;
  /** How far it lies from what all did together, in units of the measure; and how much that tells. */
  readonly by: number;
  readonly score: number;
  readonly also: readonly Place[];
}

type Both = Omit<Cell, 'member'>;

/** What the members of a level do together, and how far they vary by chance, of amounts or of rates. */
interface Yardstick {
  readonly common: number;
  readonly dispersion: number;
  /** Members that it was taken from. */
  readonly of: number;
}
type Yardsticks = ReadonlyMap<string, Yardstick>;

interface LevelCells {
  readonly level: WorldLevel;
  readonly cells: readonly Cell[];
}

/** @param whole both sides of all records together */
export async function whatMoved(world: World, whole: Both): Promise<Moved> {
  const { make } = world;
  const [now, before] = [valueOf(make, whole.now), valueOf(make, whole.before)];
  const total = { now, before, change: now - before };
  const search = new Search(world, whole);
  const parts: MovedPart[] = [];
  let outside: Place[] = [];
  while (parts.length < MOST_PARTS) {
    const found = await search.best(outside, total.change);
    if (found === null) break;
    parts.push(...partsOf(found, outside, make, whole, (kind) => search.qOf({ ...found, kind })));
    const [first] = found.segment;
    if (first === undefined) break;
    outside = [...outside, first];
  }
  const told = parts.slice(0, MOST_PARTS);
  return {
    total,
    parts: told,
    rest: total.change - told.reduce((sum, one) => sum + one.effect, 0),
    evenly: told.length === 0,
    looked: search.looked,
    levels: search.levels,
  };
}

/** What is told of a member: its amount; of a rate its rate and its mix, each where it is worth it. */
function partsOf(
  found: Candidate,
  outside: Segment,
  make: Make,
  whole: Both,
  qOf: (kind: PartKind) => number,
): MovedPart[] {
  const { segment, cell, also } = found;
  const { effect, rate = 0, mix = 0 } = effectOf(make, cell, whole);
  const weight = (side: 'now' | 'before') => {
    const all = whole[side][1] ?? 0;
    return all === 0 ? 0 : (cell[side][1] ?? 0) / all;
  };
  const part = (kind: PartKind, of: number): MovedPart => ({
    segment,
    outside,
    kind,
    effect: of,
    now: cell.now,
    before: cell.before,
    ...(make === 'rate' ? { weights: { now: weight('now'), before: weight('before') } } : {}),
    q: qOf(kind),
    also,
  });
  if (make === 'amount') return [part('amount', effect)];
  const both = Math.abs(rate) + Math.abs(mix);
  return [part('rate', rate), part('mix', mix)]
    .filter((one) => one.q <= TOLD && (one.kind === found.kind || Math.abs(one.effect) >= LEAST_OF_BOTH * both))
    .sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect));
}

class Search {
  /** Tails of all that was looked at. */
  private readonly tails = new Map<string, number>();

  /** Those over which the move is spread most unevenly first; filled by the first look. */
  levels: readonly string[] = [];

  constructor(
    private readonly world: World,
    private readonly whole: Both,
  ) {}

  /** Each round looks at what the ones before left over. */
  private round = '';

  get looked(): number {
    return this.tails.size;
  }

  /** Each time more was looked at, all are weighed anew. */
  private weighed: { readonly looked: number; readonly of: ReadonlyMap<string, number> } = { looked: 0, of: new Map() };

  qOf(candidate: Candidate): number {
    if (this.weighed.looked !== this.tails.size) {
      const q = qValues([...this.tails.values()]);
      this.weighed = {
        looked: this.tails.size,
        of: new Map([...this.tails.keys()].map((key, index) => [key, q[index] ?? 1])),
      };
    }
    return this.weighed.of.get(this.keyOf(candidate)) ?? 1;
  }

  private keyOf = ({ segment, kind }: Pick<Candidate, 'segment' | 'kind'>): string =>
    `${this.round}${kind} ${segmentKey(segment)}`;

  /** The most telling segment outside what was told; null where nothing stands out. */
  async best(outside: Segment, change: number): Promise<Candidate | null> {
    const { levels } = this.world;
    this.round = outside.length === 0 ? '' : `${segmentKey(outside)} `;
    const singles = await this.tables([], outside);
    const sticks = this.measured(singles);
    const moved = Math.max(Math.abs(change), this.gross(singles, sticks) / 2);
    if (this.levels.length === 0)
      this.levels = [...singles]
        .map((table) => ({ id: table.level.id, gross: this.gross([table], sticks) }))
        .sort((a, b) => b.gross - a.gross)
        .map(({ id }) => id);
    const first = this.candidates(singles, [], sticks, moved).filter(
      ({ segment }) => !outside.some((one) => same(one, segment[0])),
    );
    const telling = this.telling(first, moved);
    let best = telling[0] ?? null;
    // what stands out within a member may not show in all of it
    const starts = [...telling, ...[...first].sort((a, b) => b.score - a.score)];
    const quick = starts.filter(({ level }) => this.world.slow?.has(level.id) !== true);
    for (const start of [...new Map(quick.map((one) => [this.keyOf(one), one])).values()].slice(0, MOST_LOOKED_INTO)) {
      let reached = start;
      while (reached.segment.length < MOST_CONDITIONS) {
        const used = reached.segment.map(({ level }) => levels.find((one) => one.id === level)?.dimension);
        const finer = await this.tables(
          reached.segment,
          outside,
          levels.filter(({ id, dimension }) => !used.includes(dimension) && this.world.slow?.has(id) !== true),
        );
        // what is within a member is held against what the others of its level did
        const within = this.candidates(finer, reached.segment, sticks, moved);
        const [better] = this.telling(within, moved).filter(
          (one) =>
            one.kind === reached.kind &&
            Math.sign(one.by) === Math.sign(reached.by) &&
            Math.abs(one.by) >= MOST_OF_IT * Math.abs(reached.by) &&
            one.score >= TELLS_MORE * reached.score &&
            !sameSides(one.cell, reached.cell),
        );
        if (better === undefined) break;
        reached = better;
      }
      if (reached !== start && (best === null || reached.score > best.score)) best = reached;
    }
    return best;
  }

  private async tables(
    segment: Segment,
    outside: Segment,
    levels: readonly WorldLevel[] = this.world.levels,
  ): Promise<LevelCells[]> {
    return Promise.all(
      levels.map(async (level) => ({ level, cells: await this.world.cells(segment, outside, level.id) })),
    );
  }

  private kinds(): readonly PartKind[] {
    return this.world.make === 'amount' ? ['amount'] : ['rate', 'mix'];
  }

  /** A yardstick for each kind of part and each level. */
  private measured(tables: readonly LevelCells[]): Yardsticks {
    return new Map(
      this.kinds().flatMap((kind) => {
        const make = makeOf(kind);
        const levels = tables.map(({ level, cells }) => {
          const seen = cells.map((cell) => asSeen(kind, cell));
          const common = commonMove(make, seen);
          return { level, common, deviations: seen.map((cell) => deviationOf(make, cell, common)) };
        });
        const squares = new Map(levels.map(({ level, deviations }) => [level.id, squaresOf(deviations)]));
        const all = [...squares.values()].flat();
        const least = kind === 'rate' ? this.leastOfRates() : this.world.counts ? 1 : 0;
        const pooled = Math.max(least, dispersionOf(all));
        return levels.map(({ level, common }): [string, Yardstick] => {
          const own = squares.get(level.id) ?? [];
          const dispersion = own.length >= ENOUGH_MEMBERS ? Math.max(dispersionOf(own), pooled) : pooled;
          return [stickKey(kind, level.id), { common, dispersion, of: all.length }];
        });
      }),
    );
  }

  /** Proportions vary at least as those of records that are drawn one by one (binomial). */
  private leastOfRates(): number {
    const [numerator, denominator = 0] = this.whole.now;
    const rate = denominator === 0 ? 0 : numerator / denominator;
    return this.world.counts && rate > 0 && rate < 1 ? rate * (1 - rate) : 0;
  }

  /** How far members moved from what all did, up and down, in units of the measure: that of the level where it is most. */
  private gross(tables: readonly LevelCells[], sticks: Yardsticks): number {
    const sum = (kind: PartKind, { level, cells }: LevelCells) =>
      cells.reduce((all, cell) => all + Math.abs(this.unitsOf(kind, cell, sticks.get(stickKey(kind, level.id)))), 0);
    return Math.max(0, ...tables.map((table) => this.kinds().reduce((all, kind) => all + sum(kind, table), 0)));
  }

  /** How far a member lies from what all did together, as what that gives to the whole, in units of the measure. */
  private unitsOf(kind: PartKind, cell: Cell, stick: Yardstick | undefined): number {
    if (kind === 'mix') return effectOf('rate', cell, this.whole).mix ?? 0;
    const { by } = deviationOf(makeOf(kind), asSeen(kind, cell), stick?.common ?? 0);
    if (kind === 'amount') return by;
    const weight = (side: 'now' | 'before') => {
      const all = this.whole[side][1] ?? 0;
      return all === 0 ? 0 : (cell[side][1] ?? 0) / all;
    };
    return by * ((weight('now') + weight('before')) / 2);
  }

  private candidates(tables: readonly LevelCells[], parent: Segment, sticks: Yardsticks, moved: number): Candidate[] {
    const found = tables.flatMap(({ level, cells }) =>
      // what has no name is no condition that makes a segment plainer
      (parent.length === 0 ? cells : cells.filter(({ member }) => member !== NO_NAME)).flatMap((cell) =>
        this.kinds().map((kind) => {
          const stick = sticks.get(stickKey(kind, parent[0]?.level ?? level.id));
          return this.candidate(kind, level, cell, parent, stick, moved);
        }),
      ),
    );
    for (const one of found) this.tails.set(this.keyOf(one), one.tail);
    return found;
  }

  private candidate(
    kind: PartKind,
    level: WorldLevel,
    cell: Cell,
    parent: Segment,
    stick: Yardstick | undefined,
    moved: number,
  ): Candidate {
    const { by, scale } = deviationOf(makeOf(kind), asSeen(kind, cell), stick?.common ?? 0);
    const variance = (stick?.dispersion ?? 0) * scale;
    const square = variance > 0 ? (by * by) / variance : by === 0 ? 0 : Infinity;
    const units = this.unitsOf(kind, cell, stick);
    return {
      segment: [...parent, { level: level.id, member: cell.member }],
      cell,
      kind,
      level,
      tail: studentTail(Math.sqrt(square), Math.max(1, stick?.of ?? 1)),
      by: units,
      score: moved === 0 ? 0 : (Math.min(square, MOST_SQUARE) * Math.abs(units)) / moved,
      also: [],
    };
  }

  /** Those that stand out from chance and are worth words, the most telling first; what is the same records under several names once. */
  private telling(candidates: readonly Candidate[], moved: number): Candidate[] {
    const worth = candidates
      .filter((one) => Math.abs(one.by) >= LEAST_SHARE * moved && one.by !== 0 && this.qOf(one) <= TOLD)
      .sort((a, b) => b.score - a.score || a.level.members - b.level.members);
    const told: Candidate[] = [];
    for (const one of worth) {
      const at = told.findIndex((other) => other.kind === one.kind && sameSides(other.cell, one.cell));
      const other = told[at];
      if (other === undefined) {
        told.push(one);
        continue;
      }
      const [kept, left] = one.level.members < other.level.members ? [one, other] : [other, one];
      const place = left.segment.at(-1);
      told[at] = { ...kept, also: [...other.also, ...(place === undefined ? [] : [place])] };
    }
    return told;
  }
}

const stickKey = (kind: PartKind, level: string): string => `${kind} ${level}`;

/** The squares of what lies beyond all chance are as good as equal. */
const MOST_SQUARE = 1e6;

const same = (a: Place, b: Place | undefined): boolean => a.level === b?.level && a.member === b.member;

const sameSides = (a: Both, b: Both): boolean =>
  near(a.now[0], b.now[0]) &&
  near(a.before[0], b.before[0]) &&
  near(a.now[1] ?? 0, b.now[1] ?? 0) &&
  near(a.before[1] ?? 0, b.before[1] ?? 0);

const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));

const makeOf = (kind: PartKind): Make => (kind === 'rate' ? 'rate' : 'amount');

/** A member as one kind of part sees it: for its weight among all, its denominator is the amount. */
function asSeen(kind: PartKind, cell: Cell): Cell {
  return kind === 'mix' ? { ...cell, now: [cell.now[1] ?? 0], before: [cell.before[1] ?? 0] } : cell;
}
