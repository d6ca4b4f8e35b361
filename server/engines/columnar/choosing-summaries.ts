/**
 * Which summaries of a table are worth their room: greedily, the one that saves most rows of reading over all combinations of a few
 * columns that may be asked about, given those chosen before. After V. Harinarayan, A. Rajaraman, J. D. Ullman: “Implementing data
 * cubes efficiently”, SIGMOD 1996.
 */

/** Some columns, and into how many rows a summary by them would gather the rows of the table. */
export interface Candidate {
  readonly keys: readonly string[];
  readonly rows: number;
  /** May it be asked about by just these columns? Others are there to cover those. */
  readonly asked: boolean;
}

/** The most columns of a summary beside the usual date, and of what may be asked about at once. */
export const MOST_KEYS = 3;
export const MOST_ASKED = 2;
const MOST_SUMMARIES = 16;
/** A summary of more than this share of the rows is hardly quicker than they are. */
export const LARGEST = 0.125;
/** All summaries of a table together, as a share of its rows. */
const ROOM = 0.6;
/** Where less than this share of reading is saved, no more are made. */
const LEAST_SAVED = 0.001;

/**
 * @param rows of the table
 * @returns in the order of what they save
 */
export function chosenSummaries(candidates: readonly Candidate[], rows: number): Candidate[] {
  const asked = candidates.filter((one) => one.asked);
  const cost = new Map(asked.map((one) => [one, rows]));
  const chosen: Candidate[] = [];
  let room = rows * ROOM;
  while (chosen.length < MOST_SUMMARIES) {
    const saved = (one: Candidate) =>
      asked.reduce((sum, other) => sum + (covers(one, other) ? Math.max(0, (cost.get(other) ?? 0) - one.rows) : 0), 0);
    const [best] = candidates
      .filter((one) => one.rows <= Math.min(room, rows * LARGEST) && !chosen.includes(one))
      .map((one) => ({ one, saved: saved(one) }))
      .sort((a, b) => b.saved - a.saved || a.one.rows - b.one.rows);
    if (best === undefined || best.saved <= LEAST_SAVED * rows * asked.length) return chosen;
    chosen.push(best.one);
    room -= best.one.rows;
    for (const other of asked)
      if (covers(best.one, other)) cost.set(other, Math.min(cost.get(other) ?? rows, best.one.rows));
  }
  return chosen;
}

const covers = (one: Candidate, other: Candidate): boolean => other.keys.every((key) => one.keys.includes(key));

/** All combinations of up to so many of some columns, the small ones first. @example combinations(['a', 'b'], 2) // [['a'], ['b'], ['a', 'b']] */
export function combinations(keys: readonly string[], most: number): string[][] {
  const all = keys.reduce<string[][]>(
    (before, key) => [...before, ...before.filter((one) => one.length < most).map((one) => [...one, key])],
    [[]],
  );
  return all.filter((one) => one.length > 0).sort((a, b) => a.length - b.length);
}

/**
 * How many different values there are among all rows, told from a sample: the estimator of M. Charikar, S. Chaudhuri, R. Motwani,
 * V. Narasayya, “Towards estimation error guarantees for distinct values”, PODS 2000.
 * @param different values in the sample, @param once how many of them are there only once, @param share of all rows that the sample is, above 0
 */
export function estimatedDifferent(different: number, once: number, share: number): number {
  return different - once + once * Math.sqrt(1 / share);
}
