/** What a change of the model, or a term, would change: the questions that people keep, read and run as it is and as it would be. */
import type { ChangedQuestion } from '@zud/core/contract/terms';
import { inOtherWords, type Term } from '@zud/core/language/terms';
import type { Affected } from '@zud/core/model/affected';
import { missingFrom, referencesIn } from '@zud/core/reading/references';
import { sentenceOf } from '@zud/core/reading/sentence';
import { canonical, type Reading } from '@zud/core/reading/schema';
import { TimeLimitReached } from '../engines/engine';
import type { Answering, AskOptions } from './answering';
import type { Reader } from './reader';
import type { ReadyModel } from './ready-model';
import type { SavedQuestion } from './saved-questions';
import { Unanswerable } from './unanswerable';

export interface Asked {
  readonly reader: Reader;
  readonly answering: Answering;
  readonly options: AskOptions;
  /** What a change of the model concerns; where it is not said, or null, every answer is computed. */
  readonly affected?: Affected | null;
}

/**
 * @param now the model as people ask it @param then as they would
 * @param seen is told how many of how many were looked at
 */
export async function impactOf(
  questions: readonly SavedQuestion[],
  now: ReadyModel,
  then: ReadyModel,
  asked: Asked,
  seen: (done: number, of: number) => void = () => undefined,
): Promise<ChangedQuestion[]> {
  const found: ChangedQuestion[] = [];
  const known = new Map<string, Promise<Omit<ChangedQuestion, 'where' | 'asked'> | null>>();
  for (const [index, question] of questions.entries()) {
    // the same question of several people is run once
    const key = canonical([
      question.typed ? question.asked : '',
      question.reading,
      question.typed ? question.before : null,
    ]);
    const compared = known.get(key) ?? compare(question, now, then, asked);
    known.set(key, compared);
    const one = await compared;
    // other people's words, as whoever looks may know them
    if (one !== null)
      found.push({ where: now.sight.text(question.where), asked: now.sight.text(question.asked), ...one });
    seen(index + 1, questions.length);
  }
  return found;
}

/** @returns null where it is understood in neither */
async function compare(
  question: SavedQuestion,
  now: ReadyModel,
  then: ReadyModel,
  asked: Asked,
): Promise<Omit<ChangedQuestion, 'where' | 'asked'> | null> {
  const { typed, asked: text, before, reading: kept } = question;
  const [one, other] = typed
    ? [await readingOf(text, before, now, asked.reader), await readingOf(text, before, then, asked.reader)]
    : [kept, kept];
  if (one === null && other === null) return null;
  if (one !== null && other !== null && isTheSame(one, other, now, then, asked)) {
    const told = sentenceOf(one, now.naming, now.calendar).text;
    return { before: told, after: told, numbers: 'same' };
  }
  const [was, is] = [await outcomeOf(one, now, asked), await outcomeOf(other, then, asked)];
  if (was.figures === null && is.figures === null) return null;
  const numbers = is.figures === null ? 'unreadable' : was.figures === is.figures ? 'same' : 'other';
  return { before: was.figures === null ? null : was.told, after: is.told, numbers };
}

/** Is it the same reading, of nothing that the change concerns? Then its numbers are the same, and need not be computed. */
const isTheSame = (one: Reading, other: Reading, now: ReadyModel, then: ReadyModel, { affected }: Asked): boolean =>
  affected !== undefined &&
  affected !== null &&
  canonical(one) === canonical(other) &&
  // an explanation looks at all measures and levels, and a listing at the usual columns of its records
  one.explain === undefined &&
  one.rows === null &&
  missingFrom(one, now.model) === null &&
  missingFrom(one, then.model) === null &&
  !referencesIn(one).some(
    ({ kind, id }) =>
      (kind === 'measure' && affected.measures.has(id)) ||
      (kind === 'level' && affected.levels.has(id)) ||
      (kind === 'set' && affected.sets.has(id)),
  );

/** What a reading comes to: in words, the headline or why there is none, and its figures, by which two are compared. */
async function outcomeOf(
  reading: Reading | null,
  ready: ReadyModel,
  { answering, options }: Asked,
): Promise<{ readonly told: string; readonly figures: string | null }> {
  if (reading === null) return { told: 'It is not understood.', figures: null };
  try {
    const { answer, headline, sentence } = await answering.answer(reading, ready, options);
    return {
      told: headline === '' ? sentence.text : headline,
      figures: canonical([
        answer.columns.map(({ key, role }) => [key, role]),
        answer.rows.map((row) => canonical(row)).sort(),
      ]),
    };
  } catch (error) {
    if (error instanceof Unanswerable || error instanceof TimeLimitReached)
      return { told: error.message, figures: null };
    throw error;
  }
}

async function readingOf(
  text: string,
  before: Reading | null,
  ready: ReadyModel,
  reader: Reader,
): Promise<Reading | null> {
  const base = before === null || missingFrom(before, ready.model) !== null ? null : ready.sight.reading(before);
  const result = await reader.read(text, ready, base);
  return result.outcome === 'answered' ? result.reading : null;
}

/** The questions whose words hold a term: no others can be read otherwise because of it. */
export const holding = (questions: readonly SavedQuestion[], term: Term): SavedQuestion[] =>
  questions.filter(({ typed, asked }) => typed && inOtherWords(asked, [term]) !== null);
