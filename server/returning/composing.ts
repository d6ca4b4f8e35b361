/** What a message of the outbox says: composed when it is sent, with the rights that its receiver has then. */
import type { Logger } from 'pino';
import type { Receiver } from '@zud/core/contract/messages';
import { isOfLoads } from '@zud/core/alerts/alert';
import type { Told } from '@zud/core/alerts/telling';
import type { Answering } from '../asking/answering';
import type { ModelLibrary } from '../asking/model-library';
import type { ReadyModel } from '../asking/ready-model';
import { passedOver } from '../asking/unanswerable';
import type { Block, Message } from '../outlets/outlet';
import { occasionById, type AlertRow } from '../store/alerts';
import type { Store } from '../store/database';
import type { OutboxRow } from '../store/outbox';
import { personById, type Person } from '../store/people';
import type { Workers } from '../work/workers';
import { lineOfTold, occasionTexts, readingOfTold, sentenceOfAlert } from './occasion-words';

export interface Composing {
  readonly store: Store;
  readonly library: ModelLibrary;
  readonly answering: Answering;
  readonly workers: Workers;
  readonly log: Logger;
  readonly timeLimit: number;
  /** The address of this installation, without a slash at its end. */
  home(): string;
  /** By which the links that end messages are known. */
  unsubscribe(outbox: OutboxRow): string | null;
}

/** Nothing to send: why, as the state of the message. */
export interface NotSent {
  readonly state: 'nothing' | 'withheld';
  readonly said: string;
}

/** Periods of the picture. */
const PERIODS = 26;
const PICTURE = { width: 640, height: 300 };
const MOST_PARTS = 3;

/** Whose rights count: those of the person who gets it; of an address or a hook, those of the owner. */
export async function readerOf(
  store: Store,
  { receiver, ownerId }: { readonly receiver: Receiver; readonly ownerId: string },
): Promise<Person | null> {
  return personById(store, receiver.kind === 'person' ? receiver.id : ownerId);
}

export async function occasionMessage(
  row: OutboxRow,
  occasionId: string,
  reader: Person,
  composing: Composing,
): Promise<Message | NotSent> {
  const { store, library } = composing;
  const home = () => composing.home();
  const there = await occasionById(store, occasionId);
  if (there === null) return { state: 'nothing', said: 'The alert was removed before it was sent.' };
  const { alert, occasion } = there;
  const ready = await library.get(alert.modelId, reader);
  const texts = occasionTexts(there, ready);
  if (texts === null) return { state: 'nothing', said: 'Its receiver sees another part of the data by now.' };
  const latest = occasion.told.at(-1);
  const [first = ''] = texts;
  const sentence = sentenceOfAlert(alert, ready);
  const more = latest === undefined ? [] : await moreOf(alert, latest, reader, ready, composing);
  const address = `${home()}/alerts/${alert.id}?told=${occasion.id}`;
  return {
    key: row.key,
    subject: texts.length > 1 ? `${first} (and ${texts.length - 1} more)` : first,
    blocks: [
      { kind: 'heading', text: first },
      ...(texts.length > 1 ? [{ kind: 'list' as const, items: texts.slice(1) }] : []),
      ...more,
      { kind: 'link', text: 'Go on asking', address },
    ],
    attachments: [],
    why: `You are told when ${sentence}, on data of ${ready.model.file.name}.`,
    unsubscribe: composing.unsubscribe(row),
    type: 'zud.alert.told',
    data: {
      alert: alert.id,
      occasion: occasion.id,
      sentence,
      texts,
      told: occasion.told,
      address,
      dataVersion: ready.dataVersion,
    },
  };
}

/** The chart, and what moved it; where one of them cannot be computed, the message goes without. */
async function moreOf(
  alert: AlertRow,
  told: Told,
  reader: Person,
  ready: ReadyModel,
  { answering, workers, timeLimit }: Composing,
): Promise<Block[]> {
  const options = { signal: null, limits: { time: timeLimit }, person: reader.id };
  if (isOfLoads(alert.when) || alert.when.kind === 'new') return [];
  const line = await answering.answer(lineOfTold(alert, told, PERIODS, ready), ready, options).catch(passedOver);
  const moved = await answering
    .answer({ ...readingOfTold(alert, told, ready), by: [], explain: { asked: 'moved' } }, ready, options)
    .catch(passedOver);
  const picture: Block[] =
    line === null || line.answer.rows.length === 0
      ? []
      : [
          {
            kind: 'picture',
            picture: {
              name: 'figure.png',
              alt: line.headline,
              png: Buffer.from(
                await workers.run('answerPng', {
                  answer: line.answer,
                  chart: line.chart,
                  headline: '',
                  sentence: line.sentence.text,
                  size: PICTURE,
                }),
              ),
            },
          },
        ];
  const { explanation } = moved ?? {};
  const explained: Block[] =
    explanation === undefined
      ? []
      : [
          { kind: 'words', text: `What moved it: ${explanation.verdict}.`.replace(/\.\.$/, '.') },
          ...(explanation.parts.length === 0
            ? []
            : [{ kind: 'list' as const, items: explanation.parts.slice(0, MOST_PARTS).map((part) => part.text) }]),
        ];
  return [...picture, ...explained];
}

export function noticeMessage(
  row: OutboxRow,
  about: Extract<OutboxRow['about'], { kind: 'notice' }>,
  composing: Pick<Composing, 'home'>,
): Message {
  return {
    key: row.key,
    subject: about.subject,
    blocks: [
      { kind: 'heading', text: about.subject },
      { kind: 'words', text: about.text },
      { kind: 'link', text: 'Look at it', address: `${composing.home()}${about.path}` },
    ],
    attachments: [],
    why: 'You are told as it is yours.',
    unsubscribe: null,
    type: 'zud.notice',
    data: { text: about.text, path: about.path },
  };
}
