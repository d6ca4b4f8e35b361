/**
 * Rows of answers that are kept so that a narrower answer can be taken from them: "passengers by coast" holds what "passengers
 * by coast, only North Reach" asks for. Only where that is exact: each row is of one member of a level, whatever the others are.
 */
import type { Plan } from '@zud/core/query/plan';
import type { Cell } from '@zud/core/query/answer';
import { byLevel, canonical, same, type Condition, type Reading } from '@zud/core/reading/schema';
import type { EngineResult } from '../engines/engine';

export interface Run {
  readonly plan: Plan;
  readonly result: EngineResult;
  readonly rows: readonly (readonly Cell[])[];
  /** How many records stand behind each row. */
  readonly support: readonly (number | null)[];
}

export interface Narrowed {
  /** The wider reading that the rows were computed for. */
  readonly of: Reading;
  readonly result: EngineResult;
  readonly rows: Run['rows'];
  readonly support: Run['support'];
}

type Members = Extract<Condition, { kind: 'members' }>;

/** Rows that one kept answer may have, and answers that are kept. */
const MOST_ROWS = 2000;
const MOST_RUNS = 200;

export class WiderRuns {
  private readonly kept = new Map<string, { readonly reading: Reading; readonly run: Run }>();

  /** @param data what else the rows depend on: model, data, day, rules */
  keep(reading: Reading, data: string, run: Run): void {
    if (run.rows.length > MOST_ROWS || !isOfMembers(reading)) return;
    const key = keyOf(reading, data);
    this.kept.delete(key);
    this.kept.set(key, { reading, run });
    const [oldest] = this.kept.keys();
    if (this.kept.size > MOST_RUNS && oldest !== undefined) this.kept.delete(oldest);
  }

  /** The rows of a reading from those of one that lacks a condition on members; null where none is kept, or none of its rows are left. */
  narrowed(reading: Reading, data: string): Narrowed | null {
    if (!isOfMembers(reading)) return null;
    for (const condition of reading.where) {
      if (condition.kind !== 'members' || !narrows(condition, reading)) continue;
      const wider = { ...reading, where: reading.where.filter((one) => one !== condition) };
      const there = this.kept.get(keyOf(wider, data));
      if (there === undefined) continue;
      const at = reading.by.findIndex((one) => same(one, byLevel(condition.level)));
      const left = there.run.rows.flatMap((row, index) =>
        condition.members.includes(String(row[at])) === condition.is ? [index] : [],
      );
      if (left.length === 0) continue;
      return {
        of: there.reading,
        result: there.run.result,
        rows: left.map((index) => there.run.rows[index] ?? []),
        support: left.map((index) => there.run.support[index] ?? null),
      };
    }
    return null;
  }

  clear(): void {
    this.kept.clear();
  }
}

/** Does a condition on members leave out whole rows, and nothing else? */
function narrows(condition: Members, { by }: Reading): boolean {
  return by.some((one) => same(one, byLevel(condition.level)));
}

/** Is each row told by its own records alone, in an order that leaving others out does not change? */
function isOfMembers({ rows, by, rank, against, where }: Reading): boolean {
  if (rows !== null || rank !== null || against?.kind === 'members') return false;
  if (by.some((one) => one.kind === 'bins' || one.kind === 'sets') || (by.length > 1 && by[0]?.kind !== 'time'))
    return false;
  // the members of a second level are ordered by the greatest of their values, of which some would be left out
  return (
    by.filter((one) => one.kind === 'level').length === 1 &&
    !where.some(
      (one) =>
        one.kind === 'measure' || (one.kind === 'rows' && (one.test === 'aboveAverage' || one.test === 'belowAverage')),
    )
  );
}

/** Views and transforms change nothing of the rows that they are made of. */
const keyOf = (reading: Reading, data: string): string =>
  `${data} ${canonical({ ...reading, view: null, shown: reading.shown.map((one) => one.calculation) })}`;
