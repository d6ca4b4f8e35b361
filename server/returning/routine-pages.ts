/** What the steps of a routine come to: pages of a briefing, read from their words as whoever asks them would be. */
import { randomUUID } from 'node:crypto';
import type { BriefingPage } from '@zud/core/contract/briefings';
import type { RanStep, RoutineBlank, RoutineStep } from '@zud/core/contract/routines';
import type { Reading } from '@zud/core/reading/schema';
import { levelWords } from '@zud/core/reading/words';
import { wordsOf, type Member } from '@zud/core/routines/routine';
import type { Answering, AskOptions } from '../asking/answering';
import type { Reader } from '../asking/reader';
import type { ReadyModel } from '../asking/ready-model';
import { Unanswerable } from '../asking/unanswerable';

/** Members that one step is asked for. */
const MOST_MEMBERS = 20;

export interface Running {
  readonly ready: ReadyModel;
  readonly reader: Reader;
  readonly answering: Answering;
  readonly options: AskOptions;
  /** Told after each step. @returns whether to go on */
  step(steps: readonly RanStep[]): Promise<boolean>;
}

/** A step for one member, or for none. */
interface Asked {
  readonly member: (Member & { readonly levelId: string }) | null;
  readonly reading: Reading;
}

class StepFailed extends Error {}

/** The run was stopped. */
export class RunStopped extends Error {}

/** @returns the pages of the steps that came to something, and what came of each step. @throws RunStopped */
export async function pagesOfRoutine(
  steps: readonly RoutineStep[],
  blanks: readonly RoutineBlank[],
  running: Running,
): Promise<{ readonly pages: readonly BriefingPage[]; readonly ran: readonly RanStep[] }> {
  const came = new Map<string, readonly Asked[]>();
  const pages: BriefingPage[] = [];
  let ran: readonly RanStep[] = steps.map(({ id, text }) => ({ id, text, state: 'waiting', said: null }));
  const note = async (id: string, set: Partial<RanStep>) => {
    ran = ran.map((one) => (one.id === id ? { ...one, ...set } : one));
    if (!(await running.step(ran))) throw new RunStopped();
  };
  for (const step of steps) {
    await note(step.id, { state: 'running' });
    try {
      const asked = await askedBy(step, blanks, came, running);
      came.set(step.id, asked);
      for (const { reading } of asked)
        pages.push({
          id: randomUUID().slice(0, 8),
          title: null,
          kind: 'answer',
          modelId: running.ready.model.id,
          reading,
          words: null,
          only: 'always',
          each: null,
        });
      const members = asked.flatMap(({ member }) => (member === null ? [] : [member.name]));
      await note(step.id, { state: 'done', said: members.length === 0 ? null : `for ${members.join(', ')}` });
    } catch (error) {
      if (!(error instanceof StepFailed || error instanceof Unanswerable)) throw error;
      await note(step.id, { state: 'failed', said: error.message });
    }
  }
  return { pages, ran };
}

async function askedBy(
  { text, follows, each }: RoutineStep,
  blanks: readonly RoutineBlank[],
  came: ReadonlyMap<string, readonly Asked[]>,
  running: Running,
): Promise<readonly Asked[]> {
  const before = follows === null ? [{ member: null, reading: null }] : came.get(follows);
  if (before === undefined) throw new StepFailed('The step that it goes on from came to nothing.');
  const asked: Asked[] = [];
  for (const one of before) {
    const members = each === null ? [one.member] : await membersOf(each, blanks, running);
    for (const member of members) asked.push({ member, reading: await readingOf(text, blanks, member, one, running) });
  }
  return asked;
}

/** @throws StepFailed that says why the words are no question */
async function readingOf(
  text: string,
  blanks: readonly RoutineBlank[],
  member: Asked['member'],
  before: { readonly member: Asked['member']; readonly reading: Reading | null },
  { ready, reader }: Running,
): Promise<Reading> {
  const { words, named, empty } = wordsOf(text, blanks, member);
  if (empty !== null) throw new StepFailed(`The blank “${empty}” is empty.`);
  const read = await reader.read(words, ready, before.reading, null, null);
  if (read.reading === null || read.outcome !== 'answered')
    throw new StepFailed(
      read.notes[0]?.text ?? `“${words}” is not understood${before.reading === null ? '' : ' after the step before'}.`,
    );
  // a member that the words do not name, and that did not come with the step before, narrows what they ask
  if (member === null || named || before.member?.name === member.name) return read.reading;
  return {
    ...read.reading,
    where: [...read.reading.where, { kind: 'members', level: member.levelId, is: true, members: [member.name] }],
  };
}

/** The members that some words give. @throws StepFailed */
async function membersOf(
  text: string,
  blanks: readonly RoutineBlank[],
  running: Running,
): Promise<readonly NonNullable<Asked['member']>[]> {
  const { ready, answering, options } = running;
  const reading = await readingOf(text, blanks, null, { member: null, reading: null }, running);
  const by = reading.by.find((one) => one.kind === 'level');
  if (by === undefined)
    throw new StepFailed(`“${text}” gives no members: say for example “top 5” of a level by a measure.`);
  const { answer } = await answering.answer(reading, ready, options);
  const at = answer.columns.findIndex((column) => column.role === 'level');
  const names = [...new Set(answer.rows.map((row) => row[at]).filter((one) => typeof one === 'string'))];
  if (names.length === 0) throw new StepFailed(`“${text}” gives no members: there are no data.`);
  if (names.length > MOST_MEMBERS)
    throw new StepFailed(`“${text}” gives ${names.length} members; at most ${MOST_MEMBERS} are asked for one by one.`);
  const level = levelWords(ready.naming, by.level);
  return names.map((name) => ({ name, level, levelId: by.level }));
}
