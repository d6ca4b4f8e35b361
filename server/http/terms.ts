/** Terms that people teach: for themselves at once, for others when a steward accepts; and words that were not understood. */
import express, { Router } from 'express';
import { termBody, termStateBody, type Impact, type TermView } from '@zud/core/contract/terms';
import { notFound, forbidden, Problem } from '@zud/core/contract/problem';
import { BUILDING_WORDS } from '@zud/core/language/grammar/grammar';
import { termMeaning } from '@zud/core/language/term-kind';
import { inOtherWords, standsForItself, type Term } from '@zud/core/language/terms';
import { nameWords } from '@zud/core/language/tokens';
import { holding, impactOf } from '../asking/impact';
import { notUnderstoodOf } from '../asking/not-understood';
import type { ReadyModel } from '../asking/ready-model';
import { savedQuestions } from '../asking/saved-questions';
import { modelFor } from '../store/ownership';
import type { Person } from '../store/people';
import { addTerm, decideTerm, holdsFor, termsOf, type KeptTerm } from '../store/terms';
import {
  handle,
  keeperOfModel,
  keeps,
  optionsFor,
  parsed,
  personOf,
  personWith,
  textOf,
  type Context,
} from './context';

export function termRoutes(context: Context): Router {
  const { database, library, reader, answering, now } = context;
  const { store } = database;
  const router = Router();

  const keepsModel = async (person: Person, id: string): Promise<boolean> => {
    const row = await modelFor(store, person.id, id);
    return row !== null && keeps(person, row);
  };

  router.get(
    '/models/:model/terms',
    handle(async (request) => {
      const person = personOf(request);
      const { model, sight } = await library.get(textOf(request, 'model'), person);
      const keeper = await keepsModel(person, model.id);
      return (await termsOf(store, model.id))
        .filter((term) => holdsFor(term, person) || term.by === person.id || (keeper && term.forGroup !== null))
        .filter((term) => sight.text(term.means) === term.means)
        .map((term) => viewOf(term, person));
    }),
  );
  router.post(
    '/models/:model/terms',
    express.json({ limit: '20kb' }),
    handle(async (request, response) => {
      const person = personWith(request, 'analyst');
      const said = parsed(termBody, request.body);
      const ready = await library.get(textOf(request, 'model'), person);
      const all = await termsOf(store, ready.model.id);
      const forGroup = groupOf(said.for, ready, person);
      const fault = termFault(said, ready);
      if (fault !== null) throw new Problem(422, 'It was not taught', fault);
      const there = all.find(
        (one) =>
          samePhrase(one.term, said.term) &&
          one.forGroup === forGroup &&
          (forGroup !== null || one.by === person.id) &&
          one.state !== 'declined',
      );
      if (there !== undefined)
        throw new Problem(
          409,
          'Taught already',
          `“${there.term}” is taught already: it means ${there.means}. Take that back first; nothing was changed.`,
        );
      const meaning = termMeaning(writtenOut(said.means, ready.terms), ready);
      if (!meaning.ok)
        throw new Problem(
          422,
          'It was not taught',
          `What it is to mean is not understood: ${meaning.reason} Say it in words that are understood; nothing was lost.`,
          { unknown: meaning.unknown },
        );
      const kept = await addTerm(
        store,
        {
          modelId: ready.model.id,
          term: said.term,
          means: said.means,
          kind: meaning.kind,
          forGroup,
          by: person.id,
          state: forGroup === null || (await keepsModel(person, ready.model.id)) ? 'accepted' : 'proposed',
        },
        now(),
      );
      response.status(201);
      return viewOf({ ...kept, author: person.name, times: 0, users: 0 }, person);
    }),
  );

  const termAt = async (model: string, wanted: string): Promise<KeptTerm> => {
    const all = await termsOf(store, model);
    const found = all.find(({ id }) => id === wanted) ?? all.findLast(({ term }) => samePhrase(term, wanted));
    if (found === undefined) throw notFound('term');
    return found;
  };

  router.patch(
    '/models/:model/terms/:term',
    express.json({ limit: '10kb' }),
    handle(async (request) => {
      const person = personWith(request, 'analyst');
      const { state } = parsed(termStateBody, request.body);
      const { model } = await library.get(textOf(request, 'model'), person);
      const term = await termAt(model.id, textOf(request, 'term'));
      const keeper = await keepsModel(person, model.id);
      const may = state === 'withdrawn' ? keeper || term.by === person.id : keeper;
      if (!may || (term.forGroup === null && term.by !== person.id))
        throw forbidden(
          state === 'withdrawn'
            ? 'Only who taught this term, or who keeps the model, can take it back.'
            : 'Only who keeps the model can accept or decline a term for others.',
        );
      const decided = await decideTerm(store, term.id, state, person.id, now());
      if (decided === null) throw new Problem(409, 'Taken back meanwhile', 'The term was taken back meanwhile.');
      return state === 'withdrawn' ? undefined : viewOf({ ...term, ...decided }, person);
    }),
  );
  /** What accepting a term would change, or, of one that is accepted, what it has changed. */
  router.get(
    '/models/:model/terms/:term/impact',
    handle(async (request, response): Promise<Impact> => {
      const { person } = await keeperOfModel(store, request, textOf(request, 'model'));
      const ready = await library.get(textOf(request, 'model'), person);
      const { id, term, means, kind } = await termAt(ready.model.id, textOf(request, 'term'));
      const proposed: Term = { id, term, means, kind };
      const others = ready.terms.filter((one) => one.id !== id);
      const all = await savedQuestions(store, ready.model.id, now());
      const options = optionsFor(context, person, response);
      const questions = await impactOf(
        holding(all, proposed),
        { ...ready, terms: others },
        { ...ready, terms: [proposed, ...others] },
        { reader, answering, options },
      );
      return { questions, looked: all.length, clashes: clashesOf(proposed, ready) };
    }),
  );
  router.get(
    '/models/:model/not-understood',
    handle(async (request) => {
      const { person } = await keeperOfModel(store, request, textOf(request, 'model'));
      const ready = await library.get(textOf(request, 'model'), person);
      return notUnderstoodOf(store, ready, reader, now());
    }),
  );
  return router;
}

const samePhrase = (a: string, b: string): boolean => nameWords(a).join(' ') === nameWords(b).join(' ');

function viewOf(term: KeptTerm, person: Person): TermView {
  return {
    id: term.id,
    term: term.term,
    means: term.means,
    kind: term.kind,
    for: term.forGroup === null ? 'me' : term.forGroup === '' ? 'everyone' : term.forGroup,
    state: term.state === 'withdrawn' ? 'declined' : term.state,
    by: term.author,
    mine: term.by === person.id,
    holds: holdsFor(term, person),
    at: term.at.toISOString(),
    decidedAt: term.decidedAt?.toISOString() ?? null,
    times: term.times,
    people: term.users,
  };
}

/** @returns null for oneself, an empty text for everyone, else the group @throws Problem 422 where there is no such group */
function groupOf(said: string, { model }: ReadyModel, person: Person): string | null {
  if (said === 'me') return null;
  if (said === 'everyone') return '';
  const known = new Set([...person.groups, ...model.file.rowRules.map(({ group }) => group)]);
  if (!known.has(said))
    throw new Problem(
      422,
      'It was not taught',
      `There is no group “${said}” here. Say “me”, “everyone” or the name of a group.`,
    );
  return said;
}

/** Why a phrase can't be a term; null where it can. */
function termFault(
  { term, means }: { readonly term: string; readonly means: string },
  ready: ReadyModel,
): string | null {
  const words = nameWords(term);
  if (words.length === 0) return 'A term is made of words; this has none.';
  if (words.length > MOST_WORDS)
    return `A term has ${MOST_WORDS} words at most; teach the parts that mean something by themselves.`;
  if (words.every((word) => BUILDING_WORDS.has(word) || /^\d+$/.test(word)))
    return `“${term}” is made of words that every question uses, so questions could not be read any more. Choose a phrase that stands out.`;
  const [there] = ready.names.exactly(words);
  if (there)
    return `“${term}” is a name of this model already, for ${there.label}. Choose another phrase; nothing was lost.`;
  const made: Term = { id: '', term, means, kind: 'question' };
  if (standsForItself(made, ready.terms)) return `“${term}” would stand for itself. Say what it means in other words.`;
  return null;
}
const MOST_WORDS = 6;

const writtenOut = (means: string, terms: readonly Term[]): string => inOtherWords(means, terms)?.text ?? means;

/** What a term would take the place of. */
function clashesOf(term: Term, { names, terms }: ReadyModel): string[] {
  const words = nameWords(term.term);
  return [
    ...names.exactly(words).map(({ label }) => label),
    ...terms
      .filter((one) => one.id !== term.id && samePhrase(one.term, term.term))
      .map((one) => `“${one.term}”, ${one.means}`),
  ];
}
