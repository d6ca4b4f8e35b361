/** What the routes of boards share: a board's model, its tiles under its sentence and a refinement, and their answers. */
import { z } from 'zod';
import type { Request } from 'express';
import { scoped, type Scoped } from '../asking/scope';
import type { TileAnswer } from '../exports/cover';
import { SEES_ALL, limitOfFile } from '../asking/access';
import type { ReadyModel } from '../asking/ready-model';
import { sentenceIn, textFor } from '../asking/step-view';
import { Busy } from '../engines/fair-queue';
import { boardFor, groupSharesOf, sharesOf } from '../store/board-rights';
import { commentsOf, type Comment } from '../store/comments';
import { nameOf, type Person } from '../store/people';
import { SharedReads } from '../store/shared-reads';
import type { Board, Tile } from '../store/schema';
import { EMPTY_SCOPE, isAnswer, tileOf, tilesOf, type AnswerTile } from '../store/boards';
import { refinementOf } from '../store/refinements';
import type { Scope } from '../store/schema';
import { idOf, type Context } from './context';
import { Problem } from '@zud/core/contract/problem';

type TileOfBoard = Awaited<ReturnType<typeof tilesOf>>[number];

export interface BoardContent {
  readonly rows: readonly TileOfBoard[];
  readonly sharing: Awaited<ReturnType<typeof sharesOf>>;
  readonly groups: Awaited<ReturnType<typeof groupSharesOf>>;
  readonly said: readonly Comment[];
  /** The owner's name. */
  readonly owner: string;
}

export interface TileView extends Pick<
  Tile,
  'id' | 'kind' | 'modelId' | 'title' | 'words' | 'reading' | 'ownScope' | 'x' | 'y' | 'width' | 'height' | 'version'
> {
  readonly by: string;
}

/** The model of the first of the tiles that hold answers, in the order of reading; null where there is none. */
export const modelAmong = (rows: readonly TileOfBoard[]): string | null =>
  rows.map(({ tile }) => tile).find(isAnswer)?.modelId ?? null;

/** Letters of a line of a history. */
const LINE = 110;

/** What was done, in a line of a history: as its reader may read it, and only then shortened, so that no part of a name is left. */
export function lineOf(what: string, text: (words: string) => string): string {
  const read = text(what);
  return read.length <= LINE ? read : `${read.slice(0, LINE - 1).trimEnd()}…`;
}

/** Why a tile has no answer. */
export const noAnswer = (tile: Tile): Problem =>
  tile.kind === 'answer'
    ? new Problem(
        422,
        'Not readable',
        'What this tile asked can no longer be read. Take it off the board, or pin it anew; the others are whole.',
      )
    : new Problem(422, 'No answer', 'This tile holds words; there is nothing to compute on it.');

export class BoardDesk {
  private readonly contents = new SharedReads<BoardContent>();
  private readonly rows = new SharedReads<readonly TileOfBoard[]>();

  constructor(private readonly context: Context) {}

  private get store() {
    return this.context.database.store;
  }

  /**
   * The model whose words the board's sentence is in: that of its first tile. Null where it has none.
   * @throws ModelAtFault, ModelGone
   */
  async modelOf(board: Board, person: Person): Promise<ReadyModel | null> {
    const id = modelAmong(await this.rowsOf(board));
    return id === null ? null : this.context.library.get(id, person);
  }

  /** The same for places that show what they can: null too where that model cannot be asked just now. */
  async modelIfWell(rows: readonly TileOfBoard[], person: Person): Promise<ReadyModel | null> {
    const id = modelAmong(rows);
    return id === null ? null : (await this.context.library.viewer(id, person)).ready;
  }

  /** What of a tile leaves the server for a person, besides its answer: without names that they may not know. */
  async tileFor({ tile, byName }: TileOfBoard, person: Person): Promise<TileView> {
    const shown = {
      id: tile.id,
      kind: tile.kind,
      modelId: tile.modelId,
      ownScope: tile.ownScope,
      x: tile.x,
      y: tile.y,
      width: tile.width,
      height: tile.height,
      version: tile.version,
      by: byName,
    };
    if (tile.modelId === null) {
      const text = await this.context.library.textFor(person);
      return {
        ...shown,
        title: tile.title === null ? null : text(tile.title),
        words: tile.words === null ? null : text(tile.words),
        reading: null,
      };
    }
    const viewer = await this.context.library.viewer(tile.modelId, person);
    const { access, ready } = viewer;
    const reading =
      tile.reading === null || (ready === null && access.key !== SEES_ALL)
        ? null
        : (ready?.sight.reading(tile.reading) ?? tile.reading);
    return { ...shown, title: tile.title === null ? null : textFor(viewer, tile.title), words: tile.words, reading };
  }

  /** What a tile is called: its title, its words, or the sentence of its reading. */
  async nameOf(tile: Tile, person: Person): Promise<string> {
    if (tile.title !== null || tile.words !== null) return tile.title ?? tile.words ?? '';
    const ready = tile.modelId === null ? null : (await this.context.library.viewer(tile.modelId, person)).ready;
    const sentence = ready === null || tile.reading === null ? null : sentenceIn(tile.reading, ready);
    return sentence?.text ?? 'an answer';
  }

  /** What is on a board and around it, the same for all who may see it. */
  contentOf(board: Board): Promise<BoardContent> {
    return this.contents.get(board.id, async () => {
      const [rows, sharing, groups, said, owner] = await Promise.all([
        this.rowsOf(board),
        sharesOf(this.store, board.id),
        groupSharesOf(this.store, board.id),
        commentsOf(this.store, board.id),
        nameOf(this.store, board.ownerId),
      ]);
      return { rows, sharing, groups, said, owner };
    });
  }

  /** The tiles of a board, each with the name of who made it. */
  rowsOf(board: Board): Promise<readonly TileOfBoard[]> {
    return this.rows.get(board.id, () => tilesOf(this.store, board.id));
  }

  async scopeOfRefinement(board: Board, id: string | null | undefined): Promise<Scope> {
    return id ? (await refinementOf(this.store, board.id, id)).scope : EMPTY_SCOPE;
  }

  /** The refinement that an address names; null where it names none. */
  refinementIn(request: Request): string | null {
    return z.uuid().optional().safeParse(request.query['refinement']).data ?? null;
  }

  async tileOf(board: Board, id: string): Promise<Tile> {
    return tileOf(this.store, board.id, id);
  }

  /**
   * A tile's reading under scopes; one that keeps its own conditions takes none but those that must hold.
   * @param always conditions that no tile may keep out of
   * @throws Problem 422 where such a condition cannot narrow the tile: then it is not shown at all
   */
  readingOf(tile: AnswerTile, scopes: readonly Scope[], ready: ReadyModel, always: readonly Scope[] = []): Scoped {
    const free = scoped(tile.reading, tile.ownScope ? [] : scopes, ready);
    const { reading, refused } = scoped(free.reading, always, ready);
    if (refused.length > 0)
      throw new Problem(
        422,
        'Not shown',
        'This answer cannot be narrowed as this link demands, so it is not shown here.',
      );
    return { reading, refused: free.refused };
  }

  /** A tile with answers, under the board's sentence and the refinement of the address. */
  async scopedTile(request: Request, person: Person): Promise<{ tile: AnswerTile; ready: ReadyModel } & Scoped> {
    const { board } = await boardFor(this.store, idOf(request), person.id, 'see');
    const tile = await this.tileOf(board, idOf(request, 'tile'));
    if (!isAnswer(tile)) throw noAnswer(tile);
    const ready = await this.context.library.get(tile.modelId, person);
    const refined = await this.scopeOfRefinement(board, this.refinementIn(request));
    return { tile, ready, ...this.readingOf(tile, [board.scope, refined], ready) };
  }

  /** The answers of a board for a person, in the order of its tiles; one that can't be given is left out. */
  async answersOf(
    board: Board,
    scopes: readonly Scope[],
    person: Person,
    signal: AbortSignal,
    always: readonly Scope[] = [],
  ): Promise<TileAnswer[]> {
    const { library, answering, timeLimit } = this.context;
    const rows = (await this.rowsOf(board)).map((row) => row.tile).filter(isAnswer);
    const answers = await Promise.all(
      rows.map(async (row) => {
        try {
          const ready = await library.get(row.modelId, person);
          const { reading, refused } = this.readingOf(row, scopes, ready, always);
          return {
            tile: row.id,
            title: row.title === null ? null : ready.sight.text(row.title),
            refused,
            ownScope: row.ownScope,
            limited: limitOfFile(ready.access),
            ...(await answering.answer(reading, ready, { signal, limits: { time: timeLimit }, person: person.id })),
          };
        } catch (error) {
          if (signal.aborted || error instanceof Busy) throw error;
          return null;
        }
      }),
    );
    return answers.filter((one) => one !== null);
  }
}
