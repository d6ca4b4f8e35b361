/** Which columns of a loaded table, and of the large tables it joins, models ask about: those its summaries may be made of. */
import type { ModelFile } from '@zud/core/model/schema';
import { summaryKey, type Step } from '@zud/core/query/summaries';
import type { LoadedColumn } from '../../store/schema';

export interface SummaryKey {
  /** As the summary calls it. */
  readonly name: string;
  readonly steps: readonly Step[];
  readonly column: string;
}

export interface SummaryColumns {
  /** By these rows are told apart: the usual date first, then other dates, foreign keys, levels, what measures test. */
  readonly keys: readonly SummaryKey[];
  /** These are added up. */
  readonly numbers: readonly string[];
}

/** A loaded table as far as summaries look at it. */
export interface LoadedTable {
  readonly name: string;
  readonly columns: readonly LoadedColumn[];
  readonly rows: number;
}

/** A parent of more than this share of the rows is no key itself: what it leads to is, and what it tells of its rows. */
const LARGE_PARENT = 0.01;
const KEY_TYPES: readonly LoadedColumn['type'][] = ['text', 'integer', 'date', 'timestamp', 'boolean'];
/** Whose parts a summary holds. */
const ADDED = ['sum', 'average', 'minimum', 'maximum'];

/**
 * The columns of each loaded table that the facts of some models are read from.
 * @param usual its usual date
 */
export function summaryColumns(
  files: readonly ModelFile[],
  loaded: readonly LoadedTable[],
  usual: ReadonlyMap<string, string>,
): ReadonlyMap<string, SummaryColumns> {
  const tables = new Map(loaded.map((table) => [table.name, table]));
  const found = new Map<string, { keys: Map<string, SummaryKey>; numbers: Set<string> }>();
  for (const file of files) {
    const nodes = new Map(file.tables.map((table) => [table.id, table]));
    for (const fact of file.facts) {
      const source = sourceOf(file, fact.table);
      const columns = found.get(source) ?? { keys: new Map<string, SummaryKey>(), numbers: new Set<string>() };
      found.set(source, columns);
      const add = (steps: readonly Step[], table: string, column: string) => {
        // a colon sets the parts of a summary apart; fractions are written in more than one way, so rows are not told apart by them
        if (
          column.includes(':') ||
          !tables.get(table)?.columns.some((one) => one.name === column && KEY_TYPES.includes(one.type))
        )
          return;
        const name = summaryKey(steps, column);
        columns.keys.set(name, { name, steps, column });
      };
      const measures = file.measures.flatMap((measure) =>
        'fact' in measure && measure.fact === fact.id ? [measure] : [],
      );
      const usualDate = usual.get(source);
      if (usualDate !== undefined) add([], source, usualDate);
      for (const date of file.dates) add([], source, date.columns[fact.id] ?? '');
      for (const test of measures.flatMap((measure) => measure.only)) add([], source, test.column);
      for (const measure of measures)
        if ('column' in measure && ADDED.includes(measure.kind)) columns.numbers.add(measure.column);
      const walk = (id: string, steps: readonly Step[]) => {
        for (const join of nodes.get(id)?.joins ?? []) {
          const to = nodes.get(join.to);
          const parent = tables.get(sourceOf(file, join.to));
          if (to === undefined || parent === undefined) continue;
          if (parent.rows > LARGE_PARENT * (tables.get(source)?.rows ?? 0))
            walk(to.id, [...steps, { column: join.column, table: parent.name, key: to.key }]);
          else add(steps, sourceOf(file, id), join.column);
        }
        for (const level of file.dimensions.flatMap((dimension) => dimension.levels))
          if (level.column.startsWith(`${id}.`)) add(steps, sourceOf(file, id), level.column.slice(id.length + 1));
      };
      walk(fact.table, []);
    }
  }
  return new Map(
    [...found].map(([name, { keys, numbers }]) => {
      const isNumber = (column: string) =>
        tables
          .get(name)
          ?.columns.some((one) => one.name === column && (one.type === 'integer' || one.type === 'number')) === true;
      return [
        name,
        {
          keys: [...keys.values()],
          numbers: [...numbers].filter((column) => !column.includes(':') && isNumber(column)),
        },
      ] as const;
    }),
  );
}

const sourceOf = (file: ModelFile, table: string): string =>
  file.tables.find((one) => one.id === table)?.source ?? table;
