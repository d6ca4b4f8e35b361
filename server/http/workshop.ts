/** The workshop: the draft of a model that stewards change together, what it would change, publishing it, and going back. */
import express, { Router, raw, type Request } from 'express';
import { stringify } from 'yaml';
import { z } from 'zod';
import { notFound, Problem } from '@zud/core/contract/problem';
import type { Impact } from '@zud/core/contract/terms';
import {
  publishBody,
  type MeasureSample,
  type ModelDraftView,
  type ModelVersionView,
} from '@zud/core/contract/workshop';
import { formatValue } from '@zud/core/format/format';
import { affectedBy } from '@zud/core/model/affected';
import { changesOf } from '@zud/core/model/changes';
import { checkModel } from '@zud/core/model/check';
import { modelFileSchema, type ModelFile } from '@zud/core/model/schema';
import { canonical, EMPTY_READING, plain, type Reading } from '@zud/core/reading/schema';
import { impactOf } from '../asking/impact';
import { ModelAtFault } from '../asking/model-fault';
import type { ReadyModel } from '../asking/ready-model';
import { savedQuestions } from '../asking/saved-questions';
import { Unanswerable } from '../asking/unanswerable';
import { placesOf } from '../asking/explaining/looks';
import { peopleNames } from '../store/people';
import { catalogueFor } from '../store/ownership';
import type { ModelRow } from '../store/models';
import {
  draftOf,
  dropDraft,
  keepDraft,
  publishDraft,
  versionOf,
  versionsOf,
  type DraftRow,
} from '../store/model-drafts';
import { handle, keeperOfModel, optionsFor, parsed, textOf, type Context } from './context';

const draftBody = raw({
  type: ['application/json', 'application/yaml', 'text/yaml', 'application/x-yaml'],
  limit: '2mb',
});
const MOST_VERSIONS = 50;
/** Faults that are told at once. */
const MOST_FAULTS = 100;
const MOST_POINTS = 36;
const revisionSchema = z.coerce.number().int().min(1).optional();

export function workshopRoutes(context: Context): Router {
  const { database, library, answering, reader, workers, now } = context;
  const { store } = database;
  const router = Router();

  /** Read in a thread, as files of people may be anything. @throws Problem 422 where it has not the shape of a model file */
  async function fileIn(body: unknown, model: ModelRow): Promise<ModelFile> {
    const source = Buffer.isBuffer(body) ? body.toString('utf8') : canonical(body ?? {});
    const result = await workers.run('readModel', { source, catalogue: await catalogueFor(database, model) });
    if (result.file !== undefined) return result.file;
    const faults = result.ok ? [] : result.faults;
    throw new Problem(
      422,
      'It was not kept',
      `The draft could not be read as a model file; what was kept before stays. First: ${faults[0]?.place ?? 'file'}: ${faults[0]?.reason ?? ''}`,
      { faults: faults.slice(0, MOST_FAULTS) },
    );
  }

  async function viewOf(model: ModelRow, draft: DraftRow | null): Promise<ModelDraftView> {
    const file = inOrder(draft?.file ?? model.file);
    const checked = checkModel(file, await catalogueFor(database, model));
    const names = await peopleNames(store, [draft?.begunBy ?? null, draft?.changedBy ?? null]);
    const called = (id: string | null | undefined) =>
      id === null || id === undefined ? null : (names.get(id) ?? null);
    return {
      file,
      published: inOrder(model.file),
      version: model.version,
      revision: draft?.revision ?? null,
      begunBy: called(draft?.begunBy),
      begunAt: draft?.begunAt.toISOString() ?? null,
      changedBy: called(draft?.changedBy),
      changedAt: draft?.changedAt.toISOString() ?? null,
      behind: draft !== null && draft.base !== model.version,
      changes: changesOf(model.file, file),
      faults: checked.ok ? [] : [...checked.faults],
    };
  }

  /** @throws Problem 409 where the draft is not the one that `?revision=` says, so that nothing of anybody’s is lost */
  async function keptAs(model: ModelRow, file: ModelFile, request: Request, personId: string): Promise<ModelDraftView> {
    const revision = parsed(revisionSchema, request.query['revision']) ?? null;
    const kept = await keepDraft(store, model.id, file, revision, personId, now());
    if (kept !== null) return viewOf(model, kept);
    const there = await draftOf(store, model.id);
    throw new Problem(
      409,
      'Changed meanwhile',
      there === null
        ? 'The draft was published or dropped meanwhile. Begin a new one; what you changed is still on your page.'
        : 'There is a draft that is not the one you looked at. Nothing of it was changed; look at it, and change it again.',
      { draft: await viewOf(model, there) },
    );
  }

  router.get(
    '/models/:model/draft',
    handle(async (request, response) => {
      const { row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const draft = await draftOf(store, model.id);
      if (request.accepts(['application/json', 'application/yaml', 'text/yaml']) !== 'application/json') {
        response.type('application/yaml').send(stringify(inOrder(draft?.file ?? model.file)));
        return undefined;
      }
      return viewOf(model, draft);
    }),
  );
  /** `?revision=` says which draft was changed; without it a draft is begun. */
  router.put(
    '/models/:model/draft',
    draftBody,
    handle(async (request) => {
      const { person, row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const file = await fileIn(request.body, model);
      if (file.id !== model.id)
        throw new Problem(422, 'It was not kept', `The file’s id is “${file.id}”, the address says “${model.id}”.`);
      return keptAs(model, file, request, person.id);
    }),
  );
  router.delete(
    '/models/:model/draft',
    handle(async (request) => {
      const { person, row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      if (!(await dropDraft(store, model.id, person.id))) throw notFound('draft');
      return undefined;
    }),
  );

  /** The draft as it would be asked, or why it can't be. @throws Problem 404, 422 */
  async function drafted(model: ModelRow, groups: readonly string[]): Promise<{ draft: DraftRow; ready: ReadyModel }> {
    const draft = await draftOf(store, model.id);
    if (draft === null) throw notFound('draft');
    const checked = checkModel(draft.file, await catalogueFor(database, model));
    if (!checked.ok)
      throw new Problem(
        422,
        'The draft has faults',
        `${checked.faults[0]?.place ?? ''}: ${checked.faults[0]?.reason ?? ''} Nothing was published.`,
        { faults: checked.faults },
      );
    try {
      return { draft, ready: await library.unpublished(draft.file, { groups }) };
    } catch (error) {
      if (error instanceof ModelAtFault) throw new Problem(422, 'The draft has faults', error.message);
      throw error;
    }
  }

  router.get(
    '/models/:model/draft/impact',
    handle(async (request, response): Promise<Impact | undefined> => {
      const { person, row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const options = optionsFor(context, person, response);
      const [{ draft, ready: then }, current, all] = await Promise.all([
        drafted(model, person.groups),
        library.get(model.id, person),
        savedQuestions(store, model.id, now()),
      ]);
      const asked = { reader, answering, options, affected: affectedBy(model.file, draft.file) };
      if (request.accepts(['application/json', 'application/x-ndjson']) !== 'application/x-ndjson')
        return {
          questions: await impactOf(all, current, { ...then, terms: current.terms }, asked),
          looked: all.length,
        };
      // told as it goes, for whoever waits
      response.status(200).type('application/x-ndjson');
      const write = (line: object) => {
        response.write(`${JSON.stringify(line)}\n`);
        response.flush();
      };
      const questions = await impactOf(all, current, { ...then, terms: current.terms }, asked, (done, of) => {
        if (done % 5 === 0 || done === of) write({ done, of });
      });
      write({ questions, looked: all.length });
      response.end();
      return undefined;
    }),
  );
  router.post(
    '/models/:model/draft/publish',
    express.json({ limit: '10kb' }),
    handle(async (request) => {
      const { revision } = parsed(publishBody, request.body ?? {});
      const { person, row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const { draft } = await drafted(model, person.groups);
      const version = await publishDraft(store, model.id, revision ?? draft.revision, person.id, now());
      if (version === 'changed')
        throw new Problem(
          409,
          'Changed meanwhile',
          'The draft, or the model it changes, is another one than you looked at. Nothing was published; look at it again.',
        );
      return { version };
    }),
  );
  router.get(
    '/models/:model/versions',
    handle(async (request): Promise<ModelVersionView[]> => {
      const { row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const rows = await versionsOf(store, model.id);
      return rows.slice(0, MOST_VERSIONS).map(({ version, by, at, file }, index) => {
        const before = rows[index + 1];
        return { version, by, at: at.toISOString(), changes: before === undefined ? [] : changesOf(before.file, file) };
      });
    }),
  );
  /**
   * A version goes back into the draft, which is looked at and published like any other. In the place of a draft that is there only for
   * whoever says with `?revision=` which one that was.
   */
  router.post(
    '/models/:model/versions/:version/draft',
    handle(async (request) => {
      const { person, row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const version = parsed(z.coerce.number().int().min(1), textOf(request, 'version'));
      const file = await versionOf(store, model.id, version);
      if (file === null) throw notFound('version');
      return keptAs(model, file, request, person.id);
    }),
  );

  /** What measures come to under the draft, beside what is published. */
  router.get(
    '/models/:model/draft/samples',
    handle(async (request, response): Promise<MeasureSample[]> => {
      const { person, row: model } = await keeperOfModel(store, request, textOf(request, 'model'));
      const wanted = parsed(z.string().max(2000), request.query['measures'] ?? '')
        .split(',')
        .filter(Boolean);
      const current = await library.get(model.id, person);
      const draft = await draftOf(store, model.id);
      const checked = checkModel(draft?.file ?? model.file, await catalogueFor(database, model));
      if (!checked.ok) return [];
      const then = draft === null ? current : await library.unpublished(draft.file, person);
      const looks = (ready: ReadyModel) => answering.looks(ready, optionsFor(context, person, response));
      const figure = async (reading: Reading, ready: ReadyModel) => {
        const figures = await looks(ready).figures(reading);
        const at = placesOf(figures).value[0] ?? -1;
        return { column: figures.columns[at], values: figures.rows.map((row) => row[at] ?? null) };
      };
      const sample = async (measure: string): Promise<MeasureSample> => {
        const reading: Reading = { ...EMPTY_READING, shown: [plain(measure)] };
        try {
          const total = await figure(reading, then);
          const line = await figure({ ...reading, by: [{ kind: 'time', grain: 'month' }] }, then).catch(() => null);
          const old = current.model.measures.has(measure) ? await figure(reading, current).catch(() => null) : null;
          const told = (one: typeof total | null) =>
            one === null || one.column === undefined || typeof one.values[0] !== 'number'
              ? null
              : formatValue(one.values[0], one.column);
          return {
            measure,
            value: told(total),
            was: old !== null && told(old) !== told(total) ? told(old) : null,
            line: (line?.values ?? []).slice(-MOST_POINTS).map((one) => (typeof one === 'number' ? one : null)),
            problem: null,
          };
        } catch (error) {
          if (!(error instanceof Unanswerable)) throw error;
          return { measure, value: null, was: null, line: [], problem: error.message };
        }
      };
      const known = wanted.filter((id) => then.model.measures.has(id));
      return Promise.all(known.map(sample));
    }),
  );
  return router;
}

/** With its fields in the order in which people write them: the store keeps them in one of its own. */
const inOrder = (file: ModelFile): ModelFile => modelFileSchema.parse(file);
