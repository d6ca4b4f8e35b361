/** Inquiries, their steps, and answers without a step. */
import { Router, type Request, type Response } from 'express';
import type { z } from 'zod';
import { answerBody, exportBody } from '@zud/core/contract/answers';
import { askBody, inquiryBody, inquiryRightBody, marksBody, stepsBody, titleBody } from '@zud/core/contract/inquiries';
import { applyEdits } from '@zud/core/reading/edit';
import type { Edit } from '@zud/core/reading/edit-schema';
import type { Reading } from '@zud/core/reading/schema';
import type { Answered } from '../asking/answered';
import { checked } from '../asking/check';
import { deeperLevels } from '../asking/deeper';
import { limitOfFile, limitWords } from '../asking/access';
import type { ReadyModel } from '../asking/ready-model';
import type { ModelLibrary } from '../asking/model-library';
import { FILE_TYPES } from '../exports/file-types';
import type { Asked } from '../asking/steps';
import { stepFor, textFor } from '../asking/step-view';
import { allPeople, nameOf, type Person } from '../store/people';
import {
  copyInquiry,
  createInquiry,
  deleteInquiry,
  deleteStep,
  inquiriesOf,
  inquiryFor,
  inquirySharesOf,
  markStep,
  renameInquiry,
  restoreSteps,
  shareInquiry,
  stepsOf,
} from '../store/inquiries';
import { type Context, handle, idOf, optionsFor, parsed, personOf, personWith } from './context';
import { notFound, Problem } from '@zud/core/contract/problem';
import { problemOf, unanswerable } from './problem';

/** A headline as the name of a file. */
const fileName = (headline: string) =>
  headline
    .replace(/[^\p{L}\p{N} ,.-]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 80) || 'answer';

export function inquiryRoutes(context: Context): Router {
  const { database, library, asking, answering } = context;
  const { store } = database;
  const router = Router();

  /** The reading of a body, changed by its edits where there are any. @throws Problem 422 where they cannot be made */
  async function readingOf(
    request: Request,
    body: z.infer<typeof answerBody>,
  ): Promise<{ reading: Reading; ready: ReadyModel }> {
    const ready = await library.get(body.modelId, personOf(request));
    const edited = applyEdits(body.reading as Reading, (body.edits ?? []) as readonly Edit[], ready.model);
    if (!edited.ok) throw new Problem(422, 'It cannot be computed', edited.reason);
    return { ready, reading: body.edits === undefined ? (body.reading as Reading) : edited.reading };
  }
  /** @throws Problem 422 where it cannot be computed */
  async function answered(request: Request, response: Response, body: z.infer<typeof answerBody>): Promise<Answered> {
    const { reading, ready } = await readingOf(request, body);
    return answering
      .answer(reading, ready, {
        ...optionsOf(request, response),
        ...(body.skip === undefined ? {} : { skip: body.skip }),
      })
      .catch(unanswerable);
  }
  const optionsOf = (request: Request, response: Response) => optionsFor(context, personOf(request), response);

  router.post(
    '/inquiries',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const body = parsed(inquiryBody, request.body);
      const inquiry = await createInquiry(store, person.id, body.modelId, body.title ?? null);
      response.status(201);
      return { ...inquiry, steps: [] };
    }),
  );
  router.get(
    '/inquiries',
    handle(async (request) => {
      const person = personOf(request);
      const found = await inquiriesOf(store, person.id);
      const text = await textsFor(
        library,
        found.map((one) => one.modelId),
        person,
      );
      return found.map((one) => ({ ...one, title: text(one.modelId, one.title) }));
    }),
  );
  router.get(
    '/inquiries/:id',
    handle(async (request) => {
      const person = personOf(request);
      const { inquiry, right } = await inquiryFor(store, idOf(request), person.id, 'see');
      const [viewer, steps, owner, sharing] = await Promise.all([
        library.viewer(inquiry.modelId, person),
        stepsOf(store, inquiry.id),
        nameOf(store, inquiry.ownerId),
        inquirySharesOf(store, inquiry.id),
      ]);
      return {
        ...inquiry,
        title: textFor(viewer, inquiry.title),
        right,
        owner,
        sharedWith: sharing.length,
        limited: limitWords(viewer.access),
        steps: steps.map((step) => stepFor(step, viewer)),
      };
    }),
  );
  router.get(
    '/inquiries/:id/shares',
    handle(async (request) => {
      const { inquiry } = await inquiryFor(store, idOf(request), personOf(request).id, 'owner');
      return inquirySharesOf(store, inquiry.id);
    }),
  );
  router.put(
    '/inquiries/:id/shares/:person',
    handle(async (request) => {
      const person = personOf(request);
      const { inquiry } = await inquiryFor(store, idOf(request), person.id, 'owner');
      const { right } = parsed(inquiryRightBody, request.body);
      const other = idOf(request, 'person');
      if (other === person.id)
        throw new Problem(422, 'Not shared', 'You own this inquiry; share it with someone else.');
      if (!(await allPeople(store)).some((one) => one.id === other)) throw notFound('person');
      await shareInquiry(store, inquiry.id, person.id, other, right);
      return inquirySharesOf(store, inquiry.id);
    }),
  );
  /** A copy of one's own of an inquiry that one may see. */
  router.post(
    '/inquiries/:id/copy',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { inquiry } = await inquiryFor(store, idOf(request), person.id, 'see');
      const viewer = await library.viewer(inquiry.modelId, person);
      response.status(201);
      const copy = await copyInquiry(store, inquiry, person.id);
      return { ...copy, title: textFor(viewer, copy.title) };
    }),
  );
  router.patch(
    '/inquiries/:id',
    handle(async (request) => {
      const { inquiry } = await inquiryFor(store, idOf(request), personOf(request).id, 'owner');
      const { title } = parsed(titleBody, request.body);
      await renameInquiry(store, inquiry.id, title);
      return { ...inquiry, title };
    }),
  );
  router.delete(
    '/inquiries/:id',
    handle(async (request) => {
      const { inquiry } = await inquiryFor(store, idOf(request), personOf(request).id, 'owner');
      await deleteInquiry(store, inquiry.id);
      return undefined;
    }),
  );

  router.post(
    '/inquiries/:id/steps',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { inquiry } = await inquiryFor(store, idOf(request), person.id, 'ask');
      const body = parsed(askBody, request.body);
      const { step, made } = await asking.ask(
        inquiry,
        person,
        askedOf(body),
        body.after,
        optionsFor(context, person, response),
      );
      response.status(made ? 201 : 200);
      return step;
    }),
  );
  router.get(
    '/inquiries/:id/steps/:step',
    handle(async (request, response) => {
      const person = personOf(request);
      const { inquiry } = await inquiryFor(store, idOf(request), person.id, 'see');
      const row = (await stepsOf(store, inquiry.id)).find((one) => one.id === idOf(request, 'step'));
      if (!row) throw notFound('step');
      const viewer = await library.viewer(inquiry.modelId, person);
      if (viewer.ready !== null) return asking.view(row, viewer.ready, optionsFor(context, person, response));
      const why = await library.get(inquiry.modelId, person).then(
        () => null,
        (error: unknown) => problemOf(error).detail,
      );
      const step = stepFor(row, viewer);
      return why === null ? step : { ...step, notes: [...step.notes, { kind: 'unclear', text: why }] };
    }),
  );
  router.patch(
    '/inquiries/:id/steps/:step',
    handle(async (request) => {
      const person = personOf(request);
      const { inquiry } = await inquiryFor(store, idOf(request), person.id, 'ask');
      const marked = await markStep(store, inquiry.id, idOf(request, 'step'), parsed(marksBody, request.body));
      return stepFor(marked, await library.viewer(inquiry.modelId, person));
    }),
  );
  router.delete(
    '/inquiries/:id/steps/:step',
    handle(async (request) => {
      const { inquiry } = await inquiryFor(store, idOf(request), personOf(request).id, 'ask');
      return { deleted: await deleteStep(store, inquiry.id, idOf(request, 'step')) };
    }),
  );
  router.post(
    '/inquiries/:id/restored',
    handle(async (request) => {
      const { inquiry } = await inquiryFor(store, idOf(request), personOf(request).id, 'ask');
      await restoreSteps(store, inquiry.id, parsed(stepsBody, request.body).steps);
      return undefined;
    }),
  );

  router.post(
    '/answers',
    handle(async (request, response) => {
      return answered(request, response, parsed(answerBody, request.body));
    }),
  );
  router.post(
    '/answers/deeper',
    handle(async (request, response) => {
      const { reading, ready } = await readingOf(request, parsed(answerBody, request.body));
      return { levels: await deeperLevels(reading, ready, answering, optionsOf(request, response)) };
    }),
  );
  router.post(
    '/answers/check',
    handle(async (request, response) => {
      const { reading, ready } = await readingOf(request, parsed(answerBody, request.body));
      return checked(reading, ready, answering, optionsOf(request, response)).catch(unanswerable);
    }),
  );
  router.post(
    '/exports',
    handle(async (request, response) => {
      const { format, about, ...body } = parsed(exportBody, request.body);
      const found = await answered(request, response, body);
      const { access } = await context.library.viewer(body.modelId, personOf(request));
      const filed = { ...found, limited: limitOfFile(access) };
      response.attachment(`${fileName(found.headline)}.${format}`);
      const content = await context.workers.run('answersFile', { format, answers: [filed], cover: null, about });
      response.type(FILE_TYPES[format]).send(typeof content === 'string' ? content : Buffer.from(content));
      return undefined;
    }),
  );
  return router;
}

/** Texts about models as a person may read them: titles hold names of members. */
async function textsFor(
  library: ModelLibrary,
  modelIds: readonly string[],
  person: Person,
): Promise<(modelId: string, text: string) => string> {
  const viewers = new Map(
    await Promise.all([...new Set(modelIds)].map(async (id) => [id, await library.viewer(id, person)] as const)),
  );
  return (modelId, text) => {
    const viewer = viewers.get(modelId);
    return viewer === undefined ? text : textFor(viewer, text);
  };
}

function askedOf(body: z.infer<typeof askBody>): Asked {
  if (body.text !== undefined) return { kind: 'text', text: body.text };
  if (body.edit !== undefined)
    return { kind: 'edit', edits: (Array.isArray(body.edit) ? body.edit : [body.edit]) as readonly Edit[] };
  return { kind: 'reading', reading: body.reading as Reading, label: body.label ?? null };
}
