/** What findings are looked for in: what the tiles of a board show of a model. */
import type { Reading } from '@zud/core/reading/schema';
import { isMeasure } from '@zud/core/model/calculation';
import { isAnswer, tilesOf } from '../../store/boards';
import type { Store } from '../../store/database';
import type { Board } from '../../store/schema';
import type { ReadyModel } from '../ready-model';
import type { FindingsWithin } from './finding-lines';

export const measuresShown = ({ shown }: Reading): string[] =>
  shown.flatMap(({ calculation }) => (isMeasure(calculation) ? [calculation.measure] : []));

/** The measures of a board's tiles that are of a model, under the conditions of the board. */
export async function withinBoard(
  store: Store,
  board: Pick<Board, 'id' | 'scope'>,
  { model, sight }: ReadyModel,
): Promise<FindingsWithin> {
  const tiles = (await tilesOf(store, board.id)).flatMap(({ tile }) =>
    isAnswer(tile) && tile.modelId === model.id ? [tile] : [],
  );
  return {
    where: sight.narrowing(board.scope).where,
    measures: [...new Set(tiles.flatMap((tile) => measuresShown(tile.reading)))],
  };
}

/** What findings of the same kind on the same measure are marked under. */
export const likeOf = ({ kind, measure }: { readonly kind: string; readonly measure: string }): string =>
  `${kind}:${measure}`;
