/** The records behind a change, looked at by readings: many levels at once where that is not too much, else one by one. */
import { Cube, type CubeLevel } from '@zud/core/analysis/explain/cube';
import type { Made } from '@zud/core/analysis/explain/make-of';
import {
  segmentKey,
  type Cell,
  type Segment,
  type Side,
  type World,
  type WorldLevel,
} from '@zud/core/analysis/explain/world';
import { impossibility } from '@zud/core/language/impossibility';
import type { CodedRows } from '@zud/core/query/coded';
import { byLevel, type Condition, type Reading } from '@zud/core/reading/schema';
import type { ReadyModel } from '../ready-model';
import { passedOver } from '../unanswerable';
import { windowsFor, within, type TwoWindows } from './compared';
import { amountAt, placesOf, type Figures, type Looks } from './looks';

/** Levels with more members than this are left out: none of so many explains anything. */
const MOST_MEMBERS = 1000;
/** Groups that a cube may have on each side. */
const MOST_GROUPS = 250_000;
/** Of so many records a side, it is tried whether all levels together make few enough groups. */
const MOST_RECORDS = 500_000;
/** Combinations of the levels of one table, up to which one of them may tell the others. */
const MOST_FAMILY = 2000;

/** The reading of the amounts behind a measure, which are shown in its place. */
export function amountsOf(reading: Reading, made: Made): Reading {
  const amounts = made.amounts.flatMap((one) => one ?? []);
  return { ...reading, shown: amounts.map((calculation) => ({ calculation, transform: null })) };
}

export function side(row: readonly (string | number | null)[], at: readonly number[]): Side {
  return [amountAt(row, at[0]), amountAt(row, at[1])];
}

/** The conditions of a segment, and of what was told before and is no part of it. */
export function conditionsOf(segment: Segment, outside: Segment = []): Condition[] {
  const one =
    (is: boolean) =>
    (place: Segment[number]): Condition => ({
      kind: 'members',
      level: place.level,
      is,
      members: [place.member],
    });
  return [...segment.map(one(true)), ...outside.map(one(false))];
}

/**
 * @param compared a total beside another
 * @param records how many records are behind it
 */
export async function worldOf(
  compared: Reading,
  made: Made,
  records: number,
  ready: ReadyModel,
  looks: Looks,
): Promise<World> {
  const { model, names } = ready;
  const amounts = made.make === 'rate' ? amountsOf(compared, made) : compared;
  const single = (level: string) =>
    compared.where.some((one) => one.kind === 'members' && one.level === level && one.is && one.members.length === 1);
  const levels = [...model.levels.values()].flatMap(({ level, dimension }) => {
    const members = names.membersOf(level.id).length;
    const broken: Reading = { ...amounts, by: [byLevel(level.id)] };
    return members < 2 || members > MOST_MEMBERS || single(level.id) || impossibility(broken, names) !== null
      ? []
      : [{ id: level.id, dimension: dimension.id, members }];
  });
  const cube = await cubeOf(amounts, levels, records, ready, looks);
  const slow = new Set(levels.flatMap(({ id }) => (cube?.has(id) === true ? [] : [id])));
  const seen = new Map<string, Promise<readonly Cell[]>>();
  return {
    make: made.make,
    counts: made.counts,
    levels,
    slow,
    cells(segment, outside, level) {
      if (cube !== null && [level, ...[...segment, ...outside].map((one) => one.level)].every((one) => cube.has(one)))
        return Promise.resolve(cube.cells(segment, outside, level));
      const key = `${level} ${segmentKey(segment)} − ${segmentKey(outside)}`;
      const there = seen.get(key);
      if (there !== undefined) return there;
      const asked = looks
        .figures({ ...within(amounts, conditionsOf(segment, outside)), by: [byLevel(level)] })
        .then((figures) => cellsOf(figures));
      seen.set(key, asked);
      return asked;
    },
  };
}

/**
 * The groups of both sides by as many levels as make few enough of them. Levels that others tell (the coast of a port) are taken from
 * these, so that they make the groups no wider.
 * @param records how many there are on one side
 * @returns null where the sides are no stretches of days
 */
async function cubeOf(
  amounts: Reading,
  levels: readonly WorldLevel[],
  records: number,
  ready: ReadyModel,
  looks: Looks,
): Promise<Cube | null> {
  const alone = amounts.against === null;
  const windows = alone ? null : windowsFor(amounts, ready);
  // what is tested within a period is tested in that of now, on both sides
  if (!alone && (windows === null || amounts.where.some((one) => one.kind === 'measure'))) return null;
  const families = [...(await familiesOf(amounts, levels, ready, looks))].sort((a, b) => a.rows.length - b.rows.length);
  const all = records > MOST_RECORDS ? null : await cubeBy(families, amounts, windows, looks);
  return all ?? cubeBy(fewEnough(families), amounts, windows, looks);
}

/** The families with the fewest members, as long as even all of their combinations are few enough. */
function fewEnough(families: readonly Family[]): Family[] {
  let groups = 1;
  return families.filter((family) => {
    const more = groups * Math.max(1, family.rows.length);
    if (more > MOST_GROUPS) return false;
    groups = more;
    return true;
  });
}

async function cubeBy(
  families: readonly Family[],
  amounts: Reading,
  windows: TwoWindows | null,
  looks: Looks,
): Promise<Cube | null> {
  const keys = families.flatMap((family) => family.keys);
  const [now, before] = await Promise.all([
    groupsOf(amounts, keys, windows?.now ?? null, looks),
    windows === null ? null : groupsOf(amounts, keys, windows.before, looks),
  ]);
  if (now === null || (before === null && windows !== null)) return null;
  const levels = families.flatMap((family): CubeLevel[] => [
    ...family.keys.map((level) => ({ level })),
    ...family.told.map(({ level, of }) => ({ level, of: family.keys[0] ?? '', told: of })),
  ]);
  return new Cube(levels, now, before);
}

/** Levels of one table: those that groups are made by, and those that the one of them tells. */
interface Family {
  readonly keys: readonly string[];
  readonly told: readonly { readonly level: string; readonly of: ReadonlyMap<string | null, string | null> }[];
  /** The combinations of members that there are. */
  readonly rows: readonly unknown[];
}

/** Where one level of a table tells all the others of it, groups are made by it alone. */
async function familiesOf(
  amounts: Reading,
  levels: readonly WorldLevel[],
  { model }: ReadyModel,
  looks: Looks,
): Promise<Family[]> {
  const tables = new Map<string, string[]>();
  for (const { id } of levels) {
    const table = model.levels.get(id)?.source.table ?? '';
    tables.set(table, [...(tables.get(table) ?? []), id]);
  }
  const families = await Promise.all(
    [...tables.values()].map(async (ids): Promise<Family[]> => {
      const alone = (id: string): Family => ({
        keys: [id],
        told: [],
        rows: Array.from({ length: levels.find((one) => one.id === id)?.members ?? 1 }),
      });
      if (ids.length === 1) return ids.map(alone);
      const figures = await looks.figures({ ...amounts, against: null, by: ids.map((id) => byLevel(id)) }, MOST_FAMILY);
      if (figures.rows.length > MOST_FAMILY) return ids.map(alone);
      const members = figures.rows.map((row) => ids.map((_id, at) => textOf(row[at])));
      const telling = ids.findIndex((_id, at) => new Set(members.map((row) => row[at])).size === members.length);
      if (telling < 0) return ids.map(alone);
      const told = ids.flatMap((level, at) =>
        at === telling
          ? []
          : [{ level, of: new Map(members.map((row) => [row[telling] ?? null, row[at] ?? null] as const)) }],
      );
      return [{ keys: [ids[telling] ?? ''], told, rows: members }];
    }),
  );
  return families.flat();
}

/** The groups of one side, or, without days, of the reading's own; null where they are too many. */
async function groupsOf(
  amounts: Reading,
  levels: readonly string[],
  days: { readonly from: string; readonly to: string } | null,
  looks: Looks,
): Promise<CodedRows | null> {
  const role = amounts.when?.role;
  const groups = await looks
    .codedFigures(
      {
        ...amounts,
        by: levels.map((level) => byLevel(level)),
        ...(days === null
          ? {}
          : { when: { period: { kind: 'days' as const, ...days }, ...(role === undefined ? {} : { role }) } }),
        against: null,
      },
      MOST_GROUPS,
    )
    .catch(passedOver);
  return groups === null || groups.size > MOST_GROUPS ? null : groups;
}

const textOf = (cell: string | number | null | undefined): string | null =>
  cell === null || cell === undefined ? null : String(cell);

function cellsOf(figures: Figures): Cell[] {
  const at = figures.columns.findIndex((column) => column.role === 'level');
  const { value, other } = placesOf(figures);
  return figures.rows
    .flatMap((row): Cell[] => {
      const member = textOf(row[at]);
      return member === null ? [] : [{ member, now: side(row, value), before: side(row, other) }];
    })
    .sort((a, b) => (a.member < b.member ? -1 : 1));
}
