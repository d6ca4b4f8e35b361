/** A model with loaded tables joined to it: what of theirs is looked up in the tables it has, and the measures, levels and dates they bring. */
import { modelFileSchema, type ModelFile } from '../model/schema';
import { draftModel, freeId, type FoundJoin, type Reason, type TableFacts } from './draft-model';
import { withPlans } from './plans';

export type JoinedModel =
  | {
      readonly ok: true;
      readonly file: ModelFile;
      readonly reasons: readonly Reason[];
      readonly joins: readonly FoundJoin[];
    }
  | { readonly ok: false; readonly reason: string };

/**
 * @param file the model that is joined to; of it only what has a plan now is changed
 * @param tables the new tables
 * @param joins from the new tables to loaded tables that the model reads, or to one another, many to one
 */
export function joinedInto(file: ModelFile, tables: readonly TableFacts[], joins: readonly FoundJoin[]): JoinedModel {
  const there = new Set(file.tables.map((table) => table.source ?? table.id));
  const added = tables.filter(({ name }) => !there.has(name));
  const [twice] = tables.filter(({ name }) => there.has(name));
  if (twice !== undefined) return { ok: false, reason: `The model reads “${twice.name}” already.` };
  const names = new Set(added.map(({ name }) => name));
  const own = joins.filter(({ from }) => names.has(from.table));
  const outward = nearest(
    own.filter(({ to }) => there.has(to.table)),
    file,
  );
  const among = own.filter(({ to }) => names.has(to.table));
  const alone = added.find(
    ({ name }) =>
      !outward.some(({ from }) => from.table === name) &&
      !among.some((join) => join.from.table === name || join.to.table === name),
  );
  if (outward.length === 0 || alone !== undefined)
    return {
      ok: false,
      reason: `No column of “${(alone ?? added[0])?.name ?? ''}” is found in a column of the model whose values stand there once each, so a join would find nothing, or count rows several times. Give the column the name of the one it belongs to, or ask the table by itself.`,
    };
  const draft = draftModel(added, among, { id: file.id, name: file.name });
  const renamed = freedFrom(modelFileSchema.parse(draft.file), file);
  const nodeOf = (loaded: string) => file.tables.find((table) => (table.source ?? table.id) === loaded);
  const joined = outward.flatMap(({ from, to }) => {
    const node = nodeOf(to.table);
    return node === undefined
      ? []
      : [
          {
            from: from.table,
            join: { to: node.id, column: from.column, ...(node.key === to.column ? {} : { key: to.column }) },
          },
        ];
  });
  const dates = datesOf(file, renamed);
  const measures = withPlans(
    [...file.measures, ...renamed.measures],
    dates,
    new Set(renamed.measures.map(({ id }) => id)),
  );
  const keys = new Set(outward.map(({ from }) => `${from.table}.${from.column}`));
  return {
    ok: true,
    joins: [...outward, ...among],
    reasons: [
      ...outward.map(({ from, to, matched, unmatched }): Reason => ({
        path: `tables.${from.table}`,
        why: `${from.column} is found in ${to.table}.${to.column} for ${matched} of ${matched + unmatched} rows.`,
        sure: unmatched === 0,
      })),
      ...draft.reasons,
      ...measures
        .filter(({ plan }, at) => plan !== undefined && plan !== file.measures[at]?.plan)
        .map(({ id, name, plan }): Reason => ({
          path: `measures.${id}.plan`,
          why: `${measures.find((one) => one.id === plan)?.name ?? ''} is the plan of ${name}.`,
          sure: false,
        })),
    ],
    file: {
      ...file,
      tables: [
        ...file.tables,
        ...renamed.tables.map((table) => ({
          ...table,
          joins: [...table.joins, ...joined.filter(({ from }) => from === table.id).map(({ join }) => join)],
        })),
      ],
      facts: [...file.facts, ...renamed.facts],
      dates,
      dimensions: [
        ...file.dimensions,
        // what is looked up in the model is a level of the model's
        ...renamed.dimensions
          .map((dimension) => ({ ...dimension, levels: dimension.levels.filter(({ column }) => !keys.has(column)) }))
          .filter(({ levels }) => levels.length > 0),
      ],
      measures,
    },
  };
}

/** Of joins of one table those to the finest tables: what these look up themselves is reached through them. */
function nearest(joins: readonly FoundJoin[], file: ModelFile): FoundJoin[] {
  const nodes = new Map(file.tables.map((table) => [table.id, table]));
  const loaded = (id: string) => nodes.get(id)?.source ?? id;
  const reached = (table: string): Set<string> => {
    const found = new Set<string>();
    const queue = file.tables.filter((one) => (one.source ?? one.id) === table);
    for (let node = queue.shift(); node !== undefined; node = queue.shift())
      for (const { to } of node.joins) {
        if (found.has(loaded(to))) continue;
        found.add(loaded(to));
        const next = nodes.get(to);
        if (next !== undefined) queue.push(next);
      }
    return found;
  };
  return joins.filter(
    (join) =>
      !joins.some(
        (other) => other !== join && other.from.table === join.from.table && reached(other.to.table).has(join.to.table),
      ),
  );
}

/** With ids and names that the model has not yet. */
function freedFrom(draft: ModelFile, file: ModelFile): ModelFile {
  const ids = new Set([
    ...file.measures.map(({ id }) => id),
    ...file.dimensions.flatMap(({ id, levels }) => [id, ...levels.map((level) => level.id)]),
    ...file.dates.map(({ id }) => id),
    ...file.sets.map(({ id }) => id),
  ]);
  const names = new Set(
    [
      ...file.measures.flatMap(({ name, synonyms }) => [name, ...synonyms]),
      ...file.dimensions.flatMap(({ levels }) => levels.flatMap(({ name, synonyms }) => [name, ...synonyms])),
    ].map((name) => name.toLowerCase()),
  );
  const free = (id: string) => freeId(ids, id);
  const named = (name: string, of: string) => {
    const made = names.has(name.toLowerCase()) ? `${name} of ${of}` : name;
    names.add(made.toLowerCase());
    return made;
  };
  const moved = new Map<string, string>();
  const measures = draft.measures.map((measure) => {
    const id = free(measure.id);
    moved.set(measure.id, id);
    const fact = 'fact' in measure ? measure.fact.replaceAll('_', ' ') : draft.name;
    return { ...measure, id, name: named(measure.name, fact) };
  });
  return {
    ...draft,
    measures: measures.map((measure) =>
      measure.kind === 'ratio'
        ? { ...measure, of: moved.get(measure.of) ?? measure.of, per: moved.get(measure.per) ?? measure.per }
        : measure,
    ),
    dimensions: draft.dimensions.map((dimension) => ({
      ...dimension,
      id: free(dimension.id),
      levels: dimension.levels.map((level) => ({
        ...level,
        id: free(level.id),
        name: named(level.name, (level.column.split('.')[0] ?? '').replaceAll('_', ' ')),
      })),
    })),
  };
}

/** The usual date of what is new joins the usual date of the model, so that both meet by day, week, month and year; others stay by themselves. */
function datesOf(file: ModelFile, added: ModelFile): ModelFile['dates'] {
  const usual = file.dates.find((date) => date.default) ?? file.dates[0];
  const mine = new Map<string, string>();
  for (const { columns, default: first } of [...added.dates].sort((a, b) => Number(b.default) - Number(a.default)))
    for (const [fact, column] of Object.entries(columns))
      if (first || !mine.has(fact)) mine.set(fact, mine.get(fact) ?? column);
  if (usual === undefined) return [...file.dates, ...added.dates];
  const left = added.dates
    .map((date) => ({
      ...date,
      default: false,
      columns: Object.fromEntries(Object.entries(date.columns).filter(([fact, column]) => mine.get(fact) !== column)),
    }))
    .filter(({ columns }) => Object.keys(columns).length > 0);
  const taken = new Set(file.dates.map(({ id }) => id));
  return [
    ...file.dates.map((date) =>
      date === usual ? { ...date, columns: { ...date.columns, ...Object.fromEntries(mine) } } : date,
    ),
    ...left.map((date) => ({ ...date, id: freeId(taken, date.id) })),
  ];
}
