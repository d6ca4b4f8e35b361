/** Having another program do something, from an answer: templates by stewards, a draft that is shown, and what was confirmed. */
import { Router } from 'express';
import { filled } from '@zud/core/actions/filling';
import {
  actionBody,
  actionDraftBody,
  templateBody,
  type ActionDraft,
  type ActionTemplate,
  type ActionView,
  type FilledBlank,
} from '@zud/core/contract/actions';
import { notFound, Problem } from '@zud/core/contract/problem';
import { actionNames } from '../returning/action-names';
import {
  actionById,
  actionsOf,
  addTemplate,
  confirmAction,
  templatesThere,
  templateThere,
  withdrawTemplate,
  type ActionRow,
  type TemplateRow,
} from '../store/actions';
import { handle, idOf, optionsFor, parsed, personWith, type Context } from './context';
import { unanswerable } from './problem';
import { hookById } from './receivers';

const MOST = 200;

const templateView = ({ template, program }: TemplateRow): ActionTemplate => ({
  id: template.id,
  name: template.name,
  hookId: template.hookId,
  program,
  blanks: [...template.blanks],
});

const actionView = ({ action, by, program, state, said }: ActionRow): ActionView => ({
  id: action.id,
  name: action.name,
  program,
  by,
  at: action.at.toISOString(),
  blanks: action.filled,
  state,
  said,
});

export function actionRoutes(context: Context): Router {
  const { store, library, answering, clock, rounds } = context;
  const router = Router();

  const templateOf = async (id: string): Promise<TemplateRow> => {
    const there = await templateThere(store, id);
    if (there === null)
      throw new Problem(
        422,
        'It is not there any more',
        'This action, or the program that does it, was withdrawn. Nothing was sent.',
      );
    return there;
  };

  router.get(
    '/action-templates',
    handle(async (request) => {
      personWith(request, 'analyst');
      return (await templatesThere(store)).map(templateView);
    }),
  );
  router.post(
    '/action-templates',
    handle(async (request, response) => {
      const person = personWith(request, 'steward');
      const made = parsed(templateBody, request.body);
      if ((await hookById(store, made.hookId)) === null)
        throw new Problem(422, 'Not made', 'That program is not allowed any more. Nothing was changed.');
      response.status(201);
      return { id: await addTemplate(store, person.id, made, clock.now()) };
    }),
  );
  router.delete(
    '/action-templates/:template',
    handle(async (request) => {
      const person = personWith(request, 'steward');
      if (!(await withdrawTemplate(store, person.id, idOf(request, 'template'), clock.now())))
        throw notFound('template');
      return undefined;
    }),
  );

  router.post(
    '/actions/draft',
    handle(async (request, response): Promise<ActionDraft> => {
      const person = personWith(request, 'analyst');
      const { templateId, modelId, reading, row } = parsed(actionDraftBody, request.body);
      const there = await templateOf(templateId);
      const ready = await library.get(modelId, person);
      const answered = await answering
        .answer(reading, ready, optionsFor(context, person, response))
        .catch(unanswerable);
      if (row !== undefined && row >= answered.answer.rows.length)
        throw new Problem(422, 'That row is gone', 'The answer has changed since; look at it again. Nothing was sent.');
      const { names, about } = actionNames(
        answered,
        row ?? null,
        ready,
        person,
        clock.now().toISOString().slice(0, 10),
      );
      const made = there.template.blanks.map((blank) => ({ blank, ...filled(blank.filled, names) }));
      return {
        template: templateView(there),
        blanks: made.map(({ blank: { key, label, needed }, text }): FilledBlank => ({
          key,
          label,
          needed,
          value: text,
        })),
        about,
        unfilled: [...new Set(made.flatMap(({ unfilled }) => unfilled))],
      };
    }),
  );
  router.post(
    '/actions',
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const { templateId, id, modelId, reading, values } = parsed(actionBody, request.body);
      const there = await templateOf(templateId);
      await library.get(modelId, person);
      const filledIn = there.template.blanks.map(({ key, label, needed }): FilledBlank => ({
        key,
        label,
        needed,
        value: (values[key] ?? '').trim(),
      }));
      const empty = filledIn.find(({ needed, value }) => needed && value === '');
      if (empty !== undefined)
        throw new Problem(422, 'Not sent', `“${empty.label}” is empty, and it is needed. Nothing was sent.`);
      const unknown = Object.keys(values).find((key) => !filledIn.some((blank) => blank.key === key));
      if (unknown !== undefined)
        throw new Problem(422, 'Not sent', `“${unknown}” is no blank of this action. Nothing was sent.`);
      const fresh = await confirmAction(store, person, there, { id, modelId, reading, filled: filledIn }, clock.now());
      const made = await actionById(store, id);
      if (made === null || made.action.personId !== person.id)
        throw new Problem(409, 'Not sent', 'Another action has this id. Nothing was sent.');
      if (fresh) await rounds.go();
      response.status(fresh ? 201 : 200);
      return actionView(made);
    }),
  );
  router.get(
    '/actions',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      return (await actionsOf(store, person.role === 'admin' ? null : person.id, MOST)).map(actionView);
    }),
  );
  router.get(
    '/actions/:action',
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const row = await actionById(store, idOf(request, 'action'));
      if (row === null || (row.action.personId !== person.id && person.role !== 'admin')) throw notFound('action');
      return actionView(row);
    }),
  );
  return router;
}
