/** Amounts of both sides by the members of many levels at once, held in memory: looked at by any of them in a few milliseconds. */
import type { CodedRows } from '../../query/coded';
import { segmentKey, type Cell, type Place, type Segment } from './world';

/** Segments whose groups are kept. */
const MOST_KEPT = 64;

/** A level of a cube: one that its groups are made by, or one that such a level tells (the coast of a port). */
export type CubeLevel =
  | { readonly level: string }
  | {
      readonly level: string;
      readonly of: string;
      /** Its member for each member of the other. */
      readonly told: ReadonlyMap<string | null, string | null>;
    };

/** The amounts of a member: amount and denominator now, then before. */
const AMOUNTS = 4;

/** A level of both sides; the code 0 is for groups without a member, so that codes are one more than the places of names. */
interface Codes {
  readonly names: readonly string[];
  readonly codes: Int32Array;
}

/** A level as the members of another tell it. */
interface Told {
  readonly names: readonly string[];
  readonly of: string;
  /** For each code of the other level, its own; 0 for none. */
  readonly codeOf: Int32Array;
}

export class Cube {
  readonly levels: readonly string[];
  private readonly keys: ReadonlyMap<string, Codes>;
  private readonly told: ReadonlyMap<string, Told>;
  /** How many groups are of now; the others are of before. */
  private readonly now: number;
  private readonly size: number;
  private readonly amounts: Float64Array;
  private readonly denominators: Float64Array | null;
  private readonly found = new Map<string, Int32Array>();

  /**
   * @param now its texts are the levels that are told by none, in their order; its numbers the amount and, of a rate, the denominator
   * @param before the same of the other side; null where there is none
   */
  constructor(levels: readonly CubeLevel[], now: CodedRows, before: CodedRows | null) {
    const sides = before === null ? [now] : [now, before];
    this.levels = levels.map(({ level }) => level);
    this.now = now.size;
    this.size = sides.reduce((size, side) => size + side.size, 0);
    const keys = levels.filter((one) => !('of' in one));
    this.keys = new Map(keys.map(({ level }, at) => [level, joined(sides, at, this.size)]));
    this.told = new Map(
      levels.flatMap((one) => ('of' in one ? [[one.level, toldBy(one.of, one.told, this.keys)] as const] : [])),
    );
    this.amounts = numbersOf(sides, 0, this.size);
    this.denominators = now.numbers.length > 1 ? numbersOf(sides, 1, this.size) : null;
  }

  has(level: string): boolean {
    return this.levels.includes(level);
  }

  /** As `World.cells`, of levels that the cube has. */
  cells(segment: Segment, outside: Segment, level: string): Cell[] {
    const told = this.told.get(level);
    const key = this.keys.get(told?.of ?? level);
    if (key === undefined) throw new RangeError(`The cube has no level ${level}.`);
    const sums = this.sumsOf(key, this.groupsOf(segment, outside));
    return told === undefined ? cellsOf(key.names, sums) : cellsOf(told.names, folded(sums, told));
  }

  /** Four amounts for each code of a level, those without a member first. */
  private sumsOf({ names, codes }: Codes, groups: Int32Array): Float64Array {
    const sums = new Float64Array(AMOUNTS * (names.length + 1));
    const { amounts, denominators, now } = this;
    for (const group of groups) {
      const at = AMOUNTS * (codes[group] as number) + (group < now ? 0 : 2);
      sums[at] = (sums[at] as number) + (amounts[group] as number);
      if (denominators !== null) sums[at + 1] = (sums[at + 1] as number) + (denominators[group] as number);
    }
    return sums;
  }

  /** The groups within a segment and outside some places; those asked for last are kept, as a segment is looked at by every level. */
  private groupsOf(segment: Segment, outside: Segment): Int32Array {
    const key = `${segmentKey(segment)} − ${segmentKey(outside)}`;
    const there = this.found.get(key);
    if (there !== undefined) return there;
    // what is within a wider segment is found among its groups
    const last = segment.at(-1);
    const base =
      last !== undefined
        ? this.groupsOf(segment.slice(0, -1), outside)
        : outside.length > 0
          ? this.groupsOf([], outside.slice(0, -1))
          : Int32Array.from({ length: this.size }, (_one, index) => index);
    const place = last ?? outside.at(-1);
    const groups = place === undefined ? base : this.narrowed(base, place, last !== undefined);
    if (this.found.size >= MOST_KEPT) this.found.clear();
    this.found.set(key, groups);
    return groups;
  }

  /** Those of some groups that are of a place, or that are not. */
  private narrowed(base: Int32Array, { level, member }: Place, is: boolean): Int32Array {
    const told = this.told.get(level);
    const key = this.keys.get(told?.of ?? level);
    if (key === undefined) throw new RangeError(`The cube has no level ${level}.`);
    const own = (told ?? key).names.indexOf(member) + 1;
    const isOf = Uint8Array.from({ length: key.names.length + 1 }, (_one, code) =>
      own > 0 && (told === undefined ? code : told.codeOf[code]) === own ? 1 : 0,
    );
    const wanted = is ? 1 : 0;
    const { codes } = key;
    const groups = new Int32Array(base.length);
    let size = 0;
    for (const group of base) {
      if (isOf[codes[group] as number] === wanted) {
        groups[size] = group;
        size += 1;
      }
    }
    return groups.slice(0, size);
  }
}

/** One level of all sides, under the names of all of them. */
function joined(sides: readonly CodedRows[], at: number, size: number): Codes {
  const names = [...new Set(sides.flatMap((side) => side.texts[at]?.names ?? []))].sort();
  const codeOf = new Map(names.map((name, place) => [name, place + 1]));
  const codes = new Int32Array(size);
  let from = 0;
  for (const side of sides) {
    const text = side.texts[at];
    const own = (text?.names ?? []).map((name) => codeOf.get(name) ?? 0);
    for (let row = 0; row < side.size; row += 1) codes[from + row] = own[text?.codes[row] ?? -1] ?? 0;
    from += side.size;
  }
  return { names, codes };
}

function toldBy(of: string, told: ReadonlyMap<string | null, string | null>, keys: ReadonlyMap<string, Codes>): Told {
  const key = keys.get(of);
  if (key === undefined) throw new RangeError(`No groups are made by ${of}.`);
  const members = [null, ...key.names].map((name) => told.get(name) ?? null);
  const names = [...new Set(members.filter((member) => member !== null))].sort();
  return { names, of, codeOf: Int32Array.from(members, (member) => (member === null ? 0 : names.indexOf(member) + 1)) };
}

/** What is not there counts nothing. */
function numbersOf(sides: readonly CodedRows[], at: number, size: number): Float64Array {
  const values = new Float64Array(size);
  let from = 0;
  for (const side of sides) {
    values.set(side.numbers[at]?.map((value) => (Number.isNaN(value) ? 0 : value)) ?? [], from);
    from += side.size;
  }
  return values;
}

/** The sums of a level that another one tells. */
function folded(sums: Float64Array, { names, codeOf }: Told): Float64Array {
  const own = new Float64Array(AMOUNTS * (names.length + 1));
  codeOf.forEach((code, other) => {
    for (let amount = 0; amount < AMOUNTS; amount += 1)
      own[AMOUNTS * code + amount] =
        (own[AMOUNTS * code + amount] as number) + (sums[AMOUNTS * other + amount] as number);
  });
  return own;
}

function cellsOf(names: readonly string[], sums: Float64Array): Cell[] {
  return names.flatMap((member, place): Cell[] => {
    const [now = 0, ofNow = 0, before = 0, ofBefore = 0] = sums.subarray(AMOUNTS * (place + 1), AMOUNTS * (place + 2));
    return now === 0 && ofNow === 0 && before === 0 && ofBefore === 0
      ? []
      : [{ member, now: [now, ofNow], before: [before, ofBefore] }];
  });
}
