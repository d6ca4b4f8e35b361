/** What comes before the answers of a board in a file: its title, its sentence, and what its tiles of words say. */
export interface Cover {
  readonly title: string;
  readonly sentence: string;
  readonly words: readonly string[];
}
