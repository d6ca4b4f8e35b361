/** What is said of two measures that are drawn against each other: how they go together, not which is highest. */
import { usualKind } from '../chart/fit';
import { shapeOf } from '../chart/shape';
import { relationOf, strengthWords, type Relation } from '../analysis/relation';
import { SEASON, takenApart } from '../analysis/seasonal';
import { formatCell } from '../format/format';
import { pluralWord } from '../model/model';
import type { Answer, Cell } from '../query/answer';
import type { AnswerColumn } from '../query/plan';
import { ALL, OTHERS, REST } from '../query/parts';
import type { Reading } from '../reading/schema';
import { listWords } from '../reading/words';
import { isCycle } from '../time/grain';

export interface Related {
  readonly relation: Relation;
  readonly first: AnswerColumn;
  readonly second: AnswerColumn;
  readonly key: AnswerColumn;
  /** The rows that were looked at. */
  readonly rows: readonly number[];
  /** Over time: what is left of both lines after level and season, as else everything goes together. */
  readonly detrended: boolean;
}

/** Fewer points than this say little. */
const FEW = 10;

/** @returns null where an answer is not two measures drawn against each other */
export function relatedIn(answer: Answer, reading: Reading): Related | null {
  const shape = shapeOf(answer);
  const values = answer.columns.flatMap((column, at) => (column.as === 'value' ? [{ column, at }] : []));
  const [first, second] = values;
  const at = answer.columns.findIndex((column) => column.role === 'level' || column.role === 'time');
  const key = answer.columns[at];
  if (values.length !== 2 || first === undefined || second === undefined || key === undefined) return null;
  if (answer.columns.some((column) => column.as === 'other') || shape.keys.length !== 1) return null;
  if ((reading.view?.chart ?? usualKind(answer, shape, reading)[0]) !== 'scatter') return null;
  const number = (cell: Cell | undefined) => (typeof cell === 'number' ? cell : null);
  const rows = answer.rows.flatMap((row, index) =>
    number(row[first.at]) !== null &&
    number(row[second.at]) !== null &&
    row[at] !== answer.incomplete &&
    ![ALL, OTHERS, REST].includes(String(row[at]))
      ? [index]
      : [],
  );
  const of = (place: number) => rows.map((row) => number(answer.rows[row]?.[place]) ?? 0);
  const season = key.grain === undefined || isCycle(key.grain) ? 1 : SEASON[key.grain];
  const [xs, ys] = [of(first.at), of(second.at)];
  const left = key.role === 'time' ? [takenApart(xs, season)?.left, takenApart(ys, season)?.left] : [];
  const [x, y] = [left[0] ?? xs, left[1] ?? ys];
  const relation = relationOf(x.map((value, index) => [value, y[index] ?? 0] as const));
  return relation === null
    ? null
    : { relation, first: first.column, second: second.column, key, rows, detrended: left[0] !== undefined };
}

const figure = (value: number) => value.toFixed(2).replace('-', '−');

export function relationHeadline({ relation, first, second, key, detrended }: Related): string {
  const over = `${relation.points} ${pluralWord(key.label.toLowerCase())}`;
  return `${first.label} and ${second.label.charAt(0).toLowerCase()}${second.label.slice(1)} ${strengthWords(relation)}: r = ${figure(relation.r)} over ${over}${detrended ? ', after level and season' : ''}`;
}

export function relationText({ relation, key, rows }: Related, answer: Answer): { text: string; rows: number[] } {
  const at = answer.columns.indexOf(key);
  const apart = relation.apart.flatMap((index) => rows[index] ?? []);
  const names = apart.map((row) => formatCell(answer.rows[row]?.[at] ?? null, key));
  const few = relation.points < FEW ? ` Of so few points little can be told.` : '';
  const far = names.length === 0 ? '' : ` Far from the line through the others: ${listWords(names, 'and')}.`;
  return {
    text: `The relation is r = ${figure(relation.r)}, with 95 % between ${figure(relation.low)} and ${figure(relation.high)}; of ranks ${figure(relation.rank)}.${far}${few} That two things go together does not say that one brings the other about.`,
    rows: apart,
  };
}
