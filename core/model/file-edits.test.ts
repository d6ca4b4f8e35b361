/** Laws of edits of a model file: undone, the file is as it was; what is not named stays; the changes told are those that were made. */
import fc from 'fast-check';
import { demoNames } from '../../tests/demo-names';
import { changesOf } from './changes';
import { checkModel } from './check';
import {
  addMeasure,
  addRule,
  addSeason,
  addSet,
  changeCalendar,
  changeLevel,
  changeMeasure,
  changeModel,
  changeSeason,
  changeSet,
  idFor,
  moveLevel,
  moveMeasure,
  removeMeasure,
  removeRule,
  removeSeason,
  removeSet,
  usualDate,
  type FileEdit,
} from './file-edits';
import type { ModelFile } from './schema';

const { file }: { file: ModelFile } = demoNames().names.model;
const frozen = JSON.stringify(file);
const words = fc.stringMatching(/^[A-Za-z]{1,12}$/);
const measure = fc.constantFrom(...file.measures.map(({ id }) => id));
const level = fc.constantFrom(
  ...file.dimensions.flatMap(({ id, levels }) => levels.map((one) => [id, one.id] as const)),
);
const way = fc.constantFrom(-1 as const, 1 as const);

const edits: fc.Arbitrary<FileEdit> = fc.oneof(
  fc.tuple(measure, words).map(([id, name]) => changeMeasure(id, { name })),
  fc.tuple(measure, fc.array(words)).map(([id, synonyms]) => changeMeasure(id, { synonyms })),
  measure.map((id) => changeMeasure(id, { description: undefined })),
  fc.tuple(measure, way).map(([id, by]) => moveMeasure(id, by)),
  measure.map(removeMeasure),
  words.map((name) =>
    addMeasure({
      ...file.measures[0],
      id: idFor(
        name,
        file.measures.map(({ id }) => id),
      ),
      name,
    } as ModelFile['measures'][number]),
  ),
  fc.tuple(level, words).map(([[dimension, id], name]) => changeLevel(dimension, id, { name })),
  fc.tuple(level, way).map(([[dimension, id], by]) => moveLevel(dimension, id, by)),
  fc.tuple(level, words).map(([[, id], name]) =>
    addSet({
      id: idFor(
        name,
        file.sets.map((set) => set.id),
      ),
      name,
      level: id,
      members: ['One'],
      synonyms: [],
    }),
  ),
  fc.constantFrom(...file.sets.map(({ id }) => id)).map(removeSet),
  fc.tuple(fc.constantFrom(...file.sets.map(({ id }) => id)), words).map(([id, name]) => changeSet(id, { name })),
  fc.tuple(level, words).map(([[, id], group]) => addRule({ group, level: id, members: [] })),
  fc.nat(3).map(removeRule),
  words.map((name) => changeModel({ name })),
  fc.integer({ min: 1, max: 12 }).map((month) => changeCalendar({ fiscalYearStartsIn: month })),
  words.map((name) =>
    addSeason({
      id: idFor(
        name,
        file.calendar.seasons.map(({ id }) => id),
      ),
      name,
      synonyms: [],
      from: '01-01',
      to: '01-31',
    }),
  ),
  fc.constantFrom(...file.calendar.seasons.map(({ id }) => id)).map(removeSeason),
  fc
    .tuple(fc.constantFrom(...file.calendar.seasons.map(({ id }) => id)), words)
    .map(([id, name]) => changeSeason(id, { name })),
  fc.constantFrom(...file.dates.map(({ id }) => id)).map(usualDate),
);

test('an edit leaves the file before as it was, so that undoing it is that file', () => {
  fc.assert(
    fc.property(fc.array(edits, { maxLength: 6 }), (all) => {
      const states = all.reduce<ModelFile[]>((done, edit) => [...done, edit(done.at(-1) ?? file)], [file]);
      expect(JSON.stringify(file)).toBe(frozen);
      // the changes told of a file on itself are none, of any two files some unless they say the same
      for (const state of states) {
        expect(changesOf(state, state)).toEqual([]);
        expect(changesOf(file, state).length === 0).toBe(JSON.stringify(file) === JSON.stringify(state));
      }
    }),
  );
});

test('a name, a synonym, an order: told as what they are, and still a model', () => {
  const [first] = file.measures;
  const changed = changeMeasure(first?.id ?? '', { name: 'Another name' })(file);
  expect(checkModel(changed).ok).toBe(true);
  expect(changesOf(file, changed)).toEqual([
    {
      section: 'measures',
      id: first?.id,
      name: 'Another name',
      how: 'changed',
      fields: [{ field: 'name', before: first?.name, after: 'Another name' }],
    },
  ]);
  const moved = moveMeasure(first?.id ?? '', 1)(file);
  expect(changesOf(file, moved)).toEqual([
    { section: 'measures', id: '', name: 'the order', how: 'moved', fields: [] },
  ]);
  expect(moveMeasure(first?.id ?? '', -1)(moved)).toEqual(file);
});

test('ids are made of names and told apart', () => {
  expect(idFor('Añual Sales (net)', [])).toBe('anual_sales_net');
  expect(idFor('Sales', ['sales', 'sales_2'])).toBe('sales_3');
  expect(idFor('42', [])).toBe('new');
});

test('the order of fields within a thing is no change', () => {
  const turned = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.map(turned)
      : value !== null && typeof value === 'object'
        ? Object.fromEntries(
            Object.entries(value)
              .reverse()
              .map(([key, one]) => [key, turned(one)]),
          )
        : value;
  expect(changesOf(file, turned(file) as ModelFile)).toEqual([]);
});
