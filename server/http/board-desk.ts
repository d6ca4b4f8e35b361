/** What the routes of boards share: a board's model, its tiles under its sentence and a refinement, and their answers. */
import { z } from 'zod';
import type { Request } from 'express';
import { scoped, type Scoped } from '../asking/scope';
import type { TileAnswer } from '../exports/cover';
import type { ReadyModel } from '../asking/model-library';
import { boardFor } from '../store/board-rights';
import { EMPTY_SCOPE, firstAnswerOf, isAnswer, tileOf, tilesOf, type AnswerTile, type Board, type Tile } from '../store/boards';
import type { Person } from '../store/people';
import { refinementOf } from '../store/refinements';
import type { Scope } from '../store/schema';
import { idOf, type Context } from './context';
import { Problem } from './problem';

export class BoardDesk {
  constructor(private readonly context: Context) {}

  private get store() {
    return this.context.database.store;
  }

  /** The model whose words the board's sentence is in: that of its first tile. */
  async modelOf(board: Board, person: Person): Promise<ReadyModel | null> {
    const first = await firstAnswerOf(this.store, board.id);
    return first ? this.context.library.get(first.modelId, person) : null;
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
    if (refused.length > 0) throw new Problem(422, 'Not shown', 'This answer cannot be narrowed as this link demands, so it is not shown here.');
    return { reading, refused: free.refused };
  }

  /** A tile with answers, under the board's sentence and the refinement of the address. */
  async scopedTile(request: Request, person: Person): Promise<{ tile: AnswerTile; ready: ReadyModel } & Scoped> {
    const { board } = await boardFor(this.store, idOf(request), person.id, 'see');
    const tile = await this.tileOf(board, idOf(request, 'tile'));
    if (!isAnswer(tile)) throw new Problem(422, 'No answer', 'This tile holds words; there is nothing to compute on it.');
    const ready = await this.context.library.get(tile.modelId, person);
    const refined = await this.scopeOfRefinement(board, this.refinementIn(request));
    return { tile, ready, ...this.readingOf(tile, [board.scope, refined], ready) };
  }

  /** The answers of a board for a person, in the order of its tiles; one that can't be given is left out. */
  async answersOf(board: Board, scopes: readonly Scope[], person: Person, signal: AbortSignal, always: readonly Scope[] = []): Promise<TileAnswer[]> {
    const { library, answering, timeLimit } = this.context;
    const rows = (await tilesOf(this.store, board.id)).map((row) => row.tile).filter(isAnswer);
    const answers = await Promise.all(rows.map(async (row) => {
      try {
        const ready = await library.get(row.modelId, person);
        const { reading } = this.readingOf(row, scopes, ready, always);
        return { tile: row.id, title: row.title, ...(await answering.answer(reading, ready, { signal, limits: { time: timeLimit } })) };
      } catch (error) {
        if (signal.aborted) throw error;
        return null;
      }
    }));
    return answers.filter((one) => one !== null);
  }
}
