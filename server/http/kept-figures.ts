/** Figures that people keep an eye on, on their own Today. */
import { Router } from 'express';
import { keptFigureBody, keptFigureChangeBody } from '@zud/core/contract/kept-figures';
import { Problem } from '@zud/core/contract/problem';
import { missingFrom } from '@zud/core/reading/references';
import { readingFault } from '@zud/core/reading/reading-fault';
import { A_VISIT, keptFigureView } from '../returning/kept-figures';
import { dropFigure, keepFigure, keptFiguresOf, noteSeen, placeFigure } from '../store/kept-figures';
import { handle, idOf, optionsFor, parsed, personOf, type Context } from './context';

const MOST = 40;

export function keptFigureRoutes(context: Context): Router {
  const { store, library, answering, now } = context;
  const router = Router();
  router.get(
    '/kept-figures',
    handle(async (request, response) => {
      const person = personOf(request);
      const look = request.query['look'] !== undefined;
      const options = optionsFor(context, person, response);
      const figures = await keptFiguresOf(store, person.id);
      return Promise.all(
        figures.map(async (figure) => {
          const { seen, ...view } = await keptFigureView(
            figure,
            () => library.get(figure.modelId, person),
            answering,
            options,
          );
          // a visit goes on for a while: what moved stays to be read
          const anew = figure.seen === null || now().getTime() - Date.parse(figure.seen.at) > A_VISIT;
          if (look && anew && seen !== null) await noteSeen(store, figure.id, { ...seen, at: now().toISOString() });
          return view;
        }),
      );
    }),
  );
  router.post(
    '/kept-figures',
    handle(async (request, response) => {
      const person = personOf(request);
      const { modelId, reading, title } = parsed(keptFigureBody, request.body);
      const ready = await library.get(modelId, person);
      const fault = readingFault(reading) ?? missingFrom(reading, ready.model);
      if (fault !== null || reading.shown.length === 0 || reading.rows !== null)
        throw new Problem(422, 'It cannot be kept', fault ?? 'Only a figure is kept in sight; this lists records.');
      if ((await keptFiguresOf(store, person.id)).length >= MOST)
        throw new Problem(
          422,
          'It cannot be kept',
          `You keep ${MOST} figures already; take one off first. Nothing was changed.`,
        );
      const row = await keepFigure(
        store,
        person.id,
        { modelId, reading: ready.sight.reading(reading), title: title ?? null },
        now(),
      );
      response.status(201);
      return { id: row.id };
    }),
  );
  router.patch(
    '/kept-figures/:figure',
    handle(async (request) => {
      await placeFigure(
        store,
        personOf(request).id,
        idOf(request, 'figure'),
        parsed(keptFigureChangeBody, request.body).place,
      );
      return undefined;
    }),
  );
  router.delete(
    '/kept-figures/:figure',
    handle(async (request) => {
      await dropFigure(store, personOf(request).id, idOf(request, 'figure'));
      return undefined;
    }),
  );
  return router;
}
