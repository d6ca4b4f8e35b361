/** Models in; readings and completions out. */
import { eq } from 'drizzle-orm';
import { Router, raw } from 'express';
import { z } from 'zod';
import { checkModel, readModelFile } from '@zud/core/model/check';
import { read } from '@zud/core/language/read';
import { suggest } from '@zud/core/language/suggest';
import { starters } from '@zud/core/language/starters';
import type { ModelFile } from '@zud/core/model/schema';
import { FUNCTION_WORDS } from '@zud/core/language/grammar/grammar';
import { nameWords, plainLetters } from '@zud/core/language/tokens';
import { FormulaError, measuresIn, parseFormula } from '@zud/core/model/calculation';
import { savedNameSchema, type SavedName } from '@zud/core/model/saved';
import { readingSchema, type Reading } from '@zud/core/reading/schema';
import type { ReadyModel } from '../asking/model-library';
import { catalogueOf } from '../store/tables';
import { roleCovers } from '../store/people';
import { saveName, withdrawName } from '../store/saved-names';
import { audit, models } from '../store/schema';
import { handle, parsed, personOf, personWith, type Context } from './context';
import { notFound, Problem } from './problem';

/** A reading sent in a query string. */
function readingFrom(value: unknown): Reading | null {
  if (typeof value !== 'string' || value === '') return null;
  try {
    return parsed(readingSchema, JSON.parse(value)) as Reading;
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(400, 'Not understood', 'reading is not JSON.');
  }
}

/** A model file without the names of members that the person may not see. */
function visibleFile({ model, names }: ReadyModel): ModelFile {
  const seen = (level: string, member: string) => names.hasMember(level, member);
  return {
    ...model.file,
    measures: model.file.measures.filter((measure) => measure.hidden !== true),
    sets: model.file.sets.filter((set) => set.hidden !== true).map((set) => ({ ...set, members: set.members.filter((member) => seen(set.level, member)) })),
    dimensions: model.file.dimensions.map((dimension) => ({
      ...dimension,
      levels: dimension.levels.map((level) => ({ ...level, memberSynonyms: Object.fromEntries(Object.entries(level.memberSynonyms).filter(([member]) => seen(level.id, member))) })),
    })),
  };
}

/** Why a name cannot be saved: it would be understood as something else, or what it stands for is not there. Null where it can. */
function savingFault(what: SavedName, { model, names }: ReadyModel): string | null {
  for (const name of [what.name, ...what.synonyms]) {
    const words = nameWords(name);
    const [there] = names.exactly(words);
    if (there) return `“${name}” is a name of this model already, for ${there.label}. Choose another; nothing was lost.`;
    if (words.length === 0 || words.every((word) => FUNCTION_WORDS.has(word))) return `“${name}” is made of words that questions use; choose a name that stands out.`;
  }
  if (what.kind === 'set') {
    if (!model.levels.has(what.level)) return `There is no level “${what.level}” in this model.`;
    const unknown = what.members.find((member) => !names.hasMember(what.level, member));
    return unknown === undefined ? null : `“${unknown}” is no member of ${model.levels.get(what.level)?.level.name ?? what.level}.`;
  }
  try {
    const unknown = measuresIn(parseFormula(what.formula)).find((id) => !model.measures.has(id));
    return unknown === undefined ? null : `There is no measure “${unknown}” in this model.`;
  } catch (error) {
    if (error instanceof FormulaError) return error.message;
    throw error;
  }
}

const modelBody = raw({ type: ['application/json', 'application/yaml', 'text/yaml', 'application/x-yaml'], limit: '5mb' });

/** Members offered at once; more are found by typing. */
const MOST_OFFERED = 200;

export function modelRoutes(context: Context): Router {
  const { database, library } = context;
  const { store } = database;
  const router = Router();

  router.get('/models', handle(async (request) => {
    personOf(request);
    const rows = await store.select().from(models).orderBy(models.id);
    return rows.map((row) => ({ id: row.id, name: row.file.name, description: row.file.description ?? null, measures: row.file.measures.length, levels: row.file.dimensions.flatMap((dimension) => dimension.levels).length, updatedAt: row.updatedAt }));
  }));

  const checked = async (body: unknown) => {
    const catalogue = await catalogueOf(database);
    const source = Buffer.isBuffer(body) ? body.toString('utf8') : '';
    const result = source === '' ? checkModel(body, catalogue) : readModelFile(source, catalogue);
    if (!result.ok) throw new Problem(422, 'The model has faults', `${result.faults.length} ${result.faults.length === 1 ? 'fault' : 'faults'}; nothing was saved. First: ${result.faults[0]?.place}: ${result.faults[0]?.reason}`, { faults: result.faults });
    return result.file;
  };

  router.post('/models', modelBody, handle(async (request, response) => {
    const person = personWith(request, 'steward');
    const file = await checked(request.body);
    const made = await store.insert(models).values({ id: file.id, file }).onConflictDoNothing().returning();
    if (made.length === 0) throw new Problem(409, 'There already', `There is a model “${file.id}” already; PUT /api/models/${file.id} changes it.`);
    await store.insert(audit).values({ personId: person.id, action: 'model made', subject: file.id });
    response.status(201);
    return { id: file.id, name: file.name, version: 1 };
  }));
  router.put('/models/:model', modelBody, handle(async (request) => {
    const person = personWith(request, 'steward');
    const file = await checked(request.body);
    const id = String(request.params['model']);
    if (file.id !== id) throw new Problem(422, 'The model has faults', `The file’s id is “${file.id}”, the address says “${id}”.`);
    const [there] = await store.select().from(models).where(eq(models.id, id));
    if (!there) throw notFound('model');
    await store.update(models).set({ file, version: there.version + 1, updatedAt: new Date() }).where(eq(models.id, id));
    await store.insert(audit).values({ personId: person.id, action: 'model changed', subject: id });
    return { id, name: file.name, version: there.version + 1 };
  }));
  router.delete('/models/:model', handle(async (request) => {
    const person = personWith(request, 'steward');
    const id = String(request.params['model']);
    const gone = await store.delete(models).where(eq(models.id, id)).returning({ id: models.id });
    if (gone.length === 0) throw notFound('model');
    await store.insert(audit).values({ personId: person.id, action: 'model deleted', subject: id });
    return undefined;
  }));
  router.get('/models/:model', handle(async (request) => {
    const person = personOf(request);
    const ready = await library.get(String(request.params['model']), person);
    const { rowRules, sensitive, ...file } = visibleFile(ready);
    const steward = person.role === 'steward' || person.role === 'admin';
    const levels = [...ready.model.levels.keys()].map((id) => ({ id, members: ready.names.membersOf(id).length, sample: ready.names.membersOf(id).slice(0, 6) }));
    return { ...file, ...(steward ? { rowRules, sensitive } : {}), asOfDay: ready.calendar.asOf, levels, starters: starters(ready.names, ready.calendar) };
  }));

  router.post('/models/:model/read', handle(async (request) => {
    const person = personOf(request);
    const body = parsed(z.object({ text: z.string().max(2000), reading: readingSchema.nullish() }), request.body);
    const ready = await library.get(String(request.params['model']), person);
    return read(body.text, { names: ready.names, calendar: ready.calendar, before: (body.reading ?? null) as Reading | null });
  }));
  /** Members of a level that one may see, those that begin with the text first. */
  router.get('/models/:model/levels/:level/members', handle(async (request) => {
    const ready = await library.get(String(request.params['model']), personOf(request));
    const level = String(request.params['level']);
    if (!ready.model.levels.has(level)) throw notFound('level');
    const wanted = plainLetters(String(request.query['text'] ?? '').trim().slice(0, 100));
    const all = ready.names.membersOf(level);
    const found = wanted === '' ? [...all] : all.filter((name) => plainLetters(name).includes(wanted)).sort((a, b) => Number(plainLetters(b).startsWith(wanted)) - Number(plainLetters(a).startsWith(wanted)));
    return { members: found.slice(0, MOST_OFFERED), found: found.length, all: all.length };
  }));
  /** Names a calculation or a list of members, for everyone who uses the model. */
  router.post('/models/:model/names', handle(async (request, response) => {
    const person = personWith(request, 'analyst');
    const ready = await library.get(String(request.params['model']), person);
    const what = parsed(savedNameSchema, request.body) as SavedName;
    const fault = savingFault(what, ready);
    if (fault !== null) throw new Problem(422, 'It was not saved', fault);
    response.status(201);
    return { id: await saveName(store, ready.model.id, person.id, what), name: what.name };
  }));
  router.delete('/models/:model/names/:name', handle(async (request) => {
    const person = personWith(request, 'analyst');
    const { model } = await library.get(String(request.params['model']), person);
    await withdrawName(store, model.id, String(request.params['name']), { id: person.id, steward: roleCovers(person.role, 'steward') });
    return undefined;
  }));
  router.get('/models/:model/suggest', handle(async (request) => {
    const person = personOf(request);
    const ready = await library.get(String(request.params['model']), person);
    const said = String(request.query['text'] ?? '').slice(0, 2000);
    return suggest(said, { names: ready.names, calendar: ready.calendar, before: readingFrom(request.query['reading']) });
  }));
  return router;
}

