/** The parts of a model that can be gone to, for whoever may. */
import type { ModelDraftView } from '@zud/core/contract/workshop';
import type { Part } from './Frame';

export const SECTIONS = [
  'joins',
  'measures',
  'hierarchies',
  'calendar',
  'sets',
  'who',
  'columns',
  'file',
  'versions',
] as const;
export type Section = (typeof SECTIONS)[number];

const many = (count: number, changed: number): string =>
  changed === 0 ? String(count) : `${count}, ${changed} changed`;

/** @param draft null for those who only read */
export function partsOf(modelId: string, draft: ModelDraftView | null, terms: string): Part[] {
  const glossary = { to: `/models/${modelId}/glossary`, label: 'Glossary', about: terms };
  if (draft === null) return [{ to: `/models/${modelId}`, label: 'Measures and hierarchies' }, glossary];
  const { file, changes } = draft;
  const changed = (...sections: readonly string[]) => changes.filter((one) => sections.includes(one.section)).length;
  const to = (section: Section) => `/models/${modelId}/workshop/${section}`;
  return [
    { to: to('joins'), label: 'Facts and joins', about: many(file.tables.length, changed('tables', 'facts')) },
    { to: to('measures'), label: 'Measures', about: many(file.measures.length, changed('measures')) },
    { to: to('hierarchies'), label: 'Hierarchies', about: many(file.dimensions.length, changed('hierarchies')) },
    {
      to: to('calendar'),
      label: 'Dates and seasons',
      about: many(file.dates.length + file.calendar.seasons.length, changed('dates', 'seasons')),
    },
    { to: to('sets'), label: 'Named sets', about: many(file.sets.length, changed('sets')) },
    glossary,
    {
      to: to('who'),
      label: 'Who sees what',
      about: `${file.rowRules.length} ${file.rowRules.length === 1 ? 'rule' : 'rules'}`,
    },
    { to: to('columns'), label: 'Columns' },
    { to: to('file'), label: 'The whole file' },
    { to: to('versions'), label: 'Versions', about: String(draft.version) },
  ];
}
