/** Amounts of both sides by the members of many levels at once, held in memory: looked at by any of them in a few milliseconds. */
import { segmentKey, type Cell, type Segment, type Side } from './world';

/** Segments whose groups are kept. */
const MOST_KEPT = 64;

/** One group: a member of each level, in the order of the levels; null where it has none. */
export type GroupRow = readonly [members: readonly (string | null)[], amounts: Side];

export class Cube {
  private readonly names: string[][] = [];
  private readonly places: Map<string, number>[] = [];
  /** For each level, the member of each group; −1 for none. */
  private readonly codes: Int32Array[];
  private readonly amounts: Float64Array[];
  private readonly found = new Map<string, Int32Array>();

  constructor(
    readonly levels: readonly string[],
    now: readonly GroupRow[],
    before: readonly GroupRow[],
  ) {
    const size = now.length + before.length;
    this.codes = levels.map(() => new Int32Array(size));
    // amount and denominator now, then before
    this.amounts = Array.from({ length: 4 }, () => new Float64Array(size));
    for (const _level of levels) {
      this.names.push([]);
      this.places.push(new Map());
    }
    now.forEach((row, index) => this.take(row, index, 0));
    before.forEach((row, index) => this.take(row, now.length + index, 2));
  }

  private take([members, side]: GroupRow, index: number, at: 0 | 2): void {
    this.levels.forEach((_level, level) => {
      (this.codes[level] as Int32Array)[index] = this.codeOf(level, members[level] ?? null);
    });
    (this.amounts[at] as Float64Array)[index] = side[0];
    (this.amounts[at + 1] as Float64Array)[index] = side[1] ?? 0;
  }

  private codeOf(level: number, member: string | null): number {
    if (member === null) return -1;
    const places = this.places[level] as Map<string, number>;
    const there = places.get(member);
    if (there !== undefined) return there;
    places.set(member, places.size);
    (this.names[level] as string[]).push(member);
    return places.size - 1;
  }

  has(level: string): boolean {
    return this.levels.includes(level);
  }

  /** As `World.cells`, of levels that the cube has. */
  cells(segment: Segment, outside: Segment, level: string): Cell[] {
    const at = this.levels.indexOf(level);
    const codes = this.codes[at];
    const names = this.names[at];
    if (codes === undefined || names === undefined) throw new RangeError(`The cube has no level ${level}.`);
    const groups = this.groupsOf(segment, outside);
    const sums = this.amounts.map((amounts) => {
      const sum = new Float64Array(names.length);
      for (const group of groups) {
        const code = codes[group] as number;
        if (code >= 0) sum[code] = (sum[code] as number) + (amounts[group] as number);
      }
      return sum;
    });
    const of = (amount: number, code: number) => sums[amount]?.[code] ?? 0;
    return names.flatMap((member, code): Cell[] =>
      [0, 1, 2, 3].every((amount) => of(amount, code) === 0)
        ? []
        : [{ member, now: [of(0, code), of(1, code)], before: [of(2, code), of(3, code)] }],
    );
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
          : Int32Array.from({ length: this.amounts[0]?.length ?? 0 }, (_one, index) => index);
    const place = this.placeOf(last ?? outside.at(-1));
    const groups =
      place === null ? base : base.filter((group) => (place.codes[group] === place.code) === (last !== undefined));
    if (this.found.size >= MOST_KEPT) this.found.clear();
    this.found.set(key, groups);
    return groups;
  }

  private placeOf(place: Segment[number] | undefined): { readonly codes: Int32Array; readonly code: number } | null {
    if (place === undefined) return null;
    const at = this.levels.indexOf(place.level);
    return { codes: this.codes[at] ?? new Int32Array(0), code: this.places[at]?.get(place.member) ?? -2 };
  }
}
