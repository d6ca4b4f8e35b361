/** What Zud does with what it hears in a room: asked by its name, or by a reply to what it said, it answers by the rights of whoever asks. */
import type { Logger } from 'pino';
import { starters } from '@zud/core/language/starters';
import { addressed, asksForHelp, asksWhatHappened, onlyThanks } from '@zud/core/rooms/hearing';
import { Problem } from '@zud/core/contract/problem';
import type { Asking } from '../asking/steps';
import type { ModelLibrary } from '../asking/model-library';
import type { StepView } from '../asking/step-view';
import { Busy } from '../engines/fair-queue';
import { Stopped, TimeLimitReached } from '../engines/engine';
import type { Clock } from '../jobs/clock';
import type { Store } from '../store/database';
import { createInquiry, deleteInquiry, deleteStep, inquiryFor, stepsOf, type Inquiry } from '../store/inquiries';
import { personById, type Person } from '../store/people';
import {
  keepTurn,
  lastTurnOf,
  noteSaid,
  noteSeen,
  ownTurn,
  personAt,
  roomsThere,
  turnBefore,
  type Room,
  type RoomTurn,
} from '../store/rooms';
import type { Workers } from '../work/workers';
import type { Heard, RoomConnection, ToSay } from './connection';
import { whileAway } from './summary';
import { answerWords, awayWords, helpWords, pictureOf } from './words';

export interface Listening {
  readonly store: Store;
  readonly library: ModelLibrary;
  readonly asking: Asking;
  readonly workers: Workers;
  readonly clock: Clock;
  readonly log: Logger;
  readonly timeLimit: number;
  home(): string;
}

/** Answers what is to Zud; says nothing to what is not. @param earlier ends when all that was heard before is answered */
export async function answerHeard(
  heard: Heard,
  connection: RoomConnection,
  listening: Listening,
  earlier: Promise<unknown>,
): Promise<void> {
  const { store, clock, log } = listening;
  const room = (await roomsThere(store)).find(({ address }) => address === heard.room);
  if (room === undefined) return;
  if (heard.from !== null) await noteSeen(store, room.id, heard.from, 'said', clock.now());
  let before = await turnBefore(store, room.id, heard);
  // a reply may come before it is noted what it replies to
  if (heard.replyTo !== null && !isOf(before, heard.replyTo)) {
    await earlier;
    before = await turnBefore(store, room.id, heard);
  }
  const toZud = before !== null && heard.replyTo !== null && [before.saidId, before.pictureId].includes(heard.replyTo);
  const words = addressed(heard.text) ?? (toZud ? heard.text.trim() : null);
  if (words === null || onlyThanks(words)) return;
  const say = (text: string, more: Partial<ToSay> = {}) =>
    connection.say(room.address, {
      key: `answer ${room.id} ${heard.id}`,
      text,
      thread: before?.thread ?? heard.thread ?? heard.id,
      replyTo: { id: heard.id, to: `${room.address}/${heard.nick}` },
      ...more,
    });
  const personId = heard.from === null ? null : await personAt(store, heard.from);
  const person = personId === null ? null : await personById(store, personId);
  if (person === null) {
    await say(
      heard.from === null
        ? 'This room does not tell whose address is behind a name, so nothing can be told here.'
        : `I do not know who you are in Zud. Say there that ${heard.from} is yours, then ask me again: ${listening.home()}/account`,
    );
    return;
  }
  if (asksForHelp(words)) {
    const ready = (await listening.library.viewer(room.modelId, person)).ready;
    await say(helpWords(ready === null ? [] : starters(ready.names, ready.calendar)));
    return;
  }
  if (asksWhatHappened(words)) {
    await say(awayWords(await whileAway(person, heard.from ?? '', room, clock.now(), listening)));
    return;
  }
  if (person.role === 'viewer') {
    await say('Your role in Zud reads boards; asking needs the role of analyst.');
    return;
  }
  try {
    const { step, inquiry, leansOn } = await ask(words, room, before, person, listening);
    const thread = before?.thread ?? leansOn?.thread ?? heard.thread ?? heard.id;
    const text = answerWords(step, `${listening.home()}/inquiries/${inquiry.id}/steps/${step.id}`);
    const turn = await keepTurn(store, {
      roomId: room.id,
      thread,
      personId: person.id,
      inquiryId: inquiry.id,
      stepId: step.id,
      asked: words,
      said: text.split('\n')[0] ?? '',
      askedId: heard.id,
      at: clock.now(),
    });
    // it was answered already
    if (turn === null) return;
    const picture = await pictureOf(step, listening.workers);
    await noteSaid(
      store,
      turn,
      await say(text, { thread, ...(picture === null ? {} : { picture: { name: 'answer.png', png: picture } }) }),
    );
  } catch (error) {
    if (!(
      error instanceof Problem ||
      error instanceof Busy ||
      error instanceof TimeLimitReached ||
      error instanceof Stopped
    ))
      throw error;
    log.debug({ reason: error.message }, 'a question in a room was not answered');
    await say(error instanceof Problem ? error.message : 'That took too long just now; ask again in a moment.');
  }
}

const isOf = (turn: RoomTurn | null, id: string): boolean =>
  turn !== null && [turn.askedId, turn.saidId, turn.pictureId].includes(id);

interface AskedThere {
  readonly step: StepView;
  readonly inquiry: Inquiry;
  /** Of an earlier question that it leans on, without its asker having said so. */
  readonly leansOn: RoomTurn | null;
}

/** Milliseconds in which a question that is only the rest of one is taken to follow its asker's last. */
const FOLLOWS = 1_800_000;

/** Asks after what the message belongs to; a message that belongs to nothing, and is only the rest of a question, after its asker's last in the room. */
async function ask(
  words: string,
  room: Room,
  before: RoomTurn | null,
  person: Person,
  listening: Listening,
): Promise<AskedThere> {
  const { store, asking, clock } = listening;
  const options = optionsOf(person, listening);
  if (before !== null) return { ...(await askAfter(words, room, before, person, listening)), leansOn: null };
  const inquiry = await createInquiry(store, person.id, room.modelId, null);
  const { step } = await asking.ask(inquiry, person, { kind: 'text', text: words }, null, options);
  if (step.outcome === 'answered' || step.outcome === 'empty') return { step, inquiry, leansOn: null };
  const recent = await lastTurnOf(store, room.id, person.id, new Date(clock.now().getTime() - FOLLOWS));
  if (recent === null) return { step, inquiry, leansOn: null };
  const after = await askAfter(words, room, recent, person, listening);
  if (after.step.outcome !== 'answered') {
    // it was tried, and is no step of that trail
    if (after.made) await deleteStep(store, after.inquiry.id, after.step.id);
    return { step, inquiry, leansOn: null };
  }
  await deleteInquiry(store, inquiry.id);
  return { ...after, leansOn: recent };
}

/** Of another person's turn only the reading is taken, and seen with the rights of whoever asks. */
async function askAfter(
  words: string,
  room: Room,
  turn: RoomTurn,
  person: Person,
  listening: Listening,
): Promise<{ readonly step: StepView; readonly made: boolean; readonly inquiry: Inquiry }> {
  const { store, asking } = listening;
  const options = optionsOf(person, listening);
  const text = { kind: 'text', text: words } as const;
  const inquiryOf = async (id: string) => (await inquiryFor(store, id, person.id, 'ask')).inquiry;
  if (turn.personId === person.id) {
    const inquiry = await inquiryOf(turn.inquiryId);
    return { inquiry, ...(await asking.ask(inquiry, person, text, turn.stepId, options)) };
  }
  const own = await ownTurn(store, room.id, turn.thread, person.id);
  const inquiry =
    own === null ? await createInquiry(store, person.id, room.modelId, null) : await inquiryOf(own.inquiryId);
  const reading = (await stepsOf(store, turn.inquiryId)).find(({ id }) => id === turn.stepId)?.reading ?? null;
  const taken =
    reading === null
      ? null
      : await asking.ask(
          inquiry,
          person,
          { kind: 'reading', reading, label: turn.asked },
          own?.stepId ?? null,
          options,
        );
  return { inquiry, ...(await asking.ask(inquiry, person, text, taken?.step.id ?? null, options)) };
}

const optionsOf = (person: Person, { timeLimit }: Listening) => ({
  signal: null,
  limits: { time: timeLimit },
  person: person.id,
});
