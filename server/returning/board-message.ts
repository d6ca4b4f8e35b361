/** News of a board for a room: what it is, or what was done to it since, with the rights of whoever told the room of it. */
import { Problem } from '@zud/core/contract/problem';
import type { Reading } from '@zud/core/reading/schema';
import { passedOver } from '../asking/unanswerable';
import { ModelNotAsked } from '../asking/model-fault';
import { scoped } from '../asking/scope';
import type { Block, Message } from '../outlets/outlet';
import { boardFor } from '../store/board-rights';
import { historyOf, isAnswer, tilesOf, type AnswerTile } from '../store/boards';
import type { OutboxRow } from '../store/outbox';
import type { Person } from '../store/people';
import type { Board } from '../store/schema';
import type { Composing, NotSent } from './composing';

/** Lines that are told; of more, how many. */
const MOST_LINES = 6;

export async function boardMessage(
  row: OutboxRow,
  { boardId, from, to }: Extract<OutboxRow['about'], { kind: 'board' }>,
  reader: Person,
  composing: Composing,
): Promise<Message | NotSent> {
  const { store, library } = composing;
  const there = await boardFor(store, boardId, reader.id, 'see').catch((error: unknown) => {
    if (error instanceof Problem) return null;
    throw error;
  });
  if (there === null) return { state: 'withheld', said: 'The board is gone, or not shared with them any more.' };
  const { board } = there;
  const text = await library.textFor(reader);
  const title = text(board.title);
  const address = `${composing.home()}/boards/${board.id}`;
  const lines =
    from === null ? await headlinesOf(board, reader, composing) : await changesOf(boardId, from, to, text, composing);
  if (from !== null && lines.length === 0) return { state: 'nothing', said: 'Nothing was changed that is told.' };
  const heading = from === null ? `${reader.name} tells you of the board “${title}”` : `“${title}” was changed`;
  const blocks: Block[] = [
    { kind: 'heading', text: heading },
    ...(lines.length === 0 ? [] : [{ kind: 'list' as const, items: lines }]),
    { kind: 'link', text: 'Look at it', address },
  ];
  return {
    key: row.key,
    subject: heading,
    blocks,
    attachments: [],
    why: '',
    unsubscribe: null,
    type: 'zud.board',
    data: { board: board.id, title, lines, address },
  };
}

const shortened = (lines: readonly string[]): string[] =>
  lines.length <= MOST_LINES ? [...lines] : [...lines.slice(0, MOST_LINES), `and ${lines.length - MOST_LINES} more`];

async function changesOf(
  boardId: string,
  from: number,
  to: number,
  text: (words: string) => string,
  { store }: Composing,
): Promise<string[]> {
  const done = await historyOf(store, boardId, { after: from, upTo: to });
  return shortened(done.reverse().map(({ by, what }) => `${by} ${text(what)}`));
}

/** What its tiles say, under its sentence. */
async function headlinesOf(board: Board, reader: Person, composing: Composing): Promise<string[]> {
  const { store, library, answering, timeLimit } = composing;
  const options = { signal: null, limits: { time: timeLimit }, person: reader.id };
  const headline = async (tile: AnswerTile): Promise<string | null> => {
    try {
      const ready = await library.get(tile.modelId, reader);
      const reading: Reading = scoped(tile.reading, tile.ownScope ? [] : [board.scope], ready).reading;
      return (await answering.answer(reading, ready, options).catch(passedOver))?.headline ?? null;
    } catch (error) {
      if (error instanceof ModelNotAsked) return null;
      throw error;
    }
  };
  const tiles = (await tilesOf(store, board.id)).map(({ tile }) => tile).filter(isAnswer);
  const told = await Promise.all(tiles.map(headline));
  return shortened(told.filter((one) => one !== null));
}
