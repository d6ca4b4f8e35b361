/** Inquiries, their steps, and answers without a step. */
import { Router } from 'express';
import { z } from 'zod';
import { editSchema, type Edit } from '@zud/core/reading/edit';
import { readingSchema, type Reading } from '@zud/core/reading/schema';
import { Unanswerable } from '../asking/answering';
import { storedStep, type Asked } from '../asking/steps';
import { createInquiry, deleteInquiry, deleteStep, inquiriesOf, inquiryOf, renameInquiry, stepsOf } from '../store/inquiries';
import { goneSignal, handle, idOf, parsed, personOf, personWith, type Context } from './context';
import { notFound, Problem } from './problem';

export const askBody = z
  .object({
    text: z.string().min(1).max(2000).optional(),
    edit: z.union([editSchema, z.array(editSchema).min(1)]).optional(),
    reading: readingSchema.optional(),
    label: z.string().max(300).optional(),
    after: z.uuid().nullable().optional(),
  })
  .refine((body) => [body.text, body.edit, body.reading].filter((part) => part !== undefined).length === 1, { message: 'send exactly one of text, edit and reading' });

export function inquiryRoutes(context: Context): Router {
  const { database, library, asking, answering, timeLimit } = context;
  const { store } = database;
  const router = Router();

  router.post('/inquiries', handle(async (request, response) => {
    const person = personWith(request, 'analyst');
    const body = parsed(z.object({ modelId: z.string(), title: z.string().min(1).max(200).optional() }), request.body);
    const inquiry = await createInquiry(store, person.id, body.modelId, body.title ?? null);
    response.status(201);
    return { ...inquiry, steps: [] };
  }));
  router.get('/inquiries', handle(async (request) => inquiriesOf(store, personOf(request).id)));
  router.get('/inquiries/:id', handle(async (request) => {
    const inquiry = await inquiryOf(store, idOf(request), personOf(request).id);
    return { ...inquiry, steps: (await stepsOf(store, inquiry.id)).map(storedStep) };
  }));
  router.patch('/inquiries/:id', handle(async (request) => {
    const inquiry = await inquiryOf(store, idOf(request), personOf(request).id);
    const { title } = parsed(z.object({ title: z.string().min(1).max(200) }), request.body);
    await renameInquiry(store, inquiry.id, title);
    return { ...inquiry, title };
  }));
  router.delete('/inquiries/:id', handle(async (request) => {
    const inquiry = await inquiryOf(store, idOf(request), personOf(request).id);
    await deleteInquiry(store, inquiry.id);
    return undefined;
  }));

  router.post('/inquiries/:id/steps', handle(async (request, response) => {
    const person = personWith(request, 'analyst');
    const inquiry = await inquiryOf(store, idOf(request), person.id);
    const body = parsed(askBody, request.body);
    const { step, made } = await asking.ask(inquiry, person, askedOf(body), body.after, { signal: goneSignal(response), limits: { time: timeLimit } });
    response.status(made ? 201 : 200);
    return step;
  }));
  router.get('/inquiries/:id/steps/:step', handle(async (request, response) => {
    const person = personOf(request);
    const inquiry = await inquiryOf(store, idOf(request), person.id);
    const row = (await stepsOf(store, inquiry.id)).find((one) => one.id === idOf(request, 'step'));
    if (!row) throw notFound('step');
    return asking.view(row, await library.get(inquiry.modelId, person), { signal: goneSignal(response), limits: { time: timeLimit } });
  }));
  router.delete('/inquiries/:id/steps/:step', handle(async (request) => {
    const inquiry = await inquiryOf(store, idOf(request), personOf(request).id);
    await deleteStep(store, inquiry.id, idOf(request, 'step'));
    return undefined;
  }));

  router.post('/answers', handle(async (request, response) => {
    const person = personOf(request);
    const body = parsed(z.object({ modelId: z.string(), reading: readingSchema }), request.body);
    const ready = await library.get(body.modelId, person);
    return answering.answer(body.reading as Reading, ready, { signal: goneSignal(response), limits: { time: timeLimit } }).catch((error: unknown) => {
      if (error instanceof Unanswerable) throw new Problem(422, 'It cannot be computed', error.message);
      throw error;
    });
  }));
  return router;
}

function askedOf(body: z.infer<typeof askBody>): Asked {
  if (body.text !== undefined) return { kind: 'text', text: body.text };
  if (body.edit !== undefined) return { kind: 'edit', edits: (Array.isArray(body.edit) ? body.edit : [body.edit]) as readonly Edit[] };
  return { kind: 'reading', reading: body.reading as Reading, label: body.label ?? null };
}
