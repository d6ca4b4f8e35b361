/** One mail a day: what is new among what somebody follows. Where nothing is, nothing goes out. */
import type { ModelFinding } from '@zud/core/analysis/model-finding';
import type { ToldOfDigest } from '@zud/core/contract/digest';
import { dayWords } from '@zud/core/reading/words';
import { ModelNotAsked } from '../asking/model-fault';
import { findingsOfModel } from '../asking/explaining/model-findings';
import { likeOf, withinBoard } from '../asking/explaining/within-board';
import type { Block, Message } from '../outlets/outlet';
import { historyOf, isAnswer, tilesOf } from '../store/boards';
import { openDecisionsOf } from '../store/decisions';
import { digestOf, followedBoards } from '../store/digests';
import { marksOf } from '../store/finding-marks';
import type { OutboxRow } from '../store/outbox';
import type { Person } from '../store/people';
import type { Board } from '../store/schema';
import type { Composing, NotSent } from './composing';

/** Findings that are told, changes of a board, and findings that are looked through for new ones. */
const MOST_FINDINGS = 6;
const MOST_CHANGES = 4;
const LOOKED_THROUGH = 30;

interface Found extends ModelFinding {
  readonly board: string;
  /** Its place among those of its board. */
  readonly rank: number;
}

/** With what is known to its reader from then on. */
export interface DigestMessage extends Message {
  readonly told: ToldOfDigest;
}

export async function digestMessage(
  row: OutboxRow,
  reader: Person,
  today: string,
  composing: Composing,
): Promise<DigestMessage | NotSent> {
  const { store, library } = composing;
  const digest = await digestOf(store, reader.id);
  if (digest === null) return { state: 'nothing', said: 'They want none any more.' };
  const text = await library.textFor(reader);
  const followed = await followedBoards(store, reader.id);
  const boards = followed.map(({ board }) => board);
  const all = await findingsOf(boards, reader, composing);
  const found = newAmong(all, new Set(digest.told.findings)).slice(0, MOST_FINDINGS);
  const changes: string[] = [];
  for (const { board, seen } of followed) {
    const after = Math.max(seen, digest.told.boards[board.id] ?? 0);
    const done = (await historyOf(store, board.id, { after })).filter(({ byId }) => byId !== reader.id);
    if (done.length === 0) continue;
    const told = done.slice(0, MOST_CHANGES).map(({ by, what }) => `${by} ${text(what)}`);
    changes.push(
      `${text(board.title)}: ${told.join('; ')}${done.length > told.length ? `; and ${done.length - told.length} more` : ''}`,
    );
  }
  const due = (await openDecisionsOf(store, reader.id)).filter(
    ({ decision }) =>
      decision.whoId === reader.id &&
      decision.due !== null &&
      decision.due <= today &&
      !digest.told.due.includes(decision.commentId),
  );
  if (found.length === 0 && changes.length === 0 && due.length === 0)
    return { state: 'nothing', said: 'Nothing is new among what they follow.' };
  const [first] = found;
  const blocks: Block[] = [
    { kind: 'heading', text: `What is new, ${dayWords(today)}` },
    ...part(
      'Worth a look',
      found.map(({ title, text: words, board }) => `${title}. ${words} (${text(board)})`),
    ),
    ...part('Changed on boards that you follow', changes),
    ...part(
      'Due, and still open',
      due.map(({ comment, decision }) => `${comment.text} (by ${dayWords(decision.due ?? today)})`),
    ),
    { kind: 'link', text: 'Look at Today', address: `${composing.home()}/` },
  ];
  return {
    key: row.key,
    subject: first?.title ?? changes[0] ?? `Due: ${due[0]?.comment.text ?? ''}`,
    blocks,
    attachments: [],
    why: 'You asked for one mail a day of what is new among the boards that you follow.',
    unsubscribe: composing.unsubscribe(row),
    type: 'zud.digest',
    data: { findings: found.map(({ title }) => title), changes },
    told: {
      // what is there today is not new tomorrow, though it was not among the first
      findings: all.map(({ id }) => id),
      due: due.map(({ decision }) => decision.commentId),
      boards: Object.fromEntries(boards.map(({ id, version }) => [id, version])),
    },
  };
}

const part = (title: string, items: readonly string[]): readonly Block[] =>
  items.length === 0
    ? []
    : [
        { kind: 'words', text: title },
        { kind: 'list', items },
      ];

/** Those that are not known yet, each once, of all boards the best first, as each ranks its own. */
export function newAmong<One extends { readonly id: string; readonly rank: number }>(
  found: readonly One[],
  known: ReadonlySet<string>,
): readonly One[] {
  const once = new Map(found.map((one) => [one.id, one]));
  return [...once.values()].filter(({ id }) => !known.has(id)).sort((a, b) => a.rank - b.rank);
}

/** What is to be found on boards, without what its reader does not want to be told. */
async function findingsOf(boards: readonly Board[], reader: Person, composing: Composing): Promise<readonly Found[]> {
  const { store, library, answering, timeLimit } = composing;
  const options = { signal: null, limits: { time: timeLimit }, person: reader.id };
  const all: Found[] = [];
  for (const board of boards) {
    const models = new Set(
      (await tilesOf(store, board.id)).flatMap(({ tile }) => (isAnswer(tile) ? [tile.modelId] : [])),
    );
    for (const id of models) {
      try {
        const ready = await library.get(id, reader);
        const marks = new Map((await marksOf(store, reader.id, id)).map((one) => [one.finding, one.mark]));
        const { findings } = await findingsOfModel(
          await withinBoard(store, board, ready),
          LOOKED_THROUGH,
          ready,
          answering.looks(ready, options),
        );
        findings.forEach((one, rank) => {
          if (marks.get(one.id) !== 'hidden' && marks.get(likeOf(one)) !== 'less')
            all.push({ ...one, board: board.title, rank });
        });
      } catch (error) {
        if (!(error instanceof ModelNotAsked)) throw error;
      }
    }
  }
  return all;
}
