/** What an explanation looks at: small tables of amounts, now and before, by the members of a level within a segment. */

/** One condition of a segment: a member of a level. */
export interface Place {
  readonly level: string;
  readonly member: string;
}

/** Up to three conditions that hold together. */
export type Segment = readonly Place[];

/** What a measure is made of: an amount that adds up, or a rate of two amounts that each do. */
export type Make = 'amount' | 'rate';

/** The amounts of one side: the amount itself; of a rate its numerator, then its denominator. */
export type Side = readonly [number, number?];

/** A member with what it comes to on both sides of a change. */
export interface Cell {
  readonly member: string;
  readonly now: Side;
  readonly before: Side;
}

export interface WorldLevel {
  readonly id: string;
  readonly dimension: string;
  /** How many members it has: of levels that tell the same, the one with fewer is told. */
  readonly members: number;
}

/** The records behind a change, as far as they are asked for. */
export interface World {
  readonly make: Make;
  /** Are its amounts numbers of records (of a rate, its denominator), so that they vary by chance at least as these do? */
  readonly counts: boolean;
  readonly levels: readonly WorldLevel[];
  /**
   * The members of a level among the records within a segment and outside some places.
   * @returns members with nothing on either side may be left out
   */
  cells(segment: Segment, outside: Segment, level: string): Promise<readonly Cell[]>;
  /** Levels that are looked at one by one, which takes longer: what lies within members is not looked for along them. */
  readonly slow?: ReadonlySet<string>;
}

export const MOST_CONDITIONS = 3;

/** A rate; 0 where there is nothing to take it of. */
export const rateOf = ([numerator, denominator = 0]: Side): number => (denominator === 0 ? 0 : numerator / denominator);

/** What a side comes to in the measure's own units. */
export const valueOf = (make: Make, side: Side): number => (make === 'rate' ? rateOf(side) : side[0]);

/** @returns both amounts of all members together */
export function sumOf(cells: readonly Cell[]): Omit<Cell, 'member'> {
  const add = (a: Side, b: Side): Side => [a[0] + b[0], (a[1] ?? 0) + (b[1] ?? 0)];
  return cells.reduce<Omit<Cell, 'member'>>(
    (sum, cell) => ({ now: add(sum.now, cell.now), before: add(sum.before, cell.before) }),
    { now: [0, 0], before: [0, 0] },
  );
}

export const segmentKey = (segment: Segment): string =>
  segment
    .map(({ level, member }) => JSON.stringify([level, member]))
    .sort()
    .join(' ');
