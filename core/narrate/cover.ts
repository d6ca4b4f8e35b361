/** What a comparison with plan leaves out on both sides, named, so that nobody takes a part for the whole. */
import { formatCell } from '../format/format';
import type { AnswerColumn, PlanCover } from '../query/plan';
import { pluralWord } from '../model/model';
import { inSentence, listWords, rangeWords } from '../reading/words';
import type { Cell } from '../query/answer';

/** Values and plans by what a plan is made for: its period, then levels, then values and plans in turn. */
export interface Coverage {
  readonly columns: readonly AnswerColumn[];
  readonly rows: readonly (readonly Cell[])[];
  /** How many measures are shown; each has a plan. */
  readonly measures: number;
}

/** Most names in one list. */
const MOST_NAMED = 3;

/**
 * @returns sentences; none where both sides cover all that was asked
 * @example 'There is no plan for Nov 2025, so what happened there counts on neither side.'
 */
export function coverNotes(cover: PlanCover, coverage: Coverage): string[] {
  const texts: string[] = [];
  if (cover.share !== null && cover.share.days < cover.share.of)
    texts.push(
      `The plan is made by ${cover.share.grain}: ${cover.share.days} of its ${cover.share.of} days count here, and as much of the plan.`,
    );
  const [period] = cover.keys;
  const grain = period?.kind === 'time' ? period.grain : 'period';
  for (const { from, to } of cover.leftOut)
    if (from !== undefined && to !== undefined)
      texts.push(
        `The plan is made by ${grain}, so ${rangeWords(from, to)}, no whole ${grain}, counts on neither side.`,
      );
  return [...texts, ...gapNotes(coverage)];
}

/** Periods, then members, then single cells that one side has and the other has not. */
function gapNotes({ columns, rows, measures }: Coverage): string[] {
  const keys = columns.length - 2 * measures;
  const there = (row: readonly Cell[], side: 0 | 1) =>
    Array.from({ length: measures }, (_unused, index) => row[keys + 2 * index + side] ?? null);
  const given = (cells: readonly Cell[]) => cells.every((cell) => cell !== null);
  const any = (cells: readonly Cell[]) => cells.some((cell) => cell !== null && cell !== 0);
  const actual = rows.filter((row) => any(there(row, 0)));
  const unplanned = actual.filter((row) => !given(there(row, 1)));
  const texts: string[] = [];
  const periods = wholly(unplanned, actual, 0);
  let left = unplanned.filter((row) => !periods.includes(row[0] ?? null));
  const named = [columnNames(columns[0], periods)];
  for (let at = 1; at < keys; at += 1) {
    const rest = actual.filter((row) => !periods.includes(row[0] ?? null));
    const members = wholly(left, rest, at);
    named.push(columnNames(columns[at], members));
    left = left.filter((row) => !members.includes(row[at] ?? null));
  }
  const cells = left.slice(0, MOST_NAMED).map((row) =>
    Array.from({ length: keys }, (_unused, at) => formatCell(row[at] ?? null, columns[at] as AnswerColumn))
      .reverse()
      .join(' in '),
  );
  if (left.length > MOST_NAMED) cells.push(`${left.length - MOST_NAMED} more`);
  const missing = [...named.filter((text) => text !== ''), ...cells];
  if (missing.length > 0)
    texts.push(`There is no plan for ${listWords(missing, 'and')}, so what happened there counts on neither side.`);
  const planned = rows.filter((row) => any(there(row, 1)));
  const unrecorded = wholly(
    planned.filter((row) => !any(there(row, 0))),
    planned,
    0,
  );
  if (unrecorded.length > 0)
    texts.push(
      `${columnNames(columns[0], unrecorded)} ${unrecorded.length === 1 ? 'has' : 'have'} a plan and no records, so the plan does not count there.`,
    );
  return texts;
}

/** Values of a key all of whose rows are among some. */
function wholly(some: readonly (readonly Cell[])[], all: readonly (readonly Cell[])[], at: number): Cell[] {
  const values = [...new Set(some.map((row) => row[at] ?? null))];
  const count = (rows: readonly (readonly Cell[])[], value: Cell) =>
    rows.filter((row) => (row[at] ?? null) === value).length;
  return values.filter((value) => count(some, value) === count(all, value));
}

function columnNames(column: AnswerColumn | undefined, values: readonly Cell[]): string {
  if (column === undefined || values.length === 0) return '';
  const names = [...values].sort((a, b) => (String(a) < String(b) ? -1 : 1)).map((value) => formatCell(value, column));
  return names.length > MOST_NAMED + 1
    ? `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more ${inSentence(pluralWord(column.label))}`
    : listWords(names, 'and');
}
