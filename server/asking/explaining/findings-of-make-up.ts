/** A change of make-up: a member whose share of a whole is another than a year ago, month after month. */
import { shareMoved } from '@zud/core/analysis/make-up-change';
import { foundMakeUp } from '@zud/core/narrate/found';
import { plain, byLevel, EMPTY_READING, type Reading } from '@zud/core/reading/schema';
import { endOf } from '@zud/core/time/grain';
import type { ReadyModel } from '../ready-model';
import {
  A_YEAR,
  GRAIN,
  membersOf,
  MOST_POINTS,
  sum,
  type FindingsWithin,
  type Found,
  type Line,
} from './finding-lines';

/** A share that moved by less than this is not worth a word. */
const LEAST_MOVED = 0.02;

/** @param lines of the members of one level @param whole of all together, by measure */
export function foundMakeUps(
  level: string,
  lines: readonly Line[],
  whole: ReadonlyMap<string, Line>,
  { model, calendar }: ReadyModel,
  { where }: FindingsWithin,
): Found[] {
  return lines.flatMap((line): Found[] => {
    const all = whole.get(line.measure);
    // a difference of amounts has parts below nought, of which shares say little
    const kind = model.measures.get(line.measure)?.kind;
    if ((kind !== 'sum' && kind !== 'count') || all === undefined) return [];
    const shares = sharesOf(line, all);
    if (shares === null) return [];
    const [now, before] = [shares.slice(-A_YEAR), shares.slice(-2 * A_YEAR, -A_YEAR)];
    if (before.length < A_YEAR) return [];
    const [share, was] = [partOf(now), partOf(before)];
    const tail = shareMoved(
      now.map((one, at) => one.share - (before[at]?.share ?? 0)),
      noiseOf((share + was) / 2, line.counts ? sum(before.map(({ whole: count }) => count)) / A_YEAR : all.records),
    );
    const moved = share - was;
    if (tail === null || Math.abs(moved) < LEAST_MOVED) return [];
    const [from, to] = [now[0]?.day, now.at(-1)?.day];
    if (from === undefined || to === undefined) return [];
    const period = { from, to: endOf(GRAIN, to, calendar.weekStart) };
    const reading: Reading = {
      ...EMPTY_READING,
      shown: [{ ...plain(line.measure), transform: { kind: 'share', within: 'all' } }],
      by: [byLevel(level)],
      where: [...where],
      when: { period: { kind: 'days', ...period } },
      against: { kind: 'year' },
    };
    return [
      {
        kind: 'mix',
        measure: line.measure,
        figures: `${line.measure} ${JSON.stringify(line.values)}`,
        tail,
        size: moved * 4,
        part: Math.max(share, was),
        whose: `${level} ${line.member ?? ''}`,
        breadth: 1,
        // of the members of one level, whose shares all move when one does, the one that moved most is told
        at: level,
        told: {
          kind: 'mix',
          measure: line.measure,
          members: membersOf(line),
          period,
          ...foundMakeUp({ share, was }, { column: line.column, who: line.member ?? '' }),
          reading,
          line: { now: shares.slice(-MOST_POINTS).map((one) => one.share) },
        },
      },
    ];
  });
}

/** What counting so many records a month does to the difference of two shares (two binomials). */
const noiseOf = (share: number, records: number | null): number =>
  records === null || records <= 0 ? 0 : Math.sqrt((2 * share * (1 - share)) / records);

interface Share {
  readonly day: string;
  readonly share: number;
  readonly part: number;
  readonly whole: number;
}

const partOf = (shares: readonly Share[]): number =>
  sum(shares.map(({ part }) => part)) / Math.max(1e-12, sum(shares.map(({ whole }) => whole)));

/** The share of each month; null where a whole is nothing or less. */
function sharesOf(line: Line, all: Line): Share[] | null {
  const parts = new Map(line.days.map((day, at) => [day, line.values[at] ?? 0]));
  if (all.values.slice(-2 * A_YEAR).some((value) => value <= 0)) return null;
  return all.days.map((day, at) => {
    const [part, whole] = [parts.get(day) ?? 0, all.values[at] ?? 0];
    return { day, part, whole, share: whole > 0 ? part / whole : 0 };
  });
}
