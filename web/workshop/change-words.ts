/** A change of a model in words. */
import type { ChangeSection, ModelChange } from '@zud/core/model/changes';

const SECTION_WORDS: Readonly<Record<ChangeSection, string>> = {
  model: 'the model',
  tables: 'table',
  facts: 'records',
  dates: 'date',
  hierarchies: 'level',
  measures: 'measure',
  sets: 'named set',
  seasons: 'season',
  glossary: 'term',
  rowRules: 'rule',
  sensitive: 'column that is hidden',
};
const HOW: Readonly<Record<ModelChange['how'], string>> = {
  added: 'added',
  removed: 'taken out',
  changed: 'changed',
  moved: 'moved',
};

/** @example 'measure “Load factor” changed: per capacity → seats_offered' */
export function changeWords({ section, name, how, fields }: ModelChange): string {
  if (how === 'moved') return `the order of ${SECTION_WORDS[section]}s changed`;
  const said = fields.map(({ field, before, after }) => `${field} ${before ?? 'none'} → ${after ?? 'none'}`).join('; ');
  return `${SECTION_WORDS[section]} “${name}” ${HOW[how]}${said === '' ? '' : `: ${said}`}`;
}
