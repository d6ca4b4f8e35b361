/** What the workshop does to a model file: each edit gives the file as it is after it, so that undoing one is the file before. */
import type { Dimension, Level, Measure, ModelFile, NamedSet } from './schema';

export type FileEdit = (file: ModelFile) => ModelFile;
type RowRuleOf = ModelFile['rowRules'][number];

/** Fields that are set to `undefined` are taken away. */
export type Patch<T> = { readonly [Key in keyof T]?: T[Key] | undefined };

function patched<T extends object>(value: T, patch: object): T {
  const made = { ...value } as Record<string, unknown>;
  for (const [field, is] of Object.entries(patch)) {
    if (is === undefined) delete made[field];
    else made[field] = is;
  }
  return made as T;
}

/** An id for something new, made of its name; told from those that are there by a number. */
export function idFor(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^[^a-z]+|_+$/g, '')
    .slice(0, 50);
  const base = plain === '' ? 'new' : plain;
  let id = base;
  for (let count = 2; taken.includes(id); count += 1) id = `${base}_${count}`;
  return id;
}

export const changeMeasure =
  (id: string, patch: Patch<Measure> & Readonly<Record<string, unknown>>): FileEdit =>
  (file) => ({ ...file, measures: file.measures.map((one) => (one.id === id ? patched(one, patch) : one)) });

export const addMeasure =
  (measure: Measure): FileEdit =>
  (file) => ({ ...file, measures: [...file.measures, measure] });

/** What other measures, plans and the default are made of stays; the check names what is missing then. */
export const removeMeasure =
  (id: string): FileEdit =>
  (file) => ({ ...file, measures: file.measures.filter((one) => one.id !== id) });

/** Up (−1) or down (+1) among its neighbours; at the ends it stays. */
function movedIn<T extends { readonly id: string }>(all: readonly T[], id: string, by: -1 | 1): T[] {
  const made = [...all];
  const at = made.findIndex((one) => one.id === id);
  const to = at + by;
  const [one, other] = [made[at], made[to]];
  if (one !== undefined && other !== undefined) [made[at], made[to]] = [other, one];
  return made;
}

export const moveMeasure =
  (id: string, by: -1 | 1): FileEdit =>
  (file) => ({ ...file, measures: movedIn(file.measures, id, by) });

const inDimension =
  (id: string, change: (dimension: Dimension) => Dimension): FileEdit =>
  (file) => ({ ...file, dimensions: file.dimensions.map((one) => (one.id === id ? change(one) : one)) });

export const changeDimension = (id: string, patch: Patch<Dimension>): FileEdit =>
  inDimension(id, (dimension) => patched(dimension, patch));

export const changeLevel = (dimension: string, id: string, patch: Patch<Level>): FileEdit =>
  inDimension(dimension, (one) => ({
    ...one,
    levels: one.levels.map((level) => (level.id === id ? patched(level, patch) : level)),
  }));

/** Coarser (−1) or finer (+1). */
export const moveLevel = (dimension: string, id: string, by: -1 | 1): FileEdit =>
  inDimension(dimension, (one) => ({ ...one, levels: movedIn(one.levels, id, by) }));

export const changeSet =
  (id: string, patch: Patch<NamedSet>): FileEdit =>
  (file) => ({ ...file, sets: file.sets.map((one) => (one.id === id ? patched(one, patch) : one)) });
export const addSet =
  (set: NamedSet): FileEdit =>
  (file) => ({ ...file, sets: [...file.sets, set] });
export const removeSet =
  (id: string): FileEdit =>
  (file) => ({ ...file, sets: file.sets.filter((one) => one.id !== id) });

export const addRule =
  (rule: RowRuleOf): FileEdit =>
  (file) => ({ ...file, rowRules: [...file.rowRules, rule] });
export const removeRule =
  (at: number): FileEdit =>
  (file) => ({ ...file, rowRules: file.rowRules.filter((_one, index) => index !== at) });

export const changeModel =
  (patch: Patch<Pick<ModelFile, 'name' | 'description' | 'asOf' | 'defaults' | 'calendar'>>): FileEdit =>
  (file) =>
    patched(file, patch);

type SeasonOf = ModelFile['calendar']['seasons'][number];

const inCalendar =
  (change: (seasons: readonly SeasonOf[]) => SeasonOf[]): FileEdit =>
  (file) => ({ ...file, calendar: { ...file.calendar, seasons: change(file.calendar.seasons) } });

export const changeCalendar =
  (patch: Partial<Omit<ModelFile['calendar'], 'seasons'>>): FileEdit =>
  (file) => ({ ...file, calendar: { ...file.calendar, ...patch } });
export const addSeason = (season: SeasonOf): FileEdit => inCalendar((seasons) => [...seasons, season]);
export const changeSeason = (id: string, patch: Patch<SeasonOf>): FileEdit =>
  inCalendar((seasons) => seasons.map((one) => (one.id === id ? patched(one, patch) : one)));
export const removeSeason = (id: string): FileEdit => inCalendar((seasons) => seasons.filter((one) => one.id !== id));

/** The date that is meant where none is named. */
export const usualDate =
  (id: string): FileEdit =>
  (file) => ({ ...file, dates: file.dates.map((one) => ({ ...one, default: one.id === id })) });
