/** Finding anything one may see by its name: boards, inquiries, steps, models, what models know, people. */
import { Router } from 'express';
import { z } from 'zod';
import type { FoundThing } from '@zud/core/contract/find';
import { inSentence } from '@zud/core/reading/words';
import { best, fit } from '../asking/finding';
import type { ReadyModel } from '../asking/ready-model';
import { textFor } from '../asking/step-view';
import { boardsOf } from '../store/boards';
import { inquiriesOf, stepsHolding } from '../store/inquiries';
import { modelsThere } from '../store/models';
import { allPeople } from '../store/people';
import { handle, parsed, personOf, type Context } from './context';

/** Members of a level that are looked at further, once found. */
const MOST_MEMBERS = 12;

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
        modelsThere(store),
        allPeople(store),
        library.textFor(person),
      ]);
      const viewers = new Map(
        await Promise.all(models.map(async ({ id }) => [id, await library.viewer(id, person)] as const)),
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
        ...models.flatMap(({ id, file }): FoundThing[] => {
          const ready = viewers.get(id)?.ready ?? null;
          return [
            { kind: 'model', title: file.name, within: file.description ?? '', address: `/models/${id}` },
            ...(ready === null ? [] : namesIn(ready, text)),
          ];
        }),
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

/** What a model knows by that name, each with a question about it. */
function namesIn({ model, names, naming }: ReadyModel, text: string): FoundThing[] {
  const about = (kind: FoundThing['kind'], title: string, within: string, question: string): FoundThing => ({
    kind,
    title,
    within,
    ask: { modelId: model.id, text: question },
  });
  const usual = inSentence(model.measures.get(model.defaultMeasure)?.name ?? '');
  const measures = [...model.measures.values()].filter((one) => one.hidden !== true);
  return [
    ...measures.map((one) => about('measure', one.name, model.name, inSentence(one.name))),
    ...[...model.levels.values()].flatMap(({ level }) => [
      about('level', level.name, model.name, `${usual} by ${inSentence(level.name)}`),
      ...names
        .membersOf(level.id)
        .filter((member) => fit(member, text) !== null)
        .slice(0, MOST_MEMBERS)
        .map((member) =>
          about('member', member, `${level.name}, ${model.name}`, `${usual} for ${naming.member(level.id, member)}`),
        ),
    ]),
  ];
}
