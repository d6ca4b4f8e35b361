/** What a person sees of a model: without the columns that are hidden from them, and without the names of members that they may not know. */
import { withoutBroken } from './parts-of';
import type { Fact, ModelFile } from './schema';

/** What stands in the place of members that a person may not know, so that nothing is widened where they are left out. */
export const WITHHELD = '(withheld)';

/**
 * The sensitive columns that are hidden from a person, as `table.column`.
 * @param groups those the person is in
 */
export function hiddenColumns(file: ModelFile, groups: readonly string[]): ReadonlySet<string> {
  const sourceOf = (id: string) => file.tables.find((table) => table.id === id)?.source ?? id;
  return new Set(
    file.sensitive
      .filter(({ except }) => !except.some((group) => groups.includes(group)))
      .flatMap(({ column: reference }) => {
        const [table = '', column = ''] = reference.split('.');
        // a loaded table may stand in the model under several names; its column is hidden under all of them
        return file.tables
          .filter((one) => (one.source ?? one.id) === sourceOf(table))
          .map((one) => `${one.id}.${column}`);
      }),
  );
}

/**
 * A model file without hidden columns: without the levels and measures that look at them, and without all that is built on these.
 * Joins stay, as no answer shows their columns, and so do row rules, which are resolved before.
 * @param hidden columns as `table.column`, of the tables of the model
 * @example withoutColumns(file, new Set(['customers.email'])) // no level “E-mail”, no measure over it
 */
export function withoutColumns(file: ModelFile, hidden: ReadonlySet<string>): ModelFile {
  if (hidden.size === 0) return file;
  const tableOf = (fact: string): string => file.facts.find((one: Fact) => one.id === fact)?.table ?? '';
  const isHidden = (reference: string, own: string) =>
    hidden.has(reference.includes('.') ? reference : `${own}.${reference}`);
  const dimensions = file.dimensions.flatMap((dimension) => {
    const levels = dimension.levels
      .filter((level) => !hidden.has(level.column))
      .map((level) => {
        const table = level.column.split('.')[0] ?? '';
        const { order, latitude, longitude, ...rest } = level;
        const placed =
          latitude !== undefined &&
          longitude !== undefined &&
          !isHidden(latitude, table) &&
          !isHidden(longitude, table);
        return {
          ...rest,
          ...(order === undefined || isHidden(order, table) ? {} : { order }),
          ...(placed ? { latitude, longitude } : {}),
        };
      });
    if (levels.length === 0) return [];
    const kept = new Set(levels.map((level) => level.id));
    const hierarchies = dimension.hierarchies
      ?.map((hierarchy) => hierarchy.filter((id) => kept.has(id)))
      .filter((hierarchy) => hierarchy.length > 0);
    return [{ ...dimension, levels, ...(hierarchies === undefined ? {} : { hierarchies }) }];
  });
  const levels = new Set(dimensions.flatMap((dimension) => dimension.levels.map((level) => level.id)));
  const measures = withoutBroken(
    file.measures.filter((measure) => {
      if (!('fact' in measure)) return true;
      const looked = [
        'column' in measure ? measure.column : null,
        ...('each' in measure ? measure.each : []),
        ...measure.only.map((test) => test.column),
      ];
      return !looked.some((column) => column !== null && isHidden(column, tableOf(measure.fact)));
    }),
  );
  const kept = new Set(measures.map((measure) => measure.id));
  const dates = file.dates
    .map((role) => ({
      ...role,
      columns: Object.fromEntries(
        Object.entries(role.columns).filter(([fact, column]) => !isHidden(column, tableOf(fact))),
      ),
    }))
    .filter((role) => Object.keys(role.columns).length > 0);
  return {
    ...file,
    dimensions,
    dates,
    measures: measures.map(({ plan, ...measure }) =>
      plan === undefined || !kept.has(plan) ? measure : { ...measure, plan },
    ),
    sets: file.sets.filter((set) => levels.has(set.level)),
    glossary: file.glossary.filter(
      ({ means }) => kept.has(means) || levels.has(means) || file.facts.some((fact) => fact.id === means),
    ),
    defaults: file.defaults.measure !== undefined && kept.has(file.defaults.measure) ? file.defaults : {},
  };
}

/**
 * A model file with the names of those members only that a person may know. A named set of none of them holds one that nothing is called,
 * so that it stays as narrow as it was.
 */
export function withKnownMembers(file: ModelFile, knows: (level: string, member: string) => boolean): ModelFile {
  return {
    ...file,
    sets: file.sets.map((set) => {
      const known = set.members.filter((member) => knows(set.level, member));
      return { ...set, members: known.length > 0 ? known : [WITHHELD] };
    }),
    dimensions: file.dimensions.map((dimension) => ({
      ...dimension,
      levels: dimension.levels.map((level) => ({
        ...level,
        memberSynonyms: Object.fromEntries(
          Object.entries(level.memberSynonyms).filter(([member]) => knows(level.id, member)),
        ),
      })),
    })),
  };
}
