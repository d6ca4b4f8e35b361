/** What the blanks of an action can be filled with, from an answer or one of its rows. */
import { Names } from '@zud/core/actions/filling';
import { formatCell } from '@zud/core/format/format';
import { levelWords } from '@zud/core/reading/words';
import type { Answered } from '../asking/answered';
import type { ReadyModel } from '../asking/ready-model';

/**
 * @param row of the answer; null: the whole, whose figures count where it has one row
 * @returns names, and what it is about in words
 */
export function actionNames(
  { answer, sentence, reading, headline }: Answered,
  row: number | null,
  ready: ReadyModel,
  person: { readonly name: string },
  today: string,
): { readonly names: Names; readonly about: string } {
  const names = new Names();
  const at = row ?? (answer.rows.length === 1 ? 0 : null);
  const cells = at === null ? undefined : answer.rows[at];
  const members: string[] = [];
  const figures: string[] = [];
  for (const [index, column] of answer.columns.entries()) {
    const cell = cells?.[index];
    if (cell === undefined || cell === null) continue;
    const text = formatCell(cell, column).replace(/[\u00a0\u202f]/g, ' ');
    names.give(column.label, text);
    if (column.role === 'level' || column.role === 'time') members.push(text);
    else if (column.role === 'measure') figures.push(`${column.label} ${text}`);
  }
  // what the whole is narrowed to holds of each of its rows
  for (const condition of reading.where)
    if (condition.kind === 'members' && condition.is && condition.members.length === 1)
      names.give(
        levelWords(ready.naming, condition.level),
        ready.naming.member(condition.level, condition.members[0] ?? ''),
      );
  const of = members.length === 0 ? sentence.text : `${members.join(', ')}: ${sentence.text}`;
  names.give('summary', figures.length === 0 ? headline : `${[...members, ...figures].join(', ')} (${sentence.text})`);
  names.give('question', sentence.text);
  names.give('headline', headline);
  names.give('model', ready.model.file.name);
  names.give('me', person.name);
  names.give('today', today);
  return { names, about: of };
}
