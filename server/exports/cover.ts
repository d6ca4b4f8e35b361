/** What a board puts into a file: its answers, and what comes before them. */
import type { FiledAnswer } from './remarks';

/** The answer of a tile, as it stands on the board. */
export type TileAnswer = FiledAnswer & { readonly tile: string; readonly title: string | null };

/** What comes before the answers of a board in a file: its title, its sentence, and what its tiles of words say. */
export interface Cover {
  readonly title: string;
  readonly sentence: string;
  readonly words: readonly string[];
}
