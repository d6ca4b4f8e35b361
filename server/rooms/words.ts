/** What Zud says in rooms, as plain text. */
import { dayWords, listWords } from '@zud/core/reading/words';
import type { StepView } from '../asking/step-view';
import type { WhileAway } from './summary';
import type { Workers } from '../work/workers';

/** @param examples questions that can be asked of the room's model */
export function helpWords([example]: readonly string[]): string {
  const how = example === undefined ? '' : `: “Zud: ${example}”`;
  return `Ask me by my name, in your own words${how}. Reply to my answer to go on from it. “Zud, what happened while I was away?” sums up what was asked here.`;
}

/** Notes that go along with an answer, and choices that are listed. */
const MOST_NOTES = 2;
const MOST_OPTIONS = 5;
const PICTURE = { width: 720, height: 400 };

/** The figure, the sentence that was understood, what one should know with it, and the way to go on. */
export function answerWords(step: StepView, address: string): string {
  const { outcome, headline, sentence, notes } = step;
  if (outcome === 'answered' || outcome === 'empty')
    return [
      headline === undefined ? 'There is nothing in it.' : headline.endsWith('.') ? headline : `${headline}.`,
      ...(sentence === null ? [] : [`Asked: ${sentence.text}`]),
      ...notes
        .filter(({ kind }) => kind === 'caveat' || kind === 'assumed' || kind === 'unclear')
        .slice(0, MOST_NOTES)
        .map(({ text }) => text),
      address,
    ].join('\n');
  const options = (step.options ?? notes.flatMap((note) => note.options ?? [])).slice(0, MOST_OPTIONS);
  return [
    ...notes.slice(0, MOST_NOTES).map(({ text }) => text),
    ...(options.length === 0
      ? []
      : [
          `Reply with ${options.length === 1 ? 'it' : 'one'}: ${listWords(
            options.map(({ label }) => `“${label}”`),
            'or',
          )}.`,
        ]),
    address,
  ].join('\n');
}

/** Questions that are summed up; of more, the last. */
const MOST_TURNS = 8;

export function awayWords({ since, turns, decisions }: WhileAway): string {
  const when = `${dayWords(since.toISOString().slice(0, 10))}, ${since.toISOString().slice(11, 16)} UTC`;
  const left = turns.length - MOST_TURNS;
  if (turns.length === 0 && decisions.length === 0) return `Nothing was asked or decided here since ${when}.`;
  return [
    `Since ${when}:`,
    ...(turns.length === 0 ? ['Nothing was asked.'] : []),
    ...(left > 0 ? [`${left} earlier questions, and then:`] : []),
    ...turns
      .slice(-MOST_TURNS)
      .map(
        ({ by, asked, said }) =>
          `· ${by} asked “${asked}”${said === null ? ' (ask it to see your part)' : `: ${said}`}`,
      ),
    ...decisions.map(
      ({ comment, decision: { due }, by, who }) =>
        `· Decided by ${by}: ${comment.text}${who === null ? '' : ` (${who}${due === null ? '' : `, by ${dayWords(due)}`})`}`,
    ),
  ].join('\n');
}

/** The chart of an answer; null where it has none worth a picture. */
export async function pictureOf(step: StepView, workers: Workers): Promise<Buffer | null> {
  const { answer, chart } = step;
  if (answer === undefined || chart === undefined || answer.rows.length < 2) return null;
  if (chart.kind === 'number' || chart.kind === 'table') return null;
  return Buffer.from(
    await workers.run('answerPng', {
      answer,
      chart,
      headline: step.headline ?? '',
      sentence: step.sentence?.text ?? '',
      size: PICTURE,
    }),
  );
}
