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

/** What a question comes to: a reading with its figures, or why there is none. */
interface Outcome {
  readonly reading: Reading | null;
  /** In words: the headline, or the reason. */
  readonly told: string;
  readonly figures: string | null;
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
    if (one !== null) found.push({ where: question.where, asked: question.asked, ...one });
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
  if (await isTheSame(question, now, then, asked)) {
    const reading = question.typed
      ? await readingOf(question.asked, question.before, now, asked.reader)
      : question.reading;
    const told = reading === null ? '' : sentenceOf(reading, now.naming, now.calendar).text;
    return reading === null ? null : { before: told, after: told, numbers: 'same' };
  }
  const before = await outcomeOf(question, now, asked);
  const after = await outcomeOf(question, then, asked);
  if (before.figures === null && after.figures === null) return null;
  const numbers = after.figures === null ? 'unreadable' : before.figures === after.figures ? 'same' : 'other';
  return { before: before.figures === null ? null : before.told, after: after.told, numbers };
}

/** Is it read as the same reading, of nothing that the change concerns? Then its numbers are the same, and need not be computed. */
async function isTheSame(
  { asked: text, typed, reading: kept, before }: SavedQuestion,
  now: ReadyModel,
  then: ReadyModel,
  { reader, affected }: Asked,
): Promise<boolean> {
  if (affected === undefined || affected === null) return false;
  const [one, other] = typed
    ? await Promise.all([readingOf(text, before, now, reader), readingOf(text, before, then, reader)])
    : [kept, kept];
  return (
    one !== null &&
    other !== null &&
    canonical(one) === canonical(other) &&
    // an explanation looks at all measures and levels
    one.explain === undefined &&
    one.rows === null &&
    missingFrom(one, now.model) === null &&
    missingFrom(one, then.model) === null &&
    !referencesIn(one).some(
      ({ kind, id }) =>
        (kind === 'measure' && affected.measures.has(id)) ||
        (kind === 'level' && affected.levels.has(id)) ||
        (kind === 'set' && affected.sets.has(id)),
    )
  );
}

async function outcomeOf(
  { asked: text, typed, reading: kept, before }: SavedQuestion,
  ready: ReadyModel,
  { reader, answering, options }: Asked,
): Promise<Outcome> {
  try {
    const reading = typed ? await readingOf(text, before, ready, reader) : kept;
    if (reading === null) return { reading: null, told: 'It is not understood.', figures: null };
    const { answer, headline, sentence } = await answering.answer(reading, ready, options);
    return {
      reading,
      told: headline === '' ? sentence.text : headline,
      figures: canonical([
        answer.columns.map(({ key, role }) => [key, role]),
        answer.rows.map((row) => canonical(row)).sort(),
      ]),
    };
  } catch (error) {
    if (error instanceof Unanswerable || error instanceof TimeLimitReached)
      return { reading: null, told: error.message, figures: null };
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
