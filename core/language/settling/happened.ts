/** Verbs that the columns of dates name ("left", of `left_on`): they say what happened to the records of certain facts, and to no others. */
import { factsOf, measure as measureOf, pluralWord, type Model } from '../../model/model';
import type { Edit } from '../../reading/edit-schema';
import type { Reading } from '../../reading/schema';
import { inSentence, listWords } from '../../reading/words';
import { shownPlainly, type SaidEdit } from '../intent';
import { verbOfColumn } from '../names/name-index';
import type { Token } from '../tokens';

export interface Happened {
  readonly word: string;
  /** The facts that have such a date. */
  readonly facts: readonly string[];
}

/** The first verb among words that the columns of dates name, and no synonym of a date; null where there is none. */
export function happenedIn(tokens: readonly Token[], model: Model): Happened | null {
  const verbs = VERBS.get(model) ?? verbsOf(model);
  VERBS.set(model, verbs);
  const word = tokens.map((token) => token.word).find((one) => verbs.has(one));
  return word === undefined ? null : { word, facts: verbs.get(word) ?? [] };
}

/** Each verb, with the facts that have such a date. */
function verbsOf(model: Model): ReadonlyMap<string, readonly string[]> {
  const dates = [...model.dates.values()];
  const verbs = new Map<string, string[]>();
  for (const [fact, column] of dates.flatMap((date) => Object.entries(date.columns))) {
    const verb = verbOfColumn(column);
    if (verb !== undefined && !dates.some((date) => date.synonyms.includes(verb)))
      verbs.set(verb, [...(verbs.get(verb) ?? []), fact]);
  }
  return verbs;
}
const VERBS = new WeakMap<Model, ReadonlyMap<string, readonly string[]>>();

/** Is such a verb said as one, rather than as a part of a name? */
const isSaid = (said: readonly SaidEdit[]): boolean =>
  said.some((edit) => edit.do === 'saidDateVerb' || (edit.do === 'saidPeriod' && edit.role !== undefined));

export interface AboutHappened {
  readonly edits: readonly Edit[];
  readonly notes: readonly string[];
}

/**
 * "how many left last year" counts the records of the only fact in which something is left, where no measure was named.
 * @param named whether a measure was named
 * @returns nothing to do where what is shown has such a date; the reason where it has none and was named
 */
export function aboutHappened(
  happened: Happened | null,
  said: readonly SaidEdit[],
  { shown }: Reading,
  named: boolean,
  model: Model,
): AboutHappened | string {
  const facts = shown.flatMap((one) => factsOf(model, one.calculation));
  if (happened === null || !isSaid(said) || facts.some((fact) => happened.facts.includes(fact)))
    return { edits: [], notes: [] };
  const of = listWords(
    happened.facts.map((fact) => pluralWord(inSentence(model.facts.get(fact)?.name ?? fact))),
    'or',
  );
  if (named) return `“${happened.word}” is said of ${of}, which is not what is asked for.`;
  const [count, second] = [...model.measures.values()].filter(
    (one) => one.kind === 'count' && one.only.length === 0 && one.hidden !== true && happened.facts.includes(one.fact),
  );
  if (count === undefined || second !== undefined)
    return `“${happened.word}” is said of ${of}; name the measure of these to show.`;
  return {
    edits: [{ do: 'show', how: 'replace', shown: [shownPlainly({ kind: 'measure', measure: count.id })] }],
    notes: [`“${happened.word}” is said of ${of}, so ${inSentence(measureOf(model, count.id).name)} are shown.`],
  };
}
