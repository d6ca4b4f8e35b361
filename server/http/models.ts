/** Models in; readings and completions out. */
import { Router, raw } from 'express';
import { z } from 'zod';
import { readBody } from '@zud/core/contract/answers';
import { modelSharing, type ModelSummary } from '@zud/core/contract/models';
import { checkModel, type CheckedModel } from '@zud/core/model/check';
import { tableFaults, type Catalogue } from '@zud/core/model/table-faults';
import { starters } from '@zud/core/language/starters';
import type { ModelFile } from '@zud/core/model/schema';
import { MOST_PARTS, partCounts } from '@zud/core/model/size';
import { FUNCTION_WORDS } from '@zud/core/language/grammar/grammar';
import { nameWords, plainLetters } from '@zud/core/language/tokens';
import { FormulaError, measuresIn, parseFormula } from '@zud/core/model/calculation';
import { savedNameSchema, type SavedName } from '@zud/core/model/saved';
import { missingFrom } from '@zud/core/reading/references';
import { readingSchema, type Reading } from '@zud/core/reading/schema';
import { limitWords } from '../asking/access';
import type { ReadyModel } from '../asking/ready-model';
import { catalogueOf } from '../store/tables';
import { allPeople, roleCovers, type Person } from '../store/people';
import { addModel, changeModel, removeModel, usesOfModel, usesWords } from '../store/models';
import { catalogueFor, giveToEveryone, modelFor, modelsFor, sharedPeople, shareModel } from '../store/ownership';
import { saveName, withdrawName } from '../store/saved-names';
import { handle, keeperOfModel, parsed, personOf, personWith, textOf, type Context } from './context';
import { forbidden, notFound, Problem } from '@zud/core/contract/problem';

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

/** A reading that words follow on, as the person may know it; none where the model does not have what it names. */
function knownBefore(before: Reading | null, ready: ReadyModel): Reading | null {
  return before === null || missingFrom(before, ready.model) !== null ? null : ready.sight.reading(before);
}

/** What people are shown of a model file: not what was taken back. The rest is cut to what they may see already. */
function visibleFile({ model }: ReadyModel): ModelFile {
  return {
    ...model.file,
    measures: model.file.measures.filter((measure) => measure.hidden !== true),
    sets: model.file.sets.filter((set) => set.hidden !== true),
  };
}

/** What a calculation is called until it is saved. */
const NEW = 'new';

/** Why a name cannot be saved: it would be understood as something else, or what it stands for is not there. Null where it can. */
function savingFault(what: SavedName, { model, names }: ReadyModel): string | null {
  for (const name of [what.name, ...what.synonyms]) {
    const words = nameWords(name);
    const [there] = names.exactly(words);
    if (there)
      return `“${name}” is a name of this model already, for ${there.label}. Choose another; nothing was lost.`;
    if (words.length === 0 || words.every((word) => FUNCTION_WORDS.has(word)))
      return `“${name}” is made of words that questions use; choose a name that stands out.`;
  }
  if (what.kind === 'set') {
    if (!model.levels.has(what.level)) return `There is no level “${what.level}” in this model.`;
    const unknown = what.members.find((member) => !names.hasMember(what.level, member));
    return unknown === undefined
      ? null
      : `“${unknown}” is no member of ${model.levels.get(what.level)?.level.name ?? what.level}.`;
  }
  try {
    const unknown = measuresIn(parseFormula(what.formula)).find((id) => !model.measures.has(id));
    if (unknown !== undefined) return `There is no measure “${unknown}” in this model.`;
    const parts =
      partCounts([
        ...model.measures.values(),
        { kind: 'formula', id: NEW, name: what.name, synonyms: [], formula: what.formula },
      ]).get(NEW) ?? 0;
    return parts <= MOST_PARTS
      ? null
      : `It is made of ${parts} parts when all that it is built on is written out; ${MOST_PARTS} are the most. Build it on fewer calculations.`;
  } catch (error) {
    if (error instanceof FormulaError) return error.message;
    throw error;
  }
}

const modelBody = raw({
  type: ['application/json', 'application/yaml', 'text/yaml', 'application/x-yaml'],
  limit: '2mb',
});

/** Whether a model is somebody's own, as one person is told. */
const keptFor = (ownerId: string | null, person: Pick<Person, 'id'>): ModelSummary['kept'] => {
  if (ownerId === null) return null;
  return ownerId === person.id ? 'own' : 'shared';
};

/** Faults that are told at once. */
const MOST_FAULTS = 100;

/** Members offered at once; more are found by typing. */
const MOST_OFFERED = 200;

export function modelRoutes(context: Context): Router {
  const { database, library, reader, workers } = context;
  const { store } = database;
  const router = Router();

  router.get(
    '/models',
    handle(async (request) => {
      const person = personOf(request);
      const catalogue = await catalogueOf(database);
      return (await modelsFor(store, person.id)).map(({ id, file, updatedAt, ownerId }) => ({
        id,
        name: file.name,
        description: file.description ?? null,
        measures: file.measures.length,
        levels: file.dimensions.flatMap((dimension) => dimension.levels).length,
        updatedAt,
        fault: tableFaults(file, catalogue)[0]?.reason ?? null,
        kept: keptFor(ownerId, person),
      }));
    }),
  );

  const check = (body: unknown, catalogue: Catalogue): Promise<CheckedModel> | CheckedModel => {
    const source = Buffer.isBuffer(body) ? body.toString('utf8') : '';
    return source === ''
      ? checkModel(parsed(z.unknown(), body), catalogue)
      : workers.run('readModel', { source, catalogue });
  };
  /** @throws Problem 422 with its faults */
  const withoutFaults = (result: CheckedModel): ModelFile => {
    if (result.ok) return result.file;
    throw new Problem(
      422,
      'The model has faults',
      `${result.faults.length} ${result.faults.length === 1 ? 'fault' : 'faults'}; nothing was saved. First: ${result.faults[0]?.place}: ${result.faults[0]?.reason}`,
      { faults: result.faults.slice(0, MOST_FAULTS) },
    );
  };
  /**
   * A new model, and whose it is: whose its tables are, so that stewards make those of everyone.
   * @throws Problem 422 with its faults
   */
  async function newModel(body: unknown, { id, role }: Person): Promise<{ file: ModelFile; ownerId: string | null }> {
    const over = async (ownerId: string | null) => ({
      ownerId,
      result: await check(body, await catalogueFor(database, { ownerId })),
    });
    const first = await over(roleCovers(role, 'steward') ? null : id);
    const found = first.result.ok || first.ownerId === id ? first : await over(id);
    // where it fits neither, the faults are of what they would have made it
    const { ownerId, result } = found.result.ok ? found : first;
    return { file: withoutFaults(result), ownerId };
  }

  router.post(
    '/models',
    modelBody,
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { file, ownerId } = await newModel(request.body, person);
      const version = await addModel(store, file, person.id, ownerId);
      if (version === null)
        throw new Problem(
          409,
          'There already',
          ownerId === null
            ? `There is a model “${file.id}” already; PUT /api/models/${file.id} changes it.`
            : `The id “${file.id}” is taken; nothing was saved. Choose another.`,
        );
      response.status(201);
      return { id: file.id, name: file.name, version };
    }),
  );
  router.put(
    '/models/:model',
    modelBody,
    handle(async (request) => {
      const id = textOf(request, 'model');
      const { person, row } = await keeperOfModel(store, request, id);
      const file = withoutFaults(await check(request.body, await catalogueFor(database, row)));
      if (file.id !== id)
        throw new Problem(422, 'The model has faults', `The file’s id is “${file.id}”, the address says “${id}”.`);
      const version = await changeModel(store, file, person.id);
      if (version === null) throw notFound('model');
      return { id, name: file.name, version };
    }),
  );
  /** Who may ask a model of one's own besides oneself; given to everyone by a steward whom it was shared with. */
  router.put(
    '/models/:model/sharing',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const wanted = parsed(modelSharing, request.body);
      const id = textOf(request, 'model');
      const row = await modelFor(store, person.id, id);
      if (row === null) throw notFound('model');
      if (row.ownerId === null)
        throw new Problem(422, 'It is everyone’s', 'This model is everyone’s already. Nothing was changed.');
      if ('everyone' in wanted) {
        personWith(request, 'steward');
        await giveToEveryone(database, row, person.id);
        return { kept: null, sharedWith: [] };
      }
      if (row.ownerId !== person.id) throw forbidden('It is somebody’s own: only they can share it.');
      const known = new Set((await allPeople(store)).map((one) => one.id));
      if (!wanted.people.every((one) => known.has(one))) throw notFound('person');
      await shareModel(store, id, wanted.people, person.id);
      return { kept: 'own' as const, sharedWith: await sharedPeople(store, wanted.people) };
    }),
  );
  /** What hangs on a model, for it to be said before the model is taken away. */
  router.get(
    '/models/:model/uses',
    handle(async (request) => {
      const id = textOf(request, 'model');
      await keeperOfModel(store, request, id);
      const uses = await usesOfModel(store, id);
      return { ...uses, words: usesWords(uses) };
    }),
  );
  /** Taken away only by somebody who knows what hangs on it: `?anyway=yes` says so. All of that stays readable. */
  router.delete(
    '/models/:model',
    handle(async (request) => {
      const id = textOf(request, 'model');
      const { person } = await keeperOfModel(store, request, id);
      const uses = await usesOfModel(store, id);
      const words = usesWords(uses);
      if (words !== null && request.query['anyway'] !== 'yes')
        throw new Problem(
          409,
          'Something hangs on it',
          `On this model hang ${words}. They stay readable, but nothing new can be computed. Nothing was changed; to take the model away all the same, send ?anyway=yes.`,
          { uses },
        );
      if (!(await removeModel(store, id, person.id))) throw notFound('model');
      return undefined;
    }),
  );
  router.get(
    '/models/:model',
    handle(async (request) => {
      const person = personOf(request);
      const ready = await library.get(textOf(request, 'model'), person);
      const { rowRules, sensitive, ...file } = visibleFile(ready);
      const row = await modelFor(store, person.id, ready.model.id);
      const own = row?.ownerId === person.id;
      const levels = [...ready.model.levels.keys()].map((id) => ({
        id,
        members: ready.names.membersOf(id).length,
        sample: ready.names.membersOf(id).slice(0, 6),
      }));
      return {
        ...file,
        ...(own || roleCovers(person.role, 'steward') ? { rowRules, sensitive } : {}),
        asOfDay: ready.calendar.asOf,
        limited: limitWords(ready.access),
        kept: keptFor(row?.ownerId ?? null, person),
        sharedWith: own ? await sharedPeople(store, row.sharedWith) : [],
        levels,
        starters: starters(ready.names, ready.calendar),
      };
    }),
  );

  router.post(
    '/models/:model/read',
    handle(async (request) => {
      const person = personOf(request);
      const body = parsed(readBody, request.body);
      const ready = await library.get(textOf(request, 'model'), person);
      return reader.read(body.text, ready, knownBefore(body.reading ?? null, ready));
    }),
  );
  /** Members of a level that one may see, those that begin with the text first. */
  router.get(
    '/models/:model/levels/:level/members',
    handle(async (request) => {
      const ready = await library.get(textOf(request, 'model'), personOf(request));
      const level = textOf(request, 'level');
      if (!ready.model.levels.has(level)) throw notFound('level');
      const wanted = plainLetters(
        parsed(z.string().max(1000), request.query['text'] ?? '')
          .trim()
          .slice(0, 100),
      );
      const all = ready.names.membersOf(level);
      const found =
        wanted === ''
          ? [...all]
          : all
              .filter((name) => plainLetters(name).includes(wanted))
              .sort((a, b) => Number(plainLetters(b).startsWith(wanted)) - Number(plainLetters(a).startsWith(wanted)));
      return { members: found.slice(0, MOST_OFFERED), found: found.length, all: all.length };
    }),
  );
  /** Names a calculation or a list of members, for everyone who uses the model. */
  router.post(
    '/models/:model/names',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const ready = await library.get(textOf(request, 'model'), person);
      const what = parsed(savedNameSchema, request.body) as SavedName;
      const fault = savingFault(what, ready);
      if (fault !== null) throw new Problem(422, 'It was not saved', fault);
      response.status(201);
      return { id: await saveName(store, ready.model.id, person.id, what), name: what.name };
    }),
  );
  router.delete(
    '/models/:model/names/:name',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const { model } = await library.get(textOf(request, 'model'), person);
      await withdrawName(store, model.id, textOf(request, 'name'), {
        id: person.id,
        steward: roleCovers(person.role, 'steward'),
      });
      return undefined;
    }),
  );
  router.get(
    '/models/:model/suggest',
    handle(async (request) => {
      const person = personOf(request);
      const ready = await library.get(textOf(request, 'model'), person);
      const said = parsed(z.string().max(2000), request.query['text'] ?? '');
      return reader.suggest(said, ready, knownBefore(readingFrom(request.query['reading']), ready));
    }),
  );
  return router;
}
