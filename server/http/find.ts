/** Finding anything one may see by its name: boards, inquiries, steps, models, what models know, people. */
import { Router } from 'express';
import { z } from 'zod';
import type { FoundThing } from '@zud/core/contract/find';
import { best, namesIn } from '../asking/finding';
import { inSlices } from '../asking/in-slices';
import { textFor } from '../asking/step-view';
import { boardsOf } from '../store/boards';
import { inquiriesOf, stepsHolding } from '../store/inquiries';
import { modelsFor } from '../store/ownership';
import { allPeople } from '../store/people';
import { handle, parsed, personOf, type Context } from './context';

export function findRoutes({ database: { store }, library }: Context): Router {
  const router = Router();
  router.get(
    '/find',
    handle(async (request) => {
      const person = personOf(request);
      const text = parsed(z.string().max(200), request.query['text'] ?? '').trim();
      if (text === '') return { found: [] };
      const [boards, inquiries, steps, models, people, plain] = await Promise.all([
        boardsOf(store, person.id),
        inquiriesOf(store, person.id),
        stepsHolding(store, person.id, text),
        modelsFor(store, person.id),
        allPeople(store),
        library.textFor(person),
      ]);
      const viewers = new Map(
        await Promise.all(models.map(async ({ id }) => [id, await library.viewer(id, person)] as const)),
      );
      const known = await Promise.all(
        [...viewers.values()].map(async ({ ready }) => (ready === null ? [] : inSlices(namesIn(ready, text)))),
      );
      // what is found is found by what the person may read of it
      const shown = (modelId: string, words: string) => {
        const viewer = viewers.get(modelId);
        return viewer === undefined ? plain(words) : textFor(viewer, words);
      };
      const titles = new Map(inquiries.map((one) => [one.id, shown(one.modelId, one.title)]));
      const things: FoundThing[] = [
        ...boards.map((one) => ({
          kind: 'board' as const,
          title: plain(one.title),
          within: one.owner,
          address: `/boards/${one.id}`,
        })),
        ...inquiries.map((one) => ({
          kind: 'inquiry' as const,
          title: titles.get(one.id) ?? '',
          within: one.owner,
          address: `/inquiries/${one.id}`,
        })),
        ...steps.map((one) => ({
          kind: 'step' as const,
          title: shown(one.modelId, one.name ?? one.asked),
          within: titles.get(one.inquiryId) ?? '',
          address: `/inquiries/${one.inquiryId}/steps/${one.id}`,
        })),
        ...models.map(({ id, file }) => ({
          kind: 'model' as const,
          title: file.name,
          within: file.description ?? '',
          address: `/models/${id}`,
        })),
        ...known.flat(),
        ...people.map((one) => ({
          kind: 'person' as const,
          title: one.name,
          within: one.email,
          address: `/boards?by=${encodeURIComponent(one.name)}`,
        })),
      ];
      return { found: best(things, text) };
    }),
  );
  return router;
}
