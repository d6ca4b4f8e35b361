/** How one model file differs from another: thing by thing, each with its fields as they were and as they are. */
import type { ModelFile } from './schema';

export const CHANGE_SECTIONS = [
  'model',
  'tables',
  'facts',
  'dates',
  'hierarchies',
  'measures',
  'sets',
  'seasons',
  'glossary',
  'rowRules',
  'sensitive',
] as const;
export type ChangeSection = (typeof CHANGE_SECTIONS)[number];

export interface FieldChange {
  readonly field: string;
  /** As written in the file; null where there was none. */
  readonly before: string | null;
  readonly after: string | null;
}

export interface ModelChange {
  readonly section: ChangeSection;
  readonly id: string;
  readonly name: string;
  readonly how: 'added' | 'removed' | 'changed' | 'moved';
  readonly fields: readonly FieldChange[];
}

interface Thing {
  readonly id: string;
  readonly name: string;
  readonly value: object;
}

/** The things of each section, in the order of the file. */
function thingsOf(file: ModelFile): Readonly<Record<ChangeSection, readonly Thing[]>> {
  const named = <One extends { readonly id: string; readonly name: string }>(all: readonly One[]): Thing[] =>
    all.map((value) => ({ id: value.id, name: value.name, value }));
  const { seasons, ...calendar } = file.calendar;
  return {
    model: [
      {
        id: file.id,
        name: file.name,
        value: { name: file.name, description: file.description, asOf: file.asOf, ...calendar, ...file.defaults },
      },
    ],
    tables: file.tables.map((value) => ({ id: value.id, name: value.id, value })),
    facts: named(file.facts),
    dates: named(file.dates),
    hierarchies: file.dimensions.flatMap(({ levels, ...dimension }): Thing[] => [
      { id: dimension.id, name: dimension.name, value: { ...dimension, order: levels.map(({ name }) => name) } },
      ...levels.map((level) => ({ id: `${dimension.id}.${level.id}`, name: level.name, value: level })),
    ]),
    measures: named(file.measures),
    sets: named(file.sets),
    seasons: named(seasons),
    glossary: file.glossary.map((value) => ({ id: value.term, name: value.term, value })),
    rowRules: file.rowRules.map((value) => ({
      id: `${value.group} ${value.level}`,
      name: value.group,
      value,
    })),
    sensitive: file.sensitive.map((value) => ({ id: value.column, name: value.column, value })),
  };
}

/** @returns nothing where both say the same */
export function changesOf(before: ModelFile, after: ModelFile): ModelChange[] {
  const [was, is] = [thingsOf(before), thingsOf(after)];
  return CHANGE_SECTIONS.flatMap((section): ModelChange[] => {
    const old = new Map(was[section].map((one) => [one.id, one]));
    const now = new Map(is[section].map((one) => [one.id, one]));
    const kept = (of: ReadonlyMap<string, Thing>, other: ReadonlyMap<string, Thing>) =>
      [...of.keys()].filter((id) => other.has(id));
    const moved = kept(old, now).join(' ') !== kept(now, old).join(' ');
    const changes = [
      ...[...now.values()].flatMap((one): ModelChange[] => {
        const there = old.get(one.id);
        if (there === undefined) return [{ section, id: one.id, name: one.name, how: 'added', fields: [] }];
        const fields = fieldsOf(there.value, one.value);
        return fields.length === 0 ? [] : [{ section, id: one.id, name: one.name, how: 'changed', fields }];
      }),
      ...[...old.values()].flatMap((one): ModelChange[] =>
        now.has(one.id) ? [] : [{ section, id: one.id, name: one.name, how: 'removed', fields: [] }],
      ),
    ];
    // an order that nobody sees is no change by itself, but the file is another one
    return changes.length === 0 && moved ? [{ section, id: '', name: 'the order', how: 'moved', fields: [] }] : changes;
  });
}

function fieldsOf(before: object, after: object): FieldChange[] {
  const [was, is] = [before as Record<string, unknown>, after as Record<string, unknown>];
  return [...new Set([...Object.keys(was), ...Object.keys(is)])].flatMap((field): FieldChange[] => {
    const [a, b] = [written(was[field]), written(is[field])];
    return a === b ? [] : [{ field, before: a, after: b }];
  });
}

/** A list of texts reads as one; all else as it stands in JSON, with its fields in the order of the alphabet: theirs says nothing. */
function written(value: unknown): string | null {
  if (value === undefined || value === null) return null;
  if (typeof value === 'string') return value;
  if (Array.isArray(value) && value.every((one) => typeof one === 'string')) return value.join(', ');
  return JSON.stringify(value, (_key, one: unknown) =>
    one !== null && typeof one === 'object' && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );
}
