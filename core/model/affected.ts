/** What of a model is another thing after a change: the measures, levels and sets by whose ids readings name them. */
import { measuresIn, parseFormula } from './calculation';
import { changesOf } from './changes';
import type { Measure, ModelFile } from './schema';

export interface Affected {
  readonly measures: ReadonlySet<string>;
  readonly levels: ReadonlySet<string>;
  readonly sets: ReadonlySet<string>;
}

/** Sections of which any change may concern every answer. */
const ALL: ReadonlySet<string> = new Set(['model', 'tables', 'facts', 'dates', 'seasons', 'rowRules', 'sensitive']);

/** Of which other measures it is made, and by which it is planned. */
function madeOf(measure: Measure): string[] {
  const plan = measure.plan === undefined ? [] : [measure.plan];
  if (measure.kind === 'ratio') return [measure.of, measure.per, ...plan];
  if (measure.kind !== 'formula') return plan;
  try {
    return [...measuresIn(parseFormula(measure.formula)), ...plan];
  } catch {
    return plan;
  }
}

/** @returns null where every answer may be another */
export function affectedBy(before: ModelFile, after: ModelFile): Affected | null {
  const changes = changesOf(before, after);
  if (changes.some(({ section }) => ALL.has(section))) return null;
  const of = (section: string) => changes.flatMap((one) => (one.section === section ? [one.id] : []));
  const measures = new Set(of('measures'));
  const all = [...before.measures, ...after.measures];
  for (let found = -1; found !== measures.size;) {
    found = measures.size;
    for (const one of all) if (madeOf(one).some((id) => measures.has(id))) measures.add(one.id);
  }
  return {
    measures,
    levels: new Set(of('hierarchies').map((id) => id.slice(id.indexOf('.') + 1))),
    sets: new Set(of('sets')),
  };
}
