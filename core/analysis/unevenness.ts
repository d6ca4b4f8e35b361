/** How unevenly a measure lies over the members of a level: what tells which breakdown is worth a look first. */
import type { Answer } from '../query/answer';

/**
 * The part of the total that would have to move for all members to be equal (the Hoover index, Hoover 1936), for a measure whose
 * parts add up; for an average or a ratio the mean distance of the members from their common mean, each by the number of its records.
 * @param answer one level, one measure in its first value column
 * @returns 0 (even) … 1; null where nothing can be said: fewer than two members, negative parts, a mean of 0
 */
export function unevenness(answer: Pick<Answer, 'columns' | 'rows' | 'support'>): number | null {
  const at = answer.columns.findIndex((column) => column.as === 'value');
  const members = answer.rows.flatMap((row, index) =>
    typeof row[at] === 'number' ? [{ value: row[at], weight: answer.support[index] ?? 1 }] : [],
  );
  if (members.length < 2) return null;
  if (answer.columns[at]?.additive === true) {
    const total = members.reduce((sum, one) => sum + one.value, 0);
    if (total <= 0 || members.some((one) => one.value < 0)) return null;
    return members.reduce((sum, one) => sum + Math.abs(one.value / total - 1 / members.length), 0) / 2;
  }
  const weight = members.reduce((sum, one) => sum + one.weight, 0);
  const mean = members.reduce((sum, one) => sum + one.value * one.weight, 0) / weight;
  if (mean === 0) return null;
  return Math.min(
    1,
    members.reduce((sum, one) => sum + Math.abs(one.value - mean) * one.weight, 0) / weight / Math.abs(mean),
  );
}
